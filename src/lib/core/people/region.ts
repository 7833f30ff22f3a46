import { bounds, closed, difference, distance, intersection, largest, rectangle, type Polygon } from '../geometry/polygon';
import { archNotch, freeOutline, type Interior, type SeatSolid } from '../interior';
import type { Box } from '../geometry/vector';
import type { Surface } from '../pieces';
import { compressed, type Body } from './body';

/** Where bodies may lie on a sleep surface: its outline less whatever stands in the way at the height of the body. */
export interface LyingRegion {
	outline: Polygon;
	/** Height of the compressed mattress under the body. */
	z: number;
}

/**
 * The part of a sleep surface that is free over the height of a lying body: walls that lean in, the sloping rear door,
 * arches and seats that reach above the mattress are taken off.
 *
 * @param others what else stands about that is not lain on.
 * @returns undefined when nothing of the surface is free.
 */
export function lyingRegion(
	surface: Surface,
	interior: Interior,
	seats: readonly SeatSolid[],
	body: Body,
	others: readonly Box[] = []
): LyingRegion | undefined {
	const z = surface.base + compressed(surface.pad, surface.foam, 'lying');
	const height: [number, number] = [z, z + body.chestDepth];
	const within = largest(intersection(surface.outline, freeOutline(interior, height)));
	if (!within) return undefined;
	const standing = [
		...seats.flatMap((seat) => seatShadow(seat, height)),
		...others
			.filter(({ z: [low, high] }) => low < z + Math.min(OVERHEAD, body.chestDepth) && high > z + 1)
			.map(({ x, y }) => rectangle(...x, ...y))
			.filter((shadow) => meetBounds(bounds(shadow), bounds(within)))
	];
	const blocked = [
		...interior.arches.map((arch) => archNotch(arch, z, 0)).filter((notch) => notch !== null),
		...standing.flatMap((shadow) => toTheSide(shadow, bounds(within).y))
	];
	const outline = largest(difference(within, blocked));
	return outline && { outline, z };
}

/** What begins higher than this above the mattress hangs over somebody rather than standing beside them, mm. */
const OVERHEAD = 90;

const meetBounds = (a: ReturnType<typeof bounds>, b: ReturnType<typeof bounds>): boolean =>
	a.x[0] < b.x[1] && a.x[1] > b.x[0] && a.y[0] < b.y[1] && a.y[1] > b.y[0];

/** Nobody lies in a strip narrower than this beside something, mm. */
const STRIP = 300;

/**
 * What stands on a surface, joined to its nearer side so that the rest has no hole: whole where nobody lies between them
 * anyway, else by a slit across.
 */
function toTheSide(shadow: Polygon, side: [number, number]): Polygon[] {
	const { x, y } = bounds(shadow);
	const [right, left] = [y[0] - side[0], side[1] - y[1]];
	const gap = Math.min(right, left);
	const across: [number, number] = right < left ? [side[0] - 1, y[1]] : [y[0], side[1] + 1];
	if (gap < STRIP) return [rectangle(...x, ...across)];
	const middle = (x[0] + x[1]) / 2;
	return [shadow, rectangle(middle - 1, middle + 1, ...across)];
}

/** What a seat blocks between two heights, seen from above. */
function seatShadow(seat: SeatSolid, z: [number, number]): Polygon[] {
	return seat.profiles.flatMap((profile) =>
		intersection(profile, rectangle(-10000, 20000, ...z)).map((slice) => rectangle(...bounds(slice).x, ...seat.y))
	);
}

/** Two sleep surfaces whose tops differ by less are one bed, where they are no further apart than a finger's breadth, mm. */
const LEVEL = 15;
const TOUCHING = 25;

/** A sleep surface of a piece, in the state that the piece is in. */
export interface Berth {
	piece: string;
	surface: Surface;
}

const topOf = ({ surface }: Berth) => surface.base + surface.pad;

function touch(a: Polygon, b: Polygon): boolean {
	const [p, q] = [bounds(a), bounds(b)];
	const apart = Math.max(p.x[0] - q.x[1], q.x[0] - p.x[1], p.y[0] - q.y[1], q.y[0] - p.y[1]);
	return apart <= TOUCHING && (intersection(a, b).length > 0 || distance(a, b) <= TOUCHING);
}

/** Sleep surfaces in groups that make one bed each: level with one another, edge to edge. */
export function bedsOf(berths: readonly Berth[]): Berth[][] {
	const beds: Berth[][] = [];
	for (const berth of berths) {
		const joins = (bed: Berth[]) =>
			bed.some((other) => Math.abs(topOf(other) - topOf(berth)) <= LEVEL && touch(other.surface.outline, berth.surface.outline));
		const joined = beds.filter(joins);
		for (const bed of joined) beds.splice(beds.indexOf(bed), 1);
		beds.push([...joined.flat(), berth]);
	}
	return beds;
}

/** The surface of a bed of several pieces: what it is made of on its first, its outline run together over the joints. */
export function surfaceOf(bed: readonly Berth[]): Surface {
	const [{ surface }] = bed;
	if (bed.length === 1) return surface;
	return {
		...surface,
		outline:
			largest(
				closed(
					bed.map((berth) => berth.surface.outline),
					TOUCHING
				)
			) ?? surface.outline
	};
}

/** Where somebody lies whom the mode lays on no piece. */
export const FLOOR = 'floor';
/** Thickness of the mat on the floor, mm: a usual one for camping. */
const MAT = 50;

/** The bare floor with a mat on it, as far as the vehicle goes; {@link lyingRegion} takes off what stands on it. */
export const floorSurface = (interior: Interior): Surface => ({
	id: FLOOR,
	use: 'sleep',
	outline: rectangle(0, interior.length, -2500, 2500),
	base: 0,
	pad: MAT,
	foam: 'firm',
	states: []
});

/** The region cut lengthwise into one lane for each body, as wide as its share of the breadths, from the left. */
export function lanes(region: Polygon, breadths: number[]): Polygon[] {
	const { x, y } = bounds(region);
	const total = breadths.reduce((sum, b) => sum + b, 0);
	let from = y[1];
	return breadths.map((breadth) => {
		const to = from - ((y[1] - y[0]) * breadth) / total;
		const lane = breadths.length === 1 ? region : (largest(intersection(region, rectangle(x[0] - 1, x[1] + 1, to, from))) ?? []);
		from = to;
		return lane;
	});
}
