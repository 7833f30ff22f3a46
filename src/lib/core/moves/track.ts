import { boxRound, type Box } from '../geometry/vector';
import { isBox, solidBox, type Solid } from '../interior';
import type { NamedSolid } from '../modes';

/** Some places of a track, one after the other, and a box that holds the thing at all of them. */
interface Span {
	from: number;
	to: number;
	box: Box;
}

/** A rigid thing on its way: where it is at each of some moments, worked out when it is asked for. */
export interface Track {
	name: string;
	/** Number of its last place; the first is 0. Between two numbers it is between two places. */
	last: number;
	place: (i: number) => Solid;
	/** No corner goes further than this from one place to the next, mm. */
	step: number;
	/** Seconds since the move began. */
	time: (i: number) => number;
	spans: readonly Span[];
	/** The box that holds it at all of its places. */
	round: Solid;
	/** A cushion: it gives where another one presses it. */
	soft: boolean;
	/** It is a box that slides along one of its sides: what it passes through is exactly that box. */
	slides: boolean;
	/** It stays as high as it is: a door about upright hinges, a drawer. */
	level: boolean;
}

/** A move as it is checked: stretches of one step each, in which some things travel and others of the piece stay. */
export interface Motion {
	stretches: { tracks: Track[]; still: (NamedSolid & { soft: boolean })[] }[];
}

/** Places that share a box: only where it comes near to something is each of them looked at. */
const SPAN = 6;

/**
 * A track from its places.
 */
export function trackOf(way: Omit<Track, 'spans' | 'round'>): Track {
	const { last, place, slides, level, step } = way;
	const spans: Span[] = [];
	for (let from = 0; from < last; from += SPAN) {
		const to = Math.min(last, from + SPAN);
		// Between its ends it is never further from one of them than half of the way.
		const spare = slides ? 0 : ((to - from) / 2) * step;
		const { x, y, z } = boxRound([place(from), place(to)]);
		const wide = ([low, high]: [number, number]): [number, number] => [low - spare, high + spare];
		spans.push({ from, to, box: { x: wide(x), y: wide(y), z: level ? z : wide(z) } });
	}
	return { ...way, spans, round: solidBox(boxRound(spans)) };
}

/**
 * The numbers of a track's places, without those of spans whose box is passed over: asked anew before each span. Whoever
 * takes a place may say, as the answer to it, that so many more need not be looked at.
 */
export function* placesOf({ spans }: Track, passedOver: (box: Box) => boolean): Generator<number, void, number | undefined> {
	let next = 0;
	for (const { to, box } of spans) {
		if (next > to) continue;
		if (passedOver(box)) {
			next = to + 1;
			continue;
		}
		while (next <= to) next += 1 + ((yield next) ?? 0);
	}
}

/** Whether a thing at two places is the same box moved along one axis. */
export function isSlid(first: Solid, last: Solid): boolean {
	const differs = (['x', 'y', 'z'] as const).filter((axis) => Math.abs(first.box[axis][0] - last.box[axis][0]) > 1e-6);
	return differs.length <= 1 && [first, last].every((solid) => solid.footprint !== null && isBox(solid));
}
