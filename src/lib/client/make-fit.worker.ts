import { expose } from 'comlink';
import createHighs from 'highs';
import highsWasm from 'highs/runtime?url';
import { allTolerances } from '../core/checks';
import type { Plan } from '../core/plan';
import { makingFit, type FitProgress, type MadeFit } from '../core/search';
import type { UnitSystem } from '../core/units';

const fit = {
	/** Looks for changes that together settle what clashes, reporting as it goes; to stop it, stop its worker. */
	async make(plan: Plan, system: UnitSystem, report: (sofar: FitProgress) => void): Promise<MadeFit | undefined> {
		const run = makingFit(plan, allTolerances(plan), await createHighs({ locateFile: () => highsWasm }), system);
		for (;;) {
			const step = run.next();
			if (step.done) return step.value;
			report(step.value);
		}
	}
};

export type MakeFitWorker = typeof fit;

expose(fit);
