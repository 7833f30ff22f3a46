import type { Highs } from 'highs';
import type { Brief, Wish } from '../plan/brief';
import { layoutFacts, type LayoutFacts } from '../compare';
import type { Plan } from '../plan/plan';
import { groundOf, type Ground } from './ground';
import { MECHANISMS, type Mechanism } from './mechanisms';
import { closestMiss, tooDear, type Miss, type Refusal } from './misses';
import { byWishes, clamp, forbidden, outcomeOf } from './outcome';
import { saying, toEnd } from '../stepwise';
import type { Settled } from './settle';

/** A layout that works: no rule clashes in any mode, whether it is soon asked or takes its time. */
export interface Found {
	mechanism: string;
	title: string;
	/** The whole plan with it, ready to be taken over. */
	plan: Plan;
	facts: LayoutFacts;
	/** What it asks of the seats, in words; empty for nothing. */
	seats: string;
	givesUp: string[];
	/** How many margins are tight. */
	tight: number;
	/** What it is better at than the others. */
	bestAt: string[];
	/** By the wishes, for the order of the list; 1 is all of them. */
	score: number;
}

/** How far a search is. */
export interface FindProgress {
	/** 0 to 1. */
	share: number;
	found: Found[];
	misses: Miss[];
	/** Berths judged by the field, and drafts worked out by all rules. */
	looked: number;
	tried: number;
}

/** Layouts of one mechanism in the list, and in all. */
const PER_MECHANISM = 2;
const MOST = 8;
/** Two of one mechanism whose heights, lengths and widths differ by less are near twins: the better one is listed, mm. */
const TWIN = 50;

/** What each wish gives, 0 to 1, once everything is worked out. */
const VALUE: Record<Wish, (facts: LayoutFacts, givesUp: string[], sleepers: number) => number> = {
	'sit up': (_, givesUp, sleepers) => 1 - givesUp.filter((one) => one.endsWith('sit up')).length / Math.max(1, sleepers),
	double: ({ width: across }) => clamp((across - 600) / 700),
	desk: ({ beside }) => clamp(beside / 600),
	'quick change': ({ seconds }) => (seconds === null ? 0 : clamp(1 - seconds / 600)),
	light: ({ weight: kg }) => clamp(1 - kg / 80),
	'free floor': ({ freeFloor }) => freeFloor,
	storage: ({ storage }) => clamp(storage / 800)
};

function foundOf(ground: Ground, mechanism: Mechanism, solver: Highs, { draft, plan, givesUp, tight }: Settled): Found {
	const facts = layoutFacts(plan, solver);
	const wishes = byWishes(ground.brief.wishes, (wish) => VALUE[wish](facts, givesUp, ground.sleepers.length));
	return {
		mechanism: mechanism.id,
		title: mechanism.title,
		plan: { ...plan, layout: mechanism.title },
		facts,
		seats: draft.seatPlan.words,
		givesUp,
		tight,
		bestAt: [],
		score: wishes - 0.08 * givesUp.length - 0.005 * tight - 0.05 * draft.seatPlan.trouble
	};
}

/** What layouts are compared in, for saying what each is best at: smaller or larger is better. */
const CONTESTS: { words: string; value: (found: Found) => number }[] = [
	{ words: 'quickest to make up', value: ({ facts }) => -(facts.seconds ?? Infinity) },
	{ words: 'most storage', value: ({ facts }) => facts.storage },
	{ words: 'lightest', value: ({ facts }) => -facts.weight },
	{ words: 'least to buy', value: ({ facts }) => -(facts.cost ?? Infinity) },
	{ words: 'widest bed', value: ({ facts }) => facts.width },
	{ words: 'most room beside it', value: ({ facts }) => facts.beside },
	{ words: 'lowest bed', value: ({ facts }) => -facts.height },
	{ words: 'gives up least', value: ({ givesUp }) => -givesUp.length }
];

