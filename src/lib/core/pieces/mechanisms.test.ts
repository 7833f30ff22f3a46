import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { pieceIn } from '../derive';
import { jointPose } from '../modes';
import { place } from '../geometry/pose';
import { vec3 } from '../geometry/vector';
import { plainVehicle, planIn, withPiece } from '../testing/plans';
import type { KindName } from '.';
import { slotOf } from './making';

const at = (kind: KindName, params: object, state: string) =>
	pieceIn(withPiece(planIn(plainVehicle([[0, 860]], 1900, 4200)), 'piece', kind, params as Record<string, unknown>), 'piece', state);
const boxOf = (piece: ReturnType<typeof at>, id: string) => piece.parts.find(({ part }) => part.id === id)!.box;

describe('rake', () => {
	it('keeps its pins as far apart as they are, and lifts the far one by the value', () =>
		fc.assert(
			fc.property(fc.integer({ min: 600, max: 2000 }), fc.double({ min: 0, max: 0.5, noNaN: true }), (long, share) => {
				const rise = share * long;
				const joint = {
					type: 'track' as const,
					pin: vec3(100, 50, 400),
					far: vec3(100 + long, 50, 400),
					range: [0, rise] as [number, number]
				};
				const [pin, far] = [joint.pin, joint.far].map((p) => place(jointPose(joint, rise), p));
				expect(pin.x).toBeCloseTo(100, 6);
				expect(far.z).toBeCloseTo(400 + rise, 6);
				expect(Math.hypot(far.x - pin.x, far.z - pin.z)).toBeCloseTo(long, 6);
				// The slot takes up what the projection loses: L - sqrt(L² - h²).
				expect(100 + long - far.x).toBeCloseTo(slotOf(long, rise), 6);
			})
		));
	it('carries the mattress along with the deck', () => {
		const piece = at('raked-platform', { rise: 200 }, 'raked');
		const mattress = piece.pads.find(({ pad }) => pad.id === 'deck')!;
		const deck = piece.parts.find(({ part }) => part.id === 'deck')!;
		// Every lower corner of the mattress lies in the plane of the deck's upper face.
		const [a, b, c] = deck.upper;
		const [u, v] = [vec3(b.x - a.x, b.y - a.y, b.z - a.z), vec3(c.x - a.x, c.y - a.y, c.z - a.z)];
		const n = vec3(u.y * v.z - u.z * v.y, u.z * v.x - u.x * v.z, u.x * v.y - u.y * v.x);
		for (const p of mattress.lower)
			expect(((p.x - a.x) * n.x + (p.y - a.y) * n.y + (p.z - a.z) * n.z) / Math.hypot(n.x, n.y, n.z)).toBeCloseTo(0, 6);
	});
});

describe('fold stack', () => {
	it('is as thick as its leaves, and each lies where its hinges put it', () => {
		const piece = at('fold-over', { rear: 200, height: 400, first: 700, second: 650, third: 600 }, 'folded');
		const t = 12;
		const [one, two, three] = ['leaf-1', 'leaf-2', 'leaf-3'].map((id) => boxOf(piece, id));
		expect(one.x).toEqual([200, 900]);
		// The second turns over its hinge at 900, the third back again from the second's far edge at 250.
		expect(two.x[0]).toBeCloseTo(250, 6);
		expect(two.x[1]).toBeCloseTo(900, 6);
		expect(three.x[0]).toBeCloseTo(250, 6);
		expect(three.x[1]).toBeCloseTo(850, 6);
		expect([one.z[1], two.z[0], two.z[1], three.z[0], three.z[1]].map((z) => Math.round(z * 1e6) / 1e6)).toEqual([
			400,
			400,
			400 + t,
			400 + t,
			400 + 2 * t
		]);
	});
	it('stands behind a seat as high as its longest leaf and as thick as all', () => {
		const piece = at('fold-over', { first: 700, second: 650, third: 600, store: 'stands behind a seat', standAt: 1500 }, 'folded');
		const leaves = piece.parts.map(({ box }) => box);
		expect(Math.max(...leaves.map(({ x }) => x[1]))).toBeCloseTo(1500, 6);
		expect(Math.min(...leaves.map(({ x }) => x[0]))).toBeCloseTo(1500 - 3 * 12, 6);
		expect(Math.min(...leaves.map(({ z }) => z[0]))).toBeCloseTo(0, 6);
		expect(Math.max(...leaves.map(({ z }) => z[1]))).toBeCloseTo(700, 6);
	});
});

describe('slides', () => {
	it('of lengthwise slats leave the overlap that is told', () => {
		const piece = at('slat-bench', { rear: 100, shut: 1100, out: 1850 }, 'bed');
		const slats = (name: string) => piece.parts.filter(({ part }) => part.name === name).map(({ box }) => box.x);
		const [fixed, travelling] = [slats('Slat, fixed')[0], slats('Slat, travelling')[0]];
		expect(travelling[1]).toBeCloseTo(1950, 6);
		const overlap = fixed[1] - travelling[0];
		const told = piece.assembly.innerMargins.find(({ id }) => id === 'overlap')!;
		// 120 mm are asked for.
		expect(told.margin).toBeCloseTo(overlap - 120, 6);
	});
	it('of a section leave the others where they are', () => {
		const piece = at('slat-couch', { sections: 3, gap: 20, seatDepth: 600, bedWidth: 1000 }, 'out-2');
		const fronts = [1, 2, 3].map((n) => boxOf(piece, `front-rail-${n}`).y);
		expect(fronts[0]).toEqual(fronts[2]);
		expect(fronts[0][0] - fronts[1][0]).toBeCloseTo(400, 6);
	});
	it('of a sofa half take it to the wall by what its raised back leaves', () => {
		const piece = at('folding-sofa', { seat: 440, back: 380, lean: 80, gap: 10, sides: 'left only' }, 'sofa');
		// The outermost point of the leaning back stands at the gap from the wall, to the millimetre that one saws.
		const outermost = Math.max(...piece.parts.filter(({ part }) => part.id === 'back-left').map(({ box }) => box.y[1]));
		expect(860 - outermost).toBeGreaterThanOrEqual(10 - 1e-6);
		expect(860 - outermost).toBeLessThan(11);
	});
	it('of a pull-out reach the ledge by what the widths add up to', () => {
		const piece = at('ledge-sofa', { seatDepth: 560, pullOut: 450, gap: 10, return: false }, 'bed');
		expect(boxOf(piece, 'pull').y[0]).toBeCloseTo(850 - 560 - 450, 6);
	});
});

describe('carried by hand', () => {
	it('goes through its stops and turns about its own line', () => {
		const joint = {
			type: 'lift-out' as const,
			about: { origin: vec3(100, 0, 50), axis: vec3(0, 1, 0) },
			way: [
				{ shift: vec3(0, 0, 40), angle: 0 },
				{ shift: vec3(300, 0, 40), angle: Math.PI / 2 }
			]
		};
		expect(place(jointPose(joint, 0.5), vec3(1, 2, 3))).toEqual(vec3(1, 2, 23));
		const end = place(jointPose(joint, 2), vec3(100, 7, 90));
		// 40 mm over the line become 40 mm before it.
		expect(end.x).toBeCloseTo(100 + 300 + 40, 6);
		expect(end.z).toBeCloseTo(50 + 40, 6);
		expect(jointPose(joint, 99)).toEqual(jointPose(joint, 2));
	});
});
