import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rectangle } from '../geometry/polygon';
import { exact, plainVehicle } from '../testing/plans';
import { randomVehicle } from '../testing/random';
import {
	archBlock,
	archClearance,
	archHeightAt,
	archNotch,
	buildInterior,
	ceilingAt,
	ceilingClearance,
	CELL,
	cornerClearance,
	Field,
	freeColumn,
	freeOutline,
	halfWidth,
	leastHalfWidth,
	measurementList,
	rearClearance,
	rearFaceAt,
	wallClearance
} from '.';
import { contains } from '../geometry/polygon';
import { boxSeparation, type Box } from '../geometry/vector';

const LEANING: [number, number][] = [
	[0, 620],
	[600, 700],
	[1200, 520]
];

describe('walls', () => {
	const interior = buildInterior(plainVehicle(LEANING));

	it('are linear between measured heights and constant beyond them', () => {
		expect(halfWidth(interior, 'left', 1000, 400)).toBeCloseTo(620 + (80 * 400) / 600, 9);
		expect(halfWidth(interior, 'right', 1000, 900)).toBeCloseTo(610, 9);
		expect(halfWidth(interior, 'left', 1000, 1500)).toBe(520);
	});

	it('narrow a board at its lower face below the waist, at its upper face above it', () => {
		expect(Math.floor(2 * leastHalfWidth(interior, 'left', [0, 1900], [400, 412]))).toBe(1346);
		expect(leastHalfWidth(interior, 'left', [0, 1900], [800, 812])).toBeCloseTo(700 - (180 * 212) / 600, 9);
	});

	it('are linear between stations', () => {
		const vehicle = plainVehicle([[0, 600]], 1500, 2000);
		vehicle.stations.front.widths.w0.left = exact(700);
		expect(halfWidth(buildInterior(vehicle), 'left', 500, 300)).toBeCloseTo(625, 9);
	});

	it('take off the lining when the bare metal was measured', () => {
		const vehicle = plainVehicle(LEANING);
		vehicle.lining = {
			included: false,
			floor: { battens: { material: 'Battens', thickness: 8 }, boards: { material: 'Boards', thickness: 12 } },
			wall: { felt: { material: 'Felt', thickness: 10 } },
			roof: { cork: { material: 'Cork', thickness: 15 } }
		};
		const lined = buildInterior(vehicle);
		expect(halfWidth(lined, 'left', 0, 580)).toBeCloseTo(690, 9);
		expect(ceilingAt(lined, 0, 0)).toBe(1500 - 20 - 15);
	});
});

describe('rear door', () => {
	const vehicle = plainVehicle([[0, 600]]);
	vehicle.rear = { profile: { top: { z: 1000, x: exact(300) } }, cornerAlong: exact(120), cornerAcross: exact(150) };
	const interior = buildInterior(vehicle);

	it('slopes from its foot', () => expect(rearFaceAt(interior, 0, 500)).toBeCloseTo(150, 9));
	it('comes forward in the corners, fully at the wall', () => {
		expect(rearFaceAt(interior, 600, 0)).toBeCloseTo(120, 9);
		expect(rearFaceAt(interior, 525, 0)).toBeCloseTo(60, 9);
		expect(rearFaceAt(interior, 450, 0)).toBeCloseTo(0, 9);
	});
	it('limits length by the height of the upper face', () => {
		const solid = {
			box: { x: [200, 2000], y: [-300, 300], z: [500, 600] } as never,
			footprint: rectangle(200, 2000, -300, 300),
			corners: []
		};
		expect(rearClearance(interior, solid).margin).toBeCloseTo(200 - 180, 9);
	});
	it('clips the free outline at the corners', () => {
		const outline = freeOutline(interior, [0, 0]);
		expect(contains(outline, { x: 50, y: 590 })).toBe(false);
		expect(contains(outline, { x: 130, y: 590 })).toBe(true);
		expect(contains(outline, { x: 10, y: 440 })).toBe(true);
	});
});

