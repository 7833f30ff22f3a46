import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findingsOf } from '../../checks';
import { layOutCloth, partsOf } from '../../cutting';
import { assemblyOf, interiorOf } from '../../derive';
import { area, bounds } from '../../geometry/polygon';
import { place } from '../../geometry/pose';
import { vec3 } from '../../geometry/vector';
import { halfWidth, windowsOf } from '../../interior';
import type { Plan, Window } from '../../plan';
import { STARTING_STOCK } from '../../plan';
import { exact, plainVehicle, planIn, withPiece } from '../../testing/plans';

const pane = (
	place: Window['place'],
	first: number,
	second: number,
	[sill, head]: [number, number],
	more: Partial<Window> = {}
): Window => ({
	name: `${place} window`,
	place,
	frame: 'trim',
	opens: false,
	sill: exact(sill),
	head: exact(head),
	edges: { low: { z: sill, first: exact(first), second: exact(second) } },
	...more
});
/** Walls lean from 800 at the floor to 600 at 1500. */
const glazed = (windows: Record<string, Window>): Plan => {
	const plan = planIn(
		plainVehicle(
			[
				[0, 800],
				[1500, 600]
			],
			1600,
			3000
		)
	);
	return { ...plan, vehicle: { ...plan.vehicle, windows } };
};
const covered = (windows: Record<string, Window>, params: Record<string, unknown> = {}) =>
	withPiece(glazed(windows), 'covers', 'window-cover', params);
const assembly = (plan: Plan, id = 'covers') => assemblyOf(plan.pieces[id], plan);

describe('a window', () => {
	it('lies in the plane of its leaning wall, on either side, looking in', () => {
		const plan = glazed({ left: pane('left', 1000, 1800, [600, 1200]), right: pane('right', 1000, 1800, [600, 1200]) });
		const interior = interiorOf(plan.vehicle);
		for (const { window, outline, pose, slope } of windowsOf(plan.vehicle, interior)) {
			const side = window.place as 'left' | 'right';
			// 600 up the wall comes in by 80: the glass is longer than it is high.
			expect(slope).toBeCloseTo(Math.hypot(600, 80), 6);
			expect(area(outline)).toBeCloseTo(800 * slope, 1);
			for (const p of outline) {
				const at = place(pose, vec3(p.x, p.y, 0));
				expect(Math.abs(at.y)).toBeCloseTo(halfWidth(interior, side, at.x, at.z), 6);
				const inward = place(pose, vec3(p.x, p.y, 50));
				expect(Math.abs(inward.y)).toBeLessThan(Math.abs(at.y));
			}
		}
	});
});

describe('a cover', () => {
	it('reaches past the glass by its overlap, and is cut larger by its seam', () => {
		const plan = covered({ left: pane('left', 1000, 1800, [600, 1200]) }, { overlap: 20, seam: 12 });
		const [part] = assembly(plan).parts;
		const slope = Math.hypot(600, 80);
		const size = (outline: typeof part.outline) => {
			const { x, y } = bounds(outline);
			return [x[1] - x[0], y[1] - y[0]];
		};
		expect(size(part.outline)[0]).toBeCloseTo(840, 1);
		expect(size(part.outline)[1]).toBeCloseTo(slope + 40, 1);
		expect(size(part.cut!)[0]).toBeCloseTo(864, 1);
		expect(partsOf(plan)[0]).toMatchObject({ form: 'cloth', quantity: 1 });
		expect(partsOf(plan)[0].length).toBeCloseTo(864, 0);
	});
	it('as a curtain is cut wider than it hangs', () => {
		const [part] = assembly(
			covered({ left: pane('left', 1000, 1800, [600, 1200]) }, { make: 'curtain', overlap: 0, seam: 10, fullness: 150 })
		).parts;
		expect(bounds(part.cut!).x[1]).toBeCloseTo(1.5 * 800 + 20, 6);
		expect(bounds(part.outline).x[1] - bounds(part.outline).x[0]).toBeCloseTo(800, 6);
	});
	it('is held by as many cups as its edge is long, four at the least', () => {
		const round = 2 * (800 + 40) + 2 * (Math.hypot(600, 80) + 40);
		const cups = (spacing: number) => assembly(covered({ left: pane('left', 1000, 1800, [600, 1200]) }, { spacing })).hardware[0].count;
		expect(cups(200)).toBe(Math.ceil(round / 200));
		expect(cups(600)).toBe(Math.max(4, Math.ceil(round / 600)));
	});
	it('held by magnets asks for steel', () => {
		const held = (frame: Window['frame']) =>
			findingsOf(covered({ left: pane('left', 1000, 1800, [600, 1200], { frame }) }, { hold: 'magnets' })).find(({ key }) =>
				key.includes('holds-left')
			)!;
		expect(held('trim').status).toBe('clash');
		expect(held('bare steel').status).toBe('clear');
	});
	it('chooses the windows it is for', () => {
		const windows = {
			rear: pane('rear', -500, 500, [700, 1200]),
			screen: pane('front', -600, 600, [900, 1400]),
			cab: pane('left', 2500, 3200, [800, 1200]),
			left: pane('left', 800, 1600, [800, 1200])
		};
		const which = (which: string) => assembly(covered(windows, { which })).covers.map(({ window }) => window);
		expect(which('all windows')).toEqual(['rear', 'screen', 'cab', 'left']);
		expect(which('beside and before the front seats')).toEqual(['screen', 'cab']);
		expect(which('behind the front seats')).toEqual(['rear', 'left']);
		expect(which('windscreen')).toEqual(['screen']);
	});
	it('gives way: nothing clashes with it', () =>
		expect(
			findingsOf(covered({ left: pane('left', 1000, 1800, [600, 1200]) })).filter(
				({ rule, status }) => rule.startsWith('fit') && status === 'clash'
			)
		).toEqual([]));
});

