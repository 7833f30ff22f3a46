import type { Edit } from '../plan/edit';
import type { Plan } from '../plan/plan';
import type { SetAside } from '../plan/set-aside';
import type { Finding } from './finding';
import { isWorse, resultId, WEIGHT } from './run';

/** So much less margin than when it was set aside, in mm or what weighs like it, and a finding is told again; our own judgement. */
const WORSE = 5;

/** What was said when a finding was set aside, as long as it has not got worse since; undefined when it is to be told. */
export function asideOf({ setAside }: Pick<Plan, 'setAside'>, finding: Finding): SetAside | undefined {
	const id = resultId(finding);
	if (finding.status === 'clear' || !setAside || !Object.hasOwn(setAside, id)) return undefined;
	const then = setAside[id];
	const lost = (then.margin - finding.margin) * WEIGHT[finding.unit];
	return isWorse(finding.status, then.status) || lost > WORSE ? undefined : then;
}

/** The findings that a plan is to be told: all but those set aside. */
export const toldOf = (plan: Pick<Plan, 'setAside'>, findings: readonly Finding[]): Finding[] =>
	plan.setAside ? findings.filter((finding) => !asideOf(plan, finding)) : [...findings];

/**
 * Sets a finding aside, or takes that back when no reason is given.
 *
 * @param date the day on which it is set aside, as YYYY-MM-DD
 */
export function settingAside({ setAside }: Pick<Plan, 'setAside'>, finding: Finding, aside?: { reason: string; date: string }): Edit {
	const { status, margin } = finding;
	const entry = aside && { ...aside, status, margin };
	return setAside ? { path: ['setAside', resultId(finding)], value: entry } : { path: ['setAside'], value: { [resultId(finding)]: entry } };
}
