import type { z } from 'zod';
import { rectangle } from '../../geometry/polygon';
import { vec3 } from '../../geometry/vector';
import { sign } from '../../interior';
import { pieceKind, type Assembly, type Link, type Pad, type Part, type Surface, type Surroundings } from '../assembly';
import {
	assembled,
	barIn,
	barOf,
	boardIn,
	carriedBy,
	depthOn,
	legsAlong,
	padIn,
	reachOn,
	sheetOf,
	sitOn,
	sleepOn,
	type Depth,
	type Range
} from '../making';
import { ledgeSofaParams } from './params';

type Params = z.infer<typeof ledgeSofaParams>;

/** What everything else hangs on. Depth is counted from the wall towards the aisle. */
interface Frame {
	/** The sofa itself, without the arm across. */
	x: Range;
	/** The arm of the L across the vehicle; as long as nothing when there is none. */
	armX: Range;
	y: Depth;
	/** Boards, and the pull-out that slides just below them. */
	z: Range;
	pullZ: Range;
	under: number;
	bar: { width: number; thickness: number };
	leg: { width: number; thickness: number };
	/** How far the pull-out travels. */
	travel: number;
	/** How much further in the leaning wall stands at the height of the back cushion. */
	lean: number;
}

function frameOf(params: Params, { interior, stock }: Surroundings): Frame {
	const t = sheetOf(stock, params.boardSheet).thickness;
	const bar = barOf(stock, params.frameBar);
	const end = params.rear + params.length;
	const armX: Range = params.return ? [end - params.returnLength, end] : [end, end];
	const z: Range = [params.height - t, params.height];
	const pullZ: Range = [z[0] - t, z[0]];
	const under = pullZ[0] - bar.width;
	const outer = reachOn(interior, params.side, [params.rear, end], [under, params.height + params.padThickness], params.gap);
	return {
		x: [params.rear, armX[0]],
		armX,
		y: (from, to) => depthOn(params.side, outer, from, to),
		z,
		pullZ,
		under,
		bar,
		leg: barOf(stock, params.legBar),
		travel: params.pullOut,
		lean: Math.max(
			0,
			outer -
				reachOn(
					interior,
					params.side,
					[params.rear, end],
					[params.height, params.height + params.padThickness + params.pullOut],
					params.gap
				)
		)
	};
}

function parts(params: Params, frame: Frame): Part[] {
	const D = params.seatDepth;
	const b = frame.bar.thickness;
	const rail: Range = [frame.under, frame.pullZ[0]];
	const ledge: Range = [frame.z[0] - frame.bar.width, frame.z[0]];
	const end = frame.armX[1];
	const leg = (id: string, link: string, x: number, depth: number, top: number) =>
		barIn(
			id,
			'Leg',
			params.legBar,
			link,
			{ x: [x, x + frame.leg.width], y: frame.y(depth, depth + frame.leg.thickness), z: [0, top] },
			'z'
		);
	const list: Part[] = [
		boardIn('seat', 'Seat board', params.boardSheet, 'frame', { x: frame.x, y: frame.y(0, D), z: frame.z }),
		boardIn('pull', 'Pull-out board', params.boardSheet, 'pull', {
			x: [frame.x[0] + b + 2, frame.x[1] - b - 2],
			y: frame.y(b + 4, D),
			z: frame.pullZ
		}),
		barIn('ledger', 'Ledger at the wall', params.frameBar, 'frame', { x: frame.x, y: frame.y(0, b), z: ledge }, 'x'),
		barIn(
			'rail',
			'Rail under the front',
			params.frameBar,
			'frame',
			{ x: frame.x, y: frame.y(D - frame.leg.thickness - b, D - frame.leg.thickness), z: rail },
			'x'
		),
		...[frame.x[0], frame.x[1] - b].map((from, i) =>
			barIn(
				`end-${i + 1}`,
				'End bar',
				params.frameBar,
				'frame',
				{ x: [from, from + b], y: frame.y(b, D - frame.leg.thickness - b), z: ledge },
				'y'
			)
		),
		// Pushed in, its sides lie on guides under the end bars.
		...[frame.x[0] + b, frame.x[1] - 2 * b].map((from, i) =>
			barIn(
				`guide-${i + 1}`,
				'Guide of the pull-out',
				params.frameBar,
				'frame',
				{ x: [from, from + b], y: frame.y(b, D - frame.leg.thickness - b), z: rail },
				'y'
			)
		),
		...legsAlong([frame.x[0] + b + 4, frame.x[1] - b - 4], frame.bar.width, frame.leg.width).map((x, i) =>
			leg(`leg-${i + 1}`, 'frame', x, D - frame.leg.thickness, frame.pullZ[0])
		)
	];
	if (!params.return) return list;
	const reach = D + params.returnReach;
	return [
		...list,
		boardIn('arm', 'Board of the arm, lifts out', params.boardSheet, 'arm', {
			x: [frame.armX[0] + 2, end],
			y: frame.y(0, reach),
			z: frame.z
		}),
		barIn(
			'arm-ledger',
			'Ledger of the arm',
			params.frameBar,
			'frame',
			{ x: [end - b, end], y: frame.y(b, reach - frame.leg.thickness), z: [frame.z[0] - frame.bar.width, frame.z[0]] },
			'y'
		),
		barIn(
			'arm-rail',
			'Rail of the arm',
			params.frameBar,
			'frame',
			{
				x: [frame.armX[0] + 2, frame.armX[0] + 2 + b],
				y: frame.y(b, reach - frame.leg.thickness),
				z: [frame.z[0] - frame.bar.width, frame.z[0]]
			},
			'y'
		),
		leg('arm-leg-1', 'frame', end - frame.leg.width, reach - frame.leg.thickness, frame.z[0]),
		leg('arm-leg-2', 'frame', frame.armX[0] + 4, reach - frame.leg.thickness, frame.z[0])
	];
}

