import { describe, expect, it } from 'vitest';
import { findingsOf } from '../checks';
import { applyEdits, starterPlan, type Edit, type Plan } from '../plan';
import { exact, plainVehicle, planIn, withPiece } from '../testing/plans';
import { convert, reachIn, unblock } from '.';

/** Plans with one mistake each that sections at both ends do not show. The walls stand 700 mm out, the roof 1600 mm up. */
const box = (over: Partial<Plan['vehicle']> = {}, ceiling = 1600) => planIn({ ...plainVehicle([[0, 700]], ceiling, 3200), ...over });
const states = (mode: string, pieces: Record<string, string>): Edit => ({ path: ['modes', mode, 'pieces'], value: pieces });
const finding = (plan: Plan, rule: string) => findingsOf(plan).find((f) => f.rule === rule && f.status === 'clash');

describe('planted traps', () => {
	it('a leaf that swings down jams on a travelling front half way, though both ends are free', () => {
		const couch = withPiece(box(), 'couch', 'slat-couch', { height: 420, side: 'left', rear: 200, bedWidth: 1000, gap: 20, lid: false });
		const plan = withPiece(couch, 'bunk', 'bunk', { height: 900, side: 'right', rear: 300, length: 1600, width: 560 });
		const set = applyEdits(plan, [states('day', { couch: 'bed', bunk: 'folded' }), states('night', { couch: 'bed', bunk: 'bed' })]);
		// Nothing clashes where it stands in either mode.
		expect(finding(set, 'fit-pieces')).toBeUndefined();
		const found = convert(set, 'day', 'night');
		// The way round it: push the front in, let the bunk up, pull the front out.
		if (!found.ok) throw new Error('there is a way round');
		expect(found.actions.map(({ name }) => name)).toEqual(['couch: couch', 'bunk: bed', 'couch: bed']);
		// With the couch made for good, the pair that blocks is named, with the place and the moment.
		const fixed = withPiece(applyEdits(set, [{ path: ['pieces', 'couch'], value: undefined }]), 'deck', 'fixed-platform', {
			height: 480,
			reachRear: false,
			rear: 200,
			length: 1800,
			fullWidth: false,
			width: 980,
			centre: 190
		});
		const jam = convert(applyEdits(fixed, [states('day', { bunk: 'folded' }), states('night', { bunk: 'bed' })]), 'day', 'night');
		if (jam.ok) throw new Error('it should jam');
		expect(jam.proven).toBe(true);
		expect(`${jam.blocks[0].who} ${jam.blocks[0].whom}`).toMatch(/Guard|Post|Board|Mattress/);
		expect(jam.blocks[0].whom).toMatch(/of deck$/);
		const seconds = 6 + 14;
		expect(jam.blocks[0].at).toBeGreaterThan(1);
		expect(jam.blocks[0].at).toBeLessThan(seconds - 1);
		expect(jam.blocks[0].where.z).toBeGreaterThan(300);
		expect(jam.blocks[0].where.z).toBeLessThan(900);
	});

	it('a pull-out hits the front seat unless that is slid first, and the least slide is found', () => {
		const seat = {
			...starterPlan('x', 'small van').vehicle.seats['left-seat'],
			y: -350,
			back: exact(1900),
			slide: exact(400),
			cushionLength: exact(450),
			foot: exact(100),
			top: exact(900)
		};
		const plan = withPiece(box({ seats: { seat } as never }), 'couch', 'slat-couch', {
			height: 350,
			side: 'left',
			rear: 150,
			length: 1880,
			bedWidth: 1080,
			gap: 20
		});
		const with_ = (slide: number) =>
			applyEdits(plan, [
				{ path: ['modes', 'day', 'seats'], value: { seat: { state: 'upright', slide: 0, angle: 8 } } },
				{ path: ['modes', 'night', 'seats'], value: { seat: { state: 'upright', slide, angle: 8 } } }
			]);
		const slid = convert(with_(400), 'day', 'night');
		if (!slid.ok) throw new Error('no way');
		expect(slid.actions.map(({ subject }) => subject)).toEqual(['seat', 'couch']);
		const left = convert(with_(0), 'day', 'night');
		if (left.ok) throw new Error('it should hit');
		expect(left.blocks.some(({ who, whom }) => /seat/i.test(who) || /seat/i.test(whom))).toBe(true);
		const [least] = unblock(with_(0), 'day', 'night').filter(({ label }) => label.startsWith('Slide the left front seat forward'));
		expect(convert(applyEdits(with_(0), least.edits), 'day', 'night').ok).toBe(true);
		const less = applyEdits(with_(0), [{ ...least.edits[0], value: (least.edits[0].value as number) - 3 }]);
		expect(convert(less, 'day', 'night').ok).toBe(false);
	});

	it('a lid that clears the ceiling bare hits it with the mattress on', () => {
		const lid = (padStays: boolean) =>
			withPiece(box({}, 1230), 'bed', 'lid-platform', {
				height: 450,
				rear: 100,
				length: 1800,
				hinge: 'left wall',
				lidAngle: 32,
				padThickness: 120,
				padStays
			});
		const bare = finding(lid(false), 'lid-swing');
		const padded = finding(lid(true), 'lid-swing');
		expect(bare).toBeUndefined();
		expect(padded!.why).toMatch(/^Mattress comes closest/);
		expect(padded!.at.z).toBeGreaterThan(1150);
		const up = applyEdits(lid(true), [states('night', { bed: 'bed' }), states('day', { bed: 'lid-1-up' })]);
		const found = convert(up, 'night', 'day');
		expect(found.ok).toBe(false);
		if (!found.ok) expect(found.blocks[0]).toMatchObject({ who: 'Mattress', whom: 'the ceiling' });
	});

	it('a board fits the vehicle but passes no door in one piece; in two it does', () => {
		const rear = {
			name: 'Tailgate',
			place: 'rear',
			door: 'lifting',
			hinge: 'first',
			thickness: exact(60),
			sill: exact(60),
			head: exact(760),
			edges: { low: { z: 60, first: exact(-420), second: exact(420) } }
		};
		const bed = (panels: number) =>
			withPiece(box({ openings: { rear } as never }), 'bed', 'fixed-platform', {
				height: 420,
				length: 2300,
				reachRear: false,
				rear: 100,
				panels
			});
		const whole = finding(bed(1), 'carried-in');
		expect(whole!.why).toMatch(/^Board 1, .* passes no door in one piece; the best way is through the tailgate/);
		expect(whole!.modes).toEqual(['day', 'night']);
		expect(finding(bed(3), 'carried-in')).toBeUndefined();
	});

	it('a seat no longer reaches the driving position', () => {
		const seat = {
			...starterPlan('x', 'small van').vehicle.seats['left-seat'],
			y: 350,
			back: exact(1900),
			slide: exact(300),
			foot: exact(100),
			drivingSlide: exact(60)
		};
		const plan = withPiece(box({ seats: { seat } as never }), 'bed', 'fixed-platform', {
			height: 500,
			reachRear: false,
			rear: 100,
			length: 1900
		});
		const drive = applyEdits(plan, [
			{ path: ['modes', 'day', 'use'], value: 'drive' },
			{ path: ['modes', 'day', 'seats'], value: { seat: { state: 'upright', slide: 60, angle: 20 } } }
		]);
		const found = finding(drive, 'driving-position')!;
		expect(found.subjects).toEqual(['bed', 'seat']);
		expect(found.why).toMatch(/must leave the left front seat where its driver needs it/);
	});

	it('the spare wheel cannot be reached with the bed made', () => {
		const wheel = (x: number) => ({
			name: 'Spare wheel',
			reason: 'spare wheel',
			start: exact(x),
			length: exact(500),
			right: exact(-250),
			left: exact(250),
			low: exact(-120),
			high: exact(0),
			from: 'above',
			rule: { type: 'reachable', uses: ['night'], moves: 2 }
		});
		const bed = withPiece(box({ zones: { wheel: wheel(300) } as never }), 'bed', 'fixed-platform', {
			height: 330,
			reachRear: false,
			rear: 100,
			length: 1900
		});
		const shut = reachIn(bed, 'night').find(({ name }) => name === 'Spare wheel')!;
		expect(shut).toMatchObject({ status: 'blocked', asked: true });
		expect(shut.by).toMatch(/of bed$/);
		expect(finding(bed, 'keep-clear')!.title).toBe('Spare wheel: keep clear');
		// Under a lid it is reached by lifting that.
		const lid = withPiece(box({ zones: { wheel: wheel(500) } as never }, 2200), 'bed', 'lid-platform', {
			height: 330,
			rear: 100,
			length: 1900,
			hinge: 'left wall',
			lidAngle: 80
		});
		const open = reachIn(lid, 'night').find(({ name }) => name === 'Spare wheel')!;
		expect(open.status).toBe('moves');
		expect(open.actions.map(({ name }) => name)).toEqual(['bed: lid up']);
	});

	it('a box stands in what a tailgate sweeps until it is moved into the aisle', () => {
		const rear = {
			name: 'Rear door',
			place: 'rear',
			door: 'hinged',
			hinge: 'first',
			thickness: exact(80),
			sill: exact(60),
			head: exact(1200),
			edges: { low: { z: 60, first: exact(-600), second: exact(600) } }
		};
		const plan = withPiece(box({ openings: { rear } as never }), 'box', 'bench-box', {
			side: 'left',
			rear: 300,
			length: 500,
			depth: 300,
			moves: 250,
			cushion: 0,
			lid: false
		});
		const door = (p: Plan) => reachIn(p, 'day').find(({ kind }) => kind === 'door')!;
		expect(door(plan).status).toBe('free');
		// Put across the sill it is in the way, wherever it is moved to.
		const shut = applyEdits(plan, [
			{ path: ['pieces', 'box', 'params', 'rear'], value: 0 },
			{ path: ['vehicle', 'rear', 'profile', 'low'], value: { z: 600, x: exact(120) } }
		]);
		expect(door(shut)).toMatchObject({ status: 'blocked' });
		expect(door(shut).by).toMatch(/of box$/);
	});

	it('tracks out of parallel bind, and short slots stop the rake', () => {
		const raked = (params: object) => withPiece(box(), 'bed', 'raked-platform', { rear: 200, ...params });
		expect(finding(raked({ play: 3, trackTop: 2 }), 'inner-margin')).toBeUndefined();
		const bound = finding(raked({ play: 3, trackTop: 7 }), 'inner-margin')!;
		expect(bound.title).toMatch(/tracks parallel/);
		expect(bound.margin).toBeCloseTo(-4, 9);
		const short = finding(raked({ slot: 5, rise: 250 }), 'inner-margin')!;
		// Pins 60 mm in from both ends of what stays of 1880 mm less the foot of 480 mm: 1280 mm apart.
		expect(short.margin).toBeCloseTo(5 - (1280 - Math.sqrt(1280 ** 2 - 250 ** 2)), 6);
	});

	it('a long thing in the aisle is set aside while the sections come out over it, if it goes under them', () => {
		const couch = withPiece(box(), 'couch', 'slat-couch', {
			height: 400,
			side: 'left',
			rear: 100,
			length: 1900,
			bedWidth: 1080,
			sections: 3,
			gap: 20,
			lid: false
		});
		const plan = (height: number, night: string) =>
			applyEdits(couch, [
				{ path: ['gear', 'case'], value: { name: 'Pole case', length: 500, width: 200, height, weight: 9, count: 1 } },
				states('day', { couch: 'couch' }),
				...['day', 'night'].map((mode): Edit => ({ path: ['modes', mode, 'lies'], value: { case: { x: 130, y: -150, z: 0 } } })),
				states('night', { couch: night })
			]);
		const full = convert(plan(300, 'bed'), 'day', 'night');
		const bare = convert(applyEdits(plan(300, 'bed'), [{ path: ['gear'], value: {} }]), 'day', 'night');
		if (!full.ok || !bare.ok) throw new Error('the case goes under the bed');
		const names = full.actions.map(({ name }) => name);
		expect(names.filter((name) => name.startsWith('Pole case'))).toEqual(['Pole case: aside', 'Pole case: carried']);
		// Twice 3 s and 0.2 s a kilogram, and 8 s more to set it aside.
		expect(full.seconds).toBeCloseTo(bare.seconds + 2 * (3 + 0.2 * 9) + 8, 6);
		// Where it does not go under them it has no place to come back to.
		const high = convert(plan(395, 'bed'), 'day', 'night');
		expect(high.ok ? [] : high.blocks.filter(({ subject, whom }) => subject === 'case' || whom === 'Pole case')).not.toEqual([]);
		const part = convert(plan(395, 'out-2-3'), 'day', 'night');
		expect(part.ok && part.actions.every(({ subject }) => subject === 'couch')).toBe(true);
	});
});
