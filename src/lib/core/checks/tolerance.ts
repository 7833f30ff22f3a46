import { measurementList } from '../interior/measuring';
import { applyEdits } from '../plan/edit';
import type { Plan } from '../plan/plan';
import type { Sensitivity } from './finding';
import { resultsIn, toleranceKey, type Tolerances } from './run';

/** Effects below this many mm (or shares) are rounding, not sensitivity. */
const NEGLIGIBLE = 1e-3;

/**
 * The tolerance of every margin of a plan: each measurement moved by its own ± in turn, the effects on the margin
 * squared, added and rooted (independent errors, first order). Yields after each measurement so that a caller can
 * show progress or stop.
 */
export function* tolerancesOf(plan: Plan): Generator<{ done: number; of: number }, Tolerances> {
	const modes = Object.keys(plan.modes);
	const base = new Map(modes.flatMap((mode) => resultsIn(plan, mode).map((r) => [toleranceKey(mode, r), r.margin] as const)));
	const found: Tolerances = Object.fromEntries([...base.keys()].map((key) => [key, { tolerance: 0, sensitivities: [] }]));
	const entries = measurementList(plan.vehicle);
	for (const [i, entry] of entries.entries()) {
		const { measurement } = entry;
		if (measurement.plusMinus > 0) {
			const moved = applyEdits(plan, [{ path: [...entry.path, 'mm'], value: measurement.mm + measurement.plusMinus }]);
			for (const mode of modes)
				for (const result of resultsIn(moved, mode)) {
					const key = toleranceKey(mode, result);
					const before = base.get(key);
					if (before === undefined) continue;
					const effect = Math.abs(result.margin - before);
					if (effect > NEGLIGIBLE) found[key].sensitivities.push(sensitivity(entry, effect));
				}
		}
		yield { done: i + 1, of: entries.length };
	}
	for (const one of Object.values(found)) {
		one.sensitivities.sort((a, b) => b.effect - a.effect);
		one.tolerance = Math.hypot(...one.sensitivities.map((s) => s.effect));
	}
	return found;
}

const sensitivity = (entry: ReturnType<typeof measurementList>[number], effect: number): Sensitivity => ({
	path: entry.path,
	label: entry.label,
	guessed: entry.measurement.status === 'guessed',
	effect
});

/** {@link tolerancesOf} to its end. */
export function allTolerances(plan: Plan): Tolerances {
	const run = tolerancesOf(plan);
	for (;;) {
		const step = run.next();
		if (step.done) return step.value;
	}
}
