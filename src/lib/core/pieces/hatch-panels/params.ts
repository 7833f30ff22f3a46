import { z } from 'zod';
import { deckHeight, degrees, gapAround, length, padParams, rearEdge, stockOf } from '../parameter';

export const hatchPanelsParams = z.strictObject({
	height: deckHeight(330),
	rear: rearEdge(40),
	length: length('Length of the panels', [300, 2000], 1000, { more: 'Lengthen the panels', less: 'Shorten the panels' }),
	gap: gapAround(8),
	hatchWidth: length('Width of the hatch', [200, 1200], 420, { more: 'Widen the hatch', less: 'Narrow the hatch' }),
	hatchLength: length('Length of the hatch', [150, 1500], 620, {
		hint: 'from the front edge back; the rest between the panels is fixed',
		more: 'Lengthen the hatch',
		less: 'Shorten the hatch'
	}),
	hatchAngle: degrees('Hatch opens to', [20, 100], 75, { more: 'Open the hatch wider', less: 'Open the hatch less' }),
	lounge: degrees('Hatch as a backrest at', [20, 70], 45, {
		hint: 'held by a prop',
		more: 'Stand the backrest steeper',
		less: 'Lay the backrest flatter'
	}),
	front: length('Section in the passenger foot space', [0, 1200], 620, {
		hint: '0 for none; lies on its panel until it is wanted',
		more: 'Lengthen that section',
		less: 'Shorten that section'
	}),
	frontWidth: length('Its width', [200, 900], 400, { more: 'Widen that section', less: 'Narrow that section' }),
	frontCentre: length('Its centre, left of the middle', [-800, 800], -430),
	frontFoot: length('Foot of its leg above the floor', [-300, 400], 0),
	boardSheet: stockOf('Panels', 'sheet', 'ply-12'),
	frameBar: stockOf('Bars and prop', 'bar', 'batten-45x21'),
	legBar: stockOf('Legs', 'bar', 'batten-45x45'),
	...padParams(70)
});
