import { sceneOf } from '../derive';
import { boxOf } from '../loading';
import { travelMode } from '../plan/mode-for';
import type { Plan } from '../plan/plan';
import { bodiesIn, NO_ANIMALS } from '../scene';
import { litres } from '../storage';
import { compartmentsThrough, litresIn, type Compartment } from './compartments';
import { handling } from '../moves';
import { getOut, hindrances } from './getting-at';
import { itemsOf, wantedADay, type Item } from './loads';
import { missFor, type Miss } from './misses';
import type { Place, Reached, Shelf } from './place';
import { remarksOn, type Remark } from './remarks';
import { ARM, depthBehind, stowing, taskOf, type Opening, type Stowage, type Stowed, type Unpinned } from './stow';
import { waysInto, type NoWayIn, type WayIn } from './ways-in';

/** Where everything lies and what that costs. */
export interface Stowing {
	shelves: Shelf[];
	places: Place[];
	left: (Miss & { gear: string; n: number })[];
	remarks: Remark[];
	/** Seconds a day for all of it. */
	aDay: number;
	/** The mode that is driven in: everything is stowed as it is then. */
	travels: string | undefined;
}

/** A mode in which something cannot be got at costs this, s; our own judgement. */
const SHUT_OUT = 120;

/** Modes in which somebody lives in the vehicle; all where there are no such. */
function livedIn({ modes }: Pick<Plan, 'modes'>): string[] {
	const all = Object.keys(modes);
	const lived = all.filter((id) => modes[id].use !== 'drive');
	return lived.length > 0 ? lived : all;
}

/** All of a plan that has to be stowed: what travels in a place of its own is not stowed besides. */
export function stowedItems(plan: Plan): Item[] {
	const lies = plan.modes[travelMode(plan) ?? '']?.lies ?? {};
	return itemsOf(plan).filter(({ gear }) => !Object.hasOwn(lies, gear));
}

/** Every compartment of a plan as it is while driving, with what stands in it in any mode. */
export function compartmentsOf(plan: Plan): Compartment[] {
	const travels = travelMode(plan);
	const modes = travels === undefined ? [] : [travels, ...Object.keys(plan.modes).filter((id) => id !== travels)];
	return compartmentsThrough(
		modes.map((id) => {
			const scene = sceneOf(plan, id);
			return { scene, bodies: bodiesIn(plan.vehicle, plan.crew, plan.animals ?? NO_ANIMALS, scene) };
		})
	);
}

type Ways = ReadonlyMap<string, Readonly<Record<string, WayIn[] | NoWayIn>>>;

/** Through which faces a compartment is got at, and what that takes, the mean over the modes. */
function openingsOf(ways: Readonly<Record<string, WayIn[] | NoWayIn>>, lived: readonly string[]): Opening[] {
	const found = lived.map((mode) => ways[mode]);
	const faces = new Set(found.flatMap((way) => (Array.isArray(way) ? way.map(({ face }) => face) : [])));
	return [...faces].map((face) => {
		const seconds = found.map((way) => (Array.isArray(way) ? way.find((one) => one.face === face)?.seconds : undefined) ?? SHUT_OUT);
		return { face, seconds: seconds.reduce((a, b) => a + b, 0) / lived.length };
	});
}

/** Numbers in the order in which one would look: compartment by compartment, from the rear to the front, right to left, from below. */
const byPlace = (a: Stowed, b: Stowed): number => a.box[0] - b.box[0] || a.box[2] - b.box[2] || a.box[4] - b.box[4];

/** How everything in one compartment is got at in every mode. */
function reachedIn(
	compartment: Compartment,
	inside: readonly { stowed: Stowed; no: number }[],
	ways: Readonly<Record<string, WayIn[] | NoWayIn>>
): Record<string, Reached | NoWayIn>[] {
	const { room } = compartment.hold;
	const filled = compartment.hold.copy();
	// From the lowest up, so that what bears is there before what it bears.
	const order = inside.map((_, i) => i).sort((a, b) => inside[a].stowed.box[4] - inside[b].stowed.box[4]);
	for (const i of order) filled.put(inside[i].stowed.box, inside[i].stowed.item.kg, Infinity);
	const nth = new Map(order.map((i, k) => [i, k]));
	return inside.map(({ stowed }, i) =>
		Object.fromEntries(
			Object.entries(ways).map(([mode, found]): [string, Reached | NoWayIn] => {
				if (!Array.isArray(found)) return [mode, found];
				let best: Reached | undefined;
				for (const way of found) {
					const out = getOut(filled.standing, hindrances(room, compartment.before, filled.standing, [way.face]), nth.get(i)!);
					if (!out) continue;
					const deep = depthBehind(stowed.box, room, way.face) > ARM.mm;
					const seconds = way.seconds + out.seconds + (deep ? ARM.seconds : 0) + handling(stowed.item.kg);
					if (best && best.seconds <= seconds) continue;
					const { face, actions, door } = way;
					best = { face, actions, ...(door ? { door } : {}), first: out.first.map((k) => inside[order[k]].no), deep, seconds };
				}
				return [mode, best ?? { by: 'it does not come out past legs, bars or walls' }];
			})
		)
	);
}

