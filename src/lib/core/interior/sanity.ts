import { piecewise, valueAt } from '../geometry/piecewise';
import { remember } from '../memory';
import { starterVehicle } from '../plan/starter';
import { valueAtPath } from '../plan/edit';
import type { Measurement } from '../plan/measurement';
import type { Vehicle } from '../plan/vehicle';
import { lengthMark } from '../units';
import { ceilingAt, diagonalAt, halfWidth } from './evaluate';
import { buildInterior, type Interior } from './interior';
import { measurementList } from './measuring';

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
	const found = [
		...slips(vehicle),
		...rearDoor(vehicle),
		...walls(vehicle),
		...neighbours(vehicle),
		...ceilings(vehicle),
		...arches(vehicle),
		...openings(vehicle),
		...windowQuestions(vehicle.windows, buildInterior(vehicle)),
		...seats(vehicle),
		...diagonals(vehicle),
		...odd(vehicle)
	];
	// One doubt for each measurement, the most telling first.
	const asked = new Set<string>();
	return found.filter(({ path }) => !asked.has(path.join('.')) && asked.add(path.join('.')));
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

/** A door opening lies within the room behind it, its sill below its head, its first edge before its second. */
function openings(vehicle: Vehicle): Question[] {
	const interior = buildInterior(vehicle);
	return Object.entries(vehicle.openings).flatMap(([id, opening]): Question[] => {
		const at = (...key: string[]) => ['vehicle', 'openings', id, ...key];
		const found: Question[] = [];
		if (opening.sill.mm >= opening.head.mm) found.push({ path: at('head'), text: 'The upper edge would lie below the sill.' });
		const x =
			opening.place === 'rear'
				? interior.rearmost
				: (Object.values(opening.edges)[0].first.mm + Object.values(opening.edges)[0].second.mm) / 2;
		if (opening.head.mm > ceilingAt(interior, x, 0) + SLACK)
			found.push({ path: at('head'), text: 'The opening would reach above the ceiling behind it.' });
		for (const [key, edge] of Object.entries(opening.edges)) {
			if (edge.first.mm >= edge.second.mm)
				found.push({ path: at('edges', key, 'second'), text: 'The two edges would have changed places.' });
			if (opening.place !== 'rear') continue;
			const [right, left] = [halfWidth(interior, 'right', x, edge.z), halfWidth(interior, 'left', x, edge.z)];
			if (-edge.first.mm > right + SLACK)
				found.push({ path: at('edges', key, 'first'), text: 'The opening would be wider than the room behind it.' });
			if (edge.second.mm > left + SLACK)
				found.push({ path: at('edges', key, 'second'), text: 'The opening would be wider than the room behind it.' });
		}
		return found;
	});
}

/** A window lies within the wall that it is in; one digit too many makes it longer than the vehicle. */
export const windowQuestions = remember((windows: Vehicle['windows'], interior: Interior): Question[] =>
	Object.entries(windows).flatMap(([id, { place, sill, head, edges }]): Question[] => {
		const at = (...key: string[]) => ['vehicle', 'windows', id, ...key];
		const found: Question[] = [];
		if (sill.mm >= head.mm) found.push({ path: at('head'), text: 'The upper edge would lie below the lower one.' });
		const ends = place === 'rear' || place === 'front';
		const x = place === 'front' ? interior.length : place === 'rear' ? interior.rearmost : interior.length / 2;
		if (head.mm > ceilingAt(interior, x, 0) + BEYOND) found.push({ path: at('head'), text: 'The window would reach above the roof.' });
		for (const [key, { z, first, second }] of Object.entries(edges)) {
			if (first.mm >= second.mm) found.push({ path: at('edges', key, 'second'), text: 'The two edges would have changed places.' });
			const half = Math.max(halfWidth(interior, 'left', x, z), halfWidth(interior, 'right', x, z)) + BEYOND;
			const [low, high] = ends ? [-half, half] : [-BEYOND, interior.length + BEYOND];
			const text = ends ? 'The window would be wider than the vehicle.' : 'The window would reach beyond the end of the vehicle.';
			if (first.mm < low || first.mm > high) found.push({ path: at('edges', key, 'first'), text });
			if (second.mm > high || second.mm < low) found.push({ path: at('edges', key, 'second'), text });
		}
		return found;
	})
);

/** A diagonal that was measured is as long as the widths and heights say, within what both may be off by. */
function diagonals(vehicle: Vehicle): Question[] {
	const interior = buildInterior({ ...vehicle, lining: { ...vehicle.lining, included: true } });
	return Object.entries(vehicle.diagonals).flatMap(([id, { x, z, from, distance }]): Question[] => {
		if (distance.status === 'guessed') return [];
		const off = distance.mm - diagonalAt(interior, from, x, z);
		if (Math.abs(off) <= SLACK) return [];
		const text = `${lengthMark(Math.round(Math.abs(off)))} ${off > 0 ? 'longer' : 'shorter'} than the widths there make it. One of them is wrong, or the middle is not in the middle.`;
		return [{ path: ['vehicle', 'diagonals', id, 'distance'], text }];
	});
}

/** Room for what two tapes read differently before a sum is doubted, mm; our own judgement. */
const SLACK = 25;
/** Glass is curved and bodies are wider than the room behind their lining: so far a window may reach, mm; our own judgement. */
const BEYOND = 700;

