import { z } from 'zod';
import { FIT_NAMES } from '../../fits';
import { OPENS } from '../carcase/params';
import { choice, FOAMS, length, rearEdge, stockOf, yesNo } from '../parameter';

export const LEAVES = ['none', 'to the rear', 'to the front', 'to both sides'] as const;

export const seatCubeParams = z.strictObject({
	height: length('Height of the lid', [150, 800], 420, { hint: 'without its cushion', more: 'Raise the cube', less: 'Lower the cube' }),
	between: length('Measured between the seats', [120, 1200], 420, {
		hint: 'at the narrowest place, trim and levers included; the cube is made smaller by its fit',
		more: 'Measure it wider',
		less: 'Make the cube narrower'
	}),
	fit: choice('How it sits between them', FIT_NAMES, 'loose against carpet'),
	covering: length('Carpet, paint or cloth on its outside', [0, 20], 0, { hint: 'thickness on each face' }),
	boardWidth: yesNo('No wider than the board it is cut from', false, {
		hint: 'then lid and bottom are one width of board, without ripping'
	}),
	length: length('Length along the vehicle', [150, 900], 380, { more: 'Lengthen the cube', less: 'Shorten the cube' }),
	rear: rearEdge(1500),
	centre: length('Centre, left of the middle', [-600, 600], 0, { more: 'Move the cube left', less: 'Move the cube right' }),
	leaves: choice('Leaves fold out', LEAVES, 'to the rear', { hint: 'they lie on the lid and turn over onto a bar that is pulled out' }),
	cushion: length('Cushion on it', [0, 120], 50, { hint: '0 for none; it comes off before the leaves turn over' }),
	cushionFoam: choice('Cushion foam', FOAMS, 'medium'),
	facing: choice('One sits on it looking to the', ['rear', 'front'], 'rear'),
	opens: choice('Leaves must be usable', OPENS, 'by day'),
	boardSheet: stockOf('Boards', 'sheet', 'ply-12'),
	propBar: stockOf('Bars under the leaves', 'bar', 'batten-45x21')
});
