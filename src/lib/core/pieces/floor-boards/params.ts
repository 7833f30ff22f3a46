import { z } from 'zod';
import { choice, count, gapAround, length, rearEdge, stockOf, yesNo } from '../parameter';

/** Most joints across a floor. */
export const MOST_JOINTS = 3;

const TYPED = { key: 'joints', is: ['where they are typed'] };
const joint = (n: 1 | 2 | 3, start: number) =>
	length(`Joint ${n} from the rear edge of the floor`, [50, 4500], start, {
		hint: 'where nothing stands on it, and a hatch or a well can be lifted',
		more: `Move joint ${n} forward`,
		less: `Move joint ${n} back`,
		when: TYPED
	});

export const floorBoardsParams = z.strictObject({
	rear: rearEdge(20),
	length: length('Length', [300, 5000], 1900, { more: 'Lengthen the floor', less: 'Shorten the floor' }),
	gap: gapAround(5),
	boards: count('Boards along the length', [1, MOST_JOINTS + 1], 2),
	joints: choice('Joints lie', ['equally far apart', 'where they are typed'], 'equally far apart'),
	joint1: joint(1, 950),
	joint2: joint(2, 1400),
	joint3: joint(3, 1700),
	between: length('Between two boards', [0, 15], 2, { hint: 'boards that touch creak; felt or a strip of foam fills it' }),
	hatches: yesNo('Hatches over whatever is reached from above', true, { hint: 'spare wheel, pump and the like, as the vehicle has them' }),
	hatchPlay: length('Play round a hatch', [0, 10], 2, { when: { key: 'hatches', is: [true] } }),
	boardSheet: stockOf('Boards', 'sheet', 'ply-9')
});
