import { interiorOf, pieceIn, sceneOf } from '../derive';
import { blockClearance, seatClearance, solidBox, solidSeparation, type SeatSolid, type Solid } from '../interior';
import { firmParts, ownedSolids, type NamedThing } from '../modes';
import { remember } from '../memory';
import type { Plan } from '../plan/plan';
import type { Action } from './actions';
import { arrangementKey, seatAt, type Arrangement } from './arrangement';
import { closer, FREE, TOUCH, type Sweep } from './sweep';

/** Taking something up and setting it down again; our own estimates, s and s per kg. */
const HANDLE = { seconds: 3, perKg: 0.2 } as const;
/** What is set aside is carried out of the way, as through a door; our own estimate, s. */
const ASIDE_SECONDS = 8;
/** What lies on a cushion presses into it by so much, mm; our own estimate. */
const GIVES = 15;
/** What something lies on is no further below it than this, mm: cushions give, and measures are rounded. */
const BELOW: readonly [number, number] = [2, 10];

/** Seconds to take a thing out, or to put it in. */
export const handling = (kg: number): number => HANDLE.seconds + HANDLE.perKg * kg;

const byId = remember((things: readonly NamedThing[]) => new Map(things.map((thing) => [thing.id, [thing] as readonly NamedThing[]])));
const NOTHING: readonly NamedThing[] = [];

/** Where something lies in a mode; nothing where it is stowed, or set aside. */
export const lyingIn = (plan: Plan, id: string, modeId: string | null): readonly NamedThing[] =>
	modeId === null ? NOTHING : (byId(sceneOf(plan, modeId).things).get(id) ?? NOTHING);

/** Everything that lies about in an arrangement. */
export const lyingNow = (plan: Plan, { things }: Arrangement): readonly NamedThing[] =>
	Object.entries(things).flatMap(([id, modeId]) => lyingIn(plan, id, modeId));

/** Where everything that lies about in one of two modes is at the beginning and at the end of the way between them. */
export function thingsBetween(plan: Plan, from: string, to: string): { start: Arrangement['things']; goal: Arrangement['things'] } {
	const [a, b] = [plan.modes[from].lies ?? {}, plan.modes[to].lies ?? {}];
	const ids = [...new Set([...Object.keys(a), ...Object.keys(b)])].filter((id) => Object.hasOwn(plan.gear, id));
	const stays = (id: string) => JSON.stringify(a[id]) === JSON.stringify(b[id]);
	return {
		start: Object.fromEntries(ids.map((id) => [id, stays(id) ? to : from])),
		goal: Object.fromEntries(ids.map((id) => [id, to]))
	};
}

/** Seconds to carry a thing to another place, and kilograms of it. */
function effortOf({ gear }: Plan, id: string): { seconds: number; kg: number } {
	const { weight, count } = gear[id];
	return { seconds: count * handling(weight), kg: weight };
}

/**
 * The least that is still to be done with the things that lie about, s, for every arrangement on the way: each is carried once, and of two
 * that each lie where the other goes, one is set aside.
 */
export function carryingLeft(plan: Plan, start: Arrangement, goal: Arrangement): (now: Arrangement) => number {
	const effort = Object.fromEntries(Object.keys(start.things).map((id) => [id, effortOf(plan, id).seconds]));
	const moved = Object.keys(start.things).filter((id) => start.things[id] !== goal.things[id]);
	const takes = (id: string, other: string) =>
		lyingIn(plan, id, goal.things[id]).some((thing) =>
			lyingIn(plan, other, start.things[other]).some(({ solid }) => solidSeparation(thing.solid, solid) < -TOUCH)
		);
	const swaps: [string, string][] = [];
	for (const [i, a] of moved.entries()) {
		const b = moved.slice(i + 1).find((other) => takes(a, other) && takes(other, a));
		if (b && !swaps.flat().some((id) => id === a || id === b)) swaps.push([a, b]);
	}
	return (now) => {
		let left = 0;
		for (const id of moved) if (now.things[id] !== goal.things[id]) left += effort[id];
		for (const id of Object.keys(now.things)) if (start.things[id] === goal.things[id] && now.things[id] === null) left += effort[id];
		for (const pair of swaps)
			if (pair.every((id) => now.things[id] === start.things[id])) left += ASIDE_SECONDS + Math.min(...pair.map((id) => effort[id]));
		return left;
	};
}

