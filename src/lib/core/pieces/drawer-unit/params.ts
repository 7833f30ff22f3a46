import { z } from 'zod';
import { carcaseParams, RUNNERS } from '../carcase/params';
import { choice, count, FOAMS, length, rearEdge, yesNo } from '../parameter';
import { FACINGS } from '../facing';

export const drawerUnitParams = z.strictObject({
	height: length('Height of its top', [120, 1200], 380, {
		hint: 'a bed may lie on it',
		more: 'Raise the unit',
		less: 'Lower the unit'
	}),
	rear: rearEdge(60),
	length: length('Length along the vehicle', [250, 2600], 1100, { more: 'Lengthen the unit', less: 'Shorten the unit' }),
	width: length('Width', [200, 2000], 1000, { more: 'Widen the unit', less: 'Narrow the unit' }),
	centre: length('Centre, left of the middle', [-900, 900], 0, { more: 'Move the unit left', less: 'Move the unit right' }),
	toe: length('Its lowest drawers begin above the floor', [0, 300], 0, {
		hint: 'as high as the sill that they come out over',
		more: 'Raise its lowest drawers',
		less: 'Lower its lowest drawers'
	}),
	facing: choice('Pulls out to the', FACINGS, 'rear'),
	bothEnds: yesNo('Comes out on the opposite side as well', false, { hint: 'its back stays open' }),
	cornerPlates: yesNo('Plates in the corners keep the open back square', true, { when: { key: 'bothEnds', is: [true] } }),
	runs: choice('Holds', RUNNERS, 'drawers', { hint: 'a tray suits a cool box or a folding bicycle' }),
	columns: count('Side by side', [1, 3], 2),
	rows: count('One above the other', [1, 4], 1),
	mattress: length('Mattress on its top', [0, 250], 0, {
		hint: '0 for none; thickness',
		more: 'Take a thicker mattress',
		less: 'Take a thinner mattress'
	}),
	mattressFoam: choice('Mattress foam', FOAMS, 'medium'),
	...carcaseParams()
});
