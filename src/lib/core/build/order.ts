import type { BuildStep, SetUp } from './step';

/** An order of steps, and how often one sets up anew in it. */
export interface Ordered {
	steps: BuildStep[];
	setUps: number;
	/** No order has fewer. */
	proven: boolean;
	/** Steps that wait for each other in a ring, if any: they come last. */
	ring: string[];
}

/** So many states of what is done are looked at before the best order so far is taken. */
const MOST_STATES = 60_000;

/** A sequence of set-ups under way: what is done, how it came to be. */
interface Way {
	done: Uint8Array;
	setUp: SetUp | undefined;
	switches: number;
	sequence: number[];
	/** Fewest further set-ups that are surely needed. */
	left: number;
}

/**
 * Puts steps in an order that keeps what each needs and sets up as seldom as can be. While one is set up for something, everything is
 * done there that can be: doing a step earlier hinders nothing and costs no new beginning, so some best order does so, and only the
 * sequence of set-ups is searched (best first, with the longest chain of set-ups that must follow as the bound: the first that is
 * complete is the best there is).
 *
 * @param done steps that are done already, in the order in which they were done: they come first, and one is still set up for the last
 * @param most states that are looked at; beyond it the order is good, and not proven
 */
export function orderOf(steps: readonly BuildStep[], done: readonly string[] = [], most = MOST_STATES): Ordered {
	const isDone = new Set(done);
	const indexOf = new Map(steps.map(({ id }, i) => [id, i]));
	const needs = steps.map((step) => step.needs.flatMap((one) => indexOf.get(one.step) ?? []));
	const rings = inRings(needs);
	const open = steps.flatMap((step, i) => (isDone.has(step.id) || rings.has(i) ? [] : [i]));
	const start = new Uint8Array(steps.length);
	const before: number[] = [];
	for (const id of isDone) {
		const i = indexOf.get(id);
		if (i === undefined) continue;
		start[i] = 1;
		before.push(i);
	}
	const present = before.length > 0 ? steps[before.at(-1)!].setUp : undefined;
	const chains = chainsAfter(steps, needs);
	const bound = (state: Uint8Array, setUp: SetUp | undefined) => {
		let longest = 0;
		const kinds = new Set<SetUp>();
		for (const i of open)
			if (!state[i]) {
				longest = Math.max(longest, chains[i] - (steps[i].setUp === setUp ? 1 : 0));
				if (steps[i].setUp !== setUp) kinds.add(steps[i].setUp);
			}
		return Math.max(longest, kinds.size);
	};
	const found = search(steps, needs, open, { done: start, setUp: present, switches: 0, sequence: [], left: 0 }, bound, most);
	const last = [...rings].filter((i) => !isDone.has(steps[i].id));
	return {
		steps: [...before, ...found.way.sequence, ...last].map((i) => steps[i]),
		setUps: found.way.switches,
		proven: found.proven,
		ring: last.map((i) => steps[i].id)
	};
}

/** For each step the fewest set-ups in a row, from its own on, that what follows from it asks for. */
function chainsAfter(steps: readonly BuildStep[], needs: readonly number[][]): number[] {
	const followers = steps.map((): number[] => []);
	needs.forEach((of, i) => of.forEach((n) => followers[n].push(i)));
	const known: (number | undefined)[] = steps.map(() => undefined);
	const chain = (i: number): number => {
		if (known[i] !== undefined) return known[i];
		known[i] = 1;
		const longest = followers[i].map((next) => chain(next) + (steps[next].setUp === steps[i].setUp ? 0 : 1));
		return (known[i] = Math.max(1, ...longest));
	};
	steps.forEach((_, i) => chain(i));
	return known as number[];
}

/** Steps that wait for themselves, or for some that do. */
function inRings(needs: readonly number[][]): Set<number> {
	const free = new Set<number>();
	for (let before = -1; before < free.size;) {
		before = free.size;
		needs.forEach((of, i) => {
			if (of.every((n) => free.has(n))) free.add(i);
		});
	}
	return new Set(needs.flatMap((_, i) => (free.has(i) ? [] : [i])));
}

/** Everything that can be done under one set-up, in turn. */
function exhausted(way: Way, setUp: SetUp, steps: readonly BuildStep[], needs: readonly number[][], open: readonly number[]): Way {
	const done = Uint8Array.from(way.done);
	const sequence = [...way.sequence];
	for (let went = true; went;) {
		went = false;
		for (const i of open)
			if (!done[i] && steps[i].setUp === setUp && needs[i].every((n) => done[n])) {
				done[i] = 1;
				sequence.push(i);
				went = true;
			}
	}
	return { done, setUp, sequence, switches: way.switches + (way.setUp === setUp ? 0 : 1), left: 0 };
}

function search(
	steps: readonly BuildStep[],
	needs: readonly number[][],
	open: readonly number[],
	start: Way,
	bound: (state: Uint8Array, setUp: SetUp | undefined) => number,
	most: number
): { way: Way; proven: boolean } {
	const complete = ({ done }: Way) => open.every((i) => done[i]);
	/** Ways by switches and what is surely left: the cheapest first, of those the longest. */
	const waiting: Way[][] = [];
	const push = (way: Way) => (waiting[way.switches + way.left] ??= []).push(way);
	// Whatever can still be done under the set-up that one is in comes first.
	const first = start.setUp === undefined ? start : exhausted(start, start.setUp, steps, needs, open);
	push({ ...first, left: bound(first.done, first.setUp) });
	const seen = new Map<string, number>();
	let looked = 0;
	let best: Way | undefined;
	for (let cost = 0; cost < waiting.length; cost++) {
		for (let way = waiting[cost]?.pop(); way; way = waiting[cost].pop()) {
			if (complete(way)) return { way, proven: true };
			looked++;
			if (looked > most) return { way: greedy(way, steps, needs, open), proven: false };
			for (const setUp of new Set(open.filter((i) => !way.done[i] && needs[i].every((n) => way.done[n])).map((i) => steps[i].setUp))) {
				if (setUp === way.setUp) continue;
				const next = exhausted(way, setUp, steps, needs, open);
				next.left = bound(next.done, setUp);
				const key = `${setUp}|${next.done.join('')}`;
				if ((seen.get(key) ?? Infinity) <= next.switches) continue;
				seen.set(key, next.switches);
				push(next);
			}
			best = way;
		}
	}
	return { way: greedy(best ?? start, steps, needs, open), proven: true };
}

/** Goes on from a state with whichever set-up does most at once. */
function greedy(from: Way, steps: readonly BuildStep[], needs: readonly number[][], open: readonly number[]): Way {
	let way = from;
	while (open.some((i) => !way.done[i])) {
		const options = [...new Set(open.filter((i) => !way.done[i]).map((i) => steps[i].setUp))].map((setUp) =>
			exhausted(way, setUp, steps, needs, open)
		);
		way = options.reduce((best, one) => (one.sequence.length > best.sequence.length ? one : best));
	}
	return way;
}
