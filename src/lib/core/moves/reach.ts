import { assemblyOf, interiorOf, pieceIn } from '../derive';
import { blockClearance, openingsOf, sweepClearance, zonesOf, type OpeningSolid, type Solid, type ZoneSolid } from '../interior';
import { firmParts, ownedSolids, solidsOf } from '../modes';
import type { Plan } from '../plan/plan';
import type { Action } from './actions';
import { arrangementKey, arrangementOf, type Arrangement } from './arrangement';
import { lyingNow, thingsBetween } from './carry';
import { Ways, type Block } from './convert';
import { movesOf } from './motion';
import { quickest } from './quickest';

/** How something can be reached in a mode: at once, after some moves, or not at all. */
export interface Reach {
	/** What is reached: a space to keep clear, a door that opens, or another state of a piece such as an open lid. */
	kind: 'zone' | 'door' | 'state';
	name: string;
	status: 'free' | 'moves' | 'blocked';
	/** What is done first, in order, and cushions that are lifted off at the end. */
	actions: Action[];
	lifted: string[];
	seconds: number;
	/** What is in the way when it is blocked. */
	by: string;
	/** For a zone: whether its own rule asks for it in this mode. */
	asked: boolean;
}

/** Lifting a cushion off, our own estimate, s. */
const LIFT_SECONDS = 4;
/** More arrangements than this are not looked at for one zone, or for one lid. */
const MOST = 2000;
const MOST_FOR_STATE = 300;

/** How everything stands in a mode, with all that lies about in it. */
const standingIn = (plan: Plan, modeId: string): Arrangement => ({
	...arrangementOf(plan, modeId),
	things: thingsBetween(plan, modeId, modeId).start
});

/** The quickest way to something: what lies about stays where it is, and is set aside only where nothing is reached otherwise. */
function searchFor(plan: Plan, start: Arrangement, isThere: (now: Arrangement) => boolean, most: number) {
	const ways = new Ways(plan, start.seats);
	const search = quickest(start, isThere, arrangementKey, ways.out, undefined, most);
	if (search.found || Object.keys(start.things).length === 0) return { search, ways };
	const clearing = new Ways(plan, start.seats, { start, goal: start });
	const cleared = quickest(start, isThere, arrangementKey, clearing.out, undefined, most);
	return cleared.found ? { search: cleared, ways: clearing } : { search, ways };
}

/** Boards, bars and what lies about in the way to a zone in an arrangement, and the cushions on it. */
function inTheWay(plan: Plan, { way }: ZoneSolid, now: Arrangement): { boards: string[]; cushions: string[] } {
	const boards = lyingNow(plan, now).flatMap(({ name, solid }) => (blockClearance(way, solid).margin < -1 ? [name] : []));
	const cushions: string[] = [];
	for (const [id, state] of Object.entries(now.pieces)) {
		const piece = pieceIn(plan, id, state);
		solidsOf(piece).forEach(({ name, solid }, i) => {
			if (blockClearance(way, solid).margin >= -1) return;
			if (i < firmParts(piece).length) boards.push(`${name} of ${piece.name}`);
			else cushions.push(name);
		});
	}
	return { boards, cushions };
}

function reachZone(plan: Plan, start: Arrangement, zone: ZoneSolid, modeId: string): Reach {
	const { rule, name } = zone.zone;
	const { search } = searchFor(plan, start, (now) => inTheWay(plan, zone, now).boards.length === 0, MOST);
	const asked = rule.type === 'always free' || rule.uses.includes(plan.modes[modeId].use);
	const common = { kind: 'zone' as const, name, asked };
	if (!search.found) {
		const [first] = inTheWay(plan, zone, start).boards;
		return { ...common, status: 'blocked', actions: [], lifted: [], seconds: 0, by: first };
	}
	const lifted = [...new Set(inTheWay(plan, zone, search.goal).cushions)];
	const free = search.actions.length === 0 && lifted.length === 0;
	return {
		...common,
		status: free ? 'free' : 'moves',
		actions: search.actions,
		lifted,
		seconds: search.cost + LIFT_SECONDS * lifted.length,
		by: ''
	};
}

