import type { Axis } from './schema';

/** The six faces of a box by their names: the axis that they stand across, and at which end of it. */
export const FACES: Readonly<Record<string, readonly [Axis, 0 | 1]>> = {
	rear: ['x', 0],
	front: ['x', 1],
	right: ['y', 0],
	left: ['y', 1],
	bottom: ['z', 0],
	top: ['z', 1]
};

/** The names of the two faces across an axis, the lower one first. */
export const FACES_ACROSS: Readonly<Record<Axis, readonly [string, string]>> = {
	x: ['rear', 'front'],
	y: ['right', 'left'],
	z: ['bottom', 'top']
};
