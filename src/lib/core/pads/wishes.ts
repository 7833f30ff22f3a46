import { assemblyOf, interiorOf } from '../derive';
import { bounds } from '../geometry/polygon';
import { leastHalfWidth } from '../interior';
import { padMass } from '../pieces';
import type { Plan } from '../plan/plan';
import type { PadWish } from './strips';

/** The cushions of one piece: what they have to do, what they weigh, and what becomes of their edges. */
export interface PieceCushions {
	piece: string;
	name: string;
	/** What one set has to do for day and night; null for a plain mattress. */
	wish: PadWish | null;
	/** The made bed, mm. */
	bed: { length: number; width: number; thickness: number };
	/** Each cushion as it is built now. */
	pads: { name: string; size: [number, number, number]; kg: number }[];
	/** Gap between the mattress and the walls at its upper edge, where they lean; null when it does not reach near them, mm. */
	wallGap: number | null;
	/** Edge past which nothing stands: a lip keeps the mattress from sliding there, mm high; 0 when walls hold it all round. */
	lip: number;
}

/** A back lower than this is no rest and higher than this is in the way of the head, mm above the seat cushion; our own figures. */
const BACK = { least: 250, most: 480 } as const;
/** Walls further off than this do not hold a mattress, mm. */
const NEAR_WALL = 120;
/** A lip stands up beside the mattress by this share of its thickness. */
const LIP_SHARE = 0.4;

/** The cushions of every piece of a plan that one lies on. */
export function cushionsOf(plan: Plan): PieceCushions[] {
	const interior = interiorOf(plan.vehicle);
	return Object.entries(plan.pieces).flatMap(([id, { name }]): PieceCushions[] => {
		const assembly = assemblyOf(plan.pieces[id], plan);
		const sleeps = assembly.surfaces.filter(({ use }) => use === 'sleep');
		if (sleeps.length === 0 || assembly.pads.length === 0) return [];
		const size = (outline: { x: number; y: number }[]) => {
			const { x, y } = bounds(outline);
			return { x, y, length: x[1] - x[0], width: y[1] - y[0] };
		};
		const bed = sleeps.map(({ outline }) => size(outline)).reduce((a, b) => (b.length * b.width > a.length * a.width ? b : a));
		const thickness = sleeps[0].pad;
		const sits = assembly.surfaces.filter(({ use, faces }) => use === 'sit' && faces);
		// Seats on both sides have sets of their own, which their kind already lays out.
		const sit = sits.length === 1 ? sits[0] : undefined;
		// The seat board goes on behind the back cushion, as far as that is thick.
		const seatDepth = sit ? size(sit.outline).width + thickness : 0;
		const roles = assembly.pads.flatMap((pad) => Object.values(pad.places).map(({ role }) => role));
		const pulls = roles.includes('seat') && roles.includes('back');
		const z: [number, number] = [assembly.deck, assembly.deck + thickness];
		const gaps = [leastHalfWidth(interior, 'left', bed.x, z) - bed.y[1], leastHalfWidth(interior, 'right', bed.x, z) + bed.y[0]];
		const near = gaps.filter((gap) => gap < NEAR_WALL);
		return [
			{
				piece: id,
				name,
				wish: sit && pulls ? { length: bed.length, bedWidth: bed.width, seatDepth, back: BACK, thickness } : null,
				bed: { length: bed.length, width: bed.width, thickness },
				pads: assembly.pads.map((pad) => ({ name: pad.name, size: [pad.size.x, pad.size.y, pad.size.z], kg: padMass(pad) })),
				wallGap: near.length > 0 ? Math.max(...near) : null,
				lip: near.length === 2 ? 0 : Math.round(LIP_SHARE * thickness)
			}
		];
	});
}
