import { costOf, findingsOf, NEARLY, resultId, TOO_FAR, type Finding, type Fix } from '../checks';
import { sceneOf } from '../derive';
import { isAsked, kindOf, numberRange, parameterMeta, partMass, type ParameterMeta } from '../pieces';
import { stockUses } from '../pieces/stock-uses';
import { applyEdits, type Edit } from '../plan/edit';
import type { Plan, Stock } from '../plan/plan';
import { STARTING_STOCK } from '../plan/stock';
import { area } from '../geometry/polygon';
import { strengthIn } from '../structure';
import { lengthMark, withUnits, type UnitSystem } from '../units';

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

/** About double: a batten of 21 mm and a post of 45. */
const DOUBLE = 2.2;

/** Slats stay slats and posts posts: no side of a bar changes to more than double or less than half, and metal stays metal. */
function isAkin(now: StockSize, one: StockSize): boolean {
	const near = (a: number, b: number) => a <= DOUBLE * b && b <= DOUBLE * a;
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

/** How a piece bears what the modes ask of it. */
interface Bearing extends Pick<Remade, 'used' | 'sags' | 'falls'> {
	/** By how much its parts are asked too much, doublings added up; a part that tips counts as several. 0: all of it bears with something to spare. */
	over: number;
	/** Stocks of the parts that are asked too much. */
	weak: ReadonlySet<string>;
	/** Modes in which that is so. */
	weakIn: ReadonlySet<string>;
}

/** A part is used to no more than this where something is made stronger: what just bears has no room for a knot. */
const SPARE = 1 - NEARLY;
/** What tips counts as much as what is used eightfold. */
const TIPS = 3;

/** How a piece bears in some modes; undefined where nobody has said what something of it is made of: what that bears cannot be told either. */
function bearingOf(plan: Plan, pieceId: string, modes: readonly string[]): Bearing | undefined {
	const [weak, weakIn] = [new Set<string>(), new Set<string>()];
	const all = { used: 0, sags: 0, falls: false, over: 0, weak, weakIn };
	for (const modeId of modes) {
		const scene = sceneOf(plan, modeId);
		const strength = strengthIn(scene, plan);
		if (strength.unknown.some(({ piece }) => piece === pieceId)) return undefined;
		all.falls ||= strength.adrift.some(({ piece }) => piece === pieceId);
		const parts = scene.pieces.find(({ id }) => id === pieceId)?.assembly.parts ?? [];
		for (const one of strength.members) {
			if (one.piece !== pieceId) continue;
			const used = one.stress?.used ?? 0;
			const sags = one.sag ? one.sag.mm / one.sag.limit : 0;
			all.used = Math.max(all.used, used);
			all.sags = Math.max(all.sags, sags);
			all.falls ||= one.tips !== undefined;
			const over = doublings(used / SPARE) + doublings(sags / TOO_FAR) + (one.tips === undefined ? 0 : TIPS);
			if (over === 0) continue;
			all.over += over;
			weakIn.add(modeId);
			const part = parts.find(({ id }) => id === one.part);
			if (part) weak.add(part.stock);
		}
	}
	return all;
}
const doublings = (times: number): number => Math.log2(Math.max(1, times));

/** What a piece comes to as a plan has it. */
function tried(plan: Plan, pieceId: string, clashes: number, label: string, edits: Edit[]): Remade | undefined {
	const changed = applyEdits(plan, edits);
	const modes = Object.keys(changed.modes);
	const bearing = bearingOf(changed, pieceId, modes);
	if (!bearing) return undefined;
	const { used, sags, falls } = bearing;
	const parts = sceneOf(changed, modes[0]).pieces.find(({ id }) => id === pieceId)!.assembly.parts;
	const mass = parts.reduce((sum, part) => sum + (part.form === 'board' || part.form === 'bar' ? partMass(part, changed.stock) : 0), 0);
	const price = parts.reduce((sum, part) => sum + priceOf(part, changed.stock), 0);
	return { label, edits, used, sags, falls, mass, price, newClashes: Math.max(0, clashesOf(changed).length - clashes) };
}

const clashesOf = (plan: Plan): Finding[] => findingsOf(plan).filter(({ status }) => status === 'clash');

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
	const clashes = clashesOf(plan).length;
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

/** A piece made stronger. */
export interface Strengthened {
	edits: Edit[];
	/** What was changed, in words, with marks for lengths. */
	changes: string[];
	/** Nothing of it is asked too much any more. */
	bears: boolean;
}

/** So often something more is changed before a piece is left as weak as it is then. */
const ROUNDS = 4;
/** What leaves more than this share of the trouble is no way on. */
const HELPS = 0.9;

/** How heavy a stock is, kg per metre of a bar or per square metre of a sheet. */
const heaviness = (table: Table, { thickness, width, density }: StockSize): number =>
	(density * thickness * (table === 'bars' ? width / 1000 : 1)) / 1000;

/** A change that may make a piece stronger. */
interface Strengthening {
	change: string;
	edits: Edit[];
}

/** What may make a piece stronger, list by list: each stock that is asked too much thicker or deeper, the lightest first, and more supports. */
function strengthenings(plan: Plan, pieceId: string, weak: ReadonlySet<string>): Strengthening[][] {
	const stock = (table: Table, id: string): StockSize & { name: string } => plan.stock[table][id] ?? STARTING_STOCK[table][id];
	const swaps = swapsOf(plan, pieceId).map((all) =>
		all
			.filter(({ table, from, to }) => {
				const [now, one] = [stock(table, from), stock(table, to)];
				return weak.has(from) && (one.thickness > now.thickness || (table === 'bars' && one.width > now.width));
			})
			.sort((a, b) => heaviness(a.table, stock(a.table, a.to)) - heaviness(b.table, stock(b.table, b.to)))
			.map((swap) => ({
				change: `${stock(swap.table, swap.to).name} instead of ${stock(swap.table, swap.from).name}`,
				edits: editsFor(plan, pieceId, [swap])
			}))
	);
	const more = supportsMore(plan, pieceId).map(({ label, edits }) => ({ change: label, edits }));
	return [...swaps, more].filter((list) => list.length > 0);
}

/** So many of a list are left out from its heavy end where they clash with something. */
const TOO_LARGE = 3;

/** A plan with a piece made stronger, and how it bears then. */
interface Stronger extends Strengthening {
	plan: Plan;
	bearing: Bearing;
}

/**
 * Of a list of changes the lightest that is enough, as bisecting it finds it, or the heaviest that has room where none is.
 * Yields between the changes that are tried.
 */
function* lightestOf(
	list: readonly Strengthening[],
	tryOne: (one: Strengthening) => Stronger | undefined
): Generator<void, Stronger | undefined> {
	let top: Stronger | undefined;
	let high = list.length;
	while (!top && high > Math.max(0, list.length - TOO_LARGE)) {
		yield;
		top = tryOne(list[--high]);
	}
	if (!top || top.bearing.over > 0) return top;
	for (let low = 0; low < high;) {
		yield;
		const middle = Math.floor((low + high) / 2);
		const one = tryOne(list[middle]);
		if (one?.bearing.over === 0) [top, high] = [one, middle];
		else low = middle + 1;
	}
	return top;
}

/**
 * Makes a piece stronger until nothing of it is asked too much: by the lightest stock or the fewest supports that are enough, or else by
 * what helps most, and on from there. What would clash with something is not done.
 * Yields between the changes that are tried.
 */
export function* strengthened(plan: Plan, pieceId: string): Generator<void, Strengthened> {
	const modes = Object.keys(plan.modes);
	const known = new Set(clashesOf(plan).map(resultId));
	const way: Strengthened = { edits: [], changes: [], bears: false };
	let [now, bearing] = [plan, bearingOf(plan, pieceId, modes)];
	for (let round = 0; round < ROUNDS && bearing && bearing.over > 0; round++) {
		const { weak, weakIn, over } = bearing;
		const tryOne = (one: Strengthening): Stronger | undefined => {
			const changed = applyEdits(now, one.edits);
			// Where it bore before it mostly does after: that is asked once it is known to help.
			if ((bearingOf(changed, pieceId, [...weakIn])?.over ?? over) > HELPS * over) return undefined;
			if (clashesOf(changed).some((clash) => !known.has(resultId(clash)))) return undefined;
			const bears = bearingOf(changed, pieceId, modes);
			return bears && bears.over < HELPS * over ? { ...one, plan: changed, bearing: bears } : undefined;
		};
		let best: Stronger | undefined;
		for (const list of strengthenings(now, pieceId, weak)) {
			const one = yield* lightestOf(list, tryOne);
			if (one && one.bearing.over < (best?.bearing.over ?? Infinity)) best = one;
			if (best?.bearing.over === 0) break;
		}
		if (!best) break;
		way.edits.push(...best.edits);
		way.changes.push(best.change);
		[now, bearing] = [best.plan, best.bearing];
	}
	// Where nothing is seen that bears it, it was worked out as if it were held: nobody can say that it bears.
	return { ...way, bears: bearing !== undefined && bearing.used <= 1 && bearing.sags <= TOO_FAR && !bearing.falls };
}

/** Making a piece stronger as one change, tried out; undefined where it bears, or nothing makes it bear. */
export function* strengthening(plan: Plan, piece: string, system: UnitSystem = 'metric'): Generator<unknown, Fix | undefined> {
	const { edits, changes, bears } = yield* strengthened(plan, piece);
	if (!bears || edits.length === 0) return undefined;
	const { cost, newClashes } = costOf(plan, applyEdits(plan, edits), {});
	return { label: `${plan.pieces[piece].name}: ${withUnits(changes.join(', '), system)}`, cost, edits, margin: 0, newClashes };
}
