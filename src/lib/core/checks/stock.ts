import { bounds } from '../geometry/polygon';
import { middleOf, vec3 } from '../geometry/vector';
import { remember } from '../memory';
import type { PlacedPiece } from '../modes';
import type { Part } from '../pieces';
import { longestSold, type Stock } from '../plan/plan';
import { lengthMark } from '../units';
import { check, type Result } from './finding';

/** No board narrower and no bar shorter than this can be sawn and screwed, mm; our own judgement. A bar is as narrow as it is sold. */
const LEAST = 8;

/** Sections that differ by less are the same, mm: what sums leave behind the decimal point. */
const SAME = 0.05;

interface Spare {
	part: Part;
	spare: number;
	why: string;
}

/** What is spare when a part is cut from its stock, mm: of the sheet less its trim, of the bar; and that there is something to cut. */
function spareOf(part: Part, stock: Stock): Spare | undefined {
	if (part.form !== 'board' && part.form !== 'bar') return undefined;
	const { x, y } = bounds(part.cut ?? part.outline);
	const [long, wide] = [Math.max(x[1] - x[0], y[1] - y[0]), Math.min(x[1] - x[0], y[1] - y[0])];
	// A bar's outline is its length by its width.
	const sawn = part.form === 'bar' ? x[1] - x[0] : wide;
	if (sawn < LEAST) {
		const size = `${lengthMark(Math.round(sawn * 10) / 10)} ${part.form === 'bar' ? 'long' : 'wide'}`;
		return { part, spare: sawn - LEAST, why: `${part.name} would be ${size}: nobody can saw that.` };
	}
	if (part.form === 'bar') {
		const bar = stock.bars[part.stock];
		if (!bar) return undefined;
		// Sawn narrower it can be; wider or thicker than it is sold it cannot.
		const section = [y[1] - y[0], part.thickness].sort((a, b) => b - a);
		const sold = [bar.width, bar.thickness].sort((a, b) => b - a);
		const over = Math.max(section[0] - sold[0], section[1] - sold[1]);
		if (over > SAME)
			return {
				part,
				spare: -over,
				why: `${part.name} is ${section.map((one) => lengthMark(Math.ceil(one))).join(' × ')} in section; ${bar.name} is ${sold.map((one) => lengthMark(one)).join(' × ')}.`
			};
		return {
			part,
			spare: longestSold(bar) - long,
			why: `${part.name} is ${lengthMark(Math.ceil(long))} long; a length of ${bar.name} has ${lengthMark(longestSold(bar))}.`
		};
	}
	const sheet = stock.sheets[part.stock];
	if (!sheet) return undefined;
	const [l, w] = [Math.max(sheet.length, sheet.width) - 2 * stock.trim, Math.min(sheet.length, sheet.width) - 2 * stock.trim];
	return {
		part,
		spare: Math.min(l - long, w - wide),
		why: `${part.name} is ${lengthMark(Math.ceil(long))} × ${lengthMark(Math.ceil(wide))}; a trimmed sheet of ${sheet.name} has ${lengthMark(l)} × ${lengthMark(w)}.`
	};
}

const tightest = remember((assembly: PlacedPiece['assembly'], stock: Stock): Spare | undefined => {
	let least: Spare | undefined;
	for (const part of assembly.parts) {
		const spare = spareOf(part, stock);
		if (spare && (!least || spare.spare < least.spare)) least = spare;
	}
	return least;
});

/** Every part can be cut from the stock that it is meant to be cut from. */
export const fromStock = check({
	rule: 'stock',
	reads: ['stock'],
	run: ({ plan, scene }) =>
		scene.pieces.flatMap((piece): Result[] => {
			const found = tightest(piece.assembly, plan.stock);
			if (!found) return [];
			const box = piece.parts.find(({ part }) => part.id === found.part.id)?.box;
			return [
				{
					rule: 'stock',
					key: piece.id,
					title: `${piece.name}: parts from what can be bought`,
					subjects: [piece.id],
					margin: found.spare,
					comfort: 0,
					unit: 'mm',
					limit: 0,
					actual: found.spare,
					why: found.why,
					at: box ? middleOf(box) : vec3(0, 0, 0)
				}
			];
		})
});
