import type { Manifold } from 'manifold-3d';
import type { Polygon } from '../geometry/polygon';
import { area } from '../geometry/polygon';
import { vec3, type Vec3 } from '../geometry/vector';
import type { SeatSolid } from '../interior';
import type { PlacedPad, PlacedPart } from '../modes';
import { meshSolid, type Kernel } from './grid';

/**
 * A prism between two like outlines, corner by corner: a board where it stands, tilted or not. `outline` is the same
 * corners in the board's own plane, for cutting the faces into triangles.
 */
export function prism(kernel: Kernel, outline: Polygon, lower: readonly Vec3[], upper: readonly Vec3[]): Manifold {
	const n = outline.length;
	// The kernel wants outlines counter-clockwise, seen from the upper face.
	const order = area(outline) >= 0 ? [...outline.keys()] : [...outline.keys()].reverse();
	const faces = kernel.triangulate([order.map((i): [number, number] => [outline[i].x, outline[i].y])]);
	const triangles: number[] = [];
	for (const [a, b, c] of faces) {
		triangles.push(n + order[a], n + order[b], n + order[c]);
		triangles.push(order[c], order[b], order[a]);
	}
	for (let k = 0; k < n; k++) {
		const [i, j] = [order[k], order[(k + 1) % n]];
		triangles.push(i, j, n + j, i, n + j, n + i);
	}
	return meshSolid(kernel, [...lower, ...upper], triangles);
}

/** A board or bar where it stands. */
export const partSolid = (kernel: Kernel, { part, lower, upper }: PlacedPart): Manifold => prism(kernel, part.outline, lower, upper);

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
