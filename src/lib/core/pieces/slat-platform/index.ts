import type { z } from 'zod';
import { rectangle } from '../../geometry/polygon';
import { vec3 } from '../../geometry/vector';
import { pieceKind, type Part, type Support } from '../assembly';
import { assembled, barIn, barOf, padIn, reachOn, sleepOn, spanOf, type Range } from '../making';
import { slatPlatformParams } from './params';

type Params = z.infer<typeof slatPlatformParams>;

/** Slats from wall to wall, as many as the length takes. */
function slatsOf(params: Params, x: Range, y: Range, z: Range, width: number): Part[] {
	const pitch = width + params.slatGap;
	const count = Math.max(2, Math.floor((x[1] - x[0] + params.slatGap) / pitch));
	return Array.from({ length: count }, (_, i) => {
		const from = x[0] + i * pitch;
		return barIn(`slat-${i + 1}`, 'Slat', params.slatBar, 'frame', { x: [from, from + width], y, z }, 'y');
	});
}

/** Slats across on rails at both walls, with one bar lengthwise under their middle: air everywhere, hardly any wood. */
export const slatPlatform = pieceKind({
	kind: 'slat-platform',
	title: 'Slats on wall rails',
	group: 'beds',
	summary: 'Slats across on metal rails bolted to both walls, one bar under the middle. Stays a bed; airy, light, open below.',
	params: slatPlatformParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, { interior, stock }) {
		const slat = barOf(stock, params.slatBar);
		const rail = barOf(stock, params.angleBar);
		const middle = barOf(stock, params.middleBar);
		const leg = barOf(stock, params.legBar);
		const x: Range = [params.rear, params.rear + params.length];
		const z: Range = [params.height - slat.thickness, params.height];
		const under = z[0] - rail.width;
		const y = spanOf(interior, x, [under, z[1]], params.gap);
		const slats = slatsOf(params, x, y, z, slat.width);
		const end = Math.max(...slats.map((part) => part.pose.shift.x)) + slat.width;
		const long: Range = [x[0], end];
		const centre = (y[0] + y[1]) / 2;
		const below = z[0] - middle.width;
		const legAt = (from: number): Range => [from, from + leg.width];
		const supports: Support[] = [
			{ part: 'rail-left', by: 'wall', kind: 'wall bracket' },
			{ part: 'rail-right', by: 'wall', kind: 'wall bracket' },
			...slats.flatMap(({ id }): Support[] => ['rail-left', 'rail-right', 'middle'].map((by) => ({ part: id, by, kind: 'rail' }))),
			...['leg-rear', 'leg-front'].map((by): Support => ({ part: 'middle', by, kind: 'leg' }))
		];
		const pad: Range = [params.height, params.height + params.padThickness];
		const padY = spanOf(interior, long, pad, 0);
		const mattress = { x: long, y: [Math.max(y[0], padY[0]), Math.min(y[1], padY[1])] as Range, z: pad };
		const period = slat.width + params.slatGap;
		return assembled({
			links: [{ id: 'frame', joint: { type: 'fixed' } }],
			parts: [
				barIn('rail-left', 'Rail left', params.angleBar, 'frame', { x: long, y: [y[1] - rail.thickness, y[1]], z: [under, z[0]] }, 'x'),
				barIn('rail-right', 'Rail right', params.angleBar, 'frame', { x: long, y: [y[0], y[0] + rail.thickness], z: [under, z[0]] }, 'x'),
				barIn(
					'middle',
					'Bar under the middle',
					params.middleBar,
					'frame',
					{ x: long, y: [centre - middle.thickness / 2, centre + middle.thickness / 2], z: [below, z[0]] },
					'x'
				),
				...slats,
				...(['rear', 'front'] as const).map((at) =>
					barIn(
						`leg-${at}`,
						'Leg',
						params.legBar,
						'frame',
						{
							x: legAt(at === 'rear' ? long[0] : long[1] - leg.width),
							y: [centre - leg.thickness / 2, centre + leg.thickness / 2],
							z: [0, below]
						},
						'z'
					)
				)
			],
			pads: [padIn('mattress', 'Mattress', params.padFoam, mattress, { bed: { role: 'mattress' } })],
			states: [{ id: 'bed', name: 'Bed', joints: {}, startsFor: ['drive', 'day', 'night'] }],
			surfaces: [sleepOn(rectangle(...mattress.x, ...mattress.y), params.height, params, ['bed'])],
			supports,
			spaces: (['left', 'right'] as const).map((side) => {
				const inner = side === 'left' ? centre + leg.thickness / 2 : centre - leg.thickness / 2;
				const outer = reachOn(interior, side, long, [0, under], params.gap);
				return {
					id: `lane-${side}`,
					name: `Under the slats, ${side}`,
					box: { x: long, y: side === 'left' ? [inner, outer] : [-outer, inner], z: [0, below] },
					access: [{ face: 'rear' as const, states: ['bed'] }]
				};
			}),
			slats: [{ state: 'bed', zone: 'all over', slat: slat.width, gap: params.slatGap, open: params.slatGap / period }],
			innerMargins: [
				{
					id: 'slat-length',
					title: 'Slats across in one piece',
					margin: slat.length - (y[1] - y[0]),
					comfort: 10,
					why: 'The slats are cut from one length of the bar that you chose.',
					at: vec3((long[0] + long[1]) / 2, centre, params.height),
					states: ['bed']
				}
			],
			deck: params.height
		});
	}
});
