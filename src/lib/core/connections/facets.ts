import { area, bounds, difference, intersection, rectangle, type Polygon } from '../geometry/polygon';
import { axisOf, compose, frame, place, type Pose } from '../geometry/pose';
import { dot, vec2, vec3, type Vec2, type Vec3 } from '../geometry/vector';
import type { Part } from '../pieces';

/** A flat side of a part. */
export interface Facet {
	/** The lower or upper face of its outline, or the edge that begins at a corner of it. */
	side: 'lower' | 'upper' | number;
	/** A broad side, or a long side of a bar; the edge of a board; the end of a bar, where the grain comes out. */
	kind: 'face' | 'edge' | 'end';
	/** Its own frame in the vehicle as the piece is built: x and y lie in it, z looks out of the part. */
	pose: Pose;
	/** Its outline in its frame, counter-clockwise, and the openings in it. */
	outline: Polygon;
	openings: Polygon[];
	/** Which way it looks, and how far out its plane is that way from the origin of the vehicle. */
	outward: Vec3;
	level: number;
}

/** What two flat sides have in common: an outline in the frame of the first, with what is cut out of it. */
export interface Shared {
	outline: Polygon;
	openings: Polygon[];
}

/** Edges shorter than this are pieces of a curve, on which nothing is joined, mm. */
const LEAST_EDGE = 12;
/** Faces that look at each other across no more than this touch, mm. */
const TOUCH = 1.5;
/** Faces this little askew are parallel: a millimetre in 100. */
const PARALLEL = 1 - 5e-5;
/** Planes that are a little askew stand so much closer or further elsewhere in a vehicle, mm. */
const ASKEW = 60;
/** What two faces share is at least so wide, mm, to be joined there. */
const LEAST_SHARED = 3;

/** Where a place of the vehicle is in a frame. */
export function within({ rotation: [a, b, c], shift }: Pose, p: Vec3): Vec3 {
	const [x, y, z] = [p.x - shift.x, p.y - shift.y, p.z - shift.z];
	return vec3(a.x * x + b.x * y + c.x * z, a.y * x + b.y * y + c.y * z, a.z * x + b.z * y + c.z * z);
}

/** The flat sides of a part as it is built. */
export function facetsOf(part: Part): Facet[] {
	const { thickness, form } = part;
	const facet = (side: Facet['side'], kind: Facet['kind'], own: Pose, outline: Polygon, openings: Polygon[]): Facet => {
		const pose = compose(part.pose, own);
		const outward = axisOf(pose, 'z');
		return { side, kind, pose, outline, openings, outward, level: dot(outward, pose.shift) };
	};
	const outline = area(part.outline) < 0 ? [...part.outline].reverse() : part.outline;
	const openings = (part.cutOuts ?? []).map((cut) => cut.outline);
	const over = (ring: Polygon): Polygon => ring.map(({ x, y }) => vec2(x, -y)).reverse();
	const edges = outline.flatMap((from, side): Facet[] => {
		const to = outline[(side + 1) % outline.length];
		const long = Math.hypot(to.x - from.x, to.y - from.y);
		if (long < LEAST_EDGE) return [];
		const along = vec3((to.x - from.x) / long, (to.y - from.y) / long, 0);
		const kind = form === 'board' ? 'edge' : Math.abs(along.x) > Math.SQRT1_2 ? 'face' : 'end';
		return [facet(side, kind, frame(vec3(from.x, from.y, 0), along, vec3(0, 0, 1)), rectangle(0, long, 0, thickness), [])];
	});
	return [
		facet('upper', 'face', frame(vec3(0, 0, thickness), vec3(1, 0, 0), vec3(0, 1, 0)), outline, openings),
		facet('lower', 'face', frame(vec3(0, 0, 0), vec3(1, 0, 0), vec3(0, -1, 0)), over(outline), openings.map(over)),
		...edges
	];
}

/** Whether an outline is the rectangle round it. */
function isSquare(ring: Polygon): boolean {
	if (ring.length !== 4) return false;
	const { x, y } = bounds(ring);
	return ring.every((p) =>
		[x, y].every(([low, high], i) => Math.min(Math.abs(p[i ? 'y' : 'x'] - low), Math.abs(p[i ? 'y' : 'x'] - high)) < 1e-6)
	);
}

/** What two outlines share; most are rectangles along the same axes. */
function common(one: Polygon, other: Polygon): Polygon[] {
	const [a, b] = [bounds(one), bounds(other)];
	const [x, y] = (['x', 'y'] as const).map((axis) => [Math.max(a[axis][0], b[axis][0]), Math.min(a[axis][1], b[axis][1])]);
	if (x[1] - x[0] < LEAST_SHARED || y[1] - y[0] < LEAST_SHARED) return [];
	return isSquare(one) && isSquare(other) ? [rectangle(x[0], x[1], y[0], y[1])] : intersection(one, other);
}

/** What two flat sides that lie against each other have in common, in the frame of the first; nothing where they do not. */
export function sharedBy(one: Facet, other: Facet): Shared[] {
	if (dot(one.outward, other.outward) > -PARALLEL || Math.abs(one.level + other.level) > TOUCH + ASKEW) return [];
	if (Math.abs(within(one.pose, other.pose.shift).z) > TOUCH) return [];
	const seen = (ring: Polygon): Polygon =>
		ring.map((p) => {
			const { x, y } = within(one.pose, place(other.pose, vec3(p.x, p.y, 0)));
			return vec2(x, y);
		});
	const openings = [...one.openings, ...other.openings.map(seen)];
	return common(one.outline, seen(other.outline))
		.flatMap((ring) => difference(ring, openings))
		.filter((ring) => {
			const { x, y } = bounds(ring);
			return area(ring) > 0 && Math.min(x[1] - x[0], y[1] - y[0]) >= LEAST_SHARED;
		})
		.map((outline) => ({ outline, openings }));
}

/**
 * How much of a part lies behind a place on one of its sides, straight in, mm.
 *
 * @param p in the frame of the side
 */
export function depthAt(part: Part, { side, pose, outward }: Facet, p: Vec2): number {
	if (typeof side === 'string') return part.thickness;
	const own = within(part.pose, place(pose, vec3(p.x, p.y, 0)));
	const [dx, dy] = [-dot(axisOf(part.pose, 'x'), outward), -dot(axisOf(part.pose, 'y'), outward)];
	let nearest = Infinity;
	for (const ring of [part.outline, ...(part.cutOuts ?? []).map(({ outline }) => outline)])
		ring.forEach((a, i) => {
			const b = ring[(i + 1) % ring.length];
			const [ex, ey] = [b.x - a.x, b.y - a.y];
			const cross = dx * ey - dy * ex;
			if (Math.abs(cross) < 1e-9) return;
			const t = ((a.x - own.x) * ey - (a.y - own.y) * ex) / cross;
			const s = ((a.x - own.x) * dy - (a.y - own.y) * dx) / cross;
			if (t > 1 && s >= -1e-9 && s <= 1 + 1e-9) nearest = Math.min(nearest, t);
		});
	return nearest === Infinity ? 0 : nearest;
}
