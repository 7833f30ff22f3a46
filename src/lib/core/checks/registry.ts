import { innerMargins, padCover, slatAir, slatGaps } from './base';
import { benchHead, benchLegRoom } from './bench';
import type { Check } from './finding';
import { fitArches, fitCeiling, fitFloor, fitFront, fitPieces, fitRear, fitSeats, fitWalls } from './fit';
import { lidSwing } from './lid';
import { lyingBreadth, lyingLength, propped, sittingUp, turningOver } from './lying';
import { gearUnder } from './stowing';

/** Every rule there is, in the order in which equal findings are listed. A new rule is a file beside these and a line here. */
export const CHECKS: readonly Check[] = [
	fitWalls,
	fitArches,
	fitCeiling,
	fitRear,
	fitFront,
	fitFloor,
	fitSeats,
	fitPieces,
	lyingLength,
	lyingBreadth,
	sittingUp,
	propped,
	turningOver,
	benchLegRoom,
	benchHead,
	slatGaps,
	slatAir,
	padCover,
	innerMargins,
	lidSwing,
	gearUnder
];
