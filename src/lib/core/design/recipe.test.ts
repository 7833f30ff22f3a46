import { describe, expect, it } from 'vitest';
import { assemblyOf } from '../derive';
import { KINDS, kindOf, type KindName } from '../pieces';
import { planSchema, valueAtPath } from '../plan';
import { built } from '../testing/built';
import { designSchema } from './schema';
import { takeApart } from './take-apart';

const RECIPES = (Object.keys(KINDS) as KindName[]).filter((kind) => kindOf(kind).design);

it('there are kinds that are written as trees', () => expect(RECIPES).toContain('step-box'));

describe.each(RECIPES)('%s', (kind) => {
	const { plan, assembly } = built(kind);
	const { piece } = plan.pieces;

	it('is a design that could have been made up by hand', () =>
		expect(() => designSchema.parse(kindOf(kind).design!(piece.params))).not.toThrow());
	it('has nothing in it that cannot be made', () =>
		expect(assembly.innerMargins.filter(({ margin }) => margin < 0).map(({ title, why }) => `${title}: ${why}`)).toEqual([]));
	it('keeps its sizes and sums when it is taken apart, and is the same', () => {
		const taken = takeApart(piece, assembly, plan.stock);
		const apart = planSchema.parse({ ...plan, pieces: { piece: taken.piece } });
		expect(assemblyOf(apart.pieces.piece, apart)).toEqual(assembly);
		const numbers = Object.entries(piece.params).filter(
			([key, value]) => typeof value === 'number' && ![kindOf(kind).heightParam, kindOf(kind).alongParam].includes(key)
		);
		for (const [key, value] of numbers) expect(valueAtPath(taken.piece, ['params', 'design', 'sizes', key, 'value'])).toBe(value);
	});
});

it('a step box is as large as it is asked to be, with room under its lid', () => {
	const { assembly, box } = built('step-box', { height: 300, rear: 700, length: 500, width: 360, centre: -200 });
	expect(box('top-topBoard')).toEqual({ x: [700, 1200], y: [-380, -20], z: [285, 300] });
	expect(assembly.spaces[0].box).toEqual({ x: [712, 1188], y: [-368, -32], z: [12, 285] });
	expect(assembly.spaces[0].access).toEqual([{ face: 'top', states: [expect.stringMatching(/top/)] }]);
});
