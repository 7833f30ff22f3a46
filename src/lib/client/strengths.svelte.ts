import { proxy, wrap, type Remote } from 'comlink';
import type { Finding } from '../core/checks';
import type { Plan } from '../core/plan';
import type { Remade } from '../core/search';
import type { UnitSystem } from '../core/units';
import type { Borne, StrengthWorker } from './strength.worker';
import StrengthWorkerThread from './strength.worker.ts?worker';

/** How long a plan must rest before it is worked out how it bears, ms: dragging never waits for it. */
const REST = 600;

/** How what is built bears what is asked of it, from a worker of its own: what was last known stays until the next is. */
export class Strengths {
	known: Borne | undefined = $state.raw();
	/** Share of the work that is done, 1 when what is known is of the present plan. */
	progress = $state(0);
	failure: string | undefined = $state();
	/** The plan whose findings were last told, or could not be. */
	told: Plan | undefined = $state.raw();
	/** A piece cut from other stock, as far as it was tried. */
	remade: { piece: string; of: Plan; found: Remade[]; progress: number } | undefined = $state.raw();
	private readonly worker = new StrengthWorkerThread();
	private readonly remote: Remote<StrengthWorker> = wrap<StrengthWorker>(this.worker);
	private rest: ReturnType<typeof setTimeout> | undefined;
	private asked: Plan | undefined;
	/** The units in which it is told what settles a clash. */
	private system: UnitSystem | undefined;

	/** @param found is told what came out, and once more what settles what clashes */
	constructor(private readonly found: (findings: Finding[]) => Promise<void>) {}

	/** Works a plan out once it has rested. */
	ask(plan: Plan, system: UnitSystem): void {
		if (plan === this.asked && system === this.system) return;
		[this.asked, this.system] = [plan, system];
		this.progress = 0;
		clearTimeout(this.rest);
		this.rest = setTimeout(() => void this.work(plan, system), REST);
	}

	private async work(plan: Plan, system: UnitSystem): Promise<void> {
		try {
			const borne = await this.remote.borne(
				plan,
				proxy((progress: number) => {
					if (plan === this.asked) this.progress = Math.min(0.99, progress);
				})
			);
			if (!borne || plan !== this.asked) return;
			[this.known, this.progress, this.failure] = [borne, 1, undefined];
			await this.found(borne.findings);
			if (plan !== this.asked) return;
			this.told = plan;
			if (!borne.findings.some(({ fixes }) => fixes === null)) return;
			const settled = await this.remote.stronger(borne.findings, system);
			if (settled && plan === this.asked) await this.found(settled);
		} catch (error) {
			if (plan === this.asked) [this.failure, this.progress, this.told] = [(error as Error).message, 1, plan];
		}
	}

	/** Tries a piece with other stock. */
	async tryStock(plan: Plan, piece: string): Promise<void> {
		const mine = { piece, of: plan };
		this.remade = { ...mine, found: [], progress: 0 };
		const still = () => this.remade?.of === plan && this.remade.piece === piece;
		try {
			const found = await this.remote.remade(
				plan,
				piece,
				proxy((progress: number, found: Remade[]) => {
					if (still()) this.remade = { ...mine, found, progress };
				})
			);
			if (!still()) return;
			this.remade = found ? { ...mine, found, progress: 1 } : undefined;
		} catch (error) {
			this.failure = (error as Error).message;
			this.remade = undefined;
		}
	}

	stop(): void {
		clearTimeout(this.rest);
		this.worker.terminate();
	}
}
