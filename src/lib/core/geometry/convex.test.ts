import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { kernel } from '../testing/kernel';
import { boxWithin, convexOf, convexRoom, hullDistance } from './convex';
import { place, turnAbout } from './pose';
import { vec3, type Vec3 } from './vector';

const boxCorners = (w: number, d: number, h: number): Vec3[] =>
	[0, h].flatMap((z) => [vec3(0, 0, z), vec3(w, 0, z), vec3(w, d, z), vec3(0, d, z)]);
const moved = (corners: Vec3[], by: Vec3): Vec3[] => corners.map((p) => vec3(p.x + by.x, p.y + by.y, p.z + by.z));

const asTriples = (corners: Vec3[]) => corners.map(({ x, y, z }): [number, number, number] => [x, y, z]);
const size = fc.double({ min: 5, max: 800, noNaN: true });
const angle = fc.double({ min: -3, max: 3, noNaN: true });
const shift = fc.double({ min: -900, max: 900, noNaN: true });
const tilted = fc
	.record({ w: size, d: size, h: size, a: angle, b: angle, x: shift, y: shift, z: shift })
	.map(({ w, d, h, a, b, x, y, z }) => {
		const [one, other] = [turnAbout(vec3(0, 0, 0), vec3(0, 0.6, 0.8), a), turnAbout(vec3(0, 0, 0), vec3(1, 0, 0), b)];
		return moved(
			boxCorners(w, d, h).map((p) => place(other, place(one, p))),
			vec3(x, y, z)
		);
	});

describe('distance of hulls', () => {
	const cube = boxCorners(100, 100, 100);
	it('is the gap of faces, edges and corners', () => {
		expect(hullDistance(cube, moved(cube, vec3(130, 20, 10)))).toBeCloseTo(30, 6);
		expect(hullDistance(cube, moved(cube, vec3(130, 140, 10)))).toBeCloseTo(50, 6);
		expect(hullDistance(cube, moved(cube, vec3(110, 120, 120)))).toBeCloseTo(30, 6);
		expect(hullDistance(cube, moved(cube, vec3(50, 50, 50)))).toBe(0);
	});
	it('takes off the radii of limbs', () => {
		const limb = convexOf([vec3(-50, 50, 150), vec3(150, 50, 150)], 40);
		expect(convexRoom(limb, convexOf(cube))).toBeCloseTo(10, 6);
		expect(convexRoom(convexOf([vec3(-50, 50, 130), vec3(150, 50, 130)], 40), convexOf(cube))).toBeCloseTo(-10, 6);
	});
	it('says how far two that meet have to be shifted', () =>
		expect(convexRoom(convexOf(cube), convexOf(moved(cube, vec3(90, 10, 0))))).toBeCloseTo(-10, 6));
	it('agrees with the solids kernel on tilted boxes and thin bars', async () => {
		const { Manifold } = await kernel();
		fc.assert(
			fc.property(tilted, tilted, (a, b) => {
				const [p, q] = [a, b].map((corners) => Manifold.hull(asTriples(corners)));
				const both = Manifold.intersection(p, q);
				const volume = both.volume();
				const gap = volume > 0 ? 0 : p.minGap(q, 4000);
				for (const solid of [p, q, both]) solid.delete();
				const room = convexRoom(convexOf(a), convexOf(b));
				if (volume > 1) expect(room).toBeLessThan(0);
				else expect(Math.max(0, room)).toBeCloseTo(gap, 2);
			}),
			{ numRuns: 400 }
		);
	});
});

describe('what of a body lies in a box', () => {
	it('takes of a room what a seat back leans into', () => {
		// A back 100 mm thick that leans 45 degrees: at 250 mm of height it is 250 mm further back than at the floor.
		const back = [0, 500].flatMap((y) => [vec3(1000, y, 0), vec3(1100, y, 0), vec3(600, y, 500), vec3(500, y, 500)]);
		const taken = boxWithin(convexOf(back), { x: [0, 2000], y: [100, 300], z: [0, 250] })!;
		for (const [span, wanted] of [
			[taken.x, [750, 1100]],
			[taken.y, [100, 300]],
			[taken.z, [0, 250]]
		] as const)
			for (const end of [0, 1]) expect(span[end]).toBeCloseTo(wanted[end], 6);
		expect(boxWithin(convexOf(back), { x: [0, 700], y: [100, 300], z: [0, 250] })).toBeUndefined();
	});
	it('agrees with the solids kernel, also where the box is wholly inside', async () => {
		const { Manifold } = await kernel();
		fc.assert(
			fc.property(tilted, size, size, size, (corners, w, d, h) => {
				const solid = Manifold.hull(asTriples(corners));
				const block = Manifold.cube([w, d, h]);
				const both = Manifold.intersection(solid, block);
				const found = boxWithin(convexOf(corners), { x: [0, w], y: [0, d], z: [0, h] });
				if (both.volume() > 1) {
					const { min, max } = both.boundingBox();
					for (const [i, axis] of (['x', 'y', 'z'] as const).entries()) {
						expect(found![axis][0]).toBeCloseTo(min[i], 2);
						expect(found![axis][1]).toBeCloseTo(max[i], 2);
					}
				}
				for (const one of [solid, block, both]) one.delete();
			}),
			{ numRuns: 400 }
		);
	});
});
