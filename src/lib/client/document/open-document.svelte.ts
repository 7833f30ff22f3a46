import { applyEdits, reconcile, shareStructure, type Edit } from '../../core/plan';

/** One step that can be taken back: the document before and after it. */
interface Step<T> {
	label: string;
	before: T;
	after: T;
}

/** Says what is wrong with a document, or nothing. */
export type FaultOf<T> = (value: T) => string | undefined;

/** As many steps are kept. */
const MOST_STEPS = 200;

/**
 * A document that is being worked on: its present state, the steps that led there, and what a drag shows that is no step yet.
 * Whatever is done to it, it stays valid.
 */
export class OpenDocument<T extends object> {
	/** The document as it stands, without what a drag shows. */
	value: T = $state.raw() as T;
	/** Edits that a drag shows; they lie over whatever the document becomes meanwhile. */
	private shown: Edit[] | undefined = $state.raw();
	private past: Step<T>[] = $state.raw([]);
	private future: Step<T>[] = $state.raw([]);
	private readonly over = $derived(this.shown ? this.withEdits(this.shown) : this.value);

	/**
	 * @param faultOf what makes a document invalid
	 * @param changed called after every change of {@link value} that is made here
	 * @param say called with a sentence for the user, or with nothing when the last one is out of date
	 */
	constructor(
		value: T,
		private readonly faultOf: FaultOf<T>,
		private readonly changed: () => void,
		private readonly say: (notice: string | undefined) => void
	) {
		this.value = value;
	}

	/** What is to be seen: the document with what is being dragged in it. */
	get visible(): T {
		return this.over;
	}

	get canUndo(): string | undefined {
		return this.past.at(-1)?.label;
	}

	get canRedo(): string | undefined {
		return this.future.at(-1)?.label;
	}

	/**
	 * Makes edits as one step that can be undone. What would not be valid, or leads to something that is not there any more, is
	 * not done: a sentence says why.
	 *
	 * @returns whether the edits were made
	 */
	edit(label: string, edits: readonly Edit[]): boolean {
		this.shown = undefined;
		const after = this.made(edits);
		if (typeof after === 'string') {
			this.say(`Not changed: ${after}`);
			return false;
		}
		if (after !== this.value) this.step(label, after);
		return true;
	}

	/** Makes a change that was worked out elsewhere a step of its own. */
	step(label: string, after: T): void {
		this.past = [...this.past.slice(1 - MOST_STEPS), { label, before: this.value, after }];
		this.future = [];
		this.become(after);
	}

	/** Shows edits without making them a step; {@link edit} or {@link cancelPreview} ends it. */
	preview(edits: readonly Edit[]): void {
		this.shown = [...edits];
	}

	cancelPreview(): void {
		this.shown = undefined;
	}

	/** Takes back the last step of this window and nothing that others did since. */
	undo(): void {
		const step = this.past.at(-1);
		if (!step) return;
		this.past = this.past.slice(0, -1);
		this.future = [...this.future, step];
		this.turn(step.after, step.before, 'taken back');
	}

	redo(): void {
		const step = this.future.at(-1);
		if (!step) return;
		this.future = this.future.slice(0, -1);
		this.past = [...this.past, step];
		this.turn(step.before, step.after, 'made again');
	}

	/** Takes over what came from elsewhere, merged already; no step of this window. */
	adopt(value: T): void {
		this.value = shareStructure(this.value, value);
	}

	valid = (value: T): boolean => this.faultOf(value) === undefined;

	private turn(from: T, to: T, done: string): void {
		let overtaken = false;
		const { value, misfits } = reconcile(from, to, this.value, this.valid, () => {
			overtaken = true;
			return 'theirs';
		});
		this.become(shareStructure(this.value, value));
		if (overtaken || misfits.length > 0)
			this.say(`Not all of it was ${done}: another window has changed the same things since, and those stay.`);
	}

	private become(value: T): void {
		this.value = value;
		this.say(undefined);
		this.changed();
	}

	/** The document with edits made, or a sentence that says why they cannot be. */
	private made(edits: readonly Edit[]): T | string {
		try {
			const after = shareStructure(this.value, applyEdits(this.value, edits));
			return this.faultOf(after) ?? after;
		} catch (error) {
			if (error instanceof RangeError) return `${error.message} Another window may have taken it out.`;
			throw error;
		}
	}

	/** What a drag shows: never an error, since the thing that is dragged may have been taken out elsewhere. */
	private withEdits(edits: readonly Edit[]): T {
		try {
			return applyEdits(this.value, edits);
		} catch (error) {
			if (error instanceof RangeError) return this.value;
			throw error;
		}
	}
}
