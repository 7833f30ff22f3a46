import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sceneOf } from '../derive';
import { bounds, contains, rectangle } from '../geometry/polygon';
import { archHeightAt, halfWidth, rearFaceAt } from '../interior';
import { applyEdits, type Plan, type RearBench } from '../plan';
import { exact, plainVehicle, planIn, withPerson, withPiece } from '../testing/plans';
import { randomVehicle } from '../testing/random';
import { bodyOf, LYING_SHARES, lyingRegion, placeSitters, placeSleepers, sharedByTwo, type Sleeper } from '.';

const sleepersOf = (plan: Plan, mode = 'night') => placeSleepers(plan.crew, sceneOf(plan, mode));

/** Points of the three rectangles that a body takes, from crown to feet, as long as the person is. */
function* bodyPoints({ rest, widths, body }: Sleeper) {
	const [c, s] = [Math.cos(rest.angle), Math.sin(rest.angle)];
	const stretches: [number, number, number][] = [
		[0, LYING_SHARES.shoulders, widths.head],
		[LYING_SHARES.shoulders, LYING_SHARES.hips, widths.shoulders],
		[LYING_SHARES.hips, 1, widths.legs]
	];
	for (const [from, to, width] of stretches)
		for (let i = 0; i <= 6; i++)
			for (const side of [-1, 0, 1]) {
				// A hair inside: the placement touches the edges.
				const along = (from + ((to - from) * i) / 6) * (body.stature - 2) + 1;
				const across = side * (width / 2 - 0.5);
				yield { x: rest.crown.x - c * along - s * across, y: rest.crown.y - s * along + c * across };
			}
}

