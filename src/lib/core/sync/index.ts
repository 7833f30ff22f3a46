import { z } from 'zod';

const count = z.number().int().min(0).max(Number.MAX_SAFE_INTEGER);

/**
 * One state of a plan in one window. States of a window count up, and each grew from the one before it: whoever has state 7 of
 * a window has everything that state 6 held and that was not changed on purpose since.
 */
export const stateSchema = z.strictObject({
	window: z
		.string()
		.regex(/^[0-9a-z]{1,40}$/)
		.describe('random name of the window'),
	state: count
});
export type StateId = z.infer<typeof stateSchema>;

/** A state as the server stored it; its version rises by one at each save of a plan. */
export const revisionSchema = stateSchema.extend({ version: count.min(1) });
export type Revision = z.infer<typeof revisionSchema>;

/** What a window sends to have a state saved: the state, and the revision that it grew from. */
export const saveSchema = stateSchema.extend({ base: revisionSchema, plan: z.unknown() });

/** What the ledger of saves of one plan says about a save that is asked for. */
export interface Ledger {
	/** What is stored now. */
	present: Revision;
	/** The save that brought the state that is sent, or a later one of the same window. */
	accepted: Revision | undefined;
	/** What was stored under the version that the sender started from, if that is still known. */
	atBase: Revision | undefined;
	/** Lowest version that is still known. */
	oldest: number;
}

export type Judgement =
	/** The sender started from what is stored: store it. */
	| 'store'
	/** An answer was lost: what is sent has been stored already. */
	| 'accepted'
	/** Others have saved since. */
	| 'moved on'
	/** What the sender started from was never stored here: the database was put back from a backup. */
	| 'other line';

export const sameRevision = (a: Revision, b: Revision): boolean => a.version === b.version && a.window === b.window && a.state === b.state;

/** What to do with a save that says which revision it grew from. */
export function judge({ present, accepted, atBase, oldest }: Ledger, base: Revision): Judgement {
	if (accepted) return 'accepted';
	if (sameRevision(present, base)) return 'store';
	if (base.version > present.version) return 'other line';
	if (atBase) return sameRevision(atBase, base) ? 'moved on' : 'other line';
	// Too long ago to tell: the three versions are brought together like any others.
	return base.version < oldest ? 'moved on' : 'other line';
}
