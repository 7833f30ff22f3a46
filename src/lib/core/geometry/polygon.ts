import { areaD, booleanOpD, ClipType, EndType, FillRule, inflatePathsD, JoinType, type PathsD } from 'clipper2-ts';
import type { Vec2 } from './vector';

/** A simple closed outline: its corners in order, the last joined to the first. Counter-clockwise outlines have positive area. */
export type Polygon = Vec2[];

// Clipper works on integers: two decimals keep a hundredth of a millimetre.
const DECIMALS = 2;

const combine = (kind: ClipType, subject: Polygon[], clip: Polygon[]): Polygon[] =>
	(booleanOpD(kind, subject as PathsD, clip as PathsD, FillRule.NonZero, DECIMALS) as Polygon[]).map((path) =>
		path.map(({ x, y }) => ({ x, y }))
	);

/** The parts of `subject` that lie outside every one of `holes`. Holes that come out as inner rings are clockwise. */
export const difference = (subject: Polygon, holes: Polygon[]): Polygon[] =>
	holes.length === 0 ? [subject] : combine(ClipType.Difference, [subject], holes);

/** The parts that `a` and `b` share. */
export const intersection = (a: Polygon, b: Polygon): Polygon[] => combine(ClipType.Intersection, [a], [b]);

/** The outlines round all of `polygons` together. */
export const union = (polygons: Polygon[]): Polygon[] => combine(ClipType.Union, polygons, []);

/** The outlines round all of `polygons` together, gaps of up to `gap` mm between them filled. */
export function closed(polygons: Polygon[], gap: number): Polygon[] {
	const by = (paths: PathsD, delta: number) => inflatePathsD(paths, delta, JoinType.Miter, EndType.Polygon, 4, DECIMALS);
	const grown = by(union(polygons) as PathsD, gap / 2);
	return by(grown, -gap / 2).map((path) => path.map(({ x, y }) => ({ x, y })));
}

/** An outline grown by `by` mm all round, corners kept sharp; undefined when a negative growth leaves nothing. */
export const offset = (polygon: Polygon, by: number): Polygon | undefined =>
	largest(
		inflatePathsD([polygon] as PathsD, by, JoinType.Miter, EndType.Polygon, 4, DECIMALS).map((path) => path.map(({ x, y }) => ({ x, y })))
	);

/** Area in mm², positive for counter-clockwise outlines. */
export const area = (polygon: Polygon): number => areaD(polygon as PathsD[number]);

/** The largest of several outlines by area, or undefined for none. */
export function largest(polygons: Polygon[]): Polygon | undefined {
	let best: Polygon | undefined;
	for (const polygon of polygons) if (!best || area(polygon) > area(best)) best = polygon;
	return best;
}

/** A rectangle with its sides along the axes, counter-clockwise. */
export const rectangle = (x0: number, x1: number, y0: number, y1: number): Polygon => [
	{ x: x0, y: y0 },
	{ x: x1, y: y0 },
	{ x: x1, y: y1 },
	{ x: x0, y: y1 }
];

/** Lowest and highest x and y of an outline. */
export function bounds(polygon: readonly Vec2[]): { x: [number, number]; y: [number, number] } {
	let [x0, x1, y0, y1] = [Infinity, -Infinity, Infinity, -Infinity];
	for (const { x, y } of polygon) {
		x0 = Math.min(x0, x);
		x1 = Math.max(x1, x);
		y0 = Math.min(y0, y);
		y1 = Math.max(y1, y);
	}
	return { x: [x0, x1], y: [y0, y1] };
}

/** Whether a point lies inside an outline (even-odd rule; points on the edge may fall either way). */
export function contains(polygon: Polygon, point: Vec2): boolean {
	let inside = false;
	for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
		const a = polygon[i];
		const b = polygon[j];
		if (a.y > point.y !== b.y > point.y && point.x < ((b.x - a.x) * (point.y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
	}
	return inside;
}

/** The outline turned by `angle` radians about the origin. */
export function turned(polygon: Polygon, angle: number): Polygon {
	const c = Math.cos(angle);
	const s = Math.sin(angle);
	return polygon.map(({ x, y }) => ({ x: x * c - y * s, y: x * s + y * c }));
}

/** The outline moved by (dx, dy). */
export const moved = (polygon: Polygon, dx: number, dy: number): Polygon => polygon.map(({ x, y }) => ({ x: x + dx, y: y + dy }));

/** Centre of area of an outline that does not cross itself. */
export function centroid(polygon: Polygon): Vec2 {
	let [twice, cx, cy] = [0, 0, 0];
	for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
		const cross = polygon[j].x * polygon[i].y - polygon[i].x * polygon[j].y;
		twice += cross;
		cx += (polygon[j].x + polygon[i].x) * cross;
		cy += (polygon[j].y + polygon[i].y) * cross;
	}
	return { x: cx / (3 * twice), y: cy / (3 * twice) };
}

/** How far a point is from the segment between two others. */
export const segmentDistance = (p: Vec2, a: Vec2, b: Vec2): number => {
	const [dx, dy] = [b.x - a.x, b.y - a.y];
	const t = Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / (dx * dx + dy * dy || 1)));
	return Math.hypot(p.x - a.x - t * dx, p.y - a.y - t * dy);
};

/** Least distance between the edges of two outlines that do not overlap. */
export function distance(a: Polygon, b: Polygon): number {
	let least = Infinity;
	const oneWay = (from: Polygon, to: Polygon) => {
		for (const p of from)
			for (let i = 0, j = to.length - 1; i < to.length; j = i++) least = Math.min(least, segmentDistance(p, to[j], to[i]));
	};
	oneWay(a, b);
	oneWay(b, a);
	return least;
}

/** How far the outline of one polygon strays from that of another at the most, over the corners of both: 0 for the same outline, wherever it begins. */
export function greatestStray(a: Polygon, b: Polygon): number {
	const away = (p: Vec2, from: Polygon) => Math.min(...from.map((q, i) => segmentDistance(p, from.at(i - 1)!, q)));
	return Math.max(...a.map((p) => away(p, b)), ...b.map((p) => away(p, a)));
}

/** Lowest and highest value of nx * x + ny * y over the corners. */
function extent(polygon: Polygon, nx: number, ny: number): [number, number] {
	let [low, high] = [Infinity, -Infinity];
	for (const p of polygon) {
		const along = p.x * nx + p.y * ny;
		if (along < low) low = along;
		if (along > high) high = along;
	}
	return [low, high];
}

/**
 * Signed distance between two convex outlines by the separating axis theorem: positive when apart (the gap along the
 * best of their edge normals), negative when they overlap (the least shift that parts them).
 */
export function convexSeparation(a: Polygon, b: Polygon): number {
	let best = -Infinity;
	for (const outline of [a, b])
		for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
			const [nx, ny] = [outline[i].y - outline[j].y, outline[j].x - outline[i].x];
			const size = Math.hypot(nx, ny);
			if (size === 0) continue;
			const [a0, a1] = extent(a, nx / size, ny / size);
			const [b0, b1] = extent(b, nx / size, ny / size);
			best = Math.max(best, a0 - b1, b0 - a1);
		}
	return best;
}
