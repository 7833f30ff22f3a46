import type { Assembly, PieceKind, Surroundings } from './assembly';
import { batteryBox } from './battery-box';
import { benchBox } from './bench-box';
import { bridge } from './bridge';
import { bunk } from './bunk';
import { cabinet } from './cabinet';
import { drawerUnit } from './drawer-unit';
import { fixedPlatform } from './fixed-platform';
import { floorBoards } from './floor-boards';
import { floorPanels } from './floor-panels';
import { foldOver } from './fold-over';
import { foldingSofa } from './folding-sofa';
import { hatchPanels } from './hatch-panels';
import { infill } from './infill';
import { ledgeSofa } from './ledge-sofa';
import { lidPlatform } from './lid-platform';
import { moduleBed } from './module-bed';
import { own } from './own';
import { overheadNet } from './overhead-net';
import { petDeck } from './pet-deck';
import { rakedPlatform } from './raked-platform';
import { seatCube } from './seat-cube';
import { sinkUnit } from './sink-unit';
import { slatBench } from './slat-bench';
import { slatCouch } from './slat-couch';
import { slatPlatform } from './slat-platform';
import { stepBox } from './step-box';
import { table } from './table';
import { tubeFrame } from './tube-frame';
import { windowCover } from './window-cover';
import type { KindName, Piece } from './schema';

/** Every kind of piece by its name in the plan. A new kind is a folder here, a line here and one in schema.ts. */
export const KINDS = {
	'fixed-platform': fixedPlatform,
	'slat-platform': slatPlatform,
	'lid-platform': lidPlatform,
	'slat-couch': slatCouch,
	'slat-bench': slatBench,
	'ledge-sofa': ledgeSofa,
	'folding-sofa': foldingSofa,
	'fold-over': foldOver,
	bridge,
	'hatch-panels': hatchPanels,
	'module-bed': moduleBed,
	'raked-platform': rakedPlatform,
	infill,
	'bench-box': benchBox,
	cabinet,
	'tube-frame': tubeFrame,
	'floor-boards': floorBoards,
	table,
	'window-cover': windowCover,
	'sink-unit': sinkUnit,
	'battery-box': batteryBox,
	'overhead-net': overheadNet,
	'seat-cube': seatCube,
	'drawer-unit': drawerUnit,
	bunk,
	'pet-deck': petDeck,
	'floor-panels': floorPanels,
	'step-box': stepBox,
	own
} satisfies Record<KindName, unknown>;

/** The recipe of a piece, with its parameters typed loosely: for code that treats all kinds alike. */
export const kindOf = (name: KindName): PieceKind => KINDS[name] as unknown as PieceKind;

/**
 * Works out a piece in its surroundings.
 *
 * @throws RangeError when the piece asks for stock that the plan does not have.
 */
export const assemble = (piece: Piece, around: Surroundings): Assembly => kindOf(piece.kind).assemble(piece.params, around);

export * from './assembly';
export { padMass, partMass, stockOfPart } from './mass';
export { FOAMS, isAsked, numberRange, parameterMeta, type Foam, type ParameterMeta } from './parameter';
export type { KindName, Piece } from './schema';
