import { polygonHull } from 'd3-polygon';
import { breaks } from '../geometry/piecewise';
import { area, bounds, convexSeparation, difference, distance, intersection, largest, rectangle, type Polygon } from '../geometry/polygon';
import { prismSeparation } from '../geometry/prism';
import { boxSeparation, vec3, type Box, type Vec3 } from '../geometry/vector';
import { ceilingAt, halfWidth, rearFaceAt, sign } from './evaluate';
import type { ArchSolid, Interior, Side } from './interior';
import { archNotch, archTopOver } from './outline';
import type { SeatSolid } from './seats';

/** A rigid thing in the vehicle: an outline seen from above between two heights, or the corners of a tilted one. */
export interface Solid {
	box: Box;
	/** Outline from above of a thing with level faces; null for a tilted one. */
	footprint: Polygon | null;
	/** Openings through it, from above, of a level thing that has any. */
	holes?: Polygon[];
	/** Corners of its lower face followed by those of its upper one; asked of tilted things only. */
	corners: Vec3[];
}

/** A signed room in mm, negative when something has to give way, with the place and the line that shows it. */
export interface Clearance {
	margin: number;
	/** The point of the thing that decides. */
	at: Vec3;
	/** The point of the vehicle that decides. */
	against: Vec3;
}

const nearer = (a: Clearance | null, b: Clearance): Clearance => (a === null || b.margin < a.margin ? b : a);

/** Points that decide against linear surfaces: corners of the outline, and where its edges pass a station. */
function* edgePoints(footprint: Polygon, knots: readonly number[]): Generator<{ x: number; y: number }> {
	for (let i = 0, j = footprint.length - 1; i < footprint.length; j = i++) {
		const [a, b] = footprint[j].x <= footprint[i].x ? [footprint[j], footprint[i]] : [footprint[i], footprint[j]];
		yield footprint[i];
		for (const x of knots) if (x > a.x && x < b.x) yield { x, y: a.y + ((x - a.x) / (b.x - a.x)) * (b.y - a.y) };
	}
}

/** A range of knots on one axis. */
type KnotsOn = [axis: 'x' | 'y' | 'z', knots: readonly number[]];

/** Points that decide of a tilted thing against linear surfaces: its corners, and where its edges pass a knot of the surface. */
function* tiltedPoints(corners: readonly Vec3[], surfaces: readonly KnotsOn[]): Generator<Vec3> {
	const n = corners.length / 2;
	const onEdge = function* (a: Vec3, b: Vec3): Generator<Vec3> {
		for (const [axis, knots] of surfaces)
			for (const at of knots) {
				const [low, high] = a[axis] < b[axis] ? [a[axis], b[axis]] : [b[axis], a[axis]];
				if (at <= low || at >= high) continue;
				const t = (at - a[axis]) / (b[axis] - a[axis]);
				yield vec3(a.x + t * (b.x - a.x), a.y + t * (b.y - a.y), a.z + t * (b.z - a.z));
			}
	};
	for (let i = 0; i < n; i++) {
		const next = (i + 1) % n;
		yield corners[i];
		yield corners[n + i];
		yield* onEdge(corners[i], corners[next]);
		yield* onEdge(corners[n + i], corners[n + next]);
		yield* onEdge(corners[i], corners[n + i]);
	}
}

const sideOf = (y: number): Side => (y >= 0 ? 'left' : 'right');

/**
 * Least room between a solid and the side walls. Exact for level solids: walls are bilinear between knots, so the
 * least value stands at a corner, a station or a measured height.
 */
export function wallClearance(interior: Interior, solid: Solid): Clearance {
	let least: Clearance | null = null;
	const test = (x: number, y: number, z: number) => {
		const wall = halfWidth(interior, sideOf(y), x, z);
		least = nearer(least, { margin: wall - Math.abs(y), at: vec3(x, y, z), against: vec3(x, sign(sideOf(y)) * wall, z) });
	};
	if (solid.footprint) {
		const heights = breaks(interior.knots.z, ...solid.box.z);
		for (const p of edgePoints(solid.footprint, interior.knots.x)) for (const z of heights) test(p.x, p.y, z);
	} else {
		const { x, z } = interior.knots;
		for (const p of tiltedPoints(solid.corners, [
			['x', x],
			['z', z]
		]))
			test(p.x, p.y, p.z);
	}
	return least!;
}