/** Seat and back by day; at night the back cushion lies on the pull-out, packed up to the seat's height by the board's own thickness. */
function pads(params: Params, frame: Frame): Pad[] {
	const t = params.padThickness;
	const D = params.seatDepth;
	const z: Range = [params.height, params.height + t];
	const seat = { x: frame.x, y: frame.y(0, D), z };
	const back = { x: frame.x, y: frame.y(frame.lean, frame.lean + t), z: [z[1], z[1] + frame.travel] as Range };
	const out = { x: frame.x, y: frame.y(D, D + frame.travel), z };
	const list = [
		padIn('seat', 'Seat cushion', params.padFoam, seat, { sofa: { role: 'seat' }, bed: { role: 'mattress' } }),
		padIn('back', 'Back cushion', params.padFoam, out, { sofa: { role: 'back', box: back }, bed: { role: 'mattress' } })
	];
	if (!params.return) return list;
	const arm = { x: [frame.armX[0] + 2, frame.armX[1]] as Range, y: frame.y(0, D + params.returnReach), z };
	return [...list, padIn('arm', 'Cushion of the arm', params.padFoam, arm, { sofa: { role: 'seat' }, bed: { role: 'mattress' } })];
}

const PULL = 'pull';

function statesAndMoves(params: Params, frame: Frame): Pick<Assembly, 'states' | 'moves'> {
	return {
		states: [
			{ id: 'sofa', name: 'Sofa', joints: {}, startsFor: ['drive', 'day'] },
			{ id: 'bed', name: 'Bed', joints: { [PULL]: frame.travel }, startsFor: ['night'] },
			...(params.return ? [{ id: 'arm-out', name: 'Arm lifted out', joints: { arm: 1 }, out: ['arm'], startsFor: [] }] : [])
		],
		moves: [
			{
				from: 'sofa',
				to: 'bed',
				steps: [
					{ words: 'Lift the back cushion off', back: 'Stand the back cushion against the wall', seconds: 4, hands: 1 },
					{
						words: 'Pull the section out onto the ledge opposite',
						back: 'Push the section in',
						joints: { [PULL]: frame.travel },
						seconds: 6,
						hands: 1
					},
					{ words: 'Lay the back cushion on it', back: 'Take the back cushion off', seconds: 6, hands: 1 }
				]
			},
			...(params.return
				? [
						{
							from: 'sofa',
							to: 'arm-out',
							steps: [
								{ words: 'Take the cushion of the arm off', back: 'Lay the cushion on the arm', seconds: 4, hands: 1 as const },
								{
									words: 'Lift the board of the arm',
									back: 'Set the board of the arm in',
									joints: { arm: 1 },
									seconds: 4,
									hands: 1 as const
								},
								{ words: 'Stand it outside', back: 'Bring the board of the arm in', takesOut: ['arm'], seconds: 8, hands: 1 as const }
							]
						}
					]
				: [])
		]
	};
}

