import { assemblyOf, interiorOf, pieceIn } from '../derive';
import { openingsOf, type OpeningSolid } from '../interior';
import { movesAlong } from '../modes';
import { padMass, partMass, type Assembly, type Move, type Step } from '../pieces';
import { remember } from '../memory';
import type { Plan, SeatSetting, Stock } from '../plan/plan';
import { seatAt, type Arrangement } from './arrangement';
import { lyingIn, pulledAway } from './carry';
import { placesForLoose, type LoosePad } from './loose';
import { motionOf, padsThrough } from './motion';
import { seatPositions, seatSteps } from './seats';
import {
	closer,
	FREE,
	sweepInVehicle,
	sweepPastPiece,
	sweepPastSeat,
	sweepPastThings,
	sweepSeat,
	sweepSeatPastThings,
	sweepWithDoorOpen,
	TOUCH,
	type Sweep
} from './sweep';
import type { Motion } from './track';

/** One thing that is done on the way from mode to mode: a piece goes to another state, or a seat is set. */
export interface Action {
	/** What is moved: a piece, a seat or a thing. */
	subject: string;
	name: string;
	/** For a piece: the move of its kind. */
	move?: Move;
	/** Seconds before the move itself begins, while a door is opened. */
	doorFirst: number;
	/** What to do, in order. */
	steps: Step[];
	seconds: number;
	hands: 1 | 2;
	tools: string[];
	/** Cushions that change their place, and where they can lie meanwhile: see {@link withLoose}. */
	loose: LoosePad[];
	/** Most that has to be lifted at once, kg. */
	lift: number;
	/** How close it comes to anything. */
	sweep: Sweep;
	before: Arrangement;
	after: Arrangement;
}

const sum = (values: number[]) => values.reduce((a, b) => a + b, 0);

/** Our own estimate for opening or shutting a rear door. */
export const DOOR_SECONDS = 6;

/** What a move lifts at most, kg: all of what is carried, half of what hangs on a hinge, loose cushions one by one. */
const liftOf = remember((assembly: Assembly, move: Move, stock: Stock): number => {
	const { stay, loose } = padsThrough(assembly, move);
	const on = (link: string, top: string) => movesAlong(assembly.links, link, top);
	const weightOn = (top: string) =>
		sum(assembly.parts.filter((part) => on(part.link, top)).map((part) => partMass(part, stock))) +
		sum(stay.filter(({ at }) => at.link && on(at.link, top)).map(({ pad }) => padMass(pad)));
	const shares = { fixed: 0, slide: 0, hinge: 0.5, swing: 0, track: 0.5, 'lift-out': 1, 'drop-in': 1, 'screw-in': 1 } as const;
	const lifts = move.steps.flatMap((step) => {
		const moved = assembly.links.filter(({ id }) => step.joints && Object.hasOwn(step.joints, id));
		return [
			...moved.map(({ id, joint }) => shares[joint.type] * weightOn(id)),
			...[...(step.takesOut ?? []), ...(step.bringsIn ?? [])].map(weightOn)
		];
	});
	return Math.max(0, ...lifts, ...assembly.pads.filter((pad) => loose.includes(pad.name)).map(padMass));
});

const secondsOf = (steps: Step[]) => sum(steps.map(({ seconds }) => seconds));
const handsOf = (steps: Step[]): 1 | 2 => (steps.some(({ hands }) => hands === 2) ? 2 : 1);
const toolsOf = (steps: Step[]) => [...new Set(steps.flatMap(({ tool }) => (tool ? [tool] : [])))];

/** A move in the vehicle: with its doors shut or, where a door is in the way, with the one open that leaves most room. */
const inVehicle = (plan: Pick<Plan, 'vehicle'>, motion: Motion): Opened => {
	const interior = interiorOf(plan.vehicle);
	return withBestDoor(openingsOf(plan.vehicle, interior), (open) =>
		open ? sweepWithDoorOpen(interior, motion, open) : sweepInVehicle(interior, motion)
	);
};

/** How close a move comes in the vehicle, and the door that is opened for it. */
export interface Opened {
	sweep: Sweep;
	door: string | null;
}

