import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { interiorOf } from '../derive';
import { area } from '../geometry/polygon';
import { leastHalfWidth } from '../interior';
import { starterPlan, STARTING_STOCK, type Vehicle } from '../plan';
import { exact, plainVehicle } from '../testing/plans';
import { randomVehicle } from '../testing/random';
import { times } from '../testing/thorough';
import { assembleDesign, type Made } from './assemble';
import { designSchema, type Design, type Nodes } from './schema';

const made = (nodes: Nodes, rest: Partial<Design> = {}, vehicle: Vehicle = plainVehicle([[0, 800]], 1900, 4000)): Made =>
	assembleDesign(designSchema.parse({ asBuilt: 'As built', sizes: {}, nodes, poses: {}, ...rest }), {
		interior: interiorOf(vehicle),
		seats: vehicle.seats,
		neighbours: [],
		stock: STARTING_STOCK,
		given: { start: 200, height: 400 }
	});
const board = (more: object = {}) =>
	({
		kind: 'panel',
		stock: 'ply-12',
		normal: 'z',
		x: { from: 100, size: 600 },
		y: { from: -200, to: 200 },
		z: { to: 'height' },
		...more
	}) as never;
const leg = (x: number | string, y: number | string, more: object = {}) =>
	({
		kind: 'bar',
		stock: 'batten-45x45',
		along: 'z',
		wide: 'x',
		x: { from: x },
		y: { from: y },
		z: { from: 'floor', to: 388 },
		...more
	}) as never;
const faultsOf = ({ faults }: Made) => faults.map(({ path, message }) => `${path}: ${message}`);
const part = ({ assembly }: Made, id: string) => assembly.parts.find((one) => one.id === id)!;

