import { expose } from 'comlink';
import createHighs, { type Highs } from 'highs';
import highsWasm from 'highs/runtime?url';
import { sheetOf, type LayoutSheet } from '../core/compare';
import { layoutName, withVariant, type Plan } from '../core/plan';
import { breathe } from './breathe';
import { drawingsOf, type LayoutDrawings } from './layout-drawings';

/** One layout of a comparison. */
export interface Column {
	/** Id of the variant; absent for the present layout. */
	id: string | undefined;
	name: string;
	/** Names of its modes, by id. */
	modes: Record<string, string>;
	sheet: LayoutSheet;
	drawings: LayoutDrawings;
}

/** Columns by what they were worked out from, so that renaming one or swapping two costs nothing. */
const known = new Map<string, Omit<Column, 'id' | 'name'>>();
const MOST_KNOWN = 40;
/** Rises with every comparison: an older one stops. */
let turn = 0;
let solver: Promise<Highs> | undefined;

function columnOf(plan: Plan, solver: Highs): Omit<Column, 'id' | 'name'> {
	const key = JSON.stringify({ ...plan, name: '', layout: '', log: [] });
	let column = known.get(key);
	if (!column) {
		if (known.size >= MOST_KNOWN) known.clear();
		const modes = Object.fromEntries(Object.entries(plan.modes).map(([id, { name }]) => [id, name]));
		known.set(key, (column = { modes, sheet: sheetOf(plan, solver), drawings: drawingsOf(plan) }));
	}
	return column;
}

const comparison = {
	/** Writes the present layout and its variants out, reporting after each. */
	async compare(plan: Plan, report: (columns: Column[]) => void): Promise<void> {
		const mine = ++turn;
		const { variants = {}, ...present } = plan;
		const layouts: [string | undefined, Plan][] = [
			[undefined, present],
			...Object.entries(variants).map(([id, variant]): [string, Plan] => [id, withVariant(present, variant)])
		];
		const highs = await (solver ??= createHighs({ locateFile: () => highsWasm }));
		const columns: Column[] = [];
		for (const [id, layout] of layouts) {
			columns.push({ id, name: layoutName(layout), ...columnOf(layout, highs) });
			report([...columns]);
			await breathe();
			if (mine !== turn) return;
		}
	}
};

export type CompareWorker = typeof comparison;

expose(comparison);
