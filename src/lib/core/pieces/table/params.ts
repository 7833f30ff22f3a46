import { z } from 'zod';
import { OPENS } from '../carcase/params';
import { choice, length, rearEdge, stockOf } from '../parameter';
import { FACINGS } from '../facing';

export const MOUNTS = ['wall, hangs below', 'wall, folds up', 'pulls out', 'stands on a leg'] as const;
export const HOLDS = ['swing bracket', 'screw-in leg', 'wires from above'] as const;

export const tableParams = z.strictObject({
	height: length('Height of its top', [150, 1400], 640, { more: 'Raise the table', less: 'Lower the table' }),
	mount: choice('How it is put away', MOUNTS, 'wall, hangs below'),
	hold: choice('Its outer edge is held by a', HOLDS, 'swing bracket', {
		hint: 'wires hold one that folds up; a bracket one that hangs below',
		when: { key: 'mount', is: ['wall, hangs below', 'wall, folds up'] }
	}),
	facing: choice('Reaches from its wall to the', FACINGS, 'right'),
	rear: rearEdge(600),
	width: length('Length along its wall', [200, 1800], 660, { more: 'Lengthen the table', less: 'Shorten the table' }),
	depth: length('Depth out of the wall', [150, 1000], 420, { more: 'Deepen the table', less: 'Make the table shallower' }),
	back: length('Its back, left of the middle', [-1000, 1000], 0, {
		hint: 'for one that looks to the rear or the front, or pulls out: where its middle or its back stands; walls are found by themselves',
		more: 'Move the table left',
		less: 'Move the table right'
	}),
	gap: length('Gap to the wall', [0, 200], 8),
	pull: length('Pulls out by', [100, 900], 300, { when: { key: 'mount', is: ['pulls out'] } }),
	opens: choice('Must be usable', OPENS, 'by day'),
	boardSheet: stockOf('Top', 'sheet', 'ply-12'),
	frameBar: stockOf('Battens', 'bar', 'batten-45x21'),
	legBar: stockOf('Leg', 'bar', 'batten-45x45')
});
