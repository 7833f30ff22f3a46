import { ROOM } from '../../people';
import { floor5, type Ground } from '../ground';
import {
	berthOn,
	easyWidth,
	heights,
	leastWidth,
	narrowBed,
	PAD,
	SHORTEST,
	SIDES,
	type Bed,
	type BedAsked,
	type Draft,
	type DraftPiece,
	type Mechanism
} from './draft';
import { leavesOn } from './leaves';
import { narrowPlatform } from './platforms';

/** A bed for each of two, along either wall and as long as its own side allows; the longer one's on either side. */
function* bedForEach(
	ground: Ground,
	step: number,
	{ range, cut = false, stays }: { range: readonly [number, number]; cut?: boolean } & Pick<BedAsked, 'stays'>,
	pieceOn: (name: string, ground: Ground, asked: BedAsked, bed: Bed) => DraftPiece | undefined
): Generator<Draft> {
	const { sleepers } = ground;
	for (const seatPlan of ground.seatPlans)
		for (const height of heights(range, step))
			for (const order of [sleepers, [...sleepers].reverse()]) {
				const beds = order.map((sleeper, i) => {
					const asked: BedAsked = { seatPlan, height, sleepers: [sleeper], stays };
					// No wider than they must be: two of them share what the walls leave.
					return { asked, bed: narrowBed(ground, asked, SIDES[i], leastWidth(asked.sleepers), cut), name: `Bed of ${sleeper.name}` };
				});
				if (beds.some(({ bed }) => bed.length < SHORTEST) || beds[0].bed.y[0] - beds[1].bed.y[1] < -OVERLAP) continue;
				const pieces = beds.flatMap(({ asked, bed, name }) => pieceOn(name, ground, asked, bed) ?? []);
				if (pieces.length < 2) continue;
				const berths = beds.map(({ asked, bed }, i) => berthOn(bed, height, asked.sleepers, i));
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
		drafts: (ground, step) => bedForEach(ground, step, { range: [160, 700], cut: true, stays: PAD }, narrowPlatform)
	},
	{
		id: 'two-leaves',
		title: 'Leaves that fold over, a set for each',
		drills: false,
		tools: ['drill', 'jigsaw'],
		sleepers: 2,
		drafts: (ground, step) => bedForEach(ground, step, { range: [160, 600] }, leavesOn)
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
						const asked: BedAsked = { seatPlan, height, sleepers: [long], stays: PAD };
						const below = narrowBed(ground, asked, 'left', easyWidth([long]));
						const above = narrowBed(ground, { seatPlan, height: upper, sleepers: [short], stays: PAD }, 'left', easyWidth([short]));
						if (below.length < SHORTEST || above.length < short.body.stature + ROOM.lengthLeast) continue;
						yield {
							seatPlan,
							berths: [berthOn(below, height, [long]), { ...berthOn(above, upper, [short], 1), pad: 60 }],
							pieces: [
								narrowPlatform('Lower bed', ground, asked, below),
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
