import { z } from 'zod';
import { choice, count, FOAMS, length, stockOf, yesNo } from '../parameter';

export const fixedPlatformParams = z.strictObject({
	height: length('Height of the boards', [100, 1400], 420, {
		hint: 'floor to the upper face of the boards, without the mattress',
		more: 'Raise the platform',
		less: 'Lower the platform'
	}),
	reachRear: yesNo('Reach to the closed rear door', true, { hint: 'as far back as the sloping door allows at this height' }),
	rear: length('Rear edge from the rear door', [0, 6000], 50, {
		hint: 'measured at floor level; used when it does not reach to the door',
		more: 'Move the platform forward',
		less: 'Move the platform back'
	}),
	length: length('Length', [300, 4000], 1900, { more: 'Lengthen the platform', less: 'Shorten the platform' }),
	fullWidth: yesNo('Full width', true, { hint: 'from wall to wall at its narrowest, less the gap' }),
	width: length('Width', [200, 2400], 1200, {
		hint: 'used when it is not full width',
		more: 'Widen the platform',
		less: 'Narrow the platform'
	}),
	centre: length('Centre, left of the middle', [-1200, 1200], 0, {
		hint: 'used when it is not full width',
		more: 'Move the platform left',
		less: 'Move the platform right'
	}),
	gap: length('Gap to walls, arches and door', [0, 100], 5, {
		hint: 'lining, carpet and a tilted tape eat millimetres',
		more: 'Widen the gap all round',
		less: 'Narrow the gap all round'
	}),
	edge: choice('Long edges', ['straight', 'follow the walls'], 'straight', { hint: 'a narrow platform is cut where the wall comes in' }),
	panels: count('Boards along the length', [1, 6], 2, { hint: 'each must pass the door', supports: true }),
	seatFrom: length('Stands over a folded seat from', [0, 6000], 0, {
		hint: 'from the rear door; used when the seat below has a height',
		ofFolded: 'rear'
	}),
	seatTo: length('Folded seat ends at', [0, 6000], 0, { hint: 'from the rear door', ofFolded: 'front' }),
	seatTop: length('Height of the folded seat', [0, 900], 0, { hint: 'legs over it stand on it; 0 when there is none', ofFolded: 'top' }),
	ledge: yesNo('Ledge along the front edge', false, { hint: 'a batten laid flat that carries the edge of a bridge or a box' }),
	boardSheet: stockOf('Boards', 'sheet', 'ply-12'),
	frameBar: stockOf('Ledgers and cross-bars', 'bar', 'batten-45x21'),
	legBar: stockOf('Legs', 'bar', 'batten-45x45'),
	padThickness: length('Mattress thickness', [20, 250], 80, { more: 'Take a thicker mattress', less: 'Take a thinner mattress' }),
	padFoam: choice('Mattress foam', FOAMS, 'medium')
});
