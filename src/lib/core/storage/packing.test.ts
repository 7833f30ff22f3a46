import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Box } from '../geometry/vector';
import { leftOut, pack } from './packing';

const room = (x: number, y: number, z: number, at = 0): Box => ({ x: [at, at + x], y: [0, y], z: [0, z] });
const thing = (length: number, width: number, height: number, count = 1, anyWay = false) => ({
	name: 'Tub',
	length,
	width,
	height,
	weight: 1,
	count,
	...(anyWay ? { anyWay: true } : {})
});

describe('packing', () => {
	it('fills a room with layers of equal tubs to the last', () =>
		expect(leftOut(pack([room(600, 400, 400)], [['tub', thing(200, 200, 200, 12)]]))).toBe(0));
	it('leaves out the thirteenth', () => expect(pack([room(600, 400, 400)], [['tub', thing(200, 200, 200, 13)]]).left).toEqual({ tub: 1 }));
	it('shares one room between kinds, and does not give it to both', () => {
		expect(
			leftOut(
				pack(
					[room(600, 400, 300)],
					[
						['a', thing(300, 400, 300)],
						['b', thing(300, 400, 250)]
					]
				)
			)
		).toBe(0);
		expect(
			pack(
				[room(600, 400, 300)],
				[
					['a', thing(400, 400, 300)],
					['b', thing(300, 400, 250)]
				]
			).left
		).toEqual({ b: 1 });
	});
	it('turns things about the vertical, and lays down only what may be', () => {
		expect(leftOut(pack([room(500, 300, 300)], [['a', thing(300, 500, 300)]]))).toBe(0);
		expect(leftOut(pack([room(500, 300, 300)], [['a', thing(300, 300, 500)]]))).toBe(1);
		expect(leftOut(pack([room(500, 300, 300)], [['a', thing(300, 300, 500, 1, true)]]))).toBe(0);
	});
	it('stands things on what bears them: nothing hangs in the air', () => {
		const { packed } = pack(
			[room(600, 300, 600)],
			[
				['low', thing(200, 300, 200)],
				['wide', thing(600, 300, 300)]
			]
		);
		for (const { box } of packed) expect(box.z[0] === 0 || packed.some((other) => Math.abs(other.box.z[1] - box.z[0]) < 1)).toBe(true);
	});
	it('goes round what stands there, and on it', () => {
		const post: Box = { x: [200, 260], y: [0, 400], z: [0, 300] };
		expect(leftOut(pack([room(600, 400, 300)], [['a', thing(340, 400, 300)]], [post]))).toBe(0);
		expect(leftOut(pack([room(600, 400, 300)], [['a', thing(350, 400, 300)]], [post]))).toBe(1);
		const low: Box = { x: [0, 600], y: [0, 400], z: [0, 100] };
		expect(pack([room(600, 400, 300)], [['a', thing(300, 300, 190)]], [low]).packed[0].box.z).toEqual([100, 290]);
	});
	it('never puts two things in one place, nor one outside', () =>
		fc.assert(
			fc.property(
				fc.array(fc.tuple(fc.integer({ min: 40, max: 400 }), fc.integer({ min: 40, max: 400 }), fc.integer({ min: 40, max: 400 })), {
					minLength: 1,
					maxLength: 9
				}),
				fc.boolean(),
				(sizes, anyWay) => {
					const rooms = [room(700, 500, 400), room(400, 400, 300, 1000)];
					const { packed, left } = pack(
						rooms,
						sizes.map(([l, w, h], i) => [`t${i}`, thing(l, w, h, 2, anyWay)])
					);
					expect(packed.length + Object.values(left).reduce((sum, n) => sum + n, 0)).toBe(2 * sizes.length);
					packed.forEach(({ box, room: r }, i) => {
						for (const axis of ['x', 'y', 'z'] as const) {
							expect(box[axis][0]).toBeGreaterThanOrEqual(rooms[r][axis][0] - 0.02);
							expect(box[axis][1]).toBeLessThanOrEqual(rooms[r][axis][1] + 0.02);
						}
						for (const other of packed.slice(i + 1)) {
							const shared = (axis: 'x' | 'y' | 'z') =>
								Math.min(box[axis][1], other.box[axis][1]) - Math.max(box[axis][0], other.box[axis][0]);
							expect(Math.min(shared('x'), shared('y'), shared('z'))).toBeLessThan(0.02);
						}
					});
				}
			),
			{ numRuns: 100 }
		));
});
