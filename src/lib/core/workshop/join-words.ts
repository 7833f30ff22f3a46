import type { Connection, Fastener } from '../connections';

const KINDS: Readonly<Record<Fastener['kind'], readonly [one: string, many: string]>> = {
	screw: ['screw ', 'screws '],
	pin: ['pin ', 'pins '],
	'pocket screw': ['pocket screw ', 'pocket screws '],
	bolt: ['bolt M', 'bolts M'],
	dowel: ['dowel ', 'dowels ']
};

const FAULTS: Readonly<Record<NonNullable<Connection['fault']>, string>> = {
	'too thin': 'too thin for it',
	'too narrow': 'no room for it',
	'not this way': 'cannot be done here',
	'meets another': 'would meet others in the wood'
};

/** What two parts are joined with, in a few words, and what is wrong with it. */
export function joinWords({ fasteners, brackets, glued, fault, way }: Connection): string {
	const [one] = fasteners;
	const words = [
		...(one ? [`${fasteners.length} ${KINDS[one.kind][fasteners.length === 1 ? 0 : 1]}${one.diameter} × ${one.length}`] : []),
		...(brackets > 0 ? [brackets === 1 ? 'a bracket' : `${brackets} brackets`] : []),
		...(glued > 0 ? ['glue'] : [])
	];
	return [words.join(', ') || (way === 'nothing' ? 'not joined' : way), ...(fault ? [FAULTS[fault]] : [])].join('; ');
}

/** Joints of parts called alike that are made alike, together; those with something wrong first. */
export function alikeJoints(connections: readonly Connection[], nameOf: (part: string) => string): Connection[][] {
	const found = new Map<string, Connection[]>();
	for (const one of connections) {
		const key = [nameOf(one.from), nameOf(one.into), one.said, one.before && nameOf(one.before), joinWords(one)].join('|');
		found.set(key, [...(found.get(key) ?? []), one]);
	}
	return [...found.values()].sort(([a], [b]) => Number(Boolean(b.fault)) - Number(Boolean(a.fault)));
}
