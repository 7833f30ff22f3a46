import type { Box } from '../geometry/vector';
import type { Gear } from '../plan/plan';

/** One of some gear where it stands: which gear, in which room, and the box it fills. */
export interface Packed {
	gear: string;
	room: number;
	box: Box;
}

/** What came of packing: where everything stands, and how many of each did not go in. */
export interface Packing {
	packed: Packed[];
	left: Record<string, number>;
}

/** Sizes that come out rounded differ by less than this, mm. */
const ROUNDING = 0.01;
/** So much of its underside has to lie on something that a thing stands. */
const BORNE = 0.7;

type Place = { x: number; y: number; z: number };
type Size = { x: number; y: number; z: number };

const meet = (a: readonly [number, number], b: readonly [number, number]): number => Math.min(a[1], b[1]) - Math.max(a[0], b[0]);
const overlap = (a: Box, b: Box): boolean => meet(a.x, b.x) > ROUNDING && meet(a.y, b.y) > ROUNDING && meet(a.z, b.z) > ROUNDING;

const lowest = (a: Place, b: Place): number => a.z - b.z || a.x - b.x || a.y - b.y;

/** The ways round in which a thing may be put: turned about the vertical, or on any side where it need not stand upright. */
function waysOf({ length: l, width: w, height: h, anyWay }: Gear): Size[] {
	const upright = [
		{ x: l, y: w, z: h },
		{ x: w, y: l, z: h }
	];
	if (!anyWay) return upright;
	return [...upright, { x: l, y: h, z: w }, { x: h, y: l, z: w }, { x: w, y: h, z: l }, { x: h, y: w, z: l }];
}

/** One room with what stands in it, and the corners at which the next thing may be put. */
class Room {
	private readonly boxes: Box[];
	private places: Place[];

	/** @param taken what stands in the way already. */
	constructor(
		private readonly box: Box,
		taken: readonly Box[]
	) {
		const [x, y, z] = [box.x[0], box.y[0], box.z[0]];
		this.boxes = taken.filter((one) => overlap(one, box));
		// Beside what stands in the way and on it, as well as in the corner of the room.
		const beside = this.boxes.flatMap((one): Place[] => {
			const low = { x: Math.max(x, one.x[0]), y: Math.max(y, one.y[0]) };
			return [
				{ x: one.x[1], y, z },
				{ x, y: one.y[1], z },
				{ x: one.x[1], y: low.y, z },
				{ x: low.x, y: one.y[1], z },
				{ ...low, z: one.z[1] }
			];
		});
		this.places = [{ x, y, z }, ...beside].sort(lowest);
	}

	/** Puts a thing at the lowest corner where it goes in, in the first way round that does; undefined where none does. */
	put(ways: readonly Size[]): Box | undefined {
		for (const place of this.places)
			for (const size of ways) {
				const box: Box = {
					x: [place.x, place.x + size.x],
					y: [place.y, place.y + size.y],
					z: [place.z, place.z + size.z]
				};
				if (!this.takes(box)) continue;
				this.boxes.push(box);
				this.places = [
					...this.places.filter((one) => one !== place),
					{ x: box.x[1], y: place.y, z: place.z },
					{ x: place.x, y: box.y[1], z: place.z },
					{ x: place.x, y: place.y, z: box.z[1] }
				].sort(lowest);
				return box;
			}
		return undefined;
	}

	private takes(box: Box): boolean {
		const room = this.box;
		const inside = (['x', 'y', 'z'] as const).every(
			(axis) => box[axis][0] >= room[axis][0] - ROUNDING && box[axis][1] <= room[axis][1] + ROUNDING
		);
		return inside && this.bears(box) && !this.boxes.some((one) => overlap(one, box));
	}

	/** Whether what is below holds a thing up: the floor of the room, or enough of what stands there already. */
	private bears({ x, y, z }: Box): boolean {
		if (z[0] <= this.box.z[0] + ROUNDING) return true;
		const area = (x[1] - x[0]) * (y[1] - y[0]);
		const borne = this.boxes
			.filter((one) => Math.abs(one.z[1] - z[0]) < 1)
			.reduce((sum, one) => sum + Math.max(0, meet(one.x, x)) * Math.max(0, meet(one.y, y)), 0);
		return borne >= BORNE * area;
	}
}

/**
 * Puts gear of several kinds into rooms together: the largest first, each at the lowest free corner (the extreme points of
 * T. G. Crainic, G. Perboli and R. Tadei, INFORMS J. on Computing 20, 2008), side by side and on top of one another. A
 * packing that is found is true; where something is left out, another order may still get it in.
 *
 * @param taken what stands in the rooms already, mm.
 */
export function pack(boxes: readonly Box[], gear: readonly [id: string, gear: Gear][], taken: readonly Box[] = []): Packing {
	const rooms = boxes.map((box) => new Room(box, taken));
	const volume = ({ length, width, height }: Gear) => length * width * height;
	const packing: Packing = { packed: [], left: {} };
	for (const [id, item] of [...gear].sort((a, b) => volume(b[1]) - volume(a[1]))) {
		const ways = waysOf(item);
		for (let n = 0; n < item.count; n++) {
			let box: Box | undefined;
			const room = rooms.findIndex((one) => (box = one.put(ways)) !== undefined);
			if (!box) {
				// Equal things: where one does not go in, no further one does.
				packing.left[id] = item.count - n;
				break;
			}
			packing.packed.push({ gear: id, room, box });
		}
	}
	return packing;
}

/** How many are left out, all kinds together. */
export const leftOut = ({ left }: Packing): number => Object.values(left).reduce((sum, n) => sum + n, 0);

/** The best packing over several ways to see the rooms: the one that leaves least out. */
export function packBest(
	alternatives: readonly (readonly Box[])[],
	gear: readonly [id: string, gear: Gear][],
	taken: readonly Box[] = []
): Packing {
	let best: Packing | undefined;
	for (const boxes of alternatives) {
		const found = pack(boxes, gear, taken);
		if (!best || leftOut(found) < leftOut(best)) best = found;
		if (leftOut(best) === 0) break;
	}
	return best ?? pack([], gear, taken);
}