/** Least room of some points under the ceiling and beside the walls: for things that are tilted. */
export function cornerClearance(interior: Interior, corners: readonly Vec3[]): Clearance {
	let least: Clearance | null = null;
	for (const at of corners) {
		const side = sideOf(at.y);
		const wall = halfWidth(interior, side, at.x, at.z);
		least = nearer(least, { margin: wall - Math.abs(at.y), at, against: vec3(at.x, sign(side) * wall, at.z) });
		const ceiling = ceilingAt(interior, at.x, at.y);
		least = nearer(least, { margin: ceiling - at.z, at, against: vec3(at.x, at.y, ceiling) });
	}
	return least!;
}

/** Least room under the ceiling; for level solids over the rectangle round the outline. */
export function ceilingClearance(interior: Interior, solid: Solid): Clearance {
	let least: Clearance | null = null;
	const test = (x: number, y: number, z: number) => {
		const ceiling = ceilingAt(interior, x, y);
		least = nearer(least, { margin: ceiling - z, at: vec3(x, y, z), against: vec3(x, y, ceiling) });
	};
	const { x, y, z } = solid.box;
	if (solid.footprint) {
		for (const atX of breaks(interior.knots.x, ...x)) for (const atY of breaks(interior.knots.y, ...y)) test(atX, atY, z[1]);
	} else {
		const { x: knotsX, y: knotsY } = interior.knots;
		for (const p of tiltedPoints(solid.corners, [
			['x', knotsX],
			['y', knotsY]
		]))
			test(p.x, p.y, p.z);
	}
	return least!;
}

/** Least room in front of the closed rear door, its slope and cut corners included. */
export function rearClearance(interior: Interior, solid: Solid): Clearance {
	let least: Clearance | null = null;
	const test = (x: number, y: number, z: number) => {
		const face = rearFaceAt(interior, y, z);
		least = nearer(least, { margin: x - face, at: vec3(x, y, z), against: vec3(face, y, z) });
	};
	if (solid.footprint) {
		const heights = breaks(interior.knots.rearZ, ...solid.box.z);
		for (const p of solid.footprint) for (const z of heights) test(p.x, p.y, z);
	} else for (const p of tiltedPoints(solid.corners, [['z', interior.knots.rearZ]])) test(p.x, p.y, p.z);
	return least!;
}

/** Room behind the bulkhead or dashboard. */
export function frontClearance(interior: Interior, solid: Solid): Clearance {
	const { x, y, z } = solid.box;
	const middle = (y[0] + y[1]) / 2;
	return { margin: interior.length - x[1], at: vec3(x[1], middle, z[1]), against: vec3(interior.length, middle, z[1]) };
}

/** A board whose upper face is no higher than this is part of the floor, mm. */
const FLUSH = 0.5;

/** Whether something lies in what is built up on the bare floor, flush with the finished one. */
export const liesInFloor = ({ floorBuildUp }: Interior, top: number): boolean => floorBuildUp > 0 && top <= FLUSH;

/** Room above the floor, or above the bottom of a pit that the solid stands in; only a tilted or sunk solid can be below it. */
export function floorClearance(interior: Interior, solid: Solid): Clearance {
	const { x, y, z } = solid.box;
	const [mx, my] = [(x[0] + x[1]) / 2, (y[0] + y[1]) / 2];
	const within = interior.pits.filter(({ box }) => x[0] >= box.x[0] && x[1] <= box.x[1] && y[0] >= box.y[0] && y[1] <= box.y[1]);
	// A board of the floor itself lies in what is built up on the bare floor.
	const bare = liesInFloor(interior, z[1]) ? -interior.floorBuildUp : 0;
	const floor = Math.min(bare, ...within.map(({ box }) => box.z[0]));
	return { margin: z[0] - floor, at: vec3(mx, my, z[0]), against: vec3(mx, my, floor) };
}

