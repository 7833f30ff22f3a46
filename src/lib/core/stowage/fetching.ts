import type { Plan } from '../plan/plan';
import { pressingUse } from './loads';
import type { Place, Reached } from './place';

/** What is taken out every day should not ask for more than this, s; our own judgement. */
const LONG = 25;

/** How one thing comes to hand where one lives. */
export type Fetched = { place: Place } & (
	| {
			/** It comes out in no mode at all, or not in one of those in which it is wanted. */
			how: 'stuck' | 'shut';
			modeId: string;
			by: string;
	  }
	| {
			/** Others come out first, it takes long, or it is at hand; in the mode in which it takes longest. */
			how: 'behind' | 'slow' | 'at hand';
			modeId: string;
			way: Reached;
	  }
);

/** How everything that is stowed comes to hand; what is used once a trip may take its time. */
export function fetchedOf(plan: Plan, places: readonly Place[]): Fetched[] {
	return places.flatMap((place): Fetched[] => {
		// In a mode in which it lies in a place of its own it is taken from there.
		const ways = Object.entries(place.reached)
			.filter(([modeId]) => !Object.hasOwn(plan.modes[modeId].lies ?? {}, place.gear))
			.map(([modeId, way]) => ({ modeId, way }));
		const shut = ways.flatMap(({ modeId, way }) => ('by' in way ? [{ place, modeId, by: way.by }] : []));
		if (shut.length > 0 && shut.length === ways.length) return [{ ...shut[0], how: 'stuck' }];
		const isLivedIn = ({ modeId }: { modeId: string }) => plan.modes[modeId].use !== 'drive';
		const pressing = pressingUse(plan.gear, place.gear) !== undefined;
		const [kept] = shut.filter(isLivedIn);
		if (pressing && kept) return [{ ...kept, how: 'shut' }];
		const open = ways.flatMap(({ modeId, way }) => ('by' in way ? [] : [{ modeId, way }]));
		const lived = open.filter(isLivedIn);
		const [slowest] = (lived.length > 0 ? lived : open).sort((a, b) => b.way.seconds - a.way.seconds);
		if (!slowest) return [];
		// Of equal things any will do.
		const waits = slowest.way.first.some((no) => places[no - 1].gear !== place.gear);
		const how = !pressing ? 'at hand' : waits ? 'behind' : slowest.way.seconds > LONG ? 'slow' : 'at hand';
		return [{ place, ...slowest, how }];
	});
}

/** How bad it is that something does not come to hand. */
export function fetchedStatus(plan: Plan, { how, place }: Fetched): 'clash' | 'tight' | 'clear' {
	if (how === 'at hand') return 'clear';
	return how === 'stuck' || (how === 'shut' && pressingUse(plan.gear, place.gear) === 'in an emergency') ? 'clash' : 'tight';
}
