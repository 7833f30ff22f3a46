import { sceneOf } from '../derive';
import { seatingIn } from '../people';
import type { Brief } from '../plan/brief';
import { modeFor } from '../plan/mode-for';
import type { Plan, SeatSetting } from '../plan/plan';
import type { FrontSeat, RearBench, Seat } from '../plan/seat';
import { defaultSetting } from '../plan/seat-setting';
import { USES, type Use } from '../plan/use';

/** How the seats stand for each use in a layout, in words where it is something to do. */
export interface SeatPlan {
	settings: Record<Use, Record<string, SeatSetting>>;
	words: string;
	/** What it costs whoever lives with it: 0 for nothing, 1 for a seat that is gone. */
	trouble: number;
}

/** What is done with one seat: front seats slide forward, fold for the night or stay down, rear ones fold, and either may come out. */
type Choice = 'forward' | 'folded' | 'down' | 'removed' | 'kept';

/** How a front seat stands for a use: out of the way at night as far as the brief allows, as its driver needs it else. */
function frontSetting(seat: FrontSeat, own: SeatSetting, use: Use, choice: Choice, moves: boolean): SeatSetting {
	if (choice === 'removed') return { ...own, state: 'removed' };
	const forward: SeatSetting = { ...own, slide: seat.slide.mm, angle: seat.uprightAngle };
	if (choice === 'down') return { ...forward, state: 'folded' };
	if (use !== 'night' || !moves) return { ...own, state: 'upright' };
	return { ...forward, state: choice === 'folded' ? 'folded' : 'upright' };
}

function rearSetting(seat: RearBench, own: SeatSetting, use: Use, choice: Choice): SeatSetting {
	const rest = { ...own, angle: seat.angle };
	delete rest.passengers;
	if (choice !== 'kept') return { ...rest, state: choice === 'removed' ? 'removed' : 'folded' };
	return use === 'drive'
		? { ...rest, state: 'upright', passengers: seat.belts }
		: { ...rest, state: use === 'night' ? 'folded' : 'upright' };
}

/** Ways to treat the front seats: all forward, and one of them folded over or taken out; a driver's place always stays. */
function frontChoices(seats: [string, Seat][], brief: Brief): Record<string, Choice>[] {
	const forward = Object.fromEntries(seats.map(([id]) => [id, 'forward' as Choice]));
	const others = seats.flatMap(([id, seat]): Record<string, Choice>[] => {
		if (seat.type !== 'front seat') return [];
		const spare = seats.length > 1 && !brief.keep.includes(id);
		const as = (choice: Choice) => ({ ...forward, [id]: choice });
		return [
			...(seat.folded && brief.seatsMove ? [as('folded')] : []),
			...(seat.folded && spare ? [as('down')] : []),
			...(seat.removable && spare ? [as('removed')] : [])
		];
	});
	return [forward, ...others];
}

/** Ways to treat the rear seats that need not carry anybody: all taken out, where they all come out, or all folded. */
function rearChoices(seats: [string, Seat][], brief: Brief): Record<string, Choice>[] {
	const free = seats.filter(([id]) => !brief.keep.includes(id));
	const all = (choice: Choice) => Object.fromEntries(seats.map(([id]) => [id, brief.keep.includes(id) ? ('kept' as Choice) : choice]));
	return free.length > 0 && free.every(([, seat]) => seat.removable) ? [all('removed'), all('folded')] : [all('folded')];
}

const listed = (names: string[]) => names.map((name) => name.toLowerCase()).join(' and the ');

/** What a choice asks of whoever lives with it, in words. */
function wordsOf(front: [string, Seat][], rear: [string, Seat][], choices: Record<string, Choice>): string {
	const named = (seats: [string, Seat][], choice: Choice) => seats.filter(([id]) => choices[id] === choice).map(([, seat]) => seat.name);
	const out = [...named(front, 'removed'), ...named(rear, 'removed')];
	const down = [...named(rear, 'folded'), ...named(front, 'down')];
	const over = named(front, 'folded');
	return [
		out.length > 0 && `take out the ${listed(out)}`,
		down.length > 0 && `fold the ${listed(down)}`,
		over.length > 0 && `fold the ${listed(over)} forward at night`
	]
		.filter(Boolean)
		.join(', ')
		.replace(/^./, (letter) => letter.toUpperCase());
}

/** Folding a front seat over is done every night; one that stays down carries nobody, but comes up again. */
const TROUBLE: Record<Choice, number> = { forward: 0, kept: 0, folded: 0.3, down: 0.3, removed: 1 };

/** Seats in which somebody rides in a mode of the plan, named or counted: no layout takes those out. */
export function occupied(plan: Plan): string[] {
	const drives = Object.entries(plan.modes).filter(([, { use }]) => use === 'drive');
	return [...new Set(drives.flatMap(([id]) => seatingIn(plan.vehicle, plan.crew, sceneOf(plan, id)).seated.map(({ seat }) => seat)))];
}

/** The ways to set the seats that a brief allows. */
export function seatPlansOf(plan: Plan, asked: Brief): SeatPlan[] {
	const brief = { ...asked, keep: [...new Set([...asked.keep, ...occupied(plan)])] };
	const seats = Object.entries(plan.vehicle.seats);
	const front = seats.filter(([, seat]) => seat.type === 'front seat');
	const rear = seats.filter(([, seat]) => seat.type === 'rear bench');
	const settingOf = (id: string, seat: Seat, use: Use, choice: Choice): SeatSetting => {
		const own = modeFor(plan, use)?.mode.seats[id] ?? defaultSetting(seat, use);
		return seat.type === 'front seat' ? frontSetting(seat, own, use, choice, brief.seatsMove) : rearSetting(seat, own, use, choice);
	};
	return frontChoices(front, brief).flatMap((ahead) =>
		rearChoices(rear, brief).map((behind): SeatPlan => {
			const choices = { ...ahead, ...behind };
			return {
				settings: Object.fromEntries(
					USES.map((use) => [use, Object.fromEntries(seats.map(([id, seat]) => [id, settingOf(id, seat, use, choices[id])]))])
				) as SeatPlan['settings'],
				words: wordsOf(front, rear, choices),
				trouble: front.reduce((sum, [id]) => sum + TROUBLE[choices[id]], 0)
			};
		})
	);
}
