import { describe, expect, it } from 'vitest';
import { findingsOf, resultsIn } from '../checks';
import { interiorOf } from '../derive';
import { rectangle } from '../geometry/polygon';
import {
	addDiagonals,
	addFitting,
	applyEdits,
	BODY_STYLES,
	FITTINGS,
	planSchema,
	removeFitting,
	setSeatFeature,
	starterPlan,
	type Contour,
	type FittingName,
	type Opening,
	type Plan,
	type RearBench,
	type Zone
} from '../plan';
import { exact, plainVehicle, planIn, withPiece } from '../testing/plans';
import {
	buildInterior,
	floorClearance,
	freeColumn,
	freeOutline,
	halfWidth,
	measurementList,
	measuringWalk,
	openingsOf,
	questions,
	seatSolid,
	seatStates,
	sweepClearance,
	throughOpening,
	wallClearance,
	zonesOf
} from '.';

const plain = plainVehicle([[0, 700]], 1300, 3000);
const block = { name: 'Block', start: exact(1000), length: exact(200), right: exact(500), left: exact(700) };

describe('fixtures and pits', () => {
	const vehicle = {
		...plain,
		fixtures: {
			bar: { ...block, kind: 'roof bar' as const, low: exact(1200), high: exact(1300) },
			step: { ...block, start: exact(2000), kind: 'step' as const, low: exact(0), high: exact(150) },
			pit: { ...block, start: exact(300), kind: 'pit' as const, low: exact(-180), high: exact(0) }
		}
	};
	const interior = buildInterior(vehicle);
	it('change the free columns where they stand, and nowhere else', () => {
		expect(freeColumn(interior, 1100, 600)).toEqual({ low: 0, high: 1200 });
		expect(freeColumn(interior, 2100, 600)).toEqual({ low: 150, high: 1300 });
		expect(freeColumn(interior, 400, 600)).toEqual({ low: -180, high: 1300 });
		expect(freeColumn(interior, 1100, 400)).toEqual({ low: 0, high: 1300 });
	});
	it('a leg may stand in a pit, not through the floor beside it', () => {
		const leg = (x: number) => ({
			box: { x: [x, x + 50] as [number, number], y: [550, 600] as [number, number], z: [-180, 300] as [number, number] },
			footprint: null,
			corners: []
		});
		expect(floorClearance(interior, leg(350)).margin).toBe(0);
		expect(floorClearance(interior, leg(700)).margin).toBe(-180);
	});
	it('a piece is told by how much it meets them', () => {
		const plan = withPiece(planIn(vehicle), 'deck', 'fixed-platform', {
			height: 400,
			reachRear: false,
			rear: 1000,
			length: 1800,
			fullWidth: false,
			width: 1200,
			centre: 0
		});
		const found = resultsIn(plan, 'night').find((result) => result.rule === 'fit-fixtures')!;
		// The deck reaches y = 600 and the step starts at 500: its legs and ledgers stand in it, or clear it by height.
		expect(found.why).toContain('step, pillar, bar or console');
		expect(findingsOf(plan).some((finding) => finding.rule === 'fit-fixtures')).toBe(true);
	});
});

