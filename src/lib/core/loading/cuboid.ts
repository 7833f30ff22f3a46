import type { Box } from '../geometry/vector';

/** A box as six numbers, mm: from and to along x, y and z. Packing looks at millions of them. */
export type Cuboid = readonly [x0: number, x1: number, y0: number, y1: number, z0: number, z1: number];

/** Lengths along x, y and z, mm. */
export type Size = readonly [x: number, y: number, z: number];

/** Sizes that come out rounded differ by less than this, mm. */
export const ROUNDING = 0.01;

export const cuboidOf = ({ x, y, z }: Box): Cuboid => [x[0], x[1], y[0], y[1], z[0], z[1]];
export const boxOf = ([x0, x1, y0, y1, z0, z1]: Cuboid): Box => ({ x: [x0, x1], y: [y0, y1], z: [z0, z1] });

export const volumeOf = ([x0, x1, y0, y1, z0, z1]: Cuboid): number => (x1 - x0) * (y1 - y0) * (z1 - z0);

/** Whether two share room; touching is not sharing. */
export const overlap = (a: Cuboid, b: Cuboid): boolean =>
	a[0] < b[1] - ROUNDING &&
	b[0] < a[1] - ROUNDING &&
	a[2] < b[3] - ROUNDING &&
	b[2] < a[3] - ROUNDING &&
	a[4] < b[5] - ROUNDING &&
	b[4] < a[5] - ROUNDING;

/** Whether `a` lies within `b`. */
export const within = (a: Cuboid, b: Cuboid): boolean =>
	a[0] >= b[0] - ROUNDING &&
	a[1] <= b[1] + ROUNDING &&
	a[2] >= b[2] - ROUNDING &&
	a[3] <= b[3] + ROUNDING &&
	a[4] >= b[4] - ROUNDING &&
	a[5] <= b[5] + ROUNDING;

/** How much of its shadow on the floor a box shares with others together, square mm: where they overlap it counts once. */
export function sharedWithAll(box: Cuboid, others: readonly Cuboid[]): number {
	const near = others.filter((one) => sharedFootprint(one, box) > 0);
	if (near.length < 2) return near.length === 0 ? 0 : sharedFootprint(near[0], box);
	const clip = (at: number) => Math.max(box[0], Math.min(box[1], at));
	const edges = [...new Set(near.flatMap(([x0, x1]) => [clip(x0), clip(x1)]))].sort((a, b) => a - b);
	let sum = 0;
	for (let i = 1; i < edges.length; i++) {
		const [from, to] = [edges[i - 1], edges[i]];
		// Stretches across over this strip, one after the other.
		const over = near.filter(([x0, x1]) => x0 < to && x1 > from).sort((a, b) => a[2] - b[2]);
		let reached = box[2];
		for (const [, , y0, y1] of over) {
			const [low, high] = [Math.max(reached, y0), Math.min(box[3], y1)];
			if (high > low) sum += (to - from) * (high - low);
			reached = Math.max(reached, high);
		}
	}
	return sum;
}

/** How much of their shadows on the floor two share, square mm. */
export const sharedFootprint = (a: Cuboid, b: Cuboid): number =>
	Math.max(0, Math.min(a[1], b[1]) - Math.max(a[0], b[0])) * Math.max(0, Math.min(a[3], b[3]) - Math.max(a[2], b[2]));
