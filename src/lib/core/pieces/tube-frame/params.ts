import { z } from 'zod';
import { choice, count, FOAMS, length, rearEdge, stockOf, yesNo } from '../parameter';

export const TOP_USES = ['nothing', 'a mattress', 'things to stand', 'somebody to sit', 'somebody to step on it'] as const;

export const tubeFrameParams = z.strictObject({
	height: length('Height of the top', [60, 1900], 400, {
		hint: 'floor to the upper face of its panel',
		more: 'Raise the frame',
		less: 'Lower the frame'
	}),
	rear: rearEdge(100),
	length: length('Length', [150, 3200], 1200, { more: 'Lengthen the frame', less: 'Shorten the frame' }),
	width: length('Width', [120, 1900], 450, { more: 'Widen the frame', less: 'Narrow the frame' }),
	centre: length('Centre, left of the middle', [-900, 900], 400, { more: 'Move the frame left', less: 'Move the frame right' }),
	opensTo: choice('Its open side looks to the', ['left', 'right'], 'right'),
	bays: count('Bays along its length', [1, 5], 2, { supports: true, hint: 'an upright and a rail across at every joint' }),
	uprights: choice('Uprights on its open side', ['at every joint', 'at both ends only', 'none, C-shaped'], 'at every joint'),
	connector: length('A corner connector takes', [0, 80], 25, {
		hint: 'how far each tube ends from the outer face; the size of the connector’s body'
	}),
	top: choice('Its top is for', TOP_USES, 'somebody to sit'),
	topLifts: yesNo('Top opens as a lid', false, { hint: 'hinged on the far side', when: { key: 'top', is: TOP_USES.slice(1) } }),
	bottomAt: length('Its lowest rails above the floor', [0, 1200], 0, {
		hint: '0 on the floor; higher, it stands on its uprights and things go under it',
		more: 'Raise its lowest rails',
		less: 'Lower its lowest rails'
	}),
	bottomPanel: yesNo('Panel at the bottom', false),
	backPanel: yesNo('Panel on its far side', true),
	endPanels: yesNo('Panels at both ends', true),
	frontPanel: yesNo('Panel on its open side', false),
	wires: yesNo('Crossed wires where far side or ends have no panel', false, {
		hint: 'with a turnbuckle in each, they keep the frame square'
	}),
	moves: length('Moves towards its open side by', [0, 1200], 0, {
		hint: '0 when it stays; low frames fill the aisle at night',
		more: 'Move it further',
		less: 'Move it less far'
	}),
	padOn: choice('A mattress lies', ['nowhere', 'on its top', 'on its bottom panel'], 'nowhere'),
	padThickness: length('Mattress thickness', [20, 250], 80, {
		more: 'Take a thicker mattress',
		less: 'Take a thinner mattress',
		when: { key: 'padOn', is: ['on its top', 'on its bottom panel'] }
	}),
	padFoam: choice('Mattress foam', FOAMS, 'medium', { when: { key: 'padOn', is: ['on its top', 'on its bottom panel'] } }),
	tubeBar: stockOf('Tube', 'bar', 'tube-25'),
	topSheet: stockOf('Panel on top', 'sheet', 'ply-12'),
	wallSheet: stockOf('Panels of the sides', 'sheet', 'ply-6')
});
