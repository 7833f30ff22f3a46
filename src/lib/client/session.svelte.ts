import { applyEdits, mergeVersions, planSchema, shareStructure, type Edit, type Plan } from '../core/plan';
import { deleteDraft, orphanedDrafts, writeDraft } from './drafts';

/** What the sign beside the plan's name says. */
export type SaveState = 'saved' | 'saving' | 'away' | 'conflict' | 'refused';

/** One step that can be taken back: the plan before and after it. */
interface Step {
	label: string;
	before: Plan;
	after: Plan;
}

/** Two versions that changed the same thing; the user says which one stays in this plan. */
export interface Conflict {
	paths: string[][];
	theirs: Plan;
	version: number;
}

const SAVE_DELAY = 350;
const RETRY_DELAY = 2500;
const POLL_DELAY = 4000;

/**
 * One open plan in one window: every edit goes through here. Keeps the steps for undo and redo, saves by itself, merges
 * what other windows did meanwhile, and keeps unsaved work in this browser while the server is away.
 */
export class PlanSession {
	readonly id: string;
	/** Tells this window's drafts and messages from those of others. */
	private readonly window = crypto.randomUUID();
	plan: Plan = $state.raw() as Plan;
	saveState: SaveState = $state('saved');
	/** A sentence for the user: what was merged, refused or found again. */
	notice: string | undefined = $state();
	conflict: Conflict | undefined = $state.raw();
	private past: Step[] = $state.raw([]);
	private future: Step[] = $state.raw([]);
	/** The plan as the server last had it, with its version. */
	private base: Plan;
	private version: number;
	/** Set while a drag shows plans that are not steps yet. */
	private beforePreview: Plan | undefined;
	private timer: ReturnType<typeof setTimeout> | undefined;
	private poll: ReturnType<typeof setInterval> | undefined;
	private channel: BroadcastChannel | undefined;
	private inFlight: Promise<void> | undefined;

	constructor(id: string, plan: Plan, version: number) {
		this.id = id;
		this.plan = plan;
		this.base = plan;
		this.version = version;
	}

	/** Starts listening to other windows and takes up drafts that a closed or crashed window left behind. */
	start(): () => void {
		this.channel = new BroadcastChannel(`nook-plan-${this.id}`);
		this.channel.onmessage = () => this.lookForOthers();
		this.poll = setInterval(() => this.lookForOthers(), POLL_DELAY);
		void this.adoptDrafts();
		// A window that closes does not wait for the next autosave; what does not get through stays in its draft.
		const leave = () => void this.flush();
		addEventListener('pagehide', leave);
		return () => {
			removeEventListener('pagehide', leave);
			clearInterval(this.poll);
			clearTimeout(this.timer);
			this.channel?.close();
			if (this.unsaved) void this.save();
		};
	}

	get canUndo(): string | undefined {
		return this.past.at(-1)?.label;
	}

	get canRedo(): string | undefined {
		return this.future.at(-1)?.label;
	}

	get unsaved(): boolean {
		return this.plan !== this.base;
	}

	/**
	 * Makes edits as one step that can be undone. A plan that would not be valid is not taken: the notice says why.
	 *
	 * @returns whether the edits were made
	 */
	edit(label: string, edits: Edit[]): boolean {
		const before = this.beforePreview ?? this.plan;
		this.beforePreview = undefined;
		const after = shareStructure(before, applyEdits(before, edits));
		const checked = planSchema.safeParse(after);
		if (!checked.success) {
			const [issue] = checked.error.issues;
			this.plan = before;
			this.notice = `Not changed: ${issue.path.at(-1)?.toString() ?? 'the plan'} — ${issue.message}.`;
			return false;
		}
		if (after === before) {
			this.plan = before;
			return true;
		}
		this.past = [...this.past.slice(-199), { label, before, after }];
		this.future = [];
		this.take(after);
		return true;
	}

	/** Shows edits without making them a step, while something is being dragged; {@link edit} or {@link cancelPreview} ends it. */
	preview(edits: Edit[]): void {
		this.beforePreview ??= this.plan;
		this.plan = applyEdits(this.beforePreview, edits);
	}

	cancelPreview(): void {
		if (this.beforePreview) this.plan = this.beforePreview;
		this.beforePreview = undefined;
	}

	/** Takes back the last step of this window and nothing that others did since. */
	undo(): void {
		const step = this.past.at(-1);
		if (!step) return;
		this.past = this.past.slice(0, -1);
		this.future = [...this.future, step];
		this.take(mergeVersions(step.after, step.before, this.plan).value);
	}

	redo(): void {
		const step = this.future.at(-1);
		if (!step) return;
		this.future = this.future.slice(0, -1);
		this.past = [...this.past, step];
		this.take(mergeVersions(step.before, step.after, this.plan).value);
	}

	private take(plan: Plan) {
		this.plan = plan;
		this.notice = undefined;
		if (!this.unsaved) return;
		writeDraft(this.id, this.window, { base: this.base, version: this.version, plan });
		if (this.saveState !== 'conflict') this.saveSoon(SAVE_DELAY);
	}

	private saveSoon(delay: number) {
		if (this.saveState === 'saved') this.saveState = 'saving';
		clearTimeout(this.timer);
		this.timer = setTimeout(() => void this.save(), delay);
	}

