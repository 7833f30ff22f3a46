import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { built, sizes } from '../../testing/built';

const T = 12;
/** Along the right-hand wall at 800, 8 off it: its back at -792, boards of 12, drawers and backs of 9. */
const cabinet = (params: Record<string, unknown> = {}, walls: [number, number][] = [[0, 800]]) =>
	built('cabinet', { side: 'right', rear: 300, length: 1000, depth: 400, height: 700, gap: 8, bays: 2, ...params }, walls);
const near = (range: readonly number[], [from, to]: [number, number]) => {
	expect(range[0]).toBeCloseTo(from, 6);
	expect(range[1]).toBeCloseTo(to, 6);
};

describe('the shell of a cabinet', () => {
	it('stands off its wall by its gap and reaches to the face of its fronts', () => {
		const { box } = cabinet({ fill1: 'door', fill2: 'door' });
		near(box('top').y, [-792, -392]);
		near(box('top').z, [700 - T, 700]);
		near(box('top').x, [300, 1300]);
		near(box('bay-1-door').y, [-392 - T, -392]);
		// Ends stand on the floor, under the top, before the fronts.
		near(box('upright-0').z, [0, 700 - T]);
		near(box('upright-0').y, [-792, -392 - T]);
		near(box('back').y, [-792, -783]);
	});
	it('shares its clear length between bays, or gives one the width that is asked', () => {
		const clear = (1000 - 3 * T) / 2;
		const { box } = cabinet({ fill1: 'open shelves', fill2: 'open shelves' });
		near(box('upright-1').x, [300 + T + clear, 300 + 2 * T + clear]);
		const wide = cabinet({ width1: 600 });
		near(wide.box('upright-1').x, [300 + T + 600, 300 + 2 * T + 600]);
	});
	it('stretches widths that do not add up in proportion', () => {
		const { box } = cabinet({ width1: 200, width2: 400 });
		const clear = 1000 - 3 * T;
		near(box('upright-1').x, [300 + T + clear / 3, 300 + 2 * T + clear / 3]);
	});
	it('hangs above the floor, its ends no lower than its bottom', () => {
		const { box } = cabinet({ base: 1200, height: 1600, fill1: 'door', fill2: 'door' });
		near(box('upright-0').z, [1200, 1600 - T]);
		near(box('bottom').z, [1200, 1200 + T]);
		expect(box('bay-1-door').z[0]).toBeGreaterThanOrEqual(1200);
	});
	it('has a toe gap behind a plinth, over which its fronts begin', () => {
		const { box } = cabinet({ toe: 180, fill1: 'door', fill2: 'door' });
		near(box('bottom').z, [180, 180 + T]);
		near(box('plinth').z, [0, 180]);
		expect(box('bay-1-door').z[0]).toBeGreaterThanOrEqual(180);
		// The plinth stands back so that toes go under the fronts.
		expect(box('plinth').y[1]).toBeLessThan(box('bay-1-door').y[0] - 20);
	});
	it('is the same on the other side, mirrored', () => {
		const [right, left] = [cabinet(), cabinet({ side: 'left' })];
		for (const [id, { x, y, z }] of Object.entries(right.boxes())) {
			const other = left.box(id);
			near(other.x, [x[0], x[1]]);
			near(other.z, [z[0], z[1]]);
			near(other.y, [-y[1], -y[0]]);
		}
	});
	it('keeps off the wall by its covering as well', () => near(cabinet({ covering: 5 }).box('top').y, [-787, -387]));
});

describe('shelves', () => {
	it('stand at equal distances: 700 less two boards, three shelves of 12: four rooms of 160', () => {
		const { box, assembly } = cabinet({ bays: 1, fill1: 'open shelves', rows1: 4 });
		const room = (700 - 2 * T - 3 * T) / 4;
		expect(room).toBe(160);
		for (const n of [1, 2, 3]) {
			const low = T + n * room + (n - 1) * T;
			near(box(`bay-1-shelf-${n}`).z, [low, low + T]);
		}
		expect(assembly.spaces).toHaveLength(4);
		for (const { box } of assembly.spaces) expect(box.z[1] - box.z[0]).toBeCloseTo(160, 6);
	});
	it('lie behind a door, and before the back', () => {
		const { box } = cabinet({ bays: 1, fill1: 'door', rows1: 2 });
		near(box('bay-1-shelf-1').y, [-783, -392 - T - 2]);
	});
	it('of any number fill the bay from bottom to top', () =>
		fc.assert(
			fc.property(fc.integer({ min: 1, max: 8 }), fc.integer({ min: 300, max: 1500 }), (rows, height) => {
				const { assembly } = cabinet({ bays: 1, fill1: 'open shelves', rows1: rows, height });
				const rooms = assembly.spaces.map(({ box }) => box.z);
				expect(rooms[0][0]).toBeCloseTo(T, 6);
				expect(rooms[rows - 1][1]).toBeCloseTo(height - T, 6);
				rooms.slice(1).forEach(([low], i) => expect(low - rooms[i][1]).toBeCloseTo(T, 6));
			}),
			{ numRuns: 30 }
		));
});

