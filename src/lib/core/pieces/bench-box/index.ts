import type { z } from 'zod';
import { vec3 } from '../../geometry/vector';
import { leastHalfWidth, sign, type Interior } from '../../interior';
import { pieceKind, type Link, type Move, type Pad, type Part, type PieceState, type Space, type Surface } from '../assembly';
import {
	assembled,
	barIn,
	barOf,
	boardIn,
	depthOn,
	hingeAt,
	padIn,
	radians,
	reachOn,
	sheetOf,
	sitOn,
	type Depth,
	type Range
} from '../making';
import { benchBoxParams } from './params';

type Params = z.infer<typeof benchBoxParams>;

/** States that the box can take besides standing at its wall: in the aisle, lid up. */
function statesAndMoves(params: Params): { states: PieceState[]; moves: Move[] } {
	const angle = radians(params.lidAngle);
	const travels = params.moves > 0;
	const cushioned = params.cushion > 0;
	const states: PieceState[] = [
		{ id: 'wall', name: 'At the wall', joints: {}, startsFor: travels ? ['drive', 'day'] : ['drive', 'day', 'night'] },
		...(travels ? [{ id: 'aisle', name: 'In the aisle', joints: { box: params.moves }, startsFor: ['night' as const] }] : []),
		...(params.lid ? [{ id: 'lid-up', name: 'Lid up', joints: { lid: angle }, startsFor: [] }] : []),
		...(params.back > 0 ? [{ id: 'back-open', name: 'Back open', joints: { 'back-lid': angle }, startsFor: [] }] : [])
	];
	const moves: Move[] = [
		...(travels
			? [
					{
						from: 'wall',
						to: 'aisle',
						steps: [
							{
								words: 'Slide the box into the aisle',
								back: 'Slide the box back to the wall',
								joints: { box: params.moves },
								seconds: 8,
								hands: 1 as const
							}
						]
					}
				]
			: []),
		...(params.lid
			? [
					{
						from: 'wall',
						to: 'lid-up',
						steps: [
							...(cushioned ? [{ words: 'Take the cushion off', back: 'Lay the cushion on', seconds: 5, hands: 1 as const }] : []),
							{
								words: 'Lift the lid and set its stay; mind fingers',
								back: 'Lower the lid; mind fingers',
								joints: { lid: angle },
								seconds: 4,
								hands: 1 as const
							}
						]
					}
				]
			: []),
		...(params.back > 0
			? [
					{
						from: 'wall',
						to: 'back-open',
						steps: [
							{
								words: 'Lift the lid of the back',
								back: 'Lower the lid of the back',
								joints: { 'back-lid': angle },
								seconds: 3,
								hands: 1 as const
							}
						]
					}
				]
			: [])
	];
	return { states, moves };
}

/** How far the box's lower part may reach towards the wall: as far as an arch lets it, its top goes on over the arch. */
const footOf = (interior: Interior, params: Params, x: Range, under: number): number =>
	reachOn(interior, params.side, x, [0, under], params.gap);

function seat(params: Params, x: Range, y: Depth): { pads: Pad[]; surfaces: Surface[] } {
	if (params.cushion <= 0) return { pads: [], surfaces: [] };
	const behind = backOf(params);
	const box = { x, y: y(behind, params.depth), z: [params.height, params.height + params.cushion] as Range };
	const ids = statesAndMoves(params)
		.states.map(({ id }) => id)
		.filter((id) => id !== 'lid-up');
	return {
		pads: [
			padIn('cushion', 'Bench cushion', params.cushionFoam, box, Object.fromEntries(ids.map((id) => [id, { role: 'seat', link: 'box' }])))
		],
		surfaces: [
			sitOn('seat', params.side, x, y, [behind, params.depth], {
				base: params.height,
				pad: params.cushion,
				foam: params.cushionFoam,
				states: ['wall']
			})
		]
	};
}

/** How far the back takes from the depth of the seat. */
const backOf = ({ back, backDepth, depth }: Params): number => (back > 0 ? Math.min(backDepth, depth - 60) : 0);

