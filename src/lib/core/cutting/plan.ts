import type { Highs } from 'highs';
import type { BarStock, Plan, SheetStock } from '../plan/plan';
import type { Hardware, Piece } from '../pieces';
import { connectionsOf, joinHardware } from '../connections';
import { assemblyOf } from '../derive';
import { fasteningHardware } from '../fastening';
import { lidHardware, lidsOf } from '../structure';
import type { ClothStock } from '../plan/cloths';
import { layOutCloth, type ClothPlan } from './cloth';
import { layOutBars, type BarPlan } from './lengths';
import type { BarSource } from './stock-cutting';
import { partsOf, type PartLine } from './parts';
import { layOutSheets, type SheetPlan } from './sheets';

/** One kind of stock with what is cut from it. */
export interface SheetJob {
	id: string;
	stock: SheetStock;
	plan: SheetPlan;
}
export interface BarJob {
	id: string;
	stock: BarStock;
	plan: BarPlan;
}

export interface ClothJob {
	id: string;
	stock: ClothStock;
	plan: ClothPlan;
}

/** A line of the shopping list: sheets and lengths by number, cloth by metres. */
export interface ToBuy {
	name: string;
	quantity: number;
	unit: 'pieces' | 'metres';
	/** Of a bar, mm. */
	length?: number;
	cost: number;
}

/** Everything for the workshop: parts, layouts, what to buy. */
export interface CuttingPlan {
	parts: PartLine[];
	sheets: SheetJob[];
	bars: BarJob[];
	cloths: ClothJob[];
	shopping: ToBuy[];
	/** Slides, hinges, catches, connectors, tanks: what is bought ready made. */
	hardware: Hardware[];
	/** Parts that cannot be cut from the stock they are meant for, in words: as long as there are any, nothing has a price. */
	impossible: string[];
	/** Null while something cannot be cut. */
	cost: number | null;
	/** Of all parts together, kg. */
	weight: number;
}

/** Id of one copy of a part line on a layout: `3` for the only one, `3b` for the second of several. */
export const copyId = (line: PartLine, copy: number): string => (line.quantity === 1 ? `${line.number}` : `${line.number}${letters(copy)}`);
const letters = (n: number): string => (n >= 26 ? letters(Math.floor(n / 26) - 1) : '') + String.fromCharCode(97 + (n % 26));

/** The numbers on the wood, by piece and part. */
export const numbersOf = (parts: readonly PartLine[]): Map<string, string> =>
	new Map(parts.flatMap((line) => line.of.map((key, i) => [key, copyId(line, i)] as const)));

const copies = <T>(lines: PartLine[], make: (line: PartLine, id: string) => T): T[] =>
	lines.flatMap((line) => Array.from({ length: line.quantity }, (_, i) => make(line, copyId(line, i))));

/** The lengths of a bar that are on sale, the usual one first; where one is said twice the cheaper. */
export function soldLengths({ length, price, alsoSold = [] }: BarStock): { length: number; price: number }[] {
	const others = alsoSold.filter((one, i) => one.length !== length && alsoSold.findIndex((other) => other.length === one.length) === i);
	const cheapest = (of: number) => Math.min(...[{ length, price }, ...alsoSold].flatMap((one) => (one.length === of ? [one.price] : [])));
	return [{ length, price }, ...others].map((one) => ({ length: one.length, price: cheapest(one.length) }));
}

/** The bars that can be taken of a stock: what is on sale, and what one has. */
const sourcesOf = (stock: BarStock): BarSource[] => [
	...soldLengths(stock),
	...(stock.offcuts ?? []).map(({ length, count }) => ({ length, price: 0, have: count }))
];

/** How many bars are bought, by length. */
export const boughtLengths = (stock: BarStock, { bars }: BarPlan): { length: number; price: number; quantity: number }[] =>
	soldLengths(stock).flatMap((one) => {
		const quantity = bars.filter(({ had, length }) => !had && length === one.length).length;
		return quantity > 0 ? [{ ...one, quantity }] : [];
	});

