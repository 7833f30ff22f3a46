import { polygonHull } from 'd3-polygon';
import { breaks, piecewise, valueAt } from '../geometry/piecewise';
import { area, bounds, convexSeparation, rectangle, type Polygon } from '../geometry/polygon';
import { frame, type Pose } from '../geometry/pose';
import { vec2, vec3, type Box, type Vec3 } from '../geometry/vector';
import { remember } from '../memory';
import { liningOff, type Opening, type Window, type Zone } from '../plan/fittings';
import type { Vehicle } from '../plan/vehicle';
import { isBox, outlineGap, rearClearance, wallClearance, type Clearance, type Solid } from './clearance';
import { furthestRear, halfWidth, leastHalfWidth, rearAt, sign } from './evaluate';
import { blockOf, type Interior, type Side } from './interior';

/** A door opening as the clear outline in its own plane: across the vehicle (y) at the rear, along it (x) on a side; heights as y. */
export interface OpeningSolid {
	id: string;
	opening: Opening;
	outline: Polygon;
	/** The same outline in the vehicle, on the inner surface. */
	points: Vec3[];
	/** Heights of sill and head above the finished floor. */
	z: [number, number];
	/** Lowest and highest place of its edges: y at the rear, x on a side. */
	across: [number, number];
	/** What its door sweeps when it opens; worked out when it is first asked for. */
	readonly sweeps: readonly Sweep[];
}

/** Convex outlines in side view (x, z) or from above (x, y), all over one range of width or height. */
interface Sweep {
	seen: 'from the side' | 'from above';
	outlines: readonly SweptOutline[];
	range: [number, number];
	/** Round all outlines. */
	box: Bounds;
}

const sweepOver = (seen: Sweep['seen'], outlines: readonly SweptOutline[], range: Sweep['range']): Sweep => {
	const of = (axis: 'x' | 'y', end: 0 | 1) => outlines.map(({ box }) => box[axis][end]);
	const span = (axis: 'x' | 'y'): [number, number] => [Math.min(...of(axis, 0)), Math.max(...of(axis, 1))];
	return { seen, outlines, range, box: { x: span('x'), y: span('y') } };
};

/** The hull of some points, with the box round it: by that most outlines of a sweep are told apart, before any hull is made. */
class SweptOutline {
	readonly box: Bounds;
	private made?: Polygon;

	constructor(private readonly points: Polygon) {
		this.box = bounds(points);
	}

	get outline(): Polygon {
		return (this.made ??= hull(this.points));
	}
}

type Bounds = ReturnType<typeof bounds>;

/** A space to keep clear, above the finished floor. */
export interface ZoneSolid {
	id: string;
	zone: Zone;
	box: Box;
	/** The space through which one gets at it, the zone included. */
	way: Box;
}

/** An outline that was measured by sill, head and its edges at some heights, in its own plane, above the finished floor. */
function outlineOf(
	{ sill, head, edges }: Pick<Opening, 'sill' | 'head' | 'edges'>,
	floor: number
): { outline: Polygon; z: [number, number] } {
	const z: [number, number] = [sill.mm - floor, head.mm - floor];
	const measured = Object.values(edges).map((edge) => ({ ...edge, z: edge.z - floor }));
	const first = piecewise(measured.map((edge) => [edge.z, edge.first.mm] as const));
	const second = piecewise(measured.map((edge) => [edge.z, edge.second.mm] as const));
	const heights = [...new Set([z[0], ...first.at.filter((at) => at > z[0] && at < z[1]), z[1]])];
	const outline = [
		...heights.map((at) => vec2(valueAt(first, at), at)),
		...[...heights].reverse().map((at) => vec2(valueAt(second, at), at))
	];
	return { outline, z };
}

/** The openings of a vehicle, remembered by what they are made of. */
export const openingsOf = ({ openings, lining }: Pick<Vehicle, 'openings' | 'lining'>, interior: Interior): OpeningSolid[] =>
	openingsFrom(openings, lining, interior);

const openingsFrom = remember((openings: Vehicle['openings'], lining: Vehicle['lining'], interior: Interior): OpeningSolid[] => {
	const { floor } = liningOff(lining);
	return Object.entries(openings).map(([id, opening]) => {
		const { outline, z } = outlineOf(opening, floor);
		const across = bounds(outline).x;
		const points = outline.map((p) => pointOf(interior, opening.place, p));
		let sweeps: readonly Sweep[] | undefined;
		return {
			id,
			opening,
			outline,
			points,
			z,
			across,
			get sweeps() {
				return (sweeps ??= sweepOf(opening, interior, z, across));
			}
		};
	});
});

