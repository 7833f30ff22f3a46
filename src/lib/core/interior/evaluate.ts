import { breaks, valueAt } from '../geometry/piecewise';
import { weightOf } from './contour';
import type { ArchSolid, FixtureSolid, Interior, Section, Side } from './interior';

/** +1 for the left-hand side, -1 for the right-hand one: the sign of y there. */
export const sign = (side: Side): 1 | -1 => (side === 'left' ? 1 : -1);

export const SIDES: readonly Side[] = ['left', 'right'];

/** Linear between the two sections round x, the nearest section beyond the first and the last. */
function between(interior: Interior, x: number, read: (section: Section) => number): number {
	const { sections } = interior;
	const last = sections.length - 1;
	if (x <= sections[0].x) return read(sections[0]);
	if (x >= sections[last].x) return read(sections[last]);
	let i = 1;
	while (sections[i].x < x) i++;
	const [a, b] = [sections[i - 1], sections[i]];
	const low = read(a);
	return low + ((x - a.x) / (b.x - a.x)) * (read(b) - low);
}

/** Distance from the centre line to the wall of one side at (x, z), mm. */
export function halfWidth(interior: Interior, side: Side, x: number, z: number): number {
	const measured = between(interior, x, (section) => valueAt(section[side], z));
	if (interior.scribed.length === 0) return measured;
	// A scribed line counts by how far it is from what the stations say at its own height, fading above and below it.
	let [sum, weights] = [0, 0];
	for (const line of interior.scribed) {
		if (line.side !== side) continue;
		const weight = weightOf(line, x, z);
		if (weight <= 0) continue;
		sum += weight * (valueAt(line.curve, x) - between(interior, x, (section) => valueAt(section[side], line.z)));
		weights += weight;
	}
	return measured + (weights > 1 ? sum / weights : sum);
}

/** Length of a diagonal of the cross-section at x, from the foot of one wall up to the other wall at height z, mm. */
export const diagonalAt = (interior: Interior, from: Side, x: number, z: number): number =>
	Math.hypot(halfWidth(interior, from, x, 0) + halfWidth(interior, from === 'left' ? 'right' : 'left', x, z), z);

/** Height of the ceiling at (x, y), mm. */
export const ceilingAt = (interior: Interior, x: number, y: number): number =>
	between(interior, x, (section) => valueAt(section.ceiling, Math.abs(y)));

/** x of the closed rear door's inner face at height z, on the centre line. */
export const rearAt = (interior: Interior, z: number): number => valueAt(interior.rear, z);

/**
 * x of the closed rear door's inner face at (y, z), the cut corners included: beyond `cornerAcross` from the wall
 * the face comes forward, by `cornerAlong` at the wall itself.
 */
export function rearFaceAt(interior: Interior, y: number, z: number): number {
	const face = rearAt(interior, z);
	if (interior.cornerAcross <= 0 || interior.cornerAlong <= 0) return face;
	const wall = halfWidth(interior, y >= 0 ? 'left' : 'right', face, z);
	const into = (Math.abs(y) - (wall - interior.cornerAcross)) / interior.cornerAcross;
	return face + interior.cornerAlong * Math.max(0, Math.min(1, into));
}

/**
 * Height of a wheel arch at (x, y), 0 beside it. Along the vehicle a flat top with quarter-ellipse ends that
 * reach the floor; across, a vertical inner face with a quarter-circle edge.
 */
export function archHeightAt(arch: ArchSolid, x: number, y: number): number {
	const inward = Math.abs(y) - arch.inner;
	if (inward < 0 || Math.sign(y) !== sign(arch.side)) return 0;
	const end = arch.halfFloor - arch.halfTop;
	const beyond = Math.abs(x - arch.middle) - arch.halfTop;
	if (beyond > end || (end === 0 && beyond > 0)) return 0;
	const along = beyond <= 0 ? arch.height : arch.height * Math.sqrt(Math.max(0, 1 - (beyond / end) ** 2));
	const edge = Math.min(arch.edge, along);
	if (inward >= edge) return along;
	return along - edge + Math.sqrt(Math.max(0, edge ** 2 - (edge - inward) ** 2));
}

/** Height of whatever stands on the floor at (x, y): the wheel arches. */
export function floorAt(interior: Interior, x: number, y: number): number {
	let top = 0;
	for (const arch of interior.arches) top = Math.max(top, archHeightAt(arch, x, y));
	return top;
}

/** Stretches of height, low to high. */
type Stretches = [number, number][];

/**
 * Lowest and highest free z of the column at (x, y), or null where nothing is free. Where walls leave more than
 * one stretch free, the tallest is taken.
 */
