import type { Assembly, PieceKind, Surroundings } from './assembly';
import { fixedPlatform } from './fixed-platform';
import type { KindName, Piece } from './schema';
import { slatCouch } from './slat-couch';

/** Every kind of piece by its name in the plan. A new kind is a folder here, a line here and one in schema.ts. */
export const KINDS = { 'fixed-platform': fixedPlatform, 'slat-couch': slatCouch } satisfies Record<KindName, unknown>;

/** The recipe of a piece, with its parameters typed loosely: for code that treats all kinds alike. */
export const kindOf = (name: KindName): PieceKind => KINDS[name] as unknown as PieceKind;

/**
 * Works out a piece in its surroundings.
 *
 * @throws RangeError when the piece asks for stock that the plan does not have.
 */
export const assemble = (piece: Piece, around: Surroundings): Assembly => kindOf(piece.kind).assemble(piece.params, around);

export * from './assembly';
export { padMass, partMass } from './mass';
export { FOAMS, numberRange, parameterMeta, type Foam, type ParameterMeta } from './parameter';
export type { KindName, Piece } from './schema';