/** A window: its glass in its own plane, as an opening has it, and where that plane stands. */
export interface WindowPane {
	id: string;
	window: Window;
	/** Across the vehicle at the rear and the front, along it on a side; heights along the glass, from its lower edge up. */
	outline: Polygon;
	/** Own x along the lower edge, own y up the glass, own z into the room. */
	pose: Pose;
	/** Length of the glass from its lower to its upper edge, mm: more than its height where it leans. */
	slope: number;
}

/** How far in from the roof line a windscreen leans back for each mm of its height: its cover only needs its size. */
const SCREEN_LEAN = 0.7;

/** The windows of a vehicle, remembered by what they are made of: each as flat as the line from the lower to the upper edge of its glass. */
export const windowsOf = ({ windows, lining }: Pick<Vehicle, 'windows' | 'lining'>, interior: Interior): WindowPane[] =>
	windowsFrom(windows, lining, interior);

const windowsFrom = remember((windows: Vehicle['windows'], lining: Vehicle['lining'], interior: Interior): WindowPane[] => {
	const { floor } = liningOff(lining);
	return Object.entries(windows).map(([id, window]) => {
		const { outline, z } = outlineOf(window, floor);
		const span = bounds(outline).x;
		const { place } = window;
		const s = place === 'right' ? -1 : 1;
		// How far out the glass stands at its lower and its upper edge: x at the ends of the vehicle, y on a side.
		const out = z.map((at) => {
			if (place === 'rear') return rearAt(interior, at);
			if (place === 'front') return interior.length + SCREEN_LEAN * (z[1] - at);
			return s * leastHalfWidth(interior, place, span, [at, at]);
		});
		const sideways = place === 'left' || place === 'right';
		const rise = z[1] - z[0];
		const slope = Math.max(1, Math.hypot(rise, out[1] - out[0]));
		const up = sideways ? vec3(0, (out[1] - out[0]) / slope, rise / slope) : vec3((out[1] - out[0]) / slope, 0, rise / slope);
		// Own x runs so that own x turned by up looks into the room.
		const along = { left: vec3(1, 0, 0), right: vec3(-1, 0, 0), rear: vec3(0, 1, 0), front: vec3(0, -1, 0) }[place];
		const foot = sideways ? vec3(0, out[0], z[0]) : vec3(out[0], 0, z[0]);
		const mirrored = place === 'right' || place === 'front';
		const own = outline.map((p) => vec2(mirrored ? -p.x : p.x, ((p.y - z[0]) / Math.max(1, rise)) * slope));
		return { id, window, outline: area(own) < 0 ? own.reverse() : own, pose: frame(foot, along, up), slope };
	});
});

/** A point of an opening's own plane, on the inner surface of the vehicle. */
function pointOf(interior: Interior, place: Opening['place'], p: { x: number; y: number }): Vec3 {
	if (place === 'rear') return vec3(rearAt(interior, p.y), p.x, p.y);
	return vec3(p.x, (place === 'left' ? 1 : -1) * halfWidth(interior, place, p.x, p.y), p.y);
}

/** A door is followed through a quarter turn in steps of so many degrees; what lies between two steps is their hull. */
const STEP = 6;

const hull = (points: Polygon): Polygon => (polygonHull(points.map(({ x, y }) => [x, y])) ?? []).map(([x, y]) => vec2(x, y));

/** A convex outline swept through a quarter turn about a point; positive turns are counter-clockwise. */
function quarterTurn(panel: Polygon, about: { x: number; y: number }, direction: 1 | -1): SweptOutline[] {
	const at = (degrees: number): Polygon => {
		const angle = (direction * degrees * Math.PI) / 180;
		const [c, s] = [Math.cos(angle), Math.sin(angle)];
		return panel.map(({ x, y }) => vec2(about.x + (x - about.x) * c - (y - about.y) * s, about.y + (x - about.x) * s + (y - about.y) * c));
	};
	return Array.from({ length: 90 / STEP }, (_, i) => new SweptOutline([...at(i * STEP), ...at((i + 1) * STEP)]));
}

/** Convex panels that turn about a point, a quarter of a turn. */
interface Turning {
	panels: Polygon[];
	hinge: { x: number; y: number };
	direction: 1 | -1;
}

/** What a door takes up over one range of width or height: panels that turn, or the way that one slides. */
interface Band {
	seen: Sweep['seen'];
	range: [number, number];
	turning: Turning[];
	rail?: Polygon;
}

/** What the door of an opening sweeps; the very same list where nothing that it is made of has changed. */
const sweepOf = (opening: Opening, interior: Interior, z: [number, number], across: [number, number]): readonly Sweep[] =>
	inOneList(...bandsOf(opening, interior, z, across).map((band) => bandSwept(opening, band)));

const inOneList = remember((...sweeps: Sweep[]): readonly Sweep[] => sweeps);

