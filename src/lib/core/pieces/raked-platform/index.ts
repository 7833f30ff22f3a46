import type { z } from 'zod';
import { rectangle } from '../../geometry/polygon';
import { vec3 } from '../../geometry/vector';
import { pieceKind, type Assembly, type InnerMargin, type Link, type Pad, type Part, type Step, type Surface } from '../assembly';
import { lengthMark } from '../../units';
import { assembled, barIn, barOf, boardIn, carriedBy, padIn, sheetOf, sleepOn, slotOf, type Range } from '../making';
import { rakedPlatformParams } from './params';

type Params = z.infer<typeof rakedPlatformParams>;

/** The slots of the backrest stand in from the front edge, mm. */
const SLOT_IN = 14;

/** Air between the foot section and what stays: turning up, the rear edge of the deck comes back a little, mm. */
const FOOT_GAP = 6;

/** What everything else hangs on. */
interface Frame {
	x: Range;
	/** Where the part that stays begins: the foot section lies behind it. */
	split: number;
	y: Range;
	z: Range;
	/** Places of the rear and the front pins along the vehicle. */
	pins: [rear: number, front: number];
	bar: { width: number; thickness: number };
	track: { width: number; thickness: number };
}

function frameOf(params: Params, stock: Parameters<typeof barOf>[0]): Frame {
	const t = sheetOf(stock, params.boardSheet).thickness;
	const x: Range = [params.rear, params.rear + params.length];
	const split = params.foot > 0 ? x[0] + params.foot : x[0];
	return {
		x,
		split,
		y: [params.centre - params.width / 2, params.centre + params.width / 2],
		z: [params.height - t, params.height],
		pins: [split + params.pins, x[1] - params.pins],
		bar: barOf(stock, params.frameBar),
		track: barOf(stock, params.trackBar)
	};
}

function partsOf(params: Params, { x, split, y, z, pins, bar, track }: Frame): Part[] {
	const edge: Range = [z[0] - bar.width, z[0]];
	const sides = [
		{ side: 'right', at: [y[0], y[0] + bar.thickness] as Range, post: [y[0] - track.thickness - 1, y[0] - 1] as Range },
		{ side: 'left', at: [y[1] - bar.thickness, y[1]] as Range, post: [y[1] + 1, y[1] + track.thickness + 1] as Range }
	];
	return [
		boardIn('deck', 'Platform', params.boardSheet, 'deck', { x: [split + (params.foot > 0 ? FOOT_GAP : 0), x[1]], y, z }),
		...(params.foot > 0
			? [
					boardIn('foot', 'Foot section', params.boardSheet, 'foot', { x: [x[0], split], y, z }),
					// Its front edge lies on a ledge under the rear edge of the platform.
					barIn(
						'foot-ledge',
						'Ledge for the foot section',
						params.frameBar,
						'deck',
						{
							x: [split + (FOOT_GAP - bar.width) / 2, split + (FOOT_GAP + bar.width) / 2],
							y: [y[0] + bar.thickness, y[1] - bar.thickness],
							z: [z[0] - bar.thickness, z[0]]
						},
						'y'
					)
				]
			: []),
		...sides.flatMap(({ side, at, post }) => [
			barIn(`edge-${side}`, `Edge bar ${side}`, params.frameBar, 'deck', { x: [split + FOOT_GAP, x[1]], y: at, z: edge }, 'x'),
			...pins.map((pin, i) =>
				barIn(
					`track-${i === 0 ? 'rear' : 'front'}-${side}`,
					`Track ${i === 0 ? 'rear' : 'front'} ${side}`,
					params.trackBar,
					'frame',
					{ x: [pin - track.width / 2, pin + track.width / 2], y: post, z: [0, params.height + (i === 0 ? 20 : params.rise + 40)] },
					'z'
				)
			),
			// The foot section lies on legs of its own at the rear end.
			...(params.foot > 0
				? [
						barIn(
							`foot-leg-${side}`,
							'Leg of the foot section',
							params.trackBar,
							'frame',
							{
								x: [x[0], x[0] + track.width],
								y: side === 'right' ? [y[0], y[0] + track.thickness] : [y[1] - track.thickness, y[1]],
								z: [0, z[0]]
							},
							'z'
						)
					]
				: [])
		])
	];
}

/** How far the deck turns when its front pins have climbed all the way, radians. */
const rakeOf = ({ rise }: Params, pins: Frame['pins']): number => Math.asin(Math.min(1, rise / (pins[1] - pins[0])));

/** The deck turns about its rear pins as its front pins climb; the foot section is carried to its slots at the front. */
function linksOf(params: Params, { x, y, z, pins }: Frame): Link[] {
	const links: Link[] = [
		{ id: 'frame', joint: { type: 'fixed' } },
		{ id: 'deck', joint: { type: 'track', pin: vec3(pins[0], y[0], z[0]), far: vec3(pins[1], y[0], z[0]), range: [0, params.rise] } }
	];
	if (params.foot <= 0) return links;
	// Turned upright about its own middle it stands on the raked deck, in slots before the front edge.
	const half = params.foot / 2;
	const rake = rakeOf(params, pins);
	// Turned up, the whole deck comes nearer to the rear pins, and its slots with it.
	const at = pins[0] + (x[1] - SLOT_IN - pins[0]) * Math.cos(rake) - (z[1] - z[0]) * Math.sin(rake);
	const forward = at - (x[0] + half);
	const deck = (at - pins[0]) * Math.tan(rake) + (z[1] - z[0]) / Math.cos(rake);
	const up = deck + half;
	const way = [
		{ shift: vec3(0, 0, 60), angle: 0 },
		{ shift: vec3(0, 0, up + params.padThickness + 60), angle: 0 },
		{ shift: vec3(forward, 0, up + params.padThickness + 60), angle: Math.PI / 2 },
		{ shift: vec3(forward, 0, up), angle: Math.PI / 2 }
	];
	return [...links, { id: 'foot', module: 'Foot section', joint: carriedBy('lift-out', vec3(x[0] + half, 0, z[0]), vec3(0, -1, 0), way) }];
}

