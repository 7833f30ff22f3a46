import type { Vec3 } from '../geometry/vector';
import { halfWidth, sign, SIDES, type Interior } from '../interior';
import type { PlacedPiece } from '../modes';
import type { Anchor, Fastening, FasteningWay, Vehicle } from '../plan';
import { outOf, pullsBack } from './fastened';
import { footOf, nearestBetween, nearestPart } from './points';
import { DRILL_CLEAR, needed, WAYS } from './ways';

/** Ways to an anchor, the stiffest first. */
const TO_ANCHORS: readonly ('bolt into a thread' | 'slot nut in a wall rail' | 'turnbuckle' | 'strap')[] = [
	'bolt into a thread',
	'slot nut in a wall rail',
	'turnbuckle',
	'strap'
];

interface Candidate {
	held: Fastening;
	at: Vec3;
	holds: number;
	/** Lower is better: no new holes before new ones, bolts before straps. */
	rank: number;
}

const wayTo = (anchor: Anchor, away: number): { way: (typeof TO_ANCHORS)[number]; rank: number } | undefined => {
	const rank = TO_ANCHORS.findIndex((way) => WAYS[way].anchors.includes(anchor.kind) && away <= WAYS[way].reach);
	return rank < 0 ? undefined : { way: TO_ANCHORS[rank], rank };
};

/** Every anchor of the vehicle that something of a piece comes near enough to. */
function atAnchors(vehicle: Vehicle, interior: Interior, piece: PlacedPiece): Candidate[] {
	return Object.entries(vehicle.anchors).flatMap(([id, anchor]): Candidate[] => {
		const probe = footOf(vehicle, interior, { way: 'strap', anchor: id })!;
		const near = nearestPart(piece, probe.at);
		const found = near && wayTo(anchor, near.away);
		if (!near || !found || !pullsBack({ way: found.way, anchor: id }, near.at, probe.at)) return [];
		return [{ held: { way: found.way, anchor: id }, at: probe.at, holds: anchor.rated ?? WAYS[found.way].holds, rank: found.rank }];
	});
}

/** A neighbour that is held itself and stands close. */
function atNeighbours(piece: PlacedPiece, neighbours: readonly { piece: PlacedPiece; held: boolean }[]): Candidate[] {
	return neighbours.flatMap(({ piece: other, held }): Candidate[] => {
		const near = held ? nearestBetween(piece, other) : undefined;
		const way: FasteningWay = 'turnbuckle to a neighbour';
		const back = near && nearestPart(other, near.at);
		if (!near || !back || near.away > WAYS[way].reach || !pullsBack({ way, neighbour: other.id }, near.at, back.at)) return [];
		return [{ held: { way, neighbour: other.id }, at: near.at, holds: WAYS[way].holds, rank: TO_ANCHORS.length }];
	});
}

/** Thicker than this, or narrower, a board does not lie flat on the floor, mm. */
const FLAT = 45;

/** Corners of what stands on the floor, a little inside its edges, that may be drilled. */
function throughFloor(vehicle: Vehicle, interior: Interior, piece: PlacedPiece): Candidate[] {
	const zones = Object.values(vehicle.noDrill).filter(({ surface }) => surface === 'floor');
	const way: FasteningWay = 'new bolt through';
	const standing = piece.parts.filter(({ box, part }) => box.z[0] < 5 && (part.form === 'board' || part.form === 'bar'));
	// A bolt goes through what lies flat; posts and upright boards are the second choice, with an angle.
	const flat = standing.filter(({ box }) => box.z[1] - box.z[0] <= FLAT && Math.min(box.x[1] - box.x[0], box.y[1] - box.y[0]) > FLAT);
	return (flat.length > 0 ? flat : standing)
		.flatMap(({ box }) =>
			box.x.flatMap((x, i) =>
				box.y.map((y, k) => ({
					x: x + (i === 0 ? 1 : -1) * Math.min(30, (box.x[1] - box.x[0]) / 2),
					y: y + (k === 0 ? 1 : -1) * Math.min(30, (box.y[1] - box.y[0]) / 2)
				}))
			)
		)
		.filter(({ x, y }) => {
			const clear = zones.every((zone) => outOf(zone, { along: x, across: y }) >= DRILL_CLEAR);
			const pit = interior.pits.some(({ box }) => x > box.x[0] && x < box.x[1] && y > box.y[0] && y < box.y[1]);
			return clear && !pit;
		})
		.map(({ x, y }) => ({
			held: { way, surface: 'floor' as const, x: Math.round(x), at: Math.round(y) },
			at: { x, y, z: 0 },
			holds: WAYS[way].holds,
			rank: TO_ANCHORS.length + 1
		}));
}

