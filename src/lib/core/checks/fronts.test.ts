import { describe, expect, it } from 'vitest';
import { partsOf } from '../cutting';
import { sceneOf } from '../derive';
import type { KindName } from '../pieces';
import type { FrontSeat, Plan } from '../plan';
import { exact, plainVehicle, planIn, withPiece } from '../testing/plans';
import { frontSeat } from '../testing/seats';
import { rearDoor, sloping } from '../testing/trap-van';
import { fixesFor } from './fixes';
import { findingsOf } from './run';
import { applyEdits } from '../plan/edit';

const box = () => plainVehicle([[0, 800]], 1600, 3200);
const plan = (...pieces: [string, KindName, Record<string, unknown>][]) =>
	pieces.reduce((plan, [id, kind, params]) => withPiece(plan, id, kind, params), planIn(box()));
const rule = (plan: Plan, name: string, key = '') => findingsOf(plan).filter((f) => f.rule === name && f.key.includes(key));
const bed = (height: number, pad: number): [string, KindName, Record<string, unknown>] => [
	'bed',
	'fixed-platform',
	{ height, rear: 40, length: 1900, fullWidth: false, width: 900, centre: 250, padThickness: pad, reachRear: false }
];

describe('fronts that must open', () => {
	// Cabinet along the right-hand wall: fronts at y = -792 + 360. The bed's mattress begins at y = 250 - 450 = -200.
	const cabinet = (params: Record<string, unknown> = {}): [string, KindName, Record<string, unknown>] => [
		'cabinet',
		'cabinet',
		{ side: 'right', rear: 300, length: 800, depth: 360, height: 700, gap: 8, bays: 1, fill1: 'door', rows1: 2, ...params }
	];
	it('a cabinet door hits the mattress beside it, and clears it when the fronts begin above it', () => {
		// 794 mm of door turn through 232 mm of aisle.
		const low = rule(plan(bed(300, 100), cabinet()), 'front-opens');
		expect(low).toHaveLength(1);
		expect(low[0]).toMatchObject({ status: 'clash', subjects: ['cabinet', 'bed'] });
		const raised = rule(plan(bed(300, 100), cabinet({ toe: 420 })), 'front-opens');
		expect(raised[0].status).not.toBe('clash');
		expect(raised[0].margin).toBeCloseTo(20, 3);
	});
	it('and the fix that is offered settles it', () => {
		const bad = plan(bed(300, 100), cabinet());
		const [finding] = rule(bad, 'front-opens');
		const fix = fixesFor(bad, finding, {}).find(({ label }) => label.startsWith('Raise the lower edge'))!;
		expect(rule(applyEdits(bad, fix.edits), 'front-opens')[0].status).not.toBe('clash');
	});
	it('a drawer hits the bed across the aisle by what it comes out too far', () => {
		// Opening depth 360 - 12 - 9 = 339, less 10 behind: 300 mm slide, full extension; front 12 thick at y = -432 .. -420 when shut.
		const drawers = cabinet({ fill1: 'drawers', rows1: 2, slide: 'full extension' });
		const found = rule(plan(bed(300, 100), drawers), 'front-opens');
		// The front ends at -792 + 360 + 300 = -132; the frame and mattress of the bed begin at -200.
		const worst = Math.min(...found.map(({ margin }) => margin));
		expect(worst).toBeLessThanOrEqual(-60);
		expect(worst).toBeGreaterThanOrEqual(-80);
		expect(found.some(({ why }) => why.includes('hits'))).toBe(true);
	});
	it('only the modes that ask are checked', () => {
		const asked = (opens: string) => rule(plan(bed(300, 100), cabinet({ opens })), 'front-opens').flatMap(({ modes }) => modes);
		expect(asked('by day').sort()).toEqual(['day']);
		expect(asked('at night')).toEqual(['night']);
		expect(asked('whenever it can')).toEqual([]);
	});
});