function bandsOf(opening: Opening, interior: Interior, z: [number, number], across: [number, number]): Band[] {
	const { place, door, hinge } = opening;
	const thick = opening.thickness.mm;
	if (door === 'none' || (place === 'rear' && door === 'sliding')) return [];
	if (place === 'rear' && door === 'lifting') return [{ seen: 'from the side', range: across, turning: liftingPanels(interior, z, thick) }];
	// A leaning door is taken in bands of height, each as far in as its innermost place.
	const heights = spread(place === 'rear' ? interior.knots.rearZ : interior.knots.z, z);
	return heights.slice(1).map((top, i): Band => {
		const range: [number, number] = [heights[i], top];
		if (place === 'rear') {
			const face = furthestRear(interior, range);
			const leaf = (from: number, to: number): Turning => ({
				panels: [rectangle(face - thick, face, Math.min(from, to), Math.max(from, to))],
				hinge: vec2(face - thick, from),
				direction: from < to ? 1 : -1
			});
			const middle = (across[0] + across[1]) / 2;
			const leaves = door === 'double' ? [leaf(across[0], middle), leaf(across[1], middle)] : undefined;
			const single = hinge === 'first' ? leaf(across[0], across[1]) : leaf(across[1], across[0]);
			return { seen: 'from above', range, turning: leaves ?? [single] };
		}
		if (door === 'sliding') {
			const s = sign(place);
			const long = across[1] - across[0];
			const wall = s * leastHalfWidth(interior, place, across, range);
			const out = wall + s * 2 * thick;
			const rail = rectangle(across[0] - long, across[1], Math.min(wall, out), Math.max(wall, out));
			return { seen: 'from above', range, turning: [], rail };
		}
		const hung: [number, number] = hinge === 'first' ? across : [across[1], across[0]];
		return { seen: 'from above', range, turning: [hingedPanels(interior, place, hung, range, thick)] };
	});
}

/** Bands that are kept of each opening: the walls of a vehicle are varied reading by reading, and most readings are not beside this door. */
const MOST_KEPT = 256;
const keptBands = new WeakMap<Opening, Map<string, Sweep>>();

/** What is swept in one band; kept by its numbers, those last asked for longest. */
function bandSwept(opening: Opening, band: Band): Sweep {
	const kept = keptBands.get(opening) ?? new Map<string, Sweep>();
	keptBands.set(opening, kept);
	const key = JSON.stringify(band);
	let sweep = kept.get(key);
	if (sweep) kept.delete(key);
	else {
		const turned = band.turning.flatMap(({ panels, hinge, direction }) => panels.flatMap((panel) => quarterTurn(panel, hinge, direction)));
		sweep = sweepOver(band.seen, band.rail ? [...turned, new SweptOutline(band.rail)] : turned, band.range);
		if (kept.size >= MOST_KEPT) kept.delete(kept.keys().next().value!);
	}
	kept.set(key, sweep);
	return sweep;
}

/** A side door in plan, hung at `from`: along the wall as it runs, one panel from each measured place to the next. */
function hingedPanels(interior: Interior, side: Side, [from, to]: [number, number], range: [number, number], thick: number): Turning {
	const s = sign(side);
	const along = breaks(interior.knots.x, Math.min(from, to), Math.max(from, to));
	const inner = along.map((x) => vec2(x, s * leastHalfWidth(interior, side, [x, x], range)));
	const hinge = vec2(from, inner[from < to ? 0 : inner.length - 1].y + s * thick);
	const panels = inner.slice(1).map((b, i) => {
		const a = inner[i];
		return [a, b, vec2(b.x, b.y + s * thick), vec2(a.x, a.y + s * thick)];
	});
	return { panels, hinge, direction: from < to === s > 0 ? 1 : -1 };
}

/** Hung at its upper edge, the lower edge of a lifting door goes back and up. Its inner face is the measured rear face. */
function liftingPanels(interior: Interior, z: [number, number], thick: number): Turning[] {
	const inner = spread(interior.knots.rearZ, z).map((at) => vec2(valueAt(interior.rear, at), at));
	const panels = inner.slice(1).map((p, i) => hull([p, inner[i], vec2(p.x - thick, p.y), vec2(inner[i].x - thick, inner[i].y)]));
	return [{ panels, hinge: vec2(valueAt(interior.rear, z[1]) - thick, z[1]), direction: -1 }];
}

/** Heights of the bands in which a leaning door is taken: at every knot, and none higher than this, mm. */
const BAND = 150;

function spread(knots: readonly number[], [from, to]: [number, number]): number[] {
	const fixed = [from, ...knots.filter((at) => at > from && at < to), to];
	return fixed.flatMap((at, i) => {
		if (i === 0) return [at];
		const pieces = Math.max(1, Math.ceil((at - fixed[i - 1]) / BAND));
		return Array.from({ length: pieces }, (_, k) => fixed[i - 1] + ((k + 1) / pieces) * (at - fixed[i - 1]));
	});
}

