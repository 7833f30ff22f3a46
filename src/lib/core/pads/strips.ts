/** What a set of cushions has to do: cover the bed at night, and be seat and back by day. */
export interface PadWish {
	/** Along the couch, mm. */
	length: number;
	/** Across it, made up for the night, mm. */
	bedWidth: number;
	/** Depth of the seat that its cushion covers by day, mm. */
	seatDepth: number;
	/** How high the back may and should stand above the seat cushion, mm. */
	back: { least: number; most: number };
	thickness: number;
}

/** One strip of the made bed, as long as the couch: how wide it is and what it does by day. */
export interface Strip {
	width: number;
	day: 'seat' | 'back' | 'aside';
}

/** Narrower strips than this slip off and roll, mm; our own figure. */
export const NARROWEST = 80;

/**
 * The fewest strips that are seat and back by day and cover the whole bed at night. The seat takes its depth; what is
 * left of the bed is the back as far as that may be high; only what is then still left lies aside by day.
 */
export function stripsFor({ bedWidth, seatDepth, back }: PadWish): Strip[] {
	const rest = bedWidth - seatDepth;
	if (rest < NARROWEST) return [{ width: bedWidth, day: 'seat' }];
	const seat: Strip = { width: seatDepth, day: 'seat' };
	if (rest <= back.most) return [seat, { width: rest, day: 'back' }];
	// A sliver aside would be too narrow to lie still: the back gives up a little of its height for it.
	const high = Math.min(back.most, rest - NARROWEST);
	return [seat, { width: high, day: 'back' }, { width: rest - high, day: 'aside' }];
}

/** How much the back falls short of the height that was wished for, mm; 0 when it does not. */
export const backShort = (strips: Strip[], { back }: PadWish): number =>
	Math.max(0, back.least - strips.filter(({ day }) => day === 'back').reduce((sum, { width }) => sum + width, 0));
