import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { orderOf } from './order';
import type { BuildStep, SetUp } from './step';

const step = (id: string, setUp: SetUp, needs: string[] = []): BuildStep => ({
	id,
	kind: 'join',
	title: id,
	setUp,
	pieces: [],
	lines: [],
	called: {},
	tools: [],
	minutes: 10,
	dries: 0,
	hands: 1,
	needs: needs.map((one) => ({ step: one, because: 'said' }))
});

const switchesIn = (steps: readonly BuildStep[]): number => steps.filter(({ setUp }, i) => i === 0 || steps[i - 1].setUp !== setUp).length;

/** Every order that keeps what each needs, tried one by one. */
function fewestByHand(steps: readonly BuildStep[]): number {
	let fewest = Infinity;
	const go = (order: BuildStep[], left: readonly BuildStep[]) => {
		if (left.length === 0) fewest = Math.min(fewest, switchesIn(order));
		for (const one of left)
			if (one.needs.every(({ step }) => order.some(({ id }) => id === step)))
				go(
					[...order, one],
					left.filter((other) => other !== one)
				);
	};
	go([], steps);
	return fewest;
}

const keeps = (steps: readonly BuildStep[]): boolean =>
	steps.every(({ needs }, i) => needs.every(({ step }) => steps.slice(0, i).some(({ id }) => id === step)));

const randomSteps = fc
	.array(fc.tuple(fc.constantFrom<SetUp>('the shop', 'the bench', 'painting'), fc.array(fc.nat(6), { maxLength: 3 })), {
		minLength: 1,
		maxLength: 7
	})
	.map((list) =>
		list.map(([setUp, needs], i) =>
			step(
				`s${i}`,
				setUp,
				needs.filter((n) => n < i).map((n) => `s${n}`)
			)
		)
	);

describe('the order of steps', () => {
	it('keeps what each needs and sets up as seldom as any order does', () => {
		fc.assert(
			fc.property(randomSteps, (steps) => {
				const { steps: order, setUps, proven, ring } = orderOf(steps);
				expect(order).toHaveLength(steps.length);
				expect(keeps(order)).toBe(true);
				expect(ring).toEqual([]);
				expect(proven).toBe(true);
				expect(setUps).toBe(switchesIn(order));
				expect(setUps).toBe(fewestByHand(steps));
			}),
			{ numRuns: 300 }
		);
	});

	it('where doing most at once is wrong it does not', () => {
		// Going to the bench at once for two steps means going there again; the shop alone first does it in three.
		const steps = [
			step('bench 1', 'the bench'),
			step('bench 2', 'the bench'),
			step('buy', 'the shop'),
			step('bench 3', 'the bench', ['buy']),
			step('paint', 'painting', ['bench 3', 'bench 1'])
		];
		expect(orderOf(steps).setUps).toBe(3);
		expect(orderOf(steps).steps.map(({ id }) => id)).toEqual(['buy', 'bench 1', 'bench 2', 'bench 3', 'paint']);
	});

	it('what is done comes first and asks for nothing more', () => {
		const steps = [step('a', 'the shop'), step('b', 'the bench', ['a']), step('c', 'the shop', ['b'])];
		const { steps: order, setUps } = orderOf(steps, ['a', 'b']);
		expect(order.map(({ id }) => id)).toEqual(['a', 'b', 'c']);
		expect(setUps).toBe(1);
	});

	it('goes on where one is set up', () => {
		const steps = [step('buy 1', 'the shop'), step('cut', 'the sheet saw', ['buy 1']), step('buy 2', 'the shop'), step('glue', 'the bench', ['cut', 'buy 2'])];
		const { steps: order, setUps } = orderOf(steps, ['buy 1']);
		expect(order.map(({ id }) => id)).toEqual(['buy 1', 'buy 2', 'cut', 'glue']);
		expect(setUps).toBe(2);
	});

	it('names what waits for itself, and orders the rest', () => {
		const steps = [step('a', 'the shop', ['b']), step('b', 'the bench', ['a']), step('c', 'painting'), step('d', 'painting', ['b'])];
		const { steps: order, ring } = orderOf(steps);
		expect(order[0].id).toBe('c');
		expect(ring.toSorted()).toEqual(['a', 'b', 'd']);
	});

	it('is good and says so where it is not proven', () => {
		const many = Array.from({ length: 30 }, (_, i) =>
			step(`s${i}`, (['the shop', 'the bench', 'painting', 'sewing'] as const)[(i * 7) % 4], i > 3 ? [`s${i - 4}`, `s${i - 3}`] : [])
		);
		const quick = orderOf(many, [], 2);
		expect(quick.proven).toBe(false);
		expect(keeps(quick.steps)).toBe(true);
		expect(quick.steps).toHaveLength(30);
		expect(quick.setUps).toBeGreaterThanOrEqual(orderOf(many).setUps);
	});
});