describe('where nodes stand', () => {
	it('follows from each other, whatever order they are written in', () => {
		const { boxes } = made({
			top: board({ x: { from: 'low.front - 100', to: 'low.front' } }),
			low: board({ z: { from: 'floor' }, x: { middle: 1000, size: 'top.wide' } })
		});
		expect(boxes.get('top')).toEqual({ x: [1100, 1200], y: [-200, 200], z: [388, 400] });
		expect(boxes.get('low')).toEqual({ x: [800, 1200], y: [-200, 200], z: [0, 12] });
	});
	it('a circle is told with its members, and everything else is made', () => {
		const found = made({ a: board({ x: { from: 'b.front', size: 10 } }), b: board({ x: { from: 'a.front', size: 10 } }), c: board() });
		expect(faultsOf(found)[0]).toMatch(/a: It goes round in a circle: a\.x → b\.x → a\.x/);
		expect(found.assembly.parts.map(({ id }) => id)).toEqual(['c']);
		expect(found.assembly.innerMargins.filter(({ margin }) => margin < 0).length).toBeGreaterThanOrEqual(2);
	});
	it('between the walls it is as wide as they are where they are narrowest over its own length and height', () =>
		fc.assert(
			fc.property(randomVehicle, fc.integer({ min: 300, max: 900 }), (vehicle, height) => {
				const { boxes } = made(
					{ shelf: board({ x: { from: 900, size: 400 }, y: { from: 'wall.right', to: 'wall.left' }, z: { to: height } }) },
					{},
					{ ...vehicle, arches: {} }
				);
				const interior = interiorOf({ ...vehicle, arches: {} });
				const wall = (side: 'left' | 'right') => Math.floor(leastHalfWidth(interior, side, [900, 1300], [height - 12, height]));
				expect(boxes.get('shelf')!.y).toEqual([-wall('right'), wall('left')]);
			}),
			{ numRuns: times(50) }
		));
	it('a mirror image stands as far from its own wall, with its corners and hinges turned over', () =>
		fc.assert(
			fc.property(randomVehicle, (vehicle) => {
				const nodes: Nodes = {
					both: {
						kind: 'mirror',
						nodes: {
							flap: {
								kind: 'group',
								joint: { kind: 'hinge', axis: 'x', y: 'shelf.left', z: 'shelf.top', turns: 90 },
								nodes: { shelf: board({ y: { to: 'wall.left - 20', size: 150 }, clips: { 'rear-left': { x: 50, y: 30 } } }) }
							}
						}
					}
				};
				const found = made(nodes, {}, vehicle);
				const interior = interiorOf(vehicle);
				const [left, right] = ['both.drawn.flap.shelf', 'both.mirrored.flap.shelf'].map((path) => found.boxes.get(path)!);
				const mirrored = made(
					nodes,
					{},
					{ ...vehicle, stations: Object.fromEntries(Object.entries(vehicle.stations).map(([id, one]) => [id, swapped(one)])) }
				);
				// In the vehicle with its walls exchanged the two have changed places.
				const exchanged = mirrored.boxes.get('both.drawn.flap.shelf')!;
				expect([-exchanged.y[1], -exchanged.y[0]]).toEqual(right.y);
				expect(left.y[1]).toBeLessThanOrEqual(leastHalfWidth(interior, 'left', left.x, left.z));
				const joints = found.assembly.links.flatMap(({ joint }) => (joint.type === 'hinge' ? [joint] : []));
				expect(joints[0].axis.x).toBe(-joints[1].axis.x);
				expect(joints[1].origin.y).toBe(right.y[0]);
			}),
			{ numRuns: times(30) }
		));
	it('a repeat counts from nothing, and one of it is asked by its number', () => {
		const { boxes } = made({
			slats: { kind: 'repeat', count: 5, nodes: { slat: board({ x: { from: '100 + index * 100', size: '50 + count' } }) } },
			beyond: board({ x: { from: 'slats[4].slat.front', to: 'slats.front + 20' } })
		});
		expect([0, 1, 4].map((i) => boxes.get(`slats.${i}.slat`)!.x)).toEqual([
			[100, 155],
			[200, 255],
			[500, 555]
		]);
		expect(boxes.get('beyond')!.x).toEqual([555, 575]);
	});
	it('places of seats and arches are as measured', () => {
		const plan = starterPlan('Test', 'four-wheel-drive estate');
		const [id, bench] = Object.entries(plan.vehicle.seats).find(([, seat]) => seat.type === 'rear bench')!;
		const { boxes, faults } = made(
			{ section: board({ x: { to: `seat["${id}"].back - 30`, size: 300 }, y: { from: 'arch.right.inner', to: 'arch.left.inner' } }) },
			{},
			plan.vehicle
		);
		expect(faults).toEqual([]);
		expect(boxes.get('section')!.x[1]).toBe(bench.back.mm - 30);
		const [arch] = interiorOf(plan.vehicle).arches;
		expect(boxes.get('section')!.y[1]).toBeCloseTo(arch.inner, 6);
	});
});

/** A station with its walls exchanged. */
const swapped = (one: Vehicle['stations'][string]): Vehicle['stations'][string] => ({
	...one,
	widths: Object.fromEntries(
		Object.entries(one.widths).map(([id, width]) => [id, { ...width, left: width.right ?? width.left, right: width.left }])
	)
});

