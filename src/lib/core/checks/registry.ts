import { aisleWidth } from './aisles';
import { axleLoads } from './weight';
import { allowance } from './allowance';
import { animalPlace } from './animals';
import { asCut } from './as-cut';
import { innerMargins, padCover, slatAir, slatGaps } from './base';
import { bodyRoom, thingRoom } from './bodies';
import { benchBreadth, benchFeet, benchHead, benchLegRoom } from './bench';
import { carriedIn } from './carried-in';
import { desk } from './desk';
import { windowCovers } from './covers';
import { drawerDroop, drawerLatch, drawerTips, slideLoad } from './drawers';
import { anchorLoad, fasteningReach, heldDown, newHoles } from './fastening';
import type { Check } from './finding';
import {
	doorSweep,
	fitArches,
	fitCeiling,
	fitDrivers,
	fitFixtures,
	fitFloor,
	fitFront,
	fitOpening,
	fitPieces,
	fitRear,
	fitSeats,
	fitThings,
	fitWalls
} from './fit';
import { floorJoints } from './floor-joints';
import { racking } from './frames';
import { frontOpens } from './fronts';
import { gearHeld } from './gear-held';
import { gettingIn } from './getting-in';
import { climb, fallsOut } from './high-bed';
import { keepClear } from './keep-clear';
import { measuredInside, planKnown, seatsApart } from './known';
import { lidSwing } from './lid';
import { lidHeld, lidLift } from './lifting';
import { lyingBreadth, lyingHeight, lyingLength, propped, sittingUp, turningOver } from './lying';
import { beltedPlaces, roomToSit } from './passengers';
import { driverKnown, somebodysPlace } from './place';
import { rearView } from './rear-view';
import { restsOn } from './rests';
import { doorsShut, drivingSetting, pieceStates, seatSetting } from './settings';
import { stands, thingStands, upright } from './stands';
import { fromStock } from './stock';
import { gearPlaced, gearPut, gearTogether, gearUnder } from './stowing';
import { toTheWheel } from './to-the-wheel';
import { waysOut } from './ways-out';
import { worktop } from './worktop';

/** Every rule there is, in the order in which equal findings are listed. A new rule is a file beside these and a line here. */
export const CHECKS: readonly Check[] = [
	planKnown,
	measuredInside,
	seatsApart,
	seatSetting,
	drivingSetting,
	pieceStates,
	doorsShut,
	fitWalls,
	fitArches,
	fitCeiling,
	fitFixtures,
	fitRear,
	fitOpening,
	doorSweep,
	fitFront,
	fitFloor,
	fitSeats,
	fitDrivers,
	beltedPlaces,
	roomToSit,
	keepClear,
	fitPieces,
	allowance,
	fitThings,
	thingRoom,
	thingStands,
	somebodysPlace,
	driverKnown,
	rearView,
	bodyRoom,
	lyingLength,
	lyingBreadth,
	lyingHeight,
	sittingUp,
	propped,
	turningOver,
	gettingIn,
	climb,
	fallsOut,
	waysOut,
	toTheWheel,
	animalPlace,
	benchLegRoom,
	benchHead,
	benchFeet,
	benchBreadth,
	desk,
	worktop,
	slatGaps,
	slatAir,
	padCover,
	innerMargins,
	restsOn,
	stands,
	upright,
	fromStock,
	asCut,
	carriedIn,
	lidSwing,
	lidHeld,
	lidLift,
	frontOpens,
	aisleWidth,
	slideLoad,
	drawerDroop,
	drawerLatch,
	drawerTips,
	racking,
	floorJoints,
	windowCovers,
	heldDown,
	anchorLoad,
	axleLoads,
	fasteningReach,
	newHoles,
	gearUnder,
	gearTogether,
	gearPut,
	gearPlaced,
	gearHeld
];
