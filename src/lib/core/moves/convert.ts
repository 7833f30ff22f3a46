import { assemblyOf, interiorOf } from '../derive';
import { floorLining, seatSolid, type SeatSolid } from '../interior';
import { linkPoses, placePart, placePiece, solidsOf, stateIn, type PlacedPiece, type Scene } from '../modes';
import type { Move, PieceState } from '../pieces';
import type { Plan, SeatSetting } from '../plan/plan';
import { defaultSetting } from '../plan/seat-setting';
import type { Seat } from '../plan/seat';
import { quickest, type Edge } from './quickest';
import { sweepLink, sweepSeat, type Standing, type Sweep } from './sweep';

/** How everything stands between two moves. */
export interface Arrangement {
	/** State of each piece. */
	pieces: Record<string, string>;
	seats: Record<string, SeatSetting>;
}

/** One thing that is done on the way from mode to mode. */
export interface Action {
	/** What is moved: a piece or a seat. */
	subject: string;
	name: string;
	/** What to do, in order. */
	steps: Move['steps'];
	seconds: number;
	hands: 1 | 2;
	/** Cushions that change their place and lie about meanwhile. */
	loose: string[];
	/** How close it comes to anything, and after how many of its seconds. */
	sweep: Sweep;
	closestAt: number;
	before: Arrangement;
	after: Arrangement;
}

/** Two things that hit each other, when an action was tried. */
export interface Block {
	action: string;
	who: string;
	whom: string;
	/** By how much, mm. */
	by: number;
	at: Sweep['at'];
	share: number;
}

/** The way from one mode to another, or what is in the way. */
export type Conversion =
	| { ok: true; actions: Action[]; seconds: number; tightest: number | null; proven: boolean }
	| { ok: false; blocks: Block[]; proven: boolean };

/** Rounding of the sums: less than this is no hit, mm. */
const TOUCH = 1;
/** Our own estimates for one practised person; the user times the real thing. */
const SEAT_SECONDS = { slide: 5, lean: 4, fold: 8, cushion: 20, remove: 240 } as const;

const samePlace = (a: SeatSetting, b: SeatSetting): boolean =>
	a.state === b.state && a.slide === b.slide && a.angle === b.angle && a.headRest === b.headRest;
const keyOf = ({ pieces, seats }: Arrangement): string =>
	JSON.stringify([
		Object.entries(pieces).sort(),
		Object.entries(seats)
			.sort()
			.map(([id, s]) => [id, s.state, s.slide, s.angle, s.headRest ?? 'in'])
	]);

/** How things stand in a mode. */
function arrangementOf(plan: Plan, modeId: string): Arrangement {
	const mode = plan.modes[modeId];
	const pieces = Object.entries(plan.pieces).map(([id, piece]) => [id, stateIn(assemblyOf(piece, plan.vehicle, plan.stock), mode, id).id]);
	const seats = Object.entries(plan.vehicle.seats).map(([id, seat]) => [id, mode.seats[id] ?? defaultSetting(seat, mode.use)]);
	return { pieces: Object.fromEntries(pieces), seats: Object.fromEntries(seats) };
}

const placed = (plan: Plan, id: string, state: string): PlacedPiece => {
	const assembly = assemblyOf(plan.pieces[id], plan.vehicle, plan.stock);
	return placePiece(
		id,
		plan.pieces[id].name,
		assembly,
		assembly.states.find((s) => s.id === state)!
	);
};
const seatAt = (plan: Plan, id: string, setting: SeatSetting): SeatSolid =>
	seatSolid(id, plan.vehicle.seats[id], setting, floorLining(plan.vehicle));

/** The pieces of an arrangement as things that stand, one of them left out. */
const standingPieces = (plan: Plan, arrangement: Arrangement, without?: string): Standing[] =>
	Object.entries(arrangement.pieces)
		.filter(([id]) => id !== without)
		.flatMap(([id, state]) =>
			solidsOf(placed(plan, id, state)).map(({ name, solid }) => ({ name: `${name} of ${plan.pieces[id].name}`, solid }))
		);

/** Moves of a piece out of one of its states; a way back that the kind does not give is the way there, reversed. */
function movesFrom(moves: Move[], states: PieceState[], from: string): Move[] {
	const given = moves.filter((move) => move.from === from);
	const back = moves
		.filter((move) => move.to === from && !moves.some((other) => other.from === from && other.to === move.from))
		.map((move): Move => {
			const joints = states.find((state) => state.id === move.from)?.joints ?? {};
			const steps = [...move.steps]
				.reverse()
				.map((step) => ({ ...step, words: `Back: ${step.words.toLowerCase()}`, to: step.link ? (joints[step.link] ?? 0) : undefined }));
			return { from, to: move.from, steps };
		});
	return [...given, ...back];
}

