import { compressed, proppedHeight, RELAXED, ROOM } from '../people';
import { closestBreadth, type Ground } from './ground';

/** A place to sleep that a mechanism could make: a rectangle at some height. */
export interface Berth {
	x: [number, number];
	y: [number, number];
	/** Height of the boards, and the mattress on them. */
	base: number;
	pad: number;
	/** Sleepers lie along the vehicle or across it. */
	along: boolean;
	/** The piece of the draft that it is on, by its place in the list. */
	piece: number;
	/** Who lies in it. */
	sleepers: Ground['sleepers'];
}

/** What a berth gives, judged from the field alone: margins in mm, negative where it fails. */
export interface BerthRoom {
	length: number;
	breadth: number;
	/** The least over the sleepers: room over the chest, and for what they may want. */
	over: number;
	sitting: number;
	propped: number;
	turning: number;
}

/** How high is free over a spot: asked of the field, or of whatever else is to be compared with it. */
export type RoofOver = (x: [number, number], y: [number, number]) => number;

/** What a berth gives its sleepers: constant work for each, however long or wide it is. */
export function roomOf(ground: Ground, berth: Berth, roof: RoofOver = (x, y) => ground.field.rectangle(x, y).high): BerthRoom {
	const { x, y, base, pad, along, sleepers } = berth;
	const lies = base + compressed(pad, 'medium', 'lying');
	const sits = base + compressed(pad, 'medium', 'sitting');
	const [length, width] = along ? [x[1] - x[0], y[1] - y[0]] : [y[1] - y[0], x[1] - x[0]];
	const breadth = width - closestBreadth(sleepers);
	const room: BerthRoom = { length: Infinity, breadth, over: Infinity, sitting: Infinity, propped: Infinity, turning: Infinity };
	const share = width / Math.max(1, sleepers.length);
	for (const [i, { body }] of sleepers.entries()) {
		room.length = Math.min(room.length, length - body.stature - ROOM.lengthLeast);
		const half = body.headBreadth / 2;
		const middle = (along ? y[0] : x[0]) + (i + 0.5) * share;
		let [best, resting] = [-Infinity, -Infinity];
		for (const end of [0, 1]) {
			const at = (part: number) => (end === 0 ? 0 : length) + (end === 0 ? 1 : -1) * part * length + (along ? x[0] : y[0]);
			const spot = (part: number, across: number): number => {
				const a: [number, number] = [at(part) - across, at(part) + across];
				const b: [number, number] = [middle - across, middle + across];
				return along ? roof(a, b) : roof(b, a);
			};
			for (const part of [0.15, 0.3, 0.45, 0.6]) best = Math.max(best, spot(part, half));
			resting = Math.max(resting, spot(0.25, body.chestDepth / 2));
		}
		room.sitting = Math.min(room.sitting, best - sits - RELAXED * body.sitting - ROOM.overHair);
		room.propped = Math.min(room.propped, resting - lies - proppedHeight(body).least - ROOM.overHair);
		room.over = Math.min(room.over, resting - lies - body.chestDepth - ROOM.overChest);
		room.turning = Math.min(room.turning, resting - lies - body.breadth - ROOM.overShoulder);
	}
	return room;
}

/** What several berths give all of their sleepers: the least of each. */
export function roomOfAll(ground: Ground, berths: readonly Berth[], roof?: RoofOver): BerthRoom {
	const rooms = berths.map((berth) => roomOf(ground, berth, roof));
	const least = (key: keyof BerthRoom) => Math.min(...rooms.map((room) => room[key]));
	return {
		length: least('length'),
		breadth: least('breadth'),
		over: least('over'),
		sitting: least('sitting'),
		propped: least('propped'),
		turning: least('turning')
	};
}
