import { describe, expect, it } from 'vitest';
import { findingsOf } from '../checks';
import { applyEdits, type Plan } from '../plan';
import { plainVehicle, planIn, withPiece } from '../testing/plans';
import type { DesignPose, Nodes } from './schema';

/** Own pieces that were tried against the rules from outside: what is physically wrong and passed without a word, and what is fine beside it. */
const plan = (nodes: object, poses: Record<string, DesignPose> = {}): Plan =>
	withPiece(planIn(plainVehicle([[0, 800]], 1900, 4000)), 'mine', 'own', {
		height: 400,
		start: 200,
		design: { asBuilt: 'As built', sizes: {}, nodes: nodes as Nodes, poses }
	});
const clashes = (of: Plan) =>
	findingsOf(of)
		.filter(({ status, subjects }) => status === 'clash' && subjects.includes('mine'))
		.map(({ title }) => title);

const panel = (normal: string, x: object, y: object, z: object, more: object = {}) => ({
	kind: 'panel',
	stock: 'ply-12',
	normal,
	x,
	y,
	z,
	...more
});
const bar = (along: string, wide: string, x: object, y: object, z: object) => ({
	kind: 'bar',
	stock: 'batten-45x45',
	along,
	wide,
	x,
	y,
	z
});
const top = panel('z', { from: 200, size: 900 }, { middle: 0, size: 800 }, { to: 'height' });
const leg = (x: string | number) => bar('z', 'x', { from: x }, { to: 'top.left' }, { from: 'floor', to: 'top.bottom' });
const legs = { kind: 'mirror', nodes: { legs: { kind: 'repeat', count: 2, nodes: { leg: leg('200 + index * 855') } } } };
const tray = panel('z', { from: 1500, size: 400 }, { middle: 0, size: 300 }, { from: 700 });
const table = { top, legs };

it('a table on four legs is fine', () => expect(clashes(plan(table))).toEqual([]));

describe('parts in each other', () => {
	it.each([
		['a board through another', { ...table, fin: panel('x', { from: 600 }, { from: -300, to: 300 }, { from: 0, to: 'height + 200' }) }],
		[
			'two boards on one another',
			{ ...table, again: panel('z', { from: 500, size: 300 }, { middle: 0, size: 200 }, { to: 'height - 5' }) }
		],
		[
			'a post through a hole that is too small',
			{
				...table,
				top: { ...top, cutOuts: { hole: { x: { middle: 600, size: 30 }, y: { middle: 0, size: 60 } } } },
				post: bar('z', 'x', { middle: 600 }, { middle: 0 }, { from: 0, to: 600 })
			}
		]
	])('%s', (_, nodes) => expect(clashes(plan(nodes)).join()).toMatch(/have room beside each other/));
	it.each([
		[
			'a post in a notch',
			{
				...table,
				top: { ...top, cutOuts: { notch: { x: { from: 590, to: 650 }, y: { from: 350, to: 500 } } } },
				post: bar('z', 'x', { from: 600 }, { from: 355 }, { from: 0, to: 600 })
			}
		],
		[
			'a post through a hole',
			{
				...table,
				top: { ...top, cutOuts: { hole: { x: { middle: 600, size: 60 }, y: { middle: 0, size: 60 } } } },
				post: bar('z', 'x', { middle: 600 }, { middle: 0 }, { from: 0, to: 600 })
			}
		],
		[
			'two boards halved into each other',
			{
				...table,
				low: panel(
					'x',
					{ from: 600 },
					{ from: -300, to: 300 },
					{ from: 0, to: 300 },
					{ cutOuts: { slot: { y: { middle: 0, size: 13 }, z: { from: 150, to: 400 } } } }
				),
				cross: panel(
					'y',
					{ from: 400, to: 800 },
					{ middle: 0 },
					{ from: 0, to: 300 },
					{ cutOuts: { slot: { x: { from: 599.5, size: 13 }, z: { from: -50, to: 150 } } } }
				)
			}
		]
	])('%s is fine', (_, nodes) => expect(clashes(plan(nodes))).toEqual([]));
});

