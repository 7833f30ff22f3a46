import { expose } from 'comlink';
import type { Plan } from '../core/plan';
import { startWhereItFits, type Started } from '../core/search';

const start = {
	/** Sizes with which a piece that is about to be added fits, as far as they are found within so many ms. */
	start(plan: Plan, piece: string, patience: number): Pick<Started, 'edits' | 'changes'> {
		const until = performance.now() + patience;
		const { edits, changes } = startWhereItFits(plan, piece, () => performance.now() > until);
		return { edits, changes };
	}
};

export type StartWorker = typeof start;

expose(start);
