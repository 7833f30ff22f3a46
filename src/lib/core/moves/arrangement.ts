import { assemblyOf } from '../derive';
import { floorLining, seatSolid, type SeatSolid } from '../interior';
import { remember } from '../memory';
import { stateIn } from '../modes';
import type { Plan, SeatSetting } from '../plan/plan';
import { defaultSetting } from '../plan/seat-setting';
import type { Vehicle } from '../plan/vehicle';

/** How everything stands between two moves. */
export interface Arrangement {
	/** State of each piece. */
	pieces: Record<string, string>;
	seats: Record<string, SeatSetting>;
	/** The mode in which each thing that lies about has its present place; null while it is set aside. Things that are not named stay. */
	things: Record<string, string | null>;
}

/** What tells two settings of a seat apart. */
export const seatKey = (setting: SeatSetting): string => `${setting.state},${setting.slide},${setting.angle},${setting.headRest ?? 'in'}`;

/** What tells two arrangements of one plan apart. */
export const arrangementKey = ({ pieces, seats, things }: Arrangement): string =>
	`${Object.values(pieces).join()}|${Object.values(seats).map(seatKey).join()}|${Object.values(things).join()}`;

/**
 * How things stand in a mode.
 *
 * @throws RangeError when the plan has no such mode.
 */
export function arrangementOf(plan: Plan, modeId: string): Arrangement {
	if (!Object.hasOwn(plan.modes, modeId)) throw new RangeError(`There is no mode “${modeId}” in this plan.`);
	const mode = plan.modes[modeId];
	const pieces = Object.entries(plan.pieces).map(([id, piece]) => [id, stateIn(assemblyOf(piece, plan), mode, id).id]);
	const seats = Object.entries(plan.vehicle.seats).map(([id, seat]) => [id, mode.seats[id] ?? defaultSetting(seat, mode.use)]);
	return { pieces: Object.fromEntries(pieces), seats: Object.fromEntries(seats), things: {} };
}

const seatsOf = remember((_: Vehicle) => new Map<string, SeatSolid>());

/** A seat of a vehicle in a setting, remembered. */
export function seatAt(vehicle: Vehicle, id: string, setting: SeatSetting): SeatSolid {
	const known = seatsOf(vehicle);
	const key = `${id}:${seatKey(setting)}`;
	let seat = known.get(key);
	if (!seat) known.set(key, (seat = seatSolid(id, vehicle.seats[id], setting, floorLining(vehicle))));
	return seat;
}
