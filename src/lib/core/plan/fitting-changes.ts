import { looseEnds } from './changes';
import type { Edit } from './edit';
import type { Anchor, Contour, Fixture, Lined, NoDrill, Opening, Window, Zone } from './fittings';
import { freeId } from './id';
import { measurement, type Measurement } from './measurement';
import type { Plan } from './plan';
import type { RearBench, Seat } from './seat';
import { forgetAsides } from './set-aside';

const guess = (mm: number): Measurement => measurement(Math.round(mm), 'guessed');

/** Where a new thing of the vehicle starts out, until it is measured: mid-floor, hand-sized. */
const block = (x: number, [right, left]: [number, number], [low, high]: [number, number], length = 200) => ({
	start: guess(x),
	length: guess(length),
	right: guess(right),
	left: guess(left),
	low: guess(low),
	high: guess(high)
});

/** The tables of a vehicle that hold fittings. */
export type FittingTable = 'openings' | 'windows' | 'fixtures' | 'zones' | 'anchors' | 'noDrill' | 'contours';

/** Half-width and height of the room in its middle, for guesses. */
function room({ vehicle }: Plan): { middle: number; half: number; high: number } {
	const stations = Object.values(vehicle.stations);
	const station = stations[Math.floor(stations.length / 2)];
	return {
		middle: station.x,
		half: Object.values(station.widths)[0].left.mm,
		high: Object.values(station.ceiling)[0].z.mm
	};
}

const fixture = (plan: Plan, kind: Fixture['kind']): Fixture => {
	const { middle, half, high } = room(plan);
	const sizes = {
		step: block(middle, [-half, -half + 180], [0, 160], 500),
		pillar: block(middle, [half - 60, half + 40], [0, high], 120),
		'roof bar': block(middle, [-half, half], [high - 60, high], 60),
		console: block(plan.vehicle.length.mm - 700, [-110, 110], [0, 250], 600),
		pit: block(middle, [-250, 250], [-180, 0], 350)
	}[kind];
	return { name: kind[0].toUpperCase() + kind.slice(1), kind, ...sizes };
};

const zone = (): Zone => ({
	name: 'Spare wheel',
	reason: 'spare wheel',
	...block(150, [-320, 320], [0, 60], 640),
	from: 'above',
	rule: { type: 'reachable', uses: ['drive', 'day', 'night'], moves: 4 }
});

const anchor = (plan: Plan): Anchor => ({
	name: 'Ring',
	kind: 'ring',
	x: guess(300),
	y: guess(room(plan).half - 60),
	z: guess(20),
	direction: 'up'
});

const noDrill = (plan: Plan): NoDrill => ({
	name: 'Fuel tank',
	surface: 'floor',
	hazard: 'fuel',
	start: guess(plan.vehicle.length.mm * 0.4),
	length: guess(600),
	low: guess(-300),
	high: guess(300)
});

const opening = (plan: Plan): Opening => {
	const { middle, high } = room(plan);
	return {
		name: 'Side door',
		place: 'right',
		door: 'hinged',
		hinge: 'second',
		thickness: guess(90),
		sill: guess(90),
		head: guess(high - 100),
		edges: { low: { z: 90, first: guess(middle - 350), second: guess(middle + 350) } }
	};
};

/** Where a window of each kind sits before it is measured: over the waist, a hand's breadth inside the room. */
function pane(plan: Plan, name: string, place: Window['place']): Window {
	const { middle, half, high } = room(plan);
	const across: [number, number] = place === 'left' || place === 'right' ? [middle - 400, middle + 400] : [-half + 120, half - 120];
	const sill = Math.round(high * 0.5);
	return {
		name,
		place,
		frame: 'trim',
		opens: false,
		sill: guess(sill),
		head: guess(high - 120),
		edges: {
			low: { z: sill, first: guess(across[0]), second: guess(across[1]) },
			high: { z: Math.round(high - 120), first: guess(across[0] + 30), second: guess(across[1] - 30) }
		}
	};
}

/** Offsets at equal steps along the wall as it is known so far, from a batten 60 mm inside its narrowest place. */
function contour(plan: Plan, side: Contour['side']): Contour {
	const { middle, half } = room(plan);
	return {
		name: `${side === 'left' ? 'Left' : 'Right'} wall`,
		side,
		z: 300,
		reach: 80,
		clearance: 6,
		line: {
			type: 'batten',
			start: guess(Math.max(0, middle - 400)),
			step: 100,
			batten: guess(half - 60),
			offsets: Array.from({ length: 9 }, () => guess(60))
		}
	};
}

