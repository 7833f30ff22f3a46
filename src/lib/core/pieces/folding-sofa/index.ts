import type { z } from 'zod';
import { rectangle } from '../../geometry/polygon';
import { vec3 } from '../../geometry/vector';
import { leastHalfWidth, sign, SIDES, type Interior, type Side } from '../../interior';
import { pieceKind, type Assembly, type InnerMargin, type Link, type Pad, type Part, type Support, type Surface } from '../assembly';
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
	sleepOn,
	type Depth,
	type Range
} from '../making';
import { foldingSofaParams } from './params';

type Params = z.infer<typeof foldingSofaParams>;

/** One half: seat leaf and back leaf, flat at joint values of 0. */
interface Half {
	side: Side;
	y: Depth;
	/** How far the seat slides to the wall when the back stands. */
	travel: number;
}

/**
 * How far the seat can slide towards the wall with its back up, so that the cushion on the back just clears the wall:
 * the back's tip leans out by back · cos(lean) past the hinge, and its cushion lies on the room side.
 */
function travelOf(params: Params, interior: Interior, side: Side, x: Range, outer: number, t: number): number {
	const lean = radians(params.lean);
	const tip: Range = [params.height, params.height + params.back * Math.sin(lean)];
	const wall = Math.floor(leastHalfWidth(interior, side, x, tip) - params.gap);
	// Flat, the hinge lies one back's height in from the outer edge; up, board and tip lie outside the hinge.
	const past = Math.max(params.back * Math.cos(lean), 0) + t * Math.sin(lean);
	return Math.max(0, Math.floor(wall - past - (outer - params.back)));
}

function partsOf(
	params: Params,
	{ side, y }: Half,
	x: Range,
	z: Range,
	bar: { width: number; thickness: number },
	leg: { width: number; thickness: number }
): Part[] {
	const depth = params.back + params.seat;
	const under = z[0] - bar.width;
	const runners = [x[0] + 20, (x[0] + x[1] - bar.thickness) / 2, x[1] - bar.thickness - 20];
	return [
		boardIn(`seat-${side}`, `Seat ${side}`, params.boardSheet, `seat-${side}`, { x, y: y(params.back, depth), z }),
		boardIn(`back-${side}`, `Back ${side}`, params.boardSheet, `back-${side}`, { x, y: y(0, params.back), z }),
		...runners.flatMap((from, i) => [
			barIn(
				`runner-${side}-${i + 1}`,
				'Runner across',
				params.frameBar,
				'frame',
				{ x: [from, from + bar.thickness], y: y(0, depth), z: [under, z[0]] },
				'y'
			),
			barIn(
				`leg-${side}-${i + 1}`,
				'Leg',
				params.legBar,
				'frame',
				{ x: [from, from + leg.width], y: y(depth - leg.thickness, depth), z: [0, under] },
				'z'
			)
		])
	];
}

const linksOf = (params: Params, { side, y, travel }: Half, x: Range, z: Range): Link[] => [
	{ id: `seat-${side}`, joint: { type: 'slide', axis: vec3(0, sign(side), 0), range: [0, travel] } },
	{
		id: `back-${side}`,
		parent: `seat-${side}`,
		joint: hingeAt(vec3(x[0], y(params.back, params.back)[0], z[1]), vec3(sign(side), 0, 0), radians(params.lean))
	}
];

function padsOf(params: Params, { side, y }: Half, x: Range, z: Range): Pad[] {
	const height: Range = [z[1], z[1] + params.padThickness];
	const depth = params.back + params.seat;
	const riding = (role: 'seat' | 'back', link: string) => ({ sofa: { role, link }, bed: { role: 'mattress' as const, link } });
	return [
		padIn(
			`seat-${side}`,
			`Seat cushion ${side}`,
			params.padFoam,
			{ x, y: y(params.back, depth), z: height },
			riding('seat', `seat-${side}`)
		),
		padIn(`back-${side}`, `Back cushion ${side}`, params.padFoam, { x, y: y(0, params.back), z: height }, riding('back', `back-${side}`))
	];
}

function seatSurface(params: Params, { side, y, travel }: Half, x: Range): Surface {
	const { height: base, padThickness: pad, padFoam: foam } = params;
	const back = params.back - travel + pad;
	return sitOn(`sit-${side}`, side, x, y, [back, params.back + params.seat - travel], { base, pad, foam, states: ['sofa'] });
}

