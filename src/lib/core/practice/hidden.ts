import { buildInterior, ceilingAt, diagonalAt, halfWidth, type MeasurementEntry } from '../interior';
import { valueAtPath } from '../plan/edit';
import type { Measurement } from '../plan/measurement';
import { starterVehicle } from '../plan/starter';
import type { BodyStyle, Station, Vehicle } from '../plan/vehicle';
import { remember } from '../memory';
import { normal, randomFrom } from './random';

const exact = (mm: number): Measurement => ({ mm, plusMinus: 0, status: 'measured twice' });

/** How far hidden vehicles differ from what anybody would guess of their body style: share of each size, one deviation. */
const DIFFERS = 0.025;
/** How far their walls belly out and their roofs rise between the guessed sections, mm. */
const BELLY = 14;
/** Distance between the sections of a hidden vehicle, mm: much closer than anybody measures. */
const CLOSE = 200;

/** Every measurement of a value replaced, its tables kept. */
function eachMeasurement(value: unknown, change: (mm: number, path: string[]) => number, path: string[] = []): unknown {
	if (typeof value !== 'object' || value === null) return value;
	if ('mm' in value && 'plusMinus' in value) return exact(Math.round(change((value as Measurement).mm, path)));
	if (Array.isArray(value)) return value.map((entry, i) => eachMeasurement(entry, change, [...path, String(i)]));
	return Object.fromEntries(Object.entries(value).map(([key, entry]) => [key, eachMeasurement(entry, change, [...path, key])]));
}

/**
 * The hidden vehicle of a number: an invented interior of a body style, every size exact. Its walls belly and its roof
 * arches between the places where one would measure first, as those of real vehicles do.
 */
export function hiddenVehicle(bodyStyle: BodyStyle, number: number): Vehicle {
	const random = randomFrom(`${bodyStyle}/${number}`);
	const guessed = starterVehicle(bodyStyle, 'Practice vehicle');
	const [longer, wider, higher] = [normal(random), normal(random), normal(random)].map((n) => 1 + DIFFERS * Math.max(-2, Math.min(2, n)));
	const varied = eachMeasurement(guessed, (mm, path) => {
		const [table, , , key] = path;
		const wobble = Math.max(-8, Math.min(8, 3 * normal(random)));
		if (table === 'stations') return mm * (path.includes('ceiling') ? higher : wider) + wobble;
		// A door stays as smooth as it was; a rear profile only leans a little more or less.
		if (table === 'rear' || table === 'openings') return mm * (path.at(-1) === 'first' || path.at(-1) === 'second' ? wider : longer);
		return mm * (key === undefined && table === 'length' ? longer : (longer + wider) / 2) + (table === 'length' ? 0 : wobble / 2);
	}) as Vehicle;
	const interior = buildInterior(varied);
	const [phase, belly] = [random() * Math.PI, BELLY * (0.6 + 0.4 * random())];
	const xs = Array.from({ length: Math.floor(varied.length.mm / CLOSE) }, (_, i) => (i + 0.5) * CLOSE);
	const heights = interior.knots.z;
	const station = (x: number): Station => {
		const bulge = belly * Math.sin((Math.PI * 2 * x) / varied.length.mm + phase);
		const widths = heights.map((z) => {
			const swell = (1 - Math.abs(z / heights[heights.length - 1] - 0.4)) * bulge;
			const left = exact(Math.round(halfWidth(interior, 'left', x, z) + swell));
			return [`w${Math.round(z)}`, { z, left }] as const;
		});
		const offsets = interior.knots.y.filter((y) => y >= 0);
		const ceiling = offsets.map((y) => [`c${y}`, { y, z: exact(Math.round(ceilingAt(interior, x, y) + bulge / 2)) }] as const);
		return { x, widths: Object.fromEntries(widths), ceiling: Object.fromEntries(ceiling) };
	};
	return { ...varied, stations: Object.fromEntries(xs.map((x) => [`s${x}`, station(x)])) };
}

const interiorOfHidden = remember(buildInterior);

/**
 * What an infallible tape would say of a measurement of the learner's vehicle, in mm as the plan keeps it; undefined
 * for something that the hidden vehicle has not.
 */
export function trueValue(hidden: Vehicle, learned: Vehicle, path: MeasurementEntry['path']): number | undefined {
	const [, table, id, readings, key, side] = path;
	const interior = interiorOfHidden(hidden);
	if (table === 'stations') {
		const station = learned.stations[id];
		if (readings === 'ceiling') return ceilingAt(interior, station.x, station.ceiling[key].y);
		return halfWidth(interior, side === 'right' ? 'right' : 'left', station.x, station.widths[key].z);
	}
	if (table === 'diagonals') {
		const { x, z, from } = learned.diagonals[id];
		return diagonalAt(interior, from, x, z);
	}
	return (valueAtPath(hidden, path.slice(1)) as Measurement | undefined)?.mm;
}
