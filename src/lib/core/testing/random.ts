import fc from 'fast-check';
import type { Vehicle } from '../plan';
import { exact, plainVehicle } from './plans';

/** Random vehicles: leaning walls that differ from side to side and along, sloping door with cut corners, arches. */
export const randomVehicle: fc.Arbitrary<Vehicle> = fc
	.record({
		length: fc.integer({ min: 1500, max: 3500 }),
		ceiling: fc.integer({ min: 800, max: 1900 }),
		drop: fc.integer({ min: 0, max: 150 }),
		floor: fc.integer({ min: 450, max: 700 }),
		waist: fc.integer({ min: 500, max: 850 }),
		top: fc.integer({ min: 380, max: 700 }),
		narrowing: fc.integer({ min: 0, max: 120 }),
		skew: fc.integer({ min: 0, max: 60 }),
		slope: fc.integer({ min: 0, max: 400 }),
		corner: fc.tuple(fc.integer({ min: 0, max: 150 }), fc.integer({ min: 0, max: 150 })),
		arch: fc.record({
			start: fc.integer({ min: 100, max: 500 }),
			long: fc.integer({ min: 300, max: 900 }),
			top: fc.integer({ min: 0, max: 300 }),
			height: fc.integer({ min: 100, max: 350 }),
			inner: fc.integer({ min: 300, max: 440 }),
			edge: fc.integer({ min: 0, max: 90 })
		})
	})
	.map((r) => {
		const vehicle = plainVehicle([[0, r.floor]], r.ceiling, r.length);
		const station = (x: number, less: number) => ({
			x,
			widths: {
				low: { z: 0, left: exact(r.floor - less) },
				waist: { z: 450, left: exact(r.waist - less), right: exact(r.waist - less - r.skew) },
				top: { z: 900, left: exact(r.top - less) }
			},
			ceiling: { middle: { y: 0, z: exact(r.ceiling) }, side: { y: 400, z: exact(r.ceiling - r.drop) } }
		});
		const { arch } = r;
		return {
			...vehicle,
			stations: { rear: station(200, r.narrowing), middle: station(1000, 0), front: station(1500, Math.round(r.narrowing / 2)) },
			rear: {
				profile: { waist: { z: 400, x: exact(Math.round(r.slope / 8)) }, top: { z: 900, x: exact(r.slope) } },
				cornerAlong: exact(r.corner[0]),
				cornerAcross: exact(r.corner[1])
			},
			arches: {
				both: {
					side: 'both' as const,
					start: exact(arch.start),
					floorLength: exact(arch.long),
					topLength: exact(Math.min(arch.top, arch.long)),
					height: exact(arch.height),
					inner: exact(arch.inner),
					edge: exact(arch.edge)
				}
			}
		};
	});
