import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyEdits } from '../plan';
import { randomFrom } from '../practice/random';
import { planIn, plainVehicle, withPiece } from '../testing/plans';
import { solver } from '../testing/solver';
import { cuttingPlan, layOutBars, type BarPlan } from '.';
import type { BarSource } from './stock-cutting';

const pieces = (lengths: readonly number[]) => lengths.map((length, i) => ({ id: String(i), length }));
const saw = (lengths: readonly number[], sources: readonly BarSource[], kerf: number): BarPlan =>
	layOutBars(pieces(lengths), sources, kerf, solver);
const only = (length: number, price = 1): BarSource[] => [{ length, price }];

/** The least money, by trying every way to share pieces out over bars of every source. */
function leastMoney(lengths: readonly number[], sources: readonly BarSource[], kerf: number): number {
	let best = Infinity;
	const place = (i: number, rooms: number[], left: number[], money: number) => {
		if (money >= best) return;
		if (i === lengths.length) {
			best = money;
			return;
		}
		const need = lengths[i] + kerf;
		const share = (b: number, room: number) => rooms.map((one, k) => (k === b ? room : one));
		for (let b = 0; b < rooms.length; b++) if (rooms[b] >= need) place(i + 1, share(b, rooms[b] - need), left, money);
		for (let s = 0; s < sources.length; s++)
			if (left[s] > 0 && sources[s].length + kerf >= need)
				place(
					i + 1,
					[...rooms, sources[s].length + kerf - need],
					left.map((one, k) => (k === s ? one - 1 : one)),
					money + (sources[s].have === undefined ? sources[s].price : 0)
				);
	};
	place(
		0,
		[],
		sources.map(({ have }) => have ?? Infinity),
		0
	);
	return best;
}
const moneyOf = ({ bars }: BarPlan, sources: readonly BarSource[]) =>
	bars.reduce(
		(sum, bar) => sum + (bar.had ? 0 : sources.find(({ length, have }) => have === undefined && length === bar.length)!.price),
		0
	);

/** Every piece once, no bar over-full, no more offcuts than there are: worked out anew from what comes back. */
function checked(plan: BarPlan, lengths: readonly number[], sources: readonly BarSource[], kerf: number): void {
	const ids = [...plan.bars.flatMap((bar) => bar.pieces), ...plan.tooLong].map(({ id }) => Number(id)).sort((a, b) => a - b);
	expect(ids).toEqual(lengths.map((_, i) => i));
	for (const { length, pieces, left } of plan.bars) {
		const sawn = pieces.reduce((sum, one) => sum + one.length + kerf, 0);
		expect(sawn - kerf).toBeLessThanOrEqual(length + 1e-6);
		expect(left).toBeCloseTo(Math.max(0, length - sawn), 6);
	}
	for (const { length, have } of sources)
		if (have !== undefined) {
			const there = sources.reduce((sum, one) => sum + (one.length === length ? (one.have ?? 0) : 0), 0);
			expect(plan.bars.filter((bar) => bar.had && bar.length === length).length).toBeLessThanOrEqual(there);
		}
}

/** Whole numbers between two, the same each time. */
function drawn(seed: number) {
	const random = randomFrom(`lengths ${seed}`);
	return (low: number, high: number) => low + Math.floor(random() * (high - low + 1));
}

