import type { Parsed, UnitSystem } from './length';

/** Exact by definition of the international pound. */
export const KG_PER_POUND = 0.45359237;

/**
 * Reads a mass: `82`, `82 kg`, `500 g`, `180 lb`. A bare number is kilograms for a metric reader, pounds for an imperial one.
 *
 * @returns kilograms, or an error sentence.
 */
export function parseMass(text: string, system: UnitSystem = 'metric'): Parsed {
	const found = /^\s*(\d+(?:[.,]\d+)?)\s*(kg|g|lbs?|pounds?)?\s*$/i.exec(text);
	if (!found) return { ok: false, error: `“${text}” is not a weight. Try 82 kg or 180 lb.` };
	const amount = Number(found[1].replace(',', '.'));
	const unit = found[2]?.toLowerCase() ?? (system === 'metric' ? 'kg' : 'lb');
	if (unit === 'kg') return { ok: true, value: amount };
	if (unit === 'g') return { ok: true, value: amount / 1000 };
	return { ok: true, value: amount * KG_PER_POUND };
}

/** A mass for reading: `8.4 kg` or `18.5 lb`; whole numbers from 100 upwards. */
export function formatMass(kg: number, system: UnitSystem): string {
	const amount = system === 'metric' ? kg : kg / KG_PER_POUND;
	return `${amount >= 100 ? Math.round(amount) : Math.round(amount * 10) / 10} ${system === 'metric' ? 'kg' : 'lb'}`;
}
