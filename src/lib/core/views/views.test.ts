import { describe, expect, it } from 'vitest';
import { interiorOf, sceneOf } from '../derive';
import { remember } from '../memory';
import { bounds } from '../geometry/polygon';
import { heightStudy, marginAt } from '../height';
import { measurementList } from '../interior';
import { resultsIn } from '../checks';
import { applyEdits, BODY_STYLES, starterPlan } from '../plan';
import { plainVehicle, planIn, withPerson, withPiece } from '../testing/plans';
import {
	crossSection,
	dragParameter,
	heightSnaps,
	longSection,
	movedIn,
	project,
	snapsOf,
	snapTo,
	stepAlong,
	tapeOf,
	viewFromAbove
} from '.';

const plan = withPerson(
	withPiece(planIn(plainVehicle([[0, 700]], 1300, 3000)), 'couch', 'slat-couch', { height: 350, rear: 200 }),
	'ida',
	1700,
	'couch'
);
const drawn = (mode: string, p = plan) => ({ plan: p, scene: sceneOf(p, mode), selected: 'couch' });

describe('drawings', () => {
	it('are to scale: dimensions are as long as what they measure', () => {
		for (const mode of ['day', 'night'])
			for (const view of [viewFromAbove(drawn(mode)), longSection(drawn(mode)), crossSection(drawn(mode), 900)]) {
				expect(view.dimensions.length).toBeGreaterThan(0);
				for (const d of view.dimensions) expect(Math.hypot(d.to.x - d.from.x, d.to.y - d.from.y)).toBeCloseTo(d.mm, 6);
			}
	});
	it('agree with the model', () => {
		const height = longSection(drawn('night')).dimensions.find((d) => d.label === 'Height of the bed')!;
		expect(height.mm).toBeCloseTo(350, 9);
		const across = crossSection(drawn('night'), 900);
		expect(across.dimensions.find((d) => d.label === 'Width at the floor')!.mm).toBeCloseTo(1400, 9);
		const room = bounds(across.shapes[0].points);
		expect(room.x[1] - room.x[0]).toBeCloseTo(1400, 1);
		expect(room.y[1] - room.y[0]).toBeCloseTo(1300, 1);
	});
	it('look forward in the cross-section and from above with the left side up', () => {
		expect(project('cross-section', { x: 1, y: 10, z: 5 })).toEqual({ x: -10, y: -5 });
		expect(project('above', { x: 1, y: 10, z: 5 })).toEqual({ x: 1, y: -10 });
		const couch = viewFromAbove(drawn('day')).shapes.filter((s) => s.of === 'couch' && s.kind === 'bar');
		for (const shape of couch) expect(bounds(shape.points).y[1]).toBeLessThan(0);
	});
	it('show bodies as long as people are', () => {
		const body = viewFromAbove(drawn('night')).shapes.find((s) => s.kind === 'body')!;
		const { x } = bounds(body.points);
		expect(x[1] - x[0]).toBeCloseTo(1700, 0);
		const sitting = crossSection(drawn('day'), 900).shapes.filter((s) => s.kind === 'body');
		const crown = -Math.min(...sitting.flatMap((s) => s.points.map((p) => p.y)));
		expect(crown).toBeCloseTo(350 + 80 * 0.7 + 0.95 * 0.52 * 1700, 0);
	});
	it('paint what lies behind first, whichever piece it is of', () => {
		// The floor was added last, the shelf over the couch first.
		const shelved = withPiece(planIn(plainVehicle([[0, 700]], 1300, 3000)), 'shelf', 'cabinet', {
			side: 'left',
			base: 900,
			height: 1200,
			rear: 300,
			length: 800,
			depth: 300
		});
		const whole = withPiece(withPiece(shelved, 'couch', 'slat-couch', { rear: 200 }), 'floor', 'floor-boards', { rear: 60, length: 2200 });
		const order = (shapes: { of: string }[]) => {
			const last = (id: string) => shapes.map(({ of }) => of).lastIndexOf(id);
			return ['floor', 'couch', 'shelf'].sort((a, b) => last(a) - last(b));
		};
		expect(order(viewFromAbove(drawn('night', whole)).shapes)).toEqual(['floor', 'couch', 'shelf']);
		// From the right-hand side, a box along the right wall hides what stands along the left one.
		const boxed = withPiece(
			withPiece(planIn(plainVehicle([[0, 700]], 1300, 3000)), 'right', 'bench-box', { side: 'right' }),
			'left',
			'bench-box',
			{
				side: 'left'
			}
		);
		const long = longSection({ plan: boxed, scene: sceneOf(boxed, 'day'), selected: 'left' }).shapes.map(({ of }) => of);
		expect(long.lastIndexOf('right')).toBeGreaterThan(long.lastIndexOf('left'));
	});
	it('show gear at the height of the room it is stowed in', () => {
		const unit = withPiece(planIn(plainVehicle([[0, 700]], 1300, 3000)), 'unit', 'drawer-unit', { toe: 120, height: 500, columns: 1 });
		const laden = applyEdits(unit, [
			{ path: ['gear'], value: { box: { name: 'Box', length: 300, width: 200, height: 150, weight: 2, count: 1, under: 'unit' } } }
		]);
		const scene = sceneOf(laden, 'day');
		const gear = longSection({ plan: laden, scene, selected: 'unit' }).shapes.find(({ kind }) => kind === 'gear')!;
		const [drawer] = scene.pieces[0].assembly.spaces;
		expect(-bounds(gear.points).y[1]).toBeCloseTo(drawer.box.z[0], 6);
	});
	it('cut only what the section meets', () => {
		const behind = crossSection(drawn('night'), 100).shapes.filter((s) => s.of === 'couch');
		expect(behind.length).toBeGreaterThan(0);
		expect(behind.every((s) => !s.cut)).toBe(true);
		expect(crossSection(drawn('night'), 2600).shapes.filter((s) => s.of === 'couch')).toEqual([]);
	});
	it.each(BODY_STYLES)('draw a %s without a number that is not one, and hold the tape inside it', (style) => {
		const started = starterPlan('Test', style);
		const interior = interiorOf(started.vehicle);
		for (const view of [viewFromAbove, longSection]
			.map((draw) => draw({ plan: started, scene: sceneOf(started, 'night') }))
			.concat(crossSection({ plan: started, scene: sceneOf(started, 'day') }, 700))) {
			for (const number of [...view.frame, ...view.shapes.flatMap((s) => s.points.flatMap((p) => [p.x, p.y]))])
				expect(Number.isFinite(number)).toBe(true);
		}
		for (const entry of measurementList(started.vehicle)) {
			const { line } = tapeOf(started.vehicle, interior, entry.path.slice(1));
			const long = Math.hypot(line[1].x - line[0].x, line[1].y - line[0].y, line[1].z - line[0].z);
			// Folded benches slope, so the tape over them is a little longer than its plan.
			expect(Math.abs(long - Math.abs(entry.measurement.mm * entry.factor))).toBeLessThan(3);
		}
	});
});