function aisle(params: Params, halves: Half[], x: Range): InnerMargin[] {
	if (halves.length < 2) return [];
	const depth = params.back + params.seat;
	const [left, right] = halves.map(({ y }) => y(depth, depth)[0]);
	return [
		{
			id: 'middle',
			title: 'Halves meet in the middle',
			margin: left - right,
			comfort: 2,
			why: 'Both halves lie side by side on runners of their own; where they overlap one cannot come down, and their runners stand in each other.',
			at: vec3((x[0] + x[1]) / 2, (left + right) / 2, params.height),
			states: ['sofa', 'bed']
		}
	];
}

/** Halves of a bed whose wall sides fold up to backs while their seats slide to the wall: narrow by day, flat and wide at night. */
export const foldingSofa = pieceKind({
	kind: 'folding-sofa',
	title: 'Bed halves that fold to sofas',
	group: 'beds that are seats',
	summary:
		'Each half lies flat at night. By day its wall side folds up against the leaning wall and its seat slides outwards: two sofas with an aisle.',
	params: foldingSofaParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, { interior, stock }): Assembly {
		const t = sheetOf(stock, params.boardSheet).thickness;
		const bar = barOf(stock, params.frameBar);
		const leg = barOf(stock, params.legBar);
		const x: Range = [params.rear, params.rear + params.length];
		const z: Range = [params.height - t, params.height];
		const halves = SIDES.filter((side) => params.sides === 'both sides' || params.sides === `${side} only`).map((side): Half => {
			const outer = reachOn(interior, side, x, [z[0] - bar.width, params.height + params.padThickness], params.gap);
			return { side, y: (from, to) => depthOn(side, outer, from, to), travel: travelOf(params, interior, side, x, outer, t) };
		});
		const up = Object.fromEntries(
			halves.flatMap(({ side, travel }) => [
				[`seat-${side}`, travel],
				[`back-${side}`, radians(params.lean)]
			])
		);
		const depth = params.back + params.seat;
		const edges = halves.flatMap(({ y }) => y(0, depth));
		const bed = rectangle(...x, Math.min(...edges), Math.max(...edges));
		return assembled({
			links: [{ id: 'frame', joint: { type: 'fixed' } }, ...halves.flatMap((half) => linksOf(params, half, x, z))],
			parts: halves.flatMap((half) => partsOf(params, half, x, z, bar, leg)),
			pads: halves.flatMap((half) => padsOf(params, half, x, z)),
			states: [
				{ id: 'sofa', name: 'Sofas', joints: up, startsFor: ['drive', 'day'] },
				{ id: 'bed', name: 'Bed', joints: {}, startsFor: ['night'] }
			],
			moves: [
				{
					from: 'sofa',
					to: 'bed',
					// The back stays up until its seat has come in: half way down its edge would stand in the wall.
					steps: halves.flatMap(({ side }) => [
						{
							words: `Pull the ${side} seat in`,
							back: `Push the ${side} seat to the wall`,
							joints: { [`seat-${side}`]: 0 },
							seconds: 4,
							hands: 1 as const
						},
						{ words: 'Let its back down', back: `Lift the ${side} back up`, joints: { [`back-${side}`]: 0 }, seconds: 3, hands: 1 as const }
					])
				}
			],
			surfaces: [sleepOn(bed, params.height, params, ['bed']), ...halves.map((half) => seatSurface(params, half, x))],
			supports: halves.flatMap(({ side }) =>
				[1, 2, 3].flatMap((n): Support[] => [
					{ part: `seat-${side}`, by: `runner-${side}-${n}`, kind: 'rail' },
					{ part: `runner-${side}-${n}`, by: `leg-${side}-${n}`, kind: 'leg' },
					{ part: `runner-${side}-${n}`, by: 'wall', kind: 'wall bracket' }
				])
			),
			spaces: halves.map(({ side, y }) => ({
				id: `under-${side}`,
				name: `Under the ${side} half`,
				box: { x: [x[0] + 20 + leg.width, x[1] - 20 - leg.width], y: y(0, depth - leg.thickness), z: [0, z[0] - bar.width] },
				access: [{ face: side === 'left' ? ('right' as const) : ('left' as const), states: ['sofa', 'bed'] }]
			})),
			innerMargins: aisle(params, halves, x),
			deck: params.height
		});
	}
});
