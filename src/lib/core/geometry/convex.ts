import { prismSeparation } from './prism';
import { dot, boxAround, boxSeparation, vec3, type Box, type Vec3 } from './vector';

/**
 * A convex body: a prism, given by the corners of its lower face followed by those of its upper one, grown by a radius all
 * round. A limb is a flat one with a radius; a board has none.
 */
export interface Convex {
	corners: readonly Vec3[];
	radius: number;
	box: Box;
}

/** A convex body with the box round it. */
export function convexOf(corners: readonly Vec3[], radius = 0): Convex {
	const { x, y, z } = boxAround(corners);
	return {
		corners,
		radius,
		box: { x: [x[0] - radius, x[1] + radius], y: [y[0] - radius, y[1] + radius], z: [z[0] - radius, z[1] + radius] }
	};
}

const minus = (a: Vec3, b: Vec3): Vec3 => vec3(a.x - b.x, a.y - b.y, a.z - b.z);
const cross = (a: Vec3, b: Vec3): Vec3 => vec3(a.y * b.z - a.z * b.y, a.z * b.x - a.x * b.z, a.x * b.y - a.y * b.x);
const mixed = (points: readonly Vec3[], shares: readonly number[]): Vec3 =>
	points.reduce((sum, p, i) => vec3(sum.x + shares[i] * p.x, sum.y + shares[i] * p.y, sum.z + shares[i] * p.z), vec3(0, 0, 0));

/** The corner furthest along a direction. */
function furthest(corners: readonly Vec3[], along: Vec3): Vec3 {
	let best = corners[0];
	let most = -Infinity;
	for (const corner of corners) {
		const far = dot(corner, along);
		if (far > most) [most, best] = [far, corner];
	}
	return best;
}

/** The point of a simplex that is nearest to the origin, and the corners that bear it. */
interface Nearest {
	point: Vec3;
	simplex: Vec3[];
}

const alone = (a: Vec3): Nearest => ({ point: a, simplex: [a] });

function onSegment(a: Vec3, b: Vec3): Nearest {
	const ab = minus(b, a);
	const size = dot(ab, ab);
	const t = size > 0 ? -dot(a, ab) / size : 0;
	if (t <= 0) return alone(a);
	if (t >= 1) return alone(b);
	return { point: mixed([a, b], [1 - t, t]), simplex: [a, b] };
}

/** C. Ericson, Real-Time Collision Detection (2005), 5.1.5. */
function onTriangle(a: Vec3, b: Vec3, c: Vec3): Nearest {
	const [ab, ac] = [minus(b, a), minus(c, a)];
	const [d1, d2, d3, d4, d5, d6] = [-dot(ab, a), -dot(ac, a), -dot(ab, b), -dot(ac, b), -dot(ab, c), -dot(ac, c)];
	if (d1 <= 0 && d2 <= 0) return alone(a);
	if (d3 >= 0 && d4 <= d3) return alone(b);
	if (d6 >= 0 && d5 <= d6) return alone(c);
	const vc = d1 * d4 - d3 * d2;
	if (vc <= 0 && d1 >= 0 && d3 <= 0) return onSegment(a, b);
	const vb = d5 * d2 - d1 * d6;
	if (vb <= 0 && d2 >= 0 && d6 <= 0) return onSegment(a, c);
	const va = d3 * d6 - d5 * d4;
	if (va <= 0 && d4 - d3 >= 0 && d5 - d6 >= 0) return onSegment(b, c);
	const sum = va + vb + vc;
	if (sum <= 0) return [onSegment(a, b), onSegment(b, c), onSegment(a, c)].reduce(nearer);
	return { point: mixed([a, b, c], [va / sum, vb / sum, vc / sum]), simplex: [a, b, c] };
}

const nearer = (p: Nearest, q: Nearest): Nearest => (dot(q.point, q.point) < dot(p.point, p.point) ? q : p);

/** The nearest face of a tetrahedron; undefined when the origin is inside it. */
function onTetrahedron([a, b, c, d]: readonly Vec3[]): Nearest | undefined {
	let best: Nearest | undefined;
	for (const [p, q, r, opposite] of [
		[a, b, c, d],
		[a, c, d, b],
		[a, d, b, c],
		[b, d, c, a]
	]) {
		const normal = cross(minus(q, p), minus(r, p));
		const [outside, inside] = [-dot(p, normal), dot(minus(opposite, p), normal)];
		// The origin lies on the far side of this face from the fourth corner; a flat one has no inside.
		if (outside * inside > 0 && Math.abs(inside) > 1e-9) continue;
		const here = onTriangle(p, q, r);
		best = best ? nearer(best, here) : here;
	}
	return best;
}

