import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evaluate, faultIn, SizeFault, type Place, type Value } from './expression';

const place = (called: string, of: Record<string, Value>): Place => ({
	called,
	names: Object.keys(of),
	get(name) {
		if (!Object.hasOwn(of, name)) throw new SizeFault(`${called} has no ${name}.`);
		return of[name];
	}
});
const names: Record<string, Value> = {
	gap: 12,
	wall: place('wall', { left: 800, right: -790 }),
	seat: place('seat', { 'mid-bench': place('mid bench', { back: 1500 }) }),
	legs: place('legs', { '0': place('legs 0', { top: 400 }) })
};
const lookup = (name: string): Value => {
	if (!Object.hasOwn(names, name)) throw new SizeFault(`There is no “${name}”.`);
	return names[name];
};
const value = (text: string) => evaluate(text, lookup);

describe('a size that is written as a sum', () => {
	it.each([
		['gap', 12],
		['wall.left - gap', 788],
		['(wall.left - wall.right) / 2', 795],
		['-wall.right', 790],
		['seat["mid-bench"].back + 2 * gap', 1524],
		['legs[0].top', 400],
		['min(wall.left, -wall.right) - gap', 778],
		['gap > 10 ? 100 : 200', 100],
		['round(10 / 3)', 3]
	])('%s is %d', (text, expected) => expect(value(text)).toBe(expected));

	it('follows the rules of arithmetic', () =>
		fc.assert(
			fc.property(
				fc.array(fc.tuple(fc.constantFrom('+', '-', '*'), fc.integer({ min: 0, max: 99 })), { minLength: 1, maxLength: 8 }),
				(terms) => {
					const text = terms.reduce((sum, [operator, number]) => `${sum} ${operator} ${number}`, '7');
					// The same sum, done by the language itself.
					const expected = new Function(`return ${text}`)() as number;
					fc.pre(Math.abs(expected) <= 1e6);
					expect(value(text)).toBe(expected);
				}
			)
		));
	it.each([
		['gap +', 'cannot be read'],
		['constructor', 'There is no “constructor”'],
		['wall.constructor', 'has no constructor'],
		['gap.toString', 'A number has no'],
		['wall', 'wall.left'],
		['eval(1)', 'What can be called is'],
		['wall.get(1)', 'What can be called is'],
		['"text"', 'is no size'],
		['[1]', 'Write one sum'],
		['this', 'Write one sum'],
		['gap ** 2', 'is no sum'],
		['a = 2', 'cannot be read'],
		['1; 2', 'Write one sum'],
		['gap / 0', 'comes to no number'],
		['gap > 0 ? 1e308 : 0', 'more than any vehicle is long'],
		['min()', 'wants something'],
		['1'.repeat(300), 'longer than'],
		['('.repeat(40) + '1' + ')'.repeat(40) + '+' + '-'.repeat(60) + '1', 'too many brackets']
	])('%s is refused with a reason', (text, reason) => expect(() => value(text)).toThrow(reason));
	it('nothing that is typed does anything but give a number or a reason', () =>
		fc.assert(
			fc.property(fc.string({ maxLength: 60 }), (text) => {
				const fault = faultIn(text);
				if (fault !== undefined) expect(fault.length).toBeGreaterThan(5);
				else
					try {
						expect(Number.isFinite(value(text))).toBe(true);
					} catch (error) {
						expect(error).toBeInstanceOf(SizeFault);
					}
			}),
			{ numRuns: 500 }
		));
});
