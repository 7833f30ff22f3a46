import { buildInterior } from '../interior';
import { placePiece, seatsIn, stateIn, type Scene } from '../modes';
import { assemble, type Assembly, type Piece, type PieceState } from '../pieces';
import type { Mode, Plan } from '../plan/plan';
import type { Vehicle } from '../plan/vehicle';
import { remember } from '../memory';

/** The interior of a vehicle, remembered. */
export const interiorOf = remember(buildInterior);

/** The assembly of a piece in a vehicle, remembered. */
export const assemblyOf = remember((piece: Piece, vehicle: Vehicle, stock: Plan['stock']) =>
	assemble(piece, { interior: interiorOf(vehicle), stock })
);

/** A piece in one of its states, remembered: modes that use the same state share it. The id and name come with the piece. */
const placed = remember((named: { id: string; name: string }, assembly: Assembly, state: PieceState) =>
	placePiece(named.id, named.name, assembly, state)
);
const named = remember((pieces: Plan['pieces']) => Object.entries(pieces).map(([id, piece]) => ({ id, name: piece.name, piece })));

const buildScene = remember((vehicle: Vehicle, pieces: Plan['pieces'], stock: Plan['stock'], mode: Mode): Scene => ({
	mode,
	interior: interiorOf(vehicle),
	seats: seatsIn(vehicle, mode),
	pieces: named(pieces).map((entry) => {
		const assembly = assemblyOf(entry.piece, vehicle, stock);
		return placed(entry, assembly, stateIn(assembly, mode, entry.id));
	})
}));

/**
 * Everything in its place in one mode of a plan, remembered.
 *
 * @throws RangeError when the plan has no such mode.
 */
export function sceneOf(plan: Plan, modeId: string): Scene {
	const mode = Object.hasOwn(plan.modes, modeId) ? plan.modes[modeId] : undefined;
	if (!mode) throw new RangeError(`There is no mode “${modeId}” in this plan.`);
	return buildScene(plan.vehicle, plan.pieces, plan.stock, mode);
}
