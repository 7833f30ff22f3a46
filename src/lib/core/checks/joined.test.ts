import { describe, expect, it } from 'vitest';
import type { Nodes } from '../design/schema';
import { applyEdits, type Plan } from '../plan';
import { plainVehicle, planIn, withPiece } from '../testing/plans';
import { joinedFindings } from '.';

const plan = (nodes: object): Plan =>
	withPiece(planIn(plainVehicle([[0, 800]], 1900, 4000)), 'mine', 'own', {
		height: 400,
		start: 200,
		design: { asBuilt: 'As built', sizes: {}, nodes: nodes as Nodes, poses: {} }
	});
const panel = (stock: string, normal: string, x: object, y: object, z: object) => ({ kind: 'panel', stock, normal, x, y, z });
const box = (stock: string, more: object = {}) => ({
	left: panel(stock, 'y', { from: 200, size: 600 }, { from: 300 }, { from: 0, to: 400 }),
	right: panel(stock, 'y', { from: 200, size: 600 }, { to: -300 }, { from: 0, to: 400 }),
	top: panel(stock, 'z', { from: 200, size: 600 }, { from: 'right.right', to: 'left.left' }, { from: 400 }),
	...more
});
const saidBy = (rule: string, of: Plan) => joinedFindings(of).filter((one) => one.rule === rule && one.subjects.includes('mine'));
const found = (of: Plan) => saidBy('joined', of);
const said = (of: Plan, joined: object) => applyEdits(of, [{ path: ['pieces', 'mine', 'joined'], value: joined }]);

describe('what is joined', () => {
	it('is clear where screws hold, in every mode in which it is there', () => {
		const [one, ...others] = found(plan(box('ply-15')));
		expect(others).toEqual([]);
		expect(one).toMatchObject({ status: 'clear', modes: ['day', 'night'] });
		expect(one.why).toMatch(/^2 joints with/);
	});
	it('is glued and pinned where screws would split it, and that is clear as well', () =>
		expect(found(plan(box('ply-9'))).map(({ status }) => status)).toEqual(['clear']));
	it('is a question where nothing that is usual holds', () => {
		const [one] = found(plan(box('ply-4')));
		expect(one.status).not.toBe('clear');
		expect(one.why).toMatch(/too thin/);
	});
	it('is a clash where the plan says what cannot be done, and the two are named', () => {
		const [one] = found(said(plan(box('ply-15')), { 'left+top': 'bolts' }));
		expect(one.status).toBe('clash');
		expect(one.why).toMatch(/top and left cannot be joined by bolts|left and top cannot be joined by bolts/i);
	});
	it('asks what holds a part that nothing touches, until the plan says so', () => {
		const alone = plan(box('ply-15', { shelf: panel('ply-15', 'z', { from: 300, size: 300 }, { middle: 0, size: 300 }, { from: 200 }) }));
		const [one] = found(alone);
		expect(one).toMatchObject({ status: 'unmeasured', unknown: true });
		expect(one.why).toMatch(/shelf is joined to nothing/i);
		expect(found(said(alone, { shelf: 'brackets' })).map(({ status }) => status)).toEqual(['clear']);
	});
	it('is asked of a lid whose second board only lies on the sides: it would stay behind', () => {
		const half = (from: number, to: number) => panel('ply-15', 'z', { from, to }, { middle: 0, size: 630 }, { from: 400 });
		const lid = (second: number) => ({
			kind: 'group',
			opens: ['day'],
			joint: { kind: 'hinge', axis: 'y', x: 800, z: 415, turns: 90 },
			nodes: {
				near: half(550, 800),
				far: half(200, second),
				batten: panel('ply-15', 'z', { from: 450, to: 600 }, { middle: 0, size: 200 }, { to: 400 })
			}
		});
		const { left, right } = box('ply-15');
		expect(found(plan({ left, right, lid: lid(440) })).map(({ unknown }) => unknown)).toEqual([true]);
		expect(found(plan({ left, right, lid: lid(540) })).map(({ status }) => status)).toEqual(['clear']);
	});
	it('is asked of a shelf that lies on a tank: a tank joins nothing', () => {
		const { left, right } = box('ply-15');
		const bottom = panel('ply-15', 'z', { from: 200, size: 600 }, { from: -300, to: 300 }, { from: 0 });
		const tank = {
			kind: 'bought',
			called: 'Tank',
			weight: 30,
			x: { from: 300, size: 400 },
			y: { from: -300, to: 300 },
			z: { from: 30, size: 300 }
		};
		const shelf = panel('ply-15', 'z', { from: 300, size: 400 }, { middle: 0, size: 400 }, { from: 330 });
		expect(found(plan({ left, right, bottom, tank, shelf })).map(({ unknown }) => unknown)).toEqual([true]);
		expect(found(plan({ left, right, bottom, tank })).map(({ status }) => status)).toEqual(['clear']);
	});
	it('that is said not to be joined is loose', () => {
		const [one] = found(said(plan(box('ply-15')), { 'left+top': 'nothing', 'right+top': 'nothing' }));
		expect(one.status).toBe('unmeasured');
	});
});

