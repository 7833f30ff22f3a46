import type { Highs } from 'highs';
import type { Plan } from '../plan/plan';
import { toEnd } from '../stepwise';
import { conversionsOf } from './conversions';
import type { Finding } from './finding';
import { joinedFindings } from './joined';
import { restraintFindings } from './restraint';
import { stowedOf } from './stowed';
import { strengthsOf } from './strength';

/**
 * What the rules say that take their time, and that {@link findingsOf} leaves out: the ways from mode to mode, what bears, how it is
 * joined, how things lie, and what stays where it is when the brakes go on. With pauses, so that a caller can stop.
 */
export function* slowerFindingsOf(plan: Plan, solver: Highs): Generator<unknown, Finding[]> {
	const conversions = yield* conversionsOf(plan);
	const borne = yield* strengthsOf(plan);
	const stowed = yield* stowedOf(plan);
	return [...conversions, ...borne, ...stowed, ...joinedFindings(plan), ...restraintFindings(plan, solver)];
}

/** {@link slowerFindingsOf} to its end. */
export const slowerFindings = (plan: Plan, solver: Highs): Finding[] => toEnd(slowerFindingsOf(plan, solver));
