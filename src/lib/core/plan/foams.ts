import type { FoamStock } from './plan';

/** Blocks of foam and mattresses in sizes that are sold nearly everywhere; prices are placeholders for the builder's own. */
export const STARTING_FOAMS: Record<string, FoamStock> = {
	'foam-60': { name: 'Foam 2000 × 1000 × 60', length: 2000, width: 1000, thickness: 60, price: 48 },
	'foam-80': { name: 'Foam 2000 × 1200 × 80', length: 2000, width: 1200, thickness: 80, price: 82 },
	'foam-80-half': { name: 'Foam 1000 × 1000 × 80', length: 1000, width: 1000, thickness: 80, price: 36 },
	'foam-100': { name: 'Foam 2000 × 1200 × 100', length: 2000, width: 1200, thickness: 100, price: 99 },
	'mattress-140': { name: 'Mattress 2000 × 1400 × 100', length: 2000, width: 1400, thickness: 100, price: 110 }
};
