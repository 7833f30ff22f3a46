import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { buildInterior, floorAt, halfWidth } from '../interior';
import type { Space } from '../pieces';
import { exact, plainVehicle } from '../testing/plans';
import { randomVehicle } from '../testing/random';
import { clearBoxes, litres, stow } from '.';

const space = (x: [number, number], y: [number, number], z: [number, number]): Space => ({
	id: 'under',
	name: 'Under',
	box: { x, y, z },
	access: []
});
const crate = (length: number, width: number, height: number, count = 1) => ({ name: 'Crate', length, width, height, weight: 5, count });

describe('clear boxes', () => {
	const vehicle = plainVehicle([[0, 700]]);
	vehicle.arches.left = {
		side: 'left',
		start: exact(500),
		floorLength: exact(600),
		topLength: exact(600),
		height: exact(250),
		inner: exact(450),
		edge: exact(0)
	};
	const interior = buildInterior(vehicle);

	it('offer the room beside an arch at full length, or before and behind it at full width', () => {
		const [beside, around] = clearBoxes(interior, space([0, 2000], [100, 680], [0, 300]));
		expect(beside).toEqual([{ x: [0, 2000], y: [100, 450], z: [0, 300] }]);
		expect(around.map((b) => b.x)).toEqual([
			[0, 500],
			[1100, 2000]
		]);
	});
	it('are one box where no arch is in the way', () => expect(clearBoxes(interior, space([0, 2000], [-600, 0], [0, 300]))).toHaveLength(1));
	it('stay inside leaning walls', () => {
		const leaning = buildInterior(
			plainVehicle([
				[0, 500],
				[600, 700]
			])
		);
		expect(clearBoxes(leaning, space([0, 1000], [-690, 690], [0, 300]))[0][0].y).toEqual([-500, 500]);
	});
	it('are really free, in any vehicle', () =>
		fc.assert(
			fc.property(randomVehicle, fc.integer({ min: 460, max: 800 }), (vehicle, x0) => {
				const interior = buildInterior(vehicle);
				for (const boxes of clearBoxes(interior, space([x0, x0 + 700], [-900, 900], [0, 200])))
					for (const { x, y, z } of boxes)
						for (const atX of [x[0] + 0.1, (x[0] + x[1]) / 2, x[1] - 0.1])
							for (const atY of [y[0] + 0.1, y[1] - 0.1]) {
								if (y[1] - y[0] < 1 || x[1] - x[0] < 1) continue;
								expect(floorAt(interior, atX, atY)).toBeLessThanOrEqual(z[0] + 0.01);
								for (const atZ of [z[0], 100, z[1]])
									expect(halfWidth(interior, atY >= 0 ? 'left' : 'right', atX, atZ)).toBeGreaterThanOrEqual(Math.abs(atY));
							}
			}),
			{ numRuns: 80, endOnFailure: true }
		));
});

describe('stowing', () => {
	const box = { x: [0, 1000] as [number, number], y: [0, 600] as [number, number], z: [0, 300] as [number, number] };
	it('measures what is spare above, or beside, whichever is less', () => {
		expect(stow([[box]], crate(400, 300, 280))).toMatchObject({ fits: 1, margin: 20, axis: 'height' });
		expect(stow([[box]], crate(990, 300, 200))).toMatchObject({ fits: 1, margin: 10, axis: 'floor' });
	});
	it('turns things when that is better', () => expect(stow([[box]], crate(500, 900, 100)).fits).toBe(1));
	it('counts rows and columns', () => {
		expect(stow([[box]], crate(330, 300, 200, 6)).fits).toBe(6);
		const seven = stow([[box]], crate(330, 300, 200, 7));
		expect(seven.fits).toBe(6);
		expect(seven.margin).toBeLessThan(0);
	});
	it('says how much is missing', () => {
		expect(stow([[box]], crate(400, 300, 310)).margin).toBe(-10);
		expect(stow([[box]], crate(1100, 300, 200)).margin).toBe(-100);
		expect(stow([], crate(100, 100, 100)).fits).toBe(0);
	});
	it('shares things out over several boxes', () =>
		expect(stow([[box, { ...box, x: [1200, 2200] }]], crate(500, 600, 200, 4)).fits).toBe(4));
	it('has litres', () => expect(litres(box)).toBeCloseTo(180));
});
