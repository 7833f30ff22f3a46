import { describe, expect, it } from 'vitest';
import { findingsOf, type Finding } from '../checks';
import { applyEdits, readPlanFile, writePlanFile, type Gear, type Plan } from '../plan';
import { arch, bed, block, made, piece, rearDoor, set, van, VAN } from '../testing/trap-van';
import { exact } from '../testing/plans';
import { fetchedOf, readGearTable, stowingOf, type Stowing } from '.';

const SIZE: [number, number, number] = [400, 300, 200];
const box = (more: Partial<Gear> = {}): Gear => ({
	name: 'Box',
	length: SIZE[0],
	width: SIZE[1],
	height: SIZE[2],
	weight: 3,
	count: 1,
	under: 'bed',
	used: 'each trip',
	...more
});
const at = (x: number, y: number, z = 0, size = SIZE, space = 'lane') => ({ pinned: [{ space, x, y, z, size }] });
const said = (plan: Plan, rule: string): Finding | undefined =>
	findingsOf(plan)
		.filter((finding) => finding.rule === rule)
		.sort((a, b) => a.margin - b.margin)[0];
const status = (plan: Plan, rule = 'gear-put') => said(plan, rule)?.status;
/** The first packing, and what follows from it. */
function stowed(plan: Plan): Stowing {
	const run = stowingOf(plan);
	for (;;) {
		const step = run.next();
		if (step.value) return step.value;
	}
}
/** A bed on two legs from the rear door on, whose room for things reaches from x = 100 and, to the right, from y = -560. */
const under = (gear: Plan['gear'], more: Parameters<typeof van>[0] = {}, params = {}) =>
	made(van(more), bed({ height: 600, ...params }), set('gear', gear));

describe('what is told of what was called clear', () => {
	it('a box in the cut corner of a rear door', () => {
		const cut = { ...VAN.rear, cornerAlong: exact(250), cornerAcross: exact(500) };
		const put = (rear: typeof VAN.rear, x: number) => under({ box: box(at(x, 0)) }, { rear }, { rear: 20, width: 1500 });
		expect(status(put(VAN.rear, 0))).toBe('clear');
		expect(status(put(cut, 0))).toBe('clash');
		expect(status(put(cut, 300))).toBe('clear');
	});

	it('a box that lies with a third of itself on a step', () => {
		// The step stands among what is built and in the vehicle itself: it bears once all the same.
		const put = (long: number) =>
			under(
				{ box: box(at(300, 200, 60)) },
				{ fixtures: { step: { name: 'Step', kind: 'step' as const, ...block([400, 400 + long], [-800, 800], [0, 60]) } } }
			);
		expect(status(put(400))).toBe('clear');
		expect(status(put(150))).toBe('clash');
	});

	it('a box on the slope of a wheel arch', () => {
		const small = (x: number, z: number) =>
			under({ box: box({ length: 60, width: 150, ...at(x, 20, z, [60, 150, 200]) }) }, { arches: { arch } }, { height: 700, width: 1590 });
		expect(status(small(800, 300))).toBe('clear');
		// An arch is taken in steps of 50 mm: none of them is a shelf.
		for (let z = 285; z < 300; z++) expect(status(small(567, z)), `${z}`).toBe('clash');
	});

	it('a box over a pit', () => {
		const pit = { name: 'Pit', kind: 'pit' as const, ...block([450, 950], [-400, 400], [-150, 0]) };
		const put = (x: number) => under({ box: box(at(x, 300)) }, { fixtures: { pit } });
		expect(status(put(500))).toBe('clash');
		expect(status(put(900))).toBe('clear');
		expect(status(made(put(500), set('vehicle.fixtures', {})))).toBe('clear');
	});

	it('two crates on top of one another that do not bear what is in them, with nothing else there', () => {
		const narrow = { name: 'Post', kind: 'pillar' as const, ...block([620, 2100], [-800, 800], [0, 500]) };
		const crates = (inside: number) =>
			under(
				{ crate: box({ count: 2, weight: 3 }), tins: box({ name: 'Tins', under: undefined, into: 'crate', weight: inside, count: 2 }) },
				{ fixtures: { narrow } },
				{ width: 520 }
			);
		expect(status(crates(0), 'gear-together') ?? 'clear').toBe('clear');
		expect(status(crates(20), 'gear-together')).toBe('clash');
	});

	it('wet and clean, put into one compartment', () => {
		const put = (traits: Gear['traits']) =>
			under({ net: box({ name: 'Net', traits: ['wet'], ...at(0, 0) }), food: box({ name: 'Food', traits, ...at(500, 0) }) });
		expect(status(put(['clean']))).toBe('clash');
		expect(said(put(['clean']), 'gear-put')!.why).toMatch(/must not lie with (Food|Net): wet beside clean/);
		expect(status(put([]))).toBe('clear');
	});

	it('a compartment at the rear door with a cabinet before it', () => {
		// At the front it is shut off by something that is in the vehicle.
		const partition = { name: 'Partition', kind: 'pillar' as const, ...block([2460, 2500], [-800, 800], [0, 600]) };
		const rear = { openings: rearDoor(700), fixtures: { partition } };
		const open = under({ box: box() }, rear, { rear: 440, width: 1500 });
		const shut = made(
			open,
			piece('bench-box', { side: 'left', rear: 30, length: 390, depth: 1190, height: 550, lid: true, cushion: 0 }, 'chest')
		);
		expect(stowed(open).places[0].reached.night).toMatchObject({ face: 'rear', door: 'Rear door' });
		expect(stowed(shut).places[0].reached.night).toHaveProperty('by');
	});
});

