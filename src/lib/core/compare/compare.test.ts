import { describe, expect, it } from 'vitest';
import { cuttingPlan } from '../cutting';
import { solver } from '../testing/solver';
import { findingsOf } from '../checks';
import { convert } from '../moves';
import { applyEdits, starterPlan, type Plan } from '../plan';
import { plainVehicle, planIn, withPerson, withPiece } from '../testing/plans';
import { compared, layoutFacts, sheetOf } from '.';

const box = (height: number) =>
	withPerson(
		withPiece(planIn(plainVehicle([[0, 700]], 1500)), 'bed', 'fixed-platform', {
			height,
			reachRear: false,
			rear: 100,
			length: 1900,
			fullWidth: false,
			width: 1000,
			gap: 10,
			panels: 1
		}),
		'ida',
		1700,
		'bed'
	);
const row = (plan: Plan, id: string) => sheetOf(plan, solver).rows.find((one) => one.id === id)!;

describe('the facts of a layout', () => {
	it('are its sizes, what it weighs and what is paid for it in the end', () => {
		const facts = layoutFacts(box(400), solver);
		expect(facts).toMatchObject({ height: 400, length: 1900, width: 1000, beside: 400 });
		const { 'ply-12': ply } = box(400).stock.sheets;
		const { 'batten-45x21': bar, 'batten-45x45': post } = box(400).stock.bars;
		// One board takes a sheet; cross-bars of a metre under both ends a length; six posts of 343 a length.
		expect(6 * (400 - 12 - 45 + 3)).toBeLessThan(post.length);
		expect(facts.cost).toBeCloseTo(ply.price + bar.price + post.price, 9);
		expect(facts.cost).toBe(cuttingPlan(box(400), solver).cost);
	});
	it('say nothing of a bed where there is none', () => {
		const facts = layoutFacts(starterPlan('Empty', 'small van'), solver);
		expect(facts.height).toBeNaN();
		expect(sheetOf(starterPlan('Empty', 'small van'), solver).rows.find(({ id }) => id === 'height')!.value).toBeNull();
	});
});

describe('a sheet', () => {
	it('has the margins that the findings have, and nothing where nobody asks', () => {
		const plan = box(400);
		const finding = findingsOf(plan).find(({ rule }) => rule === 'sitting-up')!;
		expect(row(plan, 'sitting-up:ida')).toMatchObject({ value: finding.margin, status: finding.status });
		const content = applyEdits(plan, [{ path: ['crew', 'ida', 'wants'], value: [] }]);
		expect(row(content, 'sitting-up:ida').value).toBeNull();
	});
	it('times the changes like the conversion does', () => {
		const plan = box(400);
		const way = convert(plan, 'night', 'day');
		expect(row(plan, 'night-day').value).toBe(way.ok && way.seconds);
		expect(row(plan, 'drive-night').value).toBeNull();
	});
});

describe('sheets side by side', () => {
	it('tell what differs and which is best', () => {
		const rows = compared([box(400), box(500)].map((plan) => sheetOf(plan, solver)));
		const of = (id: string) => rows.find((one) => one.id === id)!;
		expect(of('height')).toMatchObject({ differs: true, best: [] });
		expect(of('sitting-up:ida').best).toEqual([0]);
		expect(of('storage').best).toEqual([1]);
		expect(of('width')).toMatchObject({ differs: false, best: [] });
		expect(of('sitting-up:ida').values[0].value! - of('sitting-up:ida').values[1].value!).toBeCloseTo(100, 6);
	});
	it('leave out what none of them has, and keep what only one has', () => {
		const quiet = applyEdits(box(400), [{ path: ['crew', 'ida', 'wants'], value: [] }]);
		const rows = compared([quiet, box(400)].map((plan) => sheetOf(plan, solver)));
		expect(rows.find(({ id }) => id === 'propped:ida')).toMatchObject({ differs: true });
		expect(compared([sheetOf(quiet, solver)]).some(({ id }) => id === 'propped:ida')).toBe(false);
	});
});
