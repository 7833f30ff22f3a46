import type { z } from 'zod';
import { bounds, intersection, largest, rectangle, type Polygon } from '../../geometry/polygon';
import { vec3 } from '../../geometry/vector';
import { freeOutline } from '../../interior';
import { pieceKind, type Link, type Part, type Support, type Surroundings } from '../assembly';
import { assembled, barIn, barOf, boardOf, carriedBy, sheetOf, spanOf, type Range } from '../making';
import { floorPanelsParams } from './params';

type Params = z.infer<typeof floorPanelsParams>;

/** A foot may land in the middle of a panel: bars under it are no further apart than this, mm (12 mm ply under a person's step). */
const STEP_SPAN = 450;

/** How far a panel is tipped up to reach under it, radians. */
const TIPPED = 1.2;

/** A stretch of floor that is covered: its outline, and the height of the panels' upper face. */
interface Bay {
	name: string;
	outline: Polygon;
	top: number;
}

/** The wells within the stretch, or the whole floor between walls and arches when there are none or it is asked for. */
function baysOf(params: Params, { interior }: Surroundings, thick: number): Bay[] {
	const long: Range = [params.rear, params.rear + params.length];
	const wells = interior.pits.filter(({ box }) => box.x[0] < long[1] && box.x[1] > long[0]);
	if (params.over === 'the wells' && wells.length > 0)
		return wells.map(({ name, box }) => ({
			name,
			// The well's own edges bear the bars; the panel drops in between them.
			outline: rectangle(box.x[0] + params.gap, box.x[1] - params.gap, box.y[0] + params.gap, box.y[1] - params.gap),
			top: params.height
		}));
	const top = Math.max(params.height, thick);
	const z: Range = [top - thick, top];
	const narrow = rectangle(...long, ...spanOf(interior, long, z, params.gap));
	return [{ name: 'Floor', outline: largest(intersection(freeOutline(interior, z, params.gap), narrow)) ?? narrow, top }];
}

/** One liftable panel. */
interface Panel {
	id: string;
	name: string;
	outline: Polygon;
	top: number;
}

/** Every bay cut across into equal lengths. */
const panelsOf = (params: Params, bays: Bay[]): Panel[] =>
	bays
		.flatMap(({ name, outline, top }) => {
			const { x } = bounds(outline);
			const step = (x[1] - x[0]) / params.panels;
			return Array.from({ length: params.panels }, (_, i) => {
				const from = x[0] + i * step + (i > 0 ? 2 : 0);
				const cut = largest(intersection(outline, rectangle(from, x[0] + (i + 1) * step, -5000, 5000))) ?? [];
				return { name: params.panels === 1 ? name : `${name} ${i + 1}`, outline: cut, top };
			});
		})
		.filter(({ outline }) => outline.length > 2)
		.map((panel, i) => ({ ...panel, id: `panel-${i + 1}` }));

/** Whether two stretches of floor share more than an edge. */
const boxesMeet = (a: { x: Range; y: Range }, b: { x: Range; y: Range }): boolean =>
	(['x', 'y'] as const).every((axis) => Math.min(a[axis][1], b[axis][1]) - Math.max(a[axis][0], b[axis][0]) > 1);

/** Bars across: under both ends of every panel and, where they are far apart, between. Over a well they span it. */
function bars(
	params: Params,
	panels: Panel[],
	thick: number,
	bar: { width: number; thickness: number }
): { parts: Part[]; supports: Support[] } {
	const parts: Part[] = [];
	const supports: Support[] = [];
	for (const { id: panel, outline, top } of panels) {
		const { x, y } = bounds(outline);
		const z: Range = [top - thick - bar.thickness, top - thick];
		const count = Math.max(2, Math.ceil((x[1] - x[0]) / STEP_SPAN) + 1);
		for (let k = 0; k < count; k++) {
			const from = x[0] + (k / (count - 1)) * (x[1] - x[0] - bar.width);
			const id = `${panel}-bar-${k + 1}`;
			parts.push(barIn(id, 'Bar across', params.frameBar, 'frame', { x: [from, from + bar.width], y, z }, 'y'));
			supports.push(
				{ part: panel, by: id, kind: 'cross-bar' },
				{ part: id, by: top > thick ? 'floor' : 'wall', kind: top > thick ? 'floor' : 'wall bracket' }
			);
		}
	}
	return { parts, supports };
}

/** A floor of lift-up panels on bars, over wells where seats used to be. */
export const floorPanels = pieceKind({
	kind: 'floor-panels',
	title: 'Floor panels over wells',
	group: 'floor and windows',
	summary: 'A level floor of lift-up panels on low bars; each opens by itself to what lies below.',
	params: floorPanelsParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, around) {
		const board = sheetOf(around.stock, params.boardSheet);
		const bar = barOf(around.stock, params.frameBar);
		const t = board.thickness;
		const panels = panelsOf(params, baysOf(params, around, t + bar.thickness));
		const under = bars(params, panels, t, bar);
		const links: Link[] = [
			{ id: 'frame', joint: { type: 'fixed' } },
			...panels.map(({ id, name, outline, top }): Link => {
				const { x, y } = bounds(outline);
				// Tipped up it stands with its rear lower corner on the bar that it lay on.
				const joint = carriedBy('lift-out', vec3(x[0], (y[0] + y[1]) / 2, top), vec3(0, -1, 0), [
					{ shift: vec3(0, 0, 20), angle: 0 },
					{ shift: vec3(0, 0, -t * (1 - Math.cos(TIPPED))), angle: TIPPED }
				]);
				return { id, joint, module: `Panel over ${name.toLowerCase()}` };
			})
		];
		return assembled({
			links,
			parts: [
				...panels.map(({ id, name, outline, top }) =>
					boardOf(id, `Panel, ${name.toLowerCase()}`, params.boardSheet, id, outline, [top - t, top])
				),
				...under.parts
			],
			states: [
				{ id: 'closed', name: 'Floor closed', joints: {}, startsFor: ['drive', 'day', 'night'] },
				...panels.map(({ id, name }) => ({ id: `open-${id}`, name: `${name} open`, joints: { [id]: 2 }, startsFor: [] }))
			],
			moves: panels.map(({ id, name }) => ({
				from: 'closed',
				to: `open-${id}`,
				steps: [
					{
						words: `Pull the panel over ${name.toLowerCase()} up by its loop`,
						back: 'Press it down into its place',
						joints: { [id]: 1 },
						seconds: 2,
						hands: 1 as const
					},
					{
						words: 'Tip it up and hold or hook it',
						back: `Unhook the panel over ${name.toLowerCase()} and lower it`,
						joints: { [id]: 2 },
						seconds: 3,
						hands: 1 as const
					}
				]
			})),
			// A well is reached by every panel that lies over it.
			spaces: around.interior.pits.flatMap(({ id, name, box }) => {
				const over = panels.filter(({ outline }) => boxesMeet(bounds(outline), box));
				return over.length === 0
					? []
					: [
							{
								id: `well-${id}`,
								name,
								box: { ...box, z: [box.z[0], over[0].top - t - bar.thickness] as Range },
								access: [{ face: 'top' as const, states: over.map((panel) => `open-${panel.id}`) }]
							}
						];
			}),
			supports: under.supports,
			deck: params.height
		});
	}
});
