import { furthestRear } from '../../interior';
import { boardThickness, breadthOf, floor5, footingAt, halfWidths, seatUnder, type Ground } from '../ground';
import {
	alongBeds,
	berthOn,
	bodyZ,
	easyWidth,
	heights,
	leastWidth,
	LONG_BAR,
	middleOf,
	narrowBed,
	PAD,
	SIDES,
	wideBed,
	type Bed,
	type BedAsked,
	type DraftPiece,
	type Mechanism
} from './draft';

/** Gap of boards that are cut to the walls, mm: as near as that they would meet a side door as it opens. */
const CUT_GAP = 24;

/** A narrow platform on a bed along one wall, cut to it, its legs on the floor or on a seat that is folded below. */
export function narrowPlatform(name: string, ground: Ground, { seatPlan, height }: BedAsked, { x, y, length }: Bed): DraftPiece {
	const seat = seatUnder(ground, seatPlan, y, height - 60);
	return {
		kind: 'fixed-platform',
		name,
		params: {
			height,
			length,
			rear: x[0],
			reachRear: false,
			fullWidth: false,
			width: floor5(y[1] - y[0]),
			centre: middleOf(y),
			edge: 'follow the walls',
			gap: CUT_GAP,
			panels: 3,
			...(seat ? { seatFrom: Math.floor(seat.from), seatTo: Math.ceil(seat.to), seatTop: Math.ceil(seat.top) } : {})
		}
	};
}

/** Room from wall to wall for a platform: straight where that is wide enough for its sleepers, else cut to the walls and as wide as they are at the shoulders. */
export function acrossFor(ground: Ground, asked: BedAsked): { bed: Bed; edge: 'straight' | 'follow the walls' } {
	const bed = wideBed(ground, asked);
	if (bed.y[1] - bed.y[0] >= breadthOf(asked.sleepers)) return { bed, edge: 'straight' };
	return { bed: wideBed(ground, asked, true), edge: 'follow the walls' };
}

/** A platform from wall to wall that reaches back to the door as far as its boards can, and forward to the end of its bed. */
export function widePlatform(name: string, ground: Ground, { x }: Bed, height: number, own: Record<string, unknown> = {}): DraftPiece {
	const gap = own.edge === 'follow the walls' ? CUT_GAP : 12;
	const start = Math.ceil(furthestRear(ground.interior, [height - boardThickness(ground), height]) + gap);
	return { kind: 'fixed-platform', name, params: { height, length: x[1] - start, rear: start, reachRear: true, gap, panels: 3, ...own } };
}

