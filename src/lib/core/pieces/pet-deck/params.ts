import { z } from 'zod';
import { deckHeight, length, rearEdge, stockOf } from '../parameter';

export const petDeckParams = z.strictObject({
	height: deckHeight(560, [80, 1200]),
	rear: rearEdge(1700),
	length: length('Length', [250, 1500], 500, { more: 'Lengthen the deck', less: 'Shorten the deck' }),
	width: length('Width', [250, 1600], 900, { more: 'Widen the deck', less: 'Narrow the deck' }),
	centre: length('Centre, left of the middle', [-900, 900], 0, { more: 'Move the deck left', less: 'Move the deck right' }),
	legX: length('Leg from the rear edge of the deck', [0, 1500], 250, { hint: 'where the console or the floor bears' }),
	legFoot: length('Foot of the leg above the floor', [0, 900], 0, { hint: 'the top of the console, when the leg stands in it' }),
	padThickness: length('Pad on it', [10, 150], 30),
	boardSheet: stockOf('Deck', 'sheet', 'ply-9'),
	legBar: stockOf('Leg', 'bar', 'batten-45x45')
});
