import {
	van,
	piece,
	bed,
	lying,
	set,
	made,
	block,
	bench,
	rearDoor,
	wheel,
	driving,
	three,
	lyingCase,
	elsewhere,
	pole,
	rings,
	twoBoxes,
	heldBy,
	trunk,
	upright,
	other,
	under,
	bolt,
	crewOfOne,
	type Trap
} from './trap-van';
import type { Plan } from '../plan';

const stowed = (count: number) =>
	set('gear', { pan: { name: 'Iron pan', length: 200, width: 200, height: 60, weight: 4, count, under: 'drawers' } });

const chest = piece('bench-box', { side: 'right', rear: 400, length: 900, height: 380, depth: 400, cushion: 0, lid: true }, 'chest');
const hung = (base: number) =>
	piece(
		'cabinet',
		{ side: 'right', rear: 400, length: 900, base, height: base + 380, depth: 360, bays: 1, fill1: 'door', rows1: 1 },
		'hung'
	);
const sofa = (height: number) => piece('bench-box', { side: 'left', height, length: 900, rear: 400, cushion: 50 }, 'bed');
const well = (x: [number, number], y: [number, number], deep: number) => ({
	well: { name: 'Well', kind: 'pit' as const, ...block(x, y, [-deep, 0]) }
});
/** All along both sides and the front end of the bed, something so long every so often. */
const beside = (name: string, [long, every]: [long: number, every: number]) =>
	Object.fromEntries(
		[
			...[-640, 640].flatMap((y) =>
				[100, 100 + every, 100 + 2 * every, 100 + 3 * every].map((x) => block([x, x + long], [y - 20, y + 20], [0, 1100]))
			),
			...[-700, -700 + every, -700 + 2 * every].map((y) => block([2110, 2150], [y, y + long], [0, 1100]))
		].map((sizes, i) => [`${name}-${i}`, { name, kind: 'pillar' as const, ...sizes }])
	);
/** Two slat platforms edge to edge that make one bed, the second with gaps of its own. */
const halves = (slatGap: number) => (plan: Plan) =>
	made(
		plan,
		piece('slat-platform', { rear: 60, length: 950, slatGap: 30 }, 'bed'),
		piece('slat-platform', { rear: 940, length: 950, slatGap }, 'two')
	);

