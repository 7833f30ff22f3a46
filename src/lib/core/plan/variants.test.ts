import { describe, expect, it } from 'vitest';
import { planIn, plainVehicle, withPerson, withPiece } from '../testing/plans';
import {
	addGear,
	applyEdits,
	dropVariant,
	freeName,
	keepVariant,
	layoutName,
	planSchema,
	readPlan,
	removeGear,
	removePerson,
	takeVariant,
	withVariant,
	type Plan
} from '.';

const base = (): Plan => {
	const built = withPerson(withPiece(planIn(plainVehicle([[0, 700]])), 'bed', 'fixed-platform', { height: 400 }), 'ida', 1700, 'bed');
	return applyEdits(built, addGear(built, { name: 'Crate', length: 400, width: 300, height: 250, weight: 4, count: 1 }));
};
/** The plan with a copy of its layout kept, and the present one changed. */
const branched = (): Plan => {
	const plan = base();
	const kept = applyEdits(plan, keepVariant(plan, plan, 'Low bed'));
	return applyEdits(kept, [
		{ path: ['layout'], value: 'High bed' },
		{ path: ['pieces', 'bed', 'params', 'height'], value: 700 },
		{ path: ['crew', 'ida', 'wants'], value: ['turn over'] },
		{ path: ['gear', 'crate', 'under'], value: undefined }
	]);
};
const only = (plan: Plan) => Object.keys(plan.variants ?? {});

describe('variants', () => {
	it('keep a layout as it was, while the present one changes', () => {
		const plan = branched();
		const low = withVariant(plan, plan.variants!['low-bed']);
		expect(low.pieces.bed.params).toMatchObject({ height: 400 });
		expect(low.crew.ida.wants).toContain('sit up');
		expect(low.gear.crate.under).toBe('bed');
		expect(plan.pieces.bed.params).toMatchObject({ height: 700 });
	});

	it('are taken up and go back, nothing lost on the way', () => {
		const plan = branched();
		const there = applyEdits(plan, takeVariant(plan, 'low-bed'));
		expect(layoutName(there)).toBe('Low bed');
		expect(only(there)).toEqual(['high-bed']);
		const back = applyEdits(there, takeVariant(there, 'high-bed'));
		expect(back).toEqual(plan);
		expect(planSchema.safeParse(there).success).toBe(true);
	});

	it('take along what was set aside about another kind of piece that had the same id, and leave the rest', () => {
		const aside = { reason: 'So be it.', status: 'clash' as const, margin: -0.5, date: '2026-12-02' };
		const plan = { ...branched(), setAside: { 'night/strength:bed': aside, 'night/sag:bed': aside, 'night/turning-over:ida': aside } };
		// The same kind of piece is told again when it is worse.
		expect(Object.keys(applyEdits(plan, takeVariant(plan, 'low-bed')).setAside!)).toHaveLength(3);
		const other = withPiece(plan, 'bed', 'lid-platform');
		const kept = applyEdits(plan, keepVariant(plan, other, 'Lids'));
		expect(Object.keys(applyEdits(kept, takeVariant(kept, 'lids')).setAside!)).toEqual(['night/turning-over:ida']);
		expect(planSchema.safeParse(applyEdits(kept, takeVariant(kept, 'lids'))).success).toBe(true);
	});

	it('are let go, the last with the whole table', () => {
		const plan = branched();
		const none = applyEdits(plan, dropVariant(plan, 'low-bed'));
		expect(Object.hasOwn(none, 'variants')).toBe(false);
		const two = applyEdits(plan, keepVariant(plan, plan, 'Third'));
		expect(only(applyEdits(two, dropVariant(two, 'low-bed')))).toEqual(['third']);
	});

	it('pass over whoever and whatever has gone since, and have newcomers away', () => {
		let plan = branched();
		plan = applyEdits(plan, removeGear(plan, 'crate'));
		plan = applyEdits(plan, removePerson(plan, 'ida'));
		plan = withPerson(plan, 'tomas', 1800, 'bed');
		const sheets = { ...plan.stock.sheets };
		delete sheets['ply-12'];
		plan = applyEdits(plan, [
			{ path: ['pieces'], value: {} },
			...Object.keys(plan.modes).map((mode) => ({ path: ['modes', mode, 'people'], value: { tomas: { posture: 'away' } } })),
			{ path: ['stock', 'sheets'], value: sheets }
		]);
		const taken = applyEdits(plan, takeVariant(plan, 'low-bed'));
		expect(planSchema.safeParse(taken).error?.issues).toBeUndefined();
		expect(taken.modes.night.people).toEqual({ tomas: { posture: 'away' } });
		// What it is cut from came back from the usual stock.
		expect(taken.stock.sheets['ply-12']).toBeDefined();
		// An empty layout is not worth keeping.
		expect(only(taken)).toEqual([]);
	});

	it('are part of the file, checked like everything else in it', () => {
		const plan = branched();
		expect(readPlan(structuredClone(plan))).toMatchObject({ ok: true });
		const broken = structuredClone(plan) as unknown as { variants: { 'low-bed': { pieces: { bed: { params: { height: unknown } } } } } };
		broken.variants['low-bed'].pieces.bed.params.height = 'high';
		expect(readPlan(broken).ok).toBe(false);
	});

	it('get names of their own', () => {
		const plan = branched();
		expect(freeName(plan, 'Low bed')).toBe('Low bed 2');
		expect(freeName(plan, 'Sofa')).toBe('Sofa');
	});
});
