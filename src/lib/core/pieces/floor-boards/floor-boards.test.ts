import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findingsOf, fixesFor } from '../../checks';
import { partsOf } from '../../cutting';
import { assemblyOf } from '../../derive';
import { BESIDE_FOOT, chooseJoints, fromFeet } from '../../floors/joints';
import { bounds } from '../../geometry/polygon';
import { reachIn } from '../../moves';
import { applyEdits, type Plan, type Zone } from '../../plan';
import { exact, plainVehicle, planIn, withPiece } from '../../testing/plans';

const floored = (params: Record<string, unknown> = {}, zones: Record<string, Zone> = {}, thick = 12): Plan => {
	const vehicle = plainVehicle([[0, 700]], 1500, 2400);
	const layers: Plan['vehicle']['lining']['floor'] = thick > 0 ? { ply: { material: 'Plywood', thickness: thick } } : {};
	const lining = { ...vehicle.lining, floor: layers };
	return withPiece(planIn({ ...vehicle, zones, lining }), 'floor', 'floor-boards', { rear: 20, length: 2000, gap: 5, ...params });
};
const wheel: Zone = {
	name: 'Spare wheel',
	reason: 'spare wheel',
	start: exact(200),
	length: exact(600),
	right: exact(-300),
	left: exact(300),
	low: exact(-200),
	high: exact(40),
	from: 'above',
	rule: { type: 'reachable', uses: ['day'], moves: 1 }
};
const of = (plan: Plan, rule: string) => findingsOf(plan).filter((finding) => finding.rule === rule);

describe('the boards', () => {
	it('lie in the build-up of the floor, and say so when there is none', () => {
		expect(of(floored(), 'fit-floor')).toEqual([]);
		expect(of(floored({}, {}, 0), 'fit-floor')[0]).toMatchObject({ status: 'clash', margin: -9 });
		expect(of(floored({ boardSheet: 'ply-15' }), 'fit-floor')[0].margin).toBeCloseTo(-3, 6);
	});
	it('share the length out, less what is left between them, and keep their gap to the walls', () => {
		const boards = partsOf(floored({ boards: 2, between: 4 }));
		// Two of 1000 less half of 4 each, 1400 less 5 on both sides.
		expect(boards).toHaveLength(1);
		expect(boards[0]).toMatchObject({ quantity: 2, length: 998, width: 1390 });
	});
	it('have a hatch over what is reached from above, smaller than its opening by its play', () => {
		const plan = floored({ boards: 1 }, { wheel });
		const { parts } = assemblyOf(plan.pieces.floor, plan);
		const opening = bounds(parts[0].cutOuts![0].outline);
		const lid = bounds(parts[1].outline);
		expect(opening.x[1] - opening.x[0]).toBeCloseTo(600, 1);
		expect(lid.x[1] - lid.x[0]).toBeCloseTo(600 - 4, 1);
		// One move opens it, which is what the rule allows; nothing fixed is in the way.
		expect(of(plan, 'keep-clear')[0].status).not.toBe('clash');
		const reach = reachIn(plan, 'day').find(({ name }) => name === 'Spare wheel')!;
		expect(reach.status).toBe('moves');
		expect(reach.actions).toHaveLength(1);
	});
	it('without the hatch cover it for good', () =>
		expect(of(floored({ boards: 1, hatches: false }, { wheel }), 'keep-clear')[0].status).toBe('clash'));
});

describe('joints', () => {
	it('stay where they are equal when nothing stands there', () => expect(chooseJoints([0, 2000], 2, [], 2400)).toEqual([1000]));
	it('move to the nearer side of a foot', () => {
		expect(chooseJoints([0, 2000], 2, [[980, 1040]], 2400)).toEqual([980 - BESIDE_FOOT]);
		expect(chooseJoints([0, 2000], 2, [[940, 1010]], 2400)).toEqual([1010 + BESIDE_FOOT]);
	});
	it('cannot be found where feet stand everywhere, or the sheet is too short', () => {
		expect(chooseJoints([0, 300], 2, [[0, 300]], 2400)).toBeNull();
		expect(chooseJoints([0, 2000], 2, [], 900)).toBeNull();
	});
	it('are as near to the equal place as a search of every millimetre finds', () =>
		fc.assert(
			fc.property(fc.array(fc.integer({ min: 0, max: 1950 }), { maxLength: 8 }), (starts) => {
				const feet = starts.map((from): [number, number] => [from, from + 45]);
				const every = Array.from({ length: 2001 }, (_, x) => x).filter(
					(x) => x > 0 && x < 2000 && fromFeet(x, feet) >= BESIDE_FOOT && x <= 1500 && 2000 - x <= 1500
				);
				const best = Math.min(...every.map((x) => Math.abs(x - 1000)));
				const found = chooseJoints([0, 2000], 2, feet, 1500);
				if (every.length === 0) expect(found).toBeNull();
				else expect(Math.abs(found![0] - 1000)).toBe(best);
			})
		));
	it('under a leg are a clash, and the fix puts them where nothing stands', () => {
		const bed = withPiece(floored({ boards: 2 }), 'bed', 'fixed-platform', {
			rear: 60,
			length: 1920,
			panels: 2,
			height: 400,
			reachRear: false
		});
		const legs = of(bed, 'floor-joint');
		expect(legs[0].status).toBe('clash');
		const fix = fixesFor(bed, legs[0], {}).find(({ label }) => label === 'Put the joints where nothing stands')!;
		expect(fix).toBeDefined();
		const mended = applyEdits(bed, fix.edits);
		expect(of(mended, 'floor-joint').every(({ status }) => status !== 'clash')).toBe(true);
	});
});
