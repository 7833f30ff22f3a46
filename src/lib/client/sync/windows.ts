import type { Draft, DraftStore } from './drafts';

/** A random name that no other window has; works on pages without a secure context as well. */
export const randomName = (): string =>
	[...crypto.getRandomValues(new Uint8Array(12))].map((byte) => byte.toString(16).padStart(2, '0')).join('');

/** Every window that this page has been: a plan that is left and opened again is a new one each time. */
export const windowsOfThisPage = new Set<string>();
/** Plans that this page has left and that are still being saved. */
export const leaving = new Map<string, Promise<unknown>>();

/** Held for as long as a window works on a plan, so that others can tell a living window's draft from one left behind. */
const lockName = (document: string, window: string) => `nook-window:${document}:${window}`;
/** A page that was just left lets go of its locks a moment later, ms. */
const MOMENT = 300;

/** Says that a window lives, until what it gives back is called or the page goes away. */
export function alive(document: string, window: string): () => void {
	let release: () => void = () => undefined;
	const held = new Promise<void>((resolve) => (release = resolve));
	// Pages without a secure context have no locks: there a draft of a living window may be taken up twice, which does no harm.
	void navigator.locks?.request(lockName(document, window), () => held);
	return release;
}

/** Every window that lives in this browser, as `document:window`; none where there are no locks to tell. */
export async function livingWindows(): Promise<Set<string>> {
	const { held } = (await navigator.locks?.query()) ?? {};
	return new Set(held?.flatMap(({ name }) => (name?.startsWith('nook-window:') ? [name.slice('nook-window:'.length)] : [])));
}

/** Hands every draft of a document whose window is gone to `take`, one after the other. */
export async function orphans<T>(
	drafts: DraftStore<T>,
	document: string,
	own: string,
	take: (draft: Draft<T>) => Promise<void>
): Promise<void> {
	const found = await drafts.all(document).catch(() => []);
	for (const { window } of found.sort((a, b) => a.at - b.at)) {
		if (window === own) continue;
		const takeUp = async () => {
			// Read anew: the window may have saved and dropped it before it went.
			const draft = (await drafts.all(document)).find((other) => other.window === window);
			if (draft) await take(draft);
		};
		if (!navigator.locks) await takeUp();
		else
			await navigator.locks.request(lockName(document, window), { signal: AbortSignal.timeout(MOMENT) }, takeUp).catch((cause: Error) => {
				if (cause.name !== 'TimeoutError' && cause.name !== 'AbortError') throw cause;
			});
	}
}
