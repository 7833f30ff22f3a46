import { formatLength, type UnitSystem } from './length';

/**
 * A length inside a sentence that the core writes without knowing its reader: a mark that {@link withUnits} replaces by
 * the length in the reader's units.
 */
export const lengthMark = (mm: number): string => `⟦${Math.round(mm * 100) / 100}⟧`;

/** A sentence with its marked lengths written out: `needs ⟦1765⟧ at the least` becomes `needs 1765 mm at the least`. */
export const withUnits = (text: string, system: UnitSystem): string =>
	text.replace(/⟦(-?[\d.]+)⟧/g, (_, mm: string) => formatLength(Number(mm), system));
