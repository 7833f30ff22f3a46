import type { SheetStock } from '../plan/plan';

/** A rectangle to cut, in mm. */
export interface Blank {
	id: string;
	length: number;
	width: number;
}

/** A blank in its place on a sheet, the sheet's trimmed corner at (0, 0), length along x. */
export interface PlacedBlank {
	blank: Blank;
	x: number;
	y: number;
	/** True when its length lies across the sheet. */
	turned: boolean;
}

/** A straight cut right through what is in hand at that moment: the blade runs from `from` to `to`, kerf beyond `at`. */
export interface Cut {
	axis: 'x' | 'y';
	at: number;
	from: number;
	to: number;
}

/** One sheet: what lies on it and the cuts in the order in which they go right through. */
export interface SheetLayout {
	placed: PlacedBlank[];
	cuts: Cut[];
}

/** The layouts of all sheets of one stock, and what did not fit on any. */
export interface SheetPlan {
	sheets: SheetLayout[];
	tooLarge: Blank[];
	/** Share of the sheets' area that ends up in parts. */
	use: number;
	/** Sheets that the area alone would need: no layout can use fewer. */
	atLeast: number;
}

interface Free {
	x: number;
	y: number;
	w: number;
	h: number;
}

type Strategy = {
	order: (a: Blank, b: Blank) => number;
	score: (free: Free, w: number, h: number) => number;
	/** Whether the first cut goes across (along y) when a part of w by h is cut from a free rectangle. */
	acrossFirst: (free: Free, w: number, h: number) => boolean;
};

const AREA = (b: Blank) => b.length * b.width;
const ORDERS: Strategy['order'][] = [
	(a, b) => AREA(b) - AREA(a),
	(a, b) => Math.max(b.length, b.width) - Math.max(a.length, a.width) || AREA(b) - AREA(a),
	(a, b) => b.length - a.length || b.width - a.width,
	(a, b) => b.width - a.width || b.length - a.length
];
const SCORES: Strategy['score'][] = [(f, w, h) => Math.min(f.w - w, f.h - h), (f, w, h) => f.w * f.h - w * h, (f) => f.x + f.y];
const FIRSTS: Strategy['acrossFirst'][] = [(f, w, h) => f.w - w > f.h - h, (f, w, h) => f.w - w <= f.h - h, () => true, () => false];

/**
 * Lays rectangles out on equal sheets so that a circular saw can cut them: every cut goes straight through the piece
 * in hand. Every mix of an order, a choice of the free rectangle and a choice of the first cut is tried; the layout
 * with the fewest sheets wins, then the one with the largest rectangle left over.
 *
 * @param kerf width of a saw cut, lost at each cut, mm
 * @param trim taken off every edge of a new sheet, mm
 */
export function layOutSheets(blanks: Blank[], stock: SheetStock, kerf: number, trim: number): SheetPlan {
	const size = { w: stock.length - 2 * trim, h: stock.width - 2 * trim };
	const fits = (b: Blank) => ways(b, stock.grain).some(({ w, h }) => w <= size.w && h <= size.h);
	const usable = blanks.filter(fits);
	let best: { sheets: SheetLayout[]; left: number } | null = null;
	for (const order of ORDERS)
		for (const score of SCORES)
			for (const acrossFirst of FIRSTS) {
				const tried = fill(usable, size, stock.grain, kerf, { order, score, acrossFirst })!;
				if (!best || tried.sheets.length < best.sheets.length || (tried.sheets.length === best.sheets.length && tried.left > best.left))
					best = tried;
			}
	const sheets = best?.sheets ?? [];
	const total = usable.reduce((sum, b) => sum + AREA(b), 0);
	return {
		sheets,
		tooLarge: blanks.filter((b) => !fits(b)),
		use: sheets.length === 0 ? 0 : total / (sheets.length * stock.length * stock.width),
		atLeast: Math.ceil(total / (size.w * size.h) - 1e-9)
	};
}

