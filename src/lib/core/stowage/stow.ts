import { randomFrom } from '../practice/random';
import { cuboidOf, type Cuboid, type Hold } from '../loading';
import { pinnedBox } from '../plan/gear';
import type { Pinned, Plan } from '../plan/plan';
import type { Compartment } from './compartments';
import { handling } from '../moves';
import { hindrances, waysPast, type Face } from './getting-at';
import { apartBecause, type Item } from './loads';

/** A thing where it is stowed. */
export interface Stowed {
	item: Item;
	compartment: Compartment;
	box: Cuboid;
	/** Somebody put it there. */
	pinned: boolean;
}

/** What came of stowing. */
export interface Stowage {
	stowed: Stowed[];
	left: Item[];
	/** What it costs: seconds a day, with what heights and imbalance are worth in seconds. */
	cost: number;
}

/** A face through which a compartment is got at, with the seconds that it takes to open, the mean over the modes. */
export interface Opening {
	face: Face;
	seconds: number;
}

/** Of things to be stowed. */
export interface Task {
	compartments: readonly Compartment[];
	openings: ReadonlyMap<string, readonly Opening[]>;
	items: readonly Item[];
	pins: readonly { item: Item; compartment: Compartment; box: Cuboid }[];
	/** Half way between the axles, mm forward of the rear door; heavy things go near it. Not known where nobody has said where they are. */
	middle?: number | undefined;
}

/** Weights of the aim, in seconds a day for a kilogram: a metre up, a metre from between the axles, a metre to one side. */
const WORTH = { up: 0.4, along: 0.1, across: 0.1 } as const;
/** Heavier than this does not go higher than this if it can be helped, kg and mm above the floor; our own judgement. */
export const HEAVY_OVERHEAD = { kg: 2, above: 1000 } as const;
/** What breaking that rule costs, s a day. */
const OVERHEAD_PENALTY = 60;
/** Each litre that is left out weighs more than anything that is worse in a packing. */
const LEFT_OUT = 1e6;
/** And so many times more where it has to go to one piece: what may go anywhere makes way. */
const BOUND = 1000;
/** What does not come out at all costs this, s a day, however seldom it is used: our own judgement. */
const STUCK = 100;
/** Further in than an arm reaches, mm, and what it adds, s; our own judgement. */
export const ARM = { mm: 650, seconds: 4 } as const;

/** Of two places equally far the nearer is better: so much deeper takes a second, mm. */
const DEPTH_A_SECOND = 500;

/** How a place is chosen: by cost, shifted by so much chance, or as close to the others as can be. */
type Way = { chance: number } | 'close';

/** Lowest first, then rearmost, then furthest to the right: nothing is left between things, which makes room for the rest. */
const closeness = ([x0, , y0, , z0]: Cuboid): number => 100 * z0 + x0 + y0 / 100;

/** One arrangement that is being worked on. */
class Arrangement {
	readonly holds: Map<string, Hold>;
	readonly stowed: Stowed[] = [];
	readonly left: Item[] = [];
	private readonly within = new Map<string, Item[]>();
	private readonly pieceOf = new Map<string, string>();

	constructor(private readonly task: Task) {
		this.holds = new Map(task.compartments.map(({ id, hold }) => [id, hold.copy()]));
		for (const { item, compartment, box } of task.pins) this.put(item, compartment, box, true);
	}

	put(item: Item, compartment: Compartment, box: Cuboid, pinned = false): void {
		this.holds.get(compartment.id)!.put(box, item.kg, item.bears);
		this.stowed.push({ item, compartment, box, pinned });
		const inside = this.within.get(compartment.id) ?? [];
		inside.push(item);
		this.within.set(compartment.id, inside);
		this.pieceOf.set(item.gear, compartment.piece);
	}

	/**
	 * The best place for a thing in what is free; false when there is none.
	 *
	 * @param way how the best is told: by what it costs, shifted by chance, or by what leaves most room for the rest
	 */
	place(item: Item, random: () => number, way: Way): boolean {
		const { compartments } = this.task;
		const piece = this.pieceOf.get(item.gear) ?? item.under;
		let best: { compartment: Compartment; box: Cuboid; worth: number } | undefined;
		for (const compartment of compartments) {
			if (piece !== undefined && compartment.piece !== piece) continue;
			const inside = this.within.get(compartment.id);
			if (inside?.some((other) => apartBecause(item, other))) continue;
			const hold = this.holds.get(compartment.id)!;
			for (const space of hold.spaces) {
				const ledge = hold.ledgeOf(space);
				let turn = 0;
				for (const size of item.turns) {
					turn++;
					for (const box of hold.placesOn(ledge, size, item.kg)) {
						// The tighter it fits, and the less a bag is pressed, the better the rest.
						const snug = Math.min(space[1] - space[0] - size[0], space[3] - space[2] - size[1], space[5] - space[4] - size[2]);
						const rest = 0.002 * snug + 0.01 * turn;
						const worth =
							way === 'close' ? closeness(box) + rest : (this.worthOf(item, compartment, box) + rest) * (1 + way.chance * random());
						if (!best || worth < best.worth) best = { compartment, box, worth };
					}
				}
			}
		}
		if (!best) return false;
		this.put(item, best.compartment, best.box);
		return true;
	}

