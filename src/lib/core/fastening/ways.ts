import type { Anchor, FasteningWay } from '../plan';

/** What one way of fastening can do. */
interface Way {
	/** Furthest from the piece to what it is fastened to, mm. */
	reach: number;
	/** What one takes before it slips, bends or pulls out, N, where nobody has rated it: cautious round figures of our own. */
	holds: number;
	/** Kinds of anchors that it goes to. */
	anchors: readonly Anchor['kind'][];
	/** Diameter of the hole that it needs in a board, mm; 0 for none. */
	hole: number;
	/** It goes square through a face of a board. */
	square?: true;
	hardware: string;
}

export const WAYS: Readonly<Record<FasteningWay, Way>> = {
	'bolt into a thread': {
		reach: 60,
		holds: 3000,
		anchors: ['thread', 'seat bolt'],
		hole: 9,
		square: true,
		hardware: 'Bolt with a large washer for an existing thread'
	},
	strap: { reach: 900, holds: 2000, anchors: ['ring', 'rail'], hole: 0, hardware: 'Strap with a buckle' },
	turnbuckle: { reach: 500, holds: 2000, anchors: ['ring', 'rail', 'seat bolt'], hole: 7, hardware: 'Turnbuckle with an eye bolt' },
	'slot nut in a wall rail': {
		reach: 60,
		holds: 1500,
		anchors: ['rail'],
		hole: 7,
		square: true,
		hardware: 'Slot nut with a bolt for a wall rail'
	},
	'turnbuckle to a neighbour': { reach: 400, holds: 2000, anchors: [], hole: 7, hardware: 'Turnbuckle with two eye bolts' },
	'clamped by a neighbour': { reach: 5, holds: 1000, anchors: [], hole: 0, hardware: '' },
	'new bolt through': {
		reach: 60,
		holds: 4000,
		anchors: [],
		hole: 9,
		square: true,
		hardware: 'Bolt, large washer and backing plate, sealed'
	}
};

/** Least number of fastenings for anything that travels: one alone lets it swing. */
export const FEWEST = 2;
/** Deceleration that load restraint is reckoned with forwards, in g (load-restraint practice, EN 12195-1); a crash is far beyond it. */
const FORWARD = 0.8;
/** Standard gravity, m/s². */
export const G = 9.81;

/** What a mass pulls forward at hard braking, N. */
export const brakingForce = (kg: number): number => kg * FORWARD * G;

/** How many fastenings of a strength a mass needs, friction left aside. */
export const needed = (kg: number, holds: number): number => Math.max(FEWEST, Math.ceil(brakingForce(kg) / Math.max(1, holds)));

/** Clear of an edge of anything that must not be drilled, mm: a drill wanders, and lines are not where the drawing says. */
export const DRILL_CLEAR = 40;
