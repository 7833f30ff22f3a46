import { piecewise, valueAt } from '../geometry/piecewise';
import { starterVehicle } from '../plan/starter';
import { valueAtPath } from '../plan/edit';
import type { Measurement } from '../plan/measurement';
import type { Vehicle } from '../plan/vehicle';
import { lengthMark } from '../units';

/** A doubt about one measurement: it may be right, but it deserves a second look. */
export interface Question {
	/** Where it stands in the plan, as in the measurement list. */
	path: string[];
	text: string;
}

/** Left and right of one vehicle differ by less than this, and neighbouring stations bend by less, mm; our own judgement. */
const SIDES_DIFFER = 40;
const BEND = 90;

/** Everything about a vehicle's measurements that looks like a slip of the tape. Nothing is refused: vehicles are odd. */
export function questions(vehicle: Vehicle): Question[] {
	return [...rearDoor(vehicle), ...walls(vehicle), ...neighbours(vehicle), ...ceilings(vehicle), ...arches(vehicle), ...slips(vehicle)];
}

const stationsOf = (vehicle: Vehicle) => Object.entries(vehicle.stations).sort(([, a], [, b]) => a.x - b.x);

/** A door leans forward as it goes up, never back. */
function rearDoor({ rear }: Vehicle): Question[] {
	const profile = Object.entries(rear.profile).sort(([, a], [, b]) => a.z - b.z);
	return profile.flatMap(([id, point], i) => {
		const below = i === 0 ? 0 : profile[i - 1][1].x.mm;
		if (point.x.mm >= below) return [];
		return [
			{
				path: ['vehicle', 'rear', 'profile', id, 'x'],
				text: `The door would lean back towards the outside here: ${lengthMark(point.x.mm)} after ${lengthMark(below)} lower down. Was it shut?`
			}
		];
	});
}

/** Seen across, walls widen up to the waist and narrow above it; left and right are nearly alike. */
function walls(vehicle: Vehicle): Question[] {
	return stationsOf(vehicle).flatMap(([id, station]) => {
		const widths = Object.entries(station.widths).sort(([, a], [, b]) => a.z - b.z);
		return widths.flatMap(([key, w], i): Question[] => {
			const path = ['vehicle', 'stations', id, 'widths', key, 'left'];
			const found: Question[] = [];
			if (w.right && Math.abs(w.right.mm - w.left.mm) > SIDES_DIFFER)
				found.push({
					path,
					text: `Left and right differ by ${lengthMark(Math.abs(w.right.mm - w.left.mm))}. Is the centre line in the middle?`
				});
			if (i > 0 && i < widths.length - 1 && w.left.mm < Math.min(widths[i - 1][1].left.mm, widths[i + 1][1].left.mm) - 5)
				found.push({ path, text: 'The wall would pinch in here and widen again above. Vehicles are widest once, at the waist.' });
			return found;
		});
	});
}

/** Along the vehicle, a station lies near the line between its neighbours. */
function neighbours(vehicle: Vehicle): Question[] {
	const stations = stationsOf(vehicle);
	const at = (i: number) => piecewise(Object.values(stations[i][1].widths).map((w) => [w.z, w.left.mm] as const));
	return stations.flatMap(([id, station], i) => {
		if (i === 0 || i === stations.length - 1) return [];
		const [before, after] = [stations[i - 1][1], stations[i + 1][1]];
		const share = (station.x - before.x) / (after.x - before.x);
		return Object.entries(station.widths).flatMap(([key, w]): Question[] => {
			const expected = valueAt(at(i - 1), w.z) * (1 - share) + valueAt(at(i + 1), w.z) * share;
			const off = w.left.mm - expected;
			if (Math.abs(off) <= BEND) return [];
			const word = off > 0 ? 'wider' : 'narrower';
			return [
				{
					path: ['vehicle', 'stations', id, 'widths', key, 'left'],
					text: `${lengthMark(Math.abs(2 * off))} ${word} than the sections before and behind it. Was the tape level and square across?`
				}
			];
		});
	});
}

