import { assemblyOf } from '../derive';
import type { Edit, Plan } from '../plan';
import { applyEdits } from '../plan/edit';
import { toEnd } from '../stepwise';
import { pieceKnobs, seatKnobs, smallestTurn, turnWords, type Knob } from '../turning';
import type { UnitSystem } from '../units';
import { tryMove, trySeat } from './actions';
import { arrangementOf } from './arrangement';
import { tryCarry } from './carry';
import { convert, type Block } from './convert';
import { movesOf } from './motion';
import { TOUCH } from './sweep';

/** A change after which a conversion works. */
export interface Unblocking {
	label: string;
	edits: Edit[];
	/** How far the number is turned: mm or degrees. */
	turn: number;
}

/** So many changes are offered. */
const SHOWN = 4;
/** How far the search for a way may go for each change that is tried. */
const MOST = 2000;
/** Room where nothing comes near, mm: more than any vehicle is long. */
const FAR = 1e5;
/** A number that is worth turning brings the two apart within this first turn, mm or degrees. */
const PROBE = 12;

/** Slide and lean of the seats that took part in a hit, in the mode that is wanted: turned before anything is sawn anew. */
function seatKnobsOf(plan: Plan, { subject, against }: Block, toMode: string): Knob[] {
	if (plan.modes[toMode].use === 'drive') return [];
	return Object.keys(plan.vehicle.seats).flatMap((id) => (subject === id || against === id ? seatKnobs(plan, toMode, id) : []));
}

/** Numbers of the pieces that took part in a hit. */
const pieceKnobsOf = (plan: Plan, { subject, against }: Block): Knob[] =>
	Object.entries(plan.pieces).flatMap(([id, piece]) => (subject === id || against === id ? pieceKnobs(id, piece) : []));

/**
 * Room of an action that hit something, in a changed plan: only that action is tried again, which is much less than
 * a whole conversion.
 */
function roomOf(plan: Plan, toMode: string, { tried }: Block): number {
	const { before, subject, move } = tried;
	if (Object.hasOwn(plan.gear, subject)) {
		const goal = { ...arrangementOf(plan, toMode), things: before.things };
		return tryCarry(plan, before, goal, subject, tried.after.things[subject]).sweep.margin ?? FAR;
	}
	if (!move) return trySeat(plan, before, subject, tried.after.seats[subject]).sweep.margin ?? FAR;
	const same = movesOf(assemblyOf(plan.pieces[subject], plan)).find(({ from, to }) => from === move.from && to === move.to);
	return same ? (tryMove(plan, before, subject, same).sweep.margin ?? FAR) : -FAR;
}

/** Room of an action with the seats where the wanted mode has them: of a piece past them, or of the seat on its way there. */
function seatRoom(plan: Plan, toMode: string, block: Block): number {
	const { before, subject, move } = block.tried;
	const { seats } = arrangementOf(plan, toMode);
	if (move || Object.hasOwn(plan.gear, subject))
		return roomOf(plan, toMode, { ...block, tried: { ...block.tried, before: { ...before, seats } } });
	return trySeat(plan, before, subject, seats[subject]).sweep.margin ?? FAR;
}

/** The smallest turn of one number after which a conversion works, either way; undefined when none does. */
function turnOf(knob: Knob, margin: (value: number) => number, works: (value: number) => boolean): number | undefined {
	const now = margin(knob.value);
	const turns = ([1, -1] as const).flatMap((direction): number[] => {
		const probe = Math.min(knob.range[1], Math.max(knob.range[0], knob.value + direction * PROBE));
		// Numbers that do not part the two at their first turn are not followed.
		if (probe === knob.value || margin(probe) <= now) return [];
		const value = smallestTurn(knob, direction, 0, margin);
		return value !== undefined && works(value) ? [value] : [];
	});
	return turns.sort((a, b) => Math.abs(a - knob.value) - Math.abs(b - knob.value))[0];
}

/**
 * Looks for the smallest changes of one number each after which a blocked conversion works: seats first, then pieces,
 * the least turn first among each. The actions that come closest to being free are tried with each number; those that
 * part the two are then tried on the whole conversion. Yields between two numbers, so that it can be left.
 */
export function* unblocking(plan: Plan, fromMode: string, toMode: string, system: UnitSystem = 'metric'): Generator<void, Unblocking[]> {
	const blocked = convert(plan, fromMode, toMode, MOST);
	if (blocked.ok || blocked.blocks.length === 0) return [];
	const works = (changed: Plan) => convert(changed, fromMode, toMode, MOST).ok;
	const found = new Map<string, Unblocking & { seat: boolean }>();
	const [nearest] = blocked.blocks;
	const tried: { knob: Knob; block: Block; seat: boolean }[] = [
		...blocked.blocks.flatMap((block) => seatKnobsOf(plan, block, toMode).map((knob) => ({ knob, block, seat: true }))),
		...pieceKnobsOf(plan, nearest).map((knob) => ({ knob, block: nearest, seat: false }))
	];
	for (const { knob, block, seat } of tried) {
		yield;
		const key = knob.path.join('/');
		if (found.has(key)) continue;
		const changed = (value: number) => applyEdits(plan, [{ path: knob.path, value }]);
		// A seat stands in the way where it ends: the action is tried with it there.
		const margin = (value: number) => (seat ? seatRoom(changed(value), toMode, block) : roomOf(changed(value), toMode, block)) + TOUCH;
		const value = turnOf(knob, margin, (value) => works(changed(value)));
		if (value === undefined) continue;
		const turn = Math.abs(value - knob.value);
		const label = turnWords(knob, value, system);
		found.set(key, { label, edits: [{ path: knob.path, value }], turn, seat });
	}
	return [...found.values()]
		.sort((a, b) => Number(b.seat) - Number(a.seat) || a.turn - b.turn)
		.slice(0, SHOWN)
		.map(({ label, edits, turn }) => ({ label, edits, turn }));
}

/** The result of {@link unblocking}, all at once. */
export function unblock(plan: Plan, fromMode: string, toMode: string, system: UnitSystem = 'metric'): Unblocking[] {
	return toEnd(unblocking(plan, fromMode, toMode, system));
}
