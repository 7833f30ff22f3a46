import createHighs from 'highs';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { cuttingPlan, partsOf } from '../cutting';
import { sceneOf } from '../derive';
import { applyEdits, readPlanFile, starterMode, type FrontSeat, type Plan } from '../plan';
import { exact, measuredAgain, plainVehicle, planIn, withPerson, withPiece } from '../testing/plans';
import { crossSection, viewFromAbove } from '../views';
import { bounds } from '../geometry/polygon';
import { allTolerances, CHECKS, findingsOf, fixesFor, measureNext, resultsIn, statusOf, toleranceKey, type Finding } from '.';

const LEANING: [number, number][] = [
	[0, 620],
	[600, 700],
	[1200, 520]
];
const finding = (plan: Plan, rule: string, subject?: string): Finding => {
	const found = findingsOf(plan).find((f) => f.rule === rule && (!subject || f.subjects.includes(subject)));
	if (!found) throw new Error(`no finding ${rule}`);
	return found;
};
const margin = (plan: Plan, rule: string, subject?: string) => finding(plan, rule, subject).margin;
const set = (plan: Plan, path: string, value: unknown) => applyEdits(plan, [{ path: path.split('.'), value }]);

describe('leaning walls decide the width of a board', () => {
	/** Boards 12 mm thick whose lower face lies at 400 mm. */
	const platform = (params: object) =>
		withPiece(planIn(plainVehicle(LEANING)), 'bed', 'fixed-platform', {
			height: 412,
			gap: 0,
			panels: 1,
			length: 1900,
			padThickness: 20,
			...params
		});

	it('full width is 1346 mm: in the parts list, on the sheet, in the drawing and for the check', async () => {
		const plan = platform({ fullWidth: true });
		const board = partsOf(plan).find((p) => p.form === 'board')!;
		expect([board.length, board.width]).toEqual([1900, 1346]);
		// Turned along the grain the blank is as long as the board; 1346 mm is wider than the sheet, and it says so.
		const cutting = cuttingPlan(plan, await createHighs());
		expect(cutting.sheets[0].plan.tooLarge).toEqual([{ id: String(board.number), length: 1900, width: 1346 }]);
		const two = cuttingPlan(platform({ panels: 2 }), await createHighs());
		expect(two.sheets[0].plan.sheets.flatMap((s) => s.placed.map((p) => p.blank.length))).toEqual([1346, 1346]);
		const view = viewFromAbove({ plan, scene: sceneOf(plan, 'night'), selected: 'bed' });
		const drawn = view.shapes.find((s) => s.kind === 'board')!;
		const { y } = bounds(drawn.points);
		expect(y[1] - y[0]).toBeCloseTo(1346, 6);
		expect(finding(plan, 'fit-walls').status).toBe('clear');
		expect(margin(plan, 'fit-walls')).toBeGreaterThanOrEqual(0);
	});

	it.each([
		[1346, 'clear'],
		[1347, 'clash'],
		[1400, 'clash'],
		[1240, 'clear']
	])('a board %i mm wide is %s', (width, status) => {
		// Legs and bars stand further in; only the board can touch.
		const plan = platform({ fullWidth: false, width, legBar: 'batten-45x21' });
		expect(finding(plan, 'fit-walls').status).toBe(status);
		if (status === 'clash' || width === 1346) expect(margin(plan, 'fit-walls')).toBeCloseTo(620 + (80 * 400) / 600 - width / 2, 6);
	});

	it('above the waist the upper face decides', () => {
		const plan = platform({ height: 812, fullWidth: true });
		expect(partsOf(plan).find((p) => p.form === 'board')!.width).toBe(Math.floor(2 * (700 - (180 * 212) / 600)));
		// The mattress is narrower still: it stands higher between walls that lean in.
		const scene = sceneOf(plan, 'night');
		expect(scene.pieces[0].pads[0].pad.size.y).toBe(2 * Math.floor(700 - (180 * 232) / 600));
	});

	it('the cross-section shows the width at the height of the bed', () => {
		const plan = platform({});
		const view = crossSection({ plan, scene: sceneOf(plan, 'night') }, 900);
		expect(view.dimensions.find((d) => d.label === 'Width at the height of the bed')!.mm).toBeCloseTo(2 * (620 + (80 * 412) / 600), 6);
	});

	it('a sloping rear door shortens by height: the upper face decides', () => {
		const vehicle = plainVehicle(LEANING);
		vehicle.rear.profile = { top: { z: 1000, x: exact(400) } };
		const at = (height: number) => withPiece(planIn(vehicle), 'bed', 'fixed-platform', { height, gap: 0, reachRear: true });
		const rearOf = (plan: Plan) =>
			Math.min(
				...sceneOf(plan, 'night')
					.pieces[0].parts.filter((p) => p.part.form === 'board')
					.map((p) => p.box.x[0])
			);
		expect(rearOf(at(412))).toBe(Math.ceil(0.4 * 412));
		expect(rearOf(at(812))).toBe(Math.ceil(0.4 * 812));
		const fixed = withPiece(planIn(vehicle), 'bed', 'fixed-platform', { height: 412, reachRear: false, rear: 100, padThickness: 20 });
		// The mattress gives way to the door; the board, whose upper face lies at 412, does not.
		expect(margin(fixed, 'fit-rear')).toBeCloseTo(100 - 0.4 * 412, 6);
	});
});

