import { proxy, wrap, type Remote } from 'comlink';
import type { Finding } from '../core/checks';
import type { HeightStudy, Lever } from '../core/height';
import type { MeasurementEntry } from '../core/interior';
import type { Plan } from '../core/plan';
import type { UnitSystem } from '../core/units';
import { newest } from './newest';
import { Stowings } from './stowings.svelte';
import { Strengths } from './strengths.svelte';
import DeriveWorkerThread from './derive.worker.ts?worker';
import type { DeriveWorker, Gaze, Look, Refined } from './derive.worker';

/** How long a plan must rest before tolerances, fixes and the height chart are worked out, ms. */
const REST = 250;

/**
 * What follows from the plan, worked out in a worker: always the newest plan, in-between ones are skipped when they
 * come faster than the worker.
 */
export class Derived {
	look: Look | undefined = $state.raw();
	findings: Finding[] = $state.raw([]);
	longest: Refined['longest'] = $state.raw([]);
	pairs: Refined['pairs'] = $state.raw([]);
	study: HeightStudy | undefined = $state.raw();
	/** The finding whose details are on screen, and the units in which its fixes are put. */
	private opened: { id: string; system: UnitSystem } | undefined;
	/** Share of the slower work that is done. */
	progress = $state(0);
	/** How what is built bears. */
	readonly strengths = new Strengths((findings) => this.take('borne', findings));
	/** Where everything lies. */
	readonly stowings = new Stowings((findings) => this.take('stowed', findings));
	/** The plan that was last asked about. */
	private asked: Plan | undefined = $state.raw();
	/** What the findings do not tell yet of that plan: what they say of it is of the plan before. */
	readonly awaited = $derived([
		...(this.strengths.told === this.asked ? [] : ['strength']),
		...(this.stowings.told === this.asked ? [] : ['storage'])
	]);
	/** A sentence when the worker of the drawings and findings failed. */
	private fault: string | undefined = $state();
	/** What could not be worked out, in a sentence: silence would look as if all were well. */
	readonly failure = $derived(
		this.fault ??
			(this.strengths.failure && `What bears what could not be worked out: ${this.strengths.failure}`) ??
			(this.stowings.failure && `How things lie could not be worked out: ${this.stowings.failure}`)
	);
	private readonly remote: Remote<DeriveWorker>;
	private readonly worker: Worker;
	private rest: ReturnType<typeof setTimeout> | undefined;
	/** Whether tolerances and fixes of the present plan have still to be asked for. */
	private owed = false;
	/** What the slower work was last asked for. */
	private refined: { plan: Plan; system: UnitSystem; selected: string | undefined } | undefined;

	constructor() {
		this.worker = new DeriveWorkerThread();
		this.remote = wrap<DeriveWorker>(this.worker);
	}

	/** Asks for everything that follows from a plan. */
	ask(plan: Plan, gaze: Gaze, system: UnitSystem): void {
		this.asked = plan;
		this.work({ plan, gaze, system });
	}

	private readonly work = newest(async ({ plan, gaze, system }: { plan: Plan; gaze: Gaze; system: UnitSystem }) => {
		await this.attempt('This plan could not be worked out; what is shown is older', async () => {
			const look = await this.remote.look(plan, gaze);
			this.look = look;
			this.findings = keepFixes(this.findings, look.findings);
			this.fault = undefined;
		});
		// Looking elsewhere changes nothing about the findings: only a new plan, or other units, ask for new fixes.
		const same = this.refined?.plan === plan && this.refined.system === system;
		if (same && this.refined?.selected === gaze.selected) return;
		clearTimeout(this.rest);
		this.refined = { plan, system, selected: gaze.selected };
		this.owed ||= !same;
		this.rest = setTimeout(
			() =>
				void this.attempt('Tolerances and fixes could not be worked out', () => this.refine(gaze.selected, system)).then(() => {
					// Last of all, so that on a small machine nothing waits for it; of a plan that has changed meanwhile nobody asks.
					if (this.refined?.plan !== plan) return;
					this.strengths.ask(plan, system);
					void this.stowings.tell(plan);
				}),
			REST
		);
	});

