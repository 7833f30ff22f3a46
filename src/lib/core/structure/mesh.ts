import Constrainautor from '@kninnug/constrainautor';
import Delaunator from 'delaunator';
import { bounds, contains, type Polygon } from '../geometry/polygon';
import { segmentDistance } from '../geometry/polygon';
import type { Vec2 } from '../geometry/vector';

/** Triangles over an outline: places of the nodes, and the three nodes of each triangle, counter-clockwise. */
export interface Mesh {
	nodes: Vec2[];
	triangles: [number, number, number][];
}

/** Nodes closer than this are one, mm. */
const SAME = 2;
/** Nodes of the grid keep so far, as a share of the size of a triangle, from edges and from places asked for. */
const CLEAR = 0.5;
/** Triangles smaller than this are folds of an edge, mm². */
const SLIVER = 1e-3;

/** Nodes along the edges of a ring, in order, no further apart than the triangles are large. */
const nodesAlong = (ring: Polygon, size: number, places: readonly Vec2[]): Vec2[] => {
	const corners = ring.filter((p, i) => Math.hypot(p.x - ring.at(i - 1)!.x, p.y - ring.at(i - 1)!.y) > SAME);
	return corners.flatMap((a, i) => {
		const b = corners[(i + 1) % corners.length];
		const long = Math.hypot(b.x - a.x, b.y - a.y);
		// Places on an edge are among its nodes, so that a support along it is where it is.
		const on = places
			.filter((p) => segmentDistance(p, a, b) < SAME)
			.map((p) => ((p.x - a.x) * (b.x - a.x) + (p.y - a.y) * (b.y - a.y)) / long)
			.filter((s) => s > SAME && s < long - SAME)
			.sort((s, t) => s - t)
			.filter((s, k, all) => k === 0 || s - all[k - 1] > SAME);
		const stops = [0, ...on, long];
		return stops.slice(1).flatMap((stop, k) => {
			const parts = Math.max(1, Math.round((stop - stops[k]) / size));
			return Array.from({ length: parts }, (_, m): Vec2 => {
				const s = (stops[k] + (m * (stop - stops[k])) / parts) / long;
				return { x: a.x + s * (b.x - a.x), y: a.y + s * (b.y - a.y) };
			});
		});
	});
};

/**
 * Triangulates an outline with holes, a node at each of some places (Delaunay, constrained to the edges).
 *
 * @param outline simple, in mm
 * @param holes simple, inside of it and apart from each other
 * @param size of the triangles, mm
 * @param places where nodes must be; those outside are passed over
 */
export function meshOf(outline: Polygon, holes: readonly Polygon[], size: number, places: readonly Vec2[] = []): Mesh {
	const nodes: Vec2[] = [];
	const rings = [outline, ...holes];
	const inside = (p: Vec2) => contains(outline, p) && !holes.some((hole) => contains(hole, p));
	const edgeDistance = (p: Vec2) => Math.min(...rings.flatMap((ring) => ring.map((b, i) => segmentDistance(p, ring.at(i - 1)!, b))));
	const near = (p: Vec2, least: number) =>
		nodes.some((n) => Math.abs(n.x - p.x) < least && Math.abs(n.y - p.y) < least && Math.hypot(n.x - p.x, n.y - p.y) < least);
	/** Inside, and no nearer than so much to an edge or to another node. */
	const clear = (p: Vec2, least: number) => inside(p) && edgeDistance(p) > least && !near(p, least);

	const edges: [number, number][] = [];
	for (const ring of rings) {
		const first = nodes.length;
		nodes.push(...nodesAlong(ring, size, places));
		for (let k = first; k < nodes.length; k++) edges.push([k, k + 1 < nodes.length ? k + 1 : first]);
	}
	for (const p of places) if (clear(p, SAME)) nodes.push({ x: p.x, y: p.y });

	const { x, y } = bounds(outline);
	const [columns, rows] = [x, y].map(([low, high]) => Math.max(1, Math.round((high - low) / size)));
	for (let i = 1; i < columns; i++)
		for (let k = 1; k < rows; k++) {
			const p = { x: x[0] + (i * (x[1] - x[0])) / columns, y: y[0] + (k * (y[1] - y[0])) / rows };
			if (clear(p, CLEAR * size)) nodes.push(p);
		}

	// Corners far outside keep every edge within the hull, where it can be found even if its nodes are not quite in line.
	const real = nodes.length;
	const [wide, high] = [x[1] - x[0], y[1] - y[0]];
	for (const px of [x[0] - wide, x[1] + wide]) for (const py of [y[0] - high, y[1] + high]) nodes.push({ x: px, y: py });
	const delaunay = Delaunator.from(
		nodes,
		({ x }) => x,
		({ y }) => y
	);
	new Constrainautor(delaunay).constrainAll(edges);
	const triangles: Mesh['triangles'] = [];
	for (let t = 0; t < delaunay.triangles.length; t += 3) {
		const [a, b, c] = delaunay.triangles.subarray(t, t + 3);
		if (Math.max(a, b, c) >= real) continue;
		const [A, B, C] = [nodes[a], nodes[b], nodes[c]];
		const twice = (B.x - A.x) * (C.y - A.y) - (C.x - A.x) * (B.y - A.y);
		if (Math.abs(twice) < 2 * SLIVER || !inside({ x: (A.x + B.x + C.x) / 3, y: (A.y + B.y + C.y) / 3 })) continue;
		triangles.push(twice > 0 ? [a, b, c] : [a, c, b]);
	}
	return numberedAlong(nodes, triangles, x[1] - x[0] >= y[1] - y[0]);
}

/** The same mesh, nodes numbered along its longer side, so that neighbours have close numbers; nodes of no triangle go. */
function numberedAlong(nodes: readonly Vec2[], triangles: readonly [number, number, number][], alongX: boolean): Mesh {
	const used = [...new Set(triangles.flat())].sort((a, b) =>
		alongX ? nodes[a].x - nodes[b].x || nodes[a].y - nodes[b].y : nodes[a].y - nodes[b].y || nodes[a].x - nodes[b].x
	);
	const number = new Map(used.map((old, i) => [old, i]));
	return {
		nodes: used.map((i) => nodes[i]),
		triangles: triangles.map(([a, b, c]) => [number.get(a)!, number.get(b)!, number.get(c)!])
	};
}