/** Where a thing lies: itself and the mode in which it lies there. */
type Spot = readonly [id: string, modeId: string];
const spotsOf = ({ things }: Arrangement, but: string): Spot[] =>
	Object.entries(things).filter((one): one is [string, string] => one[0] !== but && one[1] !== null);

/** What is just below the middle of a thing: what is borne only at an edge falls. */
const below = remember((solid: Solid): Solid => {
	const { x, y, z } = solid.box;
	const middle = ([from, to]: readonly [number, number]): [number, number] => [from + (to - from) / 3, to - (to - from) / 3];
	return solidBox({ x: middle(x), y: middle(y), z: [z[0] - BELOW[1], z[0] - BELOW[0]] });
});

/** What is in the way of things where they lie, and what bears them, in one plan: the same is asked in one arrangement after another. */
class Places {
	private readonly rooms = new Map<string, Sweep>();
	private readonly borne = new Map<string, boolean>();

	constructor(private readonly plan: Plan) {}

	/** How much room a thing has where it lies in a mode, in an arrangement. */
	room([id, modeId]: Spot, now: Arrangement): Sweep {
		const [thing] = lyingIn(this.plan, id, modeId);
		if (!thing) return FREE;
		return this.others([id, modeId], now)
			.map(({ key, solids, seats }) => kept(this.rooms, key, () => roomBeside(thing, solids(), seats())))
			.reduce(closer, FREE);
	}

	/** Whether something bears a thing where it lies in a mode, in an arrangement; what is stowed or aside is borne. */
	isBorne([id, modeId]: Spot, now: Arrangement): boolean {
		const [thing] = lyingIn(this.plan, id, modeId);
		if (!thing || thing.solid.box.z[0] <= BELOW[1]) return true;
		const under = below(thing.solid);
		const { fixtures } = interiorOf(this.plan.vehicle);
		return this.others([id, modeId], now).some(({ key, solids, seats }) =>
			kept(
				this.borne,
				key,
				() =>
					solids().some(({ solid }) => solidSeparation(solid, under) < 0) ||
					seats().some((seat) => (seatClearance(seat, under)?.margin ?? Infinity) < 0) ||
					fixtures.some(({ box }) => blockClearance(box, under).margin < 0)
			)
		);
	}

	/** All that is there besides a thing: pieces and seats together, and each other thing, with what each answer is kept under. */
	private others(spot: Spot, now: Arrangement) {
		const { plan } = this;
		const built = {
			key: `${spot.join()}|${arrangementKey({ ...now, things: {} })}`,
			solids: () => Object.entries(now.pieces).flatMap(([id, state]) => solidsIn(plan, id, state)),
			seats: () => Object.entries(now.seats).map(([id, setting]) => seatAt(plan.vehicle, id, setting))
		};
		const things = spotsOf(now, spot[0]).map((other) => ({
			key: `${spot.join()}|${other.join()}`,
			solids: () => lyingIn(plan, ...other).map((thing): Standing => ({ ...thing, gives: 0 })),
			seats: (): SeatSolid[] => []
		}));
		return [built, ...things];
	}
}

type Standing = NamedThing & { gives: number };

function solidsIn(plan: Plan, id: string, state: string): Standing[] {
	const piece = pieceIn(plan, id, state);
	const firm = firmParts(piece).length;
	return ownedSolids(piece).map((one, i) => ({ ...one, gives: i < firm ? 0 : GIVES }));
}

