import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { sceneOf } from '../derive';
import { rectangle } from '../geometry/polygon';
import { widthOf, type Rect } from '../geometry/rect';
import { readPlanFile, type Plan } from '../plan';
import { formatLength } from '../units';
import { annotated, frameOn, INK, passes, type Annotated } from './annotate';
import { crossSection, longSection, viewFromAbove, type View } from '.';

const meet = (a: Rect, b: Rect) => a.x[0] < b.x[1] && b.x[0] < a.x[1] && a.y[0] < b.y[1] && b.y[0] < a.y[1];
const examples = readdirSync('examples')
	.filter((name) => name.endsWith('.nook.json'))
	.map((name): [string, Plan] => {
		const read = readPlanFile(readFileSync(`examples/${name}`, 'utf8'));
		if (!read.ok) throw new Error(read.faults.join());
		return [name, read.plan];
	});
/** Drawings as they stand on a desk, on a small screen, and on a phone. */
const CANVASES = [
	[520, 270],
	[300, 250],
	[370, 300]
] as const;

/** What is wrong with how a drawing is written. */
function faults({ placed, note }: Annotated, [left, top, width, height]: View['frame'], sectionX: number | undefined): string[] {
	const found: string[] = [];
	for (const [i, one] of placed.entries()) {
		if (one.box.x[0] < left || one.box.x[1] > left + width || one.box.y[0] < top || one.box.y[1] > top + height)
			found.push(`${one.dimension.label} leaves the sheet`);
		if (sectionX !== undefined && one.box.x[0] < sectionX && one.box.x[1] > sectionX)
			found.push(`the cutting line runs through ${one.dimension.label}`);
		if (note && meet(one.box, note.box)) found.push(`${one.dimension.label} under what is lit`);
		for (const [j, other] of placed.entries()) {
			if (j > i && meet(one.box, other.box)) found.push(`${one.dimension.label} on ${other.dimension.label}`);
			const lines: [typeof one.from, typeof one.from][] = [[other.from, other.to], ...other.leaders];
			for (const line of lines)
				if (passes(line, one.box)) found.push(`the line of ${other.dimension.label} through ${one.dimension.label}`);
		}
	}
	return found;
}

describe.each(examples)('%s', (_, plan) => {
	it('has no figure on another, on a line, or beyond the sheet, in any mode, view and unit, and none is left out', () => {
		for (const modeId of Object.keys(plan.modes)) {
			const scene = sceneOf(plan, modeId);
			const sectionX = Math.round(plan.vehicle.length.mm * 0.42);
			const drawn = { plan, scene, selected: Object.keys(plan.pieces)[0] };
			const views = [viewFromAbove(drawn), longSection(drawn), crossSection(drawn, sectionX)];
			for (const view of views)
				for (const [width, height] of CANVASES)
					for (const system of ['metric', 'imperial'] as const) {
						const frame = frameOn(view, width, height);
						const px = Math.max(frame[2] / width, frame[3] / height);
						const line = view.name === 'cross-section' ? undefined : sectionX;
						const lit = { at: { x: frame[0] + frame[2] / 2, y: frame[1] + frame[3] / 2 }, words: '118 mm short' };
						const plain = annotated(view, (mm) => formatLength(mm, system), { px, frame, sectionX: line });
						const pointed = annotated(view, (mm) => formatLength(mm, system), { px, frame, sectionX: line, lit });
						const where = `${modeId}, ${view.name}, ${width} × ${height}, ${system}`;
						expect(faults(plain, frame, line), where).toEqual([]);
						expect(faults(pointed, frame, line), where).toEqual([]);
						expect(plain.placed.length + plain.left.length).toBe(view.dimensions.length);
						expect(
							plain.left.map(({ label }) => label),
							where
						).toEqual([]);
					}
		}
	});
});

