import { describe, expect, it } from 'vitest';
import { cutRecord, partsByKey } from '../build/as-cut';
import { applyEdits, type Plan } from '../plan';
import { plainVehicle, planIn, withPiece } from '../testing/plans';
import { findingsOf, fixesFor } from '.';

const bed = (half: number, params: object = {}): Plan =>
	withPiece(planIn(plainVehicle([[0, half]])), 'bed', 'fixed-platform', { ...params });
const found = (plan: Plan) => findingsOf(plan).filter(({ rule }) => rule === 'as-cut');
/** The plan with everything that it is made of cut as it is now. */
const cutNow = (plan: Plan): Plan =>
	applyEdits(
		plan,
		[...partsByKey(plan)].map(([key, part]) => ({ path: ['build', 'cut', key], value: cutRecord(part) }))
	);

describe('what is cut already', () => {
	it('is not asked about as long as nothing is cut, and is fine as long as nothing changes', () => {
		expect(found(bed(700))).toEqual([]);
		expect(found(cutNow(bed(700))).map(({ status }) => status)).toEqual(['clear']);
	});

	it('is a clash by what is missing when a wall turns out further out, and tight when it is further in', () => {
		const cut = cutNow(bed(700)).build;
		const [wide] = found({ ...bed(704), build: cut });
		expect(wide).toMatchObject({ status: 'clash', modes: ['day', 'night'] });
		expect(wide.margin).toBeCloseTo(-8, 1);
		expect(wide.why).toMatch(/has to be cut anew/);
		const [narrow] = found({ ...bed(696), build: cut });
		expect(narrow.status).toBe('tight');
		expect(narrow.why).toMatch(/can be trimmed/);
	});

	it('says what a change of the plan costs, and the smallest change is to leave it as it is cut', () => {
		const plan = cutNow(bed(700, { length: 1900 }));
		const longer = applyEdits(plan, [{ path: ['pieces', 'bed', 'params', 'length'], value: 1930 }]);
		const [finding] = found(longer);
		expect(finding.status).toBe('clash');
		const settles = fixesFor(longer, finding, {}).filter(({ margin }) => margin >= 0);
		const back = settles.some(({ edits }) => found(applyEdits(longer, edits))[0].status !== 'clash');
		expect(back).toBe(true);
	});

	it('is a clash when the plan takes other wood of the same size: what is cut bears otherwise', () => {
		const plan = cutNow(bed(700));
		const [id, sheet] = Object.entries(plan.stock.sheets).find(([, { thickness }]) => thickness === 12)!;
		const other = applyEdits(plan, [
			{ path: ['stock', 'sheets', 'other'], value: { ...sheet, name: 'Poplar ply 12 mm', material: 'poplar plywood' } },
			...Object.keys(plan.pieces.bed.params).flatMap((key) =>
				(plan.pieces.bed.params as Record<string, unknown>)[key] === id ? [{ path: ['pieces', 'bed', 'params', key], value: 'other' }] : []
			)
		]);
		const [finding] = found(other);
		expect(finding.status).toBe('clash');
		expect(finding.why).toMatch(/from another stock/);
	});
});
