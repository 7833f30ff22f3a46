import type { z } from 'zod';
import type { Polygon } from '../geometry/polygon';
import type { Pose } from '../geometry/pose';
import type { Box, Vec2, Vec3 } from '../geometry/vector';
import type { Interior, WindowPane, ZoneSolid } from '../interior';
import type { Design } from '../design/schema';
import type { Stock } from '../plan/plan';
import type { Use } from '../plan/use';
import type { Vehicle } from '../plan/vehicle';
import type { SlideName } from '../slides';
import type { Foam } from './parameter';

/**
 * How a link moves against its parent, by one value that is 0 as built.
 * - slide: along a unit axis, mm. Hinge and swing: about a line, radians; a swing is a leg, prop or arm about a pin.
 * - track: one pin stays on its track while a far one climbs another, vertical one by the value, mm. The far pin comes
 *   nearer as it climbs, so it needs a slot: see `slotOf` in making.ts.
 * - lift-out, drop-in and screw-in: carried by hand through the stops of a way; the value counts stops.
 */
export type Joint =
	| { type: 'fixed' }
	| { type: 'slide'; axis: Vec3; range: [number, number] }
	| { type: 'hinge' | 'swing'; origin: Vec3; axis: Vec3; range: [number, number] }
	| { type: 'track'; pin: Vec3; far: Vec3; range: [number, number] }
	| { type: 'lift-out' | 'drop-in' | 'screw-in'; about: { origin: Vec3; axis: Vec3 }; way: Stop[] };

/** A stop on the way of something carried: how far from where it was built and how far turned about its joint's line. */
export interface Stop {
	shift: Vec3;
	/** Radians. */
	angle: number;
}

/** A rigid group of parts, moved by a joint on its parent; a link without a parent stands on the vehicle. */
export interface Link {
	id: string;
	parent?: string;
	joint: Joint;
	/** What it is called when it is carried in and out as one; absent for what is put together part by part inside. */
	module?: string;
}

/**
 * Something that is cut or bought: an outline in its own x-y plane, extruded by its thickness along its own z, placed on its
 * link. Boards come from sheets, bars from lengths (a bar's outline is length by width), cloth from rolls; what is bought, such
 * as a tank or a sink, only takes its room.
 */
export interface Part {
	id: string;
	name: string;
	form: 'board' | 'bar' | 'cloth' | 'bought';
	/** Key of the stock it is cut from, in the plan's stock table of that form; empty for what is bought. */
	stock: string;
	outline: Polygon;
	thickness: number;
	pose: Pose;
	link: string;
	/** Openings in it, in its own plane: for a sink, a hob, a hatch. */
	cutOuts?: { name: string; outline: Polygon }[];
	/** Of what is bought, kg, filled. */
	weight?: number;
	/** The outline as it is cut, where it is larger than what hangs: seams, overlap and gathers of cloth. */
	cut?: Polygon;
	/** It gives way, as a curtain does: nothing clashes with it. */
	yields?: boolean;
}

/** A cushion or mattress; a box whose place depends on the state. */
export interface Pad {
	id: string;
	name: string;
	/** Along the vehicle, across it and thick, as it lies for sleeping, mm. */
	size: Vec3;
	foam: Foam;
	/** Where it is in each state; absent while it is stowed elsewhere. */
	places: Record<string, PadPlace>;
}

/** A place of a pad: its box, its outline from above when it is cut to a shape, and the link that carries it, if one does. */
export interface PadPlace {
	/** With every joint at 0. */
	box: Box;
	outline?: Polygon;
	role: 'mattress' | 'seat' | 'back';
	link?: string;
}

/** A named set of joint values; joints not named are at 0. */
export interface PieceState {
	id: string;
	name: string;
	joints: Record<string, number>;
	/** Links that are out of the vehicle. */
	out?: string[];
	/** The uses of the vehicle for which a new mode starts in this state. */
	startsFor: Use[];
}

/** One thing to do: joints that move together, links that are carried out of the vehicle or back in. */
export interface Step {
	words: string;
	/** The words for undoing it, when the way back is this way reversed. */
	back?: string;
	joints?: Record<string, number>;
	takesOut?: string[];
	bringsIn?: string[];
	tool?: string;
	seconds: number;
	hands: 1 | 2;
}

/** How to get from one state to another, step by step. */
export interface Move {
	from: string;
	to: string;
	steps: Step[];
}

/** Something to lie, sit or work on, in the states named. */
export interface Surface {
	id: string;
	use: 'sleep' | 'sit' | 'animal' | 'work';
	/** Seen from above, mm. */
	outline: Polygon;
	/** Height of the boards or slats under the pad, thickness of the pad on it and its foam. */
	base: number;
	pad: number;
	foam: Foam;
	states: string[];
	/** For a seat: the direction in which one looks, seen from above, and the place of the backrest's face along it. */
	faces?: { direction: 'left' | 'right'; backAt: number; edgeAt: number };
	/** For a seat that slopes along the vehicle: the face of its backrest, which way one looks along x, and how much it rises towards +x. */
	raked?: { backAt: number; facing: 1 | -1; slope: number };
	/** For a worktop that one works at from one side: its edge there, and which way it looks, a unit vector seen from above. */
	workedFrom?: { line: [Vec2, Vec2]; out: Vec2 };
}

/** What carries a part. */
export interface Support {
	part: string;
	by: string;
	kind: 'slide' | 'ledger' | 'leg' | 'rail' | 'cross-bar' | 'wall bracket' | 'prop' | 'track' | 'floor' | 'hinge' | 'seat' | 'board';
	/** Where, as it is built, when what bears it is no part: straps and the like. */
	at?: readonly Vec3[];
}

