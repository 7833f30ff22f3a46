/**
 * Solves a dense system by elimination with row pivots (Golub and Van Loan, Matrix Computations, 3.4).
 *
 * @param a by rows; spoiled
 * @param b right-hand side; becomes the answer
 * @throws when nothing determines one of the unknowns
 */
export function solveDense(a: Float64Array, b: Float64Array): Float64Array {
	const n = b.length;
	for (let k = 0; k < n; k++) {
		let pivot = k;
		for (let i = k + 1; i < n; i++) if (Math.abs(a[i * n + k]) > Math.abs(a[pivot * n + k])) pivot = i;
		if (a[pivot * n + k] === 0) throw new Error(`nothing determines unknown ${k}`);
		if (pivot !== k) {
			for (let j = k; j < n; j++) [a[k * n + j], a[pivot * n + j]] = [a[pivot * n + j], a[k * n + j]];
			[b[k], b[pivot]] = [b[pivot], b[k]];
		}
		for (let i = k + 1; i < n; i++) {
			const factor = a[i * n + k] / a[k * n + k];
			if (factor === 0) continue;
			for (let j = k + 1; j < n; j++) a[i * n + j] -= factor * a[k * n + j];
			b[i] -= factor * b[k];
		}
	}
	for (let i = n - 1; i >= 0; i--) {
		let sum = b[i];
		for (let j = i + 1; j < n; j++) sum -= a[i * n + j] * b[j];
		b[i] = sum / a[i * n + i];
	}
	return b;
}
