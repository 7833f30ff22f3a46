/**
 * A dense system taken apart once, by elimination with row pivots (Golub and Van Loan, Matrix Computations, 3.4), to be solved for many
 * right-hand sides.
 */
export class DenseFactors {
	private readonly pivots: Int32Array;

	/**
	 * @param a by rows; its factors take its place
	 * @param n how many unknowns
	 * @throws when nothing determines one of the unknowns
	 */
	constructor(
		private readonly a: Float64Array,
		private readonly n: number
	) {
		this.pivots = new Int32Array(n);
		for (let k = 0; k < n; k++) {
			let pivot = k;
			for (let i = k + 1; i < n; i++) if (Math.abs(a[i * n + k]) > Math.abs(a[pivot * n + k])) pivot = i;
			if (a[pivot * n + k] === 0) throw new Error(`nothing determines unknown ${k}`);
			this.pivots[k] = pivot;
			const row = a.subarray(k * n, k * n + n);
			if (pivot !== k) {
				const other = a.subarray(pivot * n, pivot * n + n);
				for (let j = 0; j < n; j++) [row[j], other[j]] = [other[j], row[j]];
			}
			for (let i = k + 1; i < n; i++) {
				const below = a.subarray(i * n, i * n + n);
				const factor = below[k] / row[k];
				below[k] = factor;
				if (factor === 0) continue;
				for (let j = k + 1; j < n; j++) below[j] -= factor * row[j];
			}
		}
	}

	/**
	 * @param b right-hand side; becomes the answer
	 */
	solve(b: Float64Array): Float64Array {
		const { a, n, pivots } = this;
		// All exchanges first: rows were exchanged whole, what was eliminated before included.
		for (let k = 0; k < n; k++) if (pivots[k] !== k) [b[k], b[pivots[k]]] = [b[pivots[k]], b[k]];
		for (let i = 1; i < n; i++) {
			let sum = b[i];
			for (let j = 0; j < i; j++) sum -= a[i * n + j] * b[j];
			b[i] = sum;
		}
		for (let i = n - 1; i >= 0; i--) {
			let sum = b[i];
			for (let j = i + 1; j < n; j++) sum -= a[i * n + j] * b[j];
			b[i] = sum / a[i * n + i];
		}
		return b;
	}
}