describe('lengths from bars', () => {
	it('need no more money than an exhaustive search finds, over several lengths, prices and offcuts', () =>
		fc.assert(
			fc.property(
				fc.array(fc.integer({ min: 200, max: 1900 }), { minLength: 1, maxLength: 7 }),
				fc.integer({ min: 0, max: 5 }),
				fc.integer({ min: 3, max: 9 }),
				fc.integer({ min: 3, max: 14 }),
				fc.integer({ min: 300, max: 1500 }),
				fc.integer({ min: 1, max: 2 }),
				(lengths, kerf, price, other, offcut, have) => {
					const sources = [
						{ length: 2400, price },
						{ length: 3600, price: other },
						{ length: offcut, price: 0, have }
					];
					for (const some of [sources.slice(0, 1), sources]) {
						const plan = saw(lengths, some, kerf);
						checked(plan, lengths, some, kerf);
						expect(plan.proven).toBe(true);
						expect(moneyOf(plan, some)).toBe(leastMoney(lengths, some, kerf));
					}
				}
			),
			{ numRuns: 30, endOnFailure: true }
		));
	it('are proven the fewest with up to 80 different lengths and 200 pieces', () => {
		for (const [different, seed] of [
			[25, 1],
			[40, 2],
			[60, 3],
			[80, 4]
		]) {
			const draw = drawn(seed);
			const sizes = Array.from({ length: different }, () => draw(150, 1900));
			const lengths = sizes.flatMap((length) => Array.from({ length: draw(1, 4) }, () => length));
			const plan = saw(lengths, only(2400), 3);
			checked(plan, lengths, only(2400), 3);
			expect(plan.proven, `${different} lengths`).toBe(true);
			expect(plan.gap).toBe(0);
		}
	});
	it('say how much dearer they may be where that is not proven', () => {
		const draw = drawn(9);
		const lengths = Array.from({ length: 36 }, () => draw(150, 1900));
		const sources = [
			{ length: 2400, price: 5.13 },
			{ length: 3000, price: 6.27 },
			{ length: 4000, price: 8.41 }
		];
		const plan = saw(lengths, sources, 3);
		checked(plan, lengths, sources, 3);
		expect(plan.gap).toBeLessThan(0.05);
		expect(plan.gap > 0).toBe(!plan.proven);
	});
	it('are too long as long as no length on sale holds them, whatever one has', () => {
		const plan = saw(
			[2600, 500],
			[
				{ length: 2400, price: 1 },
				{ length: 3000, price: 0, have: 1 }
			],
			3
		);
		expect(plan.tooLong.map(({ length }) => length)).toEqual([2600]);
		expect(plan.bars).toHaveLength(1);
	});
	it('go by length where prices are not known', () => {
		const plan = saw(
			[900, 900],
			[
				{ length: 2400, price: 0 },
				{ length: 1000, price: 0 },
				{ length: 1900, price: 0 }
			],
			3
		);
		expect(plan.bars.map(({ length }) => length)).toEqual([1900]);
	});
	it('count the saw cut: three pieces of 800 fill 2400 only with a blade of no width', () => {
		const three = [800, 800, 800];
		expect(saw(three, only(2400), 0).bars).toHaveLength(1);
		expect(saw(three, only(2400), 3).bars).toHaveLength(2);
		expect(saw(three, only(2406), 3).bars).toHaveLength(1);
	});
	it('keep what is left over in one long end', () => {
		const ends = saw([1500, 1200, 600, 500], only(2400), 0).bars.map(({ left }) => left);
		expect(ends.sort((a, b) => a - b)).toEqual([100, 900]);
	});
});

describe('the shopping list', () => {
	it('names each length that is bought, and an offcut costs nothing', () => {
		const plan = withPiece(planIn(plainVehicle([[0, 700]])), 'bed', 'slat-platform', {});
		const [id] = cuttingPlan(plan, solver).bars.map((job) => job.id);
		const stock = plan.stock.bars[id];
		const before = cuttingPlan(plan, solver);
		const told = applyEdits(plan, [
			{ path: ['stock', 'bars', id, 'alsoSold'], value: [{ length: stock.length + 1000, price: stock.price }] },
			{ path: ['stock', 'bars', id, 'offcuts'], value: [{ length: stock.length, count: 1 }] }
		]);
		const after = cuttingPlan(told, solver);
		const job = after.bars.find((one) => one.id === id)!;
		expect(after.cost!).toBeLessThan(before.cost!);
		const lines = after.shopping.filter(({ name }) => name === stock.name);
		expect(lines.reduce((sum, { quantity }) => sum + quantity, 0)).toBe(job.plan.bars.filter(({ had }) => !had).length);
		expect(after.cost).toBeCloseTo(
			after.shopping.reduce((sum, { cost }) => sum + cost, 0),
			9
		);
	});
});