/** Lays rectangles out on one sheet, cut straight through like {@link layOutSheets}; undefined when no way of trying puts them all there. */
export function layOutOneSheet(
	blanks: Blank[],
	stock: Pick<SheetStock, 'length' | 'width' | 'grain'>,
	kerf: number
): SheetLayout | undefined {
	const size = { w: stock.length, h: stock.width };
	if (!blanks.every((blank) => ways(blank, stock.grain).some(({ w, h }) => w <= size.w && h <= size.h))) return undefined;
	for (const order of ORDERS)
		for (const score of SCORES)
			for (const acrossFirst of FIRSTS) {
				const tried = fill(blanks, size, stock.grain, kerf, { order, score, acrossFirst }, 1);
				if (tried) return tried.sheets[0] ?? { placed: [], cuts: [] };
			}
	return undefined;
}

/** The ways a blank may lie: with its length along the sheet; across too when the grain does not matter. */
const ways = (b: Blank, grain: boolean) => {
	const along = { w: b.length, h: b.width, turned: false };
	return grain || b.length === b.width ? [along] : [along, { w: b.width, h: b.length, turned: true }];
};

/** Lays out one blank after the other by a strategy; given up, with nothing, as soon as it takes more than so many sheets. */
function fill(
	blanks: Blank[],
	size: { w: number; h: number },
	grain: boolean,
	kerf: number,
	strategy: Strategy,
	most = Infinity
): { sheets: SheetLayout[]; left: number } | undefined {
	const sheets: (SheetLayout & { free: Free[] })[] = [];
	for (const blank of [...blanks].sort((a, b) => strategy.order(a, b) || a.id.localeCompare(b.id))) {
		let choice: { sheet: (typeof sheets)[number]; free: Free; w: number; h: number; turned: boolean; score: number } | null = null;
		const consider = (sheet: (typeof sheets)[number]) => {
			for (const free of sheet.free)
				for (const { w, h, turned } of ways(blank, grain)) {
					if (w > free.w + 1e-9 || h > free.h + 1e-9) continue;
					const score = strategy.score(free, w, h);
					if (!choice || score < choice.score) choice = { sheet, free, w, h, turned, score };
				}
		};
		for (const sheet of sheets) if (!choice) consider(sheet);
		if (!choice) {
			if (sheets.length >= most) return undefined;
			sheets.push({ placed: [], cuts: [], free: [{ x: 0, y: 0, ...size }] });
			consider(sheets[sheets.length - 1]);
		}
		const { sheet, free, w, h, turned } = choice!;
		sheet.placed.push({ blank, x: free.x, y: free.y, turned });
		sheet.free.splice(sheet.free.indexOf(free), 1, ...cutFrom(sheet.cuts, free, w, h, kerf, strategy.acrossFirst(free, w, h)));
	}
	const left = Math.max(0, ...sheets.flatMap((s) => s.free.map((f) => f.w * f.h)));
	return { sheets: sheets.map(({ placed, cuts }) => ({ placed, cuts })), left };
}

/** Cuts a part from the low corner of a free rectangle; records the cuts and gives back the two rectangles left. */
function cutFrom(cuts: Cut[], free: Free, w: number, h: number, kerf: number, acrossFirst: boolean): Free[] {
	const right = { x: free.x + w + kerf, w: free.w - w - kerf };
	const above = { y: free.y + h + kerf, h: free.h - h - kerf };
	const across = (top: number): Cut => ({ axis: 'x', at: free.x + w, from: free.y, to: top });
	const along = (end: number): Cut => ({ axis: 'y', at: free.y + h, from: free.x, to: end });
	const needsAcross = free.w - w > 1e-9;
	const needsAlong = free.h - h > 1e-9;
	if (acrossFirst) {
		if (needsAcross) cuts.push(across(free.y + free.h));
		if (needsAlong) cuts.push(along(free.x + w));
		return rest({ ...right, y: free.y, h: free.h }, { ...above, x: free.x, w });
	}
	if (needsAlong) cuts.push(along(free.x + free.w));
	if (needsAcross) cuts.push(across(free.y + h));
	return rest({ ...right, y: free.y, h }, { ...above, x: free.x, w: free.w });
}

const rest = (...frees: Free[]) => frees.filter((f) => f.w > 1e-9 && f.h > 1e-9);