/** A sweep with all doors shut if that is free, else with the one door open that leaves most room. */
export function withBestDoor(openings: readonly OpeningSolid[], sweepWith: (open: OpeningSolid | null) => Sweep): Opened {
	const isFree = ({ margin }: Sweep) => margin === null || margin >= -TOUCH;
	let best: Opened = { sweep: sweepWith(null), door: null };
	for (const opening of openings) {
		if (isFree(best.sweep)) break;
		const { door, place, name } = opening.opening;
		if (door === 'none' && place === 'rear') continue;
		const sweep = sweepWith(opening);
		if (isFree(sweep) || sweep.margin! > best.sweep.margin!) best = { sweep, door: door === 'none' ? null : name.toLowerCase() };
	}
	return best;
}

/** Tries a move of a piece against the vehicle and all that stands. */
export function tryMove(plan: Plan, now: Arrangement, id: string, move: Move): Action {
	const after: Arrangement = { ...now, pieces: { ...now.pieces, [id]: move.to } };
	const assembly = assemblyOf(plan.pieces[id], plan);
	const motion = motionOf(assembly, move);
	const { sweep: inside, door } = inVehicle(plan, motion);
	const sweeps = [
		inside,
		...Object.entries(now.seats).map(([seat, setting]) => sweepPastSeat(motion, seatAt(plan.vehicle, seat, setting))),
		...Object.entries(now.pieces)
			.filter(([other]) => other !== id)
			.map(([other, state]) => sweepPastPiece(motion, pieceIn(plan, other, state))),
		...Object.entries(now.things).map(([thing, modeId]) => sweepPastThings(motion, lyingIn(plan, thing, modeId))),
		pulledAway(plan, now, after, plan.pieces[id].name)
	];
	const before: Step[] = door ? [{ words: `Open the ${door}`, seconds: DOOR_SECONDS, hands: 1 }] : [];
	const then: Step[] = door ? [{ words: `Shut the ${door}`, seconds: DOOR_SECONDS, hands: 1 }] : [];
	const steps = [...before, ...move.steps, ...then];
	const nearest = sweeps.reduce(closer, FREE);
	const { name } = plan.pieces[id];
	return {
		subject: id,
		name: `${name}: ${assembly.states.find((state) => state.id === move.to)!.name.toLowerCase()}`,
		move,
		doorFirst: door ? DOOR_SECONDS : 0,
		steps,
		seconds: secondsOf(steps),
		hands: handsOf(steps),
		tools: toolsOf(steps),
		loose: [],
		lift: liftOf(assembly, move, plan.stock),
		sweep: door ? { ...nearest, at: nearest.at + DOOR_SECONDS } : nearest,
		before: now,
		after
	};
}

/** An action with what lies about during it: worked out for the way that is taken, not for every one that is tried. */
export function withLoose(plan: Plan, action: Action): Action {
	if (!action.move) return action;
	const assembly = assemblyOf(plan.pieces[action.subject], plan);
	const { loose } = padsThrough(assembly, action.move);
	const pads = assembly.pads.filter(({ name }) => loose.includes(name));
	return { ...action, loose: placesForLoose(plan, action.before, pads) };
}

/** Tries setting a seat against all that stands. */
export function trySeat(plan: Plan, now: Arrangement, id: string, to: SeatSetting): Action {
	const seat = plan.vehicle.seats[id];
	const from = now.seats[id];
	const steps = seatSteps(seat, from, to);
	const positions = seatPositions(plan.vehicle, id, from, to);
	const after: Arrangement = { ...now, seats: { ...now.seats, [id]: to } };
	const sweep = [
		...Object.entries(now.pieces).map(([piece, state]) => sweepSeat(positions, pieceIn(plan, piece, state))),
		...Object.entries(now.things).map(([thing, modeId]) => sweepSeatPastThings(positions, lyingIn(plan, thing, modeId))),
		pulledAway(plan, now, after, seat.name)
	].reduce(closer, FREE);
	const seconds = secondsOf(steps);
	return {
		subject: id,
		name: seat.name,
		doorFirst: 0,
		steps,
		seconds,
		hands: handsOf(steps),
		tools: toolsOf(steps),
		loose: [],
		lift: 0,
		sweep: { ...sweep, at: sweep.at * seconds },
		before: now,
		after
	};
}
