import type { z } from 'zod';
import { sizeForGap } from '../../fits';
import { rectangle } from '../../geometry/polygon';
import { vec3 } from '../../geometry/vector';
import { pieceKind, type Hardware, type InnerMargin, type Link, type Move, type Part, type PieceState, type Surface } from '../assembly';
import { usesOf } from '../carcase';
import { assembled, barIn, barOf, boardIn, hingeAt, padIn, sheetOf, type Range } from '../making';
import type { Facing } from '../facing';
import { seatCubeParams } from './params';

type Params = z.infer<typeof seatCubeParams>;

/** The way each choice of leaves goes. */
const WAYS: Readonly<Record<Params['leaves'], readonly Facing[]>> = {
	none: [],
	'to the rear': ['rear'],
	'to the front': ['front'],
	'to both sides': ['left', 'right']
};

/** How far a bar under a leaf comes out, as a share of the leaf. */
const PROPPED = 0.6;
/** So much of it, as a share of how far it comes out, stays in the cube: on less it tips out. */
const KEPT_IN = 0.3;
/** Play between two leaves that meet in the middle of the lid, mm. */
const MEETING = 2;

interface Frame {
	params: Params;
	x: Range;
	y: Range;
	thick: number;
	bar: { width: number; thickness: number };
	ways: readonly Facing[];
}

/** One leaf lying on the lid, hinged at the edge over which it turns, with the bar that is pulled out under it. */
function leafOf(
	{ params, x, y, thick, bar, ways }: Frame,
	way: Facing
): { links: Link[]; parts: Part[]; top: { x: Range; y: Range }; hardware: Hardware[]; margin: InnerMargin } {
	const lengthwise = way === 'rear' || way === 'front';
	const over = lengthwise ? x : y;
	const towardsHigh = way === 'front' || way === 'left';
	const edge = over[towardsHigh ? 1 : 0];
	const s = towardsHigh ? 1 : -1;
	const long = (over[1] - over[0]) / (ways.length === 2 ? 2 : 1) - (ways.length === 2 ? MEETING : 0);
	const folded: Range = towardsHigh ? [edge - long, edge] : [edge, edge + long];
	const open: Range = towardsHigh ? [edge, edge + long] : [edge - long, edge];
	const box = (range: Range, z: Range) => ({ x: lengthwise ? range : x, y: lengthwise ? y : range, z });
	const h = params.height;
	const id = `leaf-${way}`;
	const middle = lengthwise ? (y[0] + y[1]) / 2 : (x[0] + x[1]) / 2;
	const slot: Range = [middle - bar.thickness / 2, middle + bar.thickness / 2];
	const propZ: Range = [h - thick - bar.width, h - thick];
	const reach = PROPPED * long;
	const whole = reach * (1 + KEPT_IN) + thick;
	const inside: Range = towardsHigh ? [edge - whole, edge] : [edge, edge + whole];
	const prop = lengthwise ? { x: inside, y: slot, z: propZ } : { x: slot, y: inside, z: propZ };
	const out = lengthwise ? vec3(s, 0, 0) : vec3(0, s, 0);
	// From lying on the lid it turns over its edge: about y for one along the vehicle, about x for one across it.
	const axis = lengthwise ? vec3(0, s, 0) : vec3(-s, 0, 0);
	const origin = lengthwise ? vec3(edge, y[0], h) : vec3(x[0], edge, h);
	return {
		links: [
			{ id, parent: 'lid', joint: hingeAt(origin, axis, Math.PI) },
			{ id: `prop-${way}`, parent: 'cube', joint: { type: 'slide', axis: out, range: [0, reach] } }
		],
		parts: [
			boardIn(id, 'Leaf', params.boardSheet, id, box(folded, [h, h + thick])),
			barIn(`prop-${way}`, 'Bar under the leaf', params.propBar, `prop-${way}`, prop, lengthwise ? 'x' : 'y')
		],
		top: lengthwise ? { x: open, y } : { x, y: open },
		hardware: [
			{ name: 'Hinge for a leaf', count: 2 },
			{ name: 'Guide for a pull-out bar, with a stop', count: 1 }
		],
		margin: {
			id: `prop-${way}`,
			title: `bar under the leaf to the ${way} stays in the cube`,
			margin: over[1] - over[0] - thick - whole,
			comfort: 10,
			why: 'The bar that carries the leaf has to fit inside the cube when it is pushed in, with what stays in the cube when it is out.',
			at: vec3((x[0] + x[1]) / 2, (y[0] + y[1]) / 2, propZ[0]),
			states: ['cube']
		}
	};
}

