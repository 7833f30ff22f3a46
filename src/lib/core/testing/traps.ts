import { exact } from './plans';
import {
	VAN,
	van,
	piece,
	bed,
	lying,
	set,
	made,
	arch,
	block,
	zone,
	bench,
	rearDoor,
	sloping,
	wheel,
	driving,
	pulledOut,
	dog,
	glass,
	crate,
	lyingCase,
	type Trap
} from './trap-van';
import { SCENE_TRAPS } from './traps-scene';

/** Hold up a lid of a bench box as it starts. */
const struts = { by: 'gas struts', count: 1, force: 80, onLid: 96, along: 173, behind: 154 };

/** Plans with something wrong, rule by rule. */
export const TRAPS: readonly Trap[] = [
	{ rule: 'fit-walls', trap: 'a bed wider than the van', bad: made(van(), bed({ width: 1700 })), good: made(van(), bed()), fixed: true },
	{
		rule: 'fit-arches',
		trap: 'drawers in the wheel arches',
		bad: made(van({ arches: { both: arch } }), piece('drawer-unit', { rear: 500, width: 1300 })),
		good: made(van({ arches: { both: arch } }), piece('drawer-unit', { rear: 500, width: 1000 })),
		fixed: true
	},
	{
		rule: 'fit-ceiling',
		trap: 'a cabinet higher than the room',
		bad: made(van(), piece('cabinet', { height: 1700 })),
		good: made(van(), piece('cabinet', { height: 1500 })),
		fixed: true
	},
	{
		rule: 'fit-fixtures',
		trap: 'a bed over a console that is higher',
		bad: made(van({ fixtures: { console: { name: 'Console', kind: 'console', ...block([900, 1100], [-100, 100], [0, 420]) } } }), bed()),
		good: made(van({ fixtures: { console: { name: 'Console', kind: 'console', ...block([900, 1100], [-100, 100], [0, 300]) } } }), bed()),
		fixed: true
	},
	{
		rule: 'fit-rear',
		trap: 'a box that stands in the sloping door',
		bad: made(van({ rear: { ...VAN.rear, profile: { p: { z: 800, x: exact(300) } } } }), piece('cabinet', { rear: 60, height: 700 })),
		good: made(van({ rear: { ...VAN.rear, profile: { p: { z: 800, x: exact(300) } } } }), piece('cabinet', { rear: 320, height: 700 })),
		fixed: true
	},
	{
		rule: 'fit-front',
		trap: 'a bed longer than the van',
		bad: made(van(), bed({ rear: 1400 })),
		good: made(van(), bed({ rear: 1100 })),
		fixed: true
	},
	{
		rule: 'fit-floor',
		trap: 'floor boards without a build-up to lie in',
		bad: made(van(), piece('floor-boards')),
		good: made(van({ lining: { ...VAN.lining, floor: { ply: { material: 'Plywood', thickness: 9 } } } }), piece('floor-boards'))
	},
	{
		rule: 'fit-pieces',
		trap: 'two boxes in one place',
		bad: made(van(), piece('bench-box', { side: 'left', depth: 700 }, 'a'), piece('drawer-unit', { rear: 200, width: 1000 }, 'b')),
		good: made(van(), piece('bench-box', { side: 'left', depth: 250 }, 'a'), piece('drawer-unit', { rear: 200, width: 1000 }, 'b'))
	},
	{
		rule: 'fit-things',
		trap: 'a long case in the legs of a couch',
		bad: made(
			van(),
			bed(),
			set('gear', { case: { name: 'Case', length: 1500, width: 200, height: 450, weight: 5, count: 1 } }),
			set('modes.night.lies', { case: { x: 200, y: 0, z: 0 } })
		),
		good: made(
			van(),
			bed({ width: 800, centre: 350 }),
			set('gear', { case: { name: 'Case', length: 1500, width: 200, height: 450, weight: 5, count: 1 } }),
			set('modes.night.lies', { case: { x: 200, y: -600, z: 0 } })
		)
	},
	{
		rule: 'keep-clear',
		trap: 'a box on a fuse box that must be free',
		bad: made(van({ zones: { fuses: zone({ type: 'always free' }) } }), piece('drawer-unit', { rear: 800, length: 900 })),
		good: made(van({ zones: { fuses: zone({ type: 'always free' }) } }), piece('drawer-unit', { rear: 1300, length: 900 })),
		fixed: true
	},
	{
		rule: 'keep-clear',
		trap: 'a case on a fuse box that must be free',
		bad: made(van({ zones: { fuses: zone({ type: 'always free' }) } }), lyingCase('case', { x: 1050, y: 0, z: 0 })),
		good: made(van({ zones: { fuses: zone({ type: 'always free' }) } }), lyingCase('case', { x: 1350, y: 0, z: 0 }))
	},
	{
		rule: 'keep-clear',
		trap: 'a folded bench on a fuse box that must be reached',
		bad: made(
			van({
				zones: { fuses: zone({ type: 'reachable', uses: ['night'], moves: 0 }) },
				seats: { bench: { ...bench, foldedRear: exact(700) } }
			}),
			set('modes.night.seats', { bench: { state: 'folded', slide: 0, angle: 20 } })
		),
		good: made(
			van({
				zones: { fuses: zone({ type: 'reachable', uses: ['night'], moves: 1 }) },
				seats: { bench: { ...bench, foldedRear: exact(700) } }
			}),
			set('modes.night.seats', { bench: { state: 'folded', slide: 0, angle: 20 } })
		)
	},
	{
		rule: 'thing-stands',
		trap: 'a case whose middle lies beyond the one under it',
		bad: made(van(), lyingCase('low', { x: 1050, y: 0, z: 0 }), lyingCase('high', { x: 1050, y: 200, z: 250 })),
		good: made(van(), lyingCase('low', { x: 1050, y: 0, z: 0 }), lyingCase('high', { x: 1050, y: 100, z: 250 }))
	},
	{
		rule: 'lying-length',
		trap: 'a bed shorter than who lies in it',
		bad: made(van(), bed({ length: 1650, width: 600 }), lying()),
		good: made(van(), bed(), lying()),
		fixed: true
	},
	{
		rule: 'lying-breadth',
		trap: 'a bed narrower than shoulders',
		bad: made(van(), bed({ width: 450 }), lying()),
		good: made(van(), bed({ width: 700 }), lying()),
		fixed: true
	},
	{
		rule: 'lying-height',
		trap: 'a bed right under the roof',
		bad: made(van(), bed({ height: 1300 }), lying()),
		good: made(van(), bed({ height: 900 }), lying()),
		fixed: true
	},
	{
		rule: 'sitting-up',
		trap: 'a bed too high to sit up in',
		bad: made(van(), bed({ height: 800 }), lying()),
		good: made(van(), bed({ height: 500 }), lying()),
		fixed: true
	},
	{
		rule: 'propped',
		trap: 'a bed too high to prop oneself up in',
		bad: made(van(), bed({ height: 1100 }), lying()),
		good: made(van(), bed({ height: 700 }), lying()),
		fixed: true
	},
	{
		rule: 'turning-over',
		trap: 'a bed too high to turn over in',
		bad: made(van(), bed({ height: 1050 }), lying()),
		good: made(van(), bed({ height: 800 }), lying()),
		fixed: true
	},
	{
		rule: 'getting-in',
		trap: 'a hatch that nobody gets through',
		bad: made(van({ openings: rearDoor(700, 560) }), bed(), lying()),
		good: made(van({ openings: rearDoor(700, 1400) }), bed(), lying())
	},
	{
		rule: 'animal-place',
		trap: 'a dog that finds no floor to lie on',
		bad: made(van(), bed({ height: 220, width: 1590, length: 3150, rear: 20 }), set('animals', { brindle: dog })),
		good: made(van(), bed(), set('animals', { brindle: dog }))
	},
	{
		rule: 'bench-leg-room',
		trap: 'knees against the cabinet opposite',
		bad: made(
			van(),
			piece('bench-box', { side: 'left', depth: 560, lid: false }, 'bed'),
			piece('cabinet', { side: 'right', rear: 80, length: 1200, depth: 860 }),
			lying()
		),
		good: made(
			van(),
			piece('bench-box', { side: 'left', depth: 480, lid: false }, 'bed'),
			piece('cabinet', { side: 'right', rear: 80, length: 1200, depth: 300 }),
			lying()
		),
		fixed: true
	},
	{
		rule: 'bench-head',
		trap: 'a bench under cupboards',
		bad: made(
			van(),
			piece('bench-box', { side: 'left', lid: false }, 'bed'),
			piece('cabinet', { side: 'left', base: 1000, height: 1300, rear: 80, length: 1200 }),
			lying()
		),
		good: made(van(), piece('bench-box', { side: 'left', lid: false }, 'bed'), lying()),
		fixed: true
	},
	{
		rule: 'slat-gap',
		trap: 'slats further apart than the mattress is thick',
		bad: made(van(), piece('slat-platform', { slatGap: 75, padThickness: 60 })),
		good: made(van(), piece('slat-platform', { slatGap: 30, padThickness: 100 })),
		fixed: true
	},
	{
		rule: 'slat-air',
		trap: 'slats laid side by side',
		bad: made(van(), piece('slat-platform', { slatGap: 0 })),
		good: made(van(), piece('slat-platform', { slatGap: 30 })),
		fixed: true
	},
	{
		rule: 'inner-margin',
		trap: 'a bunk without a guard',
		bad: made(van(), piece('bunk', { guard: 0 })),
		good: made(van(), piece('bunk', { guard: 200 })),
		fixed: true
	},
	{
		rule: 'rests-on',
		trap: 'a bridge with nothing behind it',
		bad: made(van(), piece('bridge', { rear: 1500 })),
		good: made(van(), bed({ length: 1430 }), piece('bridge', { rear: 1500, height: 400 }))
	},
	{
		rule: 'carried-in',
		trap: 'a box that passes no door',
		bad: made(
			van({ openings: rearDoor(300, 500) }),
			piece('seat-cube', { between: 560, length: 560, height: 520, leaves: 'none', cushion: 0 })
		),
		good: made(van({ openings: rearDoor(700, 1400) }), piece('seat-cube', { between: 400, length: 400 })),
		fixed: true
	},
	{
		rule: 'lid-swing',
		trap: 'a lid that hits the roof',
		bad: made(van(), piece('lid-platform', { height: 900, lids: 1, hinge: 'front edge', lidAngle: 80, padStays: false })),
		good: made(van(), piece('lid-platform', { height: 400, lids: 3, hinge: 'front edge', lidAngle: 60, padStays: false })),
		fixed: true
	},
	{
		rule: 'front-opens',
		trap: 'a cabinet door against the bed',
		bad: made(
			van(),
			bed({ width: 700, centre: 300 }),
			piece('cabinet', { side: 'right', rear: 300, length: 800, depth: 500, bays: 1, fill1: 'door' })
		),
		good: made(
			van(),
			bed({ width: 700, centre: 300 }),
			piece('cabinet', { side: 'right', rear: 300, length: 800, depth: 300, bays: 1, fill1: 'sliding doors' })
		)
	},
	{
		rule: 'aisle',
		trap: 'cabinets that leave no aisle',
		bad: made(
			van(),
			piece('cabinet', { side: 'right', depth: 500, keepAisle: 700 }, 'a'),
			piece('bench-box', { side: 'left', rear: 300, length: 1100, depth: 600 }, 'b')
		),
		good: made(
			van(),
			piece('cabinet', { side: 'right', depth: 300, keepAisle: 700 }, 'a'),
			piece('bench-box', { side: 'left', rear: 300, length: 1100, depth: 400 }, 'b')
		),
		fixed: true
	},
	{
		rule: 'slide-load',
		trap: 'a drawer too heavy for its slides',
		bad: made(van(), piece('drawer-unit', { content: 60, slide: 'side-mounted' })),
		good: made(van(), piece('drawer-unit', { content: 10, slide: 'heavy duty' })),
		fixed: true
	},
	{
		rule: 'drawer-latch',
		trap: 'drawers that nothing holds shut',
		bad: made(van(), piece('drawer-unit', { latch: false, slide: 'plain runner' })),
		good: made(van(), piece('drawer-unit', { latch: true, slide: 'plain runner' }))
	},
	{
		rule: 'lid-held',
		trap: 'gas struts that never lift',
		bad: made(van(), piece('bench-box', { lidAngle: 60 }), set('pieces.bench-box.lids', { lid: { ...struts, force: 15 } })),
		good: made(van(), piece('bench-box', { lidAngle: 60 }), set('pieces.bench-box.lids', { lid: struts })),
		fixed: true
	},
	{
		rule: 'lid-lift',
		trap: 'a leaf that nobody lifts',
		bad: made(van(), piece('bench-box', { length: 3000, depth: 1200, boardSheet: 'ply-18' })),
		good: made(van(), piece('bench-box', { length: 1200 })),
		fixed: true
	},
	{
		rule: 'drawer-tips',
		trap: 'a light unit with a heavy drawer pulled out',
		bad: made(van(), piece('drawer-unit', { content: 60, slide: 'heavy duty', columns: 1, width: 400 })),
		good: made(van(), piece('drawer-unit', { content: 1, slide: 'side-mounted' })),
		fixed: true
	},
	{
		rule: 'racking',
		trap: 'shelves open at both ends without plates',
		bad: made(van(), piece('drawer-unit', { bothEnds: true, runs: 'sliding shelves', cornerPlates: false })),
		good: made(van(), piece('drawer-unit', { bothEnds: true, runs: 'sliding shelves', cornerPlates: true }))
	},
	{
		rule: 'gear-under',
		trap: 'a crate taller than the room under the bed',
		bad: made(van(), bed(), set('gear', crate(420))),
		good: made(van(), bed(), set('gear', crate(240))),
		fixed: true
	},
	{
		rule: 'window-covers',
		trap: 'a cover that hangs while driving',
		bad: made(van({ windows: glass(true) }), piece('window-cover', {}, 'covers'), set('modes.drive.pieces', { covers: 'hung' })),
		good: made(van({ windows: glass(true) }), piece('window-cover', {}, 'covers'))
	},
	{
		rule: 'held',
		trap: 'a single strap for a heavy box',
		bad: made(
			van({ anchors: { ring: { name: 'Ring', kind: 'ring', x: exact(80), y: exact(0), z: exact(20), direction: 'up' } } }),
			piece('drawer-unit', { rear: 100, content: 40 }),
			set('pieces.drawer-unit.held', { one: { way: 'strap', anchor: 'ring' } })
		),
		good: made(van(), piece('drawer-unit', { rear: 100 }))
	},
	{
		rule: 'fastening-reach',
		trap: 'a turnbuckle to a ring across the van',
		bad: made(
			van({ anchors: { ring: { name: 'Ring', kind: 'ring', x: exact(3000), y: exact(0), z: exact(20), direction: 'up' } } }),
			piece('drawer-unit', { rear: 100 }),
			set('pieces.drawer-unit.held', { one: { way: 'turnbuckle', anchor: 'ring' } })
		),
		good: made(
			van({ anchors: { ring: { name: 'Ring', kind: 'ring', x: exact(1300), y: exact(0), z: exact(20), direction: 'up' } } }),
			piece('drawer-unit', { rear: 100 }),
			set('pieces.drawer-unit.held', { one: { way: 'turnbuckle', anchor: 'ring' } })
		),
		fixed: true
	},
	{
		rule: 'belted-places',
		trap: 'three people on a bench with belts for two',
		bad: made(
			van({ seats: { bench: { ...bench, belts: 2 } } }),
			set('modes.drive.seats', { bench: { state: 'upright', slide: 0, angle: 15, passengers: 3 } })
		),
		good: made(van({ seats: { bench } }), set('modes.drive.seats', { bench: { state: 'upright', slide: 0, angle: 15, passengers: 3 } }))
	},
	{
		rule: 'room-to-sit',
		trap: 'a box where a passenger’s legs are',
		bad: made(
			van({ seats: { bench } }),
			piece('drawer-unit', { rear: 1960, length: 700, facing: 'front', height: 300 }),
			set('modes.drive.seats', { bench: { state: 'upright', slide: 0, angle: 15, passengers: 2 } })
		),
		good: made(
			van({ seats: { bench } }),
			piece('drawer-unit', { rear: 2250, length: 700, facing: 'front', height: 300 }),
			set('modes.drive.seats', { bench: { state: 'upright', slide: 0, angle: 15, passengers: 2 } })
		),
		fixed: true
	},
	{
		rule: 'fit-opening',
		trap: 'a drawer wider than the door it comes out through',
		bad: made(van({ openings: rearDoor(500) }), piece('drawer-unit', { rear: 60, width: 1300 }), pulledOut),
		good: made(van({ openings: rearDoor(700) }), piece('drawer-unit', { rear: 60, width: 1300 }), pulledOut),
		fixed: true
	},
	{
		rule: 'door-sweep',
		trap: 'a cabinet in the way of a tailgate that swings up',
		bad: made(
			van({ rear: sloping, openings: { rear: { ...rearDoor(700).rear, door: 'lifting' } } }),
			piece('cabinet', { rear: 60, height: 900 })
		),
		good: made(
			van({ rear: sloping, openings: { rear: { ...rearDoor(700).rear, door: 'lifting' } } }),
			piece('cabinet', { rear: 600, height: 900 })
		)
	},
	{
		rule: 'driver',
		trap: 'a bed where somebody needs the seat back',
		bad: made(van({ seats: { wheel } }), bed({ length: 2150 }), driving(0)),
		good: made(van({ seats: { wheel } }), bed({ length: 1600 }), driving(0)),
		fixed: true
	},
	{
		rule: 'fit-seats',
		trap: 'a bed in the bench',
		bad: made(
			van({ seats: { bench } }),
			bed({ rear: 100 }),
			set('modes.night.seats', { bench: { state: 'upright', slide: 0, angle: 15 } })
		),
		good: made(
			van({ seats: { bench } }),
			bed({ rear: 20, length: 1200 }),
			set('modes.night.seats', { bench: { state: 'upright', slide: 0, angle: 15 } })
		),
		fixed: true
	},
	...SCENE_TRAPS
];
