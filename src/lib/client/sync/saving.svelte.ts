import { reconcile, shareStructure, type Choice, type Conflict, type Edit } from '../../core/plan';
import { sameRevision, type Revision } from '../../core/sync';
import type { OpenDocument } from '../document/open-document.svelte';
import type { Draft, DraftStore, Sent } from './drafts';
import type { Answer, Transport } from './transport';

/** What the sign beside the name says. */
export type SaveState =
	| 'saved'
	| 'saving'
	/** The server cannot take it now; it is on this computer's disk. */
	| 'kept'
	/** On its way to the disk of this computer. */
	| 'keeping'
	/** Neither the server nor this browser has it. */
	| 'nowhere'
	/** Something is to be decided. */
	| 'question'
	/** The server does not take it as it is. */
	| 'refused'
	/** Deleted elsewhere. */
	| 'gone';

/** What the user has to decide before this window's work and what is stored come together. */
export interface Question<T> {
	/** Both changed the same places, or what one did cannot be done after the other; or the server was put back from a backup. */
	kind: 'both' | 'put back';
	theirs: T;
	revision: Revision;
	/** Places that both changed, with both values. */
	conflicts: Conflict[];
	/** Changes of this window that cannot be made any more. */
	misfits: Edit[];
}

/** Waits after an edit before it is sent, so that a burst is one save; and before the next try when the server is away. ms. */
const SAVE_DELAY = 350;
const RETRY_DELAY = 2500;

/** What saving needs from outside. */
export interface Surroundings<T> {
	id: string;
	/** Random name of this window, which no other has had. */
	window: string;
	transport: Transport<T>;
	drafts: DraftStore<T>;
	/** True for a window of this page, which has changed nothing that the user does not know of. */
	ownWindow(window: string): boolean;
	/** Hands over, one after the other, what windows that are gone have left behind. */
	orphans(take: (draft: Draft<T>) => Promise<void>): Promise<void>;
	/** Called when the server has something new of this window. */
	stored(): void;
	/** Keeps a document as a plan of its own beside this one; false when it cannot be. */
	keepCopy(value: T): Promise<boolean>;
	say(notice: string): void;
}

/**
 * Brings an open document to the server and what others saved into the document. One thing is on its way at a time, and it is
 * sent again unchanged until it is answered, so that a lost answer does no harm. Whatever is not acknowledged is kept in this
 * browser, with what it grew from.
 */
export class Saving<T extends { name: string }> {
	/** Why the server does not save, when it said so. */
	trouble: string | undefined = $state();
	question: Question<T> | undefined = $state.raw();
	private away = $state(false);
	private refused = $state(false);
	private gone = $state(false);
	private unsaved = $state(false);
	/** Whether this browser has on its disk what the server has not acknowledged. */
	private kept: 'writing' | 'kept' | 'failed' = $state('writing');
	/** The last draft that was put on its way to the disk. */
	private keeping: Promise<void> = Promise.resolve();
	/** Number of the present state in this window. */
	private state = 0;
	private sent: Sent<T> | undefined;
	private timer: ReturnType<typeof setTimeout> | undefined;
	/** What is asked of the server, one after the other. */
	private queue: Promise<unknown> = Promise.resolve();
	private stopped = false;
	/** The first look at how things stand. Nothing is sent before it: what the last page sent may come in after this one was made. */
	private opening: Promise<boolean> | undefined;
	private opened = false;

	/**
	 * @param base the document as the server had it under `revision`
	 */
	constructor(
		private readonly document: OpenDocument<T>,
		private base: T,
		private revision: Revision,
		private readonly around: Surroundings<T>
	) {}

	get sign(): SaveState {
		if (this.gone) return 'gone';
		if (this.question) return 'question';
		if (this.refused) return 'refused';
		if (!this.unsaved) return 'saved';
		if (!this.away) return 'saving';
		return this.kept === 'kept' ? 'kept' : this.kept === 'failed' ? 'nowhere' : 'keeping';
	}

	/** True while there is something that the server has not acknowledged. */
	get pending(): boolean {
		return this.unsaved;
	}

	/** To be called after every change that was made to the document here. */
	changed(): void {
		this.state++;
		this.refused = false;
		this.note();
		if (this.unsaved) this.soon(SAVE_DELAY);
	}

	/**
	 * Sends what is unsaved and waits for it.
	 *
	 * @param leaving true when the page goes away now
	 * @returns whether the server has everything
	 */
	async flush(leaving = false): Promise<boolean> {
		clearTimeout(this.timer);
		// A page that goes away before it has looked leaves its work to its draft.
		if (!this.opened && (leaving || !(await this.lookAround()))) return !this.unsaved;
		await this.exclusively(() => this.send(leaving));
		// What was on its way came first; now what was done since.
		if (this.unsaved && !this.away) await this.exclusively(() => this.send(leaving));
		return !this.unsaved;
	}

