import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { assemblyOf } from '../derive';
import { contains, rectangle } from '../geometry/polygon';
import { vec2, vec3, type Vec3 } from '../geometry/vector';
import type { Assembly, Part } from '../pieces';
import { barIn, boardIn, boardOf } from '../pieces/making';
import { readPlanFile, STARTING_STOCK } from '../plan';
import { connectionsOf, glueOf, holesByPart, joinHardware, looseIn, type Connection, type Fastener } from '.';
import { within } from './facets';
import { boltFor, dowelFor, screwFor } from './screws';

const whole = (parts: Part[], more: Partial<Assembly> = {}): Assembly =>
	({ links: [{ id: 'body', joint: { type: 'fixed' } }], parts, supports: [], ...more }) as unknown as Assembly;
const board = (id: string, stock: string, x: [number, number], y: [number, number], z: [number, number], normal: 'x' | 'y' | 'z' = 'z') =>
	boardIn(id, id, stock, 'body', { x, y, z }, normal);
const post = (id: string, x: number, y: number, z: [number, number]) =>
	barIn(id, id, 'batten-45x45', 'body', { x: [x, x + 45], y: [y, y + 45], z }, 'z');
const made = (parts: Part[], joins = {}) => connectionsOf(whole(parts), STARTING_STOCK, joins);
const size = ({ fasteners: [one] }: Connection) => `${one.kind} ${one.diameter} × ${one.length}`;

/** A deck of 15 mm on a batten of 45 × 45 across under its middle. */
const deck = [
	board('deck', 'ply-15', [0, 1000], [0, 800], [400, 415]),
	barIn('batten', 'Batten', 'batten-45x45', 'body', { x: [500, 545], y: [0, 800], z: [355, 400] }, 'y')
];
/** Two boards of one thickness that meet at a right angle: one stands on the other’s edge. */
const corner = (stock: string, t: number) => [
	board('side', stock, [0, t], [0, 600], [0, 500], 'x'),
	board('top', stock, [t, 800], [0, 600], [500 - t, 500])
];

describe('screws', () => {
	it('hold by six diameters in a face, eight in an edge, ten along the grain, and never come out', () => {
		expect(screwFor({ through: 15, into: 45, wide: 45, kind: 'face' })).toEqual({ diameter: 4, length: 40, holds: 25, enough: true });
		expect(screwFor({ through: 18, into: 800, wide: 18, kind: 'edge' })).toEqual({ diameter: 4.5, length: 60, holds: 42, enough: true });
		expect(screwFor({ through: 12, into: 800, wide: 12, kind: 'edge' })).toEqual({ diameter: 3, length: 40, holds: 28, enough: true });
		expect(screwFor({ through: 9, into: 400, wide: 45, kind: 'end' })).toEqual({ diameter: 3.5, length: 45, holds: 36, enough: true });
		// 6 on 9 mm: the point would be 5 mm in, which is less than four diameters.
		expect(screwFor({ through: 6, into: 9, wide: 300, kind: 'face' })).toMatchObject({ length: 12, holds: 6, enough: false });
		expect(screwFor({ through: 9, into: 400, wide: 9, kind: 'edge' })).toBeUndefined();
	});
	it('and bolts and dowels are as long as what they go through', () => {
		// 45 + 18 and 0.9 × 6 + 3.2 for nut and washers: 71.6.
		expect(boltFor(63, 45)).toEqual({ diameter: 6, length: 80 });
		expect(boltFor(63, 10)).toBeUndefined();
		expect(dowelFor(18, 400)).toEqual({ diameter: 8, length: 30, inFace: 12 });
		expect(dowelFor(9, 400)).toBeUndefined();
	});
});

