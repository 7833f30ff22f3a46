import { z } from 'zod';
import { idSchema } from './id';

/** What a layout can be good at, in the builder's own order. */
export const WISHES = ['sit up', 'double', 'desk', 'quick change', 'light', 'free floor', 'storage'] as const;
export type Wish = (typeof WISHES)[number];

/** Tools that some ways to build ask for. */
export const TOOLS = ['drill', 'jigsaw', 'circular saw', 'router'] as const;
export type Tool = (typeof TOOLS)[number];

/** What a layout is looked for with: who sleeps, what must stay, what may be done, and what matters most. */
export const briefSchema = z.strictObject({
	sleepers: z.array(idSchema).max(8).describe('who sleeps in it, by id'),
	keep: z.array(idSchema).max(12).describe('seats that must carry passengers when driving'),
	seatsMove: z.boolean().describe('front seats may be slid and straightened for the night'),
	drill: z.boolean().describe('new holes in the vehicle are allowed'),
	tools: z.array(z.enum(TOOLS)).max(TOOLS.length),
	budget: z.number().min(0).max(100000).optional().describe('most that boards and bars may cost'),
	wishes: z.array(z.enum(WISHES)).max(WISHES.length).describe('what matters, most important first')
});
export type Brief = z.infer<typeof briefSchema>;
