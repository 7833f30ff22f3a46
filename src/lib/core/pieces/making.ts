import { bounds, rectangle, type Polygon } from '../geometry/polygon';
import { frame, shiftBy } from '../geometry/pose';
import { vec3, type Box, type Vec3 } from '../geometry/vector';
import { archNotch, leastHalfWidth, sign, type Interior, type Side } from '../interior';
import type { ClothStock } from '../plan/cloths';
import type { BarStock, SheetStock, Stock } from '../plan/plan';
import type { Assembly, Joint, Pad, PadPlace, Part, Stop, Surface } from './assembly';
import type { Foam } from './parameter';

export type Range = [number, number];

/**
 * The sheet of the plan's stock with an id.
 *
 * @throws RangeError when the plan has no such sheet.
 */
export function sheetOf(stock: Stock, id: string): SheetStock {
	if (!Object.hasOwn(stock.sheets, id)) throw new RangeError(`There is no sheet “${id}” in the stock of this plan.`);
	return stock.sheets[id];
}

/**
 * The bar of the plan's stock with an id.
 *
 * @throws RangeError when the plan has no such bar.
 */
export function barOf(stock: Stock, id: string): BarStock {
	if (!Object.hasOwn(stock.bars, id)) throw new RangeError(`There is no bar “${id}” in the stock of this plan.`);
	return stock.bars[id];
}

/**
 * The cloth of the plan's stock with an id.
 *
 * @throws RangeError when the plan has no such cloth.
 */
export function clothOf(stock: Stock, id: string): ClothStock {
	if (!Object.hasOwn(stock.cloths, id)) throw new RangeError(`There is no cloth “${id}” in the stock of this plan.`);
	return stock.cloths[id];
}

/** Numbers that do not go together may turn a size inside out; the part is then the one between the two. */
const inOrder = ([a, b]: Range): Range => (a <= b ? [a, b] : [b, a]);

/** A bar that fills a box and runs along one axis: its outline is length by its larger section side. */
export function barIn(id: string, name: string, stock: string, link: string, given: Box, along: 'x' | 'y' | 'z'): Part {
	const box: Box = { x: inOrder(given.x), y: inOrder(given.y), z: inOrder(given.z) };
	const size = (axis: 'x' | 'y' | 'z') => box[axis][1] - box[axis][0];
	const unit = { x: vec3(1, 0, 0), y: vec3(0, 1, 0), z: vec3(0, 0, 1) };
	// Own x runs along the bar; own y and z are the two other axes in right-handed order.
	const next = { x: 'y', y: 'z', z: 'x' } as const;
	const width = next[along];
	return {
		id,
		name,
		form: 'bar',
		stock,
		outline: rectangle(0, size(along), 0, size(width)),
		thickness: size(next[width]),
		pose: frame(vec3(box.x[0], box.y[0], box.z[0]), unit[along], unit[width]),
		link
	};
}

/** A level board: its outline from above between two heights. */
export function boardOf(id: string, name: string, stock: string, link: string, outline: Polygon, z: Range): Part {
	const low = bounds(outline);
	return {
		id,
		name,
		form: 'board',
		stock,
		outline: outline.map((p) => ({ x: p.x - low.x[0], y: p.y - low.y[0] })),
		thickness: z[1] - z[0],
		pose: shiftBy(vec3(low.x[0], low.y[0], z[0])),
		link
	};
}

/** A board that fills a box, its thickness along one axis: level (z) or upright. */
export function boardIn(id: string, name: string, stock: string, link: string, box: Box, normal: 'x' | 'y' | 'z' = 'z'): Part {
	if (normal === 'z') return boardOf(id, name, stock, link, rectangle(...inOrder(box.x), ...inOrder(box.y)), inOrder(box.z));
	// Like a bar along y the outline of one across the vehicle is its width by its height.
	if (normal === 'x') return { ...barIn(id, name, stock, link, box, 'y'), form: 'board' };
	// One along it lies with its length first as well, so that the grain of the face runs along the vehicle.
	const [x, y, z] = [inOrder(box.x), inOrder(box.y), inOrder(box.z)];
	const pose = frame(vec3(x[0], y[1], z[0]), vec3(1, 0, 0), vec3(0, 0, 1));
	return { id, name, form: 'board', stock, outline: rectangle(0, x[1] - x[0], 0, z[1] - z[0]), thickness: y[1] - y[0], pose, link };
}

