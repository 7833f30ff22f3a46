import { bounds } from '../geometry/polygon';
import { halfWidth, type Interior, type OpeningSolid } from '../interior';
import { bestTilt, growthAt, growthInMiddle } from './fit';
import type { Item } from './items';

/** The best way of something through an opening. */
export interface Passage {
	opening: string;
	/** How much more than its size would pass, mm; negative when it does not go through. */
	margin: number;
	/** In words: which way round, tilted by how much, turned as it comes in. */
	way: string;
}

/** Hands and cloth want this much beside what is carried, mm: from here on no other way is sought. */
export const COMFORT = 10;

/** Which side goes ahead. */
const AHEAD = ['end first', 'long edge first', 'flat side first'] as const;

/** Room behind the opening for what is carried straight in, mm. */
function depthBehind(interior: Interior, { opening, across, z }: OpeningSolid): number {
	if (opening.place === 'rear') return interior.length;
	const [x, height] = [(across[0] + across[1]) / 2, (z[0] + z[1]) / 2];
	return halfWidth(interior, 'left', x, height) + halfWidth(interior, 'right', x, height);
}

/**
 * How long a thing of some thickness may be that comes in through a side opening at a slant and is turned along the
 * vehicle inside: at an angle to the wall the opening still offers its width times the sine, and behind it lies the
 * width of the vehicle over the sine, or its length over the cosine.
 */
export function longestTurnedIn(width: number, thick: number, deep: number, along: number): number {
	let best = 0;
	for (let degrees = 5; degrees <= 90; degrees++) {
		const angle = (degrees * Math.PI) / 180;
		if (width * Math.sin(angle) < thick) continue;
		best = Math.max(best, Math.min(deep / Math.sin(angle), along / Math.max(1e-9, Math.cos(angle))));
	}
	return best;
}

/** Something with one side ahead: straight, tilted in the opening or, through a side door, turned as it comes in. */
function withSideAhead(interior: Interior, opening: OpeningSolid, { size }: Item, ahead: 0 | 1 | 2): Passage {
	const [long, wide] = size.filter((_, i) => i !== ahead);
	const { outline } = opening;
	const straight = Math.max(growthAt(outline, long, wide, 0), growthAt(outline, wide, long, 0));
	const tilted = straight >= COMFORT ? { growth: straight, degrees: 0 } : bestTilt(outline, long, wide);
	const lean = Math.min(tilted.degrees % 90, 90 - (tilted.degrees % 90));
	const through: Passage = {
		opening: opening.id,
		margin: Math.max(straight, tilted.growth),
		way: tilted.growth > straight + 0.5 && lean > 0 ? `${AHEAD[ahead]}, tilted by ${lean}°` : AHEAD[ahead]
	};
	const room = depthBehind(interior, opening) - size[ahead];
	if (room >= through.margin || room >= COMFORT) return through;
	if (opening.opening.place === 'rear') return { ...through, margin: Math.min(through.margin, room) };
	// Held upright or flat, whichever side lies in the plane in which it turns.
	const { x, y } = bounds(outline);
	const turned = [
		[long, wide],
		[wide, long]
	].map(([flat, upright]) =>
		Math.min(longestTurnedIn(x[1] - x[0], flat, depthBehind(interior, opening), interior.length) - size[ahead], y[1] - y[0] - upright)
	);
	return { ...through, margin: Math.min(Math.max(...turned), through.margin), way: `${AHEAD[ahead]}, turned as it comes in` };
}

/** The best way of something through one opening. */
const passageThrough = (interior: Interior, opening: OpeningSolid, item: Item): Passage =>
	([0, 1, 2] as const)
		.map((ahead) => () => withSideAhead(interior, opening, item, ahead))
		.reduce<Passage | null>((best, attempt) => {
			if (best && best.margin >= COMFORT) return best;
			const next = attempt();
			return !best || next.margin > best.margin ? next : best;
		}, null)!;

/**
 * The best way of something into the vehicle, through whichever opening offers most; null when no opening was measured.
 *
 * @param enough room with which no better way is sought: an item that has it end first in the middle of an opening is done
 */
export function passageOf(interior: Interior, openings: readonly OpeningSolid[], item: Item, enough = Infinity): Passage | null {
	for (const opening of openings) {
		const margin = Math.min(growthInMiddle(opening.outline, item.size[1], item.size[2]), depthBehind(interior, opening) - item.size[0]);
		if (margin >= enough) return { opening: opening.id, margin, way: AHEAD[0] };
	}
	let best: Passage | null = null;
	for (const opening of openings) {
		if (best && best.margin >= COMFORT) break;
		const found = passageThrough(interior, opening, item);
		if (!best || found.margin > best.margin) best = found;
	}
	return best;
}
