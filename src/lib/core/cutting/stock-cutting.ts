import type { Highs } from 'highs';

/** Bars of one length that can be taken: any number at a price, or so many as there are. */
export interface BarSource {
	length: number;
	/** For one; 0 for what one has. */
	price: number;
	/** How many there are; any number when absent. */
	have?: number;
}

/** One way to fill a bar: how often each length is sawn from it, and which source it comes from. */
export interface Pattern {
	source: number;
	counts: number[];
}

/** Lengths to be sawn, each so many times, from bars that lose a kerf at every cut. */
export interface StockCutting {
	/** All different, longest first, mm. */
	lengths: readonly number[];
	demand: readonly number[];
	sources: readonly BarSource[];
	kerf: number;
}

/** What is sawn, and whether nothing cheaper is possible. */
export interface Sawn {
	patterns: Pattern[];
	proven: boolean;
	/** What any plan costs at the least, as far as is known, in money, or in mm where some prices are not known. */
	least: number;
	costs: number;
}

/** Rounding of sums of lengths, mm, and of prices. */
const TINY = 1e-9;
/** A pattern that is worth more than it costs by less than this brings nothing. */
const WORTH = 1e-7;
/** Rounds of pricing at the most, and seconds for the last choice among all patterns that were found. */
const MOST_ROUNDS = 600;
const CHOICE_SECONDS = 6;
/** More patterns than this of one source are not chosen from at once. */
const MOST_PATTERNS = 3000;
/** Steps of one search for a pattern: what is not found until then is taken to be of no worth, and then nothing is proven. */
const MOST_STEPS = 200_000;

/** What a source costs in the sum that is made least: its price, or its length where some prices are not known. */
function costs(sources: readonly BarSource[]): number[] {
	const priced = sources.every(({ price, have }) => price > 0 || have !== undefined);
	return sources.map(({ price, length, have }) => (have !== undefined ? 0 : priced ? price : length));
}

/** The greatest step of which all costs are whole multiples: no plan costs anything between; in hundredths. */
function stepOf(all: readonly number[]): number {
	const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
	const step = all.map((cost) => Math.round(100 * cost)).reduce(gcd, 0);
	return all.every((cost) => Math.abs(100 * cost - Math.round(100 * cost)) < 1e-6) ? step / 100 : 0;
}

/**
 * The cheapest way to saw lengths from bars: the linear program over all ways to fill a bar, whose columns are generated as they are
 * needed by a knapsack search (Gilmore and Gomory, A Linear Programming Approach to the Cutting-Stock Problem, 1961, 1963), gives a
 * bound; rounding it step by step with new columns, and last an integer program over all columns that could matter, gives a plan. Where
 * the two meet, or the last program was over all such columns and came to its end, it is proven.
 *
 * @returns nothing where some length fits no bar, or the bars that one has do not suffice
 */
export function sawCheaply(problem: StockCutting, solver: Highs): Sawn | undefined {
	const cost = costs(problem.sources);
	const step = stepOf(cost);
	const costOf = (patterns: readonly Pattern[]) => patterns.reduce((sum, { source }) => sum + cost[source], 0);
	let best = firstFit(problem);
	if (!best) return undefined;
	const columns = new Columns(problem, cost, best, solver);
	const relaxed = columns.relax(problem.demand);
	const bound = relaxed && (step > 0 ? Math.ceil(relaxed.value / step - 1e-6) * step : relaxed.value);
	const isBest = () => bound !== undefined && relaxed!.exact && costOf(best!) <= bound + 1e-6;
	const take = (found: Pattern[] | undefined) => {
		if (found && costOf(found) < costOf(best!) - TINY) best = found;
	};
	const answer = (proven: boolean): Sawn => {
		const costs = costOf(best!);
		return { patterns: best!, proven, costs, least: proven ? costs : Math.max(0, bound ?? 0) };
	};
	if (!isBest()) take(columns.dive(problem.demand));
	if (!isBest()) take(columns.choose(step).patterns);
	if (isBest() || !relaxed?.exact) return answer(isBest());
	// What is cheaper than the best is made of patterns that cost no more above their worth than what is left to gain: if these are few,
	// the best choice among them is the best of all (enumeration by reduced costs).
	if (!columns.complete(relaxed, costOf(best) - Math.max(step, WORTH) - relaxed.value)) return answer(false);
	const { patterns, finished } = columns.choose(step);
	take(patterns);
	return answer(finished || isBest());
}

