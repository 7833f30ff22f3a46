import type { Polygon } from '../geometry/polygon';
import type { Vec3 } from '../geometry/vector';
import type { Interior } from '../interior';
import { remember } from '../memory';
import { linkPoses, placePart, type PlacedPiece } from '../modes';
import type { Assembly, Hardware, Piece } from '../pieces';
import type { Fastening, NoDrill, Plan, Vehicle } from '../plan';
import { footOf, nearestBetween, nearestPart, roundHole, throughPart } from './points';
import { WAYS } from './ways';

/** One fastening as it comes out: from where on the piece to where on the vehicle or the neighbour. */
export interface Fastened {
	id: string;
	held: Fastening;
	/** In words, such as “strap to the rear ring”. */
	words: string;
	/** On the piece, and at the other end. */
	from: Vec3;
	to: Vec3;
	/** Between the two, mm. */
	away: number;
	/** What it takes, N: as rated, or as such a thing usually holds. */
	holds: number;
	/** False where the anchor is of a kind that this way does not go to. */
	suits: boolean;
	/** False where it cannot pull against braking: a strap or a turnbuckle from ahead only goes slack. */
	pulls: boolean;
}

/** What only pulls has to come from no further ahead than this share of its length. */
const AHEAD = 0.25;

/** Whether something that only pulls holds a piece back: braking throws it forward, away from what lies behind it. */
export const pullsBack = (held: Fastening, from: Vec3, to: Vec3): boolean => {
	if (held.way !== 'strap' && held.way !== 'turnbuckle' && held.way !== 'turnbuckle to a neighbour') return true;
	const long = Math.hypot(to.x - from.x, to.y - from.y, to.z - from.z);
	return long < 1 || (to.x - from.x) / long < AHEAD;
};

const wordsOf = (held: Fastening, name: (id: string, table: 'anchors' | 'pieces') => string): string => {
	switch (held.way) {
		case 'bolt into a thread':
			return `bolt into ${name(held.anchor, 'anchors')}`;
		case 'strap':
			return `strap to ${name(held.anchor, 'anchors')}`;
		case 'turnbuckle':
			return `turnbuckle to ${name(held.anchor, 'anchors')}`;
		case 'slot nut in a wall rail':
			return `slot nut in ${name(held.anchor, 'anchors')}`;
		case 'turnbuckle to a neighbour':
			return `turnbuckle to ${name(held.neighbour, 'pieces')}`;
		case 'clamped by a neighbour':
			return `clamped by ${name(held.neighbour, 'pieces')}`;
		case 'new bolt through':
			return `new bolt through the ${held.surface}`;
	}
};

/** Everything that holds a piece where it stands, with lengths and what it takes: remembered, since checks and views all ask. */
export const fastenedBy = (
	{ anchors, lining }: Pick<Vehicle, 'anchors' | 'lining'>,
	interior: Interior,
	piece: PlacedPiece,
	neighbours: readonly PlacedPiece[]
): Fastened[] => fastenedFrom(anchors, lining, interior, piece, neighbours);

const fastenedFrom = remember(
	(
		anchors: Vehicle['anchors'],
		lining: Vehicle['lining'],
		interior: Interior,
		piece: PlacedPiece,
		neighbours: readonly PlacedPiece[]
	): Fastened[] => {
		const name = (id: string, of: 'anchors' | 'pieces') =>
			(of === 'anchors' ? anchors[id]?.name : neighbours.find((one) => one.id === id)?.name) ?? 'what is gone';
		return Object.entries(piece.held ?? {}).flatMap(([id, held]): Fastened[] => {
			const way = WAYS[held.way];
			const common = { id, held, words: wordsOf(held, name), suits: true };
			if ('neighbour' in held) {
				const other = neighbours.find((one) => one.id === held.neighbour);
				const near = other && nearestBetween(piece, other);
				const back = near && nearestPart(other, near.at);
				return near && back
					? [{ ...common, from: near.at, to: back.at, away: near.away, holds: way.holds, pulls: pullsBack(held, near.at, back.at) }]
					: [];
			}
			const foot = footOf({ anchors, lining }, interior, held);
			const near = foot && nearestPart(piece, foot.at);
			if (!foot || !near) return [];
			const anchor = 'anchor' in held ? anchors[held.anchor] : undefined;
			return [
				{
					...common,
					from: near.at,
					to: foot.at,
					away: near.away,
					holds: anchor?.rated ?? way.holds,
					suits: !anchor || way.anchors.includes(anchor.kind),
					pulls: pullsBack(held, near.at, foot.at)
				}
			];
		});
	}
);

/**
 * How far a place on a surface is from the edge of an area that must not be drilled, negative inside it, mm.
 *
 * @param at along the vehicle, and across it on the floor or up a wall
 */
export function outOf(area: NoDrill, at: { along: number; across: number }): number {
	const along = Math.max(area.start.mm - at.along, at.along - area.start.mm - area.length.mm);
	const across = Math.max(area.low.mm - at.across, at.across - area.high.mm);
	return along < 0 && across < 0 ? Math.max(along, across) : Math.hypot(Math.max(0, along), Math.max(0, across));
}

/** Holes in the boards of a piece for what bolts it down, by the id of the part: where a bolt goes square through a face. */
export function holesIn(
	plan: Pick<Plan, 'vehicle'>,
	interior: Interior,
	piece: Piece,
	assembly: Assembly
): Map<string, { name: string; outline: Polygon }[]> {
	const holes = new Map<string, { name: string; outline: Polygon }[]>();
	const bolts = Object.values(piece.held ?? {}).filter(({ way }) => WAYS[way].square);
	if (bolts.length === 0) return holes;
	const poses = linkPoses(assembly.links, {});
	const placed = assembly.parts
		.filter(({ form }) => form === 'board' || form === 'bar')
		.map((part) => placePart('', part, poses.get(part.link)!));
	for (const held of bolts) {
		const foot = footOf(plan.vehicle, interior, held)!;
		const { reach, hole } = WAYS[held.way];
		// The first board the bolt meets is the one that is drilled.
		for (const part of placed) {
			const at = throughPart(part, foot.at, foot.into, reach);
			if (!at) continue;
			const entry = { name: `hole, ${hole} mm`, outline: roundHole(at, hole) };
			holes.set(part.part.id, [...(holes.get(part.part.id) ?? []), entry]);
			break;
		}
	}
	return holes;
}

/** What is bought to hold a piece. */
export const fasteningHardware = ({ held = {} }: Piece): Hardware[] =>
	Object.values(held).flatMap(({ way }) => (WAYS[way].hardware ? [{ name: WAYS[way].hardware, count: 1 }] : []));
