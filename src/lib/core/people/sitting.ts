import { bounds } from '../geometry/polygon';
import { vec3, type Box, type Vec3 } from '../geometry/vector';
import { archNotch, furthestRear, leastHalfWidth, sign } from '../interior';
import type { PlacedPiece, Scene } from '../modes';
import type { Surface } from '../pieces';
import { SEGMENT, type Body } from './body';
import { seatBoxes } from './standing';

/** How somebody sits, seen from above. */
export interface Sight {
	/** The axis along which they look, and whether towards its high end. */
	axis: 'x' | 'y';
	s: 1 | -1;
	/** What their back is against, or where it would be, and the front edge of what they sit on; on that axis, mm. */
	back: number;
	edge: number;
	/** Their middle on the other axis, mm. */
	middle: number;
}

/** A point so far ahead of a sitter's back, at a height. */
export const aheadOf = ({ axis, s, back, middle }: Sight, ahead: number, z: number): Vec3 =>
	axis === 'y' ? vec3(middle, back + s * ahead, z) : vec3(back + s * ahead, middle, z);

/** A strip as broad as a body before its middle, on the axis across its sight. */
const breadthOf = ({ middle }: Sight, breadth: number): [number, number] => [middle - breadth / 2, middle + breadth / 2];

const meet = (a: readonly [number, number], b: readonly [number, number]) => a[0] < b[1] && a[1] > b[0];

/** How far the vehicle itself goes before a sitter, over a breadth and a range of heights: a wall with its arches, or an end. */
function vehicleBefore({ axis, s }: Sight, across: [number, number], z: [number, number], { interior }: Scene): number {
	if (axis === 'x') return s > 0 ? interior.length : -furthestRear(interior, z);
	const side = s > 0 ? 'left' : 'right';
	const arches = interior.arches
		.filter((arch) => arch.side === side)
		.flatMap((arch) => {
			const foot = archNotch(arch, z[0], 0);
			return foot && meet(bounds(foot).x, across) ? [arch.inner] : [];
		});
	return Math.min(leastHalfWidth(interior, side, across, z), ...arches);
}

/** Feet go either side of a post or a bracket that is no broader than this, mm. */
const POST = 80;

/**
 * Where the room before a sitter ends at a range of heights, on the axis of their sight, mm: the wall or the end of the
 * vehicle, an arch, a seat or a piece other than their own; legs of tables and the like do not end it.
 */
export function endBefore(sight: Sight, breadth: number, z: [number, number], scene: Scene, own: readonly string[]): number {
	const { axis, s, edge } = sight;
	const across = breadthOf(sight, breadth);
	const others: Box[] = scene.pieces.filter(({ id }) => !own.includes(id)).flatMap(({ parts }) => parts.map(({ box }) => box));
	let end = vehicleBefore(sight, across, z, scene);
	for (const box of [...others, ...seatBoxes(scene)]) {
		const near = s > 0 ? box[axis][0] : -box[axis][1];
		const beside = box[axis === 'x' ? 'y' : 'x'];
		if (near > s * edge && near < end && beside[1] - beside[0] > POST && meet(beside, across) && meet(box.z, z)) end = near;
	}
	return s * end;
}

/** A top before a sitter at which one works, with the piece it belongs to. */
export interface Desk {
	piece: string;
	name: string;
	surface: Surface;
	/** Distance from the sitter's back to its near edge, mm. */
	near: number;
}

/** No top further away than this share of a stature is one's own. */
const OWN_DESK = 0.6;

/** The tops that one can sit at, as they are out in a scene. */
const topsIn = ({ pieces }: Scene): { piece: PlacedPiece; surface: Surface }[] =>
	pieces.flatMap((piece) =>
		piece.assembly.surfaces
			.filter(({ use, states }) => use === 'work' && states.includes(piece.state.id))
			.map((surface) => ({ piece, surface }))
	);