describe('dragging', () => {
	it('stops at what matters', () => {
		const started = withPiece(starterPlan('Test', 'small van'), 'couch', 'slat-couch');
		const withCrate = applyEdits(started, [
			{ path: ['gear'], value: { crate: { name: 'Crate', length: 400, width: 300, height: 240, weight: 5, count: 1, under: 'couch' } } }
		]);
		const values = heightSnaps(withCrate, 'couch').map((s) => s.value);
		// Rails and slats are 45 + 18 mm, five more to spare.
		expect(values).toContain(240 + 63 + 5);
		expect(values).toContain(270 + 63 + 5);
		expect(snapsOf(withCrate, 'couch', 'along').some((s) => s.label.includes('rear door'))).toBe(true);
		expect(snapTo(310, [{ value: 308, label: 'x' }], 5)).toEqual({ value: 308, label: 'x' });
		expect(snapTo(320.4, [{ value: 308, label: 'x' }], 5)).toEqual({ value: 320, label: '' });
		expect(dragParameter(withCrate, 'couch', 'along')).toMatchObject({ path: ['pieces', 'couch', 'params', 'rear'], value: 120 });
	});
});

describe('moving in a drawing', () => {
	const all = () => true;
	it('goes the way that one pulls, in the direction that the drawing shows', () => {
		expect(movedIn('above', all, 9, 2)).toBe('along');
		expect(movedIn('above', all, 2, 9)).toBe('across');
		expect(movedIn('long section', all, 2, 9)).toBe('height');
		expect(movedIn('cross-section', all, 9, 2)).toBe('across');
		expect(movedIn('cross-section', (one) => one === 'height', 9, 2)).toBe('height');
		expect(movedIn('above', (one) => one === 'height', 9, 2)).toBeUndefined();
	});
	it('is as far in the vehicle as in the drawing, whichever way its axes run', () => {
		for (const view of ['above', 'long section', 'cross-section'] as const)
			for (const [dx, dy] of [
				[7, 0],
				[0, 7],
				[-7, 0]
			]) {
				const way = movedIn(view, all, dx, dy)!;
				const axis = { along: 'x', across: 'y', height: 'z' }[way];
				const by = stepAlong(view, way, dx, dy);
				const [from, to] = [0, by].map((at) => project(view, { x: 0, y: 0, z: 0, [axis]: at }));
				expect([to.x - from.x + 0, to.y - from.y + 0]).toEqual([dx + 0, dy + 0]);
			}
	});
	it('sideways turns the number that says where the piece stands, for kinds that have one', () => {
		const unit = withPiece(planIn(plainVehicle([[0, 800]])), 'unit', 'drawer-unit');
		expect(dragParameter(unit, 'unit', 'across')?.path).toEqual(['pieces', 'unit', 'params', 'centre']);
		const couch = withPiece(planIn(plainVehicle([[0, 800]])), 'couch', 'slat-couch');
		expect(dragParameter(couch, 'couch', 'across')).toBeUndefined();
	});
});

