import type { Opening } from '../plan/fittings';
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

/** Lower and upper edge of an opening or a window, and its edges at the heights at which they are taken. */
function edgeEntries(
	add: AddEntry,
	group: MeasurementEntry['group'],
	path: string[],
	outline: Pick<Opening, 'name' | 'sill' | 'head' | 'edges'>,
	words: { across: boolean; sill: [label: string, how: string]; head: [label: string, how: string]; of: string }
): void {
	const one = (key: string[], label: string, how: string, size: Measurement, factor: 1 | -1 = 1) =>
		add(group, [...path, ...key], `${outline.name}: ${label}`, how, size, factor);
	const [first, second] = words.across ? ['right-hand edge', 'left-hand edge'] : ['rear edge', 'front edge'];
	one(['sill'], ...words.sill, outline.sill);
	one(['head'], ...words.head, outline.head);
	for (const [key, edge] of Object.entries(outline.edges)) {
		const from = words.across ? `Centre line to the edge${words.of}` : `Shut rear door to the edge${words.of}, along the floor`;
		const at = `${lengthMark(edge.z)} up`;
		one(['edges', key, 'first'], `${first} ${at}`, `${from}, ${at}.`, edge.first, words.across ? -1 : 1);
		one(['edges', key, 'second'], `${second} ${at}`, `${from}, ${at}.`, edge.second);
	}
}

function openingEntries(vehicle: Vehicle, add: AddEntry): void {
	for (const [id, opening] of Object.entries(vehicle.openings)) {
		edgeEntries(add, 'Openings', ['openings', id], opening, {
			across: opening.place === 'rear',
			sill: ['sill', 'Door open: floor to the lower edge that things have to be lifted over.'],
			head: ['head', 'Door open: floor to the upper edge.'],
			of: ''
		});
		if (opening.door !== 'none')
			add(
				'Openings',
				['openings', id, 'thickness'],
				`${opening.name}: thickness of the door`,
				'Inner face of its trim to the outer skin.',
				opening.thickness
			);
	}
	for (const [id, window] of Object.entries(vehicle.windows))
		edgeEntries(add, 'Windows', ['windows', id], window, {
			across: window.place === 'rear' || window.place === 'front',
			sill: ['lower edge', 'Floor to the lower edge of the glass, straight up.'],
			head: ['upper edge', 'Floor to the upper edge of the glass, straight up.'],
			of: ' of the glass'
		});
}

/** The measurements of openings, windows, fixtures, scribed walls, zones, anchors and no-drill areas. */
export function fittingEntries(vehicle: Vehicle, add: AddEntry): void {
	openingEntries(vehicle, add);
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
