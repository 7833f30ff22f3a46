import { area, bounds, difference, intersection, rectangle, type Polygon } from '../geometry/polygon';
import { vec2, type Box } from '../geometry/vector';
import { nearIn } from '../geometry/near';
import type { Part } from '../pieces/assembly';
import { faces } from '../pieces/placing';
import { PLANE } from './parts';
import { AXES, type Axis } from './schema';

/** Parts that dip into each other by less touch, mm: what sums leave behind the decimal point, and a saw that wanders. */
const DIP = 1;

/** The box of something as built, the axis through its thickness, and the board that it is, if it is one. */
export interface Block {
	box: Box;
	normal: Axis;
	board?: Part;
}

/** Where a part is, in the plane of its two larger sides: a board by its shape, whatever else by its box. */
function regionOf({ board, box, normal }: Block): { outline: Polygon; holes: Polygon[] } {
	const [u, v] = PLANE[normal];
	if (!board) return { outline: rectangle(...box[u], ...box[v]), holes: [] };
	const flat = (outline: Polygon): Polygon => faces({ outline, thickness: board.thickness }, board.pose).lower.map((p) => vec2(p[u], p[v]));
	return { outline: flat(board.outline), holes: (board.cutOuts ?? []).map(({ outline }) => flat(outline)) };
}

/** What two regions have in common: pieces that enclose something, without the rings round their holes. */
const common = (outline: Polygon, other: Polygon, holes: readonly Polygon[]): Polygon[] =>
	intersection(outline, other)
		.flatMap((one) => difference(one, [...holes]))
		.filter((one) => area(one) > 0);

/** From where to where a part goes along an axis of its plane, over a stretch of the other one; in pieces where it is notched. */
function stretches(block: Block, along: Axis, across: readonly [number, number]): (readonly [number, number])[] {
	const [u] = PLANE[block.normal];
	const far = block.box[along];
	const strip = along === u ? rectangle(...far, ...across) : rectangle(...across, ...far);
	const { outline, holes } = regionOf(block);
	return common(outline, strip, holes).map((one) => bounds(one)[along === u ? 'x' : 'y']);
}

const shared = (a: readonly [number, number], b: readonly [number, number]): number => Math.min(a[1], b[1]) - Math.max(a[0], b[0]);

/** Whether a part fills its box: nearly every part does, and polygons are dear. */
function fillsBox({ board, box, normal }: Block): boolean {
	if (!board) return true;
	const [u, v] = PLANE[normal];
	const around = (box[u][1] - box[u][0]) * (box[v][1] - box[v][0]);
	return (board.cutOuts ?? []).length === 0 && around - area(board.outline) <= DIP * DIP;
}

/** How far two things that lie in the same plane reach into each other there, mm, whatever their heights; 0 where they keep apart. */
export function deepInPlane(a: Block, b: Block): number {
	const [one, other] = [regionOf(a), regionOf(b)];
	const met = common(one.outline, other.outline, [...one.holes, ...other.holes]);
	return Math.max(0, ...met.map((region) => Math.min(...Object.values(bounds(region)).map(([low, high]) => high - low))));
}

/** How deep two parts stand in each other at the least, mm; nothing or less where they touch or keep apart. */
function depth(a: Block, b: Block): number {
	const inBoxes = Math.min(...AXES.map((axis) => shared(a.box[axis], b.box[axis])));
	if (inBoxes <= DIP || (fillsBox(a) && fillsBox(b))) return inBoxes;
	if (a.normal === b.normal) return Math.min(deepInPlane(a, b), shared(a.box[a.normal], b.box[b.normal]));
	// Each is looked at where the other's thickness cuts it, along the one axis that lies in both planes.
	const along = AXES.find((axis) => axis !== a.normal && axis !== b.normal)!;
	const [ofA, ofB] = [stretches(a, along, b.box[b.normal]), stretches(b, along, a.box[a.normal])];
	return Math.min(inBoxes, Math.max(0, ...ofA.flatMap((one) => ofB.map((other) => shared(one, other)))));
}

/** Every two parts that stand in each other as they were built, and how deep, mm. What is bought lies in its own room as well. */
export function overlapsIn<B extends Block>(blocks: readonly B[]): { a: B; b: B; deep: number }[] {
	const near = nearIn(blocks);
	const order = new Map(blocks.map((block, i) => [block, i]));
	return blocks.flatMap((a) =>
		near(a.box, 0)
			.filter((b) => order.get(b)! > order.get(a)!)
			.map((b) => ({ a, b, deep: depth(a, b) }))
			.filter(({ deep }) => deep > DIP)
	);
}
