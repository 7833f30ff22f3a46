import { bounds } from '../geometry/polygon';
import { overlaps, widthOf, type Rect } from '../geometry/rect';
import type { Vec2 } from '../geometry/vector';
import type { Dimension, View } from './shape';

/** A dimension as it is drawn: its line, what leads to it, and its figure. */
export interface PlacedDimension {
	dimension: Dimension;
	from: Vec2;
	to: Vec2;
	/** From what is measured to the ends of the line; none where the line lies on it. */
	leaders: [Vec2, Vec2][];
	words: string;
	/** The middle of the figure, the degrees by which it is turned, and the room that it takes. */
	at: Vec2;
	turn: number;
	box: Rect;
}

/** A figure beside a point. */
export interface PlacedNote {
	at: Vec2;
	box: Rect;
}

/** Sizes of what is written into a drawing, pixels of the screen. */
export const INK = {
	/** Type of a figure, and of a note. */
	figure: 11,
	note: 12.5,
	/** Between a figure and its line. */
	off: 3,
	/** Between two dimension lines side by side. */
	row: 20,
	/** Half of the stroke across the end of a line. */
	tick: 5,
	/** Left free round the drawing and at its lower edge, for the flag of the cutting line, the scale and the way forward. */
	rim: 16,
	foot: 18
} as const;

/** So far is a line moved to find room for its figure, in rows. */
const MOST_ROWS = 6;
/** A step away from the usual place weighs like so many edges of what is drawn through a figure; our own judgement. */
const STEP = 0.2;
/** Pixels between two things that must not touch. */
const APART = 1;

const rectOf = (points: readonly Vec2[]): Rect => bounds([...points]);
const within = (a: Rect, b: Rect): boolean => a.x[0] >= b.x[0] && a.x[1] <= b.x[1] && a.y[0] >= b.y[0] && a.y[1] <= b.y[1];
const grown = ({ x, y }: Rect, by: number): Rect => ({ x: [x[0] - by, x[1] + by], y: [y[0] - by, y[1] + by] });
const round = ({ x, y }: Vec2, wide: number, high: number): Rect => ({ x: [x - wide / 2, x + wide / 2], y: [y - high / 2, y + high / 2] });

/** Whether a stretch of a line passes through a rectangle (Liang and Barsky 1984). */
export function passes([a, b]: readonly [Vec2, Vec2], { x, y }: Rect): boolean {
	let [enters, leaves] = [0, 1];
	for (const [start, way, low, high] of [
		[a.x, b.x - a.x, ...x],
		[a.y, b.y - a.y, ...y]
	]) {
		if (way === 0) {
			if (start < low || start > high) return false;
			continue;
		}
		const [first, last] = way > 0 ? [(low - start) / way, (high - start) / way] : [(high - start) / way, (low - start) / way];
		[enters, leaves] = [Math.max(enters, first), Math.min(leaves, last)];
		if (enters > leaves) return false;
	}
	return true;
}

/** What hangs out of the room, a windscreen or an open door, is shown so far beyond it, mm. */
const BEYOND = 250;

/** What is drawn of the room itself, and that with what hangs out of it. */
function extents({ shapes, frame: [left, top, width, height] }: View): { room: Rect; whole: Rect } {
	const points = shapes.filter(({ kind }) => kind === 'room' || kind === 'outline').flatMap((shape) => shape.points);
	if (points.length === 0) {
		const frame: Rect = { x: [left, left + width], y: [top, top + height] };
		return { room: frame, whole: frame };
	}
	const room = rectOf(points);
	const all = rectOf(shapes.flatMap((shape) => shape.points));
	const most = grown(room, BEYOND);
	const clipped = (axis: 'x' | 'y'): [number, number] => [Math.max(all[axis][0], most[axis][0]), Math.min(all[axis][1], most[axis][1])];
	return { room, whole: { x: clipped('x'), y: clipped('y') } };
}

/** The way in which a dimension is moved out by a positive offset. */
function outward({ from, to }: Dimension): Vec2 {
	const long = Math.hypot(to.x - from.x, to.y - from.y) || 1;
	return { x: (to.y - from.y) / long, y: -(to.x - from.x) / long };
}

/**
 * The frame of a drawing on a canvas, mm: what it shows as large as it goes with the dimensions beside it, which keep their size on the
 * screen however small the drawing gets.
 */