describe('shapes of boards', () => {
	const areaOf = (found: Made, id = 'board') => Math.abs(area(part(found, id).outline));
	it('a clipped corner takes a triangle away', () => {
		const found = made({ board: board({ clips: { 'front-left': { x: 100, y: 60 }, 'rear-right': { x: 40, y: 40 } } }) });
		expect(areaOf(found)).toBeCloseTo(600 * 400 - (100 * 60) / 2 - (40 * 40) / 2, 3);
	});
	it('what is cut out within it is a hole, what reaches its edge a notch', () => {
		const hole = made({ board: board({ cutOuts: { hand: { x: { from: 300, size: 90 }, y: { middle: 0, size: 30 } } } }) });
		expect(areaOf(hole)).toBeCloseTo(600 * 400, 3);
		expect(Math.abs(area(part(hole, 'board').cutOuts![0].outline))).toBeCloseTo(90 * 30, 3);
		const notch = made({ board: board({ cutOuts: { post: { x: { from: 50, to: 150 }, y: { middle: 0, size: 45 } } } }) });
		expect(areaOf(notch)).toBeCloseTo(600 * 400 - 50 * 45, 3);
		expect(part(notch, 'board').cutOuts).toBeUndefined();
	});
	it('an upright board has corners too, and none that it has not', () => {
		const upright = { normal: 'y', y: { from: 0 }, z: { from: 0, to: 300 } };
		expect(areaOf(made({ board: board({ ...upright, clips: { 'top-rear': { x: 100, z: 100 } } }) }))).toBeCloseTo(600 * 300 - 5000, 3);
		expect(faultsOf(made({ board: board({ ...upright, clips: { 'top-left': { y: 10, z: 10 } } }) }))[0]).toMatch(/no corner/);
	});
	it('an edge that follows a leaning wall lies along it with its gap', () => {
		const vehicle = plainVehicle([[0, 800]], 1900, 4000);
		vehicle.stations.front.widths.w0.left = exact(600);
		const found = made({ board: board({ x: { from: 1000, to: 2000 }, y: { from: 0, to: 800 }, follows: { left: 10 } }) }, {}, vehicle);
		// 750 to 700 over its length, less the gap: a trapezium, but for what square to the wall differs from across.
		expect(areaOf(found)).toBeCloseTo(1000 * (725 - 10), -3);
	});
	it('what is not left is told', () => {
		expect(faultsOf(made({ board: board({ x: { from: 500, to: 400 } }) }))[0]).toMatch(/-100 mm long/);
		expect(faultsOf(made({ board: board({ cutOuts: { all: {} } }) }))[0]).toMatch(/leave nothing/);
		expect(faultsOf(made({ board: board({ stock: 'ply-99' }) }))[0]).toMatch(/no sheet/);
		expect(faultsOf(made({ board: board({ z: { from: 0, to: 30 } }) }))[0]).toMatch(/Its stock is 12 mm/);
		expect(faultsOf(made({ rail: leg(0, 0, { wide: 'z' }) }))[0]).toMatch(/across it/);
	});
});

describe('what cannot be worked out is told, and everything else is made', () => {
	const hinged = (more: object): Nodes[string] => ({
		kind: 'group',
		joint: { kind: 'hinge', axis: 'y', x: 100, z: 400, turns: 90 },
		nodes: { leaf: board(), ...more } as Nodes
	});
	it('of something in a group with a hinge', () => {
		const found = made({ lid: hinged({ rib: board({ z: { from: 'Infinity' } }) }) });
		expect(faultsOf(found)).toEqual([expect.stringMatching(/nothing called “Infinity”/)]);
		expect(found.assembly.parts.map(({ id }) => id)).toEqual(['lid-leaf']);
		expect(found.assembly.hardware).toEqual([{ name: 'Hinge', count: 2 }]);
	});
	it('of a cushion in one of the ways in which a piece stands', () => {
		const at = { x: { from: 100, size: 600 }, y: { from: -200, size: 400 }, z: { from: 400, size: 80 } };
		const up = { called: 'Up', joints: {}, pads: { pad: { ...at, x: { from: 'nowhere', size: 600 } } }, startsFor: ['day' as const] };
		const found = made({ board: board(), pad: { kind: 'pad', foam: 'medium', role: 'mattress', ...at } }, { poses: { up } });
		expect(faultsOf(found)).toEqual([expect.stringMatching(/nothing called “nowhere”/)]);
		expect(Object.keys(found.assembly.pads[0].places)).toEqual(['as-built']);
	});
});

