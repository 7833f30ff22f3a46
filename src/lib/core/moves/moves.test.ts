import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { interiorOf } from '../derive';
import { cornerClearance } from '../interior';
import { placePiece } from '../modes';
import { assemblyOf } from '../derive';
import { applyEdits, readPlanFile, starterPlan, type Plan } from '../plan';
import { exact, plainVehicle, planIn, withPiece } from '../testing/plans';
import { arrangementOf, convert, motionOf, quickest, sceneDuring, sweepInVehicle } from '.';
import { placesForLoose } from './loose';

describe('the quickest way through a graph', () => {
	const graph = fc.array(fc.tuple(fc.nat(7), fc.nat(7), fc.integer({ min: 1, max: 9 })), { minLength: 1, maxLength: 24 });
	it('is as short as trying every way', () =>
		fc.assert(
			fc.property(graph, (edges) => {
				// All ways by brute force: relaxed once for each node (Bellman and Ford).
				const cost = Array(8).fill(Infinity);
				cost[0] = 0;
				for (let round = 0; round < 8; round++) for (const [a, b, w] of edges) cost[b] = Math.min(cost[b], cost[a] + w);
				const ways = (node: number) => edges.filter(([a]) => a === node).map(([a, to, w]) => ({ to, action: `${a}-${to}`, cost: w }));
				const found = quickest<number, string>(0, (node) => node === 7, String, ways);
				if (cost[7] === Infinity) expect(found).toMatchObject({ found: false, complete: true });
				else {
					if (!found.found) throw new Error('not found');
					expect(found.cost).toBe(cost[7]);
					expect(found.actions.length === 0 ? 0 : Number(found.actions.at(-1)!.split('-')[1])).toBe(7);
				}
			})
		));
	it('says when it stopped early', () =>
		expect(
			quickest<number, number>(
				0,
				() => false,
				String,
				(n) => [{ to: n + 1, action: n, cost: 1 }],
				() => 0,
				50
			)
		).toMatchObject({ found: false, complete: false }));
});

const couchPlan = (params: object = {}, over: Partial<Plan['vehicle']> = {}): Plan =>
	withPiece(planIn({ ...plainVehicle([[0, 700]], 1300, 3000), ...over }), 'couch', 'slat-couch', {
		height: 350,
		rear: 200,
		side: 'left',
		...params
	});

/** A seat in the aisle whose back stands at `back`, with so much slide. */
const aisleSeat = (back: number, y: number) => ({
	...starterPlan('x', 'small van').vehicle.seats['left-seat'],
	y,
	back: exact(back),
	slide: exact(400),
	cushionLength: exact(450),
	foot: exact(100),
	top: exact(900)
});

describe('the swept way of a joint', () => {
	const plan = couchPlan();
	/** One joint of the couch moved from value to value. */
	const sweep = (p: Plan, link: string, to: number, from = 0) => {
		const assembly = assemblyOf(p.pieces.couch, p);
		const states = assembly.states.map((state) => (state.id === 'couch' ? { ...state, joints: { [link]: from } } : state));
		const move = { from: 'couch', to: 'bed', steps: [{ words: '', joints: { [link]: to }, seconds: 10, hands: 1 as const }] };
		return sweepInVehicle(interiorOf(p.vehicle), motionOf({ ...assembly, states }, move));
	};
	it('of a pull-out ends where it comes closest to the far wall', () => {
		const { joints } = assemblyOf(plan.pieces.couch, plan).states.find((state) => state.id === 'bed')!;
		// The stop bar meets the fixed rail at the end: that is rest, not a hit.
		expect(sweep(plan, 'front', joints.front).margin).toBeGreaterThanOrEqual(0);
		// A hand further it would have to go through it.
		expect(sweep(plan, 'front', joints.front + 8)).toMatchObject({ who: 'Stop bar', whom: 'Fixed rail', at: 10 });
		const tooFar = sweep(plan, 'front', joints.front + 600);
		expect(tooFar.whom).toBe('the side wall');
		expect(tooFar.at).toBe(10);
		// What goes 600 mm further has 600 mm less; the nearest way on is the wall for both.
		expect(sweep(plan, 'front', joints.front + 500).margin! - tooFar.margin!).toBeCloseTo(100, 6);
	});
	it('of a lid is highest where its edge stands over the hinge, not at its ends', () => {
		const low = couchPlan({ lid: true, lidAngle: 85 }, plainVehicle([[0, 700]], 900, 3000));
		const { seatDepth } = low.pieces.couch.params as { seatDepth: number };
		const found = sweep(low, 'lid', Math.PI / 2);
		expect(found.whom).toMatch(/ceiling|side wall/);
		// Upright, the lid reaches about its own depth above the slats: 350 + 620 of 900 mm.
		expect(found.margin).toBeLessThan(900 - 350 - seatDepth + 120);
		expect(found.margin).toBeLessThan(0);
	});
	it('agrees with looking at two thousand places', () => {
		const low = couchPlan({ lid: true }, plainVehicle([[0, 700]], 1000, 3000));
		const interior = interiorOf(low.vehicle);
		const assembly = assemblyOf(low.pieces.couch, low);
		for (const to of [0.4, 0.8, 1.3]) {
			const motion = motionOf(assembly, { from: 'couch', to: 'bed', steps: [{ words: '', joints: { lid: to }, seconds: 1, hands: 1 }] });
			const alone = sweepInVehicle(interior, { stretches: motion.stretches.map(({ tracks }) => ({ tracks, still: [] })) });
			let least = Infinity;
			for (let i = 0; i <= 2000; i++)
				for (const { part, lower, upper } of placePiece('', '', assembly, { ...assembly.states[0], joints: { lid: (to * i) / 2000 } })
					.parts)
					if (part.link !== 'frame') least = Math.min(least, cornerClearance(interior, [...lower, ...upper]).margin);
			expect(alone.margin!).toBeGreaterThanOrEqual(least - 1e-6);
			expect(alone.margin! - least).toBeLessThan(5);
		}
	});
});

