import type { z } from 'zod';
import { rectangle } from '../../geometry/polygon';
import { vec3 } from '../../geometry/vector';
import { pieceKind, type Link, type Part, type Rest, type Step } from '../assembly';
import { assembled, barIn, barOf, boardIn, carriedBy, endLegs, foldingLeg, padIn, sheetOf, sleepOn, type Range } from '../making';
import { bridgeParams } from './params';

type Params = z.infer<typeof bridgeParams>;

/** The legs at the front end, one frame: turned up under the board, or pulled out after their bolts. */
function leg(
	params: Params,
	x: Range,
	under: number,
	bar: { width: number; thickness: number }
): { parts: Part[]; links: Link[]; folded: number; up?: Step; down?: Step } {
	if (params.front === 'seat or ledge in front') return { parts: [], links: [], folded: 0 };
	const at: Range = [x[1] - bar.width - 20, x[1] - 20];
	const legs = endLegs([params.centre - params.width / 2, params.centre + params.width / 2], bar.thickness, params.legs).map((y, i) =>
		barIn(`leg-${i + 1}`, 'Leg', params.legBar, 'leg', { x: at, y, z: [params.foot, under] }, 'z')
	);
	if (params.front === 'leg that swings down') {
		return {
			parts: legs,
			links: [{ id: 'leg', parent: 'board', joint: foldingLeg(at, under) }],
			folded: Math.PI / 2,
			up: { words: 'Swing the legs up under the board', joints: { leg: Math.PI / 2 }, seconds: 3, hands: 1 },
			down: { words: 'Swing the legs down and lock them', joints: { leg: 0 }, seconds: 4, hands: 1 }
		};
	}
	const joint = carriedBy('lift-out', vec3(at[0], 0, under), vec3(0, 1, 0), [{ shift: vec3(0, 0, -5), angle: 0 }]);
	return {
		parts: legs,
		links: [{ id: 'leg', parent: 'board', joint }],
		folded: 1,
		up: { words: 'Pull the drop bolts and put the legs aside', takesOut: ['leg'], seconds: 5, hands: 1 },
		down: { words: 'Set the legs under the front and drop their bolts', bringsIn: ['leg'], seconds: 6, hands: 1 }
	};
}

/** A board over a foot well, from the edge of the bed behind it to its own leg or to a seat in front. */
export const bridge = pieceKind({
	kind: 'bridge',
	title: 'Bridge over a foot well',
	group: 'beds',
	summary:
		'A board that lengthens the bed forward: it lies on the edge behind it and on a swing-down leg, a bolted leg, or the seat in front.',
	params: bridgeParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, { stock }) {
		const t = sheetOf(stock, params.boardSheet).thickness;
		const x: Range = [params.rear, params.rear + params.length];
		const y: Range = [params.centre - params.width / 2, params.centre + params.width / 2];
		const z: Range = [params.height, params.height + t];
		const prop = leg(params, x, z[0], barOf(stock, params.legBar));
		const pad = { x, y, z: [z[1], z[1] + params.padThickness] as Range };
		const strip = (from: number): Rest['box'] => ({ x: [from, from + params.hold], y, z });
		const folds = params.front === 'leg that swings down';
		const rests: Rest[] = [
			{ id: 'rear', name: 'Rear edge of the bridge', box: strip(x[0]), hold: params.hold * 0.75, states: ['bridged'] },
			...(prop.parts.length === 0
				? [{ id: 'front', name: 'Front edge of the bridge', box: strip(x[1] - params.hold), hold: params.hold * 0.75, states: ['bridged'] }]
				: [])
		];
		return assembled({
			links: [
				{
					id: 'board',
					module: 'Bridge',
					joint: carriedBy('drop-in', vec3((x[0] + x[1]) / 2, params.centre, z[0]), vec3(0, 1, 0), [{ shift: vec3(0, 0, 120), angle: 0 }])
				},
				...prop.links
			],
			parts: [boardIn('board', 'Bridge board', params.boardSheet, 'board', { x, y, z }), ...prop.parts],
			pads: [padIn('pad', 'Bridge cushion', params.padFoam, pad, { bridged: { role: 'mattress' } })],
			states: [
				{ id: 'bridged', name: 'Bridged', joints: {}, startsFor: ['night'] },
				{
					id: 'away',
					name: 'Put away',
					joints: { board: 1, ...(folds ? { leg: prop.folded } : {}) },
					out: ['board', ...(folds ? [] : prop.links.map(({ id }) => id))],
					startsFor: ['drive', 'day']
				}
			],
			moves: [
				{
					from: 'bridged',
					to: 'away',
					steps: [
						{ words: 'Take the cushion off', seconds: 3, hands: 1 },
						{ words: 'Lift the bridge off its edge', joints: { board: 1 }, seconds: 4, hands: 1 },
						...(prop.up ? [prop.up] : []),
						{ words: 'Put it away', takesOut: ['board'], seconds: 8, hands: 1 }
					]
				},
				{
					from: 'away',
					to: 'bridged',
					steps: [
						{ words: 'Fetch the bridge', bringsIn: ['board'], seconds: 8, hands: 1 },
						...(prop.down ? [prop.down] : []),
						{ words: 'Lay it on the edge behind it', joints: { board: 0 }, seconds: 4, hands: 1 },
						{ words: 'Lay the cushion on', seconds: 3, hands: 1 }
					]
				}
			],
			surfaces: [{ ...sleepOn(rectangle(...x, ...y), z[1], params, ['bridged']), id: 'bridge' }],
			supports: prop.parts.map(({ id }) => ({ part: 'board', by: id, kind: 'prop' as const })),
			rests,
			deck: z[1]
		});
	}
});