/** A narrow chest on the bench along the wall: its front is what one leans on. */
function backBox(params: Params, x: Range, y: Depth, t: number): { parts: Part[]; links: Link[]; spaces: Space[] } {
	if (params.back <= 0) return { parts: [], links: [], spaces: [] };
	const deep = backOf(params);
	const top = params.height + params.back;
	const z: Range = [params.height, top - t];
	const hinge = vec3(x[0], y(0, 0)[0], top);
	return {
		parts: [
			boardIn('back-top', 'Top under the back', params.boardSheet, 'box', { x, y: y(0, deep), z: [params.height - t, params.height] }),
			boardIn('back-front', 'Front of the back', params.boardSheet, 'box', { x, y: y(deep - t, deep), z }, 'y'),
			...[x[0], x[1] - t].map((from, i) =>
				boardIn(`back-end-${i + 1}`, 'End of the back', params.boardSheet, 'box', { x: [from, from + t], y: y(0, deep - t), z }, 'x')
			),
			boardIn('back-lid', 'Lid of the back', params.boardSheet, 'back-lid', { x, y: y(0, deep), z: [top - t, top] })
		],
		links: [{ id: 'back-lid', parent: 'box', joint: hingeAt(hinge, vec3(-sign(params.side), 0, 0), radians(params.lidAngle)) }],
		spaces: [
			{
				id: 'back',
				name: 'In the back',
				box: { x: [x[0] + t, x[1] - t], y: y(0, deep - t), z },
				access: [{ face: 'top', states: ['back-open'] }]
			}
		]
	};
}

/** A box along one wall: bench, chest or cabinet base; may have a lid, a ledge for an infill, or move into the aisle. */
export const benchBox = pieceKind({
	kind: 'bench-box',
	title: 'Box or bench',
	group: 'boxes and seats',
	summary:
		'A box along a wall, over a wheel arch if need be: bench, chest or cabinet base, with a lid, a ledge that carries an infill, or moved into the aisle at night.',
	params: benchBoxParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, { interior, stock }) {
		const t = sheetOf(stock, params.boardSheet).thickness;
		const bar = barOf(stock, params.frameBar);
		const x: Range = [params.rear, params.rear + params.length];
		const under = params.height - t;
		const top = params.height + params.cushion;
		const outer = Math.floor(leastHalfWidth(interior, params.side, x, [0, Math.max(top, params.height + params.back)]) - params.gap);
		const foot = Math.min(outer, footOf(interior, params, x, under));
		const y = (from: number, to: number) => depthOn(params.side, outer, from, to);
		// Ends reach to the wall or, where an arch stands, only to it.
		const back = Math.max(0, outer - foot);
		const lidded = params.lid ? 'lid' : 'box';
		const { states, moves } = statesAndMoves(params);
		const behind = backOf(params);
		const hinge = vec3(x[0], y(behind, behind)[0], params.height);
		const rear = backBox(params, x, y, t);
		const ledgeZ: Range = [Math.max(20, params.ledge - bar.width), params.ledge];
		const ledge = { x, y: y(params.depth, params.depth + bar.thickness), z: ledgeZ };
		return assembled({
			links: [
				{
					id: 'box',
					module: 'Box',
					joint: params.moves > 0 ? { type: 'slide', axis: vec3(0, -sign(params.side), 0), range: [0, params.moves] } : { type: 'fixed' }
				},
				...(params.lid
					? [{ id: 'lid', parent: 'box', joint: hingeAt(hinge, vec3(-sign(params.side), 0, 0), radians(params.lidAngle)) }]
					: []),
				...rear.links
			],
			parts: [
				boardIn('top', params.lid ? 'Lid' : 'Top', params.boardSheet, lidded, { x, y: y(behind, params.depth), z: [under, params.height] }),
				boardIn('front', 'Front', params.boardSheet, 'box', { x, y: y(params.depth - t, params.depth), z: [0, under] }, 'y'),
				...[x[0], x[1] - t].map((from, i) =>
					boardIn(
						`end-${i + 1}`,
						'End',
						params.boardSheet,
						'box',
						{ x: [from, from + t], y: y(back, params.depth - t), z: [0, under] },
						'x'
					)
				),
				...rear.parts,
				...(params.ledge > 0 ? [barIn('ledge', 'Ledge', params.frameBar, 'box', ledge, 'x')] : [])
			],
			...seat(params, x, y),
			states,
			moves,
			supports: [
				{ part: 'top', by: 'front', kind: 'board' },
				{ part: 'top', by: 'end-1', kind: 'board' },
				{ part: 'top', by: 'end-2', kind: 'board' },
				{ part: 'front', by: 'floor', kind: 'floor' }
			],
			spaces: [
				{
					id: 'inside',
					name: 'In the box',
					box: { x: [x[0] + t, x[1] - t], y: y(back, params.depth - t), z: [0, under] },
					access: params.lid ? [{ face: 'top', states: ['lid-up'] }] : [{ face: 'rear', states: states.map(({ id }) => id) }]
				},
				...rear.spaces
			],
			deck: params.height
		});
	}
});
