import { describe, expect, it } from 'vitest';
import { measurementList } from '../interior';
import { applyEdits, starterPlan, USUAL_TOLERANCE, type Plan } from '../plan';
import { withPiece } from '../testing/plans';
import { guessesOfAll, guessWords, partsOf } from '.';

const start = starterPlan('x', 'small van');
const measured = (plan: Plan): Plan =>
	applyEdits(
		plan,
		measurementList(plan.vehicle).map(({ path }) => ({ path: [...path, 'status'], value: 'measured' }))
	);

describe('parts that hang on guesses', () => {
	const bed = withPiece(start, 'bed', 'fixed-platform', { height: 400, reachRear: false, rear: 300, length: 1300 });
	it('are those cut from wall to wall, by the widths beside them, twice the ± of a half-width', () => {
		const boards = partsOf(bed).filter(({ form }) => form === 'board');
		expect(boards.length).toBeGreaterThan(0);
		for (const { name, guesses } of boards) {
			expect(guesses.length, name).toBeGreaterThan(0);
			expect(guesses.every(({ path }) => path.includes('widths') || path.includes('arches') || path.includes('rear'))).toBe(true);
			expect(Math.max(...guesses.map(({ effect }) => effect))).toBeLessThanOrEqual(3 * USUAL_TOLERANCE.guessed);
		}
	});
	it('are none once the sizes are measured', () => {
		expect(partsOf(measured(bed)).flatMap(({ guesses }) => guesses)).toEqual([]);
	});
	it('are none where a piece has sizes of its own', () => {
		const table = withPiece(start, 'box', 'drawer-unit', { rear: 300, length: 700, width: 900, height: 300 });
		expect(partsOf(table).flatMap(({ guesses }) => guesses)).toEqual([]);
	});
	it('change by what the guess says, whichever corner a shaped board begins at', () => {
		const boards = withPiece(measured(start), 'floor', 'floor-boards');
		const walls = measurementList(boards.vehicle).filter(({ path }) => path.includes('widths'));
		const guessed = applyEdits(
			boards,
			walls.map(({ path }) => ({ path: [...path, 'status'], value: 'guessed' }))
		);
		const effects = partsOf(guessed).flatMap(({ guesses }) => guesses.map(({ effect }) => effect));
		expect(effects.length).toBeGreaterThan(0);
		// Both ends of a board follow their wall: never more than twice the ± of a half-width.
		expect(Math.max(...effects)).toBeLessThanOrEqual(2 * USUAL_TOLERANCE.guessed + 1);
	});
	it('are each named once, what moves most first', () => {
		const all = guessesOfAll(partsOf(bed));
		expect(new Set(all.map(({ path }) => path.join('.'))).size).toBe(all.length);
		expect(guessWords(all, 2)).toMatch(/^Only guessed: .*; and \d+ more\.$/);
	});
});
