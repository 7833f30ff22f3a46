import { buildInterior, solidBox, windowsOf, zonesOf, type Interior, type SeatSolid } from '../interior';
import type { Box } from '../geometry/vector';
import { placePiece, seatsIn, stateIn, type NamedThing, type PlacedPiece, type Scene } from '../modes';
import { assemble, type Assembly, type Neighbour, type Piece, type PieceState } from '../pieces';
import { applyEdits, type Edit } from '../plan/edit';
import { shareStructure } from '../plan/share';
import type { Mode, Plan } from '../plan/plan';
import type { Vehicle } from '../plan/vehicle';
import { namedPieces } from '../design/neighbours';
import { remember } from '../memory';

const builtFrom = remember(
	(
		length: Vehicle['length'],
		stations: Vehicle['stations'],
		rear: Vehicle['rear'],
		arches: Vehicle['arches'],
		contours: Vehicle['contours'],
		fixtures: Vehicle['fixtures'],
		lining: Vehicle['lining'],
		seats: Vehicle['seats']
	) => buildInterior({ length, stations, rear, arches, contours, fixtures, lining, seats })
);

const NO_SEATS: Vehicle['seats'] = {};
/** The seats of a vehicle as far as its interior is built from them: those with a foot well before them. */
const withWells = remember((seats: Vehicle['seats']): Vehicle['seats'] =>
	Object.values(seats).some((seat) => seat.type === 'rear bench' && seat.well) ? seats : NO_SEATS
);

/** The interior of a vehicle, remembered by what it is built from: a seat that is moved, a door or an anchor leaves it what it was. */
export const interiorOf = ({ length, stations, rear, arches, contours, fixtures, lining, seats }: Vehicle): Interior =>
	builtFrom(length, stations, rear, arches, contours, fixtures, lining, withWells(seats));

/** Vehicles that turn out other than they were measured, with the measured one that the pieces were cut for. */
const measuredAs = new WeakMap<Vehicle, Vehicle>();
/** Vehicles in which the pieces are built anew, with the one that they were built for before. */
const builtBefore = new WeakMap<Vehicle, Vehicle>();

const assembled = remember((piece: Piece, vehicle: Vehicle, stock: Plan['stock'], ...neighbours: Neighbour[]): Assembly => {
	const windows = windowsOf(vehicle, interiorOf(vehicle));
	const around = { interior: interiorOf(vehicle), windows, zones: zonesOf(vehicle), seats: vehicle.seats, stock, neighbours };
	const built = assemble(piece, around);
	const before = builtBefore.get(vehicle);
	return before ? shareStructure(assembled(piece, before, stock, ...neighbours), built) : built;
});

/** What a piece is worked out in: the vehicle, the stock, and the pieces that it may stand by. */
export type Build = Pick<Plan, 'vehicle' | 'stock' | 'pieces'>;

const byId = remember((_assembly: Assembly) => new Map<string, Neighbour>());
/** An assembly with the id of its piece: the same object for the same ones. */
function neighbour(id: string, name: string, assembly: Assembly): Neighbour {
	const known = byId(assembly);
	let found = known.get(id);
	if (found?.name !== name) known.set(id, (found = { id, name, assembly }));
	return found;
}

/**
 * The pieces that an own piece names in its sums, worked out before it. Two that name each other do without: that is told where it
 * is asked for.
 */
export function neighboursOf(piece: Piece, build: Build, asking: readonly Piece[] = []): Neighbour[] {
	if (piece.kind !== 'own') return [];
	return namedPieces(piece.params.design).flatMap((id) => {
		const other = Object.hasOwn(build.pieces, id) ? build.pieces[id] : undefined;
		return other && other !== piece && !asking.includes(other) ? [neighbour(id, other.name, worked(other, build, [...asking, piece]))] : [];
	});
}

const worked = (piece: Piece, build: Build, asking: readonly Piece[]): Assembly =>
	assembled(piece, measuredAs.get(build.vehicle) ?? build.vehicle, build.stock, ...neighboursOf(piece, build, asking));

/** The assembly of a piece of a plan, remembered; in a vehicle that turns out other than measured, as it was cut. */
export const assemblyOf = (piece: Piece, build: Build): Assembly => worked(piece, build, []);

/**
 * A plan in a vehicle that turns out other than it was measured: the pieces stay as they were cut from the present numbers,
 * while the walls, seats and openings round them are where the edits put them.
 *
 * @param edits changes of measurements of the vehicle.
 */
