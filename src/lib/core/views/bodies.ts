import { bounds, type Polygon } from '../geometry/polygon';
import { sign } from '../interior';
import type { Scene } from '../modes';
import { bodyOutline, compressed, placeSitters, placeSleepers, RELAXED, SEGMENT, type Sitter, type Sleeper } from '../people';
import type { Plan } from '../plan/plan';
import { project, type Shape, type ViewName } from './shape';
import { vec3, type Vec2 } from '../geometry/vector';

/** A calm rounded figure: an ellipse as a polygon. */
const ellipse = (cx: number, cy: number, rx: number, ry: number): Polygon =>
	Array.from({ length: 24 }, (_, i) => ({ x: cx + rx * Math.cos((i / 24) * 2 * Math.PI), y: cy + ry * Math.sin((i / 24) * 2 * Math.PI) }));

/** A limb from a to b, `width` thick, with round ends. */
function limb(a: Vec2, b: Vec2, width: number): Polygon {
	const along = Math.atan2(b.y - a.y, b.x - a.x);
	const half = (centre: Vec2, from: number): Polygon =>
		Array.from({ length: 9 }, (_, i) => {
			const angle = from + (i / 8) * Math.PI;
			return { x: centre.x + (width / 2) * Math.cos(angle), y: centre.y + (width / 2) * Math.sin(angle) };
		});
	return [...half(a, along + Math.PI / 2), ...half(b, along - Math.PI / 2)];
}

/** Silhouettes of everyone in the scene for one drawing. */
export function bodyShapes(view: ViewName, crew: Plan['crew'], scene: Scene): Shape[] {
	return [
		...placeSleepers(crew, scene).flatMap((sleeper) => lyingShapes(view, sleeper)),
		...placeSitters(crew, scene).flatMap((sitter) => sittingShapes(view, sitter))
	];
}

const shape = (of: string, title: string, points: Polygon): Shape => ({ of, kind: 'body', points, title, cut: false });

function lyingShapes(view: ViewName, sleeper: Sleeper): Shape[] {
	const { body, person, id, z, longest, rest: at } = sleeper;
	if (longest.length === 0) return [];
	const widths = { head: body.headBreadth, shoulders: body.breadth, legs: 1.1 * body.hipBreadth };
	const outline = bodyOutline(at, widths, body.stature);
	const title = `${person.name}, lying`;
	if (view === 'above')
		return [
			shape(
				id,
				title,
				outline.map((p) => project('above', vec3(p.x, p.y, z)))
			)
		];
	const low = bounds(outline);
	if (view === 'cross-section')
		return [shape(id, title, ellipse(-(low.y[0] + low.y[1]) / 2, -(z + body.chestDepth / 2), body.breadth / 2, body.chestDepth / 2))];
	// Side view: head, chest, legs, thinning towards the feet.
	const s = Math.sign(at.feet.x - at.crown.x) || 1;
	const H = body.stature;
	const x = (share: number) => at.crown.x + s * share * H * Math.abs(Math.cos(at.angle));
	const d = body.chestDepth;
	const top = [
		[0, 0.5],
		[0.04, 0.78],
		[0.11, 0.74],
		[0.16, 0.6],
		[0.22, 0.95],
		[0.34, 1],
		[0.48, 0.82],
		[0.6, 0.72],
		[0.75, 0.55],
		[0.94, 0.4],
		[0.97, 0.85],
		[1, 0.8]
	].map(([share, height]) => ({ x: x(share), y: -(z + height * d) }));
	return [shape(id, title, [{ x: x(0), y: -(z + 0.1 * d) }, ...top, { x: x(1), y: -z }])];
}

function sittingShapes(view: ViewName, sitter: Sitter): Shape[] {
	const { body, person, id, surface, x } = sitter;
	if (!surface.faces) return [];
	const title = `${person.name}, sitting`;
	const H = body.stature;
	const seat = surface.base + compressed(surface.pad, surface.foam, 'sitting');
	const s = sign(surface.faces.direction);
	const crown = seat + RELAXED * body.sitting;
	const y = (forward: number) => surface.faces!.backAt + s * forward;
	const headRadius = body.headBreadth / 2;
	if (view === 'above')
		return [
			ellipse(x, -y(0.1 * H), body.breadth / 2, body.chestDepth / 2),
			limb({ x: x - 0.06 * H, y: -y(0.08 * H) }, { x: x - 0.06 * H, y: -y(SEGMENT.buttockToKnee * H) }, 0.09 * H),
			limb({ x: x + 0.06 * H, y: -y(0.08 * H) }, { x: x + 0.06 * H, y: -y(SEGMENT.buttockToKnee * H) }, 0.09 * H),
			ellipse(x, -y(0.1 * H), headRadius * 0.8, headRadius)
		].map((points) => shape(id, title, points));
	if (view === 'long section')
		return [
			ellipse(x, -(crown - 0.065 * H), headRadius * 0.8, 0.065 * H),
			limb({ x, y: -(seat + body.sittingShoulder + 0.02 * H) }, { x, y: -seat }, body.breadth * 0.86),
			limb({ x: x - 0.06 * H, y: -(seat + 0.03 * H) }, { x: x - 0.06 * H, y: 0 }, 0.075 * H),
			limb({ x: x + 0.06 * H, y: -(seat + 0.03 * H) }, { x: x + 0.06 * H, y: 0 }, 0.075 * H)
		].map((points) => shape(id, title, points));
	const p = (forward: number, z: number) => ({ x: -y(forward), y: -z });
	const knee = p((SEGMENT.buttockToKnee - 0.04) * H, seat + 0.05 * H);
	const heel = p((SEGMENT.seatDepth - 0.03) * H, 0.03 * H);
	return [
		ellipse(-y(0.11 * H), -(crown - 0.065 * H), headRadius, 0.065 * H),
		limb(p(0.09 * H, seat + body.sittingShoulder + 0.03 * H), p(0.08 * H, seat), body.chestDepth * 0.95),
		limb(p(0.05 * H, seat + 0.05 * H), knee, 0.09 * H),
		limb(knee, heel, 0.07 * H),
		limb(heel, { x: heel.x - s * 0.12 * H, y: heel.y }, 0.05 * H)
	].map((points) => shape(id, title, points));
}