	/** What a thing costs where it stands, by itself: seconds a day. */
	private worthOf({ uses, kg }: Item, compartment: Compartment, box: Cuboid): number {
		const { hold, before, id } = compartment;
		let least = Infinity;
		for (const { face, seconds } of this.task.openings.get(id)!)
			if (waysPast(box, hold.room, before(face), face)) least = Math.min(least, seconds + reachFor(box, hold.room, face));
		const [mx, my] = [(box[0] + box[1]) / 2, (box[2] + box[3]) / 2];
		const heavy = kg > HEAVY_OVERHEAD.kg && box[5] > HEAVY_OVERHEAD.above ? OVERHEAD_PENALTY : 0;
		return (
			(Number.isFinite(least) ? uses * least : STUCK) +
			heavy +
			(kg * (WORTH.up * box[4] + WORTH.along * Math.abs(mx - (this.task.middle ?? mx)) + WORTH.across * Math.abs(my))) / 1000
		);
	}

	/** Seconds a day more for what has to be taken out of a compartment before other things come out. */
	private hindranceIn({ id, before }: Compartment, inside: readonly Stowed[]): number {
		if (inside.length < 2) return 0;
		const hold = this.holds.get(id)!;
		const openings = this.task.openings.get(id)!;
		const faces = openings.map(({ face }) => face);
		const hindered = hindrances(hold.room, before, hold.standing, faces);
		let sum = 0;
		inside.forEach(({ item, box }, i) => {
			const ways = hindered[i].map(({ face, by }) => {
				const { seconds } = openings.find((one) => one.face === face)!;
				const alone = seconds + reachFor(box, hold.room, face);
				return { alone, all: by.reduce((total, other) => total + 2 * handling(hold.standing[other].kg), alone) };
			});
			if (ways.length > 0) sum += item.uses * (Math.min(...ways.map(({ all }) => all)) - Math.min(...ways.map(({ alone }) => alone)));
		});
		return sum;
	}

	/** Everything together: what is left out first, then seconds a day with what has to be taken out for each thing. */
	cost(): number {
		let cost = 0;
		for (const item of this.left) cost += LEFT_OUT * (1 + bulk(item) / 1e6) * (item.under === undefined ? 1 : BOUND);
		let tilt = 0;
		for (const { item, compartment, box } of this.stowed) {
			cost += this.worthOf(item, compartment, box);
			tilt += (item.kg * (box[2] + box[3])) / 2000;
		}
		for (const compartment of this.task.compartments)
			cost += this.hindranceIn(
				compartment,
				this.stowed.filter((one) => one.compartment === compartment)
			);
		return cost + WORTH.across * Math.abs(tilt);
	}

	/** @param cost as {@link cost} gave it */
	result(cost: number): Stowage {
		return { stowed: this.stowed, left: this.left, cost };
	}
}

/** How far in behind a face something begins, mm. */
export function depthBehind([x0, x1, y0, y1, , z1]: Cuboid, room: Cuboid, face: Face): number {
	const behind = { rear: x0 - room[0], front: room[1] - x1, right: y0 - room[2], left: room[3] - y1, top: room[5] - z1 };
	return Math.max(0, behind[face]);
}

/** What it adds that something lies deep in, s: a little more with every bit, and more where an arm is too short. */
const reachFor = (box: Cuboid, room: Cuboid, face: Face): number => {
	const depth = depthBehind(box, room, face);
	return depth / DEPTH_A_SECOND + (depth > ARM.mm ? ARM.seconds : 0);
};

const bulk = ({ turns: [[x, y, z]] }: Item): number => x * y * z;

/**
 * Puts what is kept where it was and the rest wherever it goes best: first what has to go to one piece, the bulkiest before the others,
 * with so much chance in the order.
 */
