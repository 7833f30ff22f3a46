import type { Revision, StateId } from '../../core/sync';

/** What the server said. */
export type Answer<T> =
	/** What was sent is what is stored now. */
	| { kind: 'stored'; revision: Revision }
	/** Something else is stored. */
	| {
			kind: 'standing';
			revision: Revision;
			value: T;
			/** Under which revision the server had stored what was sent (or asked about) before that, if it had. */
			accepted: Revision | undefined;
			/** False when the server never had what the sender started from: it was put back from a backup. */
			sameLine: boolean;
	  }
	| { kind: 'gone' }
	| { kind: 'refused'; why: string }
	/** No answer, or none that helps; `why` is a sentence when the server gave one. */
	| { kind: 'away'; why: string | undefined };

/** How documents get to the server and back. Nothing here throws: what goes wrong is an answer. */
export interface Transport<T> {
	/** Saves a state that grew from a revision. Sending the same state twice stores it once. */
	save(base: Revision, state: StateId, value: T, leaving: boolean): Promise<Answer<T>>;
	/** What is stored, unless it is the revision that is known already. */
	look(known: Revision, state: StateId | undefined): Promise<Answer<T>>;
}

/** Browsers let at most 64 KiB go out after a page is left. */
const MOST_WHEN_LEAVING = 60_000;
/** A server that does not answer for so long is away; what was sent is sent again then, ms. */
const PATIENCE = 30_000;

interface Standing<T> {
	revision: Revision;
	plan?: T;
	accepted?: Revision;
	sameLine?: boolean;
}

/** Plans over HTTP. */
export class PlanTransport<T> implements Transport<T> {
	private readonly url: string;
	constructor(id: string) {
		this.url = `/api/plans/${encodeURIComponent(id)}`;
	}

	save(base: Revision, { window, state }: StateId, plan: T, leaving: boolean): Promise<Answer<T>> {
		const body = JSON.stringify({ base, window, state, plan });
		const keepalive = leaving && new TextEncoder().encode(body).length < MOST_WHEN_LEAVING;
		return this.ask(this.url, { method: 'PUT', keepalive, headers: { 'content-type': 'application/json' }, body });
	}

	look(known: Revision, state: StateId | undefined): Promise<Answer<T>> {
		const query = new URLSearchParams({ known: [known.version, known.window, known.state].join('.') });
		if (state) query.set('sent', `${state.window}.${state.state}`);
		return this.ask(`${this.url}?${query}`, {});
	}

	private async ask(url: string, init: RequestInit): Promise<Answer<T>> {
		let response: Response;
		let body: unknown;
		try {
			response = await fetch(url, {
				...init,
				headers: { ...init.headers, accept: 'application/json' },
				signal: AbortSignal.timeout(PATIENCE)
			});
			body = await response.json().catch(() => undefined);
		} catch {
			return { kind: 'away', why: undefined };
		}
		if (response.ok || response.status === 409) {
			if (typeof body !== 'object' || body === null || !('revision' in body)) return { kind: 'away', why: undefined };
			const { revision, plan, accepted, sameLine } = body as Standing<T>;
			if (plan === undefined) return { kind: 'stored', revision };
			return { kind: 'standing', revision, value: plan, accepted, sameLine: sameLine ?? true };
		}
		const { message, faults, trouble } = (body ?? {}) as { message?: string; faults?: string[]; trouble?: string };
		if (response.status === 404) return { kind: 'gone' };
		if (response.status === 401) return { kind: 'away', why: 'Signed out: sign in again in another tab' };
		// A full disk, a server that is busy or about to stop: the same again later.
		if (response.status >= 500 || response.status === 429) return { kind: 'away', why: trouble };
		return { kind: 'refused', why: [message ?? 'The server refused to save.', ...(faults ?? []).slice(0, 2)].join(' ') };
	}
}
