import { assemblyOf, sceneOf } from '../derive';
import { KINDS, type Assembly, type Piece } from '../pieces';
import { placeSleepers } from '../people';
import type { Edit } from '../plan/edit';
import type { Mode, Plan } from '../plan/plan';
import { modeFor } from '../plan/mode-for';
import { starterMode } from '../plan/starter';
import { stockFor } from '../plan/stock';
import { layoutEdits } from '../plan/variants';
import { USES } from '../plan/use';
import type { Ground } from './ground';
import type { Draft } from './mechanisms';

/** The id of the first piece of a layout, which is always slept on. */
export const BED = 'bed';
const idOf = (i: number) => (i === 0 ? BED : `${BED}-${i + 1}`);

/** The plan with a draft's pieces in place of its own: one mode for each use, everybody in bed at night, all gear under it. */
export function planOf({ plan, brief, sleepers }: Ground, { berths, pieces: drafts, seatPlan }: Draft): Plan {
	const pieces = Object.fromEntries(
		drafts.map(({ kind, name, params }, i) => [idOf(i), { kind, name, params: KINDS[kind].params.parse(params) } as Piece])
	);
	const berthOf = new Map(berths.flatMap((berth) => berth.sleepers.map(({ id }) => [id, idOf(berth.piece)] as const)));
	const stock = stockFor(plan.stock, pieces);
	const benches = Object.keys(pieces).filter((id) => seatsByDay(assemblyOf(pieces[id], { vehicle: plan.vehicle, stock, pieces })));
	const modes = Object.fromEntries(
		USES.map((use) => {
			const { id, mode } = modeFor(plan, use) ?? {
				id: use,
				mode: starterMode(plan.vehicle, use === 'drive' ? 'Drive' : use === 'day' ? 'Day' : 'Night', use)
			};
			// Where things lie about belongs to the pieces that were there.
			const rest = { ...mode };
			delete rest.lies;
			const people = Object.fromEntries(
				Object.keys(plan.crew).map((person): [string, Mode['people'][string]] => {
					const bed = use === 'night' && berthOf.get(person);
					if (bed) return [person, { posture: 'lying', piece: bed }];
					const turn = sleepers.findIndex((sleeper) => sleeper.id === person);
					if (use === 'day' && turn >= 0 && benches.length > 0)
						return [person, { posture: 'on the bench', piece: benches[turn % benches.length] }];
					// Who is away while driving stays away; whoever was said to ride somewhere else rides in a seat.
					const rides = use === 'drive' && mode.people[person]?.posture !== 'away';
					return [person, { posture: rides ? 'in a seat' : 'away' }];
				})
			);
			return [id, { ...rest, seats: seatPlan.settings[use], pieces: {}, people }];
		})
	);
	// Nothing goes under a bed that has no room for things.
	const room = assemblyOf(pieces[BED], { vehicle: plan.vehicle, stock, pieces }).spaces.length > 0;
	const gear = Object.fromEntries(
		Object.entries(plan.gear).map(([id, { under: _, ...item }]) => [id, room ? { ...item, under: BED } : item])
	);
	return { ...plan, brief, pieces, modes, gear, stock };
}

/** Whether a piece is sat on, back to the wall, in the state that it has by day. */
function seatsByDay({ surfaces, states }: Assembly): boolean {
	const day = states.find(({ startsFor }) => startsFor.includes('day')) ?? states[0];
	return surfaces.some((surface) => surface.use === 'sit' && surface.faces && surface.states.includes(day.id));
}

/** Whether everybody who should sleep in a layout has a place in it, along the vehicle or across it as its draft meant. */
export function liesAsMeant(plan: Plan, { sleepers }: Ground, { berths }: Draft): boolean {
	const lying = placeSleepers(plan.crew, sceneOf(plan, modeFor(plan, 'night')!.id));
	const alongOf = (id: string) => berths.find((berth) => berth.sleepers.some((sleeper) => sleeper.id === id))?.along;
	return lying.length === sleepers.length && lying.every(({ id, rest }) => alongOf(id) === Math.abs(Math.cos(rest.angle)) > 0.7);
}

/** The edits that make a plan into a layout found for it: its pieces and modes, where gear goes, what it is cut from, and what was given up. */
export const takeLayout = (plan: Plan, layout: Plan): Edit[] => [{ path: ['brief'], value: layout.brief }, ...layoutEdits(plan, layout)];
