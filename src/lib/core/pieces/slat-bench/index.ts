import type { z } from 'zod';
import { rectangle } from '../../geometry/polygon';
import { vec3 } from '../../geometry/vector';
import { leastHalfWidth, SIDES, type Interior, type Side } from '../../interior';
import { pieceKind, type InnerMargin, type Part, type SlatZone, type Support, type Surroundings } from '../assembly';
import {
	assembled,
	barIn,
	barOf,
	boardIn,
	depthOn,
	interleaved,
	padIn,
	reachOn,
	sheetOf,
	sitOn,
	sleepOn,
	spanOf,
	type Range
} from '../making';
import { lengthMark } from '../../units';
import { slatBenchParams } from './params';

type Params = z.infer<typeof slatBenchParams>;

/** The slats overlap at least this far when the bed is out, mm: less and the joint sags; our own figure. */
const OVERLAP = 120;

/** What everything else hangs on. */
interface Frame {
	/** Of the benches, and of the fixed slats. */
	benchX: Range;
	fixedX: Range;
	y: Range;
	slatZ: Range;
	barZ: Range;
	travel: number;
	bar: { width: number; thickness: number };
	slats: { y: Range; travels: boolean }[];
}

function frameOf(params: Params, { interior, stock }: Surroundings): Frame {
	const slat = barOf(stock, params.slatBar);
	const bar = barOf(stock, params.frameBar);
	const slatZ: Range = [params.height - slat.thickness, params.height];
	const barZ: Range = [slatZ[0] - bar.thickness, slatZ[0]];
	const long: Range = [params.rear, params.rear + params.out];
	const y = spanOf(interior, long, [barZ[0], params.height], params.gap);
	const pitch = slat.width + params.slatGap;
	const count = interleaved(y[1] - y[0], slat.width, params.slatGap);
	const from = (y[0] + y[1]) / 2 - (count * pitch - params.slatGap) / 2;
	return {
		benchX: [params.rear, params.rear + params.benchLength],
		fixedX: [params.rear, params.rear + params.shut],
		y,
		slatZ,
		barZ,
		travel: params.out - params.shut,
		bar,
		slats: Array.from({ length: count }, (_, i) => ({ y: [from + i * pitch, from + i * pitch + slat.width], travels: i % 2 === 1 }))
	};
}

/** A bench on one side: top board, front and ends, its foot drawn in where an arch stands. */
function bench(params: Params, frame: Frame, interior: Interior, side: Side, t: number): { parts: Part[]; foot: number; outer: number } {
	const top = frame.barZ[0];
	const outer = Math.floor(leastHalfWidth(interior, side, frame.benchX, [0, params.height]) - params.gap);
	const foot = Math.max(0, outer - Math.min(outer, reachOn(interior, side, frame.benchX, [0, top - t], params.gap)));
	const y = (from: number, to: number) => depthOn(side, outer, from, to);
	const { benchX: x } = frame;
	const D = params.benchDepth;
	return {
		foot,
		outer,
		parts: [
			boardIn(`top-${side}`, `Bench top ${side}`, params.boardSheet, 'frame', { x, y: y(0, D), z: [top - t, top] }),
			boardIn(`front-${side}`, `Bench front ${side}`, params.boardSheet, 'frame', { x, y: y(D - t, D), z: [0, top - t] }, 'y'),
			...[x[0], x[1] - t].map((from, i) =>
				boardIn(
					`end-${side}-${i + 1}`,
					`Bench end ${side}`,
					params.boardSheet,
					'frame',
					{ x: [from, from + t], y: y(foot, D - t), z: [0, top - t] },
					'x'
				)
			)
		]
	};
}

function slatParts(params: Params, frame: Frame): { parts: Part[]; supports: Support[] } {
	const w = frame.bar.width;
	const [a, b] = frame.fixedX;
	const across = (id: string, name: string, link: string, from: number) =>
		barIn(
			id,
			name,
			params.frameBar,
			link,
			{ x: [from, from + w], y: [frame.slats[0].y[0], frame.slats[frame.slats.length - 1].y[1]], z: frame.barZ },
			'y'
		);
	return {
		parts: [
			across('bar-rear', 'Bar across, rear', 'frame', a),
			across('bar-middle', 'Bar across, where the fixed slats end', 'frame', b - 2 * w - 10),
			across('bar-front', 'Bar across, travelling', 'front', b - w),
			...frame.slats.map(({ y, travels }, i) =>
				barIn(
					`slat-${i + 1}`,
					travels ? 'Slat, travelling' : 'Slat, fixed',
					params.slatBar,
					travels ? 'front' : 'frame',
					{ x: travels ? [a + w + 10, b] : [a, b - w - 10], y, z: frame.slatZ },
					'x'
				)
			)
		],
		supports: frame.slats.map(({ travels }, i) => ({
			part: `slat-${i + 1}`,
			by: travels ? 'bar-front' : 'bar-middle',
			kind: 'rail' as const
		}))
	};
}

/** Air between the slats, pushed in and pulled out. */
function slatZones(slat: number, slatGap: number): SlatZone[] {
	return [
		{ state: 'shut', zone: 'all over', slat, gap: slatGap, open: slatGap / (slat + slatGap) },
		{ state: 'bed', zone: 'at both ends', slat, gap: slat + 2 * slatGap, open: (slat + 2 * slatGap) / (2 * (slat + slatGap)) }
	];
}