describe('wheel arches', () => {
	const vehicle = plainVehicle([[0, 700]]);
	vehicle.arches.both = {
		side: 'both',
		start: exact(400),
		floorLength: exact(800),
		topLength: exact(400),
		height: exact(300),
		inner: exact(500),
		edge: exact(50)
	};
	const interior = buildInterior(vehicle);
	const [left] = interior.arches;

	it('have a flat top, elliptic ends and a rounded edge', () => {
		expect(archHeightAt(left, 800, 650)).toBe(300);
		// Half way along an end, an ellipse stands at sqrt(1 - 1/4) of its height.
		expect(archHeightAt(left, 500, 650)).toBeCloseTo(300 * Math.sqrt(0.75), 6);
		expect(archHeightAt(left, 800, 500)).toBeCloseTo(250, 6);
		expect(archHeightAt(left, 800, 525)).toBeCloseTo(250 + Math.sqrt(50 ** 2 - 25 ** 2), 6);
		expect(archHeightAt(left, 800, 499)).toBe(0);
		expect(archHeightAt(left, 800, -650)).toBe(0);
		expect(archHeightAt(left, 399, 650)).toBe(0);
	});

	it('notch a board that lies lower, by the ellipse at its lower face', () => {
		const notch = archNotch(left, 150, 0)!;
		const half = 200 + 200 * Math.sqrt(0.75);
		expect(notch[0].x).toBeCloseTo(800 - half, 6);
		expect(archNotch(left, 300, 0)).toBeNull();
	});

	it('are cleared from above, from the side, or not', () => {
		const board = (x: [number, number], y: [number, number], z: number) => ({
			box: { x, y, z: [z, z + 12] as [number, number] },
			footprint: rectangle(...x, ...y),
			corners: []
		});
		expect(archClearance(left, board([500, 1100], [0, 690], 320)).margin).toBeCloseTo(20, 6);
		expect(archClearance(left, board([500, 1100], [0, 480], 100)).margin).toBeCloseTo(20, 6);
		expect(archClearance(left, board([500, 1100], [0, 530], 100)).margin).toBeCloseTo(-30, 6);
		expect(archClearance(left, board([500, 1100], [0, 690], 290)).margin).toBeCloseTo(-10, 6);
	});

	it('count sideways for what lies barely above them but far aside', () => {
		const board = (y: [number, number]) => ({
			box: { x: [500, 1100] as [number, number], y, z: [302, 314] as [number, number] },
			footprint: rectangle(500, 1100, ...y),
			corners: []
		});
		// Their flat top begins where its rounded edge ends, 50 behind the inner face.
		expect(archClearance(left, board([0, 300])).margin).toBeCloseTo(250, 6);
		// Reaching over its rounded edge by 49 of 50 mm it lies 2 mm above it, and a hundredth.
		expect(archClearance(left, board([0, 549])).margin).toBeCloseTo(2.01, 3);
		expect(archClearance(left, board([-700, -100])).margin).toBeCloseTo(650, 6);
	});

	it('stand in nothing that is said to be clear of them, and within their block', () =>
		fc.assert(
			fc.property(
				fc.integer({ min: 200, max: 1200 }),
				fc.integer({ min: 20, max: 500 }),
				fc.integer({ min: 300, max: 640 }),
				fc.integer({ min: 0, max: 320 }),
				(x, long, y, z) => {
					const box = { x: [x, x + long], y: [y, y + 90], z: [z, z + 30] } satisfies Box;
					const { margin } = archClearance(left, { box, footprint: rectangle(...box.x, ...box.y), corners: [] });
					let inside = 0;
					for (let i = 0; i <= 10; i++)
						for (let k = 0; k <= 10; k++) inside = Math.max(inside, archHeightAt(left, x + (i / 10) * long, y + (k / 10) * 90) - z);
					if (margin > 0) expect(inside).toBeLessThanOrEqual(1e-9);
					// The block is what the arch is at its largest: beside it nothing has less room.
					const apart = boxSeparation(archBlock(left), box);
					if (apart > 0) expect(margin).toBeGreaterThanOrEqual(apart - 1e-9);
					else if (inside > 0) expect(margin).toBeLessThan(0);
				}
			)
		));
});

describe('clearances against brute force', () => {
	it('finds the same least room as dense sampling of the solid', () =>
		fc.assert(
			fc.property(
				randomVehicle,
				fc.integer({ min: 100, max: 1200 }),
				fc.integer({ min: 100, max: 700 }),
				fc.integer({ min: 50, max: 900 }),
				(vehicle, x0, half, z0) => {
					const interior = buildInterior(vehicle);
					const box = { x: [x0, x0 + 900] as [number, number], y: [-half, half] as [number, number], z: [z0, z0 + 60] as [number, number] };
					const solid = { box, footprint: rectangle(...box.x, ...box.y), corners: [] };
					let [wall, roof, rear] = [Infinity, Infinity, Infinity];
					for (let i = 0; i <= 90; i++)
						for (let k = 0; k <= 12; k++) {
							const [x, z] = [x0 + i * 10, z0 + k * 5];
							wall = Math.min(wall, halfWidth(interior, 'left', x, z) - half, halfWidth(interior, 'right', x, z) - half);
							for (const y of [-half, 0, half]) {
								roof = Math.min(roof, ceilingAt(interior, x, y) - box.z[1]);
								if (i === 0) rear = Math.min(rear, x - rearFaceAt(interior, y, z));
							}
						}
					// Sampling can only miss the least by the slope over its step.
					const exactWall = wallClearance(interior, solid).margin;
					expect(exactWall).toBeLessThanOrEqual(wall + 1e-6);
					expect(exactWall).toBeGreaterThan(wall - 8);
					expect(ceilingClearance(interior, solid).margin).toBeLessThanOrEqual(roof + 1e-6);
					expect(rearClearance(interior, solid).margin).toBeLessThanOrEqual(rear + 1e-6);
				}
			),
			{ numRuns: 60, endOnFailure: true }
		));

	it('asks tilted things by their corners', () => {
		const interior = buildInterior(plainVehicle([[0, 600]], 1000));
		const clearance = cornerClearance(interior, [
			{ x: 500, y: 560, z: 300 },
			{ x: 500, y: 200, z: 985 }
		]);
		expect(clearance.margin).toBeCloseTo(15, 9);
		expect(clearance.against.z).toBe(1000);
	});
});