/** Gap between two boxes in a plane along their better axis; 0 or less when they overlap. */
const boxGap = (a: Bounds, x: readonly [number, number], y: readonly [number, number]): number =>
	Math.max(a.x[0] - x[1], x[0] - a.x[1], a.y[0] - y[1], y[0] - a.y[1]);

/**
 * Room between a solid and what a door sweeps; null when the door sweeps nothing, or nothing within `limit`,
 * which spares the exact test.
 */
export function sweepClearance({ sweeps }: Pick<OpeningSolid, 'sweeps'>, solid: Solid, limit = Infinity): Clearance | null {
	const { x, y, z } = solid.box;
	let least: number | null = null;
	for (const { seen, outlines, range, box } of sweeps) {
		const [across, other] = seen === 'from above' ? [y, z] : [z, y];
		const beside = Math.max(range[0] - other[1], other[0] - range[1]);
		const apart = Math.max(beside, boxGap(box, x, across));
		if (apart > limit || (least !== null && apart >= least)) continue;
		for (const swept of outlines) {
			const nearest = Math.max(beside, boxGap(swept.box, x, across));
			if (nearest > limit || (least !== null && nearest >= least)) continue;
			const { outline } = swept;
			let margin = Math.max(beside, convexSeparation(rectangle(...x, ...across), outline));
			// A board cut to the wall leaves a door alone that the rectangle round it would meet.
			if (margin < 0 && seen === 'from above' && solid.footprint && !isBox(solid))
				margin = Math.max(beside, outlineGap(solid.footprint, outline));
			if (least === null || margin < least) least = margin;
		}
	}
	if (least === null) return null;
	const at = vec3(x[0], (y[0] + y[1]) / 2, z[1]);
	return { margin: least, at, against: vec3(x[0] - Math.max(0, least), at.y, at.z) };
}

/**
 * Room between a solid that reaches through an opening and the edge of that opening; its corners decide, since openings are
 * convex.
 */
export function throughOpening({ outline, z, opening }: OpeningSolid, { box }: Solid): Clearance {
	const first = piecewise(outline.slice(0, outline.length / 2).map((p) => [p.y, p.x] as const));
	const second = piecewise(outline.slice(outline.length / 2).map((p) => [p.y, p.x] as const));
	const rear = opening.place === 'rear';
	const along = rear ? box.y : box.x;
	// The face of the solid that is outermost, and a point of it by its place along the opening and its height.
	const outermost = rear ? box.x[0] : opening.place === 'left' ? box.y[1] : box.y[0];
	const point = (at: number, height: number) => (rear ? vec3(outermost, at, height) : vec3(at, outermost, height));
	const middle = (along[0] + along[1]) / 2;
	let least: Clearance = {
		margin: Math.min(box.z[0] - z[0], z[1] - box.z[1]),
		at: point(middle, box.z[0]),
		against: point(middle, z[0])
	};
	for (const height of box.z) {
		const [low, high] = [valueAt(first, height), valueAt(second, height)];
		for (const [margin, at, edge] of [
			[along[0] - low, along[0], low],
			[high - along[1], along[1], high]
		])
			if (margin < least.margin) least = { margin, at: point(at, height), against: point(edge, height) };
	}
	return least;
}

/** Whether a solid goes out through the surface that an opening is in. */
export function reachesOut(interior: Interior, { opening }: OpeningSolid, solid: Solid): boolean {
	if (opening.place === 'rear') return rearClearance(interior, solid).margin < 0;
	const wall = wallClearance(interior, solid);
	return wall.margin < 0 && sign(opening.place) * wall.at.y > 0;
}

/** An arm's work: how far the way to a zone must be open, mm; our own judgement from reaching with a forearm and a hand. */
const REACH = 350;

/** The keep-clear zones of a vehicle, remembered by what they are made of. */
export const zonesOf = ({ zones, lining }: Pick<Vehicle, 'zones' | 'lining'>): ZoneSolid[] => zonesFrom(zones, lining);

const zonesFrom = remember((zones: Vehicle['zones'], lining: Vehicle['lining']): ZoneSolid[] => {
	const { floor } = liningOff(lining);
	return Object.entries(zones).map(([id, zone]) => {
		const box = blockOf(zone, floor);
		const way: Box = { x: [...box.x], y: [...box.y], z: [...box.z] };
		if (zone.from === 'above') way.z[1] += REACH;
		if (zone.from === 'rear') way.x[0] -= REACH;
		if (zone.from === 'front') way.x[1] += REACH;
		if (zone.from === 'left') way.y[1] += REACH;
		if (zone.from === 'right') way.y[0] -= REACH;
		return { id, zone, box, way };
	});
});