describe('what hangs in the air by its joint', () => {
	const joined = (joint: object, node: object = tray) => ({ ...table, one: { kind: 'group', joint, nodes: { node } } });
	it.each([
		['a drawer a metre from its cabinet', joined({ kind: 'slide', axis: 'x', by: -300 })],
		['a lid far from what it is hinged to', joined({ kind: 'hinge', axis: 'y', x: 1500, z: 712, turns: 60 })],
		['a tray that is carried and lies on nothing', joined({ kind: 'carried' })]
	])('%s', (_, nodes) => expect(clashes(plan(nodes)).join()).toMatch(/something carries/));
	it('a lid whose hinge is beside it', () => {
		const lid = panel('z', { from: 200, size: 400 }, { middle: 0, size: 300 }, { from: 'top.top' });
		expect(clashes(plan(joined({ kind: 'hinge', axis: 'y', x: 1000, z: 412, turns: 60 }, lid))).join()).toMatch(/at its hinge/);
		expect(clashes(plan(joined({ kind: 'hinge', axis: 'y', x: 600, z: 412, turns: 60 }, lid)))).toEqual([]);
	});
	const flap = (more: object = {}) => ({
		kind: 'group',
		joint: { kind: 'hinge', axis: 'y', x: 'leaf.rear', z: 'leaf.bottom', turns: 90, ...more },
		nodes: { leaf: panel('z', { from: 'top.front', size: 300 }, { middle: 0, size: 400 }, { to: 'height' }) }
	});
	const prop = bar('z', 'x', { to: 'flap.front - 20' }, { middle: 0 }, { from: 'floor', to: 'flap.bottom' });
	it('a flap that nothing holds up', () => expect(clashes(plan({ ...table, flap: flap() }))).toEqual(['mine: something holds “flap” up']));
	it('a flap that lies on the table with no more than its edge', () => {
		const lapped = {
			...flap(),
			nodes: { leaf: { ...flap().nodes.leaf, x: { from: 'top.front - 12', size: 300 }, z: { from: 'top.top' } } }
		};
		expect(clashes(plan({ ...table, flap: lapped }))).toEqual(['mine: something holds “flap” up']);
	});
	it('a shelf that touches a post with its edge, and a board that is pinned flat against another', () => {
		const post = panel('x', { from: 1100 }, { from: -300, to: 300 }, { from: 0, to: 800 });
		const shelf = panel('z', { from: 1112, size: 500 }, { from: -200, to: 200 }, { from: 600 });
		const flat = panel('x', { from: 1112 }, { from: -200, to: 200 }, { from: 500, to: 700 });
		const carried = (node: object) =>
			clashes(plan({ ...table, post, one: { kind: 'group', joint: { kind: 'carried' }, nodes: { node } } }));
		expect(carried(shelf).join()).toMatch(/something carries “node”/);
		expect(carried(flat)).toEqual([]);
	});
	it('a door whose line is where no post stands', () => {
		const frame = (x: number, y: number) => bar('z', 'x', { from: x }, { from: y }, { from: 'floor', to: 600 });
		const across = (x: number) => bar('y', 'z', { from: x }, { from: -345, to: 345 }, { from: 600 });
		const nodes = (y: string, turns: number) => ({
			a: frame(200, 300),
			b: frame(700, -345),
			c: frame(700, 300),
			front: across(200),
			back: across(700),
			side: bar('x', 'z', { from: 245, to: 700 }, { from: 300 }, { from: 600 }),
			door: {
				kind: 'group',
				joint: { kind: 'hinge', axis: 'z', x: 'leaf.rear', y, turns },
				nodes: { leaf: panel('x', { to: 200 }, { from: -340, to: 340 }, { from: 50, to: 500 }) }
			}
		});
		expect(clashes(plan(nodes('leaf.right', 95))).join()).toMatch(/at its hinge/);
		expect(clashes(plan(nodes('leaf.left', -95))).join()).not.toMatch(/at its hinge/);
	});
	it.each([
		[
			'on a ledge at its far edge',
			{
				...table,
				flap: flap({ turns: -90 }),
				ledge: bar('y', 'z', { to: 'flap.front' }, { from: -200, to: 200 }, { to: 'flap.bottom' }),
				feet: {
					kind: 'mirror',
					nodes: { foot: bar('z', 'x', { from: 'ledge.rear' }, { to: 200 }, { from: 'floor', to: 'ledge.bottom' }) }
				}
			}
		],
		['on a leg', { ...table, flap: flap(), prop }],
		[
			'on a leg that swings along with it',
			{
				...table,
				flap: {
					...flap(),
					nodes: { ...flap().nodes, prop: { ...prop, x: { to: 'leaf.front - 20' }, z: { from: 'floor', to: 'leaf.bottom' } } }
				}
			}
		],
		['held by a stay', { ...table, flap: flap({ stays: true }) }]
	])('a flap %s is fine', (_, nodes) => expect(clashes(plan(nodes))).toEqual([]));
	it('a tray that lies on the table is fine', () =>
		expect(
			clashes(plan(joined({ kind: 'carried' }, panel('z', { from: 300, size: 400 }, { middle: 0, size: 300 }, { from: 'top.top' }))))
		).toEqual([]));
});

