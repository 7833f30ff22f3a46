import type { Hardware } from '../pieces';
import type { Joins } from '../plan/join';
import type { Connection, Fastener } from './fastener';

/** Brackets have two screws in either part, or bolts where it is metal. */
const IN_EITHER = 2;
/** What is said to hold a part to the vehicle by brackets takes two. */
const BRACKETS_OF_PART = 2;

const NAMES: Readonly<Record<Fastener['kind'], (size: string) => string>> = {
	screw: (size) => `Countersunk screw ${size}`,
	pin: (size) => `Pin ${size}`,
	'pocket screw': (size) => `Pocket screw ${size}, coarse thread`,
	bolt: (size) => `Hexagon bolt M${size}, with nut and two washers`,
	dowel: (size) => `Fluted dowel ${size}`
};

/** Glue for so much face takes so much of it (typical of white glue, 150 g/m²), g. */
const GLUE = 150e-6;

/** What joints take that is bought: screws and the like by size, brackets with their screws, glue by weight. */
export function joinHardware(connections: readonly Connection[], joins: Joins = {}): Hardware[] {
	const counts = new Map<string, number>();
	const add = (name: string, count: number) => count > 0 && counts.set(name, (counts.get(name) ?? 0) + count);
	for (const { fasteners, brackets, metal } of connections) {
		for (const { kind, diameter, length } of fasteners) add(NAMES[kind](`${diameter} × ${length}`), 1);
		add(BRACKET, brackets);
		add(SCREW_OF_BRACKET, IN_EITHER * (2 - metal) * brackets);
		add(BOLT_OF_BRACKET, IN_EITHER * metal * brackets);
	}
	for (const [key, way] of Object.entries(joins))
		if (way === 'brackets' && key !== 'all' && !key.includes('+')) {
			add(BRACKET, BRACKETS_OF_PART);
			add(SCREW_OF_BRACKET, 2 * IN_EITHER * BRACKETS_OF_PART);
		}
	add('Wood glue, grams', Math.ceil(glueOf(connections)));
	return [...counts].map(([name, count]) => ({ name, count }));
}

const BRACKET = 'Angle bracket 40 × 40';
const SCREW_OF_BRACKET = 'Countersunk screw 3.5 × 16';
const BOLT_OF_BRACKET = NAMES.bolt('5 × 16');

/** Glue that joints take, g. */
export const glueOf = (connections: readonly Connection[]): number => GLUE * connections.reduce((sum, { glued }) => sum + glued, 0);
