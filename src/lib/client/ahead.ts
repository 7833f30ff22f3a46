import highsWasm from 'highs/runtime?url';
import manifoldWasm from 'manifold-3d/manifold.wasm?url';
import compareWorker from './compare.worker.ts?worker&url';
import deriveWorker from './derive.worker.ts?worker&url';
import findWorker from './find.worker.ts?worker&url';
import makeFitWorker from './make-fit.worker.ts?worker&url';
import scanWorker from './scan.worker.ts?worker&url';
import solidWorker from './solid.worker.ts?worker&url';
import startWorker from './start.worker.ts?worker&url';
import stowWorker from './stow.worker.ts?worker&url';
import strengthWorker from './strength.worker.ts?worker&url';

/** Everything that a stage asks for only when it is used. */
const LATER = [
	deriveWorker,
	strengthWorker,
	stowWorker,
	solidWorker,
	manifoldWasm,
	highsWasm,
	findWorker,
	compareWorker,
	makeFitWorker,
	startWorker,
	scanWorker
];

/**
 * Fetches what the stages of a plan will need while the server is there, so that they open and work when it is not. The browser
 * keeps these files: they never change under their names.
 *
 * @param stages loads the code of the stages' pages
 */
export async function fetchAhead(stages: () => Promise<unknown>): Promise<void> {
	try {
		await stages();
		for (const url of LATER) await (await fetch(url, { priority: 'low' } as RequestInit)).arrayBuffer();
	} catch {
		// The server went away meanwhile; what is here already stays here.
	}
}
