import { z } from 'zod';

/** A block of foam or a ready mattress, mm. */
export const foamStockSchema = z.strictObject({
	name: z.string().trim().min(1).max(120),
	length: z.number().min(100).max(3000),
	width: z.number().min(100).max(3000),
	thickness: z.number().min(10).max(300),
	price: z.number().min(0).max(100000).describe('for one block')
});
export type FoamStock = z.infer<typeof foamStockSchema>;

/** Blocks of foam and mattresses in sizes that are sold nearly everywhere; prices are placeholders for the builder's own. */
export const STARTING_FOAMS: Record<string, FoamStock> = {
	'foam-60': { name: 'Foam 2000 × 1000 × 60', length: 2000, width: 1000, thickness: 60, price: 48 },
	'foam-80': { name: 'Foam 2000 × 1200 × 80', length: 2000, width: 1200, thickness: 80, price: 82 },
	'foam-80-half': { name: 'Foam 1000 × 1000 × 80', length: 1000, width: 1000, thickness: 80, price: 36 },
	'foam-100': { name: 'Foam 2000 × 1200 × 100', length: 2000, width: 1200, thickness: 100, price: 99 },
	'mattress-140': { name: 'Mattress 2000 × 1400 × 100', length: 2000, width: 1400, thickness: 100, price: 110 }
};
