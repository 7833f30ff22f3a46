import fc from 'fast-check';
import createHighs, { type Highs } from 'highs';
import { beforeAll, describe, expect, it } from 'vitest';
import { STARTING_STOCK, type SheetStock } from '../plan';
import { planIn, plainVehicle, withPiece } from '../testing/plans';
import { layOutCloth } from './cloth';
import { layOutOneSheet } from './sheets';
import { cuttingPlan, layOutSheets, lineOfCopy, partsOf, type Blank, type SheetLayout } from '.';

let solver: Highs;
beforeAll(async () => {
	solver = await createHighs();
});

/** Cuts a sheet up as the layout says: every cut must go right through one of the pieces in hand. */
function sawUp(layout: SheetLayout, size: { w: number; h: number }, kerf: number): { x: number; y: number; w: number; h: number }[] {
	let hand = [{ x: 0, y: 0, ...size }];
	const near = (a: number, b: number) => Math.abs(a - b) < 1e-6;
	for (const cut of layout.cuts) {
		const through = hand.find((p) =>
			cut.axis === 'x'
				? cut.at > p.x - 1e-6 && cut.at < p.x + p.w && near(cut.from, p.y) && near(cut.to, p.y + p.h)
				: cut.at > p.y - 1e-6 && cut.at < p.y + p.h && near(cut.from, p.x) && near(cut.to, p.x + p.w)
		);
		if (!through) throw new Error(`cut ${JSON.stringify(cut)} goes through nothing in hand`);
		const { x, y, w, h } = through;
		const halves =
			cut.axis === 'x'
				? [
						{ x, y, w: cut.at - x, h },
						{ x: cut.at + kerf, y, w: x + w - cut.at - kerf, h }
					]
				: [
						{ x, y, w, h: cut.at - y },
						{ x, y: cut.at + kerf, w, h: y + h - cut.at - kerf }
					];
		hand = [...hand.filter((p) => p !== through), ...halves.filter((p) => p.w > 1e-6 && p.h > 1e-6)];
	}
	return hand;
}

const sheet = (grain: boolean): SheetStock => ({ name: 'Sheet', thickness: 12, length: 2440, width: 1220, density: 680, price: 70, grain });
const blanksOf = fc
	.array(fc.tuple(fc.integer({ min: 60, max: 1400 }), fc.integer({ min: 60, max: 1150 })), { minLength: 1, maxLength: 14 })
	.map((sizes) => sizes.map(([l, w], i): Blank => ({ id: String(i), length: Math.max(l, w), width: Math.min(l, w) })));

describe('sheets', () => {
	it('can be sawn up by through cuts into exactly the blanks', () =>
		fc.assert(
			fc.property(blanksOf, fc.boolean(), fc.integer({ min: 0, max: 5 }), (blanks, grain, kerf) => {
				const plan = layOutSheets(blanks, sheet(grain), kerf, 10);
				expect(
					plan.sheets
						.flatMap((s) => s.placed.map((p) => p.blank.id))
						.concat(plan.tooLarge.map((b) => b.id))
						.sort()
				).toEqual(blanks.map((b) => b.id).sort());
				for (const layout of plan.sheets) {
					const hand = sawUp(layout, { w: 2420, h: 1200 }, kerf);
					for (const { blank, x, y, turned } of layout.placed) {
						if (grain) expect(turned).toBe(false);
						const [w, h] = turned ? [blank.width, blank.length] : [blank.length, blank.width];
						const got = hand.find((p) => Math.abs(p.x - x) < 1e-6 && Math.abs(p.y - y) < 1e-6)!;
						expect(got.w).toBeCloseTo(w, 6);
						expect(got.h).toBeCloseTo(h, 6);
					}
				}
				expect(plan.sheets.length).toBeGreaterThanOrEqual(plan.atLeast);
			}),
			{ numRuns: 60, endOnFailure: true }
		));
	it('fills a sheet that is cut into quarters', () => {
		const quarters = Array.from({ length: 4 }, (_, i) => ({ id: String(i), length: 1208.5, width: 598.5 }));
		expect(layOutSheets(quarters, sheet(true), 3, 10).sheets).toHaveLength(1);
		// With a wider blade neither two lengths nor two widths fit side by side.
		expect(layOutSheets(quarters, sheet(true), 4, 10).sheets).toHaveLength(4);
	});
	it('says what is too large', () =>
		expect(layOutSheets([{ id: 'a', length: 2500, width: 100 }], sheet(true), 3, 10).tooLarge).toHaveLength(1));
});

describe('cloth', () => {
	const stock = { name: 'Cloth', width: 1400, thickness: 1, weight: 200, dark: true, air: false, price: 9 };
	const blank = fc.record({ length: fc.integer({ min: 200, max: 1700 }), width: fc.integer({ min: 200, max: 1300 }) });
	it('is the shortest stretch of the roll on which the pieces can be laid', () =>
		fc.assert(
			fc.property(fc.array(blank, { minLength: 1, maxLength: 12 }), (blanks) => {
				const pieces = blanks.map((piece, i) => ({ ...piece, id: String(i) }));
				const { length, layout, atLeast } = layOutCloth(pieces, stock);
				expect(layout.placed).toHaveLength(pieces.length);
				const onRoll = (long: number) => layOutOneSheet(pieces, { length: long, width: stock.width, grain: false }, 0);
				// Half a metre at a time, as it was sought before.
				let shortest = Math.max(500, Math.ceil(atLeast / 500 - 1e-9) * 500);
				while (!onRoll(shortest)) shortest += 500;
				expect(length).toBe(shortest);
			}),
			{ numRuns: 60 }
		));
	it('of a window with a digit too many is found as well, in strips', () => {
		const pieces = Array.from({ length: 12 }, (_, i) => ({ id: String(i), length: 7200, width: 7200 }));
		const { joined, layout, length } = layOutCloth(pieces, stock);
		expect(joined).toHaveLength(12);
		expect(layout.placed).toHaveLength(12 * 6);
		expect(length).toBeGreaterThanOrEqual((12 * 6 * 7200 * 1215) / 1400);
	});
});

describe('parts', () => {
	const plan = withPiece(
		planIn(
			plainVehicle([
				[0, 620],
				[600, 700],
				[1200, 520]
			])
		),
		'bed',
		'fixed-platform',
		{ height: 412, gap: 0, length: 1900, panels: 2 }
	);
	it('weigh what their volume weighs', () => {
		const board = partsOf(plan).find((p) => p.name === 'Board 1')!;
		expect(board.weight).toBeCloseTo((950 * 1346 * 12 * STARTING_STOCK.sheets['ply-12'].density) / 1e9, 6);
	});
	it('are counted, numbered, laid out, bought and added up', () => {
		const cutting = cuttingPlan(plan, solver);
		expect(cutting.parts.map((p) => p.number)).toEqual(cutting.parts.map((_, i) => i + 1));
		expect(cutting.parts.find((p) => p.name === 'Leg')!.quantity).toBe(3);
		expect(cutting.cost).toBeCloseTo(cutting.shopping.reduce((sum, s) => sum + s.cost, 0));
		for (const { plan: layout } of cutting.sheets)
			for (const { blank } of layout.sheets.flatMap((s) => s.placed)) {
				const line = lineOfCopy(cutting.parts, blank.id);
				expect([blank.length, blank.width]).toEqual([Math.max(line.length, line.width), Math.min(line.length, line.width)]);
			}
	});
});
