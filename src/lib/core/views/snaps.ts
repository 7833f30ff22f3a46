import { assemblyOf, interiorOf } from '../derive';
import { furthestRear } from '../interior';
import { kindOf, numberRange } from '../pieces';
import type { Plan } from '../plan/plan';
import { pieceKnobs } from '../turning';
import type { ViewName } from './shape';

/** A value worth stopping at while dragging, with the words for it. */
export interface Snap {
	value: number;
	label: string;
}

/** Room left above gear and arches when a drag stops at them, mm. */
const CLEAR = 5;

/** Heights worth stopping at: just above an arch, and just tall enough for each thing that goes under the piece. */
export function heightSnaps(plan: Plan, pieceId: string): Snap[] {
	const piece = plan.pieces[pieceId];
	const assembly = assemblyOf(piece, plan);
	// What lies between the underside of the rails and the deck goes along with the height.
	const build = assembly.deck - Math.max(0, ...assembly.spaces.map((space) => space.box.z[1]));
	return [
		...interiorOf(plan.vehicle).arches.map((arch) => ({ value: arch.height + build + CLEAR, label: 'clears the wheel arch' })),
		...Object.values(plan.gear)
			.filter((gear) => gear.under === pieceId)
			.map((gear) => ({ value: gear.height + build + CLEAR, label: `${gear.name} goes under` }))
	];
}

/** Places along the vehicle worth stopping at: against the rear door, and ends of the arches. */
export function alongSnaps(plan: Plan, pieceId: string): Snap[] {
	const piece = plan.pieces[pieceId];
	const { deck } = assemblyOf(piece, plan);
	const interior = interiorOf(plan.vehicle);
	return [
		{ value: Math.ceil(furthestRear(interior, [0, deck])) + CLEAR, label: 'against the rear door' },
		...interior.arches.map((arch) => ({ value: Math.ceil(arch.middle + arch.halfFloor) + CLEAR, label: 'ahead of the wheel arch' }))
	];
}

/** The nearest snap within `reach` mm of a value, else the value rounded to whole mm. */
export function snapTo(value: number, snaps: Snap[], reach: number): Snap {
	let best: Snap = { value: Math.round(value), label: '' };
	let least = reach;
	for (const snap of snaps)
		if (Math.abs(snap.value - value) < least) {
			least = Math.abs(snap.value - value);
			best = { ...snap, value: Math.round(snap.value) };
		}
	return best;
}

/** Ways in which a piece is moved in a drawing: up, forward, and left. */
export type Direction = 'height' | 'along' | 'across';

/** A drag of something in a drawing, in mm of the drawing to the right and down. */
export interface DragStep {
	of: string;
	/** The part of the piece by which it was taken hold of. */
	part?: string;
	view: ViewName;
	dx: number;
	dy: number;
	phase: 'move' | 'end' | 'cancel';
}

/** Directions of each drawing to the right and up, and the sign with which they count there. */
const WAYS: Readonly<Record<ViewName, Record<'right' | 'up', readonly [Direction, 1 | -1]>>> = {
	above: { right: ['along', 1], up: ['across', 1] },
	'long section': { right: ['along', 1], up: ['height', 1] },
	'cross-section': { right: ['across', -1], up: ['height', 1] }
};

/** The number that moves a piece sideways: where its middle or the piece itself stands, left of the centre line. */
const MOVES_LEFT = /^Move (it|the \w+) left$/;

/** The parameter of a piece that moving it one way changes, with its present value and its range; undefined where it does not move so. */
export function dragParameter(
	plan: Plan,
	pieceId: string,
	direction: Direction
): { path: string[]; value: number; range: [number, number] } | undefined {
	const piece = plan.pieces[pieceId];
	const kind = kindOf(piece.kind);
	if (direction === 'across') return pieceKnobs(pieceId, piece).find(({ more }) => MOVES_LEFT.test(more));
	const key = direction === 'height' ? kind.heightParam : kind.alongParam;
	if (!key) return undefined;
	const value = (piece.params as Record<string, unknown>)[key] as number;
	return { path: ['pieces', pieceId, 'params', key], value, range: numberRange(kind.params.shape[key]) ?? [0, 5000] };
}

/** How a piece moves by a step in a drawing, `dx` to the right or `dy` down, whichever is longer; the other way where it moves in that alone. */
export function movedIn(view: ViewName, moves: (direction: Direction) => boolean, dx: number, dy: number): Direction | undefined {
	const { right, up } = WAYS[view];
	const ways = Math.abs(dx) > Math.abs(dy) ? [right[0], up[0]] : [up[0], right[0]];
	return ways.find(moves);
}

/** By how much a step in a drawing moves something one way, mm. */
export function stepAlong(view: ViewName, direction: Direction, dx: number, dy: number): number {
	const { right, up } = WAYS[view];
	return (right[0] === direction ? right[1] * dx : 0) + (up[0] === direction ? -up[1] * dy : 0);
}

/** Places worth stopping at one way. */
export const snapsOf = (plan: Plan, pieceId: string, direction: Direction): Snap[] =>
	direction === 'height'
		? heightSnaps(plan, pieceId)
		: direction === 'along'
			? alongSnaps(plan, pieceId)
			: [{ value: 0, label: 'in the middle of the vehicle' }];
