import Flatbush from 'flatbush';
import type { Box } from './vector';

/** What of some things lies nearer to a box than so much in every axis, mm, in the order in which the things were given. */
export type Near<T> = (box: Box, by: number) => T[];

/** Sorts things by where they are, seen from above, so that what is near a place is found without looking at all of them. */
export function nearIn<T extends { box: Box }>(things: readonly T[]): Near<T> {
	if (things.length === 0) return () => [];
	const index = new Flatbush(things.length);
	for (const { box } of things) index.add(box.x[0], box.y[0], box.x[1], box.y[1]);
	index.finish();
	return ({ x, y, z }, by) =>
		index
			.search(x[0] - by, y[0] - by, x[1] + by, y[1] + by)
			.sort((a, b) => a - b)
			.map((i) => things[i])
			.filter(({ box }) => box.z[0] < z[1] + by && box.z[1] > z[0] - by);
}