/** Tries a move of a piece: every joint that it turns, in order, against all that stands. */
function tryMove(plan: Plan, now: Arrangement, id: string, move: Move): Action {
	const piece = placed(plan, id, now.pieces[id]);
	const seats = Object.entries(now.seats).map(([seat, setting]) => seatAt(plan, seat, setting));
	const others = standingPieces(plan, now, id);
	let joints: Record<string, number> = { ...piece.state.joints };
	let sweep: Sweep = { margin: null, who: '', whom: '', at: { x: 0, y: 0, z: 0 }, share: 0 };
	let [spent, closestAt] = [0, 0];
	for (const step of move.steps) {
		const start = spent;
		spent += step.seconds;
		if (!step.link || step.to === undefined) continue;
		const swept = sweepLink(interiorOf(plan.vehicle), piece, joints, step.link, step.to, seats, others);
		if (swept.margin !== null && (sweep.margin === null || swept.margin < sweep.margin))
			[sweep, closestAt] = [swept, start + swept.share * step.seconds];
		joints = { ...joints, [step.link]: step.to };
	}
	const loose = piece.assembly.pads
		.filter((pad) => JSON.stringify(pad.places[move.from]?.box) !== JSON.stringify(pad.places[move.to]?.box))
		.map((pad) => pad.name);
	return {
		subject: id,
		name: `${piece.name}: ${piece.assembly.states.find((state) => state.id === move.to)!.name.toLowerCase()}`,
		steps: move.steps,
		seconds: move.steps.reduce((sum, step) => sum + step.seconds, 0),
		hands: move.steps.some((step) => step.hands === 2) ? 2 : 1,
		loose,
		sweep,
		closestAt,
		before: now,
		after: { ...now, pieces: { ...now.pieces, [id]: move.to } }
	};
}

/** Degrees and millimetres between two positions of a seat that is followed. */
const [TURN, SHIFT] = [5, 20];

/** The positions through which a seat goes: slid with its present back, then leaned or folded. */
function positionsOf(plan: Plan, id: string, from: SeatSetting, to: SeatSetting): SeatSolid[] {
	const between = (a: number, b: number, step: number) => {
		const count = Math.max(1, Math.ceil(Math.abs(b - a) / step));
		return Array.from({ length: count }, (_, i) => a + ((i + 1) / count) * (b - a));
	};
	const list: SeatSetting[] = [from];
	for (const slide of between(from.slide, to.slide, SHIFT)) list.push({ ...from, slide });
	if (from.state === to.state) for (const angle of between(from.angle, to.angle, TURN)) list.push({ ...from, slide: to.slide, angle });
	// A back that folds goes over to the front, whichever way it goes.
	else if (from.state === 'upright' || to.state === 'upright') {
		const upright = from.state === 'upright' ? from : to;
		for (const angle of between(upright.angle, -80, TURN)) list.push({ ...upright, state: 'upright', slide: to.slide, angle });
	}
	list.push(to);
	return list.map((setting) => seatAt(plan, id, setting));
}

/** Words and time for setting a seat. */
function seatSteps(seat: Seat, from: SeatSetting, to: SeatSetting): Move['steps'] {
	const name = seat.name.toLowerCase();
	const steps: Move['steps'] = [];
	if (from.headRest !== to.headRest)
		steps.push({
			words: to.headRest === 'out' ? `Pull out the head rest of the ${name}` : `Put the head rest of the ${name} in`,
			seconds: 4,
			hands: 1
		});
	if (from.slide !== to.slide)
		steps.push({ words: `Slide the ${name} ${to.slide > from.slide ? 'forward' : 'back'}`, seconds: SEAT_SECONDS.slide, hands: 1 });
	if (from.state !== to.state) {
		const heavy = from.state === 'removed' || to.state === 'removed';
		const verb = { upright: 'Stand up', folded: 'Fold', tumbled: 'Tumble', 'cushion out': 'Take the cushion out of', removed: 'Take out' }[
			to.state
		];
		const seconds = heavy
			? SEAT_SECONDS.remove
			: to.state === 'cushion out' || from.state === 'cushion out'
				? SEAT_SECONDS.cushion
				: SEAT_SECONDS.fold;
		steps.push({ words: `${from.state === 'removed' ? 'Put in' : verb} the ${name}`, seconds, hands: heavy ? 2 : 1 });
	} else if (from.angle !== to.angle)
		steps.push({ words: `${to.angle > from.angle ? 'Recline' : 'Raise'} the back of the ${name}`, seconds: SEAT_SECONDS.lean, hands: 1 });
	return steps;
}

/** Tries setting a seat against all that stands. */
function trySeat(plan: Plan, now: Arrangement, id: string, to: SeatSetting): Action {
	const seat = plan.vehicle.seats[id];
	const from = now.seats[id];
	const steps = seatSteps(seat, from, to);
	const seconds = steps.reduce((sum, step) => sum + step.seconds, 0);
	const sweep = sweepSeat(seat.name, positionsOf(plan, id, from, to), standingPieces(plan, now));
	return {
		subject: id,
		name: seat.name,
		steps,
		seconds,
		hands: steps.some((step) => step.hands === 2) ? 2 : 1,
		loose: [],
		sweep,
		closestAt: sweep.share * seconds,
		before: now,
		after: { ...now, seats: { ...now.seats, [id]: to } }
	};
}

