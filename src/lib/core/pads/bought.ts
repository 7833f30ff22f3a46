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
