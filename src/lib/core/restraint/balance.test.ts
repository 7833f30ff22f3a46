import createHighs, { type Highs } from 'highs';
import { beforeAll, describe, expect, it } from 'vitest';
import { vec3, type Vec3 } from '../geometry/vector';
import { FRICTION, heldEachWay, heldOneWay, THROWS, type Held, type RigidBody, type Way } from './balance';

const G = 9.80665;
let solver: Highs;
beforeAll(async () => void (solver = await createHighs()));

/** A box on the floor from x = 0, in the middle of the vehicle, its weight in its middle. */
const box = (kg: number, [long, wide, high]: [number, number, number], more: Partial<RigidBody> = {}): RigidBody => ({
	kg,
	centre: vec3(long / 2, 0, high / 2),
	feet: [0, long].flatMap((x) => [-wide / 2, wide / 2].map((y) => vec3(x, y, 0))),
	stops: [],
	hangs: [],
	ties: [],
	...more
});
const strap = (id: string, from: Vec3, to: Vec3, holds = 2000) => ({ id, from, to, holds, pullsOnly: true });
const bolt = (id: string, at: Vec3, holds = 3000) => ({ id, from: at, to: at, holds, pullsOnly: false });
const thrown = (body: RigidBody, way: Way): Held =>
	heldOneWay(
		body,
		THROWS.find((one) => one.way === way)!,
		solver
	);
const shareOf = (held: Held): number => (held.ok ? held.share : Infinity);

describe('a box thrown forward by 0.8 of its weight, over a bump that leaves 0.8 of it', () => {
	it('slides with nothing that holds it: friction gives 0.3 of what is left', () =>
		expect(thrown(box(100, [1000, 600, 400]), 'forward')).toEqual({ way: 'forward', ok: false, does: 'slides' }));
	it('hangs on a level strap behind it by what friction does not take', () => {
		const held = thrown(box(100, [1000, 600, 400], { ties: [strap('rear', vec3(0, 0, 200), vec3(-500, 0, 200))] }), 'forward');
		expect(shareOf(held)).toBeCloseTo(((0.8 - FRICTION * 0.8) * 100 * G) / 2000, 6);
	});
	it('a strap that goes down as well as back presses it on the floor, and both help', () => {
		const held = thrown(box(100, [1000, 600, 400], { ties: [strap('rear', vec3(0, 0, 200), vec3(-200, 0, 0))] }), 'forward');
		// T cos 45° + 0.3 (0.8 m g + T sin 45°) = 0.8 m g
		expect(shareOf(held)).toBeCloseTo((0.56 * 100 * G) / (Math.SQRT1_2 * 1.3) / 2000, 6);
	});
	it('slides when its strap pulls from ahead', () => {
		const ahead = box(100, [1000, 600, 400], { ties: [strap('ahead', vec3(1000, 0, 200), vec3(1500, 0, 200))] });
		expect(thrown(ahead, 'forward')).toMatchObject({ ok: false, does: 'slides' });
		expect(thrown(ahead, 'back')).toMatchObject({ ok: true });
	});
	it('a tall cabinet that cannot slide tips over its front edge', () => {
		const foot = box(60, [300, 600, 1800], { stops: [-200, 200].map((y) => ({ at: vec3(300, y, 0), into: vec3(-1, 0, 0) })) });
		expect(thrown(foot, 'forward')).toEqual({ way: 'forward', ok: false, does: 'tips' });
		// A strap at its top: 0.8 m g · 0.9 m less 0.8 m g · 0.15 m, over 1.8 m.
		const held = { ...foot, ties: [strap('top', vec3(0, 0, 1800), vec3(-400, 0, 1800))] };
		expect(shareOf(thrown(held, 'forward'))).toBeCloseTo((0.8 * 60 * G * (900 - 150)) / 1800 / 2000, 6);
	});
	it('a chest whose content overloads its two bolts', () => {
		const chest = (kg: number) => box(kg, [600, 400, 300], { ties: [-150, 150].map((y) => bolt(`b${y}`, vec3(300, y, 0), 1000)) });
		// Each bolt takes half of what friction leaves, 0.28 m g, and pulls down besides as that brings friction: over √(1 + 0.3²).
		const each = (0.28 * 300 * G) / Math.sqrt(1.09) / 1000;
		expect(shareOf(thrown(chest(300), 'forward')) / each).toBeGreaterThan(1 - 1e-6);
		// Round a bolt forces are measured along directions 16 degrees apart.
		expect(shareOf(thrown(chest(300), 'forward')) / each).toBeLessThan(1.04);
		expect(shareOf(thrown(chest(150), 'forward'))).toBeLessThan(1);
		expect(shareOf(thrown(chest(400), 'forward'))).toBeGreaterThan(1);
	});
	it('a shelf on the wall is held up and to the wall by its screws, and by bolts along it', () => {
		const shelf: RigidBody = {
			...box(20, [800, 0, 300], { feet: [], hangs: [0, 800].flatMap((x) => [1000, 1300].map((z) => vec3(x, 750, z))) }),
			centre: vec3(400, 650, 1150)
		};
		expect(thrown(shelf, 'forward')).toMatchObject({ ok: false, does: 'slides' });
		const bolted = { ...shelf, ties: [0, 800].map((x) => bolt(`b${x}`, vec3(x, 750, 1300), 1000)) };
		expect(shareOf(thrown(bolted, 'forward'))).toBeGreaterThan((0.8 * 20 * G) / 2 / 1000 - 1e-6);
		expect(shareOf(thrown(bolted, 'forward'))).toBeLessThan(0.2);
	});
});

