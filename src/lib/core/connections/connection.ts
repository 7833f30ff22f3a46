import type { Vec3 } from '../geometry/vector';
import { remember } from '../memory';
import type { Assembly, Part } from '../pieces';
import type { Stock } from '../plan';
import { ALL_JOINS, joinKey, type Joins, type JoinWay } from '../plan/join';
import { cleared, Placed } from './apart';
import { bodiesOf, boxOfPart } from './bodies';
import type { Connection } from './fastener';
import { out, seamsOf, spread, type Boxed, type Seam } from './seams';
import { madeBy, NOTHING, usualWay, type Made } from './ways';

/** How a seam is made, and whether the plan says so. */
interface Chosen {
	seam: Seam;
	way: JoinWay;
	said: boolean;
	made: Made;
}

/**
 * How two parts are joined where they lie against each other. What is said of these two and goes at none of their seams is told; what is
 * said of all parts of a piece and does not go with these is passed over.
 */
function chosenFor(seams: readonly Seam[], joins: Joins, key: string, body: readonly Boxed[]): Chosen[] {
	const way = joins[key] ?? joins[ALL_JOINS];
	const asSaid = seams.flatMap((seam): Chosen[] => {
		const made = way && madeBy(way, seam, body);
		return made ? [{ seam, way: way!, said: true, made }] : [];
	});
	if (asSaid.length > 0) return asSaid;
	if (joins[key]) {
		const [seam] = seams;
		const [{ part: a }, { part: b }] = seam.sides;
		return [{ seam, way: joins[key], said: true, made: { from: a.id, into: b.id, ...NOTHING, fault: 'not this way' } }];
	}
	return seams.flatMap((seam): Chosen[] => {
		const usual = usualWay(seam, body);
		return usual ? [{ seam, said: false, ...usual }] : [];
	});
}

/** The middle of what two parts share. */
function middleOfSeam({ sides: [one], shared: { outline } }: Seam): Vec3 {
	const { long, wide, at } = spread(outline);
	return out(one, at((long[0] + long[1]) / 2, (wide[0] + wide[1]) / 2), 0);
}

/** What is joined in one body of a piece. */
function joinedIn(parts: readonly Part[], stock: Stock, joins: Joins): Connection[] {
	const body = parts.map((part): Boxed => ({ part, box: boxOfPart(part) }));
	const pairs = new Map<string, Seam[]>();
	for (const seam of seamsOf(body, stock)) {
		const key = joinKey(seam.sides[0].part.id, seam.sides[1].part.id);
		pairs.set(key, [...(pairs.get(key) ?? []), seam]);
	}
	const placed = new Placed();
	return [...pairs].flatMap(([key, seams]) =>
		chosenFor(seams, joins, key, body).map(({ seam, way, said, made }): Connection => {
			const { sides, shared } = seam;
			const { long, wide } = spread(shared.outline);
			return {
				key,
				way,
				said,
				at: middleOfSeam(seam),
				outward: sides[0].facet.outward,
				size: [long[1] - long[0], wide[1] - wide[0]],
				metal: sides.filter(({ metal }) => metal).length,
				...cleared(made, seam, placed)
			};
		})
	);
}

const NONE: Joins = {};
const worked = remember((assembly: Assembly, stock: Stock, joins: Joins): Connection[] =>
	bodiesOf(assembly).flatMap((parts) => joinedIn(parts, stock, joins))
);

/**
 * How the parts of a piece are joined that lie against each other and move as one: wherever a face lies against a face, an edge or an end.
 *
 * @param joins what the plan says; else what suits. Remembered.
 */
export const connectionsOf = (assembly: Assembly, stock: Stock, joins: Joins = NONE): Connection[] => worked(assembly, stock, joins);
