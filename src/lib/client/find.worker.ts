import { expose } from 'comlink';
import createHighs from 'highs';
import highsWasm from 'highs/runtime?url';
import Module from 'manifold-3d';
import manifoldWasm from 'manifold-3d/manifold.wasm?url';
import type { Brief, Plan } from '../core/plan';
import { finding, SolidVerifier, type FindProgress } from '../core/search';
import { breathe } from './breathe';
import { drawingsOf, type LayoutDrawings } from './layout-drawings';

/** What has been found so far, each layout with a drawing of every mode. */
export interface FindReport extends FindProgress {
	drawings: LayoutDrawings[];
}

const search = {
	/** Looks for layouts, reporting as it goes; to stop it, stop its worker. */
	async find(plan: Plan, brief: Brief, report: (sofar: FindReport) => void): Promise<void> {
		const kernel = await Module({ locateFile: () => manifoldWasm });
		kernel.setup();
		const solids = new SolidVerifier(kernel);
		const run = finding(plan, brief, await createHighs({ locateFile: () => highsWasm }), { verify: solids.verify });
		let known = '';
		for (let step = run.next(); ; step = run.next()) {
			const { value, done } = step;
			const now = `${value.found.length}/${value.misses.length}/${value.share.toFixed(2)}`;
			if (done || now !== known) report({ ...value, drawings: value.found.map(({ plan: layout }) => drawingsOf(layout)) });
			known = now;
			if (done) break;
			await breathe();
		}
		solids.delete();
	}
};

export type FindWorker = typeof search;

expose(search);
