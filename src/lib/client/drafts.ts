import type { Plan } from '../core/plan';

/** Work that the server has not acknowledged yet, with what it grew from. */
export interface Draft {
	base: Plan;
	version: number;
	plan: Plan;
}

const prefix = (planId: string) => `nook-draft:${planId}:`;

/** Held for as long as a window lives, so that others can tell a living window's draft from one left behind. */
const lockName = (planId: string, window: string) => `nook-window:${planId}:${window}`;

/** Keeps a draft in this browser. A full or forbidden store is no reason to stop working: the server gets the edits as well. */
export function writeDraft(planId: string, window: string, draft: Draft): void {
	try {
		localStorage.setItem(prefix(planId) + window, JSON.stringify(draft));
	} catch {
		// Nothing to do: see above.
	}
}

export function deleteDraft(planId: string, window: string): void {
	localStorage.removeItem(prefix(planId) + window);
}

/** Drafts of windows that are gone, taken out of the store; also announces this window as alive. */
export async function orphanedDrafts(planId: string, window: string): Promise<Draft[]> {
	// Kept until the page goes away: the promise never settles.
	void navigator.locks.request(lockName(planId, window), () => new Promise(() => undefined));
	const found: Draft[] = [];
	for (const key of Object.keys(localStorage).filter((name) => name.startsWith(prefix(planId)))) {
		const owner = key.slice(prefix(planId).length);
		if (owner === window) continue;
		await navigator.locks.request(lockName(planId, owner), { ifAvailable: true }, async (lock) => {
			if (!lock) return;
			const text = localStorage.getItem(key);
			localStorage.removeItem(key);
			try {
				if (text) found.push(JSON.parse(text) as Draft);
			} catch {
				// A half-written draft cannot be read; there is nothing to find in it.
			}
		});
	}
	return found;
}
