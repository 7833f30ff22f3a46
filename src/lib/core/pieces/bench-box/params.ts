import { z } from 'zod';
import { choice, degrees, FOAMS, gapAround, length, rearEdge, stockOf, yesNo } from '../parameter';

export const benchBoxParams = z.strictObject({
	height: length('Height of the top', [100, 1400], 380, {
		hint: 'floor to the upper face, without a cushion',
		more: 'Raise the box',
		less: 'Lower the box'
	}),
	side: choice('Stands along the', ['left', 'right'], 'left'),
	rear: rearEdge(80),
	length: length('Length', [200, 3000], 1200, { more: 'Lengthen the box', less: 'Shorten the box' }),
	depth: length('Depth from the wall', [150, 1200], 480, { more: 'Deepen the box', less: 'Make the box shallower' }),
	gap: gapAround(8),
	lid: yesNo('Top opens as a lid', true, { hint: 'hinged at the wall' }),
	lidAngle: degrees('Lid opens to', [20, 100], 70, { more: 'Open the lid wider', less: 'Open the lid less' }),
	back: length('Back with storage, above the seat', [0, 900], 0, {
		hint: '0 for none; a narrow chest along the wall to lean on',
		more: 'Raise the back',
		less: 'Lower the back'
	}),
	backDepth: length('Back: depth', [80, 400], 160, { more: 'Deepen the back', less: 'Make the back shallower' }),
	ledge: length('Ledge on the aisle side at', [0, 1200], 0, {
		hint: 'height of its upper face; 0 for none',
		more: 'Raise the ledge',
		less: 'Lower the ledge'
	}),
	moves: length('Moves into the aisle by', [0, 1200], 0, {
		hint: '0 when it stays; a low box can fill the aisle at night',
		more: 'Move it further',
		less: 'Move it less far'
	}),
	cushion: length('Cushion on it', [0, 200], 60, { hint: '0 for none', more: 'Take a thicker cushion', less: 'Take a thinner cushion' }),
	cushionFoam: choice('Cushion foam', FOAMS, 'medium'),
	boardSheet: stockOf('Boards', 'sheet', 'ply-12'),
	frameBar: stockOf('Ledge', 'bar', 'batten-45x21')
});
