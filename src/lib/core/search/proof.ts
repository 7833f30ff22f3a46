import type { Highs } from 'highs';
import { slowerFindingsOf, strengthsOf, type Finding } from '../checks';
import { applyEdits } from '../plan/edit';
import type { Settled } from './settle';
import { strengthened } from './stronger';

/** Clashes, also such as were set aside in the plan that is looked at: that was about what stands there now. */
const clashesAmong = (findings: readonly Finding[]): Finding[] => findings.filter(({ status }) => status === 'clash');

/** What bears another piece lies elsewhere once it is stronger: all are asked once more. */
const PASSES = 2;

/**
 * A settled draft held against the rules that take their time as well, so that what is offered clashes in nothing once it is taken:
 * what is too weak of it is made stronger first.
 */
export function* proven(settled: Settled, solver: Highs): Generator<unknown, Settled> {
	if (!settled.works) return settled;
	let { plan } = settled;
	for (let pass = 0; pass < PASSES; pass++) {
		const weak = clashesAmong(yield* strengthsOf(plan));
		if (weak.length === 0) break;
		for (const piece of new Set(weak.flatMap(({ subjects }) => subjects))) {
			const { edits, bears } = yield* strengthened(plan, piece);
			// One piece that cannot be made to bear is enough to do without the rest.
			if (!bears) return { ...settled, clashes: weak.filter(({ subjects }) => subjects.includes(piece)), works: false, failsProof: true };
			plan = applyEdits(plan, edits);
		}
	}
	const clashes = clashesAmong(yield* slowerFindingsOf(plan, solver));
	return { ...settled, plan, clashes, ...(clashes.length === 0 ? {} : { works: false, failsProof: true as const }) };
}
