import { describe, expect, it } from 'vitest';
import { sceneOf } from '../derive';
import { convexOf, convexRoom } from '../geometry/convex';
import { cornersOf, type Box } from '../geometry/vector';
import { blockPrism, halfWidth } from '../interior';
import { applyEdits, type Gear, type Plan } from '../plan';
import { travelMode } from '../plan/mode-for';
import { randomFrom } from '../practice/random';
import { bodiesIn } from '../scene';
import { builtExamples, example } from '../testing/examples';
import { bed, block, made, set, van } from '../testing/trap-van';
import { withUnits } from '../units';
import { freeAll, keepAll, putAt, stowingOf, type Stowing } from '.';

const SIZES = { length: 300, width: 200, height: 150 };
const thing = (name: string, more: Partial<Gear> = {}): Gear => ({ name, ...SIZES, weight: 2, count: 1, used: 'each trip', ...more });

/** What stands after so many rounds; all of them where there is nothing to try. */
function stowed(plan: Plan, rounds = 60): Stowing {
	let last: Stowing | undefined;
	const run = stowingOf(plan);
	for (let i = 0; i < rounds; i++) {
		const step = run.next();
		last = step.value ?? last;
		if (step.done) break;
		// Rounds count from the first packing.
		if (!last) i--;
	}
	return last!;
}

const along = ({ x, y, z }: Box) => [x[1] - x[0], y[1] - y[0], z[1] - z[0]];
const withGear = (file: string, gear: Plan['gear']): Plan => ({ ...example(file), gear });
const texts = ({ remarks }: Stowing, about: RegExp) =>
	remarks.map(({ text }) => withUnits(text, 'metric')).filter((text) => about.test(text));

describe('whatever is stowed', () => {
	it('is where nothing else is, borne, and in one piece with the rest of its kind; in every example', () => {
		for (const [name, plan] of builtExamples) {
			const random = randomFrom(`stowed in ${name}`);
			const gear: Plan['gear'] = Object.fromEntries(
				Array.from({ length: 14 }, (_, i) => {
					const side = () => 80 + Math.floor(random() * 320);
					const own = thing(`Thing ${i}`, {
						length: side(),
						width: side(),
						height: side(),
						count: 1 + Math.floor(3 * random()),
						weight: Math.floor(9 * random()),
						...(random() < 0.4 ? { anyWay: true } : {}),
						...(random() < 0.2 ? { shape: 'bag' as const } : {}),
						...(random() < 0.3 ? { traits: [random() < 0.5 ? ('wet' as const) : ('clean' as const)] } : {})
					});
					return [`thing-${i}`, own];
				})
			);
			const full = { ...plan, gear };
			const found = stowed(full, 8);
			const scene = sceneOf(full, travelMode(full)!);
			const bodies = bodiesIn(full.vehicle, full.crew, full.animals ?? {}, scene).filter(
				({ of }) => of.kind === 'part' || of.kind === 'seat' || of.kind === 'fixture' || of.kind === 'thing'
			);
			const count = Object.values(gear).reduce((sum, one) => sum + one.count, 0);
			expect(found.places.length + found.left.reduce((sum, { n }) => sum + n, 0), name).toBe(count);
			found.places.forEach((place, i) => {
				const { box } = place;
				const solid = convexOf(blockPrism(box));
				for (const body of bodies)
					for (const shape of body.shapes)
						expect(convexRoom(solid, shape), `${name}: ${place.gear} and ${body.name}`).toBeGreaterThan(-1.5);
				for (const { x, y, z } of cornersOf(box)) {
					const side = y > 0 ? 'left' : 'right';
					expect(Math.abs(y), name).toBeLessThan(halfWidth(scene.interior, side, x, Math.max(0, z)) + 0.1);
				}
				for (const other of found.places.slice(i + 1)) {
					expect(convexRoom(solid, convexOf(blockPrism(other.box))), name).toBeGreaterThan(-0.1);
					const [a, b] = [gear[place.gear].traits?.[0], gear[other.gear].traits?.[0]];
					if (place.compartment === other.compartment && a && b) expect(a).toBe(b);
					if (place.gear === other.gear) expect(place.compartment.split('/')[0]).toBe(other.compartment.split('/')[0]);
				}
				const own = gear[place.gear];
				const sides = along(box);
				const volume = own.length * own.width * own.height;
				expect((sides[0] * sides[1] * sides[2]) / volume).toBeCloseTo(1, 2);
				if (own.shape !== 'bag')
					expect(sides.toSorted((a, b) => a - b)).toEqual(
						[own.length, own.width, own.height].sort((a, b) => a - b).map((side) => expect.closeTo(side, 3))
					);
				if (!own.anyWay && own.shape !== 'bag') expect(sides[2]).toBeCloseTo(own.height, 3);
				const shelf = found.shelves.find(({ id }) => id === place.compartment)!;
				const under = found.places.filter(
					({ box: one, compartment }) => compartment === place.compartment && Math.abs(one.z[1] - box.z[0]) < 1
				);
				if (box.z[0] > shelf.box.z[0] + 1 && under.length > 0) {
					const area = under.reduce((sum, { box: one }) => {
						const [w, d] = (['x', 'y'] as const).map((axis) =>
							Math.max(0, Math.min(one[axis][1], box[axis][1]) - Math.max(one[axis][0], box[axis][0]))
						);
						return sum + w * d;
					}, 0);
					// Unless a bar or an arch bears it as well.
					if (bodies.length === 0) expect(area).toBeGreaterThan(0.69 * sides[0] * sides[1]);
				}
			});
		}
	}, 120_000);

	it('comes to the same every time', () => {
		const plan = example('16-slat-couch.nook.json');
		expect(stowed(plan, 20).places).toEqual(stowed(plan, 20).places);
	});

	it('answers a plan in which nothing is built or nothing comes along', () => {
		const empty = stowed({ ...example('16-slat-couch.nook.json'), gear: {} });
		expect([empty.places, empty.left, empty.aDay]).toEqual([[], [], 0]);
		const bare = stowed({ ...example('16-slat-couch.nook.json'), pieces: {}, gear: { pot: thing('Pot') } });
		expect(bare.left).toEqual([{ gear: 'pot', n: 1, why: 'No piece has room for things yet.' }]);
	});
});

