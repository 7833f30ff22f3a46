import { wrap } from 'comlink';
import type { Plan } from '../core/plan';
import type { Started } from '../core/search';
import type { StartWorker } from './start.worker';
import StartWorkerThread from './start.worker.ts?worker';

/** So long a new piece is fitted, ms: what has been found until then is taken. */
const PATIENCE = 3000;
/** Nobody waits longer than this for a new piece, ms: it comes as it is usually made. */
const GIVEN_UP = 5000;

type Sizes = Pick<Started, 'edits' | 'changes'>;
const USUAL: Sizes = { edits: [], changes: [] };

/**
 * Sizes with which a new piece fits, and the same in words, from a worker of its own: what follows from the plan is worked out
 * meanwhile. None where nothing was found in time or the search failed; the findings say what does not fit.
 *
 * @param plan the plan with the piece as it is usually made
 */
export async function startingSizes(plan: Plan, piece: string): Promise<Sizes> {
	const worker = new StartWorkerThread();
	let timer: ReturnType<typeof setTimeout> | undefined;
	try {
		const late = new Promise<Sizes>((resolve) => (timer = setTimeout(() => resolve(USUAL), GIVEN_UP)));
		return await Promise.race([wrap<StartWorker>(worker).start(plan, piece, PATIENCE), late]);
	} catch {
		return USUAL;
	} finally {
		clearTimeout(timer);
		worker.terminate();
	}
}