describe('what is fine is not refused', () => {
	it('what travels in a place of its own takes no room in a compartment', () => {
		const lying = made(under({ pole: box({ name: 'Pole', length: 1500 }) }), set('modes.drive.lies', { pole: { x: 100, y: 700, z: 0 } }));
		expect(stowed(lying)).toMatchObject({ places: [], left: [] });
		expect(stowed(under({ pole: box({ name: 'Pole', length: 1500 }) })).places).toHaveLength(1);
	});

	it('what is packed into something leaves its place, also by a table', () => {
		const plan = under({ crate: box({ name: 'Crate' }), pan: box({ name: 'Pan', ...at(500, 300) }) });
		const { edits, faults } = readGearTable('name,length,width,height,into\nPan,200,200,90,Crate', plan, 'metric');
		expect(faults).toEqual([]);
		const packed = applyEdits(plan, edits);
		expect(packed.gear.pan).toEqual({
			name: 'Pan',
			length: 200,
			width: 200,
			height: 90,
			weight: 3,
			count: 1,
			used: 'each trip',
			into: 'crate'
		});
		expect(findingsOf(packed).filter(({ subjects, rule }) => subjects.includes('pan') && rule.startsWith('gear-'))).toEqual([]);
	});

	it('things that are packed into each other are refused with a reason, and hang nothing', () => {
		const plan = under({ a: box({ name: 'A', into: 'b' }), b: box({ name: 'B', into: 'a' }) });
		const read = readPlanFile(writePlanFile(plan));
		expect(read.ok ? [] : read.faults.join()).toContain('packed into itself');
		expect(findingsOf(plan).length).toBeGreaterThan(0);
	});

	it('what is wanted at once and is packed into something that does not come out', () => {
		const crate = box({ name: 'Crate', length: 800, width: 670, height: 300 });
		const packed = (used: Gear['used']) => {
			const kit = box({ name: 'First-aid kit', length: 200, width: 150, height: 100, under: undefined, into: 'crate', used });
			const found = stowed(under({ crate: { ...crate, width: 300 }, can: box({ name: 'Can', ...at(1600, 0) }), kit }, {}, { width: 1500 }));
			return { seconds: found.aDay, remarks: found.remarks.map(({ text }) => text) };
		};
		// A crate with something in it that is wanted each day is wanted each day.
		expect(packed('each day').seconds).toBeGreaterThan(2 * packed('each trip').seconds);
		const before = { ...box({ name: 'Boards', length: 300, width: 600 }), ...at(1600, 50, 0, [300, 600, 200]) };
		const behind = (used: Gear['used']) =>
			stowed(
				under(
					{
						boards: before,
						crate: { ...crate, length: 300, width: 500, ...at(1200, 50, 0, [300, 500, 300]) },
						kit: box({ name: 'First-aid kit', length: 200, width: 150, height: 100, under: undefined, into: 'crate', used })
					},
					{},
					{ width: 1500 }
				)
			).remarks.map(({ text }) => text);
		expect(behind('in an emergency')).toEqual(['Crate: used in an emergency; Boards has to come out first.']);
		expect(behind('each trip')).toEqual([]);
	});

	it('gas in a crate, and gas of which it is said where it runs out', () => {
		const gas = (vented: boolean) =>
			stowed(
				under({
					crate: box({ name: 'Crate' }),
					gas: box({ name: 'Gas', under: undefined, into: 'crate', traits: ['gas'], ...(vented ? { vented } : {}) })
				})
			).remarks.filter(({ rule }) => rule === 'gas-vent');
		expect(gas(false)).toHaveLength(1);
		expect(gas(true)).toEqual([]);
	});

	it('what is shut in by night and lies on a seat then is taken from there', () => {
		const plan = under({ box: box({ used: 'each day' }) });
		const open = { face: 'rear' as const, actions: [], first: [], deep: false, seconds: 4 };
		const [place] = stowed(plan).places.map((one) => ({ ...one, reached: { drive: open, day: open, night: { by: 'a seat' } } }));
		expect(fetchedOf(plan, [place])).toMatchObject([{ how: 'shut', modeId: 'night' }]);
		const onSeat = made(plan, set('modes.night.lies', { box: { x: 2600, y: 0, z: 0 } }));
		expect(fetchedOf(onSeat, [place])).toMatchObject([{ how: 'at hand', modeId: 'day' }]);
	});

	it('gas, and what is heavy overhead, in places of their own', () => {
		const own = (gear: Gear, z: number) => {
			const plan = made(van(), set('gear', { own: { ...gear, under: undefined } }), set('modes.drive.lies', { own: { x: 2500, y: 0, z } }));
			return stowed(plan).remarks.map(({ rule, status, gear: of }) => ({ rule, status, of }));
		};
		expect(own(box({ traits: ['gas'] }), 0)).toEqual([{ rule: 'gas-vent', status: 'unmeasured', of: ['own'] }]);
		expect(own(box({ traits: ['gas'], vented: true }), 0)).toEqual([]);
		expect(own(box({ weight: 8 }), 900)).toEqual([{ rule: 'heavy-high', status: 'tight', of: ['own'] }]);
		expect(own(box({ weight: 8 }), 700)).toEqual([]);
		expect(own(box({ weight: 1 }), 900)).toEqual([]);
	});

	it('what may go anywhere does not take the room of what has to go to one piece', () => {
		// Either goes in by itself; the larger one is not the one that stays.
		const crates = under(
			{
				bound: box({ name: 'Bound', length: 1900, width: 1300, height: 300 }),
				free: box({ name: 'Free', length: 1800, width: 1360, height: 500, under: undefined })
			},
			{},
			{ width: 1500 }
		);
		const found = stowed(crates);
		expect(found.places.map(({ gear }) => gear)).toEqual(['bound']);
		expect(found.left.map(({ gear }) => gear)).toEqual(['free']);
	});

	it('a side that opens into a void, closed all round and from above', () => {
		const wall = { name: 'Partition', kind: 'pillar' as const, ...block([2460, 2500], [-800, 800], [0, 1500]) };
		const plate = { name: 'Plate', kind: 'pillar' as const, ...block([2100, 2460], [-800, 800], [560, 600]) };
		const night = (fixtures: object) =>
			stowed(under({ box: box() }, { fixtures: fixtures as never }, { width: 1500 })).places[0].reached.night;
		// The gap before the partition is 360 mm wide: from above a hand gets down into it.
		expect(night({ wall })).toMatchObject({ face: 'front' });
		expect(night({ plate })).toMatchObject({ face: 'front' });
		expect(night({ wall, plate })).toHaveProperty('by');
	});
});
