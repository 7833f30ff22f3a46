import { assemblyOf, interiorOf } from '../derive';
import { furthestRear } from '../interior';
import { kindOf } from '../pieces';
import type { Plan } from '../plan/plan';

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

/** The parameter of a piece that a drag across or along a drawing changes, with its present value; undefined where it has none. */
export function dragParameter(plan: Plan, pieceId: string, direction: 'height' | 'along'): { path: string[]; value: number } | undefined {
	const piece = plan.pieces[pieceId];
	const kind = kindOf(piece.kind);
	const key = direction === 'height' ? kind.heightParam : kind.alongParam;
	if (!key) return undefined;
	return { path: ['pieces', pieceId, 'params', key], value: (piece.params as Record<string, unknown>)[key] as number };
}
