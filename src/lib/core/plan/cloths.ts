import { z } from 'zod';

/** Cloth, net or insulating foil off the roll. */
export const clothStockSchema = z.strictObject({
	name: z.string().trim().min(1).max(120),
	width: z.number().min(100).max(5000).describe('width of the roll, mm'),
	thickness: z.number().min(0.1).max(40),
	weight: z.number().min(10).max(5000).describe('grams per square metre'),
	dark: z.boolean().describe('true when no light comes through'),
	air: z.boolean().describe('true when air passes, as through a net'),
	price: z.number().min(0).max(100000).describe('for one metre off the roll')
});
export type ClothStock = z.infer<typeof clothStockSchema>;

/** What covers are usually made of, by common roll widths; prices are placeholders for the builder's own. */
export const STARTING_CLOTHS: Record<string, ClothStock> = {
	'foil-quilt': { name: 'Insulating foil, quilted', width: 1200, thickness: 8, weight: 320, dark: true, air: false, price: 9 },
	'net-fine': { name: 'Insect net, fine', width: 1500, thickness: 0.5, weight: 60, dark: false, air: true, price: 5 },
	'curtain-dark': { name: 'Blackout cloth', width: 1400, thickness: 1, weight: 300, dark: true, air: false, price: 12 },
	'net-cargo': { name: 'Stretch net for stowage', width: 1000, thickness: 3, weight: 180, dark: false, air: true, price: 11 }
};
