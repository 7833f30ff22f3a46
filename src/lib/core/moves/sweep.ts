import { bounds } from '../geometry/polygon';
import { boxSeparation, middleOf, vec3, type Box, type Vec3 } from '../geometry/vector';
import {
	archBlock,
	archClearance,
	blockClearance,
	ceilingClearance,
	floorClearance,
	frontClearance,
	rearClearance,
	seatClearance,
	solidBox,
	reachesOut,
	throughOpening,
	solidSeparation,
	wallClearance,
	type Clearance,
	type Interior,
	type OpeningSolid,
	type SeatSolid,
	type Solid
} from '../interior';
import { ownedSolids, type NamedSolid, type NamedThing, type PlacedPiece } from '../modes';
import { remember } from '../memory';
import { placesOf, type Motion, type Track } from './track';

/** How close a move comes to anything on its way. */
export interface Sweep {
	/** Least room on the way, mm; negative when something hits. Null when nothing comes near. */
	margin: number | null;
	/** What moves and what it comes closest to. */
	who: string;
	whom: string;
	/** The id of the piece, seat, thing or fixture that this belongs to; none for what is of the vehicle itself or stays of its own piece. */
	against?: string;
	where: Vec3;
	/** After how many seconds. */
	at: number;
}

/** Rounding of the sums, and the hold of things that rest on each other: less than this is no hit, mm. */
export const TOUCH = 1;

/** Parts of one piece that touch at the start turn and rub in each other by so much as they are drawn square, mm; our own judgement. */
const RUBS = 12;

/** Nothing comes near. */
export const FREE: Sweep = { margin: null, who: '', whom: '', where: vec3(0, 0, 0), at: 0 };

/** The closer of two. */
export const closer = (a: Sweep, b: Sweep): Sweep => (a.margin === null || (b.margin !== null && b.margin < a.margin) ? b : a);

/** Measures the room of a solid beside one thing; may answer null when it is more than the limit. */
type RoomBeside = (solid: Solid, limit: number) => { margin: number; at?: Vec3 } | null;

/** What a track is measured against: its name, the box round it, and how. */
interface Obstacle {
	name: string;
	owner?: string;
	box: Box;
	room: RoomBeside;
}

const of = (owner: string | undefined): Pick<Sweep, 'against'> => (owner === undefined ? {} : { against: owner });

/** Finer than this nothing is looked for between two places, mm. */
const FINE = 0.5;

/**
 * Looks between two places of a track as long as something could be hit there: no room changes by more than what moves has
 * moved, so that between two places it is at least half of (their sum less the way between them). Conservative advancement,
 * after B. Mirtich, Impulse-based Dynamic Simulation of Rigid Body Systems (1996): nothing thin slips through.
 */
function lookBetween(way: number, a: { i: number; room: number }, b: { i: number; room: number }, look: (i: number) => number): void {
	// Where it hits already, how deep it goes between is of no more interest.
	if (a.room < -TOUCH || b.room < -TOUCH || way < FINE || (a.room + b.room - way) / 2 >= -TOUCH) return;
	const i = (a.i + b.i) / 2;
	const middle = { i, room: look(i) };
	lookBetween(way / 2, a, middle, look);
	lookBetween(way / 2, middle, b, look);
}

/**
 * One track against one thing, as far as it comes nearer than a limit. Two that rest on each other at the start or at
 * the end may touch all the way; they only count when one goes into the other.
 */
function against(track: Track, { name, owner, box, room }: Obstacle, limit: number): Sweep {
	let least: Sweep = FREE;
	const rests = (margin: number | undefined) => margin !== undefined && Math.abs(margin) <= TOUCH;
	const bar = () => Math.min(limit, least.margin ?? Infinity);
	const look = (i: number): number => {
		const solid = track.place(i);
		const most = bar();
		const found = room(solid, most);
		if (!found) return most;
		if (found.margin < (least.margin ?? Infinity))
			least = {
				margin: found.margin,
				who: track.name,
				whom: name,
				...of(owner),
				where: found.at ?? middleOf(solid.box),
				at: track.time(i)
			};
		return found.margin;
	};
	// What stays above or below it all the way needs no second look between two places.
	const z = track.place(0).box.z;
	const passes = track.level && Math.max(box.z[0] - z[1], z[0] - box.z[1]) >= -TOUCH;
	let before: { i: number; room: number } | undefined;
	for (const i of placesOf(track, (held) => boxSeparation(held, box) >= bar())) {
		const here = { i, room: look(i) };
		if (!passes && before && before.i === i - 1) lookBetween(track.step, before, here, look);
		before = here;
	}
	if (least.margin === null || least.margin < -TOUCH) return least;
	const ends = [track.place(0), track.place(track.last)];
	return ends.some((solid) => rests(room(solid, Infinity)?.margin)) ? FREE : least;
}