/** Longest first, each into the first bar with room; a new bar is what one has, the longest first, else the cheapest for its length. */
function firstFit({ lengths, demand, sources, kerf }: StockCutting): Pattern[] | undefined {
	const left = sources.map(({ have }) => have ?? Infinity);
	const inOrder = sources
		.map((_, i) => i)
		.sort(
			(a, b) =>
				Number(sources[b].have !== undefined) - Number(sources[a].have !== undefined) ||
				sources[a].price / sources[a].length - sources[b].price / sources[b].length ||
				sources[b].length - sources[a].length
		);
	const bars: { pattern: Pattern; room: number }[] = [];
	for (const [i, length] of lengths.entries())
		for (let n = 0; n < demand[i]; n++) {
			let bar = bars.find(({ room }) => room + TINY >= length + kerf);
			if (!bar) {
				const source = inOrder.find((one) => left[one] > 0 && sources[one].length + TINY >= length);
				if (source === undefined) return undefined;
				left[source]--;
				bars.push((bar = { pattern: { source, counts: lengths.map(() => 0) }, room: sources[source].length + kerf }));
			}
			bar.pattern.counts[i]++;
			bar.room -= length + kerf;
		}
	return bars.map(({ pattern }) => pattern);
}

/** The patterns known so far, and what can be made of them. */
class Columns {
	private readonly patterns: Pattern[] = [];
	private readonly known = new Set<string>();

	constructor(
		private readonly problem: StockCutting,
		private readonly cost: readonly number[],
		start: readonly Pattern[],
		private readonly solver: Highs
	) {
		for (const pattern of start) this.add(pattern);
		const { lengths, sources } = problem;
		// Each length by itself, so that any demand that can be met is.
		for (const [i, length] of lengths.entries())
			for (const [source, bar] of sources.entries())
				if (length <= bar.length + TINY) this.add({ source, counts: lengths.map((_, k) => Number(k === i)) });
	}

	private add(pattern: Pattern): boolean {
		const key = `${pattern.source}:${pattern.counts.join()}`;
		if (this.known.has(key)) return false;
		this.known.add(key);
		this.patterns.push(pattern);
		return true;
	}

	/** The linear program, or the integer one, over the patterns known so far. */
	private solve(demand: readonly number[], have: readonly (number | undefined)[], whole: boolean, options: Record<string, number> = {}) {
		const { patterns, cost } = this;
		const rows = demand.map((wanted, i) => {
			const terms = patterns.flatMap(({ counts }, k) => (counts[i] > 0 ? [`${counts[i]} x${k}`] : []));
			return ` d${i}: ${terms.join(' + ')} >= ${wanted}`;
		});
		have.forEach((most, s) => {
			const terms = patterns.flatMap(({ source }, k) => (source === s ? [`x${k}`] : []));
			if (most !== undefined && terms.length > 0) rows.push(` h${s}: ${terms.join(' + ')} <= ${most}`);
		});
		const names = patterns.map((_, k) => `x${k}`);
		const aim = patterns.map(({ source }, k) => `${cost[source]} x${k}`).join('\n + ');
		const integers = whole ? `General\n ${names.join('\n ')}\n` : '';
		return this.solver.solve(`Minimize\n obj: ${aim}\nSubject To\n${rows.join('\n')}\n${integers}End`, options);
	}

	/**
	 * The linear program over all ways to fill a bar.
	 *
	 * @returns its value and how often each known pattern is used; exact when no further pattern would lower it
	 */
	relax(demand: readonly number[], have = this.problem.sources.map((one) => one.have)) {
		for (let round = 0; round < MOST_ROUNDS; round++) {
			const solution = this.solve(demand, have, false);
			if (solution.Status !== 'Optimal') return undefined;
			const dual = new Map(solution.Rows.flatMap((row) => ('Dual' in row ? [[row.Name, row.Dual] as const] : [])));
			const worth = demand.map((_, i) => Math.max(0, dual.get(`d${i}`) ?? 0));
			let [grew, exact] = [false, true];
			const prices: number[] = [];
			for (const [s, { length }] of this.problem.sources.entries()) {
				const price = this.cost[s] - Math.min(0, dual.get(`h${s}`) ?? 0);
				prices.push(price);
				const found = worthMost({ ...this.problem, demand }, length, worth, price + WORTH * Math.max(1, price));
				exact &&= found.searched;
				for (const counts of found.counts) if (this.add({ source: s, counts })) grew = true;
			}
			if (grew) continue;
			const used = this.patterns.map((_, k) => solution.Columns[`x${k}`].Primal ?? 0);
			return { value: solution.ObjectiveValue, used, exact, worth, prices };
		}
		return undefined;
	}

	/** Rounds the linear program: what is used whole is taken, then what is used most, and the rest is asked anew. */
	dive(demand: readonly number[]): Pattern[] | undefined {
		let rest = [...demand];
		const have = this.problem.sources.map((one) => one.have);
		const taken: Pattern[] = [];
		const take = (pattern: Pattern, times: number) => {
			for (let n = 0; n < times; n++) taken.push(pattern);
			const left = have[pattern.source];
			if (left !== undefined) have[pattern.source] = left - times;
			rest = rest.map((wanted, i) => Math.max(0, wanted - times * pattern.counts[i]));
		};
		while (rest.some((wanted) => wanted > 0)) {
			const relaxed = this.relax(rest, have);
			if (!relaxed) return undefined;
			// What is used without need, as a bar that one has and that costs nothing, is left.
			const used = relaxed.used.map((x, k) => (this.patterns[k].counts.some((n, i) => n > 0 && rest[i] > 0) ? x : 0));
			const whole = used.map((x) => Math.floor(x + 1e-6));
			const most = used.reduce((best, x, k) => (x > used[best] ? k : best), 0);
			if (used[most] <= 0) return undefined;
			if (whole[most] > 0) whole.forEach((n, k) => n > 0 && take(this.patterns[k], n));
			else take(this.patterns[most], 1);
		}
		return taken;
	}

