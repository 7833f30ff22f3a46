import { proxy, wrap } from 'comlink';
import type { Brief, Plan } from '../core/plan';
import FindWorkerThread from './find.worker.ts?worker';
import type { FindReport, FindWorker } from './find.worker';

/** A search for layouts in a worker of its own, which ends with it. */
export class LayoutSearch {
	/** What is known so far; absent before anything was looked for. */
	sofar: FindReport | undefined = $state.raw();
	running = $state(false);
	/** A sentence when the search failed. */
	failure: string | undefined = $state();
	private worker: Worker | undefined;

	/** Starts afresh; a search that still runs is left. */
	async start(plan: Plan, brief: Brief): Promise<void> {
		this.cancel();
		const worker = (this.worker = new FindWorkerThread());
		[this.running, this.failure, this.sofar] = [true, undefined, undefined];
		try {
			await wrap<FindWorker>(worker).find(
				plan,
				brief,
				proxy((sofar: FindReport) => {
					if (this.worker === worker) this.sofar = sofar;
				})
			);
		} catch (error) {
			if (this.worker === worker) this.failure = `The search stopped: ${(error as Error).message}`;
		}
		if (this.worker === worker) this.cancel();
	}

	/** Leaves the search; what was found stays. */
	cancel(): void {
		this.worker?.terminate();
		this.worker = undefined;
		this.running = false;
	}
}
