import type { Edit } from '../plan/edit';
import type { Plan } from '../plan/plan';
import { cutRecord, partsByKey } from './as-cut';
import { contentOf, type BuildStep } from './step';

/** Steps that saw: what they cut is kept as it was to be then. */
const saws = ({ id }: Pick<BuildStep, 'id'>): boolean => id.startsWith('cut:');

/**
 * Edits that say that a step is done. What a step of cutting cuts is written down as the plan has it now: from then on a change of the
 * plan that alters it is told.
 */
export function ticking(plan: Plan, step: BuildStep, on: string, minutes?: number): Edit[] {
	const parts = saws(step) ? partsByKey(plan) : new Map();
	// Of a step that is ticked again only what is new in it is cut now.
	const before = new Set(plan.build.done[step.id]?.of);
	const cut = step.lines
		.flatMap((line) => line.parts)
		.flatMap((key): Edit[] => {
			const part = parts.get(key);
			return part && !before.has(key) ? [{ path: ['build', 'cut', key], value: cutRecord(part) }] : [];
		});
	const value = { on, ...(minutes === undefined ? {} : { minutes }), of: contentOf(step) };
	return [{ path: ['build', 'done', step.id], value }, ...cut];
}

/** Edits that take back that a step is done; what it cut was not cut then. */
export const unticking = (plan: Plan, step: BuildStep): Edit[] => [
	{ path: ['build', 'done', step.id], value: undefined },
	...(saws(step)
		? step.lines
				.flatMap((line) => line.parts)
				.filter((key) => Object.hasOwn(plan.build.cut, key))
				.map((key): Edit => ({ path: ['build', 'cut', key], value: undefined }))
		: [])
];

/** Edits that say that a part is on the bench now as the plan asks for it: cut anew, or trimmed; one that nobody needs is forgotten. */
export function cutAnew(plan: Plan, key: string): Edit[] {
	const part = partsByKey(plan).get(key);
	return [{ path: ['build', 'cut', key], value: part && cutRecord(part) }];
}
