import { proxy, wrap, type Remote } from 'comlink';
import type { Plan } from '../core/plan';
import CompareWorkerThread from './compare.worker.ts?worker';
import type { Column, CompareWorker } from './compare.worker';
import { newest } from './newest';

/** The present layout of a plan beside its variants, worked out in a worker of its own. */
export class Comparison {
	/** As many as are known so far, the present layout first. */
	columns: Column[] = $state.raw([]);
	/** A sentence when the comparison failed. */
	failure: string | undefined = $state();
	private readonly worker = new CompareWorkerThread();
	private readonly remote: Remote<CompareWorker> = wrap<CompareWorker>(this.worker);

	/** Works out everything afresh for a plan. */
	ask(plan: Plan): void {
		this.work(plan);
	}

	private readonly work = newest(async (plan: Plan) => {
		try {
			const wanted = 1 + Object.keys(plan.variants ?? {}).length;
			await this.remote.compare(
				plan,
				proxy((columns: Column[]) => {
					// What stood there stays until there is as much of the new.
					if (columns.length >= Math.min(wanted, this.columns.length)) this.columns = columns;
				})
			);
			this.failure = undefined;
		} catch (error) {
			this.failure = `The layouts could not be compared: ${(error as Error).message}`;
		}
	});

	stop(): void {
		this.worker.terminate();
	}
}
