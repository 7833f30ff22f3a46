import { floor5, footingAt, stretchAt, type Ground } from '../ground';
import {
	alongBeds,
	easyWidth,
	leastWidth,
	middleOf,
	narrowBed,
	SIDES,
	wideBed,
	type Bed,
	type BedAsked,
	type DraftPiece,
	type Mechanism
} from './draft';

/** Three leaves that fold over onto the rear one, which ends behind the seats as they stand for driving; none where that is too short. */
export function leavesOn(name: string, ground: Ground, { seatPlan, height }: BedAsked, { x, y, length }: Bed): DraftPiece | undefined {
	const [, drive] = stretchAt(ground, seatPlan, [height - 60, height + 240], { use: 'drive', y });
	const first = floor5(Math.min(length * 0.36, drive - x[0] - 20));
	if (first < 250) return undefined;
	const second = floor5((length - first) / 2);
	const foot = (at: number) => footingAt(ground, seatPlan, at, y, height - 60);
	return {
		kind: 'fold-over',
		name,
		params: {
			height,
			rear: x[0],
			leaves: 3,
			first,
			second,
			third: Math.max(150, floor5(length - first - second)),
			width: floor5(y[1] - y[0]),
			centre: middleOf(y),
			gap: 14,
			firstFoot: foot(x[0] + first - 30),
			secondFoot: foot(x[0] + first + second - 30),
			thirdFoot: Math.max(foot(x[0] + length - 80), foot(x[0] + length - 10))
		}
	};
}

export const LEAVES: Mechanism = {
	id: 'leaves',
	title: 'Leaves that fold over onto the rear one',
	drills: false,
	tools: ['drill', 'jigsaw'],
	drafts: alongBeds([160, 600], (ground, asked) => {
		const wide = wideBed(ground, asked);
		const inner = Math.min(wide.half.left, wide.half.right) - 16;
		const beds: Bed[] = [{ ...wide, y: [-floor5(inner), floor5(inner)] }];
		if (asked.sleepers.length === 1)
			for (const width of [easyWidth(asked.sleepers), leastWidth(asked.sleepers)])
				beds.push(...SIDES.map((side) => narrowBed(ground, { ...asked, gap: 16 }, side, width)));
		return beds.flatMap((bed) => {
			const leaves = leavesOn('Folding leaves', ground, asked, bed);
			return leaves ? [{ bed, pieces: [leaves] as [DraftPiece] }] : [];
		});
	})
};
