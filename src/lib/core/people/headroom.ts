import type { Box } from '../geometry/vector';
import { freeColumn, type Interior } from '../interior';
import type { PlacedPiece, Scene } from '../modes';
import { partsStanding } from './standing';

/**
 * How high one can reach over a square of half-width `half` about (x, y): the lowest free height at its corners, 0
 * outside the interior. Roofs and walls close in outwards, so the corners decide.
 */
export function headroom(interior: Interior, x: number, y: number, half: number): number {
	let lowest = Infinity;
	for (const dx of [-half, half])
		for (const dy of [-half, half]) lowest = Math.min(lowest, freeColumn(interior, x + dx, y + dy)?.high ?? 0);
	return lowest;
}

/** How high one can reach, and the piece or bar that hangs there when it is not the roof or a wall that ends it. */
export interface Overhead {
	high: number;
	under?: Pick<PlacedPiece, 'id' | 'name'>;
}

/**
 * How high one can reach in a scene over a square about (x, y) for somebody whose seat or mattress is at height
 * `bearing`: up to the roof, or to what hangs over them, a bar of the vehicle, a bunk, a cupboard or a full net.
 */
export function overheadIn(scene: Scene, x: number, y: number, half: number, bearing: number): Overhead {
	let found: Overhead = { high: headroom(scene.interior, x, y, half) };
	const meet = (box: Box, under: Overhead['under']) => {
		if (
			box.z[0] < found.high &&
			box.z[0] > bearing &&
			box.x[0] < x + half &&
			box.x[1] > x - half &&
			box.y[0] < y + half &&
			box.y[1] > y - half
		)
			found = { high: box.z[0], under };
	};
	for (const { box, piece } of partsStanding(scene)) meet(box, piece);
	// A column of the interior is its tallest free stretch: what hangs lower, or between its corners, is asked by itself.
	for (const fixture of scene.interior.fixtures) meet(fixture.box, fixture);
	return found;
}
