import { marginAt, type HeightRow, type HeightStudy } from './study';

/** A height worth choosing, and what it gives up. */
export interface Compromise {
	height: number;
	/** Heights round it that give up no more, mm. */
	window: [number, number];
	/** Labels of the questions that are answered with no. */
	givesUp: string[];
}

/** A piece that does not fit is no compromise. */
const isHard = ({ id }: HeightRow) => id.startsWith('fit-');

/** Margins are taken for equal above this much, mm: nobody feels the difference. */
const AMPLE = 120;

/** Heights worth asking about: those of the study and where a margin crosses zero, on its good side, to whole millimetres. */
function candidates(study: HeightStudy): number[] {
	const { heights, rows } = study;
	const found = new Set(heights);
	for (const { margins } of rows)
		for (let i = 1; i < heights.length; i++) {
			const [a, b] = [margins[i - 1], margins[i]];
			if (!(a < 0 !== b < 0) || Number.isNaN(a) || Number.isNaN(b)) continue;
			const at = heights[i - 1] + (a / (a - b)) * (heights[i] - heights[i - 1]);
			found.add(a < 0 ? Math.ceil(at + 1e-6) : Math.floor(at - 1e-6));
		}
	return [...found].sort((a, b) => a - b);
}

interface Weighed {
	height: number;
	lost: Set<number>;
	/** The least margin of what is kept, ample ones taken for equal. */
	slack: number;
}

function weigh(study: HeightStudy, height: number): Weighed | undefined {
	const lost = new Set<number>();
	let slack = AMPLE;
	for (const [i, row] of study.rows.entries()) {
		const margin = marginAt(study, row, height);
		if (Number.isNaN(margin)) continue;
		if (margin >= 0) slack = Math.min(slack, margin);
		else if (isHard(row)) return undefined;
		else lost.add(i);
	}
	return { height, lost, slack };
}

const within = (a: Set<number>, b: Set<number>) => [...a].every((one) => b.has(one));

/**
 * The heights at which least is given up: no other height gives up less of the same. Of heights that give up the same,
 * the one that leaves most room to what is kept, and of those the highest, which stores most.
 *
 * @param most how many are wanted; those that give up fewest things first.
 */
export function compromises(study: HeightStudy, most = 3): Compromise[] {
	const weighed = candidates(study).flatMap((height) => weigh(study, height) ?? []);
	const least = weighed.filter(({ lost }) => !weighed.some((other) => other.lost.size < lost.size && within(other.lost, lost)));
	const kinds = new Map<string, Weighed[]>();
	for (const one of least) {
		const key = [...one.lost].sort((a, b) => a - b).join();
		kinds.set(key, [...(kinds.get(key) ?? []), one]);
	}
	return [...kinds.values()]
		.sort((a, b) => a[0].lost.size - b[0].lost.size || b.length - a.length)
		.slice(0, most)
		.map((alike): Compromise => {
			const best = alike.reduce((a, b) => (b.slack > a.slack + 1e-9 || (b.slack > a.slack - 1e-9 && b.height > a.height) ? b : a));
			const at = weighed.indexOf(best);
			let [from, to] = [at, at];
			while (from > 0 && within(weighed[from - 1].lost, best.lost)) from--;
			while (to < weighed.length - 1 && within(weighed[to + 1].lost, best.lost)) to++;
			return {
				height: best.height,
				window: [weighed[from].height, weighed[to].height],
				givesUp: [...best.lost].map((i) => study.rows[i].label)
			};
		});
}
