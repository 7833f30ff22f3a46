import type { ClothStock } from '../plan/cloths';
import { layOutOneSheet, type Blank, type SheetLayout } from './sheets';

/** What is laid out on a roll, and how much of it has to be bought. */
export interface ClothPlan {
	layout: SheetLayout;
	/** Along the roll, mm, up to the next half metre, as it is sold. */
	length: number;
	/** No layout needs less: area over the width of the roll, or the longest piece the way it has to lie, mm. */
	atLeast: number;
	/** Pieces that are joined from several strips, since they are wider than the roll. */
	joined: { id: string; strips: number }[];
}

/** Cloth is sold by the half metre. */
const SOLD = 500;
/** What each strip of a joined piece is wider by for its seam, mm. */
const JOIN = 20;

/** Strips of a piece that is wider than the roll both ways; the piece itself otherwise. */
function strips(blank: Blank, width: number): Blank[] {
	if (Math.min(blank.length, blank.width) <= width) return [blank];
	const count = Math.ceil((blank.width - JOIN) / (width - JOIN));
	const wide = (blank.width + (count - 1) * JOIN) / count;
	return Array.from({ length: count }, () => ({ ...blank, width: wide }));
}

/**
 * Lays pieces out on a roll, cut square across and along as with shears, turned whichever way is better: the shortest stretch
 * of the roll, in steps as it is sold, that takes them all.
 */
export function layOutCloth(blanks: Blank[], stock: ClothStock): ClothPlan {
	const pieces = blanks.map((blank) => ({ id: blank.id, cut: strips(blank, stock.width) }));
	const cut = pieces.flatMap((piece) => piece.cut);
	const joined = pieces.filter((piece) => piece.cut.length > 1).map((piece) => ({ id: piece.id, strips: piece.cut.length }));
	const area = cut.reduce((sum, { length, width }) => sum + length * width, 0);
	const least = Math.max(area / stock.width, ...cut.map(({ length, width }) => (length <= stock.width ? Math.min(length, width) : length)));
	const onRoll = (steps: number) => layOutOneSheet(cut, { length: steps * SOLD, width: stock.width, grain: false }, 0);
	const first = Math.max(1, Math.ceil(least / SOLD - 1e-9));
	// The pieces one behind the other always fit. What is far more than the least is found by doubling and halving the step, so that a window
	// with one digit too many costs hardly more than a right one.
	let [low, high, layout] = [first - 1, first, onRoll(first)];
	for (let step = 1; !layout; step *= 2) {
		low = high;
		high += step;
		layout = onRoll(high);
	}
	while (high - low > 1) {
		const middle = Math.floor((low + high) / 2);
		const tried = onRoll(middle);
		if (tried) [high, layout] = [middle, tried];
		else low = middle;
	}
	return { layout, length: cut.length === 0 ? 0 : high * SOLD, atLeast: least, joined };
}
