import fc from 'fast-check';
import { expect, it } from 'vitest';
import { applyEdits, type Plan } from '../plan';
import { plainVehicle, planIn, withPiece } from '../testing/plans';
import { times } from '../testing/thorough';
import { arrangementOf, convert } from '.';
import { arrangementKey, type Arrangement } from './arrangement';
import { Ways } from './convert';

/** A couch, a box that moves into the aisle and a bunk, of sizes that may or may not be in each other's way. */
const plans = fc
	.record({
		bed: fc.integer({ min: 760, max: 1080 }),
		depth: fc.integer({ min: 200, max: 380 }),
		travel: fc.integer({ min: 100, max: 520 }),
		high: fc.integer({ min: 560, max: 1000 }),
		wide: fc.integer({ min: 400, max: 640 }),
		day: fc.tuple(fc.boolean(), fc.boolean(), fc.boolean()),
		night: fc.tuple(fc.boolean(), fc.boolean(), fc.boolean())
	})
	.map(({ bed, depth, travel, high, wide, day, night }): Plan => {
		let plan = planIn(plainVehicle([[0, 700]], 1500, 3200));
		plan = withPiece(plan, 'couch', 'slat-couch', { height: 380, rear: 200, length: 1400, bedWidth: bed, gap: 20, lid: true });
		plan = withPiece(plan, 'box', 'bench-box', {
			side: 'right',
			height: 330,
			rear: 500,
			length: 500,
			depth,
			moves: travel,
			cushion: 0,
			lid: false
		});
		plan = withPiece(plan, 'bunk', 'bunk', { side: 'right', height: high, rear: 400, length: 1300, width: wide });
		const states = ([a, b, c]: boolean[]) => ({ couch: a ? 'bed' : 'couch', box: b ? 'aisle' : 'wall', bunk: c ? 'bed' : 'folded' });
		return applyEdits(plan, [
			{ path: ['modes', 'day', 'pieces'], value: states(day) },
			{ path: ['modes', 'night', 'pieces'], value: states(night) }
		]);
	});

/** Least seconds to every arrangement that can be reached, all edges relaxed again and again (Bellman and Ford). */
function byBruteForce(plan: Plan, start: Arrangement): Map<string, number> {
	const ways = new Ways(plan, {});
	const known = new Map([[arrangementKey(start), { at: start, cost: 0 }]]);
	for (let changed = true; changed;) {
		changed = false;
		for (const { at, cost } of [...known.values()])
			for (const { to, cost: more } of ways.out(at)) {
				const key = arrangementKey(to);
				if ((known.get(key)?.cost ?? Infinity) <= cost + more) continue;
				known.set(key, { at: to, cost: cost + more });
				changed = true;
			}
	}
	return new Map([...known].map(([key, { cost }]) => [key, cost]));
}

it('a conversion is as quick as the best of all orders of moves, and only impossible when none leads there', () => {
	let [ways, blocked] = [0, 0];
	fc.assert(
		fc.property(plans, (plan) => {
			const best = byBruteForce(plan, arrangementOf(plan, 'day')).get(arrangementKey(arrangementOf(plan, 'night')));
			const found = convert(plan, 'day', 'night');
			expect(found.ok).toBe(best !== undefined);
			if (found.ok) {
				ways++;
				expect(found.seconds).toBe(best);
				expect(found.actions.reduce((sum, { seconds }) => sum + seconds, 0)).toBe(best);
			} else {
				blocked++;
				expect(found.proven).toBe(true);
			}
		}),
		{ numRuns: times(14) }
	);
	expect([ways > 3, blocked > 0]).toEqual([true, true]);
}, 60_000);
