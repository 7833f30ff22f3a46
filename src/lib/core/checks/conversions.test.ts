import { describe, expect, it } from 'vitest';
import { applyEdits, type Plan } from '../plan';
import { plainVehicle, planIn, withPiece } from '../testing/plans';
import { conversionFindings } from '.';

/** A couch on the left that is pulled out over the floor at night, in a vehicle 1400 mm wide, and a box on the right. */
const couchAndBox = (depth: number, bedWidth = 1000): Plan => {
	let plan = planIn(plainVehicle([[0, 700]], 1500, 3200));
	plan = withPiece(plan, 'couch', 'slat-couch', { height: 380, rear: 200, length: 1400, bedWidth, gap: 20, lid: true });
	plan = withPiece(plan, 'box', 'bench-box', { side: 'right', height: 330, rear: 500, length: 500, depth, cushion: 0, lid: false });
	return applyEdits(plan, [
		{ path: ['modes', 'day', 'pieces'], value: { couch: 'couch', box: 'wall' } },
		{ path: ['modes', 'night', 'pieces'], value: { couch: 'bed', box: 'wall' } }
	]);
};

describe('whether every mode can be got to', () => {
	it('says how long it takes', () => {
		const [night] = conversionFindings(couchAndBox(200));
		expect(night).toMatchObject({ rule: 'conversion', key: 'day+night', modes: ['night'], status: 'clear', subjects: [] });
		expect(night.why).toMatch(/^It takes \d+ seconds\.$/);
	});
	it('is a clash where something stands in the way, with what hits what', () => {
		const [night] = conversionFindings(couchAndBox(600));
		expect(night).toMatchObject({ status: 'clash', modes: ['night'] });
		expect(night.subjects).toContain('couch');
		expect(night.why).toMatch(/hits/);
	});
	it('tells what is hit by reference: another piece of the same name is not concerned', () => {
		const twin = { side: 'right', height: 330, rear: 2400, length: 400, depth: 300, cushion: 0, lid: false };
		const plan = withPiece(couchAndBox(600), 'twin', 'bench-box', twin);
		const named = applyEdits(
			plan,
			['box', 'twin'].map((id) => ({ path: ['pieces', id, 'name'], value: 'Box' }))
		);
		const [night] = conversionFindings(named);
		expect(night.status).toBe('clash');
		expect(night.subjects).toEqual(expect.arrayContaining(['couch', 'box']));
		expect(night.subjects).not.toContain('twin');
	});
	it('cannot be told where something clashes before anything is moved: no move is to blame for that', () => {
		const plan = applyEdits(couchAndBox(900), [{ path: ['modes', 'day', 'pieces', 'couch'], value: 'couch' }]);
		const [night] = conversionFindings(plan);
		expect(night.status).toBe('unmeasured');
		expect(night.why).toContain('clashes before anything is moved');
		expect(night.subjects).toEqual(expect.arrayContaining(['couch', 'box']));
	});
	it('is not asked of a plan with one mode', () => {
		const plan = couchAndBox(200);
		expect(conversionFindings({ ...plan, modes: { day: plan.modes.day } })).toEqual([]);
	});
});
