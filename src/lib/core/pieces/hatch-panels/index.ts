import type { z } from 'zod';
import { rectangle, type Polygon } from '../../geometry/polygon';
import { vec3 } from '../../geometry/vector';
import type { Side } from '../../interior';
import { pieceKind, type Link, type Move, type Pad, type Part, type PieceState, type Stop, type Surroundings } from '../assembly';
import {
	assembled,
	barIn,
	barOf,
	boardIn,
	carriedBy,
	endLegs,
	foldingLeg,
	hingeAt,
	padIn,
	radians,
	sheetOf,
	sleepOn,
	spanOf,
	type Range
} from '../making';
import { hatchPanelsParams } from './params';

type Params = z.infer<typeof hatchPanelsParams>;

/** What everything else hangs on. */
interface Frame {
	x: Range;
	y: Range;
	/** Of the hatch, across and along. */
	hatch: Range;
	hatchX: Range;
	z: Range;
	under: number;
	/** The section in front: along, across. */
	front: { x: Range; y: Range } | null;
	bar: { width: number; thickness: number };
	leg: { width: number; thickness: number };
}

function frameOf(params: Params, { interior, stock }: Surroundings): Frame {
	const t = sheetOf(stock, params.boardSheet).thickness;
	const bar = barOf(stock, params.frameBar);
	const x: Range = [params.rear, params.rear + params.length];
	const z: Range = [params.height - t, params.height];
	const under = z[0] - bar.width;
	const y = spanOf(interior, x, [under, z[1]], params.gap);
	const middle = (y[0] + y[1]) / 2;
	const half = Math.min(params.hatchWidth / 2, (y[1] - y[0]) / 2 - 60);
	const front =
		params.front > 0
			? {
					x: [x[1], x[1] + params.front] as Range,
					y: [params.frontCentre - params.frontWidth / 2, params.frontCentre + params.frontWidth / 2] as Range
				}
			: null;
	const hatchX: Range = [Math.max(x[0] + bar.thickness + 40, x[1] - params.hatchLength), x[1]];
	return { x, y, hatch: [middle - half, middle + half], hatchX, z, under, front, bar, leg: barOf(stock, params.legBar) };
}

/** The side panels bear on the runners by this much, mm; the rest of a runner is the hatch's and the prop's. */
const BEARING = 8;

/** A stretch from an edge of the hatch towards its middle, as a range of y. */
const inwards = (hatch: Range, side: Side, from: number, to: number): Range =>
	side === 'right' ? [hatch[0] + from, hatch[0] + to] : [hatch[1] - to, hatch[1] - from];

/** How long the prop is: so that it stands well within the hatch at the flatter of its two angles. */
const propLength = (params: Params, { hatchX }: Frame): number =>
	Math.floor(0.75 * (hatchX[1] - hatchX[0]) * Math.sin(radians(Math.min(params.hatchAngle, params.lounge))));

/** Where the rear edge of the upright prop meets the underside of the hatch at an angle, from the hinge forward, mm. */
function propAt(long: number, thick: number, angle: number): number {
	return (long - thick + thick / Math.cos(angle)) / Math.tan(angle);
}

/** The prop: clipped flat to the right runner under the hatch; taken out and stood on the runner at either angle. */
function prop(params: Params, frame: Frame): { part: Part; link: Link } {
	const { x, hatch, hatchX, z, bar, leg } = frame;
	const long = propLength(params, frame);
	const stored: Range = [x[1] - bar.thickness - 10 - long, x[1] - bar.thickness - 10];
	const clipped = inwards(hatch, 'right', leg.thickness - BEARING, leg.thickness - BEARING + bar.thickness);
	const inset = 6 - (leg.thickness - BEARING);
	const stand = (angle: number): Stop => ({
		shift: vec3(hatchX[0] + propAt(long, z[1] - z[0], angle) - stored[0] + bar.width, inset, bar.width),
		angle: Math.PI / 2
	});
	return {
		part: barIn('prop', 'Prop of the hatch', params.frameBar, 'prop', { x: stored, y: clipped, z: [z[0] - bar.width, z[0]] }, 'x'),
		link: {
			id: 'prop',
			joint: carriedBy('drop-in', vec3(stored[0], 0, z[0] - bar.width), vec3(0, -1, 0), [
				// Straight up beside the runner first, then over onto it.
				{ shift: vec3(0, 0, bar.width + 10), angle: 0 },
				{ shift: vec3(0, inset, bar.width + 10), angle: 0 },
				stand(radians(params.lounge)),
				stand(radians(params.hatchAngle))
			])
		}
	};
}

