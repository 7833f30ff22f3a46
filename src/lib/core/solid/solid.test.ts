import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { sceneOf } from '../derive';
import { rectangle } from '../geometry/polygon';
import { vec3 } from '../geometry/vector';
import {
	archClearance,
	blockClearance,
	buildInterior,
	ceilingClearance,
	Field,
	freeColumn,
	frontClearance,
	rearClearance,
	wallClearance
} from '../interior';
import { applyEdits, BODY_STYLES, starterPlan, starterVehicle, type Vehicle } from '../plan';
import { kernel } from '../testing/kernel';
import { exact, plainVehicle, planIn, withPiece } from '../testing/plans';
import { randomVehicle } from '../testing/random';
import { bodyOf, figureOf, roomOver, topOf } from '../people';
import { bodySolid } from './bodies';
import { boxSolid, freeSpace, meshOf, prism, sceneModel, Surround, type Kernel } from '.';
import { times } from '../testing/thorough';

let geometry: Kernel;
beforeAll(async () => {
	geometry = await kernel();
});

/** Volume under the columns of the field's own grid, mm³. */
function columnVolume(interior: ReturnType<typeof buildInterior>, step: number): number {
	let volume = 0;
	const far = Math.max(...interior.sections.flatMap((s) => [...s.left.value, ...s.right.value]));
	for (let x = Math.min(0, ...interior.rear.value) + step / 2; x < interior.length; x += step)
		for (let y = -far + step / 2; y < far; y += step) {
			const free = freeColumn(interior, x, y);
			if (free) volume += (free.high - free.low) * step * step;
		}
	return volume;
}

describe('the free space as a solid', () => {
	it('of a plain box is the box', () => {
		const free = freeSpace(geometry, buildInterior(plainVehicle([[0, 700]], 1300, 3000)));
		expect(free.status()).toBe('NoError');
		expect(free.genus()).toBe(0);
		expect(free.volume()).toBeCloseTo(1400 * 1300 * 3000, -4);
		free.delete();
	});
	it('of leaning walls is a prism over a trapezium', () => {
		const free = freeSpace(
			geometry,
			buildInterior(
				plainVehicle(
					[
						[0, 700],
						[1000, 500]
					],
					1000,
					2000
				)
			)
		);
		expect(free.volume() / ((1400 + 1000) / 2 / 1) / 1000 / 2000).toBeCloseTo(1, 4);
		free.delete();
	});
	it('loses a half-round arch and a pillar, and gains a pit', () => {
		const plain = plainVehicle([[0, 700]], 1300, 3000);
		const whole = 1400 * 1300 * 3000;
		const volume = (vehicle: typeof plain) => {
			const free = freeSpace(geometry, buildInterior(vehicle));
			const found = free.volume();
			free.delete();
			return found;
		};
		const arch = {
			side: 'left' as const,
			start: exact(500),
			floorLength: exact(600),
			topLength: exact(0),
			height: exact(300),
			inner: exact(500),
			edge: exact(0)
		};
		// Half an ellipse of 300 by 300 mm, 200 mm deep: the chords lie inside it by a thousandth.
		const lost = whole - volume({ ...plain, arches: { arch } });
		expect(lost / ((Math.PI / 2) * 300 * 300 * 200)).toBeCloseTo(1, 2);
		const block = { name: 'Block', start: exact(1000), length: exact(100), right: exact(600), left: exact(700) };
		expect(whole - volume({ ...plain, fixtures: { b: { ...block, kind: 'pillar', low: exact(0), high: exact(1300) } } })).toBeCloseTo(
			100 * 100 * 1300,
			-4
		);
		expect(volume({ ...plain, fixtures: { b: { ...block, kind: 'pit', low: exact(-180), high: exact(0) } } }) - whole).toBeCloseTo(
			100 * 100 * 180,
			-4
		);
	});
	it.each(BODY_STYLES)('of a %s has the volume of its columns', (style) => {
		const interior = buildInterior(starterVehicle(style, 'x'));
		const free = freeSpace(geometry, interior);
		expect(Math.abs(free.volume() / columnVolume(interior, 20) - 1)).toBeLessThan(2e-3);
		free.delete();
	});
});

