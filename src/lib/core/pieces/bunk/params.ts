import { z } from 'zod';
import { choice, deckHeight, gapAround, length, padParams, rearEdge, stockOf, yesNo } from '../parameter';

export const bunkParams = z.strictObject({
	height: deckHeight(1150, [300, 2200]),
	side: choice('Hangs on the', ['left', 'right'], 'left'),
	rear: rearEdge(100),
	length: length('Length', [800, 2400], 1850, { more: 'Lengthen the bunk', less: 'Shorten the bunk' }),
	width: length('Width', [350, 1400], 620, { more: 'Widen the bunk', less: 'Narrow the bunk' }),
	gap: gapAround(12),
	folds: yesNo('Folds down against the wall', true, { hint: 'hinged at its ledger, hung on straps at its free edge' }),
	guard: length('Guard above the mattress', [0, 400], 160, {
		hint: 'whoever sleeps high must not roll out',
		more: 'Raise the guard',
		less: 'Lower the guard'
	}),
	boardSheet: stockOf('Board', 'sheet', 'ply-12'),
	frameBar: stockOf('Ledger, edge and guard', 'bar', 'batten-45x21'),
	...padParams(60)
});
