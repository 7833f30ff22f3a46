import { area } from '../geometry/polygon';
import type { Stock } from '../plan/plan';
import type { Pad, Part } from './assembly';

/** Polyurethane foam for cushions with its cover, kg per cubic metre: the middle of what is usually sold (25 to 40), plus cloth. */
const FOAM_DENSITY = 40;

/** Mass of a part, kg: of boards and bars by their true outline, thickness and density, of cloth by its area. */
export function partMass(
	part: Pick<Part, 'form' | 'stock' | 'outline' | 'thickness' | 'weight' | 'cut' | 'cutOuts'>,
	stock: Stock
): number {
	if (part.form === 'bought') return part.weight ?? 0;
	if (part.form === 'cloth') return (Math.abs(area(part.cut ?? part.outline)) * stock.cloths[part.stock].weight) / 1e9;
	const { density } = part.form === 'board' ? stock.sheets[part.stock] : stock.bars[part.stock];
	const open = (part.cutOuts ?? []).reduce((sum, { outline }) => sum + Math.abs(area(outline)), 0);
	return ((Math.abs(area(part.outline)) - open) * part.thickness * density) / 1e9;
}

/** What a part is cut from; undefined for what is bought. */
export const stockOfPart = ({ form, stock: id }: Pick<Part, 'form' | 'stock'>, stock: Stock) =>
	form === 'board' ? stock.sheets[id] : form === 'bar' ? stock.bars[id] : form === 'cloth' ? stock.cloths[id] : undefined;

/** Mass of a cushion or mattress, kg. */
export const padMass = ({ size }: Pad): number => (size.x * size.y * size.z * FOAM_DENSITY) / 1e9;
