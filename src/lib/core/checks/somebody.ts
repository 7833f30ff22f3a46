import type { Overhead } from '../people';
import type { Result } from './finding';
import type { Rule } from './topics';

/** What is said of somebody on a piece, and what hangs over them if that decides. */
export type Judgement = Omit<Result, 'rule' | 'key' | 'subjects' | 'unit'> & Pick<Overhead, 'under'>;

/** The result of a rule about somebody on a piece. What hangs over them is concerned as well: it may be what has to give way. */
export const ofSomebody = (rule: Rule, { piece, id }: { piece: string; id: string }, { under, ...said }: Judgement): Result => ({
	rule,
	key: `${piece}+${id}`,
	subjects: [...new Set([piece, id, ...(under ? [under.id] : [])])],
	unit: 'mm',
	...said
});

/** Says what hangs there, if it is not the vehicle that ends the room. */
export const hangsOver = (under: Overhead['under']): string => (under ? ` ${under.name} hangs over it.` : '');