describe('field', () => {
	it('agrees with direct evaluation at 10,000 random columns to within its grid', () => {
		let columns = 0;
		fc.assert(
			fc.property(randomVehicle, fc.integer({ min: 1, max: 1e6 }), (vehicle, seed) => {
				const interior = buildInterior(vehicle);
				const field = new Field(interior);
				// A plain congruential generator spreads the columns evenly; the property only chooses where it starts.
				let state = seed;
				const next = () => (state = (state * 1103515245 + 12345) % 2147483648) / 2147483648;
				for (let i = 0; i < 1000; i++) {
					columns++;
					const [x, y] = [next() * vehicle.length.mm, (next() - 0.5) * 1700];
					const seen = field.column(x, y);
					const middle = (t: number) => (Math.floor(t / CELL) + 0.5) * CELL;
					let [lowest, highest, top, bottom, solid] = [Infinity, -Infinity, -Infinity, Infinity, false];
					for (const atX of [x - CELL / 2, x, middle(x), x + CELL / 2])
						for (const atY of [y - CELL / 2, y, middle(y), y + CELL / 2]) {
							const free = freeColumn(interior, atX, atY);
							if (!free) {
								solid = true;
								continue;
							}
							lowest = Math.min(lowest, free.low);
							highest = Math.max(highest, free.low);
							top = Math.max(top, free.high);
							bottom = Math.min(bottom, free.high);
						}
					if (seen.high < seen.low) expect(solid).toBe(true);
					else {
						expect(seen.low).toBeGreaterThanOrEqual(lowest - 0.02);
						expect(seen.low).toBeLessThanOrEqual(highest + 0.02);
						expect(seen.high).toBeLessThanOrEqual(top + 0.02);
						expect(seen.high).toBeGreaterThanOrEqual(bottom - 0.02);
					}
				}
			}),
			{ numRuns: 10, endOnFailure: true }
		);
		expect(columns).toBe(10_000);
	});

	it('answers a rectangle like a walk over all its cells', () =>
		fc.assert(
			fc.property(
				randomVehicle,
				fc.array(fc.tuple(fc.nat(1400), fc.nat(600), fc.nat(900), fc.nat(700)), { minLength: 40, maxLength: 40 }),
				(vehicle, boxes) => {
					const field = new Field(buildInterior(vehicle));
					for (const [x0, y0, w, h] of boxes) {
						const [x, y]: [[number, number], [number, number]] = [
							[x0, x0 + w],
							[y0 - 500, y0 - 500 + h]
						];
						const seen = field.rectangle(x, y);
						let [low, high] = [-Infinity, Infinity];
						const steps = (a: number, b: number) => [...Array.from({ length: Math.ceil((b - a) / 5) }, (_, i) => a + i * 5), b];
						for (const atX of steps(...x))
							for (const atY of steps(...y)) {
								const cell = field.column(atX, atY);
								low = Math.max(low, cell.low);
								high = Math.min(high, cell.high);
							}
						expect(seen.low).toBe(low);
						expect(seen.high).toBe(high);
					}
				}
			),
			{ numRuns: 8, endOnFailure: true }
		));
});

describe('measurement list', () => {
	it('names every measurement once, with a place that leads to it', () => {
		const vehicle = plainVehicle(LEANING);
		const entries = measurementList(vehicle);
		expect(new Set(entries.map((e) => e.path.join('.'))).size).toBe(entries.length);
		// Length, two corner sizes, two stations of three widths and a ceiling.
		expect(entries).toHaveLength(1 + 2 + 2 * 4);
		expect(entries.find((e) => e.label.startsWith('Width'))!.factor).toBe(2);
	});
});