/** The things that a vehicle may have besides walls, arches and seats, by the words for adding them. */
export const FITTINGS = {
	opening: { table: 'openings', make: opening },
	'window on the left': { table: 'windows', make: (plan: Plan) => pane(plan, 'Left window', 'left') },
	'window on the right': { table: 'windows', make: (plan: Plan) => pane(plan, 'Right window', 'right') },
	'window at the rear': { table: 'windows', make: (plan: Plan) => pane(plan, 'Rear window', 'rear') },
	windscreen: { table: 'windows', make: (plan: Plan) => pane(plan, 'Windscreen', 'front') },
	step: { table: 'fixtures', make: (plan: Plan) => fixture(plan, 'step') },
	pillar: { table: 'fixtures', make: (plan: Plan) => fixture(plan, 'pillar') },
	'roof bar': { table: 'fixtures', make: (plan: Plan) => fixture(plan, 'roof bar') },
	console: { table: 'fixtures', make: (plan: Plan) => fixture(plan, 'console') },
	'pit in the floor': { table: 'fixtures', make: (plan: Plan) => fixture(plan, 'pit') },
	'space to keep clear': { table: 'zones', make: zone },
	'ring or thread': { table: 'anchors', make: anchor },
	'area not to drill': { table: 'noDrill', make: noDrill },
	'left wall, scribed': { table: 'contours', make: (plan: Plan) => contour(plan, 'left') },
	'right wall, scribed': { table: 'contours', make: (plan: Plan) => contour(plan, 'right') }
} satisfies Record<string, { table: FittingTable; make: (plan: Plan) => { name: string } }>;
export type FittingName = keyof typeof FITTINGS;

/** Edits that add a fitting, all sizes guessed; its id comes with them. */
export function addFitting(plan: Plan, what: FittingName): { id: string; edits: Edit[] } {
	const { table, make } = FITTINGS[what];
	const entry = make(plan);
	const id = freeId(plan.vehicle[table], entry.name);
	return { id, edits: [{ path: ['vehicle', table, id], value: entry }] };
}

/** Edits that take a fitting out; an opening leaves every mode as well, an anchor whatever it holds. */
export const removeFitting = (plan: Plan, table: FittingTable, id: string): Edit[] => [
	...(table === 'anchors' ? looseEnds(plan, (held) => 'anchor' in held && held.anchor === id) : []),
	...(table === 'openings' ? Object.entries(plan.modes) : [])
		.filter(([, mode]) => Object.hasOwn(mode.doors, id))
		.map(([mode]): Edit => ({ path: ['modes', mode, 'doors', id], value: undefined })),
	...forgetAsides(plan, id),
	{ path: ['vehicle', table, id], value: undefined }
];

/** Edits that add a layer to the lining of floor, walls or roof. */
export const addLayer = ({ vehicle }: Plan, area: Lined): Edit[] => [
	{
		path: ['vehicle', 'lining', area, freeId(vehicle.lining[area], 'layer')],
		value: {
			material: { floor: 'Plywood', wall: 'Insulation', roof: 'Insulation' }[area],
			thickness: { floor: 9, wall: 10, roof: 10 }[area]
		}
	}
];

/** What a seat may do besides what every seat of its type does, with the size that it then has, guessed from the ones it has. */
interface SeatFeature {
	key: string;
	make: (seat: Seat) => unknown;
}
const headRest: SeatFeature = { key: 'headRest', make: () => guess(140) };
export const SEAT_FEATURES: Record<Seat['type'], Record<string, SeatFeature>> = {
	'front seat': {
		'folds flat forward': { key: 'folded', make: (seat) => guess(seat.cushionHeight.mm + 130) },
		'has a head rest that comes out': headRest
	},
	'rear bench': {
		tumbles: {
			key: 'tumbled',
			make: (bench) => ({ rear: guess(bench.back.mm + 250), length: guess(420), height: guess(bench.top.mm) })
		},
		'gives up its cushion': { key: 'pan', make: (bench) => guess(bench.cushionHeight.mm - 130) },
		slides: { key: 'slide', make: () => guess(150) },
		'has a head rest that comes out': headRest,
		'tilts when folded': { key: 'foldedTilt', make: () => guess(10) },
		'has a foot well before it': { key: 'well', make: () => ({ length: guess(320), depth: guess(90) }) }
	}
};

/** Edits that give a seat a feature of its type with guessed sizes, or take it away. */
export function setSeatFeature({ vehicle }: Plan, id: string, feature: string, has: boolean): Edit[] {
	const seat = vehicle.seats[id];
	const { key, make } = SEAT_FEATURES[seat.type][feature];
	return [{ path: ['vehicle', 'seats', id, key], value: has ? make(seat) : undefined }];
}

/** Edits that add a step to the folded surface of a bench. */
export function addFoldedStep({ vehicle }: Plan, id: string): Edit[] {
	const bench = vehicle.seats[id] as RearBench;
	const step = { at: guess(bench.foldedLength.mm / 2), rise: guess(20) };
	return [{ path: ['vehicle', 'seats', id, 'foldedSteps', freeId(bench.foldedSteps, 'step')], value: step }];
}
