import type { Box } from '../geometry/vector';
import { sendGear, type Edit, type Gear, type Pinned, type Plan } from '../plan';
import type { Place, Shelf, Stowing } from './stowage';

/** Finer than what counts as touching. */
const fine = (value: number): number => Math.round(value * 1000) / 1000;

/** Where a box stands in a compartment, from its corner. */
const pinnedIn = ({ space, box: room }: Shelf, { x, y, z }: Box): Pinned => ({
	space,
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
			own.map((place) => pinnedIn(shelfOf(place), place.box))
		);
	});
}

/** Edits after which everything is stowed anew; what goes to a piece goes there still. */
export const freeAll = ({ gear }: Pick<Plan, 'gear'>): Edit[] =>
	Object.keys(gear)
		.filter((id) => gear[id].pinned)
		.map((id): Edit => ({ path: ['gear', id, 'pinned'], value: undefined }));

/** Edits after which one of some gear is stowed anew. */
export function freeOne(gear: Gear, { gear: id, copy }: Pick<Place, 'gear' | 'copy'>): Edit[] {
	const left = (gear.pinned ?? []).filter((_, i) => i !== copy);
	return [{ path: ['gear', id, 'pinned'], value: left.length > 0 ? left : undefined }];
}

/** The compartment that a box lies in with its middle; of several the smallest. */
function shelfAt(shelves: readonly Shelf[], { x, y, z }: Box, level: boolean): Shelf | undefined {
	const mid = ([a, b]: [number, number]) => (a + b) / 2;
	const holds = ([a, b]: [number, number], at: number) => at >= a && at <= b;
	return shelves
		.filter(({ box }) => holds(box.x, mid(x)) && holds(box.y, mid(y)) && (!level || holds(box.z, mid(z))))
		.sort((a, b) => a.litres - b.litres)[0];
}

/** A range moved so that it lies within another. */
const into = ([a, b]: [number, number], [from, to]: [number, number]): [number, number] => {
	const by = a < from ? from - a : b > to ? Math.max(from - a, to - b) : 0;
	return [a + by, b + by];
};

/**
 * Edits that put one thing where somebody drew it: into the compartment that its middle is in, within that, and down on whatever is
 * beneath it. Nothing where no compartment is there. Equal things that lie somewhere of their own in another piece are stowed anew.
 *
 * @param seen whether it was drawn from above, so that its height is not known, or from the side
 */
export function putAt(
	plan: Plan,
	{ places, shelves }: Stowing,
	place: Place,
	drawn: Box,
	seen: 'from above' | 'from the side'
): Edit[] | undefined {
	const shelf = shelfAt(shelves, drawn, seen === 'from the side');
	if (!shelf) return undefined;
	const [x, y] = [into(drawn.x, shelf.box.x), into(drawn.y, shelf.box.y)];
	const beneath = places.filter(
		(other) =>
			other !== place &&
			other.compartment === shelf.id &&
			other.box.x[0] < x[1] - 1 &&
			other.box.x[1] > x[0] + 1 &&
			other.box.y[0] < y[1] - 1 &&
			other.box.y[1] > y[0] + 1
	);
	const low = seen === 'from the side' ? drawn.z[0] : Infinity;
	// Down onto the highest of what is beneath; seen from the side, of what is below where it was let go.
	const floor = Math.max(shelf.box.z[0], ...beneath.map(({ box }) => box.z[1]).filter((top) => top <= low + 40));
	const height = drawn.z[1] - drawn.z[0];
	const pin = pinnedIn(shelf, { x, y, z: [floor, floor + height] });
	const { under, pinned = [] } = plan.gear[place.gear];
	const kept = under === shelf.piece ? pinned : [];
	// Equal things are told apart by nothing: one that nobody put anywhere is the next.
	const at = place.pinned && under === shelf.piece ? place.copy : kept.length;
	return pinEdits(place.gear, shelf.piece, [...kept.slice(0, at), pin, ...kept.slice(at + 1)]);
}
