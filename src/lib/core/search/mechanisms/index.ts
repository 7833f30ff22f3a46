import { BRIDGES } from './bridges';
import type { Mechanism } from './draft';
import { FOR_TWO } from './for-two';
import { LEAVES } from './leaves';
import { PLATFORMS } from './platforms';
import { SOFAS } from './sofas';

/** Every mechanism the search knows. A new one is an entry of one of these lists: what it asks for and which sizes are worth trying. */
export const MECHANISMS: readonly Mechanism[] = [...PLATFORMS, BRIDGES, ...SOFAS, LEAVES, ...FOR_TWO];

export type { Draft, DraftPiece, Mechanism } from './draft';
