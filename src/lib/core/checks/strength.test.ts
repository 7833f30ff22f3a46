import { describe, expect, it } from 'vitest';
import { sceneOf } from '../derive';
import type { Nodes } from '../design/schema';
import { applyEdits, type Plan } from '../plan';
import { GRAVITY, strengthIn } from '../structure';
import { padMass, partMass } from '../pieces';
import { plainVehicle, planIn, withPerson, withPiece } from '../testing/plans';
import { strengthFindings, type Finding } from '.';

/** A piece of one's own in a box of a van, with somebody of 80 kg who lies on it at night. */
function plan(nodes: object, height = 400, anchors: Plan['vehicle']['anchors'] = {}): Plan {
	const van = { ...plainVehicle([[0, 800]], 1900, 4000), anchors };
	const built = withPiece(planIn(van), 'mine', 'own', {
		height,
		start: 200,
		design: { asBuilt: 'As built', sizes: {}, nodes: nodes as Nodes, poses: {} }
	});
	return applyEdits(withPerson(built, 'ida', 1700, 'mine'), [{ path: ['crew', 'ida', 'weight'], value: 80 }]);
}
const said = (of: Plan, rule: Finding['rule']): Finding | undefined =>
	strengthFindings(of)
		.filter((finding) => finding.rule === rule && finding.modes.includes('night'))
		.sort((a, b) => a.margin - b.margin)[0];
const status = (of: Plan, rule: Finding['rule']) => said(of, rule)?.status ?? 'clear';

const side = (y: object) => ({
	kind: 'panel',
	stock: 'ply-12',
	normal: 'y',
	x: { from: 200, size: 2000 },
	y,
	z: { from: 'floor', to: 'height - 18' }
});
const bar = (stock: string, along: string, wide: string, x: object, y: object, z: object) => ({ kind: 'bar', stock, along, wide, x, y, z });
const pad = (thick: number) => ({
	kind: 'pad',
	foam: 'medium',
	role: 'mattress',
	x: { from: 200, size: 2000 },
	y: { from: -300, to: 300 },
	z: { from: 'height', size: thick }
});
const board = (stock: string, half: number) => ({
	kind: 'panel',
	stock,
	normal: 'z',
	use: 'sleep',
	x: { from: 200, size: 2000 },
	y: { from: -half, to: half },
	z: { to: 'height' }
});
/** Boards along both sides that stand on the floor, 12 thick. */
const sides = (half: number, stock: string) => ({
	left: { ...side({ to: half }), z: { from: 'floor', to: 'top.bottom' } },
	right: { ...side({ from: -half }), z: { from: 'floor', to: 'top.bottom' } },
	top: board(stock, half)
});

describe('slats across a bed', () => {
	const slats = (stock: string, thick: number) => ({
		left: side({ to: 300 }),
		right: side({ from: -300 }),
		slats: {
			kind: 'repeat',
			count: 7,
			nodes: { slat: bar(stock, 'y', 'x', { from: '200 + index * 300' }, { from: -300, to: 300 }, { from: 'height - 18', size: thick }) }
		},
		mattress: pad(30)
	});
	it('are used as far as a simply supported beam is, in the numbers of EN 1995-1-1', () => {
		const found = said(plan(slats('slat-70x18', 18)), 'strength')!;
		// Sitting down: 80 kg over 300 mm and the pad's 30 in the middle of 588 between the middles of the boards at the sides.
		const span = 588;
		const moment = ((80 * GRAVITY) / 4) * (span - 330 / 2);
		const modulus = (70 * 18 ** 2) / 6;
		// Once and a half as it is sudden; C24 with k_h at its limit of 1.3 and k_mod 1.1 over γ_M 1.3.
		const used = (1.5 * moment) / modulus / ((24 * 1.3 * 1.1) / 1.3);
		expect(found.actual / used).toBeGreaterThan(1);
		// What a slat and a thirtieth of a pad weigh comes on top.
		expect(found.actual / used).toBeLessThan(1.03);
		expect(found.status).toBe('clash');
		expect(found.why).toContain('sits down');
	});
	it('hold when they lie closer under a thicker pad, which spreads a load over two', () => {
		const close = slats('slat-70x18', 18);
		close.slats.count = 22;
		close.slats.nodes.slat.x = { from: '200 + index * 90' };
		expect(status(plan({ ...close, mattress: pad(100) }), 'strength')).not.toBe('clash');
	});
});

