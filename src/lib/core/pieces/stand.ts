import type { Polygon } from '../geometry/polygon';
import { frame } from '../geometry/pose';
import { vec2, vec3, type Box, type Vec2, type Vec3 } from '../geometry/vector';
import type { Part } from './assembly';
import type { Facing } from './facing';
import { boardIn, type Range } from './making';

/**
 * A piece's own directions on the floor: w along its front, towards +x or +y of the vehicle, from where it begins; d out of
 * its front, from its back. Cabinets and drawers are drawn in these and stand whichever way they look.
 */
export interface Stand {
	facing: Facing;
	/** Unit vector out of the front, and along it. */
	out: Vec3;
	along: Vec3;
	point(w: number, d: number): Vec2;
	box(w: Range, d: Range, z: Range): Box;
}

/**
 * @param back where the back stands: x for one that looks to the rear or the front, y for one that looks to a side, mm
 * @param from where it begins along its front: y or x
 */
export function standing(facing: Facing, back: number, from: number): Stand {
	const lengthwise = facing === 'left' || facing === 'right';
	const s = facing === 'left' || facing === 'front' ? 1 : -1;
	const point = (w: number, d: number): Vec2 => (lengthwise ? vec2(from + w, back + s * d) : vec2(back + s * d, from + w));
	return {
		facing,
		out: lengthwise ? vec3(0, s, 0) : vec3(s, 0, 0),
		along: lengthwise ? vec3(1, 0, 0) : vec3(0, 1, 0),
		point,
		box(w, d, z) {
			const [a, b] = [point(w[0], d[0]), point(w[1], d[1])];
			return { x: [Math.min(a.x, b.x), Math.max(a.x, b.x)], y: [Math.min(a.y, b.y), Math.max(a.y, b.y)], z };
		}
	};
}

/** The axis of the vehicle that runs along the front of a stand, and the one that runs out of it. */
export const axesOf = ({ facing }: Stand): { along: 'x' | 'y'; out: 'x' | 'y' } =>
	facing === 'left' || facing === 'right' ? { along: 'x', out: 'y' } : { along: 'y', out: 'x' };

/** An upright board across the front of a stand (its faces look out) or along its depth. */
export const boardAcross = (stand: Stand, id: string, name: string, stock: string, link: string, w: Range, d: Range, z: Range): Part =>
	boardIn(id, name, stock, link, stand.box(w, d, z), axesOf(stand).out);
export const boardAlong = (stand: Stand, id: string, name: string, stock: string, link: string, w: Range, d: Range, z: Range): Part =>
	boardIn(id, name, stock, link, stand.box(w, d, z), axesOf(stand).along);

/** The corners of a stretch of floor in a stand's own directions, as a polygon of the vehicle that runs counter-clockwise. */
export function outlineIn(stand: Stand, corners: readonly [w: number, d: number][]): Polygon {
	const points = corners.map(([w, d]) => stand.point(w, d));
	// Two of the four ways to look turn the order round.
	return stand.facing === 'left' || stand.facing === 'rear' ? points : [...points].reverse();
}

/** An upright board whose inner face stands on a line from above, its thickness towards the front of the stand. */
export function boardOnLine(
	stand: Stand,
	id: string,
	name: string,
	stock: string,
	link: string,
	[from, to]: [[w: number, d: number], [w: number, d: number]],
	z: Range,
	thickness: number
): Part {
	const ends = [stand.point(...from), stand.point(...to)];
	// Own x runs so that own z, which is own x turned by up, looks out of the front.
	const out = (a: Vec2, b: Vec2) => (b.y - a.y) * stand.out.x - (b.x - a.x) * stand.out.y;
	const [a, b] = out(ends[0], ends[1]) > 0 ? ends : [ends[1], ends[0]];
	const long = Math.hypot(b.x - a.x, b.y - a.y);
	return {
		id,
		name,
		form: 'board',
		stock,
		outline: [vec2(0, 0), vec2(long, 0), vec2(long, z[1] - z[0]), vec2(0, z[1] - z[0])],
		thickness,
		pose: frame(vec3(a.x, a.y, z[0]), vec3((b.x - a.x) / long, (b.y - a.y) / long, 0), vec3(0, 0, 1)),
		link
	};
}