describe('scribed walls', () => {
	const contour: Contour = {
		name: 'Left wall',
		side: 'left',
		z: 300,
		reach: 100,
		clearance: 6,
		line: { type: 'batten', start: exact(1000), step: 100, batten: exact(600), offsets: [100, 120, 130, 120, 100].map(exact) }
	};
	const interior = buildInterior({ ...plain, contours: { wall: contour } });
	it('are the wall at their height and fade out above and below', () => {
		expect(halfWidth(interior, 'left', 1200, 300)).toBeCloseTo(730, 9);
		expect(halfWidth(interior, 'left', 1200, 350)).toBeCloseTo(715, 9);
		expect(halfWidth(interior, 'left', 1200, 401)).toBeCloseTo(700, 9);
		expect(halfWidth(interior, 'right', 1200, 300)).toBeCloseTo(700, 9);
		expect(halfWidth(interior, 'left', 1402, 300)).toBeCloseTo(700, 9);
	});
	it('boards that touch them follow them, with the clearance that was chosen', () => {
		const outline = freeOutline(interior, [295, 305], 12);
		const edge = outline.filter((p) => p.y > 0 && p.x > 1050 && p.x < 1350);
		expect(edge.length).toBeGreaterThan(10);
		for (const p of edge) {
			const wall = Math.min(
				halfWidth(interior, 'left', p.x, 295),
				halfWidth(interior, 'left', p.x, 305),
				halfWidth(interior, 'left', p.x, 300)
			);
			expect(p.y).toBeCloseTo(wall - 6, 1);
		}
		// Elsewhere the gap of the board counts.
		expect(Math.max(...outline.filter((p) => p.x < 900).map((p) => p.y))).toBeCloseTo(688, 1);
	});
	it('clearances stay exact: the least of a dense search', () => {
		const solid = {
			box: { x: [900, 1500] as [number, number], y: [0, 695] as [number, number], z: [250, 420] as [number, number] },
			footprint: rectangle(900, 1500, 0, 695),
			corners: []
		};
		let least = Infinity;
		for (let x = 900; x <= 1500; x += 1)
			for (let z = 250; z <= 420; z += 2) least = Math.min(least, halfWidth(interior, 'left', x, z) - 695);
		expect(wallClearance(interior, solid).margin).toBeCloseTo(least, 1);
	});
});

const tailgate = (over: Partial<Opening> = {}): Opening => ({
	name: 'Tailgate',
	place: 'rear',
	door: 'lifting',
	hinge: 'first',
	thickness: exact(60),
	sill: exact(50),
	head: exact(1200),
	edges: { low: { z: 50, first: exact(-600), second: exact(600) }, high: { z: 1200, first: exact(-500), second: exact(500) } },
	...over
});

describe('openings', () => {
	const solid = (x: [number, number], y: [number, number], z: [number, number]) => ({
		box: { x, y, z },
		footprint: rectangle(...x, ...y),
		corners: []
	});
	const open = (over: Partial<Opening> = {}) => openingsOf({ ...plain, openings: { rear: tailgate(over) } }, interiorOf(plain))[0];
	it('let through what lies between sill, head and edges', () => {
		expect(throughOpening(open(), solid([-300, 500], [-550, 550], [100, 200])).margin).toBeCloseTo(600 - (100 * 150) / 1150 - 550, 6);
		expect(throughOpening(open(), solid([-300, 500], [-300, 300], [20, 200])).margin).toBe(-30);
		expect(throughOpening(open(), solid([-300, 500], [-300, 300], [900, 1250])).margin).toBe(-50);
	});
	it('a lifting door sweeps a quarter round its upper edge', () => {
		// At 45 degrees the lower edge of a door 1150 mm high is 813 mm behind its hinge: a thing sticking out 500 mm is hit.
		expect(sweepClearance(open(), solid([-500, 500], [-100, 100], [400, 500]))!.margin).toBeLessThan(0);
		expect(sweepClearance(open(), solid([5, 500], [-100, 100], [400, 500]))!.margin).toBeGreaterThan(0);
		expect(sweepClearance(open(), solid([-500, 500], [700, 750], [400, 500]))!.margin).toBeCloseTo(100, 6);
	});
	it('a hinged door sweeps round its edge, two leaves half as far, a sliding one along the outside', () => {
		// 650 mm behind the door only a leaf as wide as the opening comes by.
		const far = solid([-700, -650], [-50, 50], [400, 500]);
		expect(sweepClearance(open({ door: 'hinged' }), far)!.margin).toBeLessThan(0);
		expect(sweepClearance(open({ door: 'double' }), far)!.margin).toBeGreaterThan(0);
		expect(sweepClearance(open({ door: 'none' }), far)).toBeNull();
		const [side] = openingsOf(
			{
				...plain,
				openings: { s: tailgate({ place: 'right', door: 'sliding', edges: { low: { z: 50, first: exact(1000), second: exact(1700) } } }) }
			},
			interiorOf(plain)
		);
		expect(sweepClearance(side, solid([400, 500], [-760, -710], [400, 500]))!.margin).toBeLessThan(0);
		expect(sweepClearance(side, solid([400, 500], [-690, -600], [400, 500]))!.margin).toBeCloseTo(10, 6);
	});
	it('with the door open a piece may reach out, within the opening', () => {
		const plan = withPiece(planIn({ ...plain, openings: { rear: tailgate() } }), 'deck', 'fixed-platform', {
			height: 400,
			reachRear: false,
			rear: 0,
			length: 1900,
			fullWidth: false,
			width: 1000,
			gap: 5
		});
		const out = applyEdits(plan, [{ path: ['pieces', 'deck', 'params', 'rear'], value: 0 }]);
		const rules = (p: Plan) => new Set(resultsIn(p, 'night').map((result) => result.rule));
		expect(rules(out).has('fit-rear')).toBe(true);
		const opened = applyEdits(out, [{ path: ['modes', 'night', 'doors'], value: { rear: 'open' } }]);
		expect(rules(opened).has('fit-rear')).toBe(false);
	});
});

