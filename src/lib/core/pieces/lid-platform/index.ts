import type { z } from 'zod';
import { rectangle } from '../../geometry/polygon';
import { vec3, type Box, type Vec3 } from '../../geometry/vector';
import { pieceKind, type Move, type Pad, type Part, type PieceState, type Support } from '../assembly';
import { assembled, barIn, barOf, boardIn, hingeAt, padIn, radians, sheetOf, sleepOn, spanOf, type Range } from '../making';
import { lidPlatformParams } from './params';

type Params = z.infer<typeof lidPlatformParams>;

/** Where a lid over a box is hinged, and the axis about which it rises. */
function hingeOf(params: Params, { x, y, z }: Box): { origin: Vec3; axis: Vec3 } {
	switch (params.hinge) {
		case 'left wall':
			return { origin: vec3(x[0], y[1], z[1]), axis: vec3(-1, 0, 0) };
		case 'right wall':
			return { origin: vec3(x[0], y[0], z[1]), axis: vec3(1, 0, 0) };
		case 'front edge':
			return { origin: vec3(x[1], y[0], z[1]), axis: vec3(0, 1, 0) };
		default:
			return { origin: vec3(x[0], y[0], z[1]), axis: vec3(0, -1, 0) };
	}
}

/**
 * How far in from the wall a lid is hinged: rising, the mattress on it swings out past its hinge by its thickness times
 * the sine of the angle. The strip that is left at the wall is boarded and has a strip of mattress of its own.
 */
function stripAtWall(params: Params): number {
	if (!params.padStays || !params.hinge.endsWith('wall')) return 0;
	return Math.max(0, Math.ceil(params.padThickness * Math.sin(Math.min(radians(params.lidAngle), Math.PI / 2)) - params.gap + 2));
}

/** Width of the lids, and of the strip beside their hinges. */
function parted(params: Params, y: Range): { lids: Range; strip: Range | null } {
	const strip = stripAtWall(params);
	if (strip === 0) return { lids: y, strip: null };
	return params.hinge === 'left wall'
		? { lids: [y[0], y[1] - strip], strip: [y[1] - strip, y[1]] }
		: { lids: [y[0] + strip, y[1]], strip: [y[0], y[0] + strip] };
}

/** Lids over the length, each with a sliver of air to its neighbour. */
const lidBoxes = (params: Params, x: Range, y: Range, z: Range): Box[] =>
	Array.from({ length: params.lids }, (_, i) => {
		const step = (x[1] - x[0]) / params.lids;
		return { x: [x[0] + i * step + (i > 0 ? 2 : 0), x[0] + (i + 1) * step], y, z };
	});

function frameParts(
	params: Params,
	x: Range,
	y: Range,
	z: Range,
	bar: { width: number; thickness: number },
	leg: { width: number; thickness: number }
) {
	const t = bar.thickness;
	const parts: Part[] = [
		barIn('side-left', 'Frame left', params.frameBar, 'frame', { x, y: [y[1] - t, y[1]], z }, 'x'),
		barIn('side-right', 'Frame right', params.frameBar, 'frame', { x, y: [y[0], y[0] + t], z }, 'x')
	];
	const supports: Support[] = [];
	const step = (x[1] - x[0] - t) / params.lids;
	for (let i = 0; i <= params.lids; i++) {
		const from = x[0] + i * step;
		const id = `cross-${i + 1}`;
		parts.push(barIn(id, 'Frame across', params.frameBar, 'frame', { x: [from, from + t], y: [y[0] + t, y[1] - t], z }, 'y'));
		supports.push({ part: id, by: 'side-left', kind: 'rail' }, { part: id, by: 'side-right', kind: 'rail' });
	}
	for (const [n, atX] of [x[0] + t, x[1] - t - leg.width].entries())
		for (const side of ['left', 'right'] as const) {
			const wide: Range = side === 'left' ? [y[1] - t - leg.thickness, y[1] - t] : [y[0] + t, y[0] + t + leg.thickness];
			const id = `leg-${side}-${n + 1}`;
			parts.push(barIn(id, 'Leg', params.legBar, 'frame', { x: [atX, atX + leg.width], y: wide, z: [0, z[1]] }, 'z'));
			supports.push({ part: `side-${side}`, by: id, kind: 'leg' });
		}
	return { parts, supports };
}

