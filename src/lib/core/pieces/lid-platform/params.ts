import { z } from 'zod';
import { choice, count, deckHeight, degrees, gapAround, length, padParams, rearEdge, stockOf, yesNo } from '../parameter';

export const lidPlatformParams = z.strictObject({
	height: deckHeight(400),
	rear: rearEdge(80),
	length: length('Length', [300, 3000], 1900, { more: 'Lengthen the bed', less: 'Shorten the bed' }),
	gap: gapAround(10),
	lids: count('Lids side by side along the length', [1, 3], 1, { supports: true }),
	hinge: choice('Lids are hinged at the', ['left wall', 'right wall', 'front edge', 'rear edge'], 'left wall'),
	lidAngle: degrees('Lid opens to', [15, 100], 55, { more: 'Open the lid wider', less: 'Open the lid less' }),
	padStays: yesNo('The mattress stays on the lid', true, { hint: 'it is heavier and rises higher, but nothing has to be moved away' }),
	boardSheet: stockOf('Lids', 'sheet', 'ply-12'),
	frameBar: stockOf('Frame', 'bar', 'batten-45x21'),
	legBar: stockOf('Legs', 'bar', 'batten-45x45'),
	...padParams(80)
});
