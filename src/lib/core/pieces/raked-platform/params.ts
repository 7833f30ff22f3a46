import { z } from 'zod';
import { deckHeight, length, padParams, rearEdge, stockOf } from '../parameter';

export const rakedPlatformParams = z.strictObject({
	height: deckHeight(420),
	rear: rearEdge(80),
	length: length('Length', [800, 2400], 1880, { more: 'Lengthen the platform', less: 'Shorten the platform' }),
	width: length('Width', [300, 1600], 680, { more: 'Widen the platform', less: 'Narrow the platform' }),
	centre: length('Centre, left of the middle', [-700, 700], 0, { more: 'Move it left', less: 'Move it right' }),
	pins: length('Pins stand in from both ends', [20, 400], 60),
	rise: length('Front end rises to sit by', [20, 700], 220, { more: 'Rake it more', less: 'Rake it less' }),
	slot: length('Slots for the front pins are long', [0, 300], 40, {
		hint: 'raked, the front pins come nearer to the rear ones',
		more: 'Cut longer slots',
		less: 'Cut shorter slots'
	}),
	foot: length('Foot section that lifts out', [0, 900], 480, {
		hint: 'at the rear end; stands in slots as the backrest. 0 for none',
		more: 'Lengthen the foot section',
		less: 'Shorten the foot section'
	}),
	trackTop: length('Tracks stand further apart at their top by', [-40, 40], 0, {
		hint: 'measured between the two front tracks, top less bottom'
	}),
	play: length('Play of the pins in the tracks', [0, 20], 3, {
		hint: 'both sides together',
		more: 'Give the pins more play',
		less: 'Give the pins less play'
	}),
	boardSheet: stockOf('Boards', 'sheet', 'ply-12'),
	trackBar: stockOf('Tracks', 'bar', 'batten-45x45'),
	frameBar: stockOf('Bars along both edges', 'bar', 'batten-45x21'),
	...padParams(80)
});
