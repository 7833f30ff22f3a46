import { FITS, type FitName } from '../fits';
import { boxRound, vec3, type Box } from '../geometry/vector';
import { leastHalfWidth, sign, SIDES } from '../interior';
import { firmParts, type PlacedPiece, type Scene } from '../modes';
import { seatBoxes } from '../people';
import { lengthMark } from '../units';
import { check, type Result } from './finding';

/** Something beside a piece: how far away it is on its side, and how the two meet. */
interface Beside {
	name: string;
	gap: number;
	fit: FitName;
}

/** More room than this on a side and it does not matter how the two meet, mm. */
const NEAR = 40;
/** Two things that share less of their height or length than this do not meet, mm. */
const SHARED = 30;

const overlaps = (a: readonly [number, number], b: readonly [number, number]) => Math.min(a[1], b[1]) - Math.max(a[0], b[0]) > SHARED;

/** Bounds of the parts of a piece that are carried in together. */
function boxOf(piece: PlacedPiece): Box | undefined {
	const modules = new Set(piece.assembly.links.filter(({ module }) => module).map(({ id }) => id));
	const parts = firmParts(piece).filter(({ part }) => modules.has(part.link));
	if (parts.length === 0) return undefined;
	return boxRound(parts);
}

/** The nearest seat or wall on each side of a box across the vehicle. */
function besides(scene: Scene, box: Box): { left?: Beside; right?: Beside } {
	const found: { left?: Beside; right?: Beside } = {};
	const take = (side: 'left' | 'right', beside: Beside) => {
		if (beside.gap < NEAR && (!found[side] || beside.gap < found[side].gap)) found[side] = beside;
	};
	const takeBlock = (block: Box, name: string, fit: FitName) => {
		if (!overlaps(block.x, box.x) || !overlaps(block.z, box.z)) return;
		const isLeft = block.y[0] + block.y[1] > box.y[0] + box.y[1];
		take(isLeft ? 'left' : 'right', { name, gap: isLeft ? block.y[0] - box.y[1] : box.y[0] - block.y[1], fit });
	};
	for (const seat of seatBoxes(scene)) takeBlock(seat, 'the seat', 'loose against carpet');
	for (const { name, box: block } of scene.interior.fixtures) takeBlock(block, name.toLowerCase(), 'drop-in');
	for (const side of SIDES) {
		const wall = leastHalfWidth(scene.interior, side, box.x, box.z);
		take(side, { name: `the ${side}-hand wall`, gap: wall - sign(side) * (side === 'left' ? box.y[1] : box.y[0]), fit: 'scribed' });
	}
	return found;
}

/** What stands between two things is made smaller than its gap, by how it meets each of them: nothing fits that is as wide as its gap. */
export const allowance = check({
	rule: 'allowance',
	reads: [],
	run: ({ scene }) =>
		scene.pieces.flatMap((piece): Result[] => {
			const box = boxOf(piece);
			if (!box) return [];
			const { left, right } = besides(scene, box);
			// What cuts into one of them is told by the fit itself.
			if (!left || !right || left.gap < -1 || right.gap < -1) return [];
			const needed = FITS[left.fit].allowance + FITS[right.fit].allowance;
			const spare = left.gap + right.gap;
			return [
				{
					rule: 'allowance',
					key: piece.id,
					title: `${piece.name}: smaller than its gap`,
					subjects: [piece.id],
					margin: spare - needed,
					comfort: 0,
					unit: 'mm',
					limit: needed,
					actual: spare,
					why: `Between ${right.name} and ${left.name} it has ${lengthMark(Math.round(spare * 10) / 10)} to spare; it ${FITS[left.fit].words} and wants ${lengthMark(needed)}.`,
					at: vec3((box.x[0] + box.x[1]) / 2, box.y[1], box.z[1])
				}
			];
		})
});
