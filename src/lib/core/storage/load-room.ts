import type { Box } from '../geometry/vector';
import { freeColumn, type Interior } from '../interior';
import { remember } from '../memory';
import type { Scene } from '../modes';
import { standingIn } from '../people';

/** Side of a column of room, mm. */
const COLUMN = 50;
/** Heights are tried every so often, mm. */
const RISE = 25;
/** What is built up on the floor no higher than this is loaded onto, mm. */
const FLOORING = 60;
/** Nothing is loaded that is flatter than this, mm. */
const FLATTEST = 100;

/** Free heights over a grid of columns: all of a column is free up to its height. */
interface Columns {
	nx: number;
	ny: number;
	/** Left edge of the first column across, mm. */
	right: number;
	/** How high each column is free above the floor, row by row along the vehicle. */
	high: Float64Array;
}

/** What roof, walls, arches, doors and pits leave over the floor: the least of the four corners of every column. Remembered. */
const overFloor = remember((interior: Interior): Columns => {
	const half = Math.max(...interior.sections.flatMap(({ left, right }) => [...left.value, ...right.value]));
	const [nx, across] = [Math.floor(interior.length / COLUMN), Math.floor(half / COLUMN)];
	const ny = 2 * across;
	const right = -across * COLUMN;
	const corner = (i: number, k: number): number => {
		const free = freeColumn(interior, i * COLUMN, right + k * COLUMN);
		return free && Math.abs(free.low) < 1 ? free.high : 0;
	};
	const corners = Array.from({ length: nx + 1 }, (_, i) => Array.from({ length: ny + 1 }, (_, k) => corner(i, k)));
	const high = new Float64Array(nx * ny);
	for (let i = 0; i < nx; i++)
		for (let k = 0; k < ny; k++) high[i * ny + k] = Math.min(corners[i][k], corners[i + 1][k], corners[i][k + 1], corners[i + 1][k + 1]);
	return { nx, ny, right, high };
});

/** Heights free for a load in a scene, above whatever flooring lies there. */
function freeIn(scene: Scene): { columns: Columns; base: number } {
	const { nx, ny, right, high } = overFloor(scene.interior);
	const left = Float64Array.from(high);
	let base = 0;
	const boxes = [
		...standingIn(scene),
		...scene.pieces.flatMap(({ pads }) => pads.map(({ box }) => box)),
		...scene.things.map(({ solid }) => solid.box)
	];
	for (const { x, y, z } of boxes) {
		if (z[1] <= 1) continue;
		const flooring = z[0] <= FLOORING && z[1] <= FLOORING;
		if (flooring) base = Math.max(base, z[1]);
		const [i0, i1] = [Math.max(0, Math.floor(x[0] / COLUMN)), Math.min(nx - 1, Math.ceil(x[1] / COLUMN) - 1)];
		const [k0, k1] = [Math.max(0, Math.floor((y[0] - right) / COLUMN)), Math.min(ny - 1, Math.ceil((y[1] - right) / COLUMN) - 1)];
		const top = flooring ? Infinity : Math.max(0, z[0]);
		for (let i = i0; i <= i1; i++) for (let k = k0; k <= k1; k++) left[i * ny + k] = Math.min(left[i * ny + k], top);
	}
	return { columns: { nx, ny, right, high: left }, base };
}

/** The largest rectangle of columns that are all free up to a height, by the heights of a histogram row by row. */
function largestRectangle({ nx, ny, high }: Columns, height: number): { i: [number, number]; k: [number, number]; area: number } {
	let best = { i: [0, 0] as [number, number], k: [0, 0] as [number, number], area: 0 };
	const run = new Array<number>(ny + 1).fill(0);
	for (let i = 0; i < nx; i++) {
		for (let k = 0; k < ny; k++) run[k] = high[i * ny + k] >= height ? run[k] + 1 : 0;
		const stack: number[] = [];
		for (let k = 0; k <= ny; k++) {
			while (stack.length > 0 && run[stack[stack.length - 1]] >= run[k]) {
				const long = run[stack.pop()!];
				const from = stack.length > 0 ? stack[stack.length - 1] + 1 : 0;
				const area = long * (k - from);
				if (area > best.area) best = { i: [i - long + 1, i + 1], k: [from, k], area };
			}
			stack.push(k);
		}
	}
	return best;
}

/**
 * The largest box that can stand on the floor in a scene: what is left for a load once everything stands, in steps of 50 mm along and
 * across and on the safe side of that. Undefined where nothing is left. Remembered.
 */
export const loadRoom = remember((scene: Scene): Box | undefined => {
	const { columns, base } = freeIn(scene);
	const heights = new Set([...columns.high].map((height) => Math.floor(height / RISE) * RISE));
	let best: { i: [number, number]; k: [number, number]; top: number; volume: number } | undefined;
	for (const height of heights) {
		if (height - base < FLATTEST) continue;
		const { i, k, area } = largestRectangle(columns, height);
		const top = lowestOver(columns, i, k);
		const volume = area * (top - base);
		if (area > 0 && (!best || volume > best.volume)) best = { i, k, top, volume };
	}
	if (!best) return undefined;
	const [y0, y1] = best.k.map((at) => columns.right + at * COLUMN);
	return { x: [best.i[0] * COLUMN, best.i[1] * COLUMN], y: [y0, y1], z: [base, best.top] };
});

/** The lowest of some columns. */
function lowestOver({ ny, high }: Columns, [i0, i1]: [number, number], [k0, k1]: [number, number]): number {
	let low = Infinity;
	for (let i = i0; i < i1; i++) for (let k = k0; k < k1; k++) low = Math.min(low, high[i * ny + k]);
	return low;
}
