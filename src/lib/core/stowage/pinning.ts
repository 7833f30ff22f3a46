import type { Box } from '../geometry/vector';
import { sendGear, type Edit, type Pinned, type Plan } from '../plan';
import { cuboidOf, type Hold } from '../loading';
import type { Space } from '../pieces';
import type { Compartment } from './compartments';
import { taskOf } from './stow';
import type { Place } from './place';
import { compartmentsOf, stowedItems, type Stowing } from './stowage';

/** Finer than what counts as touching. */
const fine = (value: number): number => Math.round(value * 1000) / 1000;

/** Where a box stands in a compartment, from its corner. */
const pinnedIn = ({ id, box: room }: Pick<Space, 'id' | 'box'>, { x, y, z }: Box): Pinned => ({
	space: id,
	x: fine(Math.max(0, x[0] - room.x[0])),
	y: fine(Math.max(0, y[0] - room.y[0])),
	z: fine(Math.max(0, z[0] - room.z[0])),
	size: [fine(x[1] - x[0]), fine(y[1] - y[0]), fine(z[1] - z[0])]
});

const pinEdits = (gear: string, piece: string, pinned: readonly Pinned[]): Edit[] => [
	...sendGear(gear, piece),
	{ path: ['gear', gear, 'pinned'], value: pinned }
];

/** Edits that keep everything where it lies: what is stowed from now on goes round it. */
export function keepAll(plan: Plan, { places, shelves }: Stowing): Edit[] {
	return Object.keys(plan.gear).flatMap((gear): Edit[] => {
		const own = places.filter((place) => place.gear === gear).sort((a, b) => a.copy - b.copy);
		if (own.length === 0) return [];
		const shelfOf = (place: Place) => shelves.find(({ id }) => id === place.compartment)!;
		return pinEdits(
			gear,
			shelfOf(own[0]).piece,
			own.map((place) => pinnedIn({ id: shelfOf(place).space, box: shelfOf(place).box }, place.box))
		);
	});
}

/** Edits after which everything is stowed anew; what goes to a piece goes there still. */
export const freeAll = ({ gear }: Pick<Plan, 'gear'>): Edit[] =>
	Object.keys(gear)
		.filter((id) => gear[id].pinned)
		.map((id): Edit => ({ path: ['gear', id, 'pinned'], value: undefined }));

/** Edits after which one of some gear is stowed anew. */
export function freeOne({ gear }: Pick<Plan, 'gear'>, { gear: id, copy }: Pick<Place, 'gear' | 'copy'>): Edit[] {
	const left = (gear[id]?.pinned ?? []).filter((_, i) => i !== copy);
	if (!Object.hasOwn(gear, id)) return [];
	return [{ path: ['gear', id, 'pinned'], value: left.length > 0 ? left : undefined }];
}

/** A range moved so that it lies within another, as far as it is short enough. */
const into = ([a, b]: [number, number], [from, to]: [number, number]): [number, number] => {
	const start = Math.max(from, Math.min(a, to - (b - a)));
	return [start, start + (b - a)];
};

/** Where something may stand that is nearest to where it was drawn, among compartments in which the rest of what is pinned stands. */
function nearest(compartments: readonly Compartment[], holds: ReadonlyMap<string, Hold>, drawn: Box, kg: number, seen: Seen) {
	let best: { compartment: Compartment; box: Box; far: number } | undefined;
	for (const compartment of compartments) {
		const hold = holds.get(compartment.id)!;
		for (const [x0, x1, y0, y1, z0] of hold.spaces) {
			const x = into(drawn.x, [x0, x1]);
			const y = into(drawn.y, [y0, y1]);
			const box: Box = { x, y, z: [z0, z0 + drawn.z[1] - drawn.z[0]] };
			// From above nobody sees how high it was drawn: of places equally far the lowest is meant.
			const up = Math.abs(z0 - drawn.z[0]);
			const far =
				Math.hypot(x[0] - drawn.x[0], y[0] - drawn.y[0]) + (seen === 'from the side' ? up : (z0 - compartment.space.box.z[0]) / 1000);
			if (best && far >= best.far) continue;
			if (hold.takes(cuboidOf(box), kg)) best = { compartment, box, far };
		}
	}
	return best;
}

/** How a thing was seen when it was drawn somewhere else: from above its height is not known. */
export type Seen = 'from above' | 'from the side';

/** Further than this from where it was drawn it was not meant, mm. */
const MEANT = 400;

/**
 * Edits that put one thing where somebody drew it, or as near to that as it goes past legs, walls, and what else somebody put there;
 * what nobody put anywhere makes way. Nothing where it goes nowhere near. Equal things that were put into another piece are stowed
 * anew.
 */
export function putAt(plan: Plan, { gear, copy }: Pick<Place, 'gear' | 'copy'>, drawn: Box, seen: Seen): Edit[] | undefined {
	const compartments = compartmentsOf(plan);
	const items = stowedItems(plan);
	const own = items.find((item) => item.gear === gear && item.copy === copy);
	if (!own) return undefined;
	const openings = new Map(compartments.map(({ id }) => [id, []]));
	const { task } = taskOf(plan.gear, items, compartments, openings);
	const holds = new Map(compartments.map(({ id, hold }) => [id, hold.copy()]));
	for (const { item, compartment, box } of task.pins) if (item !== own) holds.get(compartment.id)!.put(box, item.kg, item.bears);
	const found = nearest(compartments, holds, drawn, own.kg, seen);
	if (!found || found.far > MEANT) return undefined;
	const { piece, space } = found.compartment;
	const { under, pinned = [] } = plan.gear[gear];
	const kept = under === piece ? pinned : [];
	// Equal things are told apart by nothing: one that nobody put anywhere is the next.
	const at = copy < kept.length ? copy : kept.length;
	return pinEdits(gear, piece, [...kept.slice(0, at), pinnedIn(space, found.box), ...kept.slice(at + 1)]);
}
