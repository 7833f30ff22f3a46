/** The two ways a builder reads and types sizes. Inside the core everything is millimetres and kilograms. */
export type UnitSystem = 'metric' | 'imperial';

export const MM_PER_INCH = 25.4;

/** What a text parser gives back: a value, or a sentence that says what was wrong with the text. */
export type Parsed = { ok: true; value: number } | { ok: false; error: string };

const MM_PER_UNIT: Record<string, number> = {
	mm: 1,
	cm: 10,
	m: 1000,
	in: MM_PER_INCH,
	inch: MM_PER_INCH,
	inches: MM_PER_INCH,
	'"': MM_PER_INCH,
	ft: 12 * MM_PER_INCH,
	foot: 12 * MM_PER_INCH,
	feet: 12 * MM_PER_INCH,
	"'": 12 * MM_PER_INCH
};

// A number is "74 1/4", "3/4", "1.88" or "1220"; a term is a number with an optional unit.
const TERM =
	/^\s*(?:(\d+)\s+(\d+)\s*\/\s*(\d+)|(\d+)\s*\/\s*(\d+)|(\d+(?:[.,]\d+)?|[.,]\d+))\s*(mm|cm|m|inches|inch|in|feet|foot|ft|"|')?/i;

/**
 * Reads a length as people write it: `1220`, `188 cm`, `1.88 m`, `74 1/4"`, `6'3"`, `5 ft 2 in`, `3/4`.
 * A bare number is millimetres for a metric reader and inches for an imperial one. A bare fraction is
 * inches for both, since nobody writes fractions of a millimetre. Terms add up: `6' 3 1/2"`.
 *
 * @returns millimetres, or an error sentence.
 */
export function parseLength(text: string, system: UnitSystem = 'metric'): Parsed {
	const clean = text
		.trim()
		.replace(/[′’]/g, "'")
		.replace(/[″”“]|''/g, '"')
		.replace(/\u2212/g, '-');
	if (clean === '') return { ok: false, error: 'Type a length, such as 1220 or 48 1/16".' };
	const negative = clean.startsWith('-');
	let rest = negative ? clean.slice(1) : clean;
	let total = 0;
	let lastUnit = Infinity;
	while (rest.trim() !== '') {
		const found = TERM.exec(rest);
		if (!found) return { ok: false, error: `“${text}” is not a length. Try 1220, 122 cm, 48" or 6'3".` };
		const term = readTerm(found, system, lastUnit, text);
		if (!term.ok) return term;
		total += term.value;
		lastUnit = term.unit;
		rest = rest.slice(found[0].length);
	}
	return { ok: true, value: negative ? -total : total };
}

function readTerm(
	found: RegExpExecArray,
	system: UnitSystem,
	lastUnit: number,
	text: string
): { ok: true; value: number; unit: number } | { ok: false; error: string } {
	const [, whole, over, under, overOnly, underOnly, decimal, unitText] = found;
	const isFraction = decimal === undefined;
	const top = Number(over ?? overOnly ?? 0);
	const bottom = Number(under ?? underOnly ?? 1);
	if (bottom === 0) return { ok: false, error: `“${text}” divides by zero.` };
	if (decimal && /,\d{3}$/.test(decimal))
		return {
			ok: false,
			error: `“${text}” can be read two ways. Write ${decimal.replace(',', '')} or ${decimal.replace(',', '.')}.`
		};
	const amount = isFraction ? Number(whole ?? 0) + top / bottom : Number(decimal.replace(',', '.'));
	let unit: number;
	if (unitText) unit = MM_PER_UNIT[unitText.toLowerCase()];
	else if (lastUnit === MM_PER_UNIT.ft) unit = MM_PER_INCH;
	else if (lastUnit !== Infinity) return { ok: false, error: `“${text}” has a number without a unit after one with a unit.` };
	else unit = isFraction || system === 'imperial' ? MM_PER_INCH : 1;
	if (unit >= lastUnit) return { ok: false, error: `“${text}” has its units in the wrong order.` };
	return { ok: true, value: amount * unit, unit };
}

/** Inches as a whole number and a fraction in lowest terms, to the nearest sixteenth: `48 1/16`. Sign included. */
export function formatInches(mm: number): string {
	const sixteenths = Math.round((Math.abs(mm) / MM_PER_INCH) * 16);
	const sign = mm < 0 && sixteenths > 0 ? '-' : '';
	const whole = Math.floor(sixteenths / 16);
	let over = sixteenths % 16;
	let under = 16;
	while (over > 0 && over % 2 === 0) {
		over /= 2;
		under /= 2;
	}
	const fraction = over === 0 ? '' : `${over}/${under}`;
	return sign + (whole === 0 && fraction ? fraction : fraction ? `${whole} ${fraction}` : String(whole));
}

/** A length for reading, with its unit: `1346 mm` or `53"`. Rounded to a millimetre or a sixteenth of an inch. */
export function formatLength(mm: number, system: UnitSystem): string {
	// Adding zero turns a rounded -0 into 0.
	return system === 'metric' ? `${Math.round(mm) + 0} mm` : `${formatInches(mm)}"`;
}

/** A person's height for reading: `1.84 m` or `6'0"`. */
export function formatStature(mm: number, system: UnitSystem): string {
	if (system === 'metric') return `${(mm / 1000).toFixed(2)} m`;
	const inches = Math.round(mm / MM_PER_INCH);
	return `${Math.floor(inches / 12)}'${inches % 12}"`;
}
