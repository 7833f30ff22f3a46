import { rectangle, bounds, type Polygon } from '../geometry/polygon';
import { IDENTITY, type Pose } from '../geometry/pose';
import { vec2, vec3, type Vec2, type Vec3 } from '../geometry/vector';
import { placePart, type PlacedPart, type PlacedPiece } from '../modes';
import { rootOf } from '../pieces/placing';
import type { Grade } from '../plan/materials';
import type { Elastic } from './elastic';
import type { stuffOf } from '../plan/grades';
import { sectionOf, type SectionSize } from './section';

/**
 * How a part carries: as a plate that lies, as a beam that lies, as a board on edge, or as a leg. A splice is no part: it stands for two
 * boards that butt above their hinge, which keeps them from sagging there.
 */
export type Role = 'plate' | 'beam' | 'edge' | 'leg' | 'splice';

/** A part that carries. */
export interface Member {
	piece: string;
	/** Of the piece. */
	name: string;
	placed: PlacedPart;
	role: Role;
	grade: Grade;
	/** From above, with its openings. */
	outline: Polygon;
	holes: Polygon[];
	/** Height of what lies on it. */
	top: number;
	/** Its ends from above, of beams and boards on edge. */
	ends?: [Vec2, Vec2];
	section?: SectionSize;
	/** How long it is, mm. */
	long: number;
	elastic: Elastic;
}

/** A part from above; the box of what stands askew. */
export const footprintOf = ({ footprint, box }: PlacedPart): Polygon => footprint ?? rectangle(...box.x, ...box.y);

export const lengthOf = (a: Vec3, b: Vec3) => Math.hypot(b.x - a.x, b.y - a.y, b.z - a.z);
const directionOf = (a: Vec3, b: Vec3): Vec3 => {
	const l = lengthOf(a, b);
	return vec3((b.x - a.x) / l, (b.y - a.y) / l, (b.z - a.z) / l);
};

/** A member before its elastic half is made, which needs the places of all contacts. */
export type Planned = Omit<Member, 'elastic'> & {
	grain: number;
	link: string;
	/** As built, with every joint at 0, and where its link has been moved to since: what moves as one touches as it was built. */
	built: PlacedPart;
	pose: Pose;
};

/** What a link moves with, named by the first link of it: what is fixed to another is one with it. */
export function bodyOf({ id, assembly: { links } }: Pick<PlacedPiece, 'id' | 'assembly'>, link: string): string {
	const root = rootOf(links, link);
	return links.find((one) => one.id === root)?.joint.type === 'fixed' ? id : `${id}/${root}`;
}

/** Cosines of the leans up to which a board lies, and from which on it stands; what leans between only weighs. */
export const LIES = 0.9;
const STANDS = 0.35;

