import { z } from 'zod';
import { carcaseParams, FILLS } from '../carcase/params';
import { choice, count, gapAround, length, rearEdge } from '../parameter';

/** Most bays side by side in one cabinet. */
export const MOST_BAYS = 4;

const bay = <const N extends 1 | 2 | 3 | 4>(n: N, fill: (typeof FILLS)[number], rows: number) => {
	const when = n === 1 ? undefined : { key: 'bays', is: Array.from({ length: MOST_BAYS - n + 1 }, (_, i) => n + i) };
	const name = `Bay ${n}`;
	return {
		[`fill${n}`]: choice(`${name} has`, FILLS, fill, { when }),
		[`rows${n}`]: count(`${name}: compartments or drawers`, [1, 8], rows, { hint: 'one above the other, all equally high', when }),
		[`width${n}`]: length(`${name}: clear width`, [0, 2000], 0, { hint: '0 for an equal share', when })
	} as {
		[K in `fill${N}`]: ReturnType<typeof choice<typeof FILLS>>;
	} & { [K in `rows${N}` | `width${N}`]: ReturnType<typeof length> };
};

export const cabinetParams = z.strictObject({
	height: length('Height of the top', [150, 2200], 720, { more: 'Raise the cabinet', less: 'Lower the cabinet' }),
	base: length('Stands or hangs above the floor', [0, 1800], 0, {
		hint: '0 on the floor; higher it hangs on the wall or stands on what is under it',
		more: 'Hang it higher',
		less: 'Hang it lower'
	}),
	side: choice('Stands along the', ['left', 'right'], 'right'),
	rear: rearEdge(300),
	length: length('Length', [200, 3500], 1100, { more: 'Lengthen the cabinet', less: 'Shorten the cabinet' }),
	depth: length('Depth at its rear end', [120, 900], 360, {
		hint: 'back to the face of its fronts',
		more: 'Deepen its rear end',
		less: 'Make its rear end shallower'
	}),
	frontDepth: length('Depth at its front end', [0, 900], 0, {
		hint: '0 for the same; less makes the aisle wider towards the front',
		zeroIs: 'depth',
		more: 'Deepen its front end',
		less: 'Make its front end shallower'
	}),
	keepAisle: length('Aisle kept free beside it', [0, 1500], 0, {
		hint: 'by day, from its fronts to whatever stands opposite; 0 asks nothing'
	}),
	gap: gapAround(8),
	back: choice('Back', ['upright board', 'follows the wall'], 'upright board', {
		hint: 'following it, bottom, shelves, top and ends are scribed to the leaning wall'
	}),
	toe: length('Fronts begin above the floor', [0, 500], 0, {
		hint: 'high enough, they open over a sleeping pad that lies alongside',
		more: 'Raise the lower edge of the fronts',
		less: 'Lower the fronts'
	}),
	overhang: length('Top reaches over the fronts by', [0, 200], 0),
	bays: count('Bays side by side', [1, MOST_BAYS], 2),
	...bay(1, 'drawers', 3),
	...bay(2, 'door', 2),
	...bay(3, 'open shelves', 2),
	...bay(4, 'door', 2),
	hang: choice('Single doors hang on their', ['rear edge', 'front edge'], 'rear edge'),
	...carcaseParams()
});