describe('sleepers who fit', () => {
	it('lie wholly on the mattress, clear of walls, arches and rear door, in any vehicle', () => {
		let fitted = 0;
		fc.assert(
			fc.property(
				randomVehicle,
				fc.integer({ min: 220, max: 600 }),
				fc.integer({ min: 900, max: 1500 }),
				fc.integer({ min: 900, max: 1900 }),
				(vehicle, height, stature, length) => {
					const plan = withPerson(
						withPiece(planIn(vehicle), 'bed', 'fixed-platform', { height, length, panels: 1 }),
						'ida',
						stature,
						'bed'
					);
					const scene = sceneOf(plan, 'night');
					const [sleeper] = placeSleepers(plan.crew, scene);
					if (!sleeper.shouldersFit || sleeper.longest.length < stature + 25) return;
					fitted++;
					const [{ footprint }] = scene.pieces[0].pads;
					for (const { x, y } of bodyPoints(sleeper)) {
						expect(contains(footprint!, { x, y }), 'on the mattress').toBe(true);
						for (const z of [sleeper.z, sleeper.z + sleeper.body.chestDepth]) {
							expect(halfWidth(scene.interior, y >= 0 ? 'left' : 'right', x, z) - Math.abs(y)).toBeGreaterThan(-0.6);
							expect(x - rearFaceAt(scene.interior, y, z)).toBeGreaterThan(-1.5);
						}
						for (const arch of scene.interior.arches) expect(archHeightAt(arch, x, y)).toBeLessThanOrEqual(sleeper.z + 0.6);
					}
				}
			),
			{ numRuns: 80, endOnFailure: true }
		);
		expect(fitted).toBeGreaterThan(20);
	});

	it('keep to their lanes', () => {
		let plan = withPiece(planIn(plainVehicle([[0, 900]], 1300)), 'bed', 'fixed-platform', { height: 400, length: 2000 });
		for (const [id, stature] of [
			['ida', 1740],
			['tomas', 1790],
			['child', 1200]
		] as const)
			plan = withPerson(plan, id, stature, 'bed');
		const ranges = sleepersOf(plan).map((sleeper) => bounds([...bodyPoints(sleeper)]).y);
		for (const [i, a] of ranges.entries()) for (const b of ranges.slice(i + 1)) expect(a[0] >= b[1] - 1 || b[0] >= a[1] - 1).toBe(true);
	});

	it('put their head where the roof is higher', () => {
		const vehicle = plainVehicle([[0, 800]], 1300, 2600);
		vehicle.stations.rear.ceiling.c0.z = exact(800);
		const [sleeper] = sleepersOf(
			withPerson(withPiece(planIn(vehicle), 'bed', 'fixed-platform', { height: 300, length: 2000 }), 'ida', 1740, 'bed')
		);
		expect(sleeper.rest.crown.x).toBeGreaterThan(sleeper.rest.feet.x);
	});

	it('lie askew only when they must', () => {
		const short = withPiece(planIn(plainVehicle([[0, 1100]], 1300)), 'bed', 'fixed-platform', { height: 400, length: 1700 });
		const [askew] = sleepersOf(withPerson(short, 'ida', 1740, 'bed'));
		expect(Math.abs(Math.sin(askew.rest.angle))).toBeGreaterThan(0.2);
		expect(askew.longest.length).toBeGreaterThan(1765);
		const [straight] = sleepersOf(withPerson(short, 'ida', 1500, 'bed'));
		expect(Math.sin(straight.rest.angle)).toBeCloseTo(0, 9);
	});

	it('are nowhere when the mode has no bed for them', () => {
		const couch = withPerson(withPiece(planIn(plainVehicle([[0, 800]])), 'couch', 'slat-couch'), 'ida', 1740, 'couch');
		expect(sleepersOf(applyEdits(couch, [{ path: ['modes', 'night', 'pieces', 'couch'], value: 'lid-up' }]))).toEqual([]);
	});
	it('have the couch as far as its back cushions when it is not pulled out, and all of it when it has none', () => {
		const narrow = (bedWidth: number) => {
			const couch = withPiece(planIn(plainVehicle([[0, 800]])), 'couch', 'slat-couch', {
				gap: 10,
				seatDepth: 620,
				bedWidth,
				padThickness: 80
			});
			const shut = applyEdits(withPerson(couch, 'ida', 1740, 'couch'), [{ path: ['modes', 'night', 'pieces', 'couch'], value: 'couch' }]);
			return bounds(sleepersOf(shut)[0].surface.outline).y;
		};
		expect(narrow(1080)).toEqual([790 - 620, 790 - 80]);
		expect(narrow(620)).toEqual([790 - 620, 790]);
	});
});

describe('the room of two who share a bed', () => {
	const shared = (width: number, statures: number[], length = 2000) => {
		const bed = withPiece(planIn(plainVehicle([[0, 900]], 1500, 3200)), 'bed', 'fixed-platform', {
			height: 400,
			rear: 100,
			length,
			reachRear: false,
			fullWidth: false,
			width,
			gap: 0,
			panels: 1
		});
		return sharedByTwo(sleepersOf(statures.reduce((plan, stature, i) => withPerson(plan, `p${i}`, stature, 'bed'), bed)));
	};
	it('is what the width leaves beside both pairs of shoulders, at the least', () => {
		const [{ extra, people }] = shared(1300, [1700, 1700]);
		expect(people).toEqual(['p0', 'p1']);
		expect(extra!).toBeGreaterThanOrEqual((1300 - 2 * (0.285 * 1700 + 20)) / 2 - 1);
		// Head to foot their shoulders lie beside legs: never less.
		expect(shared(1100, [1700, 1700])[0].extra!).toBeLessThan(extra!);
	});
	it('is less than nothing by what each is too broad', () => {
		const { extra } = shared(620, [1700, 1700])[0];
		expect(extra!).toBeGreaterThanOrEqual((620 - 2 * (0.285 * 1700 + 20)) / 2 - 1);
		expect(extra!).toBeLessThan(-100);
	});
	it('is not there where they are too long for it, and asked of two alone', () => {
		expect(shared(1300, [1700, 1700], 1200)[0].extra).toBeUndefined();
		expect(shared(1300, [1700])).toEqual([]);
		expect(shared(1700, [1700, 1650, 1600])).toEqual([]);
	});
});

