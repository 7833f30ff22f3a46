import { assemblyOf } from '../derive';
import type { Assembly } from '../pieces';
import type { Plan, SeatSetting } from '../plan/plan';
import type { Seat } from '../plan/seat';
import { tryMove, trySeat, withLoose, type Action } from './actions';
import { arrangementKey, arrangementOf, seatKey, type Arrangement } from './arrangement';
import { carryingLeft, thingsBetween, tryCarry } from './carry';
import { movesOf } from './motion';
import { MOST_NODES, quickest, type Edge, type Search } from './quickest';
import { seatSteps } from './seats';
import { TOUCH, type Sweep } from './sweep';

/** Two things that hit each other, when an action was tried. */
export interface Block {
	action: string;
	subject: string;
	who: string;
	whom: string;
	/** The id of the piece, seat, thing or fixture that is hit; none for what is of the vehicle itself or of the same piece. */
	against?: string;
	/** By how much, mm. */
	by: number;
	where: Sweep['where'];
	/** After how many seconds of the action. */
	at: number;
	/** The action as it was tried. */
	tried: Action;
}

/** The way from one mode to another, or what is in the way. */
export type Conversion =
	| { ok: true; actions: Action[]; seconds: number; tightest: number | null; looked: number }
	| {
			ok: false;
			blocks: Block[];
			/** Pieces that have no moves at all from their one state to the other. */
			noMoves: string[];
			/** True when every order of moves was looked at. */
			proven: boolean;
			looked: number;
	  };

/** Settings that a seat may be put to on the way: where it has to end, and out of the way at the front. */
function settingsFor(seat: Seat, now: SeatSetting, goal: SeatSetting): SeatSetting[] {
	const wanted = [goal];
	if (seat.slide && now.state === 'upright')
		wanted.push({ ...now, slide: seat.slide.mm, angle: seat.type === 'front seat' ? seat.uprightAngle : seat.angle });
	return wanted.filter(
		(setting, i) => seatKey(setting) !== seatKey(now) && wanted.findIndex((other) => seatKey(other) === seatKey(setting)) === i
	);
}

/** Least seconds from every state of an assembly to one of them, whatever stands in the way (Bellman and Ford). */
function secondsTo(assembly: Assembly, goal: string): Record<string, number> {
	const left: Record<string, number> = Object.fromEntries(assembly.states.map(({ id }) => [id, id === goal ? 0 : Infinity]));
	const moves = movesOf(assembly).map(({ from, to, steps }) => ({ from, to, seconds: steps.reduce((sum, step) => sum + step.seconds, 0) }));
	for (let round = 0; round < assembly.states.length; round++)
		for (const { from, to, seconds } of moves) left[from] = Math.min(left[from], left[to] + seconds);
	return left;
}

/** What can be tried on the way, everything that hits something noted. */
export class Ways {
	private readonly blocks = new Map<string, Block>();

	constructor(
		private readonly plan: Plan,
		/** Settings in which a seat may end; seats that are not named stay as they are. */
		private readonly goals: Record<string, SeatSetting>,
		/** How everything stands at both ends, where things that lie about are carried from the one to the other. */
		private readonly ends?: { start: Arrangement; goal: Arrangement }
	) {}

	/** Every free action out of an arrangement. */
	out = (now: Arrangement): Edge<Arrangement, Action>[] => {
		const { plan } = this;
		return this.free([
			...Object.entries(this.goals).flatMap(([id, goal]) =>
				settingsFor(plan.vehicle.seats[id], now.seats[id], goal).map((setting) => trySeat(plan, now, id, setting))
			),
			...Object.keys(now.pieces).flatMap((id) =>
				movesOf(assemblyOf(plan.pieces[id], plan))
					.filter((move) => move.from === now.pieces[id])
					.map((move) => tryMove(plan, now, id, move))
			),
			...this.carried(now)
		]);
	};

	/** The next of some moves one after the other, and what lies about carried in between, as far as that is free. */
	along = (moves: readonly Action[]) => {
		const next = new Map(moves.map((action) => [withoutThings(action.before), action]));
		return (now: Arrangement): Edge<Arrangement, Action>[] => {
			const action = next.get(withoutThings(now));
			return this.free([...(action ? [this.again(action, now)] : []), ...this.carried(now)]);
		};
	};

	/** The same action where things lie elsewhere. */
	private again({ subject, move, after }: Action, now: Arrangement): Action {
		return move ? tryMove(this.plan, now, subject, move) : trySeat(this.plan, now, subject, after.seats[subject]);
	}

	private free(tried: readonly Action[]): Edge<Arrangement, Action>[] {
		return tried.flatMap((action): Edge<Arrangement, Action>[] => {
			if (action.sweep.margin === null || action.sweep.margin >= -TOUCH) return [{ to: action.after, action, cost: action.seconds }];
			this.note(action, action.sweep.margin);
			return [];
		});
	}

