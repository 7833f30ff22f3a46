import { shelfSpacing } from '../../slides';
import { rectangle } from '../../geometry/polygon';
import { vec3 } from '../../geometry/vector';
import type { Space } from '../assembly';
import { boardOf, type Range } from '../making';
import type { Facing } from '../facing';
import { boardAcross } from '../stand';
import {
	doorHinge,
	DOOR_ANGLE,
	faceOf,
	flapHinge,
	FLAP_ANGLE,
	frontOver,
	FRONT_GAP,
	opening,
	SHUT,
	together,
	type Bay,
	type Carcase,
	type Fitted
} from './carcase';
import { drawerBay } from './drawers';

/** The compartments of a bay one above the other: clear heights, all equal. */
export function compartments({ z, rows }: Pick<Bay, 'z' | 'rows'>, thickness: number): Range[] {
	const clear = shelfSpacing(z[1] - z[0], rows - 1, thickness);
	return Array.from({ length: rows }, (_, i) => {
		const low = z[0] + i * (clear + thickness);
		return [low, low + clear];
	});
}

/** Shelves at equal distances, and the room over each, reached through the front in some states. */
function shelves(carcase: Carcase, bay: Bay, setback: number, states: string[]): Pick<Fitted, 'parts' | 'spaces' | 'supports'> {
	const { board, stand } = carcase;
	const t = board.thickness;
	const rows = compartments(bay, t);
	const edge = Math.min(carcase.depth(bay.w[0]), carcase.depth(bay.w[1])) - setback;
	return {
		parts: rows.slice(1).map(([low], i) => {
			const z: Range = [low - t, low];
			return boardOf(`${bay.id}-shelf-${i + 1}`, 'Shelf', board.stock, carcase.link, carcase.level(bay.w, z, setback), z);
		}),
		supports: rows.slice(1).map((_, i) => ({ part: `${bay.id}-shelf-${i + 1}`, by: 'upright', kind: 'ledger' as const })),
		spaces: rows.map((z, i): Space => ({
			id: `${bay.id}-${i + 1}`,
			name: rows.length === 1 ? bay.name : `${bay.name}, compartment ${i + 1}`,
			box: stand.box(bay.w, [carcase.inside, edge], z),
			access: [{ face: stand.facing, states }]
		}))
	};
}

/** The outer corner of a front at a place along it. */
const outer = (carcase: Carcase, w: number): [number, number] => [w, carcase.depth(w) + carcase.board.thickness];

function doorBay(carcase: Carcase, bay: Bay): Fitted {
	const face = faceOf(bay);
	const middle = (face[0] + face[1]) / 2;
	const leaves: { id: string; face: Range; edge: 'first' | 'last' }[] =
		bay.fill === 'two doors'
			? [
					{ id: `${bay.id}-door-1`, face: [face[0], middle - FRONT_GAP / 2], edge: 'first' },
					{ id: `${bay.id}-door-2`, face: [middle + FRONT_GAP / 2, face[1]], edge: 'last' }
				]
			: [{ id: `${bay.id}-door`, face, edge: carcase.hang }];
	const name = leaves.length === 1 ? `${bay.name} door` : `${bay.name} doors`;
	const joints = Object.fromEntries(leaves.map(({ id }) => [id, DOOR_ANGLE]));
	const open = opening(carcase, `${bay.id}-door`, name, joints, {
		words: `Open the ${name.toLowerCase()}`,
		back: `Shut the ${name.toLowerCase()} until ${leaves.length === 1 ? 'it catches' : 'they catch'}`,
		seconds: 2 * leaves.length
	});
	return together([
		shelves(carcase, bay, 2, [open.states[0].id]),
		open,
		...leaves.map(({ id, face, edge }): Partial<Fitted> => ({
			links: [
				{ id, parent: carcase.link, joint: doorHinge(carcase, edge, outer(carcase, edge === 'first' ? face[0] : face[1]), bay.fronts[0]) }
			],
			parts: [frontOver(carcase, id, 'Door', id, face, bay.fronts)],
			supports: [{ part: id, by: 'upright', kind: 'hinge' }],
			hardware: [
				{ name: 'Hinge for a door', count: bay.fronts[1] - bay.fronts[0] > 900 ? 3 : 2 },
				{ name: 'Catch for a door', count: 1 }
			]
		}))
	]);
}

