import type { z } from 'zod';
import { rectangle } from '../../geometry/polygon';
import { vec3 } from '../../geometry/vector';
import { sign } from '../../interior';
import { lengthMark } from '../../units';
import {
	pieceKind,
	type Brace,
	type InnerMargin,
	type Move,
	type Pad,
	type Part,
	type PieceState,
	type Space,
	type Surface
} from '../assembly';
import { assembled, barOf, boardIn, hingeAt, padIn, sheetOf, type Range } from '../making';
import { tubeFrameParams, type TOP_USES } from './params';
import { cageParts, jointsAlong, type Cage } from './tubes';

type Params = z.infer<typeof tubeFrameParams>;

/**
 * How far a panel of one millimetre of ply may span for each use, as a multiple of its thickness: our own judgement from
 * 12 mm ply under a step on 450 mm. Strength has a check of its own; this only chooses a board.
 */
const SPANS: Readonly<Record<(typeof TOP_USES)[number], number>> = {
	nothing: Infinity,
	'a mattress': 60,
	'things to stand': 60,
	'somebody to sit': 45,
	'somebody to step on it': 37.5
};

/** Room between an inset panel and the tubes round it, mm. */
const INSET = 1;
const LID = 1.35;

interface Frame {
	params: Params;
	x: Range;
	y: Range;
	/** Height of the tubes: the top panel lies on them. */
	cage: Cage;
	joints: Range[];
	top: number;
	wall: number;
}

/** Panels set between the tubes of the sides, and on top of them. */
function panels({ params, x, y, cage, joints, top, wall }: Frame): Part[] {
	const { tube, connector: c } = cage;
	const inner: Range = [cage.z[0] + Math.max(tube, c) + INSET, cage.z[1] - Math.max(tube, c) - INSET];
	const edge = Math.max(tube, c) + INSET;
	const nearLeft = params.opensTo === 'left';
	const bays = joints.slice(1).map((joint, i): Range => [joints[i][1] + INSET, joint[0] - INSET]);
	const side = (name: string, id: string, at: Range) =>
		bays.map((bay, i) => boardIn(`${id}-${i + 1}`, name, params.wallSheet, 'frame', { x: bay, y: at, z: inner }, 'y'));
	const [right, left]: [Range, Range] = [
		[y[0], y[0] + wall],
		[y[1] - wall, y[1]]
	];
	return [
		...(params.top === 'nothing'
			? []
			: [
					boardIn('top', params.topLifts ? 'Lid' : 'Top panel', params.topSheet, params.topLifts ? 'lid' : 'frame', {
						x,
						y,
						z: [params.height - top, params.height]
					})
				]),
		...(params.backPanel ? side('Panel, far side', 'back', nearLeft ? right : left) : []),
		...(params.frontPanel ? side('Panel, open side', 'front', nearLeft ? left : right) : []),
		...(params.endPanels
			? [x[0], x[1] - wall].map((from, i) =>
					boardIn(
						`end-${i + 1}`,
						'Panel, end',
						params.wallSheet,
						'frame',
						{ x: [from, from + wall], y: [y[0] + edge, y[1] - edge], z: inner },
						'x'
					)
				)
			: []),
		...(params.bottomPanel
			? [
					boardIn('bottom', 'Panel, bottom', params.wallSheet, 'frame', {
						x: [x[0] + edge, x[1] - edge],
						y: [y[0] + edge, y[1] - edge],
						z: [cage.z[0] + tube, cage.z[0] + tube + wall]
					})
				]
			: [])
	];
}

function braces({ params, x, y }: Frame): Brace[] {
	const held = (panel: boolean, wired = true) => (panel ? 'Panel' : wired && params.wires ? 'Crossed wires' : null);
	const at = vec3((x[0] + x[1]) / 2, (y[0] + y[1]) / 2, params.height / 2);
	return [
		{ normal: 'y', name: 'Far side', by: held(params.backPanel), at },
		{ normal: 'y', name: 'Open side', by: held(params.frontPanel, false), at },
		{ normal: 'x', name: 'Ends', by: held(params.endPanels), at },
		{ normal: 'z', name: 'Top', by: held(params.top !== 'nothing' && !params.topLifts, false), at },
		{ normal: 'z', name: 'Bottom', by: held(params.bottomPanel, true), at }
	];
}

