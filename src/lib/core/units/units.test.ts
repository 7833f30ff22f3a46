import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatInches, formatLength, lengthMark, withUnits, formatMass, formatStature, parseLength, parseMass } from '.';

const mm = (text: string, system: 'metric' | 'imperial' = 'metric') => {
	const parsed = parseLength(text, system);
	if (!parsed.ok) throw new Error(parsed.error);
	return parsed.value;
};

describe('parseLength', () => {
	it.each([
		['1220', 1220],
		['188 cm', 1880],
		['1.88 m', 1880],
		['1,88 m', 1880],
		['74 1/4"', 74.25 * 25.4],
		['6\'3"', 75 * 25.4],
		["6' 3 1/2", 75.5 * 25.4],
		['5 ft 2 in', 62 * 25.4],
		['3/4', 0.75 * 25.4],
		['6’3”', 75 * 25.4],
		['-12', -12]
	])('reads %s', (text, expected) => expect(mm(text)).toBeCloseTo(expected, 9));

	it('takes a bare number as inches for an imperial reader', () => expect(mm('48', 'imperial')).toBeCloseTo(1219.2));

	it.each(['', 'abc', '12 x', '1/0', '3" 4\'', '12 cm 4', '1,220', '12 34'])('refuses “%s” and says why', (text) => {
		const parsed = parseLength(text);
		expect(parsed.ok).toBe(false);
		if (!parsed.ok) expect(parsed.error.length).toBeGreaterThan(10);
	});

	it('reads back what it writes, to a thirty-second of an inch', () =>
		fc.assert(
			fc.property(fc.integer({ min: 0, max: 160000 }), (tenths) => {
				const length = tenths / 10;
				expect(Math.abs(mm(formatLength(length, 'imperial'), 'imperial') - length)).toBeLessThanOrEqual(25.4 / 32 + 1e-9);
				expect(Math.abs(mm(formatLength(length, 'metric')) - length)).toBeLessThanOrEqual(0.5);
			})
		));
});

describe('formatting', () => {
	it('reduces fractions to lowest terms', () => {
		expect(formatInches(25.4 * 48.0625)).toBe('48 1/16');
		expect(formatInches(25.4 * 0.75)).toBe('3/4');
		expect(formatInches(25.4 * 2)).toBe('2');
		expect(formatInches(-25.4 * 0.5)).toBe('-1/2');
		expect(formatLength(-0.2, 'metric')).toBe('0 mm');
	});
	it('writes people and weights', () => {
		expect(formatStature(1905, 'imperial')).toBe('6\'3"');
		expect(formatStature(1840, 'metric')).toBe('1.84 m');
		expect(formatMass(8.44, 'metric')).toBe('8.4 kg');
		expect(parseMass('180 lb')).toEqual({ ok: true, value: 180 * 0.45359237 });
		expect(parseMass('82,5')).toEqual({ ok: true, value: 82.5 });
		expect(parseMass('heavy').ok).toBe(false);
	});
});

it('sentences are written in the units of their reader', () => {
	const sentence = `needs ${lengthMark(1765)} at the least, ${lengthMark(-12.7)} short`;
	expect(withUnits(sentence, 'metric')).toBe('needs 1765 mm at the least, -13 mm short');
	expect(withUnits(sentence, 'imperial')).toBe('needs 69 1/2" at the least, -1/2" short');
	expect(withUnits('no length here', 'imperial')).toBe('no length here');
});
