import type { z } from 'zod';
import { bounds, intersection, largest, rectangle, type Polygon } from '../../geometry/polygon';
import { vec3 } from '../../geometry/vector';
import { freeOutline } from '../../interior';
import { pieceKind, type InnerMargin, type Link, type Part, type Support, type Surroundings } from '../assembly';
import { assembled, barIn, barOf, boardOf, carriedBy, sheetOf, spanOf, type Range } from '../making';
import { floorPanelsParams } from './params';

type Params = z.infer<typeof floorPanelsParams>;

/** A foot may land in the middle of a panel: bars under it are no further apart than this, mm (12 mm ply under a person's step). */
const STEP_SPAN = 450;

/** How far a panel is tipped up to reach under it, radians. */
const TIPPED = 1.2;

/** The panels' outlines: the floor between the walls, arches left out, cut across into equal lengths. */
function outlines(params: Params, { interior }: Surroundings, z: Range): Polygon[] {
	const long: Range = [params.rear, params.rear + params.length];
	const narrow = spanOf(interior, long, z, params.gap);
	const floor = largest(intersection(freeOutline(interior, z, params.gap), rectangle(...long, ...narrow))) ?? rectangle(...long, ...narrow);
	const step = params.length / params.panels;
	return Array.from({ length: params.panels }, (_, i) => {
		const from = params.rear + i * step + (i > 0 ? 2 : 0);
		return largest(intersection(floor, rectangle(from, params.rear + (i + 1) * step, -5000, 5000))) ?? [];
	}).filter((outline) => outline.length > 2);
}

/** Bars across: under both ends of every panel and, where they are far apart, between. Over a well they span it. */
function bars(params: Params, panels: Polygon[], z: Range, thick: number): { parts: Part[]; supports: Support[] } {
	const parts: Part[] = [];
	const supports: Support[] = [];
	panels.forEach((outline, i) => {
		const { x, y } = bounds(outline);
		const count = Math.max(2, Math.ceil((x[1] - x[0]) / STEP_SPAN) + 1);
		for (let k = 0; k < count; k++) {
			const from = x[0] + (k / (count - 1)) * (x[1] - x[0] - thick);
			const id = `bar-${i + 1}-${k + 1}`;
			parts.push(barIn(id, 'Bar across', params.frameBar, 'frame', { x: [from, from + thick], y, z }, 'y'));
			supports.push({ part: `panel-${i + 1}`, by: id, kind: 'cross-bar' }, { part: id, by: 'floor', kind: 'floor' });
		}
	});
	return { parts, supports };
}

/** How far each well's bars have to span, against the length of a bar that is still stiff enough to step on. */
function spans(params: Params, { interior }: Surroundings, panels: Polygon[]): InnerMargin[] {
	return interior.pits.flatMap((pit): InnerMargin[] => {
		const under = panels.findIndex((outline) => {
			const { x } = bounds(outline);
			return pit.box.x[0] >= x[0] - 1 && pit.box.x[1] <= x[1] + 1;
		});
		if (under >= 0) return [];
		return [
			{
				id: `joint-${pit.id}`,
				title: `Joint over ${pit.name.toLowerCase()}`,
				margin: 0,
				comfort: 1,
				why: `A joint crosses ${pit.name.toLowerCase()}: two panels have to be lifted to open it. Another number of panels may put the joint beside it.`,
				at: vec3((pit.box.x[0] + pit.box.x[1]) / 2, (pit.box.y[0] + pit.box.y[1]) / 2, params.height),
				states: ['closed']
			}
		];
	});
}

/** A floor of lift-up panels on bars, over wells where seats used to be. */
export const floorPanels = pieceKind({
	kind: 'floor-panels',
	title: 'Floor panels over wells',
	summary: 'A level floor of lift-up panels on low bars; each opens by itself to what lies below.',
	params: floorPanelsParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, around) {
		const board = sheetOf(around.stock, params.boardSheet);
		const bar = barOf(around.stock, params.frameBar);
		const z: Range = [params.height - board.thickness, params.height];
		const panels = outlines(params, around, z);
		const under = bars(params, panels, [Math.max(0, z[0] - bar.thickness), z[0]], bar.width);
		const links: Link[] = [
			{ id: 'frame', joint: { type: 'fixed' } },
			...panels.map((outline, i): Link => {
				const { x, y } = bounds(outline);
				// Tipped up it stands with its rear lower corner on the bar that it lay on.
				const joint = carriedBy('lift-out', vec3(x[0], (y[0] + y[1]) / 2, z[1]), vec3(0, -1, 0), [
					{ shift: vec3(0, 0, 20), angle: 0 },
					{ shift: vec3(0, 0, -board.thickness * (1 - Math.cos(TIPPED))), angle: TIPPED }
				]);
				return { id: `panel-${i + 1}`, joint, module: `Floor panel ${i + 1}` };
			})
		];
		const numbers = panels.map((_, i) => i + 1);
		return assembled({
			links,
			parts: [
				...panels.map((outline, i) => boardOf(`panel-${i + 1}`, `Floor panel ${i + 1}`, params.boardSheet, `panel-${i + 1}`, outline, z)),
				...under.parts
			],
			states: [
				{ id: 'closed', name: 'Floor closed', joints: {}, startsFor: ['drive', 'day', 'night'] },
				...numbers.map((n) => ({ id: `open-${n}`, name: `Panel ${n} open`, joints: { [`panel-${n}`]: 2 }, startsFor: [] }))
			],
			moves: numbers.map((n) => ({
				from: 'closed',
				to: `open-${n}`,
				steps: [
					{ words: `Pull panel ${n} up by its loop`, joints: { [`panel-${n}`]: 1 }, seconds: 2, hands: 1 as const },
					{ words: 'Tip it up and hold or hook it', joints: { [`panel-${n}`]: 2 }, seconds: 3, hands: 1 as const }
				]
			})),
			supports: under.supports,
			innerMargins: spans(params, around, panels),
			deck: params.height
		});
	}
});
