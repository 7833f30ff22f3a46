import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { kernel } from '../testing/kernel';
import { convexOf, convexRoom, hullDistance } from './convex';
import { place, turnAbout } from './pose';
import { vec3, type Vec3 } from './vector';

const boxCorners = (w: number, d: number, h: number): Vec3[] =>
	[0, h].flatMap((z) => [vec3(0, 0, z), vec3(w, 0, z), vec3(w, d, z), vec3(0, d, z)]);
const moved = (corners: Vec3[], by: Vec3): Vec3[] => corners.map((p) => vec3(p.x + by.x, p.y + by.y, p.z + by.z));

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
		fc.assert(
			fc.property(tilted, tilted, (a, b) => {
				const hull = (corners: Vec3[]) => Manifold.hull(corners.map(({ x, y, z }): [number, number, number] => [x, y, z]));
				const [p, q] = [hull(a), hull(b)];
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
