import { ROOM } from '../../people';
import { floor5, type Ground } from '../ground';
import type { SeatPlan } from '../seat-plans';
import {
	berthOn,
	easyWidth,
	heights,
	leastWidth,
	narrowBed,
	PAD,
	SIDES,
	type Bed,
	type Draft,
	type DraftPiece,
	type Mechanism,
	type Sleepers
} from './draft';
import { leavesOn } from './leaves';
import { narrowPlatform } from './platforms';

/** A bed for each of two, along either wall and as long as its own side allows; the longer one's on either side. */
function* bedForEach(
	ground: Ground,
	range: readonly [number, number],
	step: number,
	cut: boolean,
	stays: number | undefined,
	pieceOn: (name: string, bed: Bed, height: number, seatPlan: SeatPlan, sleepers: Sleepers) => DraftPiece | undefined
): Generator<Draft> {
	const { sleepers } = ground;
	for (const seatPlan of ground.seatPlans)
		for (const height of heights(range, step))
			for (const order of [sleepers, [...sleepers].reverse()]) {
				const beds = order.map((sleeper, i) => {
					const own = [sleeper];
					// No wider than they must be: two of them share what the walls leave.
					const bed = narrowBed(ground, { seatPlan, height, sleepers: own, stays }, SIDES[i], leastWidth(own), cut);
					return { bed, own, name: `Bed of ${sleeper.name}` };
				});
				if (beds.some(({ bed }) => bed.length < 900) || beds[0].bed.y[0] - beds[1].bed.y[1] < -OVERLAP) continue;
				const pieces = beds.flatMap(({ bed, own, name }) => pieceOn(name, bed, height, seatPlan, own) ?? []);
				if (pieces.length < 2) continue;
				const berths = beds.map(({ bed, own }, i) => berthOn(bed, height, own, i));
				yield { seatPlan, berths: berths as Draft['berths'], pieces: pieces as Draft['pieces'] };
			}
}

/** Two beds that overlap by more are not worth working out, mm: turning their numbers may still part them if less. */
const OVERLAP = 40;

/** Room that somebody in the lower bed needs below the upper one, mm: a body on its side and the boards. */
const BETWEEN = 620;

/** Beds of their own for two sleepers. */
export const FOR_TWO: readonly Mechanism[] = [
	{
		id: 'two-platforms',
		title: 'A narrow platform for each, side by side',
		drills: false,
		tools: ['drill', 'jigsaw'],
		sleepers: 2,
		drafts: (ground, step) =>
			bedForEach(ground, [160, 700], step, true, PAD, (name, bed, height, seatPlan) => narrowPlatform(name, ground, seatPlan, bed, height))
	},
	{
		id: 'two-leaves',
		title: 'Leaves that fold over, a set for each',
		drills: false,
		tools: ['drill', 'jigsaw'],
		sleepers: 2,
		drafts: (ground, step) =>
			bedForEach(ground, [160, 600], step, false, undefined, (name, bed, height, seatPlan, sleepers) =>
				leavesOn(name, ground, { seatPlan, height, sleepers }, bed)
			)
	},
	{
		id: 'bunk',
		title: 'A bunk over a narrow platform',
		drills: true,
		tools: ['drill', 'jigsaw'],
		sleepers: 2,
		*drafts(ground, step) {
			const [long, short] = [...ground.sleepers].sort((a, b) => b.body.stature - a.body.stature);
			for (const seatPlan of ground.seatPlans)
				for (const height of heights([200, 500], 3 * step))
					for (const upper of heights([height + BETWEEN, height + BETWEEN + 500], 3 * step)) {
						const below = narrowBed(ground, { seatPlan, height, sleepers: [long], stays: PAD }, 'left', easyWidth([long]));
						const above = narrowBed(ground, { seatPlan, height: upper, sleepers: [short], stays: PAD }, 'left', easyWidth([short]));
						if (below.length < 900 || above.length < short.body.stature + ROOM.lengthLeast) continue;
						yield {
							seatPlan,
							berths: [berthOn(below, height, [long]), { ...berthOn(above, upper, [short], 1), pad: 60 }],
							pieces: [
								narrowPlatform('Lower bed', ground, seatPlan, below, height),
								{
									kind: 'bunk',
									name: 'Bunk',
									params: {
										height: upper,
										side: 'left',
										rear: above.x[0],
										length: above.length,
										width: floor5(above.y[1] - above.y[0]),
										gap: 12
									}
								}
							]
						};
					}
		}
	}
];
