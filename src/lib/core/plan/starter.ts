import { piecewise, valueAt } from '../geometry/piecewise';
import { measurement, type Measurement } from './measurement';
import type { Mode, Plan } from './plan';
import type { FrontSeat, Seat } from './seat';
import type { Use } from './use';
import { defaultSetting } from './seat-setting';
import { STARTING_BUILD } from './build';
import { STARTING_STOCK } from './stock';
import type { Opening } from './fittings';
import type { BodyStyle, Vehicle } from './vehicle';

/** Rough shape of a body style: what anybody would guess of it. All in mm; widths are half-widths. */
interface Shape {
	length: number;
	/** Height of the ceiling: at the rear, amidships, ahead; and how much lower it is 450 mm off the middle. */
	ceiling: [number, number, number];
	crown: number;
	/** Half-widths by height at the rear and ahead. */
	walls: [z: number, rear: number, ahead: number][];
	/** Rear door: how far forward it leans, by height. */
	rear: [z: number, x: number][];
	corner: [along: number, across: number];
	arch: { start: number; floorLength: number; topLength: number; height: number; inner: number; edge: number };
	/** Foot of the front backrests, slid back; their width and distance from the middle; height of the right one folded forward. */
	front: { back: number; y: number; width: number; foot: number; top: number; folded?: number };
	/** Rear bench, where there is one. */
	bench?: { back: number; width: number; top: number; foldedHeight: [rear: number, front: number]; removable: boolean };
	/** How the rear opens, its clear height and how much narrower than the room it is on each side, below and above. */
	rearDoor: { door: Opening['door']; sill: number; head: number; frame: [low: number, high: number] };
	/** Sliding or hinged side door: from where to where along, where there is one. */
	sideDoor?: { door: Opening['door']; start: number; length: number; sill: number; head: number; side: 'both' | 'right' };
}

const SHAPES: Record<BodyStyle, Shape> = {
	'long high van': {
		rearDoor: { door: 'double', sill: 60, head: 1760, frame: [60, 50] },
		sideDoor: { door: 'sliding', start: 1750, length: 1230, sill: 90, head: 1700, side: 'right' },
		length: 4150,
		ceiling: [1880, 1910, 1900],
		crown: 60,
		walls: [
			[0, 870, 880],
			[600, 900, 910],
			[1200, 880, 890],
			[1750, 780, 790]
		],
		rear: [
			[0, 0],
			[1200, 30],
			[1800, 90]
		],
		corner: [40, 60],
		arch: { start: 700, floorLength: 900, topLength: 620, height: 300, inner: 690, edge: 40 },
		front: { back: 3080, y: 420, width: 520, foot: 380, top: 1250 }
	},
	'small van': {
		rearDoor: { door: 'lifting', sill: 40, head: 1090, frame: [70, 50] },
		sideDoor: { door: 'sliding', start: 980, length: 640, sill: 60, head: 1060, side: 'both' },
		length: 2880,
		ceiling: [1170, 1210, 1220],
		crown: 50,
		walls: [
			[0, 720, 740],
			[450, 760, 770],
			[800, 730, 745],
			[1100, 610, 630]
		],
		rear: [
			[0, 0],
			[700, 25],
			[1150, 110]
		],
		corner: [60, 80],
		arch: { start: 420, floorLength: 760, topLength: 420, height: 270, inner: 590, edge: 40 },
		front: { back: 1790, y: 370, width: 500, foot: 260, top: 1060 }
	},
	'seven-seat minivan': {
		rearDoor: { door: 'lifting', sill: 50, head: 960, frame: [60, 60] },
		sideDoor: { door: 'sliding', start: 1250, length: 760, sill: 80, head: 1020, side: 'both' },
		length: 3220,
		ceiling: [1060, 1150, 1170],
		crown: 60,
		walls: [
			[0, 600, 760],
			[500, 680, 800],
			[800, 640, 760],
			[1050, 520, 620]
		],
		rear: [
			[0, 0],
			[600, 40],
			[1050, 260]
		],
		corner: [90, 120],
		arch: { start: 260, floorLength: 820, topLength: 480, height: 300, inner: 560, edge: 60 },
		front: { back: 2150, y: 390, width: 520, foot: 250, top: 1080 },
		bench: { back: 1180, width: 1250, top: 900, foldedHeight: [330, 350], removable: true }
	},
	'four-wheel-drive estate': {
		rearDoor: { door: 'lifting', sill: 60, head: 800, frame: [70, 60] },
		sideDoor: { door: 'hinged', start: 720, length: 820, sill: 90, head: 860, side: 'both' },
		length: 2760,
		ceiling: [880, 960, 1000],
		crown: 60,
		walls: [
			[0, 540, 680],
			[400, 620, 720],
			[650, 580, 680],
			[900, 450, 540]
		],
		rear: [
			[0, 0],
			[450, 60],
			[900, 440]
		],
		corner: [120, 140],
		arch: { start: 220, floorLength: 760, topLength: 420, height: 250, inner: 500, edge: 70 },
		front: { back: 1700, y: 370, width: 510, foot: 220, top: 980, folded: 430 },
		bench: { back: 830, width: 1240, top: 780, foldedHeight: [230, 270], removable: false }
	},
	'small hatchback': {
		rearDoor: { door: 'lifting', sill: 110, head: 720, frame: [80, 60] },
		sideDoor: { door: 'hinged', start: 560, length: 700, sill: 110, head: 800, side: 'both' },
		length: 2480,
		ceiling: [800, 900, 940],
		crown: 60,
		walls: [
			[0, 480, 640],
			[350, 560, 670],
			[600, 520, 630],
			[850, 400, 500]
		],
		rear: [
			[0, 0],
			[350, 50],
			[800, 460]
		],
		corner: [130, 150],
		arch: { start: 160, floorLength: 640, topLength: 320, height: 230, inner: 450, edge: 70 },
		front: { back: 1420, y: 340, width: 480, foot: 200, top: 930, folded: 400 },
		bench: { back: 640, width: 1160, top: 720, foldedHeight: [240, 300], removable: true }
	},
	'two-door off-roader': {
		rearDoor: { door: 'hinged', sill: 40, head: 930, frame: [60, 60] },
		sideDoor: { door: 'hinged', start: 900, length: 900, sill: 120, head: 920, side: 'both' },
		length: 2300,
		ceiling: [1020, 1060, 1070],
		crown: 40,
		walls: [
			[0, 500, 620],
			[450, 640, 680],
			[750, 620, 660],
			[1000, 520, 560]
		],
		rear: [
			[0, 0],
			[600, 15],
			[1000, 60]
		],
		corner: [50, 70],
		arch: { start: 120, floorLength: 720, topLength: 560, height: 330, inner: 470, edge: 30 },
		front: { back: 1230, y: 350, width: 480, foot: 240, top: 1040, folded: 440 },
		bench: { back: 520, width: 900, top: 860, foldedHeight: [380, 400], removable: true }
	}
};