/** Plans in which bodies are in one another's place, or in none. */
export const SCENE_TRAPS: readonly Trap[] = [
	{
		rule: 'bench-breadth',
		trap: 'three people on a bench for one',
		bad: made(van(), piece('bench-box', { side: 'left', length: 700, cushion: 50 }, 'bed'), three),
		good: made(van(), piece('bench-box', { side: 'left', length: 1700, cushion: 50 }, 'bed'), three)
	},
	{
		rule: 'thing-room',
		trap: 'a case that lies half in the side wall',
		bad: made(van(), lyingCase('case', { x: 500, y: 750, z: 0 })),
		good: made(van(), lyingCase('case', { x: 500, y: 600, z: 0 }))
	},
	{
		rule: 'thing-room',
		trap: 'two cases in one place',
		bad: made(van(), lyingCase('case', { x: 500, y: 0, z: 0 }), lyingCase('other', { x: 700, y: 50, z: 0 })),
		good: made(van(), lyingCase('case', { x: 500, y: 0, z: 0 }), lyingCase('other', { x: 700, y: 400, z: 0 }))
	},
	{
		rule: 'place',
		trap: 'somebody who sleeps on a cabinet',
		bad: made(van(), piece('cabinet', {}, 'bed'), lying(), elsewhere),
		good: made(van(), bed(), lying(), elsewhere)
	},
	{
		rule: 'place',
		trap: 'somebody who rides lying on a bed',
		bad: made(van(), bed(), lying(), elsewhere, set('modes.drive.people', { mara: { posture: 'lying', piece: 'bed' } })),
		good: made(van(), bed(), lying(), elsewhere)
	},
	{
		rule: 'body-room',
		trap: 'a pole across a bed, in the thighs of whoever lies there',
		bad: made(van({ fixtures: { pole: pole(570) } }), bed(), lying()),
		good: made(van({ fixtures: { pole: pole(900) } }), bed(), lying())
	},
	{
		rule: 'body-room',
		trap: 'a case in the lap of a passenger',
		bad: made(
			van({ seats: { bench } }),
			set('modes.drive.seats', { bench: { state: 'upright', slide: 0, angle: 15, passengers: 1 } }),
			lyingCase('case', { x: 1750, y: -400, z: 420 }, 'drive')
		),
		good: made(
			van({ seats: { bench } }),
			set('modes.drive.seats', { bench: { state: 'upright', slide: 0, angle: 15, passengers: 1 } }),
			lyingCase('case', { x: 300, y: 0, z: 0 }, 'drive')
		)
	},
	{
		rule: 'stands',
		trap: 'a leg of a bed over a pit',
		bad: made(van({ fixtures: { pit: { name: 'Pit', kind: 'pit', ...block([50, 400], [-700, 700], [-150, 0]) } } }), bed()),
		good: made(van({ fixtures: { pit: { name: 'Pit', kind: 'pit', ...block([400, 900], [-200, 200], [-150, 0]) } } }), bed())
	},
	{
		rule: 'stands',
		trap: 'legs of a bridge that end above the floor',
		bad: made(van(), piece('bridge', { height: 400, rear: 700, length: 500, front: 'leg that swings down', foot: 60 }, 'bridge')),
		good: made(van(), piece('bridge', { height: 400, rear: 700, length: 500, front: 'leg that swings down' }, 'bridge'))
	},
	{
		rule: 'stands',
		trap: 'the second leg of a section in the foot space over a pit',
		bad: made(
			van({ fixtures: { pit: { name: 'Pit', kind: 'pit', ...block([2000, 2400], [-300, -150], [-150, 0]) } } }),
			piece('hatch-panels', { height: 300, rear: 60, length: 1800, front: 500, frontWidth: 400, frontCentre: -400 }, 'panels')
		),
		good: made(
			van({ fixtures: { pit: { name: 'Pit', kind: 'pit', ...block([2000, 2400], [-450, -350], [-150, 0]) } } }),
			piece('hatch-panels', { height: 300, rear: 60, length: 1800, front: 500, frontWidth: 400, frontCentre: -400 }, 'panels')
		)
	},
	{
		rule: 'stock',
		trap: 'boards longer than the sheets they are cut from',
		bad: made(van(), bed(), set('stock.sheets.ply-12.length', 1000), set('stock.sheets.ply-12.width', 900)),
		good: made(van(), bed())
	},
	{
		rule: 'anchor-load',
		trap: 'two heavy boxes on one ring',
		bad: made(van({ anchors: rings }), twoBoxes, heldBy('a', ['shared', 'r1']), heldBy('b', ['shared', 'r2'])),
		good: made(
			van({ anchors: { ...rings, shared: { ...rings.shared, rated: 9000 } } }),
			twoBoxes,
			heldBy('a', ['shared', 'r1']),
			heldBy('b', ['shared', 'r2'])
		)
	},
	{
		rule: 'gear-together',
		trap: 'a room under the bed used twice',
		bad: made(van(), bed(), set('gear', { a: trunk(900, 900), b: trunk(900, 900), c: trunk(900, 900) })),
		good: made(van(), bed(), set('gear', { a: trunk(900, 500), b: trunk(900, 500) }))
	},
	{
		rule: 'thing-room',
		trap: 'a case in the side wall while the rear stands open',
		bad: made(van({ openings: rearDoor(700) }), set('modes.night.doors', { rear: 'open' }), lyingCase('case', { x: 500, y: 780, z: 0 })),
		good: made(van({ openings: rearDoor(700) }), set('modes.night.doors', { rear: 'open' }), lyingCase('case', { x: 500, y: 600, z: 0 }))
	},
	{
		rule: 'thing-stands',
		trap: 'a case that hangs in the air',
		bad: made(van(), lyingCase('case', { x: 500, y: 0, z: 600 })),
		good: made(van(), bed(), lyingCase('case', { x: 500, y: 0, z: 480 }))
	},
	{
		rule: 'place',
		trap: 'somebody whose own seat at the wheel is out, beside one that is there',
		bad: made(
			van({ seats: { wheel, other } }),
			driving(0),
			set('modes.drive.seats', { wheel: { state: 'removed', slide: 0, angle: 20 }, other: upright })
		),
		good: made(van({ seats: { wheel, other } }), driving(0), set('modes.drive.seats', { wheel: upright, other: upright }))
	},
	{
		rule: 'gear-together',
		trap: 'drawers under a bed, and a trunk that was to go there',
		bad: made(van(), bed({ height: 500 }), under, set('gear', { a: trunk(600, 500) })),
		good: made(van(), bed({ height: 500 }), set('gear', { a: trunk(600, 500) }))
	},
	{
		rule: 'gear-together',
		trap: 'a case that lies where a trunk was to go',
		bad: made(van(), bed({ length: 900, width: 800 }), set('gear', { a: trunk(500, 500) }), lyingCase('case', { x: 400, y: 0, z: 0 })),
		good: made(van(), bed({ length: 900, width: 800 }), set('gear', { a: trunk(500, 500) }), lyingCase('case', { x: 1500, y: 0, z: 0 }))
	},
	{
		rule: 'held',
		trap: 'two bolts in one hole',
		bad: made(van(), bed(), set('pieces.bed.held', { a: bolt(130), b: bolt(130) })),
		good: made(van(), bed(), set('pieces.bed.held', { a: bolt(130), b: { ...bolt(130), at: -560 } }))
	},
	{
		rule: 'stock',
		trap: 'a bar of no length',
		bad: made(van(), bed(), set('pieces.bed.params.width', 200), set('stock.bars.batten-45x21.length', 100)),
		good: made(van(), bed(), set('stock.bars.batten-45x21.width', 6))
	},
	{
		rule: 'place',
		trap: 'more who ride on a bench than it has belts; parked they may sit there',
		bad: made(van({ seats: { bench: { ...bench, belts: 0 } } }), crewOfOne, set('modes.drive.people', { mara: { posture: 'in a seat' } })),
		good: made(van({ seats: { bench: { ...bench, belts: 0 } } }), crewOfOne, set('modes.day.people', { mara: { posture: 'in a seat' } }))
	},
	{
		rule: 'lid-swing',
		trap: 'a chest whose lid opens into the bed above it',
		bad: made(
			van(),
			bed({ height: 600 }),
			piece('bench-box', { side: 'left', rear: 400, length: 900, height: 380, cushion: 0, lid: true })
		),
		good: made(
			van(),
			bed({ height: 1100 }),
			piece('bench-box', { side: 'left', rear: 400, length: 900, height: 380, cushion: 0, lid: true })
		)
	},
	{
		rule: 'climb',
		trap: 'a bed as high as a chest, and nothing to step on',
		bad: made(van({ openings: rearDoor(700) }), bed({ rear: 1100, height: 1080 }), lying()),
		good: made(
			van({ openings: rearDoor(700) }),
			bed({ rear: 1100, height: 1080 }),
			lying(),
			piece('bench-box', { side: 'left', rear: 500, length: 500, depth: 900, height: 450, cushion: 0, lid: false })
		)
	},
	{
		rule: 'falls-out',
		trap: 'a child on a high bed with open sides',
		bad: made(van(), bed({ height: 800 }), lying(1100), set('crew.mara.child', true)),
		good: made(van(), bed({ height: 400 }), lying(1100), set('crew.mara.child', true))
	},
	{
		rule: 'bench-feet',
		trap: 'a bench on which the feet hang in the air',
		bad: made(van(), piece('bench-box', { side: 'left', height: 680, length: 900, cushion: 50 }, 'bed'), lying(1600)),
		good: made(van(), piece('bench-box', { side: 'left', height: 420, length: 900, cushion: 50 }, 'bed'), lying(1600))
	},
	{
		rule: 'slide-load',
		trap: 'more in some drawers than all of their slides carry',
		bad: made(van(), under, stowed(12)),
		good: made(van(), under, stowed(2))
	},
	{
		rule: 'lid-swing',
		trap: 'a chest under a hung cabinet, whose own door is no way out',
		bad: made(van(), chest, hung(520)),
		good: made(van(), chest, hung(1000))
	},
	{
		rule: 'climb',
		trap: 'a high bed beside shelves, which are no steps',
		bad: made(
			van({ openings: rearDoor(700) }),
			bed({ rear: 1100, height: 1080 }),
			lying(),
			piece('cabinet', { side: 'left', rear: 400, length: 600, height: 1300, depth: 400, bays: 1, fill1: 'open shelves', rows1: 4 })
		),
		// A step of the vehicle is one.
		good: made(
			van({ openings: rearDoor(700), fixtures: { step: { name: 'Step', kind: 'step', ...block([500, 1000], [-400, 400], [0, 450]) } } }),
			bed({ rear: 1100, height: 1080 }),
			lying()
		)
	},
	{
		rule: 'falls-out',
		trap: 'a child on a high bed between posts, where only a partition would hold',
		bad: made(van({ fixtures: beside('post', [40, 500]) }), bed({ height: 800 }), lying(1100), set('crew.mara.child', true)),
		good: made(van({ fixtures: beside('wall', [500, 500]) }), bed({ height: 800 }), lying(1100), set('crew.mara.child', true))
	},
	{
		rule: 'falls-out',
		trap: 'a child on a low bed beside a deep well',
		bad: made(van({ fixtures: well([2120, 3100], [-780, 780], 400) }), bed(), lying(1100), set('crew.mara.child', true)),
		good: made(van({ fixtures: well([2120, 3100], [-780, 780], 60) }), bed(), lying(1100), set('crew.mara.child', true))
	},
	{
		rule: 'bench-feet',
		trap: 'a low bench before a deep well',
		bad: made(van({ fixtures: well([300, 1500], [-700, 330], 400) }), sofa(420), lying(1600)),
		// A high bench with a step before it is as good as a low one.
		good: made(
			van({ fixtures: { step: { name: 'Step', kind: 'step', ...block([300, 1500], [-300, 330], [0, 280]) } } }),
			sofa(680),
			lying(1600)
		)
	},
	{
		rule: 'slat-air',
		trap: 'the second half of a bed with its slats shut',
		bad: made(van(), halves(5), lying()),
		good: made(van(), halves(30), lying())
	}
];