/** Raked, one sits against the foot section that stands at the high end, and looks to the rear; without one, against the end itself. */
function rakedSeat(params: Params, { split, x, y, z, pins }: Frame): Surface {
	const slope = Math.tan(rakeOf(params, pins));
	const backAt = x[1] - SLOT_IN - (z[1] - z[0]);
	return {
		id: 'sit-raked',
		use: 'sit',
		outline: rectangle(split, backAt, ...y),
		base: z[1] + (backAt - pins[0]) * slope,
		pad: params.padThickness,
		foam: params.padFoam,
		states: ['raked'],
		raked: { backAt, facing: -1, slope }
	};
}

function innerMargins(params: Params, { pins, y, z }: Frame): InnerMargin[] {
	const long = pins[1] - pins[0];
	const shift = slotOf(long, params.rise);
	const at = vec3(pins[1], y[0], z[1] + params.rise);
	return [
		{
			id: 'slot',
			title: 'Slots for the front pins',
			margin: params.slot - shift,
			comfort: 3,
			why: `Raked by ${lengthMark(Math.round(params.rise))}, the front pins come ${lengthMark(Math.round(shift * 10) / 10)} nearer to the rear ones; the slots must let them.`,
			at,
			states: ['level', 'raked']
		},
		{
			id: 'parallel',
			title: 'Tracks parallel',
			margin: params.play - Math.abs(params.trackTop),
			comfort: 1,
			why: `The tracks are ${lengthMark(Math.abs(params.trackTop))} out of parallel and the pins have ${lengthMark(params.play)} of play: with less play than that they bind on the way up.`,
			at,
			states: ['level', 'raked']
		}
	];
}

function padsOf(params: Params, { x, split, y, z, pins }: Frame): Pad[] {
	const height: Range = [z[1], z[1] + params.padThickness];
	// Raked, the rear end of the mattress leans back over where the foot section comes down: it begins so much later.
	const rake = params.rise / (pins[1] - pins[0]);
	const seam = params.foot > 0 ? split + Math.ceil((height[1] - z[0]) * Math.min(1, rake)) : split;
	const deck = padIn(
		'deck',
		'Mattress',
		params.padFoam,
		{ x: [seam, x[1] - SLOT_IN - 24], y, z: height },
		{ level: { role: 'mattress', link: 'deck' }, raked: { role: 'seat', link: 'deck' } }
	);
	if (params.foot <= 0) return [deck];
	return [deck, padIn('foot', 'Foot cushion', params.padFoam, { x: [x[0], seam], y, z: height }, { level: { role: 'mattress' } })];
}

/** A platform on vertical tracks: level to sleep on, raked to sit and look out; its foot section becomes the backrest. */
export const rakedPlatform = pieceKind({
	kind: 'raked-platform',
	title: 'Platform on tracks',
	group: 'beds',
	summary:
		'Level for sleep, raked for sitting: its front pins climb two tracks while it turns about the rear ones. The foot section lifts out and stands as the backrest.',
	params: rakedPlatformParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, { stock }): Assembly {
		const frame = frameOf(params, stock);
		const cushion: Step[] =
			params.foot > 0 ? [{ words: 'Put the foot cushion aside', back: 'Lay the foot cushion on', seconds: 4, hands: 1 }] : [];
		const stand: Step[] =
			params.foot > 0
				? [
						{
							words: 'Lift the foot section off and stand it in its slots as the backrest',
							back: 'Lay the foot section on its legs',
							joints: { foot: 4 },
							seconds: 12,
							hands: 1
						}
					]
				: [];
		return assembled({
			links: linksOf(params, frame),
			parts: partsOf(params, frame),
			pads: padsOf(params, frame),
			states: [
				{ id: 'level', name: 'Level', joints: {}, startsFor: ['drive', 'night'] },
				{ id: 'raked', name: 'Raked', joints: { deck: params.rise, ...(params.foot > 0 ? { foot: 4 } : {}) }, startsFor: ['day'] }
			],
			moves: [
				{
					from: 'level',
					to: 'raked',
					steps: [
						...cushion,
						{
							words: 'Raise the front end, both sides together, and set its pins',
							back: 'Take the front pins out and lower the front end, both sides together',
							joints: { deck: params.rise },
							seconds: 10,
							hands: 2
						},
						...stand
					]
				}
			],
			surfaces: [sleepOn(rectangle(...frame.x, ...frame.y), params.height, params, ['level']), rakedSeat(params, frame)],
			supports: ['right', 'left'].flatMap((side) =>
				['rear', 'front'].map((end) => ({ part: `edge-${side}`, by: `track-${end}-${side}`, kind: 'track' as const }))
			),
			spaces: [
				{
					id: 'under',
					name: 'Under the platform',
					box: { x: [frame.split + 2, frame.x[1]], y: frame.y, z: [0, frame.z[0] - frame.bar.width] },
					access: [{ face: 'front', states: ['level', 'raked'] }]
				}
			],
			innerMargins: innerMargins(params, frame),
			deck: params.height
		});
	}
});
