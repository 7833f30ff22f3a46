import { bounds, intersection, type Polygon } from '../geometry/polygon';
import { cornersOf, vec3 } from '../geometry/vector';
import { place } from '../geometry/pose';
import { ceilingAt, halfWidth, openingsOf, rearAt, windowsOf, zonesOf, type Interior } from '../interior';
import { liningOff } from '../plan/fittings';
import type { Vehicle } from '../plan/vehicle';
import { project, silhouette, type Shape, type ShapeKind, type ViewName } from './shape';

/** How large an anchor is drawn, mm. */
const ANCHOR = 22;

/** What a vehicle has besides walls, arches and seats, in one drawing; in a cross-section at `at` only what it meets. */
export function fittingShapes(view: ViewName, vehicle: Vehicle, interior: Interior, at?: number): Shape[] {
	const met = (x: [number, number]) => at === undefined || (x[0] <= at && x[1] >= at);
	const shape = (of: string, kind: ShapeKind, title: string, points: Polygon): Shape => ({
		of,
		kind,
		points,
		title,
		cut: at !== undefined
	});
	const blocks = [...interior.fixtures, ...interior.pits]
		.filter(({ box }) => met(box.x))
		.map(({ id, kind, name, box }) => shape(id, kind === 'pit' ? 'pit' : 'fixture', name, silhouette(view, cornersOf(box))));
	const zones = zonesOf(vehicle)
		.filter(({ box }) => met(box.x))
		.map(({ id, zone, box }) => shape(id, 'zone', `${zone.name}: keep clear (${zone.reason})`, silhouette(view, cornersOf(box))));
	return [
		...blocks,
		...zones,
		...noDrillShapes(view, vehicle, interior, shape, met),
		...anchorShapes(view, vehicle, shape, at),
		...openingShapes(view, vehicle, interior, shape, at),
		...windowShapes(view, vehicle, interior, shape, at)
	];
}

type Draw = (of: string, kind: ShapeKind, title: string, points: Polygon) => Shape;

function anchorShapes(view: ViewName, vehicle: Vehicle, shape: Draw, at?: number): Shape[] {
	const { floor } = liningOff(vehicle.lining);
	return Object.entries(vehicle.anchors)
		.filter(([, { x }]) => at === undefined || Math.abs(x.mm - at) < 300)
		.map(([id, anchor]) => {
			const { x, y } = project(view, vec3(anchor.x.mm, anchor.y.mm, anchor.z.mm - floor));
			// A diamond: nothing else in the drawings has that shape.
			const points = [
				{ x: x - ANCHOR, y },
				{ x, y: y - ANCHOR },
				{ x: x + ANCHOR, y },
				{ x, y: y + ANCHOR }
			];
			return shape(id, 'anchor', `${anchor.name}: ${anchor.kind}${anchor.thread ? ` ${anchor.thread}` : ''}`, points);
		});
}

/** No-drill areas are seen where one looks square at their surface. */
function noDrillShapes(view: ViewName, vehicle: Vehicle, interior: Interior, shape: Draw, met: (x: [number, number]) => boolean): Shape[] {
	return Object.entries(vehicle.noDrill).flatMap(([id, area]) => {
		const x: [number, number] = [area.start.mm, area.start.mm + area.length.mm];
		const other: [number, number] = [area.low.mm, area.high.mm];
		const title = `${area.name}: do not drill (${area.hazard})`;
		const upright = area.surface.endsWith('wall');
		if (view === 'above' && !upright)
			return [
				shape(
					id,
					'no-drill',
					title,
					silhouette(
						view,
						x.flatMap((px) => other.map((y) => vec3(px, y, 0)))
					)
				)
			];
		if (view === 'long section' && upright)
			return [
				shape(
					id,
					'no-drill',
					title,
					silhouette(
						view,
						x.flatMap((px) => other.map((z) => vec3(px, 0, z)))
					)
				)
			];
		if (view !== 'cross-section' || !met(x)) return [];
		const middle = (x[0] + x[1]) / 2;
		// Seen from the end a surface is a line: drawn as a band as thick as a thumb.
		const THICK = 18;
		if (upright) {
			const side = area.surface === 'left wall' ? 'left' : 'right';
			const s = side === 'left' ? 1 : -1;
			const band = other.flatMap((z) => [0, THICK].map((out) => vec3(middle, s * (halfWidth(interior, side, middle, z) + out), z)));
			return [shape(id, 'no-drill', title, silhouette(view, band))];
		}
		const height = (y: number) => (area.surface === 'floor' ? -THICK : ceilingAt(interior, middle, y));
		return [
			shape(
				id,
				'no-drill',
				title,
				silhouette(
					view,
					other.flatMap((y) => [0, THICK].map((up) => vec3(middle, y, height(y) + up)))
				)
			)
		];
	});
}