/** Works out the parts, lays boards out on sheets and bars on lengths, and adds up what to buy. */
export function cuttingPlan(plan: Plan, solver: Highs): CuttingPlan {
	const parts = partsOf(plan);
	const { kerf, trim } = plan.stock;
	const of = (form: PartLine['form'], id: string) => parts.filter((p) => p.form === form && p.stock === id);
	const used = <T>(table: Record<string, T>, form: PartLine['form']) => Object.entries(table).filter(([id]) => of(form, id).length > 0);
	const sheets = used(plan.stock.sheets, 'board').map(([id, stock]): SheetJob => {
		const blanks = copies(of('board', id), (line, copy) => ({
			id: copy,
			length: Math.max(line.length, line.width),
			width: Math.min(line.length, line.width)
		}));
		return { id, stock, plan: layOutSheets(blanks, stock, kerf, trim) };
	});
	const bars = used(plan.stock.bars, 'bar').map(([id, stock]): BarJob => {
		const pieces = copies(of('bar', id), (line, copy) => ({ id: copy, length: line.length }));
		return { id, stock, plan: layOutBars(pieces, sourcesOf(stock), kerf, solver) };
	});
	const cloths = used(plan.stock.cloths, 'cloth').map(([id, stock]): ClothJob => {
		const pieces = copies(of('cloth', id), (line, copy) => ({ id: copy, length: line.length, width: line.width }));
		return { id, stock, plan: layOutCloth(pieces, stock) };
	});
	const bought = ({ name, price }: { name: string; price: number }, quantity: number, unit: ToBuy['unit'] = 'pieces') => ({
		name,
		quantity,
		unit,
		cost: quantity * price
	});
	const shopping = [
		...sheets.map(({ stock, plan }) => bought(stock, plan.sheets.length)),
		...bars.flatMap(({ stock, plan }) =>
			boughtLengths(stock, plan).map(({ length, price, quantity }) => ({ ...bought({ name: stock.name, price }, quantity), length }))
		),
		...cloths.map(({ stock, plan }) => bought(stock, plan.length / 1000, 'metres'))
	];
	const impossible = [
		...sheets.flatMap(({ stock, plan: { tooLarge } }) =>
			tooLarge.map(({ id }) => `${lineOfCopy(parts, id).name} is larger than a trimmed sheet of ${stock.name}`)
		),
		...bars.flatMap(({ stock, plan: { tooLong } }) =>
			tooLong.map(({ id }) => `${lineOfCopy(parts, id).name} is longer than a length of ${stock.name}`)
		)
	];
	return {
		parts,
		sheets,
		bars,
		cloths,
		shopping,
		hardware: hardwareOf(plan),
		impossible: [...new Set(impossible)],
		cost: impossible.length > 0 ? null : shopping.reduce((sum, s) => sum + s.cost, 0),
		weight: parts.reduce((sum, p) => sum + p.weight * p.quantity, 0)
	};
}

/** How many bars of which length, in words. */
export function barsWords({ stock, plan }: BarJob, mm: (value: number) => string): string {
	const had = plan.bars.filter((bar) => bar.had).length;
	const lines = boughtLengths(stock, plan).map(({ length, quantity }) => `${quantity} of ${mm(length)}`);
	return [...lines, ...(had > 0 ? [`${had} that you have`] : [])].join(', ');
}

/** How much of something to buy, in words. */
export const shoppingWords = ({ name, quantity, unit, length }: ToBuy, mm: (value: number) => string): string =>
	unit === 'metres' ? `${quantity} m of ${name}` : `${quantity} × ${name}${length === undefined ? '' : `, ${mm(length)}`}`;

function hardwareOfPiece(plan: Plan, piece: Piece): Hardware[] {
	const assembly = assemblyOf(piece, plan);
	return [
		...assembly.hardware,
		...fasteningHardware(piece),
		...lidHardware(lidsOf(assembly, plan.stock), piece.lids),
		...joinHardware(connectionsOf(assembly, plan.stock, piece.joined), piece.joined)
	];
}

/** Everything that is bought ready made, equal things counted together, in the order of the pieces. */
export function hardwareOf(plan: Plan): Hardware[] {
	const counts = new Map<string, number>();
	for (const piece of Object.values(plan.pieces))
		for (const { name, count } of hardwareOfPiece(plan, piece)) counts.set(name, (counts.get(name) ?? 0) + count);
	return [...counts].map(([name, count]) => ({ name, count }));
}

/** The line of the parts list that a copy on a layout belongs to. */
export const lineOfCopy = (parts: PartLine[], copy: string): PartLine => parts[parseInt(copy, 10) - 1];