	/**
	 * Asks whether others saved, takes over what they did, and goes on with what windows that are gone have left behind.
	 *
	 * @returns whether the server could be asked
	 */
	lookAround(): Promise<boolean> {
		this.opening ??= this.look()
			.then(async (answered) => {
				if (!answered) return false;
				await this.around.orphans((draft) => this.resume(draft));
				this.opened = true;
				if (this.unsaved && !this.away) this.soon(SAVE_DELAY);
				return true;
			})
			.finally(() => (this.opening = undefined));
		return this.opening;
	}

	/** Asks whether others saved, and takes over what they did; whether there was an answer. */
	look(): Promise<boolean> {
		return this.exclusively(async () => {
			// What is on its way brings the answer itself.
			if (this.sent || this.gone) return this.opened;
			const answer = await this.around.transport.look(this.revision, undefined);
			const asked = this.question && answer.kind === 'standing' && sameRevision(answer.revision, this.question.revision);
			// That the server is away matters when there is something to save.
			const matters =
				answer.kind === 'away' ? this.unsaved && !this.opened : answer.kind === 'gone' || (answer.kind === 'standing' && !asked);
			if (matters) this.take(answer, undefined);
			return answer.kind !== 'away';
		});
	}

	/** Nothing goes out by itself any more. */
	stop(): void {
		this.stopped = true;
		clearTimeout(this.timer);
	}

	/**
	 * Goes on with the work of a window that is gone, just where it stopped. Does nothing while the server cannot be asked, or when
	 * this window has work of its own in the same places: the draft stays where it is, and its turn comes later.
	 */
	private resume(draft: Draft<T>): Promise<void> {
		return this.exclusively(async () => {
			if (this.sent || this.question || this.gone) return;
			const sent = draft.sent ?? { value: draft.value, window: draft.window, state: draft.state };
			const answer = await this.around.transport.look(draft.revision, sent);
			if (answer.kind === 'gone') this.take(answer, undefined);
			if (answer.kind !== 'stored' && answer.kind !== 'standing') return;
			const accepted = answer.kind === 'standing' ? answer.accepted : undefined;
			const drop = () => this.around.drafts.drop(draft.document, draft.window).catch(() => undefined);
			if (isThrough(draft, sent, answer)) return drop();
			// What was done here since comes on top.
			const { value, conflicts, misfits } = reconcile(this.base, this.document.value, draft.value, this.document.valid);
			if (conflicts.length > 0 || misfits.length > 0) return;
			this.rebase(accepted ? sent.value : draft.base, accepted ?? draft.revision);
			// An answer may still be on its way: the same is sent again, and nothing else before it.
			if (answer.kind === 'stored') this.sent = sent;
			if (same(this.document.value, value)) this.changed();
			else this.document.step('unsaved work found again', shareStructure(this.base, value));
			this.around.say('Unsaved work of an earlier window was found in this browser and put back. Undo takes it out again.');
			if (answer.kind === 'standing') this.bring(answer);
			this.note();
			// From here on this window's own draft holds it.
			await this.keeping;
			if (this.kept === 'kept' || !this.unsaved) await drop();
		});
	}

	/**
	 * Decides the open question.
	 *
	 * @param choose a side for each place that both changed
	 * @param whole the side that stays where the two do not go together; the other is kept as a plan of its own
	 */
	async settle(choose: (path: readonly string[]) => 'mine' | 'theirs', whole: 'mine' | 'theirs' = 'theirs'): Promise<void> {
		const { question } = this;
		if (!question) return;
		const mine = this.document.value;
		const separate = question.kind === 'put back' || question.misfits.length > 0;
		if (separate && !(await this.around.keepCopy(whole === 'mine' ? question.theirs : mine))) {
			this.around.say('The other version could not be kept yet: the server is away. Try again in a moment.');
			return;
		}
		// Others may have saved while the copy was made: then there is a new question.
		if (this.question !== question || this.document.value !== mine) return;
		const value = this.settled(question, mine, choose, whole);
		this.question = undefined;
		this.rebase(question.theirs, question.revision);
		this.document.step('brought together', shareStructure(mine, value));
		if (separate) this.around.say('The other version is kept in the list of plans.');
		await this.flush();
	}

	private settled({ kind, theirs, misfits }: Question<T>, mine: T, choose: Choice, whole: 'mine' | 'theirs'): T {
		const { base } = this;
		const { valid } = this.document;
		if (kind === 'put back') return whole === 'mine' ? mine : theirs;
		if (misfits.length === 0 || whole === 'theirs') return reconcile(base, mine, theirs, valid, choose).value;
		// Mine stands as it is, and theirs is fitted into it.
		const turned: Choice = (path) => (choose(path) === 'theirs' ? 'mine' : 'theirs');
		return reconcile(base, theirs, mine, valid, turned).value;
	}

