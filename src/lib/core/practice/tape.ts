import type { MeasurementEntry } from '../interior';
import type { Vehicle } from '../plan/vehicle';
import { trueValue } from './hidden';
import { normal, randomFrom } from './random';

/** Slips that everybody's tape makes now and then. */
export const MISTAKES = ['hook end', 'slanted tape', 'inches for centimetres'] as const;
export type Mistake = (typeof MISTAKES)[number];

/** What the slip was, in words for the learner. */
export const MISTAKE_WORDS: Record<Mistake, string> = {
	'hook end': 'the tape was read at its case, whose length was forgotten',
	'slanted tape': 'the tape ran slantwise instead of square across',
	'inches for centimetres': 'the inch side of the tape was read as centimetres'
};

/** One answer of the practice tape, in mm as the tape shows it (wall to wall where it runs from wall to wall). */
export interface Reading {
	mm: number;
	mistake?: Mistake;
}

/** Spread of a good reading, one deviation in mm, and the steps to which a tape is read. */
const NOISE = 1.2;
/** Share of first readings that are a slip; a second reading of the same size never is. */
const SLIPS = 0.1;
/** Length of the case that is forgotten, mm. */
const CASE = 75;
/** Shorter than this nobody holds a tape slantwise or mistakes inches for centimetres, mm. */
const LONG = 400;

/**
 * What the practice tape says when it is held to one measurement for the n-th time (from 0): the hidden truth with noise,
 * now and then a typical slip. The same question always gets the same answer.
 *
 * @returns undefined for something that the hidden vehicle has not.
 */
export function readTape(hidden: Vehicle, learned: Vehicle, entry: MeasurementEntry, attempt: number, number: number): Reading | undefined {
	const kept = trueValue(hidden, learned, entry.path);
	if (kept === undefined) return undefined;
	const truth = kept * entry.factor;
	const random = randomFrom(`${number}/${entry.path.join('/')}/${attempt}`);
	const noise = NOISE * normal(random);
	const mistake = attempt === 0 && random() < SLIPS ? slip(entry, truth, random()) : undefined;
	return { mm: Math.round(slipped(truth, mistake, random()) + noise), mistake };
}

/** Which slip can happen here: long spans across the room are where tapes hang, slant and get read wrong. */
function slip(entry: MeasurementEntry, truth: number, choice: number): Mistake | undefined {
	if (truth < LONG) return undefined;
	if (entry.group === 'Cross-sections') return MISTAKES[Math.floor(choice * MISTAKES.length)];
	return entry.group === 'Length' || entry.group === 'Wheel arches' ? 'inches for centimetres' : undefined;
}

function slipped(truth: number, mistake: Mistake | undefined, how: number): number {
	if (mistake === 'hook end') return truth - CASE;
	// Between 18 and 25 degrees off square: corner to corner, as it happens alone with a long tape.
	if (mistake === 'slanted tape') return truth / Math.cos(((18 + 7 * how) * Math.PI) / 180);
	return mistake === 'inches for centimetres' ? truth / 2.54 : truth;
}