/** Sums along the vehicle: seats end before the floor does, and what folds down is not longer than what stood up. */
function seats(vehicle: Vehicle): Question[] {
	return Object.entries(vehicle.seats).flatMap(([id, seat]): Question[] => {
		const at = (key: string) => ['vehicle', 'seats', id, key];
		const found: Question[] = [];
		const slide = seat.slide?.mm ?? 0;
		if (seat.back.mm + seat.cushionLength.mm > vehicle.length.mm + SLACK)
			found.push({ path: at('back'), text: 'The seat would stand beyond the front of the floor.' });
		if (seat.top.mm <= seat.cushionHeight.mm) found.push({ path: at('top'), text: 'The top would be lower than the cushion.' });
		if (seat.type === 'front seat' && seat.drivingSlide.mm > slide + 5)
			found.push({ path: at('drivingSlide'), text: 'The driving position would lie beyond the end of the slide.' });
		if (seat.type === 'rear bench') {
			const standing = seat.top.mm - seat.cushionHeight.mm + seat.cushionLength.mm + 250;
			if (seat.foldedLength.mm > standing)
				found.push({ path: at('foldedLength'), text: 'Folded it would be longer than back and cushion together.' });
			if (Math.max(seat.foldedHeightRear.mm, seat.foldedHeightFront.mm) > seat.top.mm)
				found.push({ path: at('foldedHeightFront'), text: 'Folded it would be higher than upright.' });
		}
		return found;
	});
}

/** A reading that is off by less than this, or by less than so many times what the others scatter, is never odd; mm, our own judgement. */
const ODD = 26;
const TIMES = 3.5;
/** Fewer readings than this tell nothing about one of them. */
const ENOUGH = 5;

/** A reading beside what the body style has at the same place, mm as the plan keeps it. */
interface Sample {
	path: string[];
	mm: number;
	usual: number;
	/** 2 where the tape runs from wall to wall and the plan keeps half of it. */
	shown: number;
}

/** Widths and ceiling heights of all sections, beside those of the body style. */
function sectionSamples(vehicle: Vehicle): { widths: (Sample & { guessed: boolean })[]; heights: (Sample & { guessed: boolean })[] } {
	const usual = buildInterior(starterVehicle(vehicle.bodyStyle, vehicle.name));
	const read = stationsOf(vehicle);
	return {
		widths: read.flatMap(([id, { x, widths }]) =>
			Object.entries(widths).map(([key, w]) => ({
				path: ['vehicle', 'stations', id, 'widths', key, 'left'],
				mm: w.left.mm,
				usual: halfWidth(usual, 'left', x, w.z),
				shown: w.right ? 1 : 2,
				guessed: w.left.status === 'guessed'
			}))
		),
		heights: read.flatMap(([id, { x, ceiling }]) =>
			Object.entries(ceiling).map(([key, c]) => ({
				path: ['vehicle', 'stations', id, 'ceiling', key, 'z'],
				mm: c.z.mm,
				usual: ceilingAt(usual, x, c.y),
				shown: 1,
				guessed: c.z.status === 'guessed'
			}))
		)
	};
}

const median = (values: number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

/**
 * Widths, and ceiling heights, that do not go with the rest: vehicles of one body style are alike up to a scale, so each
 * reading is held against the style's size times the middle one of all ratios.
 */
function odd(vehicle: Vehicle): Question[] {
	const { widths, heights } = sectionSamples(vehicle);
	return [widths, heights].flatMap((all) => {
		const samples = all.filter(({ guessed }) => !guessed);
		if (samples.length < ENOUGH) return [];
		const ratio = median(samples.map(({ mm, usual }) => mm / usual));
		const offs = samples.map(({ mm, usual }) => mm - ratio * usual);
		// For normal errors 1.4826 times the median deviation is one standard deviation.
		const limit = Math.max(ODD, TIMES * 1.4826 * median(offs.map(Math.abs)));
		return samples.flatMap(({ path, shown }, i): Question[] => {
			if (Math.abs(offs[i]) <= limit) return [];
			const much = lengthMark(Math.round(Math.abs(offs[i]) * shown));
			const text = `${much} ${offs[i] > 0 ? 'more' : 'less'} than the other sections would lead one to think. Tape square and level? Read from its end?`;
			return [{ path, text }];
		});
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
	const pairs = measurementList(vehicle)
		.filter(({ path }) => path[1] !== 'stations')
		.flatMap(({ path, measurement, factor }) => {
			const theirs = valueAtPath(usual, path.slice(1)) as Measurement | undefined;
			return theirs ? [{ path: path.slice(1), mm: measurement.mm, usual: theirs.mm, shown: Math.abs(factor) }] : [];
		});
	const { widths, heights } = sectionSamples(vehicle);
	for (const { path, mm, usual, shown } of [...widths, ...heights]) pairs.push({ path: path.slice(1), mm, usual, shown });
	return pairs.flatMap(({ path, mm, usual: start, shown }): Question[] => {
		if (start < COMPARABLE) return [];
		const slip = SLIPS.find(([ratio]) => Math.abs(mm / start / ratio - 1) < NEAR);
		return slip ? [{ path: ['vehicle', ...path], text: `${slip[1]} Such a vehicle has about ${lengthMark(start * shown)} there.` }] : [];
	});
}
