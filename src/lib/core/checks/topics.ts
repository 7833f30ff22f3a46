import type { Use } from '../plan/use';

/** What a builder asks of a plan, in the order in which equally bad answers are listed. */
export const TOPICS = [
	'Driving',
	'Sleeping',
	'Sitting',
	'Cooking',
	'Dogs',
	'Getting things',
	'Changing over',
	'Fitting in',
	'Holding',
	'Building it',
	'What was measured'
] as const;
export type Topic = (typeof TOPICS)[number];

/** The topic of what is asked about somebody in a mode, by what the mode is for. */
export const TOPIC_OF_USE: Record<Use, Topic> = { drive: 'Driving', day: 'Sitting', night: 'Sleeping' };

/** The topic that each rule belongs to; `as used` for those that ask the same of driving, sitting and sleeping. A new rule is named here. */
export const TOPIC_OF_RULE = {
	'plan-known': 'What was measured',
	'measured-inside': 'What was measured',
	'seats-apart': 'What was measured',

	'driving-setting': 'Driving',
	'doors-shut': 'Driving',
	driver: 'Driving',
	'driver-known': 'Driving',
	'driving-position': 'Driving',
	'belted-places': 'Driving',
	'rear-view': 'Driving',
	'axle-load': 'Driving',
	held: 'Driving',
	'anchor-load': 'Driving',
	restraint: 'Driving',
	'gear-held': 'Driving',

	place: 'as used',
	'body-room': 'as used',
	'room-to-sit': 'as used',

	'lying-length': 'Sleeping',
	'lying-breadth': 'Sleeping',
	'lying-height': 'Sleeping',
	'sitting-up': 'Sleeping',
	propped: 'Sleeping',
	'turning-over': 'Sleeping',
	'getting-in': 'Sleeping',
	climb: 'Sleeping',
	'falls-out': 'Sleeping',
	'ways-out': 'Sleeping',
	'to-the-wheel': 'Sleeping',
	'pad-cover': 'Sleeping',
	'slat-gap': 'Sleeping',
	'slat-air': 'Sleeping',
	'window-covers': 'Sleeping',

	'bench-leg-room': 'Sitting',
	'bench-head': 'Sitting',
	'bench-feet': 'Sitting',
	'bench-breadth': 'Sitting',
	desk: 'Sitting',

	worktop: 'Cooking',

	'animal-place': 'Dogs',

	'gear-placed': 'Getting things',
	'gear-under': 'Getting things',
	'gear-together': 'Getting things',
	'gear-put': 'Getting things',
	'gear-left': 'Getting things',
	'gear-reach': 'Getting things',
	'gear-apart': 'Getting things',
	'gear-falls': 'Getting things',
	'gear-used': 'Getting things',
	'gas-vent': 'Getting things',
	'heavy-high': 'Driving',
	'thing-room': 'Getting things',
	'thing-stands': 'Getting things',
	'fit-things': 'Getting things',
	'keep-clear': 'Getting things',
	aisle: 'Getting things',
	'front-opens': 'Getting things',
	'slide-load': 'Getting things',
	'drawer-droop': 'Getting things',
	'drawer-latch': 'Getting things',
	'drawer-tips': 'Getting things',

	conversion: 'Changing over',
	'piece-state': 'Changing over',
	'seat-setting': 'Changing over',
	'lid-swing': 'Changing over',
	'lid-held': 'Changing over',
	'lid-lift': 'Changing over',

	'fit-walls': 'Fitting in',
	'fit-arches': 'Fitting in',
	'fit-ceiling': 'Fitting in',
	'fit-fixtures': 'Fitting in',
	'fit-rear': 'Fitting in',
	'fit-opening': 'Fitting in',
	'fit-front': 'Fitting in',
	'fit-floor': 'Fitting in',
	'fit-seats': 'Fitting in',
	'fit-pieces': 'Fitting in',
	'door-sweep': 'Fitting in',
	'inner-margin': 'Fitting in',
	allowance: 'Fitting in',

	'rests-on': 'Holding',
	stands: 'Holding',
	upright: 'Holding',
	strength: 'Holding',
	sag: 'Holding',
	borne: 'Holding',
	racking: 'Holding',

	stock: 'Building it',
	'carried-in': 'Building it',
	joined: 'Building it',
	reached: 'Building it',
	'as-cut': 'Building it',
	'floor-joint': 'Building it',
	'fastening-reach': 'Building it',
	'new-holes': 'Building it'
} as const satisfies Record<string, Topic | 'as used'>;

/** What asks: every result names its rule. */
export type Rule = keyof typeof TOPIC_OF_RULE;