function roomBeside({ name, solid }: NamedThing, others: readonly Standing[], seats: readonly SeatSolid[]): Sweep {
	const at = { who: name, where: solid.corners[0], at: 0 };
	let least = FREE;
	for (const other of others)
		least = closer(least, { ...at, margin: solidSeparation(other.solid, solid) + other.gives, whom: other.name, against: other.id });
	for (const seat of seats) {
		const clearance = seatClearance(seat, solid);
		if (clearance) least = closer(least, { ...at, margin: clearance.margin, whom: seat.name, against: seat.id });
	}
	return least;
}

/** What is kept under a key, worked out when it is first asked for. */
function kept<T>(known: Map<string, T>, key: string, work: () => T): T {
	const found = known.get(key) ?? work();
	known.set(key, found);
	return found;
}

const placesIn = remember((plan: Plan) => new Places(plan));

/**
 * What a move pulls away from under something that lies on it, if anything.
 *
 * @param after everything as it is once the move is done
 */
export function pulledAway(plan: Plan, now: Arrangement, after: Arrangement, who: string): Sweep {
	const places = placesIn(plan);
	for (const spot of spotsOf(now, '')) {
		if (!places.isBorne(spot, now) || places.isBorne(spot, after)) continue;
		const [thing] = lyingIn(plan, ...spot);
		return {
			margin: -BELOW[1],
			who,
			whom: `${thing.name}, which lies on it`,
			against: thing.id,
			where: thing.solid.corners[0],
			at: 0
		};
	}
	return FREE;
}

/** What is done with a thing, in words. */
function carryWords(plan: Plan, id: string, from: string | null, to: string | null): string {
	const { name, count, under } = plan.gear[id];
	const what = count > 1 ? `${count} × ${name}` : name;
	if (to === null) return `Set ${what} down aside, outside or on a seat that stays`;
	const lies = lyingIn(plan, id, to).length > 0;
	if (!lies) return under ? `Stow ${what} with ${plan.pieces[under].name}` : `Put ${what} away`;
	const out = from !== null && lyingIn(plan, id, from).length === 0;
	return `${out ? 'Take out' : 'Carry'} ${what}, to where it lies in ${plan.modes[to].name}`;
}

/** What is in the way of a thing where it is put, or that nothing bears it there yet. */
function arrival(plan: Plan, now: Arrangement, goal: Arrangement, spot: Spot): Sweep {
	const places = placesIn(plan);
	const room = places.room(spot, now);
	if (room.margin !== null && room.margin < -TOUCH) return room;
	if (!places.isBorne(spot, goal) || places.isBorne(spot, now)) return FREE;
	const [thing] = lyingIn(plan, ...spot);
	return { margin: -BELOW[1], who: thing.name, whom: 'nothing to lie on yet', where: thing.solid.corners[0], at: 0 };
}

/**
 * Carries a thing to where it lies in a mode, or sets it aside: nothing lies on it, and it has to have room there and, where something bears it in that mode, to
 * lie on something already.
 *
 * @param goal how everything stands in that mode
 */
export function tryCarry(plan: Plan, now: Arrangement, goal: Arrangement, id: string, to: string | null): Action {
	const { seconds, kg } = effortOf(plan, id);
	const { name } = plan.gear[id];
	const after = { ...now, things: { ...now.things, [id]: to } };
	const arrives = to === null ? FREE : arrival(plan, now, goal, [id, to]);
	const words = carryWords(plan, id, now.things[id], to);
	const takes = to === null ? seconds + ASIDE_SECONDS : seconds;
	return {
		subject: id,
		name: `${name}: ${to === null ? 'aside' : lyingIn(plan, id, to).length > 0 ? 'carried' : 'stowed'}`,
		doorFirst: 0,
		steps: [{ words, seconds: takes, hands: kg > 5 ? 2 : 1 }],
		seconds: takes,
		hands: kg > 5 ? 2 : 1,
		tools: [],
		loose: [],
		lift: kg,
		sweep: closer(arrives, pulledAway(plan, now, after, name)),
		before: now,
		after
	};
}
