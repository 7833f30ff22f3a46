import { cornersOf } from '../geometry/vector';
import { describe, expect, it } from 'vitest';
import { bounds, difference, rectangle } from '../geometry/polygon';
import { defaultSetting } from '../plan';
import { frontSeat, rearBench } from '../testing/seats';
import { seatClearance, seatSolid, seatStates } from '.';

const front = frontSeat();
const bench = rearBench();

describe('front seat', () => {
	it('slides as a whole and leans about the foot of its back', () => {
		const at = (slide: number, angle: number) => seatSolid('d', front, { state: 'upright', slide, angle }, 0).profiles[1];
		expect(bounds(at(0, 0)).x[0]).toBe(2000);
		expect(bounds(at(150, 0)).x[0]).toBe(2150);
		const lean = (30 * Math.PI) / 180;
		expect(bounds(at(0, 30)).x[0]).toBeCloseTo(2000 - 800 * Math.sin(lean), 6);
		// Its length does not change: the tip of the rear face falls on a circle.
		const tip = at(0, 30)[3];
		expect(Math.hypot(tip.x - 2000, tip.y - 300)).toBeCloseTo(800, 6);
	});
	it('sinks with the floor lining taken off', () =>
		expect(bounds(seatSolid('d', front, { state: 'upright', slide: 0, angle: 0 }, 20).profiles[0]).y).toEqual([-20, 330]));
	it('starts where its driver needs it when driving, forward at night', () => {
		expect(defaultSetting(front, 'drive')).toEqual({ state: 'upright', slide: 80, angle: 20 });
		expect(defaultSetting(front, 'night')).toEqual({ state: 'upright', slide: 200, angle: 5 });
	});
	it('is cleared by a board that is notched round it, by the edge of the notch', () => {
		const solid = seatSolid('d', front, { state: 'upright', slide: 0, angle: 0 }, 0);
		const [right, left] = solid.y;
		const box = {
			x: [1500, 2300] as [number, number],
			y: [right - 300, left + 300] as [number, number],
			z: [400, 412] as [number, number]
		};
		const cutAt = (x: number) =>
			difference(rectangle(...box.x, ...box.y), [rectangle(x, 2400, right - 20, left + 500)]).map((footprint) => ({
				box,
				footprint,
				corners: []
			}))[0];
		expect(seatClearance(solid, cutAt(1950))!.margin).toBeCloseTo(20, 6);
		expect(seatClearance(solid, cutAt(1990))!.margin).toBeCloseTo(10, 6);
		expect(seatClearance(solid, cutAt(2010))!.margin).toBeCloseTo(-10, 6);
		const hole = { box, footprint: rectangle(...box.x, ...box.y), holes: [rectangle(1900, 2250, right - 30, left + 40)], corners: [] };
		expect(seatClearance(solid, hole)!.margin).toBeGreaterThan(0);
		expect(seatClearance(solid, { ...hole, holes: [] })!.margin).toBeLessThan(0);
	});
	it('is cleared by the exact distance to its leaning back', () => {
		const solid = seatSolid('d', front, { state: 'upright', slide: 0, angle: 0 }, 0);
		const box = { x: [0, 1950] as [number, number], y: [300, 400] as [number, number], z: [400, 500] as [number, number] };
		expect(seatClearance(solid, { box, footprint: null, corners: cornersOf(box) })!.margin).toBeCloseTo(50, 9);
		// Beside the seat it is the sideways distance that counts.
		const beside = { ...box, x: [2050, 2100] as [number, number], y: [-200, 100] as [number, number] };
		expect(seatClearance(solid, { box: beside, footprint: null, corners: cornersOf(beside) })!.margin).toBeCloseTo(30, 9);
		expect(seatClearance(solid, { box, footprint: null, corners: cornersOf(box) }, 10)).toBeNull();
	});
});

describe('rear bench', () => {
	it('stands, folds to a sloping surface, and leaves nothing when it is out', () => {
		expect(bounds(seatSolid('b', bench, { state: 'upright', slide: 0, angle: 0 }, 0).profiles[1]).y[1]).toBeCloseTo(800, 6);
		const [folded] = seatSolid('b', bench, { state: 'folded', slide: 0, angle: 0 }, 0).profiles;
		expect(folded).toEqual([
			{ x: 650, y: 0 },
			{ x: 1250, y: 0 },
			{ x: 1250, y: 290 },
			{ x: 650, y: 250 }
		]);
		expect(seatSolid('b', bench, { state: 'removed', slide: 0, angle: 0 }, 0).profiles).toEqual([]);
		expect(seatStates(bench)).toEqual(['upright', 'folded', 'removed']);
		expect(seatStates({ ...bench, removable: false })).toEqual(['upright', 'folded']);
	});
	it('stands by day and folds at night', () => {
		expect(defaultSetting(bench, 'day').state).toBe('upright');
		expect(defaultSetting(bench, 'night').state).toBe('folded');
	});
});