	/** Saves what is unsaved and waits for it; for downloads, which the server makes from what it has. */
	async flush(): Promise<boolean> {
		clearTimeout(this.timer);
		await this.save();
		return !this.unsaved;
	}

	private async save(): Promise<void> {
		await this.inFlight;
		if (this.conflict) return;
		if (!this.unsaved) {
			// Undone back to what the server has: nothing is left to send.
			this.saveState = 'saved';
			deleteDraft(this.id, this.window);
			return;
		}
		const sent = this.beforePreview ?? this.plan;
		this.inFlight = this.send(sent).finally(() => (this.inFlight = undefined));
		await this.inFlight;
	}

	private async send(sent: Plan): Promise<void> {
		let response: Response;
		try {
			response = await fetch(`/api/plans/${this.id}`, {
				method: 'PUT',
				keepalive: JSON.stringify(sent).length < 60000,
				headers: { 'content-type': 'application/json', accept: 'application/json' },
				body: JSON.stringify({ baseVersion: this.version, plan: sent })
			});
			if (response.status >= 500) throw new Error(`status ${response.status}`);
		} catch {
			this.saveState = 'away';
			this.saveSoon(RETRY_DELAY);
			return;
		}
		if (response.status === 409) {
			const present = (await response.json()) as { plan: Plan; version: number };
			this.mergeIn(present.plan, present.version);
			return;
		}
		if (!response.ok) {
			const problem = (await response.json().catch(() => ({}))) as { message?: string; faults?: string[] };
			this.saveState = 'refused';
			this.notice = [problem.message ?? 'The server refused to save.', ...(problem.faults ?? []).slice(0, 2)].join(' ');
			return;
		}
		this.version = ((await response.json()) as { version: number }).version;
		this.base = sent;
		this.channel?.postMessage(this.version);
		if (this.unsaved && !this.beforePreview) this.saveSoon(SAVE_DELAY);
		else {
			deleteDraft(this.id, this.window);
			this.saveState = 'saved';
		}
	}

	/** Fetches the plan when another window has saved it meanwhile. */
	private async lookForOthers(): Promise<void> {
		if (this.inFlight || this.conflict || this.beforePreview) return;
		try {
			const answer = await fetch(`/api/plans/${this.id}/version`, { headers: { accept: 'application/json' } });
			if (!answer.ok) return;
			const { version } = (await answer.json()) as { version: number };
			if (version === this.version || this.inFlight) return;
			const present = (await (await fetch(`/api/plans/${this.id}`)).json()) as { plan: Plan; version: number };
			this.mergeIn(present.plan, present.version);
		} catch {
			// The server is away: saving notices that by itself, and looking again costs nothing.
		}
	}

	/** Brings together this window's plan and one that another window saved. */
	private mergeIn(theirs: Plan, version: number): void {
		if (version <= this.version) return;
		const shared = shareStructure(this.base, theirs);
		const merged = mergeVersions(this.base, this.plan, shared);
		const valid = planSchema.safeParse(merged.value).success;
		if (merged.conflicts.length > 0 || !valid) {
			this.conflict = { paths: merged.conflicts, theirs: shared, version };
			this.saveState = 'conflict';
			return;
		}
		this.base = shared;
		this.version = version;
		this.plan = shareStructure(this.plan, merged.value);
		this.notice = 'Another window changed this plan; its changes are in here now.';
		if (this.plan !== shared) this.saveSoon(SAVE_DELAY);
		else {
			this.plan = shared;
			this.saveState = 'saved';
			deleteDraft(this.id, this.window);
		}
	}

	/** Ends a conflict: one version stays in this plan, the other is kept as a plan of its own beside it. */
	async settle(keep: 'mine' | 'theirs'): Promise<void> {
		const { conflict } = this;
		if (!conflict) return;
		const other = keep === 'mine' ? conflict.theirs : this.plan;
		const { writePlanFile } = await import('../core/plan');
		const kept = await fetch('/api/plans', {
			method: 'POST',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify({ file: writePlanFile({ ...other, name: `${other.name.slice(0, 100)} (other window)` }) })
		}).catch(() => undefined);
		if (!kept?.ok) {
			this.notice = 'The other version could not be kept yet: the server is away. Try again in a moment.';
			return;
		}
		this.base = conflict.theirs;
		this.version = conflict.version;
		this.conflict = undefined;
		this.notice = 'The other version is kept in the list of plans.';
		if (keep === 'theirs') this.plan = conflict.theirs;
		this.saveState = 'saving';
		await this.save();
		this.saveState = this.unsaved ? this.saveState : 'saved';
	}

	private async adoptDrafts(): Promise<void> {
		for (const draft of await orphanedDrafts(this.id, this.window)) {
			if (!planSchema.safeParse(draft.plan).success) continue;
			const merged = mergeVersions(draft.base, draft.plan, this.plan);
			if (merged.value === this.plan || !planSchema.safeParse(merged.value).success) continue;
			const before = this.plan;
			const after = shareStructure(before, merged.value);
			if (after === before) continue;
			this.past = [...this.past, { label: 'unsaved work found again', before, after }];
			this.take(after);
			this.notice = 'Unsaved work of an earlier window was found in this browser and put back. Undo takes it out again.';
		}
	}
}
