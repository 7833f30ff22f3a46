import { assemblyOf } from '../derive';
import type { Edit, Plan } from '../plan';
import { applyEdits } from '../plan/edit';
import { pieceKnobs, smallestTurn, type Knob } from '../turning';
import { formatLength, type UnitSystem } from '../units';
import { tryMove, trySeat } from './actions';
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

/** How far the search for a way may go for each change that is tried. */
const MOST = 2000;
/** A number that is worth turning brings the two apart within this first turn, mm or degrees. */
const PROBE = 12;

/** Numbers of the pieces that took part in a hit, and the slide of seats in the mode that is wanted. */
function knobsOf(plan: Plan, blocks: Block[], toMode: string): Knob[] {
	const involved = Object.entries(plan.pieces).filter(([id, { name }]) =>
		blocks.some(({ subject, whom }) => subject === id || whom.endsWith(` of ${name}`))
	);
	const seats = Object.entries(plan.vehicle.seats).flatMap(([id, seat]): Knob[] => {
		const setting = plan.modes[toMode].seats[id];
		const hit = blocks.some(({ subject, whom }) => subject === id || whom === seat.name);
		if (!hit || !setting || !seat.slide || plan.modes[toMode].use === 'drive') return [];
		const name = seat.name.toLowerCase();
		return [
			{
				path: ['modes', toMode, 'seats', id, 'slide'],
				value: setting.slide,
				range: [0, seat.slide.mm],
				step: 1,
				more: `Slide the ${name} forward`,
				less: `Slide the ${name} back`,
				unit: 'mm'
			}
		];
	});
	return [...seats, ...involved.flatMap(([id, piece]) => pieceKnobs(id, piece))];
}

/**
 * Room of an action that hit something, in a changed plan: only that action is tried again, which is much less than
 * a whole conversion.
 */
function roomOf(plan: Plan, { tried }: Block): number {
	const { before, subject, move } = tried;
	if (!move) return trySeat(plan, before, subject, tried.after.seats[subject]).sweep.margin ?? Infinity;
	const same = movesOf(assemblyOf(plan.pieces[subject], plan.vehicle, plan.stock)).find(
		({ from, to }) => from === move.from && to === move.to
	);
	return same ? (tryMove(plan, before, subject, same, []).sweep.margin ?? Infinity) : -Infinity;
}

/**
 * The smallest changes of one number each after which a blocked conversion works, least first. The action that comes
 * closest to being free is tried with each number; those that part the two are then tried on the whole conversion.
 */
export function unblock(plan: Plan, fromMode: string, toMode: string, system: UnitSystem = 'metric', most = 3): Unblocking[] {
	const blocked = convert(plan, fromMode, toMode, MOST);
	if (blocked.ok || blocked.blocks.length === 0) return [];
	const works = (changed: Plan) => convert(changed, fromMode, toMode, MOST).ok;
	const found: Unblocking[] = [];
	for (const block of blocked.blocks.slice(0, 2))
		for (const knob of knobsOf(plan, [block], toMode)) {
			const changed = (value: number) => applyEdits(plan, [{ path: knob.path, value }]);
			// A seat of the wanted mode is not part of the action itself: there the whole conversion is asked, which is
			// quick, since no piece changes.
			const ofSeat = knob.path[0] === 'modes';
			const margin = (value: number) => (ofSeat ? (works(changed(value)) ? 1 : -1) : roomOf(changed(value), block) + TOUCH);
			for (const direction of [1, -1] as const) {
				const probe = Math.min(knob.range[1], Math.max(knob.range[0], knob.value + direction * PROBE));
				if (!ofSeat && (probe === knob.value || margin(probe) <= margin(knob.value))) continue;
				const value = smallestTurn(knob, direction, 0, margin);
				if (value === undefined || (!ofSeat && !works(changed(value)))) continue;
				const turn = Math.abs(value - knob.value);
				const amount = knob.unit === 'deg' ? `${Math.round(turn)}°` : formatLength(turn, system);
				const label = `${direction > 0 ? knob.more : knob.less} by ${amount}`;
				if (!found.some((one) => one.label === label)) found.push({ label, edits: [{ path: knob.path, value }], turn });
			}
		}
	return found.sort((a, b) => a.turn - b.turn).slice(0, most);
}