/** Boards, cushions and what lies about in what a door sweeps when it opens. */
function inTheSweep(plan: Plan, opening: OpeningSolid, now: Arrangement): string[] {
	const hits = (solid: Solid) => (sweepClearance(opening, solid, 0)?.margin ?? 0) < -1;
	const built = Object.entries(now.pieces).flatMap(([id, state]) => ownedSolids(pieceIn(plan, id, state)));
	return [...built, ...lyingNow(plan, now)].filter(({ solid }) => hits(solid)).map(({ name }) => name);
}

function reachDoor(plan: Plan, start: Arrangement, opening: OpeningSolid): Reach {
	const { search } = searchFor(plan, start, (now) => inTheSweep(plan, opening, now).length === 0, MOST_FOR_STATE);
	const common = { kind: 'door' as const, name: opening.opening.name, lifted: [], asked: true };
	if (!search.found) return { ...common, status: 'blocked', actions: [], seconds: 0, by: inTheSweep(plan, opening, start)[0] };
	return { ...common, status: search.actions.length === 0 ? 'free' : 'moves', actions: search.actions, seconds: search.cost, by: '' };
}

/** How a piece gets into one of some states: what is done first, and how everything stands then. */
export interface IntoState {
	actions: Action[];
	seconds: number;
	then: Arrangement;
}

/** The search for the quickest way of a piece into one of some states, and what hit what on the way. */
const searchInto = (plan: Plan, start: Arrangement, piece: string, states: readonly string[]) =>
	searchFor(plan, start, (now) => states.includes(now.pieces[piece]), MOST_FOR_STATE);

/**
 * The quickest way in which a piece gets into one of some states, with whatever else has to make way; what is in the way where
 * there is none.
 *
 * @throws RangeError when the plan has no such mode.
 */
export function intoState(plan: Plan, modeId: string, piece: string, states: readonly string[]): IntoState | { by: string } {
	const { search, ways } = searchInto(plan, standingIn(plan, modeId), piece, states);
	if (search.found) return { actions: search.actions, seconds: search.cost, then: search.goal };
	return { by: blockWords(ways.noted.find(({ subject }) => subject === piece)) };
}

const blockWords = (block: Block | undefined): string => (block ? `${block.who.toLowerCase()} hits ${block.whom.toLowerCase()}` : '');

/** Every other state that one move of a piece leads to, whatever else has to make way for it: lids, hatches, pull-outs. */
function reachStates(plan: Plan, start: Arrangement): Reach[] {
	return Object.keys(start.pieces).flatMap((id) => {
		const assembly = assemblyOf(plan.pieces[id], plan);
		return movesOf(assembly)
			.filter(({ from }) => from === start.pieces[id])
			.map(({ to }): Reach => {
				const { search, ways } = searchInto(plan, start, id, [to]);
				const state = assembly.states.find((one) => one.id === to)!;
				const name = `${plan.pieces[id].name}: ${state.name.toLowerCase()}`;
				const common = { kind: 'state' as const, name, lifted: [], asked: false };
				if (search.found) return { ...common, status: 'moves', actions: search.actions, seconds: search.cost, by: '' };
				return {
					...common,
					status: 'blocked',
					actions: [],
					seconds: 0,
					by: blockWords(ways.noted.find(({ action }) => action === name))
				};
			});
	});
}

/**
 * What can be reached in a mode, and how: every space to keep clear and every door, with the quickest moves that free
 * the way to it, and every lid, hatch or pull-out with what stands in its way.
 *
 * @throws RangeError when the plan has no such mode.
 */
export function reachIn(plan: Plan, modeId: string): Reach[] {
	const start = standingIn(plan, modeId);
	const doors = openingsOf(plan.vehicle, interiorOf(plan.vehicle)).filter(({ sweeps }) => sweeps.length > 0);
	return [
		...zonesOf(plan.vehicle).map((zone) => reachZone(plan, start, zone, modeId)),
		...doors.map((door) => reachDoor(plan, start, door)),
		...reachStates(plan, start)
	];
}
