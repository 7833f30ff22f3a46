import type { Edit } from '../plan/edit';
import type { Plan } from '../plan/plan';
import type { SetAside } from '../plan/set-aside';
import type { Finding } from './finding';
import { isWorse, toleranceKey, WEIGHT } from './run';

/** So much less margin than when it was set aside, in mm or what weighs like it, and a finding is told again; our own judgement. */
const WORSE = 5;

/** What a finding is set aside under, for each mode that it is about. */
const placesOf = (finding: Finding): string[] => finding.modes.map((mode) => toleranceKey(mode, finding));

/**
 * What was said when a finding was set aside, as long as that was in each of its modes and it has not got worse since; undefined when
 * it is to be told.
 */
export function asideOf({ setAside }: Pick<Plan, 'setAside'>, finding: Finding): SetAside | undefined {
	if (finding.status === 'clear' || !setAside) return undefined;
	const then = placesOf(finding).map((place) => (Object.hasOwn(setAside, place) ? setAside[place] : undefined));
	const holds = (one: SetAside | undefined) =>
		one && !isWorse(finding.status, one.status) && (one.margin - finding.margin) * WEIGHT[finding.unit] <= WORSE;
	return then.every(holds) ? then[0] : undefined;
}

/** The findings that a plan is to be told: all but those set aside. */
export const toldOf = (plan: Pick<Plan, 'setAside'>, findings: readonly Finding[]): Finding[] =>
	plan.setAside ? findings.filter((finding) => !asideOf(plan, finding)) : [...findings];

/** The clashes among them. */
export const clashesTold = (plan: Pick<Plan, 'setAside'>, findings: readonly Finding[]): Finding[] =>
	toldOf(plan, findings).filter(({ status }) => status === 'clash');

/**
 * Edits that set a finding aside in its modes, or take that back when no reason is given.
 *
 * @param date the day on which it is set aside, as YYYY-MM-DD
 */
export function settingAside({ setAside }: Pick<Plan, 'setAside'>, finding: Finding, aside?: Pick<SetAside, 'reason' | 'date'>): Edit[] {
	const { status, margin } = finding;
	const entries = placesOf(finding).map((place): [string, object | undefined] => [place, aside && { ...aside, status, margin }]);
	if (!setAside) return [{ path: ['setAside'], value: Object.fromEntries(entries) }];
	return entries.map(([place, value]) => ({ path: ['setAside', place], value }));
}