function frameParts(params: Params, { x, y, hatch, z, under, bar, leg }: Frame): Part[] {
	const t = bar.thickness;
	const foot = leg.thickness;
	const bars = [
		{ id: 'rear', from: x[0] },
		{ id: 'front', from: x[1] - t }
	];
	return [
		...bars.map(({ id, from }) =>
			barIn(`bar-${id}`, `Bar across, ${id}`, params.frameBar, 'frame', { x: [from, from + t], y, z: [under, z[0]] }, 'y')
		),
		// Along the walls the panels lie on bars from one to the other.
		...(['right', 'left'] as const).map((side) =>
			barIn(
				`edge-${side}`,
				`Bar along the wall, ${side}`,
				params.frameBar,
				'frame',
				{ x: [x[0] + t, x[1] - t], y: side === 'right' ? [y[0], y[0] + t] : [y[1] - t, y[1]], z: [under, z[0]] },
				'x'
			)
		),
		// Beside the hatch a post laid flat carries the side panel, the edge of the hatch, and the foot of the prop.
		...(['right', 'left'] as const).map((side) =>
			barIn(
				`runner-${side}`,
				`Runner beside the hatch, ${side}`,
				params.legBar,
				'frame',
				{ x: [x[0] + t, x[1] - t], y: inwards(hatch, side, -BEARING, foot - BEARING), z: [z[0] - leg.width, z[0]] },
				'x'
			)
		),
		...bars.flatMap(({ id, from }) =>
			[y[0], hatch[0] - foot - t, hatch[1] + t, y[1] - foot].map((at, k) => {
				const legX: Range = id === 'rear' ? [from, from + leg.width] : [from + t - leg.width, from + t];
				return barIn(`leg-${id}-${k + 1}`, 'Leg', params.legBar, 'frame', { x: legX, y: [at, at + foot], z: [0, under] }, 'z');
			})
		)
	];
}

/** Panels left and right that lift out, a hatch between them, and a section that turns over from a panel forward. */
function panels(params: Params, frame: Frame): { parts: Part[]; links: Link[] } {
	const { x, y, hatch, hatchX, z, front, leg } = frame;
	const lift = (at: Range) =>
		carriedBy('lift-out', vec3((x[0] + x[1]) / 2, (at[0] + at[1]) / 2, z[0]), vec3(1, 0, 0), [{ shift: vec3(0, 0, 100), angle: 0 }]);
	const sides = { right: [y[0], hatch[0] - 1] as Range, left: [hatch[1] + 1, y[1]] as Range };
	const parts: Part[] = [
		...(['left', 'right'] as const).map((side) =>
			boardIn(`panel-${side}`, `Panel ${side}`, params.boardSheet, `panel-${side}`, { x, y: sides[side], z })
		),
		boardIn('hatch', 'Hatch', params.boardSheet, 'hatch', { x: hatchX, y: hatch, z }),
		boardIn('rest', 'Board behind the hatch', params.boardSheet, 'frame', { x: [x[0], hatchX[0] - 2], y: hatch, z })
	];
	const stay = prop(params, frame);
	parts.push(stay.part);
	const links: Link[] = [
		stay.link,
		{ id: 'panel-left', module: 'Left panel', joint: lift(sides.left) },
		{ id: 'panel-right', module: 'Right panel', joint: lift(sides.right) },
		// Hinged at its rear edge: its front edge rises, and whoever sits behind it leans on it.
		{
			id: 'hatch',
			module: 'Hatch',
			joint: hingeAt(vec3(hatchX[0], hatch[0], z[1]), vec3(0, -1, 0), radians(Math.max(params.hatchAngle, params.lounge)))
		}
	];
	if (front) {
		const at: Range = [front.x[1] - leg.width - 10, front.x[1] - 10];
		parts.push(
			boardIn('section', 'Section in the foot space', params.boardSheet, 'section', { x: [front.x[0] + 1, front.x[1]], y: front.y, z }),
			...endLegs(front.y, leg.thickness).map((y, i) =>
				barIn(
					`section-leg-${i + 1}`,
					'Leg of that section, swings',
					params.legBar,
					'section-leg',
					{ x: at, y, z: [params.frontFoot, z[0]] },
					'z'
				)
			)
		);
		links.push(
			{ id: 'section', joint: hingeAt(vec3(front.x[0], front.y[0], z[1]), vec3(0, -1, 0), Math.PI) },
			{
				id: 'section-leg',
				parent: 'section',
				joint: foldingLeg(at, z[0])
			}
		);
	}
	return { parts, links };
}

