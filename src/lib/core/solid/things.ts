import type { Manifold } from 'manifold-3d';
import type { Polygon } from '../geometry/polygon';
import { area } from '../geometry/polygon';
import { vec3, type Vec3 } from '../geometry/vector';
import type { SeatSolid } from '../interior';
import type { PlacedPad, PlacedPart } from '../modes';
import { meshSolid, type Kernel } from './grid';

/** One ring of a prism: its corners in its own plane, and those of its lower and upper face where it stands. */
interface Ring {
	outline: Polygon;
	lower: readonly Vec3[];
	upper: readonly Vec3[];
}

/** A ring in the order the kernel wants, seen from the upper face: counter-clockwise outside, clockwise round a hole. */
function ordered({ outline, lower, upper }: Ring, hole: boolean): Ring {
	if (area(outline) >= 0 !== hole) return { outline, lower, upper };
	return { outline: [...outline].reverse(), lower: [...lower].reverse(), upper: [...upper].reverse() };
}

/**
 * A prism between two like outlines, corner by corner: a board where it stands, tilted or not, with openings through it. The
 * outlines in its own plane are for cutting the faces into triangles.
 */
export function prism(
	kernel: Kernel,
	outline: Polygon,
	lower: readonly Vec3[],
	upper: readonly Vec3[],
	holes: readonly Ring[] = []
): Manifold {
	const rings = [ordered({ outline, lower, upper }, false), ...holes.map((hole) => ordered(hole, true))];
	const n = rings.reduce((sum, ring) => sum + ring.outline.length, 0);
	const triangles: number[] = [];
	for (const [a, b, c] of kernel.triangulate(rings.map((ring) => ring.outline.map((p): [number, number] => [p.x, p.y])))) {
		triangles.push(n + a, n + b, n + c);
		triangles.push(c, b, a);
	}
	let start = 0;
	for (const ring of rings) {
		const count = ring.outline.length;
		for (let k = 0; k < count; k++) {
			const [i, j] = [start + k, start + ((k + 1) % count)];
			triangles.push(i, j, n + j, i, n + j, n + i);
		}
		start += count;
	}
	return meshSolid(kernel, [...rings.flatMap((ring) => ring.lower), ...rings.flatMap((ring) => ring.upper)], triangles);
}

/** A board or bar where it stands. */
export const partSolid = (kernel: Kernel, { part, lower, upper, holes = [] }: PlacedPart): Manifold =>
	prism(
		kernel,
		part.outline,
		lower,
		upper,
		holes.map((hole, i) => ({ ...hole, outline: part.cutOuts![i].outline }))
	);

/** A pad where it lies. */
export const padSolid = (kernel: Kernel, { outline, lower, upper }: PlacedPad): Manifold => prism(kernel, outline, lower, upper);

/** A seat as it is set, one prism for each of its blocks. */
export const seatSolids = (kernel: Kernel, { profiles, y }: SeatSolid): Manifold[] =>
	profiles.map((profile) =>
		// The profile lies in (x, z), so its own upward direction is -y.
		prism(
			kernel,
			profile,
			profile.map((p) => vec3(p.x, y[1], p.y)),
			profile.map((p) => vec3(p.x, y[0], p.y))
		)
	);
