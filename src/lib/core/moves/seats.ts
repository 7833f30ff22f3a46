import type { SeatSolid } from '../interior';
import { remember } from '../memory';
import type { Step } from '../pieces';
import type { SeatSetting } from '../plan/plan';
import type { Seat } from '../plan/seat';
import type { Vehicle } from '../plan/vehicle';
import { seatAt, seatKey } from './arrangement';

/** Our own estimates for one practised person; the user times the real thing. */
const SECONDS = { headRest: 4, slide: 5, lean: 4, fold: 8, cushion: 20, remove: 240 } as const;

/** Degrees and millimetres between two positions of a seat that is followed. */
const [TURN, SHIFT] = [5, 20];

const between = (a: number, b: number, step: number): number[] => {
	const count = Math.max(1, Math.ceil(Math.abs(b - a) / step));
	return Array.from({ length: count }, (_, i) => a + ((i + 1) / count) * (b - a));
};

const waysOf = remember((_: Vehicle) => new Map<string, SeatSolid[]>());

/** The positions through which a seat goes: slid with its present back, then leaned or folded. Remembered. */
export function seatPositions(vehicle: Vehicle, id: string, from: SeatSetting, to: SeatSetting): SeatSolid[] {
	const known = waysOf(vehicle);
	const key = `${id}:${seatKey(from)}>${seatKey(to)}`;
	let positions = known.get(key);
	if (!positions) {
		const list: SeatSetting[] = [from];
		for (const slide of between(from.slide, to.slide, SHIFT)) list.push({ ...from, slide });
		if (from.state === to.state) for (const angle of between(from.angle, to.angle, TURN)) list.push({ ...from, slide: to.slide, angle });
		// A back that folds goes over to the front, whichever way it goes.
		else if (from.state === 'upright' || to.state === 'upright') {
			const upright = from.state === 'upright' ? from : to;
			const turns = between(upright.angle, -80, TURN);
			for (const angle of to === upright ? turns.reverse() : turns) list.push({ ...upright, state: 'upright', slide: to.slide, angle });
		}
		list.push(to);
		known.set(key, (positions = list.map((setting) => seatAt(vehicle, id, setting))));
	}
	return positions;
}

/** Words and time for setting a seat. */
export function seatSteps(seat: Seat, from: SeatSetting, to: SeatSetting): Step[] {
	const name = seat.name.toLowerCase();
	const steps: Step[] = [];
	if (from.headRest !== to.headRest)
		steps.push({
			words: to.headRest === 'out' ? `Pull out the head rest of the ${name}` : `Put the head rest of the ${name} in`,
			seconds: SECONDS.headRest,
			hands: 1
		});
	if (from.slide !== to.slide)
		steps.push({ words: `Slide the ${name} ${to.slide > from.slide ? 'forward' : 'back'}`, seconds: SECONDS.slide, hands: 1 });
	if (from.state !== to.state) steps.push(stateStep(name, from.state, to.state));
	else if (from.angle !== to.angle)
		steps.push({ words: `${to.angle > from.angle ? 'Recline' : 'Raise'} the back of the ${name}`, seconds: SECONDS.lean, hands: 1 });
	return steps;
}

const VERBS: Record<SeatSetting['state'], string> = {
	upright: 'Stand up',
	folded: 'Fold',
	tumbled: 'Tumble',
	'cushion out': 'Take the cushion out of',
	removed: 'Take out'
};

function stateStep(name: string, from: SeatSetting['state'], to: SeatSetting['state']): Step {
	if (from === 'removed' || to === 'removed')
		return { words: `${from === 'removed' ? 'Put in' : VERBS.removed} the ${name}`, tool: 'spanner', seconds: SECONDS.remove, hands: 2 };
	const cushion = from === 'cushion out' || to === 'cushion out';
	return { words: `${VERBS[to]} the ${name}`, seconds: cushion ? SECONDS.cushion : SECONDS.fold, hands: 1 };
}
