import { CELL, freeColumn, type Interior } from '../interior';
import type { RoofOver } from '../search';

/** What the field answers, worked out without it: every cell of a spot is asked of the interior itself. */
export const roofByCells =
	(interior: Interior): RoofOver =>
	(x, y) => {
		let least = Infinity;
		for (let i = Math.floor(x[0] / CELL); i <= Math.floor(x[1] / CELL); i++)
			for (let j = Math.floor(y[0] / CELL); j <= Math.floor(y[1] / CELL); j++)
				least = Math.min(least, freeColumn(interior, (i + 0.5) * CELL, (j + 0.5) * CELL)?.high ?? -Infinity);
		return least;
	};