function nearestIn(simplex: Vec3[]): Nearest | undefined {
	const [a, b, c] = simplex;
	if (simplex.length === 1) return alone(a);
	if (simplex.length === 2) return onSegment(a, b);
	return simplex.length === 3 ? onTriangle(a, b, c) : onTetrahedron(simplex);
}

/** Rounds of the search: it converges in a handful for boards and limbs. */
const ROUNDS = 40;
/** Closer than this two hulls meet, mm. */
const MEET = 1e-7;

/**
 * Distance between the hulls of two sets of points, mm; 0 when they meet. E. G. Gilbert, D. W. Johnson and S. S. Keerthi,
 * IEEE J. Robotics and Automation 4 (1988): the point of the difference of both hulls that is nearest to the origin.
 */
export function hullDistance(a: readonly Vec3[], b: readonly Vec3[]): number {
	let point = minus(a[0], b[0]);
	let simplex = [point];
	for (let round = 0; round < ROUNDS; round++) {
		const far = dot(point, point);
		if (far < MEET * MEET) return 0;
		const towards = vec3(-point.x, -point.y, -point.z);
		const next = minus(furthest(a, towards), furthest(b, vec3(point.x, point.y, point.z)));
		// No corner lies nearer to the origin than what is known by more than rounding.
		if (far - dot(point, next) <= 1e-9 * far + 1e-9) return Math.sqrt(far);
		if (simplex.some((p) => p.x === next.x && p.y === next.y && p.z === next.z)) return Math.sqrt(far);
		const found = nearestIn([...simplex, next]);
		if (!found) return 0;
		({ point, simplex } = found);
	}
	return Math.hypot(point.x, point.y, point.z);
}

/**
 * Signed room between two convex bodies, mm: their true distance when they are apart; negative, when they meet, by the
 * shift along the best of their axes that parts them.
 */
export function convexRoom(a: Convex, b: Convex): number {
	const apart = hullDistance(a.corners, b.corners);
	const radii = a.radius + b.radius;
	return apart > 0 ? apart - radii : Math.min(0, prismSeparation(a.corners, b.corners)) - radii;
}

/** The faces of a prism, from its lower and its upper outline. */
function facesOf({ corners }: Convex): Vec3[][] {
	const n = corners.length / 2;
	const [lower, upper] = [corners.slice(0, n), corners.slice(n)];
	return [lower, upper, ...lower.map((corner, i) => [corner, lower[(i + 1) % n], upper[(i + 1) % n], upper[i]])];
}

/** Rounding of a corner that lies in a plane, mm. */
const ON_PLANE = 1e-6;

/** What of a convex face lies on one side of a plane across an axis (I. E. Sutherland and G. W. Hodgman, 1974). */
function clipped(face: readonly Vec3[], axis: 'x' | 'y' | 'z', at: number, side: 1 | -1): Vec3[] {
	return face.flatMap((p, i) => {
		const q = face[(i + 1) % face.length];
		const [a, b] = [side * (p[axis] - at), side * (q[axis] - at)];
		const crossing = a < 0 !== b < 0 ? [mixed([p, q], [b / (b - a), -a / (b - a)])] : [];
		return a < 0 ? crossing : [p, ...crossing];
	});
}

/**
 * The box round what of a convex body lies inside another box, mm; undefined where nothing does. A back that leans over a room
 * takes of it only what it leans into.
 */
export function boxWithin(shape: Convex, within: Box): Box | undefined {
	if (boxSeparation(shape.box, within) >= 0) return undefined;
	const r = shape.radius;
	let faces = facesOf(shape);
	for (const axis of ['x', 'y', 'z'] as const)
		for (const side of [1, -1] as const) {
			const at = side > 0 ? within[axis][0] - r : within[axis][1] + r;
			faces = faces.map((face) => clipped(face, axis, at, side)).filter((face) => face.length > 0);
			// Where it is cut through, the cut is a face as well.
			const cut = faces.flat().filter((p) => Math.abs(p[axis] - at) < ON_PLANE);
			if (cut.length > 2) faces.push(round(cut, axis));
		}
	if (faces.length === 0) return undefined;
	const { x, y, z } = boxAround(faces.flat());
	const grown = (span: readonly [number, number], of: readonly [number, number]): [number, number] => [
		Math.max(of[0], span[0] - r),
		Math.min(of[1], span[1] + r)
	];
	return { x: grown(x, within.x), y: grown(y, within.y), z: grown(z, within.z) };
}

/** Corners of a convex face across an axis, in order round their middle. */
function round(corners: readonly Vec3[], axis: 'x' | 'y' | 'z'): Vec3[] {
	const [u, v] = (['x', 'y', 'z'] as const).filter((one) => one !== axis);
	const middle = mixed(
		corners,
		corners.map(() => 1 / corners.length)
	);
	const turn = (p: Vec3) => Math.atan2(p[v] - middle[v], p[u] - middle[u]);
	return [...corners].sort((a, b) => turn(a) - turn(b));
}
