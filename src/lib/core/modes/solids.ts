import type { Solid } from '../interior';
import { remember } from '../memory';
import type { PlacedPiece } from './scene';

/** A solid of a piece with the words for it. */
export interface NamedSolid {
	name: string;
	solid: Solid;
}

/** Something that lies in the vehicle, by the id of its gear. */
export interface NamedThing extends NamedSolid {
	id: string;
}

/** Every board, bar and pad of a piece as it stands, remembered: parts first, then pads, in their own order. */
export const solidsOf = remember((piece: PlacedPiece): NamedSolid[] => [
	...piece.parts.map((p) => ({ name: p.part.name, solid: { box: p.box, footprint: p.footprint, corners: [...p.lower, ...p.upper] } })),
	...piece.pads.map((p) => ({ name: p.pad.name, solid: { box: p.box, footprint: p.footprint, corners: [...p.lower, ...p.upper] } }))
]);
