import type { Highs } from 'highs';

/** A length to saw off a bar. */
export interface Piece1D {
	id: string;
	length: number;
}

/** One bar: the lengths sawn from it, in order, and what is left over. */
export interface BarLayout {
	pieces: Piece1D[];
	left: number;
}

/** The bars of one stock; `proven` says that no plan can do with fewer. */
export interface BarPlan {
	bars: BarLayout[];
	tooLong: Piece1D[];
	proven: boolean;
}

/** More ways than this to fill a bar are not listed; the plan is then good but not proven. */
const MOST_PATTERNS = 1500;

/**
 * Saws lengths from equal bars with as few bars as possible. Exact: all ways to fill a bar that leave no room for
 * another piece are listed, and a mixed-integer program chooses how often to use each (the cutting-stock problem of
 * Gilmore and Gomory). A bar of length L holds pieces when the sum of (length + kerf) is at most L + kerf.
 *
 * @param solver the HiGHS solver, loaded by the caller since browser and terminal load it differently
 */
export function layOutBars(pieces: Piece1D[], barLength: number, kerf: number, solver: Highs): BarPlan {
	const tooLong = pieces.filter((p) => p.length > barLength);
	const queues = new Map<number, Piece1D[]>();
	for (const piece of pieces) if (piece.length <= barLength) queues.set(piece.length, [...(queues.get(piece.length) ?? []), piece]);
	const lengths = [...queues.keys()].sort((a, b) => b - a);
	if (lengths.length === 0) return { bars: [], tooLong, proven: true };
	const demand = lengths.map((length) => queues.get(length)!.length);
	const patterns = fullPatterns(lengths, demand, barLength + kerf, kerf);
	const chosen = patterns && solve(patterns, demand, solver);
	return {
		bars: (chosen ?? firstFit(lengths, demand, barLength + kerf, kerf)).flatMap((pattern) =>
			takeBar(pattern, lengths, queues, barLength, kerf)
		),
		tooLong,
		proven: chosen !== null
	};
}

type Pattern = number[];

/** Every way to fill a bar, counts by length, to which no further piece can be added; null when there are too many. */
function fullPatterns(lengths: number[], demand: number[], room: number, kerf: number): Pattern[] | null {
	const patterns: Pattern[] = [];
	const counts = lengths.map(() => 0);
	const shortestFrom = lengths.map((_, i) => Math.min(...lengths.slice(i)) + kerf);
	const extend = (i: number, left: number): boolean => {
		if (i === lengths.length) {
			const full = lengths.every((length, k) => counts[k] === demand[k] || length + kerf > left + 1e-9);
			if (full) patterns.push([...counts]);
			return patterns.length <= MOST_PATTERNS;
		}
		const most = Math.min(demand[i], Math.floor((left + 1e-9) / (lengths[i] + kerf)));
		for (let n = most; n >= 0; n--) {
			counts[i] = n;
			if (!extend(i + 1, left - n * (lengths[i] + kerf))) return false;
			if (n > 0 && left < shortestFrom[i]) break;
		}
		counts[i] = 0;
		return true;
	};
	return extend(0, room) ? patterns : null;
}

/** How often to use each pattern, as a list of patterns with repeats; null when the solver does not prove an optimum. */
function solve(patterns: Pattern[], demand: number[], solver: Highs): Pattern[] | null {
	const rows = demand.map((d, i) => {
		const terms = patterns.flatMap((p, k) => (p[i] > 0 ? [`${p[i]} x${k}`] : []));
		return ` r${i}: ${terms.join(' + ')} >= ${d}`;
	});
	const names = patterns.map((_, k) => `x${k}`);
	const problem = `Minimize\n obj: ${names.join('\n + ')}\nSubject To\n${rows.join('\n')}\nGeneral\n ${names.join('\n ')}\nEnd`;
	const solution = solver.solve(problem, { time_limit: 20 });
	if (solution.Status !== 'Optimal') return null;
	return patterns.flatMap((pattern, k) => Array.from({ length: Math.round(solution.Columns[`x${k}`].Primal ?? 0) }, () => pattern));
}

/** Longest first, each into the first bar with room. */
function firstFit(lengths: number[], demand: number[], room: number, kerf: number): Pattern[] {
	const bars: { pattern: Pattern; left: number }[] = [];
	lengths.forEach((length, i) => {
		for (let n = 0; n < demand[i]; n++) {
			let bar = bars.find((b) => b.left + 1e-9 >= length + kerf);
			if (!bar) bars.push((bar = { pattern: lengths.map(() => 0), left: room }));
			bar.pattern[i]++;
			bar.left -= length + kerf;
		}
	});
	return bars.map((b) => b.pattern);
}

/** Takes the pieces of a pattern that are still wanted: patterns may together offer more than was asked. */
function takeBar(pattern: Pattern, lengths: number[], queues: Map<number, Piece1D[]>, barLength: number, kerf: number): BarLayout[] {
	const pieces = pattern.flatMap((count, i) => queues.get(lengths[i])!.splice(0, count));
	if (pieces.length === 0) return [];
	const used = pieces.reduce((sum, p) => sum + p.length + kerf, 0);
	return [{ pieces, left: Math.max(0, barLength - used) }];
}