describe('what is driven', () => {
	const shelf = (x: [number, number]) => panel('ply-15', 'z', { from: x[0], to: x[1] }, { from: -300, to: 300 }, { from: 200 });
	const upright = (x: number) => panel('ply-15', 'x', { from: x }, { from: -300, to: 300 }, { from: 0, to: 400 });

	it('can be where there is an order in which nothing stands before the driver', () =>
		expect(saidBy('reached', plan(box('ply-15'))).map(({ status }) => status)).toEqual(['clear']));
	it('is told where shelves at one height on both sides of an upright shut each other out, until one is joined otherwise', () => {
		const two = plan({ left: upright(200), middle: upright(600), right: upright(1000), near: shelf([215, 600]), far: shelf([615, 1000]) });
		const [one] = saidBy('reached', two);
		expect(one.status).toBe('tight');
		expect(one.why).toMatch(/stands before the driver where (near|far|middle) meets (near|far|middle)/i);
		expect(saidBy('reached', said(two, { 'far+middle': 'dowels and glue' })).map(({ status }) => status)).toEqual(['clear']);
	});
	it('is a clash where it has to be joined before it goes in, and goes through no door then', () => {
		// Sides at both walls, a top between them that is screwed from outside: 1.6 m wide, 1 m long, 0.4 m high.
		const wide = plan({
			left: panel('ply-15', 'y', { from: 200, size: 1000 }, { from: 785 }, { from: 0, to: 400 }),
			right: panel('ply-15', 'y', { from: 200, size: 1000 }, { to: -785 }, { from: 0, to: 400 }),
			top: panel('ply-15', 'z', { from: 200, size: 1000 }, { from: -785, to: 785 }, { from: 200 })
		});
		const measured = (mm: number) => ({ mm, plusMinus: 0, status: 'measured' as const });
		const door = (half: number) => ({
			name: 'Tailgate',
			place: 'rear',
			door: 'none',
			hinge: 'first',
			thickness: measured(0),
			sill: measured(0),
			head: measured(half),
			edges: { low: { z: 0, first: measured(-half), second: measured(half) } }
		});
		const through = (half: number) => applyEdits(wide, [{ path: ['vehicle', 'openings', 'rear'], value: door(half) }]);
		const [shut] = saidBy('reached', through(400));
		expect(shut.status).toBe('clash');
		expect(shut.why).toMatch(/too large for every door/);
		expect(saidBy('reached', through(900)).map(({ status }) => status)).toEqual(['clear']);
	});
	it('is a clash where a piece would hide the bolts of another one that lies on it', () => {
		const lower = plan(box('ply-15'));
		const bolted = (at: number) => {
			// A bolt through the floor under the lower piece holds the upper one, whose own board is far above.
			const upper = {
				...plan({ deck: panel('ply-15', 'z', { from: 200, size: 600 }, { middle: 0, size: 600 }, { from: 415 }) }).pieces.mine,
				name: 'Upper'
			};
			return applyEdits(lower, [
				{ path: ['pieces', 'upper'], value: { ...upper, held: { bolt: { way: 'new bolt through', surface: 'floor', x: at, at: 310 } } } }
			]);
		};
		const late = joinedFindings(bolted(500)).find(({ rule, key }) => rule === 'reached' && key === 'upper')!;
		expect(late.status).toBe('clash');
		expect(late.why).toMatch(/would stand before the bolts of Upper/);
		// Beside it the bolt is reached whenever one likes.
		expect(joinedFindings(bolted(1500)).some(({ rule, key }) => rule === 'reached' && key === 'upper')).toBe(false);
	});
});