const guess = (mm: number): Measurement => measurement(Math.round(mm), 'guessed');

/** A vehicle of a body style in which every size is a guess, so that a plan has something to stand in until it is measured. */
export function starterVehicle(bodyStyle: BodyStyle, name: string): Vehicle {
	const shape = SHAPES[bodyStyle];
	const spots = [
		Math.round(shape.rear.at(-1)![1] / 10) * 10 + 150,
		Math.round((shape.length * 0.4) / 10) * 10,
		Math.round((shape.length * 0.72) / 10) * 10
	];
	const stations = spots.map((x, i) => {
		const share = x / spots[2];
		const widths = shape.walls.map(([z, rear, ahead]) => {
			const f = piecewise([
				[0, rear],
				[1, ahead]
			]);
			return [`w${z}`, { z, left: guess(valueAt(f, share)) }] as const;
		});
		const ceiling = [
			['c0', { y: 0, z: guess(shape.ceiling[i]) }],
			['c450', { y: 450, z: guess(shape.ceiling[i] - shape.crown) }]
		] as const;
		return [`station-${i + 1}`, { x, widths: Object.fromEntries(widths), ceiling: Object.fromEntries(ceiling) }] as const;
	});
	const { arch } = shape;
	return {
		name,
		bodyStyle,
		length: guess(shape.length),
		stations: Object.fromEntries(stations),
		rear: {
			profile: Object.fromEntries(shape.rear.filter(([z]) => z > 0).map(([z, x]) => [`p${z}`, { z, x: guess(x) }])),
			cornerAlong: guess(shape.corner[0]),
			cornerAcross: guess(shape.corner[1])
		},
		arches: {
			arches: {
				side: 'both',
				start: guess(arch.start),
				floorLength: guess(arch.floorLength),
				topLength: guess(arch.topLength),
				height: guess(arch.height),
				inner: guess(arch.inner),
				edge: guess(arch.edge)
			}
		},
		seats: seatsOf(shape),
		openings: openingsOf(shape),
		windows: {},
		fixtures: {},
		zones: {},
		anchors: {},
		noDrill: {},
		contours: {},
		diagonals: {},
		lining: { included: true, floor: {}, wall: {}, roof: {} }
	};
}

