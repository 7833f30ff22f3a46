import { expose } from 'comlink';
import Module from 'manifold-3d';
import manifoldWasm from 'manifold-3d/manifold.wasm?url';
import { sceneOf } from '../core/derive';
import type { Brief, Plan } from '../core/plan';
import { finding, type FindProgress } from '../core/search';
import { overlapIn, Surround } from '../core/solid';
import { longSection, viewFromAbove, type View } from '../core/views';

/** What has been found so far, each layout with a drawing of every mode. */
export interface FindReport extends FindProgress {
	drawings: { above: View; modes: Record<string, View> }[];
}

/** Lets messages out between two stretches of work. */
const breathe = () => new Promise((resolve) => setTimeout(resolve, 0));

const drawn = new Map<Plan, FindReport['drawings'][number]>();

/** Drawings of a layout, made once. */
function drawingsOf(plan: Plan): FindReport['drawings'][number] {
	const known = drawn.get(plan);
	if (known) return known;
	const night = Object.entries(plan.modes).find(([, { use }]) => use === 'night')![0];
	const made = {
		above: viewFromAbove({ plan, scene: sceneOf(plan, night) }),
		modes: Object.fromEntries(Object.keys(plan.modes).map((id) => [id, longSection({ plan, scene: sceneOf(plan, id) })]))
	};
	drawn.set(plan, made);
	return made;
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
				const overlap = overlapIn(surround.verdicts(scene));
				if (overlap) return overlap;
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
