import { z } from 'zod';
import { choice, count, deckHeight, length, padParams, rearEdge, stockOf } from '../parameter';

export const infillParams = z.strictObject({
	height: deckHeight(380),
	rear: rearEdge(80),
	length: length('Length', [200, 3000], 1200, { more: 'Lengthen the infill', less: 'Shorten the infill' }),
	right: length('Right edge, left of the middle', [-1200, 1200], -260, {
		more: 'Move the right edge left',
		less: 'Move the right edge right'
	}),
	left: length('Left edge, left of the middle', [-1200, 1200], 260, { more: 'Move the left edge left', less: 'Move the left edge right' }),
	sections: count('Boards along the length', [1, 3], 2, { hint: 'each small enough to handle', supports: true }),
	hold: length('Lies on its ledges by', [10, 100], 20),
	bedRight: length('Whole bed: right edge', [-1300, 1300], -700, { hint: 'the benches beside it included; left of the middle' }),
	bedLeft: length('Whole bed: left edge', [-1300, 1300], 700, { hint: 'the benches beside it included; left of the middle' }),
	stow: choice('By day it', ['stands upright at the front', 'lies on the floor', 'is out of the vehicle'], 'lies on the floor'),
	boardSheet: stockOf('Boards', 'sheet', 'ply-12'),
	...padParams(60)
});
