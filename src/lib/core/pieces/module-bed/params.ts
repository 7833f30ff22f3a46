import { z } from 'zod';
import { count, deckHeight, degrees, gapAround, length, padParams, rearEdge, stockOf } from '../parameter';

export const moduleBedParams = z.strictObject({
	height: deckHeight(360),
	rear: rearEdge(50),
	rearLength: length('Length of the rear module', [300, 1600], 900, { more: 'Lengthen the rear module', less: 'Shorten the rear module' }),
	middleLength: length('Length of the middle module', [300, 1600], 900, {
		more: 'Lengthen the middle module',
		less: 'Shorten the middle module'
	}),
	middleFoot: length('Floor under the middle module', [-300, 600], 0, {
		hint: 'seat pan or floor it stands on, above the floor',
		ofFolded: 'top'
	}),
	middleWidth: length('Width of the middle module', [200, 2000], 1000, {
		more: 'Widen the middle module',
		less: 'Narrow the middle module'
	}),
	gap: gapAround(10),
	joint: length('Play between the modules', [0, 40], 4, { hint: 'turnbuckles pull them together' }),
	screws: length('Levelling screws reach', [0, 60], 20, { hint: 'how far the feet of the middle module screw out' }),
	unlevel: length('Floors differ by, as measured', [-60, 60], 0, { hint: 'how much lower the middle floor is than planned' }),
	lids: count('Lids of each module', [1, 2], 2, { hint: 'one for each person or door' }),
	lidAngle: degrees('Lids open to', [15, 100], 60, { more: 'Open the lids wider', less: 'Open the lids less' }),
	boardSheet: stockOf('Boards', 'sheet', 'ply-12'),
	...padParams(80)
});