/** Beds that stay as they are, or go in and out in one piece. */
export const PLATFORMS: readonly Mechanism[] = [
	{
		id: 'platform',
		title: 'Platform from wall to wall',
		drills: true,
		tools: ['drill', 'jigsaw'],
		drafts: alongBeds(
			[140, 900],
			(ground, asked) => {
				const bed = wideBed(ground, asked);
				return [{ bed, pieces: [widePlatform('Platform', ground, bed, asked.height)] }];
			},
			{ stays: PAD }
		)
	},
	{
		id: 'single',
		title: 'Narrow platform with room beside it',
		drills: false,
		tools: ['drill', 'jigsaw'],
		drafts: alongBeds(
			[140, 800],
			(ground, asked) =>
				SIDES.flatMap((side) =>
					[easyWidth, leastWidth].map((width) => {
						const bed = narrowBed(ground, asked, side, width(asked.sleepers), true);
						return { bed, pieces: [narrowPlatform('Narrow bed', ground, asked, bed)] };
					})
				),
			{ stays: PAD }
		)
	},
	{
		id: 'across',
		title: 'Bed across the vehicle',
		drills: true,
		tools: ['drill', 'jigsaw'],
		*drafts(ground, step) {
			for (const seatPlan of ground.seatPlans)
				for (const base of heights([200, 1100], step)) {
					const bed = wideBed(ground, { seatPlan, height: base, sleepers: ground.sleepers, stays: PAD });
					const x: [number, number] = [bed.x[0], bed.x[0] + floor5(breadthOf(ground.sleepers) + 160)];
					if (x[1] > bed.x[1] + 900) continue;
					const half = halfWidths(ground, x, bodyZ(base));
					const y: [number, number] = [-floor5(half.right - 12), floor5(half.left - 12)];
					yield {
						seatPlan,
						berths: [{ ...berthOn({ x, y }, base, ground.sleepers), along: false }],
						pieces: [
							{
								kind: 'fixed-platform',
								name: 'Bed across',
								params: { height: base, length: x[1] - x[0], rear: x[0], reachRear: true, gap: 12, panels: 2 }
							}
						]
					};
				}
		}
	},
	{
		id: 'slats',
		title: 'Slats on rails along both walls',
		drills: true,
		tools: ['drill'],
		drafts: alongBeds(
			[200, 900],
			(ground, asked) => {
				const bed = wideBed(ground, asked);
				return [
					{
						bed,
						pieces: [
							{
								kind: 'slat-platform',
								name: 'Slatted bed',
								params: { height: asked.height, length: bed.length, rear: bed.x[0], gap: 14, padThickness: PAD }
							}
						]
					}
				];
			},
			{ stays: PAD }
		)
	},
	{
		id: 'lids',
		title: 'Bed with lids over the storage',
		drills: true,
		tools: ['drill', 'jigsaw'],
		drafts: alongBeds(
			[200, 700],
			(ground, asked) => {
				const bed = wideBed(ground, asked);
				const params = {
					height: asked.height,
					length: bed.length,
					rear: bed.x[0],
					gap: 14,
					lids: 3,
					hinge: 'front edge',
					lidAngle: 30,
					frameBar: LONG_BAR
				};
				return [{ bed, pieces: [{ kind: 'lid-platform', name: 'Bed with lids', params: { ...params, padStays: false } }] }];
			},
			{ stays: PAD }
		)
	},
	{
		id: 'raked',
		title: 'Platform on tracks that rakes for sitting',
		drills: true,
		tools: ['drill', 'jigsaw', 'router'],
		drafts: alongBeds(
			[240, 600],
			(ground, asked) => {
				const bed = wideBed(ground, asked);
				const most = 2 * Math.min(bed.half.left, bed.half.right) - 120;
				return [
					{
						bed,
						pieces: [
							{
								kind: 'raked-platform',
								name: 'Raked platform',
								params: {
									height: asked.height,
									rear: bed.x[0],
									length: bed.length,
									frameBar: LONG_BAR,
									width: floor5(Math.max(320, Math.min(easyWidth(asked.sleepers), most)))
								}
							}
						]
					}
				];
			},
			{ stays: PAD }
		)
	},
	{
		id: 'panels',
		title: 'Panels with a hatch between them',
		drills: false,
		tools: ['drill', 'jigsaw'],
		drafts: alongBeds([200, 600], (ground, asked) => {
			const bed = wideBed(ground, asked);
			return [
				{
					bed,
					pieces: [
						{
							kind: 'hatch-panels',
							name: 'Panels and hatch',
							params: { height: asked.height, rear: bed.x[0], length: Math.min(2000, bed.length), front: 0, gap: 14, frameBar: LONG_BAR }
						}
					]
				}
			];
		})
	},
	{
		id: 'modules',
		title: 'Two modules that go in and out',
		drills: false,
		tools: ['drill', 'jigsaw'],
		drafts: alongBeds([200, 600], (ground, asked) => {
			const bed = wideBed(ground, asked);
			const first = floor5(bed.length / 2 - 2);
			return [
				{
					bed,
					pieces: [
						{
							kind: 'module-bed',
							name: 'Modules',
							params: {
								height: asked.height,
								rear: bed.x[0],
								rearLength: first,
								middleLength: first,
								middleWidth: floor5(2 * (Math.min(bed.half.left, bed.half.right) - 20)),
								middleFoot: footingAt(ground, asked.seatPlan, bed.x[0] + first * 1.5, bed.y, asked.height - 60),
								gap: 14
							}
						}
					]
				}
			];
		})
	}
];
