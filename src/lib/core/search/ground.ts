import { interiorOf } from '../derive';
import { Field, furthestRear, leastHalfWidth, seatSolid, floorLining, type Interior, type SeatSolid } from '../interior';
import { bounds, type Polygon } from '../geometry/polygon';
import { remember } from '../memory';
import { bodyOf, leastWidths, type Body } from '../people';
import { TOOLS, type Brief } from '../plan/brief';
import type { Plan } from '../plan/plan';
import { STARTING_STOCK } from '../plan/stock';
import type { Use } from '../plan/use';
import { seatPlansOf, type SeatPlan } from './seat-plans';

/** The field of an interior, remembered. */
const fieldOf = remember((interior: Interior) => new Field(interior));

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
	// Whoever rides along needs a front seat that could come out as much as the driver needs theirs.
	keep:
		Object.keys(plan.crew).length < 2 ? [] : Object.keys(plan.vehicle.seats).filter((id) => plan.vehicle.seats[id].type === 'front seat'),
	seatsMove: true,
	drill: true,
	tools: [...TOOLS],
	wishes: ['sit up', 'storage', 'quick change']
});

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

/** All of the width. */
const EVERYWHERE: readonly [number, number] = [-Infinity, Infinity];

/**
 * The seats of a seat plan as solids, at night and driving; driving, a front seat stands as the mode sets it and has to
 * be free to stand as whoever drives needs it.
 */
const seatsAt = remember((plan: Plan, { settings }: SeatPlan): Record<'night' | 'drive', SeatSolid[]> => {
	const lining = floorLining(plan.vehicle);
	const seats = Object.entries(plan.vehicle.seats);
	const as = (use: Use) => seats.map(([id, seat]) => seatSolid(id, seat, settings[use][id], lining));
	const adjusted = seats.flatMap(([id, seat]) => {
		const own = settings.drive[id];
		if (seat.type !== 'front seat' || own.state !== 'upright') return [];
		return [seatSolid(id, seat, { ...own, slide: seat.drivingSlide.mm, angle: seat.drivingAngle }, lining)];
	});
	return { night: as('night'), drive: [...as('drive'), ...adjusted] };
});

/** Whether a seat stands in a stretch across. */
const meets = (seat: SeatSolid, y: readonly [number, number]): boolean => seat.y[0] < y[1] && seat.y[1] > y[0];

/** The rearmost place of a profile between two heights, where its corners lie or its edges pass one of them. */
function rearmost(profile: Polygon, [low, high]: readonly [number, number]): number | undefined {
	let least: number | undefined;
	const meet = (x: number) => (least = Math.min(least ?? x, x));
	profile.forEach((b, i) => {
		const a = profile.at(i - 1)!;
		if (b.y > low && b.y < high) meet(b.x);
		for (const z of [low, high]) if (a.y < z !== b.y < z) meet(a.x + ((z - a.y) / (b.y - a.y)) * (b.x - a.x));
	});
	return least;
}

/**
 * The stretch along the vehicle that is free for something level between two heights: from the closed door to the first
 * seat ahead, of those that stand in its way across.
 */
export function stretchAt(
	{ plan, interior }: Ground,
	seatPlan: SeatPlan,
	z: [number, number],
	{ use = 'night', y = EVERYWHERE }: { use?: 'night' | 'drive'; y?: readonly [number, number] } = {}
): [number, number] {
	const rear = Math.max(0, furthestRear(interior, [Math.max(0, z[0]), z[1]]));
	let front = interior.length;
	for (const seat of seatsAt(plan, seatPlan)[use])
		for (const profile of meets(seat, y) ? seat.profiles : []) {
			const from = rearmost(profile, z);
			if (from !== undefined) front = Math.min(front, from);
		}
	return [rear, front];
}

/**
 * Height of whatever legs at x stand on between two y, rounded up: the folded seat there, or the floor. A seat that stands
 * higher than `below` is in the way, not underfoot.
 */
export function footingAt({ plan }: Ground, seatPlan: SeatPlan, x: number, y: readonly [number, number], below: number): number {
	let top = 0;
	for (const seat of seatsAt(plan, seatPlan).night)
		for (const profile of meets(seat, y) ? seat.profiles : []) {
			const box = bounds(profile);
			if (box.x[0] <= x && box.x[1] >= x && box.y[1] < below) top = Math.max(top, Math.ceil(box.y[1]));
		}
	return top;
}

/** The foremost seat that lies under something between two y at night: from where to where along, and how high. */
export function seatUnder(
	{ plan }: Ground,
	seatPlan: SeatPlan,
	y: readonly [number, number],
	below: number
): { from: number; to: number; top: number } | undefined {
	const under = seatsAt(plan, seatPlan).night.flatMap((seat) => {
		if (seat.profiles.length === 0 || !meets(seat, y)) return [];
		const { x, y: z } = bounds(seat.profiles.flat());
		return z[1] < below ? [{ from: x[0], to: x[1], top: z[1] }] : [];
	});
	return under.sort((a, b) => b.from - a.from)[0];
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

/** Width that the shoulders of some sleepers need side by side, mm. */
export const breadthOf = (sleepers: Ground['sleepers']): number => sleepers.reduce((sum, { body }) => sum + leastWidths(body).shoulders, 0);

/** Thickness of the boards that drafts are made of, mm: those of the plan's stock, or of the usual one. */
export const boardThickness = ({ plan }: Ground): number => (plan.stock.sheets['ply-12'] ?? STARTING_STOCK.sheets['ply-12']).thickness;

/** Width that some sleepers need on one bed at the least: two of them may lie head to foot, shoulders beside legs, mm. */
export function closestBreadth(sleepers: Ground['sleepers']): number {
	const all = breadthOf(sleepers);
	if (sleepers.length !== 2) return all;
	const [a, b] = sleepers.map(({ body }) => leastWidths(body));
	return Math.min(all, Math.max(a.shoulders + b.legs, b.shoulders + a.legs));
}
