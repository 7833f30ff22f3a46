export { addGear, addPerson, addPiece, removePerson, removePiece } from './changes';
export { applyEdits, valueAtPath, type Edit } from './edit';
export { FILE_FORMAT, FILE_VERSION, fileJsonSchema, LARGEST_FILE, readPlan, readPlanFile, writePlanFile, type PlanRead } from './file';
export { freeId } from './id';
export { STATUSES as MEASUREMENT_STATUSES, measurement, USUAL_TOLERANCE, type Measurement, type MeasurementStatus } from './measurement';
export { mergeVersions, type Merge } from './merge';
export {
	planSchema,
	POSTURES,
	USES,
	WANTS,
	type BarStock,
	type Gear,
	type Mode,
	type Person,
	type Plan,
	type Posture,
	type SeatSetting,
	type SheetStock,
	type Stock,
	type Use
} from './plan';
export { defaultSetting } from './seat-setting';
export { shareStructure } from './share';
export { starterMode, starterPlan, starterVehicle } from './starter';
export { STARTING_STOCK } from './stock';
export { BODY_STYLES, type Arch, type BodyStyle, type FrontSeat, type RearBench, type Seat, type Station, type Vehicle } from './vehicle';
export { addArches, addBench, addStation, removeReading, removeSeat, removeStation, splitArches } from './vehicle-changes';
