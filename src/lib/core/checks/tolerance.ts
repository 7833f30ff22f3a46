import { builtAnew, inVariedVehicle } from '../derive';
import { measurementList } from '../interior';
import { spreadOf } from '../people';
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
 * same is asked of the pieces built anew by the rules that this concerns, and the larger effect counts. People differ from the table
 * of segments as vehicles differ from their measurements: a size of theirs that nobody measured is moved by its spread.
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
	const measured = measuredSizes(plan);
	const features = featuresIn(measured);
	const sizes = [...measured, ...tableSizes(plan)];
	const of = sizes.length + features.length;
	for (const [i, size] of sizes.entries()) {
		for (const [key, effect] of effectsOf(plan, [size], base))
			if (effect > NEGLIGIBLE) found[key].sensitivities.push(sensitivity(size, effect));
		yield { done: i + 1, of };
	}
	for (const one of Object.values(found)) {
		one.sensitivities.sort((a, b) => b.effect - a.effect);
		one.tolerance = together(one.sensitivities);
		one.guessed = together(one.sensitivities.filter(({ guessed }) => guessed));
	}
	for (const [i, feature] of features.entries()) {
		const guessed = feature.some((size) => size.guessed);
		for (const [key, effect] of effectsOf(plan, feature, base)) {
			const one = found[key];
			if (effect <= one.tolerance + NEGLIGIBLE) continue;
			one.tolerance = effect;
			if (guessed) one.guessed = effect;
			// Of readings that decide only together none moved the margin alone: they are named all the same.
			if (one.sensitivities.length === 0) one.sensitivities = feature.map((size) => sensitivity(size, effect / feature.length));
		}
		yield { done: sizes.length + i + 1, of };
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

/** A size that may be other than it is taken to be: what it is called, where its number stands, the number, and how far it may be off. */
interface UnsureSize extends Pick<Sensitivity, 'path' | 'label' | 'guessed'> {
	at: string[];
	mm: number;
	plusMinus: number;
}

const measuredSizes = ({ vehicle }: Plan): UnsureSize[] =>
	measurementList(vehicle)
		.filter(({ measurement }) => measurement.plusMinus > 0)
		.map(({ path, label, measurement: { mm, plusMinus, status } }) => ({
			path,
			label,
			guessed: status === 'guessed',
			at: [...path, 'mm'],
			mm,
			plusMinus
		}));

/** The sizes of people that nobody measured, as the table of segments has them. No guesses: most people are as the table says. */
const tableSizes = ({ crew }: Plan): UnsureSize[] =>
	Object.entries(crew).flatMap(([id, person]) =>
		spreadOf(person).map(({ size, name, mm, plusMinus }) => {
			const path = ['crew', id, size];
			return { path, label: `${person.name}: ${name}, by the table`, guessed: false, at: path, mm, plusMinus };
		})
	);

/** Readings of one feature of the vehicle, where there are several: all widths, all ceilings, one arch, one seat. */
function featuresIn(sizes: readonly UnsureSize[]): UnsureSize[][] {
	const features = new Map<string, UnsureSize[]>();
	for (const size of sizes) {
		const [, table, id, readings] = size.path;
		const feature = table === 'stations' ? `${table} ${readings}` : `${table} ${id}`;
		features.set(feature, [...(features.get(feature) ?? []), size]);
	}
	return [...features.values()].filter(({ length }) => length > 1);
}

/** The largest effect of some sizes, all at the upper or all at the lower end of their ±, on every margin they move. */
function effectsOf(plan: Plan, sizes: readonly UnsureSize[], base: ReadonlyMap<string, number>): Map<string, number> {
	const effects = new Map<string, number>();
	const note = (mode: string, result: Result) => {
		const key = toleranceKey(mode, result);
		const before = base.get(key);
		if (before !== undefined) effects.set(key, Math.max(effects.get(key) ?? 0, Math.abs(result.margin - before)));
	};
	const modes = Object.keys(plan.modes);
	for (const side of [1, -1]) {
		const edits = sizes.map(({ at, mm, plusMinus }) => ({ path: at, value: mm + side * plusMinus }));
		const varied = inVariedVehicle(plan, edits);
		for (const mode of modes) for (const result of movedResults(plan, varied, mode)) note(mode, result);
		const anew = varied.vehicle === plan.vehicle ? undefined : builtAnew(plan, varied);
		if (!anew) continue;
		for (const mode of modes) for (const rule of BY_PLACE) for (const result of resultsOfRule(anew, mode, rule)) note(mode, result);
	}
	return effects;
}

const sensitivity = ({ path, label, guessed }: UnsureSize, effect: number): Sensitivity => ({ path, label, guessed, effect });

/** {@link tolerancesOf} to its end. */
export function allTolerances(plan: Plan): Tolerances {
	return toEnd(tolerancesOf(plan));
}
