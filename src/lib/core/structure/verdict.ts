import type { Grade, MaterialSort } from '../plan/materials';
import type { Duration } from './loads';
import type { SectionSize } from './section';

/** Modification factors for load duration and moisture, service class 2 (EN 1995-1-1, table 3.1). */
const K_MOD: Readonly<Record<Exclude<MaterialSort, 'metal'>, Record<Duration, number>>> = {
	plywood: { permanent: 0.6, medium: 0.8, instant: 1.1 },
	'solid wood': { permanent: 0.6, medium: 0.8, instant: 1.1 },
	'strand board': { permanent: 0.3, medium: 0.55, instant: 0.9 },
	'particle board': { permanent: 0.2, medium: 0.45, instant: 0.8 },
	hardboard: { permanent: 0.2, medium: 0.45, instant: 0.8 }
};

/** Partial factors (EN 1995-1-1, table 2.3); metals against yield with a reserve of half. */
const GAMMA: Readonly<Record<MaterialSort, number>> = {
	plywood: 1.2,
	'solid wood': 1.3,
	'strand board': 1.2,
	'particle board': 1.3,
	hardboard: 1.3,
	metal: 1.5
};

/** How much further what stays loaded creeps, service class 2 (EN 1995-1-1, table 3.2). */
export const K_DEF: Readonly<Record<MaterialSort, number>> = {
	plywood: 1,
	'solid wood': 0.8,
	'strand board': 2.25,
	'particle board': 3,
	hardboard: 3,
	metal: 0
};

/** What is left of a characteristic strength for a load of some duration. */
export const designShare = (sort: MaterialSort, duration: Duration): number => (sort === 'metal' ? 1 : K_MOD[sort][duration]) / GAMMA[sort];

/** Slender bars of solid wood are stronger in bending than the 150 mm that their class is tested at (EN 1995-1-1, 3.2). */
export const shallowFactor = (sort: MaterialSort, { solid, height }: Pick<SectionSize, 'solid' | 'height'>): number =>
	sort === 'solid wood' && solid && height < 150 ? Math.min((150 / height) ** 0.2, 1.3) : 1;

/** Share of the width of solid wood that carries shear where cracks run along it (EN 1995-1-1, 6.1.7, k_cr). */
export const crackFactor = (sort: MaterialSort): number => (sort === 'solid wood' ? 0.67 : 1);

/** Imperfection of a strut of solid wood (EN 1995-1-1, 6.3.2); taken for metal too, where it is on the safe side of curve a. */
const BETA_C = 0.2;

/**
 * Share of the compressive strength that is left to a strut whose ends can turn (EN 1995-1-1, 6.3.2).
 *
 * @param slenderness length over radius of gyration
 */
export function bucklingShare({ compression, leastStiffness }: Pick<Grade, 'compression' | 'leastStiffness'>, slenderness: number): number {
	const relative = (slenderness / Math.PI) * Math.sqrt(compression / leastStiffness);
	if (relative <= 0.3) return 1;
	const k = 0.5 * (1 + BETA_C * (relative - 0.3) + relative ** 2);
	return 1 / (k + Math.sqrt(k ** 2 - relative ** 2));
}

/**
 * What a span may sag, as a share of it: under what stays, what an eye and a drawer notice (EN 1995-1-1, 7.2, the coarser end); under a
 * knee or somebody who sits down twice that, which is over in a moment and under a pad; our own figure.
 */
export const SAG_SHARE: Readonly<Record<Duration, number>> = { permanent: 1 / 200, medium: 1 / 200, instant: 1 / 100 };
