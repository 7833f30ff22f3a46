import { z } from 'zod';
import { choice, deckHeight, gapAround, length, padParams, rearEdge, stockOf, yesNo } from '../parameter';

export const ledgeSofaParams = z.strictObject({
	height: deckHeight(380),
	side: choice('Stands along the', ['left', 'right'], 'left'),
	rear: rearEdge(80),
	length: length('Length', [600, 3000], 1850, { more: 'Lengthen the sofa', less: 'Shorten the sofa' }),
	seatDepth: length('Depth as a sofa', [350, 900], 600, { more: 'Deepen the sofa', less: 'Make the sofa shallower' }),
	pullOut: length('Section pulls out by', [100, 900], 460, { more: 'Pull it out further', less: 'Pull it out less far' }),
	onLedge: length('Lies on the ledge opposite by', [10, 120], 25),
	return: yesNo('Second arm of the L across the front', true),
	returnLength: length('That arm along the vehicle', [250, 900], 480, {
		hint: 'its depth as a seat',
		more: 'Deepen that arm',
		less: 'Make that arm shallower'
	}),
	returnReach: length('That arm across the vehicle, past the sofa', [100, 1200], 450, {
		more: 'Lengthen that arm',
		less: 'Shorten that arm'
	}),
	gap: gapAround(8),
	boardSheet: stockOf('Boards', 'sheet', 'ply-12'),
	frameBar: stockOf('Ledgers and rails', 'bar', 'batten-45x21'),
	legBar: stockOf('Legs', 'bar', 'batten-45x45'),
	...padParams(80)
});
