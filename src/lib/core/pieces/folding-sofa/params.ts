import { z } from 'zod';
import { choice, deckHeight, degrees, gapAround, length, padParams, rearEdge, stockOf } from '../parameter';

export const foldingSofaParams = z.strictObject({
	height: deckHeight(420),
	rear: rearEdge(100),
	length: length('Length', [500, 2600], 1880, { more: 'Lengthen the sofa', less: 'Shorten the sofa' }),
	sides: choice('Halves', ['both sides', 'left only', 'right only'], 'both sides'),
	seat: length('Depth of the seat', [300, 800], 440, { more: 'Deepen the seats', less: 'Make the seats shallower' }),
	back: length('Height of the back', [150, 700], 380, {
		hint: 'lies flat against the wall side at night',
		more: 'Take higher backs',
		less: 'Take lower backs'
	}),
	lean: degrees('Back stands at', [60, 100], 80, {
		hint: '90 is upright; less leans towards the wall',
		more: 'Stand the backs steeper',
		less: 'Lean the backs further'
	}),
	gap: gapAround(10),
	boardSheet: stockOf('Seats and backs', 'sheet', 'ply-12'),
	frameBar: stockOf('Runners across', 'bar', 'batten-45x21'),
	legBar: stockOf('Legs of the runners', 'bar', 'batten-45x45'),
	...padParams(80)
});