describe('fronts', () => {
	it('are parted by 3 mm, and cover half an upright between two bays', () => {
		const { box } = cabinet({ fill1: 'door', fill2: 'door' });
		const [first, second] = [box('bay-1-door'), box('bay-2-door')];
		expect(second.x[0] - first.x[1]).toBeCloseTo(3, 6);
		near(first.x, [301.5, 300 + T + 482 + T / 2 - 1.5]);
		near(first.z, [0, 700 - T - 3]);
	});
	it('drawers are equally high fronts over boxes that their slides leave room for', () => {
		const { assembly, box } = cabinet({ bays: 1, fill1: 'drawers', rows1: 3, slide: 'full extension' });
		const face = (685 - 2 * 3) / 3;
		for (const n of [1, 2, 3]) {
			const low = (n - 1) * (face + 3);
			near(box(`bay-1-drawer-${n}-front`).z, [low, low + face]);
		}
		// Clear width 976 less two slides of 12.7, rounded down; the lowest opening begins on the bottom board.
		const [drawer] = assembly.drawers;
		expect(sizes(drawer.box)[0]).toBe(Math.floor(976 - 2 * 12.7));
		const opening = face + 1.5 - T;
		expect(sizes(drawer.box)[2]).toBe(Math.floor(opening - 14));
		// 400 less the front and the back: 379, 10 of it behind: a slide of 350.
		expect([sizes(drawer.box)[1], drawer.extension]).toEqual([350, 350]);
		// What such a pair is usually sold for.
		expect(drawer.rating).toBe(45);
	});
	it('a drawer comes out by its extension and nothing else moves', () => {
		const { boxes } = cabinet({ bays: 1, fill1: 'drawers', rows1: 2, slide: 'full extension' });
		const [shut, open] = [boxes('shut'), boxes('open-bay-1-drawer-1')];
		for (const [id, box] of Object.entries(shut)) {
			const out = id.startsWith('bay-1-drawer-1') ? 350 : 0;
			near(open[id].y, [box.y[0] + out, box.y[1] + out]);
			near(open[id].x, [box.x[0], box.x[1]]);
		}
	});
	it('a door turns to 95 degrees about the edge that is told', () => {
		for (const [hang, edge] of [
			['rear edge', 301.5],
			['front edge', 1298.5]
		] as const) {
			const { box } = cabinet({ bays: 1, fill1: 'door', hang });
			const { x, y } = box('bay-1-door', 'open-bay-1-door');
			// 997 mm of door, past square by 5 degrees, its outer face 12 further out.
			const turned = (95 * Math.PI) / 180;
			expect(y[1]).toBeCloseTo(-392 + (997 * Math.sin(turned) - T * Math.cos(turned)), 6);
			expect(Math.min(Math.abs(x[0] - edge), Math.abs(x[1] - edge))).toBeLessThan(95);
		}
	});
	it('two doors share the face', () => {
		const { box } = cabinet({ bays: 1, fill1: 'two doors' });
		const [one, two] = [box('bay-1-door-1'), box('bay-1-door-2')];
		expect(sizes(one)[0]).toBeCloseTo((997 - 3) / 2, 6);
		expect(two.x[0] - one.x[1]).toBeCloseTo(3, 6);
	});
	it('a flap lies level when it is down, and is a place to work at then alone', () => {
		const { box, assembly } = cabinet({ bays: 1, fill1: 'flap down', rows1: 1, toe: 300 });
		const open = box('bay-1-flap', 'open-bay-1-flap');
		const reach = 685 - 300;
		near(open.z, [300, 300 + T]);
		near(open.y, [-392, -392 + reach]);
		expect(assembly.surfaces).toMatchObject([{ use: 'work', base: 312, states: ['open-bay-1-flap'] }]);
		const up = cabinet({ bays: 1, fill1: 'flap up', rows1: 1 });
		near(up.box('bay-1-flap', 'open-bay-1-flap').z, [685 - T, 685]);
		expect(up.assembly.surfaces).toEqual([]);
	});
	it('sliding doors lie over each other by 25 and open nearly half the bay each', () => {
		const { box } = cabinet({ bays: 1, fill1: 'sliding doors' });
		const [one, two] = [box('bay-1-sliding-1'), box('bay-1-sliding-2')];
		expect(one.x[1] - two.x[0]).toBeCloseTo(25, 6);
		near(one.x, [312, 312 + (976 + 25) / 2]);
		const slid = box('bay-1-sliding-1', 'open-bay-1-sliding-1');
		expect(slid.x[1]).toBeCloseTo(1288, 6);
		// One runs before the other: their depths do not meet.
		expect(Math.max(one.y[0] - two.y[1], two.y[0] - one.y[1])).toBeCloseTo(3, 6);
	});
});