describe('drawers through a door', () => {
	const withDoor = (first: number, second: number, sill = 0) => {
		const made = plan(['unit', 'drawer-unit', { rear: 60, length: 900, width: 1200, height: 320, columns: 2, slide: 'heavy duty' }]);
		const opening = {
			name: 'Tailgate',
			place: 'rear' as const,
			door: 'lifting' as const,
			hinge: 'first' as const,
			thickness: exact(40),
			sill: exact(sill),
			head: exact(1100),
			edges: { low: { z: 0, first: exact(first), second: exact(second) } }
		};
		return { ...made, vehicle: { ...made.vehicle, openings: { tailgate: opening } } };
	};
	it('pass a wide opening, and hit the trim of a narrow one by what stands out', () => {
		const wide = rule(withDoor(-700, 700), 'front-opens');
		expect(wide).toHaveLength(2);
		expect(wide.every(({ status, why }) => status !== 'clash' && why.includes('through the tailgate'))).toBe(true);
		// Fronts reach to 600 - 1.5 on both sides; trim at 560 leaves 38.5 mm of it in the way.
		const narrow = rule(withDoor(-560, 560), 'front-opens');
		expect(narrow.map(({ status }) => status)).toEqual(['clash', 'clash']);
		expect(narrow[0].margin).toBeCloseTo(-38.5, 3);
	});
	it('hit a sill that stands above their underside', () => {
		const [first] = rule(withDoor(-700, 700, 60), 'front-opens');
		expect(first.status).toBe('clash');
	});
});

describe('slides', () => {
	const unit = (params: Record<string, unknown>) =>
		plan(['unit', 'drawer-unit', { rear: 1500, length: 900, width: 600, columns: 1, ...params }]);
	it('are told from their load: content and own weight against the rating', () => {
		const over = rule(unit({ content: 24, slide: 'side-mounted' }), 'slide-load');
		expect(over).toHaveLength(1);
		expect(over[0].status).toBe('clash');
		expect(over[0].limit).toBe(25);
		expect(over[0].actual).toBeGreaterThan(26);
		expect(rule(unit({ content: 24, slide: 'heavy duty' }), 'slide-load')[0].status).toBe('clear');
		expect(rule(unit({ content: 24, slide: 'side-mounted', rating: 40 }), 'slide-load')[0].limit).toBe(40);
	});
	it('the weight of the drawer itself is that of its boards', () => {
		const one = unit({ content: 10, slide: 'locking' });
		const [finding] = rule(one, 'slide-load');
		const drawer = sceneOf(one, 'day').pieces[0].parts.filter(({ part }) => part.link === 'bay-1-drawer-1');
		const size = ({ box }: (typeof drawer)[number]) => (box.x[1] - box.x[0]) * (box.y[1] - box.y[0]) * (box.z[1] - box.z[0]);
		// Every board is birch ply at 680 kg per cubic metre.
		expect(finding.actual - 10).toBeCloseTo((drawer.reduce((sum, part) => sum + size(part), 0) * 680) / 1e9, 6);
	});
	it('carry the heaviest thing that goes into them, when that is more than was planned for', () => {
		const laden = (weight: number, more: [string, KindName, Record<string, unknown>][] = []) => {
			const made = plan(
				['unit', 'drawer-unit', { rear: 1500, length: 900, width: 600, columns: 1, content: 10, slide: 'locking' }],
				...more
			);
			return { ...made, gear: { box: { name: 'Cool box', length: 400, width: 300, height: 200, weight, count: 1, under: 'unit' } } };
		};
		const [light, heavy] = [rule(laden(8), 'slide-load')[0], rule(laden(38), 'slide-load')[0]];
		expect(heavy.actual - light.actual).toBeCloseTo(28, 6);
		expect(heavy.why).toContain('holds Cool box,');
		expect(light.why).not.toContain('Cool box');
		expect(rule(laden(38), 'drawer-tips')[0].margin).toBeLessThan(rule(laden(8), 'drawer-tips')[0].margin);
		// A cabinet has shelves for it as well.
		const shelved = plan(['unit', 'cabinet', { bays: 2, fill1: 'drawers', fill2: 'open shelves', content: 10 }]);
		const cool = { name: 'Cool box', length: 300, width: 200, height: 200, weight: 38, count: 1, under: 'unit' };
		expect(rule({ ...shelved, gear: { cool } }, 'slide-load')[0].why).not.toContain('Cool box');
	});
	it('must be latched when the vehicle drives', () => {
		const driving = (params: Record<string, unknown>) => {
			const made = unit(params);
			return { ...made, modes: { ...made.modes, go: { name: 'Go', use: 'drive' as const, seats: {}, pieces: {}, doors: {}, people: {} } } };
		};
		expect(rule(driving({ latch: false, slide: 'side-mounted' }), 'drawer-latch')[0].status).toBe('clash');
		expect(rule(driving({ latch: true, slide: 'side-mounted' }), 'drawer-latch')[0].status).toBe('clear');
		expect(rule(driving({ latch: false, slide: 'locking' }), 'drawer-latch')[0].status).toBe('clear');
	});
	it('droop by their play, a long plain runner more than may be', () => {
		expect(rule(unit({ slide: 'plain runner', length: 1400 }), 'drawer-droop')[0].margin).toBeLessThan(5);
		expect(rule(unit({ slide: 'heavy duty' }), 'drawer-droop')[0].status).toBe('clear');
	});
});

