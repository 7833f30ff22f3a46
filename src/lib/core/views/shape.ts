import { polygonHull } from 'd3-polygon';
import type { Polygon } from '../geometry/polygon';
import type { Vec2, Vec3 } from '../geometry/vector';

/** The three drawings of the layout. Their own x runs right and y down, in mm of the vehicle. */
export const VIEW_NAMES = ['above', 'long section', 'cross-section'] as const;
export type ViewName = (typeof VIEW_NAMES)[number];

/** What a shape stands for: decides its look. */
export type ShapeKind =
	| 'room'
	| 'outline'
	| 'opening'
	| 'pit'
	| 'fixture'
	| 'zone'
	| 'anchor'
	| 'fastening'
	| 'no-drill'
	| 'arch'
	| 'seat'
	| 'board'
	| 'bar'
	| 'cloth'
	| 'bought'
	| 'pad'
	| 'back'
	| 'body'
	| 'gear';

/** One filled outline of a drawing. */
export interface Shape {
	/** Id of what it belongs to: a piece, seat, person or gear. */
	of: string;
	/** Id of the part or pad of a piece that it is. */
	part?: string;
	kind: ShapeKind;
	points: Vec2[];
	title: string;
	/** True for what the section cuts through, false for what is seen behind it. */
	cut: boolean;
}

/** A dimension line between two points with its length in mm; `offset` moves it away from them by so many lines of text, positive to the right of the way. */
export interface Dimension {
	from: Vec2;
	to: Vec2;
	mm: number;
	offset: number;
	label: string;
}

/** A drawing to scale. */
export interface View {
	name: ViewName;
	/** Left, top, width, height. */
	frame: [number, number, number, number];
	shapes: Shape[];
	dimensions: Dimension[];
}

/** Where a point of the vehicle falls in a drawing: above, the front is right and the left side up; in the cross-section one looks forward. */
export const project = (view: ViewName, p: Vec3): Vec2 =>
	view === 'above' ? { x: p.x, y: -p.y } : view === 'long section' ? { x: p.x, y: -p.z } : { x: -p.y, y: -p.z };

/** The outline of a solid's corners in a drawing. */
export function silhouette(view: ViewName, corners: readonly Vec3[]): Polygon {
	const points = corners.map((p) => project(view, p));
	const hull = polygonHull(points.map(({ x, y }): [number, number] => [x, y]));
	return hull ? hull.map(([x, y]) => ({ x, y })) : points;
}