function build(task: Task, kept: readonly Stowed[], random: () => number, chance: number, way: Way): Arrangement {
	const now = new Arrangement(task);
	for (const { item, compartment, box, pinned } of kept) {
		if (pinned) continue;
		// What stood on something that was taken away does not stand any more.
		if (now.holds.get(compartment.id)!.takes(box, item.kg)) now.put(item, compartment, box);
	}
	const there = new Set(now.stowed.map(({ item }) => item));
	const waiting = task.items
		.filter((item) => !there.has(item))
		.map((item) => ({ item, first: bulk(item) * (1 + chance * (random() - 0.5)) }))
		.sort((a, b) => Number(a.item.under === undefined) - Number(b.item.under === undefined) || b.first - a.first);
	for (const { item } of waiting) if (!now.place(item, random, way)) now.left.push(item);
	return now;
}

/**
 * Stows things in compartments: each where it costs least in the largest free boxes, the bulkiest first; then some are taken out
 * again, by chance, and put back in another order, over and over (a large neighbourhood search after P. Shaw, 1998). Every step
 * gives the best so far; it never ends by itself. The same seed gives the same answers in the same order.
 */
export function* stowing(task: Task, seed: string): Generator<Stowage, never> {
	const random = randomFrom(seed);
	let current = build(task, [], () => 0, 0, { chance: 0 });
	let cost = current.cost();
	let best = current.result(cost);
	for (let round = 1; ; round++) {
		yield best;
		// Where something is left out, every other round packs close, at first all of it.
		const close = current.left.length > 0 && round % 2 === 1;
		const kept = close && (round === 1 || random() < 0.5) ? [] : keepSome(task, current, random);
		const next = build(task, kept, random, round === 1 ? 0 : 1.2, close ? 'close' : { chance: 0.3 });
		const then = next.cost();
		if (then <= cost) [current, cost] = [next, then];
		if (cost < best.cost) best = current.result(cost);
	}
}

/** What stays where it is: all but one or two compartments, or all but some things. */
function keepSome(task: Task, { stowed }: Arrangement, random: () => number): Stowed[] {
	if (random() < 0.4) {
		const n = task.compartments.length;
		const emptied = new Set([task.compartments[Math.floor(random() * n)], task.compartments[Math.floor(random() * n)]]);
		return stowed.filter(({ compartment }) => !emptied.has(compartment));
	}
	const share = 0.1 + 0.4 * random();
	return stowed.filter(() => random() > share);
}

/** A stowing that is looked for no longer than so many rounds, or until everything is in. */
export function stowedSoon(task: Task, rounds: number): Stowage {
	const run = stowing(task, 'soon');
	let found = run.next().value;
	// Where not even the first goes in, no order helps.
	for (let round = 1; round < rounds && found.left.length > 0 && found.stowed.length > 0; round++) found = run.next().value;
	return found;
}

/** A thing that somebody put somewhere and that cannot be there any more. */
export interface Unpinned {
	item: Item;
	why: string;
}

/**
 * What is to be stowed where: what somebody put somewhere stays there, as long as that is possible.
 *
 * @param items what is to be stowed, of this gear
 * @param openings how each compartment is got at
 */
export function taskOf(
	gear: Plan['gear'],
	items: readonly Item[],
	compartments: readonly Compartment[],
	openings: Task['openings'],
	middle?: number
): { task: Task; unpinned: Unpinned[] } {
	const pins: Task['pins'][number][] = [];
	const unpinned: Unpinned[] = [];
	const tried = new Map(compartments.map(({ id, hold }) => [id, hold.copy()]));
	// From the lowest up: what stands on something pinned needs that first.
	const pinned = items
		.map((item) => ({ item, pin: gear[item.gear].pinned?.[item.copy] }))
		.filter((one): one is { item: Item; pin: Pinned } => one.pin !== undefined)
		.sort((a, b) => a.pin.z - b.pin.z);
	for (const { item, pin } of pinned) {
		const compartment = compartments.find(({ id }) => id === `${item.under}/${pin.space}`);
		if (!compartment) {
			unpinned.push({ item, why: 'the compartment is gone' });
			continue;
		}
		const box = cuboidOf(pinnedBox(pin, compartment.space.box));
		const fits = item.turns.some((turn) => turn.every((side, i) => Math.abs(side - pin.size[i]) < 1));
		if (!fits) unpinned.push({ item, why: 'it has another size now' });
		else if (!tried.get(compartment.id)!.takes(box, item.kg)) unpinned.push({ item, why: 'something is there now, or nothing bears it' });
		else {
			tried.get(compartment.id)!.put(box, item.kg, item.bears);
			pins.push({ item, compartment, box });
		}
	}
	const held = new Set(pins.map(({ item }) => item));
	return { task: { compartments, openings, items: items.filter((item) => !held.has(item)), pins, middle }, unpinned };
}
