import { kindOf, numberRange, type Piece } from '../pieces';
import type { Edit } from '../plan/edit';

/** A mattress as it is sold, mm. */
export interface Mattress {
	length: number;
	width: number;
	thickness: number;
}

/** How large a mattress is when it is folded once into halves or twice into thirds: the folds lie on each other. */
export const folded = ({ length, width, thickness }: Mattress, parts: 2 | 3): Mattress => ({
	length: length / parts,
	width,
	thickness: thickness * parts
});

/** Widths and length of bed sheets that are sold nearly everywhere, mm. */
const SHEET_WIDTHS = [700, 800, 900, 1000, 1200, 1400, 1600, 1800] as const;
const SHEET_LENGTHS = [1900, 2000, 2100, 2200] as const;
/** A fitted sheet still holds on a mattress this much smaller than it, and stretches over one this much larger, mm; our own figures. */
const [LOOSE, STRETCH] = [50, 20];

/** The bed sheet that fits a made bed: its size and whether it is snug, or has to be tucked in because it is larger. */
export function sheetFor(width: number, length: number): { width: number; length: number; snug: boolean } | null {
	const wide = SHEET_WIDTHS.find((size) => size >= width - STRETCH);
	const long = SHEET_LENGTHS.find((size) => size >= length - STRETCH);
	if (wide === undefined || long === undefined) return null;
	return { width: wide, length: long, snug: wide - width <= LOOSE && long - length <= LOOSE };
}

/** Parameters of kinds that say how long, how wide and how soft a bed is. */
const SIZES = { length: ['length', 'out'], width: ['width', 'bedWidth'], thickness: ['padThickness'] } as const;

/**
 * The edits that build a piece round a mattress that was bought: its length, its width where that is a choice, and the
 * thickness of what lies on it. Null when the kind has no such size, or the mattress is out of its range.
 */
export function roundMattress(piece: Piece, id: string, mattress: Mattress): Edit[] | null {
	const { shape } = kindOf(piece.kind).params;
	const edits: Edit[] = [];
	for (const [side, names] of Object.entries(SIZES)) {
		const key = names.find((name) => Object.hasOwn(shape, name));
		const value = mattress[side as keyof Mattress];
		const range = key && numberRange(shape[key]);
		if (!key || !range) {
			// Between the walls the vehicle decides the width.
			if (side === 'width') continue;
			return null;
		}
		if (value < range[0] || value > range[1]) return null;
		edits.push({ path: ['pieces', id, 'params', key], value });
	}
	if (Object.hasOwn(shape, 'fullWidth')) edits.push({ path: ['pieces', id, 'params', 'fullWidth'], value: false });
	return edits;
}
