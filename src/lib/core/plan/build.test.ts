import { describe, expect, it } from 'vitest';
import { addPiece, applyEdits, readPlan, removePiece, starterPlan, type Plan } from '.';
import { withPiece } from '../testing/plans';

const done = { on: '2026-12-01' };

describe('a piece that leaves the plan', () => {
	const plan: Plan = applyEdits(withPiece(starterPlan('Test', 'small van'), 'bars', 'bench-box'), [
		{ path: ['build', 'done'], value: { 'join:bars.box': done, 'coat:bars.1': done, 'in:other': done, 'cut:bars.batten-45x45': done } },
		{ path: ['build', 'notBefore', 'fit:bars'], value: '2026-12-05' },
		{ path: ['build', 'cut', 'bars/lid'], value: { length: 600, width: 300, thickness: 12, stock: 'ply-12' } }
	]);

	it('takes its steps along, and leaves what was cut and bought', () => {
		const after = applyEdits(plan, removePiece(plan, 'bars'));
		expect(Object.keys(after.build.done)).toEqual(['in:other', 'cut:bars.batten-45x45']);
		expect(after.build.notBefore).toEqual({});
		expect(Object.keys(after.build.cut)).toEqual(['bars/lid']);
		expect(readPlan(structuredClone(after)).ok).toBe(true);
	});

	it('its id is not given again while boards with it lie about', () => {
		const after = applyEdits(plan, removePiece(plan, 'bars'));
		expect(addPiece(after, { ...plan.pieces.bars, name: 'Bars' }).id).toBe('bars-2');
		const clean = applyEdits(after, [{ path: ['build', 'cut', 'bars/lid'], value: undefined }]);
		expect(addPiece(clean, { ...plan.pieces.bars, name: 'Bars' }).id).toBe('bars');
	});

	it('a plan that knows nothing of building yet is read as one of which nothing is built', () => {
		const old: Partial<Plan> = { ...plan };
		delete old.build;
		const read = readPlan(old);
		expect(read.ok && read.plan.build).toMatchObject({ done: {}, cut: {}, paid: {}, hours: 6 });
	});
});
