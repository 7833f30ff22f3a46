import { vec3, type Vec3 } from '../geometry/vector';
import { ceilingAt, halfWidth, rearAt, type Interior } from '../interior';
import type { Vehicle } from '../plan/vehicle';
import { valueAtPath } from '../plan/edit';
import type { ViewName } from './shape';

/** Where to hold the tape for one measurement: which drawing shows it, at which cross-section, from where to where. */
export interface Tape {
	view: ViewName;
	sectionX: number;
	line: [Vec3, Vec3];
}

/** The place of the tape for a measurement of the list, by its path within the vehicle. */
export function tapeOf(vehicle: Vehicle, interior: Interior, path: string[]): Tape {
	const [table, id, third, fourth, last] = path;
	if (table === 'stations') return stationTape(vehicle, interior, id, third, fourth, last);
	if (table === 'rear') return rearTape(vehicle, interior, path);
	if (table === 'arches') return archTape(vehicle, id, third);
	if (table === 'seats') return seatTape(vehicle, id, third);
	return { view: 'long section', sectionX: 0, line: [vec3(0, 0, 0), vec3(interior.length, 0, 0)] };
}

function stationTape(vehicle: Vehicle, interior: Interior, id: string, kind: string, key: string, side: string): Tape {
	const { x } = vehicle.stations[id];
	if (kind === 'ceiling') {
		const { y } = vehicle.stations[id].ceiling[key];
		return { view: 'cross-section', sectionX: x, line: [vec3(x, y, 0), vec3(x, y, ceilingAt(interior, x, y))] };
	}
	const { z, right } = vehicle.stations[id].widths[key];
	const left = vec3(x, halfWidth(interior, 'left', x, z), z);
	const rightEnd = vec3(x, -halfWidth(interior, 'right', x, z), z);
	const middle = vec3(x, 0, z);
	return { view: 'cross-section', sectionX: x, line: !right ? [left, rightEnd] : side === 'left' ? [middle, left] : [middle, rightEnd] };
}

function rearTape(vehicle: Vehicle, interior: Interior, path: string[]): Tape {
	if (path[1] === 'profile') {
		const { z } = vehicle.rear.profile[path[2]];
		return { view: 'long section', sectionX: 0, line: [vec3(0, 0, z), vec3(rearAt(interior, z), 0, z)] };
	}
	const wall = halfWidth(interior, 'left', 0, 0);
	const line: [Vec3, Vec3] =
		path[1] === 'cornerAlong'
			? [vec3(0, wall, 0), vec3(interior.cornerAlong, wall, 0)]
			: [vec3(0, wall, 0), vec3(0, wall - interior.cornerAcross, 0)];
	return { view: 'above', sectionX: 0, line };
}

function archTape(vehicle: Vehicle, id: string, key: string): Tape {
	const arch = vehicle.arches[id];
	const [a, long] = [arch.start.mm, arch.floorLength.mm];
	const middle = a + long / 2;
	const s = arch.side === 'right' ? -1 : 1;
	const y = s * arch.inner.mm;
	const top = arch.height.mm;
	const lines: Record<string, [Vec3, Vec3]> = {
		start: [vec3(0, y, 0), vec3(a, y, 0)],
		floorLength: [vec3(a, y, 0), vec3(a + long, y, 0)],
		topLength: [vec3(middle - arch.topLength.mm / 2, y, top), vec3(middle + arch.topLength.mm / 2, y, top)],
		height: [vec3(middle, y, 0), vec3(middle, y, top)],
		inner: [vec3(middle, arch.side === 'both' ? -y : 0, 0), vec3(middle, y, 0)],
		edge: [vec3(middle, y, top), vec3(middle, y, top - arch.edge.mm)]
	};
	return { view: key === 'inner' || key === 'edge' ? 'cross-section' : 'long section', sectionX: middle, line: lines[key] };
}

function seatTape(vehicle: Vehicle, id: string, key: string): Tape {
	const seat = vehicle.seats[id];
	const back = seat.back.mm;
	const height = seat.cushionHeight.mm;
	const number = (name: string): number => (valueAtPath(vehicle, ['seats', id, name]) as { mm: number } | undefined)?.mm ?? 0;
	const [foldRear, foldLong] = [number('foldedRear'), number('foldedLength')];
	const lines: Record<string, [Vec3, Vec3]> = {
		width: [vec3(back + 200, seat.y - seat.width.mm / 2, height), vec3(back + 200, seat.y + seat.width.mm / 2, height)],
		back: [vec3(0, seat.y, height), vec3(back, seat.y, height)],
		foot: [vec3(back, seat.y, 0), vec3(back, seat.y, number('foot'))],
		top: [vec3(back, seat.y, 0), vec3(back, seat.y, seat.top.mm)],
		cushionLength: [vec3(back, seat.y, height), vec3(back + seat.cushionLength.mm, seat.y, height)],
		cushionHeight: [vec3(back + 240, seat.y, 0), vec3(back + 240, seat.y, height)],
		slide: [vec3(back, seat.y, height), vec3(back + number('slide'), seat.y, height)],
		drivingSlide: [vec3(back, seat.y, height), vec3(back + number('drivingSlide'), seat.y, height)],
		foldedRear: [vec3(0, seat.y, 0), vec3(foldRear, seat.y, 0)],
		foldedLength: [vec3(foldRear, seat.y, number('foldedHeightRear')), vec3(foldRear + foldLong, seat.y, number('foldedHeightFront'))],
		foldedHeightRear: [vec3(foldRear, seat.y, 0), vec3(foldRear, seat.y, number('foldedHeightRear'))],
		foldedHeightFront: [vec3(foldRear + foldLong, seat.y, 0), vec3(foldRear + foldLong, seat.y, number('foldedHeightFront'))]
	};
	return { view: key === 'width' ? 'above' : 'long section', sectionX: back, line: lines[key] ?? lines.back };
}
