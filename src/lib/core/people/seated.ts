import { floorLining } from '../interior';
import { remember } from '../memory';
import type { Scene } from '../modes';
import type { Plan, SeatSetting } from '../plan/plan';
import type { Seat } from '../plan/seat';
import type { Vehicle } from '../plan/vehicle';
import { vec3 } from '../geometry/vector';
import { bodyOf, type Body } from './body';
import { figureOf, type Figure } from './figure';

/** Whoever is not named but counted sits like a man of middle height, mm. */
const MIDDLE = { stature: 1750, weight: 78, wants: [] };
/** Backrests are about so thick: a body sits ahead of them, mm; as the solids of seats have it. */
const BACKREST = 120;
/**
 * Hips of somebody upright are so much of their stature ahead of the backrest: with it the front of the knee comes 0.345 of
 * the stature ahead of the back (surveys give 0.34 to 0.36).
 */
const HIPS = 0.057;

/** One belted place of a seat of the vehicle, and who sits in it. */
export interface Seated {
	seat: string;
	/** The person of the plan; absent for one who is only counted. */
	person?: string;
	name: string;
	body: Body;
	figure: Figure;
}

/** People in the vehicle's seats in one mode: those with a place, and those for whom none is left. */
export interface Seating {
	seated: Seated[];
	standing: string[];
	/** How many belted places the seats of the mode have. */
	places: number;
}

/** Seats with a place for somebody, as a mode sets them: upright and with belts. */
const sittable = (vehicle: Vehicle, scene: Scene) =>
	Object.entries(vehicle.seats).flatMap(([id, seat]) => {
		const setting = scene.mode.seats[id];
		return setting && setting.state === 'upright' && seat.belts > 0 ? [{ id, seat, setting }] : [];
	});

/** Somebody in the n-th of so many places of a seat. */
function figureIn(body: Body, seat: Seat, setting: SeatSetting, n: number, floor: number): Figure {
	const half = seat.width.mm / 2;
	const share = seat.width.mm / Math.max(1, seat.belts);
	const y = seat.y - half + (n + 0.5) * share;
	const at = vec3(seat.back.mm + setting.slide + BACKREST + HIPS * body.stature, y, seat.cushionHeight.mm - floor);
	return figureOf(body, 'sitting on a bench', { at, facing: { x: 1, y: 0 }, floor: 0 });
}

/**
 * Who sits where in the vehicle's own seats: while driving, those who drive in the seat that is set for them; the others
 * where the mode counts passengers, then in front before behind. Whoever is counted but not named sits in the places
 * that are left of their seat. Remembered.
 */
export const seatingIn = remember((vehicle: Vehicle, crew: Plan['crew'], scene: Scene): Seating => {
	const seats = sittable(vehicle, scene);
	const free = new Map(seats.map(({ id, seat }) => [id, Array.from({ length: seat.belts }, (_, n) => n)]));
	const floor = floorLining(vehicle);
	const seated: Seated[] = [];
	const sit = (id: string, body: Body, name: string, person?: string): boolean => {
		const n = free.get(id)?.shift();
		if (n === undefined) return false;
		const { seat, setting } = seats.find((one) => one.id === id)!;
		seated.push({ seat: id, ...(person ? { person } : {}), name, body, figure: figureIn(body, seat, setting, n, floor) });
		return true;
	};
	const named = Object.entries(crew).filter(([id]) => scene.mode.people[id]?.posture === 'in a seat');
	const drives = ([id]: (typeof named)[number]) => scene.mode.use === 'drive' && crew[id].driving !== undefined;
	// Counted places first, then the front ones in the order in which the vehicle names them: nobody rides on the last bench alone.
	const order = [...seats].sort(
		(a, b) =>
			Number((b.setting.passengers ?? 0) > 0) - Number((a.setting.passengers ?? 0) > 0) ||
			Number(b.seat.type === 'front seat') - Number(a.seat.type === 'front seat')
	);
	const standing: string[] = [];
	for (const [id, person] of [...named.filter(drives), ...named.filter((one) => !drives(one))]) {
		const own = drives([id, person]) ? [person.driving!.seat] : [];
		const body = bodyOf(person);
		if (![...own, ...order.map((one) => one.id)].some((seat) => sit(seat, body, person.name, id))) standing.push(id);
	}
	for (const { id, setting } of seats) {
		const there = seated.filter(({ seat }) => seat === id).length;
		for (let i = there; i < (setting.passengers ?? 0); i++) sit(id, bodyOf(MIDDLE), 'a passenger');
	}
	return { seated, standing, places: seats.reduce((sum, { seat }) => sum + seat.belts, 0) };
});