/** Every track of a motion against one thing, as far as it comes nearer than a limit. */
function sweepAll(motion: Motion, obstacle: Obstacle, limit: number): Sweep {
	let least = FREE;
	for (const { tracks } of motion.stretches)
		for (const track of tracks) {
			const bar = Math.min(limit, least.margin ?? Infinity);
			if (boxSeparation(track.round.box, obstacle.box) >= bar) continue;
			least = closer(least, (track.slides ? slid : against)(track, obstacle, bar));
			// Who only asks whether it goes through knows it by the first thing that does.
			if (limit === 0 && least.margin !== null && least.margin < -TOUCH) return least;
		}
	return least;
}

/** A box that slides, against one thing: what it passes through decides, and its places only say when it hits. */
function slid(track: Track, obstacle: Obstacle, limit: number): Sweep {
	const round = obstacle.room(track.round, limit);
	if (!round || round.margin >= limit) return FREE;
	const found = against(track, obstacle, limit);
	if (round.margin >= -TOUCH || (found.margin !== null && found.margin < -TOUCH)) return found;
	// It goes through between two places that are looked at.
	return {
		margin: round.margin,
		who: track.name,
		whom: obstacle.name,
		...of(obstacle.owner),
		where: round.at ?? middleOf(track.round.box),
		at: halfway(track)
	};
}

const halfway = ({ last, time }: Track): number => time(Math.floor((last + 1) / 2));

/** The floor, for what goes through it; standing, sliding or rolling over a foot's edge on it is no hit. */
function throughFloor(interior: Interior, solid: Solid, sunk: number): [string, Clearance][] {
	const clearance = floorClearance(interior, solid);
	return clearance.margin < -TOUCH - sunk ? [['the floor', clearance]] : [];
}

/** The rear end: the shut door, or the edges of its opening for whatever reaches out when it is open. */
function rearRoom(interior: Interior, solid: Solid, open: OpeningSolid | null): [string, Clearance][] {
	if (open?.opening.place !== 'rear') return [['the rear door', rearClearance(interior, solid)]];
	return reachesOut(interior, open, solid) ? [edgeRoom(open, solid)] : [];
}

/** The edges of an open door for whatever reaches out through it. */
const edgeRoom = (open: OpeningSolid, solid: Solid): [string, Clearance] => [
	`the edge of the ${open.opening.name.toLowerCase()}`,
	throughOpening(open, solid)
];

/** The side walls, or the edges of an open side door. */
function wallRoom(interior: Interior, solid: Solid, open: OpeningSolid | null): [string, Clearance] {
	if (open && open.opening.place !== 'rear' && reachesOut(interior, open, solid)) return edgeRoom(open, solid);
	return ['the side wall', wallClearance(interior, solid)];
}

/**
 * The room of one solid inside the surfaces of the vehicle, with one door open or none, and the name of what it comes closest to.
 *
 * @param sunk how far it may lie in what is built up on the floor, mm.
 */
export function roomInVehicle(
	interior: Interior,
	solid: Solid,
	open: OpeningSolid | null,
	sunk: number
): { clearance: Clearance; name: string } {
	const around: [string, Clearance][] = [
		wallRoom(interior, solid, open),
		['the ceiling', ceilingClearance(interior, solid)],
		...rearRoom(interior, solid, open),
		['the bulkhead or dashboard', frontClearance(interior, solid)],
		...throughFloor(interior, solid, sunk),
		...interior.arches.map((arch): [string, Clearance] => ['the wheel arch', archClearance(arch, solid)])
	];
	const [name, clearance] = around.reduce((a, b) => (b[1].margin < a[1].margin ? b : a));
	return { clearance, name };
}

/** No thing inside a box has less room in the vehicle than this; an arch counts as its block, which is less again. */
function leastRoomIn(box: Box, interior: Interior, sunk: number): number {
	const { clearance } = roomInVehicle(interior, solidBox(box), null, sunk);
	return Math.min(clearance.margin, ...interior.arches.map((arch) => boxSeparation(archBlock(arch), box)));
}

/** Every so many places room beside the smooth surfaces of a vehicle is looked at: over 40 mm an arc of half a metre misses its top by 0.4 mm. */
const STRIDE = 4;

