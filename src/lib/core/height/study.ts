import { resultsOfRule } from '../checks/run';
import { assemblyOf, interiorOf, sceneOf } from '../derive';
import { leastHalfWidth } from '../interior';
import { pointedAt } from '../modes';
import { kindOf, numberRange } from '../pieces';
import { applyEdits } from '../plan/edit';
import type { Plan } from '../plan/plan';
import { litresOf } from '../storage';

/** What one question says at every height of the study. */
export interface HeightRow {
	id: string;
	label: string;
	/** Margin at each height in mm; NaN where the question does not arise. */
	margins: number[];
	comfort: number;
}

/** The height decision of a piece: for each height, what is gained and lost. */
export interface HeightStudy {
	piece: string;
	heights: number[];
	rows: HeightRow[];
	/** Wall to wall at the boards, least along the piece, mm. */
	widths: number[];
	/** Storage under the piece, litres. */
	storage: number[];
}

const who = (title: string) => title.split(':')[0];

/** Rules asked at each height, in the order of the chart, and short words for them. */
const QUESTIONS: { rule: string; word: (title: string) => string }[] = [
	{ rule: 'sitting-up', word: (title) => `${who(title)} sits up` },
	{ rule: 'propped', word: (title) => `${who(title)} props up` },
	{ rule: 'turning-over', word: (title) => `${who(title)} turns over` },
	{ rule: 'lying-breadth', word: (title) => `${who(title)}’s shoulders` },
	{ rule: 'bench-head', word: (title) => `${who(title)} ${title.includes('edge') ? 'on the edge' : 'on the bench'}` },
	{ rule: 'gear-under', word: (title) => title.replace(/ under .*/, '') },
	{ rule: 'fit-arches', word: () => 'Above the arches' },
	{ rule: 'fit-walls', word: () => 'Between the walls' }
];

/** Distance between the heights tried, mm. */
const STEP = 20;

/** The plan with everything that goes under no piece yet under this one. */
function withAllGear(plan: Plan, pieceId: string): Plan {
	const loose = Object.keys(plan.gear).filter((id) => plan.gear[id].under === undefined);
	return applyEdits(
		plan,
		loose.map((id) => ({ path: ['gear', id, 'under'], value: pieceId }))
	);
}

/**
 * Tries a piece at every height between the floor and where nothing fits on it any more, in 20 mm steps, in one mode
 * (and the bench questions in the modes where somebody sits on it). Gear that has no place yet is asked under it as well.
 *
 * @throws RangeError when the piece has no height of its own.
 */
export function heightStudy(present: Plan, pieceId: string, modeIds: string[]): HeightStudy {
	const plan = withAllGear(present, pieceId);
	const piece = plan.pieces[pieceId];
	const { params, heightParam } = kindOf(piece.kind);
	if (!heightParam) throw new RangeError(`${piece.name} has no height of its own.`);
	const interior = interiorOf(plan.vehicle);
	const ceiling = Math.max(...interior.sections.flatMap((s) => s.ceiling.value));
	const [least, most] = numberRange(params.shape[heightParam]) ?? [0, ceiling];
	const heights: number[] = [];
	for (let h = Math.ceil(least / STEP) * STEP; h <= Math.min(most, ceiling - 300); h += STEP) heights.push(h);
	const rows = new Map<string, HeightRow>();
	const [widths, storage]: [number[], number[]] = [[], []];
	heights.forEach((height, i) => {
		const tried = applyEdits(plan, [{ path: ['pieces', pieceId, 'params', heightParam], value: height }]);
		const assembly = assemblyOf(tried.pieces[pieceId], plan);
		storage.push(litresOf(assembly.spaces));
		const { x } = pointedAt(sceneOf(tried, modeIds[0]).pieces.find((p) => p.id === pieceId)!);
		widths.push(leastHalfWidth(interior, 'left', x, [height, height]) + leastHalfWidth(interior, 'right', x, [height, height]));
		for (const { rule, word } of QUESTIONS)
			for (const mode of modeIds)
				for (const result of resultsOfRule(tried, mode, rule)) {
					if (!result.subjects.includes(pieceId)) continue;
					const id = `${rule}:${result.key}`;
					let row = rows.get(id);
					if (!row) rows.set(id, (row = { id, label: word(result.title), margins: heights.map(() => NaN), comfort: result.comfort }));
					// Over several modes the least margin counts.
					row.margins[i] = Number.isNaN(row.margins[i]) ? result.margin : Math.min(row.margins[i], result.margin);
				}
	});
	const order = (row: HeightRow) => QUESTIONS.findIndex(({ rule }) => row.id.startsWith(`${rule}:`));
	return { piece: pieceId, heights, rows: [...rows.values()].sort((a, b) => order(a) - order(b)), widths, storage };
}

/** A row's margin at any height: linear between the heights tried. */
export function marginAt(study: HeightStudy, row: HeightRow, height: number): number {
	const { heights } = study;
	const i = Math.max(
		1,
		Math.min(
			heights.length - 1,
			heights.findIndex((h) => h >= height)
		)
	);
	const t = (height - heights[i - 1]) / (heights[i] - heights[i - 1]);
	return row.margins[i - 1] + t * (row.margins[i] - row.margins[i - 1]);
}
