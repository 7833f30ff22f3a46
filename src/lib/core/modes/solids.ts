import type { Solid } from '../interior';
import { remember } from '../memory';
import type { PlacedPad, PlacedPart } from '../pieces/placing';
import type { NamedSolid, NamedThing, PlacedPiece } from './scene';

/** A placed part or pad as a solid. */
export const solidOf = (placed: PlacedPart | PlacedPad): Solid => ({
	box: placed.box,
	footprint: placed.footprint,
	...(placed.footprint && 'holes' in placed ? { holes: placed.holes!.map(({ lower }) => lower.map(({ x, y }) => ({ x, y }))) } : {}),
	corners: [...placed.lower, ...placed.upper]
});

/** The parts of a piece that do not give way. */
export const firmParts = remember((piece: PlacedPiece): PlacedPart[] =>
	piece.parts.some(({ part }) => part.yields) ? piece.parts.filter(({ part }) => !part.yields) : piece.parts
);

/** Every board, bar and pad of a piece as it stands, remembered: firm parts first, then pads, in their own order. */
export const solidsOf = remember((piece: PlacedPiece): NamedSolid[] => [
	...firmParts(piece).map((placed) => ({ name: placed.part.name, solid: solidOf(placed) })),
	...piece.pads.map((placed) => ({ name: placed.pad.name, solid: solidOf(placed) }))
]);

/** The same, each with the id and the name of its piece. */
export const ownedSolids = remember((piece: PlacedPiece): readonly NamedThing[] =>
	solidsOf(piece).map(({ name, solid }) => ({ id: piece.id, name: `${name} of ${piece.name}`, solid }))
);