describe('what is too weak is told', () => {
	it('6 mm of plywood over 800 mm, and 18 mm is fine', () => {
		expect(status(plan(sides(400, 'ply-6')), 'strength')).toBe('clash');
		expect(status(plan(sides(400, 'ply-6')), 'sag')).toBe('clash');
		expect(status(plan(sides(400, 'ply-18')), 'strength')).not.toBe('clash');
		expect(status(plan(sides(400, 'ply-18')), 'sag')).not.toBe('clash');
	});
	it('a heavy thing that lies on a thin board, and nothing of what stands on the floor below it', () => {
		const crate = { name: 'Crate', length: 400, width: 300, height: 150, weight: 100, count: 1 };
		const lying = (z: number) =>
			applyEdits(plan(sides(400, 'ply-9')), [
				{ path: ['gear'], value: { crate } },
				{ path: ['modes', 'night', 'people'], value: {} },
				{ path: ['modes', 'night', 'use'], value: 'drive' },
				{ path: ['modes', 'night', 'lies'], value: { crate: { x: 900, y: 0, z } } }
			]);
		expect(status(lying(400), 'sag')).toBe('clash');
		expect(said(lying(400), 'sag')!.why).toContain('lies on it');
		const [below, bare] = [lying(0), applyEdits(lying(0), [{ path: ['modes', 'night', 'lies'], value: {} }])];
		expect(said(below, 'sag')!.actual).toBeCloseTo(said(bare, 'sag')!.actual, 9);
		// The ground bears it with all its weight.
		const ground = (of: Plan) => strengthIn(sceneOf(of, 'night'), of).ground;
		expect((ground(lying(400)) - ground(bare)) / (100 * GRAVITY)).toBeCloseTo(1, 6);
	});
	it('gear in a cupboard on its shelf, and nothing of what stands on the floor below it', () => {
		const room = (z: object) => ({ kind: 'space', called: 'Room', x: { from: 200, size: 2000 }, y: { from: -300, to: 300 }, z });
		const stowing = (z: object, kg: number) =>
			applyEdits(plan({ ...sides(300, 'ply-18'), shelf: { ...board('ply-6', 288), use: undefined, z: { from: 200 } }, room: room(z) }), [
				{ path: ['gear'], value: { tins: { name: 'Tins', length: 400, width: 300, height: 150, weight: kg, count: 1, under: 'mine' } } }
			]);
		const onShelf = (kg: number) => stowing({ from: 'shelf.top', size: 150 }, kg);
		expect(status(onShelf(120), 'sag')).toBe('clash');
		expect(status(onShelf(1), 'sag')).not.toBe('clash');
		// A room drawn a little above its shelf, and its things with it, comes down on it all the same.
		expect(status(stowing({ from: 'shelf.top + 30', size: 120 }, 120), 'sag')).toBe('clash');
		expect(status(stowing({ from: 'floor', size: 150 }, 120), 'sag')).not.toBe('clash');
		const ground = (of: Plan) => strengthIn(sceneOf(of, 'night'), of).ground;
		expect((ground(onShelf(120)) - ground(onShelf(20))) / (100 * GRAVITY)).toBeCloseTo(1, 6);
	});
	it('and says where it goes: what lies on a bed arrives on the floor, through the boards at its sides', () => {
		const bed = plan(sides(400, 'ply-18'));
		const { paths } = strengthIn(sceneOf(bed, 'night'), bed);
		const [always, lying] = Object.keys(paths);
		expect(lying).toContain('lying');
		const down = (of: string, to: string | null) =>
			paths[of].reduce((sum, one) => sum + ((one.to?.part ?? null) === to ? one.newtons : 0), 0);
		expect((down(lying, null) - down(always, null)) / (80 * GRAVITY)).toBeCloseTo(1, 2);
		// Somebody who lies in the middle is borne by both sides alike.
		const ids = [...new Set(paths[lying].flatMap(({ to }) => (to ? [to.part] : [])))];
		expect(ids).toHaveLength(2);
		const [one, other] = ids.map((id) => down(lying, id) - down(always, id));
		expect(one + other).toBeCloseTo(80 * GRAVITY, -1);
		expect(one / other).toBeCloseTo(1, 1);
	});
	it('legs like rods buckle under what posts bear', () => {
		const table = (stock: string, wide: number) => ({
			top: board('ply-18', 300),
			legs: {
				kind: 'mirror',
				nodes: {
					legs: {
						kind: 'repeat',
						count: 3,
						nodes: {
							leg: bar(
								stock,
								'z',
								'x',
								{ from: `200 + index * ${1000 - wide / 2}` },
								{ to: 'top.left' },
								{ from: 'floor', to: 'top.bottom' }
							)
						}
					}
				}
			}
		});
		const rods = applyEdits(plan(table('rod', 12), 800), [
			{
				path: ['stock', 'bars', 'rod'],
				value: { name: 'Rod', width: 12, thickness: 12, length: 2000, density: 480, price: 1, material: 'softwood C24' }
			}
		]);
		const found = said(rods, 'strength')!;
		expect(found.status).toBe('clash');
		expect(found.why).toContain('buckling');
		expect(status(plan(table('batten-45x45', 45), 800), 'strength')).not.toBe('clash');
	});
	it('stock of which nobody has said what it is: a question, no answer', () => {
		const bare = applyEdits(plan(sides(400, 'mine-18')), [
			{
				path: ['stock', 'sheets', 'mine-18'],
				value: { name: 'A board', thickness: 18, length: 2440, width: 1220, density: 680, price: 0, grain: true }
			}
		]);
		expect(said(bare, 'strength')).toMatchObject({ status: 'unmeasured', unknown: true });
	});
});

