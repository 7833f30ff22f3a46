import type { Piece } from '../pieces/schema';
import { stockUses, type StockUse } from '../pieces/stock-uses';
import { STARTING_CLOTHS } from './cloths';
import { STARTING_FOAMS } from './foams';
import type { Stock } from './plan';

/**
 * What a new plan finds in the shed. Densities are round figures for birch ply (680 kg/m³) and softwood (480 kg/m³);
 * prices are placeholders for the builder's own.
 */
export const STARTING_STOCK: Stock = {
	sheets: {
		'ply-4': {
			name: 'Birch ply 4 mm',
			thickness: 4,
			length: 2440,
			width: 1220,
			density: 680,
			price: 32,
			grain: true,
			material: 'birch plywood'
		},
		'ply-6': {
			name: 'Birch ply 6 mm',
			thickness: 6,
			length: 2440,
			width: 1220,
			density: 680,
			price: 42,
			grain: true,
			material: 'birch plywood'
		},
		'ply-9': {
			name: 'Birch ply 9 mm',
			thickness: 9,
			length: 2440,
			width: 1220,
			density: 680,
			price: 58,
			grain: true,
			material: 'birch plywood'
		},
		'ply-12': {
			name: 'Birch ply 12 mm',
			thickness: 12,
			length: 2440,
			width: 1220,
			density: 680,
			price: 74,
			grain: true,
			material: 'birch plywood'
		},
		'ply-15': {
			name: 'Birch ply 15 mm',
			thickness: 15,
			length: 2440,
			width: 1220,
			density: 680,
			price: 92,
			grain: true,
			material: 'birch plywood'
		},
		'ply-18': {
			name: 'Birch ply 18 mm',
			thickness: 18,
			length: 2440,
			width: 1220,
			density: 680,
			price: 108,
			grain: true,
			material: 'birch plywood'
		},
		'board-18x400': {
			name: 'Glued softwood board 18 × 400',
			thickness: 18,
			length: 2000,
			width: 400,
			density: 480,
			price: 24,
			grain: true,
			material: 'softwood C24'
		}
	},
	bars: {
		'batten-45x21': {
			name: 'Softwood batten 45 × 21',
			width: 45,
			thickness: 21,
			length: 2400,
			density: 480,
			price: 4.2,
			material: 'softwood C24'
		},
		'batten-70x35': {
			name: 'Softwood batten 70 × 35',
			width: 70,
			thickness: 35,
			length: 2400,
			density: 480,
			price: 8.2,
			material: 'softwood C24'
		},
		'batten-45x45': {
			name: 'Softwood post 45 × 45',
			width: 45,
			thickness: 45,
			length: 2400,
			density: 480,
			price: 7.5,
			material: 'softwood C24'
		},
		// Hollow and open sections by the box round them; their density is that of what is left in it (aluminium, 2700 kg/m³).
		'angle-40': {
			name: 'Aluminium angle 40 × 40 × 4',
			width: 40,
			thickness: 40,
			length: 2500,
			density: 513,
			price: 14,
			material: 'aluminium',
			section: { shape: 'angle', wall: 4 }
		},
		'tube-25': {
			name: 'Aluminium tube 25 × 25 × 2',
			width: 25,
			thickness: 25,
			length: 2500,
			density: 795,
			price: 11,
			material: 'aluminium',
			section: { shape: 'tube', wall: 2 }
		},
		'tube-20': {
			name: 'Aluminium tube 20 × 20 × 1.5',
			width: 20,
			thickness: 20,
			length: 2500,
			density: 749,
			price: 8,
			material: 'aluminium',
			section: { shape: 'tube', wall: 1.5 }
		},
		'slat-70x18': {
			name: 'Planed slat 70 × 18',
			width: 70,
			thickness: 18,
			length: 2100,
			density: 480,
			price: 4.8,
			material: 'softwood C24'
		},
		'slat-70x21': {
			name: 'Planed slat 70 × 21',
			width: 70,
			thickness: 21,
			length: 2100,
			density: 480,
			price: 4.8,
			material: 'softwood C24'
		}
	},
	foams: STARTING_FOAMS,
	cloths: STARTING_CLOTHS,
	kerf: 3,
	trim: 10
};

/** A stock, and from the usual one whatever else some pieces are cut from. */
export function stockFor(stock: Stock, pieces: Readonly<Record<string, Piece>>): Stock {
	const wanted = Object.values(pieces).flatMap(stockUses);
	const completed = <T>(own: Record<string, T>, usual: Record<string, T>, of: StockUse['table']): Record<string, T> => {
		const missing = wanted.flatMap(({ table, id }) => (table === of && !Object.hasOwn(own, id) && Object.hasOwn(usual, id) ? [id] : []));
		return missing.length === 0 ? own : { ...own, ...Object.fromEntries(missing.map((id) => [id, usual[id]])) };
	};
	const sheets = completed(stock.sheets, STARTING_STOCK.sheets, 'sheets');
	const bars = completed(stock.bars, STARTING_STOCK.bars, 'bars');
	const cloths = completed(stock.cloths, STARTING_STOCK.cloths, 'cloths');
	return sheets === stock.sheets && bars === stock.bars && cloths === stock.cloths ? stock : { ...stock, sheets, bars, cloths };
}