describe('a deck on a batten, by hand', () => {
	const [joint, ...others] = made(deck);
	it('is screwed from above every 250 mm at the most, 30 from the ends, in the middle of the batten', () => {
		expect(others).toEqual([]);
		expect(joint).toMatchObject({ from: 'deck', into: 'batten', way: 'screws', said: false, size: [800, 45], brackets: 0, glued: 0 });
		expect(joint.fault).toBeUndefined();
		expect(size(joint)).toBe('screw 4 × 40');
		const heads = joint.fasteners
			.map(({ head }) => [head.x, head.y, head.z].map((v) => Math.round(v * 10) / 10))
			.sort((a, b) => a[1] - b[1]);
		expect(heads).toEqual([30, 276.7, 523.3, 770].map((y) => [522.5, y, 415]));
		for (const { head, tip } of joint.fasteners) expect(head.z - tip.z).toBeCloseTo(40, 9);
	});
	it('is drilled 4.5 and sunk through the deck, 2.5 and 25 deep in the batten', () => {
		const holes = holesByPart(whole(deck), [joint]);
		expect(holes.get('deck')).toHaveLength(4);
		expect(holes.get('deck')![0]).toMatchObject({ diameter: 4.5, sunk: 8, at: { x: 522.5, z: 15 } });
		const [pilot] = holes.get('batten')!;
		expect(pilot).toMatchObject({ diameter: 2.5, depth: 25 });
		// The batten’s own x runs along it.
		expect(Math.min(...holes.get('batten')!.map(({ at }) => at.x))).toBeCloseTo(30, 6);
	});
	it('takes four screws to the shop, and glue when it is glued', () => {
		expect(joinHardware([joint])).toEqual([{ name: 'Countersunk screw 4 × 40', count: 4 }]);
		const [glued] = made(deck, { all: 'glue and screws' });
		// Glued, they stand one and a half times as far apart: 740 ÷ 375 makes two fields.
		expect(glued.fasteners).toHaveLength(3);
		expect(glueOf([glued])).toBeCloseTo(0.8 * 0.045 * 150, 6);
	});
});

describe('corners of boards', () => {
	it.each([
		['ply-18', 18, 'screws', 'screw 4.5 × 60'],
		['ply-15', 15, 'screws', 'screw 3.5 × 45'],
		['ply-12', 12, 'screws', 'screw 3 × 40'],
		['ply-9', 9, 'glue and pins', 'pin 1.4 × 30']
	])('of %s', (stock, t, way, words) => {
		const [joint] = made(corner(stock, t));
		expect([joint.way, size(joint), joint.fault]).toEqual([way, words, undefined]);
		// In the middle of the edge.
		for (const { tip } of joint.fasteners) expect(tip.z).toBeCloseTo(500 - t / 2, 6);
	});
	it('by dowels: 12 mm into the face, 18 into the edge, a millimetre more for glue in either', () => {
		const [joint] = made(corner('ply-18', 18), { 'side+top': 'dowels and glue' });
		expect(size(joint)).toBe('dowel 8 × 30');
		const holes = holesByPart(whole(corner('ply-18', 18)), [joint]);
		expect(holes.get('side')![0]).toMatchObject({ diameter: 8, depth: 13 });
		expect(holes.get('top')![0]).toMatchObject({ diameter: 8, depth: 19 });
	});
	it('by sloping screws from the face of what ends there', () => {
		const [joint] = made(corner('ply-18', 18), { all: 'pocket screws' });
		expect(joint).toMatchObject({ from: 'top', into: 'side' });
		const [{ head, tip }] = joint.fasteners;
		// 15°: half the thickness rises over 9 ÷ tan 15° = 33.6 mm.
		expect(head.x - 18).toBeCloseTo(33.59, 1);
		expect(tip.x).toBeGreaterThan(2);
		expect(tip.x).toBeLessThan(18);
	});
	it('that is told to be done as it cannot is told so', () => {
		const [joint] = made(corner('ply-18', 18), { 'side+top': 'bolts' });
		expect(joint).toMatchObject({ way: 'bolts', said: true, fault: 'not this way' });
		// Said of all parts it is only done where it goes.
		expect(made(corner('ply-18', 18), { all: 'bolts' })[0]).toMatchObject({ way: 'screws', said: false });
	});
});

