import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { starterPlan } from '../plan';
import { withPiece } from '../testing/plans';
import { pieceKnobs, smallestTurn, type Knob } from '.';

const knob = (value: number, range: [number, number] = [0, 2000]): Knob => ({
	path: ['x'],
	label: 'X',
	value,
	range,
	step: 1,
	more: 'More',
	less: 'Less',
	unit: 'mm'
});

describe('the smallest turn', () => {
	it('is to the whole number where a straight margin comes right', () =>
		fc.assert(
			fc.property(fc.integer({ min: 100, max: 900 }), fc.integer({ min: 1, max: 700 }), (value, by) => {
				expect(smallestTurn(knob(value), 1, 0, (at) => at - (value + by))).toBe(value + by);
				if (by < value) expect(smallestTurn(knob(value), -1, 0, (at) => value - by - at)).toBe(value - by);
			})
		));
	it('finds a window of a few millimetres that doubled steps leap over', () =>
		fc.assert(
			fc.property(fc.integer({ min: 100, max: 900 }), fc.integer({ min: 6, max: 700 }), (value, by) => {
				const margin = (at: number) => 4 - Math.abs(at - (value + by));
				expect(smallestTurn(knob(value), 1, 0, margin)).toBe(value + by - 4);
			})
		));
	it('is none where nothing within range does, and never leaves the range', () => {
		expect(smallestTurn(knob(100, [0, 150]), 1, 0, (at) => at - 200)).toBeUndefined();
		const tried: number[] = [];
		smallestTurn(knob(100, [0, 150]), 1, 0, (at) => {
			tried.push(at);
			return -1;
		});
		expect(Math.max(...tried.slice(2))).toBeLessThanOrEqual(150);
	});
});

it('a number that stands for another one is turned from there, within its range', () => {
	const knobOf = (frontDepth: number) =>
		pieceKnobs('run', withPiece(starterPlan('Test', 'small van'), 'run', 'cabinet', { depth: 340, frontDepth }).pieces.run).find(
			({ path }) => path.at(-1) === 'frontDepth'
		)!;
	expect(knobOf(0)).toMatchObject({ value: 340, range: [120, 900] });
	expect(knobOf(260)).toMatchObject({ value: 260, range: [120, 900] });
});

it('only numbers that have words for both ways are turned', () => {
	const plan = withPiece(starterPlan('Test', 'small van'), 'couch', 'slat-couch');
	const keys = pieceKnobs('couch', plan.pieces.couch).map(({ path }) => path.at(-1));
	expect(keys).toContain('height');
	expect(keys).not.toContain('sections');
	expect(keys).not.toContain('legBar');
});

it('the named sizes of an own piece are turned within their own range', () => {
	const plan = withPiece(starterPlan('Test', 'small van'), 'mine', 'own');
	const knob = pieceKnobs('mine', plan.pieces.mine).find(({ path }) => path.includes('gap'))!;
	expect(knob).toMatchObject({ path: ['pieces', 'mine', 'params', 'design', 'sizes', 'gap', 'value'], value: 12, range: [0, 100] });
	expect(knob.more).toBe('Make “Gap to the walls” larger');
});