describe('sleepers', () => {
	const box = plainVehicle([[0, 800]], 1200);
	const plan = withPerson(
		withPiece(planIn(box), 'bed', 'fixed-platform', {
			height: 400,
			length: 1900,
			fullWidth: false,
			width: 700,
			padThickness: 100,
			padFoam: 'firm',
			reachRear: false,
			rear: 0
		}),
		'ida',
		1700,
		'bed'
	);

	it('need their length and breadth', () => {
		expect(margin(plan, 'lying-length')).toBeCloseTo(1900 - 1725, 1);
		expect(margin(plan, 'lying-breadth')).toBeCloseTo(700 - (0.285 * 1700 + 20), 1);
	});
	it('need height to turn over, to prop and to sit up', () => {
		expect(margin(plan, 'turning-over')).toBeCloseTo(1200 - (400 + 90) - (0.285 * 1700 + 60), 6);
		expect(margin(plan, 'propped')).toBeCloseTo(1200 - 490 - ((0.186 + 0.182 * (0.186 / 0.288)) * 1700 + 30), 6);
		expect(margin(plan, 'sitting-up')).toBeCloseTo(1200 - (400 + 80) - (0.95 * 0.52 * 1700 + 30), 6);
	});
	it('are not asked what they do not want', () => {
		const content = set(plan, 'crew.ida.wants', ['turn over']);
		expect(findingsOf(content).some((f) => f.rule === 'sitting-up' || f.rule === 'propped')).toBe(false);
	});
	it('have less room for shoulders between walls that lean in, though the platform is as wide', () => {
		const leaning = set(
			plan,
			'vehicle',
			plainVehicle(
				[
					[0, 800],
					[400, 800],
					[900, 100]
				],
				1200
			)
		);
		expect(margin(leaning, 'lying-breadth')).toBeLessThan(margin(plan, 'lying-breadth'));
	});
	it('share the bed in lanes', () => {
		const two = withPerson(plan, 'tomas', 1800, 'bed');
		expect(finding(two, 'lying-breadth', 'tomas').status).toBe('clash');
		expect(finding(set(two, 'pieces.bed.params.width', 1300), 'lying-breadth', 'tomas').status).not.toBe('clash');
	});
});