/** A block somewhere in a vehicle, as shares of its length, width and height. */
const someBlock = fc.record({
	x: fc.double({ min: 0, max: 1, noNaN: true }),
	y: fc.double({ min: -1, max: 1, noNaN: true }),
	z: fc.double({ min: 0, max: 0.8, noNaN: true }),
	size: fc.tuple(fc.integer({ min: 40, max: 700 }), fc.integer({ min: 40, max: 500 }), fc.integer({ min: 10, max: 300 }))
});

describe('field and solid hold each other', () => {
	it('over random interiors and blocks, within the grid of the field', () =>
		fc.assert(
			fc.property(randomVehicle, fc.array(someBlock, { minLength: 4, maxLength: 8 }), (vehicle, blocks) => {
				const interior = buildInterior(vehicle);
				const [field, free] = [new Field(interior), freeSpace(geometry, interior)];
				try {
					for (const { x, y, z, size } of blocks) {
						const box = {
							x: [x * interior.length, x * interior.length + size[0]] as [number, number],
							y: [y * 600 - size[1] / 2, y * 600 + size[1] / 2] as [number, number],
							z: [z * 900, z * 900 + size[2]] as [number, number]
						};
						const { low, high } = field.rectangle(box.x, box.y);
						const solid = boxSolid(geometry, box);
						const outside = solid.subtract(free);
						const volume = outside.isEmpty() ? 0 : outside.volume();
						// What the field lets through by more than a cell, the solid does; what overlaps by more than a skin, the field refuses.
						if (low <= box.z[0] - 12 && high >= box.z[1] + 12) expect(volume).toBeLessThan(1);
						const inside = [box.x, box.y, box.z].map(([a, b]) => (b - a > 30 ? [a + 15, b - 15] : undefined));
						if (inside.every((range) => range !== undefined)) {
							const [ix, iy, iz] = inside as [number, number][];
							const core = boxSolid(geometry, { x: ix, y: iy, z: iz });
							const out = core.subtract(free);
							const felt = field.rectangle(box.x, box.y);
							if (!out.isEmpty() && out.volume() > 1000) expect(felt.low <= box.z[0] && felt.high >= box.z[1]).toBe(false);
							core.delete();
							out.delete();
						}
						solid.delete();
						outside.delete();
					}
				} finally {
					free.delete();
				}
			}),
			{ numRuns: times(12) }
		));
	it('and the direct clearances, by whose sign the findings go', () =>
		fc.assert(
			fc.property(randomVehicle, fc.array(someBlock, { minLength: 4, maxLength: 8 }), (vehicle, blocks) => {
				const interior = buildInterior(vehicle);
				const surround = new Surround(geometry, interior);
				try {
					for (const { x, y, z, size } of blocks) {
						const range = (at: number, long: number): [number, number] => [at, at + long];
						const box = {
							x: range(x * interior.length, size[0]),
							y: range(y * 600 - size[1] / 2, size[1]),
							z: range(2 + z * 900, size[2])
						};
						const solid = { box, footprint: rectangle(...box.x, ...box.y), corners: [] };
						const margins = [
							wallClearance(interior, solid),
							ceilingClearance(interior, solid),
							rearClearance(interior, solid),
							frontClearance(interior, solid),
							...interior.arches.map((arch) => archClearance(arch, solid))
						].map(({ margin }) => margin);
						const margin = Math.min(...margins);
						const block = boxSolid(geometry, box);
						const outside = block.subtract(surround.free);
						const volume = outside.isEmpty() ? 0 : outside.volume();
						// The mesh may miss a twisted wall by a millimetre or two; arches count as rectangles on the safe side.
						if (margin > 3) expect(volume).toBeLessThan(1);
						if (volume > size[0] * size[1] * 3 + size[0] * size[2] * 3 + size[1] * size[2] * 3) expect(margin).toBeLessThan(0);
						block.delete();
						outside.delete();
					}
				} finally {
					surround.delete();
				}
			}),
			{ numRuns: 20 }
		));
});