export function freeColumn(interior: Interior, x: number, y: number): { low: number; high: number } | null {
	if (x > interior.length) return null;
	const floor = bottomAt(interior, x, y);
	const top = ceilingAt(interior, x, y);
	if (top <= floor) return null;
	const side: Side = y >= 0 ? 'left' : 'right';
	const away = Math.abs(y);
	const walls = positive((z) => halfWidth(interior, side, x, z) - away, breaks(interior.knots.z, floor, top), true);
	// The rear face bends where the rounding of a corner meets the wall, which is no knot: searched, not interpolated.
	const straight = interior.cornerAcross <= 0 || x > interior.rearmost + interior.cornerAlong;
	const rear = positive((z) => x - rearFaceAt(interior, y, z), breaks(interior.knots.rearZ, floor, top), straight);
	let best: { low: number; high: number } | null = null;
	for (const [a, b] of walls)
		for (const [c, d] of rear)
			for (const [low, high] of withoutFixtures(interior, x, y, [Math.max(a, c), Math.min(b, d)]))
				if (high > low && (!best || high - low > best.high - best.low)) best = { low, high };
	return best;
}

/** Whether a block stands over, or lies under, the point (x, y). */
const covers = ({ box }: FixtureSolid, x: number, y: number): boolean => x >= box.x[0] && x <= box.x[1] && y >= box.y[0] && y <= box.y[1];

/** Height of whatever the column at (x, y) stands on: an arch, the floor, or the bottom of a pit. */
function bottomAt(interior: Interior, x: number, y: number): number {
	const top = floorAt(interior, x, y);
	if (top > 0) return top;
	let bottom = 0;
	for (const pit of interior.pits) if (covers(pit, x, y)) bottom = Math.min(bottom, pit.box.z[0]);
	return bottom;
}

/** What the fixtures at (x, y) leave of a stretch of height. */
function withoutFixtures(interior: Interior, x: number, y: number, stretch: [number, number]): Stretches {
	let left: Stretches = [stretch];
	for (const fixture of interior.fixtures) {
		if (!covers(fixture, x, y)) continue;
		const [low, high] = fixture.box.z;
		left = left.flatMap(([a, b]): Stretches => [
			[a, Math.min(b, low)],
			[Math.max(a, high), b]
		]);
	}
	return left;
}

/** Where a continuous function is not negative, given places between which it is linear (or at least changes sign once). */
function positive(f: (z: number) => number, cuts: number[], linear: boolean): Stretches {
	const found: Stretches = [];
	let before = f(cuts[0]);
	let open = before >= 0 ? cuts[0] : NaN;
	for (let i = 1; i < cuts.length; i++) {
		const now = f(cuts[i]);
		if (before >= 0 !== now >= 0) {
			const crossing = linear ? cuts[i - 1] + (before / (before - now)) * (cuts[i] - cuts[i - 1]) : bisect(f, cuts[i - 1], cuts[i]);
			if (now >= 0) open = crossing;
			else found.push([open, crossing]);
		}
		before = now;
	}
	if (before >= 0) found.push([open, cuts[cuts.length - 1]]);
	return found;
}

/** Where a function changes sign between two places, to a hundredth of a millimetre. */
function bisect(f: (t: number) => number, from: number, to: number): number {
	const negative = f(from) < 0;
	let [a, b] = [from, to];
	while (b - a > 0.005) {
		const middle = (a + b) / 2;
		if (f(middle) < 0 === negative) a = middle;
		else b = middle;
	}
	return (a + b) / 2;
}

/**
 * Narrowest half-width of one side over a box of x and z. Exact: between knots the wall is bilinear, so its
 * least value stands on a knot or an end.
 */
export function leastHalfWidth(interior: Interior, side: Side, x: [number, number], z: [number, number]): number {
	let least = Infinity;
	for (const atX of breaks(interior.knots.x, x[0], x[1]))
		for (const atZ of breaks(interior.knots.z, z[0], z[1])) least = Math.min(least, halfWidth(interior, side, atX, atZ));
	return least;
}

/** Lowest ceiling over a rectangle, exact for the same reason. */
export function leastCeiling(interior: Interior, x: [number, number], y: [number, number]): number {
	let least = Infinity;
	for (const atX of breaks(interior.knots.x, x[0], x[1]))
		for (const atY of breaks(interior.knots.y, y[0], y[1])) least = Math.min(least, ceilingAt(interior, atX, atY));
	return least;
}

/** Furthest forward point of the rear face over a range of heights, on the centre line. */
export function furthestRear(interior: Interior, z: [number, number]): number {
	return Math.max(...breaks(interior.knots.rearZ, z[0], z[1]).map((atZ) => rearAt(interior, atZ)));
}