describe('tipping', () => {
	const tips = (params: Record<string, unknown>, held = false) => {
		const made = plan([
			'unit',
			'drawer-unit',
			{ rear: 1500, length: 900, width: 600, columns: 1, slide: 'heavy duty', facing: 'front', ...params }
		]);
		const piece = {
			...made.pieces.unit,
			...(held ? { held: { one: { way: 'new bolt through', surface: 'floor', x: 1600, at: 0 } } } : {})
		} as Plan['pieces'][string];
		return rule({ ...made, pieces: { unit: piece } }, 'drawer-tips')[0];
	};
	it('is a balance of moments: every kilogram in the drawer counts by how far its middle stands out', () => {
		// Box 800 long, out by 800, its front end at the carcase's edge 12 mm behind the face: its middle stands 800 - 412 = 388 mm out of it.
		const [light, heavy] = [tips({ content: 5 }), tips({ content: 45 })];
		expect(light.margin - heavy.margin).toBeCloseTo((40 * 388) / 900, 3);
		expect(heavy.status).toBe('clash');
	});
	it('is no matter for what is held', () => expect(tips({ content: 45 }, true).status).toBe('clear'));
});

describe('crates between uprights', () => {
	const crates = (length: number, bays: number) => {
		const made = plan(['frame', 'tube-frame', { rear: 300, length: 1200, width: 500, centre: 0, height: 400, bays, connector: 25 }]);
		const gear = { crate: { name: 'Crate', length, width: 380, height: 250, weight: 5, count: 1, under: 'frame' } };
		return rule({ ...made, gear }, 'gear-under')[0];
	};
	it('pass as long as they are shorter than a bay, and not when a leg was set first', () => {
		// Two bays leave (1200 - 25) / 2 - 25 = 562.5 each, one bay 1150.
		expect(crates(560, 2).margin).toBeCloseTo(2.5, 6);
		expect(crates(600, 2)).toMatchObject({ status: 'clash' });
		expect(crates(600, 1).status).not.toBe('clash');
	});
});

describe('edge banding', () => {
	it('makes fronts smaller by its thickness all round, and nothing else', () => {
		const fronts = (edging: number) =>
			partsOf(plan(['cabinet', 'cabinet', { bays: 1, fill1: 'door', edging }])).filter(({ name }) => name === 'Door' || name === 'Shelf');
		const [bare, banded] = [fronts(0), fronts(2)];
		const size = (lines: typeof bare, name: string) => lines.find((line) => line.name === name)!;
		expect(size(bare, 'Door').length - size(banded, 'Door').length).toBeCloseTo(4, 6);
		expect(size(bare, 'Door').width - size(banded, 'Door').width).toBeCloseTo(4, 6);
		expect(size(banded, 'Shelf').length).toBe(size(bare, 'Shelf').length);
	});
});

