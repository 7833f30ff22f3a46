import type { Building } from '../plan/build';
import type { BuildStep } from './step';

/** Nobody is quicker or slower than our estimates by more than this. */
const MOST = 10;

/** How much longer steps took than they were reckoned, from those that somebody took the time of; 1 as long as there are none. */
export function paceOf(steps: readonly BuildStep[], { done }: Pick<Building, 'done'>): number {
	const timed = steps.filter(({ id, minutes }) => minutes > 0 && done[id]?.minutes !== undefined);
	const sum = (of: (step: BuildStep) => number) => timed.reduce((all, step) => all + of(step), 0);
	if (timed.length === 0) return 1;
	return Math.min(MOST, Math.max(1 / MOST, sum(({ id }) => done[id].minutes!) / sum(({ minutes }) => minutes)));
}
