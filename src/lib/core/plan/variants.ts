import type { Piece } from '../pieces/schema';
import { stockUses } from '../pieces/stock-uses';
import { applyEdits, type Edit } from './edit';
import { freeId } from './id';
import type { Mode, Plan, Variant } from './plan';
import { forgetAsides } from './set-aside';
import { stockFor } from './stock';

/** What the present layout is called beside its variants. */
export const layoutName = ({ layout }: Plan): string => layout ?? 'Present layout';

/** The layout of a plan by itself: what is built, how it is used, what goes under it and what is asked of it. */
export function variantOf({ pieces, modes, gear, crew }: Plan, name: string): Variant {
	const under = Object.entries(gear).flatMap(([id, item]) => (item.under ? [[id, item.under] as const] : []));
	return {
		name,
		pieces,
		modes,
		under: Object.fromEntries(under),
		wants: Object.fromEntries(Object.entries(crew).map(([id, { wants }]) => [id, wants]))
	};
}

/** The entries of a table whose ids another table knows. */
const knownIn = <T>(table: Readonly<Record<string, T>>, known: object): Record<string, T> =>
	Object.fromEntries(Object.entries(table).filter(([id]) => Object.hasOwn(known, id)));

/** A mode of a variant among the seats, doors, people and gear that a plan has now; whoever is new in it is away. */
function modeIn({ vehicle, crew, gear }: Plan, pieces: Readonly<Record<string, Piece>>, mode: Mode): Mode {
	const placeOf = (id: string): Mode['people'][string] => {
		const at = mode.people[id] ?? { posture: 'away' };
		return at.piece && !Object.hasOwn(pieces, at.piece) ? { posture: at.posture } : at;
	};
	return {
		...mode,
		seats: knownIn(mode.seats, vehicle.seats),
		doors: knownIn(mode.doors, vehicle.openings),
		pieces: knownIn(mode.pieces, pieces),
		people: Object.fromEntries(Object.keys(crew).map((id) => [id, placeOf(id)])),
		...(mode.lies ? { lies: knownIn(mode.lies, gear) } : {})
	};
}

/**
 * The pieces of a variant cut from what a plan has: a sheet, bar or cloth that is gone gives way to the first of its sort, and
 * what held a piece to an anchor or a neighbour that is gone goes as well.
 */
function piecesIn({ stock, vehicle }: Pick<Plan, 'stock' | 'vehicle'>, pieces: Readonly<Record<string, Piece>>): Record<string, Piece> {
	const instead = (piece: Piece): Piece =>
		applyEdits(
			piece,
			stockUses(piece)
				.filter(({ table, id }) => !Object.hasOwn(stock[table], id))
				.map(({ table, id, path }) => ({ path, value: Object.keys(stock[table])[0] ?? id }))
		);
	return Object.fromEntries(
		Object.entries(pieces).map(([id, piece]) => {
			const held = Object.entries(piece.held ?? {}).filter(([, one]) =>
				'anchor' in one ? Object.hasOwn(vehicle.anchors, one.anchor) : !('neighbour' in one) || Object.hasOwn(pieces, one.neighbour)
			);
			return [id, { ...instead(piece), ...(piece.held ? { held: Object.fromEntries(held) } : {}) } as Piece];
		})
	);
}

/** The whole plan with a variant in place of its present layout. Vehicle, people, gear and log stay as they are now. */
export function withVariant(plan: Plan, variant: Variant): Plan {
	const stock = stockFor(plan.stock, variant.pieces);
	const pieces = piecesIn({ stock, vehicle: plan.vehicle }, variant.pieces);
	const gear = Object.entries(plan.gear).map(([id, own]): [string, Plan['gear'][string]] => {
		const item = { ...own };
		const under = variant.under[id];
		// Where it was put counts in its own piece only.
		if (under !== own.under) delete item.pinned;
		delete item.under;
		return [id, under && Object.hasOwn(pieces, under) ? { ...item, under } : item];
	});
	const crew = Object.entries(plan.crew).map(([id, person]) => [id, { ...person, wants: variant.wants[id] ?? person.wants }] as const);
	return {
		...plan,
		layout: variant.name,
		stock,
		pieces,
		modes: Object.fromEntries(Object.entries(variant.modes).map(([id, mode]) => [id, modeIn(plan, pieces, mode)])),
		gear: Object.fromEntries(gear),
		crew: Object.fromEntries(crew)
	};
}

/** What changes in a plan when another layout takes the place of its own. */
const LAYOUT_KEYS = ['layout', 'stock', 'pieces', 'modes', 'gear', 'crew'] as const;

/**
 * Edits that put another layout, given as a whole plan of the same vehicle, in place of the present one. What was set aside about a
 * piece goes with it where another kind of piece has its id now.
 */
export function layoutEdits(plan: Plan, layout: Plan): Edit[] {
	const gone = Object.keys(plan.pieces).filter(
		(id) => !Object.hasOwn(layout.pieces, id) || layout.pieces[id].kind !== plan.pieces[id].kind
	);
	// A finding may be about two of them.
	const forgotten = new Map(gone.flatMap((id) => forgetAsides(plan, id)).map((edit) => [edit.path[1], edit]));
	return [...forgotten.values(), ...LAYOUT_KEYS.map((key) => ({ path: [key], value: layout[key] }))];
}

/** Edits that keep a layout to compare, the present one or any other of the same vehicle, under a name of its own. */
export function keepVariant(plan: Plan, layout: Plan, name: string): Edit[] {
	const variants = plan.variants ?? {};
	return [{ path: ['variants'], value: { ...variants, [freeId(variants, name)]: variantOf(layout, name) } }];
}

/** Edits that take a variant up; the present layout takes its place among the variants. */
export function takeVariant(plan: Plan, id: string): Edit[] {
	const { [id]: chosen, ...others } = plan.variants ?? {};
	const next = withVariant(plan, chosen);
	const name = layoutName(plan);
	const variants = Object.keys(plan.pieces).length === 0 ? others : { ...others, [freeId(others, name)]: variantOf(plan, name) };
	return [...layoutEdits(plan, next), { path: ['variants'], value: variants }];
}

/** Edits that let a variant go. */
export const dropVariant = (plan: Plan, id: string): Edit[] =>
	Object.keys(plan.variants ?? {}).length === 1
		? [{ path: ['variants'], value: undefined }]
		: [{ path: ['variants', id], value: undefined }];

/** A name that neither the present layout nor a variant has yet: `Platform`, then `Platform 2`. */
export function freeName(plan: Plan, wanted: string): string {
	const taken = new Set([layoutName(plan), ...Object.values(plan.variants ?? {}).map(({ name }) => name)]);
	let name = wanted.slice(0, 110);
	for (let n = 2; taken.has(name); n++) name = `${wanted.slice(0, 110)} ${n}`;
	return name;
}
