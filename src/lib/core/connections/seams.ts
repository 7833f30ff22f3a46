import { bounds, type Polygon } from '../geometry/polygon';
import { place } from '../geometry/pose';
import { boxSeparation, vec2, vec3, type Box, type Vec2, type Vec3 } from '../geometry/vector';
import type { Part } from '../pieces';
import type { Stock } from '../plan';
import { stuffOf } from '../plan/grades';
import { depthAt, facetsOf, sharedBy, within, type Facet, type Shared } from './facets';

/** A flat side that lies against another, with what the parts are made of. */
export interface Side {
	part: Part;
	facet: Facet;
	metal: boolean;
	/** Thickness of the wall of an open section, which is all that is drilled through there. */
	wall: number | undefined;
}

/** Where two parts lie against each other, in the frame of the first. */
export interface Seam {
	sides: [Side, Side];
	shared: Shared;
}

/** A part of a body with the box round it. */
export interface Boxed {
	part: Part;
	box: Box;
}

/** Along the longer way and across of what is shared. */
export function spread(outline: Polygon): { long: [number, number]; wide: [number, number]; at: (along: number, across: number) => Vec2 } {
	const { x, y } = bounds(outline);
	return x[1] - x[0] >= y[1] - y[0] ? { long: x, wide: y, at: vec2 } : { long: y, wide: x, at: (along, across) => vec2(across, along) };
}

/** A place in front of a side, so far out; behind it when negative. */
export function out({ facet }: Side, p: Vec2, by: number): Vec3 {
	return place(facet.pose, vec3(p.x, p.y, by));
}

/** How much is drilled through before the seam: all of a part, or the wall of what is open. */
export const throughOf = ({ part, facet, wall }: Side, p: Vec2): number => wall ?? depthAt(part, facet, p);

/** The same place in the frame of the other side. */
export function seenFrom(other: Side, one: Side, p: Vec2): Vec2 {
	const { x, y } = within(other.facet.pose, place(one.facet.pose, vec3(p.x, p.y, 0)));
	return vec2(x, y);
}

/** What is shared in the frame of the other side. */
export const turnedOver = ([one, other]: [Side, Side], { outline, openings }: Shared): Shared => {
	const seen = (ring: Polygon) => ring.map((p) => seenFrom(other, one, p)).reverse();
	return { outline: seen(outline), openings: openings.map(seen) };
};

/** Everything that is cut and lies against something else in one body of a piece. */
export function seamsOf(body: readonly Boxed[], stock: Stock): Seam[] {
	const cut = body.filter(({ part: { form, yields } }) => (form === 'board' || form === 'bar') && !yields);
	const sides = cut.map(({ part, box }): { box: Box; sides: Side[] } => {
		const stuff = stuffOf(part, stock);
		const metal = stuff?.grade.sort === 'metal';
		const wall = stuff && ['angle', 'T'].includes(stuff.section.shape) ? stuff.section.wall : undefined;
		return { box, sides: facetsOf(part).map((facet) => ({ part, facet, metal, wall })) };
	});
	return sides.flatMap((one, i) =>
		sides.slice(0, i).flatMap((other): Seam[] => {
			if (boxSeparation(one.box, other.box) > NEAR) return [];
			return one.sides.flatMap((a) =>
				other.sides.flatMap((b) => sharedBy(a.facet, b.facet).map((shared): Seam => ({ sides: [a, b], shared })))
			);
		})
	);
}

/** Boxes further apart than this do not touch, mm. */
const NEAR = 2;
