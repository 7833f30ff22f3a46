import { rectangle, type Polygon } from '../geometry/polygon';
import { vec2 } from '../geometry/vector';
import type { SeatSetting } from '../plan/plan';
import type { FrontSeat, RearBench, Seat, Vehicle } from '../plan/vehicle';

/** What a seat fills in one setting: convex outlines in side view (x, z as x, y), each as wide as the seat. */
export interface SeatSolid {
	id: string;
	name: string;
	/** Low and high y. */
	y: [number, number];
	profiles: Polygon[];
}

/** Thickness assumed for a cushion or backrest, mm: a typical car seat; only the rear and top faces decide anything. */
const CUSHION = 120;

/** The solid of a seat in a setting; nothing is left of a removed seat. Heights are above the finished floor. */
export function seatSolid(id: string, seat: Seat, setting: SeatSetting, floorLining: number): SeatSolid {
	const y: [number, number] = [seat.y - seat.width.mm / 2, seat.y + seat.width.mm / 2];
	if (setting.state === 'removed') return { id, name: seat.name, y, profiles: [] };
	const profiles = seat.type === 'front seat' ? frontSeat(seat, setting) : rearBench(seat, setting);
	return { id, name: seat.name, y, profiles: profiles.map((p) => p.map(({ x, y: z }) => vec2(x, z - floorLining))) };
}

/** A leaning backrest: foot of its rear face at (x, foot), its top at height `top`, lean behind the vertical in degrees. */
function backrest(x: number, foot: number, top: number, lean: number): Polygon {
	const angle = (lean * Math.PI) / 180;
	// Reclining turns the back about its foot, so its length stays what it is upright (no lean).
	const long = Math.max(1, top - foot);
	const tip = vec2(x - long * Math.sin(angle), foot + long * Math.cos(angle));
	const across = vec2(Math.cos(angle) * CUSHION, Math.sin(angle) * CUSHION);
	return [vec2(x, foot), vec2(x + across.x, foot + across.y), vec2(tip.x + across.x, tip.y + across.y), tip];
}

function frontSeat(seat: FrontSeat, setting: SeatSetting): Polygon[] {
	const x = seat.back.mm + setting.slide;
	const cushion = rectangle(x, x + seat.cushionLength.mm + CUSHION, 0, seat.cushionHeight.mm);
	return [cushion, backrest(x, seat.foot.mm, seat.top.mm, setting.angle)];
}

function rearBench(seat: RearBench, setting: SeatSetting): Polygon[] {
	if (setting.state === 'folded') {
		const [a, b] = [seat.foldedRear.mm, seat.foldedRear.mm + seat.foldedLength.mm];
		return [[vec2(a, 0), vec2(b, 0), vec2(b, seat.foldedHeightFront.mm), vec2(a, seat.foldedHeightRear.mm)]];
	}
	const x = seat.back.mm;
	const cushion = rectangle(x, x + seat.cushionLength.mm + CUSHION, 0, seat.cushionHeight.mm);
	return [cushion, backrest(x, Math.max(0, seat.cushionHeight.mm - CUSHION), seat.top.mm, setting.angle)];
}

/** The states a seat can take. */
export const seatStates = (seat: Seat): SeatSetting['state'][] =>
	seat.type === 'front seat' ? ['upright'] : seat.removable ? ['upright', 'folded', 'removed'] : ['upright', 'folded'];

/** Floor lining to take off heights that were measured on the bare floor. */
export const floorLining = (vehicle: Vehicle): number => (vehicle.lining.included ? 0 : vehicle.lining.floor);
