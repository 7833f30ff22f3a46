import { describe, expect, it } from 'vitest';
import { sceneOf } from '../derive';
import { overheadIn, posesIn } from '../people';
import { applyEdits, type Plan } from '../plan';
import { plainVehicle, planIn, withPerson, withPiece } from '../testing/plans';
import { block } from '../testing/trap-van';
import { findingsOf, fixesFor } from '.';

const H = 1700;
const NEEDS = 0.95 * 0.52 * H + 30;
const find = (plan: Plan, rule: string) => findingsOf(plan).find((one) => one.rule === rule)!;

describe('what hangs over somebody in bed', () => {
	// Boards at 400 and 80 of medium foam from 300 to 2200; a bunk with its ledger 45 under its board of 12.
	const bed = withPerson(
		withPiece(planIn(plainVehicle([[0, 800]], 1900, 4000)), 'bed', 'fixed-platform', {
			height: 400,
			rear: 300,
			length: 1900,
			reachRear: false,
			fullWidth: false,
			width: 700,
			centre: 300,
			panels: 1,
			padThickness: 80
		}),
		'mara',
		H,
		'bed'
	);
	const under = (height: number, params: Record<string, unknown> = {}) =>
		withPiece(bed, 'bunk', 'bunk', { height, side: 'left', rear: 300, length: 1900, width: 900, gap: 0, folds: false, ...params });
	const lying = 400 + 80 * 0.85;
	const sitting = 400 + 80 * 0.7;
	it('is the underside of the bunk, not the roof', () => {
		const plan = under(900);
		expect(find(plan, 'sitting-up').margin).toBeCloseTo(888 - sitting - NEEDS, 6);
		expect(find(plan, 'turning-over').margin).toBeCloseTo(888 - lying - (0.285 * H + 60), 6);
		expect(find(plan, 'lying-height').margin).toBeCloseTo(888 - lying - (0.14 * H + 40), 6);
		expect(find(plan, 'sitting-up')).toMatchObject({ status: 'clash', subjects: ['bed', 'mara', 'bunk'] });
		expect(find(plan, 'sitting-up').why).toContain('bunk hangs over it');
	});
	it('raising it is offered, tried out, and enough', () => {
		const plan = under(1300);
		const clash = find(plan, 'sitting-up');
		expect(clash.margin).toBeCloseTo(1288 - sitting - NEEDS, 6);
		expect(clash.status).toBe('clash');
		const fix = fixesFor(plan, clash, {}).find(({ label }) => label === 'Raise the bed by 82 mm (bunk)')!;
		expect(fix).toBeDefined();
		expect(find(applyEdits(plan, fix.edits), 'sitting-up').status).not.toBe('clash');
	});
	it('is no matter beside them, or lower than their mattress', () => {
		const roof = 1900 - sitting - NEEDS;
		expect(find(under(900, { side: 'right', width: 400 }), 'sitting-up').margin).toBeCloseTo(roof, 6);
		expect(
			find(withPiece(bed, 'box', 'bench-box', { side: 'right', height: 380, depth: 700, cushion: 0 }), 'sitting-up').margin
		).toBeCloseTo(roof, 6);
	});
	it('is a bar of the vehicle as well, however narrow: no corner of the head lies under it', () => {
		const bar = { name: 'Grab rail', kind: 'roof bar', ...block([300, 2200], [290, 310], [1100, 1130]) };
		const plan = applyEdits(bed, [{ path: ['vehicle', 'fixtures', 'bar'], value: bar }]);
		expect(find(plan, 'sitting-up').margin).toBeCloseTo(1100 - sitting - NEEDS, 6);
		expect(find(plan, 'sitting-up').why).toContain('Grab rail hangs over it');
		const beside = { ...bar, ...block([300, 2200], [-700, -680], [1100, 1130]) };
		expect(find(applyEdits(bed, [{ path: ['vehicle', 'fixtures', 'bar'], value: beside }]), 'sitting-up').margin).toBeCloseTo(
			1900 - sitting - NEEDS,
			6
		);
	});
	it('one sits where nothing hangs, if there is such a place, and is drawn there', () => {
		// Over the feet and the hips alone: the head goes up in front of it, or behind.
		const plan = under(900, { rear: 1000, length: 1200 });
		expect(find(plan, 'sitting-up').margin).toBeCloseTo(1900 - sitting - NEEDS, 6);
		const scene = sceneOf(plan, 'night');
		const [{ pose }] = posesIn(plan.crew, scene, 'sitting up');
		const { x, y } = pose.placement.at;
		expect(overheadIn(scene, x, y, 100, lying).under?.id).not.toBe('bunk');
	});
});

describe('what hangs over a bench', () => {
	// A bench 520 deep along the wall at 800; cupboards over it, 300 deep.
	const plan = (base: number, depth = 300) =>
		withPiece(
			withPerson(
				withPiece(planIn(plainVehicle([[0, 800]], 1900, 4000)), 'bench', 'bench-box', {
					side: 'left',
					rear: 300,
					length: 900,
					depth: 520,
					height: 400,
					cushion: 60,
					lid: false,
					gap: 0
				}),
				'mara',
				H,
				'bench'
			),
			'upper',
			'cabinet',
			{ side: 'left', rear: 300, length: 900, base, height: base + 300, depth, gap: 0, bays: 1, fill1: 'open shelves', rows1: 1 }
		);
	const seat = 400 + 60 * 0.7;
	it('are its cupboards, from their lower edge', () => {
		expect(find(plan(1100), 'bench-head').margin).toBeCloseTo(1100 - seat - NEEDS, 6);
		expect(find(plan(1100), 'bench-head').why).toContain('upper hangs over it');
		expect(find(plan(1450), 'bench-head').status).toBe('clear');
	});
	it('shallow enough, they are behind the head', () => {
		// The head is 0.1 of the stature before the backrest, half a head's breadth either way: free from 59.5 mm on.
		expect(find(plan(1100, 120), 'bench-head').margin).toBeLessThan(0);
		const edge = H * 0.1 - (H * 0.13) / 2;
		expect(edge).toBeCloseTo(59.5, 6);
		expect(find(plan(1100, 120), 'bench-head').actual).toBeCloseTo(1100 - seat, 6);
	});
});
