import createHighs from 'highs';
import { layOutBars } from '../src/lib/core/cutting';
import { randomFrom } from '../src/lib/core/practice/random';
import { say, time } from './measure';

/** Whole numbers between two, the same each time. */
function drawn(seed: number) {
	const random = randomFrom(`lengths ${seed}`);
	return (low: number, high: number) => low + Math.floor(random() * (high - low + 1));
}

/** How many plans of lengths are proven, how long that takes, and how much dearer the others may be. */
export async function lengths(): Promise<void> {
	console.log('\nLengths from bars: 10 sets each, about 2.5 pieces of every length\n');
	const solver = await createHighs();
	const ONE = [{ length: 2400, price: 5 }];
	const THREE = [...ONE, { length: 3000, price: 6 }, { length: 4000, price: 9 }];
	for (const [words, sources] of [
		['one length', ONE],
		['three lengths and prices', THREE]
	] as const)
		for (const different of [10, 25, 40, 80]) {
			let [proven, gap] = [0, 0];
			const { median, worst } = time(
				(run) => {
					const draw = drawn(100 * different + run + 1);
					const sizes = Array.from({ length: different }, () => draw(150, 1900));
					const pieces = sizes.flatMap((length, i) => Array.from({ length: draw(1, 4) }, (_, k) => ({ id: `${i}-${k}`, length })));
					const plan = layOutBars(pieces, sources, 3, solver);
					proven += Number(plan.proven);
					gap = Math.max(gap, plan.gap);
				},
				10,
				0
			);
			say(
				`${different} different, ${words}`,
				`${proven} of 10 proven, at most ${(100 * gap).toFixed(1)} % dearer; median ${(median / 1000).toFixed(2)} s, slowest ${(worst / 1000).toFixed(2)} s`
			);
		}
}
