import type { Polygon } from '../geometry/polygon';
import { bodyOf, ROOM } from './body';
import { longestLying, type Lying, type LyingWidths } from './lying';
import { leastWidths } from './placing';

/** Directions first tried, half a turn in all, and the finest difference between two that is looked at, radians. */
const COARSE = Math.PI / 60;
const FINE = Math.PI / 720;
const HALF_TURN = Array.from({ length: 60 }, (_, i) => i * COARSE);
/** So many of the best coarse directions are refined: the best of all may lie beside the second best of them. */
const REFINED = 4;

/** A direction and what can be had along it. */
interface Along<T> {
	angle: number;
	size: number;
	found: T;
}

/**
 * The best direction of half a turn: every 3 degrees, then the best of those and their neighbours by halving steps down
 * to a quarter of a degree.
 *
 * @param measure what can be had along an angle, given the best so far: may answer undefined where it is no better.
 */
function bestDirection<T>(measure: (angle: number, best: number) => { size: number; found: T } | undefined): Along<T> | undefined {
	const tried: Along<T>[] = [];
	const attempt = (angle: number, best: number): Along<T> | undefined => {
		const here = measure(angle, best);
		return here && { angle, ...here };
	};
	for (const angle of HALF_TURN) {
		const here = attempt(angle, -Infinity);
		if (here) tried.push(here);
	}
	tried.sort((a, b) => b.size - a.size || a.angle - b.angle);
	let best: Along<T> | undefined;
	for (const start of tried.slice(0, REFINED)) {
		let here = start;
		for (let step = COARSE / 2; step >= FINE; step /= 2) {
			const { angle } = here;
			for (const way of [-1, 1]) {
				const there = attempt(angle + way * step, here.size);
				if (there && there.size > here.size) here = there;
			}
		}
		if (!best || here.size > best.size + 1e-6) best = here;
	}
	return best;
}

/**
 * The longest body of given widths that lies anywhere inside an outline, along, across or at any angle, found by search
 * over direction and place; within a few millimetres and half a degree of the best there is.
 */
export function longestAnywhere(outline: Polygon, widths: LyingWidths): Lying | undefined {
	return bestDirection((angle) => {
		const lying = longestLying(outline, widths, [angle]);
		return lying.length > 0 ? { size: lying.length, found: lying } : undefined;
	})?.found;
}

/** The tallest person there is need to look for, mm. */
const TALLEST = 2600;

/** The tallest person along one direction, mm; 0 when nobody fits. More than `over` is asked first, and 0 answered if not. */
function tallestAlong(outline: Polygon, angle: number, over: number): { stature: number; lying: Lying | undefined } {
	let lying: Lying | undefined;
	const fits = (stature: number) => {
		const here = longestLying(outline, leastWidths(bodyOf({ stature })), [angle]);
		if (here.length < stature + ROOM.lengthComfort) return false;
		lying = here;
		return true;
	};
	if (over > 0 && !fits(over)) return { stature: 0, lying };
	let [low, high] = [Math.max(0, over), TALLEST];
	while (high - low > 0.01) {
		const stature = (low + high) / 2;
		if (fits(stature)) low = stature;
		else high = stature;
	}
	return { stature: low, lying };
}

/**
 * The tallest person who can lie comfortably on a lane, in mm: proportions of the segment table, with the comfortable
 * room above the head and the least room at the sides. Whoever shares the bed lies along the lane; whoever is alone, any
 * way round.
 */
export function longestSleeper(lane: Polygon, alone: boolean): { stature: number; lying: Lying | undefined } {
	if (!alone) {
		const { stature, lying } = tallestAlong(lane, 0, 0);
		return { stature: Math.floor(stature + 0.01), lying };
	}
	let known = 0;
	const best = bestDirection((angle, atLeast) => {
		// A direction that cannot take a body 60 mm shorter than the best so far is not refined into a better one.
		const { stature, lying } = tallestAlong(lane, angle, Math.max(known - 60, atLeast));
		known = Math.max(known, stature);
		return lying && stature > 0 ? { size: stature, found: lying } : undefined;
	});
	return { stature: Math.floor((best?.size ?? 0) + 0.01), lying: best?.found };
}