	/** Everything that lies about, carried to where it lies at the end, or set aside: what is set aside later need not be carried before. */
	private carried(now: Arrangement): Action[] {
		if (!this.ends) return [];
		const { start, goal } = this.ends;
		return Object.entries(now.things).flatMap(([id, modeId]) => [
			...(modeId === goal.things[id] ? [] : [tryCarry(this.plan, now, goal, id, goal.things[id])]),
			...(modeId === start.things[id] ? [tryCarry(this.plan, now, goal, id, null)] : [])
		]);
	}

	private note(tried: Action, margin: number): void {
		const { name, subject, sweep } = tried;
		const { who, whom, against, where, at } = sweep;
		const key = JSON.stringify([subject, name, who, against, whom]);
		const known = this.blocks.get(key);
		if (!known || -margin < known.by) this.blocks.set(key, { action: name, subject, who, whom, against, by: -margin, where, at, tried });
	}

	/** What hit what, the closest calls first. */
	get noted(): Block[] {
		return [...this.blocks.values()].sort((a, b) => a.by - b.by);
	}
}

/** How pieces and seats stand, whatever lies where. */
const withoutThings = (now: Arrangement): string => arrangementKey({ ...now, things: {} });

/** Where things lie about no more than this many nodes are looked at: there are very many orders in which they can be carried. */
const MOST_WITH_THINGS = 3000;

/**
 * The quickest way from one mode to another in which nothing hits anything: moves of pieces and seats in the best order,
 * pieces, seats and what lies about also put out of the way in between. Exact over these moves unless it says that it is not proven;
 * with things to carry, the order of moves that is quickest without them is kept as long as they can be carried meanwhile.
 *
 * @throws RangeError when the plan has no such mode.
 */
export function convert(plan: Plan, fromMode: string, toMode: string, most = MOST_NODES): Conversion {
	const [first, last] = [arrangementOf(plan, fromMode), arrangementOf(plan, toMode)];
	const left = Object.entries(plan.pieces).map(([id, piece]) => ({
		id,
		seconds: secondsTo(assemblyOf(piece, plan), last.pieces[id])
	}));
	const noMoves = left.filter(({ id, seconds }) => seconds[first.pieces[id]] === Infinity).map(({ id }) => id);
	if (noMoves.length > 0) return { ok: false, blocks: [], noMoves, proven: true, looked: 0 };
	const seatSeconds = (id: string, now: SeatSetting) =>
		seatSteps(plan.vehicle.seats[id], now, last.seats[id]).reduce((sum, step) => sum + step.seconds, 0);
	const moving = (now: Arrangement) =>
		left.reduce((sum, { id, seconds }) => sum + seconds[now.pieces[id]], 0) +
		Object.entries(now.seats).reduce((sum, [id, setting]) => sum + seatSeconds(id, setting), 0);
	const isAt = (goal: Arrangement) => (now: Arrangement) => arrangementKey(now) === arrangementKey(goal);
	const bareWays = new Ways(plan, last.seats);
	const bare = quickest(first, isAt(last), arrangementKey, bareWays.out, moving, most);
	const things = thingsBetween(plan, fromMode, toMode);
	if (!bare.found || Object.keys(things.start).length === 0) return conversionOf(plan, bare, bareWays.noted);

	const [start, goal]: Arrangement[] = [
		{ ...first, things: things.start },
		{ ...last, things: things.goal }
	];
	const carrying = carryingLeft(plan, start, goal);
	const ways = new Ways(plan, last.seats, { start, goal });
	const rest = new Map<string, number>([[withoutThings(goal), 0]]);
	for (const action of bare.actions.toReversed())
		rest.set(withoutThings(action.before), rest.get(withoutThings(action.after))! + action.seconds);
	const alongTheWay = (now: Arrangement) => rest.get(withoutThings(now))! + carrying(now);
	const along = quickest(start, isAt(goal), arrangementKey, ways.along(bare.actions), alongTheWay, MOST_WITH_THINGS);
	if (along.found) return conversionOf(plan, along, ways.noted);
	const whole = quickest(
		start,
		isAt(goal),
		arrangementKey,
		ways.out,
		(now) => moving(now) + carrying(now),
		Math.min(most, MOST_WITH_THINGS)
	);
	return conversionOf(plan, whole, ways.noted);
}

function conversionOf(plan: Plan, search: Search<Arrangement, Action>, blocks: Block[]): Conversion {
	if (!search.found) return { ok: false, blocks, noMoves: [], proven: search.complete, looked: search.looked };
	const margins = search.actions.map((action) => action.sweep.margin).filter((margin) => margin !== null);
	return {
		ok: true,
		actions: search.actions.map((action) => withLoose(plan, action)),
		seconds: search.cost,
		tightest: margins.length > 0 ? Math.min(...margins) : null,
		looked: search.looked
	};
}
