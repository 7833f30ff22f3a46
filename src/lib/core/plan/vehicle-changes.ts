import type { Edit } from './edit';
import { freeId } from './id';
import { measurement, type Measurement } from './measurement';
import type { Plan } from './plan';
import { defaultSetting } from './seat-setting';
import { starterVehicle } from './starter';
import type { RearBench } from './seat';
import type { Station } from './vehicle';
import { forgetAsides } from './set-aside';

const guessed = ({ mm }: Measurement): Measurement => measurement(mm, 'guessed');

/** Edits that add a cross-section at x: the nearest one's sizes, as guesses. */
export function addStation({ vehicle }: Plan, x: number): Edit[] {
	const nearest = Object.values(vehicle.stations).reduce((a, b) => (Math.abs(a.x - x) < Math.abs(b.x - x) ? a : b));
	const widths = Object.entries(nearest.widths).map(([id, w]) => {
		const right = w.right && { right: guessed(w.right) };
		return [id, { z: w.z, left: guessed(w.left), ...right }] as const;
	});
	const ceiling = Object.entries(nearest.ceiling).map(([id, c]) => [id, { y: c.y, z: guessed(c.z) }] as const);
	const station: Station = { x, widths: Object.fromEntries(widths), ceiling: Object.fromEntries(ceiling) };
	return [{ path: ['vehicle', 'stations', freeId(vehicle.stations, `station ${Math.round(x)}`)], value: station }];
}

/** Edits that add the two diagonals of a cross-section, from either foot up to its highest width, as guesses of what they are by now. */
export function addDiagonals({ vehicle }: Plan, stationId: string): Edit[] {
	const { x, widths } = vehicle.stations[stationId];
	const sorted = Object.values(widths).sort((a, b) => a.z - b.z);
	const [foot, top] = [sorted[0], sorted[sorted.length - 1]];
	const long = Math.round(Math.hypot(foot.left.mm + (top.right ?? top.left).mm, top.z));
	return (['left', 'right'] as const).map((from): Edit => {
		const id = `${from}-${Math.round(x)}`;
		return { path: ['vehicle', 'diagonals', id], value: { x, z: Math.max(50, top.z), from, distance: measurement(long, 'guessed') } };
	});
}

/** Edits that take out a cross-section; none for the last one, since an interior needs a station. */
export const removeStation = ({ vehicle }: Plan, id: string): Edit[] =>
	Object.keys(vehicle.stations).length > 1 ? [{ path: ['vehicle', 'stations', id], value: undefined }] : [];

/** Edits that take one width or ceiling height out of a cross-section; none for the last of its sort. */
export function removeReading({ vehicle }: Plan, station: string, table: 'widths' | 'ceiling', id: string): Edit[] {
	const readings = vehicle.stations[station][table];
	return Object.keys(readings).length > 1 ? [{ path: ['vehicle', 'stations', station, table, id], value: undefined }] : [];
}

/** Edits that turn a pair of arches measured as one into two, to be measured apart. */
export function splitArches({ vehicle }: Plan, id: string): Edit[] {
	const arch = vehicle.arches[id];
	if (arch.side !== 'both') return [];
	const left = freeId(vehicle.arches, 'left arch');
	const right = freeId(vehicle.arches, 'right arch');
	return [
		{ path: ['vehicle', 'arches', left], value: { ...arch, side: 'left' } },
		{ path: ['vehicle', 'arches', right], value: { ...arch, side: 'right' } },
		{ path: ['vehicle', 'arches', id], value: undefined }
	];
}

/** Edits that put the usual pair of wheel arches of the body style into a vehicle that has none. */
export const addArches = ({ vehicle }: Plan): Edit[] => [
	{ path: ['vehicle', 'arches'], value: starterVehicle(vehicle.bodyStyle, vehicle.name).arches }
];

/** Edits that put a rear bench into a vehicle, all sizes guessed, and its state into every mode. */
export function addBench({ vehicle, modes }: Plan): Edit[] {
	const id = freeId(vehicle.seats, 'bench');
	const guess = (mm: number) => measurement(Math.round(mm), 'guessed');
	const back = vehicle.length.mm * 0.32;
	const bench: RearBench = {
		type: 'rear bench',
		name: 'Rear bench',
		y: 0,
		width: guess(1150),
		back: guess(back),
		top: guess(850),
		angle: 18,
		cushionLength: guess(460),
		cushionHeight: guess(350),
		foldedRear: guess(back - 60),
		foldedLength: guess(640),
		foldedHeightRear: guess(300),
		foldedHeightFront: guess(330),
		foldedSteps: {},
		removable: true,
		belts: 2
	};
	return [
		{ path: ['vehicle', 'seats', id], value: bench },
		...Object.entries(modes).map(([mode, { use }]): Edit => ({ path: ['modes', mode, 'seats', id], value: defaultSetting(bench, use) }))
	];
}

/** Edits that take a seat out of the vehicle for good, out of every mode and from whoever drives in it as well. */
export const removeSeat = (plan: Plan, id: string): Edit[] => [
	...Object.entries(plan.modes)
		.filter(([, mode]) => Object.hasOwn(mode.seats, id))
		.map(([mode]): Edit => ({ path: ['modes', mode, 'seats', id], value: undefined })),
	...Object.entries(plan.crew)
		.filter(([, person]) => person.driving?.seat === id)
		.map(([person]): Edit => ({ path: ['crew', person, 'driving'], value: undefined })),
	...forgetAsides(plan, id),
	{ path: ['vehicle', 'seats', id], value: undefined }
];