export function inVariedVehicle(plan: Plan, edits: readonly Edit[]): Plan {
	const varied = applyEdits(plan, edits);
	if (varied.vehicle !== plan.vehicle) measuredAs.set(varied.vehicle, measuredAs.get(plan.vehicle) ?? plan.vehicle);
	return varied;
}

/**
 * The plan of {@link inVariedVehicle} as it would be drawn had the vehicle been measured so from the start: what stands by a size
 * stands elsewhere. Nothing when every piece comes out as it was.
 */
export function builtAnew(plan: Plan, varied: Plan): Plan | undefined {
	const vehicle = { ...varied.vehicle };
	builtBefore.set(vehicle, plan.vehicle);
	const moved = Object.values(plan.pieces).some((piece) => assemblyOf(piece, { ...plan, vehicle }) !== assemblyOf(piece, plan));
	return moved ? { ...varied, vehicle } : undefined;
}

/** A piece in one of its states, remembered: modes that use the same state share it. The id and name come with the piece. */
const placed = remember((named: { id: string; name: string; piece: Piece }, assembly: Assembly, state: PieceState) =>
	placePiece(named.id, named.name, assembly, state, named.piece)
);
const named = remember((pieces: Plan['pieces']) => Object.entries(pieces).map(([id, piece]) => ({ id, name: piece.name, piece })));

/**
 * A piece of a plan in one of its states, remembered: the same object as in the scenes of the plan.
 *
 * @throws RangeError when the plan has no such piece or the piece no such state.
 */
export function pieceIn(plan: Plan, id: string, stateId: string): PlacedPiece {
	const entry = named(plan.pieces).find((one) => one.id === id);
	if (!entry) throw new RangeError(`There is no piece “${id}” in this plan.`);
	const assembly = assemblyOf(entry.piece, plan);
	const state = assembly.states.find((one) => one.id === stateId);
	if (!state) throw new RangeError(`${entry.name} has no state “${stateId}”.`);
	return placed(entry, assembly, state);
}

/** Things that lie in places of their own, remembered by the tables they come from. What is drawn without its gear is drawn without them. */
const thingsAt = remember((gear: Plan['gear'], lies: NonNullable<Mode['lies']>): readonly NamedThing[] =>
	Object.entries(lies)
		.filter(([id]) => Object.hasOwn(gear, id))
		.map(([id, at]) => {
			const { name, length, width, height } = gear[id];
			const [l, w] = at.turned ? [width, length] : [length, width];
			const box = { x: [at.x, at.x + l], y: [at.y - w / 2, at.y + w / 2], z: [at.z, at.z + height] } as Box;
			return { id, name, solid: solidBox(box) };
		})
);

/** A mode in which nothing lies about: its scene does not change with the gear. */
const NOTHING: readonly NamedThing[] = [];

/** Pieces as they stand, one list for the same ones. */
const together = remember((...pieces: PlacedPiece[]): readonly PlacedPiece[] => pieces);

/** A scene by what is in it: a size of the vehicle that moves nothing of it leaves the very same scene. */
const sceneWith = remember(
	(mode: Mode, interior: Interior, seats: readonly SeatSolid[], things: readonly NamedThing[], pieces: readonly PlacedPiece[]): Scene => ({
		mode,
		interior,
		seats,
		things,
		pieces
	})
);

const buildScene = remember(
	(vehicle: Vehicle, pieces: Plan['pieces'], things: readonly NamedThing[], stock: Plan['stock'], mode: Mode): Scene => {
		const standing = named(pieces).map((entry) => {
			const assembly = assemblyOf(entry.piece, { vehicle, stock, pieces });
			return placed(entry, assembly, stateIn(assembly, mode, entry.id));
		});
		return sceneWith(mode, interiorOf(vehicle), seatsIn(vehicle, mode), things, together(...standing));
	}
);

/**
 * Everything in its place in one mode of a plan, remembered.
 *
 * @throws RangeError when the plan has no such mode.
 */
export function sceneOf(plan: Plan, modeId: string): Scene {
	const mode = Object.hasOwn(plan.modes, modeId) ? plan.modes[modeId] : undefined;
	if (!mode) throw new RangeError(`There is no mode “${modeId}” in this plan.`);
	const things = mode.lies ? thingsAt(plan.gear, mode.lies) : NOTHING;
	return buildScene(plan.vehicle, plan.pieces, things, plan.stock, mode);
}