/**
 * No room in a vehicle changes by more than so many times what something moves: walls and doors lean, and room beside them is
 * measured level. Steeper than this none leans near the roof of any body style.
 */
const STEEPEST = 3;

/** The least room of a track in the vehicle, as long as that is less than what is known already. */
function trackInVehicle(interior: Interior, track: Track, open: OpeningSolid | null, bar: number): Sweep {
	// A hatch lies in the build-up of the floor and rises out of it.
	const sunk = track.place(0).box.z[1] <= TOUCH ? interior.floorBuildUp : 0;
	const roomOf = (solid: Solid, at: number): Sweep & { margin: number } => {
		const { clearance, name } = roomInVehicle(interior, solid, open, sunk);
		return { margin: clearance.margin, who: track.name, whom: name, where: clearance.at, at };
	};
	// What a box that slides passes through is all that it needs.
	const through = track.slides ? roomOf(track.round, halfway(track)) : undefined;
	if (through && through.margin >= -TOUCH) return through.margin < bar ? through : FREE;
	// With a door open what reaches out is asked something else than what does not: no box tells for all that it holds.
	const beyond = (box: Box, known: number) => open === null && leastRoomIn(box, interior, sunk) >= known;
	if (beyond(track.round.box, bar)) return FREE;
	let least: Sweep = FREE;
	let lowest = 0;
	const known = () => Math.min(bar, least.margin ?? Infinity);
	const look = (i: number): number => {
		const here = roomOf(track.place(i), track.time(i));
		if (here.margin < (least.margin ?? Infinity)) [least, lowest] = [here, i];
		return here.margin;
	};
	const places = placesOf(track, (box) => beyond(box, known()));
	for (let at = places.next(); !at.done;) {
		const margin = look(at.value);
		// Where there is room to spare, the next places cannot have less than what is known; through a door that does not hold.
		const spare = Math.floor((margin - known()) / (STEEPEST * track.step));
		at = places.next(open === null && Number.isFinite(spare) ? Math.max(STRIDE, spare) - 1 : 0);
	}
	// Surfaces are smooth: the least room lies beside the least of the places looked at.
	if (open === null && least.margin !== null)
		for (let i = Math.max(0, lowest - STRIDE + 1), end = Math.min(track.last, lowest + STRIDE - 1); i <= end; i++) look(i);
	// A box that slides goes through between two places that are looked at.
	return through && (least.margin === null || least.margin >= -TOUCH) ? through : least;
}

const pastSolid = ({ name, solid, id }: NamedSolid & { id?: string }): Obstacle => ({
	name,
	owner: id,
	box: solid.box,
	room: (moving, most) => ({ margin: solidSeparation(moving, solid, most) })
});

/** What moves of a piece against what stays of it, as far as it comes nearer than a limit: it does not change with the vehicle. */
function pastOwn({ stretches }: Motion, limit: number): Sweep {
	let least = FREE;
	for (const { tracks, still } of stretches)
		for (const track of tracks)
			for (const one of still) {
				const bar = Math.min(limit, least.margin ?? Infinity);
				const apart = boxSeparation(track.round.box, one.solid.box);
				if (apart >= bar) continue;
				const first = solidSeparation(track.place(0), one.solid);
				// What touches at the start is hinged or slid on it: it may rub along, and turn in its corner, but not go through.
				if (first <= TOUCH) {
					// Cushions give, and are drawn aside.
					if (track.soft || one.soft) continue;
					const through = against(track, pastSolid(one), Math.min(bar, first - RUBS));
					if (through.margin !== null && through.margin < first - RUBS) least = closer(least, through);
					continue;
				}
				// A box that slides past a box never comes nearer than what it passes through does.
				if (track.slides && apart >= 0 && apart > first - TOUCH) continue;
				const found = against(track, pastSolid(one), bar);
				// What only ever runs alongside, as one slat beside the next, is as close as it was built.
				if (found.margin === null || (found.margin >= -TOUCH && found.margin > first - TOUCH)) continue;
				least = closer(least, found);
			}
	return least;
}

const ownSweeps = remember((_motion: Motion) => new Map<number, Sweep>());
/** A motion against what stays of its own piece, as far as it comes nearer than a limit: kept as long as the motion is. */
export function sweepPastOwn(motion: Motion, limit: number): Sweep {
	const kept = ownSweeps(motion);
	const found = kept.get(limit) ?? pastOwn(motion, limit);
	kept.set(limit, found);
	return found;
}