/** A roof is highest in the middle. */
const ceilings = (vehicle: Vehicle): Question[] =>
	stationsOf(vehicle).flatMap(([id, station]) => {
		const heights = Object.entries(station.ceiling).sort(([, a], [, b]) => a.y - b.y);
		return heights.flatMap(([key, c], i): Question[] =>
			i > 0 && c.z.mm > heights[i - 1][1].z.mm + 5
				? [{ path: ['vehicle', 'stations', id, 'ceiling', key, 'z'], text: 'Higher than nearer the middle. Was the tape upright?' }]
				: []
		);
	});

/** An arch stands against a wall, inside the vehicle, and its top is not longer than its foot. */
function arches(vehicle: Vehicle): Question[] {
	const [, station] = stationsOf(vehicle)[0];
	const floor = Object.values(station.widths).sort((a, b) => a.z - b.z)[0].left.mm;
	return Object.entries(vehicle.arches).flatMap(([id, arch]): Question[] => {
		const at = (key: string) => ['vehicle', 'arches', id, key];
		const found: Question[] = [];
		if (arch.inner.mm >= floor) found.push({ path: at('inner'), text: 'The arches would stand outside the walls.' });
		if (arch.topLength.mm > arch.floorLength.mm)
			found.push({ path: at('topLength'), text: 'The flat top would be longer than the foot of the arch.' });
		if (arch.start.mm + arch.floorLength.mm > vehicle.length.mm)
			found.push({ path: at('floorLength'), text: 'The arch would reach past the front of the floor.' });
		return found;
	});
}

/** Ratios of a reading to what a body style would have, by the slip that makes them. */
const SLIPS: [ratio: number, text: string][] = [
	[1 / 2.54, 'Inches typed as centimetres would look like this.'],
	[2.54, 'Centimetres typed as inches would look like this.'],
	[10, 'Ten times what such a vehicle has: millimetres for centimetres?'],
	[0.1, 'A tenth of what such a vehicle has: centimetres for millimetres?']
];
/** How close to such a ratio a reading must be, and from which size on guesses of ours are good enough to compare with, mm. */
const NEAR = 0.12;
const COMPARABLE = 250;

/** Measurements that stand in a telling ratio to what the body style starts with. */
function slips(vehicle: Vehicle): Question[] {
	const usual = starterVehicle(vehicle.bodyStyle, vehicle.name);
	const comparable: string[][] = [
		['length'],
		...Object.keys(vehicle.arches).flatMap((id) => ['height', 'inner', 'floorLength'].map((key) => ['arches', id, key]))
	];
	const pairs = comparable.flatMap((path) => {
		const [mine, theirs] = [valueAtPath(vehicle, path), valueAtPath(usual, path)] as (Measurement | undefined)[];
		return mine && theirs
			? [{ path, mm: mine.mm, usual: theirs.mm, shown: path.at(-1) === 'inner' && vehicle.arches[path[1]].side === 'both' ? 2 : 1 }]
			: [];
	});
	// `shown` is 2 where the tape runs from wall to wall and the plan keeps half of it.
	// Sections differ from plan to plan; any of the usual widths and heights will do for their size.
	const [first] = Object.values(usual.stations);
	const [width, height] = [Object.values(first.widths)[0].left.mm, Object.values(first.ceiling)[0].z.mm];
	for (const [id, station] of stationsOf(vehicle)) {
		for (const [key, w] of Object.entries(station.widths))
			pairs.push({ path: ['stations', id, 'widths', key, 'left'], mm: w.left.mm, usual: width, shown: w.right ? 1 : 2 });
		for (const [key, c] of Object.entries(station.ceiling))
			pairs.push({ path: ['stations', id, 'ceiling', key, 'z'], mm: c.z.mm, usual: height, shown: 1 });
	}
	return pairs.flatMap(({ path, mm, usual: start, shown }): Question[] => {
		if (start < COMPARABLE) return [];
		const slip = SLIPS.find(([ratio]) => Math.abs(mm / start / ratio - 1) < NEAR);
		return slip ? [{ path: ['vehicle', ...path], text: `${slip[1]} Such a vehicle has about ${lengthMark(start * shown)} there.` }] : [];
	});
}
