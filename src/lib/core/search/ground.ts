import { interiorOf } from '../derive';
import { Field, furthestRear, leastHalfWidth, seatSolid, floorLining, type Interior, type SeatSolid } from '../interior';
import { bounds } from '../geometry/polygon';
import { remember } from '../memory';
import { bodyOf, leastWidths, type Body } from '../people';
import { TOOLS, type Brief } from '../plan/brief';
import type { Mode, Plan, SeatSetting } from '../plan/plan';
import { defaultSetting } from '../plan/seat-setting';
import { USES, type Use } from '../plan/use';

/** The field of an interior, remembered. */
const fieldOf = remember((interior: Interior) => new Field(interior));

/** How the seats stand for each use in a layout, in words where it is something to do. */
export interface SeatPlan {
	settings: Record<Use, Record<string, SeatSetting>>;
	words: string;
}

/** Everything the search reads of a plan again and again. */
export interface Ground {
	plan: Plan;
	brief: Brief;
	interior: Interior;
	field: Field;
	sleepers: { id: string; name: string; body: Body }[];
	seatPlans: SeatPlan[];
}

/** What a layout is looked for with when nobody has said otherwise: everybody sleeps, nothing is kept, everything is allowed. */
export const startingBrief = (plan: Plan): Brief => ({
	sleepers: Object.keys(plan.crew),
	keep: [],
	seatsMove: true,
	drill: true,
	tools: [...TOOLS],
	wishes: ['sit up', 'storage', 'quick change']
});

/** The mode of a plan for a use, where it has one. */
export const modeFor = (plan: Plan, use: Use): { id: string; mode: Mode } | undefined => {
	const found = Object.entries(plan.modes).find(([, mode]) => mode.use === use);
	return found && { id: found[0], mode: found[1] };
};

/** The ways to set the seats that a brief allows: rear seats taken out or folded, front seats slid forward for the night. */
function seatPlansOf(plan: Plan, brief: Brief): SeatPlan[] {
	const seats = Object.entries(plan.vehicle.seats);
	const rear = seats.filter(([, seat]) => seat.type === 'rear bench');
	const free = rear.filter(([id]) => !brief.keep.includes(id));
	const canLeave = free.length > 0 && free.every(([, seat]) => seat.removable);
	const make = (gone: boolean): SeatPlan => {
		const settings = Object.fromEntries(
			USES.map((use) => [
				use,
				Object.fromEntries(
					seats.map(([id, seat]): [string, SeatSetting] => {
						const own = modeFor(plan, use)?.mode.seats[id] ?? defaultSetting(seat, use);
						if (seat.type === 'front seat') {
							const night = use === 'night' && brief.seatsMove;
							return [
								id,
								night ? { ...own, state: 'upright', slide: seat.slide.mm, angle: seat.uprightAngle } : { ...own, state: 'upright' }
							];
						}
						const rest = { ...own };
						delete rest.passengers;
						if (brief.keep.includes(id))
							return use === 'drive'
								? [id, { ...rest, state: 'upright', angle: seat.angle, passengers: seat.belts }]
								: [id, { ...rest, state: use === 'night' ? 'folded' : 'upright', angle: seat.angle }];
						return [id, { ...rest, state: gone ? 'removed' : 'folded', angle: seat.angle }];
					})
				)
			])
		) as SeatPlan['settings'];
		const what = free.map(([, seat]) => seat.name.toLowerCase()).join(', ');
		return { settings, words: free.length === 0 ? '' : gone ? `Take out the ${what}` : `Fold the ${what}` };
	};
	return canLeave ? [make(true), make(false)] : [make(false)];
}

/** Reads a plan for the search; ids of the brief that the plan does not have are passed over. */
export function groundOf(plan: Plan, brief: Brief): Ground {
	const interior = interiorOf(plan.vehicle);
	const known = {
		...brief,
		sleepers: brief.sleepers.filter((id) => Object.hasOwn(plan.crew, id)),
		keep: brief.keep.filter((id) => Object.hasOwn(plan.vehicle.seats, id))
	};
	return {
		plan,
		brief: known,
		interior,
		field: fieldOf(interior),
		sleepers: known.sleepers.map((id) => ({ id, name: plan.crew[id].name, body: bodyOf(plan.crew[id]) })),
		seatPlans: seatPlansOf(plan, known)
	};
}

/** The seats of a seat plan as solids, at night and driving. */
const seatsAt = remember((plan: Plan, { settings }: SeatPlan): Record<'night' | 'drive', SeatSolid[]> => {
	const as = (use: Use) =>
		Object.entries(plan.vehicle.seats).map(([id, seat]) => seatSolid(id, seat, settings[use][id], floorLining(plan.vehicle)));
	return { night: as('night'), drive: as('drive') };
});

/** The stretch along the vehicle that is free for something level between two heights: from the closed door to the first seat ahead. */
export function stretchAt(
	{ plan, interior }: Ground,
	seatPlan: SeatPlan,
	z: [number, number],
	use: 'night' | 'drive' = 'night'
): [number, number] {
	const rear = Math.max(0, furthestRear(interior, [Math.max(0, z[0]), z[1]]));
	let front = interior.length;
	for (const seat of seatsAt(plan, seatPlan)[use])
		for (const profile of seat.profiles) {
			const { x, y } = bounds(profile);
			if (y[1] <= z[0] || y[0] >= z[1]) continue;
			// A leaning back comes nearest at its top or where the stretch of heights ends.
			const inside = profile.filter((p) => p.y > z[0] && p.y < z[1]);
			front = Math.min(front, ...(inside.length > 0 ? inside.map((p) => p.x) : [x[0]]));
		}
	return [rear, front];
}

/** Height of whatever a leg at x stands on: the folded seat there, or the floor. */
export function footingAt({ plan }: Ground, seatPlan: SeatPlan, x: number): number {
	let top = 0;
	for (const seat of seatsAt(plan, seatPlan).night)
		for (const profile of seat.profiles) {
			const box = bounds(profile);
			if (box.x[0] <= x && box.x[1] >= x) top = Math.max(top, box.y[1]);
		}
	return top;
}

/** Free width from wall to wall over a stretch and some heights, clear of the arches that reach above its lowest, per side. */
export function halfWidths({ interior }: Ground, x: [number, number], z: [number, number]): { left: number; right: number } {
	const of = (side: 'left' | 'right') =>
		Math.min(
			leastHalfWidth(interior, side, x, z),
			...interior.arches
				.filter(
					(arch) => arch.side === side && arch.height > z[0] && arch.middle + arch.halfFloor > x[0] && arch.middle - arch.halfFloor < x[1]
				)
				.map((arch) => arch.inner)
		);
	return { left: of('left'), right: of('right') };
}

/** Rounded down to 5 mm, so that nobody is told to saw a fraction. */
export const floor5 = (mm: number): number => Math.floor(mm / 5) * 5;

/** Width that the shoulders of all sleepers need side by side, mm. */
export const breadthOf = ({ sleepers }: Ground): number => sleepers.reduce((sum, { body }) => sum + leastWidths(body).shoulders, 0);
