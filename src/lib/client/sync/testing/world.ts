import { judge, sameRevision, type Revision, type StateId } from '../../../core/sync';
import { OpenDocument } from '../../document/open-document.svelte';
import type { Draft, DraftStore } from '../drafts';
import { Saving } from '../saving.svelte';
import type { Answer, Transport } from '../transport';

/** A small document with all that can go wrong when two of them are brought together: sizes, a list, and references. */
export interface Paper {
	name: string;
	sizes: Record<string, number>;
	log: string[];
	things: Record<string, { size: number }>;
	/** What each use needs; it must be there. */
	uses: Record<string, string>;
}

export const PAPER: Paper = { name: 'Trip', sizes: { a: 0, b: 0, c: 0 }, log: [], things: { bed: { size: 0 } }, uses: {} };

export const faultOfPaper = ({ uses, things }: Paper): string | undefined => {
	const missing = Object.values(uses).find((thing) => !Object.hasOwn(things, thing));
	return missing && `there is no ${missing}`;
};

/** A server with one document, which keeps its promises like the real one. */
export class ServerModel {
	value: Paper | undefined = PAPER;
	revision: Revision = { version: 1, window: 'first', state: 0 };
	private ledger: Revision[] = [this.revision];
	/** Every text that was ever stored. */
	readonly stored = new Set<string>([JSON.stringify(PAPER)]);
	/** How often somebody was told that others were first. */
	refusals = 0;
	private backup = { value: this.value, revision: this.revision, ledger: [...this.ledger] };

	private judged(base: Revision, sent: StateId | undefined) {
		const accepted = sent && [...this.ledger].reverse().find(({ window, state }) => window === sent.window && state >= sent.state);
		const atBase = this.ledger.find(({ version }) => version === base.version);
		return { accepted, judgement: judge({ present: this.revision, accepted, atBase, oldest: this.ledger[0].version }, base) };
	}

	save(base: Revision, sent: StateId, text: string): Answer<Paper> {
		if (!this.value) return { kind: 'gone' };
		if (sameRevision(base, this.revision)) {
			this.revision = { version: base.version + 1, window: sent.window, state: sent.state };
			this.ledger.push(this.revision);
			this.value = JSON.parse(text) as Paper;
			this.stored.add(text);
			return { kind: 'stored', revision: this.revision };
		}
		const { accepted, judgement } = this.judged(base, sent);
		if (accepted && sameRevision(accepted, this.revision) && accepted.state === sent.state) return { kind: 'stored', revision: accepted };
		if (!accepted) this.refusals++;
		return this.standing(accepted, judgement !== 'other line');
	}

	look(known: Revision, sent: StateId | undefined): Answer<Paper> {
		if (!this.value) return { kind: 'gone' };
		if (sameRevision(known, this.revision)) return { kind: 'stored', revision: this.revision };
		const { accepted, judgement } = this.judged(known, sent);
		return this.standing(accepted, judgement !== 'other line');
	}

	private standing(accepted: Revision | undefined, sameLine: boolean): Answer<Paper> {
		return { kind: 'standing', revision: this.revision, value: structuredClone(this.value!), accepted, sameLine };
	}

	backUp(): void {
		this.backup = { value: this.value, revision: this.revision, ledger: [...this.ledger] };
	}

	restore(): void {
		({ value: this.value, revision: this.revision } = this.backup);
		this.ledger = [...this.backup.ledger];
	}
}

/** What happens to a request on its way. */
export type Fate = 'answered' | 'request lost' | 'answer lost';

/** A request that waits for its fate. */
interface Request {
	from: string;
	perform(): Answer<Paper>;
	answer(answer: Answer<Paper>): void;
}

/** One computer with a browser, several windows in it, a server and a network between them that does as it is told. */
export class World {
	readonly server = new ServerModel();
	/** Drafts on the disk, as text: nothing is shared with what is in a window. */
	readonly disk = new Map<string, string>();
	/** What is on its way to the disk, in order; with a quick disk nothing ever is. */
	private writes: (() => void)[] = [];
	slowDisk = false;
	/** Windows whose drafts somebody is taking up, each with who that is. */
	readonly locks = new Map<string, WindowModel>();
	/** Requests that wait for their fate; without `waiting` they are answered at once. */
	requests: Request[] = [];
	waiting = false;
	away = false;
	/** True when the browser has no room left. */
	full = false;
	/** Documents that were kept as ones of their own. */
	readonly copies: Paper[] = [];
	readonly windows = new Map<string, WindowModel>();
	private opened = 0;