/** The four walls and the bottom; a wall with a bar over it ends below the bar. */
function walls({ params, x, y, thick, bar, ways }: Frame): Part[] {
	const under = params.height - thick;
	const top = (way: Facing) => (ways.includes(way) ? under - bar.width : under);
	const across = (id: string, way: Facing, at: Range) =>
		boardIn(id, 'Wall across', params.boardSheet, 'cube', { x: at, y, z: [0, top(way)] }, 'x');
	const along = (id: string, way: Facing, at: Range) =>
		boardIn(id, 'Wall along', params.boardSheet, 'cube', { x: [x[0] + thick, x[1] - thick], y: at, z: [0, top(way)] }, 'y');
	return [
		across('wall-rear', 'rear', [x[0], x[0] + thick]),
		across('wall-front', 'front', [x[1] - thick, x[1]]),
		along('wall-right', 'right', [y[0], y[0] + thick]),
		along('wall-left', 'left', [y[1] - thick, y[1]]),
		boardIn('bottom', 'Bottom', params.boardSheet, 'cube', {
			x: [x[0] + thick, x[1] - thick],
			y: [y[0] + thick, y[1] - thick],
			z: [0, thick]
		})
	];
}

/** Leaves and lid, opened from the seat. */
function movesOf(frame: Frame, tableJoints: Record<string, number>): Move[] {
	const off =
		frame.params.cushion > 0 ? [{ words: 'Take the cushion off', back: 'Lay the cushion on', seconds: 3, hands: 1 as const }] : [];
	return [
		...(frame.ways.length > 0
			? [
					{
						from: 'cube',
						to: 'table',
						steps: [
							...off,
							...frame.ways.flatMap((way) => [
								{
									words: `Pull the bar out to the ${way}`,
									back: `Push the bar back in`,
									joints: { [`prop-${way}`]: tableJoints[`prop-${way}`] },
									seconds: 2,
									hands: 1 as const
								},
								{
									words: `Turn the leaf over to the ${way}; mind fingers`,
									back: `Turn the leaf back onto the lid`,
									joints: { [`leaf-${way}`]: Math.PI },
									seconds: 3,
									hands: 1 as const
								}
							])
						]
					}
				]
			: []),
		{
			from: 'cube',
			to: 'lid-up',
			steps: [...off, { words: 'Lift the lid; mind fingers', back: 'Lower the lid', joints: { lid: 1.4 }, seconds: 3, hands: 1 as const }]
		}
	];
}

/** The seat, and the table that the leaves make. */
function surfacesOf({ params, x, y, thick, ways }: Frame, leaves: readonly { top: { x: Range; y: Range } }[]): Surface[] {
	const h = params.height;
	const stacked = ways.length > 0 ? thick : 0;
	return [
		{
			id: 'seat',
			use: 'sit',
			outline: rectangle(...x, ...y),
			base: h + stacked,
			pad: params.cushion,
			foam: params.cushionFoam,
			states: ['cube'],
			raked: params.facing === 'rear' ? { backAt: x[1], facing: -1, slope: 0 } : { backAt: x[0], facing: 1, slope: 0 }
		},
		...(leaves.length > 0
			? [
					{
						id: 'top',
						use: 'work' as const,
						outline: rectangle(
							Math.min(x[0], ...leaves.map(({ top }) => top.x[0])),
							Math.max(x[1], ...leaves.map(({ top }) => top.x[1])),
							Math.min(y[0], ...leaves.map(({ top }) => top.y[0])),
							Math.max(y[1], ...leaves.map(({ top }) => top.y[1]))
						),
						base: h,
						pad: 0,
						foam: 'firm' as const,
						states: ['table']
					}
				]
			: [])
	];
}

