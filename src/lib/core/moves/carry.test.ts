import { describe, expect, it } from 'vitest';
import { sceneOf } from '../derive';
import { applyEdits, type Gear, type Plan } from '../plan';
import { plainVehicle, planIn, withPiece } from '../testing/plans';
import { frontSeat } from '../testing/seats';
import { block } from '../testing/trap-van';
import { convert, reachIn, sceneDuring, type Conversion } from '.';

const gear = (name: string, more: Partial<Gear> = {}): Gear => ({
	name,
	length: 400,
	width: 300,
	height: 250,
	weight: 5,
	count: 1,
	...more
});
/** A couch that is pulled out to a bed of 1080 mm, its front open for what stands under it. */
const couch = (params: Record<string, unknown> = {}) =>
	withPiece(planIn(plainVehicle([[0, 800]], 1500, 3200)), 'couch', 'slat-couch', {
		height: 400,
		side: 'left',
		rear: 100,
		length: 1900,
		bedWidth: 1080,
		sections: 1,
		gap: 20,
		lid: false,
		...params
	});
const made = (plan: Plan, states: Record<string, string>, lies: Record<string, Record<string, object>>, things: Plan['gear']): Plan =>
	applyEdits(plan, [
		{ path: ['gear'], value: things },
		...Object.entries(states).map(([mode, state]) => ({ path: ['modes', mode, 'pieces', 'couch'], value: state })),
		...Object.entries(lies).map(([mode, value]) => ({ path: ['modes', mode, 'lies'], value }))
	]);
const names = (found: Conversion) =>
	found.ok ? found.actions.map(({ name }) => name) : found.blocks.map(({ action, whom }) => `${action}: ${whom}`);
/** The pad of the couch ends up so high, mm. */
const top = (plan: Plan, mode: string) => Math.max(...sceneOf(plan, mode).pieces[0].pads.map(({ box }) => box.z[1]));

describe('what lies about on the way from mode to mode', () => {
	it('is carried, taken out and stowed, with the seconds and the weight of it', () => {
		const plan = made(
			couch(),
			{ day: 'couch', night: 'couch' },
			{
				day: { bag: { x: 2300, y: 0, z: 0 }, stove: { x: 2300, y: -500, z: 0 } },
				night: { bag: { x: 2750, y: 0, z: 0 }, lamp: { x: 2300, y: 400, z: 0 } }
			},
			{ bag: gear('Clothes bag', { count: 2 }), stove: gear('Stove', { under: 'couch', weight: 3 }), lamp: gear('Lamp', { weight: 1 }) }
		);
		const found = convert(plan, 'day', 'night');
		if (!found.ok) throw new Error('nothing is in the way');
		expect(found.seconds).toBeCloseTo(2 * (3 + 0.2 * 5) + (3 + 0.2 * 3) + (3 + 0.2), 6);
		expect(found.actions.flatMap(({ steps }) => steps.map(({ words }) => words)).sort()).toEqual([
			'Carry 2 × Clothes bag, to where it lies in Night',
			'Stow Stove with couch',
			'Take out Lamp, to where it lies in Night'
		]);
		expect(Math.max(...found.actions.map(({ lift }) => lift))).toBe(5);
		const last = found.actions.at(-1)!;
		const at = (share: number) => sceneDuring(plan, 'day', last, share).things.map(({ id }) => id);
		expect(at(1).sort()).toEqual(['bag', 'lamp']);
	});

	it('is put onto a bed once the bed is made, and taken off it before it is put away', () => {
		const bare = made(couch(), { day: 'couch', night: 'bed' }, {}, { bag: gear('Clothes bag') });
		const plan = made(bare, {}, { night: { bag: { x: 800, y: -200, z: Math.round(top(bare, 'night')) } } }, bare.gear);
		const there = convert(plan, 'day', 'night');
		expect(names(there).at(-1)).toBe('Clothes bag: carried');
		expect(there.ok).toBe(true);
		const back = convert(plan, 'night', 'day');
		expect(names(back)[0]).toBe('Clothes bag: stowed');
		expect(back.ok).toBe(true);
	});

	it('that would lie where nothing ever bears it is told by the mode, and is carried there all the same', () => {
		const plan = made(couch(), { day: 'couch', night: 'bed' }, { night: { bag: { x: 2500, y: 0, z: 700 } } }, { bag: gear('Clothes bag') });
		expect(convert(plan, 'day', 'night').ok).toBe(true);
	});

	it('two things that change places: one is set aside', () => {
		const [a, b] = [
			{ x: 2300, y: 0, z: 0 },
			{ x: 2750, y: 0, z: 0 }
		];
		const plan = made(
			couch(),
			{ day: 'couch', night: 'couch' },
			{ day: { bag: a, box: b }, night: { bag: b, box: a } },
			{ bag: gear('Bag', { weight: 4 }), box: gear('Box', { weight: 9 }) }
		);
		const found = convert(plan, 'day', 'night');
		// The lighter one takes less to set aside.
		expect(names(found)).toEqual(['Bag: aside', 'Box: carried', 'Bag: carried']);
	});

	it('what lies on something else comes off it first', () => {
		const [low, top] = [0, 250].map((z) => ({ x: 2300, y: 0, z }));
		const things = { low: gear('Low box'), top: gear('Top box') };
		const aside = made(
			couch(),
			{ day: 'couch', night: 'couch' },
			{ day: { low, top }, night: { low: { ...low, y: 500 }, top: { ...top, y: 500 } } },
			things
		);
		expect(names(convert(aside, 'day', 'night'))).toEqual(['Top box: aside', 'Low box: carried', 'Top box: carried']);
		const stowed = made(aside, {}, { night: {} }, things);
		expect(names(convert(stowed, 'day', 'night'))).toEqual(['Top box: stowed', 'Low box: stowed']);
		expect(names(convert(stowed, 'night', 'day'))).toEqual(['Low box: carried', 'Top box: carried']);
	});

	it('and a seat that slides to where something stands: that is out of the way first', () => {
		const slide = { mm: 300, plusMinus: 0, status: 'measured twice' as const };
		const plan = couch();
		const seat = frontSeat({ name: 'Seat', y: -400, slide });
		const settings = { state: 'upright' as const, angle: seat.uprightAngle };
		const with_ = applyEdits(plan, [
			{ path: ['vehicle', 'seats'], value: { seat } },
			{ path: ['modes', 'day', 'seats'], value: { seat: { ...settings, slide: 300 } } },
			{ path: ['modes', 'night', 'seats'], value: { seat: { ...settings, slide: 0 } } }
		]);
		const back = seat.back.mm;
		const place = (x: number) => ({ bag: { x, y: -400, z: 0 } });
		const clear = made(
			with_,
			{ day: 'couch', night: 'couch' },
			{ day: place(back - 1100), night: place(back - 1100) },
			{ bag: gear('Bag') }
		);
		const inWay = made(
			with_,
			{ day: 'couch', night: 'couch' },
			{ day: place(back - 200), night: place(back - 1100) },
			{ bag: gear('Bag') }
		);
		expect(names(convert(clear, 'day', 'night'))).toEqual(['Seat']);
		expect(names(convert(inWay, 'day', 'night'))).toEqual(['Bag: carried', 'Seat']);
	});
});

