import type { Drilled, PartLine } from '../cutting';
import { segmentDistance, type Polygon } from '../geometry/polygon';
import { overlaps, widthOf, type Rect } from '../geometry/rect';
import { vec2, type Vec2 } from '../geometry/vector';
import { markingsOf, type Marking } from './markings';

/** A line drawing on paper, mm, x to the right and y down. */
export interface Sketch {
	width: number;
	height: number;
	strokes: { points: Polygon; closed: boolean; kind: 'rim' | 'opening' | 'measure' | 'hidden' }[];
	dots: { at: Vec2; radius: number; filled: boolean }[];
	/** Text with its middle height at a place. */
	labels: { at: Vec2; words: string; size: number; anchor: 'start' | 'middle' | 'end'; strong?: true }[];
}

/** Height of figures and of letters on paper, mm. */
const FIGURE = 3;
const LETTER = 4;
/** Between the part and its figures, and between two figures, mm. */
const OFF = 4;
const APART = 1.5;
/** More corners than this are a curve, which is cut by its template. */
const MOST_CORNERS = 16;
/** Two figures closer than this in the wood are one, mm. */
const SAME = 0.5;

/**
 * Places along an edge for figures of some sizes, in their order, as near to where they belong as keeps them apart and within a range:
 * least squares by pooling those that are too close (Barlow et al., Statistical Inference under Order Restrictions, 1972). What does not
 * fit at all stands closer.
 */
function spreadOut(stops: readonly { at: number; size: number }[], [low, high]: [number, number]): number[] {
	const offsets: number[] = [];
	let reach = 0;
	stops.forEach(({ size }, i) => offsets.push((reach += i === 0 ? 0 : (stops[i - 1].size + size) / 2)));
	const pools: { sum: number; count: number }[] = [];
	stops.forEach(({ at }, i) => {
		let pool = { sum: at - offsets[i], count: 1 };
		for (let last = pools.at(-1); last && last.sum / last.count > pool.sum / pool.count; last = pools.at(-1)) {
			pools.pop();
			pool = { sum: last.sum + pool.sum, count: last.count + pool.count };
		}
		pools.push(pool);
	});
	const means = pools.flatMap(({ sum, count }) => Array.from({ length: count }, () => sum / count));
	const most = Math.max(low, high - reach);
	const squeeze = Math.min(1, (high - low) / Math.max(reach, 1e-9));
	return means.map((mean, i) => Math.min(most, Math.max(low, mean)) + squeeze * offsets[i]);
}

/** Different values, rising. */
function distinct(values: readonly number[]): number[] {
	return [...values]
		.sort((a, b) => a - b)
		.reduce<number[]>((kept, value) => (kept.length > 0 && value - kept.at(-1)! < SAME ? kept : [...kept, value]), []);
}

/** A place for a letter near the holes that it names, on no line, hole or other letter. */
function placeOf(
	words: string,
	around: readonly Vec2[],
	taken: readonly Rect[],
	lines: readonly [Vec2, Vec2][],
	paper: Rect
): Rect | undefined {
	const [w, h] = [widthOf(words, LETTER), LETTER];
	for (const far of [3, 4.5, 6.5, 9])
		for (const { x, y } of around)
			for (const [dx, dy] of [
				[1, -1],
				[1, 1],
				[-1, -1],
				[-1, 1],
				[0, -1],
				[0, 1],
				[1, 0],
				[-1, 0]
			]) {
				const [cx, cy] = [x + dx * far, y + dy * far];
				const rect: Rect = { x: [cx - w / 2, cx + w / 2], y: [cy - h / 2, cy + h / 2] };
				const inPaper = rect.x[0] > paper.x[0] && rect.x[1] < paper.x[1] && rect.y[0] > paper.y[0] && rect.y[1] < paper.y[1];
				const off = (a: Vec2, b: Vec2) => segmentDistance(vec2(cx, cy), a, b) > Math.max(w, h) / 2 + 0.3;
				if (inPaper && taken.every((other) => !overlaps(rect, other)) && lines.every(([a, b]) => off(a, b))) return rect;
			}
	return undefined;
}

/**
 * The drawing of a part with what is drilled in it: as large as its paper allows, sizes from its left end and its lower edge that do
 * not run into each other, holes lettered by the line they are marked along.
 *
 * @param figure a length without its unit
 */