	/** Lets the document go: nothing is kept in this browser any more. */
	async letGo(): Promise<void> {
		this.stop();
		await this.keeping;
		await this.around.drafts.drop(this.around.id, this.around.window).catch(() => undefined);
	}

	private exclusively<R>(task: () => Promise<R>): Promise<R> {
		const run = this.queue.then(task);
		this.queue = run.catch(() => undefined);
		return run;
	}

	private soon(delay: number): void {
		clearTimeout(this.timer);
		if (!this.stopped && !this.question && !this.gone) this.timer = setTimeout(() => void this.flush(), delay);
	}

	private rebase(base: T, revision: Revision): void {
		// Shared with the document, so that what is equal is the same object.
		this.base = shareStructure(this.document.value, base);
		this.revision = revision;
	}

	/** Keeps what is unsaved in this browser, or takes it out of there when the server has it. */
	private note(): void {
		const { id, window, drafts } = this.around;
		const { value } = this.document;
		// While something is asked, what this window has is nowhere else.
		this.unsaved = this.sent !== undefined || this.question !== undefined || !same(this.base, value);
		if (!this.unsaved && !this.gone) {
			this.keeping = drafts.drop(id, window).catch(() => undefined);
			return;
		}
		this.kept = 'writing';
		const { base, revision, state, sent } = this;
		const keeping = drafts.keep({ document: id, window, name: value.name, base, revision, value, state, sent, at: Date.now() }).then(
			() => 'kept' as const,
			() => 'failed' as const
		);
		const noted = (this.keeping = keeping.then((how) => {
			// Only the newest one says how it stands.
			if (this.keeping === noted) this.kept = how;
		}));
	}

	private async send(leaving: boolean): Promise<void> {
		if (this.question || this.gone || (!this.sent && (!this.unsaved || this.refused))) return;
		if (!this.sent) {
			if (same(this.base, this.document.value)) return this.note();
			this.sent = { value: this.document.value, window: this.around.window, state: this.state };
		}
		const { sent } = this;
		this.take(await this.around.transport.save(this.revision, sent, sent.value, leaving), sent);
	}

	private take(answer: Answer<T>, sent: Sent<T> | undefined): void {
		this.away = answer.kind === 'away';
		this.trouble = answer.kind === 'away' ? answer.why : undefined;
		if (answer.kind === 'away') {
			// The draft has to know what was sent: its answer may be lost, not the save.
			this.note();
			this.soon(RETRY_DELAY);
			return;
		}
		this.sent = undefined;
		if (answer.kind === 'stored') {
			if (sent) this.rebase(sent.value, answer.revision);
			this.around.stored();
		} else if (answer.kind === 'standing') {
			if (answer.accepted && sent) this.rebase(sent.value, answer.accepted);
			this.bring(answer);
		} else if (answer.kind === 'gone') this.gone = true;
		else {
			this.refused = true;
			this.around.say(answer.why);
		}
		this.note();
		if (this.unsaved && !this.refused) this.soon(SAVE_DELAY);
	}

	/** Brings together what this window has and what is stored, or asks. */
	private bring({ revision, value, sameLine }: Extract<Answer<T>, { kind: 'standing' }>): void {
		const theirs = shareStructure(this.base, value);
		const mine = this.document.value;
		if (!sameLine && !same(theirs, mine)) {
			this.question = { kind: 'put back', theirs, revision, conflicts: [], misfits: [] };
			return;
		}
		const { value: merged, conflicts, misfits } = reconcile(this.base, mine, theirs, this.document.valid);
		if (sameLine && (conflicts.length > 0 || misfits.length > 0)) {
			this.question = { kind: 'both', theirs, revision, conflicts, misfits };
			return;
		}
		this.question = undefined;
		if (theirs !== this.base && !this.around.ownWindow(revision.window))
			this.around.say('Another window changed this plan; its changes are in here now.');
		this.document.adopt(merged);
		this.rebase(theirs, revision);
	}
}

/** Whether the server has all that a draft holds, or the draft holds nothing that it could have. */
function isThrough<T>(draft: Draft<T>, sent: Sent<T>, answer: Extract<Answer<T>, { kind: 'stored' | 'standing' }>): boolean {
	if (answer.kind === 'standing' && answer.accepted)
		return answer.accepted.window === draft.window ? answer.accepted.state >= draft.state : same(draft.value, sent.value);
	return !draft.sent && same(draft.base, draft.value) && (answer.kind === 'stored' || answer.sameLine);
}

/** Whether two documents say the same; quick when they share their parts. */
const same = <T>(a: T, b: T): boolean => shareStructure(a, b) === a;
