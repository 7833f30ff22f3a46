import type { Edit, Plan } from '../plan';
import { applyEdits } from '../plan/edit';
import { pieceKnobs, smallestTurn, type Knob } from '../turning';
import { formatLength, type UnitSystem } from '../units';
import { convert, type Block } from './convert';

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
 * The smallest changes of one number each after which a blocked conversion works, least first. Only numbers that bring
 * the two closest things apart at their first turn are followed.
 */
export function unblock(plan: Plan, fromMode: string, toMode: string, system: UnitSystem = 'metric', most = 3): Unblocking[] {
	const blocked = convert(plan, fromMode, toMode, MOST);
	if (blocked.ok || blocked.blocks.length === 0) return [];
	const found: Unblocking[] = [];
	for (const knob of knobsOf(plan, blocked.blocks.slice(0, 3), toMode)) {
		const margin = (value: number): number => {
			const tried = convert(applyEdits(plan, [{ path: knob.path, value }]), fromMode, toMode, MOST);
			if (tried.ok) return 1;
			return tried.blocks.length > 0 ? -tried.blocks[0].by : -Infinity;
		};
		const now = margin(knob.value);
		for (const direction of [1, -1] as const) {
			const probe = Math.min(knob.range[1], Math.max(knob.range[0], knob.value + direction * PROBE));
			if (probe === knob.value || margin(probe) <= now) continue;
			const value = smallestTurn(knob, direction, 0, margin);
			if (value === undefined) continue;
			const turn = Math.abs(value - knob.value);
			const amount = knob.unit === 'deg' ? `${Math.round(turn)}°` : formatLength(turn, system);
			found.push({ label: `${direction > 0 ? knob.more : knob.less} by ${amount}`, edits: [{ path: knob.path, value }], turn });
		}
	}
	return found.sort((a, b) => a.turn - b.turn).slice(0, most);
}