/** The layouts best first, few of one mechanism, each with what no other matches. */
function listed(found: Found[]): Found[] {
	const taken: Found[] = [];
	for (const one of [...found].sort((a, b) => b.score - a.score || a.mechanism.localeCompare(b.mechanism))) {
		const kin = taken.filter(({ mechanism }) => mechanism === one.mechanism);
		const near = (other: Found, key: 'height' | 'length' | 'width') => Math.abs(other.facts[key] - one.facts[key]) < TWIN;
		const twin = kin.some((other) => near(other, 'height') && near(other, 'length') && near(other, 'width'));
		if (taken.length < MOST && kin.length < PER_MECHANISM && !twin) taken.push(one);
	}
	return taken.map((one) => ({
		...one,
		bestAt: CONTESTS.filter(({ value }) => taken.length > 1 && taken.every((other) => other === one || value(one) > value(other))).map(
			({ words }) => words
		)
	}));
}

/** Why a layout that no rule speaks against is out all the same. */
function refusalOf({ plan, facts }: Found, { budget }: Brief, verify: (plan: Plan) => string | undefined): Refusal | undefined {
	if (facts.blocked) return { reason: facts.blocked };
	if (budget !== undefined && facts.cost !== null && facts.cost > budget) return tooDear(facts.cost - budget);
	const reason = verify(plan);
	return reason ? { reason } : undefined;
}

/**
 * Looks for layouts: every mechanism, at every height, on either side and with the seats every way the brief allows, is
 * judged by the field; the best of each are worked out by all rules in all modes; what then works is listed by the wishes,
 * and for what does not work the closest miss is said with what would make it work. The same input gives the same answer.
 *
 * Yields after each piece of work with what is known so far.
 *
 * @param solver lays out what is bought, so that its price is that of the shopping list
 * @param verify says what is wrong with a layout by other means, such as solids; it is then left out.
 */
export function* finding(
	plan: Plan,
	brief: Brief,
	solver: Highs,
	{
		verify = () => undefined,
		mechanisms = MECHANISMS
	}: { verify?: (plan: Plan) => string | undefined; mechanisms?: readonly Mechanism[] } = {}
): Generator<FindProgress, FindProgress> {
	const ground = groundOf(plan, brief);
	const found: Found[] = [];
	const misses: Miss[] = [];
	const out: { mechanism: Mechanism; nearest: Settled | undefined; refusal: Refusal | undefined }[] = [];
	const state = { looked: 0, tried: 0 };
	// Six tenths of the way go to what works, the rest to what would; what something can be done about comes first.
	const progress = (share: number): FindProgress => ({
		share,
		found: listed(found),
		misses: [...misses].sort((a, b) => Number(!a.advice) - Number(!b.advice)),
		...state
	});
	const asked = mechanisms.filter(({ sleepers }) => sleepers === undefined || sleepers === ground.sleepers.length);
	for (const [i, mechanism] of asked.entries()) {
		const reason = forbidden(ground, mechanism);
		if (reason) {
			out.push({ mechanism, nearest: undefined, refusal: { reason } });
			continue;
		}
		const { working, nearest, looked, tried } = yield* saying(outcomeOf(ground, mechanism, PER_MECHANISM, { solver }), () =>
			progress((0.6 * i) / asked.length)
		);
		state.looked += looked;
		state.tried += tried;
		let refusal: Refusal | undefined;
		for (const settled of working) {
			const one = foundOf(ground, mechanism, solver, settled);
			const refused = refusalOf(one, brief, verify);
			// What is said is why the first of them is out: it is the best of them otherwise.
			refusal ??= refused;
			if (!refused) found.push(one);
		}
		if (!found.some((one) => one.mechanism === mechanism.id)) out.push({ mechanism, nearest, refusal });
		yield progress((0.6 * (i + 1)) / asked.length);
	}
	for (const [i, { mechanism, nearest, refusal }] of out.entries())
		misses.push(yield* saying(closestMiss(plan, ground, mechanism, nearest, refusal), () => progress(0.6 + (0.4 * i) / out.length)));
	return progress(1);
}

/** The whole search at once. */
export function find(plan: Plan, brief: Brief, solver: Highs, options?: Parameters<typeof finding>[3]): FindProgress {
	return toEnd(finding(plan, brief, solver, options));
}