/** Something bought that fills a box: it takes its room and has its weight, and nobody cuts it. */
export const boughtIn = (id: string, name: string, link: string, { x, y, z }: Box, weight: number): Part => ({
	id,
	name,
	form: 'bought',
	stock: '',
	outline: rectangle(0, x[1] - x[0], 0, y[1] - y[0]),
	thickness: z[1] - z[0],
	pose: shiftBy(vec3(x[0], y[0], z[0])),
	link,
	weight
});

/** An assembly with nothing in those tables that a kind does not fill. */
export const assembled = (given: Pick<Assembly, 'links' | 'parts' | 'states' | 'deck'> & Partial<Assembly>): Assembly => ({
	pads: [],
	moves: [],
	surfaces: [],
	supports: [],
	spaces: [],
	slats: [],
	innerMargins: [],
	rests: [],
	fronts: [],
	drawers: [],
	braces: [],
	hardware: [],
	aisles: [],
	covers: [],
	floorJoints: [],
	...given
});

/** A hinge about a line along an axis of the vehicle, from 0 to an angle in radians; the axis' sign gives the way it turns. */
export const hingeAt = (origin: Vec3, axis: Vec3, most: number): Joint => ({ type: 'hinge', origin, axis, range: [0, most] });

/**
 * A leg that folds up backwards under what it carries, on a bolt through the middle of its rounded head: a bolt at its
 * corner would let the foot dip below the floor by the leg's diagonal.
 */
export const foldingLeg = (x: Range, top: number): Joint => ({
	type: 'swing',
	origin: vec3((x[0] + x[1]) / 2, 0, top - (x[1] - x[0]) / 2),
	axis: vec3(0, 1, 0),
	range: [0, Math.PI / 2]
});

/** Legs under a rail on edge stand no further apart than so many times its height; our own figure: a seated person then uses softwood to some nine tenths. */
const RAIL_SPAN = 19;

/** Where legs begin under a rail: inside its ends, and between them as often as it needs, mm. */
export function legsAlong([from, to]: Range, high: number, wide: number): number[] {
	const clear = to - from - wide;
	const spans = Math.max(1, Math.ceil(clear / (RAIL_SPAN * high)));
	return Array.from({ length: spans + 1 }, (_, i) => from + (i * clear) / spans);
}

/** How far legs at the corners of a board stand in from its sides, mm. */
const CORNER = 20;

/**
 * Legs in a row near a board's far end, the outer ones near its sides, or one in its middle where it is too narrow to tip on that.
 * No more than have as much air between them as they are wide.
 */
export function endLegs([from, to]: Range, wide: number, count = 2): Range[] {
	const between = to - from - 2 * CORNER - wide;
	if (between < 2 * wide) return [[(from + to - wide) / 2, (from + to + wide) / 2]];
	const legs = Math.min(count, 1 + Math.floor(between / (2 * wide)));
	const step = between / (legs - 1);
	return Array.from({ length: legs }, (_, i): Range => [from + CORNER + i * step, from + CORNER + i * step + wide]);
}

/** How far the far pin of a track moves along its slot when it climbs by `rise`, pins `long` apart: long less its projection, mm. */
export const slotOf = (long: number, rise: number): number => long - Math.sqrt(Math.max(0, long * long - rise * rise));

/** Something carried by hand past some stops, turned about a line through its own middle. */
export const carriedBy = (type: 'lift-out' | 'drop-in' | 'screw-in', origin: Vec3, axis: Vec3, way: Stop[]): Joint => ({
	type,
	about: { origin, axis },
	way
});