function flapBay(carcase: Carcase, bay: Bay): Fitted {
	const { board, stand } = carcase;
	const id = `${bay.id}-flap`;
	const down = bay.fill === 'flap down';
	const face = faceOf(bay);
	const name = `${bay.name} flap`;
	const open = opening(
		carcase,
		id,
		name,
		{ [id]: FLAP_ANGLE },
		{
			words: down ? `Let the ${name.toLowerCase()} down on its stays` : `Lift the ${name.toLowerCase()} and set its stay; mind fingers`,
			back: `${down ? 'Lift' : 'Lower'} the ${name.toLowerCase()} until it catches`,
			seconds: 3
		}
	);
	const [, d] = outer(carcase, face[0]);
	const reach = bay.fronts[1] - bay.fronts[0];
	const hinge = flapHinge(carcase, down ? 'lower' : 'upper', outer(carcase, face[0]), bay.fronts[down ? 0 : 1]);
	const table = stand.box(face, [d, d + reach], bay.fronts);
	return together([
		shelves(carcase, bay, 2, [open.states[0].id]),
		open,
		{
			links: [{ id, parent: carcase.link, joint: hinge }],
			parts: [frontOver(carcase, id, 'Flap', id, face, bay.fronts)],
			supports: [{ part: id, by: 'upright', kind: 'hinge' }],
			surfaces: down
				? [
						{
							id: `${id}-top`,
							use: 'work',
							outline: rectangle(...table.x, ...table.y),
							base: bay.fronts[0] + board.thickness,
							pad: 0,
							foam: 'firm',
							states: [open.states[0].id]
						}
					]
				: [],
			hardware: [
				{ name: 'Hinge for a flap', count: 2 },
				{ name: 'Stay for a flap', count: 2 },
				{ name: 'Catch for a flap', count: 1 }
			]
		}
	]);
}

/** How far two sliding doors lie over each other, and the play of their grooves, mm. */
const OVERLAP = 25;
const GROOVE = 3;

/** What sliding doors take of the depth of a bay. */
const slidingDepth = (thickness: number): number => 2 * thickness + 2 * GROOVE + 2;

function slidingBay(carcase: Carcase, bay: Bay): Fitted {
	const { light, stand } = carcase;
	const t = light.thickness;
	const edge = Math.min(carcase.depth(bay.w[0]), carcase.depth(bay.w[1])) - 2;
	const wide = (bay.w[1] - bay.w[0] + OVERLAP) / 2;
	const travel = bay.w[1] - bay.w[0] - wide;
	const z: Range = [bay.z[0] + 1, bay.z[1] - 1];
	const doors = [
		{ n: 1, w: [bay.w[0], bay.w[0] + wide] as Range, d: [edge - t, edge] as Range, way: 1 },
		{ n: 2, w: [bay.w[1] - wide, bay.w[1]] as Range, d: [edge - 2 * t - GROOVE, edge - t - GROOVE] as Range, way: -1 }
	];
	const opened = doors.map(({ n }) => `open-${bay.id}-sliding-${n}`);
	return together([
		shelves(carcase, bay, slidingDepth(t), opened),
		...doors.map(({ n, w, d, way }): Partial<Fitted> => {
			const id = `${bay.id}-sliding-${n}`;
			const name = `${bay.name} sliding door ${n}`;
			const axis = vec3(way * stand.along.x, way * stand.along.y, 0);
			return {
				links: [{ id, parent: carcase.link, joint: { type: 'slide', axis, range: [0, travel] } }],
				parts: [boardAcross(stand, id, 'Sliding door', light.stock, id, w, d, z)],
				...opening(
					carcase,
					id,
					name,
					{ [id]: travel },
					{
						words: `Slide the ${name.toLowerCase()} aside`,
						back: `Slide the ${name.toLowerCase()} shut`,
						seconds: 2
					}
				),
				hardware: n === 1 ? [{ name: 'Grooved rails for a pair of sliding doors', count: 1 }] : []
			};
		})
	]);
}

/** Height of the lip that keeps things on an open shelf, mm. */
const LIP = 45;

function openBay(carcase: Carcase, bay: Bay): Fitted {
	const { light, stand } = carcase;
	const edge = Math.min(carcase.depth(bay.w[0]), carcase.depth(bay.w[1]));
	const d: Range = [edge - light.thickness, edge];
	return together([
		shelves(carcase, bay, 0, [SHUT]),
		{
			parts: compartments(bay, carcase.board.thickness).map(([low, high], i) =>
				boardAcross(stand, `${bay.id}-lip-${i + 1}`, 'Lip', light.stock, carcase.link, bay.w, d, [
					low,
					low + Math.min(LIP, (high - low) / 3)
				])
			)
		}
	]);
}

/** What fills one bay of a carcase. */
export function fitted(carcase: Carcase, bay: Bay): Fitted {
	switch (bay.fill) {
		case 'drawers':
			return drawerBay(carcase, bay);
		case 'door':
		case 'two doors':
			return doorBay(carcase, bay);
		case 'flap down':
		case 'flap up':
			return flapBay(carcase, bay);
		case 'sliding doors':
			return slidingBay(carcase, bay);
		case 'open shelves':
			return openBay(carcase, bay);
	}
}

/** Spaces that are reached through an open front are so whatever else of the piece stands open. */
export const reachedAlways = (spaces: Space[], states: string[], facing: Facing): Space[] =>
	spaces.map((space) => ({
		...space,
		access: space.access.map((one) => (one.face === facing && one.states.includes(SHUT) ? { ...one, states } : one))
	}));