/** A strip that has to find a ledge of another piece, a deck or a seat under it, as it lies in the states named. */
export interface Rest {
	id: string;
	name: string;
	box: Box;
	/** How much of its depth has to lie on, mm. */
	hold: number;
	states: string[];
}

/** A place for things: a box, the faces through which it is reached and in which states they are open. */
export interface Space {
	id: string;
	name: string;
	box: Box;
	access: { face: 'rear' | 'front' | 'left' | 'right' | 'top'; states: string[] }[];
}

/** Slats seen as gaps: width of slat, clear gap, and share of the area that is open, by state and zone. */
export interface SlatZone {
	state: string;
	zone: string;
	slat: number;
	gap: number;
	open: number;
}

/** A distance inside the piece itself that must not get too small, such as the hold of a stop; or a load, or something that must be there. */
export interface InnerMargin {
	id: string;
	title: string;
	margin: number;
	/** Millimetres when absent. A count of -1 says that something is missing, 0 that it is there. */
	unit?: 'kg' | 'count';
	comfort: number;
	why: string;
	at: Vec3;
	states: string[];
}

/** A door, drawer, flap, leaf or table top: what opens by the move from one state to another, and when that must be possible. */
export interface Front {
	id: string;
	name: string;
	from: string;
	to: string;
	/** Uses of the vehicle in which it must open. */
	uses: Use[];
}

/** A drawer, tray or sliding shelf on its runners. */
export interface Drawer {
	id: string;
	name: string;
	link: string;
	/** The states in which it is pulled out. */
	states: string[];
	slide: SlideName;
	/** Its box as it is shut, without its front. */
	box: Box;
	/** The way it is pulled, as a unit vector along x or y, and how far, mm. */
	towards: Vec3;
	extension: number;
	slideLength: number;
	/** What it is meant to hold, and what its pair of slides takes, kg. */
	content: number;
	rating: number;
	/** Something keeps it shut while driving: a slide that locks, or a catch. */
	latched: boolean;
}

/** A face of a frame or box that keeps its corners square, or does not: a board, a diagonal, or nothing. */
export interface Brace {
	/** Across which axis the face stands: a face with normal x keeps the frame from leaning sideways. */
	normal: 'x' | 'y' | 'z';
	name: string;
	by: string | null;
	at: Vec3;
}

/** A width to keep free before a front, by day, from a line on the floor out to whatever stands opposite. */
export interface Aisle {
	id: string;
	line: [Vec3, Vec3];
	/** Which way the front looks. */
	out: Vec3;
	width: number;
}

/** A line on the floor along which two boards meet, at some x. */
export interface FloorJoint {
	id: string;
	x: number;
}

/** A cover over a window, in the states in which it hangs. */
export interface Cover {
	window: string;
	states: string[];
	/** Air comes through it. */
	air: boolean;
}

/** Something to buy that is no board, bar, cloth or foam: slides, hinges, catches, corner connectors. */
export interface Hardware {
	name: string;
	count: number;
}

/** A piece worked out for one vehicle, in vehicle coordinates, every joint at 0. */
export interface Assembly {
	links: Link[];
	parts: Part[];
	pads: Pad[];
	states: PieceState[];
	moves: Move[];
	surfaces: Surface[];
	supports: Support[];
	spaces: Space[];
	slats: SlatZone[];
	innerMargins: InnerMargin[];
	rests: Rest[];
	fronts: Front[];
	drawers: Drawer[];
	braces: Brace[];
	hardware: Hardware[];
	aisles: Aisle[];
	covers: Cover[];
	floorJoints: FloorJoint[];
	/** Height of the boards or slats above the floor: the height that the height chart moves. */
	deck: number;
}

/** A piece that another one stands by. */
export interface Neighbour {
	id: string;
	name: string;
	assembly: Assembly;
}

/** What a recipe may look at while it works out an assembly. */
export interface Surroundings {
	interior: Interior;
	windows: readonly WindowPane[];
	zones: readonly ZoneSolid[];
	seats: Vehicle['seats'];
	/** Pieces that it names. */
	neighbours: readonly Neighbour[];
	stock: Stock;
}

/** What kinds of pieces are for: the order in which they are offered. */
export const KIND_GROUPS = [
	'beds',
	'beds that are seats',
	'boxes and seats',
	'cabinets and drawers',
	'tables',
	'floor and windows',
	'own pieces'
] as const;

/** A recipe: parameters in, assembly out. */
export interface PieceKind<S extends z.ZodObject = z.ZodObject> {
	kind: string;
	title: string;
	group: (typeof KIND_GROUPS)[number];
	summary: string;
	/** What can hurt somebody, said where the piece is planned. */
	caution?: string;
	params: S;
	/** The parameter that the height chart and a vertical drag change; none for what has no height of its own. */
	heightParam?: keyof z.infer<S> & string;
	/** The parameter that a drag along the vehicle changes; none for what has its place given. */
	alongParam?: keyof z.infer<S> & string;
	assemble(params: z.infer<S>, around: Surroundings): Assembly;
	/** What it is made of as a tree, of kinds that are written so: taken apart, it keeps its sums and its sizes. */
	design?(params: z.infer<S>): Design;
}

/** Checks that a kind's parts agree with its types; gives the kind back. */
export const pieceKind = <S extends z.ZodObject>(kind: PieceKind<S>): PieceKind<S> => kind;