describe('what builders curse later', () => {
	it('a crate that is low enough and does not come out between the legs', () => {
		// Between a wall of the room and the legs in the middle of both ends there are 660 mm.
		const daily = (width: number, more: Partial<Gear> = {}) =>
			stowed(
				made(
					van(),
					bed({ height: 600, width: 1500 }),
					set('gear', { box: thing('Cool box', { length: 800, width, height: 400, used: 'each day', under: 'bed', ...more }) })
				)
			);
		expect(texts(daily(655), /Cool box/)).toEqual([]);
		expect(texts(daily(670), /Cool box: neither got in nor out in any mode: it does not come out past legs, bars or walls/)).toHaveLength(
			1
		);
		expect(texts(daily(670, { used: 'each trip' }), /Cool box: neither got in nor out/)).toHaveLength(1);
	});

	it('a side that nothing closes is a way in, whether its piece names it or not', () => {
		// Between its rear legs no box of this one comes out; its long side is open towards the driver's place.
		const [box] = stowed(example('pipit-hatchback.nook.json')).places;
		expect(box.reached.night).toMatchObject({ face: 'left', actions: [] });
		const closed = { name: 'Chest', kind: 'pillar' as const, ...block([0, 1900], [70, 450], [0, 260]) };
		const pipit = example('pipit-hatchback.nook.json');
		const rearOnly = Object.fromEntries(Object.entries(pipit.vehicle.openings).filter(([, { place }]) => place === 'rear'));
		const shut = stowed(made(pipit, set('vehicle.fixtures', { closed }), set('vehicle.openings', rearOnly)));
		for (const { reached } of shut.places) expect(reached.night).toEqual({ by: 'it does not come out past legs, bars or walls' });
	});

	it('a compartment of a module that is out while driving takes nothing', () => {
		const modules = example('06-two-modules.nook.json');
		const there = stowed(modules, 1).shelves.map(({ space }) => space);
		expect(there).toEqual(['rear-1', 'rear-2']);
		expect(sceneOf(modules, 'drive').pieces.flatMap(({ assembly }) => assembly.spaces.map(({ id }) => id))).toContain('middle-1');
	});

	it('a lid that opens only when the bed is taken apart', () => {
		const found = stowed(withGear('03-three-sections.nook.json', { stove: thing('Stove', { used: 'each stop', under: 'arch' }) }));
		expect(texts(found, /Stove: used each stop and about \d+ s to get at in .*: bench bed: section/)).toHaveLength(1);
		expect(stowed(withGear('03-three-sections.nook.json', { stove: thing('Stove', { used: 'each stop' }) })).remarks).toEqual([]);
	});

	it('the daily stove behind the weekly spare water: put so by hand it is told, left free it is not done', () => {
		const water = thing('Spare water', { length: 300, width: 500, height: 200, weight: 20 });
		const stove = thing('Stove', { length: 300, width: 400, height: 150, used: 'each day' });
		// The room under this bed is got at from the front, past the legs in the middle of its ends.
		const room = made(van(), bed({ height: 600, width: 1500 }));
		const put = stowed({
			...room,
			gear: {
				water: { ...water, under: 'bed', pinned: [{ space: 'lane', x: 1600, y: 100, z: 0, size: [300, 500, 200] }] },
				stove: { ...stove, under: 'bed', pinned: [{ space: 'lane', x: 1200, y: 100, z: 0, size: [300, 400, 150] }] }
			}
		});
		expect(texts(put, /Stove: used each day; Spare water has to come out first/)).toHaveLength(1);
		expect(put.places.map(({ pinned }) => pinned)).toEqual([true, true]);
		const free = stowed({ ...room, gear: { water, stove } });
		expect(free.left).toEqual([]);
		expect(texts(free, /Stove/)).toEqual([]);
	});

	it('heavy tins above the heads of those who sit', () => {
		const tins = thing('Tins', { weight: 6, under: 'upper', length: 200, width: 150 });
		expect(texts(stowed(withGear('02-ledge-sofa.nook.json', { tins })), /Tins: heavier than 2 kg/)).toHaveLength(1);
		expect(texts(stowed(withGear('02-ledge-sofa.nook.json', { tins: { ...tins, weight: 1 } })), /heavier/)).toEqual([]);
		// Left free they go low.
		const free: Gear = { ...tins };
		delete free.under;
		expect(texts(stowed(withGear('02-ledge-sofa.nook.json', { free })), /heavier/)).toEqual([]);
	});

	it('gas of which nobody has said where it goes when it escapes', () => {
		const gas = thing('Gas bottle', { traits: ['gas'], height: 250 });
		const asked = stowed(withGear('16-slat-couch.nook.json', { gas }));
		expect(asked.remarks.map(({ status, about }) => ({ status, about }))).toEqual([{ status: 'unmeasured', about: [1] }]);
		expect(texts(asked, /Gas bottle: can gas that escapes run out/)).toHaveLength(1);
		expect(texts(stowed(withGear('16-slat-couch.nook.json', { gas: { ...gas, vented: true } })), /gas/)).toEqual([]);
	});

	it('a wet net beside what is kept clean', () => {
		const net = thing('Net', { traits: ['wet'] });
		const cool = thing('Sample cool box', { traits: ['clean'] });
		const apart = stowed(
			withGear('12-narrow-cabinet.nook.json', { net: { ...net, height: 60 }, cool: { ...cool, height: 140, width: 150, length: 200 } })
		);
		expect(apart.left).toEqual([]);
		expect(new Set(apart.places.map(({ compartment }) => compartment)).size).toBe(2);
		const at = (x: number) => ({
			under: 'bed',
			pinned: [{ space: 'under', x, y: 10, z: 0, size: [300, 200, 150] as [number, number, number] }]
		});
		const put = stowed(withGear('08-folding-leaves.nook.json', { net: { ...net, ...at(0) }, cool: { ...cool, ...at(310) } }));
		expect(texts(put, /Net and Sample cool box lie together .* wet beside clean/)).toHaveLength(1);
		// Of two that nobody minds nothing is said.
		expect(
			texts(
				stowed(withGear('08-folding-leaves.nook.json', { net: { ...net, ...at(0) }, cool: { ...cool, ...at(310), traits: [] } })),
				/together/
			)
		).toEqual([]);
	});

	it('a bag that goes in only because it gives way', () => {
		const big = thing('Sleeping bag', { length: 300, width: 300, height: 290 });
		const box = stowed(withGear('08-folding-leaves.nook.json', { big }));
		expect(box.left[0].why).toMatch(/higher inside|laid on its side/);
		const bag = stowed(withGear('08-folding-leaves.nook.json', { big: { ...big, shape: 'bag' } }));
		expect(bag.left).toEqual([]);
		expect(along(bag.places[0].box)[2]).toBeLessThan(238);
	});

	it('what is left over says by how much: the same millimetres as it is moved', () => {
		const crate = (height: number) =>
			stowed(withGear('08-folding-leaves.nook.json', { crate: thing('Crate', { length: 400, width: 300, height }) }));
		const [one, two] = [crate(260), crate(270)];
		expect(two.left[0].change!.mm - one.left[0].change!.mm).toBe(10);
		expect(one.left[0].change!.axis).toBe('high');
		expect(crate(260 - one.left[0].change!.mm).left).toEqual([]);
	});

	it('what was put somewhere and is not possible there any more', () => {
		const pinned = [{ space: 'under', x: 0, y: 10, z: 0, size: [300, 200, 150] as [number, number, number] }];
		const pot = thing('Pot', { under: 'bed', pinned });
		expect(texts(stowed(withGear('08-folding-leaves.nook.json', { pot: { ...pot, height: 180 } })), /another size/)).toHaveLength(1);
		expect(
			texts(
				stowed(withGear('08-folding-leaves.nook.json', { pot: { ...pot, pinned: [{ ...pinned[0], space: 'gone' }] } })),
				/compartment is gone/
			)
		).toHaveLength(1);
		expect(
			texts(
				stowed(withGear('08-folding-leaves.nook.json', { pot: { ...pot, pinned: [{ ...pinned[0], x: 600 }] } })),
				/something is there now/
			)
		).toHaveLength(1);
	});

	it('things go where that goes which they are packed into, with their weight', () => {
		const found = stowed(
			withGear('16-slat-couch.nook.json', {
				crate: thing('Crate', { weight: 2 }),
				pan: thing('Pan', { into: 'crate', weight: 1, count: 3, used: 'each day' })
			})
		);
		expect(found.places).toHaveLength(1);
		expect(found.places[0].kg).toBe(5);
	});
});

