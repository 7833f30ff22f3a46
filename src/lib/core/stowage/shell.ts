import { breaks } from '../geometry/piecewise';
import { bounds } from '../geometry/polygon';
import type { Box } from '../geometry/vector';
import { archNotch, leastCeiling, leastHalfWidth, rearFaceAt, type ArchSolid, type Interior, type Side } from '../interior';

/** Walls, arches and ceilings are taken as steps of this size along, across and up, on the safe side, mm. */
const STEP = 50;
/** Steps along and up to which a wall keeps the same distance within this are one block, mm. */
const SAME = 4;
/** Lengths between two numbers in equal steps no longer than {@link STEP}. */
export function stepsOver([from, to]: readonly [number, number]): [number, number][] {
	const n = Math.max(1, Math.ceil((to - from) / STEP));
	return Array.from({ length: n }, (_, i) => [from + ((to - from) * i) / n, from + ((to - from) * (i + 1)) / n]);
}

/** Neighbours in a row with nearly the same value, as one stretch with the least of them. */
function runs<T extends { over: [number, number]; value: number }>(row: readonly T[]): { over: [number, number]; value: number }[] {
	const joined: { over: [number, number]; value: number; first: number }[] = [];
	for (const { over, value } of row) {
		const last = joined.at(-1);
		if (last && Math.abs(last.first - value) <= SAME) {
			last.over = [last.over[0], over[1]];
			last.value = Math.min(last.value, value);
		} else joined.push({ over, value, first: value });
	}
	return joined;
}

/** What one wall takes of a box. */
export function wallIn(interior: Interior, side: Side, { x, y, z }: Box): Box[] {
	const reach = side === 'left' ? y[1] : -y[0];
	// Most compartments keep clear of the wall altogether.
	if (leastHalfWidth(interior, side, x, z) >= reach) return [];
	return stepsOver(z).flatMap((layer) => {
		const row = stepsOver(x).map((over) => ({ over, value: leastHalfWidth(interior, side, over, layer) }));
		return runs(row)
			.filter(({ value }) => value < reach)
			.map(({ over, value }): Box => ({
				x: over,
				y: side === 'left' ? [Math.max(y[0], value), y[1]] : [y[0], Math.min(y[1], -value)],
				z: layer
			}));
	});
}

/** What the ceiling takes of a box. */
export function ceilingIn(interior: Interior, { x, y, z }: Box): Box[] {
	if (leastCeiling(interior, x, y) >= z[1]) return [];
	return stepsOver(x).flatMap((over) => {
		const row = stepsOver(y).map((across) => ({ over: across, value: leastCeiling(interior, over, across) }));
		return runs(row)
			.filter(({ value }) => value < z[1])
			.map(({ over: across, value }): Box => ({ x: over, y: across, z: [Math.max(z[0], value), z[1]] }));
	});
}

/** What an arch takes of a box. */
export const archIn = (arch: ArchSolid, { z }: Box): Box[] =>
	stepsOver(z).flatMap((layer) => {
		const foot = archNotch(arch, Math.max(0, layer[0]), 0);
		return foot ? [{ ...bounds(foot), z: [layer[0], Math.min(layer[1], arch.height)] as [number, number] }] : [];
	});

/** What of an arch is under its flat top: things may stand on that, and on nothing of the slopes. */
export const flatTop = ({ middle, halfTop, inner, edge, height, side }: ArchSolid): Box => ({
	x: [middle - halfTop, middle + halfTop],
	y: side === 'left' ? [inner + edge, FAR] : [-FAR, -inner - edge],
	z: [0, height]
});
/** Further to one side than any wall, mm. */
const FAR = 5000;

/** What the closed rear door takes of a box, with its cut corners. */
export const rearIn = (interior: Interior, { x, y, z }: Box): Box[] =>
	stepsOver(z).flatMap((layer) => {
		// Across it bends only at its corners, and never back within a step; the most forward of its ends holds.
		const at = (across: [number, number]) =>
			Math.max(...across.flatMap((one) => breaks(interior.knots.rearZ, ...layer).map((up) => rearFaceAt(interior, one, up))));
		const row = stepsOver(y).map((across) => ({ over: across, value: -at(across) }));
		return runs(row)
			.filter(({ value }) => -value > x[0])
			.map(({ over, value }): Box => ({ x: [x[0], Math.min(-value, x[1])], y: over, z: layer }));
	});