describe('what carries what', () => {
	const loose = ({ assembly }: Made) => assembly.innerMargins.filter(({ id }) => id.startsWith('carries-')).map(({ id }) => id);
	it('a board on legs, and what is screwed against it', () => {
		const found = made({
			board: board(),
			a: leg(100, -200),
			b: leg(655, 155),
			edge: board({ normal: 'y', y: { from: 200 }, x: { from: 100, to: 700 }, z: { from: 340, to: 400 } })
		});
		expect(loose(found)).toEqual([]);
		expect(found.assembly.supports).toContainEqual({ part: 'board', by: 'a', kind: 'leg' });
		expect(found.assembly.supports).toContainEqual({ part: 'edge', by: 'board', kind: 'ledger' });
	});
	it.each([
		['a foot above the floor', { board: board(), a: leg(100, 0, { z: { from: 270, to: 388 } }) }, ['carries-board', 'carries-a']],
		['a board above its leg', { board: board({ z: { to: 450 } }), a: leg(100, 0) }, ['carries-board']],
		['a leg beside its board', { board: board(), a: leg(0, 0), b: leg(755, 0) }, ['carries-board']],
		['a corner on a corner', { board: board(), a: leg(57, -243) }, ['carries-board']]
	])('%s carries nothing', (_, nodes, expected) => expect(loose(made(nodes as Nodes))).toEqual(expected));
	it('a foot finds the step or the bottom of the pit that it stands on', () => {
		const vehicle = plainVehicle([[0, 800]], 1900, 4000);
		const block = (kind: 'step' | 'pit', low: number, high: number) =>
			({
				name: kind,
				kind,
				start: exact(0),
				length: exact(1000),
				right: exact(-800),
				left: exact(800),
				low: exact(low),
				high: exact(high)
			}) as const;
		const foot = (fixtures: Vehicle['fixtures']) => made({ a: leg(100, 0) }, {}, { ...vehicle, fixtures }).boxes.get('a')?.z[0];
		expect([foot({}), foot({ s: block('step', 0, 120) }), foot({ p: block('pit', -150, 0) })]).toEqual([0, 120, -150]);
	});
	it('what is screwed to the wall says how far the wall is', () => {
		const margin = (y: number) =>
			made({ rail: leg(100, y, { along: 'x', wide: 'z', x: { from: 0, to: 900 }, z: { from: 300 }, held: 'wall' }) }).assembly
				.innerMargins[0];
		expect(margin(755)).toMatchObject({ margin: 60 });
		expect(margin(600).margin).toBe(60 - 155);
	});
	it('what lies on something below asks for it at both ends of its length', () => {
		const { rests } = made({ board: board({ held: 'what is below' }) }).assembly;
		expect(rests.map(({ box }) => box.x)).toEqual([
			[100, 130],
			[670, 700]
		]);
		const own = made({ board: board({ held: 'what is below', edges: ['left'] }) }).assembly.rests;
		expect(own.map(({ box }) => box.y)).toEqual([[170, 200]]);
	});
});

