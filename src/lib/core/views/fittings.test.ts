import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { interiorOf, sceneOf } from '../derive';
import { bounds } from '../geometry/polygon';
import { halfWidth, measurementList, windowsOf } from '../interior';
import { readPlanFile, type Plan, type Vehicle } from '../plan';
import { exact, plainVehicle, planIn } from '../testing/plans';
import { crossSection, longSection, tapeOf, viewFromAbove } from '.';
import { fittingShapes } from './fittings';
import type { ViewName } from './shape';

const folder = join(import.meta.dirname, '../../../../examples');
const EXAMPLES = readdirSync(folder).filter((file) => file.endsWith('.nook.json'));
const load = (file: string): Plan => {
	const read = readPlanFile(readFileSync(join(folder, file), 'utf8'));
	if (!read.ok) throw new Error(read.faults.join('; '));
	return read.plan;
};

describe.each(EXAMPLES)('%s', (file) => {
	const { vehicle, ...plan } = load(file);
	const interior = interiorOf(vehicle);
	it('the tape lies where each size of it is taken, as long as that', () => {
		for (const { path, measurement, factor, label } of measurementList(vehicle)) {
			// What was measured on bare metal is drawn to the lining; a tilt has a line to be read across, not along.
			if ((path[1] === 'stations' && !vehicle.lining.included) || path.at(-1) === 'foldedTilt') continue;
			const { line } = tapeOf(vehicle, interior, path.slice(1));
			const long = Math.hypot(line[1].x - line[0].x, line[1].y - line[0].y, line[1].z - line[0].z);
			// Folded benches slope, and what is measured to a leaning wall is measured level.
			expect(Math.abs(long - Math.abs(measurement.mm * factor)), `${label}: ${long} for ${measurement.mm * factor}`).toBeLessThan(4);
		}
	});
	it('is drawn with every window, door, ring and area that it has', () => {
		const seen = (view: ViewName, at?: number) => fittingShapes(view, vehicle, interior, at).map(({ of }) => of);
		const all = new Set([...seen('above'), ...seen('long section')]);
		for (const table of ['openings', 'anchors', 'fixtures', 'zones'] as const)
			for (const id of Object.keys(vehicle[table])) expect([...all], `${table} ${id}`).toContain(id);
		for (const mode of Object.keys(plan.modes)) {
			const drawn = { plan: { ...plan, vehicle }, scene: sceneOf({ ...plan, vehicle }, mode) };
			for (const view of [viewFromAbove(drawn), longSection(drawn), crossSection(drawn, 900), crossSection(drawn, 40)])
				for (const { points, title } of view.shapes)
					for (const { x, y } of points) expect(Number.isFinite(x + y), `${title} in ${view.name}`).toBe(true);
		}
	});
});

describe('fittings in the drawings', () => {
	// Walls lean from 800 at the floor to 700 at 1000.
	const vehicle: Vehicle = {
		...plainVehicle(
			[
				[0, 800],
				[1000, 700]
			],
			1300,
			3000
		),
		anchors: { ring: { name: 'Ring', kind: 'ring', x: exact(400), y: exact(-500), z: exact(30), direction: 'up' } },
		windows: {
			side: {
				name: 'Side window',
				place: 'left',
				frame: 'trim',
				opens: false,
				sill: exact(600),
				head: exact(900),
				edges: { low: { z: 600, first: exact(1000), second: exact(1800) } }
			}
		},
		noDrill: {
			tank: {
				name: 'Tank',
				surface: 'floor',
				hazard: 'fuel',
				start: exact(1000),
				length: exact(600),
				low: exact(-300),
				high: exact(200)
			},
			loom: {
				name: 'Loom',
				surface: 'left wall',
				hazard: 'wiring',
				start: exact(200),
				length: exact(900),
				low: exact(300),
				high: exact(420)
			}
		}
	} as Vehicle;
	const interior = interiorOf(planIn(vehicle).vehicle);
	const boundsOf = (view: ViewName, of: string, at?: number) => {
		const found = fittingShapes(view, vehicle, interior, at).find((shape) => shape.of === of);
		return found && bounds(found.points);
	};
	it('a ring is a mark at its place in all three', () => {
		const middle = (view: ViewName, at?: number) => {
			const { x, y } = boundsOf(view, 'ring', at)!;
			return [(x[0] + x[1]) / 2, (y[0] + y[1]) / 2].map((value) => Math.round(value) + 0);
		};
		expect(middle('above')).toEqual([400, 500]);
		expect(middle('long section')).toEqual([400, -30]);
		expect(middle('cross-section', 400)).toEqual([500, -30]);
		expect(boundsOf('cross-section', 'ring', 1500)).toBeUndefined();
	});
	it('a window is as wide and as high as it was measured, and leans with its wall', () => {
		const { x, y } = boundsOf('long section', 'side')!;
		expect(x).toEqual([1000, 1800]);
		expect(y.map((value) => Math.round(value))).toEqual([-900, -600]);
		const above = boundsOf('above', 'side')!;
		// Between 740 at its lower and 710 at its upper edge, and as thick as glass is drawn.
		expect(-above.y[1]).toBeCloseTo(halfWidth(interior, 'left', 1400, 900), 0);
		expect(-above.y[0]).toBeGreaterThan(halfWidth(interior, 'left', 1400, 600));
		expect(windowsOf(vehicle, interior)).toHaveLength(1);
	});
	it('an area not to drill is seen where one looks square at its surface, and as a band from its end', () => {
		expect(boundsOf('above', 'tank')).toEqual({ x: [1000, 1600], y: [-200, 300] });
		expect(boundsOf('long section', 'tank')).toBeUndefined();
		expect(boundsOf('long section', 'loom')).toEqual({ x: [200, 1100], y: [-420, -300] });
		expect(boundsOf('above', 'loom')).toBeUndefined();
		// Across, the floor's area is a band below it, the wall's one outside it.
		expect(boundsOf('cross-section', 'tank', 1200)!.y.map((value) => value + 0)).toEqual([0, 18]);
		const loom = boundsOf('cross-section', 'loom', 600)!;
		expect(-loom.x[1]).toBeCloseTo(halfWidth(interior, 'left', 650, 420), 0);
		expect(boundsOf('cross-section', 'loom', 2000)).toBeUndefined();
	});
});