	/**
	 * Takes in every pattern whose cost is no more than a gap above its worth.
	 *
	 * @returns false where there are too many
	 */
	complete({ worth, prices }: { worth: readonly number[]; prices: readonly number[] }, gap: number): boolean {
		return this.problem.sources.every(({ length }, s) => {
			const found = worthAtLeast(this.problem, length, worth, prices[s] - gap - WORTH);
			found?.forEach((counts) => this.add({ source: s, counts }));
			return found !== undefined;
		});
	}

	/** The best choice among all patterns known, if one was found in time, and whether it was searched to its end. */
	choose(step: number): { patterns: Pattern[] | undefined; finished: boolean } {
		const { demand } = this.problem;
		const have = this.problem.sources.map((one) => one.have);
		// Nothing lies between two steps: what is nearer to the best than one is the best.
		const options = { time_limit: CHOICE_SECONDS, mip_rel_gap: 0, mip_abs_gap: Math.max(WORTH, 0.99 * step) };
		const solution = this.solve(demand, have, true, options);
		const columns = solution.Columns as Record<string, { Primal?: number }>;
		const chosen = this.patterns.flatMap((pattern, k) => Array.from({ length: Math.round(columns[`x${k}`]?.Primal ?? 0) }, () => pattern));
		const enough = demand.every((wanted, i) => chosen.reduce((sum, { counts }) => sum + counts[i], 0) >= wanted);
		const within = have.every((most, s) => most === undefined || chosen.filter(({ source }) => source === s).length <= most);
		return { patterns: enough && within ? chosen : undefined, finished: solution.Status === 'Optimal' };
	}
}

/**
 * Looks through the ways to fill a bar that are worth enough: a bounded knapsack by depth-first search, by worth for length, with the bound
 * of Dantzig.
 *
 * @param least what a way has to be worth
 * @param take is given each such way, with what it is worth and the room that is left, and says what the next has to be worth; nothing
 *   ends the search
 * @returns whether it came to its end
 */
function fillings(
	{ lengths, demand, kerf }: StockCutting,
	bar: number,
	worth: readonly number[],
	least: number,
	take: (counts: readonly number[], value: number, room: number) => number | undefined
): boolean {
	const items = lengths
		.map((length, i) => ({ i, size: length + kerf, worth: worth[i] }))
		.filter(({ i, size }) => demand[i] > 0 && size <= bar + kerf + TINY)
		.sort((a, b) => b.worth / b.size - a.worth / a.size);
	const counts = lengths.map(() => 0);
	let steps = 0;
	const search = (k: number, room: number, value: number): boolean => {
		if (steps++ > MOST_STEPS) return false;
		const best = k === items.length ? value : value + (room + TINY) * (items[k].worth / items[k].size);
		if (best < least - TINY) return true;
		if (k === items.length) {
			const next = take(counts, value, room);
			if (next !== undefined) least = next;
			return next !== undefined;
		}
		const { i, size, worth: each } = items[k];
		const most = Math.min(demand[i], Math.floor((room + TINY) / size));
		for (let n = most; n >= 0; n--) {
			counts[i] = n;
			if (!search(k + 1, room - n * size, value + n * each)) return false;
		}
		counts[i] = 0;
		return true;
	};
	return search(0, bar + kerf, 0);
}

/** The last few ways to fill a bar that are worth more than it costs, each better than the one before, and whether the best is one of them. */
function worthMost(problem: StockCutting, bar: number, worth: readonly number[], price: number) {
	const found: number[][] = [];
	const searched = fillings(problem, bar, worth, price + 2 * TINY, (counts, value) => {
		found.push([...counts]);
		return value + 2 * TINY;
	});
	return { counts: found.slice(-4), searched };
}

/** All ways to fill a bar, to which nothing can be added, that are worth at least so much; nothing where there are too many. */
function worthAtLeast(problem: StockCutting, bar: number, worth: readonly number[], least: number): number[][] | undefined {
	const { lengths, demand, kerf } = problem;
	const found: number[][] = [];
	const searched = fillings(problem, bar, worth, least, (counts, _, room) => {
		if (lengths.every((length, i) => counts[i] === demand[i] || length + kerf > room + TINY)) found.push([...counts]);
		return found.length > MOST_PATTERNS ? undefined : least;
	});
	return searched ? found : undefined;
}
