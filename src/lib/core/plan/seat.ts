import { z } from 'zod';
import { tableOf } from './id';
import { measurementSchema } from './measurement';

const seatPlace = {
	name: z.string().trim().min(1).max(120),
	y: z.number().min(-1500).max(1500).describe('centre of the seat, left of the centre line, in mm'),
	width: measurementSchema,
	/** How far the top falls when the head rest is pulled out; absent when it cannot be. */
	headRest: measurementSchema.optional().describe('height that is gained when the head rest is pulled out'),
	removable: z.boolean().describe('true when it comes out without cutting'),
	belts: z.number().int().min(0).max(4).describe('belted places that the vehicle was approved with')
};

/** A front seat on rails with a reclining back, which may fold forward onto its cushion. */
const frontSeatSchema = z.strictObject({
	...seatPlace,
	type: z.literal('front seat'),
	back: measurementSchema.describe('closed rear door to the rear of the backrest at its foot, seat slid fully back'),
	foot: measurementSchema.describe('height of the foot of the backrest above the floor'),
	top: measurementSchema.describe('height of the top of the headrest, back upright'),
	cushionLength: measurementSchema,
	cushionHeight: measurementSchema,
	slide: measurementSchema.describe('how far the seat slides forward in all'),
	uprightAngle: z
		.number()
		.min(-60)
		.max(45)
		.describe('least lean of the back behind the vertical, degrees; less than nothing where it tips forward'),
	reclinedAngle: z.number().min(-10).max(90).describe('greatest lean of the back, degrees'),
	drivingSlide: measurementSchema.describe('how far forward of its rearmost place the person who sits here needs it'),
	drivingAngle: z.number().min(-10).max(60).describe('lean of the back for driving, degrees'),
	folded: measurementSchema.optional().describe('height of the back when it is folded forward onto the cushion, when it folds')
});

/** A rear bench or single rear seat that stands, folds, tumbles forward, gives up its cushion or comes out. */
const rearBenchSchema = z.strictObject({
	...seatPlace,
	type: z.literal('rear bench'),
	back: measurementSchema.describe('closed rear door to the rear of the backrest at its foot, upright'),
	top: measurementSchema.describe('height of the backrest, upright'),
	angle: z.number().min(-10).max(45).describe('lean of the upright back, degrees'),
	cushionLength: measurementSchema,
	cushionHeight: measurementSchema,
	slide: measurementSchema.optional().describe('how far it slides forward in all, when it slides'),
	foldedRear: measurementSchema.describe('closed rear door to the rear edge of the folded bench'),
	foldedLength: measurementSchema,
	foldedHeightRear: measurementSchema.describe('height of the folded surface at its rear edge'),
	foldedHeightFront: measurementSchema.describe('height of the folded surface at its front edge'),
	foldedTilt: measurementSchema.optional().describe('how much higher the left edge of the folded surface is than its right one'),
	foldedSteps: tableOf(
		z.strictObject({
			at: measurementSchema.describe('from the rear edge of the folded surface forward to the step'),
			rise: measurementSchema.describe('how much higher the surface goes on in front of it, negative when lower')
		})
	),
	foldedCarries: z.number().min(0).max(1000).optional().describe('what the folded back may carry, kg, when known'),
	tumbled: z
		.strictObject({
			rear: measurementSchema.describe('closed rear door to the rear of the tumbled bench'),
			length: measurementSchema,
			height: measurementSchema
		})
		.optional()
		.describe('the whole bench tipped forward, when it tumbles'),
	pan: measurementSchema.optional().describe('height of what is left when the cushion is taken out, when it comes out'),
	well: z
		.strictObject({
			length: measurementSchema.describe('front edge of the folded bench to the front edge of the foot well'),
			depth: measurementSchema.describe('how far the well lies below the finished floor')
		})
		.optional()
		.describe('foot well before the bench')
});

export const seatSchema = z.discriminatedUnion('type', [frontSeatSchema, rearBenchSchema]);
export type FrontSeat = z.infer<typeof frontSeatSchema>;
export type RearBench = z.infer<typeof rearBenchSchema>;
export type Seat = z.infer<typeof seatSchema>;

/** The states a seat can take; which ones it really can follows from what was measured of it. */
export const SEAT_STATES = ['upright', 'folded', 'tumbled', 'cushion out', 'removed'] as const;
