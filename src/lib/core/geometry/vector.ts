/** A point in the vehicle: x forward, y to the left, z up; millimetres. */
export interface Vec3 {
	x: number;
	y: number;
	z: number;
}

/** A point in some plane; millimetres. */
export interface Vec2 {
	x: number;
	y: number;
}

export const vec3 = (x: number, y: number, z: number): Vec3 => ({ x, y, z });
export const vec2 = (x: number, y: number): Vec2 => ({ x, y });

/** Scalar product: how far one reaches along the other, where that is a unit vector. */
export const dot = (a: Vec3, b: Vec3): number => a.x * b.x + a.y * b.y + a.z * b.z;

/** An axis-aligned box; each pair is low, high. */
export interface Box {
	x: [number, number];
	y: [number, number];
	z: [number, number];
}

/** The eight corners of a box. */
export const cornersOf = (box: Box): Vec3[] => box.x.flatMap((x) => box.y.flatMap((y) => box.z.map((z) => vec3(x, y, z))));

/** The box round some points. */
export function boxAround(points: readonly Vec3[]): Box {
	const box: Box = { x: [Infinity, -Infinity], y: [Infinity, -Infinity], z: [Infinity, -Infinity] };
	for (const p of points)
		for (const axis of ['x', 'y', 'z'] as const) {
			if (p[axis] < box[axis][0]) box[axis][0] = p[axis];
			if (p[axis] > box[axis][1]) box[axis][1] = p[axis];
		}
	return box;
}

/** The box round some things that have boxes. */
export const boxRound = (things: readonly { box: Box }[]): Box =>
	boxAround(things.flatMap(({ box: { x, y, z } }) => [vec3(x[0], y[0], z[0]), vec3(x[1], y[1], z[1])]));

/** Sides of a box, the longest first. */
export const sidesOf = ({ x, y, z }: Box): [number, number, number] =>
	[x[1] - x[0], y[1] - y[0], z[1] - z[0]].sort((a, b) => b - a) as [number, number, number];

/** The middle of a box. */
export const middleOf = ({ x, y, z }: Box): Vec3 => vec3((x[0] + x[1]) / 2, (y[0] + y[1]) / 2, (z[0] + z[1]) / 2);

/** The middle of what two boxes share, or of the gap between them. */
export function middleBetween(a: Box, b: Box): Vec3 {
	const on = (axis: 'x' | 'y' | 'z') => (Math.max(a[axis][0], b[axis][0]) + Math.min(a[axis][1], b[axis][1])) / 2;
	return vec3(on('x'), on('y'), on('z'));
}

/**
 * The signed distance between two boxes along their best separating axis, millimetres: positive when apart,
 * negative when they overlap (how far one must move to come free).
 */
export const boxSeparation = (a: Box, b: Box): number =>
	// Spelled out: sweeps ask it more often than anything else.
	Math.max(a.x[0] - b.x[1], b.x[0] - a.x[1], a.y[0] - b.y[1], b.y[0] - a.y[1], a.z[0] - b.z[1], b.z[0] - a.z[1]);

/** The place at which some weights balance; nothing where nothing weighs. */
export function balanceOf(items: readonly { kg: number; at: Vec3 }[]): Vec3 | undefined {
	const whole = items.reduce((sum, { kg }) => sum + kg, 0);
	const along = (axis: 'x' | 'y' | 'z') => items.reduce((sum, { kg, at }) => sum + kg * at[axis], 0) / whole;
	return whole > 0 ? vec3(along('x'), along('y'), along('z')) : undefined;
}

/** The middle of some boxes, each counting by its volume; nothing where none has any. */
export const middleOfAll = (boxes: readonly Box[]): Vec3 | undefined =>
	balanceOf(boxes.map((box) => ({ kg: (box.x[1] - box.x[0]) * (box.y[1] - box.y[0]) * (box.z[1] - box.z[0]), at: middleOf(box) })));
