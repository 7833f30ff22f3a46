import { boxSeparation, vec3, type Vec3 } from '../geometry/vector';
import {
	archClearance,
	blockClearance,
	ceilingClearance,
	floorClearance,
	frontClearance,
	rearClearance,
	seatClearance,
	wallClearance,
	type Clearance,
	type Interior,
	type SeatSolid,
	type Solid
} from '../interior';
import { linkPoses, placePart, type PlacedPiece } from '../modes';
import type { Assembly, Part } from '../pieces';

/** How close a move comes to anything on its way. */
export interface Sweep {
	/** Least room on the way, mm; negative when something hits. Null when nothing moves near anything. */
	margin: number | null;
	/** What moves and what it comes closest to. */
	who: string;
	whom: string;
	/** Where, and after which share of the move. */
	at: Vec3;
	share: number;
}

/** A thing that stands while something else moves. */
export interface Standing {
	name: string;
	solid: Solid;
}

/** Positions along a move are no further apart than this for any corner of what moves, mm. */
const STEP = 10;
const MOST_STEPS = 240;

/** Joints of a link and of everything it hangs on. */
function chainOf(assembly: Assembly, link: string): string[] {
	const found = assembly.links.find(({ id }) => id === link);
	return found ? [link, ...(found.parent ? chainOf(assembly, found.parent) : [])] : [link];
}

const solidOf = (part: ReturnType<typeof placePart>): Solid => ({
	box: part.box,
	footprint: part.footprint,
	corners: [...part.lower, ...part.upper]
});

/** How far the furthest corner of some parts moves between two sets of joint values, mm: over a chord, which a turn only exceeds a little. */
function travel(assembly: Assembly, parts: Part[], a: Record<string, number>, b: Record<string, number>): number {
	const [from, to] = [linkPoses(assembly.links, a), linkPoses(assembly.links, b)];
	let most = 0;
	for (const part of parts) {
		const [p, q] = [placePart('', part, from.get(part.link)!), placePart('', part, to.get(part.link)!)];
		p.upper.forEach(
			(corner, i) => (most = Math.max(most, Math.hypot(corner.x - q.upper[i].x, corner.y - q.upper[i].y, corner.z - q.upper[i].z)))
		);
	}
	return most;
}

/** The floor, for what goes through it; standing or sliding on it is no hit. */
function standsOn(interior: Interior, solid: Solid): [string, Clearance][] {
	const clearance = floorClearance(interior, solid);
	return clearance.margin < 0 ? [['the floor', clearance]] : [];
}

/** The room of one solid in the vehicle itself, with the name of what it comes closest to. */
function roomInVehicle(interior: Interior, solid: Solid): { clearance: Clearance; name: string } {
	const against: [string, Clearance][] = [
		['the side wall', wallClearance(interior, solid)],
		['the ceiling', ceilingClearance(interior, solid)],
		['the rear door', rearClearance(interior, solid)],
		['the bulkhead or dashboard', frontClearance(interior, solid)],
		...standsOn(interior, solid),
		...interior.arches.map((arch): [string, Clearance] => ['the wheel arch', archClearance(arch, solid)]),
		...interior.fixtures.map((fixture): [string, Clearance] => [fixture.name, blockClearance(fixture.box, solid)])
	];
	const [name, clearance] = against.reduce((a, b) => (b[1].margin < a[1].margin ? b : a));
	return { clearance, name };
}

/**
 * One joint of a piece moved from its present value to another, everything that hangs on it going along: how close any
 * of it comes to the vehicle, to seats, to other pieces and to parts of its own piece that stay where they are. Parts
 * that touch each other at the start are hinged or slid on each other and do not count.
 */
export function sweepLink(
	interior: Interior,
	piece: PlacedPiece,
	joints: Record<string, number>,
	link: string,
	to: number,
	seats: readonly SeatSolid[],
	others: readonly Standing[]
): Sweep {
	const { assembly } = piece;
	const moving = assembly.parts.filter((part) => chainOf(assembly, part.link).includes(link));
	const still = assembly.parts.filter((part) => !moving.includes(part));
	const end = { ...joints, [link]: to };
	const steps = Math.max(2, Math.min(MOST_STEPS, Math.ceil((1.2 * travel(assembly, moving, joints, end)) / STEP)));
	const standing = linkPoses(assembly.links, joints);
	const resting = still.map((part) => ({ part, box: placePart(piece.id, part, standing.get(part.link)!).box }));
	const from = joints[link] ?? 0;
	/** Pairs of parts of the piece itself that are apart at the start. */
	const apart = moving.map((part) => {
		const { box } = placePart(piece.id, part, standing.get(part.link)!);
		return resting.filter((other) => boxSeparation(box, other.box) > 1);
	});
	let least: Sweep = { margin: null, who: '', whom: '', at: vec3(0, 0, 0), share: 0 };
	const note = (margin: number, who: string, whom: string, at: Vec3, share: number) => {
		if (least.margin === null || margin < least.margin) least = { margin, who, whom, at, share };
	};
	for (let i = 0; i <= steps; i++) {
		const share = i / steps;
		const poses = linkPoses(assembly.links, { ...joints, [link]: from + share * (to - from) });
		moving.forEach((part, k) => {
			const placed = placePart(piece.id, part, poses.get(part.link)!);
			const solid = solidOf(placed);
			const { clearance, name } = roomInVehicle(interior, solid);
			note(clearance.margin, part.name, name, clearance.at, share);
			for (const seat of seats) {
				const room = seatClearance(seat, solid, least.margin ?? Infinity);
				if (room) note(room.margin, part.name, seat.name, room.at, share);
			}
			const middle = vec3(
				(solid.box.x[0] + solid.box.x[1]) / 2,
				(solid.box.y[0] + solid.box.y[1]) / 2,
				(solid.box.z[0] + solid.box.z[1]) / 2
			);
			for (const other of others) note(boxSeparation(solid.box, other.solid.box), part.name, other.name, middle, share);
			for (const other of apart[k]) note(boxSeparation(solid.box, other.box), part.name, other.part.name, middle, share);
		});
	}
	return least;
}

/** A seat taken through some positions: how close it comes to what stands. */
export function sweepSeat(name: string, positions: readonly SeatSolid[], standing: readonly Standing[]): Sweep {
	let least: Sweep = { margin: null, who: name, whom: '', at: vec3(0, 0, 0), share: 0 };
	positions.forEach((seat, i) => {
		for (const { name: whom, solid } of standing) {
			const room = seatClearance(seat, solid, least.margin ?? Infinity);
			if (room && (least.margin === null || room.margin < least.margin))
				least = { margin: room.margin, who: name, whom, at: room.at, share: positions.length > 1 ? i / (positions.length - 1) : 1 };
		}
	});
	return least;
}