describe('a lid of a chest', () => {
	const side = (y: object, to: number) => panel('y', { from: 200, size: 600 }, y, { from: 0, to });
	/** A chest with ends that stand up above its lid, or not, and what else is in it. */
	const chest = (turns: number, more: object = {}, opens: string[] = ['day'], to = 388) => ({
		left: side({ from: 300 }, to),
		right: side({ to: -300 }, to),
		lid: {
			kind: 'group',
			opens,
			joint: { kind: 'hinge', axis: 'y', x: 'board.front', z: 'board.top', turns },
			nodes: {
				board: panel('z', { from: 200, size: 600 }, to > 400 ? { middle: 0, size: 590 } : { middle: 0, size: 624 }, { from: 388 })
			}
		},
		...more
	});
	const shelf = (z: number) => ({ shelf: panel('z', { from: 300, size: 400 }, { from: -300, to: 300 }, { from: z }) });
	const swings = /open “?lid|lid.*(swing|opens)/i;
	it('swings up beside nothing', () => expect(clashes(plan(chest(90))).join()).not.toMatch(swings));
	it('meets its own ends where it opens down', () => expect(clashes(plan(chest(-90))).join()).toMatch(swings));
	it('meets a shelf of its own piece above it, and not one that is high enough', () => {
		expect(clashes(plan(chest(90, shelf(700), ['day'], 1500))).join()).toMatch(swings);
		expect(clashes(plan(chest(90, shelf(1100), ['day'], 1500))).join()).not.toMatch(swings);
	});
	it('a foot that is only swung away on the way is moved at some time', () => {
		const step = (joints: object) => ({ words: 'Move it', seconds: 4, hands: 1, joints });
		const nodes = {
			...chest(90),
			foot: {
				kind: 'group',
				joint: { kind: 'swing', axis: 'y', x: 700, z: 380, turns: 90 },
				nodes: { post: bar('z', 'x', { from: 680 }, { middle: 0 }, { from: 0, to: 380 }) }
			}
		};
		const moves = [{ from: 'as-built', to: 'open', steps: [step({ foot: 1 }), step({ lid: 1 }), step({ foot: 0 })] }];
		const open = { called: 'Open', joints: { lid: 1 }, startsFor: [] as const };
		const told = (more: object) => {
			const base = plan(nodes, { open: open as unknown as DesignPose });
			const made = applyEdits(base, [
				{ path: ['pieces', 'mine', 'params', 'design'], value: { ...(base.pieces.mine.params as { design: object }).design, ...more } }
			]);
			return findingsOf(made).filter(({ title }) => /foot.*moved at some time/i.test(title)).length;
		};
		expect(told({})).toBe(1);
		expect(told({ moves })).toBe(0);
	});
	it('that is opened at no time is asked about', () => {
		const idle = (opens: string[]) => findingsOf(plan(chest(90, {}, opens))).filter(({ title }) => /moved at some time/.test(title));
		expect(idle([]).map(({ status }) => status)).toEqual(['tight']);
		expect(idle(['day'])).toEqual([]);
	});
});

