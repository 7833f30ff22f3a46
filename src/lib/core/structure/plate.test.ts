import { describe, expect, it } from 'vitest';
import { rectangle, type Polygon } from '../geometry/polygon';
import { vec2, type Vec2 } from '../geometry/vector';
import { Beam } from './beam';
import { ContactModel, type Contact } from './contact';
import type { PointLoad } from './elastic';
import { Plate, type PlateMaterial } from './plate';

const STEEL_LIKE: PlateMaterial = { along: 10000, across: 10000, shear: 10000 / 2.6, poisson: 0.3 };
const SIDE = 1000;
const T = 10;
const D = (10000 * T ** 3) / (12 * (1 - 0.3 ** 2));

/** Places along the edge of a rectangle, so many on each side. */
const alongEdges = (w: number, h: number, n: number): Vec2[] =>
	Array.from({ length: n }, (_, i) => i / n).flatMap((s) => [vec2(s * w, 0), vec2(w, s * h), vec2(w - s * w, h), vec2(0, h - s * h)]);

const held = (at: Vec2): Contact => ({ at, upper: 0, lower: null, holds: true, give: 0 });

/** An even load as many small ones, N/mm² on a rectangle. */
function even(q: number, w: number, h: number, n = 40): PointLoad[] {
	const newtons = (q * w * h) / n ** 2;
	return Array.from({ length: n * n }, (_, i) => ({
		at: vec2(((i % n) + 0.5) * (w / n), (Math.floor(i / n) + 0.5) * (h / n)),
		newtons
	}));
}

/** How far a plate goes down at a place when it is held at some others, and what carries it. */
function solved(plate: Plate, contacts: Contact[], loads: PointLoad[]) {
	const model = new ContactModel([plate], contacts);
	const { forces, free, settled } = model.balance(new Map([[0, loads]]));
	expect(settled).toBe(true);
	const whole = [...loads, ...contacts.map(({ at }, c) => ({ at, newtons: -forces[c] }))];
	const bent = plate.bend(whole);
	return {
		forces,
		moments: bent.moments(),
		down: (at: Vec2) => bent.at(at) + plate.free(at).reduce((sum, value, i) => sum + value * free[0][i], 0)
	};
}

function square(size: number, edge: Vec2[], material = STEEL_LIKE, grain = 0, outline: Polygon = rectangle(0, SIDE, 0, SIDE)) {
	return new Plate(outline, [], { material, thickness: T, grain, size, places: [...edge, vec2(SIDE / 2, SIDE / 2)] });
}

const within = (actual: number, expected: number, share: number) => expect(Math.abs(actual / expected - 1)).toBeLessThan(share);

