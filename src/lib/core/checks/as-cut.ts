import { differenceOf, type CutDifference } from '../build/as-cut';
import { middleOf } from '../geometry/vector';
import { pointedAt, type PlacedPiece } from '../modes';
import { lengthMark } from '../units';
import { check, type Result } from './finding';

const sizeWords = ({ length, width }: { length: number; width: number }): string => `${lengthMark(length)} × ${lengthMark(width)}`;

function whyOf([worst, ...others]: readonly CutDifference[]): string {
	const more = others.length > 0 ? ` ${others.length} more that are cut are not what is asked for either.` : '';
	if (!worst.asked) return `A part that is cut, ${sizeWords(worst.is)}, is needed no more.${more}`;
	if (worst.otherStock)
		return `${worst.name} is cut from another stock than the plan asks for now: it has to be cut anew, or the plan says what it is of.${more}`;
	const sizes = `${worst.name} is cut, ${sizeWords(worst.is)}, and the plan asks for ${sizeWords(worst.asked)} now`;
	return worst.outcome === 'anew'
		? `${sizes}: ${lengthMark(worst.by)} are missing, it has to be cut anew.${more}`
		: `${sizes}: it can be trimmed.${more}`;
}

function resultOf(piece: PlacedPiece, cut: readonly string[], differences: readonly CutDifference[]): Result {
	const lost = differences.find(({ outcome }) => outcome === 'anew');
	const [margin, comfort] = lost ? [-Math.max(1, lost.by), 0] : differences.length > 0 ? [0, 1] : [1, 0];
	const box = piece.parts.find(({ part }) => `${piece.id}/${part.id}` === differences[0]?.key)?.box ?? pointedAt(piece);
	return {
		rule: 'as-cut',
		key: piece.id,
		title: `${piece.name}: what is cut is what is asked for`,
		subjects: [piece.id],
		margin,
		comfort,
		unit: 'mm',
		limit: 0,
		actual: margin,
		at: middleOf(box),
		why:
			differences.length > 0
				? whyOf(differences)
				: `${cut.length === 1 ? 'The part that is cut is' : `All ${cut.length} parts that are cut are`} as the plan has them.`
	};
}

/** Whether what was cut already, as it was written down then, is what the plan asks for now. Of what is not cut nothing is asked. */
export const asCut = check({
	rule: 'as-cut',
	reads: ['cut', 'stock'],
	run: ({ plan, scene }) =>
		scene.pieces.flatMap((piece) => {
			const cut = Object.keys(plan.cut).filter((key) => key.startsWith(`${piece.id}/`));
			if (cut.length === 0) return [];
			const differences = cut.flatMap((key) => differenceOf(key, plan.cut[key], piece, plan.stock) ?? []);
			return [
				resultOf(
					piece,
					cut,
					differences.sort((a, b) => Number(b.outcome === 'anew') - Number(a.outcome === 'anew') || b.by - a.by)
				)
			];
		})
});