describe('slat couch', () => {
	const plan = withPerson(
		withPiece(planIn(plainVehicle([[0, 750]], 1400)), 'couch', 'slat-couch', {
			slatGap: 14,
			seatDepth: 600,
			bedWidth: 1000,
			padThickness: 100
		}),
		'ida',
		1700,
		'couch'
	);

	it('has slat gaps and open shares by closed form: g and w + 2 g', () => {
		const gaps = findingsOf(plan)
			.filter((f) => f.rule === 'slat-gap')
			.map((f) => f.actual)
			.sort((a, b) => a - b);
		expect(gaps).toEqual([14, 70 + 2 * 14]);
		const air = findingsOf(plan)
			.filter((f) => f.rule === 'slat-air')
			.map((f) => f.actual);
		for (const share of air) expect(share).toBeCloseTo(14 / 84, 9);
	});
	it('travels by bed width less seat depth, and its stop still holds', () => {
		const scene = sceneOf(plan, 'night');
		const front = scene.pieces[0].parts.find((p) => p.part.id === 'front-rail')!;
		const day = sceneOf(plan, 'day').pieces[0].parts.find((p) => p.part.id === 'front-rail')!;
		expect(day.box.y[0] - front.box.y[0]).toBeCloseTo(400, 9);
		const leg = (s: typeof scene) => s.pieces[0].parts.find((p) => p.part.id === 'front-leg-1')!.box.y[0];
		expect(leg(sceneOf(plan, 'day')) - leg(scene)).toBeCloseTo(400, 9);
		// Depth, three bars in front of it and two behind, less the travel.
		expect(margin(plan, 'inner-margin')).toBeCloseTo(600 - 3 * 21 - 400 - 2 * 21, 9);
		// When pulled out, the stop bar stands against the fixed rail.
		const at = (id: string) => scene.pieces[0].parts.find((p) => p.part.id === id)!.box.y;
		expect(at('stop')[0]).toBeCloseTo(at('fixed-rail')[1], 9);
	});
	it('has no slat inside another, in any state', () => {
		for (const mode of ['day', 'night']) {
			const slats = sceneOf(plan, mode).pieces[0].parts.filter((p) => p.part.id.startsWith('slat-'));
			for (const [i, a] of slats.entries())
				for (const b of slats.slice(i + 1))
					expect(Math.max(a.box.x[0] - b.box.x[1], b.box.x[0] - a.box.x[1])).toBeGreaterThanOrEqual(14 - 1e-6);
		}
	});
	it('covers seat and back by day and the whole bed by night with the same cushions', () => {
		const pads = (mode: string) => sceneOf(plan, mode).pieces[0].pads;
		expect(pads('day').map((p) => p.role)).toEqual(['seat', 'back']);
		const night = pads('night').map((p) => p.box.y);
		expect(Math.max(...night.flat()) - Math.min(...night.flat())).toBeCloseTo(1000, 9);
		expect(finding(plan, 'pad-cover').status).toBe('clear');
	});
	it('leaves leg room up to the other wall, less when the seat is deeper', () => {
		// Wall 750 - 10, backrest 100 thick, other wall at -750.
		const room = 750 - 10 - 100 + 750;
		const toes = Math.max(0.27 * 1700, 500) - 0.05 * 1700 + 0.152 * 1700;
		expect(margin(plan, 'bench-leg-room')).toBeCloseTo(room - Math.max(0.345 * 1700, toes), 6);
		expect(margin(set(plan, 'pieces.couch.params.seatDepth', 800), 'bench-leg-room')).toBeLessThan(margin(plan, 'bench-leg-room'));
	});
	it('lifts its lid as far as the ceiling allows: the front edge goes highest', () => {
		const low = set(set(plan, 'vehicle', plainVehicle([[0, 750]], 900)), 'pieces.couch.params.gap', 100);
		const rise = (angle: number) => 360 - 18 + 600 * Math.sin(angle) + 18 * Math.cos(angle);
		const up = margin(set(low, 'pieces.couch.params.lidAngle', 45), 'lid-swing');
		expect(Math.min(900 - rise(Math.PI / 4), 100 - 18 * Math.sin(Math.PI / 4))).toBeCloseTo(up, 6);
		// Standing steeper it is the ceiling that decides, and the travelling legs: 45 mm thick behind a rail of 21.
		const steep = (75 * Math.PI) / 180;
		const legs = 360 - 18 + (600 + 24) * Math.sin(steep) - 45 * Math.cos(steep);
		expect(margin(set(low, 'pieces.couch.params.lidAngle', 75), 'lid-swing')).toBeCloseTo(900 - Math.max(rise(steep), legs), 6);
	});
	it('needs a gap behind its hinge: the upper edge of the slats swings back by their thickness times the sine', () =>
		expect(margin(set(plan, 'pieces.couch.params.lidAngle', 45), 'lid-swing')).toBeCloseTo(10 - 18 * Math.sin(Math.PI / 4), 6));
	it('takes crates that are lower than its rails, and not one mm more', () => {
		const crate = (height: number) =>
			set(plan, 'gear', { crate: { name: 'Crate', length: 400, width: 300, height, weight: 5, count: 3, under: 'couch' } });
		const rails = 360 - 18 - 45;
		expect(margin(crate(rails), 'gear-under')).toBeCloseTo(0, 9);
		expect(finding(crate(rails + 1), 'gear-under').status).toBe('clash');
		expect(finding(set(crate(200), 'gear.crate.count', 40), 'gear-under').status).toBe('clash');
	});
});

