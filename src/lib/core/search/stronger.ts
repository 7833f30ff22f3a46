import { findingsOf } from '../checks';
import { sceneOf } from '../derive';
import { isAsked, kindOf, numberRange, parameterMeta, partMass, type ParameterMeta } from '../pieces';
import { stockUses } from '../pieces/stock-uses';
import { applyEdits, type Edit } from '../plan/edit';
import type { Plan, Stock } from '../plan/plan';
import { STARTING_STOCK } from '../plan/stock';
import { area } from '../geometry/polygon';
import { strengthIn } from '../structure';
import { lengthMark } from '../units';

/** A piece cut from other stock. */
export interface Remade {
	/** What is taken instead of what, and what there is more of, in words; empty for the piece as it is. */
	label: string;
	edits: Edit[];
	/** The largest share of its strength that any part is used to, and of what it may sag. */
	used: number;
	sags: number;
	/** Something of it tips, or nothing bears it. */
	falls: boolean;
	/** Of its boards and bars, kg, and what so much of its stock costs, without waste. */
	mass: number;
	price: number;
	/** Clashes that it brings elsewhere. */
	newClashes: number;
}

/** It holds with nothing too soft. */
export const holds = ({ used, sags, falls }: Pick<Remade, 'used' | 'sags' | 'falls'>): boolean => used <= 1 && sags <= 1 && !falls;

type Table = 'sheets' | 'bars';

/** What is taken instead of one stock of a piece everywhere in it. */
interface Swap {
	table: Table;
	from: string;
	to: string;
}

/** The swaps that make sense: sheets of about that use by thickness, bars by section; of the plan's own stock and the usual one. */
function swapsOf(plan: Plan, pieceId: string): Swap[][] {
	const uses = new Map<string, Swap>();
	for (const { table, id } of stockUses(plan.pieces[pieceId]))
		if (table !== 'cloths') uses.set(`${table} ${id}`, { table, from: id, to: id });
	return [...uses.values()].map(({ table, from }) => {
		const now = plan.stock[table][from];
		const others = { ...STARTING_STOCK[table], ...plan.stock[table] };
		return Object.entries(others)
			.filter(([id, one]) => id !== from && one.material !== undefined && isAkin(now, one))
			.map(([to]) => ({ table, from, to }));
	});
}

/** Above this density a bar is of metal, kg/m³. */
const METAL = 2000;

/** Slats stay slats and posts posts: no side of a bar changes to more than double or less than half, and metal stays metal. */
function isAkin(now: StockSize, one: StockSize): boolean {
	const near = (a: number, b: number) => a <= 2.1 * b && b <= 2.1 * a;
	const alike = now.density > METAL === one.density > METAL;
	return alike && near(now.thickness, one.thickness) && (now.width > SHEET ? one.width > SHEET : near(now.width, one.width));
}

/** Wider than this it is a sheet or a wide board, mm. */
const SHEET = 300;
type StockSize = Pick<Plan['stock']['sheets'][string], 'thickness' | 'width' | 'density'>;

/** Edits that cut a piece from other stock, which comes into the plan where it is not there yet. */
function editsFor(plan: Plan, pieceId: string, swaps: readonly Swap[]): Edit[] {
	const brought = swaps.flatMap(({ table, to }): Edit[] =>
		Object.hasOwn(plan.stock[table], to) ? [] : [{ path: ['stock', table, to], value: STARTING_STOCK[table][to] }]
	);
	const changed = stockUses(plan.pieces[pieceId]).flatMap(({ table, id, path }): Edit[] => {
		const swap = swaps.find((one) => one.table === table && one.from === id);
		return swap ? [{ path: ['pieces', pieceId, ...path], value: swap.to }] : [];
	});
	return [...brought, ...changed];
}

/** One support more and two, or half as much between them and as little as there can be: the values that are tried of a number of a piece. */
function closer({ unit }: ParameterMeta, now: number, [least, most]: [number, number]): number[] {
	if (unit === 'mm') return [...new Set([Math.round(now / 2), least])].filter((gap) => gap < now && gap >= least);
	return [now + 1, now + 2].filter((count) => count <= most);
}

/** The piece with more supports, or with them closer, where its kind has such numbers. */
const supportsMore = (plan: Plan, pieceId: string): { label: string; edits: Edit[] }[] =>
	Object.entries(kindOf(plan.pieces[pieceId].kind).params.shape).flatMap(([key, schema]) => {
		const meta = parameterMeta(schema);
		const { [key]: now } = plan.pieces[pieceId].params as Record<string, unknown>;
		const range = numberRange(schema);
		if (!meta.supports || !isAsked(meta, plan.pieces[pieceId].params) || typeof now !== 'number' || !range) return [];
		return closer(meta, now, range).map((value) => ({
			label: `${meta.label}: ${meta.unit === 'mm' ? lengthMark(value) : value}`,
			edits: [{ path: ['pieces', pieceId, 'params', key], value }]
		}));
	});