/** Ends of whatever lies against a side wall, where it may be drilled. */
function throughWalls(vehicle: Vehicle, interior: Interior, piece: PlacedPiece): Candidate[] {
	const way: FasteningWay = 'new bolt through';
	// What hangs on a wall by its build is bolted there before it is strapped to anything.
	const rank = piece.assembly.supports.some(({ by }) => by === 'wall') ? 0.5 : TO_ANCHORS.length + 1;
	return SIDES.flatMap((side) => {
		const surface = `${side} wall` as const;
		const zones = Object.values(vehicle.noDrill).filter((area) => area.surface === surface);
		return piece.parts
			.filter(({ part }) => part.form === 'board' || part.form === 'bar')
			.flatMap(({ box }): Candidate[] => {
				const height = (box.z[0] + box.z[1]) / 2;
				const reach = side === 'left' ? box.y[1] : -box.y[0];
				return [box.x[0] + 30, box.x[1] - 30].flatMap((x): Candidate[] => {
					const wall = halfWidth(interior, side, x, height);
					const clear = zones.every((zone) => outOf(zone, { along: x, across: height }) >= DRILL_CLEAR);
					if (!clear || wall - reach > WAYS[way].reach || height < 60) return [];
					const at = { x, y: sign(side) * wall, z: height };
					return [{ held: { way, surface, x: Math.round(x), at: Math.round(height) }, at, holds: WAYS[way].holds, rank }];
				});
			});
	});
}

/**
 * What could hold a piece: as many fastenings as its mass needs, from the best ways within reach, each as far from the others as
 * may be. New holes are only proposed where drilling is allowed and nothing else is enough.
 *
 * @param kg the piece with what is in it
 * @returns fewer than are needed, or none, where nothing is within reach.
 */
export function proposeFastenings(
	vehicle: Vehicle,
	interior: Interior,
	piece: PlacedPiece,
	kg: number,
	neighbours: readonly { piece: PlacedPiece; held: boolean }[],
	drill: boolean
): Fastening[] {
	const candidates = [
		...atAnchors(vehicle, interior, piece),
		...atNeighbours(piece, neighbours),
		...(drill ? [...throughFloor(vehicle, interior, piece), ...throughWalls(vehicle, interior, piece)] : [])
	];
	const chosen: Candidate[] = [];
	const weakest = () => Math.min(...chosen.map(({ holds }) => holds));
	const apart = ({ at }: Candidate) => Math.min(1e6, ...chosen.map((one) => Math.hypot(one.at.x - at.x, one.at.y - at.y, one.at.z - at.z)));
	while (candidates.length > 0 && (chosen.length === 0 || chosen.length < needed(kg, weakest()))) {
		// Of the best rank that is left, the one furthest from those that are chosen.
		const rank = Math.min(...candidates.map((one) => one.rank));
		const best = candidates.filter((one) => one.rank === rank).sort((a, b) => apart(b) - apart(a))[0];
		candidates.splice(candidates.indexOf(best), 1);
		chosen.push(best);
	}
	return chosen.map(({ held }) => held);
}