/** How far the slats of both sets still lie side by side when the bed is out. */
function overlapMargin(params: Params, frame: Frame): InnerMargin {
	return {
		id: 'overlap',
		title: 'Overlap of the slats',
		margin: params.shut - frame.travel - 2 * frame.bar.width - 20 - OVERLAP,
		comfort: 80,
		why: 'Pulled out, fixed and travelling slats must still lie side by side far enough to carry each other.',
		at: vec3(params.rear + params.shut, 0, params.height),
		states: ['bed']
	};
}

/** The aisle between two benches, where one is wanted. */
function aisleMargin({ aisle, height, rear, benchLength, benchDepth }: Params, outer: readonly number[]): InnerMargin[] {
	if (aisle === 0) return [];
	const free = outer.reduce((sum, out) => sum + out - benchDepth, 0);
	return [
		{
			id: 'aisle',
			title: 'aisle between the benches',
			margin: free - aisle,
			comfort: 20,
			why: `Between the benches ${lengthMark(Math.floor(free))} are free; ${lengthMark(aisle)} are wanted.`,
			at: vec3(rear + benchLength / 2, 0, height / 2),
			states: ['shut']
		}
	];
}

/** Two benches over the wheel arches with a slatted bed on them that slides out lengthwise. */
export const slatBench = pieceKind({
	kind: 'slat-bench',
	title: 'Benches with sliding slats',
	group: 'beds that are seats',
	summary: 'Two benches over the wheel arches. The slats across their rear part slide out lengthwise over both and make a bed.',
	params: slatBenchParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, around) {
		const { interior, stock } = around;
		const t = sheetOf(stock, params.boardSheet).thickness;
		const frame = frameOf(params, around);
		const benches = SIDES.map((side) => ({ side, ...bench(params, frame, interior, side, t) }));
		const slats = slatParts(params, frame);
		const bedX: Range = [params.rear, params.rear + params.out];
		const pad: Range = [params.height, params.height + params.padThickness];
		const padY = spanOf(interior, bedX, pad, 0);
		const slatY: Range = [frame.slats[0].y[0], frame.slats[frame.slats.length - 1].y[1]];
		const wide: Range = [Math.max(padY[0], slatY[0]), Math.min(padY[1], slatY[1])];
		const split = params.rear + params.shut;
		const shut = padIn(
			'rear',
			'Rear mattress',
			params.padFoam,
			{ x: [params.rear, split], y: wide, z: pad },
			{ shut: { role: 'mattress' }, bed: { role: 'mattress' } }
		);
		// By day the front part of the mattress lies on the rear one.
		const folded = { x: [params.rear, params.rear + frame.travel] as Range, y: wide, z: [pad[1], pad[1] + params.padThickness] as Range };
		const front = padIn(
			'front',
			'Front mattress',
			params.padFoam,
			{ x: [split, bedX[1]], y: wide, z: pad },
			{ shut: { role: 'back', box: folded }, bed: { role: 'mattress' } }
		);
		const slat = frame.slats[0].y[1] - frame.slats[0].y[0];
		const { slatGap } = params;
		return assembled({
			links: [
				{ id: 'frame', joint: { type: 'fixed' } },
				{ id: 'front', joint: { type: 'slide', axis: vec3(1, 0, 0), range: [0, frame.travel] } }
			],
			parts: [...benches.flatMap(({ parts }) => parts), ...slats.parts],
			pads: [shut, front],
			states: [
				{ id: 'shut', name: 'Benches', joints: {}, startsFor: ['drive', 'day'] },
				{ id: 'bed', name: 'Bed', joints: { front: frame.travel }, startsFor: ['night'] }
			],
			moves: [
				{
					from: 'shut',
					to: 'bed',
					steps: [
						{ words: 'Turn the front mattress up', back: 'Lay the front mattress on the rear one', seconds: 3, hands: 1 },
						{
							words: 'Pull the slats out over the benches to their stop',
							back: 'Push the slats in',
							joints: { front: frame.travel },
							seconds: 7,
							hands: 1
						},
						{ words: 'Lay the front mattress down', back: 'Lift the front mattress', seconds: 4, hands: 1 }
					]
				}
			],
			surfaces: [
				sleepOn(rectangle(...bedX, ...wide), params.height, params, ['bed']),
				...benches.map(({ side, outer }) =>
					sitOn(`sit-${side}`, side, [split, frame.benchX[1]], (from, to) => depthOn(side, outer, from, to), [0, params.benchDepth], {
						base: frame.barZ[0],
						pad: 0,
						foam: params.padFoam,
						states: ['shut']
					})
				)
			],
			supports: [
				...slats.supports,
				...['bar-rear', 'bar-middle', 'bar-front'].map((part) => ({ part, by: 'top-left', kind: 'board' as const }))
			],
			spaces: benches.map(({ side, foot, outer }) => ({
				id: `bench-${side}`,
				name: `In the bench, ${side}`,
				box: {
					x: [frame.benchX[0] + t, frame.benchX[1] - t],
					y: depthOn(side, outer, foot, params.benchDepth - t),
					z: [0, frame.barZ[0] - t]
				},
				access: [{ face: 'rear' as const, states: ['shut', 'bed'] }]
			})),
			slats: slatZones(slat, slatGap),
			innerMargins: [
				overlapMargin(params, frame),
				...aisleMargin(
					params,
					benches.map(({ outer }) => outer)
				)
			],
			deck: params.height
		});
	}
});
