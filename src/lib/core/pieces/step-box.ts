import { z } from 'zod';
import { box, lid } from '../design/composed';
import { fromRecipe } from '../design/recipe';
import { choice, length, rearEdge, stockOf } from './parameter';

export const stepBoxParams = z.strictObject({
	height: length('Height', [120, 500], 280, {
		hint: 'half the height of what one steps up to is easiest',
		more: 'Raise the step',
		less: 'Lower the step'
	}),
	rear: rearEdge(600),
	length: length('Length', [250, 1200], 450, { more: 'Lengthen the step', less: 'Shorten the step' }),
	width: length('Width', [200, 900], 320, { more: 'Widen the step', less: 'Narrow the step' }),
	centre: length('Centre, left of the middle', [-1000, 1000], 0, { more: 'Move the step left', less: 'Move the step right' }),
	hinge: choice('Lid hinges at', ['front', 'rear', 'left', 'right'], 'front'),
	boardSheet: stockOf('Boards', 'sheet', 'ply-12'),
	lidSheet: stockOf('Lid', 'sheet', 'ply-15')
});

/** A box to step up on, with room under its lid. */
export const stepBox = fromRecipe({
	kind: 'step-box',
	title: 'Step box',
	group: 'boxes and seats',
	summary: 'A low box before a bed or a door: one steps up on its lid, and shoes are kept under it.',
	caution: 'Fasten it before anybody steps on it, and put something rough on its lid: it is used in socks and with wet soles.',
	params: stepBoxParams,
	heightParam: 'height',
	alongParam: 'rear',
	tree({ boardSheet, lidSheet, hinge }) {
		const from = { x: { from: 'start', size: 'length' }, y: { middle: 'centre', size: 'width' } };
		return {
			asBuilt: 'Shut',
			nodes: {
				top: lid('top', lidSheet, { ...from, z: { to: 'height' } }, hinge),
				chest: box('chest', boardSheet, { ...from, z: { from: 'floor', to: 'top.bottom' } }, 'Step box')
			}
		};
	}
});