/** The nearest top before somebody of a stature: over some of a breadth, no further than an arm. */
export function deskBefore(sight: Sight, breadth: number, stature: number, scene: Scene): Desk | undefined {
	const { axis, s, back } = sight;
	const desks = topsIn(scene).flatMap(({ piece, surface }): Desk[] => {
		const over = bounds(surface.outline);
		if (!meet(over[axis === 'y' ? 'x' : 'y'], breadthOf(sight, breadth))) return [];
		const ends = over[axis].map((at) => s * (at - back));
		const [near, far] = [Math.min(...ends), Math.max(...ends)];
		return far > 0 && near < OWN_DESK * stature ? [{ piece: piece.id, name: piece.name, surface, near }] : [];
	});
	return desks.sort((a, b) => a.near - b.near)[0];
}

/** How somebody sits on the edge of a bed that looks one way: upright, the hollow of the knee at the edge. */
function onEdge({ outline }: Surface, body: Body, axis: 'x' | 'y', s: 1 | -1): Omit<Sight, 'middle'> {
	const [low, high] = bounds(outline)[axis];
	const depth = Math.min(high - low, SEGMENT.seatDepth * body.stature);
	const edge = s > 0 ? high : low;
	return { axis, s, back: edge - s * depth, edge };
}

/** Feet need so much floor before the edge of a bed to be put down, free so far up; as shares of stature, and mm. */
const FEET = 0.12;
const INSTEP = 120;
/** With so much room, as a share of stature, one sits along the longer edge, however much there is before a shorter one. */
const ROOMY = 0.25;
const EDGES: readonly [axis: 'x' | 'y', s: 1 | -1][] = [
	['y', -1],
	['y', 1],
	['x', 1],
	['x', -1]
];

/**
 * How each of several people sits on the edge of a bed: side by side along the edge that has a table before it, else along
 * the longest with room enough for legs.
 *
 * @param own the pieces that make the bed.
 */
export function edgeSights(bed: Surface, own: readonly string[], bodies: readonly Body[], scene: Scene): Sight[] {
	const places = EDGES.map(([axis, s]) => {
		const [from, to] = bounds(bed.outline)[axis === 'x' ? 'y' : 'x'];
		const share = (to - from) / bodies.length;
		const sights = bodies.map((body, i): Sight => {
			const sight = { ...onEdge(bed, body, axis, s), middle: from + (i + 0.5) * share };
			// One draws up to the middle of a table that stands anywhere before one's own stretch of the edge.
			const desk = deskBefore(sight, share, body.stature, scene);
			if (!desk) return sight;
			const [low, high] = bounds(desk.surface.outline)[axis === 'x' ? 'y' : 'x'];
			const stretch = [from + i * share, from + (i + 1) * share];
			const half = Math.min(share, body.hipBreadth) / 2;
			return { ...sight, middle: Math.max(stretch[0] + half, Math.min(stretch[1] - half, (low + high) / 2)) };
		});
		const room = Math.min(
			...sights.map((sight, i) => sight.s * (endBefore(sight, bodies[i].hipBreadth, [0, INSTEP], scene, own) - sight.edge))
		);
		const shortest = Math.min(...bodies.map(({ stature }) => stature));
		const feet = room >= FEET * shortest;
		const desks = sights.filter((sight, i) => deskBefore(sight, bodies[i].hipBreadth, bodies[i].stature, scene)).length;
		return { sights, room, long: to - from, desks: feet ? desks : 0, ease: room >= ROOMY * shortest ? 2 : feet ? 1 : 0 };
	});
	return places.sort((a, b) => b.desks - a.desks || b.ease - a.ease || b.long - a.long || b.room - a.room)[0].sights;
}

/** How people sit on a seat of a piece, side by side along it; undefined for a surface that is no seat. */
export function seatSights({ outline, faces, raked }: Surface, count: number): Sight[] | undefined {
	if (!faces && !raked) return undefined;
	const { x, y } = bounds(outline);
	const [from, to] = raked ? y : x;
	const share = (to - from) / Math.max(1, count);
	return Array.from({ length: count }, (_, i) => {
		const middle = from + (i + 0.5) * share;
		if (raked) return { axis: 'x', s: raked.facing, back: raked.backAt, edge: raked.facing > 0 ? x[1] : x[0], middle };
		return { axis: 'y', s: sign(faces!.direction), back: faces!.backAt, edge: faces!.edgeAt, middle };
	});
}
