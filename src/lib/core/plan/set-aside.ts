import { z } from 'zod';
import type { Edit } from './edit';

/** A finding that whoever plans does not want to be told again, with the reason and with what it said then. */
export const setAsideSchema = z.strictObject({
	reason: z.string().trim().min(1).max(400),
	status: z.enum(['clash', 'unmeasured', 'tight']).describe('how bad it was then: when it gets worse it is told again'),
	margin: z.number().min(-1e9).max(1e9).describe('its margin then, in the unit of the finding'),
	date: z.iso.date()
});
export type SetAside = z.infer<typeof setAsideSchema>;

/** What was set aside, by mode, rule and key of the finding; what is not asked any more is passed over. */
export const setAsideTable = z
	.record(
		z
			.string()
			.max(400)
			.regex(/^[a-z][a-z0-9-]*\/[a-z-]+:/, 'the mode, a slash, the rule, a colon, and the key of the finding'),
		setAsideSchema
	)
	.refine((table) => Object.keys(table).length <= 500, 'at most 500 findings set aside');

/** Edits that forget what was set aside about something that leaves the plan: what gets its id after it is asked about afresh. */
export const forgetAsides = ({ setAside = {} }: { setAside?: Record<string, SetAside> }, id: string): Edit[] =>
	Object.keys(setAside)
		.filter((key) => key.split(/[^a-z0-9-]+/).includes(id))
		.map((key) => ({ path: ['setAside', key], value: undefined }));
