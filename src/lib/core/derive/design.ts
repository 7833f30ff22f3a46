import { assembleDesign, type Made } from '../design/assemble';
import { NotApart, takeApart } from '../design/take-apart';
import { remember } from '../memory';
import type { Neighbour, Piece } from '../pieces';
import type { Edit } from '../plan/edit';
import type { Plan } from '../plan/plan';
import type { Vehicle } from '../plan/vehicle';
import { assemblyOf, interiorOf, neighboursOf, type Build } from './scene';

type Own = Extract<Piece, { kind: 'own' }>;

/** An own piece worked out with what is wrong with which node, remembered: for whoever edits it. */
export const madeOf = (piece: Own, build: Build): Made => made(piece.params, build.vehicle, build.stock, ...neighboursOf(piece, build));
const made = remember(({ design, ...given }: Own['params'], vehicle: Vehicle, stock: Plan['stock'], ...neighbours: Neighbour[]): Made =>
	assembleDesign(design, { interior: interiorOf(vehicle), seats: vehicle.seats, neighbours, stock, given })
);

/**
 * What turns a piece of any kind into an own piece of the same boards, the modes that name its states included.
 *
 * @returns edits, or the reason why it cannot be taken apart
 */
export function apart(plan: Plan, id: string): { edits: Edit[] } | { reason: string } {
	try {
		const taken = takeApart(plan.pieces[id], assemblyOf(plan.pieces[id], plan), plan.stock);
		const modes = Object.entries(plan.modes).flatMap(([mode, { pieces }]): Edit[] =>
			Object.hasOwn(pieces, id) && Object.hasOwn(taken.states, pieces[id])
				? [{ path: ['modes', mode, 'pieces', id], value: taken.states[pieces[id]] }]
				: []
		);
		return { edits: [{ path: ['pieces', id], value: taken.piece }, ...modes] };
	} catch (error) {
		if (error instanceof NotApart) return { reason: error.message };
		throw error;
	}
}