/** What a piece comes to as a plan has it. */
function tried(plan: Plan, pieceId: string, clashes: number, label: string, edits: Edit[]): Remade | undefined {
	const changed = applyEdits(plan, edits);
	let [used, sags, falls, mass, price] = [0, 0, false, 0, 0];
	for (const modeId of Object.keys(changed.modes)) {
		const scene = sceneOf(changed, modeId);
		const strength = strengthIn(scene, changed);
		if (strength.unknown.some(({ piece }) => piece === pieceId)) return undefined;
		falls ||= strength.adrift.some(({ piece }) => piece === pieceId);
		for (const one of strength.members) {
			if (one.piece !== pieceId) continue;
			used = Math.max(used, one.stress?.used ?? 0);
			if (one.sag) sags = Math.max(sags, one.sag.mm / one.sag.limit);
			falls ||= one.tips !== undefined;
		}
		const parts = scene.pieces.find(({ id }) => id === pieceId)!.assembly.parts;
		mass = parts.reduce((sum, part) => sum + (part.form === 'board' || part.form === 'bar' ? partMass(part, changed.stock) : 0), 0);
		price = parts.reduce((sum, part) => sum + priceOf(part, changed.stock), 0);
	}
	return { label, edits, used, sags, falls, mass, price, newClashes: Math.max(0, clashesOf(changed) - clashes) };
}

const clashesOf = (plan: Plan): number => findingsOf(plan).filter(({ status }) => status === 'clash').length;

/** Its share of what its sheet or length costs. */
function priceOf({ form, stock: id, outline }: { form: string; stock: string; outline: Parameters<typeof area>[0] }, stock: Stock): number {
	const whole = form === 'board' ? stock.sheets[id] : form === 'bar' ? stock.bars[id] : undefined;
	return whole ? (whole.price * Math.abs(area(outline))) / (whole.length * whole.width) : 0;
}

/**
 * A piece with a support more or two, and cut from every other stock that makes sense: each by itself, and two together where one alone
 * does not hold.
 * Yields how far it is; what holds comes first, the lightest first. The piece as it is is among them, with no label.
 */
export function* remadeOf(plan: Plan, pieceId: string): Generator<{ done: number; of: number; found: Remade[] }, Remade[]> {
	const clashes = clashesOf(plan);
	const found: Remade[] = [];
	const words = (swaps: readonly Swap[]) =>
		swaps.map(({ table, to }) => (plan.stock[table][to] ?? STARTING_STOCK[table][to]).name).join(', ');
	const kinds = swapsOf(plan, pieceId);
	const singles = kinds.flat().map((swap) => [swap]);
	const pairs = kinds.flatMap((one, i) => kinds.slice(i + 1).flatMap((other) => one.flatMap((a) => other.map((b) => [a, b]))));
	const more = supportsMore(plan, pieceId);
	const look = (swaps: readonly Swap[], also?: (typeof more)[number]) => {
		const label = [...(also ? [also.label] : []), ...(swaps.length > 0 ? [words(swaps)] : [])].join(', ');
		const one = tried(plan, pieceId, clashes, label, [...(also?.edits ?? []), ...editsFor(plan, pieceId, swaps)]);
		if (one) found.push(one);
	};
	look([]);
	let done = 1;
	const first = [...more.map((also) => () => look([], also)), ...singles.map((swaps) => () => look(swaps))];
	for (const one of first) {
		yield { done: done++, of: 1 + first.length, found: inOrder(found) };
		one();
	}
	if (found.some((one) => holds(one) && one.newClashes === 0)) return inOrder(found);
	const both = more.flatMap((also) => singles.map((swaps) => () => look(swaps, also)));
	const second = [...both, ...pairs.map((swaps) => () => look(swaps))].slice(0, MOST_PAIRS);
	for (const one of second) {
		yield { done: done++, of: 1 + first.length + second.length, found: inOrder(found) };
		one();
	}
	return inOrder(found);
}

/** So many pairs of stock, or of stock and one support more, are tried at the most. */
const MOST_PAIRS = 24;

const inOrder = (found: readonly Remade[]): Remade[] =>
	[...found].sort((a, b) => Number(holds(b) && b.newClashes === 0) - Number(holds(a) && a.newClashes === 0) || a.mass - b.mass);
