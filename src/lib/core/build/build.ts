import type { CuttingPlan } from '../cutting';
import type { Plan } from '../plan/plan';
import { budgetOf, type Budget } from './budget';
import { calendarOf, type Calendar } from './calendar';
import { orderOf } from './order';
import { paceOf } from './pace';
import { contentOf, type BuildStep } from './step';
import { stepsOf } from './steps';

/** A step with how far it is. */
export interface PlannedStep extends BuildStep {
	state: 'done' | 'ready' | 'waits';
	/** What it still waits for, in words. */
	waitsFor: string[];
	/** It was ticked off, and has more in it since: what, in its lines; it is open again. */
	since: string[];
}

/** How a plan is built: its steps in order, when, and for how much. */
export interface Build {
	steps: PlannedStep[];
	/** How often one sets up anew for what is left, and whether no order needs fewer. */
	setUps: number;
	proven: boolean;
	/** Steps that wait for each other in a ring, by title. */
	ring: string[];
	/** Parts that cannot be cut from the stock that they are meant for, in words: no step cuts them. */
	impossible: string[];
	/** What our minutes are multiplied with, from steps that were timed. */
	pace: number;
	calendar: Calendar;
	budget: Budget;
}

/**
 * Works out how a plan is built. Steps that are done come first, in the order of their days.
 *
 * @param today as YYYY-MM-DD: nothing that is left is put on an earlier day
 */
export function buildOf(plan: Plan, cutting: CuttingPlan, today: string): Build {
	const { done } = plan.build;
	const all = stepsOf(plan, cutting);
	const since = new Map(all.map((step) => [step.id, sinceOf(step, plan.build)]));
	const known = new Set(all.filter(({ id }) => since.get(id)!.length === 0).map(({ id }) => id));
	// Days in their order; within one, as they were ticked off.
	const inTurn = Object.keys(done)
		.filter((id) => known.has(id))
		.sort((a, b) => done[a].on.localeCompare(done[b].on));
	const isDone = new Set(inTurn);
	const { steps, setUps, proven, ring } = orderOf(all, inTurn);
	const pace = paceOf(all, plan.build);
	const title = new Map(all.map((step) => [step.id, step.title]));
	const planned = steps.map((step): PlannedStep => {
		const open = step.needs.filter((one) => !isDone.has(one.step));
		return {
			...step,
			state: isDone.has(step.id) ? 'done' : open.length === 0 ? 'ready' : 'waits',
			waitsFor: open.map((one) => `${title.get(one.step)!}: ${one.because}`),
			since: since.get(step.id)!
		};
	});
	return {
		steps: planned,
		setUps,
		proven,
		impossible: cutting.impossible,
		ring: ring.map((id) => title.get(id)!),
		pace,
		calendar: calendarOf(steps, { ...plan.build, done: Object.fromEntries(inTurn.map((id) => [id, done[id]])) }, today, pace),
		budget: budgetOf(plan, cutting)
	};
}

/** Lines of a step that is ticked off with something in them that it was not about then. */
function sinceOf(step: BuildStep, { done }: Plan['build']): string[] {
	const of = Object.hasOwn(done, step.id) ? done[step.id].of : undefined;
	if (!of) return [];
	const known = new Set(of);
	const isNew = (line: BuildStep['lines'][number]) => contentOf(step, [line]).some((one) => !known.has(one));
	return step.lines.filter(isNew).map(({ words }) => words);
}