describe('covers by mode', () => {
	const windows = { left: pane('left', 800, 1600, [800, 1200], { opens: true }), rear: pane('rear', -500, 500, [700, 1200]) };
	const found = (plan: Plan, key: string) => findingsOf(plan).find((f) => f.rule === 'window-covers' && f.key === key);
	it('tell which windows stay bare, and that all are shut to air', () => {
		const some = covered(windows, { which: 'at the rear' });
		expect(found(some, 'bare')).toMatchObject({ status: 'tight', actual: 1, limit: 2 });
		expect(found(some, 'air')).toMatchObject({ status: 'clear' });
		expect(found(covered(windows), 'bare')?.status).toBe('clear');
		expect(found(covered(windows), 'air')?.status).toBe('tight');
	});
	it('a net over the window that opens lets air in', () => {
		const hot = withPiece(covered(windows, { which: 'at the rear' }), 'net', 'window-cover', {
			which: 'on the left',
			make: 'net over the window',
			clothCloth: 'net-fine'
		});
		expect(found(hot, 'bare')?.status).toBe('clear');
		expect(found(hot, 'air')?.status).toBe('clear');
	});
	it('must be off for driving', () => {
		const plan = covered(windows);
		const drive = { name: 'Go', use: 'drive' as const, seats: {}, pieces: { covers: 'hung' }, doors: {}, people: {} };
		expect(found({ ...plan, modes: { ...plan.modes, drive } }, 'drive')?.status).toBe('clash');
		expect(found({ ...plan, modes: { ...plan.modes, drive: { ...drive, pieces: {} } } }, 'drive')?.status).toBe('clear');
	});
});

describe('cloth off the roll', () => {
	const roll = { ...STARTING_STOCK.cloths['net-fine'], width: 1500 };
	const blank = (id: string, length: number, width: number) => ({ id, length, width });
	it('two pieces side by side take the length of one', () => {
		const plan = layOutCloth([blank('a', 900, 700), blank('b', 900, 700)], roll);
		// 700 + 700 across 1500, 900 along: sold by the half metre.
		expect(plan.length).toBe(1000);
		expect(plan.layout.placed).toHaveLength(2);
	});
	it('joins what is wider than the roll from strips', () => {
		const plan = layOutCloth([blank('a', 2000, 1800)], roll);
		expect(plan.joined).toEqual([{ id: 'a', strips: 2 }]);
		// Two strips of (1800 + 20) / 2 = 910 wide and 2000 long do not lie side by side on 1500.
		expect(plan.layout.placed.map(({ blank }) => blank.width)).toEqual([910, 910]);
		expect(plan.length).toBe(4000);
	});
	it('nothing takes nothing', () => expect(layOutCloth([], roll).length).toBe(0));
	it('everything lies on the roll, apart from everything else, in no less than its area needs', () =>
		fc.assert(
			fc.property(
				fc.array(fc.tuple(fc.integer({ min: 100, max: 1400 }), fc.integer({ min: 100, max: 1400 })), { minLength: 1, maxLength: 9 }),
				(sizes) => {
					const plan = layOutCloth(
						sizes.map(([a, b], i) => blank(`${i}`, Math.max(a, b), Math.min(a, b))),
						roll
					);
					const boxes = plan.layout.placed.map(({ blank, x, y, turned }) => ({
						x: [x, x + (turned ? blank.width : blank.length)],
						y: [y, y + (turned ? blank.length : blank.width)]
					}));
					expect(boxes).toHaveLength(sizes.length);
					boxes.forEach((a, i) => {
						expect(a.y[1]).toBeLessThanOrEqual(roll.width + 1e-6);
						expect(a.x[1]).toBeLessThanOrEqual(plan.length + 1e-6);
						boxes.slice(i + 1).forEach((b) => {
							const apart = a.x[0] >= b.x[1] - 1e-6 || b.x[0] >= a.x[1] - 1e-6 || a.y[0] >= b.y[1] - 1e-6 || b.y[0] >= a.y[1] - 1e-6;
							expect(apart).toBe(true);
						});
					});
					expect(plan.length).toBeGreaterThanOrEqual(plan.atLeast - 1e-6);
				}
			),
			{ numRuns: 40 }
		));
});
