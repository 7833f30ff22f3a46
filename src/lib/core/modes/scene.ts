import type { Box } from '../geometry/vector';
import { floorLining, seatSolid, type Interior, type SeatSolid, type Solid } from '../interior';
import type { Assembly, Piece, PieceState } from '../pieces';
import { padsIn, placedPads, placedParts, type PadAt, type PlacedPad, type PlacedPart } from '../pieces/placing';
import { remember } from '../memory';
import type { Mode } from '../plan/plan';
import { defaultSetting } from '../plan/seat-setting';
import type { Vehicle } from '../plan/vehicle';

/** A piece as it stands in one mode. */
export interface PlacedPiece {
	id: string;
	name: string;
	assembly: Assembly;
	state: PieceState;
	/** What holds it. */
	held?: Piece['held'];
	/** What holds its lids. */
	lids?: Piece['lids'];
	/** How its parts are joined. */
	joined?: Piece['joined'];
	parts: PlacedPart[];
	pads: PlacedPad[];
}

/** A solid of a piece with the words for it. */
export interface NamedSolid {
	name: string;
	solid: Solid;
}

/** Something that lies in the vehicle, by the id of its gear. */
export interface NamedThing extends NamedSolid {
	id: string;
}

/** Everything that stands in the vehicle in one mode. */
export interface Scene {
	mode: Mode;
	interior: Interior;
	seats: readonly SeatSolid[];
	/** Long or loose things that lie somewhere of their own. */
	things: readonly NamedThing[];
	pieces: readonly PlacedPiece[];
}

/** The state a piece takes in a mode: the one the mode names, else the one that suits its use, else the first. */
export function stateIn(assembly: Assembly, mode: Mode, piece: string): PieceState {
	return (
		assembly.states.find((s) => s.id === mode.pieces[piece]) ??
		assembly.states.find((s) => s.startsFor.includes(mode.use)) ??
		assembly.states[0]
	);
}

/** A piece in one of its states. */
export function placePiece(
	id: string,
	name: string,
	assembly: Assembly,
	state: PieceState,
	{ held, lids, joined }: Pick<Piece, 'held' | 'lids' | 'joined'> = {}
): PlacedPiece {
	return {
		...(held ? { held } : {}),
		...(lids ? { lids } : {}),
		...(joined ? { joined } : {}),
		...posed(id, name, assembly, state.joints, state.out ?? [], padsIn(assembly, state.id)),
		state
	};
}

/** A piece with its joints at any values, some links out of the vehicle and some pads in places. */
export const posed = (
	id: string,
	name: string,
	assembly: Assembly,
	joints: Record<string, number>,
	out: readonly string[],
	pads: readonly PadAt[]
): Omit<PlacedPiece, 'state'> => ({
	id,
	name,
	assembly,
	parts: placedParts(id, assembly, joints, out),
	pads: placedPads(id, assembly, joints, out, pads)
});

/** The seats of a vehicle as a mode sets them. Remembered. */
export const seatsIn = ({ seats, lining }: Pick<Vehicle, 'seats' | 'lining'>, mode: Mode): readonly SeatSolid[] =>
	seatsSet(seats, lining, mode);

const seatsSet = remember((seats: Vehicle['seats'], lining: Vehicle['lining'], mode: Mode): readonly SeatSolid[] =>
	Object.entries(seats).map(([id, seat]) => seatSolid(id, seat, mode.seats[id] ?? defaultSetting(seat, mode.use), floorLining({ lining })))
);

const NOWHERE: Box = { x: [0, 0], y: [0, 0], z: [0, 0] };

/** Where a piece is pointed at: the first part or pad of it that stands in the vehicle; at the rear where all of it is out. */
export const pointedAt = ({ parts, pads }: Pick<PlacedPiece, 'parts' | 'pads'>): Box => (parts[0] ?? pads[0])?.box ?? NOWHERE;
