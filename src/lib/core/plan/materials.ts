import { z } from 'zod';

/** What sheets and bars are made of. */
export const MATERIALS = [
	'birch plywood',
	'spruce plywood',
	'poplar plywood',
	'strand board',
	'particle board',
	'hardboard',
	'softwood C16',
	'softwood C24',
	'hardwood D30',
	'aluminium',
	'steel'
] as const;
export type Material = (typeof MATERIALS)[number];
export const materialSchema = z.enum(MATERIALS);

/** Cross-sections of bars within the box round them. */
export const SECTIONS = ['solid', 'tube', 'angle', 'T'] as const;
export const sectionSchema = z.strictObject({
	shape: z.enum(SECTIONS),
	wall: z.number().min(0.5).max(50).optional().describe('thickness of the wall of what is not solid, mm')
});
export type Section = z.infer<typeof sectionSchema>;

/** Sorts of materials by how time and moisture tell on them. */
export type MaterialSort = 'plywood' | 'solid wood' | 'strand board' | 'particle board' | 'hardboard' | 'metal';

/** Strength and stiffness of a material in one thickness, N/mm²; along the grain of the face and across it. */
export interface Grade {
	material: Material;
	sort: MaterialSort;
	/** Characteristic bending strength; of metals the yield strength. */
	bending: { along: number; across: number };
	/** Mean modulus of elasticity in bending. */
	stiffness: { along: number; across: number };
	/** Characteristic strength in shear at right angles to the panel or along the grain, and in compression along the grain. */
	shear: number;
	compression: number;
	/** Mean shear modulus in the plane, and Poisson's ratio. */
	shearStiffness: number;
	poisson: number;
	/** The least modulus along the grain, by which slender legs buckle. */
	leastStiffness: number;
	/** Where the figures come from; all of them are typical ones, and what is bought may differ. */
	source: string;
}

/**
 * Plywood all of birch with veneers 1.4 mm thick: thickness, bending strength and modulus along and across the grain of the face.
 * Characteristic strengths and mean moduli as published for such boards by EN 789 and EN 1058; typical.
 */
const BIRCH: readonly (readonly [number, number, number, number, number])[] = [
	[4, 65.9, 10.6, 16471, 1029],
	[6.5, 50.9, 29.0, 12737, 4763],
	[9, 45.6, 32.1, 11395, 6105],
	[12, 42.9, 33.2, 10719, 6781],
	[15, 41.3, 33.8, 10316, 7184],
	[18, 40.2, 34.1, 10048, 7452],
	[21, 39.4, 34.3, 9858, 7642],
	[24, 38.9, 34.4, 9717, 7783]
];

/** Between two thicknesses of the table in proportion; beyond its ends as at them. */
function birch(thickness: number): number[] {
	const next = BIRCH.findIndex(([t]) => t >= thickness);
	if (next === 0) return BIRCH[0].slice(1);
	if (next < 0) return BIRCH[BIRCH.length - 1].slice(1);
	const [a, b] = [BIRCH[next - 1], BIRCH[next]];
	const share = (thickness - a[0]) / (b[0] - a[0]);
	return a.slice(1).map((low, i) => low + share * (b[i + 1] - low));
}

const same = (value: number) => ({ along: value, across: value });

/** Wood of one board has next to no stiffness across its grain: 1/30 of that along it (EN 338), and little strength. */
const solid = (material: Material, bending: number, stiffness: number, least: number, shear: number, compression: number): Grade => ({
	material,
	sort: 'solid wood',
	bending: { along: bending, across: bending / 12 },
	stiffness: { along: stiffness, across: stiffness / 30 },
	shear,
	compression,
	shearStiffness: stiffness / 16,
	poisson: 0.05,
	leastStiffness: least,
	source: 'EN 338:2016, table 1'
});

/** Panels by their classes: bending strength, modulus, along and across. */
const panel = (
	material: Material,
	sort: MaterialSort,
	[along, across]: [number, number],
	[stiff, soft]: [number, number],
	rest: Pick<Grade, 'shear' | 'compression' | 'shearStiffness' | 'source'>
): Grade => ({
	material,
	sort,
	bending: { along, across },
	stiffness: { along: stiff, across: soft },
	poisson: sort === 'plywood' ? 0.05 : 0.2,
	leastStiffness: 0.8 * stiff,
	...rest
});

/** Strength and stiffness of a material in a thickness. */
export function gradeOf(material: Material, thickness: number): Grade {
	switch (material) {
		case 'birch plywood': {
			const [along, across, stiff, soft] = birch(thickness);
			return panel(material, 'plywood', [along, across], [stiff, soft], {
				shear: 2.5,
				compression: 26,
				shearStiffness: 620,
				source: 'birch plywood of 1.4 mm veneers, characteristic by EN 789 and EN 1058'
			});
		}
		case 'spruce plywood':
			return panel(material, 'plywood', [20, 10], [8000, 2500], {
				shear: 1.2,
				compression: 15,
				shearStiffness: 350,
				source: 'EN 636 classes F20/F10, E80/E25'
			});
		case 'poplar plywood':
			return panel(material, 'plywood', [15, 10], [4000, 2500], {
				shear: 1.2,
				compression: 12,
				shearStiffness: 300,
				source: 'EN 636 classes F15/F10, E40/E25'
			});
		case 'strand board':
			return panel(material, 'strand board', [16.4, 8.2], [4930, 1980], {
				shear: 1,
				compression: 15.4,
				shearStiffness: 1080,
				source: 'EN 12369-1, OSB/3, over 10 to 18 mm'
			});
		case 'particle board':
			return panel(material, 'particle board', [12.5, 12.5], [2900, 2900], {
				shear: 1.6,
				compression: 11.1,
				shearStiffness: 830,
				source: 'EN 12369-1, P4, over 13 to 20 mm'
			});
		case 'hardboard':
			return panel(material, 'hardboard', [35, 35], [4800, 4800], {
				shear: 3,
				compression: 27,
				shearStiffness: 2000,
				source: 'EN 12369-1, HB.HLA2, over 3.5 to 5.5 mm'
			});
		case 'softwood C16':
			return solid(material, 16, 8000, 5400, 3.2, 17);
		case 'softwood C24':
			return solid(material, 24, 11000, 7400, 4, 21);
		case 'hardwood D30':
			return solid(material, 30, 11000, 9200, 3.9, 24);
		case 'aluminium':
			return metal(material, 150, 70000, 'EN 1999-1-1, table 3.2b, EN AW-6060 T66');
		case 'steel':
			return metal(material, 235, 210000, 'EN 1993-1-1, table 3.1, S235');
	}
}

const metal = (material: Material, yields: number, stiffness: number, source: string): Grade => ({
	material,
	sort: 'metal',
	bending: same(yields),
	stiffness: same(stiffness),
	shear: yields / Math.sqrt(3),
	compression: yields,
	shearStiffness: stiffness / 2.6,
	poisson: 0.3,
	leastStiffness: stiffness,
	source
});