describe('a conversion', () => {
	it('slides the seat out of the way before the bed is pulled out, and brings it back', () => {
		// The seat stands in the aisle where the front comes out; slid 400 mm forward it clears the bed.
		const base = couchPlan();
		const end = Math.max(...assemblyOf(base.pieces.couch, base).parts.map((part) => part.pose.shift.x));
		const plan = applyEdits(couchPlan({}, { seats: { seat: aisleSeat(end - 150, -350) } }), [
			{ path: ['modes', 'day', 'seats'], value: { seat: { state: 'upright', slide: 0, angle: 8 } } },
			{ path: ['modes', 'night', 'seats'], value: { seat: { state: 'upright', slide: 400, angle: 8 } } }
		]);
		const found = convert(plan, 'day', 'night');
		if (!found.ok) throw new Error(JSON.stringify(found.blocks));
		expect(found.actions.map((action) => action.subject)).toEqual(['seat', 'couch']);
		expect(found.seconds).toBe(found.actions.reduce((sum, action) => sum + action.seconds, 0));
		expect(found.actions[1].loose).toEqual([{ name: 'Back cushion', where: 'beside the vehicle' }]);
		const back = convert(plan, 'night', 'day');
		if (!back.ok) throw new Error('no way back');
		expect(back.actions.map((action) => action.subject)).toEqual(['couch', 'seat']);

		// A night with the seat left back: the two hit each other, and the plan says which and by how much.
		const left = applyEdits(plan, [{ path: ['modes', 'night', 'seats', 'seat', 'slide'], value: 0 }]);
		const blocked = convert(left, 'day', 'night');
		expect(blocked.ok).toBe(false);
		if (blocked.ok) return;
		expect(blocked.proven).toBe(true);
		expect(`${blocked.blocks[0].who} ${blocked.blocks[0].whom} ${blocked.blocks.map((b) => b.whom).join()}`).toMatch(/seat/i);
		expect(blocked.blocks[0].by).toBeGreaterThan(1);
	});
	it('of nothing takes no time', () => expect(convert(couchPlan(), 'day', 'day')).toMatchObject({ ok: true, seconds: 0, actions: [] }));
	it('knows the modes of its plan', () => expect(() => convert(couchPlan(), 'day', 'flight')).toThrow(/no mode “flight”/));
	it('is seen at any point: the front is half way out half way through its step', () => {
		const plan = couchPlan();
		const found = convert(plan, 'day', 'night');
		if (!found.ok) throw new Error('no way');
		const action = found.actions.find(({ subject }) => subject === 'couch')!;
		const front = (share: number) => {
			const scene = sceneDuring(plan, 'day', action, share);
			return Math.min(...scene.pieces[0].parts.filter(({ part }) => part.link === 'front').map(({ box }) => box.y[0]));
		};
		const travel = action.steps.find((step) => step.joints)!.joints!.front;
		expect(front(0) - front(1)).toBeCloseTo(travel, 6);
		// 5 s for the cushion, 6 s for the front, 8 s for the cushion again.
		expect(front(0) - front(8 / 19)).toBeCloseTo(travel / 2, 6);
		expect(sceneDuring(plan, 'day', action, 1).pieces[0].pads.some((pad) => pad.role === 'back')).toBe(false);
	});
	it('of the small van is the same every time and free all the way', () => {
		const read = readPlanFile(readFileSync(join(import.meta.dirname, '../../../../examples/lantern-small-van.nook.json'), 'utf8'));
		if (!read.ok) throw new Error(read.faults.join());
		const found = convert(read.plan, 'drive', 'night');
		expect(found).toEqual(convert(read.plan, 'drive', 'night'));
		if (!found.ok) throw new Error('no way');
		expect(found.tightest).toBeGreaterThan(-1);
		expect(found.actions.map(({ subject }) => subject)).toContain('couch');
	});
});

describe('what is loose meanwhile', () => {
	const seats = Object.fromEntries(
		[-370, 370].map((y, i) => [
			`seat-${i}`,
			{ ...aisleSeat(1900, y), name: y < 0 ? 'Right seat' : 'Left seat', width: exact(500), cushionHeight: exact(300) }
		])
	);
	const plan = planIn({ ...plainVehicle([[0, 700]], 1300, 3200), seats: seats as never });
	const now = arrangementOf(
		applyEdits(plan, [
			{
				path: ['modes', 'day', 'seats'],
				value: Object.fromEntries(Object.keys(seats).map((id) => [id, { state: 'upright', slide: 0, angle: 8 }]))
			}
		]),
		'day'
	);
	const where = (...sizes: [number, number, number][]) =>
		placesForLoose(
			plan,
			now,
			sizes.map(([x, y, z], i) => ({ name: `${i}`, size: { x, y, z } }))
		).map((pad) => pad.where);
	it('lies on a seat each, lying or on edge', () => {
		expect(where([600, 600, 80], [80, 600, 900])).toEqual(['on the right seat', 'on the left seat']);
		// A third one has no seat left.
		expect(where([600, 600, 80], [600, 600, 80], [600, 600, 80])[2]).toBe('beside the vehicle');
	});
	it('lies across both when it is long, and outside when it is longer', () => {
		expect(where([1300, 500, 80])).toEqual(['across both front seats']);
		expect(where([1900, 500, 80])).toEqual(['beside the vehicle']);
	});
});
