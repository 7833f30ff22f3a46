import type { z } from 'zod';
import { vec3 } from '../../geometry/vector';
import { lengthMark } from '../../units';
import { pieceKind, type InnerMargin, type Part } from '../assembly';
import { assembled, boardIn, boughtIn, depthOn, hingeAt, padIn, sheetOf, sitOn, type Range } from '../making';
import { batteryBoxParams } from './params';

type Params = z.infer<typeof batteryBoxParams>;

/** Between two batteries and round them, mm: they swell and get warm. */
const AROUND = 10;
const LID_UP = 1.35;

/** The batteries in a row, as things that only take their room. */
function batteries(params: Params, x: Range, y: Range, floor: number): Part[] {
	const step = params.batteryLength + AROUND;
	const from = (x[0] + x[1]) / 2 - (params.batteries * step - AROUND) / 2;
	const near = (y[0] + y[1] - params.batteryWidth) / 2;
	return Array.from({ length: params.batteries }, (_, i) => {
		const box = {
			x: [from + i * step, from + i * step + params.batteryLength] as Range,
			y: [near, near + params.batteryWidth] as Range,
			z: [floor, floor + params.batteryHeight] as Range
		};
		return boughtIn(`battery-${i + 1}`, 'Battery', 'box', box, params.batteryWeight);
	});
}

function margins(params: Params, x: Range, y: Range, t: number): InnerMargin[] {
	const at = vec3((x[0] + x[1]) / 2, (y[0] + y[1]) / 2, params.height);
	const long = params.batteries * (params.batteryLength + AROUND) + AROUND;
	const spare = Math.min(params.length - 2 * t - long, params.width - 2 * t - params.batteryWidth - 2 * AROUND);
	const above = params.height - 2 * t - params.batteryHeight;
	const one = (id: string, title: string, margin: number, comfort: number, why: string, unit?: InnerMargin['unit']): InnerMargin => ({
		id,
		title,
		margin,
		comfort,
		why,
		at,
		states: ['shut'],
		...(unit ? { unit } : {})
	});
	return [
		one('batteries-fit', 'batteries fit in it', spare, 10, `They want ${lengthMark(AROUND)} on every side, since they swell and get warm.`),
		one(
			'over-poles',
			'room over the poles',
			above - params.room,
			10,
			`Between poles and lid are ${lengthMark(Math.floor(above))}; a spanner that touches both poles welds itself.`
		),
		one(
			'vented',
			'gas has a way out',
			params.vent === 'yes, no vent yet' ? -1 : 0,
			0,
			'Gas from charging explodes: a hose from the box to the outside, and nothing that sparks in it.',
			'count'
		),
		one(
			'strapped',
			'batteries are held',
			params.strap ? 0 : -1,
			0,
			'A battery is the heaviest thing in the box and the last that may fly.',
			'count'
		)
	];
}

/** A box for batteries with a seat on it. */
export const batteryBox = pieceKind({
	kind: 'battery-box',
	title: 'Battery box',
	group: 'boxes and seats',
	summary: 'A box for one to four batteries under a lid, with room over the poles, a vent if they give off gas, and a seat on top.',
	caution: 'A fuse at every battery before anything else. Wiring, chargers and anything over 50 volts go to a licensed electrician.',
	params: batteryBoxParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, { stock }) {
		const t = sheetOf(stock, params.boardSheet).thickness;
		const x: Range = [params.rear, params.rear + params.length];
		const y: Range = [params.centre - params.width / 2, params.centre + params.width / 2];
		const walls: Range = [t, params.height - t];
		// It opens away from the wall that it stands nearer to, and one sits on it looking the same way.
		const onLeft = params.centre >= 0;
		const side = onLeft ? 'left' : 'right';
		const back = onLeft ? y[1] : y[0];
		const cushion = { x, y, z: [params.height, params.height + params.cushion] as Range };
		return assembled({
			links: [
				{ id: 'box', module: 'Battery box', joint: { type: 'fixed' } },
				{ id: 'lid', parent: 'box', joint: hingeAt(vec3(x[0], back, params.height), vec3(onLeft ? -1 : 1, 0, 0), LID_UP) }
			],
			parts: [
				boardIn('bottom', 'Bottom', params.boardSheet, 'box', { x, y, z: [0, t] }),
				boardIn('end-1', 'End', params.boardSheet, 'box', { x: [x[0], x[0] + t], y, z: walls }, 'x'),
				boardIn('end-2', 'End', params.boardSheet, 'box', { x: [x[1] - t, x[1]], y, z: walls }, 'x'),
				boardIn('side-1', 'Side', params.boardSheet, 'box', { x: [x[0] + t, x[1] - t], y: [y[0], y[0] + t], z: walls }, 'y'),
				boardIn('side-2', 'Side', params.boardSheet, 'box', { x: [x[0] + t, x[1] - t], y: [y[1] - t, y[1]], z: walls }, 'y'),
				boardIn('lid', 'Lid', params.boardSheet, 'lid', { x, y, z: [params.height - t, params.height] }),
				...batteries(params, x, y, t)
			],
			pads:
				params.cushion > 0 ? [padIn('cushion', 'Seat cushion', params.cushionFoam, cushion, { shut: { role: 'seat', link: 'box' } })] : [],
			states: [
				{ id: 'shut', name: 'Shut', joints: {}, startsFor: ['drive', 'day', 'night'] },
				{ id: 'lid-up', name: 'Lid up', joints: { lid: LID_UP }, startsFor: [] }
			],
			moves: [
				{
					from: 'shut',
					to: 'lid-up',
					steps: [
						...(params.cushion > 0 ? [{ words: 'Take the cushion off', back: 'Lay the cushion on', seconds: 3, hands: 1 as const }] : []),
						{ words: 'Lift the lid; mind fingers', back: 'Lower the lid', joints: { lid: LID_UP }, seconds: 3, hands: 1 }
					]
				}
			],
			fronts: [{ id: 'lid', name: 'Lid', from: 'shut', to: 'lid-up', uses: [] }],
			surfaces: [
				sitOn('seat', side, x, (from, to) => depthOn(side, Math.abs(back), from, to), [0, params.width], {
					base: params.height,
					pad: params.cushion,
					foam: params.cushionFoam,
					states: ['shut']
				})
			],
			supports: [
				{ part: 'bottom', by: 'floor', kind: 'floor' },
				{ part: 'lid', by: 'end-1', kind: 'board' },
				{ part: 'lid', by: 'end-2', kind: 'board' }
			],
			innerMargins: margins(params, x, y, t),
			braces: [
				{ normal: 'x', name: 'Ends', by: 'End', at: vec3(x[0], params.centre, params.height / 2) },
				{ normal: 'y', name: 'Sides', by: 'Side', at: vec3(x[0], params.centre, params.height / 2) }
			],
			hardware: [
				{ name: 'Hinge for a lid', count: 2 },
				{ name: 'Battery', count: params.batteries },
				...(params.strap ? [{ name: 'Strap for a battery', count: params.batteries }] : []),
				{ name: 'Fuse and holder at the battery', count: params.batteries },
				...(params.vent === 'no' ? [] : [{ name: 'Vent hose and floor fitting', count: 1 }])
			],
			deck: params.height
		});
	}
});