describe('verdicts', () => {
	const vehicle = plainVehicle([[0, 700]], 1300, 3000);
	const deck = (params: Record<string, unknown>) =>
		withPiece(planIn(vehicle), 'deck', 'fixed-platform', {
			height: 400,
			reachRear: false,
			rear: 200,
			length: 1900,
			fullWidth: false,
			width: 1300,
			...params
		});
	const verdictOf = (plan: ReturnType<typeof deck>) => {
		const scene = sceneOf(plan, 'night');
		const surround = new Surround(geometry, scene.interior);
		const [verdict] = surround.verdicts(scene);
		surround.delete();
		return verdict;
	};
	it('measure the gap that is there', () => {
		const verdict = verdictOf(deck({}));
		expect(verdict.overlap).toBe(0);
		expect(verdict.worst).toBeUndefined();
		expect(verdict.gap!.mm).toBeCloseTo(50, 3);
	});
	it('take boards of the floor as they lie, in its build-up', () => {
		const lined = { ...vehicle, lining: { ...vehicle.lining, floor: { ply: { material: 'Plywood', thickness: 12 } } } };
		const floor = (gap: number, lining: Vehicle['lining'] = lined.lining) =>
			verdictOf(withPiece(planIn({ ...vehicle, lining }), 'floor', 'floor-boards', { rear: 20, length: 2000, gap, boardSheet: 'ply-12' }));
		expect(floor(5).overlap).toBe(0);
		expect(floor(5).gap!.mm).toBeCloseTo(5, 3);
		// Without a build-up there is no room for them.
		expect(floor(5, vehicle.lining).overlap).toBeGreaterThan(0);
	});
	it('and the volume that is too much, with its place', () => {
		// 1500 mm between walls 1400 mm apart: every part that reaches the edge stands 50 mm into the wall.
		const verdict = verdictOf(deck({ width: 1500 }));
		expect(verdict.overlap).toBeGreaterThan(0);
		expect(verdict.worst!.into).toBe('the vehicle');
		expect(verdict.worst!.part).toMatch(/Board/);
		// Of a board 50 mm on each side are too much, over its length and its thickness.
		const [board] = sceneOf(deck({ width: 1500 }), 'night').pieces[0].parts.filter(({ part }) => part.name === verdict.worst!.part);
		const { x, z } = board.box;
		expect(verdict.worst!.volume).toBeCloseTo(2 * 50 * (x[1] - x[0]) * (z[1] - z[0]), -2);
		expect(verdict.worst!.at.y).toBeCloseTo(0, 3);
		expect(verdict.gap!.mm).toBe(0);
	});
	it('tell what stands in a seat', () => {
		const hatch = starterPlan('x', 'small hatchback');
		const plan = withPiece({ ...hatch, modes: { night: { ...hatch.modes.night, pieces: {} } } }, 'deck', 'fixed-platform', {
			height: 330,
			rear: 560,
			length: 1600
		});
		const verdict = verdictOf(plan);
		expect(verdict.worst).toBeDefined();
		expect([plan.vehicle.seats['left-seat'].name, plan.vehicle.seats['right-seat'].name, 'the vehicle']).toContain(verdict.worst!.into);
	});
});

describe('solids of things', () => {
	it('have the volume of outline times thickness, tilted or not, whichever way the outline runs', () => {
		const outline = [
			{ x: 0, y: 0 },
			{ x: 300, y: 0 },
			{ x: 300, y: 200 },
			{ x: 150, y: 100 },
			{ x: 0, y: 200 }
		];
		for (const points of [outline, [...outline].reverse()])
			for (const lift of [0, 120]) {
				const corner = (z: number) => points.map((p) => vec3(p.x, p.y, z + (lift * p.x) / 300));
				const solid = prism(geometry, points, corner(0), corner(18));
				expect(Math.abs(solid.volume())).toBeCloseTo(45000 * 18, 0);
				expect(solid.volume()).toBeGreaterThan(0);
				solid.delete();
			}
	});
	it('make the model that is shown: room, seats, zones and every part', () => {
		const plan = applyEdits(withPiece(starterPlan('x', 'small van'), 'couch', 'slat-couch'), [
			{
				path: ['vehicle', 'zones', 'wheel'],
				value: {
					name: 'Spare wheel',
					reason: 'spare wheel',
					start: exact(100),
					length: exact(300),
					right: exact(-100),
					left: exact(100),
					low: exact(0),
					high: exact(50),
					from: 'above',
					rule: { type: 'always free' }
				}
			}
		]);
		const scene = sceneOf(plan, 'night');
		const free = freeSpace(geometry, scene.interior);
		const { things, lines } = sceneModel(geometry, plan.vehicle, scene, free);
		expect(things.filter((thing) => thing.of === 'couch')).toHaveLength(scene.pieces[0].parts.length + scene.pieces[0].pads.length);
		expect(things.map((thing) => thing.kind)).toEqual(expect.arrayContaining(['room', 'seat', 'zone', 'bar', 'pad']));
		expect(lines.map((line) => line.title)).toEqual(expect.arrayContaining(['Tailgate', 'Right side door']));
		for (const { mesh } of things) {
			expect(mesh.positions.every(Number.isFinite)).toBe(true);
			expect(Math.max(...mesh.triangles)).toBeLessThan(mesh.positions.length / 3);
		}
		expect(meshOf(free).positions.length).toBeGreaterThan(100);
		free.delete();
	});
});