/** The lying surface: the panels and, beside it, the section in front. */
const outlineOf = ({ x, y, front }: Frame): Polygon =>
	front
		? [
				{ x: x[0], y: y[0] },
				{ x: x[1], y: y[0] },
				{ x: x[1], y: Math.max(y[0], front.y[0]) },
				{ x: front.x[1], y: Math.max(y[0], front.y[0]) },
				{ x: front.x[1], y: Math.min(y[1], front.y[1]) },
				{ x: x[1], y: Math.min(y[1], front.y[1]) },
				{ x: x[1], y: y[1] },
				{ x: x[0], y: y[1] }
			]
		: rectangle(...x, ...y);

function pads(params: Params, { x, y, z, front }: Frame): Pad[] {
	const height: Range = [z[1], z[1] + params.padThickness];
	const main = padIn('main', 'Mattress on the panels', params.padFoam, { x, y, z: height }, { bed: { role: 'mattress' } });
	if (!front) return [main];
	return [main, padIn('section', 'Mattress of the section', params.padFoam, { ...front, z: height }, { bed: { role: 'mattress' } })];
}

/** Joint values of the panels with the section, where there is one, turned back onto its panel. */
const turnedBack = ({ front }: Frame): Record<string, number> => (front ? { section: Math.PI, 'section-leg': Math.PI / 2 } : {});

function statesOf(params: Params, frame: Frame): PieceState[] {
	const down = turnedBack(frame);
	return [
		{ id: 'shut', name: 'Panels shut', joints: down, startsFor: ['drive', 'day'] },
		{ id: 'bed', name: 'Bed', joints: {}, startsFor: ['night'] },
		{ id: 'hatch-up', name: 'Hatch up', joints: { ...down, hatch: radians(params.hatchAngle), prop: 4 }, startsFor: [] },
		{ id: 'lounge', name: 'Backrest up', joints: { ...down, hatch: radians(params.lounge), prop: 3 }, startsFor: [] },
		{
			id: 'out',
			name: 'Panels out',
			joints: { ...down, 'panel-left': 1, 'panel-right': 1 },
			out: ['panel-left', 'panel-right', 'hatch', ...(frame.front ? ['section'] : [])],
			startsFor: []
		}
	];
}

