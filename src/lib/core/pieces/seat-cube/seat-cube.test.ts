import { describe, expect, it } from 'vitest';
import { FIT_NAMES, FITS } from '../../fits';
import { built, sizes } from '../../testing/built';

const T = 12;
const cube = (params: Record<string, unknown> = {}) =>
	built('seat-cube', { rear: 1500, length: 400, height: 420, between: 430, ...params });
const near = (range: readonly number[], [from, to]: [number, number]) => {
	expect(range[0]).toBeCloseTo(from, 6);
	expect(range[1]).toBeCloseTo(to, 6);
};

describe('the size of a cube between two seats', () => {
	it.each(FIT_NAMES)('leaves the allowance of what is %s on each side, and its covering', (fit) => {
		const { box } = cube({ fit, covering: 4 });
		expect(sizes(box('lid'))[1]).toBe(Math.floor(430 - 2 * FITS[fit].allowance - 8));
	});
	it('is no wider than its board where that is asked', () => {
		const wide = cube({ between: 1190, boardWidth: true, fit: 'drop-in' });
		const { width } = wide.plan.stock.sheets['ply-12'];
		expect(sizes(wide.box('lid'))[1]).toBe(Math.min(Math.floor(1190 - 2 * FITS['drop-in'].allowance), Math.floor(width)));
	});
});

describe('its walls', () => {
	it('enclose a bin of what the boards leave', () => {
		const { assembly } = cube({ leaves: 'none', fit: 'drop-in' });
		const [bin] = assembly.spaces;
		const wide = Math.floor(430 - 2 * FITS['drop-in'].allowance);
		expect(sizes(bin.box)).toEqual([400 - 2 * T, wide - 2 * T, 420 - 2 * T]);
		expect(bin.access).toEqual([{ face: 'top', states: ['lid-up'] }]);
	});
	it('end below the bar where a leaf goes over them', () => {
		const { box } = cube({ leaves: 'to the rear' });
		near(box('wall-rear').z, [0, 420 - T - 45]);
		near(box('wall-front').z, [0, 420 - T]);
	});
	it('the bin loses the height of the bars', () => {
		const [plain, leaved] = [cube({ leaves: 'none' }), cube({ leaves: 'to the rear' })].map(({ assembly }) => assembly.spaces[0].box);
		expect(plain.z[1] - leaved.z[1]).toBeCloseTo(45, 6);
	});
});

describe('its leaves', () => {
	it('lie on the lid and turn over the edge by their own length', () => {
		const { box } = cube({ leaves: 'to the rear' });
		near(box('leaf-rear', 'cube').z, [420, 432]);
		near(box('leaf-rear', 'cube').x, [1500, 1900]);
		near(box('leaf-rear', 'table').x, [1100, 1500]);
		// Turned over it is under what was its upper face: level with the lid.
		near(box('leaf-rear', 'table').z, [408, 420]);
	});
	it('to both sides meet in the middle, each half as wide less the play', () => {
		const { box } = cube({ leaves: 'to both sides', fit: 'drop-in' });
		const half = sizes(box('lid'))[1] / 2;
		expect(sizes(box('leaf-left'))[1]).toBeCloseTo(half - 2, 6);
		expect(box('leaf-left').y[0] - box('leaf-right').y[1]).toBeCloseTo(4, 6);
		near(box('leaf-left', 'table').y, [half, 2 * half - 2]);
	});
	it('lie on a bar that comes out by three fifths of them', () => {
		const { box } = cube({ leaves: 'to the front' });
		const [away, out] = [box('prop-front', 'cube'), box('prop-front', 'table')];
		expect(out.x[1] - away.x[1]).toBeCloseTo(0.6 * 400, 6);
		expect(out.x[1]).toBeCloseTo(1900 + 240, 6);
		near(out.z, [420 - T - 45, 420 - T]);
	});
	it('ask for a cube that is long enough for the bar', () => {
		const margin = (length: number) => cube({ leaves: 'to the rear', length }).assembly.innerMargins[0].margin;
		// Out by 0.6 of the leaf, 0.3 of that still inside: 0.22 of the length is left, less two boards.
		expect(margin(400)).toBeCloseTo(0.22 * 400 - 24, 6);
		expect(margin(150)).toBeCloseTo(0.22 * 150 - 24, 6);
	});
	it('make one top with the lid', () => {
		const { assembly } = cube({ leaves: 'to the rear' });
		const top = assembly.surfaces.find(({ use }) => use === 'work')!;
		expect(Math.min(...top.outline.map(({ x }) => x))).toBeCloseTo(1100, 6);
		expect(Math.max(...top.outline.map(({ x }) => x))).toBeCloseTo(1900, 6);
		expect(top).toMatchObject({ base: 420, states: ['table'] });
	});
});

describe('sitting on it', () => {
	it('is as high as lid, folded leaf and cushion', () => {
		const seat = (params: Record<string, unknown>) => cube(params).assembly.surfaces.find(({ use }) => use === 'sit')!;
		expect(seat({ leaves: 'to the rear', cushion: 50 })).toMatchObject({ base: 432, pad: 50 });
		expect(seat({ leaves: 'none', cushion: 50 })).toMatchObject({ base: 420, pad: 50 });
	});
	it('looks the way that is told, with its back at the other end', () => {
		const raked = (facing: string) => cube({ facing }).assembly.surfaces.find(({ use }) => use === 'sit')!.raked;
		expect(raked('rear')).toEqual({ backAt: 1900, facing: -1, slope: 0 });
		expect(raked('front')).toEqual({ backAt: 1500, facing: 1, slope: 0 });
	});
});