describe('placing', () => {
	const box: View = {
		name: 'above',
		frame: [0, 0, 0, 0],
		shapes: [{ of: 'vehicle', kind: 'room', points: rectangle(0, 3000, 0, 1500), title: 'Room', cut: true }],
		dimensions: [
			{ from: { x: 0, y: 1500 }, to: { x: 3000, y: 1500 }, mm: 3000, offset: -2, label: 'Length' },
			{ from: { x: 500, y: 1500 }, to: { x: 2500, y: 1500 }, mm: 2000, offset: -1, label: 'Bed' }
		]
	};
	const at = (view: View, width = 400, height = 260) => {
		const frame = frameOn(view, width, height);
		const px = Math.max(frame[2] / width, frame[3] / height);
		return { frame, px, placed: annotated(view, String, { px, frame }).placed };
	};
	it('puts lines where they are asked for, as many rows off as asked, the figure over the middle', () => {
		const { placed, px } = at(box);
		expect(placed.map(({ from }) => Math.round((from.y - 1500) / px))).toEqual([2 * INK.row, INK.row]);
		expect(placed.map(({ at: { x } }) => x)).toEqual([1500, 1500]);
		for (const one of placed) expect((one.from.y - one.at.y) / px).toBeCloseTo(INK.off + INK.figure / 2);
	});
	it('makes the drawing as large as the canvas and its dimensions allow', () => {
		const { px, frame } = at(box);
		expect(px).toBeCloseTo(Math.max(3000 / (400 - 2 * INK.rim), 1500 / (260 - 2 * INK.rim - 2 * INK.row - INK.foot)));
		expect([frame[2] / px, frame[3] / px]).toEqual([expect.closeTo(400), expect.closeTo(260)]);
		// Half as large a canvas gives the dimensions the same pixels.
		const small = at(box, 200, 150);
		expect((small.placed[0].from.y - 1500) / small.px).toBeCloseTo(2 * INK.row);
	});
	it('shows what hangs out of the room, though not a door as far as it opens', () => {
		const glass = { ...box.shapes[0], kind: 'opening' as const };
		const out = (by: number) => at({ ...box, shapes: [...box.shapes, { ...glass, points: rectangle(2900, 3000 + by, 0, 900) }] }).frame;
		const right = ([left, , width]: View['frame']) => left + width;
		expect(right(out(100))).toBeGreaterThan(3100);
		expect(out(900)).toEqual(out(250));
	});
	it('moves a figure aside where the cutting line would run through it', () => {
		const { frame, px } = at(box);
		const { placed } = annotated(box, String, { px, frame, sectionX: 1500 });
		for (const { box: taken } of placed) expect(taken.x[0] > 1500 || taken.x[1] < 1500).toBe(true);
		expect(placed.map(({ from }) => Math.round((from.y - 1500) / px))).toEqual([2 * INK.row, INK.row]);
	});
	it('puts the figure of a short stretch past its end', () => {
		const short = { ...box, dimensions: [{ ...box.dimensions[0], to: { x: 120, y: 1500 }, mm: 120 }] };
		const { placed, px } = at(short);
		expect(placed[0].box.x[0]).toBeGreaterThan(120);
		expect(placed[0].box.x[1] - placed[0].box.x[0]).toBeCloseTo(widthOf('120', INK.figure) * px);
	});
	it('leaves out what finds no room, and says so', () => {
		const crowd = { ...box, dimensions: Array.from({ length: 40 }, () => ({ ...box.dimensions[0], to: { x: 90, y: 1500 } })) };
		const frame = frameOn(crowd, 120, 90);
		const px = Math.max(frame[2] / 120, frame[3] / 90);
		const { placed, left } = annotated(crowd, () => '123456 mm', { px, frame });
		expect(left.length).toBeGreaterThan(0);
		expect(placed.length + left.length).toBe(40);
	});
	it('knows a line that passes through a box from one that passes by', () => {
		const square: Rect = { x: [0, 10], y: [0, 10] };
		const lines = (x0: number, y0: number, x1: number, y1: number) =>
			passes(
				[
					{ x: x0, y: y0 },
					{ x: x1, y: y1 }
				],
				square
			);
		expect([lines(-5, 5, 15, 5), lines(5, 5, 6, 6), lines(-5, 4, 4, -5), lines(12, 0, 12, 10), lines(-5, 20, 20, 20)]).toEqual([
			true,
			true,
			false,
			false,
			false
		]);
		// Against many points along the line.
		for (let i = 0; i < 300; i++) {
			const [a, b, c, d] = [37, 53, 71, 89].map((by) => ((i * by) % 41) - 15);
			const along = Array.from({ length: 2001 }, (_, k) => ({ x: a + ((c - a) * k) / 2000, y: b + ((d - b) * k) / 2000 }));
			const hits = along.some(({ x, y }) => x > 0.05 && x < 9.95 && y > 0.05 && y < 9.95);
			if (hits) expect(lines(a, b, c, d)).toBe(true);
			if (along.every(({ x, y }) => x < -0.05 || x > 10.05 || y < -0.05 || y > 10.05)) expect(lines(a, b, c, d)).toBe(false);
		}
	});
});