describe('bars', () => {
	it('are joined by a bracket where one stands with its end under another', () => {
		const runner = barIn('runner', 'Runner', 'batten-45x45', 'body', { x: [0, 1500], y: [0, 45], z: [400, 445] }, 'x');
		const [joint] = made([runner, post('leg', 200, 0, [0, 400])]);
		expect(joint).toMatchObject({ way: 'brackets', brackets: 1 });
		expect(joinHardware([joint])).toEqual([
			{ name: 'Angle bracket 40 × 40', count: 1 },
			{ name: 'Countersunk screw 3.5 × 16', count: 4 }
		]);
	});
	it('are not held by glue on the end of a bar, nor by pins in it', () => {
		const beam = barIn('beam', 'Beam', 'batten-45x45', 'body', { x: [0, 900], y: [0, 45], z: [330, 375] }, 'x');
		for (const way of ['glue and screws', 'glue and pins'])
			expect(made([beam, post('leg', 200, 0, [0, 330])], { all: way })[0], way).toMatchObject({ way, said: true, fault: 'too thin' });
	});
	it('of metal take bolts in their half of a bracket', () => {
		const runner = barIn('runner', 'Runner', 'batten-45x45', 'body', { x: [0, 1500], y: [0, 45], z: [400, 445] }, 'x');
		const leg = barIn('leg', 'Leg', 'angle-40', 'body', { x: [200, 240], y: [0, 40], z: [0, 400] }, 'z');
		expect(joinHardware(made([runner, leg]))).toEqual([
			{ name: 'Angle bracket 40 × 40', count: 1 },
			{ name: 'Countersunk screw 3.5 × 16', count: 2 },
			{ name: 'Hexagon bolt M5 × 16, with nut and two washers', count: 2 }
		]);
	});
	it('cross with two screws askew, so that they cannot turn', () => {
		const [joint] = made([
			barIn('low', 'low', 'batten-45x45', 'body', { x: [0, 45], y: [0, 600], z: [0, 45] }, 'y'),
			barIn('high', 'high', 'batten-45x45', 'body', { x: [0, 600], y: [100, 145], z: [45, 90] }, 'x')
		]);
		expect(joint.fasteners).toHaveLength(2);
		const [a, b] = joint.fasteners;
		expect(Math.abs(a.head.x - b.head.x)).toBeGreaterThan(15);
		expect(Math.abs(a.head.y - b.head.y)).toBeGreaterThan(15);
	});
	it('of aluminium take bolts, or screws through their wall into wood', () => {
		const tube = barIn('tube', 'tube', 'tube-25', 'body', { x: [0, 800], y: [0, 25], z: [0, 25] }, 'x');
		const [thin] = made([tube, board('panel', 'ply-6', [0, 800], [0, 400], [25, 31])]);
		expect([thin.way, size(thin)]).toEqual(['bolts', 'bolt 6 × 40']);
		const angle = barIn('angle', 'angle', 'angle-40', 'body', { x: [0, 800], y: [0, 40], z: [0, 40] }, 'x');
		const [slat] = made([angle, barIn('slat', 'slat', 'slat-70x18', 'body', { x: [100, 170], y: [0, 900], z: [40, 58] }, 'y')]);
		// From below through the 4 mm of its wall.
		expect(slat).toMatchObject({ from: 'angle', into: 'slat', way: 'screws' });
		expect(slat.fasteners[0].length).toBeLessThanOrEqual(4 + 18 - 2);
	});
});

/** Distance between two straight pieces by trying places on both. */
function apart(a: Fastener, b: Fastener): number {
	const on = ({ head, tip }: Fastener, t: number) =>
		vec3(head.x + t * (tip.x - head.x), head.y + t * (tip.y - head.y), head.z + t * (tip.z - head.z));
	let best = Infinity;
	for (let i = 0; i <= 40; i++)
		for (let k = 0; k <= 40; k++) {
			const [p, q] = [on(a, i / 40), on(b, k / 40)];
			best = Math.min(best, Math.hypot(p.x - q.x, p.y - q.y, p.z - q.z));
		}
	return best;
}

it('screws of a corner where three boards meet pass each other', () => {
	const top = board('top', 'ply-18', [18, 600], [18, 600], [482, 500]);
	const joints = made([
		top,
		board('left', 'ply-18', [0, 18], [18, 600], [0, 500], 'x'),
		board('right', 'ply-18', [0, 600], [0, 18], [0, 500], 'y')
	]);
	expect(joints.map(({ fault }) => fault)).toEqual(joints.map(() => undefined));
	const all = joints.flatMap(({ fasteners }) => fasteners);
	all.forEach((one, i) =>
		all.slice(0, i).forEach((other) => expect(apart(one, other)).toBeGreaterThan((one.diameter + other.diameter) / 2))
	);
});

