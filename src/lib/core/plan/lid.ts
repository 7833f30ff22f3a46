import { z } from 'zod';
import { RESERVED_KEYS } from './id';

/**
 * What holds a lid, flap or leaf up, and what holds it shut. Places of struts are measured at the shut lid in the plane across its
 * hinge line, from the hinge: along the lid, and square to it on the side away from which it opens.
 */
export const lidHoldSchema = z.discriminatedUnion('by', [
	z.strictObject({ by: z.literal('hand') }),
	z.strictObject({ by: z.literal('prop') }),
	z.strictObject({
		by: z.literal('gas struts'),
		count: z.number().int().min(1).max(4),
		force: z.number().min(10).max(3000).describe('of one, drawn out, at 20 °C, N'),
		onLid: z.number().min(10).max(3000).describe('its end on the lid, along the lid from the hinge, mm'),
		along: z.number().min(-1000).max(3000).describe('its other end, along the shut lid from the hinge, mm'),
		behind: z.number().min(0).max(2000).describe('its other end, square to the shut lid, mm'),
		catch: z.boolean().optional().describe('true when a catch holds it shut')
	})
]);
export type LidHold = z.infer<typeof lidHoldSchema>;
export type GasStruts = Extract<LidHold, { by: 'gas struts' }>;

/** What holds the lids of a piece, by the link that turns; a link that is gone is passed over. */
export const lidHoldsSchema = z
	.record(
		z
			.string()
			.regex(/^[A-Za-z][A-Za-z0-9-]{0,79}$/, 'a link is letters, digits and dashes')
			.refine((link) => !(RESERVED_KEYS as readonly string[]).includes(link), 'this name is reserved'),
		lidHoldSchema
	)
	.refine((table) => Object.keys(table).length <= 200, 'at most 200 entries')
	.meta({ id: 'lid-holds' });
