import { describe, expect, it } from 'vitest';
import { hardwareOf } from '../../cutting';
import { built, sizes } from '../../testing/built';

const T = 12;
const unit = (params: Record<string, unknown> = {}) =>
	built('drawer-unit', { rear: 1000, length: 1200, width: 1000, height: 380, slide: 'heavy duty', ...params });
const near = (range: readonly number[], [from, to]: [number, number]) => {
	expect(range[0]).toBeCloseTo(from, 6);
	expect(range[1]).toBeCloseTo(to, 6);
};

describe('a unit of long drawers', () => {
	it('has boxes that its slides leave room for, worked by hand', () => {
		// Two of 1000 - 3 x 12 between them: 482 clear, less 2 x 19.05; fronts of 365 over openings from 12 to 368.
		const { assembly } = unit();
		const [drawer] = assembly.drawers;
		expect(sizes(drawer.box)[1]).toBe(Math.floor(482 - 2 * 19.05));
		// 1200 less its front of 12, its back of 9 and 10 behind: these are sold in steps of 100.
		expect(sizes(drawer.box)[0]).toBe(drawer.slideLength);
		expect(1200 - T - 9 - 10 - drawer.slideLength).toBeGreaterThanOrEqual(0);
		expect(1200 - T - 9 - 10 - drawer.slideLength).toBeLessThan(100);
		expect(drawer.extension).toBe(drawer.slideLength);
	});
	it.each([
		['rear', 'x', -1],
		['front', 'x', 1],
		['left', 'y', 1],
		['right', 'y', -1]
	] as const)('pulls out to the %s, whichever way it stands', (facing, axis, s) => {
		const { assembly, box } = unit({ facing, rows: 1 });
		const [drawer] = assembly.drawers;
		const [shut, open] = ['shut', `open-${drawer.id}`].map((state) => box(`${drawer.id}-bottom`, state));
		expect(open[axis][0] - shut[axis][0]).toBeCloseTo(s * drawer.extension, 6);
		const other = axis === 'x' ? 'y' : 'x';
		near(open[other], [shut[other][0], shut[other][1]]);
		// It stays within what was told: length along the vehicle, width across it.
		near(box('top').x, [1000, 2200]);
		near(box('top').y, [-500, 500]);
	});
	it('comes out at both ends, and its boxes stand in the middle between them', () => {
		const { assembly, box } = unit({ bothEnds: true, runs: 'sliding shelves', columns: 1, length: 1215 });
		const [drawer] = assembly.drawers;
		const shelf = box('bay-1-drawer-1-bottom');
		expect(shelf.x[0] - 1000 - T).toBeCloseTo(2200 + 15 - shelf.x[1], 6);
		expect(box('bay-1-drawer-1-bottom', 'open-bay-1-drawer-1').x[0] - shelf.x[0]).toBeCloseTo(-drawer.extension, 6);
		expect(box('bay-1-drawer-1-bottom', 'open-bay-1-drawer-1-back').x[0] - shelf.x[0]).toBeCloseTo(drawer.extension, 6);
		expect(assembly.parts.some(({ id }) => id === 'back')).toBe(false);
	});
	it('trays have a low rim and no front, sliding shelves a lip at their ends', () => {
		const tray = unit({ runs: 'trays' });
		expect(sizes(tray.box('bay-1-drawer-1-side-1'))[2]).toBeCloseTo(70, 6);
		expect(tray.assembly.parts.some(({ id }) => id.endsWith('front'))).toBe(false);
		const shelf = unit({ runs: 'sliding shelves' });
		expect(sizes(shelf.box('bay-1-drawer-1-back'))[2]).toBeCloseTo(40, 6);
		expect(shelf.assembly.parts.some(({ id }) => id.includes('side'))).toBe(false);
	});
	it('what stands in a tray may be higher than its rim: as high as the opening', () => {
		const { assembly, box } = unit({ runs: 'trays' });
		const [space] = assembly.spaces;
		const bottom = box('bay-1-drawer-1-bottom');
		expect(space.box.z[0]).toBeCloseTo(bottom.z[1], 6);
		expect(space.box.z[1]).toBeCloseTo(380 - T - 5, 6);
	});
	it('rows are equally high, the lowest and the highest of their openings less by what the boards take', () => {
		const { assembly } = unit({ rows: 3, height: 700 });
		const heights = assembly.drawers.map(({ box }) => Math.round(1000 * sizes(box)[2]));
		expect(new Set(heights).size).toBe(1);
		expect(assembly.drawers).toHaveLength(6);
		expect(assembly.drawers.map(({ name }) => name).slice(0, 3)).toEqual([
			'Right-hand side, drawer 1',
			'Right-hand side, drawer 2',
			'Right-hand side, drawer 3'
		]);
	});
	it('begins as high as the sill that it comes out over', () => {
		const { box } = unit({ toe: 90 });
		near(box('bottom').z, [90, 90 + T]);
		expect(box('bay-1-drawer-1-front').z[0]).toBeGreaterThanOrEqual(90);
	});
	it('carries a mattress on its top, with drawers open too', () => {
		const { assembly, box } = unit({ mattress: 80 });
		near(box('mattress').z, [380, 460]);
		expect(assembly.surfaces).toMatchObject([{ use: 'sleep', base: 380, pad: 80 }]);
		expect(assembly.surfaces[0].states).toEqual(assembly.states.map(({ id }) => id));
		expect(unit().assembly.surfaces).toEqual([]);
	});
	it('asks for a pair of slides for each drawer, by length', () => {
		const made = unit({ columns: 3, rows: 2, height: 600 });
		const [drawer] = made.assembly.drawers;
		const lines = hardwareOf(made.plan);
		expect(lines.find(({ name }) => name.startsWith('Pair of heavy-duty'))).toMatchObject({
			name: `Pair of heavy-duty locking slides, ${drawer.slideLength} mm`,
			count: 6
		});
		// Locking slides need no catch of their own.
		expect(lines.some(({ name }) => name.includes('catch'))).toBe(false);
		expect(hardwareOf(unit({ slide: 'side-mounted' }).plan).some(({ name }) => name.includes('catch'))).toBe(true);
	});
});
