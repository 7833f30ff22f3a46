import createHighs from 'highs';
import { buildOf, cutDifferences } from '../src/lib/core/build';
import { cuttingPlan } from '../src/lib/core/cutting';
import type { Plan } from '../src/lib/core/plan';
import { withUnits } from '../src/lib/core/units';
import { EXIT, type Options, type Streams } from './command';

/** `nook build`: the steps of building a plan in order, with days; exit 1 when they wait for each other, or what is cut is too small. */
export async function build(plan: Plan, { json, system }: Options, { out }: Streams): Promise<number> {
	const found = buildOf(plan, cuttingPlan(plan, await createHighs()), new Date().toLocaleDateString('sv'));
	const differences = cutDifferences(plan);
	const amiss = found.ring.length + found.impossible.length > 0 || differences.some(({ outcome }) => outcome === 'anew');
	if (json) {
		out(`${JSON.stringify({ plan: plan.name, ...found, cut: differences }, null, '\t')}\n`);
		return amiss ? EXIT.clash : EXIT.fine;
	}
	const dates = new Map(found.calendar.steps.map(({ id, stretches }) => [id, stretches[0]?.date ?? '']));
	let setUp = '';
	for (const step of found.steps) {
		if (step.setUp !== setUp) out(`${(setUp = step.setUp)}\n`);
		const when = step.state === 'done' ? `done ${plan.build.done[step.id].on}` : (dates.get(step.id) ?? '');
		out(
			`  ${when.padEnd(16)}${String(Math.round(step.minutes * found.pace)).padStart(4)} min  ${step.title}${step.since.length > 0 ? ' (more since it was done)' : ''}\n`
		);
		for (const { words } of step.state === 'done' ? [] : step.lines) out(`${' '.repeat(28)}${withUnits(words, system)}\n`);
	}
	for (const one of differences)
		out(
			`cut already: ${one.name}: ${one.outcome === 'anew' ? 'too small now' : one.outcome === 'trim' ? 'to be trimmed' : 'needed no more'}\n`
		);
	for (const words of found.impossible) out(`not to be cut: ${words}\n`);
	for (const title of found.ring) out(`waits for itself: ${title}\n`);
	return amiss ? EXIT.clash : EXIT.fine;
}