describe('an aisle kept beside a run of cabinets', () => {
	const run = (params: Record<string, unknown>) =>
		plan(
			['bench', 'bench-box', { side: 'left', rear: 300, length: 2000, depth: 500, gap: 8, cushion: 0 }],
			['run', 'cabinet', { side: 'right', rear: 300, length: 2000, depth: 450, gap: 8, keepAisle: 700, bays: 3, ...params }]
		);
	it('is what stands between the fronts and the bench opposite', () => {
		// 800 - 8 - 500 on the left, 800 - 8 - 450 on the right.
		expect(rule(run({}), 'aisle')[0].actual).toBeCloseTo(292 + 342, 6);
		expect(rule(run({}), 'aisle')[0].status).toBe('clash');
	});
	it('is kept by a run that tapers, square to its fronts', () => {
		const tapered = rule(run({ depth: 384, frontDepth: 250 }), 'aisle')[0];
		const slope = Math.atan((384 - 250) / 2000);
		expect(tapered.actual).toBeCloseTo((292 + 792 - 384) / Math.cos(slope), 6);
		expect(tapered.status).not.toBe('clear');
	});
});

describe('lids under other pieces', () => {
	const chest = (of: Plan) =>
		withPiece(of, 'chest', 'bench-box', { side: 'right', rear: 500, length: 900, height: 330, depth: 400, cushion: 0, lid: true });
	const couch = (of: Plan) =>
		withPiece(of, 'couch', 'slat-couch', { height: 400, rear: 200, length: 1600, bedWidth: 1300, gap: 12, lid: false });
	const pulledOut = (of: Plan) => applyEdits(of, [{ path: ['modes', 'day', 'pieces'], value: { couch: 'bed' } }]);
	const inDay = (of: Plan) => rule(of, 'lid-swing', 'chest').find(({ modes }) => modes.includes('day'))!;
	it('are not free, but no clash, where the other can be pushed in first', () => {
		const found = inDay(pulledOut(couch(chest(planIn(box())))));
		expect(found).toMatchObject({ status: 'tight', margin: 0, subjects: ['chest', 'couch'] });
		expect(found.why).toContain('has to be moved first');
	});
	it('are a clash all the same where something fixed hangs there as well', () => {
		const bedOver = { height: 700, rear: 400, length: 1200, fullWidth: false, width: 700, centre: -400, reachRear: false };
		const found = inDay(pulledOut(couch(withPiece(chest(planIn(box())), 'bed', 'fixed-platform', bedOver))));
		expect(found).toMatchObject({ status: 'clash', subjects: ['chest', 'bed'] });
	});
});

