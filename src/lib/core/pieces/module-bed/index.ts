import type { z } from 'zod';
import { rectangle } from '../../geometry/polygon';
import { vec3, type Box } from '../../geometry/vector';
import { pieceKind, type Assembly, type Link, type Move, type Pad, type Part, type PieceState, type Space } from '../assembly';
import { assembled, boardIn, carriedBy, hingeAt, padIn, radians, sheetOf, sleepOn, spanOf, type Range } from '../making';
import { moduleBedParams } from './params';

type Params = z.infer<typeof moduleBedParams>;

/** One of the two boxes: its walls, its lids side by side, each hinged at the outer edge. */
interface Module {
	id: 'rear' | 'middle';
	name: string;
	box: Box;
	/** Underside of its walls. */
	foot: number;
}

const lidRanges = (params: Params, [low, high]: Range): Range[] =>
	Array.from({ length: params.lids }, (_, i): Range => {
		const step = (high - low) / params.lids;
		return [low + i * step + (i > 0 ? 2 : 0), low + (i + 1) * step];
	});

const lidName = (params: Params, { name }: Module, i: number): string => {
	const side = params.lids === 1 ? '' : i === 0 ? ', right' : ', left';
	return `Lid of the ${name.toLowerCase()}${side}`;
};

function partsOf(params: Params, module: Module, t: number): Part[] {
	const { id, box, foot } = module;
	const { x, y, z } = box;
	const walls: Range = [foot, z[0]];
	const panel = (name: string, label: string, at: Partial<Box>, normal: 'x' | 'y') =>
		boardIn(`${id}-${name}`, `${module.name}, ${label}`, params.boardSheet, id, { x, y, z: walls, ...at }, normal);
	return [
		panel('back', 'back', { x: [x[0], x[0] + t] }, 'x'),
		panel('front', 'front', { x: [x[1] - t, x[1]] }, 'x'),
		panel('right', 'right side', { x: [x[0] + t, x[1] - t], y: [y[0], y[0] + t] }, 'y'),
		panel('left', 'left side', { x: [x[0] + t, x[1] - t], y: [y[1] - t, y[1]] }, 'y'),
		...lidRanges(params, y).map((range, i) =>
			boardIn(`${id}-lid-${i + 1}`, lidName(params, module, i), params.boardSheet, `${id}-lid-${i + 1}`, { x, y: range, z })
		),
		...(params.lids === 2
			? [panel('middle', 'partition', { x: [x[0] + t, x[1] - t], y: [(y[0] + y[1]) / 2 - t / 2, (y[0] + y[1]) / 2 + t / 2] }, 'y')]
			: [])
	];
}

function linksOf(params: Params, { id, name, box }: Module): Link[] {
	const { x, y, z } = box;
	const top = vec3(x[0], 0, z[1]);
	const own: Link =
		id === 'rear'
			? { id, module: name, joint: { type: 'fixed' } }
			: {
					id,
					module: name,
					joint: carriedBy('drop-in', vec3((x[0] + x[1]) / 2, (y[0] + y[1]) / 2, z[0]), vec3(0, 0, 1), [
						{ shift: vec3(0, 0, 60), angle: 0 }
					])
				};
	return [
		own,
		...lidRanges(params, y).map((range, i): Link => {
			// Each lid is hinged at its outer edge; a single one at the left.
			const right = params.lids === 2 && i === 0;
			const origin = { ...top, y: right ? range[0] : range[1] };
			return { id: `${id}-lid-${i + 1}`, parent: id, joint: hingeAt(origin, vec3(right ? 1 : -1, 0, 0), radians(params.lidAngle)) };
		})
	];
}

function statesAndMoves(params: Params, modules: Module[]): Pick<Assembly, 'states' | 'moves'> {
	const angle = radians(params.lidAngle);
	const lids = modules.flatMap((module) =>
		Array.from({ length: params.lids }, (_, i) => ({ id: `${module.id}-lid-${i + 1}`, name: lidName(params, module, i), of: module.id }))
	);
	const states: PieceState[] = [
		{ id: 'bed', name: 'Bed', joints: {}, startsFor: ['night', 'day'] },
		{ id: 'middle-out', name: 'Middle module out', joints: { middle: 1 }, out: ['middle'], startsFor: ['drive'] },
		...lids.map(({ id, name }): PieceState => ({ id: `${id}-up`, name: `${name} up`, joints: { [id]: angle }, startsFor: [] }))
	];
	const moves: Move[] = [
		{
			from: 'bed',
			to: 'middle-out',
			steps: [
				{ words: 'Take the mattress off', seconds: 12, hands: 1 },
				{ words: 'Slack the turnbuckles and unhook them', seconds: 25, hands: 1 },
				{ words: 'Lift the middle module off its feet', joints: { middle: 1 }, seconds: 8, hands: 2 },
				{ words: 'Take it out through the side door', takesOut: ['middle'], seconds: 40, hands: 2 }
			]
		},
		{
			from: 'middle-out',
			to: 'bed',
			steps: [
				{ words: 'Bring the middle module in', bringsIn: ['middle'], seconds: 40, hands: 2 },
				{ words: 'Set it down on its feet', joints: { middle: 0 }, seconds: 8, hands: 2 },
				{ words: 'Level it with the feet against the rear module', tool: 'spanner', seconds: 40, hands: 1 },
				{ words: 'Hook the turnbuckles to the rings and pull both together', seconds: 30, hands: 1 },
				{ words: 'Lay the mattress', seconds: 12, hands: 1 }
			]
		},
		...lids.map(({ id, name }): Move => ({
			from: 'bed',
			to: `${id}-up`,
			steps: [
				{ words: 'Turn the mattress back', back: 'Lay the mattress straight', seconds: 5, hands: 1 },
				{
					words: `Lift the ${name.toLowerCase()}; mind fingers`,
					back: `Lower the ${name.toLowerCase()}; mind fingers`,
					joints: { [id]: angle },
					seconds: 4,
					hands: 1
				}
			]
		}))
	];
	return { states, moves };
}