/** What a packing means: numbers, ways to each thing, what is left and what would help. */
function toldOf(
	plan: Plan,
	compartments: readonly Compartment[],
	ways: Ways,
	{ stowed, left }: Stowage,
	unpinned: readonly Unpinned[]
): Stowing {
	const lived = livedIn(plan);
	const places: Place[] = [];
	for (const compartment of compartments) {
		const inside = stowed
			.filter((one) => one.compartment.id === compartment.id)
			.sort(byPlace)
			.map((one, i) => ({ stowed: one, no: places.length + i + 1 }));
		const reached = reachedIn(compartment, inside, ways.get(compartment.id)!);
		places.push(
			...inside.map(({ stowed: { item, box, pinned }, no }, i): Place => {
				const seconds = lived.map((mode) => {
					const way = reached[i][mode];
					return 'by' in way ? SHUT_OUT : way.seconds;
				});
				const mean = seconds.reduce((a, b) => a + b, 0) / Math.max(1, seconds.length);
				return {
					no,
					gear: item.gear,
					copy: item.copy,
					compartment: compartment.id,
					box: boxOf(box),
					kg: item.kg,
					pinned,
					reached: reached[i],
					aDay: wantedADay(plan.gear, item.gear) * mean
				};
			})
		);
	}
	const byGear = new Map<string, Item[]>();
	for (const item of left) byGear.set(item.gear, [...(byGear.get(item.gear) ?? []), item]);
	const several = new Map<string, number>();
	for (const { piece } of compartments) several.set(piece, (several.get(piece) ?? 0) + 1);
	return {
		shelves: compartments.map((compartment) => {
			const { id, piece, pieceName, space } = compartment;
			const here = places.filter((one) => one.compartment === id);
			return {
				id,
				name: several.get(piece) === 1 ? pieceName : `${pieceName}: ${space.name}`,
				piece,
				space: space.id,
				box: space.box,
				litres: litresIn(compartment),
				taken: here.reduce((sum, { box }) => sum + litres(box), 0),
				kg: here.reduce((sum, { kg }) => sum + kg, 0)
			};
		}),
		places,
		left: [...byGear].map(([gear, items]) => ({ gear, n: items.length, ...missFor(plan.gear, items[0], compartments) })),
		remarks: remarksOn(plan, places, compartments, unpinned),
		aDay: places.reduce((sum, one) => sum + one.aDay, 0),
		travels: travelMode(plan)
	};
}

/**
 * Stows everything of a plan and says what that means, better and better; it ends by itself only where there is nothing to stow, or
 * nothing to stow it in. The first answer stands at once; the same plan gives the same answers in the same order.
 *
 * @yields what is known so far; after the first, only what is better
 */
export function* stowingOf(plan: Plan): Generator<Stowing | undefined, Stowing> {
	const compartments = compartmentsOf(plan);
	const ways = new Map<string, Record<string, WayIn[] | NoWayIn>>();
	for (const { id, piece, space } of compartments) {
		ways.set(id, Object.fromEntries(Object.keys(plan.modes).map((mode) => [mode, waysInto(plan, mode, piece, space)])));
		yield undefined;
	}
	const openings = new Map([...ways].map(([id, found]) => [id, openingsOf(found, livedIn(plan))]));
	const { rearAxle, wheelbase } = plan.vehicle.weights ?? {};
	const middle = rearAxle !== undefined && wheelbase !== undefined ? rearAxle + wheelbase / 2 : undefined;
	const { task, unpinned } = taskOf(plan.gear, stowedItems(plan), compartments, openings, middle);
	let best: Stowage | undefined;
	let told: Stowing | undefined;
	for (const found of stowing(task, 'stowage')) {
		if (!best || found.cost < best.cost) {
			best = found;
			told = toldOf(plan, compartments, ways, found, unpinned);
			if (compartments.length === 0 || task.items.length === 0) return told;
			yield told;
		} else yield undefined;
	}
	// `stowing` never ends.
	return told!;
}

/** So many things are placed again in all before a packing is taken as it is: enough to be told of, and to be looked for longer. */
export const TRIES = { soon: 1600, long: 16_000 } as const;
/** Rounds rarely better anything after so many of them. */
const ROUNDS = 400;

/** {@link stowingOf} until so many things were placed again: the same plan gives the same answer on every machine. */
export function* stowingFor(plan: Plan, tries: number): Generator<undefined, Stowing> {
	const things = Object.values(plan.gear).reduce((sum, { count }) => sum + count, 0);
	let rounds = Math.min(ROUNDS, Math.ceil(tries / Math.max(1, things)));
	let best: Stowing | undefined;
	const run = stowingOf(plan);
	for (;;) {
		const step = run.next();
		best = step.value ?? best;
		if (step.done) return step.value;
		// Rounds count from the first packing on.
		if (best && --rounds <= 0) return best;
		yield undefined;
	}
}
