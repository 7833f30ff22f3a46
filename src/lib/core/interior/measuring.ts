import type { Vehicle } from '../plan/vehicle';
import { lengthMark } from '../units';
import type { AddEntry, MeasurementEntry } from './measuring-entry';
import { fittingEntries } from './measuring-fittings';
import { seatEntries } from './measuring-seats';

/** Every measurement of a vehicle, in the order in which to take them. */
export function measurementList(vehicle: Vehicle): MeasurementEntry[] {
	const entries: MeasurementEntry[] = [];
	const add: AddEntry = (group, path, label, how, measurement, factor = 1) =>
		entries.push({ path: ['vehicle', ...path], group, label, how, factor, measurement });

	add(
		'Length',
		['length'],
		'Length of the floor',
		'Rear door shut: its inner face at the floor to the bulkhead or dashboard, along the middle.',
		vehicle.length
	);
	for (const [id, p] of Object.entries(vehicle.rear.profile))
		add(
			'Rear door',
			['rear', 'profile', id, 'x'],
			`Rear door, ${lengthMark(p.z)} up`,
			`Hang a plumb line from the shut door ${lengthMark(p.z)} above the floor: how far forward of the door’s foot does it touch down?`,
			p.x
		);
	add(
		'Rear door',
		['rear', 'cornerAlong'],
		'Rear corner, along',
		'How far forward of the door the rounded rear corner begins at the wall.',
		vehicle.rear.cornerAlong
	);
	add(
		'Rear door',
		['rear', 'cornerAcross'],
		'Rear corner, across',
		'How far in from the wall the corner rounding ends at the door.',
		vehicle.rear.cornerAcross
	);

	for (const [id, station] of Object.entries(vehicle.stations)) {
		const at = `${lengthMark(station.x)} from the rear door`;
		for (const [key, w] of Object.entries(station.widths)) {
			const path = ['stations', id, 'widths', key];
			const where = `${lengthMark(station.x)} forward, ${lengthMark(w.z)} up`;
			if (!w.right)
				add(
					'Cross-sections',
					[...path, 'left'],
					`Width ${where}`,
					`Wall to wall, ${lengthMark(w.z)} above the floor, ${at}. Hold the tape level.`,
					w.left,
					2
				);
			else {
				add(
					'Cross-sections',
					[...path, 'left'],
					`Left half-width ${where}`,
					`Centre line to the left-hand wall, ${lengthMark(w.z)} above the floor, ${at}.`,
					w.left
				);
				add(
					'Cross-sections',
					[...path, 'right'],
					`Right half-width ${where}`,
					`Centre line to the right-hand wall, ${lengthMark(w.z)} above the floor, ${at}.`,
					w.right
				);
			}
		}
		for (const [key, c] of Object.entries(station.ceiling))
			add(
				'Cross-sections',
				['stations', id, 'ceiling', key, 'z'],
				`Ceiling ${lengthMark(station.x)} forward, ${c.y === 0 ? 'in the middle' : `${lengthMark(c.y)} off the middle`}`,
				`Floor to ceiling, tape upright, ${c.y === 0 ? 'on the centre line' : `${lengthMark(c.y)} left or right of the centre line`}, ${at}.`,
				c.z
			);
	}
	for (const [id, arch] of Object.entries(vehicle.arches)) {
		const name = arch.side === 'both' ? 'Arches' : `${arch.side === 'left' ? 'Left' : 'Right'} arch`;
		const one = (key: 'start' | 'floorLength' | 'topLength' | 'height' | 'inner' | 'edge', label: string, how: string, factor: 1 | 2 = 1) =>
			add('Wheel arches', ['arches', id, key], `${name}: ${label}`, how, arch[key], factor);
		one('start', 'start', 'Shut rear door to the rear end of the arch, along the floor.');
		one('floorLength', 'length at the floor', 'Rear end to front end of the arch, along the floor.');
		one('topLength', 'length of the flat top', 'Only the flat part on top, where the ends have not begun to round off.');
		one('height', 'height', 'Floor to the top of the arch.');
		if (arch.side === 'both') one('inner', 'width between', 'Inner face to inner face, across the floor.', 2);
		else one('inner', 'inner face', 'Centre line to the inner face of the arch, across the floor.');
		one('edge', 'rounding of the inner edge', 'How far below the top the inner face begins to round off.');
	}
	seatEntries(vehicle, add);
	fittingEntries(vehicle, add);
	return entries;
}
