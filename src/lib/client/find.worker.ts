import { expose } from 'comlink';
import Module from 'manifold-3d';
import manifoldWasm from 'manifold-3d/manifold.wasm?url';
import { sceneOf } from '../core/derive';
import type { Brief, Plan } from '../core/plan';
import { finding, type FindProgress } from '../core/search';
import { Surround, worstOverlap } from '../core/solid';
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
		let surround: Surround | undefined;
		const verify = (layout: Plan): string | undefined => {
			for (const id of Object.keys(layout.modes)) {
				const scene = sceneOf(layout, id);
				surround ??= new Surround(kernel, scene.interior);
				const overlap = worstOverlap(surround.verdicts(scene));
				if (overlap) return `${overlap.part} overlaps ${overlap.into}`;
			}
			return undefined;
		};
		const run = finding(plan, brief, { verify });
		let known = '';
		for (let step = run.next(); ; step = run.next()) {
			const { value, done } = step;
			const now = `${value.found.length}/${value.misses.length}/${value.share.toFixed(2)}`;
			if (done || now !== known) report({ ...value, drawings: value.found.map(({ plan: layout }) => drawingsOf(layout)) });
			known = now;
			if (done) break;
			await breathe();
		}
		surround?.delete();
	}
};

export type FindWorker = typeof search;

expose(search);