export function frameOn(view: View, width: number, height: number): View['frame'] {
	const { room, whole } = extents(view);
	const { x, y } = whole;
	const rows = { left: 0, right: 0, top: 0, bottom: 0 };
	for (const dimension of view.dimensions) {
		const away = outward(dimension);
		const lines = Math.abs(dimension.offset);
		const sign = Math.sign(dimension.offset);
		if (Math.abs(away.x) > 0.5) {
			const side = away.x * sign > 0 ? 'right' : 'left';
			const outside = side === 'right' ? dimension.from.x >= room.x[1] - 1 : dimension.from.x <= room.x[0] + 1;
			if (outside) rows[side] = Math.max(rows[side], lines);
		} else if (away.y * sign !== 0) {
			const side = away.y * sign > 0 ? 'bottom' : 'top';
			rows[side] = Math.max(rows[side], lines);
		}
	}
	const rim = (lines: number) => INK.rim + lines * INK.row;
	const [left, right, top, bottom] = [rim(rows.left), rim(rows.right), rim(rows.top), rim(rows.bottom) + INK.foot];
	const [free, tall] = [Math.max(40, width - left - right), Math.max(40, height - top - bottom)];
	const scale = Math.max((x[1] - x[0]) / free, (y[1] - y[0]) / tall);
	const [wide, high] = [width * scale, height * scale];
	const spareX = wide - (x[1] - x[0]) - (left + right) * scale;
	const spareY = high - (y[1] - y[0]) - (top + bottom) * scale;
	return [x[0] - left * scale - spareX / 2, y[0] - top * scale - spareY / 2, wide, high];
}

/** What a figure must keep off. */
interface Taken {
	boxes: Rect[];
	lines: [Vec2, Vec2][];
}

/** Places of one dimension, the usual one first: its line where it is asked for or further away, its figure along it or past its ends. */
function* placesOf(dimension: Dimension, words: string, px: number): Generator<PlacedDimension> {
	const { from, to, offset } = dimension;
	const long = Math.hypot(to.x - from.x, to.y - from.y) || 1;
	const u = { x: (to.x - from.x) / long, y: (to.y - from.y) / long };
	const away = outward(dimension);
	let turn = (Math.atan2(u.y, u.x) * 180) / Math.PI;
	if (turn > 89 || turn < -91) turn += turn > 0 ? -180 : 180;
	const upright = Math.abs(u.y) > Math.abs(u.x);
	const [wide, tall] = [widthOf(words, INK.figure) * px, INK.figure * px];
	const side = Math.sign(offset) || 1;
	const rows = Array.from({ length: MOST_ROWS * 2 }, (_, i) =>
		offset === 0 ? (i === 0 ? 0 : (i % 2 ? 1 : -1) * Math.ceil(i / 2)) : offset + side * i * 0.5
	);
	// The figure stands over its line as it is read, or under it.
	const over = { x: upright ? -1 : 0, y: upright ? 0 : -1 };
	const lift = (INK.off + INK.figure / 2) * px;
	for (const row of rows) {
		const move = (p: Vec2): Vec2 => ({ x: p.x + away.x * row * INK.row * px, y: p.y + away.y * row * INK.row * px });
		const [a, b] = [move(from), move(to)];
		const leaders: [Vec2, Vec2][] =
			row === 0
				? []
				: [
						[from, a],
						[to, b]
					];
		const past = long / 2 + wide / 2 + (INK.tick + INK.off) * px;
		// Along the line only where it is long enough for the figure between its ends.
		const inside = long - wide - 2 * (INK.tick + INK.off) * px;
		const shifts = inside > 0 ? [0, inside / 4, -inside / 4, inside / 2, -inside / 2, past, -past] : [past, -past, 0];
		// Over a line that is shorter than its figure it keeps off the strokes at the ends.
		const high = inside > 0 ? lift : lift + INK.tick * px;
		for (const shift of shifts)
			for (const sign of Math.abs(shift) === past ? [0] : [1, -1]) {
				const at = {
					x: (a.x + b.x) / 2 + u.x * shift + over.x * sign * high,
					y: (a.y + b.y) / 2 + u.y * shift + over.y * sign * high
				};
				yield { dimension, from: a, to: b, leaders, words, at, turn, box: upright ? round(at, tall, wide) : round(at, wide, tall) };
			}
	}
}

const linesOf = ({ from, to, leaders }: PlacedDimension): [Vec2, Vec2][] => [[from, to], ...leaders];

/** The room of the stroke across the end of a line. */
const strokes = ({ x, y }: Vec2, half: number): [Vec2, Vec2][] => [
	[
		{ x: x - half, y: y - half },
		{ x: x + half, y: y + half }
	],
	[
		{ x: x - half, y: y + half },
		{ x: x + half, y: y - half }
	]
];

/** Whether a dimension keeps off everything that is there already, and that off its figure. */
function keepsOff(one: PlacedDimension, { boxes, lines }: Taken, frame: Rect, px: number): boolean {
	const box = grown(one.box, APART * px);
	const own = linesOf(one);
	return (
		within(one.box, frame) &&
		[one.from, one.to].every((p) => within({ x: [p.x, p.x], y: [p.y, p.y] }, frame)) &&
		boxes.every((other) => !overlaps(box, other) && !own.some((line) => passes(line, other))) &&
		lines.every((line) => !passes(line, box)) &&
		// Past an end it stands in the way of its own line; a leader of its own never runs through it.
		own.slice(1).every((line) => !passes(line, one.box))
	);
}

/** Edges of all that is drawn, for what a figure would be written across. */
interface Edges {
	box: Rect;
	edges: [Vec2, Vec2][];
}
const edgesOf = ({ shapes }: View): Edges[] =>
	shapes.map(({ points }) => ({
		box: rectOf(points),
		edges: points.map((p, i): [Vec2, Vec2] => [p, points[(i + 1) % points.length]])
	}));
