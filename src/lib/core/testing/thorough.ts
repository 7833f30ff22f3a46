/**
 * How often a search with numbers of chance is made: `few` times in the gate, so that it stays quick; `npm run test:thorough` makes
 * every one of them ten times as often, from a seed of its own.
 */
export const times = (few: number): number => Math.round(few * Number(process.env.NOOK_THOROUGH ?? 1));
