import { rectangle } from '../geometry/polygon';
import { boxRound, boxSeparation, vec3, type Box, type Vec3 } from '../geometry/vector';
import {
	archClearance,
	blockClearance,
	ceilingClearance,
	floorClearance,
	frontClearance,
	isBox,
	rearClearance,
	seatClearance,
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
import { solidsOf, type NamedSolid, type PlacedPiece } from '../modes';
import { remember } from '../memory';

/** How close a move comes to anything on its way. */
export interface Sweep {
	/** Least room on the way, mm; negative when something hits. Null when nothing comes near. */
	margin: number | null;
	/** What moves and what it comes closest to. */
	who: string;
	whom: string;
	where: Vec3;
	/** After how many seconds. */
	at: number;
}

/** A rigid thing on its way: where it is at each of some moments. */
export interface Track {
	name: string;
	solids: Solid[];
	/** Seconds since the move began. */
	times: number[];
	/** The box round all of its places. */
	round: Solid;
	/** It is a box that slides along one of its sides: what it passes through is exactly that box. */
	slides: boolean;
}

/** A move as it is checked: stretches of one step each, in which some things travel and others of the piece stay. */
export interface Motion {
	stretches: { tracks: Track[]; still: NamedSolid[] }[];
}

/** Rounding of the sums, and the hold of things that rest on each other: less than this is no hit, mm. */
export const TOUCH = 1;

/** Nothing comes near. */
export const FREE: Sweep = { margin: null, who: '', whom: '', where: vec3(0, 0, 0), at: 0 };

/** The closer of two. */
export const closer = (a: Sweep, b: Sweep): Sweep => (a.margin === null || (b.margin !== null && b.margin < a.margin) ? b : a);

/** A track with the box round its places. */
export function trackOf(name: string, solids: Solid[], times: number[]): Track {
	const box = boxRound(solids);
	const round: Solid = { box, footprint: rectangle(...box.x, ...box.y), corners: [] };
	return { name, solids, times, round, slides: slidesAlong(solids) };
}

/** Whether a thing, at some of its places, is a box that only moves along one axis. */
export function slidesAlong(solids: readonly Solid[]): boolean {
	const [first, last] = [solids[0].box, solids[solids.length - 1].box];
	const differs = (['x', 'y', 'z'] as const).filter((axis) => Math.abs(first[axis][0] - last[axis][0]) > 1e-6);
	return differs.length <= 1 && solids.every((solid) => solid.footprint !== null && isBox(solid));
}

const middleOf = ({ x, y, z }: Box): Vec3 => vec3((x[0] + x[1]) / 2, (y[0] + y[1]) / 2, (z[0] + z[1]) / 2);

/**
 * One track against one thing. `room` measures at one moment and may answer null when it is more than its limit. Two
 * that rest on each other at the start or at the end may touch all the way; they only count when one goes into the other.
 */
function against(
	track: Track,
	whom: string,
	limit: number,
	room: (solid: Solid, limit: number) => { margin: number; at?: Vec3 } | null
): Sweep {
	let least: Sweep = FREE;
	const rests = (margin: number | undefined) => margin !== undefined && Math.abs(margin) <= TOUCH;
	track.solids.forEach((solid, i) => {
		const found = room(solid, Math.min(limit, least.margin ?? Infinity));
		if (!found || (least.margin !== null && found.margin >= least.margin)) return;
		least = { margin: found.margin, who: track.name, whom, where: found.at ?? middleOf(solid.box), at: track.times[i] };
	});
	if (least.margin === null || least.margin < -TOUCH) return least;
	const ends = [track.solids[0], track.solids[track.solids.length - 1]];
	return ends.some((solid) => rests(room(solid, Infinity)?.margin)) ? FREE : least;
}

/** Every track of a motion against one thing; those that never come nearer than what is known are passed over. */
function sweepAll(motion: Motion, known: Sweep, box: Box | null, whom: string, room: Parameters<typeof against>[3]): Sweep {
	let least = known;
	for (const { tracks } of motion.stretches)
		for (const track of tracks) {
			const limit = least.margin ?? Infinity;
			if (box && boxSeparation(track.round.box, box) >= limit) continue;
			least = closer(least, (track.slides ? slid : against)(track, whom, limit, room));
		}
	return least;
}

/** A box that slides, against one thing: what it passes through decides, and its places only say when it hits. */
function slid(track: Track, whom: string, limit: number, room: Parameters<typeof against>[3]): Sweep {
	const round = room(track.round, limit);
	if (!round || round.margin >= limit) return FREE;
	const found = against(track, whom, limit, room);
	if (round.margin >= -TOUCH || (found.margin !== null && found.margin < -TOUCH)) return found;
	// It goes through between two places that are looked at.
	return { margin: round.margin, who: track.name, whom, where: round.at ?? middleOf(track.round.box), at: halfway(track) };
}

const halfway = ({ times }: Track): number => times[Math.floor(times.length / 2)];

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

/** The room of one solid in the vehicle itself, with the name of what it comes closest to. */
function roomInVehicle(interior: Interior, solid: Solid, open: OpeningSolid | null, sunk: number): { clearance: Clearance; name: string } {
	const around: [string, Clearance][] = [
		wallRoom(interior, solid, open),
		['the ceiling', ceilingClearance(interior, solid)],
		...rearRoom(interior, solid, open),
		['the bulkhead or dashboard', frontClearance(interior, solid)],
		...throughFloor(interior, solid, sunk),
		...interior.arches.map((arch): [string, Clearance] => ['the wheel arch', archClearance(arch, solid)]),
		...interior.fixtures.map((fixture): [string, Clearance] => [fixture.name, blockClearance(fixture.box, solid)])
	];
	const [name, clearance] = around.reduce((a, b) => (b[1].margin < a[1].margin ? b : a));
	return { clearance, name };
}

/** The least room of a track in the vehicle, as long as that is less than what is known already. */
function trackInVehicle(interior: Interior, track: Track, open: OpeningSolid | null, bar: number): Sweep {
	// A hatch lies in the build-up of the floor and rises out of it.
	const sunk = track.solids[0].box.z[1] <= TOUCH ? interior.floorBuildUp : 0;
	const roomOf = (solid: Solid, at: number): Sweep & { margin: number } => {
		const { clearance, name } = roomInVehicle(interior, solid, open, sunk);
		return { margin: clearance.margin, who: track.name, whom: name, where: clearance.at, at };
	};
	// The box round all its places has no more room than any of them; where that is enough no place need be looked at.
	const round = roomOf(track.round, track.times[track.times.length - 1]);
	if (round.margin >= bar) return FREE;
	if (track.slides && round.margin >= -TOUCH) return round;
	const least = track.solids.map((solid, i) => roomOf(solid, track.times[i])).reduce((a, b) => (b.margin < a.margin ? b : a));
	// A box that slides goes through between two places that are looked at.
	return track.slides && least.margin >= -TOUCH ? { ...round, at: halfway(track) } : least;
}

/** A motion in the vehicle itself and against what stays of its own piece, with one door open or none, as far as it matters below a limit. */
export function sweepNear(interior: Interior, motion: Motion, open: OpeningSolid | null, limit: number): Sweep {
	let least = FREE;
	for (const { tracks, still } of motion.stretches)
		for (const track of tracks) {
			least = closer(least, trackInVehicle(interior, track, open, Math.min(limit, least.margin ?? Infinity)));
			for (const { name, solid } of still) {
				const bar = Math.min(limit, least.margin ?? Infinity);
				const apart = boxSeparation(track.round.box, solid.box);
				if (apart >= bar) continue;
				const first = solidSeparation(track.solids[0], solid);
				// What touches at the start is hinged or slid on it.
				if (first <= TOUCH) continue;
				// A box that slides past a box never comes nearer than what it passes through does.
				if (track.slides && apart >= 0 && apart > first - TOUCH) continue;
				const found = against(track, name, bar, (moving, most) => ({ margin: solidSeparation(moving, solid, most) }));
				// What only ever runs alongside, as one slat beside the next, is as close as it was built.
				if (found.margin === null || (found.margin >= -TOUCH && found.margin > first - TOUCH)) continue;
				least = closer(least, found);
			}
		}
	return least;
}

/** A motion in the vehicle itself, and against what stays of its own piece: remembered. */
export const sweepInVehicle = remember((interior: Interior, motion: Motion): Sweep => sweepNear(interior, motion, null, Infinity));

/** The same with one door open: what reaches out must pass its opening. Remembered. */
export const sweepWithDoorOpen = remember((interior: Interior, motion: Motion, open: OpeningSolid): Sweep =>
	sweepNear(interior, motion, open, Infinity)
);

/** A motion against some things that stand: remembered. */
export const sweepPastThings = remember((motion: Motion, things: readonly NamedSolid[]): Sweep =>
	things.reduce(
		(least, { name, solid }) =>
			sweepAll(motion, least, solid.box, name, (moving, most) => ({ margin: solidSeparation(moving, solid, most) })),
		FREE
	)
);

const named = remember((piece: PlacedPiece): NamedSolid[] =>
	solidsOf(piece).map(({ name, solid }) => ({ name: `${name} of ${piece.name}`, solid }))
);

/** A motion against another piece as it stands: remembered. */
export const sweepPastPiece = (motion: Motion, piece: PlacedPiece): Sweep => sweepPastThings(motion, named(piece));

/** A motion against a seat as it is set: remembered. */
export const sweepPastSeat = remember((motion: Motion, seat: SeatSolid): Sweep =>
	sweepAll(motion, FREE, null, seat.name, (moving, most) => seatClearance(seat, moving, most))
);

/** A seat taken through some positions, evenly over its seconds, against a piece as it stands: remembered. */
export const sweepSeat = remember((positions: readonly SeatSolid[], piece: PlacedPiece): Sweep => {
	let least = FREE;
	for (const { name: whom, solid } of named(piece)) {
		const margins = positions.map((seat) => seatClearance(seat, solid)?.margin ?? Infinity);
		const margin = Math.min(...margins);
		if (margin === Infinity || (least.margin !== null && margin >= least.margin)) continue;
		// Where a board rests on the seat it may touch; it only counts when the seat goes into it.
		if (margin >= -TOUCH && [margins[0], margins[margins.length - 1]].some((end) => Math.abs(end) <= TOUCH)) continue;
		const i = margins.indexOf(margin);
		const where = seatClearance(positions[i], solid)!.at;
		least = { margin, who: positions[0].name, whom, where, at: positions.length > 1 ? i / (positions.length - 1) : 1 };
	}
	return least;
});
