import type { Highs } from 'highs';
import { sawCheaply, type BarSource } from './stock-cutting';

/** A length to saw off a bar. */
export interface Piece1D {
	id: string;
	length: number;
}

/** One bar: how long it is, the lengths sawn from it, in order, and what is left over. */
export interface BarLayout {
	length: number;
	/** It is one that one has, and is not bought. */
	had: boolean;
	pieces: Piece1D[];
	left: number;
}

/** The bars of one stock; `proven` says that no plan can do with less. */
export interface BarPlan {
	bars: BarLayout[];
	tooLong: Piece1D[];
	proven: boolean;
	/** The share by which it may be dearer than the cheapest plan there is; 0 where it is proven. */
	gap: number;
}

/**
 * Saws lengths from bars for the least money: see {@link sawCheaply}. A bar of length L holds pieces when the sum of
 * (length + kerf) is at most L + kerf. Among equally cheap plans what is left over is kept together in few long ends.
 *
 * @param sources the bars that can be bought, by length and price, and those that one has
 * @param solver the HiGHS solver, loaded by the caller since browser and terminal load it differently
 */
export function layOutBars(pieces: Piece1D[], sources: readonly BarSource[], kerf: number, solver: Highs): BarPlan {
	const longest = Math.max(...sources.filter(({ have }) => have === undefined).map(({ length }) => length));
	const tooLong = pieces.filter((p) => p.length > longest);
	const queues = new Map<number, Piece1D[]>();
	for (const piece of pieces) if (piece.length <= longest) queues.set(piece.length, [...(queues.get(piece.length) ?? []), piece]);
	const lengths = [...queues.keys()].sort((a, b) => b - a);
	if (lengths.length === 0) return { bars: [], tooLong, proven: true, gap: 0 };
	const demand = lengths.map((length) => queues.get(length)!.length);
	// What fits the longest bar on sale can always be sawn.
	const { patterns, proven, costs, least } = sawCheaply({ lengths, demand, sources, kerf }, solver)!;
	const bars = patterns.flatMap(({ source, counts }): BarLayout[] => {
		// Patterns may together offer more than was asked.
		const taken = counts.flatMap((count, i) => queues.get(lengths[i])!.splice(0, count));
		const { length, have } = sources[source];
		return taken.length > 0 ? [{ length, had: have !== undefined, pieces: taken, left: 0 }] : [];
	});
	return { bars: keptTogether(bars, kerf), tooLong, proven, gap: costs > 0 ? 1 - least / costs : 0 };
}

/** Pairs of bars with more pieces than this stay as they are, and so often all pairs are looked at. */
const MOST_PIECES = 12;
const PASSES = 3;

/** Pieces of every two bars shared out anew so that one is as full as can be: what is left over becomes fewer and longer ends. */
function keptTogether(bars: BarLayout[], kerf: number): BarLayout[] {
	const need = (pieces: readonly Piece1D[]) => pieces.reduce((sum, p) => sum + p.length + kerf, 0);
	const room = ({ length, pieces }: BarLayout) => length + kerf - need(pieces);
	for (let pass = 0, better = true; better && pass < PASSES; pass++) {
		better = false;
		bars.forEach((one, i) =>
			bars.slice(i + 1).forEach((other) => {
				const all = [...one.pieces, ...other.pieces];
				if (all.length > MOST_PIECES) return;
				for (const [full, rest] of [
					[one, other],
					[other, one]
				]) {
					const share = fullest(all, full.length + kerf, rest.length + kerf, kerf);
					if (!share || Math.max(room(full), room(rest)) + 1e-6 >= rest.length + kerf - need(share.rest)) continue;
					[full.pieces, rest.pieces, better] = [share.full, share.rest, true];
				}
			})
		);
	}
	return bars
		.filter(({ pieces }) => pieces.length > 0)
		.map((bar) => ({ ...bar, pieces: [...bar.pieces].sort((a, b) => b.length - a.length), left: Math.max(0, room(bar) - kerf) }));
}

/** Shares pieces out over two bars so that the first is as full as possible, by trying every way. */
function fullest(all: readonly Piece1D[], first: number, second: number, kerf: number): { full: Piece1D[]; rest: Piece1D[] } | undefined {
	const sizes = all.map(({ length }) => length + kerf);
	const whole = sizes.reduce((sum, size) => sum + size, 0);
	let [best, most] = [-1, -1];
	for (let set = 0; set < 1 << all.length; set++) {
		let sum = 0;
		for (let i = 0; i < sizes.length; i++) if (set & (1 << i)) sum += sizes[i];
		if (sum <= first + 1e-9 && whole - sum <= second + 1e-9 && sum > most) [best, most] = [set, sum];
	}
	if (best < 0) return undefined;
	return { full: all.filter((_, i) => best & (1 << i)), rest: all.filter((_, i) => !(best & (1 << i))) };
}
