import { buildInterior, Field } from '../interior';
import { placePiece, seatsIn, stateIn, type Scene } from '../modes';
import { assemble, type Piece } from '../pieces';
import type { Mode, Plan } from '../plan/plan';
import type { Vehicle } from '../plan/vehicle';
import { remember } from './remember';

/** The interior of a vehicle, remembered. */
export const interiorOf = remember(buildInterior);

/** The field of a vehicle's interior, remembered. */
export const fieldOf = remember((vehicle: Vehicle) => new Field(interiorOf(vehicle)));

/** The assembly of a piece in a vehicle, remembered. */
export const assemblyOf = remember((piece: Piece, vehicle: Vehicle, stock: Plan['stock']) =>
	assemble(piece, { interior: interiorOf(vehicle), stock })
);

const buildScene = remember((vehicle: Vehicle, pieces: Plan['pieces'], stock: Plan['stock'], mode: Mode): Scene => ({
	mode,
	interior: interiorOf(vehicle),
	seats: seatsIn(vehicle, mode),
	pieces: Object.entries(pieces).map(([id, piece]) => {
		const assembly = assemblyOf(piece, vehicle, stock);
		return placePiece(id, piece.name, assembly, stateIn(assembly, mode, id));
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