/** How a part carries; nothing for what leans, hangs as cloth or is bought. */
export function memberOf(
	piece: PlacedPiece,
	placed: PlacedPart,
	pose: Pose,
	{ grade, section: shape }: NonNullable<ReturnType<typeof stuffOf>>
): Planned | undefined {
	const { part, lower, upper, box } = placed;
	const normal = directionOf(lower[0], upper[0]);
	const common = {
		piece: piece.id,
		name: part.name,
		link: bodyOf(piece, part.link),
		placed,
		built: placePart(piece.id, part, IDENTITY),
		pose,
		grade,
		holes: [],
		top: box.z[1],
		grain: 0
	};
	if (part.form === 'board') {
		if (Math.abs(normal.z) > LIES) {
			const flat = (points: readonly Vec3[]) => points.map(({ x, y }) => vec2(x, y));
			const { x, y } = bounds(part.outline);
			// The grain of the face runs along the longer side: so parts are laid on their sheets.
			const along = axisOf(placed, x[1] - x[0] >= y[1] - y[0] ? 'x' : 'y');
			const grain = Math.atan2(along.y, along.x);
			const outline = flat(lower);
			return {
				...common,
				role: 'plate',
				outline,
				holes: (placed.holes ?? []).map((hole) => flat(hole.lower)),
				grain,
				long: Math.max(...Object.values(bounds(outline)).map(([low, high]) => high - low))
			};
		}
		if (Math.abs(normal.z) > STANDS) return undefined;
		const ends = levelEnds([...lower, ...upper], vec2(-normal.y, normal.x));
		const long = Math.hypot(ends[1].x - ends[0].x, ends[1].y - ends[0].y);
		// A shape counts by its mean height: notches weaken it, and what is cut off bears nothing.
		const height = long > 0 ? areaIn3d(lower) / long : 0;
		if (long < 1 || height < 1) return undefined;
		return {
			...common,
			role: 'edge',
			outline: footprintOf(placed),
			ends,
			long,
			section: sectionOf({ shape: 'solid' }, part.thickness, height)
		};
	}
	const [a, b] = longestEdge(lower);
	const direction = directionOf(a, b);
	const { x, y } = bounds(part.outline);
	const [long, wide] = [Math.max(x[1] - x[0], y[1] - y[0]), Math.min(x[1] - x[0], y[1] - y[0])];
	if (Math.abs(direction.z) > 0.7)
		return { ...common, role: 'leg', outline: footprintOf(placed), long, section: sectionOf(shape, wide, part.thickness) };
	if (Math.abs(direction.z) > STANDS) return undefined;
	const level = Math.abs(normal.z) > 0.7;
	const section = level ? sectionOf(shape, wide, part.thickness) : sectionOf(shape, part.thickness, wide);
	return {
		...common,
		role: 'beam',
		outline: footprintOf(placed),
		ends: levelEnds([...lower, ...upper], vec2(direction.x, direction.y)),
		long,
		section
	};
}

/** Direction of an axis of a part's own plane in the vehicle: what its corners there and here have in common. */
function axisOf({ part: { outline }, lower }: PlacedPart, axis: 'x' | 'y'): Vec3 {
	const [o, first] = [outline[0], outline[1]];
	const [a, b] = [first.x - o.x, first.y - o.y];
	const cross = (p: Vec2) => a * (p.y - o.y) - b * (p.x - o.x);
	const k = outline.reduce((best, p, i) => (Math.abs(cross(p)) > Math.abs(cross(outline[best])) ? i : best), 0);
	const [c, d] = [outline[k].x - o.x, outline[k].y - o.y];
	// The axis as a sum of two sides in the part's own plane, and the same sum of these sides in the vehicle.
	const [s, t] = axis === 'x' ? [d / cross(outline[k]), -b / cross(outline[k])] : [-c / cross(outline[k]), a / cross(outline[k])];
	const side = (of: 'x' | 'y' | 'z') => s * (lower[1][of] - lower[0][of]) + t * (lower[k][of] - lower[0][of]);
	return vec3(side('x'), side('y'), side('z'));
}

function longestEdge(points: readonly Vec3[]): [Vec3, Vec3] {
	let best: [Vec3, Vec3] = [points[0], points[1]];
	points.forEach((b, i) => {
		const a = points.at(i - 1)!;
		if (lengthOf(a, b) > lengthOf(...best)) best = [a, b];
	});
	return best;
}

/** The ends of some points along a level direction, on the line through their middle. */
function levelEnds(points: readonly Vec3[], towards: Vec2): [Vec2, Vec2] {
	const l = Math.hypot(towards.x, towards.y);
	const [dx, dy] = [towards.x / l, towards.y / l];
	const along = points.map((p) => p.x * dx + p.y * dy);
	const across = points.map((p) => -p.x * dy + p.y * dx);
	const middle = (Math.min(...across) + Math.max(...across)) / 2;
	return [Math.min(...along), Math.max(...along)].map((s) => vec2(s * dx - middle * dy, s * dy + middle * dx)) as [Vec2, Vec2];
}

/** Area of a plane outline in the vehicle, mm². */
function areaIn3d(points: readonly Vec3[]): number {
	const sum = vec3(0, 0, 0);
	points.forEach((b, i) => {
		const a = points.at(i - 1)!;
		sum.x += a.y * b.z - a.z * b.y;
		sum.y += a.z * b.x - a.x * b.z;
		sum.z += a.x * b.y - a.y * b.x;
	});
	return Math.hypot(sum.x, sum.y, sum.z) / 2;
}