export function partSketch(
	line: PartLine,
	drilled: Drilled | undefined,
	paper: { width: number; height: number },
	figure: (value: number) => string
): Sketch {
	const rings = [line.outline, ...line.cutOuts.map(({ outline }) => outline)];
	const corners = rings.flat().length > 2 * MOST_CORNERS ? [] : rings.flat();
	const stopsOf = (axis: 'x' | 'y', size: number) => distinct([0, size, ...corners.map((p) => p[axis])]);
	const wide = (value: number) => widthOf(figure(value), FIGURE);
	const ys = stopsOf('y', line.width);
	const beside = OFF + Math.max(...ys.map(wide)) + 1;
	// Figures stand out by half, and a letter may stand beside the part.
	const right = 2 + Math.max(LETTER, wide(line.length) / 2);
	const most = Math.floor((paper.width - 2) / (Math.max(wide(line.length), FIGURE) + APART));
	const all = stopsOf('x', line.length);
	const xs = all.length <= most ? all : [0, line.length];
	const scale = Math.min((paper.width - beside - right) / line.length, (paper.height - OFF - FIGURE - 8) / line.width, 1);
	const up = spreadOut(
		ys.map((y) => ({ at: y * scale, size: FIGURE + 0.8 })),
		[0, Infinity]
	);
	const top = 2 + Math.max(LETTER, up.at(-1)! - line.width * scale + FIGURE / 2);
	const [left, bottom] = [beside, line.width * scale + top];
	const at = ({ x, y }: Vec2): Vec2 => vec2(left + x * scale, bottom - y * scale);
	const figures = bottom + OFF + FIGURE / 2;
	const sketch: Sketch = { width: paper.width, height: figures + FIGURE, strokes: [], dots: [], labels: [] };
	rings.forEach((ring, i) => sketch.strokes.push({ points: ring.map(at), closed: true, kind: i === 0 ? 'rim' : 'opening' }));
	const measured = (points: Polygon) => sketch.strokes.push({ points, closed: false, kind: 'measure' });
	spreadOut(
		xs.map((x) => ({ at: left + x * scale, size: wide(x) + APART })),
		[wide(xs[0]) / 2 + 0.5, paper.width - wide(xs.at(-1)!) / 2 - 0.5]
	).forEach((x, i) => {
		const from = left + xs[i] * scale;
		measured([vec2(from, bottom + 1), vec2(from, bottom + 1.8), vec2(x, figures - FIGURE / 2 - 0.4)]);
		sketch.labels.push({ at: vec2(x, figures), words: figure(xs[i]), size: FIGURE, anchor: 'middle' });
	});
	up.forEach((y, i) => {
		const from = bottom - ys[i] * scale;
		measured([vec2(left - 1, from), vec2(left - 1.8, from), vec2(left - OFF + 0.6, bottom - y)]);
		sketch.labels.push({ at: vec2(left - OFF, bottom - y), words: figure(ys[i]), size: FIGURE, anchor: 'end' });
	});
	drawHoles(sketch, drilled ? markingsOf(drilled) : [], at, scale);
	return sketch;
}

/** Holes in an edge are drawn as far in as they go, at least so far, mm on paper. */
const SHORTEST = 2;

function drawHoles(sketch: Sketch, markings: readonly Marking[], at: (p: Vec2) => Vec2, scale: number): void {
	// Letters keep off everything that is drawn and written already.
	const taken = sketch.labels.map(({ at: { x, y }, words, size, anchor }): Rect => {
		const wide = widthOf(words, size);
		const from = anchor === 'middle' ? x - wide / 2 : anchor === 'end' ? x - wide : x;
		return { x: [from, from + wide], y: [y - size / 2, y + size / 2] };
	});
	const lines = sketch.strokes.flatMap(({ points }) => points.map((p, i): [Vec2, Vec2] => [p, points[(i + 1) % points.length]]));
	const round = ({ x, y }: Vec2, r: number): Rect => ({ x: [x - r, x + r], y: [y - r, y + r] });
	const drawn = markings.map(({ from, diameter, depth = 0, places }) => {
		const radius = Math.max(0.7, (diameter * scale) / 2);
		const into = { 'the left edge': [1, 0], 'the right edge': [-1, 0], 'the lower edge': [0, -1], 'the upper edge': [0, 1] }[
			from as string
		];
		const spots = places.map(at);
		for (const p of spots) {
			if (!into) sketch.dots.push({ at: p, radius, filled: from === 'this face' });
			else {
				const far = Math.max(SHORTEST, depth * scale);
				const end = vec2(p.x + into[0] * far, p.y + into[1] * far);
				sketch.strokes.push({ points: [p, end], closed: false, kind: 'hidden' });
				lines.push([p, end]);
				taken.push(round(end, 0.8));
			}
			taken.push(round(p, radius + 0.4));
		}
		return spots;
	});
	const paper: Rect = { x: [0, sketch.width], y: [0, sketch.height] };
	markings.forEach(({ letter }, i) => {
		const rect = placeOf(letter, drawn[i], taken, lines, paper) ?? placeOf(letter, drawn[i], [], [], paper);
		if (!rect) return;
		taken.push(rect);
		sketch.labels.push({
			at: vec2((rect.x[0] + rect.x[1]) / 2, (rect.y[0] + rect.y[1]) / 2),
			words: letter,
			size: LETTER,
			anchor: 'middle',
			strong: true
		});
	});
}
