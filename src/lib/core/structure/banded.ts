/**
 * A symmetric positive definite matrix whose entries lie in a band along its diagonal, as stiffness matrices do when neighbours have
 * numbers that are close. Kept by rows, the lower half only.
 */
export class BandedMatrix {
	private readonly rows: Float64Array;
	private factored = false;

	/**
	 * @param size rows and columns
	 * @param band how far from the diagonal an entry may lie
	 */
	constructor(
		readonly size: number,
		readonly band: number
	) {
		this.rows = new Float64Array(size * (band + 1));
	}

	/** Adds to one entry and its mirror image; entries above the diagonal are passed over, so that a whole symmetric block can be added. */
	add(row: number, column: number, value: number): void {
		if (column <= row) this.rows[row * (this.band + 1) + column - row + this.band] += value;
	}

	/** Holds one unknown at zero: its row and column go, and 1 stays on the diagonal. */
	hold(index: number): void {
		const { size, band, rows } = this;
		for (let j = Math.max(0, index - band); j <= Math.min(size - 1, index + band); j++) {
			const [row, column] = j < index ? [index, j] : [j, index];
			rows[row * (band + 1) + column - row + band] = j === index ? 1 : 0;
		}
	}

	/**
	 * Cholesky factor in place (Golub and Van Loan, Matrix Computations, band Cholesky).
	 *
	 * @throws when the matrix is not positive definite: something that it stands for can move freely
	 */
	private factor(): void {
		const { size, band, rows } = this;
		const wide = band + 1;
		for (let i = 0; i < size; i++) {
			const first = Math.max(0, i - band);
			const iRow = i * wide + band - i;
			for (let j = first; j <= i; j++) {
				const jRow = j * wide + band - j;
				let sum = rows[iRow + j];
				for (let k = Math.max(first, j - band); k < j; k++) sum -= rows[iRow + k] * rows[jRow + k];
				if (j < i) rows[iRow + j] = sum / rows[jRow + j];
				else if (sum > 0) rows[iRow + i] = Math.sqrt(sum);
				else throw new Error(`not positive definite at row ${i}`);
			}
		}
		this.factored = true;
	}

	/** The unknowns for a right-hand side, which stays as it is. Factors at the first call. */
	solve(right: Float64Array): Float64Array {
		if (!this.factored) this.factor();
		const { size, band, rows } = this;
		const wide = band + 1;
		const x = Float64Array.from(right);
		// Up to the first entry there is nothing to do: most right-hand sides are one force.
		let first = 0;
		while (first < size && x[first] === 0) first++;
		for (let i = first; i < size; i++) {
			const row = i * wide + band - i;
			let sum = x[i];
			for (let k = Math.max(first, i - band); k < i; k++) sum -= rows[row + k] * x[k];
			x[i] = sum / rows[row + i];
		}
		for (let i = size - 1; i >= 0; i--) {
			const row = i * wide + band - i;
			const value = (x[i] /= rows[row + i]);
			for (let k = Math.max(0, i - band); k < i; k++) x[k] -= rows[row + k] * value;
		}
		return x;
	}
}