	/** Opens the document in a new window, as a page does that the server sends. */
	open(): WindowModel {
		if (!this.server.value) throw new Error('There is no such document.');
		const window = new WindowModel(this, `w${++this.opened}`, structuredClone(this.server.value), this.server.revision);
		this.windows.set(window.name, window);
		return window;
	}

	ask(from: string, perform: () => Answer<Paper>): Promise<Answer<Paper>> {
		if (this.away) return Promise.resolve({ kind: 'away', why: undefined });
		if (!this.waiting) {
			const answer = perform();
			return this.windows.get(from)?.alive ? Promise.resolve(answer) : new Promise(() => undefined);
		}
		return new Promise((answer) => this.requests.push({ from, perform, answer }));
	}

	/** Decides what becomes of a request that waits. */
	deliver(index: number, fate: Fate): void {
		const [request] = this.requests.splice(index, 1);
		if (!request) return;
		const answer = fate === 'request lost' ? undefined : request.perform();
		// A page that was left hears nothing any more.
		if (!this.windows.get(request.from)?.alive) return;
		request.answer(fate === 'answered' && answer ? answer : { kind: 'away', why: undefined });
	}

	/** Puts a change of the disk in the queue; resolves when it is done. A crash of the computer takes the queue along. */
	write(change: () => void): Promise<void> {
		if (!this.slowDisk && this.writes.length === 0) return Promise.resolve(change());
		return new Promise((done) =>
			this.writes.push(() => {
				change();
				done();
			})
		);
	}

	/** The disk does what is on its way to it. */
	flushDisk(): void {
		for (const change of this.writes.splice(0)) change();
	}

	/** The browser with all its windows is gone, and what was on its way to the disk as well. */
	crash(): void {
		this.writes = [];
		for (const window of this.windows.values()) window.kill();
	}

	/** A browser reads its store only after what was written before. */
	drafts(): Draft<Paper>[] {
		this.flushDisk();
		return this.draftsOnDisk();
	}

	draftsOnDisk(): Draft<Paper>[] {
		return [...this.disk.values()].map((text) => JSON.parse(text) as Draft<Paper>);
	}
}

/** One window with the document open. */
export class WindowModel {
	readonly document: OpenDocument<Paper>;
	readonly saving: Saving<Paper>;
	readonly notices: string[] = [];
	alive = true;
	private readonly store: DraftStore<Paper>;

	constructor(
		private readonly world: World,
		readonly name: string,
		value: Paper,
		revision: Revision
	) {
		const key = (window: string) => `trip:${window}`;
		this.store = {
			keep: async (draft) => {
				if (world.full) throw new Error('QuotaExceededError');
				const text = JSON.stringify(draft);
				if (this.alive) await world.write(() => world.disk.set(key(draft.window), text));
			},
			drop: async (_document, window) => {
				if (this.alive) await world.write(() => world.disk.delete(key(window)));
			},
			all: async () => world.drafts()
		};
		const transport: Transport<Paper> = {
			save: (base, state, paper) => {
				const text = JSON.stringify(paper);
				return world.ask(this.name, () => world.server.save(base, { window: state.window, state: state.state }, text));
			},
			look: (known, state) => world.ask(this.name, () => world.server.look(known, state))
		};
		const say = (notice: string | undefined) => void (notice && this.notices.push(notice));
		this.document = new OpenDocument<Paper>(value, faultOfPaper, () => this.saving.changed(), say);
		this.saving = new Saving<Paper>(this.document, value, revision, {
			id: 'trip',
			window: name,
			drafts: this.store,
			transport,
			ownWindow: (window) => window === name,
			orphans: async (take) => {
				for (const { window } of world.drafts()) {
					if (world.windows.get(window)?.alive || world.locks.get(window)?.alive) continue;
					world.locks.set(window, this);
					// Read anew under the lock: somebody else may have dropped it.
					const draft = world.drafts().find((other) => other.window === window);
					if (draft && this.alive) await take(draft);
					world.locks.delete(window);
				}
			},
			stored: () => undefined,
			keepCopy: async (copy) => {
				if (world.away) return false;
				world.copies.push(structuredClone(copy));
				return true;
			},
			say
		});
	}

	/** The window ends without a word; nothing it does reaches anything any more. */
	kill(): void {
		this.alive = false;
		this.saving.stop();
		this.world.requests = this.world.requests.filter(({ from }) => from !== this.name);
	}

	/** The window is left as one leaves a page: what is unsaved goes on its way, and nobody waits for the answer. */
	leave(): void {
		void this.saving.flush(true);
		this.alive = false;
		this.saving.stop();
	}
}
