import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { breaks, piecewise, valueAt } from './piecewise';
import {
	area,
	bounds,
	centroid,
	contains,
	convexSeparation,
	difference,
	distance,
	greatestStray,
	intersection,
	largest,
	rectangle,
	turned,
	union
} from './polygon';
import { compose, frame, IDENTITY, place, shiftBy, turnAbout } from './pose';
import { boxSeparation, vec3 } from './vector';

const number = fc.integer({ min: -1000, max: 1000 });

describe('piecewise linear functions', () => {
	it('pass through their knots and stay between them', () =>
		fc.assert(
			fc.property(
				fc.uniqueArray(number, { minLength: 2, maxLength: 8 }),
				fc.array(number, { minLength: 8, maxLength: 8 }),
				number,
				(at, values, t) => {
					const f = piecewise(at.map((x, i) => [x, values[i]] as const));
					at.forEach((x, i) => expect(valueAt(f, x)).toBe(values[i]));
					expect(valueAt(f, t)).toBeGreaterThanOrEqual(Math.min(...f.value) - 1e-9);
					expect(valueAt(f, t)).toBeLessThanOrEqual(Math.max(...f.value) + 1e-9);
				}
			)
		));
	it('breaks at the knots inside', () => {
		expect(breaks([0, 5, 10], 2, 10)).toEqual([2, 5, 10]);
		expect(breaks([0, 5], 3, 3)).toEqual([3]);
	});
});

describe('polygons', () => {
	it('stray from each other by nothing wherever they begin, by a shifted edge by its shift', () => {
		const a = rectangle(0, 100, 0, 50);
		expect(greatestStray(a, [...a.slice(2), ...a.slice(0, 2)])).toBe(0);
		expect(greatestStray(a, rectangle(0, 100, 0, 62))).toBeCloseTo(12, 9);
	});
	it('have area, bounds and centroid', () => {
		const l = [...rectangle(0, 10, 0, 10).slice(0, 3), { x: 5, y: 10 }, { x: 5, y: 5 }, { x: 0, y: 5 }];
		expect(area(l)).toBeCloseTo(75);
		expect(bounds(l)).toEqual({ x: [0, 10], y: [0, 10] });
		// Two squares and a half: (5 * 2.5 * 50 + 7.5 ... ) by hand.
		expect(centroid(l).x).toBeCloseTo((50 * 5 + 25 * 7.5) / 75);
		expect(centroid(l).y).toBeCloseTo((50 * 2.5 + 25 * 7.5) / 75);
	});
	it('combine so that areas add up', () =>
		fc.assert(
			fc.property(number, number, (x, y) => {
				const a = rectangle(0, 800, 0, 600);
				const b = rectangle(x, x + 500, y, y + 500);
				const sum = (list: ReturnType<typeof union>) => list.reduce((total, p) => total + area(p), 0);
				const shared = sum(intersection(a, b));
				expect(sum(difference(a, [b])) + shared).toBeCloseTo(480000, 0);
				expect(sum(union([a, b]))).toBeCloseTo(480000 + 250000 - shared, 0);
			})
		));
	it('know what they contain and which is largest', () => {
		expect(contains(rectangle(0, 1, 0, 1), { x: 0.5, y: 0.5 })).toBe(true);
		expect(contains(rectangle(0, 1, 0, 1), { x: 1.5, y: 0.5 })).toBe(false);
		expect(largest([rectangle(0, 1, 0, 1), rectangle(0, 2, 0, 2)])).toEqual(rectangle(0, 2, 0, 2));
		expect(largest([])).toBeUndefined();
	});
	it('are apart by what can be computed by hand', () => {
		expect(distance(rectangle(0, 10, 0, 10), rectangle(13, 20, 14, 20))).toBeCloseTo(5);
		expect(convexSeparation(rectangle(0, 10, 0, 10), rectangle(14, 20, 0, 10))).toBeCloseTo(4);
		expect(convexSeparation(rectangle(0, 10, 0, 10), rectangle(7, 20, 2, 4))).toBeCloseTo(-3);
		// A diamond beside a square touches at 45 degrees.
		const diamond = turned(rectangle(-5, 5, -5, 5), Math.PI / 4).map((p) => ({ x: p.x + 20, y: p.y + 5 }));
		expect(convexSeparation(rectangle(0, 10, 0, 10), diamond)).toBeCloseTo(10 - 5 * Math.SQRT2);
	});
	it('separate convex outlines exactly when their intersection is empty', () =>
		fc.assert(
			fc.property(
				fc.integer({ min: -300, max: 300 }),
				fc.integer({ min: -300, max: 300 }),
				fc.double({ min: 0, max: 3, noNaN: true }),
				(x, y, angle) => {
					const a = rectangle(-100, 100, -60, 60);
					const b = turned(rectangle(-80, 80, -40, 40), angle).map((p) => ({ x: p.x + x, y: p.y + y }));
					const gap = convexSeparation(a, b);
					const shared = intersection(a, b).reduce((total, p) => total + area(p), 0);
					if (gap > 0.05) expect(shared).toBeLessThan(1);
					if (gap < -0.5) expect(shared).toBeGreaterThan(0);
				}
			)
		));
});

describe('poses', () => {
	const close = (a: { x: number; y: number; z: number }, b: { x: number; y: number; z: number }) =>
		(['x', 'y', 'z'] as const).forEach((k) => expect(a[k]).toBeCloseTo(b[k], 6));
	it('turn about a line', () => {
		const lid = turnAbout(vec3(0, 500, 300), vec3(-1, 0, 0), Math.PI / 2);
		// A lid hinged at y = 500 whose edge is 400 mm towards the aisle stands upright after a quarter turn.
		close(place(lid, vec3(100, 100, 300)), vec3(100, 500, 700));
		close(place(lid, vec3(7, 500, 300)), vec3(7, 500, 300));
	});
	it('compose like doing one after the other and keep lengths', () =>
		fc.assert(
			fc.property(number, number, number, fc.double({ min: -3, max: 3, noNaN: true }), (x, y, z, angle) => {
				const [a, b] = [turnAbout(vec3(1, 2, 3), vec3(0, 0, 1), angle), shiftBy(vec3(x, y, z))];
				close(place(compose(a, b), vec3(z, x, y)), place(a, place(b, vec3(z, x, y))));
				const [p, q] = [place(a, vec3(0, 0, 0)), place(a, vec3(x, y, z))];
				expect(Math.hypot(p.x - q.x, p.y - q.y, p.z - q.z)).toBeCloseTo(Math.hypot(x, y, z), 6);
			})
		));
	it('frame an own plane', () => {
		close(place(frame(vec3(1, 2, 3), vec3(0, 1, 0), vec3(0, 0, 1)), vec3(10, 20, 5)), vec3(6, 12, 23));
		close(place(IDENTITY, vec3(1, 2, 3)), vec3(1, 2, 3));
	});
});

it('boxes are apart by their best axis', () => {
	const box = (x: number, y: number, z: number) =>
		({ x: [x, x + 10], y: [y, y + 10], z: [z, z + 10] }) as Parameters<typeof boxSeparation>[0];
	expect(boxSeparation(box(0, 0, 0), box(14, 3, 3))).toBe(4);
	expect(boxSeparation(box(0, 0, 0), box(7, 2, 0))).toBe(-3);
});