describe('keep-clear zones', () => {
	const zone = (rule: Zone['rule']): Zone => ({
		name: 'Spare wheel',
		reason: 'spare wheel',
		start: exact(400),
		length: exact(600),
		right: exact(-300),
		left: exact(300),
		low: exact(0),
		high: exact(50),
		from: 'above',
		rule
	});
	const planWith = (rule: Zone['rule'], height = 200) =>
		withPiece(planIn({ ...plain, zones: { wheel: zone(rule) } }), 'couch', 'slat-couch', { height, rear: 200, side: 'right' });
	const result = (plan: Plan, mode = 'night') => resultsIn(plan, mode).find((found) => found.rule === 'keep-clear');
	it('are reached from where one gets at them', () =>
		expect(zonesOf({ ...plain, zones: { wheel: zone({ type: 'always free' }) } })[0].way.z).toEqual([0, 400]));
	it('always free means free', () => {
		// Nothing of the couch lies lower than its rails over the wheel; its legs stand beside it or in it.
		const found = result(planWith({ type: 'always free' }))!;
		expect(found.why).toContain('must always be free');
	});
	it('reachable counts what has to be moved, and tells what is fixed', () => {
		expect(result(planWith({ type: 'reachable', uses: ['drive'], moves: 3 }))).toBeUndefined();
		const found = result(planWith({ type: 'reachable', uses: ['night'], moves: 0 }))!;
		expect(found.margin).toBeLessThan(0);
		expect(found.why).toMatch(/fixed in the way|have to be moved|has to be moved/);
	});
});

