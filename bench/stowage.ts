import { addPiece, applyEdits, type Gear, type Plan } from '../src/lib/core/plan';
import { randomFrom } from '../src/lib/core/practice/random';
import { stowingOf, type Stowing } from '../src/lib/core/stowage';
import { demo, say } from './measure';

/** Searched for so long, ms. */
const ALLOWED = 5000;

/** So many things of many sizes, the same each time. */
function things(n: number): Plan['gear'] {
	const random = randomFrom('things');
	const side = (most: number) => 40 + Math.floor(random() * most);
	return Object.fromEntries(
		Array.from({ length: n }, (_, i) => {
			const one: Gear = {
				name: `Thing ${i + 1}`,
				length: side(160),
				width: side(120),
				height: side(100),
				weight: 1,
				count: 1,
				used: random() < 0.3 ? 'each day' : 'each trip',
				...(random() < 0.5 ? { anyWay: true } : {})
			};
			return [`thing-${i + 1}`, one];
		})
	);
}

/** When the first packing of many things stands, and how much better it gets. */
export function stowage(): void {
	console.log(`\nStowing things in twelve compartments, for ${ALLOWED / 1000} s\n`);
	const both = demo('14-sliding-slats.nook.json');
	const cabinet = demo('12-narrow-cabinet.nook.json').pieces.cabinet;

	const plan = applyEdits(both, addPiece(both, cabinet).edits);
	for (const n of [10, 40, 100, 300]) {
		const start = performance.now();
		let [first, rounds] = [0, 0];
		let [before, after]: (Stowing | undefined)[] = [];
		for (const found of stowingOf({ ...plan, gear: things(n) })) {
			rounds++;
			if (found && !before) [before, first] = [found, performance.now() - start];
			after = found ?? after;
			if (performance.now() - start > ALLOWED) break;
		}
		const left = (one: Stowing | undefined) => one?.left.reduce((sum, each) => sum + each.n, 0) ?? 0;
		say(
			`${n} things in ${after?.shelves.length} compartments`,
			`first after ${(first / 1000).toFixed(2)} s; ${rounds} rounds; left out ${left(before)}, then ${left(after)}; ${before?.aDay.toFixed(0)}, then ${after?.aDay.toFixed(0)} s a day`
		);
	}
}
