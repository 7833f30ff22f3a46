/** What a vehicle is used for: each mode of a plan is one of these. */
export const USES = ['drive', 'day', 'night'] as const;
export type Use = (typeof USES)[number];
