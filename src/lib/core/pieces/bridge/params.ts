import { z } from 'zod';
import { choice, count, deckHeight, length, padParams, rearEdge, stockOf } from '../parameter';

export const bridgeParams = z.strictObject({
	height: deckHeight(420),
	rear: rearEdge(1500),
	length: length('Length', [150, 1500], 420, { more: 'Lengthen the bridge', less: 'Shorten the bridge' }),
	width: length('Width', [200, 2000], 560, { more: 'Widen the bridge', less: 'Narrow the bridge' }),
	centre: length('Centre, left of the middle', [-900, 900], 0, { more: 'Move the bridge left', less: 'Move the bridge right' }),
	hold: length('Lies on the edge behind it by', [10, 120], 30),
	front: choice(
		'Its front is carried by a',
		['leg that swings down', 'leg on a drop bolt', 'seat or ledge in front'],
		'leg that swings down'
	),
	legs: count('Legs side by side', [2, 5], 2, { hint: 'as many as have room', supports: true }),
	foot: length('Foot of the leg above the floor', [-400, 900], 0, { hint: 'below nothing in a foot well' }),
	boardSheet: stockOf('Board', 'sheet', 'ply-12'),
	legBar: stockOf('Leg', 'bar', 'batten-45x45'),
	...padParams(80)
});
