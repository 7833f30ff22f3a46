import { rectangle } from '../geometry/polygon';
import { frame } from '../geometry/pose';
import { vec3, type Box } from '../geometry/vector';
import type { BarStock, SheetStock, Stock } from '../plan/plan';
import type { Part } from './assembly';

/**
 * The sheet of the plan's stock with an id.
 *
 * @throws RangeError when the plan has no such sheet.
 */
export function sheetOf(stock: Stock, id: string): SheetStock {
	if (!Object.hasOwn(stock.sheets, id)) throw new RangeError(`There is no sheet “${id}” in the stock of this plan.`);
	return stock.sheets[id];
}

/**
 * The bar of the plan's stock with an id.
 *
 * @throws RangeError when the plan has no such bar.
 */
export function barOf(stock: Stock, id: string): BarStock {
	if (!Object.hasOwn(stock.bars, id)) throw new RangeError(`There is no bar “${id}” in the stock of this plan.`);
	return stock.bars[id];
}

/** A bar that fills a box and runs along one axis: its outline is length by its larger section side. */
export function barIn(id: string, name: string, stock: string, link: string, box: Box, along: 'x' | 'y' | 'z'): Part {
	const size = (axis: 'x' | 'y' | 'z') => box[axis][1] - box[axis][0];
	const unit = { x: vec3(1, 0, 0), y: vec3(0, 1, 0), z: vec3(0, 0, 1) };
	// Own x runs along the bar; own y and z are the two other axes in right-handed order.
	const next = { x: 'y', y: 'z', z: 'x' } as const;
	const width = next[along];
	return {
		id,
		name,
		form: 'bar',
		stock,
		outline: rectangle(0, size(along), 0, size(width)),
		thickness: size(next[width]),
		pose: frame(vec3(box.x[0], box.y[0], box.z[0]), unit[along], unit[width]),
		link
	};
}
