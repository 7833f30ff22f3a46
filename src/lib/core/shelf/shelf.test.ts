import { describe, expect, it } from 'vitest';
import { applyEdits, planSchema, starterPlan, starterVehicle } from '../plan';
import { exact, plainVehicle, planIn, withPiece } from '../testing/plans';
import { effectOf, vehicleDifferences, withVehicle } from '.';

describe('a plan in another version of its vehicle', () => {
	const plan = withPiece(planIn(plainVehicle([[0, 700]], 1300, 3000)), 'deck', 'fixed-platform', {
		height: 400,
		rear: 100,
		length: 1900,
		fullWidth: false,
		width: 1300
	});
	const narrower = applyEdits(plan.vehicle, [
		{ path: ['stations', 'rear', 'widths', 'w0', 'left'], value: exact(600) },
		{ path: ['stations', 'front', 'widths', 'w0', 'left'], value: exact(600) }
	]);
	it('tells which clashes come with it and which go', () => {
		const effect = effectOf(plan, narrower);
		expect(effect.after).toBeGreaterThan(effect.before);
		// 1300 mm between walls that are 1200 mm apart: 50 mm too much on each side.
		expect(effect.comes.find((clash) => clash.title.includes('side walls'))!.margin).toBeCloseTo(-50, 6);
		const back = effectOf({ ...plan, vehicle: narrower }, plan.vehicle);
		expect(back.goes.map((clash) => clash.title)).toEqual(effect.comes.map((clash) => clash.title));
		expect(back.comes).toEqual(effect.goes);
	});
	it('lists the sizes that differ, as the tape shows them', () => {
		expect(vehicleDifferences(plan.vehicle, narrower).map(({ before, after }) => [before, after])).toEqual([
			[1400, 1200],
			[1400, 1200]
		]);
		expect(vehicleDifferences(plan.vehicle, plan.vehicle)).toEqual([]);
		const longer = starterVehicle('small hatchback', 'x');
		const seats = Object.fromEntries(Object.entries(longer.seats).filter(([id]) => id !== 'bench'));
		const gone = vehicleDifferences(longer, { ...longer, seats });
		expect(gone.every((difference) => difference.after === undefined && difference.label.startsWith('Rear bench'))).toBe(true);
		expect(vehicleDifferences({ ...longer, seats }, longer)).toHaveLength(gone.length);
	});
	it('stays a valid plan when seats and doors are gone or new', () => {
		const hatch = starterPlan('Hatch', 'small hatchback');
		const withDriver = applyEdits(hatch, [
			{
				path: ['crew', 'ida'],
				value: { name: 'Ida', stature: 1700, weight: 70, wants: [], driving: { seat: 'bench', slide: 0, angle: 10 } }
			},
			{ path: ['modes', 'day', 'doors'], value: { rear: 'open', 'left-side': 'open' } }
		]);
		const van = starterVehicle('small van', 'Van');
		const { rear } = van.openings;
		const moved = withVehicle(withDriver, { ...van, openings: { rear } });
		expect(planSchema.safeParse(moved).success).toBe(true);
		expect(moved.modes.day.doors).toEqual({ rear: 'open' });
		expect(moved.crew.ida.driving).toBeUndefined();
		expect(Object.keys(moved.modes.day.seats)).toEqual(['left-seat', 'right-seat']);
		expect(planSchema.safeParse(withVehicle(moved, hatch.vehicle)).success).toBe(true);
	});
});