describe('a run that tapers', () => {
	const run = (params: Record<string, unknown> = {}) =>
		cabinet({ length: 2000, depth: 400, frontDepth: 250, bays: 4, fill1: 'door', fill2: 'door', fill3: 'door', fill4: 'door', ...params });
	it('is as deep at each end as is told, its face a straight line between', () => {
		const { box } = run();
		const outline = box('top');
		near(outline.y, [-792, -392]);
		// The deepest corner of each front lies on the line from 400 at its rear end to 250 at its front end.
		for (const n of [1, 2, 3, 4]) {
			const door = box(`bay-${n}-door`);
			const face = -792 + 400 - (150 * (door.x[0] - 300)) / 2000;
			expect(Math.abs(door.y[1] - face)).toBeLessThan(1.5);
		}
	});
	it('keeps every shelf behind its own front', () => {
		const { boxes } = run({ rows1: 3, rows4: 3 });
		const all = boxes();
		for (const n of [1, 4])
			for (const shelf of [1, 2]) expect(all[`bay-${n}-shelf-${shelf}`].y[1]).toBeLessThan(all[`bay-${n}-door`].y[1] - T + 2);
	});
	it('makes doors longer than their bay by the slope', () => {
		const door = run().assembly.parts.find(({ id }) => id === 'bay-1-door')!;
		const long = Math.max(...door.outline.map(({ x }) => x)) - Math.min(...door.outline.map(({ x }) => x));
		const straight = cabinet({ length: 2000, bays: 4, fill1: 'door' }).assembly.parts.find(({ id }) => id === 'bay-1-door')!;
		const flat = Math.max(...straight.outline.map(({ x }) => x)) - Math.min(...straight.outline.map(({ x }) => x));
		expect(long / flat).toBeCloseTo(Math.hypot(2000, 150) / 2000, 4);
	});
});

describe('a back that follows the wall', () => {
	const WALLS: [number, number][] = [
		[0, 780],
		[400, 840],
		[800, 700]
	];
	const scribed = (params: Record<string, unknown> = {}) =>
		cabinet({ back: 'follows the wall', height: 800, fill1: 'open shelves', rows1: 4, fill2: 'door', ...params }, WALLS);
	it('has ends whose rear edge goes through every bend of the wall, less the gap', () => {
		const end = scribed().assembly.parts.find(({ id }) => id === 'upright-0')!;
		const widths = (z: number) => {
			const at = end.outline.filter(({ y }) => Math.abs(y - z) < 1e-6).map(({ x }) => x);
			return Math.max(...at) - Math.min(...at);
		};
		// The front edge of an end stands 400 - 12 before the closest place of the wall, 700 - 8 at the top.
		const front = 692 - 388;
		expect(widths(0)).toBeCloseTo(772 - front, 6);
		expect(widths(788)).toBeCloseTo(Math.floor(840 - (140 * 388) / 400 - 8) - front, 0);
		expect(Math.max(...end.outline.map(({ x }) => x)) - Math.min(...end.outline.map(({ x }) => x))).toBeCloseTo(832 - front, 6);
	});
	it('has shelves as deep as the wall is far at their height', () => {
		const { boxes } = scribed();
		const all = boxes();
		for (const n of [1, 2, 3]) {
			const { y, z } = all[`bay-1-shelf-${n}`];
			const wall = (at: number) => (at <= 400 ? 780 + (60 * at) / 400 : 840 - (140 * (at - 400)) / 400);
			expect(-y[0]).toBeCloseTo(Math.min(wall(z[0]), wall(z[1])) - 8, 0);
		}
	});
	it('wins room against an upright one', () => {
		const litres = (made: ReturnType<typeof cabinet>) =>
			made.assembly.parts.filter(({ id }) => id.includes('shelf')).reduce((sum, { outline }) => sum + Math.abs(shoelace(outline)), 0);
		expect(litres(scribed())).toBeGreaterThan(1.2 * litres(scribed({ back: 'upright board' })));
	});
});

const shoelace = (outline: readonly { x: number; y: number }[]): number =>
	outline.reduce((sum, p, i) => {
		const q = outline[(i + 1) % outline.length];
		return sum + (p.x * q.y - q.x * p.y) / 2;
	}, 0);
