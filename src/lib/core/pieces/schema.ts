import { z } from 'zod';
import { fasteningSchema } from '../plan/fastening';
import { tableOf } from '../plan/id';
import { joinsSchema } from '../plan/join';
import { lidHoldsSchema } from '../plan/lid';
import { batteryBoxParams } from './battery-box/params';
import { benchBoxParams } from './bench-box/params';
import { bridgeParams } from './bridge/params';
import { bunkParams } from './bunk/params';
import { cabinetParams } from './cabinet/params';
import { drawerUnitParams } from './drawer-unit/params';
import { fixedPlatformParams } from './fixed-platform/params';
import { floorBoardsParams } from './floor-boards/params';
import { floorPanelsParams } from './floor-panels/params';
import { foldOverParams } from './fold-over/params';
import { foldingSofaParams } from './folding-sofa/params';
import { hatchPanelsParams } from './hatch-panels/params';
import { infillParams } from './infill/params';
import { ledgeSofaParams } from './ledge-sofa/params';
import { lidPlatformParams } from './lid-platform/params';
import { moduleBedParams } from './module-bed/params';
import { overheadNetParams } from './overhead-net/params';
import { ownParams } from './own/params';
import { petDeckParams } from './pet-deck/params';
import { rakedPlatformParams } from './raked-platform/params';
import { seatCubeParams } from './seat-cube/params';
import { sinkUnitParams } from './sink-unit/params';
import { slatBenchParams } from './slat-bench/params';
import { slatCouchParams } from './slat-couch/params';
import { slatPlatformParams } from './slat-platform/params';
import { stepBoxParams } from './step-box';
import { tableParams } from './table/params';
import { tubeFrameParams } from './tube-frame/params';
import { windowCoverParams } from './window-cover/params';

const entry = <const K extends string, S extends z.ZodObject>(kind: K, params: S) =>
	z.strictObject({
		kind: z.literal(kind),
		name: z.string().trim().min(1).max(120),
		params,
		held: tableOf(fasteningSchema).optional().describe('what holds it to the vehicle or to a neighbour'),
		lids: lidHoldsSchema.optional().describe('what holds its lids, flaps and leaves up and shut'),
		joined: joinsSchema.optional().describe('how its parts are joined, where it is not as suits')
	});

/** A piece as the plan stores it: its kind, its name, the parameters of that kind and what holds it. */
export const pieceSchema = z
	.discriminatedUnion('kind', [
		entry('fixed-platform', fixedPlatformParams),
		entry('slat-platform', slatPlatformParams),
		entry('lid-platform', lidPlatformParams),
		entry('slat-couch', slatCouchParams),
		entry('slat-bench', slatBenchParams),
		entry('ledge-sofa', ledgeSofaParams),
		entry('folding-sofa', foldingSofaParams),
		entry('fold-over', foldOverParams),
		entry('bridge', bridgeParams),
		entry('hatch-panels', hatchPanelsParams),
		entry('module-bed', moduleBedParams),
		entry('raked-platform', rakedPlatformParams),
		entry('infill', infillParams),
		entry('bench-box', benchBoxParams),
		entry('cabinet', cabinetParams),
		entry('tube-frame', tubeFrameParams),
		entry('floor-boards', floorBoardsParams),
		entry('table', tableParams),
		entry('window-cover', windowCoverParams),
		entry('sink-unit', sinkUnitParams),
		entry('battery-box', batteryBoxParams),
		entry('overhead-net', overheadNetParams),
		entry('seat-cube', seatCubeParams),
		entry('drawer-unit', drawerUnitParams),
		entry('bunk', bunkParams),
		entry('pet-deck', petDeckParams),
		entry('floor-panels', floorPanelsParams),
		entry('step-box', stepBoxParams),
		entry('own', ownParams)
	])
	.meta({ id: 'piece' });
export type Piece = z.infer<typeof pieceSchema>;
export type KindName = Piece['kind'];
