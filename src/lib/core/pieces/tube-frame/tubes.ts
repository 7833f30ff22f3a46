import type { Hardware, Part } from '../assembly';
import { barIn, boughtIn, type Range } from '../making';

/** Weight of a connector, plastic or cast, with short arms inside the tubes, kg. */
const CONNECTOR_WEIGHT = 0.05;

/** The outer box of a frame and what it is joined with. */
export interface Cage {
	x: Range;
	y: Range;
	z: Range;
	/** Side of the tube, and how far every tube ends from the outer face of its connector, mm. */
	tube: number;
	connector: number;
	/** Stretches along x between joints. */
	bays: number;
	/** Whether a joint (0 to bays) has an upright on the near side: lower y, or higher y when `nearLeft`. */
	nearUpright: (joint: number) => boolean;
	nearLeft: boolean;
	/** Rails across at the bottom joints between the ends. */
	bottomCross: boolean;
	stock: string;
	link: string;
}

/** Outer faces of the joints along a length: as many as stretches and one more, all equally far apart. */
export function jointsAlong([from, to]: Range, bays: number, connector: number): Range[] {
	const step = tubeBetween(to - from, bays, connector) + connector;
	return Array.from({ length: bays + 1 }, (_, i) => [from + i * step, from + i * step + connector]);
}

/** Length of a tube between two neighbouring joints of a length: what the connectors leave of it, mm. */
export const tubeBetween = (outer: number, bays: number, connector: number): number => (outer - connector) / bays - connector;

/** What is left between the connectors at both ends of a range. */
const between = ([from, to]: Range, connector: number): Range => [from + connector, to - connector];

/** Every tube of a cage, and its connectors as blocks at the joints; connectors are counted by their arms. */
export function cageParts(cage: Cage): { parts: Part[]; hardware: Hardware[] } {
	const { x, y, z, tube, connector: c, bays, stock, link, nearLeft } = cage;
	const joints = jointsAlong(x, bays, c);
	const parts: Part[] = [];
	const arms = new Map<number, number>();
	const low = (range: Range): Range => [range[0], range[0] + tube];
	const high = (range: Range): Range => [range[1] - tube, range[1]];
	const near = (range: Range) => (nearLeft ? high(range) : low(range));
	const far = (range: Range) => (nearLeft ? low(range) : high(range));
	const sides = [
		{ y: near(y), upright: cage.nearUpright },
		{ y: far(y), upright: () => true }
	];
	let n = 0;
	const tubeIn = (name: string, box: { x: Range; y: Range; z: Range }, along: 'x' | 'y' | 'z') => {
		const size = box[along][1] - box[along][0];
		if (size > 1) parts.push(barIn(`tube-${++n}`, name, stock, link, box, along));
	};
	for (const side of sides) {
		for (const level of [low(z), high(z)])
			for (let i = 0; i < bays; i++) tubeIn('Tube along', { x: [joints[i][1], joints[i + 1][0]], y: side.y, z: level }, 'x');
		joints.forEach((joint, i) => {
			if (side.upright(i)) tubeIn('Tube upright', { x: centred(joint, tube), y: side.y, z: between(z, c) }, 'z');
			// Under raised rails legs stand at every joint: without, a rail of an open side bends over its whole length.
			if (z[0] > 0) tubeIn('Leg', { x: centred(joint, tube), y: side.y, z: [0, z[0]] }, 'z');
		});
	}
	joints.forEach((joint, i) => {
		const end = i === 0 || i === bays;
		for (const level of [low(z), high(z)]) {
			const crosses = end || level[1] === z[1] || cage.bottomCross;
			if (crosses) tubeIn('Tube across', { x: centred(joint, tube), y: between(y, c), z: level }, 'y');
			for (const side of sides) {
				const count = (end ? 1 : 2) + (side.upright(i) ? 1 : 0) + (crosses ? 1 : 0);
				arms.set(count, (arms.get(count) ?? 0) + 1);
				if (c > 0) {
					const block = { x: joint, y: blockAt(y, side.y, c), z: blockAt(z, level, c) };
					parts.push(boughtIn(`connector-${parts.length}`, 'Connector', link, block, CONNECTOR_WEIGHT));
				}
			}
		}
	});
	return {
		parts,
		hardware: [...arms].sort((a, b) => a[0] - b[0]).map(([count, number]) => ({ name: `Tube connector with ${count} arms`, count: number }))
	};
}

/** A tube's side in the middle of a connector's. */
const centred = ([from, to]: Range, tube: number): Range => [(from + to - tube) / 2, (from + to + tube) / 2];

/** The block of a connector at the end of a range at which a rail lies. */
const blockAt = (range: Range, rail: Range, c: number): Range =>
	rail[0] === range[0] ? [range[0], range[0] + c] : [range[1] - c, range[1]];
