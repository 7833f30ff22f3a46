import type { Overhead } from '../people';
import type { Result } from './finding';

/** The subjects of a result about somebody's head, and the piece that hangs over it: it may be what has to give way. */
export const alsoAbout = (subjects: readonly string[], under: Overhead['under']): Pick<Result, 'subjects'> => ({
	subjects: [...new Set([...subjects, ...(under ? [under.id] : [])])]
});

/** Says what hangs there, if it is not the vehicle that ends the room. */
export const hangsOver = (under: Overhead['under']): string => (under ? ` ${under.name} hangs over it.` : '');
