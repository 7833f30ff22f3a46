import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rectangle, type Polygon } from '../geometry/polygon';
import { place, turnAbout } from '../geometry/pose';
import { boxAround, boxSeparation, vec3, type Box } from '../geometry/vector';
import { solidSeparation, type Solid } from '.';

const level = (footprint: Polygon, z: [number, number]): Solid => {
	const corners = z.flatMap((height) => footprint.map((p) => vec3(p.x, p.y, height)));
	return { box: boxAround(corners), footprint, corners };
};
const boxed = ({ x, y, z }: Box): Solid => level(rectangle(...x, ...y), z);
/** A box turned about the y axis through its low corner. */
const leaning = (box: Box, angle: number): Solid => {
	const pose = turnAbout(vec3(box.x[0], 0, box.z[0]), vec3(0, -1, 0), angle);
	const corners = boxed(box).corners.map((p) => place(pose, p));
	return { box: boxAround(corners), footprint: null, corners };
};
const range = fc
	.tuple(fc.integer({ min: -80, max: 80 }), fc.integer({ min: 5, max: 90 }))
	.map(([low, size]): [number, number] => [low, low + size]);
const box = fc.record({ x: range, y: range, z: range });

describe('separation of solids', () => {
	it('of boxes is along their axes, either way round', () =>
		fc.assert(
			fc.property(box, box, (a, b) => {
				expect(solidSeparation(boxed(a), boxed(b))).toBeCloseTo(boxSeparation(a, b), 9);
				expect(solidSeparation(boxed(b), boxed(a))).toBeCloseTo(boxSeparation(a, b), 9);
			})
		));
	it('does not call a hit what lies in a notch', () => {
		const notched = level(
			[
				{ x: 0, y: 0 },
				{ x: 100, y: 0 },
				{ x: 100, y: 100 },
				{ x: 60, y: 100 },
				{ x: 60, y: 40 },
				{ x: 0, y: 40 }
			],
			[0, 10]
		);
		const holed = { ...boxed({ x: [0, 100], y: [0, 100], z: [0, 10] }), holes: [rectangle(20, 80, 20, 80)] };
		expect(solidSeparation(holed, boxed({ x: [30, 60], y: [30, 60], z: [-50, 50] }))).toBeCloseTo(10, 6);
		expect(solidSeparation(boxed({ x: [30, 85], y: [30, 60], z: [-50, 50] }), holed)).toBeCloseTo(-5, 6);
		expect(solidSeparation(notched, boxed({ x: [10, 40], y: [60, 90], z: [0, 10] }))).toBeCloseTo(20, 6);
		expect(solidSeparation(notched, boxed({ x: [10, 40], y: [30, 90], z: [0, 10] }))).toBeCloseTo(-10, 6);
		// Above it the heights part them.
		expect(solidSeparation(notched, boxed({ x: [10, 40], y: [30, 90], z: [15, 20] }))).toBeCloseTo(5, 6);
	});
	it('of a leaning board and what stands under it is told by its face, not by its box', () => {
		const board = leaning({ x: [0, 200], y: [0, 50], z: [0, 2] }, Math.PI / 4);
		// The lower face is z = x: a block up to 40 mm, from 100 mm on, is clear of it by 60 / sqrt(2).
		const block = boxed({ x: [100, 120], y: [0, 50], z: [0, 40] });
		expect(boxSeparation(board.box, block.box)).toBeLessThan(0);
		expect(solidSeparation(board, block)).toBeCloseTo(60 / Math.SQRT2, 6);
		expect(solidSeparation(board, boxed({ x: [100, 120], y: [0, 50], z: [0, 130] }))).toBeLessThan(0);
	});
	it('is never more than the distance of any two corners', () =>
		fc.assert(
			fc.property(box, box, fc.double({ min: 0, max: 1.5, noNaN: true }), (a, b, angle) => {
				const [one, other] = [leaning(a, angle), boxed(b)];
				const nearest = Math.min(...one.corners.flatMap((p) => other.corners.map((q) => Math.hypot(p.x - q.x, p.y - q.y, p.z - q.z))));
				expect(solidSeparation(one, other)).toBeLessThanOrEqual(nearest + 1e-6);
			})
		));
});
