import { expose } from 'comlink';
import { allTolerances } from '../core/checks';
import type { Plan } from '../core/plan';
import { makingFit, type FitProgress, type MadeFit } from '../core/search';
import type { UnitSystem } from '../core/units';

const fit = {
	/** Looks for changes that together settle what clashes, reporting as it goes; to stop it, stop its worker. */
	make(plan: Plan, system: UnitSystem, report: (sofar: FitProgress) => void): MadeFit | undefined {
		const run = makingFit(plan, allTolerances(plan), system);
		for (;;) {
			const step = run.next();
			if (step.done) return step.value;
			report(step.value);
		}
	}
};

export type MakeFitWorker = typeof fit;

expose(fit);