describe('what moves', () => {
	const lid = (called: string, x: [number, number], more: object = {}): Nodes[string] => ({
		kind: 'group',
		called,
		joint: { kind: 'hinge', axis: 'y', x: x[0], z: 412, turns: -100 },
		opens: ['day'],
		nodes: { leaf: board({ x: { from: x[0], to: x[1] }, z: { from: 400 }, ...more }) }
	});
	it('opens by itself, in a state of its own, and is asked when it must', () => {
		const { assembly } = made({ base: board(), a: leg(100, 0), lid: lid('Lid', [100, 400]) });
		expect(assembly.states.map(({ id }) => id)).toEqual(['as-built', 'open-lid']);
		expect(assembly.fronts).toEqual([{ id: 'lid', name: 'Lid', from: 'as-built', to: 'open-lid', uses: ['day'] }]);
		expect(assembly.moves[0].steps).toEqual([
			expect.objectContaining({
				words: 'Turn the lid over',
				back: 'Turn the lid back',
				joints: { lid: expect.closeTo((100 * Math.PI) / 180, 9) }
			})
		]);
		expect(assembly.supports).toContainEqual({ part: 'lid-leaf', by: 'base', kind: 'board' });
		expect(assembly.hardware).toEqual([{ name: 'Hinge', count: 2 }]);
	});
	it('own parts let each other pass: what lies on top is opened first', () => {
		// The under lid is written first, and the upper one lies on it.
		const { assembly } = made(
			{
				base: board(),
				a: leg(100, 0),
				under: lid('Under', [100, 400]),
				upper: {
					...lid('Upper', [150, 450], { z: { from: 412 } }),
					joint: { kind: 'hinge', axis: 'y', x: 450, z: 424, turns: 100 }
				} as Nodes[string]
			},
			{ poses: { both: { called: 'Both open', joints: { under: 1, upper: 1 }, startsFor: ['night'] } } }
		);
		const [move] = assembly.moves.filter(({ to }) => to === 'both');
		expect(move.steps.map(({ words }) => words)).toEqual(['Turn the upper over', 'Turn the under over']);
		expect(assembly.states.map(({ id, startsFor }) => [id, startsFor])).toContainEqual(['as-built', ['drive', 'day']]);
	});
	it('a drawer runs on its slides, and is got at from above where it has come out', () => {
		const side = (y: number) => board({ normal: 'y', x: { from: 100, to: 580 }, y: { from: y }, z: { from: 12, to: 340 } });
		const { assembly } = made({
			top: board(),
			a: leg(655, 0),
			drawer: {
				kind: 'group',
				joint: { kind: 'slide', axis: 'x', by: -450 },
				opens: ['day'],
				drawer: { slide: 'full extension', content: 20 },
				nodes: {
					bottom: board({ x: { from: 100, to: 580 }, z: { from: 0 } }),
					right: side(-200),
					left: side(188),
					inside: { kind: 'space', called: 'In it', x: { from: 100, to: 580 }, y: { from: -188, to: 188 }, z: { from: 12, to: 340 } }
				}
			}
		});
		expect(assembly.drawers).toEqual([
			expect.objectContaining({ extension: 450, towards: { x: -1, y: 0, z: 0 }, content: 20, states: ['open-drawer'] })
		]);
		const top = assembly.spaces[0].access.find(({ face }) => face === 'top')!;
		expect(top.states).toEqual(['open-drawer']);
	});
	it('a mattress in two halves is one bed, and none once a half is carried out', () => {
		const half = (y: number, name: string): Nodes => ({
			[name]: {
				kind: 'group',
				joint: { kind: 'carried' },
				nodes: {
					pad: {
						kind: 'pad',
						foam: 'medium',
						role: 'mattress',
						x: { from: 100, size: 1900 },
						y: { from: y, size: 500 },
						z: { from: 'height', size: 80 }
					}
				}
			}
		});
		const { assembly } = made(
			{ base: board(), a: leg(100, 0), ...half(0, 'one'), ...half(-500, 'two') },
			{ poses: { day: { called: 'By day', joints: {}, out: ['two'], startsFor: ['day'] } } }
		);
		const width = (state: string) => {
			const [bed] = assembly.surfaces.filter(({ use, states }) => use === 'sleep' && states.includes(state));
			return Math.max(...bed.outline.map(({ y }) => y)) - Math.min(...bed.outline.map(({ y }) => y));
		};
		expect([width('as-built'), width('day')]).toEqual([1000, 500]);
		expect(assembly.moves[0].steps).toEqual([expect.objectContaining({ words: 'Take the two out', takesOut: ['two'] })]);
	});
	it('bars side by side under a mattress are slats', () => {
		const { assembly } = made({
			slats: {
				kind: 'repeat',
				count: 8,
				nodes: {
					slat: leg('100 + index * 110', 0, { stock: 'slat-70x18', along: 'y', wide: 'x', y: { from: -300, to: 300 }, z: { to: 'height' } })
				}
			},
			pad: {
				kind: 'pad',
				foam: 'medium',
				role: 'mattress',
				x: { from: 100, to: 940 },
				y: { from: -300, to: 300 },
				z: { from: 'height', size: 80 }
			}
		});
		expect(assembly.slats).toEqual([
			expect.objectContaining({ state: 'as-built', slat: 70, gap: 40, open: expect.closeTo(1 - 560 / 840, 6) })
		]);
	});
});

