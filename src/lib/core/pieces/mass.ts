import { area } from '../geometry/polygon';
import type { Stock } from '../plan/plan';
import type { Pad, Part } from './assembly';

/** Polyurethane foam for cushions with its cover, kg per cubic metre: the middle of what is usually sold (25 to 40), plus cloth. */
const FOAM_DENSITY = 40;

/** Mass of a board or bar, kg: its true outline, its thickness and the density of its stock. */
export function partMass(part: Pick<Part, 'form' | 'stock' | 'outline' | 'thickness'>, stock: Stock): number {
	const { density } = part.form === 'board' ? stock.sheets[part.stock] : stock.bars[part.stock];
	return (Math.abs(area(part.outline)) * part.thickness * density) / 1e9;
}

/** Mass of a cushion or mattress, kg. */
export const padMass = ({ size }: Pad): number => (size.x * size.y * size.z * FOAM_DENSITY) / 1e9;
