import type { Box } from '../geometry/vector';
import type { Action } from '../moves';
import type { Face } from './getting-at';
import type { NoWayIn } from './ways-in';

/** How a thing is got at in a mode. */
export interface Reached {
	face: Face;
	/** What of the vehicle and the build is opened first, and the door of the vehicle, if one. */
	actions: Action[];
	door?: string;
	/** Numbers of what is taken out first, in order. */
	first: number[];
	/** Deeper in than an arm is long. */
	deep: boolean;
	/** To have it in the hand and everything else back where it was. */
	seconds: number;
}

/** One thing where it lies. */
export interface Place {
	/** As on the card, from 1. */
	no: number;
	gear: string;
	copy: number;
	compartment: string;
	box: Box;
	kg: number;
	pinned: boolean;
	/** By mode. */
	reached: Record<string, Reached | NoWayIn>;
	/** Seconds that it costs in a day, the mean over the modes in which one lives in the vehicle. */
	aDay: number;
}

/** One compartment with what lies in it. */
export interface Shelf {
	id: string;
	/** The piece, and the compartment of it where it has several. */
	name: string;
	piece: string;
	space: string;
	box: Box;
	/** Free when empty, and taken now, litres. */
	litres: number;
	taken: number;
	kg: number;
}
