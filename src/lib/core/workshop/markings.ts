import type { Drilled, PartLine } from '../cutting';
import type { Hole } from '../connections';
import type { Vec2 } from '../geometry/vector';
import { formatLength, type UnitSystem } from '../units';

/** Holes that are marked off along one line, or along several in the same places: all alike, drilled from one side. */
export interface Marking {
	/** A, B, C … on the drawing. */
	letter: string;
	/** Where the drill goes in: the face that is shown, the one behind it, or an edge of the part as it is drawn. */
	from: 'this face' | 'the face behind' | 'the left edge' | 'the right edge' | 'the lower edge' | 'the upper edge' | 'a slanting edge';
	/** The lines that are drawn first: so far from the left end or the lower edge; of holes in an edge, from the face behind. */
	line: { from: 'left' | 'bottom' | 'behind'; at: number[] };
	/** How far along each of them the holes are, from the lower edge or the left end. */
	along: number[];
	diameter: number;
	depth?: number;
	sunk?: number;
	slopes?: true;
	/** Where the holes are in the drawing. */
	places: Vec2[];
}

/** Which way the drill goes, by the greatest of its components. */
function entryOf({ along: { x, y, z } }: Hole): Marking['from'] {
	if (Math.abs(z) > 0.2) return z < 0 ? 'this face' : 'the face behind';
	if (Math.abs(x) > 0.98) return x > 0 ? 'the left edge' : 'the right edge';
	if (Math.abs(y) > 0.98) return y > 0 ? 'the lower edge' : 'the upper edge';
	return 'a slanting edge';
}

/** The value that most of some holes share, and those that do. */
function commonest(holes: readonly Hole[], of: (hole: Hole) => number): { at: number; holes: Hole[] } {
	const groups = new Map<number, Hole[]>();
	for (const hole of holes) groups.set(of(hole), [...(groups.get(of(hole)) ?? []), hole]);
	const [[at, found]] = [...groups].sort(([a, p], [b, q]) => q.length - p.length || a - b);
	return { at, holes: found };
}

const letterOf = (n: number): string => (n >= 26 ? letterOf(Math.floor(n / 26) - 1) : '') + String.fromCharCode(65 + (n % 26));

/**
 * What is drilled in a part for its joints, as one marks it in a workshop: a line at a distance from one edge, and holes along it from
 * the other. As few lines as a greedy choice finds.
 */
export function markingsOf({ holes }: Drilled): Marking[] {
	const kinds = new Map<string, Hole[]>();
	for (const hole of holes) {
		const key = JSON.stringify([entryOf(hole), hole.diameter, hole.depth, hole.sunk, hole.slopes]);
		kinds.set(key, [...(kinds.get(key) ?? []), hole]);
	}
	const markings: Marking[] = [];
	for (const [first, ...others] of kinds.values()) {
		const from = entryOf(first);
		const rows: Pick<Marking, 'line' | 'along' | 'places'>[] = [];
		for (let left = [first, ...others]; left.length > 0;) {
			const inFace = from === 'this face' || from === 'the face behind';
			const sideways = from === 'the left edge' || from === 'the right edge';
			const [across, up] = [commonest(left, ({ at }) => at.x), commonest(left, ({ at }) => at.y)];
			const edge = commonest(left, ({ at }) => at.z);
			const line = !inFace
				? ({ from: 'behind', ...edge } as const)
				: across.holes.length >= up.holes.length
					? ({ from: 'left', ...across } as const)
					: ({ from: 'bottom', ...up } as const);
			const along = (hole: Hole) => (line.from === 'left' || (line.from === 'behind' && sideways) ? hole.at.y : hole.at.x);
			const places = line.holes.map(({ at: { x, y } }) => ({ x, y }));
			const stops = line.holes.map(along).sort((a, b) => a - b);
			const alike = rows.find((row) => row.line.from === line.from && row.along.join() === stops.join());
			if (alike) {
				alike.line.at.push(line.at);
				alike.places.push(...places);
			} else rows.push({ line: { from: line.from, at: [line.at] }, along: stops, places });
			left = left.filter((hole) => !line.holes.includes(hole));
		}
		const { diameter, depth, sunk, slopes } = first;
		for (const row of rows)
			markings.push({
				letter: letterOf(markings.length),
				from,
				diameter,
				...(depth === undefined ? {} : { depth }),
				...(sunk === undefined ? {} : { sunk }),
				...(slopes ? { slopes } : {}),
				...row,
				line: { from: row.line.from, at: row.line.at.sort((a, b) => a - b) }
			});
	}
	return markings;
}

/** How a marking is drilled, in words. Drills and screws are sold by the millimetre everywhere. */
export function drillWords({ from, diameter, depth, sunk, slopes }: Marking): string {
	if (slopes) return `From ${from}: pocket holes at 15°, drill ${diameter} mm with a stop collar`;
	const how = depth === undefined ? 'right through' : `${depth} mm deep`;
	return `From ${from}: drill ${diameter} mm ${how}${sunk === undefined ? '' : `, sunk to ${sunk} mm`}`;
}

/**
 * Where a marking is, in words.
 *
 * @param figure a length without its unit
 */
export function placeWords({ line, along }: Marking, figure: (value: number) => string): string {
	const from = { left: 'from the left end', bottom: 'from the lower edge', behind: 'from the face behind' }[line.from];
	const then = { left: 'up from the lower edge', bottom: 'along from the left end', behind: 'along it' }[line.from];
	return `${listed(line.at.map(figure))} ${from}, ${then} at ${listed(along.map(figure))}`;
}

const listed = (words: readonly string[]): string =>
	words.length > 1 ? `${words.slice(0, -1).join(', ')} and ${words.at(-1)}` : `${words[0]}`;

/** A length on a drawing, without its unit: half millimetres, or inches. */
export const figureIn =
	(system: UnitSystem) =>
	(value: number): string =>
		system === 'metric' ? `${Math.round(value * 2) / 2}` : formatLength(value, system);

/** Which copies of a part a drawing is of, in words; nothing where it is of all of them. */
export function copiesWords({ number, quantity, drilled }: PartLine, { copies }: Drilled): string {
	if (drilled.length < 2) return '';
	const letters = copies.map((copy) => (quantity === 1 ? `${number}` : `${number}${letterOf(copy).toLowerCase()}`));
	return listed(letters);
}
