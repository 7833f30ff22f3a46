import { assemblyOf, interiorOf, pieceIn, sceneOf } from '../derive';
import { posed, type PlacedPiece, type Scene } from '../modes';
import type { Plan } from '../plan/plan';
import type { Action } from './actions';
import { seatAt } from './arrangement';
import { lyingNow } from './carry';
import { during, padsThrough } from './motion';
import { seatPositions } from './seats';

/** The piece of an action part of the way through its move, loose cushions off from the first step to the end. */
function onItsWay(plan: Plan, { subject, move, doorFirst, before }: Action, seconds: number): PlacedPiece {
	const assembly = assemblyOf(plan.pieces[subject], plan);
	const state = assembly.states.find(({ id }) => id === before.pieces[subject])!;
	const { joints, out } = during(state, move!, seconds - doorFirst);
	const pads = padsThrough(assembly, move!).stay;
	return { ...posed(subject, plan.pieces[subject].name, assembly, joints, out, pads), state };
}

/**
 * The scene at one point of a conversion, for the drawings: an action and the share of it that is done, step after step
 * by their seconds.
 */
export function sceneDuring(plan: Plan, modeId: string, action: Action, share: number): Scene {
	const arrangement = share >= 1 ? action.after : action.before;
	const seconds = share * Math.max(1, action.seconds);
	const moving = share > 0 && share < 1;
	const pieces = Object.entries(arrangement.pieces).map(([id, state]): PlacedPiece =>
		moving && action.move && id === action.subject ? onItsWay(plan, action, seconds) : pieceIn(plan, id, state)
	);
	const seats = Object.entries(arrangement.seats).map(([id, setting]) => {
		if (!moving || id !== action.subject) return seatAt(plan.vehicle, id, setting);
		const positions = seatPositions(plan.vehicle, id, action.before.seats[id], action.after.seats[id]);
		return positions[Math.round(share * (positions.length - 1))];
	});
	const { mode, things: lie } = sceneOf(plan, modeId);
	const things = [...lie.filter(({ id }) => !Object.hasOwn(arrangement.things, id)), ...lyingNow(plan, arrangement)];
	return { mode: { ...mode, people: {} }, interior: interiorOf(plan.vehicle), seats, things, pieces };
}