/** The clear outline of each door opening, where one looks square at it. */
function openingShapes(view: ViewName, vehicle: Vehicle, interior: Interior, shape: Draw, at?: number): Shape[] {
	return openingsOf(vehicle, interior).flatMap(({ id, opening, outline }) => {
		const rear = opening.place === 'rear';
		if (view === 'long section' && !rear)
			return [
				shape(
					id,
					'opening',
					opening.name,
					outline.map((p) => project(view, vec3(p.x, 0, p.y)))
				)
			];
		// In a cross-section behind the first station one looks back at the rear opening.
		if (view === 'cross-section' && rear && at !== undefined && at <= interior.rearmost + 60)
			return [
				shape(
					id,
					'opening',
					opening.name,
					outline.map((p) => project(view, vec3(0, p.x, p.y)))
				)
			];
		if (view === 'above' && !rear) {
			const { x } = bounds(outline);
			const side = opening.place as 'left' | 'right';
			const s = side === 'left' ? 1 : -1;
			const [low, high] = bounds(outline).y;
			const y = (px: number) => s * halfWidth(interior, side, px, (low + high) / 2);
			const band = [vec3(x[0], y(x[0]), 0), vec3(x[1], y(x[1]), 0), vec3(x[1], y(x[1]) + s * 30, 0), vec3(x[0], y(x[0]) + s * 30, 0)];
			return [
				shape(
					id,
					'opening',
					opening.name,
					band.map((p) => project(view, p))
				)
			];
		}
		if (view === 'above' && rear) {
			const { x } = bounds(outline);
			const face = rearAt(interior, 0);
			return [
				shape(
					id,
					'opening',
					opening.name,
					silhouette(
						view,
						[face - 30, face].flatMap((px) => x.map((y) => vec3(px, y, 0)))
					)
				)
			];
		}
		return [];
	});
}

/** How thick glass is drawn seen from above, mm. */
const GLASS = 16;

/** The glass of each window where one looks square at it, and as a line from above. */
function windowShapes(view: ViewName, vehicle: Vehicle, interior: Interior, shape: Draw, at?: number): Shape[] {
	return windowsOf(vehicle, interior).flatMap(({ id, window, outline, pose }) => {
		const sideways = window.place === 'left' || window.place === 'right';
		const facing =
			view === 'long section' ? sideways : view === 'cross-section' ? window.place === 'rear' && at! <= interior.rearmost + 60 : true;
		if (!facing) return [];
		const thick = view === 'above' ? [0, -GLASS] : [0];
		const points = thick.flatMap((z) => outline.map((p) => place(pose, vec3(p.x, p.y, z))));
		return [shape(id, 'opening', window.name, silhouette(view, points))];
	});
}

/** What lies of some shapes inside an outline. */
export const within = (shapes: Shape[], outline: Polygon): Shape[] =>
	shapes.flatMap((shape) => intersection(shape.points, outline).map((points) => ({ ...shape, points })));
