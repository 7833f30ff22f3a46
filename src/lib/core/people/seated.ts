import { floorLining } from '../interior';
import { remember } from '../memory';
import type { Scene } from '../modes';
import type { Plan, SeatSetting } from '../plan/plan';
import type { Seat } from '../plan/seat';
import { defaultSetting } from '../plan/seat-setting';
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

/** A place on a seat without belts, on which one sits only when parked, is so broad, mm: our own judgement. */
const PLACE = 450;

/** One place of a seat of the vehicle, and who sits in it. */
export interface Seated {
	seat: string;
	/** The person of the plan; absent for one who is only counted. */
	person?: string;
	name: string;
	body: Body;
	figure: Figure;
}

/** People in the vehicle's seats in one mode: those with a place, and how many places there are. */
export interface Seating {
	seated: Seated[];
	/** How many places the seats of the mode have: while driving, those with a belt. */
	places: number;
	/** The seats that they are on. */
	upright: string[];
}

/** How many can sit on a seat: while driving as many as it has belts, parked as many as it is broad for as well. */
const placesOn = (seat: Seat, { mode: { use } }: Scene): number =>
	use === 'drive' ? seat.belts : Math.max(seat.belts, 1, Math.floor(seat.width.mm / PLACE));

/** Seats with a place for somebody, as a mode sets them: upright, and belted while driving. */
const sittable = (seats: Vehicle['seats'], scene: Scene) =>
	Object.entries(seats).flatMap(([id, seat]) => {
		// A seat that the mode does not name stands as usual, as it is drawn.
		const setting = scene.mode.seats[id] ?? defaultSetting(seat, scene.mode.use);
		const places = placesOn(seat, scene);
		return setting.state === 'upright' && places > 0 ? [{ id, seat, setting, places }] : [];
	});

/** Somebody in the n-th of so many places of a seat. */
function figureIn(body: Body, seat: Seat, setting: SeatSetting, [n, places]: [n: number, places: number], floor: number): Figure {
	const half = seat.width.mm / 2;
	const share = seat.width.mm / places;
	const y = seat.y - half + (n + 0.5) * share;
	const at = vec3(seat.back.mm + setting.slide + BACKREST + HIPS * body.stature, y, seat.cushionHeight.mm - floor);
	return figureOf(body, 'sitting on a bench', { at, facing: { x: 1, y: 0 }, floor: 0 });
}

/**
 * Who sits where in the vehicle's own seats: while driving, those who drive in the seat that is set for them, which has to be
 * there, or in another one when somebody else drives in it; the others
 * where the mode counts passengers, then in front before behind. Whoever is counted but not named sits in the places
 * that are left of their seat. Remembered.
 */
export const seatingIn = ({ seats, lining }: Pick<Vehicle, 'seats' | 'lining'>, crew: Plan['crew'], scene: Scene): Seating =>
	seatingFrom(seats, lining, crew, scene);

const seatingFrom = remember((table: Vehicle['seats'], lining: Vehicle['lining'], crew: Plan['crew'], scene: Scene): Seating => {
	const seats = sittable(table, scene);
	const free = new Map(seats.map(({ id, places }) => [id, Array.from({ length: places }, (_, n) => n)]));
	const floor = floorLining({ lining });
	const seated: Seated[] = [];
	const sit = (id: string, body: Body, name: string, person?: string): boolean => {
		const n = free.get(id)?.shift();
		if (n === undefined) return false;
		const { seat, setting, places } = seats.find((one) => one.id === id)!;
		seated.push({ seat: id, ...(person ? { person } : {}), name, body, figure: figureIn(body, seat, setting, [n, places], floor) });
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
	for (const [id, person] of [...named.filter(drives), ...named.filter((one) => !drives(one))]) {
		const own = drives([id, person]) ? person.driving!.seat : undefined;
		// Nobody drives from another seat than the one before the wheel.
		if (own !== undefined && !free.has(own)) continue;
		const body = bodyOf(person);
		[...(own === undefined ? [] : [own]), ...order.map((one) => one.id)].some((seat) => sit(seat, body, person.name, id));
	}
	for (const { id, setting } of seats) {
		const there = seated.filter(({ seat }) => seat === id).length;
		for (let i = there; i < (setting.passengers ?? 0); i++) sit(id, bodyOf(MIDDLE), 'a passenger');
	}
	return { seated, places: seats.reduce((sum, { places }) => sum + places, 0), upright: seats.map(({ id }) => id) };
});
