import type { Box } from '../geometry/vector';
import { blockClearance, floorLining, type Clearance } from '../interior';
import { solidsOf } from '../modes';
import type { Seat } from '../plan/seat';
import { check, type CheckContext, type Result } from './finding';

/** Seats that have to carry somebody in a mode. */
const carrying = ({ plan, scene }: CheckContext<'seats'>) =>
	Object.entries(plan.vehicle.seats).flatMap(([id, seat]) => {
		const setting = scene.mode.seats[id];
		return setting && (setting.passengers ?? 0) > 0 ? [{ id, seat, setting, passengers: setting.passengers! }] : [];
	});

const placeOf = (seat: Seat) => ({ x: seat.back.mm + seat.cushionLength.mm / 2, y: seat.y, z: seat.cushionHeight.mm });

/** A seat that must carry people stands upright and has a belt for each of them. */
export const beltedPlaces = check({
	rule: 'belted-places',
	reads: ['seats'],
	run: (context) =>
		carrying(context).map(({ id, seat, setting, passengers }): Result => {
			const places = setting.state === 'upright' ? seat.belts : 0;
			return {
				rule: 'belted-places',
				key: id,
				title: `${seat.name}: people to carry`,
				subjects: [id],
				margin: places - passengers,
				comfort: 0,
				unit: 'count',
				limit: passengers,
				actual: places,
				why:
					setting.state === 'upright'
						? `It has ${seat.belts === 1 ? 'one belted place' : `${seat.belts} belted places`}. Only belted, approved seats carry people.`
						: `It is ${setting.state} in this mode. Only an upright, belted, approved seat carries people.`,
				at: placeOf(seat)
			};
		})
});

/** Room for the legs of somebody who sits in a vehicle's seat, ahead of the cushion, mm: our own judgement, feet under the seat ahead. */
const LEGS = 250;

/** Where the body and the legs of whoever sits in a seat are. */
function sittingRoom(seat: Seat, slide: number, floor: number): Box[] {
	const y: [number, number] = [seat.y - seat.width.mm / 2, seat.y + seat.width.mm / 2];
	const back = seat.back.mm + slide;
	const front = back + seat.cushionLength.mm;
	const top = Math.max(seat.top.mm, seat.cushionHeight.mm + 1);
	return [
		{ x: [back, front], y, z: [seat.cushionHeight.mm - floor, top - floor] },
		{ x: [front, front + LEGS], y, z: [0, seat.cushionHeight.mm - floor] }
	];
}

/** Where people ride, nothing that was built takes the room of their bodies and legs. */
export const roomToSit = check({
	rule: 'room-to-sit',
	reads: ['seats', 'lining'],
	run: (context) =>
		carrying(context).flatMap(({ id, seat, setting }): Result[] => {
			const room = sittingRoom(seat, setting.slide, floorLining(context.plan.vehicle));
			let least: { clearance: Clearance; part: string; piece: string } | null = null;
			for (const piece of context.scene.pieces)
				for (const { name, solid } of solidsOf(piece))
					for (const box of room) {
						const clearance = blockClearance(box, solid);
						if (!least || clearance.margin < least.clearance.margin) least = { clearance, part: name, piece: piece.id };
					}
			if (!least) return [];
			const { clearance, part, piece } = least;
			return [
				{
					rule: 'room-to-sit',
					key: id,
					title: `${seat.name}: room for whoever rides there`,
					subjects: [piece, id],
					margin: clearance.margin,
					comfort: 0,
					unit: 'mm',
					limit: 0,
					actual: clearance.margin,
					why: `${part} comes closest to the body or legs of a passenger.`,
					at: clearance.at,
					line: [clearance.at, clearance.against]
				}
			];
		})
});
