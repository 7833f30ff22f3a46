export { WEEKDAYS, type Building, type CutPart, type Paid, type Weekday } from './build';
export type { LogEntry, Remark } from './log';
export { TOOLS, WISHES, type Brief, type Tool, type Wish } from './brief';
export {
	addAnimal,
	addGear,
	addMode,
	addPerson,
	addPiece,
	removeAnimal,
	packInto,
	removeGear,
	sendGear,
	removeMode,
	removePerson,
	removePiece,
	sits
} from './changes';
export { applyEdits, valueAtPath, type Edit } from './edit';
export {
	FILE_VERSION,
	fileJsonSchema,
	heldBy,
	LARGEST_FILE,
	migratePlan,
	migrateVehicle,
	readPlan,
	readPieceFile,
	readPlanFile,
	readPlanValue,
	readVehicleFile,
	writePieceFile,
	writePlanFile,
	writeVehicleFile,
	type PlanRead,
	type VehicleRead
} from './file';
export {
	addFitting,
	addFoldedStep,
	addLayer,
	SEAT_FEATURES,
	FITTINGS,
	removeFitting,
	setSeatFeature,
	type FittingName,
	type FittingTable
} from './fitting-changes';
export { BOLTED, type Fastening, type FasteningWay } from './fastening';
export { holders } from './gear';
export { freeId } from './id';
export { type GasStruts, type LidHold } from './lid';
export {
	afterReading,
	afterSecondReading,
	STATUSES as MEASUREMENT_STATUSES,
	measurement,
	USUAL_TOLERANCE,
	type Measurement,
	type MeasurementStatus
} from './measurement';
export { mergeVersions, reconcile, type Choice, type Conflict, type Merge, type Reconciled } from './merge';
export { modeFor } from './mode-for';
export {
	HEADS,
	planSchema,
	POSTURES,
	USUAL_WANTS,
	WANTS,
	type Animal,
	type BarStock,
	gearSchema,
	TRAITS,
	USED,
	type Gear,
	type Pinned,
	type Head,
	type Mode,
	type Person,
	type Plan,
	type Posture,
	type SeatSetting,
	type SheetStock,
	type Stock,
	type Variant
} from './plan';
export { defaultSetting } from './seat-setting';
export { shareStructure } from './share';
export { starterMode, starterPlan, starterVehicle } from './starter';
export { STARTING_STOCK } from './stock';
export { dropVariant, freeName, keepVariant, layoutName, takeVariant, withVariant } from './variants';
export { USES, type Use } from './use';
export { type FrontSeat, type RearBench, type Seat } from './seat';
export {
	ANCHOR_KINDS,
	DIRECTIONS,
	DOOR_TYPES,
	FIXTURE_KINDS,
	HAZARDS,
	LINED,
	SURFACES,
	WINDOW_FRAMES,
	WINDOW_PLACES,
	ZONE_REASONS,
	type Anchor,
	type Contour,
	type Diagonal,
	type Fixture,
	type Lined,
	type Lining,
	type NoDrill,
	type Opening,
	type Window,
	type Zone
} from './fittings';
export { BODY_STYLES, vehicleSchema, WEIGHT_SOURCES, type Arch, type BodyStyle, type Station, type Vehicle, type Weights } from './vehicle';
export { addArches, addBench, addDiagonals, addStation, removeReading, removeSeat, removeStation, splitArches } from './vehicle-changes';
