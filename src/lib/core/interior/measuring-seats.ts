import type { Measurement } from '../plan/measurement';
import type { FrontSeat, RearBench, Seat } from '../plan/seat';
import type { Vehicle } from '../plan/vehicle';
import type { AddEntry } from './measuring-entry';

/** Name and instruction of every plain size of a seat, in the order in which to take them; sizes that a seat has not are left out. */
const WORDS: [key: (keyof FrontSeat | keyof RearBench) & string, label: string, how: string][] = [
	['width', 'width', 'Widest part of the seat.'],
	['back', 'backrest from the rear door', 'Slid fully back, backrest up: shut rear door to the foot of the backrest.'],
	['foot', 'foot of the backrest', 'Floor to where the backrest begins.'],
	['top', 'top', 'Floor to the highest point, head rest in its place.'],
	['headRest', 'head rest', 'How much lower the top is when the head rest is pulled out.'],
	['cushionLength', 'cushion length', 'Backrest to the front edge of the cushion.'],
	['cushionHeight', 'cushion height', 'Floor to the top of the cushion.'],
	['slide', 'slide', 'From fully back to fully forward.'],
	['drivingSlide', 'driving position', 'From fully back to where its driver needs it.'],
	['folded', 'folded, height', 'Back folded forward onto the cushion: floor to its highest point.'],
	['foldedRear', 'folded, rear edge', 'Folded: shut rear door to the rear edge of what lies down.'],
	['foldedLength', 'folded, length', 'Folded: rear edge to front edge.'],
	['foldedHeightRear', 'folded, height at the rear', 'Folded: floor to the surface at its rear edge.'],
	['foldedHeightFront', 'folded, height at the front', 'Folded: floor to the surface at its front edge.'],
	['foldedTilt', 'folded, tilt', 'Folded: how much higher the left-hand edge is than the right-hand one.'],
	['pan', 'cushion out, height', 'Cushion taken out: floor to the top of what is left.']
];

/** The measurements of every seat. */
export function seatEntries(vehicle: Vehicle, add: AddEntry): void {
	for (const [id, seat] of Object.entries(vehicle.seats)) {
		for (const [key, label, how] of WORDS) {
			const size = key in seat ? (seat as unknown as Record<string, Measurement | undefined>)[key] : undefined;
			if (size) add('Seats', ['seats', id, key], `${seat.name}: ${label}`, how, size);
		}
		if (seat.type === 'rear bench') benchEntries(id, seat, add);
	}
}

function benchEntries(id: string, seat: Extract<Seat, { type: 'rear bench' }>, add: AddEntry): void {
	const one = (path: string[], label: string, how: string, size: Measurement) =>
		add('Seats', ['seats', id, ...path], `${seat.name}: ${label}`, how, size);
	for (const [key, step] of Object.entries(seat.foldedSteps)) {
		one(['foldedSteps', key, 'at'], 'folded, place of the step', 'Folded: rear edge forward to the step in the surface.', step.at);
		one(
			['foldedSteps', key, 'rise'],
			'folded, height of the step',
			'Folded: how much higher the surface goes on; negative when lower.',
			step.rise
		);
	}
	if (seat.tumbled) {
		one(['tumbled', 'rear'], 'tumbled, rear', 'Tipped forward: shut rear door to its rearmost point.', seat.tumbled.rear);
		one(['tumbled', 'length'], 'tumbled, length', 'Tipped forward: rearmost to foremost point.', seat.tumbled.length);
		one(['tumbled', 'height'], 'tumbled, height', 'Tipped forward: floor to its highest point.', seat.tumbled.height);
	}
	if (seat.well) {
		one(['well', 'length'], 'foot well, length', 'Front edge of the folded bench to the front of the foot well.', seat.well.length);
		one(['well', 'depth'], 'foot well, depth', 'Laid-over straight edge at floor level down to the bottom of the well.', seat.well.depth);
	}
}
