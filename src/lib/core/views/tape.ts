import { vec3, type Vec3 } from '../geometry/vector';
import { ceilingAt, contourReadings, halfWidth, rearAt, type Interior } from '../interior';
import type { Fixture, Opening, Window } from '../plan/fittings';
import type { Measurement } from '../plan/measurement';
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
	if (table === 'seats') return seatTape(vehicle, path);
	if (table === 'openings') return openingTape(interior, vehicle.openings[id], path);
	if (table === 'windows') return openingTape(interior, { ...vehicle.windows[id], thickness: undefined }, path);
	if (table === 'fixtures') return blockTape(vehicle.fixtures[id], third);
	if (table === 'zones') return blockTape(vehicle.zones[id], third);
	if (table === 'anchors') return anchorTape(vehicle, id, third);
	if (table === 'noDrill') return noDrillTape(vehicle, interior, id, third);
	if (table === 'diagonals') return diagonalTape(vehicle, interior, id);
	if (table === 'contours') return contourTape(vehicle, id, fourth, last);
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

function seatTape(vehicle: Vehicle, [, id, key, third, fourth]: string[]): Tape {
	const seat = vehicle.seats[id];
	const back = seat.back.mm;
	const height = seat.cushionHeight.mm;
	const number = (...path: string[]): number => (valueAtPath(vehicle, ['seats', id, ...path]) as { mm: number } | undefined)?.mm ?? 0;
	const [foldRear, foldLong] = [number('foldedRear'), number('foldedLength')];
	const foldFront = foldRear + foldLong;
	const [tumbledRear, step] = [number('tumbled', 'rear'), foldRear + number('foldedSteps', third, 'at')];
	const at = (x: number, z: number) => vec3(x, seat.y, z);
	const along = (x: number, by: number, z: number): [Vec3, Vec3] => [at(x, z), at(x + by, z)];
	const up = (x: number, by: number, from = 0): [Vec3, Vec3] => [at(x, from), at(x, from + by)];
	if (key === 'width' || key === 'foldedTilt') {
		const half = seat.width.mm / 2;
		const z = key === 'width' ? height : number('foldedHeightRear');
		return { view: 'above', sectionX: back, line: [vec3(back + 200, seat.y - half, z), vec3(back + 200, seat.y + half, z)] };
	}
	/** Sizes in side view; those of a part of the seat by both of their keys. */
	const lines: Record<string, [Vec3, Vec3]> = {
		back: along(0, back, height),
		foot: up(back, number('foot')),
		top: up(back, seat.top.mm),
		headRest: up(back, number('headRest'), seat.top.mm - number('headRest')),
		cushionLength: along(back, seat.cushionLength.mm, height),
		cushionHeight: up(back + seat.cushionLength.mm / 2, height),
		slide: along(back, number('slide'), height),
		drivingSlide: along(back, number('drivingSlide'), height),
		folded: up(back + seat.cushionLength.mm / 2, number('folded')),
		foldedRear: along(0, foldRear, 0),
		foldedLength: [at(foldRear, number('foldedHeightRear')), at(foldFront, number('foldedHeightFront'))],
		foldedHeightRear: up(foldRear, number('foldedHeightRear')),
		foldedHeightFront: up(foldFront, number('foldedHeightFront')),
		'foldedSteps.at': along(foldRear, step - foldRear, number('foldedHeightRear')),
		'foldedSteps.rise': up(step, number('foldedSteps', third, 'rise'), number('foldedHeightRear')),
		'tumbled.rear': along(0, tumbledRear, 0),
		'tumbled.length': along(tumbledRear, number('tumbled', 'length'), 0),
		'tumbled.height': up(tumbledRear, number('tumbled', 'height')),
		'well.length': along(foldFront, number('well', 'length'), 0),
		'well.depth': up(foldFront + 50, -number('well', 'depth')),
		pan: up(back + seat.cushionLength.mm / 2, number('pan'))
	};
	const name = key === 'foldedSteps' ? `${key}.${fourth}` : third === undefined ? key : `${key}.${third}`;
	return { view: 'long section', sectionX: back, line: lines[name] ?? lines.back };
}

/** A door opening or a window: both are measured by lower and upper edge and the edges beside. */
function openingTape(
	interior: Interior,
	opening: Pick<Opening, 'sill' | 'head' | 'edges'> & { place: Window['place']; thickness?: Measurement },
	[, , key, edgeId, which]: string[]
): Tape {
	const front = opening.place === 'front';
	const rear = opening.place === 'rear' || front;
	const s = opening.place === 'right' ? -1 : 1;
	const [edge] = Object.values(opening.edges);
	const middle = rear ? 0 : (edge.first.mm + edge.second.mm) / 2;
	/** A point of the opening: across it (y at the rear, x on a side), and its height. */
	const at = (across: number, z: number): Vec3 =>
		rear
			? vec3(front ? interior.length : rearAt(interior, z), across, z)
			: vec3(across, s * halfWidth(interior, s > 0 ? 'left' : 'right', across, z), z);
	const view = rear ? 'cross-section' : 'long section';
	const sectionX = front ? interior.length - 1 : rear ? interior.rearmost + 1 : middle;
	if (key === 'sill' || key === 'head') {
		const end = at(middle, opening[key].mm);
		return { view, sectionX, line: [{ ...end, z: 0 }, end] };
	}
	if (key === 'thickness' && opening.thickness) {
		const z = (opening.sill.mm + opening.head.mm) / 2;
		const inner = at(middle, z);
		const outer = rear ? vec3(inner.x - opening.thickness.mm, inner.y, z) : vec3(inner.x, inner.y + s * opening.thickness.mm, z);
		return { view: rear ? 'long section' : 'above', sectionX, line: [inner, outer] };
	}
	const { z, first, second } = opening.edges[edgeId];
	const end = at(which === 'first' ? first.mm : second.mm, z);
	return { view, sectionX, line: [rear ? { ...end, y: 0 } : { ...end, x: 0 }, end] };
}

