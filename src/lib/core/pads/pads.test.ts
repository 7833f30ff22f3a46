import createHighs from 'highs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyEdits } from '../plan';
import { plainVehicle, planIn, withPiece } from '../testing/plans';
import { backShort, cushionsOf, folded, padPlans, roundMattress, sheetFor, stripsFor, type PadWish } from '.';

const solver = await createHighs();
const wish = fc.record({
	length: fc.integer({ min: 1200, max: 2000 }),
	bedWidth: fc.integer({ min: 60, max: 150 }).map((cm) => cm * 10),
	seatDepth: fc.integer({ min: 42, max: 70 }).map((cm) => cm * 10),
	back: fc.constant({ least: 250, most: 450 }),
	thickness: fc.constant(80)
});

/** The fewest strips, by trying every cut of the bed into up to three on a grid of 10 mm. */
function fewestByTrying({ bedWidth, seatDepth, back }: PadWish): number {
	const rest = bedWidth - seatDepth;
	// One strip does when nothing worth a cushion is left; two when the rest is no higher than a back may be.
	if (rest < 80) return 1;
	for (let high = 80; high <= back.most; high += 10) if (high === rest) return 2;
	for (let high = 80; high <= back.most; high += 10) if (rest - high >= 80) return 3;
	return 4;
}

describe('strips', () => {
	it('are the fewest that do, cover the bed, and seat as deep as asked', () =>
		fc.assert(
			fc.property(wish, (asked) => {
				const strips = stripsFor(asked);
				expect(strips.reduce((sum, { width }) => sum + width, 0)).toBeCloseTo(Math.max(asked.bedWidth, strips[0].width), 9);
				expect(strips.length).toBe(fewestByTrying(asked));
				if (strips.length > 1) expect(strips[0]).toEqual({ width: asked.seatDepth, day: 'seat' });
				for (const { width, day } of strips) if (day === 'back') expect(width).toBeLessThanOrEqual(asked.back.most);
			})
		));
	it('say by how much a back falls short', () => {
		const asked: PadWish = { length: 1900, bedWidth: 700, seatDepth: 560, back: { least: 250, most: 450 }, thickness: 80 };
		expect(backShort(stripsFor(asked), asked)).toBe(110);
	});
});

describe('cutting from bought foam', () => {
	const foams = {
		large: { name: 'Large', length: 2000, width: 1200, thickness: 80, price: 90 },
		half: { name: 'Half', length: 1000, width: 1200, thickness: 80, price: 50 },
		thin: { name: 'Thin', length: 2000, width: 1200, thickness: 50, price: 60 }
	};
	const asked: PadWish = { length: 1900, bedWidth: 1080, seatDepth: 620, back: { least: 250, most: 480 }, thickness: 80 };
	it('takes one block where all strips lie side by side on it, and none of another thickness', () => {
		const plans = padPlans(asked, foams, solver);
		expect(plans.map(({ foam }) => foam)).toEqual(['large', 'half']);
		expect(plans[0]).toMatchObject({ blocks: 1, price: 90, proven: true });
		expect(plans[0].waste).toBeCloseTo(1 - (1900 * 1080) / (2000 * 1200), 9);
		// Half as long, every strip is made of two.
		expect(plans[1]).toMatchObject({ blocks: 2, price: 100 });
		expect(plans[1].cushions.every(({ count, length }) => count === 2 && length === 950)).toBe(true);
	});
	it('uses as few blocks as trying every sharing-out', () =>
		fc.assert(
			fc.property(wish, (one) => {
				const [plan] = padPlans(one, { large: foams.large }, solver);
				const widths = plan.cushions.flatMap(({ width, count }) => Array(count).fill(width) as number[]);
				const fits = (blocks: number): boolean => {
					const share = (i: number, left: number[]): boolean =>
						i === widths.length ||
						left.some(
							(room, k) =>
								room >= widths[i] - 1e-9 &&
								share(
									i + 1,
									left.map((r, j) => (j === k ? r - widths[i] : r))
								)
						);
					return share(0, Array(blocks).fill(1200) as number[]);
				};
				expect(fits(plan.blocks)).toBe(true);
				expect(plan.blocks === 1 || !fits(plan.blocks - 1)).toBe(true);
			})
		));
});

describe('bought mattresses', () => {
	it('fold into halves and thirds of the same volume', () => {
		expect(folded({ length: 1950, width: 650, thickness: 80 }, 3)).toEqual({ length: 650, width: 650, thickness: 240 });
		expect(folded({ length: 2000, width: 900, thickness: 100 }, 2)).toEqual({ length: 1000, width: 900, thickness: 200 });
	});
	it('name the sheet that fits, and say when it hangs over', () => {
		expect(sheetFor(1180, 1960)).toEqual({ width: 1200, length: 2000, snug: true });
		expect(sheetFor(1080, 1900)).toEqual({ width: 1200, length: 1900, snug: false });
		expect(sheetFor(1415, 2000)).toEqual({ width: 1400, length: 2000, snug: true });
		expect(sheetFor(2500, 2000)).toBeNull();
	});
});

describe('a bed round a mattress that was bought first', () => {
	const mattress = { length: 1950, width: 700, thickness: 100 };
	it('takes its length, width and thickness', () => {
		const plan = withPiece(planIn(plainVehicle([[0, 800]])), 'bed', 'fixed-platform', {});
		const round = applyEdits(plan, roundMattress(plan.pieces.bed, 'bed', mattress)!);
		expect(round.pieces.bed.params).toMatchObject({ length: 1950, width: 700, padThickness: 100, fullWidth: false });
		const [cushions] = cushionsOf(round);
		expect(cushions.bed).toEqual({ length: 1950, width: 700, thickness: 100 });
	});
	it('is refused where the kind cannot be so large', () => {
		const plan = withPiece(planIn(plainVehicle([[0, 800]])), 'bed', 'raked-platform', {});
		expect(roundMattress(plan.pieces.bed, 'bed', { ...mattress, length: 2900 })).toBeNull();
	});
});

describe('cushions of a plan', () => {
	it('of a couch are asked for as one set, with the depth of its seat', () => {
		const plan = withPiece(planIn(plainVehicle([[0, 700]])), 'couch', 'slat-couch', {
			seatDepth: 620,
			bedWidth: 1080,
			padThickness: 80,
			gap: 10
		});
		const [couch] = cushionsOf(plan);
		expect(couch.wish).toMatchObject({ seatDepth: 620, bedWidth: 1080, thickness: 80 });
		expect(couch.pads.map(({ name }) => name)).toEqual(['Seat cushion', 'Back cushion']);
		expect(couch.wallGap).toBeCloseTo(10, 6);
		// Nothing stands along its front edge: a lip has to.
		expect(couch.lip).toBe(32);
	});
	it('between two walls need no lip', () => {
		const [bed] = cushionsOf(withPiece(planIn(plainVehicle([[0, 700]])), 'bed', 'fixed-platform', {}));
		expect(bed).toMatchObject({ wish: null, lip: 0 });
	});
});
