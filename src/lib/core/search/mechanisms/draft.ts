import type { KindName } from '../../pieces';
import { ROOM } from '../../people';
import type { Tool } from '../../plan/brief';
import type { Berth } from '../berth';
import { breadthOf, floor5, halfWidths, stretchAt, type Ground } from '../ground';
import type { SeatPlan } from '../seat-plans';

/** A piece to be built, its parameters where they differ from the start values of its kind. */
export interface DraftPiece {
	kind: KindName;
	name: string;
	params: Record<string, unknown>;
}

/** A layout before it is worked out: the pieces that make it and the berths on them. */
export interface Draft {
	seatPlan: SeatPlan;
	berths: [Berth, ...Berth[]];
	pieces: [DraftPiece, ...DraftPiece[]];
}

/** A way to make a bed: every size of it that is worth trying in a vehicle. */
export interface Mechanism {
	id: string;
	title: string;
	/** Whether it is screwed to the vehicle's body. */
	drills: boolean;
	tools: Tool[];
	/** How many sleepers it is for, where that matters. */
	sleepers?: number;
	drafts(ground: Ground, step: number): Generator<Draft>;
}

/** Thickness of the mattresses that drafts start from, mm. */
export const PAD = 80;
/** What bars along a whole bed are cut from, on edge: the lightest with which one sits down on most of them. Some take more. */
export const LONG_BAR = 'slat-70x21';
/** A sofa's back and whoever's cushions stand about so high above its boards, mm. */
export const BACK = 200;
/** A body takes about this much height above the mattress, mm: chest of a broad person. */
const BODY = 260;

export type Side = 'left' | 'right';
export const SIDES: readonly Side[] = ['left', 'right'];
export type Sleepers = Ground['sleepers'];

/** Heights from low to high, `step` apart. */
export function* heights([from, to]: readonly [number, number], step: number): Generator<number> {
	for (let h = from; h <= to + 1e-9; h += step) yield h;
}

/** Where a bed lies at a height: its stretch along the vehicle, the half-widths over that stretch, and its width. */
export interface Bed {
	x: [number, number];
	half: { left: number; right: number };
	y: [number, number];
	length: number;
}

/** Longest stretch that somebody of these wants for a bed, mm. */
const wantedLength = (sleepers: Sleepers) => Math.max(0, ...sleepers.map(({ body }) => body.stature)) + ROOM.lengthComfort + 10;

/** Heights that a bed and whoever lies on it take up. */
export const bodyZ = (height: number): [number, number] => [height, height + PAD + BODY];
const bedZ = (height: number): [number, number] => [height - 60, height + PAD + BODY];

/** Where and for whom a bed is looked for. */
export interface BedAsked {
	seatPlan: SeatPlan;
	height: number;
	sleepers: Sleepers;
	gap?: number;
	/** How high above its boards it reaches while driving, when it is as long then: it ends behind the seats as they stand for that, too. */
	stays?: number;
}

/** Its stretch in front of the closed door, no longer than its sleepers comfortably need. */
export function stretchFor(ground: Ground, asked: BedAsked, y?: [number, number]): [number, number] {
	const { seatPlan, height, sleepers, gap = 12, stays } = asked;
	const [rear, night] = stretchAt(ground, seatPlan, bedZ(height), { y });
	const front =
		stays === undefined ? night : Math.min(night, stretchAt(ground, seatPlan, [height - 60, height + stays], { y, use: 'drive' })[1]);
	const x0 = Math.ceil(rear + gap);
	return [x0, Math.max(x0, floor5(Math.min(front - gap, rear + gap + wantedLength(sleepers))))];
}

/** The rear part of a bed, where feet lie and a bed that is cut to the wall may be narrower than its strip: this share of its length. */
const FEET = 0.45;

/** Half-widths over a bed: at its narrowest, or beside the shoulders for one that is cut to the walls. */
const halvesOf = (ground: Ground, x: [number, number], height: number, cut: boolean) =>
	halfWidths(ground, cut ? [x[0] + FEET * (x[1] - x[0]), x[1]] : x, bodyZ(height));

/**
 * A bed from wall to wall.
 *
 * @param cut whether it is cut to the walls: it is then as wide as they are beside the shoulders, not at its narrowest.
 */
export function wideBed(ground: Ground, asked: BedAsked, cut = false): Bed {
	const x = stretchFor(ground, asked);
	const half = halvesOf(ground, x, asked.height, cut);
	const { gap = 12 } = asked;
	return { x, half, y: [-floor5(half.right - gap), floor5(half.left - gap)], length: x[1] - x[0] };
}

/** The strip of a width along one wall. */
const stripOf = (side: Side, half: Bed['half'], width: number, gap: number): [number, number] =>
	side === 'left' ? [half.left - gap - width, half.left - gap] : [-half.right + gap, -half.right + gap + width];

/**
 * A bed along one wall: only seats in its own strip end it, so it passes beside a seat of the other side.
 *
 * @param cut whether it is cut to the wall: its strip then lies along the wall beside the shoulders, not at its narrowest.
 */
export function narrowBed(ground: Ground, asked: BedAsked, side: Side, width: number, cut = false): Bed {
	const { gap = 12, height } = asked;
	// The wall as far as the nearest seat says about where the strip lies; then the strip's own stretch says exactly.
	const first = halvesOf(ground, stretchFor(ground, asked), height, cut);
	const x = stretchFor(ground, asked, stripOf(side, first, width, gap));
	const half = halvesOf(ground, x, height, cut);
	return { x, half, y: stripOf(side, half, width, gap), length: x[1] - x[0] };
}

/** Nobody makes a bed shorter than this, mm. */
export const SHORTEST = 900;

/** What a mechanism makes of one height and way to set the seats: a bed and its pieces, or several to choose from. */
type Made = { bed: Bed; pieces: Draft['pieces'] };

/** Drafts of beds for everybody that lie along the vehicle: for every way to set the seats and every height. */
export const alongBeds = (
	range: readonly [number, number],
	make: (ground: Ground, asked: BedAsked) => Made[],
	{ stays }: Pick<BedAsked, 'stays'> = {}
): Mechanism['drafts'] =>
	function* (ground, step) {
		for (const seatPlan of ground.seatPlans)
			for (const height of heights(range, step))
				for (const { bed, pieces } of make(ground, { seatPlan, height, sleepers: ground.sleepers, stays })) {
					if (bed.length < SHORTEST) continue;
					yield { seatPlan, berths: [berthOn(bed, height, ground.sleepers)], pieces };
				}
	};

/** The berth of a bed along the vehicle, on a piece of its draft. */
export const berthOn = ({ x, y }: Pick<Bed, 'x' | 'y'>, base: number, sleepers: Sleepers, piece = 0): Berth => ({
	x,
	y,
	base,
	pad: PAD,
	along: true,
	sleepers,
	piece
});

/** Width of a bed for some sleepers with room to spare, and just enough of it, mm. */
export const easyWidth = (sleepers: Sleepers): number => floor5(breadthOf(sleepers) + 60);
export const leastWidth = (sleepers: Sleepers): number => floor5(breadthOf(sleepers) + 10);

/** Middle of a stretch across, mm. */
export const middleOf = ([a, b]: readonly [number, number]): number => Math.round((a + b) / 2);
