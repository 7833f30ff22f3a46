import type { Measurement } from '../plan/measurement';

/** The parts of the vehicle in the order in which one walks round it with a tape. */
export const SHAPE_GROUPS = [
	'Length',
	'Rear door',
	'Cross-sections',
	'Wheel arches',
	'Seats',
	'Openings',
	'Windows',
	'Steps, pillars, pits',
	'Scribed walls',
	'Keep clear',
	'Anchors',
	'No drilling'
] as const;

/** A measurement of the plan with the words a builder needs to take it. */
export interface MeasurementEntry {
	/** Where it stands in the plan. */
	path: string[];
	group: (typeof SHAPE_GROUPS)[number];
	label: string;
	/** Where to hold the tape. */
	how: string;
	/** What the tape shows for one mm that the plan keeps: 2 from wall to wall, -1 to the right of the centre line. */
	factor: 1 | 2 | -1;
	measurement: Measurement;
}

/** Takes a measurement into the list: group, path within the vehicle, name, where to hold the tape, and what the tape shows for one mm kept. */
export type AddEntry = (
	group: MeasurementEntry['group'],
	path: string[],
	label: string,
	how: string,
	measurement: Measurement,
	factor?: MeasurementEntry['factor']
) => void;
