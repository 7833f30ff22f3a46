import { breaks } from '../geometry/piecewise';
import { difference, largest, rectangle, type Polygon } from '../geometry/polygon';
import { vec2 } from '../geometry/vector';
import { archHeightAt, furthestRear, leastHalfWidth, rearAt, sign, SIDES } from './evaluate';
import type { ArchSolid, FixtureSolid, Interior, Side } from './interior';

/**
 * Seen from above: the outline within which a square-edged thing between the heights z[0] and z[1] stays clear of
 * walls and rear face, less `gap` mm on every side; along a scribed wall its own clearance takes the place of the gap.
 * Between stations the walls are taken as the straight chord,
 * which lies inside the true curve.
 */
export function freeOutline(interior: Interior, z: [number, number], gap = 0): Polygon {
	const rear = furthestRear(interior, z) + gap;
	const xs = breaks(interior.knots.x, rear, Math.max(rear + 1, interior.length - gap));
	const half = (side: Side, x: number) =>
		Math.max(0, leastHalfWidth(interior, side, [x, x], z) - (gap > 0 ? (scribedClearance(interior, side, x, z) ?? gap) : 0));
	const outline: Polygon = [];
	for (const x of xs) outline.push(vec2(x, -half('right', x)));
	for (const x of [...xs].reverse()) outline.push(vec2(x, half('left', x)));
	return largest(difference(outline, rearWedges(interior, z, rear))) ?? outline;
}

/** The clearance that was chosen for the scribed wall beside a board at x between two heights, if there is one. */
const scribedClearance = (interior: Interior, side: Side, x: number, z: [number, number]): number | undefined =>
	interior.scribed.find(
		(line) => line.side === side && x >= line.x[0] && x <= line.x[1] && line.z + line.reach > z[0] && line.z - line.reach < z[1]
	)?.clearance;

/**
 * Seen from above: the two wedges that the cut corners of the closed door take away from a thing between the heights
 * z[0] and z[1] whose rear edge lies at x = `rear`. None where the door is square.
 */
export function rearWedges(interior: Interior, z: [number, number], rear: number): Polygon[] {
	const { cornerAlong, cornerAcross } = interior;
	if (cornerAlong <= 0 || cornerAcross <= 0) return [];
	return SIDES.map((side) => {
		// Lower down the door stands further back, where the walls may be closer together.
		const rearmost = Math.min(rear, ...breaks(interior.knots.rearZ, ...z).map((at) => rearAt(interior, at)));
		const narrow = leastHalfWidth(interior, side, [rearmost, rear], z) - cornerAcross;
		const y = (offset: number) => sign(side) * (narrow + offset);
		const far = 5000;
		const points = [vec2(rear - far, y(0)), vec2(rear, y(0)), vec2(rear + cornerAlong, y(cornerAcross))];
		points.push(vec2(rear + cornerAlong, y(far)), vec2(rear - far, y(far)));
		return side === 'left' ? points : points.reverse();
	});
}

/**
 * Seen from above: what a wheel arch takes away from a board whose lower face lies at height z, as a rectangle
 * `gap` mm larger on each side, for straight saw cuts. Null when the arch stays below.
 */
export function archNotch(arch: ArchSolid, z: number, gap: number): Polygon | null {
	if (arch.height <= z) return null;
	const end = arch.halfFloor - arch.halfTop;
	const half = arch.halfTop + end * Math.sqrt(Math.max(0, 1 - (z / arch.height) ** 2)) + gap;
	// Where the rounded inner edge of the flat top falls below z the notch may start further out.
	const below = z - (arch.height - arch.edge);
	const start = below <= 0 ? 0 : arch.edge - Math.sqrt(Math.max(0, arch.edge ** 2 - below ** 2));
	const inner = arch.inner + start - gap;
	const [y0, y1] = arch.side === 'left' ? [inner, 5000] : [-5000, -inner];
	return [vec2(arch.middle - half, y0), vec2(arch.middle + half, y0), vec2(arch.middle + half, y1), vec2(arch.middle - half, y1)];
}

/** Seen from above: what a step, pillar or bar takes away from a board between the heights z[0] and z[1]. Null when it is above or below. */
export const fixtureNotch = ({ box }: FixtureSolid, z: [number, number], gap: number): Polygon | null =>
	box.z[1] <= z[0] || box.z[0] >= z[1] ? null : rectangle(box.x[0] - gap, box.x[1] + gap, box.y[0] - gap, box.y[1] + gap);

/** The highest point of an arch over a rectangle: the arch only rises towards its middle and its wall. */
export function archTopOver(arch: ArchSolid, x: [number, number], y: [number, number]): number {
	const nearest = Math.max(x[0], Math.min(x[1], arch.middle));
	const outer = arch.side === 'left' ? y[1] : y[0];
	return archHeightAt(arch, nearest, outer);
}