/** The arm of the L as a seat: one leans on its far end and looks along the vehicle. */
function armSeat(params: Params, frame: Frame): Surface[] {
	if (!params.return) return [];
	const [from, to] = frame.armX;
	return [
		{
			id: 'sit-arm',
			use: 'sit',
			outline: rectangle(from, to, ...frame.y(params.seatDepth, params.seatDepth + params.returnReach)),
			base: params.height,
			pad: params.padThickness,
			foam: params.padFoam,
			states: ['sofa'],
			raked: { backAt: to, facing: -1, slope: 0 }
		}
	];
}

/** A sofa, straight or L-shaped, whose section pulls out onto a ledge of the piece opposite. */
export const ledgeSofa = pieceKind({
	kind: 'ledge-sofa',
	title: 'Sofa onto a ledge',
	group: 'beds that are seats',
	summary:
		'A sofa along a wall, L-shaped if you like; a board under its seat pulls out onto the ledge of a cabinet opposite. The arm over an engine lifts out.',
	params: ledgeSofaParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, around): Assembly {
		const frame = frameOf(params, around);
		const D = params.seatDepth;
		const backAt = frame.lean + params.padThickness;
		const sides = params.side === 'left' ? ('right' as const) : ('left' as const);
		const links: Link[] = [
			{ id: 'frame', joint: { type: 'fixed' } },
			{ id: PULL, joint: { type: 'slide', axis: vec3(0, -sign(params.side), 0), range: [0, frame.travel] } },
			...(params.return
				? [
						{
							id: 'arm',
							module: 'Board of the arm',
							joint: carriedBy('lift-out', vec3(0, 0, 0), vec3(0, 1, 0), [{ shift: vec3(0, 0, 120), angle: 0 }])
						}
					]
				: [])
		];
		const edge = frame.y(D + frame.travel - params.onLedge, D + frame.travel);
		const pulled: Range = [frame.x[0] + frame.bar.thickness + 2, frame.x[1] - frame.bar.thickness - 2];
		return assembled({
			links,
			parts: parts(params, frame),
			pads: pads(params, frame),
			...statesAndMoves(params, frame),
			surfaces: [
				sitOn('sit', params.side, frame.x, frame.y, [backAt, D], {
					base: params.height,
					pad: params.padThickness,
					foam: params.padFoam,
					states: ['sofa']
				}),
				...armSeat(params, frame),
				sleepOn(rectangle(frame.x[0], frame.armX[1], ...frame.y(0, D + frame.travel)), params.height, params, ['bed'])
			],
			supports: [
				{ part: 'ledger', by: 'wall', kind: 'wall bracket' },
				{ part: 'seat', by: 'ledger', kind: 'ledger' },
				{ part: 'pull', by: 'rail', kind: 'rail' },
				{ part: 'rail', by: 'leg-1', kind: 'leg' },
				{ part: 'rail', by: 'leg-2', kind: 'leg' },
				...(params.return
					? [
							{ part: 'arm-ledger', by: 'wall', kind: 'wall bracket' as const },
							{ part: 'arm-rail', by: 'end-2', kind: 'ledger' as const }
						]
					: [])
			],
			spaces: [
				{
					id: 'under',
					name: 'Under the sofa',
					box: {
						x: [frame.x[0] + frame.leg.width + frame.bar.thickness, frame.x[1] - frame.leg.width - frame.bar.thickness],
						y: frame.y(frame.bar.thickness, D - frame.leg.thickness),
						z: [0, frame.under]
					},
					access: [{ face: sides, states: ['sofa', 'bed'] }]
				}
			],
			innerMargins: [
				{
					id: 'hold',
					title: 'Pull-out under the seat',
					margin: D - frame.bar.thickness - 4 - frame.travel - frame.leg.thickness - frame.bar.thickness,
					comfort: 40,
					why: 'Pulled out, the board must still lie on the rail under the front of the seat.',
					at: vec3((frame.x[0] + frame.x[1]) / 2, frame.y(D, D)[0], frame.pullZ[0]),
					states: ['sofa', 'bed']
				}
			],
			rests: [
				{
					id: 'edge',
					name: 'Outer edge of the pull-out',
					box: { x: pulled, y: edge, z: frame.pullZ },
					hold: params.onLedge * 0.75,
					states: ['bed']
				}
			],
			deck: params.height
		});
	}
});
