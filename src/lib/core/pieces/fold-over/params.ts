import { z } from 'zod';
import { choice, count, deckHeight, gapAround, length, padParams, rearEdge, stockOf, yesNo } from '../parameter';

export const foldOverParams = z.strictObject({
	height: deckHeight(330),
	rear: rearEdge(60),
	leaves: count('Leaves', [2, 3], 3),
	first: length('Length of the rear leaf', [250, 1500], 680, { more: 'Lengthen the rear leaf', less: 'Shorten the rear leaf' }),
	second: length('Length of the second leaf', [200, 1400], 640, { more: 'Lengthen the second leaf', less: 'Shorten the second leaf' }),
	third: length('Length of the third leaf', [150, 1200], 560, {
		hint: 'when there are three',
		more: 'Lengthen the third leaf',
		less: 'Shorten the third leaf'
	}),
	fullWidth: yesNo('Full width', false, { hint: 'from wall to wall at its narrowest, less the gap' }),
	width: length('Width', [250, 2000], 600, { hint: 'used when it is not full width', more: 'Widen the bed', less: 'Narrow the bed' }),
	centre: length('Centre, left of the middle', [-900, 900], 0, { more: 'Move the bed left', less: 'Move the bed right' }),
	gap: gapAround(8),
	store: choice('Folded it', ['lies on its rear leaf', 'stands behind a seat'], 'lies on its rear leaf'),
	standAt: length('Stands at, from the rear door', [100, 4000], 900, {
		hint: 'front face of the folded stack; used when it stands behind a seat',
		more: 'Move the stack forward',
		less: 'Move the stack back'
	}),
	legs: choice(
		'Joints and far end are carried by',
		['screw-in legs', 'folding legs', 'swing-out arms', 'a sliding trestle', 'what lies below'],
		'screw-in legs'
	),
	firstFoot: length('Legs at the front of the rear leaf stand on, above the floor', [0, 600], 0, {
		hint: 'the top of a folded seat under them; 0 is the floor'
	}),
	secondFoot: length('Legs of the second leaf stand on, above the floor', [0, 600], 0, {
		hint: 'the top of a folded seat under them; 0 is the floor'
	}),
	thirdFoot: length('Legs at the far end of three leaves stand on, above the floor', [0, 600], 0, {
		hint: 'the top of a folded seat under them; 0 is the floor'
	}),
	boardSheet: stockOf('Leaves', 'sheet', 'ply-12'),
	frameBar: stockOf('Battens, arms and trestle', 'bar', 'batten-45x21'),
	legBar: stockOf('Legs', 'bar', 'batten-45x45'),
	...padParams(70)
});