/**
 * Room between a solid and a block with its sides along the axes: along the axis or the line seen from above that parts
 * them most; negative by the least way out when they overlap.
 */
export function blockClearance(block: Box, solid: Solid): Clearance {
	const apart = boxSeparation(block, solid.box);
	const near = (axis: 'x' | 'y' | 'z'): [number, number] => {
		const [a, b] = [Math.max(block[axis][0], solid.box[axis][0]), Math.min(block[axis][1], solid.box[axis][1])];
		// Overlapping: the middle of what they share. Apart: the two faces that look at each other.
		if (a <= b) return [(a + b) / 2, (a + b) / 2];
		return solid.box[axis][0] > block[axis][1] ? [a, b] : [b, a];
	};
	const [nx, ny, nz] = [near('x'), near('y'), near('z')];
	const at = vec3(nx[0], ny[0], nz[0]);
	const against = vec3(nx[1], ny[1], nz[1]);
	const upright = Math.max(block.z[0] - solid.box.z[1], solid.box.z[0] - block.z[1]);
	if (apart >= 0) return { margin: apart, at, against };
	if (!solid.footprint) return { margin: prismSeparation(blockPrism(block), solid.corners), at, against };
	// A clipped or notched outline may leave a block alone that its rectangle would hit.
	const outline = rectangle(...block.x, ...block.y);
	const meets = intersection(solid.footprint, outline).flatMap((part) => difference(part, solid.holes ?? []));
	const shared = largest(meets.filter((part) => area(part) > 1));
	if (!shared) return { margin: Math.max(upright, solid.holes ? 0 : distance(solid.footprint, outline)), at, against };
	const over = bounds(shared);
	return { margin: Math.max(upright, -Math.min(over.x[1] - over.x[0], over.y[1] - over.y[0])), at, against };
}

/** A box as a solid. */
export const solidBox = (box: Box): Solid => ({ box, footprint: rectangle(...box.x, ...box.y), corners: [] });

/** A block as the corners of its lower face followed by those of its upper one. */
export const blockPrism = ({ x, y, z }: Box): Vec3[] => z.flatMap((height) => rectangle(...x, ...y).map((p) => vec3(p.x, p.y, height)));

/**
 * Gap between two outlines, or less than nothing by about the least way out: the smaller side of what they share, or the
 * thickness of it where that is a sliver askew. What stands in an opening of the other is as far from it as from its edge.
 */
export function outlineGap(a: Polygon, b: Polygon, holesInA: readonly Polygon[] = [], holesInB: readonly Polygon[] = []): number {
	const met = intersection(a, b);
	const holes = [...holesInA, ...holesInB];
	const shared = largest(holes.length > 0 ? met.flatMap((part) => difference(part, holes)).filter((part) => area(part) > 0) : met);
	if (!shared)
		return met.length === 0
			? distance(a, b)
			: Math.min(...holesInA.map((hole) => distance(hole, b)), ...holesInB.map((hole) => distance(hole, a)));
	const over = bounds(shared);
	const [long, wide] = [over.x[1] - over.x[0], over.y[1] - over.y[0]];
	return -Math.min(long, wide, (2 * area(shared)) / Math.hypot(long, wide));
}

/** Boxes no further apart than this are looked at more closely, mm. */
const CLOSE = 5;

/**
 * Signed room between two things: along the axes when their boxes are at least `limit` apart, else as they really
 * stand: outlines and heights of level ones, faces and edges of tilted ones.
 */
