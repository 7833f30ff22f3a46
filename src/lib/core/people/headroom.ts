import { freeColumn, type Interior } from '../interior';

/** How high one can reach over a square of half-width `half` about (x, y): the lowest free height at its corners and middle, 0 outside. */
export function headroom(interior: Interior, x: number, y: number, half: number): number {
	let lowest = Infinity;
	for (const dx of [-half, 0, half])
		for (const dy of [-half, 0, half]) lowest = Math.min(lowest, freeColumn(interior, x + dx, y + dy)?.high ?? 0);
	return lowest;
}
