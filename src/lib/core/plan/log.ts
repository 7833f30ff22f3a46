import { z } from 'zod';
import { idSchema } from './id';

const words = z.string().trim().min(1).max(200);

/** Something that was found out while living with it. */
export const remarkSchema = z.strictObject({
	kind: z.enum(['rattles', 'worn', 'damp', 'cold', 'missing', 'change']),
	piece: idSchema.optional().describe('the piece it is about; one that is gone is passed over'),
	text: words
});
export type Remark = z.infer<typeof remarkSchema>;

/** A conversion that somebody stopped the time of. */
export const timedSchema = z.strictObject({
	from: idSchema.describe('mode'),
	to: idSchema.describe('mode'),
	seconds: z.number().min(1).max(36000)
});

/** One night, or one day without. Ids that are gone are passed over. */
export const logEntrySchema = z.strictObject({
	date: z.iso.date(),
	text: z.string().max(4000),
	kilometres: z.number().min(0).max(100000).optional().describe('driven since the entry before'),
	slept: z.number().int().min(1).max(5).optional().describe('how one slept: 1 badly to 5 very well; absent when nobody slept in it'),
	modes: z.array(idSchema).max(40).optional().describe('modes that were used'),
	timed: z.array(timedSchema).max(40).optional(),
	season: z
		.strictObject({ way: z.enum(['out', 'in']), minutes: z.number().min(1).max(10000) })
		.optional()
		.describe('the whole build was taken out of the vehicle, or put back'),
	remarks: z.array(remarkSchema).max(40).optional(),
	checked: z.array(z.string().trim().min(1).max(80)).max(40).optional().describe('reminders that were seen to'),
	unused: z.array(idSchema).max(200).optional().describe('gear that came along and was not touched')
});
export type LogEntry = z.infer<typeof logEntrySchema>;
