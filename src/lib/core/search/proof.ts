import type { Highs } from 'highs';
import { slowerFindingsOf, strengthFindings, toldOf } from '../checks';
import { applyEdits } from '../plan/edit';
import type { Settled } from './settle';
import { strengthened } from './stronger';

/**
 * A settled draft held against the rules that take their time as well, so that what is offered clashes in nothing once it is taken:
 * what is too weak of it is made stronger first.
 */
export function* proven(settled: Settled, solver: Highs): Generator<unknown, Settled> {
	if (!settled.works) return settled;
	let { plan } = settled;
	const weak = strengthFindings(plan).filter(({ status }) => status === 'clash');
	for (const piece of new Set(weak.flatMap(({ subjects }) => subjects))) plan = applyEdits(plan, (yield* strengthened(plan, piece)).edits);
	const clashes = toldOf(plan, yield* slowerFindingsOf(plan, solver)).filter(({ status }) => status === 'clash');
	return { ...settled, plan, clashes, ...(clashes.length === 0 ? {} : { works: false, failsProof: true }) };
}
