import { formatLength, type UnitSystem } from './length';
import { formatMass } from './mass';

/**
 * A length inside a sentence that the core writes without knowing its reader: a mark that {@link withUnits} replaces by
 * the length in the reader's units.
 */
export const lengthMark = (mm: number): string => `⟦${Math.round(mm * 100) / 100}⟧`;

/** The same for a mass. */
export const massMark = (kg: number): string => `⟦${Math.round(kg * 10) / 10} kg⟧`;

/** A sentence with its marked lengths and masses written out: `needs ⟦1765⟧ at the least` becomes `needs 1765 mm at the least`. */
export const withUnits = (text: string, system: UnitSystem): string =>
	text.replace(/⟦(-?[\d.]+)( kg)?⟧/g, (_, amount: string, mass?: string) => (mass ? formatMass : formatLength)(Number(amount), system));