describe('seats', () => {
	const seat: FrontSeat = {
		type: 'front seat',
		removable: false,
		belts: 1,
		name: 'Driver',
		y: 400,
		width: exact(500),
		back: exact(2000),
		foot: exact(300),
		top: exact(1100),
		cushionLength: exact(480),
		cushionHeight: exact(350),
		slide: exact(200),
		uprightAngle: 0,
		reclinedAngle: 60,
		drivingSlide: exact(50),
		drivingAngle: 0
	};
	const vehicle = { ...plainVehicle([[0, 750]], 1400, 3500), seats: { driver: seat } };
	const base = planIn(vehicle);
	const plan = withPiece(
		{ ...base, modes: { drive: starterMode(vehicle, 'Drive', 'drive'), night: starterMode(vehicle, 'Night', 'night') } },
		'bed',
		'fixed-platform',
		{ height: 600, length: 2000, reachRear: false, rear: 0 }
	);

	it('must reach the driving position in drive modes, and slid forward at night', () => {
		expect(margin(plan, 'driving-position')).toBeCloseTo(50, 6);
		expect(margin(plan, 'fit-seats')).toBeCloseTo(200, 6);
	});
	it('lean back over the bed when reclined', () => {
		const lean = 30;
		const reclined = set(plan, 'modes.night.seats.driver.angle', lean);
		// The rear face of the back runs from (2200, 300) up and back; the mattress ends at x = 2000 with its top edge at z = 680.
		const rad = (lean * Math.PI) / 180;
		const off = (2200 - 2000) * Math.cos(rad) - (680 - 300) * Math.sin(rad);
		expect(margin(reclined, 'fit-seats')).toBeCloseTo(off, 6);
	});
	it('offer their slide as a fix, but never the driving position', () => {
		const long = set(plan, 'pieces.bed.params.length', 2250);
		const night = findingsOf(long).find((f) => f.rule === 'fit-seats')!;
		expect(night.status).toBe('clash');
		expect(
			fixesFor(
				long,
				findingsOf(long).find((f) => f.rule === 'driving-position')!,
				{}
			).every((fix) => fix.edits.every((e) => e.path[0] === 'pieces'))
		).toBe(true);
		const back = set(plan, 'modes.night.seats.driver.slide', 0);
		const tightened = set(back, 'pieces.bed.params.length', 2100);
		const fixes = fixesFor(
			tightened,
			findingsOf(tightened).find((f) => f.rule === 'fit-seats')!,
			{}
		);
		expect(fixes.map((f) => f.label)).toContain('Slide the driver forward by 100 mm');
	});
});