/** Settings that a seat may be put to on the way: where it has to end, and out of the way at the front. */
function settingsFor(seat: Seat, now: SeatSetting, goal: SeatSetting): SeatSetting[] {
	const wanted = [goal];
	if (seat.slide && now.state === 'upright')
		wanted.push({ ...now, slide: seat.slide.mm, angle: seat.type === 'front seat' ? seat.uprightAngle : seat.angle });
	return wanted.filter((setting, i) => !samePlace(setting, now) && wanted.findIndex((other) => samePlace(other, setting)) === i);
}

/**
 * The quickest way from one mode to another in which nothing hits anything: moves of pieces and seats in the best order,
 * seats also put out of the way in between. Exact over these moves unless it says that it is not proven.
 *
 * @throws RangeError when the plan has no such mode.
 */
export function convert(plan: Plan, fromMode: string, toMode: string): Conversion {
	for (const mode of [fromMode, toMode])
		if (!Object.hasOwn(plan.modes, mode)) throw new RangeError(`There is no mode “${mode}” in this plan.`);
	const [start, goal] = [arrangementOf(plan, fromMode), arrangementOf(plan, toMode)];
	const goalKey = keyOf(goal);
	const blocks = new Map<string, Block>();
	const edges = (now: Arrangement): Edge<Arrangement, Action>[] => {
		const tried = [
			...Object.keys(now.pieces).flatMap((id) => {
				const { moves, states } = assemblyOf(plan.pieces[id], plan.vehicle, plan.stock);
				return movesFrom(moves, states, now.pieces[id]).map((move) => tryMove(plan, now, id, move));
			}),
			...Object.keys(now.seats).flatMap((id) =>
				settingsFor(plan.vehicle.seats[id], now.seats[id], goal.seats[id]).map((setting) => trySeat(plan, now, id, setting))
			)
		];
		return tried.flatMap((action): Edge<Arrangement, Action>[] => {
			const { margin, who, whom, at, share } = action.sweep;
			if (margin === null || margin >= -TOUCH) return [{ to: action.after, action, cost: action.seconds }];
			const known = blocks.get(`${action.name}/${who}/${whom}`);
			if (!known || -margin < known.by)
				blocks.set(`${action.name}/${who}/${whom}`, { action: action.name, who, whom, by: -margin, at, share });
			return [];
		});
	};
	const search = quickest(start, (node) => keyOf(node) === goalKey, keyOf, edges, 400);
	if (!search.found) return { ok: false, blocks: [...blocks.values()].sort((a, b) => a.by - b.by), proven: search.complete };
	const margins = search.actions.map((action) => action.sweep.margin).filter((margin) => margin !== null);
	return {
		ok: true,
		actions: search.actions,
		seconds: search.cost,
		tightest: margins.length > 0 ? Math.min(...margins) : null,
		proven: true
	};
}

/**
 * The scene at one point of a conversion, for the drawings: an action and the share of it that is done, step after step
 * by their seconds.
 */
export function sceneDuring(plan: Plan, modeId: string, action: Action, share: number): Scene {
	const mode = plan.modes[modeId];
	const total = Math.max(1, action.seconds);
	let spent = share * total;
	let joints: Record<string, number> | undefined;
	if (Object.hasOwn(plan.pieces, action.subject)) {
		joints = { ...placed(plan, action.subject, action.before.pieces[action.subject]).state.joints };
		for (const step of action.steps) {
			const part = Math.max(0, Math.min(1, spent / Math.max(0.001, step.seconds)));
			if (step.link && step.to !== undefined) joints[step.link] = (joints[step.link] ?? 0) + part * (step.to - (joints[step.link] ?? 0));
			spent -= step.seconds;
		}
	}
	const over = share >= 1;
	const arrangement = over ? action.after : action.before;
	const pieces = Object.entries(arrangement.pieces).map(([id, state]): PlacedPiece => {
		const piece = placed(plan, id, state);
		if (over || id !== action.subject || !joints) return piece;
		const poses = linkPoses(piece.assembly.links, joints);
		// Loose cushions are taken off with the first step and come back when all is done.
		const off = share * total > action.steps[0].seconds;
		const pads = piece.pads.filter(({ pad }) => !off || !action.loose.includes(pad.name));
		return { ...piece, parts: piece.assembly.parts.map((part) => placePart(id, part, poses.get(part.link)!)), pads };
	});
	const seats = Object.entries(arrangement.seats).map(([id, setting]) => {
		if (over || id !== action.subject) return seatAt(plan, id, setting);
		const positions = positionsOf(plan, id, action.before.seats[id], action.after.seats[id]);
		return positions[Math.min(positions.length - 1, Math.round(share * (positions.length - 1)))];
	});
	return { mode: { ...mode, people: {} }, interior: interiorOf(plan.vehicle), seats, pieces };
}