describe('what bears, and what falls', () => {
	const bought = (size: number) => ({
		kind: 'bought',
		called: 'Tank',
		weight: 30,
		x: { from: 300, size },
		y: { middle: 0, size },
		z: { from: 0, size: 300 }
	});
	it('a board on a tank', () =>
		expect(clashes(plan({ tank: bought(500), top: { ...top, z: { from: 'tank.top' } } })).join()).toMatch(/something carries “top”/));
	it('one leg under a corner, and the same once it is bolted down', () => {
		const one = plan({ top, leg: leg(200) });
		expect(clashes(one)).toEqual(['mine: stands by itself']);
		const held = applyEdits(one, [
			{
				path: ['pieces', 'mine', 'held'],
				value: {
					a: { way: 'new bolt through', surface: 'floor', x: 220, at: 380 },
					b: { way: 'new bolt through', surface: 'floor', x: 240, at: 390 }
				}
			}
		]);
		expect(clashes(held)).not.toContain('mine: stands by itself');
	});
	it('an L on two legs, whose box has its middle over them and whose weight has not; on three it stands', () => {
		const shape = [
			[0, 0],
			[120, 0],
			[120, 700],
			[900, 700],
			[900, 800],
			[0, 800]
		].map(([x, y]) => ({ x, y }));
		const foot = (x: number, y: number) => bar('z', 'x', { from: x }, { from: y }, { from: 'floor', to: 'top.bottom' });
		const two = { top: { ...top, outline: shape }, a: foot(1050, 330), b: foot(210, -390) };
		expect(clashes(plan(two))).toEqual(['mine: stands by itself']);
		expect(clashes(plan({ ...two, c: foot(210, 330) }))).toEqual([]);
	});
	it('a cushion that is sunk into its board, and one that is squeezed between two sides', () => {
		const pad = (more: object) => ({
			kind: 'pad',
			foam: 'firm',
			role: 'mattress',
			x: { from: 200, to: 1100 },
			y: { from: -400, to: 400 },
			z: { from: 'top.top', size: 80 },
			...more
		});
		expect(clashes(plan({ ...table, pad: pad({ z: { from: 330, size: 80 } }) }))).toEqual(['mine: “pad” lies on “top”']);
		const side = panel('y', { from: 200, to: 1100 }, { from: 395 }, { from: 'top.top', size: 60 });
		expect(clashes(plan({ ...table, side, pad: pad({}) }))).toEqual([]);
	});
	it('a cupboard whose open lid draws it over', () => {
		const nodes = {
			...table,
			lid: {
				kind: 'group',
				joint: { kind: 'slide', axis: 'x', by: 2200 },
				nodes: { slab: panel('z', { from: 200, size: 890 }, { middle: 0, size: 800 }, { from: 'top.top' }) }
			}
		};
		const out = plan(nodes, { out: { called: 'Pulled out', joints: { lid: 1 }, startsFor: ['day'] } });
		expect(
			findingsOf(out)
				.filter(({ rule, status }) => rule === 'upright' && status === 'clash')
				.map(({ modes }) => modes)
		).toEqual([['day']]);
	});
});

it('slats that are pulled apart are asked as they lie then', () => {
	const row = (from: number) => ({
		kind: 'repeat',
		count: 4,
		nodes: { slat: bar('x', 'y', { from: 200, to: 1145 }, { from: `${from} + index * 100` }, { from: 'height' }) }
	});
	const nodes = {
		fixed: row(-600),
		moving: { kind: 'group', joint: { kind: 'slide', axis: 'y', by: 500 }, nodes: { row: row(-550) } },
		pad: {
			kind: 'pad',
			foam: 'medium',
			role: 'mattress',
			x: { from: 200, to: 1145 },
			y: { from: -600, to: 250 },
			z: { from: 'height + 45', size: 60 }
		}
	};
	const pulled = plan(nodes, { bed: { called: 'Pulled out', joints: { moving: 1 }, startsFor: ['night'] } });
	const gaps = findingsOf(pulled).filter(({ rule }) => rule === 'slat-gap');
	// The last fixed one ends at -255, the first moving one begins at -50.
	expect(gaps.filter(({ modes }) => modes.includes('night')).map(({ status, actual }) => [status, Math.round(actual)])).toEqual([
		['clash', 205]
	]);
});