describe('a plate by finite elements', () => {
	const middle = vec2(SIDE / 2, SIDE / 2);
	const q = 1e-3;

	// Timoshenko and Woinowsky-Krieger, Theory of Plates and Shells, tables 8 and 23.
	it('simply supported under an even load: 0.00406 q a⁴ / D, and comes nearer as triangles get smaller', () => {
		const faults = [6, 12, 24].map((n) => {
			const edge = alongEdges(SIDE, SIDE, n);
			const { down } = solved(square(SIDE / n, edge), edge.map(held), even(q, SIDE, SIDE));
			return Math.abs(down(middle) / ((0.00406235 * q * SIDE ** 4) / D) - 1);
		});
		expect(faults[1]).toBeLessThan(0.02);
		expect(faults[2]).toBeLessThan(faults[1]);
		expect(faults[1]).toBeLessThan(faults[0]);
	});

	it('simply supported under a load in the middle: 0.0116 P a² / D', () => {
		const edge = alongEdges(SIDE, SIDE, 16);
		const { down } = solved(square(SIDE / 16, edge), edge.map(held), [{ at: middle, newtons: 100 }]);
		within(down(middle), (0.0116 * 100 * SIDE ** 2) / D, 0.02);
	});

	it('its moment in the middle is 0.0479 q a² both ways', () => {
		const edge = alongEdges(SIDE, SIDE, 20);
		const plate = square(SIDE / 20, edge);
		const { moments } = solved(plate, edge.map(held), even(q, SIDE, SIDE));
		const near = plate.mesh.triangles.flatMap((triangle, i) => {
			const at = triangle.map((n) => plate.mesh.nodes[n]);
			const [x, y] = [at.reduce((s, p) => s + p.x, 0) / 3, at.reduce((s, p) => s + p.y, 0) / 3];
			return Math.hypot(x - 500, y - 500) < 50 ? [moments[i]] : [];
		});
		const mean = (of: 'along' | 'across') => near.reduce((sum, m) => sum + m[of], 0) / near.length;
		within(mean('along'), 0.0479 * q * SIDE ** 2, 0.02);
		within(mean('across'), 0.0479 * q * SIDE ** 2, 0.02);
	});

	it('clamped under an even load: 0.00126 q a⁴ / D', () => {
		// Clamped by a margin round it that is held everywhere.
		const n = 16;
		const step = SIDE / n;
		const margin = [0, 1, 2].flatMap((ring) => {
			const out = ring * 0.05 * step;
			return alongEdges(SIDE + 2 * out, SIDE + 2 * out, n).map((p) => vec2(p.x - out, p.y - out));
		});
		const plate = square(step, margin, STEEL_LIKE, 0, rectangle(-step, SIDE + step, -step, SIDE + step));
		const { down } = solved(plate, margin.map(held), even(q, SIDE, SIDE));
		within(down(middle), (0.00126532 * q * SIDE ** 4) / D, 0.02);
	});

	it.each([0, Math.PI / 2])('orthotropic with its grain at %f: the series of Navier', (grain) => {
		const ply: PlateMaterial = { along: 11000, across: 5000, shear: 600, poisson: 0.05 };
		const [w, h] = [1200, 700];
		const n = 16;
		const edge = alongEdges(w, h, n);
		const plate = new Plate(rectangle(0, w, 0, h), [], {
			material: ply,
			thickness: T,
			grain,
			size: h / n,
			places: [...edge, vec2(w / 2, h / 2)]
		});
		const { down } = solved(plate, edge.map(held), even(q, w, h));
		const i = T ** 3 / 12 / (1 - (0.05 * 0.05 * 5000) / 11000);
		const [stiff, soft] = [11000 * i, 5000 * i];
		const [dx, dy] = grain === 0 ? [stiff, soft] : [soft, stiff];
		const both = 0.05 * 5000 * i + 2 * 600 * (T ** 3 / 12);
		let series = 0;
		for (let m = 1; m < 60; m += 2)
			for (let k = 1; k < 60; k += 2) {
				const [a, b] = [m / w, k / h];
				const stiffness = dx * a ** 4 + 2 * both * a ** 2 * b ** 2 + dy * b ** 4;
				series += (((16 * q) / Math.PI ** 6) * Math.sin((m * Math.PI) / 2) * Math.sin((k * Math.PI) / 2)) / (m * k * stiffness);
			}
		within(down(vec2(w / 2, h / 2)), series, 0.02);
	});

	it('borne at three corners and loaded at the fourth it only twists: P a² / (2 D (1 − ν))', () => {
		const corners = [vec2(0, 0), vec2(SIDE, 0), vec2(0, SIDE)];
		const { down } = solved(square(SIDE / 8, corners), corners.map(held), [{ at: vec2(SIDE, SIDE), newtons: 10 }]);
		within(down(vec2(SIDE, SIDE)), (10 * SIDE ** 2) / (2 * D * 0.7), 1e-3);
	});

	it('a strip over two lines bends as a beam does', () => {
		const [w, h] = [900, 60];
		const ends = [0, 0.5, 1].flatMap((s) => [vec2(0, s * h), vec2(w, s * h)]);
		const plate = new Plate(rectangle(0, w, 0, h), [], {
			material: { ...STEEL_LIKE, poisson: 0, shear: 5000 },
			thickness: T,
			grain: 0,
			size: 20,
			places: [...ends, vec2(450, 30)]
		});
		const { down } = solved(plate, ends.map(held), even(q, w, h));
		within(down(vec2(450, 30)), (5 * q * h * w ** 4) / (384 * 10000 * ((h * T ** 3) / 12)), 0.005);
	});

	it('with a hole it goes down further, and its corners are where they were', () => {
		const edge = alongEdges(SIDE, SIDE, 16);
		const whole = solved(square(SIDE / 16, edge), edge.map(held), even(q, SIDE, SIDE)).down(vec2(350, 500));
		const holed = new Plate(rectangle(0, SIDE, 0, SIDE), [rectangle(400, 600, 400, 600)], {
			material: STEEL_LIKE,
			thickness: T,
			grain: 0,
			size: SIDE / 16,
			places: edge
		});
		const solid = holed.mesh.triangles.reduce((sum, [a, b, c]) => {
			const [p, r, s] = [a, b, c].map((i) => holed.mesh.nodes[i]);
			return sum + ((r.x - p.x) * (s.y - p.y) - (s.x - p.x) * (r.y - p.y)) / 2;
		}, 0);
		expect(solid).toBeCloseTo(SIDE ** 2 - 200 ** 2, 3);
		expect(solved(holed, edge.map(held), even(q, SIDE, SIDE)).down(vec2(350, 500))).toBeGreaterThan(whole);
	});
});