export function solidSeparation(a: Solid, b: Solid, limit = Infinity): number {
	const apart = boxSeparation(a.box, b.box);
	if (apart >= limit || apart >= CLOSE) return apart;
	// Boxes that barely part may hold things askew that are further from each other.
	if (apart >= 0)
		return !a.footprint || !b.footprint || (isBox(a) && isBox(b))
			? apart
			: Math.max(apart, outlineGap(a.footprint, b.footprint, a.holes, b.holes));
	if (!a.footprint || !b.footprint) {
		const corners = (solid: Solid) =>
			solid.footprint && solid.footprint.length !== solid.corners.length / 2 ? blockPrism(solid.box) : solid.corners;
		return Math.max(apart, prismSeparation(corners(a), corners(b)));
	}
	if (isBox(a) && isBox(b)) return apart;
	const upright = Math.max(a.box.z[0] - b.box.z[1], b.box.z[0] - a.box.z[1]);
	return Math.max(upright, outlineGap(a.footprint, b.footprint, a.holes, b.holes));
}

/** Whether a level thing fills its box. */
export const isBox = ({ footprint, holes }: Solid): boolean =>
	(holes ?? []).length === 0 &&
	footprint!.length === 4 &&
	footprint!.every((p, i) => p.x === footprint![(i + 1) % 4].x || p.y === footprint![(i + 1) % 4].y);

/**
 * Room between a solid and a wheel arch: how far it lies above it or beside it, whichever is more; negative by the
 * least of what would have to be cut away or lifted. Beside it, the arch counts as the rectangle that it fills at
 * the height of the solid's underside, so its rounded corners are taken as square.
 */
export function archClearance(arch: ArchSolid, solid: Solid): Clearance {
	const { x, y, z } = solid.box;
	const s = sign(arch.side);
	const middle = vec3(Math.max(x[0], Math.min(x[1], arch.middle)), s > 0 ? y[1] : y[0], z[0]);
	const top = archTopOver(arch, x, y);
	const foot = archNotch(arch, z[0], 0);
	const outline = solid.footprint ?? rectangle(...x, ...y);
	if (!solid.footprint && foot) return tiltedOverArch(arch, foot, solid);
	if (!foot) {
		const under = top > 0 ? top : arch.height;
		const above: Clearance = { margin: z[0] - under, at: middle, against: vec3(middle.x, middle.y, under) };
		const flat = arch.inner + arch.edge;
		const aside = Math.max(flat - Math.max(s * y[0], s * y[1]), Math.abs(middle.x - arch.middle) - arch.halfTop);
		if (aside <= above.margin) return above;
		const nearestY = s > 0 ? y[1] : y[0];
		return { margin: aside, at: vec3(middle.x, nearestY, z[0]), against: vec3(middle.x, nearestY + s * aside, z[0]) };
	}
	const away = boxGap(bounds(foot), x, y);
	const shared = away > 0 ? undefined : largest(intersection(outline, foot));
	if (!shared) {
		const gap = away > 0 && outline.length === 4 ? away : distance(outline, foot);
		const inner = s * arch.inner;
		const nearestY = s > 0 ? Math.min(y[1], inner) : Math.max(y[0], inner);
		return { margin: gap, at: vec3(middle.x, nearestY, z[0]), against: vec3(middle.x, nearestY + s * gap, z[0]) };
	}
	const over = bounds(shared);
	const depth = Math.min(over.x[1] - over.x[0], over.y[1] - over.y[0], Math.max(top - z[0], 0));
	const at = vec3((over.x[0] + over.x[1]) / 2, s > 0 ? over.y[1] : over.y[0], z[0]);
	return { margin: -depth, at, against: vec3(at.x, at.y, z[0] + Math.max(top - z[0], 0)) };
}

/** The block that a wheel arch fills, its curves taken as square. */
export function archBlock(arch: ArchSolid): Box {
	const { x, y } = bounds(archNotch(arch, 0, 0)!);
	return { x, y, z: [0, arch.height] };
}

