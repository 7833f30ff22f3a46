import createHighs from 'highs';
import { buildOf, momentOf } from '../src/lib/core/build';
import { cuttingPlan, numbersOf } from '../src/lib/core/cutting';
import { demo, say, time } from './measure';

/** How long the order of work takes to work out once the cuts are known, as a share of the cuts, and one drawing of it. */
export async function building(): Promise<void> {
	const highs = await createHighs();
	console.log('\nThe steps of a build, their order and their days, against the cut list that they follow from\n');
	for (const name of ['lantern-small-van', '20-long-drawers', 'own-bed-on-drawers', '11-two-sofas']) {
		const plan = demo(`${name}.nook.json`);
		const { median: cut } = time(() => cuttingPlan(structuredClone(plan), highs), 3, 1);
		const cutting = cuttingPlan(plan, highs);
		const { median: ms } = time(() => buildOf(plan, cutting, '2026-12-01'), 5, 2);
		const { steps } = buildOf(plan, cutting, '2026-12-01');
		const last = steps.findLast(({ kind }) => kind === 'install')!;
		const { median: drawn } = time(() => momentOf(plan, steps, last.id, last.lines.length - 1, numbersOf(cutting.parts)), 5);
		say(name, `${steps.length} steps in ${ms.toFixed(0)} ms, ${(ms / cut).toFixed(2)} of the cut list; a drawing ${drawn.toFixed(1)} ms`);
	}
}
