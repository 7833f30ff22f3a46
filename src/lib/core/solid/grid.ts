import type { Manifold, ManifoldToplevel } from 'manifold-3d';
import type { Vec3 } from '../geometry/vector';

/** The geometry kernel once it is set up: it does the booleans, and measures volumes and gaps. */
export type Kernel = ManifoldToplevel;

/** A watertight mesh from corners and triangles that look outwards counter-clockwise. */
export function meshSolid(kernel: Kernel, corners: readonly Vec3[], triangles: readonly number[]): Manifold {
	const vertProperties = new Float32Array(corners.length * 3);
	corners.forEach(({ x, y, z }, i) => vertProperties.set([x, y, z], i * 3));
	return new kernel.Manifold(new kernel.Mesh({ numProp: 3, vertProperties, triVerts: Uint32Array.from(triangles) }));
}

/**
 * The solid between two surfaces that are given over the same grid of (u, v): `front(u, v)` and `back(u, v)`, joined
 * along the rim. Seen so that u runs right and v runs up, the front is what one looks at.
 */
export function gridSolid(
	kernel: Kernel,
	us: readonly number[],
	vs: readonly number[],
	front: (u: number, v: number) => Vec3,
	back: (u: number, v: number) => Vec3
): Manifold {
	const corners = [front, back].flatMap((surface) => us.flatMap((u) => vs.map((v) => surface(u, v))));
	const [n, m] = [us.length, vs.length];
	const at = (side: 0 | 1, i: number, j: number) => side * n * m + i * m + j;
	const triangles: number[] = [];
	const quad = (a: number, b: number, c: number, d: number) => triangles.push(a, b, c, a, c, d);
	for (let i = 0; i < n - 1; i++)
		for (let j = 0; j < m - 1; j++) {
			quad(at(0, i, j), at(0, i + 1, j), at(0, i + 1, j + 1), at(0, i, j + 1));
			quad(at(1, i, j), at(1, i, j + 1), at(1, i + 1, j + 1), at(1, i + 1, j));
		}
	for (let i = 0; i < n - 1; i++) {
		quad(at(0, i, 0), at(1, i, 0), at(1, i + 1, 0), at(0, i + 1, 0));
		quad(at(0, i, m - 1), at(0, i + 1, m - 1), at(1, i + 1, m - 1), at(1, i, m - 1));
	}
	for (let j = 0; j < m - 1; j++) {
		quad(at(0, 0, j), at(0, 0, j + 1), at(1, 0, j + 1), at(1, 0, j));
		quad(at(0, n - 1, j), at(1, n - 1, j), at(1, n - 1, j + 1), at(0, n - 1, j + 1));
	}
	return meshSolid(kernel, corners, triangles);
}

/** Places from `from` to `to` with every knot in between and no stretch longer than `step`. */
export function spread(knots: readonly number[], from: number, to: number, step: number): number[] {
	const fixed = [from, ...knots.filter((knot) => knot > from + 1e-6 && knot < to - 1e-6), to];
	return fixed.flatMap((at, i) => {
		if (i === 0) return [at];
		const before = fixed[i - 1];
		const pieces = Math.max(1, Math.ceil((at - before) / step));
		return Array.from({ length: pieces }, (_, k) => before + ((k + 1) / pieces) * (at - before));
	});
}