/** A cube between the front seats: a seat, a bin under its lid, and a table whose leaves turn over its edges. */
export const seatCube = pieceKind({
	kind: 'seat-cube',
	title: 'Cube between the seats',
	group: 'boxes and seats',
	summary:
		'A box between two seats to sit on, with a bin inside and leaves that turn over its edges to make a table; sized from the measured gap by its fit.',
	params: seatCubeParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, { stock }) {
		const sheet = sheetOf(stock, params.boardSheet);
		const ways = WAYS[params.leaves];
		const free = sizeForGap(params.between, params.fit, params.covering);
		const width = Math.max(100, params.boardWidth ? Math.min(free, Math.floor(sheet.width)) : free);
		const frame: Frame = {
			params,
			x: [params.rear, params.rear + params.length],
			y: [params.centre - width / 2, params.centre + width / 2],
			thick: sheet.thickness,
			bar: barOf(stock, params.propBar),
			ways
		};
		const { x, y, thick } = frame;
		const h = params.height;
		const stacked = ways.length > 0 ? thick : 0;
		const leaves = ways.map((way) => ({ way, ...leafOf(frame, way) }));
		const tableJoints = Object.fromEntries(
			ways.flatMap((way, i) => [
				[`leaf-${way}`, Math.PI],
				[`prop-${way}`, PROPPED * lengthOf(leaves[i].top, way)]
			])
		);
		const hinge = params.facing === 'rear' ? vec3(x[1], y[0], h) : vec3(x[0], y[0], h);
		const cushion = { x, y, z: [h + stacked, h + stacked + params.cushion] as Range };
		const states: PieceState[] = [
			{ id: 'cube', name: 'Seat', joints: {}, startsFor: ['drive', 'day', 'night'] },
			...(ways.length > 0 ? [{ id: 'table', name: 'Table', joints: tableJoints, startsFor: [] }] : []),
			{ id: 'lid-up', name: 'Lid up', joints: { lid: 1.4 }, startsFor: [] }
		];
		return assembled({
			links: [
				{ id: 'cube', module: 'Cube', joint: { type: 'fixed' } },
				{ id: 'lid', parent: 'cube', joint: hingeAt(hinge, vec3(0, params.facing === 'rear' ? 1 : -1, 0), 1.4) },
				...leaves.flatMap(({ links }) => links)
			],
			parts: [
				...walls(frame),
				boardIn('lid', 'Lid', params.boardSheet, 'lid', { x, y, z: [h - thick, h] }),
				...leaves.flatMap(({ parts }) => parts)
			],
			pads:
				params.cushion > 0 ? [padIn('cushion', 'Seat cushion', params.cushionFoam, cushion, { cube: { role: 'seat', link: 'cube' } })] : [],
			states,
			moves: movesOf(frame, tableJoints),
			surfaces: surfacesOf(frame, leaves),
			supports: [
				{ part: 'lid', by: 'wall-right', kind: 'board' },
				{ part: 'lid', by: 'wall-left', kind: 'board' },
				{ part: 'wall-rear', by: 'floor', kind: 'floor' },
				{ part: 'wall-front', by: 'floor', kind: 'floor' },
				...ways.flatMap((way) => [
					{ part: `leaf-${way}`, by: `prop-${way}`, kind: 'prop' as const },
					{ part: `prop-${way}`, by: 'guide', kind: 'slide' as const }
				])
			],
			spaces: [
				{
					id: 'bin',
					name: 'In the cube',
					box: {
						x: [x[0] + thick, x[1] - thick],
						y: [y[0] + thick, y[1] - thick],
						z: [thick, h - thick - (ways.length > 0 ? frame.bar.width : 0)]
					},
					access: [{ face: 'top', states: ['lid-up'] }]
				}
			],
			innerMargins: leaves.map(({ margin }) => margin),
			fronts: ways.length > 0 ? [{ id: 'leaves', name: 'Table leaves', from: 'cube', to: 'table', uses: usesOf(params.opens) }] : [],
			braces: [
				{ normal: 'x', name: 'Walls across', by: 'Wall across', at: vec3(x[0], params.centre, h / 2) },
				{ normal: 'y', name: 'Walls along', by: 'Wall along', at: vec3(x[0], params.centre, h / 2) }
			],
			hardware: [...leaves.flatMap(({ hardware }) => hardware), { name: 'Hinge for a lid', count: 2 }],
			deck: h
		});
	}
});

/** Length of a leaf over its edge. */
const lengthOf = (top: { x: Range; y: Range }, way: Facing): number => {
	const over = way === 'rear' || way === 'front' ? top.x : top.y;
	return over[1] - over[0];
};
