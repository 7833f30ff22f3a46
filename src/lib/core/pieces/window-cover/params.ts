import { z } from 'zod';
import { choice, length, stockOf } from '../parameter';

export const WHICH = [
	'all windows',
	'behind the front seats',
	'beside and before the front seats',
	'on the left',
	'on the right',
	'at the rear',
	'windscreen'
] as const;
export const MAKES = ['fitted panel', 'net over the window', 'curtain'] as const;
export const HOLDINGS = [
	'magnets',
	'suction cups',
	'tucked into the trim',
	'cord in the hem',
	'hook-and-loop tape',
	'rail or wire'
] as const;

export const windowCoverParams = z.strictObject({
	which: choice('Covers', WHICH, 'all windows'),
	make: choice('Made as a', MAKES, 'fitted panel'),
	clothCloth: stockOf('Cloth', 'cloth', 'foil-quilt'),
	backing: choice('Second layer', ['none', 'the same again'], 'none'),
	overlap: length('Reaches past the glass by', [0, 200], 20, { hint: 'so that no light or midge comes in beside it' }),
	seam: length('Seam or binding all round', [0, 60], 12, { hint: 'added when it is cut' }),
	fullness: length('Curtain: width for each 100 of window', [100, 250], 150, {
		hint: '150 hangs in soft folds',
		when: { key: 'make', is: ['curtain'] }
	}),
	hold: choice('Held by', HOLDINGS, 'suction cups'),
	spacing: length('One every', [60, 600], 250, { when: { key: 'hold', is: ['magnets', 'suction cups'] } }),
	hung: choice('Hangs', ['at night', 'by day and at night', 'when a mode says so'], 'at night')
});
