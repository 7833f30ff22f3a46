import { describe, expect, it } from 'vitest';
import { strengthFindings } from '../checks';
import { applyEdits, type Plan } from '../plan';
import { toEnd } from '../stepwise';
import { plainVehicle, planIn, withPerson, withPiece } from '../testing/plans';
import { holds, remadeOf, strengthened } from './stronger';

/** A platform 1200 wide of boards on bars, with somebody of 80 kg on it. */
const platform = (boardSheet: string): Plan =>
	applyEdits(
		withPerson(
			withPiece(planIn(plainVehicle([[0, 800]], 1600, 3200)), 'bed', 'fixed-platform', {
				height: 400,
				rear: 100,
				length: 2000,
				reachRear: false,
				fullWidth: false,
				width: 1200,
				panels: 3,
				boardSheet
			}),
			'ida',
			1700,
			'bed'
		),
		[{ path: ['crew', 'ida', 'weight'], value: 80 }]
	);
const clashes = (plan: Plan): boolean => strengthFindings(plan).some(({ status }) => status === 'clash');
const weak = (plan: Plan): boolean =>
	strengthFindings(plan).some(({ rule, status, margin, comfort }) => status === 'clash' || (rule === 'sag' && margin < comfort));

describe('a piece cut from other stock', () => {
	const plan = platform('ply-9');
	const found = toEnd(remadeOf(plan, 'bed'));
	it('what holds comes first, the lightest first, and it does hold', () => {
		expect(weak(plan)).toBe(true);
		const [best] = found;
		expect(holds(best)).toBe(true);
		expect(best.newClashes).toBe(0);
		expect(weak(applyEdits(plan, best.edits))).toBe(false);
		const good = found.filter((one) => holds(one) && one.newClashes === 0).map(({ mass }) => mass);
		expect(good).toEqual([...good].sort((a, b) => a - b));
	});
	it('nothing thinner of the same sort would have done', () => {
		const sheet = found[0].edits.find(({ path }) => path.at(-1) === 'boardSheet')!.value as string;
		const sheets = ['ply-4', 'ply-6', 'ply-9', 'ply-12', 'ply-15', 'ply-18'];
		expect(sheets.indexOf(sheet)).toBeGreaterThan(2);
		for (const thinner of sheets.slice(2, sheets.indexOf(sheet)))
			expect(
				weak(applyEdits(plan, [...found[0].edits, { path: ['pieces', 'bed', 'params', 'boardSheet'], value: thinner }])),
				thinner
			).toBe(true);
	});
	it('what is more than needed is told as well', () => {
		const thick = toEnd(remadeOf(platform('ply-18'), 'bed'));
		const now = thick.find(({ label }) => label === '')!;
		expect(holds(now)).toBe(true);
		expect(thick[0].mass).toBeLessThan(now.mass);
	});
});

describe('a piece made stronger', () => {
	it('bears afterwards, by the lightest stock of its sort that is enough', () => {
		const plan = platform('ply-9');
		const { edits, changes, bears } = toEnd(strengthened(plan, 'bed'));
		expect(bears).toBe(true);
		expect(changes).toHaveLength(1);
		const strong = applyEdits(plan, edits);
		expect(strengthFindings(strong).filter(({ status }) => status === 'clash')).toEqual([]);
		const sheets = ['ply-9', 'ply-12', 'ply-15', 'ply-18'];
		const { boardSheet: taken } = strong.pieces.bed.params as { boardSheet: string };
		for (const lighter of sheets.slice(0, sheets.indexOf(taken))) expect(clashes(platform(lighter)), lighter).toBe(true);
	});
	it('is left as it is where nobody has said what its legs are made of: what they bear cannot be told', () => {
		const plan = applyEdits(platform('ply-9'), [
			{
				path: ['stock', 'bars', 'mystery'],
				value: { name: 'Found in the shed', width: 45, thickness: 45, length: 2400, density: 480, price: 0 }
			},
			{ path: ['pieces', 'bed', 'params', 'legBar'], value: 'mystery' }
		]);
		expect(toEnd(strengthened(plan, 'bed'))).toEqual({ edits: [], changes: [], bears: false });
	});
	it('is left alone where it bears, and is given what helps most where nothing is enough', () => {
		expect(toEnd(strengthened(platform('ply-18'), 'bed'))).toMatchObject({ edits: [], bears: true });
		// Nothing of the shed holds up a bridge whose rear edge lies on nothing.
		const bridge = withPerson(
			withPiece(planIn(plainVehicle([[0, 800]], 1600, 3200)), 'bed', 'bridge', { height: 400, rear: 800, length: 700, width: 1200 }),
			'ida',
			1700,
			'bed'
		);
		const { edits, bears } = toEnd(strengthened(bridge, 'bed'));
		expect(bears).toBe(false);
		expect(edits.length).toBeGreaterThan(0);
	});
});

describe('a piece with more supports', () => {
	it('a board more, with a bar and legs under its joint, is tried as well', () => {
		const more = toEnd(remadeOf(applyEdits(platform('ply-9'), [{ path: ['pieces', 'bed', 'params', 'panels'], value: 2 }]), 'bed'));
		expect(more.map(({ label }) => label)).toContain('Boards along the length: 4');
		const [as, one] = ['', 'Boards along the length: 3'].map((label) => more.find((found) => found.label === label)!);
		// Half as much again of joints: spans are shorter, and it sags less.
		expect(one.sags).toBeLessThan(as.sags);
		expect(one.mass).toBeGreaterThan(as.mass);
	});
	it('slats are tried closer', () => {
		const plan = withPerson(
			withPiece(planIn(plainVehicle([[0, 800]], 1600, 3200)), 'bed', 'slat-platform', { height: 400, slatGap: 60 }),
			'ida',
			1700,
			'bed'
		);
		const found = toEnd(remadeOf(plan, 'bed'));
		const [as, closer] = ['', 'Air between slats: ⟦30⟧'].map((label) => found.find((one) => one.label === label)!);
		expect(closer.mass).toBeGreaterThan(as.mass);
		expect(closer.used).toBeLessThanOrEqual(as.used);
		expect(closer.edits).toEqual([{ path: ['pieces', 'bed', 'params', 'slatGap'], value: 30 }]);
	});
});
