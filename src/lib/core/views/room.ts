import { intersection, largest, rectangle, type Polygon } from '../geometry/polygon';
import { breaks } from '../geometry/piecewise';
import { archHeightAt, ceilingAt, freeOutline, furthestRear, halfWidth, rearAt, sign, type Interior } from '../interior';
import { project } from './shape';
import { vec3 } from '../geometry/vector';

/** The room from above at one height, as seen in the drawing. */
export const roomAbove = (interior: Interior, z: number): Polygon =>
	freeOutline(interior, [z, z]).map(({ x, y }) => project('above', vec3(x, y, z)));

/** The widest the room gets, from above: its outline over the heights in which it is measured. */
export function widestAbove(interior: Interior): Polygon {
	const xs = breaks(interior.knots.x, 0, interior.length);
	const wide = (side: 'left' | 'right', x: number) => Math.max(...interior.knots.z.map((z) => halfWidth(interior, side, x, z)));
	return [
		...xs.map((x) => project('above', vec3(x, wide('left', x), 0))),
		...[...xs].reverse().map((x) => project('above', vec3(x, -wide('right', x), 0)))
	];
}

/** The room along the centre line. */
export function roomAlong(interior: Interior): Polygon {
	const face = furthestRear(interior, [0, 5000]);
	const roof = breaks(interior.knots.x, face, interior.length).map((x) => vec3(x, 0, ceilingAt(interior, x, 0)));
	const top = roof[0].z;
	const rear = breaks(interior.knots.rearZ, 0, top).map((z) => vec3(rearAt(interior, z), 0, z));
	return [...rear, ...roof, vec3(interior.length, 0, 0)].map((p) => project('long section', p));
}

/** The room across at x: between the walls, under the ceiling. */
export function roomAcross(interior: Interior, x: number): Polygon {
	const top = ceilingAt(interior, x, 0);
	const heights = breaks(interior.knots.z, 0, top + 50);
	const walls = [
		...heights.map((z) => ({ x: -halfWidth(interior, 'left', x, z), y: -z })),
		...[...heights].reverse().map((z) => ({ x: halfWidth(interior, 'right', x, z), y: -z }))
	];
	const ys = breaks(interior.knots.y, -3000, 3000);
	const under = [...ys.map((y) => ({ x: -y, y: -ceilingAt(interior, x, y) })), { x: -3000, y: 500 }, { x: 3000, y: 500 }];
	const shared = largest(intersection(walls.reverse(), under));
	return shared ?? rectangle(-halfWidth(interior, 'left', x, 0), halfWidth(interior, 'right', x, 0), -top, 0);
}

/** What a wheel arch shows in each drawing; null in a cross-section that misses it. */
export const archShapes = {
	above: (interior: Interior) =>
		interior.arches.map((arch) => {
			const [a, b] = [arch.middle - arch.halfFloor, arch.middle + arch.halfFloor];
			const wall = halfWidth(interior, arch.side, arch.middle, 0);
			const s = sign(arch.side);
			return rectangle(a, b, Math.min(-s * arch.inner, -s * wall), Math.max(-s * arch.inner, -s * wall));
		}),
	along: (interior: Interior) =>
		interior.arches
			.filter((arch) => arch.side === 'left' || !interior.arches.some((other) => other.id === arch.id && other.side === 'left'))
			.map((arch) => {
				const outer = sign(arch.side) * (arch.inner + arch.edge);
				const steps = Array.from({ length: 41 }, (_, i) => arch.middle - arch.halfFloor + (i / 40) * 2 * arch.halfFloor);
				return steps.map((x) => ({ x, y: -archHeightAt(arch, x, outer) }));
			}),
	across: (interior: Interior, x: number) =>
		interior.arches.flatMap((arch) => {
			const wall = halfWidth(interior, arch.side, x, 0);
			const s = sign(arch.side);
			if (Math.abs(x - arch.middle) >= arch.halfFloor || wall <= arch.inner) return [];
			const steps = Array.from({ length: 25 }, (_, i) => arch.inner + (i / 24) ** 2 * (wall - arch.inner));
			const top = steps.map((y) => ({ x: -s * y, y: -archHeightAt(arch, x, s * Math.max(y, arch.inner + 0.01)) }));
			return [[{ x: -s * arch.inner, y: 0 }, ...top, { x: -s * wall, y: 0 }]];
		})
};