describe('lids under things and seats', () => {
	const chest = (of: Plan) =>
		withPiece(of, 'chest', 'bench-box', { side: 'right', rear: 400, length: 900, height: 380, depth: 500, cushion: 0, lid: true });
	const inDay = (of: Plan) => rule(of, 'lid-swing').find(({ key, modes }) => key.startsWith('chest+') && modes.includes('day'))!;
	it('what lies on a lid is moved first, and what lies beside it is not', () => {
		const lies = (y: number, z: number) =>
			applyEdits(chest(planIn(box())), [
				{ path: ['gear', 'case'], value: { name: 'Case', length: 400, width: 300, height: 250, weight: 4, count: 1 } },
				{ path: ['modes', 'day', 'lies'], value: { case: { x: 600, y, z } } }
			]);
		expect(inDay(lies(-500, 380))).toMatchObject({ status: 'tight', subjects: ['chest', 'case'] });
		expect(inDay(lies(-500, 380)).why).toContain('Case lies on it or in its way');
		expect(inDay(lies(400, 0)).subjects).toEqual(['chest']);
	});
	it('the shut tailgate is in the way of a lid that is lifted with it open', () => {
		// The door leans in by 350 at 900: the lid of a box at 300 rises into it.
		const leaning = { ...box(), rear: sloping };
		const at = (vehicle: ReturnType<typeof box>, doors: Record<string, 'open'> = {}) =>
			applyEdits(
				withPiece(planIn(vehicle), 'chest', 'bench-box', {
					side: 'right',
					rear: 300,
					length: 900,
					height: 450,
					depth: 700,
					cushion: 0,
					lid: true
				}),
				[{ path: ['modes', 'day', 'doors'], value: doors }]
			);
		expect(inDay(at(leaning))).toMatchObject({ status: 'clash', subjects: ['chest'] });
		expect(inDay(at(leaning)).why).toContain('the rear door');
		const doored = { ...leaning, openings: rearDoor(799) };
		expect(inDay(at(doored))).toMatchObject({ status: 'tight' });
		expect(inDay(at(doored)).why).toContain('only with the rear door open');
		expect(inDay(at(doored, { rear: 'open' })).why).not.toContain('only with');
		// A door through which only part of the lid would pass is no way out.
		expect(inDay(at({ ...leaning, openings: rearDoor(400) }, { rear: 'open' })).status).toBe('clash');
		expect(inDay(at({ ...leaning, openings: rearDoor(799, 1000) })).status).toBe('clash');
	});
	it('a seat that leans over it is set otherwise first; one that can only stand there is a clash', () => {
		const seated = (more: Partial<FrontSeat>, angle: number) => {
			const seat = frontSeat({ y: -500, back: exact(1500), top: exact(1200), ...more });
			return applyEdits(chest(planIn({ ...box(), seats: { seat } })), [
				{ path: ['modes', 'day', 'seats'], value: { seat: { state: 'upright', slide: 0, angle } } }
			]);
		};
		expect(inDay(seated({}, 5)).subjects).toEqual(['chest']);
		expect(inDay(seated({}, 60))).toMatchObject({ status: 'tight', subjects: ['chest', 'seat'] });
		expect(inDay(seated({ uprightAngle: 40, slide: exact(0) }, 40))).toMatchObject({ status: 'clash', subjects: ['chest', 'seat'] });
	});
});

describe('what ends an aisle', () => {
	const cabinet = (of: Plan) =>
		withPiece(of, 'run', 'cabinet', { side: 'right', rear: 1400, length: 1200, depth: 450, gap: 8, keepAisle: 700, bays: 2 });
	const aisle = (of: Plan) => rule(of, 'aisle')[0];
	it('is the wall beside it, not the narrowest of the whole vehicle', () => {
		const narrow = plainVehicle([[0, 800]], 1600, 3200);
		narrow.stations.rear.widths.w0.left = exact(600);
		narrow.stations.middle = { ...structuredClone(narrow.stations.front), x: 1200 };
		// Level from 1200 mm on: what is narrow lies behind the run.
		expect(aisle(cabinet(planIn(narrow))).actual).toBeCloseTo(aisle(cabinet(planIn(box()))).actual, 6);
	});
	it('is also a thing that lies about, and a step', () => {
		const free = aisle(cabinet(planIn(box()))).actual;
		const lain = applyEdits(cabinet(planIn(box())), [
			{ path: ['gear', 'case'], value: { name: 'Case', length: 400, width: 300, height: 250, weight: 4, count: 1 } },
			{ path: ['modes', 'day', 'lies'], value: { case: { x: 1800, y: 640, z: 0 } } }
		]);
		// It lies 150 mm to either side of y = 640: its near side is 800 - 490 mm further in than the wall.
		expect(aisle(lain).actual).toBeCloseTo(free - 310, 6);
		expect(aisle(lain).why).toContain('Case');
	});
});

describe('staying square', () => {
	const open = (cornerPlates: boolean) =>
		rule(
			plan(['unit', 'drawer-unit', { rear: 1200, length: 800, bothEnds: true, runs: 'sliding shelves', facing: 'front', cornerPlates }]),
			'racking'
		);
	it('a unit that is open at both ends racks without plates in its corners', () => {
		expect(open(false)[0].status).toBe('clash');
		expect(open(true)[0].status).toBe('clear');
	});
});
