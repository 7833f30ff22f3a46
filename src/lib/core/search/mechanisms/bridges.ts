import type { Berth } from '../berth';
import { boardThickness, floor5, footingAt, halfWidths, stretchAt, type Ground } from '../ground';
import type { SeatPlan } from '../seat-plans';
import { berthOn, heights, middleOf, PAD, SIDES, stretchFor, type Bed, type DraftPiece, type Mechanism, type Side } from './draft';
import { acrossFor, widePlatform } from './platforms';

/** Where the leg of a bridge stands, behind its front edge, mm. */
const LEG = { from: 70, to: 15 };
/** Gap round a bridge, and the shortest one worth making, mm. */
const GAP = 12;
const SHORTEST = 150;
/** The free edge of a bridge spans no further from leg to leg, mm. */
const LEGS_APART = 500;

/** A bridge from the ledge of a platform to its own leg, which stands on the floor or on the seat that is folded there. */
function bridgeOn(ground: Ground, seatPlan: SeatPlan, height: number, { x, y }: Pick<Bed, 'x' | 'y'>): DraftPiece {
	const standing = [LEG.from, LEG.to].map((back) => footingAt(ground, seatPlan, x[1] - back, y, height - 60));
	const foot = Math.max(...standing);
	const length = floor5(x[1] - x[0]);
	// A leg that is longer than its board does not fold up under it.
	const folds = height - foot < length - LEG.from;
	return {
		kind: 'bridge',
		name: 'Bridge',
		params: {
			height: height - boardThickness(ground),
			rear: x[0],
			length,
			width: floor5(y[1] - y[0]),
			centre: middleOf(y),
			hold: 20,
			front: folds ? 'leg that swings down' : 'leg on a drop bolt',
			foot,
			legs: 1 + Math.ceil((y[1] - y[0]) / LEGS_APART),
			padThickness: PAD
		}
	};
}

/** What lies in front of a platform at night: bridges, and the berths that they and the platform make. */
interface Ahead {
	bridges: Pick<Bed, 'x' | 'y'>[];
	berths: [Berth, ...Berth[]];
}

/** The inner edge of the front seat of one side, beside which there is room; undefined where there is none. */
function seatEdge({ plan }: Ground, side: Side): number | undefined {
	const seat = Object.values(plan.vehicle.seats).find((one) => one.type === 'front seat' && one.y > 0 === (side === 'left'));
	return seat && seat.y + (side === 'left' ? -1 : 1) * (seat.width.mm / 2 + GAP);
}

/**
 * Two bridges: a long one on one side, over a seat that is folded or gone and as far as the edge of the other seat, and
 * a short one to that other seat. The longest sleeper has the long one.
 */
function bridgesBeside(ground: Ground, seatPlan: SeatPlan, height: number, whole: Bed, edge: number, side: Side): Ahead | undefined {
	const split = seatEdge(ground, side === 'left' ? 'right' : 'left');
	if (split === undefined) return undefined;
	const [long, ...others] = [...ground.sleepers].sort((a, b) => b.body.stature - a.body.stature);
	const reach = (sleepers: Ground['sleepers'], y: [number, number]) => stretchFor(ground, { seatPlan, height, sleepers }, y)[1];
	const shares = (half: Bed['half']): Record<'ahead' | 'behind', [number, number]> =>
		side === 'left'
			? { ahead: [split, half.left - GAP], behind: [-half.right + GAP, split - 4] }
			: { ahead: [-half.right + GAP, split], behind: [split + 4, half.left - GAP] };
	const rough = shares(whole.half);
	const ends = { ahead: reach([long], rough.ahead), behind: Math.min(reach(ground.sleepers, rough.behind), whole.x[1] + 600) };
	if (ends.ahead < ends.behind + 40) return undefined;
	const { ahead, behind } = shares(halfWidths(ground, [edge, ends.ahead], [height - 20, height + PAD]));
	const short: [number, number] = [edge + 2, ends.behind];
	return {
		bridges: [
			{ x: [edge + 2, ends.ahead], y: ahead },
			...(ends.behind - edge > SHORTEST && others.length > 0 ? [{ x: short, y: behind }] : [])
		],
		berths: [
			berthOn({ x: [whole.x[0], ends.ahead], y: ahead }, height, [long]),
			...(others.length > 0 ? [berthOn({ x: [whole.x[0], ends.behind], y: behind }, height, others)] : [])
		]
	};
}

/** A platform that ends behind the seats as they stand for driving, and what is put in ahead of it at night. */
export const BRIDGES: Mechanism = {
	id: 'bridge',
	title: 'Platform, and a bridge to the front at night',
	drills: true,
	tools: ['drill', 'jigsaw'],
	*drafts(ground, step) {
		for (const seatPlan of ground.seatPlans)
			for (const height of heights([200, 700], step)) {
				const { bed: whole, edge: sides } = acrossFor(ground, { seatPlan, height, sleepers: ground.sleepers });
				const [, drive] = stretchAt(ground, seatPlan, [height - 60, height + PAD], { use: 'drive' });
				const edge = floor5(Math.min(drive, whole.x[1]) - 45);
				if (edge - whole.x[0] < 700) continue;
				const inner = floor5(Math.min(whole.half.left, whole.half.right) - 20);
				const full: Ahead = {
					bridges: [{ x: [edge + 2, whole.x[1]], y: [-inner, inner] }],
					berths: [berthOn(whole, height, ground.sleepers)]
				};
				for (const { bridges, berths } of [
					full,
					...SIDES.flatMap((side) => bridgesBeside(ground, seatPlan, height, whole, edge, side) ?? [])
				]) {
					if (bridges[0].x[1] - edge < SHORTEST) continue;
					const platform: Bed = { ...whole, x: [whole.x[0], edge], length: edge - whole.x[0] };
					yield {
						seatPlan,
						berths,
						pieces: [
							widePlatform('Platform', ground, platform, height, { ledge: true, panels: 2, edge: sides, frameBar: 'batten-45x45' }),
							...bridges.map((bridge) => bridgeOn(ground, seatPlan, height, bridge))
						]
					};
				}
			}
	}
};
