import { freeColumn } from './evaluate';
import type { Interior } from './interior';

/** Edge of a cell of the field in mm. */
export const CELL = 10;

/**
 * The free space as two height maps over (x, y): for each cell of 10 mm the lowest and the highest free z at its
 * centre, with tables of the least and greatest over every block of 2^i by 2^j cells, so that a rectangle of any
 * size is answered from four overlapping blocks.
 */
export class Field {
	readonly columns: number;
	readonly rows: number;
	/** x and y of the low corner of cell (0, 0). */
	readonly originX: number;
	readonly originY: number;
	/** tables[i * levelsY + j][cell]: over 2^i columns and 2^j rows from that cell. */
	private readonly floors: Float32Array[];
	private readonly roofs: Float32Array[];
	private readonly levelsY: number;

	constructor(interior: Interior) {
		const walls = [...interior.sections.flatMap((s) => [...s.left.value, ...s.right.value])];
		const widest = Math.max(...walls, ...interior.scribed.map(({ curve }) => Math.max(...curve.value)));
		const rearmost = Math.min(0, ...interior.rear.value);
		this.originX = Math.floor(rearmost / CELL) * CELL;
		this.originY = -Math.ceil(widest / CELL) * CELL;
		this.columns = Math.ceil((interior.length - this.originX) / CELL);
		this.rows = Math.ceil((-2 * this.originY) / CELL);
		this.levelsY = Math.floor(Math.log2(this.rows)) + 1;
		const floor = new Float32Array(this.columns * this.rows).fill(Infinity);
		// Roofs are kept negated, so that one loop serves both maps.
		const roof = new Float32Array(this.columns * this.rows).fill(Infinity);
		for (let i = 0; i < this.columns; i++)
			for (let j = 0; j < this.rows; j++) {
				const free = freeColumn(interior, this.originX + (i + 0.5) * CELL, this.originY + (j + 0.5) * CELL);
				if (!free) continue;
				floor[i * this.rows + j] = free.low;
				roof[i * this.rows + j] = -free.high;
			}
		this.floors = this.tables(floor);
		this.roofs = this.tables(roof);
	}

	/** The greatest value over every block of 2^i by 2^j cells. */
	private tables(cells: Float32Array): Float32Array[] {
		const levelsX = Math.floor(Math.log2(this.columns)) + 1;
		const all: Float32Array[] = [cells];
		for (let i = 0; i < levelsX; i++)
			for (let j = i === 0 ? 1 : 0; j < this.levelsY; j++) {
				const [from, step] =
					j > 0 ? [all[i * this.levelsY + j - 1], 1 << (j - 1)] : [all[(i - 1) * this.levelsY], (1 << (i - 1)) * this.rows];
				const table = from.slice();
				const limit = cells.length - step;
				for (let at = 0; at < limit; at++) if (from[at + step] > table[at]) table[at] = from[at + step];
				all.push(table);
			}
		return all;
	}

	/** Lowest and highest free z of the cell that holds (x, y); high below low where nothing is free. */
	column(x: number, y: number): { low: number; high: number } {
		return this.rectangle([x, x], [y, y]);
	}

	/**
	 * The free stretch of height common to every cell that a rectangle touches, in constant time: `low` is the highest
	 * floor, `high` the lowest roof. `high` is -Infinity when part of the rectangle lies outside the interior.
	 */
	rectangle(x: [number, number], y: [number, number]): { low: number; high: number } {
		const i0 = Math.floor((x[0] - this.originX) / CELL);
		const i1 = Math.floor((x[1] - this.originX) / CELL);
		const j0 = Math.floor((y[0] - this.originY) / CELL);
		const j1 = Math.floor((y[1] - this.originY) / CELL);
		if (i0 < 0 || j0 < 0 || i1 >= this.columns || j1 >= this.rows) return { low: Infinity, high: -Infinity };
		const a = 31 - Math.clz32(i1 - i0 + 1);
		const b = 31 - Math.clz32(j1 - j0 + 1);
		const floor = this.floors[a * this.levelsY + b];
		const roof = this.roofs[a * this.levelsY + b];
		const ia = (i1 - (1 << a) + 1) * this.rows;
		const jb = j1 - (1 << b) + 1;
		const [p, q, r, s] = [i0 * this.rows + j0, i0 * this.rows + jb, ia + j0, ia + jb];
		return {
			low: Math.max(floor[p], floor[q], floor[r], floor[s]),
			high: -Math.max(roof[p], roof[q], roof[r], roof[s])
		};
	}
}
