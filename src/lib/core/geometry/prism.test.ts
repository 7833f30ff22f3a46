import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { place, turnAbout } from './pose';
import { prismSeparation } from './prism';
import { boxSeparation, vec3, type Box, type Vec3 } from './vector';

const prismOf = ({ x, y, z }: Box): Vec3[] =>
	z.flatMap((height) => [vec3(x[0], y[0], height), vec3(x[1], y[0], height), vec3(x[1], y[1], height), vec3(x[0], y[1], height)]);
const range = fc
	.tuple(fc.integer({ min: -50, max: 50 }), fc.integer({ min: 1, max: 60 }))
	.map(([low, size]): [number, number] => [low, low + size]);
const box = fc.record({ x: range, y: range, z: range });
const angle = fc.double({ min: -3, max: 3, noNaN: true });

describe('separation of prisms', () => {
	it('of boxes is that of their sides', () =>
		fc.assert(
			fc.property(box, box, (a, b) => {
				expect(prismSeparation(prismOf(a), prismOf(b))).toBeCloseTo(boxSeparation(a, b), 6);
			})
		));
	it('does not change when both are turned alike', () =>
		fc.assert(
			fc.property(box, box, angle, (a, b, by) => {
				const pose = turnAbout(vec3(3, 1, 2), vec3(0.6, 0, 0.8), by);
				const turn = (solid: Vec3[]) => solid.map((p) => place(pose, p));
				expect(prismSeparation(turn(prismOf(a)), turn(prismOf(b)))).toBeCloseTo(boxSeparation(a, b), 6);
			})
		));
	it('agrees with whether a grid of points finds a common one', () =>
		fc.assert(
			fc.property(box, box, angle, (a, b, by) => {
				const pose = turnAbout(vec3(0, 0, 0), vec3(0, 1, 0), by);
				const back = turnAbout(vec3(0, 0, 0), vec3(0, 1, 0), -by);
				const inside = (p: Vec3, of: Box) => (['x', 'y', 'z'] as const).every((axis) => p[axis] > of[axis][0] && p[axis] < of[axis][1]);
				const steps = [0.02, 0.25, 0.5, 0.75, 0.98];
				const at = ([low, high]: [number, number], share: number) => low + share * (high - low);
				// A point of the turned box inside the other, or one of the other inside the turned box.
				const shared =
					steps.some((i) => steps.some((j) => steps.some((k) => inside(place(pose, vec3(at(a.x, i), at(a.y, j), at(a.z, k))), b)))) ||
					steps.some((i) => steps.some((j) => steps.some((k) => inside(place(back, vec3(at(b.x, i), at(b.y, j), at(b.z, k))), a))));
				const separation = prismSeparation(
					prismOf(a).map((p) => place(pose, p)),
					prismOf(b)
				);
				if (shared) expect(separation).toBeLessThan(1e-6);
			})
		));
	it('of a board leaning at 45° over a block is the gap between edge and face', () => {
		const lean = turnAbout(vec3(0, 0, 0), vec3(0, 1, 0), -Math.PI / 4);
		const board = prismOf({ x: [0, 100], y: [0, 10], z: [0, 1] }).map((p) => place(lean, p));
		// Its lower face is the plane z = x; the block's far lower edge lies 20 mm in front of the origin.
		expect(prismSeparation(board, prismOf({ x: [20, 40], y: [0, 10], z: [-30, 0] }))).toBeCloseTo(20 / Math.SQRT2, 6);
	});
});
