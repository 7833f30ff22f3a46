import type { KindName } from '../pieces';
import type { Tool } from '../plan/brief';
import { ROOM } from '../people';
import type { Berth } from './berth';
import { breadthOf, floor5, footingAt, halfWidths, stretchAt, type Ground, type SeatPlan } from './ground';

/** A piece to be built, its parameters where they differ from the start values of its kind. */
export interface DraftPiece {
	kind: KindName;
	name: string;
	params: Record<string, unknown>;
}

/** A layout before it is worked out: the berth it makes and the pieces that make it; people lie on the first. */
export interface Draft {
	berth: Berth;
	pieces: [DraftPiece, ...DraftPiece[]];
}

/** A way to make a bed: every size of it that is worth trying in a vehicle. */
export interface Mechanism {
	id: string;
	title: string;
	/** Whether it is screwed to the vehicle's body. */
	drills: boolean;
	tools: Tool[];
	drafts(ground: Ground, step: number): Generator<Draft>;
}

/** Thickness of the mattresses that drafts start from, mm. */
const PAD = 80;
/** A body takes about this much height above the mattress, mm: chest of a broad person. */
const BODY = 260;

/** Stature of the longest sleeper, mm. */
const longest = ({ sleepers }: Ground) => Math.max(0, ...sleepers.map(({ body }) => body.stature));

/** Heights from low to high, `step` apart. */
function* heights(from: number, to: number, step: number): Generator<number> {
	for (let h = from; h <= to + 1e-9; h += step) yield h;
}

/** The stretch for a bed at a height, no longer than its sleepers comfortably need, and the widths beside it. */
function bedAt(ground: Ground, seatPlan: SeatPlan, height: number, gap = 12) {
	const z: [number, number] = [height - 60, height + PAD + BODY];
	const [rear, front] = stretchAt(ground, seatPlan, z);
	const wanted = longest(ground) + ROOM.lengthComfort + 10;
	const x: [number, number] = [Math.ceil(rear + gap), floor5(Math.min(front - gap, rear + gap + wanted))];
	const half = halfWidths(ground, x, [height, height + PAD + BODY]);
	return { x, half, length: Math.max(0, x[1] - x[0]) };
}

type Bed = ReturnType<typeof bedAt>;

/** Drafts of beds that lie along the vehicle: for every way to set the seats and every height. */
const alongBeds = (
	range: [number, number],
	make: (bed: Bed, height: number, ground: Ground, seatPlan: SeatPlan) => { y: [number, number]; pieces: Draft['pieces'] }[]
): Mechanism['drafts'] =>
	function* (ground, step) {
		for (const seatPlan of ground.seatPlans)
			for (const base of heights(...range, step)) {
				const bed = bedAt(ground, seatPlan, base);
				if (bed.length < 900) continue;
				for (const { y, pieces } of make(bed, base, ground, seatPlan))
					yield { berth: { x: bed.x, y, base, pad: PAD, along: true, seatPlan }, pieces };
			}
	};

const whole = ({ half }: Bed): [number, number] => [-floor5(half.right - 12), floor5(half.left - 12)];
/** A strip along one wall. */
const strip = ({ half }: Bed, side: 'left' | 'right', width: number, gap = 12): [number, number] =>
	side === 'left' ? [half.left - gap - width, half.left - gap] : [-half.right + gap, -half.right + gap + width];

const SIDES = ['left', 'right'] as const;