/** A motion in the vehicle itself and against what stays of its own piece, with one door open or none, as far as it matters below a limit. */
export function sweepNear(interior: Interior, motion: Motion, open: OpeningSolid | null, limit: number): Sweep {
	let least = sweepPastOwn(motion, limit);
	for (const { tracks } of motion.stretches)
		for (const track of tracks) {
			least = closer(least, trackInVehicle(interior, track, open, Math.min(limit, least.margin ?? Infinity)));
		}
	return closer(least, sweepPastFixtures(interior, motion, Math.min(limit, least.margin ?? Infinity)));
}

/** A motion against the steps, pillars, bars and consoles of the vehicle, as far as it comes nearer than a limit. */
export const sweepPastFixtures = (interior: Interior, motion: Motion, limit: number): Sweep =>
	fixturesOf(interior).reduce(
		(least, fixture) => closer(least, sweepAll(motion, fixture, Math.min(limit, least.margin ?? Infinity))),
		FREE
	);

/** Steps, pillars, bars and consoles as things that a move can hit. */
const fixturesOf = remember((interior: Interior): readonly Obstacle[] =>
	interior.fixtures.map(({ id, name, box }) => ({
		name,
		owner: id,
		box,
		room: (moving, most) => (boxSeparation(moving.box, box) >= most ? null : blockClearance(box, moving))
	}))
);

/** A motion in the vehicle itself, and against what stays of its own piece: remembered. */
export const sweepInVehicle = remember((interior: Interior, motion: Motion): Sweep => sweepNear(interior, motion, null, Infinity));

/** The same with one door open: what reaches out must pass its opening. Remembered. */
export const sweepWithDoorOpen = remember((interior: Interior, motion: Motion, open: OpeningSolid): Sweep =>
	sweepNear(interior, motion, open, Infinity)
);

/** The box round everything of a seat as it is set. */
const seatBox = remember((seat: SeatSolid): Box => {
	const spans = seat.profiles.map(bounds);
	return {
		x: [Math.min(...spans.map(({ x }) => x[0])), Math.max(...spans.map(({ x }) => x[1]))],
		y: seat.y,
		z: [Math.min(...spans.map(({ y }) => y[0])), Math.max(...spans.map(({ y }) => y[1]))]
	};
});

/** Sweeps against what stands, as far as something comes nearer than a limit, mm; what they find is remembered. */
export function sweepsWithin(limit: number) {
	const pastThings = remember((motion: Motion, things: readonly NamedThing[]): Sweep =>
		things.reduce((least, thing) => closer(least, sweepAll(motion, pastSolid(thing), Math.min(limit, least.margin ?? Infinity))), FREE)
	);
	return {
		/** A motion against some things that stand. */
		pastThings,
		/** A motion against another piece as it stands. */
		pastPiece: (motion: Motion, piece: PlacedPiece): Sweep => pastThings(motion, ownedSolids(piece)),
		/** A motion against a seat as it is set. */
		pastSeat: remember((motion: Motion, seat: SeatSolid): Sweep =>
			sweepAll(
				motion,
				{ name: seat.name, owner: seat.id, box: seatBox(seat), room: (moving, most) => seatClearance(seat, moving, most) },
				limit
			)
		)
	};
}

/** Sweeps however far off a thing stays. */
export const { pastThings: sweepPastThings, pastPiece: sweepPastPiece, pastSeat: sweepPastSeat } = sweepsWithin(Infinity);

/** A seat taken through some positions, evenly over its seconds, against a piece as it stands. */
export const sweepSeat = (positions: readonly SeatSolid[], piece: PlacedPiece): Sweep => sweepSeatPastThings(positions, ownedSolids(piece));

/** The same against some things that stand: remembered. */
export const sweepSeatPastThings = remember((positions: readonly SeatSolid[], things: readonly NamedThing[]): Sweep => {
	let least = FREE;
	for (const { id, name: whom, solid } of things) {
		const margins = positions.map((seat) => seatClearance(seat, solid)?.margin ?? Infinity);
		const margin = Math.min(...margins);
		if (margin === Infinity || (least.margin !== null && margin >= least.margin)) continue;
		// Where a board rests on the seat it may touch; it only counts when the seat goes into it.
		if (margin >= -TOUCH && [margins[0], margins[margins.length - 1]].some((end) => Math.abs(end) <= TOUCH)) continue;
		const i = margins.indexOf(margin);
		const where = seatClearance(positions[i], solid)!.at;
		least = { margin, who: positions[0].name, whom, against: id, where, at: positions.length > 1 ? i / (positions.length - 1) : 1 };
	}
	return least;
});
