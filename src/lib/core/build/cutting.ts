import { copyId, lineOfCopy, type BarJob, type ClothJob, type CuttingPlan, type PartLine, type SheetJob } from '../cutting';
import { bounds, type Polygon } from '../geometry/polygon';
import { lengthMark } from '../units';
import type { BuildStep, StepLine } from './step';
import { MINUTES } from './times';

/** A step that cuts, before it is said what it needs. */
export type Sawn = Omit<BuildStep, 'needs'> & { cuts: string[] };

/** Heavier than this, one does not turn a board on a saw alone, kg. */
const ALONE = 15;

const SAW_CAUTION =
	'Saws take fingers: guard on, work clamped, both hands accounted for, eyes and ears covered. Sheet dust wants a mask and air.';

/** What is cut of a copy on a layout. */
function sawnOf(parts: PartLine[], copies: readonly string[]): { words: string; keys: string[] } {
	const keys = copies.flatMap((id) => {
		const line = lineOfCopy(parts, id);
		const at = line.of.findIndex((_, i) => copyId(line, i) === id);
		return at < 0 ? [] : [line.of[at]];
	});
	const names = [...new Set(copies.map((id) => lineOfCopy(parts, id)))].map((line) => {
		const ids = copies.filter((id) => lineOfCopy(parts, id) === line);
		return `${ids.join(', ')} ${line.name.toLowerCase()}`;
	});
	return { words: names.join('; '), keys: [...new Set(keys)] };
}

/** Name and number of everything that some lines cut. */
function calledIn(parts: readonly PartLine[], lines: readonly StepLine[]): Record<string, string> {
	const cut = new Set(lines.flatMap((line) => line.parts));
	return Object.fromEntries(
		parts.flatMap((part) => part.of.flatMap((key, i) => (cut.has(key) ? [[key, `${copyId(part, i)} ${part.name}`]] : [])))
	);
}

/** Metres of outline that a straight saw does not do. */
function curveOf({ shaped, outline }: PartLine): number {
	if (!shaped) return 0;
	const { x, y } = bounds(outline);
	const onRim = (a: number, b: number, [low, high]: [number, number]) => (a === low && b === low) || (a === high && b === high);
	return around(outline, (a, b) => !onRim(a.x, b.x, x) && !onRim(a.y, b.y, y)) / 1000;
}

const around = (ring: Polygon, counts: (a: Polygon[number], b: Polygon[number]) => boolean): number =>
	ring.reduce((sum, a, i) => {
		const b = ring[(i + 1) % ring.length];
		return counts(a, b) ? sum + Math.hypot(b.x - a.x, b.y - a.y) : sum;
	}, 0);

function sheetStep({ id, stock, plan }: SheetJob, parts: PartLine[]): Sawn {
	const lines = plan.sheets.map((sheet, i): StepLine => {
		const { words, keys } = sawnOf(
			parts,
			sheet.placed.map(({ blank }) => blank.id)
		);
		return { words: `Sheet ${i + 1}, ${sheet.cuts.length} straight cuts in the order of the layout: ${words}`, parts: keys };
	});
	const of = parts.filter((line) => line.form === 'board' && line.stock === id);
	const shapes = of.reduce((sum, line) => sum + line.quantity * (MINUTES.curve * curveOf(line) + MINUTES.opening * line.cutOuts.length), 0);
	const shaped = of.filter((line) => line.shaped || line.cutOuts.length > 0);
	if (shaped.length > 0)
		lines.push({
			words: `Then by template, with the jigsaw: ${shaped.map((line) => `${line.number} ${line.name.toLowerCase()}`).join('; ')}`,
			parts: []
		});
	const kg = (stock.length * stock.width * stock.thickness * stock.density) / 1e9;
	const cuts = plan.sheets.reduce((sum, { cuts }) => sum + cuts.length, 0);
	return {
		id: `cut:sheets.${id}`,
		kind: 'cut',
		title: `Cut ${stock.name}`,
		setUp: 'the sheet saw',
		pieces: [],
		called: calledIn(parts, lines),
		lines,
		tools: ['circular saw with a straight edge, or table saw', 'tape and square', ...(shaped.length > 0 ? ['jigsaw', 'templates'] : [])],
		minutes: MINUTES.sheet * plan.sheets.length + MINUTES.sheetCut * cuts + shapes,
		dries: 0,
		hands: kg > ALONE ? 2 : 1,
		caution: SAW_CAUTION,
		cuts: lines.flatMap((line) => line.parts)
	};
}

function barStep({ id, stock, plan }: BarJob, parts: PartLine[]): Sawn {
	const lines = plan.bars.map((bar, i): StepLine => {
		const { words, keys } = sawnOf(
			parts,
			bar.pieces.map((piece) => piece.id)
		);
		return { words: `Length ${i + 1}, ${lengthMark(bar.length)}${bar.had ? ' that you have' : ''}: ${words}`, parts: keys };
	});
	return {
		id: `cut:bars.${id}`,
		kind: 'cut',
		title: `Saw ${stock.name} to length`,
		setUp: 'the length saw',
		pieces: [],
		called: calledIn(parts, lines),
		lines,
		tools: ['mitre saw, or hand saw with a box', 'tape and square'],
		minutes: MINUTES.lengthCut * plan.bars.reduce((sum, { pieces }) => sum + pieces.length, 0),
		dries: 0,
		hands: 1,
		caution: SAW_CAUTION,
		cuts: lines.flatMap((line) => line.parts)
	};
}

function clothStep({ id, stock, plan }: ClothJob, parts: PartLine[]): Sawn {
	const of = parts.filter((line) => line.form === 'cloth' && line.stock === id);
	const lines = of.map((line): StepLine => ({
		words: `${line.number} ${line.name.toLowerCase()}: ${lengthMark(line.length)} × ${lengthMark(line.width)}${line.quantity > 1 ? `, ${line.quantity} of it` : ''}, hemmed`,
		parts: line.of
	}));
	return {
		id: `cut:cloths.${id}`,
		kind: 'upholster',
		title: `Cut and sew ${stock.name}`,
		setUp: 'sewing',
		pieces: [],
		called: calledIn(parts, lines),
		lines,
		tools: ['shears', 'sewing machine'],
		minutes: MINUTES.clothPiece * plan.layout.placed.length,
		dries: 0,
		hands: 1,
		cuts: lines.flatMap((line) => line.parts)
	};
}

/** Everything that is cut: one step for each stock, since that is one setting of the saw. */
export const cuttingSteps = ({ parts, sheets, bars, cloths }: CuttingPlan): Sawn[] => [
	...sheets.map((job) => sheetStep(job, parts)),
	...bars.map((job) => barStep(job, parts)),
	...cloths.map((job) => clothStep(job, parts))
];
