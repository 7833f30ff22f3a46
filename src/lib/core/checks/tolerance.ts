import { builtAnew, inVariedVehicle } from '../derive';
import { measurementList, type MeasurementEntry } from '../interior';
import type { Edit } from '../plan/edit';
import type { Plan } from '../plan/plan';
import { toEnd } from '../stepwise';
import type { Result, Sensitivity } from './finding';
import { resultListsIn, resultsIn, resultsOfRule, toleranceKey, type Tolerance, type Tolerances } from './run';

/** Effects below this many mm (or shares) are rounding, not sensitivity. */
const NEGLIGIBLE = 1e-3;

/**
 * The tolerance of every margin of a plan. The pieces stay as they would be cut from the present numbers, and the vehicle
 * round them is moved: each measurement up and down by its own ±, and all readings of one feature together, as a tape that
 * reads long reads long everywhere. What stands by a measurement, against a wall or over an arch, moves with it as well: the
 * same is asked of the pieces built anew by the rules that this concerns, and the larger effect counts.
 *
 * One at a time the larger effect of the two sides counts, and the effects are squared, added and rooted (independent
 * errors, first order). Where several readings bind equally, or a reading decides only once another one gives way, moving
 * them together does more than that sum says: then this counts. Yields after each measurement so that a caller can show
 * progress or stop.
 */
export function* tolerancesOf(plan: Plan): Generator<{ done: number; of: number }, Tolerances> {
	const base = marginsOf(plan);
	const found: Tolerances = Object.fromEntries(
		[...base.keys()].map((key): [string, Tolerance] => [key, { tolerance: 0, guessed: 0, sensitivities: [] }])
	);
	const entries = measurementList(plan.vehicle).filter(({ measurement }) => measurement.plusMinus > 0);
	const features = featuresIn(entries);
	const of = entries.length + features.length;
	for (const [i, entry] of entries.entries()) {
		for (const [key, effect] of effectsOf(plan, [entry], base))
			if (effect > NEGLIGIBLE) found[key].sensitivities.push(sensitivity(entry, effect));
		yield { done: i + 1, of };
	}
	for (const one of Object.values(found)) {
		one.sensitivities.sort((a, b) => b.effect - a.effect);
		one.tolerance = together(one.sensitivities);
		one.guessed = together(one.sensitivities.filter(({ guessed }) => guessed));
	}
	for (const [i, feature] of features.entries()) {
		const guessed = feature.some(({ measurement }) => measurement.status === 'guessed');
		for (const [key, effect] of effectsOf(plan, feature, base)) {
			const one = found[key];
			if (effect <= one.tolerance + NEGLIGIBLE) continue;
			one.tolerance = effect;
			if (guessed) one.guessed = effect;
			// Of readings that decide only together none moved the margin alone: they are named all the same.
			if (one.sensitivities.length === 0) one.sensitivities = feature.map((entry) => sensitivity(entry, effect / feature.length));
		}
		yield { done: entries.length + i + 1, of };
	}
	return found;
}

/** Rules about what stands beside what, or inside a piece: there a size also shows in what stands where by it. */
const BY_PLACE = ['inner-margin', 'front-opens', 'fit-pieces', 'rests-on', 'aisle'] as const;

const together = (sensitivities: readonly Sensitivity[]): number => Math.hypot(...sensitivities.map(({ effect }) => effect));

/** The margin of every result of a plan, by mode and result. */
const marginsOf = (plan: Plan): Map<string, number> =>
	new Map(Object.keys(plan.modes).flatMap((mode) => resultsIn(plan, mode).map((r) => [toleranceKey(mode, r), r.margin] as const)));

/** The results of a mode that did not come out of memory as they were: what a check was not asked again cannot have moved. */
function movedResults(plan: Plan, varied: Plan, mode: string): Result[] {
	const before = resultListsIn(plan, mode);
	return resultListsIn(varied, mode)
		.filter((list, i) => list !== before[i])
		.flat();
}

/** Readings of one feature of the vehicle, where there are several: all widths, all ceilings, one arch, one seat. */
function featuresIn(entries: readonly MeasurementEntry[]): MeasurementEntry[][] {
	const features = new Map<string, MeasurementEntry[]>();
	for (const entry of entries) {
		const [, table, id, readings] = entry.path;
		const feature = table === 'stations' ? `${table} ${readings}` : `${table} ${id}`;
		features.set(feature, [...(features.get(feature) ?? []), entry]);
	}
	return [...features.values()].filter(({ length }) => length > 1);
}

/** The largest effect of some readings, all at the upper or all at the lower end of their ±, on every margin they move. */
function effectsOf(plan: Plan, entries: readonly MeasurementEntry[], base: ReadonlyMap<string, number>): Map<string, number> {
	const effects = new Map<string, number>();
	const note = (mode: string, result: Result) => {
		const key = toleranceKey(mode, result);
		const before = base.get(key);
		if (before !== undefined) effects.set(key, Math.max(effects.get(key) ?? 0, Math.abs(result.margin - before)));
	};
	const modes = Object.keys(plan.modes);
	for (const side of [1, -1]) {
		const edits = entries.map(({ path, measurement: { mm, plusMinus } }): Edit => ({
			path: [...path, 'mm'],
			value: mm + side * plusMinus
		}));
		const varied = inVariedVehicle(plan, edits);
		for (const mode of modes) for (const result of movedResults(plan, varied, mode)) note(mode, result);
		const anew = builtAnew(plan, varied);
		if (!anew) continue;
		for (const mode of modes) for (const rule of BY_PLACE) for (const result of resultsOfRule(anew, mode, rule)) note(mode, result);
	}
	return effects;
}

const sensitivity = (entry: MeasurementEntry, effect: number): Sensitivity => ({
	path: entry.path,
	label: entry.label,
	guessed: entry.measurement.status === 'guessed',
	effect
});

/** {@link tolerancesOf} to its end. */
export function allTolerances(plan: Plan): Tolerances {
	return toEnd(tolerancesOf(plan));
}
