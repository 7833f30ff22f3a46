import { z } from 'zod';
import { idSchema } from './id';

const along = z.number().min(-500).max(10000);

/** Surfaces of the vehicle that something can be bolted to. */
export const BOLTED = ['floor', 'left wall', 'right wall'] as const;

/** One thing that holds a piece: to an anchor of the vehicle, to a neighbour, or through a new hole. */
export const fasteningSchema = z.discriminatedUnion('way', [
	z.strictObject({ way: z.literal('bolt into a thread'), anchor: idSchema }),
	z.strictObject({ way: z.literal('strap'), anchor: idSchema }),
	z.strictObject({ way: z.literal('turnbuckle'), anchor: idSchema }),
	z.strictObject({ way: z.literal('slot nut in a wall rail'), anchor: idSchema }),
	z.strictObject({ way: z.literal('turnbuckle to a neighbour'), neighbour: idSchema }),
	z.strictObject({ way: z.literal('clamped by a neighbour'), neighbour: idSchema }),
	z.strictObject({
		way: z.literal('new bolt through'),
		surface: z.enum(BOLTED),
		x: along.describe('forward of the closed rear door, mm'),
		at: z.number().min(-2000).max(3000).describe('on the floor: left of the centre line; on a wall: height above the floor, mm')
	})
]);
export type Fastening = z.infer<typeof fasteningSchema>;
export type FasteningWay = Fastening['way'];