describe('what is free to lie on', () => {
	const vehicle = plainVehicle([[0, 800]], 1300, 3000);
	const surface = {
		id: 'bed',
		use: 'sleep' as const,
		outline: rectangle(100, 2100, -700, 700),
		base: 300,
		pad: 100,
		foam: 'firm' as const,
		states: ['bed']
	};
	const body = bodyOf({ stature: 1700 });
	it('is the surface where nothing is in the way, at the height of the compressed mattress', () => {
		const region = lyingRegion(surface, sceneOf(planIn(vehicle), 'night').interior, [], body)!;
		expect(region.z).toBe(390);
		expect(bounds(region.outline)).toEqual({ x: [100, 2100], y: [-700, 700] });
	});
	it('loses what a seat back takes that reaches above the mattress, and nothing to one that stays below', () => {
		const bench = (height: number): RearBench => ({
			type: 'rear bench',
			belts: 2,
			foldedSteps: {},
			name: 'Bench',
			y: 0,
			width: exact(2000),
			back: exact(1800),
			top: exact(height),
			angle: 0,
			cushionLength: exact(400),
			cushionHeight: exact(200),
			foldedRear: exact(1700),
			foldedLength: exact(600),
			foldedHeightRear: exact(200),
			foldedHeightFront: exact(200),
			removable: false
		});
		const regionWith = (height: number) => {
			const plan = planIn({ ...vehicle, seats: { bench: bench(height) } });
			const up = applyEdits(plan, [{ path: ['modes', 'night', 'seats', 'bench'], value: { state: 'upright', slide: 0, angle: 0 } }]);
			const scene = sceneOf(up, 'night');
			return bounds(lyingRegion(surface, scene.interior, scene.seats, body)!.outline).x;
		};
		expect(regionWith(800)).toEqual([100, 1800]);
		expect(regionWith(380)).toEqual([100, 2100]);
	});
	it('is nothing at all on a surface outside the vehicle', () =>
		expect(
			lyingRegion({ ...surface, outline: rectangle(5000, 6000, 0, 500) }, sceneOf(planIn(vehicle), 'night').interior, [], body)
		).toBeUndefined());
});

it('sitters share a bench evenly', () => {
	let plan = withPiece(planIn(plainVehicle([[0, 800]])), 'couch', 'slat-couch', { rear: 0, length: 1874 });
	for (const id of ['ida', 'tomas']) plan = withPerson(plan, id, 1740, 'couch');
	const scene = sceneOf(plan, 'day');
	const long = bounds(scene.pieces[0].assembly.surfaces[0].outline).x[1];
	expect(placeSitters(plan.crew, scene).map(({ sight }) => sight.middle)).toEqual([long / 4, (3 * long) / 4]);
});