function blockTape(block: Pick<Fixture, 'start' | 'length' | 'right' | 'left' | 'low' | 'high'>, key: string): Tape {
	const [x0, x1] = [block.start.mm, block.start.mm + block.length.mm];
	const [right, left, low, high] = [block.right.mm, block.left.mm, block.low.mm, block.high.mm];
	const [mx, my] = [(x0 + x1) / 2, (right + left) / 2];
	const lines: Record<string, [Vec3, Vec3]> = {
		start: [vec3(0, my, 0), vec3(x0, my, 0)],
		length: [vec3(x0, my, high), vec3(x1, my, high)],
		right: [vec3(mx, 0, high), vec3(mx, right, high)],
		left: [vec3(mx, 0, high), vec3(mx, left, high)],
		low: [vec3(mx, my, 0), vec3(mx, my, low)],
		high: [vec3(mx, my, 0), vec3(mx, my, high)]
	};
	const view = key === 'start' || key === 'length' ? 'above' : 'cross-section';
	return { view, sectionX: mx, line: lines[key] };
}

function anchorTape(vehicle: Vehicle, id: string, key: string): Tape {
	const { x, y, z } = vehicle.anchors[id];
	const at = vec3(x.mm, y.mm, z.mm);
	if (key === 'x') return { view: 'above', sectionX: x.mm, line: [vec3(0, y.mm, z.mm), at] };
	return { view: 'cross-section', sectionX: x.mm, line: [key === 'y' ? vec3(x.mm, 0, z.mm) : vec3(x.mm, y.mm, 0), at] };
}

function noDrillTape(vehicle: Vehicle, interior: Interior, id: string, key: string): Tape {
	const { surface, start, length, low, high } = vehicle.noDrill[id];
	const [x0, x1] = [start.mm, start.mm + length.mm];
	const [mx, middle] = [(x0 + x1) / 2, (low.mm + high.mm) / 2];
	/** A point of the surface: along, and its other distance. */
	const at = (x: number, other: number): Vec3 => {
		if (surface === 'floor') return vec3(x, other, 0);
		if (surface === 'roof') return vec3(x, other, ceilingAt(interior, x, other));
		const side = surface === 'left wall' ? 'left' : 'right';
		return vec3(x, (side === 'left' ? 1 : -1) * halfWidth(interior, side, x, other), other);
	};
	const upright = surface.endsWith('wall');
	const along = upright ? ('long section' as const) : ('above' as const);
	const end = at(key === 'start' ? x0 : key === 'length' ? x1 : mx, key === 'low' ? low.mm : key === 'high' ? high.mm : middle);
	if (key === 'start') return { view: along, sectionX: mx, line: [{ ...end, x: 0 }, end] };
	if (key === 'length') return { view: along, sectionX: mx, line: [{ ...end, x: x0 }, end] };
	return { view: 'cross-section', sectionX: mx, line: [upright ? { ...end, z: 0 } : { ...end, y: 0 }, end] };
}

function diagonalTape(vehicle: Vehicle, interior: Interior, id: string): Tape {
	const { x, z, from } = vehicle.diagonals[id];
	const [s, other] = from === 'left' ? [1, 'right' as const] : [-1, 'left' as const];
	const line: [Vec3, Vec3] = [vec3(x, s * halfWidth(interior, from, x, 0), 0), vec3(x, -s * halfWidth(interior, other, x, z), z)];
	return { view: 'cross-section', sectionX: x, line };
}

function contourTape(vehicle: Vehicle, id: string, key: string, index: string): Tape {
	const { line, side, z } = vehicle.contours[id];
	const s = side === 'left' ? 1 : -1;
	const readings = contourReadings(vehicle.contours[id]);
	if (line.type !== 'batten')
		return { view: 'above', sectionX: readings[0][0], line: [vec3(0, 0, z), vec3(readings[0][0], s * readings[0][1], z)] };
	const batten = s * line.batten.mm;
	const start = line.start.mm;
	if (key === 'start') return { view: 'above', sectionX: start, line: [vec3(0, batten, z), vec3(start, batten, z)] };
	if (key === 'batten') return { view: 'above', sectionX: start, line: [vec3(start, 0, z), vec3(start, batten, z)] };
	const [x, wall] = readings[Number(index)];
	return { view: 'above', sectionX: x, line: [vec3(x, batten, z), vec3(x, s * wall, z)] };
}
