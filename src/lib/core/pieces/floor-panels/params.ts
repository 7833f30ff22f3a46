import { z } from 'zod';
import { choice, count, gapAround, length, rearEdge, stockOf } from '../parameter';

export const floorPanelsParams = z.strictObject({
	over: choice('Panels lie over', ['the wells', 'the whole floor'], 'the wells', {
		hint: 'without wells in their stretch they lie on the whole floor'
	}),
	height: length('Height of the floor panels', [-60, 250], 0, {
		hint: 'their upper face above the floor; 0 is flush with it over a well',
		more: 'Raise the panels',
		less: 'Lower the panels'
	}),
	rear: rearEdge(60),
	length: length('Length', [300, 4000], 1900, { more: 'Lengthen the floor', less: 'Shorten the floor' }),
	gap: gapAround(6),
	panels: count('Panels along the length', [1, 6], 3, {
		supports: true,
		hint: 'each lifts by a hand loop; joints where a well should open with the bed down'
	}),
	boardSheet: stockOf('Panels', 'sheet', 'ply-12'),
	frameBar: stockOf('Bars under joints and edges', 'bar', 'batten-45x21')
});
