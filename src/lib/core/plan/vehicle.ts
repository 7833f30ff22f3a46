import { z } from 'zod';
import { tableOf } from './id';
import {
	anchorSchema,
	contourSchema,
	diagonalSchema,
	fixtureSchema,
	liningSchema,
	noDrillSchema,
	openingSchema,
	windowSchema,
	zoneSchema
} from './fittings';
import { measurementSchema } from './measurement';
import { seatSchema } from './seat';

export const BODY_STYLES = [
	'long high van',
	'small van',
	'seven-seat minivan',
	'four-wheel-drive estate',
	'small hatchback',
	'two-door off-roader'
] as const;
export type BodyStyle = (typeof BODY_STYLES)[number];

const name = z.string().trim().min(1).max(120);
const place = z.number().min(-500).max(10000);

/** Half of the inside width at one height of a station: centre line to wall. `right` is absent when both sides are alike. */
const halfWidthSchema = z.strictObject({
	z: place.describe('height above the floor in mm'),
	left: measurementSchema.describe('centre line to the left-hand wall'),
	right: measurementSchema.optional().describe('centre line to the right-hand wall, when it differs')
});

const ceilingSchema = z.strictObject({
	y: z.number().min(0).max(2000).describe('distance from the centre line in mm, both sides'),
	z: measurementSchema.describe('floor to ceiling')
});

/** A cross-section of the interior at one distance from the closed rear door. */
export const stationSchema = z.strictObject({
	x: place.describe('distance forward of the closed rear door, at floor level, in mm'),
	widths: tableOf(halfWidthSchema).refine((t) => Object.keys(t).length >= 1, 'a station needs a width'),
	ceiling: tableOf(ceilingSchema).refine((t) => Object.keys(t).length >= 1, 'a station needs a ceiling height')
});

/** A wheel arch: a solid on the floor against a wall, with elliptic ends and a rounded inner edge. */
export const archSchema = z.strictObject({
	side: z.enum(['left', 'right', 'both']),
	start: measurementSchema.describe('closed rear door to the rear end of the arch, at floor level'),
	floorLength: measurementSchema.describe('length along the floor'),
	topLength: measurementSchema.describe('length of the flat top; the ends between floor and top are rounded'),
	height: measurementSchema,
	inner: measurementSchema.describe('centre line to the inner face of the arch'),
	edge: measurementSchema.describe('radius of the rounding along the inner top edge')
});

const rearSchema = z.strictObject({
	profile: tableOf(
		z.strictObject({
			z: place.describe('height above the floor in mm'),
			x: measurementSchema.describe('how far forward of its position at the floor the closed door stands at this height')
		})
	),
	cornerAlong: measurementSchema.describe('rounding of the rear corners seen from above: length along the vehicle'),
	cornerAcross: measurementSchema.describe('rounding of the rear corners seen from above: length across the vehicle')
});

/** Where one knows a vehicle's weight from. */
export const WEIGHT_SOURCES = ['a weighbridge', 'its papers', 'a guess'] as const;

const kg = z.number().min(0).max(20000);

/** What the vehicle weighs and may weigh: from a weighbridge or from its papers, never from us. Whatever is absent is not known yet. */
const weightsSchema = z
	.strictObject({
		front: kg.describe('on the front axle before anything was built in, kg'),
		rear: kg.describe('on the rear axle before anything was built in, kg'),
		from: z.enum(WEIGHT_SOURCES),
		driverIn: z.boolean().describe('true when a driver is counted in it, as papers do with 75 kg'),
		rearAxle: place.describe('middle of the rear wheels, forward of the closed rear door, mm'),
		wheelbase: z.number().min(500).max(8000).describe('from rear to front wheels, mm'),
		track: z.number().min(500).max(3000).describe('from the middle of one rear tyre to that of the other, mm'),
		mostFront: kg.describe('permitted on the front axle, kg'),
		mostRear: kg.describe('permitted on the rear axle, kg'),
		mostInAll: kg.describe('permitted in all, kg'),
		floorHeight: z.number().min(0).max(2000).describe('of the inner floor above the ground, mm'),
		centreHeight: z.number().min(0).max(3000).describe('of the centre of gravity of the empty vehicle above the ground, mm')
	})
	.partial();
export type Weights = z.infer<typeof weightsSchema>;

export const vehicleSchema = z.strictObject({
	name,
	bodyStyle: z.enum(BODY_STYLES),
	length: measurementSchema.describe('closed rear door to the bulkhead or dashboard, on the floor along the centre line'),
	stations: tableOf(stationSchema).refine((t) => Object.keys(t).length >= 1, 'an interior needs a station'),
	rear: rearSchema,
	arches: tableOf(archSchema),
	seats: tableOf(seatSchema),
	openings: tableOf(openingSchema),
	windows: tableOf(windowSchema).default({}),
	fixtures: tableOf(fixtureSchema),
	zones: tableOf(zoneSchema),
	anchors: tableOf(anchorSchema),
	noDrill: tableOf(noDrillSchema),
	contours: tableOf(contourSchema),
	diagonals: tableOf(diagonalSchema),
	lining: liningSchema,
	weights: weightsSchema.optional().describe('what it weighs and may weigh; how much it can still carry is not known when absent')
});
export type Vehicle = z.infer<typeof vehicleSchema>;
export type Station = z.infer<typeof stationSchema>;
export type Arch = z.infer<typeof archSchema>;
