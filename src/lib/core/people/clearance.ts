import { vec3, type Vec3 } from '../geometry/vector';
import { freeColumn, type Interior } from '../interior';
import type { Figure, Limb } from './figure';

/** Least room of a figure, and where. */
export interface FigureRoom {
	/** How far the figure could rise before it touches; negative where it is in the way, mm. */
	margin: number;
	at: Vec3;
	limb: Limb['name'];
}

/** Directions from the middle of a ball to the points of it that may touch a roof or a leaning wall first. */
const BALL: Vec3[] = [
	...[0, 25, 45, 65].flatMap((degrees) => {
		const up = (degrees * Math.PI) / 180;
		return Array.from({ length: 8 }, (_, i) => {
			const turn = (i / 8) * 2 * Math.PI;
			return vec3(Math.cos(up) * Math.cos(turn), Math.cos(up) * Math.sin(turn), Math.sin(up));
		});
	}),
	vec3(0, 0, 1)
];

/**
 * How far a figure could rise in an interior before any limb touches the ceiling, a leaning wall or a fixture, asking the
 * free column over points all over its limbs. A point beside the room counts as far out as the figure is tall.
 */
export function roomOver(interior: Interior, { limbs }: Figure): FigureRoom {
	let least: FigureRoom = { margin: Infinity, at: limbs[0].from, limb: limbs[0].name };
	for (const { name, from, to, r, spread } of limbs)
		for (const share of [0, 0.5, 1])
			for (const side of spread.x || spread.y || spread.z ? [-1, 0, 1] : [0])
				for (const way of BALL) {
					const x = from.x + (to.x - from.x) * share + side * spread.x + r * way.x;
					const y = from.y + (to.y - from.y) * share + side * spread.y + r * way.y;
					const z = from.z + (to.z - from.z) * share + side * spread.z + r * way.z;
					const margin = (freeColumn(interior, x, y)?.high ?? 0) - z;
					if (margin < least.margin) least = { margin, at: vec3(x, y, z), limb: name };
				}
	return least;
}
