/**
 * How two things meet decides how much smaller one of them is made, so that nothing is drawn to the exact size of its gap.
 * Allowances are for one side, mm, for work with a jigsaw or a hand-held saw; they are our own judgement from what such saws
 * hold (about a millimetre over a metre) and what paint, carpet and damp add.
 */
export const FITS = {
	scribed: { allowance: 2, words: 'cut to the line of the wall and trimmed until it lies on' },
	sliding: { allowance: 2, words: 'slides or turns past it every day' },
	'drop-in': { allowance: 3, words: 'is dropped in between and lifted out by hand' },
	'loose against carpet': { allowance: 6, words: 'stands loose beside carpet, trim or upholstery that gives and swells' }
} as const;
export type FitName = keyof typeof FITS;
export const FIT_NAMES = Object.keys(FITS) as [FitName, ...FitName[]];

/**
 * The size to build for a measured gap: less the allowance on both sides, less what covers the boards on both sides, rounded
 * down to whole millimetres.
 *
 * @param covering thickness of carpet, paint or cloth on each outer face, mm
 */
export const sizeForGap = (gap: number, fit: FitName, covering = 0): number =>
	Math.floor(gap - 2 * (FITS[fit].allowance + covering) + 1e-9);