/** A cushion or mattress that lies in one box, in some states. */
export const padIn = (
	id: string,
	name: string,
	foam: Foam,
	box: Box,
	places: Record<string, Omit<PadPlace, 'box'> & { box?: Box }>
): Pad => ({
	id,
	name,
	size: vec3(box.x[1] - box.x[0], box.y[1] - box.y[0], box.z[1] - box.z[0]),
	foam,
	places: Object.fromEntries(Object.entries(places).map(([state, at]) => [state, { ...at, box: at.box ?? box }]))
});

/** A surface to sleep on. */
export const sleepOn = (
	outline: Polygon,
	base: number,
	{ padThickness, padFoam }: { padThickness: number; padFoam: Foam },
	states: string[]
): Surface => ({
	id: `sleep-${states[0]}`,
	use: 'sleep',
	outline,
	base,
	pad: padThickness,
	foam: padFoam,
	states
});

/** A stretch of depth from the wall towards the aisle, as a range of y. */
export type Depth = (from: number, to: number) => Range;

/** A seat along a wall, facing the aisle: from the face of its back to its front edge, both as depths from the wall. */
export const sitOn = (
	id: string,
	side: Side,
	x: Range,
	y: Depth,
	[back, edge]: Range,
	{ base, pad, foam, states }: Pick<Surface, 'base' | 'pad' | 'foam' | 'states'>
): Surface => ({
	id,
	use: 'sit',
	outline: rectangle(...x, ...y(back, edge)),
	base,
	pad,
	foam,
	states,
	faces: { direction: side === 'left' ? 'right' : 'left', backAt: y(back, back)[0], edgeAt: y(edge, edge)[0] }
});

/**
 * How far out something between two heights may reach on one side over a stretch: to the wall where it is narrowest,
 * to a wheel arch that rises above its underside, to a pillar or step in its way; less a gap, in whole millimetres.
 */
export const reachOn = (interior: Interior, side: Side, x: Range, z: Range, gap: number): number =>
	Math.floor(Math.min(leastHalfWidth(interior, side, x, z), standsAt(interior, side, x, z)) - gap);

/** How near to the centre line the nearest wheel arch, pillar or step of one side comes over a stretch; Infinity without one, mm. */
export function standsAt(interior: Interior, side: Side, x: Range, z: Range): number {
	const s = sign(side);
	let reach = Infinity;
	for (const arch of interior.arches) {
		const foot = arch.side === side && archNotch(arch, z[0], 0);
		if (!foot) continue;
		const over = bounds(foot);
		if (over.x[0] < x[1] && over.x[1] > x[0]) reach = Math.min(reach, s > 0 ? over.y[0] : -over.y[1]);
	}
	for (const { box } of interior.fixtures) {
		if (box.x[0] >= x[1] || box.x[1] <= x[0] || box.z[0] >= z[1] || box.z[1] <= z[0]) continue;
		const near = s > 0 ? box.y[0] : -box.y[1];
		// What stands across the middle is no limit of one side.
		if (near > 0) reach = Math.min(reach, near);
	}
	return reach;
}

/** Right-hand and left-hand limit of something between two heights: see {@link reachOn}. */
export const spanOf = (interior: Interior, x: Range, z: Range, gap: number): Range => [
	-reachOn(interior, 'right', x, z, gap),
	reachOn(interior, 'left', x, z, gap)
];

/** How many interleaved slats a width takes, an odd number, so that a fixed one closes both ends; three at the least. */
export function interleaved(room: number, width: number, gap: number): number {
	const most = Math.floor((room + gap) / (width + gap));
	return Math.max(3, most % 2 === 0 ? most - 1 : most);
}

/** A stretch of depth counted inwards from a line on one side, as a range of y. */
export const depthOn = (side: Side, outer: number, from: number, to: number): Range =>
	sign(side) > 0 ? [outer - to, outer - from] : [from - outer, to - outer];

/** Radians of an angle in degrees. */
export const radians = (degrees: number): number => (degrees * Math.PI) / 180;
