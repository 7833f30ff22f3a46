import { assembleDesign } from '../../design/assemble';
import { pieceKind } from '../assembly';
import { ownParams } from './params';

/** A piece that whoever plans makes up: boards, bars, pads and joints of a design, and what follows from them. */
export const own = pieceKind({
	kind: 'own',
	title: 'A piece of your own',
	group: 'own pieces',
	summary:
		'Boards, bars, legs, cushions, lids and drawers put together as you like: what carries what, what opens and what fits is worked out.',
	params: ownParams,
	heightParam: 'height',
	alongParam: 'start',
	assemble: ({ design, height, start }, { interior, seats, neighbours, stock }) =>
		assembleDesign(design, { interior, seats, neighbours, stock, given: { height, start } }).assembly
});