describe('height study', () => {
	const study = heightStudy(plan, 'couch', ['day', 'night']);
	it('says at each height what the checks say there', () => {
		const row = study.rows.find((r) => r.id.startsWith('sitting-up'))!;
		for (const height of [study.heights[3], study.heights[10]]) {
			const at = applyEdits(plan, [{ path: ['pieces', 'couch', 'params', 'height'], value: height }]);
			const real = resultsIn(at, 'night').find((r) => r.rule === 'sitting-up')!.margin;
			expect(marginAt(study, row, height)).toBeCloseTo(real, 6);
		}
		// One mm higher is one mm less over the head, between the heights tried as well.
		expect(marginAt(study, row, 305) - marginAt(study, row, 315)).toBeCloseTo(10, 6);
	});
	it('gives more storage the higher it goes', () => {
		for (let i = 1; i < study.storage.length; i++) expect(study.storage[i]).toBeGreaterThanOrEqual(study.storage[i - 1]);
		expect(study.widths.every((w) => w === 1400)).toBe(true);
	});
	it('does not depend on the present height', () => {
		const other = applyEdits(plan, [{ path: ['pieces', 'couch', 'params', 'height'], value: 500 }]);
		expect(heightStudy(other, 'couch', ['day', 'night'])).toEqual(study);
	});
});

describe('remembered stages', () => {
	it('compute once for the same inputs', () => {
		let calls = 0;
		const sum = remember((a: { n: number }, b: { n: number }) => (calls++, a.n + b.n));
		const [x, y] = [{ n: 1 }, { n: 2 }];
		expect([sum(x, y), sum(x, y), sum(x, { n: 5 }), calls]).toEqual([3, 3, 6, 2]);
	});
	it('recompute only what an edit touches', () => {
		const moved = applyEdits(plan, [{ path: ['crew', 'ida', 'weight'], value: 60 }]);
		expect(sceneOf(moved, 'night')).toBe(sceneOf(plan, 'night'));
		const raised = applyEdits(plan, [{ path: ['pieces', 'couch', 'params', 'height'], value: 360 }]);
		expect(sceneOf(raised, 'night').interior).toBe(sceneOf(plan, 'night').interior);
		expect(() => sceneOf(plan, 'nowhere')).toThrow(/no mode/);
	});
});