describe('a thin board that lies flat', () => {
	const lid = (more: object, height: number) => plan({ ...more, top: board('ply-4', 400) }, height);
	const base = { ...board('ply-18', 400), use: undefined, z: { from: 'floor', size: 18 } };
	it('on the floor bears a knee, which goes straight through it', () => {
		expect(status(lid({}, 4), 'strength')).toBe('clear');
		expect(status(lid({}, 4), 'sag')).toBe('clear');
	});
	it('on another board on the floor as well', () => expect(status(lid({ base }, 22), 'strength')).toBe('clear'));
	it('a hand above the floor on boards at its sides does not', () => {
		const high = {
			left: { ...side({ to: 400 }), z: { from: 'floor', to: 'top.bottom' } },
			right: { ...side({ from: -400 }), z: { from: 'floor', to: 'top.bottom' } }
		};
		expect(status(lid(high, 100), 'strength')).toBe('clash');
	});
});

describe('what tips or lies on nothing is told', () => {
	const onBlock = (half: number) => ({
		top: board('ply-18', 300),
		left: { ...side({ to: half }), z: { from: 'floor', to: 'top.bottom' } },
		right: { ...side({ from: -half }), z: { from: 'floor', to: 'top.bottom' } }
	});
	it('a board whose bearers stand far in, and nothing where they stand at its edges', () => {
		expect(said(plan(onBlock(80)), 'borne')).toMatchObject({ status: 'clash' });
		expect(status(plan(onBlock(290)), 'borne')).toBe('clear');
	});
	it('unless it is bolted down', () => {
		const bolted = applyEdits(plan(onBlock(80)), [
			{
				path: ['pieces', 'mine', 'held'],
				value: Object.fromEntries(
					[300, 2100].flatMap((x) =>
						[74, -74].map((at): [string, unknown] => [
							`bolt-${x}-${at < 0 ? 'r' : 'l'}`,
							{ way: 'new bolt through', surface: 'floor', x, at }
						])
					)
				)
			}
		]);
		expect(status(bolted, 'borne')).toBe('clear');
	});
});

it('what is built stands on the vehicle with all its weight, to a millionth', () => {
	const of = plan({ ...sides(400, 'ply-18'), mattress: pad(100) });
	const scene = sceneOf(of, 'night');
	const kg = scene.pieces
		.flatMap(({ parts, pads }) => [...parts.map(({ part }) => partMass(part, of.stock)), ...pads.map((one) => padMass(one.pad))])
		.reduce((sum, one) => sum + one, 0);
	expect(kg).toBeGreaterThan(20);
	expect(Math.abs(strengthIn(scene, of).ground / (kg * GRAVITY) - 1)).toBeLessThan(1e-6);
});

it('is worked out for sleeping and sitting, and while driving for its own weight alone', () => {
	const of = plan(sides(400, 'ply-12'));
	const driving = applyEdits(of, [{ path: ['modes', 'drive'], value: { ...of.modes.night, name: 'Drive', use: 'drive', people: {} } }]);
	const found = strengthFindings(driving).filter(({ rule }) => rule === 'strength');
	expect(strengthIn(sceneOf(driving, 'drive'), driving).cases).toEqual([]);
	const worst = (mode: string) => Math.max(...found.filter(({ modes }) => modes.includes(mode)).map(({ actual }) => actual));
	expect(worst('drive')).toBeLessThan(worst('night') / 5);
});