/** A tilted thing that reaches below the top of an arch: against blocks under its curve, square to the axes. */
function tiltedOverArch(arch: ArchSolid, foot: Polygon, solid: Solid): Clearance {
	const { x, y } = bounds(foot);
	let margin = Infinity;
	for (let i = 0; i < ARCH_BLOCKS; i++) {
		const share = (n: number) => x[0] + (n / ARCH_BLOCKS) * (x[1] - x[0]);
		const over: [number, number] = [share(i), share(i + 1)];
		const block: Box = { x: over, y, z: [0, archTopOver(arch, over, y)] };
		margin = Math.min(margin, solidSeparation({ box: block, footprint: null, corners: blockPrism(block) }, solid));
	}
	const { x: sx, y: sy, z: sz } = solid.box;
	const at = vec3(Math.max(sx[0], Math.min(sx[1], arch.middle)), sign(arch.side) > 0 ? sy[1] : sy[0], sz[0]);
	return { margin, at, against: vec3(at.x, at.y, sz[0] - margin) };
}

/** Blocks along an arch against which a tilted thing is tried. */
const ARCH_BLOCKS = 8;

/** The hull of some points seen from the side, (x, z) as x and y. */
const sideOutline = (corners: readonly Vec3[]): Polygon =>
	(polygonHull(corners.map(({ x, z }): [number, number] => [x, z])) ?? []).map(([x, y]) => ({ x, y }));

/** Gap between two rectangles along their better axis; 0 or less when they overlap. */
const boxGap = (a: { x: [number, number]; y: [number, number] }, x: [number, number], y: [number, number]): number =>
	Math.max(a.x[0] - x[1], x[0] - a.x[1], a.y[0] - y[1], y[0] - a.y[1]);

/**
 * Room between a level thing that does not fill its box and the side view of a seat: of what of it lies before, behind, over or under
 * the seat, and of what lies beside it. What stands in an opening is as far from the thing as from the opening's edge.
 */
function levelRoom(seat: SeatSolid, profile: Polygon, { footprint, holes = [], box: { z } }: Solid): number {
	const strip = rectangle(-FAR, FAR, ...seat.y);
	const level = largest(intersection(profile, rectangle(-FAR, FAR, ...z)));
	const above = level && rectangle(...bounds(level).x, ...seat.y);
	const fromSide = (piece: Polygon) => convexSeparation(rectangle(...bounds(piece).x, ...z), profile);
	const room = Math.min(
		...intersection(footprint!, strip).map(fromSide),
		...difference(footprint!, [strip]).map((piece) => Math.max(fromSide(piece), above ? distance(piece, above) : 0))
	);
	return room < 0 && above && holes.length > 0 ? Math.max(room, outlineGap(footprint!, above, holes)) : room;
}

/** Beyond any vehicle, mm. */
const FAR = 20000;

/**
 * Room between a solid and a seat: sideways or in the side view, whichever parts them more. Null when the boxes round
 * them are further apart than `limit` already, which spares the exact test, and for a seat that is not there.
 */
export function seatClearance(seat: SeatSolid, solid: Solid, limit = Infinity): Clearance | null {
	const { x, y, z } = solid.box;
	const sideways = Math.max(seat.y[0] - y[1], y[0] - seat.y[1]);
	let least: Clearance | null = null;
	// Its hull is worked out only where something is near enough.
	let seen: Polygon | undefined;
	for (const profile of seat.profiles) {
		const p = bounds(profile);
		if (Math.max(sideways, p.x[0] - x[1], x[0] - p.x[1], p.y[0] - z[1], z[0] - p.y[1]) > limit) continue;
		seen ??= solid.footprint ? rectangle(...x, ...z) : sideOutline(solid.corners);
		const margin = solid.footprint && !isBox(solid) ? levelRoom(seat, profile, solid) : Math.max(sideways, convexSeparation(seen, profile));
		const middle = (Math.max(y[0], seat.y[0]) + Math.min(y[1], seat.y[1])) / 2;
		const atX = p.x[0] >= x[0] ? x[1] : x[0];
		const height = Math.max(z[0], Math.min(z[1], p.y[1]));
		least = nearer(least, {
			margin,
			at: vec3(atX, middle, height),
			against: vec3(atX + (p.x[0] >= x[0] ? margin : -margin), middle, height)
		});
	}
	return least;
}
