import { describe, expect, it } from 'vitest';
import { sceneOf } from '../derive';
import { applyEdits, type Plan } from '../plan';
import { loadIn, missingWeights, shiftsFor } from '../structure';
import { plainVehicle, planIn } from '../testing/plans';
import { drive } from '../testing/trap-van';
import { findingsOf } from '.';

const WEIGHTS = { front: 1000, rear: 800, rearAxle: 700, wheelbase: 3000 };
const crate = { name: 'Crate', length: 400, width: 300, height: 200, weight: 100, count: 1 };

/** A van with a crate of 100 kg somewhere while driving, and what is known of its weight. */
function loaded(x: number, y = 0, weights: object = WEIGHTS): Plan {
	const plan = planIn(plainVehicle([[0, 800]], 1600, 4000));
	return applyEdits({ ...plan, modes: { drive: { ...drive, lies: { crate: { x: x - 200, y, z: 0 } } } } }, [
		{ path: ['gear'], value: { crate } },
		{ path: ['vehicle', 'weights'], value: weights }
	]);
}
const load = (plan: Plan) => loadIn(sceneOf(plan, 'drive'), plan);

describe('what stands on the axles', () => {
	it.each([
		['over the rear axle', 700, 0],
		['over the front axle', 3700, 1],
		['half way', 2200, 0.5],
		['behind the rear axle, where it lifts the front', 400, -0.1]
	])('%s', (_, x, share) => {
		const plan = loaded(x);
		const { axles, centre } = load(plan);
		expect(centre!.x).toBeCloseTo(x, 6);
		expect(axles!.front.kg).toBeCloseTo(1000 + 100 * share, 6);
		expect(axles!.rear.kg).toBeCloseTo(800 + 100 * (1 - share), 6);
		expect(axles!.all.kg).toBeCloseTo(1900, 6);
	});
	it('on either side by the lever over the track', () => {
		const { left } = load(loaded(2000, 300, { ...WEIGHTS, track: 1600 }));
		expect(left).toBeCloseTo(0.5 + 300 / 1600, 6);
	});
	it('it tips over where its centre of gravity stands above its wheels', () => {
		const { tips } = load(loaded(2000, 0, { ...WEIGHTS, track: 1600, floorHeight: 600, centreHeight: 700 }));
		expect(tips!.empty).toBeCloseTo((Math.atan(800 / 700) * 180) / Math.PI, 6);
		// 1800 kg at 700 and 100 kg half a crate above the floor, at 700 as well.
		expect(tips!.loaded).toBeCloseTo(tips!.empty, 6);
	});
});

it('a driver that the papers count in is not counted twice, wherever that is', () => {
	const [bare, counted] = [false, true].map((driverIn) => load(loaded(2000, 0, { ...WEIGHTS, driverIn })).axles!);
	expect(bare.all.kg - counted.all.kg).toBeCloseTo(75, 6);
	// No seat is in this van: the driver is taken to sit 700 mm behind its end at 4000.
	expect(bare.front.kg - counted.front.kg).toBeCloseTo((75 * (3300 - 700)) / 3000, 6);
});

describe('what is permitted', () => {
	const said = (plan: Plan, key: string) => findingsOf(plan).find((finding) => finding.rule === 'axle-load' && finding.key === key);
	it('a load that is fine in all and too much on the rear axle', () => {
		const plan = loaded(400, 0, { ...WEIGHTS, mostFront: 1100, mostRear: 890, mostInAll: 2000 });
		expect(said(plan, 'all')!.margin).toBeCloseTo(100, 6);
		expect(said(plan, 'rear')).toMatchObject({ status: 'clash' });
		expect(said(plan, 'rear')!.margin).toBeCloseTo(890 - 910, 6);
		// 20 kg have to go over to the front axle: a fifth of the crate, so a fifth of the wheelbase forward.
		expect(shiftsFor(load(plan), plan.vehicle.weights!, 'rear')).toEqual([{ id: 'crate', name: 'Crate', kg: 100, by: 600 }]);
		expect(said(plan, 'rear')!.why).toContain('⟦600⟧ further forward');
		expect(said(loaded(400 + 601, 0, plan.vehicle.weights!), 'rear')!.margin).toBeGreaterThan(0);
	});
	it('no limit of ours stands in for one that nobody has typed', () => {
		expect(said(loaded(700), 'rear')).toBeUndefined();
		expect(said(loaded(700), 'all')).toMatchObject({ status: 'unmeasured', unknown: true });
		expect(said(loaded(700), 'all')!.why).toContain('plate');
	});
	it('what is missing is named', () => {
		expect(missingWeights({ front: 1000, wheelbase: 3000 })).toEqual(['what its rear axle carries empty', 'where its rear wheels are']);
		expect(missingWeights(WEIGHTS)).toEqual([]);
	});
	it('nothing is moved where the other axle has no room for it', () => {
		const plan = loaded(400, 0, { ...WEIGHTS, mostFront: 1000, mostRear: 890 });
		expect(shiftsFor(load(plan), plan.vehicle.weights!, 'rear')).toEqual([]);
	});
});
