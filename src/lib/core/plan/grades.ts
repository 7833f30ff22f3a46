import { gradeOf, type Grade, type Section } from './materials';
import type { BarStock, SheetStock, Stock } from './plan';
import { STARTING_STOCK } from './stock';

/** Of what and in which section a part is; nothing where nobody has said what its stock is made of. */
export function stuffOf(
	{ form, stock: id }: { form: string; stock: string },
	stock: Stock
): { grade: Grade; section: Section } | undefined {
	if (form === 'board') {
		const sheet = known(id, stock.sheets[id], STARTING_STOCK.sheets);
		return sheet.material && { grade: gradeOf(sheet.material, sheet.thickness), section: { shape: 'solid' } };
	}
	if (form !== 'bar') return undefined;
	const bar = known(id, stock.bars[id], STARTING_STOCK.bars);
	return bar.material && { grade: gradeOf(bar.material, bar.thickness), section: bar.section ?? { shape: 'solid' } };
}

/**
 * A stock entry, with what it is made of where it is one that every plan starts with: plans that are older than the question are not
 * asked for what was never changed.
 */
function known<T extends SheetStock | BarStock>(id: string, entry: T, usual: Readonly<Record<string, T>>): T {
	const starting = Object.hasOwn(usual, id) ? usual[id] : undefined;
	const unchanged = starting && (['thickness', 'width', 'density'] as const).every((key) => starting[key] === entry[key]);
	return unchanged && !entry.material
		? { ...entry, material: starting.material, ...('section' in starting ? { section: starting.section } : {}) }
		: entry;
}
