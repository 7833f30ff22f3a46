import { z } from 'zod';
import { deckHeight, gapAround, length, padParams, rearEdge, stockOf } from '../parameter';

export const slatPlatformParams = z.strictObject({
	height: deckHeight(520, [100, 1400], 'Height of the slats'),
	rear: rearEdge(60),
	length: length('Length along the vehicle', [300, 3000], 1900, { more: 'Lengthen the bed', less: 'Shorten the bed' }),
	gap: gapAround(10),
	slatBar: stockOf('Slats, across', 'bar', 'slat-70x18'),
	slatGap: length('Air between slats', [0, 80], 30, { more: 'Space the slats wider', less: 'Space the slats closer', supports: true }),
	angleBar: stockOf('Rails along both walls', 'bar', 'angle-40'),
	middleBar: stockOf('Bar under the middle', 'bar', 'batten-45x45'),
	legBar: stockOf('Legs of the middle bar', 'bar', 'batten-45x45'),
	...padParams(100)
});
