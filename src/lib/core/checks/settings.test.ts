import { describe, expect, it } from 'vitest';
import type { Plan } from '../plan';
import { exact } from '../testing/plans';
import { bed, bench, driving, made, other, piece, rearDoor, ring, set, upright, van, wheel } from '../testing/trap-van';
import { applyEdits } from '../plan/edit';
import { findingsOf, fixesFor, type Finding } from '.';

/** Two front seats and a bench, Mara at the wheel, a rear door, a cabinet, drawers, a table and a ring. */
const start = made(
	van({
		seats: { wheel, other: { ...other, headRest: exact(150) }, bench: { ...bench, angle: 20, removable: true } },
		openings: rearDoor(700),
		anchors: { ring: ring(2600, 0) as never }
	}),
	driving(80),
	set('modes.drive.people', { mara: { posture: 'in a seat' } }),
	set('modes.drive.seats', { wheel: { state: 'upright', slide: 80, angle: 20 }, other: upright, bench: upright }),
	piece('cabinet', { side: 'right', rear: 300, length: 800, depth: 300, fill1: 'door', rows1: 1 }, 'cabinet'),
	piece('drawer-unit', { rear: 300, length: 900, width: 500 }, 'drawers'),
	piece('table', { rear: 1300 }, 'table')
);
const said = (plan: Plan, rule: string): Finding[] => findingsOf(plan).filter((one) => one.rule === rule);
const setting = (state: string, more = {}) => ({ state, slide: 0, angle: 20, ...more });

describe('what a mode sets can be', () => {
	it('nothing is said of a plan in which it is', () => {
		for (const rule of ['seat-setting', 'driving-setting', 'piece-state', 'doors-shut', 'seats-apart', 'measured-inside', 'plan-known'])
			expect(said(start, rule), rule).toEqual([]);
	});
	it.each([
		['slid further than it slides', 'drive', 'other', setting('upright', { slide: 900 }), 'clash', 'slides'],
		['leaned further than it leans', 'day', 'other', setting('upright', { angle: 88 }), 'clash', 'leans from'],
		['out that does not come out', 'night', 'wheel', setting('removed'), 'clash', 'does not come out'],
		['tipped forward, of which nothing was measured', 'night', 'bench', setting('tumbled'), 'unmeasured', 'nothing was measured'],
		['without its cushion, of which nothing was measured', 'night', 'bench', setting('cushion out'), 'unmeasured', 'nothing was measured'],
		['lying back under somebody who rides', 'drive', 'wheel', setting('upright', { slide: 80, angle: 55 }), 'clash', 'belts do not hold'],
		[
			'without its head rest under somebody who rides',
			'drive',
			'other',
			setting('upright', { passengers: 1, headRest: 'out' }),
			'clash',
			'head rest'
		]
	])('a seat %s', (_, mode, seat, value, status, words) => {
		const [found] = said(set(`modes.${mode}.seats`, { ...start.modes[mode].seats, [seat]: value })(start), 'seat-setting');
		expect(found).toMatchObject({ status, modes: [mode], subjects: [seat] });
		expect(found.why).toContain(words);
	});
	it('a bench leans as it was measured', () => {
		const leant = set('modes.day.seats', { bench: setting('upright', { angle: 60 }) })(start);
		expect(said(leant, 'seat-setting')[0]).toMatchObject({ status: 'clash', subjects: ['bench'], limit: 20, actual: 60 });
	});
	it('whoever rides without driving is asked about as well', () => {
		const two = made(
			start,
			set('crew.b', { name: 'Bo', stature: 1700, weight: 70, wants: [] }),
			set('modes.drive.people.b', { posture: 'in a seat' }),
			set('modes.drive.seats', {
				wheel: { state: 'upright', slide: 80, angle: 20 },
				other: setting('upright', { angle: 55, headRest: 'out' })
			}),
			set('modes.drive.seats.bench', setting('removed'))
		);
		expect(said(two, 'seat-setting').map(({ key }) => key)).toEqual(['other+riding', 'other+head-rest']);
	});
	it('curtains that are drawn are nothing that stands open', () => {
		const drawn = made(
			start,
			piece('window-cover', { hung: 'when a mode says so' }, 'curtain'),
			set('modes.drive.pieces', { curtain: 'hung' })
		);
		expect(said(drawn, 'piece-state')).toEqual([]);
	});
	it('nobody minds a seat that lies back, or has no head rest, while parked or empty', () => {
		const parked = set('modes.day.seats', { other: setting('upright', { angle: 55, headRest: 'out' }) })(start);
		expect(said(parked, 'seat-setting')).toEqual([]);
		expect(said(set('modes.drive.seats.other', setting('upright', { headRest: 'out' }))(start), 'seat-setting')).toEqual([]);
	});
	it('the seat slides as far as whoever drives needs it', () => {
		const [found] = said(set('crew.mara.driving.slide', 700)(start), 'driving-setting');
		expect(found).toMatchObject({ status: 'clash', subjects: ['mara', 'wheel'], limit: 200, actual: 700 });
	});
	it('nothing stands open while driving', () => {
		const open = (pieces: object) => said(set('modes.drive.pieces', pieces)(start), 'piece-state');
		const doorOpen = said(start, 'front-opens')
			.find(({ subjects }) => subjects.includes('cabinet'))!
			.key.split('+')[1];
		expect(open({ cabinet: `open-${doorOpen}` })[0]).toMatchObject({ status: 'clash', subjects: ['cabinet'] });
		expect(open({ drawers: 'open-bay-1-drawer-1' })[0]).toMatchObject({ status: 'clash', subjects: ['drawers'] });
		expect(open({ table: 'table' })[0]).toMatchObject({ status: 'clash', subjects: ['table'] });
		expect(said(set('modes.day.pieces', { table: 'table' })(start), 'piece-state')).toEqual([]);
		expect(said(set('modes.drive.doors', { rear: 'open' })(start), 'doors-shut')[0]).toMatchObject({ status: 'clash', subjects: ['rear'] });
		expect(said(set('modes.day.doors', { rear: 'open' })(start), 'doors-shut')).toEqual([]);
	});
	it.each([
		['modes.day.seats.other', setting('upright', { slide: 900 }), 'seat-setting', 'Set the other seat as far as it goes'],
		['modes.day.seats.other', setting('upright', { angle: 88 }), 'seat-setting', 'Set the other seat as far as it goes'],
		['modes.night.seats', { wheel: setting('removed') }, 'seat-setting', 'Set up the driver’s seat'],
		[
			'modes.drive.seats.other',
			setting('upright', { passengers: 1, headRest: 'out' }),
			'seat-setting',
			'Put the head rest of the other seat in'
		],
		['crew.mara.driving.slide', 700, 'driving-setting', 'Mara drives with the seat as far as it goes'],
		['modes.drive.pieces', { table: 'table' }, 'piece-state', 'table: put away'],
		['modes.drive.pieces', { drawers: 'open-bay-1-drawer-1' }, 'piece-state', 'drawers: shut'],
		['modes.day.pieces', { table: 'upside down' }, 'piece-state', 'table: table'],
		['modes.drive.doors', { rear: 'open' }, 'doors-shut', 'Shut the rear door']
	])('%s set to %j is put right in one step', (path, value, rule, label) => {
		const wrong = set(path, value)(start);
		const [finding] = said(wrong, rule);
		const fix = fixesFor(wrong, finding, {}).find((one) => one.label === label);
		expect(fix?.label ?? fixesFor(wrong, finding, {}).map((one) => one.label)).toBe(label);
		expect(said(applyEdits(wrong, fix!.edits), rule).filter(({ key }) => key === finding.key)).toEqual([]);
	});
	it('a state that a piece has not is a question', () => {
		const [found] = said(set('modes.day.pieces', { table: 'upside down' })(start), 'piece-state');
		expect(found).toMatchObject({ status: 'unmeasured', modes: ['day'], subjects: ['table'] });
	});
});

