import { assemblyOf, pieceIn } from '../derive';
import type { Box } from '../geometry/vector';
import type { Assembly, KindName } from '../pieces';
import type { Plan } from '../plan';
import { plainVehicle, planIn, withPiece, type Walls } from './plans';

/** A piece of a kind alone in a plain box, and where everything of it is in each of its states. */
export interface Built {
	plan: Plan;
	assembly: Assembly;
	/** The boxes round its parts and pads in a state, by id, a part before a pad of the same id; in its first state when none is named. */
	boxes(state?: string): Record<string, Box>;
	/** The box of one part or pad. */
	box(id: string, state?: string): Box;
}

/** Where a kind is tried: an upright wall at 800 mm on both sides unless told otherwise, 1900 high, 4000 long. */
export function built(kind: KindName, params: Record<string, unknown> = {}, walls: Walls = [[0, 800]]): Built {
	const plan = withPiece(planIn(plainVehicle(walls, 1900, 4000)), 'piece', kind, params);
	const assembly = assemblyOf(plan.pieces.piece, plan);
	const boxes = (state = assembly.states[0].id) => {
		const { parts, pads } = pieceIn(plan, 'piece', state);
		return Object.fromEntries([...pads.map(({ pad, box }) => [pad.id, box]), ...parts.map(({ part, box }) => [part.id, box])]) as Record<
			string,
			Box
		>;
	};
	const box = (id: string, state?: string) => {
		const found = boxes(state)[id];
		if (!found) throw new RangeError(`${kind} has no “${id}”: ${Object.keys(boxes(state)).join(', ')}`);
		return found;
	};
	return { plan, assembly, boxes, box };
}

/** Sizes of a box along x, y and z, mm. */
export const sizes = ({ x, y, z }: Box): [number, number, number] => [x[1] - x[0], y[1] - y[0], z[1] - z[0]];