function movesOf(params: Params, frame: Frame): Move[] {
	return [
		{
			from: 'shut',
			to: 'bed',
			steps: [
				...(frame.front
					? [
							{
								words: 'Turn the front section over forward',
								back: 'Turn the front section back onto its panel',
								joints: { section: 0 },
								seconds: 4,
								hands: 1 as const
							},
							{
								words: 'Swing its legs down and lock them',
								back: 'Unlock the legs of the front section and swing them up',
								joints: { 'section-leg': 0 },
								seconds: 3,
								hands: 1 as const
							}
						]
					: []),
				{ words: 'Lay the mattresses', back: 'Take the mattresses off', seconds: 12, hands: 1 }
			]
		},
		{
			from: 'shut',
			to: 'hatch-up',
			steps: [
				{
					words: 'Lift the hatch by its front edge',
					back: 'Lower the hatch; mind fingers',
					joints: { hatch: radians(params.hatchAngle) },
					seconds: 4,
					hands: 1
				},
				{
					words: 'Stand the prop on the runner',
					back: 'Hold the hatch and clip the prop away',
					joints: { prop: 4 },
					seconds: 4,
					hands: 1
				}
			]
		},
		{
			from: 'shut',
			to: 'lounge',
			steps: [
				{
					words: 'Lift the hatch to lean on',
					back: 'Lower the hatch; mind fingers',
					joints: { hatch: radians(params.lounge) },
					seconds: 4,
					hands: 1
				},
				{
					words: 'Stand the prop on the runner, further forward',
					back: 'Hold the hatch and clip the prop away',
					joints: { prop: 3 },
					seconds: 4,
					hands: 1
				}
			]
		},
		{
			from: 'shut',
			to: 'out',
			steps: [
				...(frame.front
					? [
							{
								words: 'Pull the pins of the front section and take it out',
								back: 'Bring the front section in and pin it',
								takesOut: ['section'],
								seconds: 20,
								hands: 1 as const
							}
						]
					: []),
				{ words: 'Lift the left panel', back: 'Set the left panel in', joints: { 'panel-left': 1 }, seconds: 4, hands: 1 },
				{ words: 'Lift the right panel', back: 'Set the right panel in', joints: { 'panel-right': 1 }, seconds: 4, hands: 1 },
				{
					words: 'Take panels and hatch out through the rear',
					back: 'Bring panels and hatch in through the rear',
					takesOut: ['panel-left', 'panel-right', 'hatch'],
					tool: 'screwdriver',
					seconds: 90,
					hands: 1
				}
			]
		}
	];
}

/** Left and right panels with a hatch between them, and a section that turns over into the passenger's foot space. */
export const hatchPanels = pieceKind({
	kind: 'hatch-panels',
	title: 'Panels with a hatch',
	group: 'beds',
	summary:
		'Two side panels and a hatch over locked storage; the hatch props up to lean on. A section turns over into the passenger foot space at night.',
	params: hatchPanelsParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, around) {
		const frame = frameOf(params, around);
		const { x, y, hatch, under, bar } = frame;
		const built = panels(params, frame);
		const bay = (id: string, name: string, wide: Range, states: string[]) => ({
			id,
			name,
			box: { x: [x[0] + bar.thickness, x[1] - bar.thickness] as Range, y: wide, z: [0, under] as Range },
			access: [{ face: 'top' as const, states }]
		});
		return assembled({
			links: [{ id: 'frame', joint: { type: 'fixed' } }, ...built.links],
			parts: [...built.parts, ...frameParts(params, frame)],
			pads: pads(params, frame),
			states: statesOf(params, frame),
			moves: movesOf(params, frame),
			surfaces: [sleepOn(outlineOf(frame), params.height, params, ['bed'])],
			supports: [
				...(['left', 'right'] as const).flatMap((side) => [
					{ part: `panel-${side}`, by: 'bar-rear', kind: 'cross-bar' as const },
					{ part: `panel-${side}`, by: 'bar-front', kind: 'cross-bar' as const },
					{ part: `panel-${side}`, by: `runner-${side}`, kind: 'rail' as const },
					{ part: 'hatch', by: `runner-${side}`, kind: 'rail' as const }
				]),
				...built.parts.flatMap(({ id, link }) => (link === 'section-leg' ? [{ part: 'section', by: id, kind: 'prop' as const }] : []))
			],
			spaces: [
				bay('locker', 'Locker under the hatch', [hatch[0] + bar.thickness, hatch[1] - bar.thickness], ['hatch-up', 'lounge', 'out']),
				bay('left', 'Under the left panel', [hatch[1] + bar.thickness, y[1]], ['out']),
				bay('right', 'Under the right panel', [y[0], hatch[0] - bar.thickness], ['out'])
			],
			deck: params.height
		});
	}
});