describe('seats', () => {
	const { vehicle } = starterPlan('x', 'small hatchback');
	const bench = vehicle.seats.bench as RearBench;
	const set = (state: 'upright' | 'folded' | 'tumbled' | 'cushion out' | 'removed', over: object = {}) => ({
		state,
		slide: 0,
		angle: bench.angle,
		...over
	});
	it('take the states that their sizes allow', () => {
		expect(seatStates(bench)).toEqual(['upright', 'folded', 'removed']);
		expect(seatStates({ ...bench, tumbled: { rear: exact(900), length: exact(400), height: exact(700) }, pan: exact(150) })).toEqual([
			'upright',
			'folded',
			'tumbled',
			'cushion out',
			'removed'
		]);
	});
	it('fold to a surface with a step and a tilt', () => {
		const stepped: RearBench = {
			...bench,
			foldedRear: exact(500),
			foldedLength: exact(600),
			foldedHeightRear: exact(200),
			foldedHeightFront: exact(260),
			foldedSteps: { step: { at: exact(300), rise: exact(40) } },
			foldedTilt: exact(10)
		};
		const profiles = seatSolid('b', stepped, set('folded'), 0).profiles;
		expect(profiles).toHaveLength(2);
		// 20 mm of slope over 600 mm, 40 mm at the step, 5 mm for the higher edge.
		expect(profiles[0][2].y).toBeCloseTo(200 + 10 + 5, 9);
		expect(profiles[1][3].y).toBeCloseTo(200 + 10 + 40 + 5, 9);
		expect(profiles[1][2].y).toBeCloseTo(260 + 5, 9);
	});
	it('slide, tumble, give up cushion and head rest', () => {
		const top = (setting: Parameters<typeof seatSolid>[2], seat = bench) =>
			Math.max(
				...seatSolid('b', seat, setting, 0)
					.profiles.flat()
					.map((p) => p.y)
			);
		const resting: RearBench = { ...bench, headRest: exact(140) };
		expect(top(set('upright'), resting) - top(set('upright', { headRest: 'out' }), resting)).toBeCloseTo(
			140 * Math.cos((bench.angle * Math.PI) / 180),
			6
		);
		const tumbling: RearBench = { ...bench, tumbled: { rear: exact(900), length: exact(400), height: exact(650) } };
		expect(top(set('tumbled'), tumbling)).toBe(650);
		const [pan] = seatSolid('b', { ...bench, pan: exact(120) }, set('cushion out'), 0).profiles;
		expect(Math.max(...pan.map((p) => p.y))).toBe(120);
	});
	it('that must carry people are upright, belted and free', () => {
		const plan = starterPlan('x', 'small hatchback');
		const carrying = (state: string, passengers: number) =>
			applyEdits(plan, [{ path: ['modes', 'drive', 'seats', 'bench'], value: { ...plan.modes.drive.seats.bench, state, passengers } }]);
		const belts = (p: Plan) => resultsIn(p, 'drive').find((result) => result.rule === 'belted-places')!;
		expect(belts(carrying('upright', 2)).margin).toBe(1);
		expect(belts(carrying('folded', 1)).margin).toBe(-1);
		expect(belts(carrying('upright', 4)).margin).toBe(-1);
		const built = withPiece(carrying('upright', 2), 'deck', 'fixed-platform', { height: 330, rear: 560, length: 1500 });
		const room = resultsIn(built, 'drive').find((result) => result.rule === 'room-to-sit')!;
		expect(room.margin).toBeLessThan(0);
	});
	it('are left where each driver needs them', () => {
		const plan = withPiece(starterPlan('x', 'small van'), 'deck', 'fixed-platform', { height: 330, rear: 100, length: 1620 });
		const driver = (slide: number) =>
			applyEdits(plan, [
				{
					path: ['crew', 'ida'],
					value: { name: 'Ida', stature: 1930, weight: 80, wants: [], driving: { seat: 'left-seat', slide, angle: 20 } }
				},
				{ path: ['modes', 'drive', 'people', 'ida'], value: { posture: 'in a seat' } }
			]);
		const margin = (slide: number) => resultsIn(driver(slide), 'drive').find((result) => result.rule === 'driver')!.margin;
		// A seat slid back by 60 mm leaves as much less, seen square to its leaning back.
		expect(margin(90) - margin(30)).toBeCloseTo(60 * Math.cos((20 * Math.PI) / 180), 6);
	});
});

describe('changes of the vehicle', () => {
	it.each(Object.keys(FITTINGS) as FittingName[])('a further %s is valid, measured, and goes again', (what) => {
		for (const style of BODY_STYLES) {
			const plan = starterPlan('x', style);
			const { id, edits } = addFitting(plan, what);
			const added = applyEdits(plan, edits);
			expect(planSchema.safeParse(added).error?.issues ?? []).toEqual([]);
			const { table } = FITTINGS[what];
			expect(measurementList(added.vehicle).some((entry) => entry.path[1] === table && entry.path[2] === id)).toBe(true);
			expect(applyEdits(added, removeFitting(added, table, id))).toEqual(plan);
		}
	});
	it('a bench gains and loses what it does', () => {
		const plan = starterPlan('x', 'small hatchback');
		const more = applyEdits(plan, setSeatFeature(plan, 'bench', 'has a foot well before it', true));
		expect(measurementList(more.vehicle).some((entry) => entry.label.includes('foot well, depth'))).toBe(true);
		expect(applyEdits(more, setSeatFeature(more, 'bench', 'has a foot well before it', false))).toEqual(plan);
	});
});