/** Rear and side doors: their clear outlines lie a frame's width inside the walls. */
function openingsOf({ rearDoor, sideDoor, walls, rear }: Shape): Record<string, Opening> {
	const half = piecewise(walls.map(([z, width]) => [z, width] as const));
	const { sill, head, frame } = rearDoor;
	const heights = [...new Set([sill, ...rear.map(([z]) => z).filter((z) => z > sill && z < head), head])];
	const atRear = heights.map((z, i) => {
		const width = valueAt(half, z) - (frame[0] + ((frame[1] - frame[0]) * i) / (heights.length - 1));
		return [`e${z}`, { z, first: guess(-width), second: guess(width) }] as const;
	});
	const openings: Record<string, Opening> = {
		rear: {
			name: rearDoor.door === 'lifting' ? 'Tailgate' : rearDoor.door === 'double' ? 'Rear doors' : 'Rear door',
			place: 'rear',
			door: rearDoor.door,
			hinge: 'first',
			thickness: guess(60),
			sill: guess(sill),
			head: guess(head),
			edges: Object.fromEntries(atRear)
		}
	};
	if (!sideDoor) return openings;
	for (const place of sideDoor.side === 'both' ? (['left', 'right'] as const) : (['right'] as const))
		openings[`${place}-side`] = {
			name: `${place === 'left' ? 'Left' : 'Right'} side door`,
			place,
			door: sideDoor.door,
			hinge: 'second',
			thickness: guess(80),
			sill: guess(sideDoor.sill),
			head: guess(sideDoor.head),
			edges: { low: { z: sideDoor.sill, first: guess(sideDoor.start), second: guess(sideDoor.start + sideDoor.length) } }
		};
	return openings;
}

function seatsOf({ front, bench }: Shape): Record<string, Seat> {
	const single = (name: string, side: 1 | -1): FrontSeat => ({
		type: 'front seat',
		name,
		y: side * front.y,
		width: guess(front.width),
		back: guess(front.back),
		foot: guess(front.foot),
		top: guess(front.top),
		cushionLength: guess(480),
		cushionHeight: guess(front.foot + 90),
		slide: guess(220),
		uprightAngle: 8,
		reclinedAngle: 50,
		drivingSlide: guess(90),
		drivingAngle: 20,
		headRest: guess(180),
		removable: false,
		belts: 1
	});
	const right = single('Right front seat', -1);
	const seats: Record<string, Seat> = {
		'left-seat': single('Left front seat', 1),
		'right-seat': front.folded === undefined ? right : { ...right, folded: guess(front.folded) }
	};
	if (bench)
		seats.bench = {
			type: 'rear bench',
			name: 'Rear bench',
			y: 0,
			width: guess(bench.width),
			back: guess(bench.back),
			top: guess(bench.top),
			angle: 18,
			cushionLength: guess(460),
			cushionHeight: guess(bench.foldedHeight[1] + 20),
			foldedRear: guess(bench.back - 60),
			foldedLength: guess(640),
			foldedHeightRear: guess(bench.foldedHeight[0]),
			foldedHeightFront: guess(bench.foldedHeight[1]),
			foldedSteps: {},
			removable: bench.removable,
			belts: bench.width > 1100 ? 3 : 2
		};
	return seats;
}

/** A mode for a use, with every seat of the vehicle as that use wants it. */
export const starterMode = (vehicle: Vehicle, name: string, use: Use): Mode => ({
	name,
	use,
	seats: Object.fromEntries(Object.entries(vehicle.seats).map(([id, seat]) => [id, defaultSetting(seat, use)])),
	pieces: {},
	doors: {},
	people: {}
});

/** A plan with a guessed vehicle, the three usual modes, some stock and nothing built yet. */
export function starterPlan(name: string, bodyStyle: BodyStyle): Plan {
	const vehicle = starterVehicle(bodyStyle, name);
	return {
		name,
		vehicle,
		crew: {},
		gear: {},
		pieces: {},
		modes: {
			drive: starterMode(vehicle, 'Drive', 'drive'),
			day: starterMode(vehicle, 'Day', 'day'),
			night: starterMode(vehicle, 'Night', 'night')
		},
		stock: STARTING_STOCK,
		build: STARTING_BUILD,
		log: []
	};
}