const crossings = (all: readonly Edges[], box: Rect): number =>
	all.reduce((sum, one) => sum + (overlaps(one.box, box) ? one.edges.filter((edge) => passes(edge, box)).length : 0), 0);

/** A drawing with its dimensions placed. */
export interface Annotated {
	placed: PlacedDimension[];
	/** What there is no room for: it is told in the table of the drawings. */
	left: Dimension[];
	/** The figure of what is lit, if anything is. */
	note?: PlacedNote;
}

/** What is lit in a drawing: a place with a figure, and the line that decides. */
export interface Lit {
	at: Vec2;
	line?: [Vec2, Vec2];
	words: string;
}

/** Where the figure beside a lit place stands: right of it where there is room, clear of the frame. */
function noteOf({ at, words }: Lit, taken: readonly Rect[], frame: Rect, px: number): PlacedNote {
	const [wide, high] = [widthOf(words, INK.note) * px, INK.note * px];
	const [dx, dy] = [wide / 2 + 11 * px, 11 * px];
	const places = [
		[dx, -dy],
		[-dx, -dy],
		[dx, dy],
		[-dx, dy],
		[0, -2 * dy],
		[0, 2 * dy]
	].map(([x, y]) => ({ x: at.x + x, y: at.y + y }));
	const boxes = places.map((place) => ({ at: place, box: round(place, wide, high) }));
	const fitting = boxes.filter(({ box }) => within(box, frame));
	return fitting.find(({ box }) => taken.every((other) => !overlaps(box, other))) ?? fitting[0] ?? boxes[0];
}

/** Dimensions placed one after the other, each where it costs least among those before it. */
function placedInOrder(
	figures: readonly { dimension: Dimension; words: string }[],
	taken: Taken,
	edges: readonly Edges[],
	frame: Rect,
	px: number
): Annotated {
	const there: Taken = { boxes: [...taken.boxes], lines: [...taken.lines] };
	const result: Annotated = { placed: [], left: [] };
	for (const { dimension, words } of figures) {
		let best: { one: PlacedDimension; cost: number } | undefined;
		let step = 0;
		for (const one of placesOf(dimension, words, px)) {
			const cost = STEP * step++;
			if (best && cost >= best.cost) break;
			if (!keepsOff(one, there, frame, px)) continue;
			const whole = cost + crossings(edges, one.box);
			if (!best || whole < best.cost) best = { one, cost: whole };
		}
		if (!best) {
			result.left.push(dimension);
			continue;
		}
		result.placed.push(best.one);
		there.boxes.push(best.one.box);
		there.lines.push(...linesOf(best.one), ...[best.one.from, best.one.to].flatMap((tip) => strokes(tip, INK.tick * px)));
	}
	return result;
}

/**
 * Places the dimensions of a drawing: each line where it is asked for if its figure stands free there, otherwise further away or with
 * its figure beside; no figure on another, on a dimension line, on the cutting line or beyond the frame, and as few edges of what is
 * drawn under it as can be. The first of the list have the first choice; what finds no place is left out.
 *
 * @param words the figure of a dimension
 * @param px mm of the drawing that a pixel of the screen is
 * @param sectionX where the cutting line stands, if there is one
 * @param lit what is pointed at: figures under it are left out
 */
export function annotated(
	view: View,
	words: (mm: number) => string,
	{
		px,
		frame: [left, top, width, height],
		sectionX,
		lit,
		taken = []
	}: { px: number; frame: View['frame']; sectionX?: number; lit?: Lit; taken?: Rect[] }
): Annotated {
	const frame: Rect = { x: [left, left + width], y: [top, top + height] };
	const there: Taken = { boxes: [...taken], lines: [] };
	if (sectionX !== undefined) {
		there.lines.push([
			{ x: sectionX, y: top },
			{ x: sectionX, y: top + height }
		]);
		// Its flag.
		there.boxes.push({ x: [sectionX, sectionX + 14 * px], y: [top, top + 16 * px] });
	}
	const figures = view.dimensions.map((dimension) => ({ dimension, words: words(dimension.mm) }));
	const edges = edgesOf(view);
	let result = placedInOrder(figures, there, edges, frame, px);
	// What found no place chooses first the next time.
	for (let again = 0, next = result; next.left.length > 0 && again < view.dimensions.length; again++) {
		const first = new Set(next.left);
		figures.sort((a, b) => Number(first.has(b.dimension)) - Number(first.has(a.dimension)));
		next = placedInOrder(figures, there, edges, frame, px);
		if (next.left.length < result.left.length) result = next;
	}
	if (!lit) return result;
	const note = noteOf(
		lit,
		result.placed.map(({ box }) => box),
		frame,
		px
	);
	const mark = round(lit.at, 18 * px, 18 * px);
	const covered = ({ box }: PlacedDimension) =>
		overlaps(box, note.box) || overlaps(box, mark) || (lit.line !== undefined && passes(lit.line, grown(box, 2 * px)));
	return {
		placed: result.placed.filter((one) => !covered(one)),
		left: [...result.left, ...result.placed.filter(covered).map(({ dimension }) => dimension)],
		note
	};
}