describe('the measuring walk', () => {
	it.each(BODY_STYLES)('of a %s takes every size once, from the rear forwards', (style) => {
		const { vehicle } = starterPlan('x', style);
		const legs = measuringWalk(vehicle);
		const walked = legs.flatMap((leg) => leg.entries.map((entry) => entry.path.join('.')));
		expect([...walked].sort()).toEqual(
			measurementList(vehicle)
				.map((entry) => entry.path.join('.'))
				.sort()
		);
		expect(legs[0].place).toBe('Behind the open rear door');
		expect(legs.at(-1)!.place).toBe('Inside, rear door shut');
		const sections = legs
			.flatMap((leg) => leg.entries)
			.filter((entry) => entry.path[1] === 'stations')
			.map((entry) => vehicle.stations[entry.path[2]].x);
		expect(sections).toEqual([...sections].sort((a, b) => a - b));
	});
	it('differs where one cannot walk in', () => {
		const places = (style: (typeof BODY_STYLES)[number]) => measuringWalk(starterPlan('x', style).vehicle).map((leg) => leg.place);
		expect(places('small hatchback')).toContain('From the rear side doors');
		expect(places('long high van')).toContain('Inside, from the rear forwards');
		expect(places('long high van')).not.toContain('Reaching in from the rear');
	});
});

describe('doubts about openings and seats', () => {
	const asked = (path: string[], mm: number, style: (typeof BODY_STYLES)[number] = 'small hatchback') => {
		const { vehicle } = starterPlan('x', style);
		return questions(applyEdits(vehicle, [{ path: [...path, 'mm'], value: mm }])).map((question) => question.path.slice(1).join('.'));
	};
	it('sums along the vehicle and sizes that change places are asked about', () => {
		expect(asked(['openings', 'rear', 'head'], 60)).toContain('openings.rear.head');
		expect(asked(['openings', 'rear', 'head'], 1300)).toContain('openings.rear.head');
		expect(asked(['seats', 'left-seat', 'back'], 2400)).toContain('seats.left-seat.back');
		expect(asked(['seats', 'left-seat', 'drivingSlide'], 400)).toContain('seats.left-seat.drivingSlide');
		expect(asked(['seats', 'bench', 'foldedLength'], 1500)).toContain('seats.bench.foldedLength');
		expect(asked(['openings', 'rear', 'edges', 'e110', 'second'], 900)).toContain('openings.rear.edges.e110.second');
	});
	it.each(BODY_STYLES)('guesses of a %s are not doubted', (style) => expect(questions(starterPlan('x', style).vehicle)).toEqual([]));
});

describe('diagonals', () => {
	const plan = planIn(
		plainVehicle(
			[
				[0, 700],
				[1000, 600]
			],
			1300,
			3000
		)
	);
	const proved = applyEdits(plan, addDiagonals(plan, 'rear'));
	it('start as what the widths make them, and are no bed’s business', () => {
		expect(planSchema.safeParse(proved).success).toBe(true);
		// From a foot 700 mm off the middle up to a wall 600 mm off it, 1000 mm up.
		expect(proved.vehicle.diagonals['left-0'].distance.mm).toBe(Math.round(Math.hypot(1300, 1000)));
		expect(questions(proved.vehicle)).toEqual([]);
	});
	it('are asked about when they do not agree with the widths', () => {
		const read = (mm: number) =>
			questions(applyEdits(proved.vehicle, [{ path: ['diagonals', 'left-0', 'distance'], value: exact(mm) }])).map(({ path }) =>
				path.join('.')
			);
		expect(read(1645)).toEqual([]);
		expect(read(1700)).toEqual(['vehicle.diagonals.left-0.distance']);
	});
});

it('a foot well before a bench is a pit', () => {
	const { vehicle } = starterPlan('x', 'small hatchback');
	const bench = { ...(vehicle.seats.bench as RearBench), well: { length: exact(300), depth: exact(90) } };
	const interior = buildInterior({ ...vehicle, seats: { ...vehicle.seats, bench } });
	const x = bench.foldedRear.mm + bench.foldedLength.mm + 150;
	expect(freeColumn(interior, x, 0)!.low).toBe(-90);
	expect(freeColumn(interior, x + 200, 0)!.low).toBe(0);
});