/** Every mechanism the search knows. A new one is an entry here: what it asks for and which sizes are worth trying. */
export const MECHANISMS: readonly Mechanism[] = [
	{
		id: 'platform',
		title: 'Platform from wall to wall',
		drills: true,
		tools: ['drill', 'jigsaw'],
		drafts: alongBeds([140, 900], (bed, height) => [
			{
				y: whole(bed),
				pieces: [
					{
						kind: 'fixed-platform',
						name: 'Platform',
						params: { height, length: bed.length, rear: bed.x[0], reachRear: true, gap: 12, panels: 3 }
					}
				]
			}
		])
	},
	{
		id: 'single',
		title: 'Narrow platform with room beside it',
		drills: false,
		tools: ['drill', 'jigsaw'],
		drafts: alongBeds([140, 800], (bed, height, ground) => {
			const width = floor5(breadthOf(ground) + 60);
			return SIDES.map((side) => {
				const y = strip(bed, side, width);
				return {
					y,
					pieces: [
						{
							kind: 'fixed-platform',
							name: 'Narrow bed',
							params: {
								height,
								length: bed.length,
								rear: bed.x[0],
								reachRear: false,
								fullWidth: false,
								width,
								centre: Math.round((y[0] + y[1]) / 2),
								gap: 12,
								panels: 3
							}
						}
					]
				};
			});
		})
	},
	{
		id: 'across',
		title: 'Bed across the vehicle',
		drills: true,
		tools: ['drill', 'jigsaw'],
		*drafts(ground, step) {
			for (const seatPlan of ground.seatPlans)
				for (const base of heights(200, 1100, step)) {
					const bed = bedAt(ground, seatPlan, base);
					const x: [number, number] = [bed.x[0], bed.x[0] + floor5(breadthOf(ground) + 160)];
					if (x[1] > bed.x[1] + 900) continue;
					const half = halfWidths(ground, x, [base, base + PAD + BODY]);
					const y: [number, number] = [-floor5(half.right - 12), floor5(half.left - 12)];
					yield {
						berth: { x, y, base, pad: PAD, along: false, seatPlan },
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
		drafts: alongBeds([200, 900], (bed, height) => [
			{
				y: whole(bed),
				pieces: [
					{ kind: 'slat-platform', name: 'Slatted bed', params: { height, length: bed.length, rear: bed.x[0], gap: 14, padThickness: PAD } }
				]
			}
		])
	},
	{
		id: 'lids',
		title: 'Bed with lids over the storage',
		drills: true,
		tools: ['drill', 'jigsaw'],
		drafts: alongBeds([200, 700], (bed, height) => [
			{
				y: whole(bed),
				pieces: [
					{
						kind: 'lid-platform',
						name: 'Bed with lids',
						params: { height, length: bed.length, rear: bed.x[0], gap: 14, lids: 3, hinge: 'front edge', lidAngle: 30, padStays: false }
					}
				]
			}
		])
	},
	{
		id: 'slat-couch',
		title: 'Slatted couch that pulls out',
		drills: true,
		tools: ['drill'],
		drafts: alongBeds([220, 600], (bed, height, ground) => {
			const width = Math.max(620, floor5(breadthOf(ground) + 60));
			return SIDES.map((side) => ({
				y: strip(bed, side, width, 24),
				pieces: [
					{
						kind: 'slat-couch',
						name: 'Couch',
						params: {
							height,
							side,
							rear: bed.x[0],
							length: bed.length,
							seatDepth: Math.min(620, Math.max(480, floor5(width * 0.56))),
							bedWidth: width,
							gap: 24,
							lid: false,
							padThickness: 95
						}
					}
				]
			}));
		})
	},
	{
		id: 'slat-bench',
		title: 'Slats that slide out over two benches',
		drills: false,
		tools: ['drill', 'jigsaw'],
		drafts: alongBeds([300, 700], (bed, height) => [
			{
				y: whole(bed),
				pieces: [
					{
						kind: 'slat-bench',
						name: 'Sliding slats',
						params: {
							height,
							rear: bed.x[0],
							shut: floor5(bed.length * 0.57),
							out: bed.length,
							benchDepth: Math.max(250, floor5(Math.min(bed.half.left, bed.half.right) * 0.48)),
							benchLength: bed.length,
							gap: 14
						}
					}
				]
			}
		])
	},
	{
		id: 'folding-sofa',
		title: 'Sofas whose backs fold flat',
		drills: false,
		tools: ['drill', 'jigsaw'],
		drafts: alongBeds([260, 600], (bed, height, ground) => {
			const double = ground.sleepers.length > 1;
			return (double ? (['both sides'] as const) : (['left only', 'right only'] as const)).map((sides) => {
				const side = sides === 'right only' ? 'right' : 'left';
				const half = Math.min(bed.half.left, bed.half.right) - 14;
				const seat = Math.max(300, floor5(Math.min(480, half * 0.56)));
				const back = Math.max(150, floor5(half - seat - 6));
				return {
					y: double ? whole(bed) : strip(bed, side, seat + back),
					pieces: [
						{ kind: 'folding-sofa', name: 'Sofa', params: { height, rear: bed.x[0], length: bed.length, sides, seat, back, gap: 14 } }
					]
				};
			});
		})
	},
	{
		id: 'leaves',
		title: 'Leaves that fold over onto the rear one',
		drills: false,
		tools: ['drill', 'jigsaw'],
		drafts: alongBeds([160, 600], (bed, height, ground, seatPlan) => {
			const inner = Math.min(bed.half.left, bed.half.right) - 16;
			const room = 2 * inner;
			const single = floor5(breadthOf(ground) + 50);
			const options = single + 60 < room && ground.sleepers.length === 1 ? [single, floor5(room)] : [floor5(room)];
			const [, drive] = stretchAt(ground, seatPlan, [height - 60, height + 240], 'drive');
			return options.flatMap((width) => {
				const centre = width < room - 100 ? Math.round(inner - width / 2) : 0;
				const first = floor5(Math.min(bed.length * 0.36, drive - bed.x[0] - 20));
				if (first < 250) return [];
				const second = floor5((bed.length - first) / 2);
				const third = Math.max(150, floor5(bed.length - first - second));
				const foot = (x: number) => Math.max(0, Math.ceil(footingAt(ground, seatPlan, x)));
				return [
					{
						y: [centre - width / 2, centre + width / 2] as [number, number],
						pieces: [
							{
								kind: 'fold-over',
								name: 'Folding leaves',
								params: {
									height,
									rear: bed.x[0],
									leaves: 3,
									first,
									second,
									third,
									width,
									centre,
									gap: 14,
									firstFoot: foot(bed.x[0] + first - 30),
									secondFoot: foot(bed.x[0] + first + second - 30)
								}
							}
						]
					}
				] as { y: [number, number]; pieces: Draft['pieces'] }[];
			});
		})
	},
	{
		id: 'modules',
		title: 'Two modules that go in and out',
		drills: false,
		tools: ['drill', 'jigsaw'],
		drafts: alongBeds([200, 600], (bed, height, ground, seatPlan) => {
			const first = floor5(bed.length / 2 - 2);
			const width = floor5(2 * (Math.min(bed.half.left, bed.half.right) - 20));
			return [
				{
					y: whole(bed),
					pieces: [
						{
							kind: 'module-bed',
							name: 'Modules',
							params: {
								height,
								rear: bed.x[0],
								rearLength: first,
								middleLength: first,
								middleWidth: width,
								middleFoot: Math.ceil(footingAt(ground, seatPlan, bed.x[0] + first * 1.5)),
								gap: 14
							}
						}
					]
				}
			];
		})
	},
	{
		id: 'raked',
		title: 'Platform on tracks that rakes for sitting',
		drills: true,
		tools: ['drill', 'jigsaw', 'router'],
		drafts: alongBeds([240, 600], (bed, height, ground) => [
			{
				y: whole(bed),
				pieces: [
					{
						kind: 'raked-platform',
						name: 'Raked platform',
						params: {
							height,
							rear: bed.x[0],
							length: bed.length,
							width: floor5(Math.max(320, Math.min(breadthOf(ground) + 60, 2 * Math.min(bed.half.left, bed.half.right) - 120)))
						}
					}
				]
			}
		])
	},
	{
		id: 'panels',
		title: 'Panels with a hatch between them',
		drills: false,
		tools: ['drill', 'jigsaw'],
		drafts: alongBeds([200, 600], (bed, height) => [
			{
				y: whole(bed),
				pieces: [
					{
						kind: 'hatch-panels',
						name: 'Panels and hatch',
						params: { height, rear: bed.x[0], length: Math.min(2000, bed.length), front: 0, gap: 14 }
					}
				]
			}
		])
	}
];
