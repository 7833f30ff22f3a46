import type { Mesh } from '../solid';

/** The three directions along which a mesh is probed. */
export type Axis = 0 | 1 | 2;

/** Edge of a bucket of the index, mm: a few triangles of a usual scan. */
const BUCKET = 40;

/**
 * Where lines along one axis pierce a mesh. Triangles are kept in square buckets of the plane across the axis, so that a
 * line only asks those near it.
 */
export class Probe {
	private readonly buckets = new Map<number, number[]>();
	private readonly u: Axis;
	private readonly v: Axis;
	private readonly lowU: number;
	private readonly lowV: number;
	private readonly rows: number;

	constructor(
		private readonly mesh: Mesh,
		private readonly axis: Axis
	) {
		this.u = ((axis + 1) % 3) as Axis;
		this.v = ((axis + 2) % 3) as Axis;
		const { positions, triangles } = mesh;
		let [u0, v0, v1] = [Infinity, Infinity, -Infinity];
		for (let i = 0; i < positions.length; i += 3) {
			u0 = Math.min(u0, positions[i + this.u]);
			v0 = Math.min(v0, positions[i + this.v]);
			v1 = Math.max(v1, positions[i + this.v]);
		}
		this.lowU = u0;
		this.lowV = v0;
		this.rows = Math.floor((v1 - v0) / BUCKET) + 1;
		for (let t = 0; t < triangles.length; t += 3) {
			const [us, vs] = [this.u, this.v].map((axis) => [0, 1, 2].map((k) => positions[triangles[t + k] * 3 + axis]));
			for (let i = this.column(Math.min(...us)); i <= this.column(Math.max(...us)); i++)
				for (let j = this.row(Math.min(...vs)); j <= this.row(Math.max(...vs)); j++) {
					const key = i * this.rows + j;
					const bucket = this.buckets.get(key);
					if (bucket) bucket.push(t);
					else this.buckets.set(key, [t]);
				}
		}
	}

	private column(u: number): number {
		return Math.floor((u - this.lowU) / BUCKET);
	}

	private row(v: number): number {
		return Math.floor((v - this.lowV) / BUCKET);
	}

	/** Places along the axis at which the line through (u, v) pierces the mesh, lowest first; u and v are the next two axes in turn. */
	at(u: number, v: number): number[] {
		const { positions, triangles } = this.mesh;
		const found: number[] = [];
		for (const t of this.buckets.get(this.column(u) * this.rows + this.row(v)) ?? []) {
			const [a, b, c] = [triangles[t] * 3, triangles[t + 1] * 3, triangles[t + 2] * 3];
			const [au, av] = [positions[a + this.u] - u, positions[a + this.v] - v];
			const [bu, bv] = [positions[b + this.u] - u, positions[b + this.v] - v];
			const [cu, cv] = [positions[c + this.u] - u, positions[c + this.v] - v];
			// Twice the areas that the point makes with the sides: all of one sign inside.
			const [wa, wb, wc] = [bu * cv - bv * cu, cu * av - cv * au, au * bv - av * bu];
			const whole = wa + wb + wc;
			if (whole === 0 || Math.min(wa, wb, wc) * Math.max(wa, wb, wc) < 0) continue;
			found.push((wa * positions[a + this.axis] + wb * positions[b + this.axis] + wc * positions[c + this.axis]) / whole);
		}
		return found.sort((p, q) => p - q);
	}
}
