import { boardThickness, floor5 } from '../ground';
import { alongBeds, BACK, berthOn, easyWidth, heights, narrowBed, SHORTEST, SIDES, wideBed, type Mechanism } from './draft';

/** Height and depth of the boards of a bench and the ledge on it, mm. */
const LEDGE = 21;

/** Thickness of bench cushions that lie at night beside those of the infill, mm. */
const CUSHION = 80;

/** Seats by day that become beds. */
export const SOFAS: readonly Mechanism[] = [
	{
		id: 'slat-couch',
		title: 'Slatted couch that pulls out',
		drills: true,
		tools: ['drill'],
		drafts: alongBeds(
			[220, 600],
			(ground, asked) => {
				const width = Math.max(620, easyWidth(asked.sleepers));
				return SIDES.map((side) => {
					const bed = narrowBed(ground, { ...asked, gap: 24 }, side, width);
					return {
						bed,
						pieces: [
							{
								kind: 'slat-couch',
								name: 'Couch',
								params: {
									height: asked.height,
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
					};
				});
			},
			{ stays: BACK }
		)
	},
	{
		id: 'slat-bench',
		title: 'Slats that slide out over two benches',
		drills: false,
		tools: ['drill', 'jigsaw'],
		drafts: alongBeds([300, 700], (ground, asked) => {
			const bed = wideBed(ground, asked);
			return [
				{
					bed,
					pieces: [
						{
							kind: 'slat-bench',
							name: 'Sliding slats',
							params: {
								height: asked.height,
								rear: bed.x[0],
								shut: floor5(bed.length * 0.57),
								out: bed.length,
								benchDepth: Math.max(250, floor5(Math.min(bed.half.left, bed.half.right) * 0.48)),
								benchLength: bed.length,
								gap: 14,
								frameBar: 'batten-70x35'
							}
						}
					]
				}
			];
		})
	},
	{
		id: 'folding-sofa',
		title: 'Sofas whose backs fold flat',
		drills: false,
		tools: ['drill', 'jigsaw'],
		drafts: alongBeds(
			[260, 600],
			(ground, asked) => {
				const double = asked.sleepers.length > 1;
				return (double ? (['both sides'] as const) : (['left only', 'right only'] as const)).map((sides) => {
					const side = sides === 'right only' ? 'right' : 'left';
					const room = wideBed(ground, asked);
					const half = Math.min(room.half.left, room.half.right) - 14;
					const seat = Math.max(300, floor5(Math.min(480, half * 0.56)));
					const back = Math.max(150, floor5(half - seat - 6));
					const bed = double ? room : narrowBed(ground, { ...asked, gap: 14 }, side, seat + back);
					const params = { height: asked.height, rear: bed.x[0], length: bed.length, sides, seat, back, gap: 14, boardSheet: 'ply-15' };
					return { bed, pieces: [{ kind: 'folding-sofa', name: 'Sofa', params }] };
				});
			},
			{ stays: BACK }
		)
	},
	{
		id: 'benches',
		title: 'Two benches and boards that fill the aisle',
		drills: false,
		tools: ['drill', 'jigsaw'],
		drafts: alongBeds(
			[280, 600],
			(ground, asked) => {
				const bed = wideBed(ground, asked);
				const inner = Math.min(bed.half.left, bed.half.right) - 12;
				const depth = floor5(Math.min(520, inner * 0.6));
				const aisle = inner - depth;
				if (aisle < 150) return [];
				const thick = boardThickness(ground);
				const bench = (side: 'left' | 'right') => ({
					kind: 'bench-box' as const,
					name: side === 'left' ? 'Left bench' : 'Right bench',
					params: {
						height: asked.height,
						side,
						rear: bed.x[0],
						length: bed.length,
						depth: floor5(bed.half[side] - 12 - aisle),
						gap: 12,
						ledge: asked.height - thick,
						cushion: CUSHION
					}
				});
				return [
					{
						bed,
						pieces: [
							{
								kind: 'infill',
								name: 'Infill',
								params: {
									height: asked.height,
									rear: bed.x[0],
									length: bed.length,
									right: -Math.floor(aisle) + 2,
									left: Math.floor(aisle) - 2,
									hold: LEDGE - 4,
									bedRight: bed.y[0],
									bedLeft: bed.y[1],
									padThickness: CUSHION
								}
							},
							bench('left'),
							bench('right')
						]
					}
				];
			},
			{ stays: CUSHION }
		)
	},
	{
		id: 'ledge-sofa',
		title: 'Sofa that pulls out onto the cabinet opposite',
		drills: true,
		tools: ['drill', 'jigsaw'],
		*drafts(ground, step) {
			const { sleepers } = ground;
			for (const seatPlan of ground.seatPlans)
				for (const height of heights([300, 600], step))
					for (const side of SIDES) {
						const asked = { seatPlan, height, sleepers, stays: BACK };
						const room = wideBed(ground, asked);
						const across = room.half.left + room.half.right - 24;
						const seatDepth = Math.min(600, Math.max(480, floor5(across * 0.4)));
						const pullOut = floor5(Math.max(120, Math.min(seatDepth - 120, easyWidth(sleepers) - seatDepth)));
						const bed = narrowBed(ground, asked, side, seatDepth + pullOut);
						// What the pull-out leaves is the depth of the cabinet that carries its edge.
						const depth = floor5(across - seatDepth - pullOut - 6);
						if (depth < 200 || bed.length < SHORTEST) continue;
						const opposite = side === 'left' ? ('right' as const) : ('left' as const);
						const ledge = height - 2 * boardThickness(ground);
						yield {
							seatPlan,
							berths: [berthOn(bed, height, sleepers)],
							pieces: [
								{
									kind: 'ledge-sofa',
									name: 'Sofa',
									params: {
										height,
										side,
										rear: bed.x[0],
										length: bed.length,
										seatDepth,
										pullOut,
										onLedge: LEDGE - 6,
										return: false,
										gap: 12
									}
								},
								{
									kind: 'bench-box',
									name: 'Cabinet',
									params: {
										height: Math.max(height + 120, ledge + 60),
										side: opposite,
										rear: bed.x[0],
										length: floor5(bed.length),
										depth,
										gap: 12,
										ledge,
										cushion: 0,
										lid: false
									}
								}
							]
						};
					}
		}
	}
];