it('a notch and an opening take no screw', () => {
	const cut = boardOf('deck', 'deck', 'ply-15', 'body', rectangle(0, 1000, 0, 800), [400, 415]);
	const hole = { name: 'hatch', outline: rectangle(400, 650, 200, 600) };
	const [joint, other] = made([{ ...cut, cutOuts: [hole] }, deck[1]]);
	for (const { head } of [...joint.fasteners, ...(other?.fasteners ?? [])]) expect(head.y < 200 || head.y > 600).toBe(true);
});

it('what would be in the way of the driver is told', () => {
	const low = board('low', 'ply-15', [0, 1000], [0, 800], [480, 495]);
	const [joint] = made([...deck, low, post('post', 0, 0, [415, 480])]);
	expect(joint).toMatchObject({ key: 'batten+deck', before: 'low' });
});

describe('what is joined to nothing', () => {
	const apart = [...deck, board('lost', 'ply-15', [2000, 2400], [0, 400], [0, 15])];
	it('is found, unless it stands on something by itself, or the plan says so', () => {
		const of = (parts: Part[], more: Partial<Assembly> = {}, joins = {}) =>
			looseIn(whole(parts, more), made(parts, joins), joins).map((group) => group.map(({ id }) => id));
		expect(of(deck)).toEqual([]);
		expect(of(apart)).toEqual([['lost']]);
		expect(of(apart, { supports: [{ part: 'lost', by: 'floor', kind: 'floor' }] })).toEqual([]);
		expect(of(apart, {}, { lost: 'brackets' })).toEqual([]);
		expect(of(deck, {}, { 'batten+deck': 'nothing' })).toEqual([['batten']]);
	});
	it('of what moves apart from each other nothing is asked', () => {
		const links: Assembly['links'] = [
			{ id: 'body', joint: { type: 'fixed' } },
			{ id: 'leaf', joint: { type: 'hinge', origin: vec3(0, 0, 0), axis: vec3(1, 0, 0), range: [0, 1] } }
		];
		const parts = [...deck, { ...apart[2], link: 'leaf' }];
		expect(looseIn(whole(parts, { links }), connectionsOf(whole(parts, { links }), STARTING_STOCK))).toEqual([]);
	});
});

/** Whether a place is in a part, a little beyond its faces included. */
function isIn(part: Part, p: Vec3): boolean {
	const own = within(part.pose, p);
	if (own.z < -0.6 || own.z > part.thickness + 0.6) return false;
	return [vec2(0, 0), vec2(0.6, 0), vec2(-0.6, 0), vec2(0, 0.6), vec2(0, -0.6)].some(({ x, y }) =>
		contains(part.outline, vec2(own.x + x, own.y + y))
	);
}

describe.each(readdirSync('examples'))('%s', (file) => {
	const read = readPlanFile(readFileSync(`examples/${file}`, 'utf8'));
	if (!read.ok) throw new Error(read.faults.join());
	const { plan } = read;
	it('is joined: everything holds, stays in the wood of its two parts, and meets nothing', () => {
		for (const piece of Object.values(plan.pieces)) {
			const assembly = assemblyOf(piece, plan);
			const connections = connectionsOf(assembly, plan.stock, piece.joined);
			expect(connections.filter(({ fault }) => fault).map(({ key, way, fault }) => ({ key, way, fault }))).toEqual([]);
			const partOf = new Map(assembly.parts.map((part) => [part.id, part]));
			for (const { from, into, fasteners } of connections)
				for (const { head, tip, kind } of fasteners)
					for (const share of [0.02, 0.25, 0.5, 0.75, 1]) {
						const p = vec3(head.x + share * (tip.x - head.x), head.y + share * (tip.y - head.y), head.z + share * (tip.z - head.z));
						expect(
							[from, into].some((id) => isIn(partOf.get(id)!, p)),
							`${piece.name}: ${from} into ${into} by ${kind}`
						).toBe(true);
					}
			const all = connections.flatMap(({ fasteners }) => fasteners);
			all.forEach((one, i) =>
				all.slice(0, i).forEach((other) => {
					const near = Math.abs(one.head.x - other.head.x) + Math.abs(one.head.y - other.head.y) + Math.abs(one.head.z - other.head.z);
					if (near < 200) expect(apart(one, other)).toBeGreaterThan((one.diameter + other.diameter) / 2);
				})
			);
		}
	});
});
