import type { Measurement } from '../plan/measurement';
import type { Vehicle } from '../plan/vehicle';
import { lengthMark } from '../units';
import type { AddEntry, MeasurementEntry } from './measuring-entry';

type Block = Record<'start' | 'length' | 'right' | 'left' | 'low' | 'high', Measurement>;

/** The six sizes of a block of space. */
function block(add: AddEntry, group: MeasurementEntry['group'], path: string[], name: string, sizes: Block): void {
	const one = (key: keyof Block, label: string, how: string) => add(group, [...path, key], `${name}: ${label}`, how, sizes[key]);
	one('start', 'start', 'Shut rear door to its rear end, along the floor.');
	one('length', 'length', 'Rear end to front end.');
	one('right', 'right-hand face', 'Centre line to its right-hand face; negative when that lies to the right of it.');
	one('left', 'left-hand face', 'Centre line to its left-hand face; negative when that lies to the right of it.');
	one('low', 'underside', 'Floor to its underside; negative below the floor.');
	one('high', 'top', 'Floor to its top.');
}

/** The measurements of openings, windows, fixtures, scribed walls, zones, anchors and no-drill areas. */
export function fittingEntries(vehicle: Vehicle, add: AddEntry): void {
	for (const [id, opening] of Object.entries(vehicle.openings)) {
		const one = (path: string[], label: string, how: string, size: Measurement, factor: 1 | -1 = 1) =>
			add('Openings', ['openings', id, ...path], `${opening.name}: ${label}`, how, size, factor);
		const rear = opening.place === 'rear';
		const [first, second] = rear ? ['right-hand edge', 'left-hand edge'] : ['rear edge', 'front edge'];
		one(['sill'], 'sill', 'Door open: floor to the lower edge that things have to be lifted over.', opening.sill);
		one(['head'], 'head', 'Door open: floor to the upper edge.', opening.head);
		for (const [key, edge] of Object.entries(opening.edges)) {
			const from = rear ? 'Centre line to the edge' : 'Shut rear door to the edge, along the floor';
			const at = `${lengthMark(edge.z)} up`;
			one(['edges', key, 'first'], `${first} ${at}`, `${from}, ${at}.`, edge.first, rear ? -1 : 1);
			one(['edges', key, 'second'], `${second} ${at}`, `${from}, ${at}.`, edge.second);
		}
		if (opening.door !== 'none')
			one(['thickness'], 'thickness of the door', 'Inner face of its trim to the outer skin.', opening.thickness);
	}
	for (const [id, window] of Object.entries(vehicle.windows)) {
		const one = (path: string[], label: string, how: string, size: Measurement, factor: 1 | -1 = 1) =>
			add('Windows', ['windows', id, ...path], `${window.name}: ${label}`, how, size, factor);
		const across = window.place === 'rear' || window.place === 'front';
		const [first, second] = across ? ['right-hand edge', 'left-hand edge'] : ['rear edge', 'front edge'];
		one(['sill'], 'lower edge', 'Floor to the lower edge of the glass, straight up.', window.sill);
		one(['head'], 'upper edge', 'Floor to the upper edge of the glass, straight up.', window.head);
		for (const [key, edge] of Object.entries(window.edges)) {
			const from = across ? 'Centre line to the edge of the glass' : 'Shut rear door to the edge of the glass, along the floor';
			const at = `${lengthMark(edge.z)} up`;
			one(['edges', key, 'first'], `${first} ${at}`, `${from}, ${at}.`, edge.first, across ? -1 : 1);
			one(['edges', key, 'second'], `${second} ${at}`, `${from}, ${at}.`, edge.second);
		}
	}
	for (const [id, fixture] of Object.entries(vehicle.fixtures)) block(add, 'Steps, pillars, pits', ['fixtures', id], fixture.name, fixture);
	for (const [id, { x, z, from, distance }] of Object.entries(vehicle.diagonals)) {
		const other = from === 'left' ? 'right' : 'left';
		const how = `Foot of the ${from}-hand wall up to the ${other}-hand wall ${lengthMark(z)} above the floor, ${lengthMark(x)} from the rear door. It proves widths and heights; nothing is built by it.`;
		add('Cross-sections', ['diagonals', id, 'distance'], `Diagonal ${lengthMark(x)} forward, from the ${from}`, how, distance);
	}
	for (const [id, contour] of Object.entries(vehicle.contours)) {
		const { line, name } = contour;
		if (line.type !== 'batten') continue;
		const one = (path: string[], label: string, how: string, size: Measurement) =>
			add('Scribed walls', ['contours', id, 'line', ...path], `${name}: ${label}`, how, size);
		const up = `${lengthMark(contour.z)} above the floor`;
		one(['batten'], 'batten', `Hold a straight batten along the vehicle ${up}: centre line to the batten.`, line.batten);
		one(['start'], 'first offset', 'Shut rear door to the place of the first offset.', line.start);
		line.offsets.forEach((offset, i) =>
			one(
				['offsets', String(i)],
				`offset ${i + 1}`,
				`Batten to the wall, square to it, ${lengthMark(i * line.step)} along from the first offset.`,
				offset
			)
		);
	}
	for (const [id, zone] of Object.entries(vehicle.zones)) block(add, 'Keep clear', ['zones', id], zone.name, zone);
	for (const [id, anchor] of Object.entries(vehicle.anchors)) {
		const one = (key: 'x' | 'y' | 'z', label: string, how: string) =>
			add('Anchors', ['anchors', id, key], `${anchor.name}: ${label}`, how, anchor[key]);
		one('x', 'along', 'Shut rear door to its middle.');
		one('y', 'across', 'Centre line to its middle; negative to the right.');
		one('z', 'height', 'Floor to its middle.');
	}
	for (const [id, area] of Object.entries(vehicle.noDrill)) {
		const upright = area.surface.endsWith('wall');
		const one = (key: 'start' | 'length' | 'low' | 'high', label: string, how: string) =>
			add('No drilling', ['noDrill', id, key], `${area.name}: ${label}`, how, area[key]);
		one('start', 'start', 'Shut rear door to its rear end.');
		one('length', 'length', 'Rear end to front end.');
		one(
			'low',
			upright ? 'lower edge' : 'right-hand edge',
			upright ? 'Floor to its lower edge.' : 'Centre line to its right-hand edge; negative to the right.'
		);
		one(
			'high',
			upright ? 'upper edge' : 'left-hand edge',
			upright ? 'Floor to its upper edge.' : 'Centre line to its left-hand edge; negative to the right.'
		);
	}
}
