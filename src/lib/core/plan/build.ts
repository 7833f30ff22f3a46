import { z } from 'zod';
import type { Edit } from './edit';
import { RESERVED_KEYS } from './id';

/** Days of the week on which somebody works, Monday first. */
export const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;
export type Weekday = (typeof WEEKDAYS)[number];

/** The key of a step of the build, such as `cut:sheets.ply-12`, of a part, such as `couch/rail`, or of a line of the shopping list. */
const keySchema = z
	.string()
	.min(1)
	.max(200)
	.refine((key) => !(RESERVED_KEYS as readonly string[]).includes(key), 'this name is reserved');

const recordOf = <T extends z.ZodType>(entry: T) =>
	z.record(keySchema, entry).refine((table) => Object.keys(table).length <= 5000, 'at most 5000 entries');

const size = z.number().min(0).max(20000);
const day = z.iso.date();

/** A step that is done. */
export const doneSchema = z.strictObject({
	on: day,
	minutes: z.number().min(0).max(100000).optional().describe('that it really took, when somebody looked at the clock'),
	of: z.array(z.string().max(200)).max(5000).optional().describe('the parts, or lines of the shopping list, that it was about then')
});

const ringSchema = z
	.array(z.strictObject({ x: z.number().min(-20000).max(20000), y: z.number().min(-20000).max(20000) }))
	.min(3)
	.max(2000);

/** A part as it was cut: what it was to be then, and what it came out as. */
export const cutSchema = z.strictObject({
	length: size.describe('it was to be so long, mm'),
	width: size,
	thickness: size,
	stock: z.string().max(40).describe('what it was cut from, by its key in the stock of the plan'),
	shape: ringSchema.optional().describe('its outline, where that is not just its rectangle'),
	openings: z.array(ringSchema).max(100).optional().describe('outlines of the openings in it, from the same corner'),
	made: z.strictObject({ length: size, width: size }).partial().optional().describe('measured on the wood, where it came out otherwise')
});
export type CutPart = z.infer<typeof cutSchema>;

/** What a line of the shopping list really cost. */
export const paidSchema = z.strictObject({
	price: z.number().min(0).max(1_000_000).describe('for all of the line'),
	shop: z.string().trim().max(120).optional(),
	on: day.optional()
});
export type Paid = z.infer<typeof paidSchema>;

/** How the build is worked at, and what of it is done. */
export const buildSchema = z.strictObject({
	hours: z.number().min(0.5).max(16).describe('worked on a working day'),
	days: z.array(z.enum(WEEKDAYS)).min(1).max(7).describe('days of the week that are worked'),
	start: day.optional().describe('first day; nothing has a date when absent'),
	coats: z.number().int().min(0).max(6).describe('of paint or oil on wood'),
	coatHours: z.number().min(0).max(240).describe('a coat dries so long before the next one, and before it is carried in'),
	glueHours: z.number().min(0).max(240).describe('glue sets so long in its clamps'),
	done: recordOf(doneSchema).describe('steps that are done'),
	notBefore: recordOf(day).describe('steps that were moved: not before that day'),
	cut: recordOf(cutSchema).describe('parts that are cut, by piece and part'),
	paid: recordOf(paidSchema).describe('what was paid, by line of the shopping list')
});
export type Building = z.infer<typeof buildSchema>;

/** How a build is worked at as long as nobody has said otherwise: weekends, six hours a day, two coats. Drying as usual on tins. */
export const STARTING_BUILD: Building = {
	hours: 6,
	days: ['Saturday', 'Sunday'],
	coats: 2,
	coatHours: 6,
	glueHours: 2,
	done: {},
	notBefore: {},
	cut: {},
	paid: {}
};

/**
 * Edits that forget which steps of a piece are done or moved, since it leaves the plan. What was cut and bought for it is still there, and
 * steps of cutting and buying are of all pieces.
 */
export const forgetSteps = ({ build }: { build: Building }, piece: string): Edit[] =>
	(['done', 'notBefore'] as const).flatMap((table) =>
		Object.keys(build[table])
			.filter((key) => !/^(cut|buy):/.test(key) && key.slice(key.indexOf(':') + 1).split('.')[0] === piece)
			.map((key): Edit => ({ path: ['build', table, key], value: undefined }))
	);

/** Pieces, by id, of which something is cut: an id is not given again while boards with it lie about. */
export const cutPieces = ({ build }: { build: Building }): Record<string, true> =>
	Object.fromEntries(Object.keys(build.cut).map((key) => [key.split('/')[0], true as const]));