it('finds the least share that a search through all pulls finds', () => {
	// Two level straps at two heights behind a box that also wants to tip: what each pulls is searched in steps.
	const [kg, long, high] = [80, 500, 1000];
	const heights = [300, 900];
	const body = box(kg, [long, 600, high], {
		ties: heights.map((z, i) => strap(`s${i}`, vec3(0, 0, z), vec3(-400, 0, z), i === 0 ? 500 : 900))
	});
	const weight = kg * G;
	let least = Infinity;
	const STEPS = 600;
	for (let i = 0; i <= STEPS; i++)
		for (let k = 0; k <= STEPS; k++) {
			const pulls = [(i / STEPS) * 1000, (k / STEPS) * 1000];
			const along = 0.8 * weight - pulls[0] - pulls[1];
			// The floor bears 0.8 of the weight somewhere along its length, and rubs against what is left.
			const turning = (0.8 * weight * high) / 2 - pulls[0] * heights[0] - pulls[1] * heights[1];
			const at = long / 2 + turning / (0.8 * weight);
			if (Math.abs(along) <= FRICTION * 0.8 * weight && at >= 0 && at <= long)
				least = Math.min(least, Math.max(pulls[0] / 500, pulls[1] / 900));
		}
	const share = shareOf(thrown(body, 'forward'));
	expect(share).toBeLessThanOrEqual(least + 1e-9);
	expect(share).toBeGreaterThan(least - 0.01);
});

describe('what leans on a neighbour', () => {
	/** A heavy chest close behind a light box on two straps, which alone would be held with ease. */
	const pair = (kg: number): Map<string, RigidBody> => {
		const light = box(5, [300, 600, 300], { ties: [strap('light', vec3(0, 0, 0), vec3(-500, 0, 0), 1000)] });
		const ahead = (at: Vec3) => vec3(at.x + 810, at.y, at.z);
		return new Map([
			[
				'light',
				{
					...light,
					centre: ahead(light.centre),
					feet: light.feet.map(ahead),
					ties: [strap('light', vec3(810, 0, 0), vec3(310, 0, 0), 1000)]
				}
			],
			['heavy', box(kg, [800, 600, 300], { stops: [-250, 250].map((y) => ({ at: vec3(800, y, 0), into: vec3(-1, 0, 0), by: 'light' })) })]
		]);
	};
	const forward = (kg: number) =>
		heldEachWay(pair(kg), solver)
			.get('light')!
			.find(({ way }) => way === 'forward')!;
	it('is held by what holds that: its own share and all that friction leaves of the other', () =>
		expect(shareOf(forward(100))).toBeCloseTo((0.56 * 105 * G) / 1000, 4));
	it('and is too much for it where the other is heavy', () => {
		expect(shareOf(forward(100))).toBeLessThan(1);
		expect(shareOf(forward(250))).toBeGreaterThan(1);
	});
	it('the other way nobody leans on it', () => {
		const back = heldEachWay(pair(250), solver);
		expect(back.get('heavy')!.find(({ way }) => way === 'back')).toMatchObject({ ok: false, does: 'slides' });
		expect(back.get('light')!.find(({ way }) => way === 'back')).toMatchObject({ ok: false });
	});
});
