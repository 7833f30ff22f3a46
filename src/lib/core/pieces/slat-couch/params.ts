import { z } from 'zod';
import { choice, count, degrees, FOAMS, length, stockOf, yesNo } from '../parameter';

export const slatCouchParams = z.strictObject({
	height: length('Height of the slats', [100, 900], 360, {
		hint: 'floor to the upper face of the slats, without the cushions',
		more: 'Raise the couch',
		less: 'Lower the couch'
	}),
	side: choice('Stands along the', ['left', 'right'], 'left'),
	rear: length('Rear end from the rear door', [0, 6000], 120, {
		hint: 'measured at floor level',
		more: 'Move the couch forward',
		less: 'Move the couch back'
	}),
	length: length('Length', [600, 3000], 1880, { more: 'Lengthen the couch', less: 'Shorten the couch' }),
	seatDepth: length('Depth as a couch', [350, 1000], 620, { more: 'Deepen the couch', less: 'Make the couch shallower' }),
	bedWidth: length('Width as a bed', [500, 1600], 1080, { more: 'Widen the bed', less: 'Narrow the bed' }),
	gap: length('Gap to the wall', [0, 150], 10, { more: 'Widen the gap to the wall', less: 'Narrow the gap to the wall' }),
	slatBar: stockOf('Slats', 'bar', 'slat-70x18'),
	slatGap: length('Air between slats, pushed in', [0, 60], 12, {
		more: 'Space the slats wider',
		less: 'Space the slats closer',
		supports: true
	}),
	frameBar: stockOf('Ledger, rails and stop', 'bar', 'batten-45x21'),
	legBar: stockOf('Legs', 'bar', 'batten-45x45'),
	sections: count('Sections that pull out one by one', [1, 3], 1, { hint: 'one may stay shut round a long thing' }),
	onLedge: count('Sections from the rear whose front lies on a ledge', [0, 3], 0, {
		hint: '0 when all stand on legs; a box over the wheel arch opposite can carry the others',
		more: 'Lay one more section on the ledge',
		less: 'Stand one more section on legs'
	}),
	lid: yesNo('Slats lift as a lid', true, { hint: 'hinged at the wall, to reach the storage from above' }),
	lidAngle: degrees('Lid opens to', [20, 100], 60, { more: 'Open the lid wider', less: 'Open the lid less' }),
	padThickness: length('Cushion thickness', [30, 200], 80, { more: 'Take thicker cushions', less: 'Take thinner cushions' }),
	padFoam: choice('Cushion foam', FOAMS, 'medium')
});
