import { planSchema, writePlanFile, type Edit, type Plan } from '../core/plan';
import type { Revision } from '../core/sync';
import { OpenDocument } from './document/open-document.svelte';
import { BrowserDrafts, type Draft } from './sync/drafts';
import { Saving } from './sync/saving.svelte';
import { PlanTransport } from './sync/transport';
import { alive, leaving, livingWindows, orphans, randomName, windowsOfThisPage } from './sync/windows';

/** How often it is asked whether other windows saved, ms; windows of this browser say so at once. */
const POLL_DELAY = 4000;

/** What is wrong with a plan, in a sentence, or nothing. */
export function faultOf(plan: unknown): string | undefined {
	const checked = planSchema.safeParse(plan);
	if (checked.success) return undefined;
	const [issue] = checked.error.issues;
	return `${issue.path.at(-1)?.toString() ?? 'the plan'} — ${issue.message}.`;
}

/** Puts a plan into the list as one of its own; gives its id, or nothing when the server does not take it now. */
export async function createPlan(plan: Plan): Promise<string | undefined> {
	const response = await fetch('/api/plans', {
		method: 'POST',
		headers: { 'content-type': 'application/json', accept: 'application/json' },
		body: JSON.stringify({ file: writePlanFile(plan) })
	}).catch(() => undefined);
	return response?.ok ? ((await response.json()) as { id: string }).id : undefined;
}

/** One open plan in one window: every edit goes through here. */
export class PlanSession {
	/** A sentence for the user: what was merged, refused or found again. */
	notice: string | undefined = $state();
	readonly saving: Saving<Plan>;
	private readonly document: OpenDocument<Plan>;
	private readonly window = randomName();
	private channel: BroadcastChannel | undefined;

	constructor(
		readonly id: string,
		plan: Plan,
		revision: Revision
	) {
		const drafts = new BrowserDrafts<Plan>();
		windowsOfThisPage.add(this.window);
		this.document = new OpenDocument<Plan>(
			plan,
			faultOf,
			() => this.saving.changed(),
			(notice) => (this.notice = notice)
		);
		this.saving = new Saving<Plan>(this.document, plan, revision, {
			id,
			window: this.window,
			drafts,
			transport: new PlanTransport<Plan>(id),
			ownWindow: (window) => windowsOfThisPage.has(window),
			orphans: (take) => orphans(drafts, id, this.window, take),
			stored: () => this.channel?.postMessage('stored'),
			keepCopy: async (copy) => (await createPlan({ ...copy, name: `${copy.name.slice(0, 100)} (other window)` })) !== undefined,
			say: (notice) => (this.notice = notice)
		});
	}

	/** Starts listening to other windows and takes up what closed or crashed windows left behind. Gives what ends it. */
	start(): () => void {
		const release = alive(this.id, this.window);
		this.channel = new BroadcastChannel(`nook-plan-${this.id}`);
		this.channel.onmessage = () => void this.saving.look();
		const poll = setInterval(() => void this.saving.lookAround(), POLL_DELAY);
		// What is still being saved from an earlier visit of this page comes first.
		void Promise.resolve(leaving.get(this.id)).then(() => this.saving.lookAround());
		const leave = () => void this.saving.flush(true);
		addEventListener('pagehide', leave);
		return () => {
			removeEventListener('pagehide', leave);
			clearInterval(poll);
			this.document.cancelPreview();
			const done = this.saving.flush().then(() => {
				this.saving.stop();
				this.channel?.close();
				release();
				if (leaving.get(this.id) === done) leaving.delete(this.id);
			});
			leaving.set(this.id, done);
		};
	}

	/** The plan as it is to be seen, with what is being dragged. */
	get plan(): Plan {
		return this.document.visible;
	}

	get canUndo(): string | undefined {
		return this.document.canUndo;
	}

	get canRedo(): string | undefined {
		return this.document.canRedo;
	}

	/** Makes edits as one step that can be undone; false, with a notice, when they cannot be made. */
	edit(label: string, edits: Edit[]): boolean {
		return this.document.edit(label, edits);
	}

	/** Shows edits while something is being dragged; {@link edit} or {@link cancelPreview} ends it. */
	preview(edits: Edit[]): void {
		this.document.preview(edits);
	}

	cancelPreview(): void {
		this.document.cancelPreview();
	}

	undo(): void {
		this.document.undo();
	}

	redo(): void {
		this.document.redo();
	}

	/** Saves what is unsaved and waits for it; for downloads, which the server makes from what it has. */
	flush(): Promise<boolean> {
		return this.saving.flush();
	}
}

/** Work of a plan that the server has not acknowledged. */
export type PlanDraft = Draft<Plan>;

/** Drafts that windows of this browser left behind, the newest first; without those of a plan that is still open somewhere. */
export async function draftsOfThisBrowser(): Promise<PlanDraft[]> {
	const drafts = await new BrowserDrafts<Plan>().all().catch(() => []);
	const living = await livingWindows();
	return drafts.filter(({ document, window }) => !living.has(`${document}:${window}`)).sort((a, b) => b.at - a.at);
}

/** Takes a draft out of this browser. */
export const dropDraft = ({ document, window }: PlanDraft): Promise<void> => new BrowserDrafts<Plan>().drop(document, window);

/** Whether the server still has the plan of a draft; undefined when it does not answer. */
export async function isStored({ document, revision }: PlanDraft): Promise<boolean | undefined> {
	const { kind } = await new PlanTransport<Plan>(document).look(revision, undefined);
	return kind === 'away' || kind === 'refused' ? undefined : kind !== 'gone';
}
