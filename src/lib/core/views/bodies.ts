import { polygonHull } from 'd3-polygon';
import { union, type Polygon } from '../geometry/polygon';
import { vec3 } from '../geometry/vector';
import type { Scene } from '../modes';
import { figureInBed, figureOnBench, placeSitters, placeSleepers, type BedPosture, type Figure, type Limb } from '../people';
import type { Plan } from '../plan/plan';
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

/** A figure in one drawing as calm outlines, limbs that touch run together. */
export const figureOutlines = (view: ViewName, figure: Figure): Polygon[] => union(figure.limbs.map((limb) => limbOutline(view, limb)));

/** Silhouettes of everyone in the scene for one drawing; whoever is in bed in the posture asked for. */
export function bodyShapes(view: ViewName, crew: Plan['crew'], scene: Scene, posture?: BedPosture): Shape[] {
	const shapes = (of: string, title: string, figure: Figure | undefined): Shape[] =>
		figure ? figureOutlines(view, figure).map((points) => ({ of, kind: 'body', points, title, cut: false })) : [];
	return [
		...placeSleepers(crew, scene)
			.filter(({ longest }) => longest.length > 0)
			.flatMap((sleeper) => {
				const figure = figureInBed(scene.interior, sleeper, posture);
				return shapes(sleeper.id, `${sleeper.person.name}, ${figure.posture}`, figure);
			}),
		...placeSitters(crew, scene).flatMap((sitter) => shapes(sitter.id, `${sitter.person.name}, sitting`, figureOnBench(sitter)))
	];
}
