import fc from 'fast-check';
import { expect, it } from 'vitest';
import { times } from '../testing/thorough';
import { plainVehicle, planIn } from '../testing/plans';
import { interiorOf } from '../derive';
import { assembleDesign } from './assemble';
import { box, door, drawer, leg, ledgers, lid, slats, type Room } from './composed';
import { designSchema, type DesignNode } from './schema';

const plan = planIn(plainVehicle([[0, 800]], 1900, 4000));

function made(nodes: Record<string, DesignNode>) {
	const design = designSchema.parse({ asBuilt: 'As built', sizes: {}, nodes, poses: {} });
	const around = { interior: interiorOf(plan.vehicle), seats: {}, neighbours: [], stock: plan.stock, given: { height: 400, start: 200 } };
	const found = assembleDesign(design, around);
	expect(found.faults).toEqual([]);
	expect(found.assembly.innerMargins.filter(({ margin }) => margin < 0).map(({ title, why }) => `${title}: ${why}`)).toEqual([]);
	return found;
}
const sizes = fc.record({
	x: fc.integer({ min: 200, max: 900 }),
	y: fc.integer({ min: 200, max: 900 }),
	z: fc.integer({ min: 120, max: 600 })
});

it('a box fills its room, its boards come to a closed form, and its compartment is what is left', () =>
	fc.assert(
		fc.property(sizes, ({ x, y, z }) => {
			const room: Room = { x: { from: 'start', size: x }, y: { middle: 0, size: y }, z: { from: 0, to: z } };
			const { assembly, boxes } = made({ chest: box('chest', 'ply-12', room) });
			const volume = assembly.parts.reduce((sum, { id }) => {
				const { x: a, y: b, z: c } = boxes.get(`chest.${id.split('-').at(-1)}`)!;
				return sum + (a[1] - a[0]) * (b[1] - b[0]) * (c[1] - c[0]);
			}, 0);
			const [inside] = assembly.spaces;
			const [long, wide, high] = (['x', 'y', 'z'] as const).map((axis) => inside.box[axis][1] - inside.box[axis][0]);
			expect([long, wide, high]).toEqual([x - 24, y - 24, z - 12]);
			// The whole less what is inside and the air over it.
			expect(volume).toBeCloseTo(x * y * z - long * wide * high, 3);
			expect(inside.access.map(({ face }) => face)).toContain('top');
		}),
		{ numRuns: times(20) }
	));

it('a drawer comes out by nine tenths of its length and takes its room along', () => {
	const { assembly } = made({
		chest: drawer('chest', 'ply-12', { x: { from: 300, size: 500 }, y: { from: -200, size: 400 }, z: { from: 'floor', size: 200 } })
	});
	expect(assembly.drawers).toHaveLength(1);
	expect(assembly.drawers[0]).toMatchObject({ extension: 450, towards: { x: -1, y: 0, z: 0 } });
	expect(assembly.spaces[0].access.find(({ face }) => face === 'top')!.states.length).toBe(assembly.states.length);
});

it.each(['front', 'rear', 'left', 'right'] as const)('a lid that hinges at its %s edge opens upwards', (edge) => {
	const room: Room = { x: { from: 300, size: 500 }, y: { middle: 0, size: 400 }, z: { from: 0, to: 300 } };
	const { assembly, boxes } = made({
		chest: box('chest', 'ply-12', room),
		flap: lid('flap', 'ply-12', { ...room, z: { from: 'chest.top' } }, edge)
	});
	expect(boxes.get('flap.flapBoard')!.z).toEqual([300, 312]);
	const [{ joint }] = assembly.links.filter(({ joint }) => joint.type === 'hinge');
	if (joint.type !== 'hinge') throw new Error('no hinge');
	// Half open, the far edge has risen: the turn carries the middle of the lid up.
	const arm = { x: 550 - joint.origin.x, y: 0 - joint.origin.y };
	const rise = joint.axis.x * arm.y - joint.axis.y * arm.x;
	expect(rise * Math.sign(joint.range[1] || joint.range[0])).toBeGreaterThan(0);
	expect(assembly.fronts).toHaveLength(1);
});

it('a door swings outwards, and legs fold up or come off', () => {
	const top: DesignNode = {
		kind: 'panel',
		stock: 'ply-12',
		normal: 'z',
		x: { from: 300, size: 600 },
		y: { middle: 0, size: 400 },
		z: { to: 400 }
	};
	const posts = (x: number | string, make: 'fixed' | 'folds up' | 'comes off', name: string): DesignNode => ({
		kind: 'mirror',
		nodes: { [name]: leg(name, 'batten-45x45', { x: { from: x }, y: { to: 'top.left' } }, 'top.bottom', make) }
	});
	const { assembly } = made({ top, back: posts('top.rear', 'folds up', 'post'), ahead: posts('top.front - 45', 'comes off', 'pole') });
	expect(assembly.links.filter(({ joint }) => joint.type === 'swing')).toHaveLength(2);
	expect(assembly.links.filter(({ joint }) => joint.type === 'lift-out')).toHaveLength(2);
	const shut = made({
		chest: box('chest', 'ply-12', { x: { from: 300, size: 500 }, y: { middle: 0, size: 400 }, z: { from: 0, to: 300 } }),
		flap: door('flap', 'ply-12', 'chest.rear', { from: 'chest.right', to: 'chest.left' }, { from: 'chest.bottom', to: 'chest.top' })
	});
	expect(shut.assembly.fronts).toHaveLength(1);
});

it('slats lie on ledgers along both walls and fill their length with gaps that are equal and no larger than asked', () =>
	fc.assert(
		fc.property(fc.integer({ min: 300, max: 2000 }), fc.integer({ min: 10, max: 90 }), (long, gap) => {
			const { assembly, boxes } = made({
				rows: slats({ id: 'batten-45x21', width: 45 }, { x: { from: 300, size: long }, y: { from: -790, to: 790 } }, 400, gap),
				sides: ledgers('batten-45x45', { from: 300, size: long }, 'rows.bottom')
			});
			const rows = [...boxes].filter(([path]) => path.endsWith('slat')).map(([, { x }]) => x);
			expect(rows[0][0]).toBe(300);
			expect(rows.at(-1)![1]).toBeCloseTo(300 + long, 6);
			const gaps = rows.slice(1).map(([from], i) => from - rows[i][1]);
			for (const one of gaps) expect(one).toBeCloseTo(gaps[0], 6);
			expect(gaps[0]).toBeLessThanOrEqual(gap + 1e-6);
			expect(assembly.supports.filter(({ by }) => by === 'wall')).toHaveLength(2);
		}),
		{ numRuns: times(20) }
	));