describe('members that bear each other', () => {
	const STIFF = 10000 * ((45 * 45 ** 3) / 12);

	it('a beam over two supports: 5 q l⁴ / 384 E I and q l² / 8', () => {
		const ends = [vec2(0, 0), vec2(1200, 0)];
		const beam = new Beam(ends[0], ends[1], STIFF, [...ends, vec2(600, 0)]);
		const loads = even(1e-2, 1200, 1, 48)
			.filter((_, i) => i < 48)
			.map((one) => ({ ...one, newtons: (1e-1 * 1200) / 48 }));
		const { forces, free } = new ContactModel([beam], ends.map(held)).balance(new Map([[0, loads]]));
		const bent = beam.bend([...loads, ...ends.map((at, c) => ({ at, newtons: -forces[c] }))]);
		const down = bent.at(vec2(600, 0)) + free[0][0];
		within(down, (5 * 0.1 * 1200 ** 4) / (384 * STIFF), 0.005);
		within(Math.max(...bent.moments().map(({ moment }) => moment)), (0.1 * 1200 ** 2) / 8, 0.005);
		expect(forces[0] + forces[1]).toBeCloseTo(120, 6);
	});

	it('a load beyond the last support lifts the beam off the far one unless it is held there', () => {
		// Supports at 0, 800 and 1000, P at 1200. Where the first only pushes, it lets go: the other two carry it as a lever.
		const at = [vec2(0, 0), vec2(800, 0), vec2(1000, 0)];
		const rests = at.map((one): Contact => ({ ...held(one), holds: false }));
		const beam = new Beam(vec2(0, 0), vec2(1200, 0), STIFF, [...at, vec2(1200, 0)]);
		const load = new Map([
			[
				0,
				[
					{ at: vec2(600, 0), newtons: 100 },
					{ at: vec2(1200, 0), newtons: 30 }
				]
			]
		]);
		const { forces, settled } = new ContactModel([beam], rests).balance(load);
		expect(settled).toBe(true);
		expect(Math.min(...forces)).toBeGreaterThanOrEqual(0);
		expect(forces.reduce((sum, f) => sum + f, 0)).toBeCloseTo(130, 6);
		const moment = forces.reduce((sum, f, i) => sum + f * at[i].x, 0);
		expect(moment).toBeCloseTo(100 * 600 + 30 * 1200, 3);
	});

	it('a beam on three supports, the middle one lower than it sags: it bears nothing', () => {
		const at = [vec2(0, 0), vec2(500, 0), vec2(1000, 0)];
		const contacts = (gap: number) => at.map((one, i): Contact => ({ ...held(one), holds: false, gap: i === 1 ? gap : 0 }));
		const beam = new Beam(at[0], at[2], STIFF, at);
		const load = new Map([[0, [{ at: at[1], newtons: 100 }]]]);
		const sag = (100 * 1000 ** 3) / (48 * STIFF);
		expect(new ContactModel([beam], contacts(1.01 * sag)).balance(load).forces[1]).toBe(0);
		// Half of the sag is taken up, and so half of the load.
		within(new ContactModel([beam], contacts(0.5 * sag)).balance(load).forces[1], 50, 1e-3);
	});

	it('a plate on beams on the ground carries its load to the ground, to a millionth', () => {
		const [w, h] = [1800, 1100];
		const rails = [100, 900, 1700];
		const on = rails.flatMap((x) => Array.from({ length: 9 }, (_, i) => vec2(x, 50 + i * 125)));
		const plate = new Plate(rectangle(0, w, 0, h), [], { material: STEEL_LIKE, thickness: 12, grain: 0, size: 80, places: on });
		const feet = rails.flatMap((x) => [vec2(x, 50), vec2(x, 1050)]);
		const beams = rails.map(
			(x) =>
				new Beam(
					vec2(x, 0),
					vec2(x, h),
					STIFF,
					[...on, ...feet].filter((p) => p.x === x)
				)
		);
		const contacts: Contact[] = [
			...on.map((at): Contact => ({ at, upper: 0, lower: 1 + rails.indexOf(at.x), holds: false, give: 1e-5 })),
			...feet.map((at): Contact => ({ at, upper: 1 + rails.indexOf(at.x), lower: null, holds: false, give: 1e-5 }))
		];
		const loads = even(2e-3, w, h, 20);
		const { forces, settled } = new ContactModel([plate, ...beams], contacts).balance(new Map([[0, loads]]));
		expect(settled).toBe(true);
		const whole = 2e-3 * w * h;
		const ground = forces.slice(on.length).reduce((sum, f) => sum + f, 0);
		expect(Math.abs(ground / whole - 1)).toBeLessThan(1e-6);
	});
});