describe('a bed of several pieces', () => {
	const box = planIn(plainVehicle([[0, 600]], 1500, 3000));
	const half = (plan: Plan, id: string, rear: number, over: object = {}) =>
		withPiece(plan, id, 'fixed-platform', { height: 400, reachRear: false, rear, length: 900, gap: 0, panels: 1, ...over });
	const reach = (gap: number, higher = 0) => {
		const plan = half(half(box, 'rear', 100), 'front', 1000 + gap, { height: 400 + higher });
		return sleepersOf(withPerson(plan, 'ida', 1700, 'rear'))[0].longest.length;
	};
	it('is one bed where they lie level edge to edge, and no further', () => {
		expect(reach(10)).toBeCloseTo(1810, 0);
		// Askew in one half somebody slim gets a finger's breadth more than its length.
		expect(reach(40)).toBeLessThan(930);
		expect(reach(10, 12)).toBeCloseTo(1810, 0);
		expect(reach(10, 20)).toBeLessThan(930);
	});
	it('is shared so that the longest has its long side, whoever is named first', () => {
		const side = (plan: Plan, id: string, centre: number, length: number) =>
			half(plan, id, 100, { fullWidth: false, width: 580, centre, length });
		for (const order of [
			['ida', 'tomas'],
			['tomas', 'ida']
		]) {
			let plan = side(side(box, 'short', 295, 1650), 'long', -295, 2000);
			for (const id of order) plan = withPerson(plan, id, id === 'ida' ? 1900 : 1550, 'short');
			const sleepers = sleepersOf(plan);
			expect(sleepers.every(({ shouldersFit, longest, body }) => shouldersFit && longest.length >= body.stature + 25)).toBe(true);
			expect(sleepers.find(({ id }) => id === 'ida')!.rest.crown.y).toBeLessThan(0);
		}
	});
	it('is lain on with the head at the end that is asked for', () => {
		const plan = withPerson(half(box, 'bed', 100, { length: 1900 }), 'ida', 1700, 'bed');
		for (const [head, sign] of [
			['rear', -1],
			['front', 1]
		] as const) {
			const asked = applyEdits(plan, [{ path: ['modes', 'night', 'people', 'ida', 'head'], value: head }]);
			expect(Math.cos(sleepersOf(asked)[0].rest.angle)).toBeCloseTo(sign, 6);
		}
	});
	it('takes two head to foot where they do not fit side by side the same way', () => {
		// Shoulders 533 and 504 with 20 each do not fit into 1000; shoulders beside legs do.
		let plan = half(planIn(plainVehicle([[0, 500]], 1500, 3000)), 'bed', 100, { length: 1950 });
		for (const [id, stature] of [
			['ida', 1800],
			['tomas', 1700]
		] as const)
			plan = withPerson(plan, id, stature, 'bed');
		const [a, b] = sleepersOf(plan);
		expect([a, b].every(({ shouldersFit, longest, body }) => shouldersFit && longest.length >= body.stature + 25)).toBe(true);
		expect(Math.cos(a.rest.angle) * Math.cos(b.rest.angle)).toBeCloseTo(-1, 6);
		for (const point of bodyPoints(a)) expect(contains(b.lane, point)).toBe(false);
		for (const point of bodyPoints(b)) expect(contains(a.lane, point)).toBe(false);
	});
});

describe('on the floor', () => {
	const vehicle = plainVehicle([[0, 700]], 1500, 3000);
	const onFloor = (plan: Plan, id = 'tomas', stature = 1700) =>
		applyEdits(withPerson(plan, id, stature, 'none'), [{ path: ['modes', 'night', 'people', id], value: { posture: 'lying' } }]);
	it('lies whom no piece carries, on a mat, beside what stands there', () => {
		// Its boards are lower than a chest: nobody lies under it.
		const bed = { height: 260, reachRear: false, rear: 200, length: 1900, fullWidth: false, width: 600, centre: 380, gap: 0, panels: 1 };
		const plan = onFloor(withPerson(withPiece(planIn(vehicle), 'bed', 'fixed-platform', bed), 'ida', 1700, 'bed'));
		const [ida, tomas] = sleepersOf(plan);
		expect(ida.piece).toBe('bed');
		expect(tomas).toMatchObject({ piece: 'floor', alone: true, z: 45 });
		for (const { y } of bodyPoints(tomas)) expect(y).toBeLessThan(80 + 45);
	});
	it('lies under a bed that is high enough, between its legs', () => {
		const high = { height: 900, panels: 1, length: 2000 };
		const [tomas] = sleepersOf(onFloor(withPiece(planIn(vehicle), 'bed', 'fixed-platform', high)));
		expect(tomas.longest.length).toBeGreaterThan(1725);
		expect(tomas.shouldersFit).toBe(true);
	});
});
