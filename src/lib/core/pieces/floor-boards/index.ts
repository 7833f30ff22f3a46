import type { z } from 'zod';
import { area, bounds, difference, intersection, largest, offset, rectangle, type Polygon } from '../../geometry/polygon';
import { vec3 } from '../../geometry/vector';
import { archNotch, fixtureNotch, freeOutline, type Interior, type ZoneSolid } from '../../interior';
import { pieceKind, type FloorJoint, type Link, type Part } from '../assembly';
import { assembled, boardOf, carriedBy, sheetOf, type Range } from '../making';
import { floorBoardsParams } from './params';

type Params = z.infer<typeof floorBoardsParams>;

/** Wood that is left round a hatch, mm: less breaks when the board is carried. */
const ROUND_HATCH = 30;
const FAR = 5000;

/** Joints between the boards, from the rear. */
function jointsOf(params: Params): FloorJoint[] {
	const typed = params.joints === 'where they are typed';
	const at = [params.joint1, params.joint2, params.joint3];
	return Array.from({ length: params.boards - 1 }, (_, i) => ({
		id: `joint-${i + 1}`,
		x: params.rear + (typed ? at[i] : (params.length * (i + 1)) / params.boards)
	})).sort((a, b) => a.x - b.x);
}

/** The whole floor within walls, arches, pits and whatever stands on it. */
function floorOutline(params: Params, interior: Interior, z: Range): Polygon {
	const strip = rectangle(params.rear, params.rear + params.length, -FAR, FAR);
	// The boards are cut to the walls over their own thickness and a hand above it, where trim begins.
	const free = largest(intersection(freeOutline(interior, [0, 30], params.gap), strip)) ?? strip;
	const notches = [
		...interior.arches.map((arch) => archNotch(arch, 0, params.gap)),
		...interior.fixtures.map((fixture) => fixtureNotch(fixture, [z[0], 1], params.gap))
	].filter((notch) => notch !== null);
	return largest(difference(free, notches)) ?? free;
}

/** A hatch: what it is over, and its outline. */
interface Hatch {
	id: string;
	name: string;
	outline: Polygon;
}

/** A hatch over every space that is reached from above, as far as it lies on one board with wood all round. */
function hatchesIn(params: Params, zones: readonly ZoneSolid[], board: Polygon): Hatch[] {
	if (!params.hatches) return [];
	const room = offset(board, -ROUND_HATCH);
	return zones
		.filter(({ zone, box }) => zone.from === 'above' && box.z[0] < 100)
		.flatMap(({ id, zone, box }): Hatch[] => {
			const inside = room && largest(intersection(room, rectangle(...box.x, ...box.y)));
			// On a board that only its edge reaches there is no hatch: it lies on the neighbour.
			return inside && area(inside) > 0.3 * (box.x[1] - box.x[0]) * (box.y[1] - box.y[0])
				? [{ id: `hatch-${id}`, name: zone.name, outline: inside }]
				: [];
		});
}

/** A floor of boards cut to walls and arches, flush with the finished floor, with joints and hatches. */
export const floorBoards = pieceKind({
	kind: 'floor-boards',
	title: 'Floor boards',
	group: 'floor and windows',
	summary:
		'The boards of the floor build-up, cut to walls and arches, with joints where nothing stands and a hatch over whatever must be reached from above.',
	caution:
		'Know what runs under the floor before a screw goes in: fuel, brake lines, high voltage. Glue or clamp boards where you cannot see.',
	params: floorBoardsParams,
	alongParam: 'rear',
	assemble(params, { interior, zones, stock }) {
		const t = sheetOf(stock, params.boardSheet).thickness;
		const z: Range = [-t, 0];
		const whole = floorOutline(params, interior, z);
		const joints = jointsOf(params);
		const ends = [params.rear, ...joints.map(({ x }) => x), params.rear + params.length];
		const boards = ends.slice(1).map((end, i): Polygon => {
			const from = ends[i] + (i > 0 ? params.between / 2 : 0);
			const to = end - (i < joints.length ? params.between / 2 : 0);
			return (
				largest(intersection(whole, rectangle(from, Math.max(from + 1, to), -FAR, FAR))) ??
				rectangle(from, Math.max(from + 1, to), -100, 100)
			);
		});
		const hatches = boards.flatMap((outline) => hatchesIn(params, zones, outline).map((hatch) => ({ ...hatch, board: outline })));
		const parts: Part[] = boards.map((outline, i) => {
			const board = boardOf(`board-${i + 1}`, 'Floor board', params.boardSheet, 'floor', outline, z);
			const low = bounds(outline);
			const own = hatches.filter((hatch) => hatch.board === outline);
			return own.length === 0
				? board
				: {
						...board,
						cutOuts: own.map((hatch) => ({
							name: `hatch, ${hatch.name.toLowerCase()}`,
							outline: hatch.outline.map((p) => ({ x: p.x - low.x[0], y: p.y - low.y[0] }))
						}))
					};
		});
		const lids = hatches.map(({ id, name, outline }) =>
			boardOf(id, `Hatch, ${name.toLowerCase()}`, params.boardSheet, id, offset(outline, -params.hatchPlay) ?? outline, z)
		);
		const links: Link[] = [
			{ id: 'floor', joint: { type: 'fixed' } },
			...boards.map((_, i): Link => ({ id: `board-${i + 1}`, parent: 'floor', module: `Floor board ${i + 1}`, joint: { type: 'fixed' } })),
			...hatches.map(({ id, name, outline }): Link => {
				const { x, y } = bounds(outline);
				return {
					id,
					module: `Hatch over ${name.toLowerCase()}`,
					joint: carriedBy('lift-out', vec3((x[0] + x[1]) / 2, (y[0] + y[1]) / 2, 0), vec3(0, 0, 1), [{ shift: vec3(0, 0, 60), angle: 0 }])
				};
			})
		];
		return assembled({
			links,
			parts: [...parts.map((part) => ({ ...part, link: part.id })), ...lids],
			states: [
				{ id: 'closed', name: 'Floor closed', joints: {}, startsFor: ['drive', 'day', 'night'] },
				...hatches.map(({ id, name }) => ({
					id: `open-${id}`,
					name: `Hatch over ${name.toLowerCase()} open`,
					joints: { [id]: 1 },
					out: [id],
					startsFor: []
				}))
			],
			moves: hatches.map(({ id, name }) => ({
				from: 'closed',
				to: `open-${id}`,
				steps: [
					{
						words: `Lift the hatch over ${name.toLowerCase()} by its ring`,
						back: 'Drop the hatch into its place',
						joints: { [id]: 1 },
						seconds: 3,
						hands: 1 as const
					},
					{ words: 'Lay it aside', back: 'Fetch the hatch', takesOut: [id], seconds: 3, hands: 1 as const }
				]
			})),
			fronts: hatches.map(({ id, name }) => ({ id, name: `Hatch over ${name.toLowerCase()}`, from: 'closed', to: `open-${id}`, uses: [] })),
			supports: [...parts, ...lids].map(({ id }) => ({ part: id, by: 'floor', kind: 'floor' as const })),
			floorJoints: joints,
			hardware:
				hatches.length > 0
					? [
							{ name: 'Lift ring for a hatch', count: hatches.length },
							{ name: 'Cleat under the edge of a hatch', count: 4 * hatches.length }
						]
					: [],
			deck: 0
		});
	}
});