/** A mattress on top or inside, and what one sleeps and sits on. */
function berth({ params, x, y, cage, wall }: Frame, night: string, states: string[]): { pads: Pad[]; surfaces: Surface[] } {
	if (params.padOn === 'nowhere') return { pads: [], surfaces: [] };
	const onTop = params.padOn === 'on its top';
	const base = onTop ? params.height : cage.z[0] + cage.tube + wall;
	const s = sign(params.opensTo);
	// Inside it lies between the uprights: of the far side always, of the open side where it has any.
	const room = (upright: boolean) => (onTop ? 0 : (upright ? Math.max(cage.tube, cage.connector) : 0) + INSET);
	const [near, far] = [room(params.uprights !== 'none, C-shaped'), room(true)];
	const ends = onTop ? 0 : Math.max(cage.tube, wall) + INSET;
	const box = {
		x: [x[0] + ends, x[1] - ends] as Range,
		y: [y[0] + (s > 0 ? far : near), y[1] - (s > 0 ? near : far)] as Range,
		z: [base, base + params.padThickness] as Range
	};
	const moved = night === 'out' ? s * params.moves : 0;
	const common = { base, pad: params.padThickness, foam: params.padFoam };
	const edge = y[s > 0 ? 1 : 0];
	const lying = states.filter((id) => id !== 'lid-up');
	return {
		pads: [
			padIn(
				'mattress',
				'Mattress',
				params.padFoam,
				box,
				Object.fromEntries(lying.map((id) => [id, { role: 'mattress' as const, link: 'frame' }]))
			)
		],
		surfaces: [
			{ ...common, id: 'sleep', use: 'sleep', outline: rectangle(...box.x, box.y[0] + moved, box.y[1] + moved), states: [night] },
			...(onTop
				? [
						{
							...common,
							id: 'seat',
							use: 'sit' as const,
							outline: rectangle(...x, ...y),
							states: ['home'],
							faces: { direction: params.opensTo, backAt: y[s > 0 ? 0 : 1], edgeAt: edge }
						}
					]
				: [])
		]
	};
}

function spanMargin({ params, x, y, joints, top }: Frame): InnerMargin[] {
	if (params.top === 'nothing') return [];
	// The panel bears on all tubes round a bay: its shorter side is what bends.
	const span = Math.min(joints[1][0] - joints[0][1], y[1] - y[0]);
	const limit = top * SPANS[params.top];
	return [
		{
			id: 'top-spans',
			title: `top panel is thick enough for ${params.top}`,
			margin: limit - span,
			comfort: 0,
			why: `Between tubes it spans ${lengthMark(Math.round(span))}; a panel ${lengthMark(top)} thick does for ${lengthMark(Math.round(limit))}. More bays or a thicker board help.`,
			at: vec3((x[0] + x[1]) / 2, (y[0] + y[1]) / 2, params.height),
			states: ['home']
		}
	];
}

function statesAndMoves(params: Params): { states: PieceState[]; moves: Move[] } {
	const travels = params.moves > 0;
	const lidded = params.topLifts && params.top !== 'nothing';
	const cushioned = params.padOn === 'on its top';
	return {
		states: [
			{ id: 'home', name: 'In its place', joints: {}, startsFor: travels ? ['drive', 'day'] : ['drive', 'day', 'night'] },
			...(travels ? [{ id: 'out', name: 'In the aisle', joints: { frame: params.moves }, startsFor: ['night' as const] }] : []),
			...(lidded ? [{ id: 'lid-up', name: 'Lid up', joints: { lid: LID }, startsFor: [] }] : [])
		],
		moves: [
			...(travels
				? [
						{
							from: 'home',
							to: 'out',
							steps: [
								{
									words: 'Slide the frame into the aisle',
									back: 'Slide the frame back',
									joints: { frame: params.moves },
									seconds: 8,
									hands: 1 as const
								}
							]
						}
					]
				: []),
			...(lidded
				? [
						{
							from: 'home',
							to: 'lid-up',
							steps: [
								...(cushioned ? [{ words: 'Take the cushion off', back: 'Lay the cushion on', seconds: 5, hands: 1 as const }] : []),
								{
									words: 'Lift the lid and set its stay; mind fingers',
									back: 'Lower the lid; mind fingers',
									joints: { lid: LID },
									seconds: 4,
									hands: 1 as const
								}
							]
						}
					]
				: [])
		]
	};
}