describe('what lies about and what is to be reached', () => {
	const lid = (things: Record<string, object>) =>
		made(couch({ lid: true }), { day: 'couch', night: 'couch' }, { night: things }, { bag: gear('Bag', { weight: 2 }) });
	const of = (plan: Plan, name: RegExp) => reachIn(plan, 'night').find((one) => name.test(one.name))!;

	it('a lid is opened once what lies on it is set aside', () => {
		const bare = lid({});
		const height = Math.round(Math.min(...sceneOf(bare, 'night').pieces[0].pads.map(({ box }) => box.z[1])));
		const plain = of(bare, /lid/);
		expect(plain.status).toBe('moves');
		const laden = of(lid({ bag: { x: 700, y: 450, z: height } }), /lid/);
		expect(laden.status).toBe('moves');
		expect(laden.actions.map(({ name }) => name)).toContain('Bag: aside');
		expect(laden.seconds).toBeCloseTo(plain.seconds + 3 + 0.2 * 2 + 8, 6);
		const beside = of(lid({ bag: { x: 2500, y: -300, z: 0 } }), /lid/);
		expect(beside.seconds).toBe(plain.seconds);
	});

	it('a space to keep clear that something lies in is free once that is set aside', () => {
		const rule = { type: 'reachable' as const, uses: ['night' as const], moves: 2 };
		const zone = { name: 'Spare wheel', reason: 'spare wheel', from: 'above', rule, ...block([2300, 2800], [-250, 250], [0, 300]) };
		const at = (x: number) => applyEdits(lid({ bag: { x, y: 0, z: 0 } }), [{ path: ['vehicle', 'zones'], value: { wheel: zone } }]);
		expect(of(at(2400), /Spare wheel/)).toMatchObject({ status: 'moves', seconds: 3 + 0.2 * 2 + 8 });
		expect(of(at(2850), /Spare wheel/)).toMatchObject({ status: 'free' });
	});
});
