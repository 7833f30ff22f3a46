import { z } from 'zod';
import { FOAMS, choice, count, length, mass, rearEdge, stockOf, yesNo } from '../parameter';

export const batteryBoxParams = z.strictObject({
	height: length('Height of the lid', [150, 800], 360, { hint: 'without a cushion', more: 'Raise the box', less: 'Lower the box' }),
	rear: rearEdge(1400),
	length: length('Length', [200, 1200], 450, { more: 'Lengthen the box', less: 'Shorten the box' }),
	width: length('Width', [200, 1200], 400, { more: 'Widen the box', less: 'Narrow the box' }),
	centre: length('Centre, left of the middle', [-900, 900], 500, { more: 'Move the box left', less: 'Move the box right' }),
	batteries: count('Batteries', [1, 4], 1, { hint: 'side by side along the box' }),
	batteryLength: length('Battery: length', [80, 600], 175, {
		hint: 'as it stands, along the box',
		more: 'Take longer batteries',
		less: 'Take shorter batteries'
	}),
	batteryWidth: length('Battery: width', [80, 600], 280, { more: 'Take wider batteries', less: 'Take narrower batteries' }),
	batteryHeight: length('Battery: height with its poles', [80, 500], 200, { more: 'Take taller batteries', less: 'Take lower batteries' }),
	batteryWeight: mass('Battery: weight', [1, 80], 20),
	room: length('Room for cables over the poles', [20, 300], 60, {
		more: 'Leave more room over the poles',
		less: 'Leave less room over the poles'
	}),
	vent: choice('Gives off gas', ['no', 'yes, vented to the outside', 'yes, no vent yet'], 'no', {
		hint: 'wet and some other lead batteries do while charging'
	}),
	cushion: length('Cushion on it', [0, 150], 50, { hint: '0 for none', more: 'Take a thicker cushion', less: 'Take a thinner cushion' }),
	cushionFoam: choice('Cushion foam', FOAMS, 'medium'),
	strap: yesNo('Each battery is strapped to the bottom', true),
	boardSheet: stockOf('Boards', 'sheet', 'ply-12')
});
