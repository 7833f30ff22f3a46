import { z } from 'zod';
import { deckHeight, gapAround, length, padParams, rearEdge, stockOf } from '../parameter';

export const slatBenchParams = z.strictObject({
	height: deckHeight(450, [150, 1000], 'Height of the slats'),
	rear: rearEdge(60),
	shut: length('Length pushed in', [400, 2000], 1080, { more: 'Lengthen the shut bed', less: 'Shorten the shut bed' }),
	out: length('Length pulled out', [600, 2600], 1900, { more: 'Lengthen the bed', less: 'Shorten the bed' }),
	benchDepth: length('Depth of the benches', [250, 800], 420, {
		hint: 'from each wall, over the wheel arches',
		more: 'Deepen the benches',
		less: 'Make the benches shallower'
	}),
	benchLength: length('Length of the benches', [500, 3000], 1900, { more: 'Lengthen the benches', less: 'Shorten the benches' }),
	aisle: length('Aisle wanted between the benches', [0, 1500], 0, { hint: '0 when it does not matter' }),
	gap: gapAround(10),
	slatBar: stockOf('Slats, along the vehicle', 'bar', 'slat-70x18'),
	slatGap: length('Air between slats, pushed in', [2, 60], 8, {
		more: 'Space the slats wider',
		less: 'Space the slats closer',
		supports: true
	}),
	frameBar: stockOf('Bars across', 'bar', 'batten-45x21'),
	boardSheet: stockOf('Benches', 'sheet', 'ply-12'),
	...padParams(100)
});
