import { polygonHull } from 'd3-polygon';
import { moved, union, type Polygon } from '../geometry/polygon';
import { vec3 } from '../geometry/vector';
import { remember } from '../memory';
import type { Scene } from '../modes';
import { ANIMAL, bodyOf, figureOf, placeAnimals, posesIn, type BedPosture, type Limb, type Pose } from '../people';
import type { Person, Plan } from '../plan/plan';
import { project, type Shape, type ViewName } from './shape';

/** Corners of the circle that stands for a ball. */
const ROUND = Array.from({ length: 20 }, (_, i) => [Math.cos((i / 20) * 2 * Math.PI), Math.sin((i / 20) * 2 * Math.PI)]);

/** The outline of a limb in a drawing: the hull of its four balls. */
function limbOutline(view: ViewName, { from, to, r, spread }: Limb): Polygon {
	const points = [from, to].flatMap((end) =>
		[-1, 1].flatMap((side) => {
			const { x, y } = project(view, vec3(end.x + side * spread.x, end.y + side * spread.y, end.z + side * spread.z));
			return ROUND.map(([c, s]): [number, number] => [x + r * c, y + r * s]);
		})
	);
	return (polygonHull(points) ?? points).map(([x, y]) => ({ x, y }));
}

/** Outlines by drawing, posture, direction and height of the seat, for each person. */
const knownOutlines = remember((_person: Person) => new Map<string, Polygon[]>());

/**
 * Somebody in one drawing as calm outlines, limbs that touch run together. Running them together takes most of a
 * millisecond and does not hang on where the body is, so it is done once about the body's own place: while a piece is
 * dragged the outlines only move with it.
 */
function silhouettes(view: ViewName, person: Person, { posture, placement: { at, facing, lean, floor } }: Pose): Polygon[] {
	const known = knownOutlines(person);
	// To whole millimetres of seat height: that is finer than the drawing.
	const seat = floor === undefined ? undefined : Math.round(at.z - floor);
	const key = [view, posture, facing.x.toFixed(4), facing.y.toFixed(4), lean, seat].join();
	let outlines = known.get(key);
	if (!outlines) {
		const placement = { at: vec3(0, 0, 0), facing, lean, floor: seat === undefined ? undefined : -seat };
		known.set(key, (outlines = union(figureOf(bodyOf(person), posture, placement).limbs.map((limb) => limbOutline(view, limb)))));
	}
	const { x, y } = project(view, at);
	return outlines.map((outline) => moved(outline, x, y));
}

/** Silhouettes of everyone in the scene for one drawing; whoever is in bed in the posture asked for. */
export const bodyShapes = (view: ViewName, crew: Plan['crew'], scene: Scene, posture?: BedPosture): Shape[] =>
	posesIn(crew, scene, posture).flatMap(({ id, person, pose, title }) =>
		silhouettes(view, person, pose).map((points): Shape => ({
			of: id,
			kind: 'body',
			points,
			title: `${person.name}, ${title}`,
			cut: false
		}))
	);

/** Corners of the ellipse that stands for a dog. */
const ELLIPSE = Array.from({ length: 28 }, (_, i) => [Math.cos((i / 28) * 2 * Math.PI), Math.sin((i / 28) * 2 * Math.PI)]);

/** Dogs as they lie in a scene: an oval as long and as broad as they are. */
export const animalShapes = (view: ViewName, { animals, vehicle, crew }: Plan, scene: Scene): Shape[] =>
	!animals
		? []
		: placeAnimals(animals, vehicle, crew, scene)
				.filter(({ share }) => share > 0)
				.map(({ id, animal, at, half }): Shape => {
					const high = (ANIMAL.lying * animal.shoulder) / 2;
					const centre = project(view, vec3(at.x, at.y, at.z + high));
					const edge = project(view, vec3(at.x + half.x, at.y + half.y, at.z + 2 * high));
					const [rx, ry] = [Math.abs(edge.x - centre.x), Math.abs(edge.y - centre.y)];
					const points = ELLIPSE.map(([c, s]) => ({ x: centre.x + c * rx, y: centre.y + s * ry }));
					return { of: id, kind: 'body', points, title: `${animal.name}, lying`, cut: false };
				});
