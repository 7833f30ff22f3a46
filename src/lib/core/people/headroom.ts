import { freeColumn, type Interior } from '../interior';

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
