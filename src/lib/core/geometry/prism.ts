import { vec3, type Vec3 } from './vector';

const cross = (a: Vec3, b: Vec3): Vec3 => vec3(a.y * b.z - a.z * b.y, a.z * b.x - a.x * b.z, a.x * b.y - a.y * b.x);
const between = (a: Vec3, b: Vec3): Vec3 => vec3(b.x - a.x, b.y - a.y, b.z - a.z);

/** Edge directions of a prism: one for each side of its outline, and the one from face to face. */
function edgesOf(corners: readonly Vec3[]): Vec3[] {
	const n = corners.length / 2;
	return [...Array.from({ length: n }, (_, i) => between(corners[i], corners[(i + 1) % n])), between(corners[0], corners[n])];
}

/** Normals of a prism's faces: of the outline, and of each side. */
function normalsOf(edges: readonly Vec3[]): Vec3[] {
	const up = edges[edges.length - 1];
	return [cross(edges[0], edges[1]), ...edges.slice(0, -1).map((edge) => cross(edge, up))];
}

/**
 * Signed distance between two convex prisms by the separating axis theorem, mm: positive when apart, by the gap along
 * the best axis (the true distance is never less), negative by the least shift that parts them. Each is given by the
 * corners of its lower face followed by those of its upper one. A prism that is not convex counts as its hull.
 */
export function prismSeparation(a: readonly Vec3[], b: readonly Vec3[]): number {
	const [ea, eb] = [edgesOf(a), edgesOf(b)];
	const axes = [...normalsOf(ea), ...normalsOf(eb), ...ea.flatMap((p) => eb.map((q) => cross(p, q)))];
	let best = -Infinity;
	for (const { x, y, z } of axes) {
		const size = Math.hypot(x, y, z);
		if (size < 1e-6) continue;
		let [a0, a1, b0, b1] = [Infinity, -Infinity, Infinity, -Infinity];
		for (const p of a) {
			const along = (p.x * x + p.y * y + p.z * z) / size;
			if (along < a0) a0 = along;
			if (along > a1) a1 = along;
		}
		for (const p of b) {
			const along = (p.x * x + p.y * y + p.z * z) / size;
			if (along < b0) b0 = along;
			if (along > b1) b1 = along;
		}
		best = Math.max(best, a0 - b1, b0 - a1);
	}
	return best;
}
