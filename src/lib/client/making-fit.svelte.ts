import { proxy, wrap } from 'comlink';
import type { Plan } from '../core/plan';
import type { FitProgress, MadeFit } from '../core/search';
import type { UnitSystem } from '../core/units';
import MakeFitThread from './make-fit.worker.ts?worker';
import type { MakeFitWorker } from './make-fit.worker';

/** The search for several changes that together settle what clashes, in a worker of its own, which ends with it. */
export class MakingFit {
	/** The plan that is, or was, searched. */
	of: Plan | undefined = $state.raw();
	found: MadeFit | undefined = $state.raw();
	progress: FitProgress | undefined = $state.raw();
	running = $state(false);
	/** A sentence when the search failed. */
	failure: string | undefined = $state();
	private worker: Worker | undefined;

	/** Starts afresh; a search that still runs is left. */
	async start(plan: Plan, system: UnitSystem): Promise<void> {
		this.leave();
		const worker = (this.worker = new MakeFitThread());
		[this.of, this.running] = [plan, true];
		try {
			const made = await wrap<MakeFitWorker>(worker).make(
				plan,
				system,
				proxy((sofar: FitProgress) => {
					if (this.worker === worker) this.progress = sofar;
				})
			);
			if (this.worker === worker) this.found = made;
		} catch (error) {
			if (this.worker === worker) this.failure = `The search stopped: ${(error as Error).message}`;
		}
		if (this.worker === worker) this.stop();
	}

	/** Leaves the search and what it found. */
	leave(): void {
		this.stop();
		[this.of, this.found, this.failure, this.progress] = [undefined, undefined, undefined, undefined];
	}

	private stop(): void {
		this.worker?.terminate();
		this.worker = undefined;
		this.running = false;
	}
}
