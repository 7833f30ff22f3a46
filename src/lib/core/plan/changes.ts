import { cutPieces, forgetSteps } from './build';
import type { Piece } from '../pieces/schema';
import type { Edit } from './edit';
import type { Fastening } from './fastening';
import { freeId } from './id';
import type { Animal, Gear, Person, Plan, Posture } from './plan';
import { stockFor } from './stock';
import type { Use } from './use';
import { forgetAsides } from './set-aside';

/** What people do when a vehicle is used in a way, before anybody says otherwise. */
const USUAL: Record<Use, Posture> = { drive: 'in a seat', day: 'on the bench', night: 'lying' };

/** Edits that add a person: present in every mode, lying or sitting on the first piece where there is one. */
export function addPerson(plan: Plan, person: Person): Edit[] {
	const id = freeId(plan.crew, person.name);
	const [piece] = Object.keys(plan.pieces);
	return [
		{ path: ['crew', id], value: person },
		...Object.entries(plan.modes).map(([mode, { use }]): Edit => ({
			path: ['modes', mode, 'people', id],
			value: placeOf(USUAL[use], piece)
		}))
	];
}

/** Postures that are taken on a piece, never on the floor. */
export const sits = (posture: Posture) => posture === 'on the bench' || posture === 'on the edge of a bed';

const placeOf = (posture: Posture, piece: string | undefined) => (posture === 'in a seat' || !piece ? { posture } : { posture, piece });

/** Edits that take a person out, of every mode as well. */
export const removePerson = (plan: Plan, id: string): Edit[] => [
	...Object.keys(plan.modes).map((mode): Edit => ({ path: ['modes', mode, 'people', id], value: undefined })),
	...Object.entries(plan.gear)
		.filter(([, { owner }]) => owner === id)
		.map(([gear]): Edit => ({ path: ['gear', gear, 'owner'], value: undefined })),
	...forgetAsides(plan, id),
	{ path: ['crew', id], value: undefined }
];

/** Edits that bring the usual stock that a piece is cut from and the plan does not have. */
function stockEdits({ stock }: Plan, piece: Piece): Edit[] {
	const completed = stockFor(stock, { piece });
	return (['sheets', 'bars', 'cloths'] as const).flatMap((table) =>
		Object.entries(completed[table])
			.filter(([id]) => !Object.hasOwn(stock[table], id))
			.map(([id, value]): Edit => ({ path: ['stock', table, id], value }))
	);
}

/** Edits that add a piece, with its stock where that is missing; people who sit nowhere yet get their place on it, and those who lie on the floor while there is nothing else. */
export function addPiece(plan: Plan, piece: Piece): { id: string; edits: Edit[] } {
	const id = freeId({ ...plan.pieces, ...cutPieces(plan) }, piece.name);
	const first = Object.keys(plan.pieces).length === 0;
	const edits: Edit[] = [...stockEdits(plan, piece), { path: ['pieces', id], value: piece }];
	for (const [mode, { people }] of Object.entries(plan.modes))
		for (const [person, at] of Object.entries(people))
			if (!at.piece && (sits(at.posture) || (at.posture === 'lying' && first)))
				edits.push({ path: ['modes', mode, 'people', person], value: { ...at, piece: id } });
	return { id, edits };
}

/** Edits that take out every fastening of which something is true. */
export const looseEnds = ({ pieces }: Pick<Plan, 'pieces'>, gone: (held: Fastening) => boolean): Edit[] =>
	Object.entries(pieces).flatMap(([id, { held = {} }]) =>
		Object.entries(held)
			.filter(([, one]) => gone(one))
			.map(([one]): Edit => ({ path: ['pieces', id, 'held', one], value: undefined }))
	);

/** Edits that take a piece out and everything that refers to it. */
export function removePiece(plan: Plan, id: string): Edit[] {
	const edits: Edit[] = [];
	for (const [mode, { people, pieces }] of Object.entries(plan.modes)) {
		if (Object.hasOwn(pieces, id)) edits.push({ path: ['modes', mode, 'pieces', id], value: undefined });
		for (const [person, at] of Object.entries(people))
			if (at.piece === id) edits.push({ path: ['modes', mode, 'people', person], value: { posture: at.posture } });
	}
	for (const [gear, item] of Object.entries(plan.gear)) if (item.under === id) edits.push(...sendGear(gear, undefined));
	edits.push(...looseEnds(plan, (held) => 'neighbour' in held && held.neighbour === id));
	return [...edits, ...forgetAsides(plan, id), ...forgetSteps(plan, id), { path: ['pieces', id], value: undefined }];
}

/** Edits that add a thing to carry, under the first piece where there is one. */
export function addGear(plan: Plan, gear: Gear): Edit[] {
	const [piece] = Object.keys(plan.pieces);
	return [{ path: ['gear', freeId(plan.gear, gear.name)], value: piece ? { ...gear, under: piece } : gear }];
}

/** Edits that send a thing under or into a piece, or to none: out of whatever it was packed into, and where it was put in another is forgotten. */
export const sendGear = (id: string, piece: string | undefined): Edit[] => [
	...(piece === undefined ? [] : [{ path: ['gear', id, 'into'], value: undefined }]),
	{ path: ['gear', id, 'pinned'], value: undefined },
	{ path: ['gear', id, 'under'], value: piece }
];

/** Edits that pack a thing into another, or take it out: what is packed into another goes where that goes. */
export const packInto = (id: string, into: string | undefined): Edit[] => [
	...(into === undefined ? [] : sendGear(id, undefined)),
	{ path: ['gear', id, 'into'], value: into }
];

/** Edits that take a thing out of the plan, from wherever it lies and from whatever names it. */
export const removeGear = (plan: Plan, id: string): Edit[] => [
	...Object.entries(plan.gear).flatMap(([other, { into, apart }]): Edit[] => [
		...(into === id ? packInto(other, undefined) : []),
		...(apart?.includes(id) ? [{ path: ['gear', other, 'apart'], value: apart.filter((one) => one !== id) }] : [])
	]),
	...Object.entries(plan.modes).flatMap(([mode, { lies }]): Edit[] =>
		lies && Object.hasOwn(lies, id) ? [{ path: ['modes', mode, 'lies', id], value: undefined }] : []
	),
	...forgetAsides(plan, id),
	{ path: ['gear', id], value: undefined }
];

/** Edits that add a mode: everything as in another one, under a name of its own. */
export function addMode(plan: Plan, like: string, name: string): { id: string; edits: Edit[] } {
	const id = freeId(plan.modes, name);
	return { id, edits: [{ path: ['modes', id], value: { ...plan.modes[like], name } }] };
}

/** Edits that take a mode out. */
export const removeMode = (plan: Plan, id: string): Edit[] => [...forgetAsides(plan, id), { path: ['modes', id], value: undefined }];

/** Edits that take a dog along. */
export const addAnimal = ({ animals = {} }: Plan, animal: Animal): Edit[] => [
	{ path: ['animals'], value: { ...animals, [freeId(animals, animal.name)]: animal } }
];

/** Edits that leave a dog at home. */
export const removeAnimal = (plan: Plan, id: string): Edit[] => {
	const others = { ...plan.animals };
	delete others[id];
	return [...forgetAsides(plan, id), { path: ['animals'], value: Object.keys(others).length > 0 ? others : undefined }];
};