describe('status and tolerance', () => {
	it('follows margin, comfort, tolerance and guesses', () => {
		expect(statusOf(-1, 0, 0, 0)).toBe('clash');
		expect(statusOf(5, 10, 0, 0)).toBe('tight');
		expect(statusOf(5, 0, 8, 0)).toBe('tight');
		expect(statusOf(5, 0, 8, 8)).toBe('unmeasured');
		expect(statusOf(-5, 0, 8, 8)).toBe('unmeasured');
		expect(statusOf(-9, 0, 8, 8)).toBe('clash');
		expect(statusOf(15, 0, 8, 8)).toBe('unmeasured');
		expect(statusOf(17, 0, 8, 8)).toBe('clear');
	});
	it('is the root of the sum of squares of what each measurement does', () => {
		let plan = withPiece(
			planIn(
				plainVehicle([
					[0, 600],
					[800, 700]
				])
			),
			'bed',
			'fixed-platform',
			{ height: 412, fullWidth: false, width: 1200, padThickness: 20 }
		);
		// At z = 400 the wall is half from the lower and half from the upper measurement: 0.5 * 4 and 0.5 * 6, at the rear station only.
		const off = (station: string, width: string, plusMinus: number) =>
			(plan = set(plan, `vehicle.stations.${station}.widths.${width}.left.plusMinus`, plusMinus));
		off('rear', 'w0', 4);
		off('rear', 'w800', 6);
		const walls = resultsIn(plan, 'night').find((r) => r.rule === 'fit-walls')!;
		const known = allTolerances(plan)[toleranceKey('night', walls)];
		// Moving a wall out leaves the other stations to decide, moving it in would not: first order one way is what the rule says.
		expect(known.tolerance).toBeCloseTo(Math.hypot(...known.sensitivities.map((s) => s.effect)), 9);
	});
	it('shrinks most by measuring again what moves it most', () => {
		let plan = withPerson(withPiece(planIn(plainVehicle([[0, 800]], 1200)), 'bed', 'fixed-platform', { height: 400 }), 'ida', 1700, 'bed');
		for (const [station, id, plusMinus] of [
			['rear', 'c0', 30],
			['front', 'c0', 12]
		] as const)
			plan = set(plan, `vehicle.stations.${station}.ceiling.${id}.z.plusMinus`, plusMinus);
		const of = (p: Plan) =>
			allTolerances(p)[
				toleranceKey(
					'night',
					resultsIn(p, 'night').find((r) => r.rule === 'turning-over')!
				)
			];
		const [first, second] = of(plan).sensitivities;
		const after = (path: string[]) => of(measuredAgain(plan, path, 1)).tolerance;
		expect(after(first.path)).toBeLessThan(after(second.path));
	});
});

describe('measure next', () => {
	it('puts first what shrinks the tolerance of the tightest finding most', () => {
		let plan = withPerson(withPiece(planIn(plainVehicle([[0, 800]], 1030)), 'bed', 'fixed-platform', { height: 400 }), 'ida', 1700, 'bed');
		plan = set(plan, 'crew.ida.wants', ['turn over']);
		for (const [station, plusMinus] of [
			['rear', 40],
			['front', 15]
		] as const)
			plan = set(plan, `vehicle.stations.${station}.ceiling.c0.z.plusMinus`, plusMinus);
		plan = set(plan, 'vehicle.length.plusMinus', 60);
		const findings = findingsOf(plan, allTolerances(plan));
		const [first, ...others] = measureNext(findings);
		expect(first.decides).toContain('ida: turning over');
		const toleranceAfter = (path: string[]) => {
			const better = measuredAgain(plan, path, 1);
			return findingsOf(better, allTolerances(better)).find((f) => f.rule === 'turning-over')!.tolerance!;
		};
		for (const other of others) expect(toleranceAfter(first.path)).toBeLessThanOrEqual(toleranceAfter(other.path));
	});
	it('is silent when nothing is in doubt', () =>
		expect(measureNext(findingsOf(withPiece(planIn(plainVehicle([[0, 800]])), 'bed', 'fixed-platform')))).toEqual([]));
});

