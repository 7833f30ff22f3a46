import type { Vehicle, BodyStyle } from '../plan/vehicle';
import { measurementList } from './measuring';
import type { MeasurementEntry } from './measuring-entry';

/** A stretch of the measuring walk: where one stands, and what one measures from there. */
export interface WalkLeg {
	place: string;
	/** What to have ready or to do before. */
	doing: string;
	entries: MeasurementEntry[];
}

/** Whether one walks through the vehicle or reaches into it from its doors. */
const WALK_IN: Record<BodyStyle, boolean> = {
	'long high van': true,
	'small van': true,
	'seven-seat minivan': true,
	'four-wheel-drive estate': false,
	'small hatchback': false,
	'two-door off-roader': false
};

/** Where along the vehicle a measurement is taken, mm from the rear door. */
function placeAlong(vehicle: Vehicle, [, table, id]: string[]): number {
	switch (table) {
		case 'stations':
			return vehicle.stations[id].x;
		case 'diagonals':
			return vehicle.diagonals[id].x;
		case 'arches':
			return vehicle.arches[id].start.mm;
		case 'seats':
			return vehicle.seats[id].back.mm;
		case 'fixtures':
			return vehicle.fixtures[id].start.mm;
		case 'zones':
			return vehicle.zones[id].start.mm;
		case 'anchors':
			return vehicle.anchors[id].x.mm;
		case 'noDrill':
			return vehicle.noDrill[id].start.mm;
		case 'contours': {
			const { line } = vehicle.contours[id];
			return line.type === 'batten' ? line.start.mm : line.points[0][0];
		}
		default:
			return 0;
	}
}

/**
 * Every measurement of a vehicle in the order in which a person moves through it: from outside the open rear door, in
 * from the rear forwards, to the front seats, out by the side doors, and the shut rear door from inside last. Cars that
 * one cannot walk through are measured from the tailgate as far as the bench, then from the side doors.
 */
export function measuringWalk(vehicle: Vehicle): WalkLeg[] {
	const left = measurementList(vehicle);
	/** Takes out of what is left all that belongs here, from the rear forwards. */
	const take = (belongs: (entry: MeasurementEntry) => boolean): MeasurementEntry[] => {
		const taken = left.filter(belongs);
		for (const entry of taken) left.splice(left.indexOf(entry), 1);
		// A stable order: what stands at the same place stays together.
		return taken
			.map((entry, i) => ({ entry, i, x: placeAlong(vehicle, entry.path) }))
			.sort((a, b) => a.x - b.x || a.i - b.i)
			.map(({ entry }) => entry);
	};
	const isOpening = (entry: MeasurementEntry, rear: boolean) =>
		entry.path[1] === 'openings' && (vehicle.openings[entry.path[2]].place === 'rear') === rear;
	const isFrontSeat = ({ path }: MeasurementEntry) => path[1] === 'seats' && vehicle.seats[path[2]].type === 'front seat';
	const isAlong = ({ path }: MeasurementEntry) => !['length', 'rear', 'openings'].includes(path[1]);
	const benches = Object.values(vehicle.seats).filter((seat) => seat.type === 'rear bench');
	const reach = Math.min(vehicle.length.mm, ...benches.map((bench) => bench.back.mm));

	const legs: WalkLeg[] = [
		{
			place: 'Behind the open rear door',
			doing: 'Open it fully. Tape, pencil, a straight stick and a spirit level will do.',
			entries: take((entry) => isOpening(entry, true))
		}
	];
	if (WALK_IN[vehicle.bodyStyle])
		legs.push({
			place: 'Inside, from the rear forwards',
			doing: 'Climb in. Mark the centre line on the floor with tape, and shut the door for sizes that start at it.',
			entries: take((entry) => isAlong(entry) && !isFrontSeat(entry))
		});
	else
		legs.push(
			{
				place: 'Reaching in from the rear',
				doing: 'Fold the rear seats. Mark the centre line on the floor with tape.',
				entries: take((entry) => isAlong(entry) && !isFrontSeat(entry) && placeAlong(vehicle, entry.path) < reach)
			},
			{
				place: 'From the rear side doors',
				doing: 'Kneel by the sill, the rear seats up for their own sizes and folded for the folded ones.',
				entries: take((entry) => isAlong(entry) && !isFrontSeat(entry))
			}
		);
	legs.push(
		{ place: 'At the front seats', doing: 'Slide them fully back, backs upright, unless it says otherwise.', entries: take(isFrontSeat) },
		{ place: 'At the side doors', doing: 'Stand outside, doors open.', entries: take((entry) => isOpening(entry, false)) },
		{
			place: 'Inside, rear door shut',
			doing: 'Somebody else shuts it, or pull it to from inside. Never lock yourself in.',
			entries: take(() => true)
		}
	);
	return legs.filter(({ entries }) => entries.length > 0);
}
