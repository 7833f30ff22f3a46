import type { Vec2 } from '../geometry/vector';

/** A force downwards at a place seen from above, N. */
export interface PointLoad {
	at: Vec2;
	newtons: number;
}

/** How a member bends under some loads while it is pinned where it could move freely. */
export interface Deflection {
	/** How far it goes down at a place, mm. */
	at(place: Vec2): number;
}

/**
 * What bends: a plate, a beam, or a leg that does not. It floats: what it rests on is no business of its own, so it is pinned at as
 * few places as keep it from moving freely, and its free movements are told beside.
 */
export interface Elastic {
	/** Its free movements at a place: sinking, and tilting in each way it can. One value for each, of the order of 1. */
	free(at: Vec2): number[];
	/** Its bending under loads, pinned. Together with loads that balance it, the pins carry nothing. */
	bend(loads: readonly PointLoad[]): Deflection;
}
