import { ownStock } from '../design/stock';
import type { Piece } from './schema';

/** A place in a piece that names something of the stock. */
export interface StockUse {
	table: 'sheets' | 'bars' | 'cloths';
	id: string;
	/** From the piece on. */
	path: string[];
}

const ENDINGS = { Sheet: 'sheets', Bar: 'bars', Cloth: 'cloths' } as const;

/** Every place in a piece that names a sheet, bar or cloth: parameters by the ending of their names, designs node by node. */
export function stockUses(piece: Pick<Piece, 'params'>): StockUse[] {
	return Object.entries(piece.params).flatMap(([key, value]): StockUse[] => {
		if (typeof value === 'object') return ownStock(value).map(({ path, ...use }) => ({ ...use, path: ['params', key, ...path] }));
		const ending = (Object.keys(ENDINGS) as (keyof typeof ENDINGS)[]).find((one) => key.endsWith(one));
		return ending ? [{ table: ENDINGS[ending], id: String(value), path: ['params', key] }] : [];
	});
}
