import { contains, type Polygon } from '../geometry/polygon';
import { dot, vec3, type Vec3 } from '../geometry/vector';
import { floorLining, halfWidth, type Interior } from '../interior';
import type { PlacedPart, PlacedPiece } from '../modes';
import type { Fastening, Vehicle } from '../plan';

/** The way into the room at a place of the vehicle, as a unit vector. */
const INTO = {
	floor: vec3(0, 0, 1),
	'left wall': vec3(0, -1, 0),
	'right wall': vec3(0, 1, 0),
	up: vec3(0, 0, 1),
	down: vec3(0, 0, -1),
	left: vec3(0, 1, 0),
	right: vec3(0, -1, 0),
	forward: vec3(1, 0, 0),
	back: vec3(-1, 0, 0)
} as const;

/** Where the vehicle's end of a fastening is, and the way into the room there; undefined for one that goes to a neighbour. */
export function footOf(
	vehicle: Pick<Vehicle, 'anchors' | 'lining'>,
	interior: Interior,
	held: Fastening
): { at: Vec3; into: Vec3 } | undefined {
	if ('anchor' in held) {
		const anchor = vehicle.anchors[held.anchor];
		return { at: vec3(anchor.x.mm, anchor.y.mm, anchor.z.mm - floorLining(vehicle)), into: INTO[anchor.direction] };
	}
	if (!('surface' in held)) return undefined;
	const into = INTO[held.surface];
	if (held.surface === 'floor') return { at: vec3(held.x, held.at, 0), into };
	const side = held.surface === 'left wall' ? 'left' : 'right';
	return { at: vec3(held.x, (side === 'left' ? 1 : -1) * halfWidth(interior, side, held.x, held.at), held.at), into };
}

const clamp = (value: number, [low, high]: readonly [number, number]) => Math.max(low, Math.min(high, value));

/** The place of a part's box that is nearest to a point, and how far away it is. */
function nearestOn({ box }: PlacedPart, p: Vec3): { at: Vec3; away: number } {
	const at = vec3(clamp(p.x, box.x), clamp(p.y, box.y), clamp(p.z, box.z));
	return { at, away: Math.hypot(at.x - p.x, at.y - p.y, at.z - p.z) };
}

/** The firm part of a piece that comes nearest to a point, wood before what is bought. */
export function nearestPart(piece: PlacedPiece, p: Vec3): { part: PlacedPart; at: Vec3; away: number } | undefined {
	return piece.parts
		.filter(({ part }) => part.form === 'board' || part.form === 'bar')
		.map((part) => ({ part, ...nearestOn(part, p) }))
		.sort((a, b) => a.away - b.away)[0];
}

/** The nearest parts of two pieces to one another, by their boxes. */
export function nearestBetween(a: PlacedPiece, b: PlacedPiece): { part: PlacedPart; at: Vec3; away: number } | undefined {
	return b.parts
		.flatMap(({ box }) => {
			const middle = vec3((box.x[0] + box.x[1]) / 2, (box.y[0] + box.y[1]) / 2, (box.z[0] + box.z[1]) / 2);
			return a.parts.map((part) => {
				const here = nearestOn(part, middle);
				const there = vec3(clamp(here.at.x, box.x), clamp(here.at.y, box.y), clamp(here.at.z, box.z));
				const own = nearestOn(part, there);
				return { part, ...own };
			});
		})
		.sort((p, q) => p.away - q.away)[0];
}

/** Where on a part a bolt from a place of the vehicle goes through, when it goes through a face of it: in the part's own plane. */
export function throughPart(
	{ part, lower, upper }: PlacedPart,
	foot: Vec3,
	into: Vec3,
	reach: number
): { x: number; y: number } | undefined {
	// Own axes from the placed corners: the outline is rigid, so two of its edges and the thickness give them.
	const origin = lower[0];
	const [o, ...rest] = part.outline;
	const unit = (v: Vec3) => {
		const long = Math.hypot(v.x, v.y, v.z);
		return vec3(v.x / long, v.y / long, v.z / long);
	};
	const minus = (a: Vec3, b: Vec3) => vec3(a.x - b.x, a.y - b.y, a.z - b.z);
	const normal = unit(minus(upper[0], origin));
	const along = dot(normal, into);
	// A bolt goes square through a face; anything else misses the board or runs in its thickness.
	if (Math.abs(along) < 0.95 || rest.length < 2) return undefined;
	const far = dot(minus(origin, foot), normal) / along;
	if (far < -part.thickness - 1 || far > reach) return undefined;
	const hit = vec3(foot.x + far * into.x, foot.y + far * into.y, foot.z + far * into.z);
	const next = part.outline[1];
	const ex = unit(minus(lower[1], origin));
	const edge = Math.hypot(next.x - o.x, next.y - o.y);
	const [cx, cy] = [(next.x - o.x) / edge, (next.y - o.y) / edge];
	const ey = vec3(normal.y * ex.z - normal.z * ex.y, normal.z * ex.x - normal.x * ex.z, normal.x * ex.y - normal.y * ex.x);
	const offset = minus(hit, origin);
	const [u, v] = [dot(offset, ex), dot(offset, ey)];
	const p = { x: o.x + u * cx - v * cy, y: o.y + u * cy + v * cx };
	return contains(part.outline, p) ? p : undefined;
}

/** A round hole as a polygon of many corners, in a part's own plane. */
export const roundHole = (at: { x: number; y: number }, diameter: number): Polygon =>
	Array.from({ length: 16 }, (_, i) => {
		const angle = (i / 16) * 2 * Math.PI;
		return { x: at.x + (diameter / 2) * Math.cos(angle), y: at.y + (diameter / 2) * Math.sin(angle) };
	});
