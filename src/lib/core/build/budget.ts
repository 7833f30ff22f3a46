import { boughtLengths, type CuttingPlan } from '../cutting';
import type { Plan } from '../plan/plan';
import { lengthMark } from '../units';

/** A line of what is bought, planned and paid. */
export interface BudgetLine {
	/** Under which it is kept what was paid for it. */
	key: string;
	/** What it is, with lengths marked for the units of who reads it. */
	name: string;
	amount: string;
	/** By the prices of the stock; undefined where it has none. */
	planned: number | undefined;
	paid: number | undefined;
	shop: string | undefined;
	/** Bought, and not on the list any more: the plan changed since. */
	left: boolean;
}

/** What a build costs. */
export interface Budget {
	lines: BudgetLine[];
	/** Planned in all, as far as there are prices; how many lines have none. */
	planned: number;
	unpriced: number;
	paid: number;
	/** What is still to be paid by plan: lines that nothing was paid for. */
	open: number;
	/** How much more was paid than planned for the lines that have both. */
	over: number;
}

/** Every line of the shopping list with what is planned for it and what was paid; money has no currency here. */
export function budgetOf({ build: { paid } }: Pick<Plan, 'build'>, cutting: CuttingPlan): Budget {
	const listed = [
		...cutting.sheets.map(({ id, stock, plan }) => ({
			key: `sheets.${id}`,
			name: stock.name,
			amount: `${plan.sheets.length}`,
			planned: plan.sheets.length * stock.price
		})),
		...cutting.bars.flatMap(({ id, stock, plan }) =>
			boughtLengths(stock, plan).map(({ length, price, quantity }) => ({
				key: `bars.${id}.${length}`,
				name: `${stock.name}, ${lengthMark(length)}`,
				amount: `${quantity}`,
				planned: quantity * price
			}))
		),
		...cutting.cloths.map(({ id, stock, plan }) => ({
			key: `cloths.${id}`,
			name: stock.name,
			amount: `${plan.length / 1000} m`,
			planned: (plan.length / 1000) * stock.price
		})),
		...cutting.hardware.map(({ name, count }) => ({ key: `fitting.${name}`.slice(0, 200), name, amount: `${count}`, planned: undefined }))
	];
	const known = new Set(listed.map(({ key }) => key));
	const lines: BudgetLine[] = [
		...listed.map((one) => ({ ...one, paid: paid[one.key]?.price, shop: paid[one.key]?.shop, left: false })),
		...Object.entries(paid)
			.filter(([key]) => !known.has(key))
			.map(([key, { price, shop }]) => ({
				key,
				name: key.slice(key.indexOf('.') + 1),
				amount: '',
				planned: undefined,
				paid: price,
				shop,
				left: true
			}))
	];
	const sum = (of: (line: BudgetLine) => number | undefined) => lines.reduce((all, line) => all + (of(line) ?? 0), 0);
	return {
		lines,
		planned: sum(({ planned }) => planned),
		unpriced: lines.filter(({ planned, paid, left }) => planned === undefined && paid === undefined && !left).length,
		paid: sum((line) => line.paid),
		open: sum(({ planned, paid: price }) => (price === undefined ? planned : 0)),
		over: sum(({ planned, paid: price }) => (planned === undefined || price === undefined ? 0 : price - planned))
	};
}
