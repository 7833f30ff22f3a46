import createHighs, { type Highs } from 'highs';
import { cuttingPlan, type CuttingPlan } from '../core/cutting';
import type { Plan } from '../core/plan';

let solver: Promise<Highs> | undefined;

/** The cutting plan of a plan, with the solver loaded once for the process. */
export async function cutOnServer(plan: Plan): Promise<CuttingPlan> {
	return cuttingPlan(plan, await (solver ??= createHighs()));
}
