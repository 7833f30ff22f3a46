import type { Polygon } from '../geometry/polygon';
import { bounds } from '../geometry/polygon';

/** A half-plane that an outline lies in: points with nx · x + ny · y + d ≥ 0, the normal of length 1 pointing inwards. */
interface Side {
	nx: number;
	ny: number;
	d: number;
}

/** The sides of a convex outline. */
function sidesOf(outline: Polygon): Side[] {
	const turn = outline.reduce((sum, p, i) => {
		const q = outline[(i + 1) % outline.length];
		return sum + p.x * q.y - q.x * p.y;
	}, 0);
	const way = turn > 0 ? 1 : -1;
	return outline.flatMap((p, i): Side[] => {
		const q = outline[(i + 1) % outline.length];
		const size = Math.hypot(q.x - p.x, q.y - p.y);
		if (size < 1e-9) return [];
		const [nx, ny] = [(way * (p.y - q.y)) / size, (way * (q.x - p.x)) / size];
		return [{ nx, ny, d: -(nx * p.x + ny * p.y) }];
	});
}

/** Room beside each side of an outline for a turned rectangle: nx · cx + ny · cy + d by where its centre is, how much it could grow there. */
function roomBeside(outline: Polygon, long: number, wide: number, angle: number): Side[] {
	const [c, s] = [Math.cos(angle), Math.sin(angle)];
	return sidesOf(outline).map(({ nx, ny, d }) => {
		const [along, across] = [Math.abs(nx * c + ny * s), Math.abs(ny * c - nx * s)];
		const reach = (along + across) / 2;
		return { nx: nx / reach, ny: ny / reach, d: (d - (along * long + across * wide) / 2) / reach };
	});
}

/** How much a rectangle could grow in the middle of a convex outline, its sides along the axes: never more than anywhere, and quickly told. */
export function growthInMiddle(outline: Polygon, long: number, wide: number): number {
	const { x, y } = bounds(outline);
	const [cx, cy] = [(x[0] + x[1]) / 2, (y[0] + y[1]) / 2];
	return Math.min(...roomBeside(outline, long, wide, 0).map(({ nx, ny, d }) => nx * cx + ny * cy + d));
}

/**
 * The most that the least of some linear functions of cy comes to, at one cx: where two of them cross of which one rises
 * and the other falls, at the lowest such crossing.
 */
function highestAt(sides: readonly Side[], cx: number): number {
	let highest = Infinity;
	for (const rising of sides) {
		const b = rising.nx * cx + rising.d;
		if (Math.abs(rising.ny) < 1e-12) highest = Math.min(highest, b);
		if (rising.ny < 1e-12) continue;
		for (const falling of sides) {
			if (falling.ny > -1e-12) continue;
			const crossing = (rising.ny * (falling.nx * cx + falling.d) - falling.ny * b) / (rising.ny - falling.ny);
			if (crossing < highest) highest = crossing;
		}
	}
	return highest;
}

const ROUNDS = 26;

/** The greatest value of a concave function of one variable between two bounds, by thirds. */
function peak(low: number, high: number, f: (at: number) => number): number {
	let [a, b] = [low, high];
	for (let i = 0; i < ROUNDS; i++) {
		const [p, q] = [a + (b - a) / 3, b - (b - a) / 3];
		if (f(p) < f(q)) a = p;
		else b = q;
	}
	return f((a + b) / 2);
}

/**
 * How much a rectangle turned by an angle could grow, in both of its sides, and still lie inside a convex outline, mm;
 * negative by what it would have to shrink. The room beside each side of the outline is linear in the rectangle's
 * centre, so the least of them is concave: its peak across is where two sides cross, and along it is found by thirds.
 */
export function growthAt(outline: Polygon, long: number, wide: number, angle: number): number {
	const sides = roomBeside(outline, long, wide, angle);
	return peak(...bounds(outline).x, (cx) => highestAt(sides, cx));
}

/** Angles at which a tilted rectangle is tried, degrees. */
const STEP = 3;

/** The best way a rectangle lies in a convex outline: as it is, or tilted. */
export function bestTilt(outline: Polygon, long: number, wide: number): { growth: number; degrees: number } {
	let best = { growth: growthAt(outline, long, wide, 0), degrees: 0 };
	for (let degrees = STEP; degrees < 180; degrees += STEP) {
		const growth = growthAt(outline, long, wide, (degrees * Math.PI) / 180);
		if (growth > best.growth + 0.5) best = { growth, degrees };
	}
	return best;
}
