import type { Highs } from 'highs';
import {
	allTolerances,
	changesFor,
	clashesTold,
	costOf,
	findingsOf,
	resultId,
	slowerFindings,
	strengthsOf,
	worstFirst,
	type Change,
	type Finding,
	type Tolerances
} from '../checks';
import { applyEdits, placeOf, type Edit } from '../plan/edit';
import type { Plan } from '../plan/plan';
import { saying, toEnd } from '../stepwise';
import { pieceKnobs, seatKnobs, thingKnobs, turnWords, type Knob } from '../turning';
import type { UnitSystem } from '../units';
import { weight } from './settle';
import { strengthening } from './stronger';

/** One of several changes; `asks` where it gives something up, or says what only the owner knows. */
type Step = Pick<Change, 'label' | 'edits' | 'asks'>;

/** Several changes that together settle what clashes. */
export interface MadeFit {
	/** In the order in which they are made; each is there because something clashes without it. */
	changes: Step[];
	/** What else becomes of the plan, in words. */
	cost: string;
	/** How many of the clashes of the plan are settled. */
	settles: number;
	/** What clashes still or newly, by all rules: also what bears, stays, lies somewhere and is joined, and the ways from mode to mode. */
	left: Finding[];
}

/** How far a search has come. */
export interface FitProgress {
	/** How many changes together are being tried, and how many plans were so far. */
	depth: number;
	tried: number;
	/** The fewest clashes that any of them leaves. */
	fewest: number;
}

/** Our own judgement of what a search may cost: so many changes together, so many plans kept of each number, so many ways on from each. */
const LIMITS = { changes: 6, kept: 4, ways: 8 };
/** To ask for less, or to say what only the owner knows, counts as so many changes: it comes where nothing else is left. */
const ASKING = 3;
/** A way on may bring so many new clashes: another change can settle them. */
const DETOUR = 1;
/** So many of the ways that settle everything are held against what takes longer. */
const HELD_AGAINST = 3;

/** A plan on the way, with what was changed. */
interface Way {
	plan: Plan;
	steps: Step[];
	clashes: Finding[];
	price: number;
}

const editsOf = (steps: readonly Step[]): Edit[] => steps.flatMap(({ edits }) => edits);
const priceOf = (steps: readonly Step[]): number => steps.reduce((sum, { asks }) => sum + (asks ? ASKING : 1), 0);

/** The knob of a plan that turns the value at a path, if there is one. */
function knobAt(plan: Plan, path: readonly string[]): Knob | undefined {
	const [table, id, part, of] = path;
	const knobs =
		table === 'pieces'
			? pieceKnobs(id, plan.pieces[id])
			: table === 'modes' && part === 'seats'
				? seatKnobs(plan, id, of)
				: table === 'modes' && part === 'lies'
					? thingKnobs(plan, id, of)
					: [];
	return knobs.find((knob) => placeOf(knob) === placeOf({ path }));
}

/**
 * The steps with one more. What turns the same number again takes the place of the earlier turn, told from where the plan had it;
 * undefined where two steps get into each other's way otherwise.
 */
function withStep(plan: Plan, steps: readonly Step[], next: Step, system: UnitSystem): Step[] | undefined {
	const places = new Set(next.edits.map(placeOf));
	const same = steps.filter(({ edits }) => edits.some((edit) => places.has(placeOf(edit))));
	if (same.length === 0) return [...steps, next];
	const [edit, ...others] = next.edits;
	const knob = knobAt(plan, edit.path);
	if (!knob || others.length > 0 || same.length > 1 || same[0].edits.length > 1) return undefined;
	const value = edit.value as number;
	const rest = steps.filter((step) => step !== same[0]);
	return value === knob.value ? rest : [...rest, { ...next, label: turnWords(knob, value, system) }];
}

/** The plan with some steps made; undefined where one of them leads through what another took away. */
function made(plan: Plan, steps: readonly Step[]): Plan | undefined {
	try {
		return applyEdits(plan, editsOf(steps));
	} catch (error) {
		if (error instanceof RangeError) return undefined;
		throw error;
	}
}

const clashesOf = (plan: Plan, tolerances: Tolerances): Finding[] => clashesTold(plan, findingsOf(plan, tolerances));

/** Steps of which none can be left out: where one was made for a clash that a later one settles as well, it is taken back. */
function withoutIdle(plan: Plan, way: Way, tolerances: Tolerances): Way {
	for (const step of way.steps) {
		const steps = way.steps.filter((one) => one !== step);
		const without = made(plan, steps);
		const clashes = without && clashesOf(without, tolerances);
		if (without && clashes && weight(clashes) <= weight(way.clashes))
			return withoutIdle(plan, { plan: without, steps, clashes, price: priceOf(steps) }, tolerances);
	}
	return way;
}

/** The ways on from a plan: what settles the first clash that anything settles. Any of them must be settled, so one is enough to branch at. */
function waysOn(base: Plan, way: Way, tolerances: Tolerances, system: UnitSystem): Way[] {
	for (const clash of way.clashes) {
		const changes = changesFor(way.plan, clash, tolerances, system).filter(({ newClashes }) => newClashes <= DETOUR);
		const built = changes.filter(({ asks }) => !asks).sort((a, b) => a.newClashes - b.newClashes);
		const asking = changes.filter(({ asks }) => asks);
		const ways = [...built.slice(0, LIMITS.ways), ...asking].flatMap((change): Way[] => {
			const steps = withStep(base, way.steps, change, system);
			const plan = steps && made(base, steps);
			if (!plan) return [];
			return [{ plan, steps, clashes: clashesOf(plan, tolerances), price: priceOf(steps) }];
		});
		if (ways.length > 0) return ways;
	}
	return [];
}