	/** Does something, and says so when it fails; what was worked out before stays. */
	private async attempt(otherwise: string, work: () => Promise<void>): Promise<void> {
		try {
			await work();
		} catch (error) {
			this.fault = `${otherwise}: ${(error as Error).message}`;
		}
	}

	private async take(of: 'borne' | 'stowed', found: Finding[]): Promise<void> {
		await this.attempt('What bears, or how things lie, could not be told', async () => {
			const findings = await this.remote.take(of, found);
			if (findings) this.findings = keepFixes(this.findings, findings);
		});
	}

	private async refine(selected: string | undefined, system: UnitSystem): Promise<void> {
		const { owed } = this;
		this.owed = false;
		if (owed) this.progress = 0;
		if (selected) this.study = await this.remote.study(selected);
		if (!owed) return;
		await this.remote.refine(
			system,
			proxy((part: Refined) => {
				this.findings = keepFixes(this.findings, part.findings);
				this.longest = part.longest;
				this.pairs = part.pairs;
				this.progress = part.progress;
			})
		);
		await this.settle();
	}

	/** Says which finding is open on screen, if any: what settles it is worked out now and with every new plan. */
	open(id: string | undefined, system: UnitSystem): void {
		this.opened = id === undefined ? undefined : { id, system };
		void this.attempt('What settles it could not be worked out', () => this.settle());
	}

	private async settle(): Promise<void> {
		if (!this.opened) return;
		const { id, system } = this.opened;
		const finding = this.findings.find((one) => one.id === id);
		// What is clear has nothing to settle, and a clash gets its fixes without being opened.
		if (!finding || finding.status === 'clear' || (finding.status === 'clash' && finding.fixes)) return;
		const fixes = await this.remote.fixes(id, system);
		if (fixes) this.findings = this.findings.map((finding) => (finding.id === id ? { ...finding, fixes } : finding));
	}

	/** What besides the height is traded for millimetres, setting by setting as it is worked out. */
	readonly levers = newest(async ({ plan, piece, report }: { plan: Plan; piece: string; report: (levers: Lever[]) => void }) => {
		await this.attempt('The levers could not be worked out', () => this.remote.levers(plan, piece, proxy(report)));
	});

	/** Works out the way from one mode to another. */
	convert(plan: Plan, from: string, to: string) {
		return this.remote.convert(plan, from, to);
	}

	/** Drawings at one point of the way last worked out. */
	during(index: number, share: number, sectionX: number) {
		return this.remote.during(index, share, sectionX);
	}

	/** The smallest changes after which a blocked way opens. */
	unblock(plan: Plan, from: string, to: string, system: UnitSystem) {
		return this.remote.unblock(plan, from, to, system);
	}

	/** What can be reached in a mode, and how. */
	reach(plan: Plan, modeId: string) {
		return this.remote.reach(plan, modeId);
	}

	/** How the build goes in and out. */
	inAndOut(plan: Plan) {
		return this.remote.inAndOut(plan);
	}

	/** Cushions and how they are cut. */
	cushions(plan: Plan) {
		return this.remote.cushions(plan);
	}

	cut(plan: Plan) {
		return this.remote.cut(plan);
	}

	/** How the plan is built; nothing that is left is put before `today`. */
	build(plan: Plan, today: string) {
		return this.remote.build(plan, today);
	}

	/** What another reading of a size of the vehicle does to the build. */
	readAgain(plan: Plan, { path, measurement, factor }: MeasurementEntry, mm: number) {
		return this.remote.readAgain(plan, { path, measurement, factor }, mm);
	}

	/** How far the build last worked out is at a line of a step. */
	moment(step: string, line: number) {
		return this.remote.moment(step, line);
	}

	stop(): void {
		clearTimeout(this.rest);
		this.strengths.stop();
		this.stowings.stop();
		this.worker.terminate();
	}
}

/** A finding keeps the fixes that were worked out for it until new ones come. */
function keepFixes(before: Finding[], now: Finding[]): Finding[] {
	const known = new Map(before.map((finding) => [finding.id, finding]));
	return now.map((finding) => ({ ...finding, fixes: finding.fixes ?? known.get(finding.id)?.fixes ?? null }));
}