describe('fixes', () => {
	it('offer what could be given up, last', () => {
		let plan = withPerson(withPiece(planIn(plainVehicle([[0, 750]], 900)), 'couch', 'slat-couch'), 'ida', 1740, 'couch');
		plan = set(plan, 'gear', { crate: { name: 'Crate', length: 500, width: 300, height: 200, weight: 5, count: 9, under: 'couch' } });
		const last = (rule: string) => fixesFor(plan, finding(plan, rule), {}).at(-1)!;
		expect(last('sitting-up').label).toBe('ida does without: sit up');
		expect(last('bench-head').label).toBe('ida goes elsewhere (Day)');
		const fixes = fixesFor(plan, finding(plan, 'gear-under'), {}).map((f) => f.label);
		expect(fixes).toContain('Take 5 instead of 9');
		expect(fixes.at(-1)).toBe('Stow Crate elsewhere');
		const content = applyEdits(plan, last('sitting-up').edits);
		expect(findingsOf(content).some((f) => f.rule === 'sitting-up')).toBe(false);
	});
	it('do what they promise, on every clash of plans put out of order', () => {
		const folder = join(import.meta.dirname, '../../../../examples');
		let clashes = 0;
		// The vehicles of their own, and three kinds of build with other numbers to turn.
		const wanted = /^((?!own-)[a-z].*|02-.*|06-.*|19-.*)\.nook\.json$/;
		for (const file of readdirSync(folder).filter((name) => wanted.test(name))) {
			const read = readPlanFile(readFileSync(join(folder, file), 'utf8'));
			if (!read.ok) throw new Error(read.faults.join());
			const [piece] = Object.keys(read.plan.pieces);
			if (!piece) continue;
			for (const [key, by] of [
				['height', 45],
				['length', 160],
				['rear', -60]
			] as const) {
				const params = read.plan.pieces[piece].params as Record<string, unknown>;
				const plan = set(read.plan, `pieces.${piece}.params.${key}`, Math.max(0, (params[key] as number) + by));
				for (const clash of findingsOf(plan).filter((f) => f.status === 'clash')) {
					clashes++;
					const fixes = fixesFor(plan, clash, {});
					expect(fixes.length, clash.title).toBeGreaterThan(0);
					for (const fix of fixes) {
						const after = findingsOf(applyEdits(plan, fix.edits)).filter(
							(f) => f.rule === clash.rule && f.key === clash.key && f.modes.some((m) => clash.modes.includes(m))
						);
						expect(
							after.every((f) => f.status !== 'clash'),
							`${clash.title}: ${fix.label}`
						).toBe(true);
					}
				}
			}
		}
		expect(clashes).toBeGreaterThan(3);
	});
});

it('the small van has exactly its one honest clash, the other examples none', () => {
	const clashesOf = (file: string) => {
		const read = readPlanFile(readFileSync(join(import.meta.dirname, '../../../../examples', file), 'utf8'));
		return read.ok
			? findingsOf(read.plan, allTolerances(read.plan))
					.filter((f) => f.status === 'clash')
					.map((f) => f.rule)
			: [];
	};
	expect(clashesOf('lantern-small-van.nook.json')).toEqual(['gear-under']);
	for (const file of ['pipit-hatchback', 'heron-long-high-van', 'wagtail-minivan', 'fieldfare-estate', 'wren-off-roader'])
		expect(clashesOf(`${file}.nook.json`), file).toEqual([]);
});

it('every rule is registered under a name of its own', () => expect(new Set(CHECKS.map((c) => c.rule)).size).toBe(CHECKS.length));