describe('seats and what was measured', () => {
	it('two seats are never in one place', () => {
		expect(said(set('vehicle.seats.other.y', 300)(start), 'seats-apart')[0]).toMatchObject({
			status: 'clash',
			subjects: ['wheel', 'other']
		});
		const near = set('vehicle.seats.bench.back', exact(1600))(start);
		expect(said(near, 'seats-apart')).toEqual([]);
		const leant = set('modes.day.seats', { wheel: setting('upright', { angle: 60 }), bench: upright })(near);
		expect(said(leant, 'seats-apart')[0]).toMatchObject({ status: 'clash', modes: ['day'], subjects: ['wheel', 'bench'] });
	});
	it.each([
		['a ring', 'vehicle.anchors.ring.y', exact(1400), 'ring'],
		['a seat', 'vehicle.seats.other.y', -1200, 'other'],
		['a door', 'vehicle.openings.rear.edges.low.second', exact(1300), 'rear']
	])('%s outside of the walls is a question', (_, path, value, id) => {
		const [found] = said(set(path, value)(start), 'measured-inside');
		expect(found).toMatchObject({ status: 'unmeasured', subjects: [id] });
		expect(found.why).toContain('out of the vehicle');
	});
});

describe('what a plan has to say', () => {
	it('who is in it, how it is driven, what gear weighs', () => {
		const nobody: Plan = { ...start, crew: {}, modes: { day: { ...start.modes.day, people: {} } } };
		expect(said(nobody, 'plan-known').map(({ key, status }) => [key, status])).toEqual([
			['crew', 'unmeasured'],
			['drive', 'unmeasured']
		]);
		const crate = { name: 'Crate', length: 300, width: 300, height: 300, weight: 0, count: 1 };
		expect(said(set('gear', { crate })(start), 'plan-known')[0]).toMatchObject({ status: 'unmeasured', subjects: ['crate'] });
		// With nothing built yet nothing is asked for either.
		expect(said({ ...nobody, pieces: {} }, 'plan-known')).toEqual([]);
	});
	it('and nothing more of a bed in which somebody lies', () => expect(said(made(start, bed()), 'plan-known')).toEqual([]));
});

describe('wishes that a piece is held to', () => {
	const margins = (kind: 'slat-bench' | 'sink-unit', params: object) =>
		said(made(van(), piece(kind, params as never, 'one')), 'inner-margin').filter(({ key }) => /aisle|fresh-water/.test(key));
	it('an aisle between two benches, where one is wanted', () => {
		expect(margins('slat-bench', {})).toEqual([]);
		// Walls at 800, gaps of 10, benches 420 deep: 2 * (790 - 420) are left.
		expect(margins('slat-bench', { aisle: 700 })[0]).toMatchObject({ margin: 40, status: 'clear' });
		expect(margins('slat-bench', { aisle: 800 })[0]).toMatchObject({ margin: -60, status: 'clash' });
	});
	it('fresh water, where some is wanted', () => {
		expect(margins('sink-unit', {})).toEqual([]);
		// 190 by 300 by 380 mm are 21 litres and a little.
		expect(margins('sink-unit', { fresh: 20 })[0].status).toBe('clear');
		expect(margins('sink-unit', { fresh: 25 })[0]).toMatchObject({ margin: -4, status: 'clash' });
	});
});
