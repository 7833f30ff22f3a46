import { breaks, valueAt } from '../geometry/piecewise';
import type { ArchSolid, Interior, Section, Side } from './interior';

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
export const halfWidth = (interior: Interior, side: Side, x: number, z: number): number =>
	between(interior, x, (section) => valueAt(section[side], z));

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

/**
 * Lowest and highest free z of the column at (x, y), or null where nothing is free. Where walls leave more than
 * one stretch free, the tallest is taken.
 */
export function freeColumn(interior: Interior, x: number, y: number): { low: number; high: number } | null {
	if (x > interior.length) return null;
	const floor = floorAt(interior, x, y);
	const top = ceilingAt(interior, x, y);
	if (top <= floor) return null;
	const side: Side = y >= 0 ? 'left' : 'right';
	// Spare room at height z: to the wall and to the rear face. Linear between knots except for the corner rounding,
	// whose edge moves with the wall and is therefore met by the crossing search below.
	const spare = (z: number) => Math.min(halfWidth(interior, side, x, z) - Math.abs(y), x - rearFaceAt(interior, y, z));
	const cuts = breaks([...interior.knots.z, ...interior.knots.rearZ].sort((a, b) => a - b), floor, top);
	let best: { low: number; high: number } | null = null;
	let open: number | null = spare(floor) >= 0 ? floor : null;
	const close = (z: number) => {
		if (open !== null && (!best || z - open > best.high - best.low)) best = { low: open, high: z };
		open = null;
	};
	for (let i = 1; i < cuts.length; i++) {
		const [a, b] = [spare(cuts[i - 1]), spare(cuts[i])];
		if (a >= 0 !== b >= 0) {
			const crossing = bisect(spare, cuts[i - 1], cuts[i]);
			if (a >= 0) close(crossing);
			else open = crossing;
		}
	}
	close(top);
	return best;
}

/** Where a function changes sign between two places, to a hundredth of a millimetre. */
function bisect(f: (t: number) => number, from: number, to: number): number {
	const rising = f(from) < 0;
	let [a, b] = [from, to];
	while (Math.abs(b - a) > 0.005) {
		const middle = (a + b) / 2;
		if (f(middle) < 0 === rising) a = middle;
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