it('blocks are parted by their best axis, clipped outlines by what they really fill', () => {
	const block = { x: [0, 100] as [number, number], y: [0, 100] as [number, number], z: [0, 100] as [number, number] };
	const at = (x: number, y: number, z: number) => ({
		box: { x: [x, x + 50], y: [y, y + 50], z: [z, z + 50] } as typeof block,
		footprint: rectangle(x, x + 50, y, y + 50),
		corners: []
	});
	expect(blockClearance(block, at(130, 20, 20)).margin).toBe(30);
	expect(blockClearance(block, at(20, 20, 115)).margin).toBe(15);
	expect(blockClearance(block, at(90, 20, 20)).margin).toBe(-10);
	// An L round the block does not touch it, although its rectangle does.
	const around = [
		{ x: -50, y: -50 },
		{ x: 200, y: -50 },
		{ x: 200, y: -10 },
		{ x: -10, y: -10 },
		{ x: -10, y: 200 },
		{ x: -50, y: 200 }
	];
	expect(blockClearance(block, { box: { x: [-50, 200], y: [-50, 200], z: [0, 20] }, footprint: around, corners: [] }).margin).toBe(10);
});

describe('bodies', () => {
	const body = bodyOf({ stature: 1750 });
	const facing = { x: -1, y: 0 };
	it('are as high as their figure, and about as large as a person', async () => {
		const geometry = await kernel();
		for (const posture of ['lying on the back', 'sitting up', 'kneeling', 'crawling', 'curled on the side'] as const) {
			const figure = figureOf(body, posture, { at: vec3(1000, 0, 400), facing });
			const solid = bodySolid(geometry, figure);
			const { min, max } = solid.boundingBox();
			expect(max[2], posture).toBeCloseTo(topOf(figure), -1);
			expect(min[2], posture).toBeGreaterThan(395 - 0.02 * 1750);
			// Somebody of this height weighs some 60 to 90 kg at about the density of water; arms and trunk overlap here.
			expect(solid.volume() / 1e6, posture).toBeGreaterThan(35);
			expect(solid.volume() / 1e6, posture).toBeLessThan(100);
			solid.delete();
		}
	});
	it('stand out of the free space exactly where the figure has no room', async () => {
		const geometry = await kernel();
		const interior = buildInterior(
			plainVehicle(
				[
					[0, 700],
					[600, 700],
					[1200, 450]
				],
				1300
			)
		);
		const free = freeSpace(geometry, interior);
		let [inside, outside] = [0, 0];
		for (const posture of ['sitting up', 'kneeling', 'crawling', 'propped on an elbow'] as const)
			for (const y of [0, 180, 330])
				for (let z = 150; z <= 650; z += 100) {
					const figure = figureOf(body, posture, { at: vec3(1500, y, z), facing });
					const { margin } = roomOver(interior, figure);
					const solid = bodySolid(geometry, figure);
					const out = geometry.Manifold.difference(solid, free);
					const litres = out.volume() / 1e6;
					if (margin > 12) {
						inside++;
						expect(litres, `${posture} ${y} ${z}`).toBeLessThan(0.002);
					}
					if (margin < -25) {
						outside++;
						expect(litres, `${posture} ${y} ${z}`).toBeGreaterThan(0.002);
					}
					solid.delete();
					out.delete();
				}
		expect(Math.min(inside, outside)).toBeGreaterThan(8);
		free.delete();
	});
});
