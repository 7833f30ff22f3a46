import type { Plan } from '../../plan';

/** Something physically wrong that was put into a plan, and who has to hear of it. */
export interface Planted {
	plan: Plan;
	/** The mode in which it is wrong. */
	mode: string;
	/** Ids of which at least one has to be a subject of what is reported: what is concerned by the fault. */
	subjects: readonly string[];
	/** What is wrong, in a few words: for the list of misses. */
	words: string;
}

/** Numbers from 0 to 1 by a seed. */
export type Random = () => number;

/** One sort of fault: puts one into a mode of a plan, or says that there is no place for it there. */
export interface FaultKind {
	fault: string;
	plant(plan: Plan, mode: string, random: Random): Planted | undefined;
}

export const pick = <T>(list: readonly T[], random: Random): T | undefined => list[Math.floor(random() * list.length)];
export const between = (low: number, high: number, random: Random): number => low + (high - low) * random();