const padsOf = (params: Params, modules: Module[]): Pad[] =>
	modules.map(({ id, name, box }) =>
		padIn(
			id,
			`Mattress on the ${name.toLowerCase()}`,
			params.padFoam,
			{ ...box, z: [box.z[1], box.z[1] + params.padThickness] },
			{
				bed: { role: 'mattress' },
				...(id === 'rear' ? { 'middle-out': { role: 'mattress' as const } } : {})
			}
		)
	);

const spacesOf = (params: Params, { id, name, box, foot }: Module, t: number): Space[] =>
	lidRanges(params, box.y).map((range, i) => ({
		id: `${id}-${i + 1}`,
		name: `In the ${name.toLowerCase()}${params.lids === 2 ? (i === 0 ? ', right' : ', left') : ''}`,
		box: { x: [box.x[0] + t, box.x[1] - t], y: [range[0] + t, range[1] - t], z: [Math.max(0, foot), box.z[0]] },
		access: [
			{ face: 'top', states: [`${id}-lid-${i + 1}-up`] },
			...(id === 'rear' ? [{ face: 'rear' as const, states: ['bed', 'middle-out'] }] : [])
		]
	}));

/** A rear module that stays and a middle one over removed seats, pulled together and levelled. */
export const moduleBed = pieceKind({
	kind: 'module-bed',
	title: 'Two modules',
	group: 'beds',
	summary:
		'A rear module that stays and a middle one that comes out for passengers; levelled by their feet and pulled together by turnbuckles to existing rings.',
	params: moduleBedParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, { interior, stock }): Assembly {
		const t = sheetOf(stock, params.boardSheet).thickness;
		const z: Range = [params.height - t, params.height];
		const rearX: Range = [params.rear, params.rear + params.rearLength];
		const middleX: Range = [rearX[1] + params.joint, rearX[1] + params.joint + params.middleLength];
		const rearY = spanOf(interior, rearX, [0, params.height + params.padThickness], params.gap);
		const centre = (rearY[0] + rearY[1]) / 2;
		const wide = spanOf(interior, middleX, [Math.max(0, params.middleFoot), params.height + params.padThickness], params.gap);
		const half = params.middleWidth / 2;
		const modules: Module[] = [
			{ id: 'rear', name: 'Rear module', box: { x: rearX, y: rearY, z }, foot: 0 },
			{
				id: 'middle',
				name: 'Middle module',
				box: { x: middleX, y: [Math.max(wide[0], centre - half), Math.min(wide[1], centre + half)], z },
				foot: params.middleFoot
			}
		];
		const outline = rectangle(rearX[0], middleX[1], Math.max(rearY[0], modules[1].box.y[0]), Math.min(rearY[1], modules[1].box.y[1]));
		return assembled({
			links: modules.flatMap((module) => linksOf(params, module)),
			parts: modules.flatMap((module) => partsOf(params, module, t)),
			pads: padsOf(params, modules),
			...statesAndMoves(params, modules),
			surfaces: [sleepOn(outline, params.height, params, ['bed'])],
			supports: modules.flatMap(({ id }) =>
				['back', 'front', 'left', 'right'].map((side) => ({ part: `${id}-lid-1`, by: `${id}-${side}`, kind: 'board' as const }))
			),
			spaces: modules.flatMap((module) => spacesOf(params, module, t)),
			innerMargins: [
				{
					id: 'level',
					title: 'Modules level with each other',
					margin: params.screws - Math.abs(params.unlevel),
					comfort: 5,
					why: 'The feet of the middle module must make up for floors that lie at different heights.',
					at: vec3(middleX[0], 0, params.height),
					states: ['bed']
				}
			],
			deck: params.height
		});
	}
});
