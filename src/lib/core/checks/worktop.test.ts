import { describe, expect, it } from 'vitest';
import { applyEdits, type Plan } from '../plan';
import { plainVehicle, planIn, withPerson, withPiece } from '../testing/plans';
import { block, set } from '../testing/trap-van';
import { findingsOf, type Finding } from '.';

/** A kitchen base along the left wall of a box 1600 wide, and Ida, 1700. */
function kitchen(ceiling: number, params: Record<string, unknown> = {}, more: (plan: Plan) => Plan = (plan) => plan): Plan {
	const plan = withPiece(planIn(plainVehicle([[0, 800]], ceiling, 3200)), 'kitchen', 'sink-unit', {
		side: 'left',
		rear: 800,
		height: 900,
		...params
	});
	const crewed = withPerson(plan, 'ida', 1700, 'kitchen');
	return more({ ...crewed, modes: { day: { ...crewed.modes.day, people: { ida: { posture: 'away' } } } } });
}
const said = (plan: Plan, key: string): Finding =>
	findingsOf(plan).find((finding) => finding.rule === 'worktop' && finding.key.startsWith(key))!;

describe('whoever cooks and washes', () => {
	it('stands where there is head room, elbows a little above the top', () => {
		const found = said(kitchen(1900), 'work');
		// Elbows of 1700 hang at 0.632 of it; 125 below them is 949.4, and the top is at 900.
		expect(found.limit).toBeCloseTo(0.632 * 1700 - 125, 6);
		expect(found.margin).toBeCloseTo(300 - 49.4, 6);
		expect(found.why).toContain('standing');
		expect(found.status).toBe('clear');
	});
	it('kneels where the roof is low: then the same top is too high, which is awkward and no clash', () => {
		const low = said(kitchen(1400), 'work');
		expect(low.why).toContain('kneeling');
		expect(low.limit).toBeCloseTo((0.53 - 0.285 + 0.288 - 0.186) * 1700 - 125, 6);
		expect(low.status).toBe('tight');
		expect(said(kitchen(1400, { height: 520 }), 'work').status).toBe('clear');
	});
	it('has no head room under a beam or a very low roof: a clash', () => {
		// A bar of a hand's breadth, which no corner of a head's square lies under.
		const beam = set('vehicle.fixtures', { beam: { name: 'Beam', kind: 'roof bar', ...block([500, 2400], [-800, 800], [760, 820]) } });
		expect(said(kitchen(1900, { height: 500 }, beam), 'work')).toMatchObject({ status: 'clash', actual: 760 });
		const roof = kitchen(1000, { height: 500 });
		expect(said(roof, 'work').status).toBe('clash');
	});
	it('needs a place before it: a cabinet opposite takes it', () => {
		const opposite = (depth: number) => (plan: Plan) =>
			withPiece(plan, 'opposite', 'cabinet', { side: 'right', rear: 700, length: 1800, depth, height: 1000, base: 0 });
		expect(said(kitchen(1900, { depth: 500 }, opposite(600)), 'work').status).not.toBe('clash');
		expect(said(kitchen(1900, { depth: 500 }, opposite(880)), 'place').status).toBe('clash');
	});
	it('sits on the bed that stands before it', () => {
		const bed = (plan: Plan) =>
			withPiece(plan, 'bed', 'fixed-platform', {
				height: 250,
				rear: 0,
				length: 2400,
				reachRear: false,
				fullWidth: false,
				width: 900
			});
		const found = said(kitchen(1400, { height: 620, depth: 500 }, bed), 'work');
		expect(found.why).toMatch(/sitting|kneeling/);
		expect(found.status).not.toBe('clash');
	});
	it('has room over the bowl and the hob', () => {
		const hung = (base: number) => (plan: Plan) =>
			withPiece(plan, 'hung', 'cabinet', { side: 'left', rear: 800, length: 1400, depth: 500, base, height: base + 400 });
		expect(said(kitchen(1900, { hob: 'set into the worktop' }, hung(1400)), 'over-bowl').status).toBe('clear');
		expect(said(kitchen(1900, {}, hung(1100)), 'over-bowl').status).toBe('clash');
	});
	it('reaches what is let into a deep top, or does not', () => {
		const deep = said(kitchen(1900, { depth: 700 }), 'reach');
		expect(deep.actual).toBeCloseTo((0.186 + 0.146 + 0.054) * 1700, 6);
		const small = set('crew.ida.stature', 800)(kitchen(1900, { depth: 800, bowlWidth: 300 }));
		expect(said(small, 'reach').status).toBe('clash');
	});
	it('a child is not asked, and at night nobody is where there is a day', () => {
		expect(said(set('crew.ida.child', true)(kitchen(1900)), 'work')).toBeUndefined();
		const plan = kitchen(1900);
		const night = { ...plan.modes.day, name: 'Night', use: 'night' as const };
		expect(said(applyEdits(plan, [{ path: ['modes', 'night'], value: night }]), 'work').modes).toEqual(['day']);
		expect(said({ ...plan, modes: { night } }, 'work').modes).toEqual(['night']);
	});
});