/** Sums that mean something, and some that do not. */
const anySize = fc.oneof(
	fc.integer({ min: -500, max: 3000 }),
	fc.constantFrom(
		'start',
		'height - 12',
		'wall.left - 10',
		'a.top',
		'b.left',
		'c.front + 5',
		'floor',
		'ceiling',
		'arch.left.top',
		'seat.x.back',
		'rear',
		'nothing',
		'a',
		'1 / 0'
	)
);
const anySpan = fc.oneof(
	fc.record({ from: anySize }),
	fc.record({ from: anySize, to: anySize }),
	fc.record({ middle: anySize, size: anySize }),
	fc.record({ to: anySize })
);
const anyLeaf = fc.oneof(
	fc.record({
		kind: fc.constant('panel'),
		stock: fc.constantFrom('ply-12', 'gone'),
		normal: fc.constantFrom('x', 'y', 'z'),
		x: anySpan,
		y: anySpan,
		z: anySpan
	}),
	fc.record({
		kind: fc.constant('bar'),
		stock: fc.constant('batten-45x45'),
		along: fc.constantFrom('x', 'y', 'z'),
		wide: fc.constantFrom('x', 'y', 'z'),
		x: anySpan,
		y: anySpan,
		z: anySpan
	}),
	fc.record({ kind: fc.constant('space'), x: anySpan, y: anySpan, z: anySpan })
);
const anyGroup = (inner: fc.Arbitrary<unknown>) =>
	fc.oneof(
		fc.record({ kind: fc.constant('mirror'), nodes: fc.record({ a: inner, b: inner }) }),
		fc.record({ kind: fc.constant('repeat'), count: anySize, nodes: fc.record({ c: inner }) }),
		fc.record({
			kind: fc.constant('group'),
			joint: fc.oneof(
				fc.record({ kind: fc.constant('slide'), axis: fc.constantFrom('x', 'y', 'z'), by: anySize }),
				fc.record({ kind: fc.constant('hinge'), axis: fc.constantFrom('x', 'y', 'z'), x: anySize, turns: anySize }),
				fc.record({ kind: fc.constant('carried') })
			),
			opens: fc.constant(['day']),
			nodes: fc.record({ a: inner, c: inner })
		})
	);

it('whatever is written, an assembly comes out, of finite sizes, and what is missing is told', () =>
	fc.assert(
		fc.property(
			fc.record({ a: anyLeaf, b: anyLeaf, c: fc.oneof(anyLeaf, anyGroup(anyLeaf)), d: anyGroup(fc.oneof(anyLeaf, anyGroup(anyLeaf))) }),
			randomVehicle,
			(nodes, vehicle) => {
				const found = made(nodes as unknown as Nodes, {}, vehicle);
				const numbers = JSON.stringify(found.assembly, (_, value) =>
					typeof value === 'number' && !Number.isFinite(value) ? 'NOT FINITE' : value
				);
				expect(numbers).not.toContain('NOT FINITE');
				const links = new Set(found.assembly.links.map(({ id }) => id));
				for (const { link } of found.assembly.parts) expect(links).toContain(link);
				for (const { message } of found.faults) expect(message.length).toBeGreaterThan(10);
			}
		),
		{ numRuns: times(150) }
	));

it('rows in rows are bounded, and soon', () => {
	const row = (nodes: Nodes): Nodes => ({ row: { kind: 'repeat', count: 60, nodes } });
	const found = made(row(row(row(row({ board: board() })))));
	expect(found.faults.length).toBeGreaterThan(0);
	expect(found.assembly.parts.length).toBeLessThanOrEqual(400);
	expect(faultsOf(found).join()).toMatch(/too many to work out|are worked out/);
});