describe('what somebody puts somewhere', () => {
	const crates = withGear('16-slat-couch.nook.json', { crate: thing('Crate', { length: 300, width: 250, height: 200, count: 3 }) });
	const moved = (by: number) => {
		const found = stowed(crates, 1);
		const [place] = found.places;
		const drawn: Box = { ...place.box, x: [place.box.x[0] + by, place.box.x[1] + by] };
		const edits = putAt(crates, place, drawn, 'from above');
		return { drawn, plan: edits && applyEdits(crates, edits) };
	};

	it('stands there, and the rest goes round it', () => {
		const { drawn, plan } = moved(40);
		const found = stowed(plan!, 5);
		expect(found.left).toEqual([]);
		const pinned = found.places.filter((place) => place.pinned);
		expect(pinned).toHaveLength(1);
		expect(pinned[0].box.x[0]).toBeCloseTo(drawn.x[0], 1);
		expect(found.remarks).toEqual([]);
	});

	it('stands beside a leg that it was drawn onto, and nowhere when it was drawn out of the vehicle', () => {
		for (let by = 0; by < 900; by += 45) {
			const { drawn, plan } = moved(by);
			expect(plan, `${by}`).toBeDefined();
			const found = stowed(plan!, 1);
			expect(texts(found, /cannot stay/)).toEqual([]);
			expect(Math.abs(found.places.find((place) => place.pinned)!.box.x[0] - drawn.x[0])).toBeLessThan(310);
		}
		expect(moved(3000).plan).toBeUndefined();
	});

	it('all of it stays when it is kept, and nothing does when it is let go', () => {
		const found = stowed(crates, 30);
		const kept = applyEdits(crates, keepAll(crates, found));
		const again = stowed(kept, 1);
		expect(again.places.map(({ gear, box }) => [gear, box])).toEqual(
			found.places.map(({ gear, box }) => [
				gear,
				Object.fromEntries(Object.entries(box).map(([axis, [a, b]]) => [axis, [expect.closeTo(a, 2), expect.closeTo(b, 2)]]))
			])
		);
		expect(again.places.every(({ pinned }) => pinned)).toBe(true);
		expect(applyEdits(kept, freeAll(kept)).gear.crate.pinned).toBeUndefined();
	});
});
