export { buildInterior, type ArchSolid, type FixtureSolid, type Interior, type Section, type Side } from './interior';
export {
	archHeightAt,
	ceilingAt,
	diagonalAt,
	floorAt,
	freeColumn,
	furthestRear,
	halfWidth,
	leastCeiling,
	leastHalfWidth,
	rearAt,
	rearFaceAt,
	sign,
	SIDES
} from './evaluate';
export { archNotch, archTopOver, fixtureNotch, freeOutline, rearWedges } from './outline';
export { CELL, Field } from './field';
export { floorLining, foldedTop, seatSolid, seatAtItsEnds, seatStates, type SeatSolid } from './seats';
export { measurementList } from './measuring';
export { SHAPE_GROUPS, type MeasurementEntry } from './measuring-entry';
export {
	archBlock,
	archClearance,
	blockPrism,
	blockClearance,
	ceilingClearance,
	cornerClearance,
	floorClearance,
	frontClearance,
	isBox,
	liesInFloor,
	rearClearance,
	seatClearance,
	solidBox,
	solidSeparation,
	wallClearance,
	type Clearance,
	type Solid
} from './clearance';
export { questions, windowQuestions, type Question } from './sanity';
export { contourCurve, contourReadings, leftRightDifference, type WallLine } from './contour';
export {
	openingsOf,
	reachesOut,
	sweepClearance,
	throughOpening,
	windowsOf,
	zonesOf,
	type OpeningSolid,
	type WindowPane,
	type ZoneSolid
} from './fittings';
export { measuringWalk, type WalkLeg } from './walk';