/** Each lid up on its own, from the made bed. */
function statesAndMoves(params: Params): { states: PieceState[]; moves: Move[] } {
	const angle = radians(params.lidAngle);
	const name = (i: number) => (params.lids === 1 ? 'Lid up' : `Lid ${i + 1} up`);
	const lids = Array.from({ length: params.lids }, (_, i) => i);
	return {
		states: [
			{ id: 'bed', name: 'Bed', joints: {}, startsFor: ['drive', 'day', 'night'] },
			...lids.map((i): PieceState => ({ id: `lid-${i + 1}-up`, name: name(i), joints: { [`lid-${i + 1}`]: angle }, startsFor: [] }))
		],
		moves: lids.map((i) => ({
			from: 'bed',
			to: `lid-${i + 1}-up`,
			steps: [
				...(params.padStays ? [] : [{ words: 'Take the mattress off', back: 'Lay the mattress on', seconds: 12, hands: 1 as const }]),
				{
					words: 'Lift the lid and set its stay; mind fingers',
					back: 'Lower the lid; mind fingers',
					joints: { [`lid-${i + 1}`]: angle },
					seconds: 6,
					hands: 1 as const
				}
			]
		}))
	};
}

/** A mattress on each lid that goes up with it, or one that is taken off first. */
function mattresses(params: Params, boxes: Box[]): Pad[] {
	const z: Range = [params.height, params.height + params.padThickness];
	const states = statesAndMoves(params).states.map(({ id }) => id);
	return boxes.map((box, i) =>
		padIn(
			`mattress-${i + 1}`,
			boxes.length === 1 ? 'Mattress' : `Mattress ${i + 1}`,
			params.padFoam,
			{ ...box, z },
			Object.fromEntries(
				states
					.filter((state) => params.padStays || state === 'bed')
					.map((state) => [state, { role: 'mattress' as const, ...(params.padStays ? { link: `lid-${i + 1}` } : {}) }])
			)
		)
	);
}

/** A bed whose boards are lids: hinged at a wall or an end, with the mattress on them or taken off first. */
export const lidPlatform = pieceKind({
	kind: 'lid-platform',
	title: 'Bed with lids',
	group: 'beds',
	summary:
		'A frame with hinged lids as the base. Everything below is reached from above, with the mattress still on if it is light enough.',
	params: lidPlatformParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, { interior, stock }) {
		const board = sheetOf(stock, params.boardSheet);
		const bar = barOf(stock, params.frameBar);
		const leg = barOf(stock, params.legBar);
		const x: Range = [params.rear, params.rear + params.length];
		const z: Range = [params.height - board.thickness, params.height];
		const under = z[0] - bar.width;
		const y = spanOf(interior, x, [0, params.height + params.padThickness], params.gap);
		const frame = frameParts(params, x, y, [under, z[0]], bar, leg);
		const { lids, strip } = parted(params, y);
		const boxes = lidBoxes(params, x, lids, z);
		const { states, moves } = statesAndMoves(params);
		const all = states.map(({ id }) => id);
		const open = all.filter((id) => id !== 'bed');
		const pad: Range = [params.height, params.height + params.padThickness];
		return assembled({
			links: [
				{ id: 'frame', joint: { type: 'fixed' } },
				...boxes.map((box, i) => {
					const { origin, axis } = hingeOf(params, box);
					return { id: `lid-${i + 1}`, joint: hingeAt(origin, axis, radians(params.lidAngle)) };
				})
			],
			parts: [
				...frame.parts,
				...boxes.map((box, i) => boardIn(`lid-${i + 1}`, `Lid ${i + 1}`, params.boardSheet, `lid-${i + 1}`, box)),
				...(strip ? [boardIn('strip', 'Strip at the hinges', params.boardSheet, 'frame', { x, y: strip, z })] : [])
			],
			pads: [
				...mattresses(params, boxes),
				...(strip
					? [
							padIn(
								'strip',
								'Strip of mattress at the wall',
								params.padFoam,
								{ x, y: strip, z: pad },
								Object.fromEntries(all.map((id) => [id, { role: 'mattress' as const }]))
							)
						]
					: [])
			],
			states,
			moves,
			surfaces: [sleepOn(rectangle(...x, ...y), params.height, params, ['bed'])],
			supports: [...frame.supports, ...boxes.map((_, i) => ({ part: `lid-${i + 1}`, by: 'side-left', kind: 'rail' as const }))],
			spaces: boxes.map((box, i) => ({
				id: `bay-${i + 1}`,
				name: boxes.length === 1 ? 'Under the lid' : `Under lid ${i + 1}`,
				box: { x: [box.x[0] + bar.thickness, box.x[1] - bar.thickness], y: [y[0] + bar.thickness, y[1] - bar.thickness], z: [0, under] },
				access: [
					{ face: 'top' as const, states: open.filter((id) => id === `lid-${i + 1}-up`) },
					...(i === 0 ? [{ face: 'rear' as const, states: ['bed', ...open] }] : [])
				]
			})),
			deck: params.height
		});
	}
});