/** Room in the frame: one for each bay between its uprights, or all along where the open side has none; and under raised rails. */
function spacesOf({ params, x, y, cage, joints, wall }: Frame, states: string[], lidded: boolean): Space[] {
	const edge = Math.max(cage.tube, cage.connector);
	const deep: Range = [y[0] + edge, y[1] - edge];
	const stretches: Range[] =
		params.uprights === 'at every joint'
			? joints.slice(1).map((joint, i): Range => [joints[i][1], joint[0]])
			: [[x[0] + edge, x[1] - edge]];
	const taken = params.padOn === 'on its bottom panel' ? params.padThickness : 0;
	const low = params.bottomPanel ? cage.z[0] + cage.tube + wall + taken : cage.z[0];
	const open = params.frontPanel ? [] : [{ face: params.opensTo, states }];
	const one = (id: string, name: string, box: Space['box'], access: Space['access']): Space => ({ id, name, box, access });
	const name = (what: string, i: number) => (stretches.length === 1 ? what : `${what}, bay ${i + 1}`);
	return stretches.flatMap((along, i) => [
		one(`bay-${i + 1}`, name('In the frame', i), { x: along, y: deep, z: [low, Math.max(low, cage.z[1] - cage.tube)] }, [
			...open,
			...(lidded ? [{ face: 'top' as const, states: ['lid-up'] }] : [])
		]),
		...(cage.z[0] > 0
			? [one(`under-${i + 1}`, name('Under the frame', i), { x: along, y: deep, z: [0, cage.z[0]] }, [{ face: params.opensTo, states }])]
			: [])
	]);
}

/** A box of square tube and corner connectors: seat, shelf, bed base or chest, panelled where it needs to be. */
export const tubeFrame = pieceKind({
	kind: 'tube-frame',
	title: 'Frame of square tube',
	group: 'boxes and seats',
	summary:
		'A box of tube and corner connectors, cut with the allowance of its connectors; panels by use, a mattress on it or in it, moved into the aisle at night.',
	params: tubeFrameParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, { stock }) {
		const tube = barOf(stock, params.tubeBar);
		const top = params.top === 'nothing' ? 0 : sheetOf(stock, params.topSheet).thickness;
		const x: Range = [params.rear, params.rear + params.length];
		const y: Range = [params.centre - params.width / 2, params.centre + params.width / 2];
		const cage: Cage = {
			x,
			y,
			z: [Math.min(params.bottomAt, params.height - top - 2 * tube.width), params.height - top],
			tube: tube.width,
			connector: params.connector,
			bays: params.bays,
			nearUpright: (joint) =>
				params.uprights === 'at every joint' || (params.uprights === 'at both ends only' && (joint === 0 || joint === params.bays)),
			nearLeft: params.opensTo === 'left',
			bottomCross: params.bottomPanel,
			stock: params.tubeBar,
			link: 'frame'
		};
		const frame: Frame = {
			params,
			x,
			y,
			cage,
			joints: jointsAlong(x, params.bays, params.connector),
			top,
			wall: sheetOf(stock, params.wallSheet).thickness
		};
		const tubes = cageParts(cage);
		const { states, moves } = statesAndMoves(params);
		const ids = states.map(({ id }) => id);
		const s = sign(params.opensTo);
		const lidded = params.topLifts && params.top !== 'nothing';
		const wired = (params.backPanel ? 0 : 2) + (params.endPanels ? 0 : 4) + (params.bottomPanel ? 0 : 2);
		return assembled({
			links: [
				{
					id: 'frame',
					module: 'Frame',
					joint: params.moves > 0 ? { type: 'slide', axis: vec3(0, s, 0), range: [0, params.moves] } : { type: 'fixed' }
				},
				...(lidded ? [{ id: 'lid', parent: 'frame', joint: hingeAt(vec3(x[0], y[s > 0 ? 0 : 1], params.height), vec3(s, 0, 0), LID) }] : [])
			],
			parts: [...tubes.parts, ...panels(frame)],
			...berth(frame, params.moves > 0 ? 'out' : 'home', ids),
			states,
			moves,
			supports: [
				{ part: 'top', by: 'tube-1', kind: 'rail' },
				{ part: 'tube-1', by: 'floor', kind: 'floor' }
			],
			spaces: spacesOf(frame, ids, lidded),
			innerMargins: spanMargin(frame),
			braces: braces(frame),
			hardware: [
				...tubes.hardware,
				...(params.wires && wired > 0 ? [{ name: 'Wire with a turnbuckle, corner to corner', count: wired }] : [])
			],
			deck: params.height
		});
	}
});