/** The way with what is too weak at its end made stronger: by other stock and more supports nothing else is settled, so that comes last. */
function* madeStrong(way: Way, tolerances: Tolerances, system: UnitSystem): Generator<FitProgress, Way> {
	const progress = () => ({ depth: way.steps.length + 1, tried: 0, fewest: way.clashes.length });
	let { plan, steps, price } = way;
	const weak = clashesTold(plan, yield* saying(strengthsOf(plan), progress));
	for (const piece of new Set(weak.flatMap(({ subjects }) => subjects))) {
		const change = yield* saying(strengthening(plan, piece, system), progress);
		if (!change) continue;
		steps = [...steps, { label: change.label, edits: change.edits }];
		plan = applyEdits(plan, change.edits);
		price++;
	}
	return steps === way.steps ? way : { plan, steps, price, clashes: clashesOf(plan, tolerances) };
}

/** What a way comes to, in changes and words. */
function fitOf(plan: Plan, { plan: changed, steps }: Way, before: Finding[], left: Finding[], tolerances: Tolerances): MadeFit {
	const still = new Set(left.map(resultId));
	const settles = before.filter((clash) => !still.has(resultId(clash))).length;
	const changes = steps.map(({ label, edits, asks }) => ({ label, edits, ...(asks ? { asks } : {}) }));
	return { changes, cost: steps.length > 0 ? costOf(plan, changed, tolerances).cost : '', settles, left };
}

/** Clashes by every rule there is, with the tolerances of that very plan: what a check of it tells. */
const allClashes = (plan: Plan, tolerances: Tolerances, solver: Highs): Finding[] =>
	worstFirst(clashesOf(plan, tolerances), clashesTold(plan, slowerFindings(plan, solver)));

/**
 * Looks for the fewest changes after which nothing clashes: plans are changed one change at a time, by what settles one of their
 * clashes, and of all that are as far those with least left go on (a beam search, Lowerre 1976). What asks for less than before comes
 * last. What is found is held against all rules, the slow ones as well; nothing is left in it that is not needed. Not proven to be the fewest.
 *
 * @param tolerances of the margins of the plan; clashes that hang on guesses are questions, which no change settles
 * @param solver for what stays where it is held
 * @returns undefined when nothing clashes
 */
export function* makingFit(
	plan: Plan,
	tolerances: Tolerances,
	solver: Highs,
	system: UnitSystem = 'metric'
): Generator<FitProgress, MadeFit | undefined> {
	const before = allClashes(plan, tolerances, solver);
	if (before.length === 0) return undefined;
	const start: Way = { plan, steps: [], clashes: clashesOf(plan, tolerances), price: 0 };
	if (start.clashes.length === 0) {
		const way = yield* madeStrong(start, tolerances, system);
		const left = allClashes(way.plan, tolerances, solver);
		return fitOf(plan, way, before, left, tolerances);
	}
	const better = (a: Way, b: Way) => weight(a.clashes) - weight(b.clashes) || a.price - b.price;
	let beam = [start];
	let best = start;
	let tried = 0;
	const whole: Way[] = [];
	for (let depth = 1; depth <= LIMITS.changes && beam.length > 0; depth++) {
		const next = new Map<string, Way>();
		for (const way of beam) {
			for (const on of waysOn(plan, way, tolerances, system)) {
				tried++;
				const key = JSON.stringify(
					editsOf(on.steps)
						.map(({ path, value }) => [placeOf({ path }), value])
						.sort()
				);
				const same = next.get(key);
				if (!same || on.price < same.price) next.set(key, on);
				if (better(on, best) < 0) best = on;
			}
			yield { depth, tried, fewest: best.clashes.length };
		}
		const ways = [...next.values()].sort(better);
		whole.push(...ways.filter(({ clashes }) => clashes.length === 0));
		const cheapest = Math.min(...whole.map(({ price }) => price));
		// One more change never costs less than what is found by now.
		beam = ways.filter(({ clashes, price }) => clashes.length > 0 && price + 1 < cheapest).slice(0, LIMITS.kept);
	}
	const candidates = whole.length > 0 ? whole.sort((a, b) => a.price - b.price).slice(0, HELD_AGAINST) : [best];
	let found: MadeFit | undefined;
	for (const candidate of candidates) {
		if (candidate.steps.length === 0) continue;
		const way = yield* madeStrong(withoutIdle(plan, candidate, tolerances), tolerances, system);
		const left = allClashes(way.plan, allTolerances(way.plan), solver);
		const one = fitOf(plan, way, before, left, tolerances);
		if (!found || left.length < found.left.length) found = one;
		if (left.length === 0) break;
		yield { depth: candidate.steps.length, tried, fewest: left.length };
	}
	return found ?? { changes: [], cost: '', settles: 0, left: before };
}

/** {@link makingFit} to its end. */
export const makeFit = (plan: Plan, tolerances: Tolerances, solver: Highs, system: UnitSystem = 'metric'): MadeFit | undefined =>
	toEnd(makingFit(plan, tolerances, solver, system));
