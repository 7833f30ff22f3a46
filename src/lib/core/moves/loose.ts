import { interiorOf } from '../derive';
import { floorLining, leastCeiling } from '../interior';
import type { Pad } from '../pieces';
import type { Plan } from '../plan/plan';
import type { FrontSeat } from '../plan/seat';
import type { Arrangement } from './arrangement';

/** A cushion that is taken off during a move, and where it can lie meanwhile. */
export interface LoosePad {
	name: string;
	where: string;
}

/** What lies on a seat may stand out past its edges by this much, mm; our own judgement. */
const OVERHANG = 150;
/** Thickness of a seat's own back: what lies on the cushion begins before it, mm. */
const BACK = 120;

/** The front seats that stand upright: their cushions, side by side. */
function cushions(plan: Plan, { seats }: Arrangement) {
	return Object.entries(plan.vehicle.seats).flatMap(([id, seat]) => {
		if (seat.type !== 'front seat' || seats[id]?.state !== 'upright') return [];
		const front: FrontSeat = seat;
		const rear = front.back.mm + seats[id].slide + BACK;
		return [
			{
				name: front.name.toLowerCase(),
				x: [rear, rear + front.cushionLength.mm] as [number, number],
				y: [front.y - front.width.mm / 2, front.y + front.width.mm / 2] as [number, number],
				top: front.cushionHeight.mm - floorLining(plan.vehicle)
			}
		];
	});
}

/**
 * Where cushions can lie while a move is made: each on a front seat, lying or standing on edge under the roof there,
 * else across all front seats, else beside the vehicle.
 */
export function placesForLoose(plan: Plan, now: Arrangement, pads: readonly Pick<Pad, 'name' | 'size'>[]): LoosePad[] {
	const interior = interiorOf(plan.vehicle);
	const seats = cushions(plan, now);
	const all =
		seats.length > 1
			? {
					name: 'both front seats',
					x: seats[0].x,
					y: [Math.min(...seats.map(({ y }) => y[0])), Math.max(...seats.map(({ y }) => y[1]))] as [number, number],
					top: Math.max(...seats.map(({ top }) => top))
				}
			: null;
	const free = [...seats];
	const fits = ({ size }: Pick<Pad, 'size'>, { x, y, top }: (typeof seats)[number]) => {
		const room = leastCeiling(interior, x, y) - top;
		const [a, b, c] = [size.x, size.y, size.z];
		return [
			[a, b, c],
			[a, c, b],
			[b, a, c],
			[b, c, a],
			[c, a, b],
			[c, b, a]
		].some(([long, wide, high]) => long <= x[1] - x[0] + OVERHANG && wide <= y[1] - y[0] + OVERHANG && high <= room);
	};
	let across = all;
	return pads.map((pad): LoosePad => {
		const i = free.findIndex((seat) => fits(pad, seat));
		if (i >= 0) {
			// What lies there already leaves no room across.
			across = null;
			return { name: pad.name, where: `on the ${free.splice(i, 1)[0].name}` };
		}
		if (across && fits(pad, across)) {
			free.length = 0;
			across = null;
			return { name: pad.name, where: 'across both front seats' };
		}
		return { name: pad.name, where: 'beside the vehicle' };
	});
}
