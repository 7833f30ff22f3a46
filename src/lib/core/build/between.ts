import { behind, boxOfPart } from '../connections';
import { assemblyOf, interiorOf } from '../derive';
import { WAYS } from '../fastening';
import { footOf } from '../fastening/points';
import { boxRound, boxSeparation, type Box } from '../geometry/vector';
import { ceilingAt, openingsOf, type Interior, type OpeningSolid } from '../interior';
import { chainOf } from '../pieces/placing';
import type { Assembly, Part } from '../pieces';
import type { Plan } from '../plan/plan';

/** That one piece is in the vehicle, or fastened, before another one comes. */
export interface Before {
	first: string;
	then: string;
	/** The first is fastened by then, not only there. */
	fastened: boolean;
	because: string;
}

/** A piece as it stands when it is built, with the boxes round its parts. */
interface Standing {
	id: string;
	name: string;
	assembly: Assembly;
	parts: { part: Part; box: Box }[];
	/** Boxes round what is carried in as one. */
	carried: Box[];
}

/** Something whose underside is this near to the top of something else lies on it, mm, where they overlap by more than so much. */
const LIES = 3;
const OVERLAP = 10;
/** What is carried in clears what it passes by so much, mm. */
const CLEAR = 2;
/** Everybody stands outside there: further from the centre line than any wall, mm. */
const BEYOND = 2000;

const overlapsIn = (a: Box, b: Box, axis: 'x' | 'y' | 'z'): number => Math.min(a[axis][1], b[axis][1]) - Math.max(a[axis][0], b[axis][0]);

function standingOf(plan: Plan, id: string): Standing {
	const piece = plan.pieces[id];
	const assembly = assemblyOf(piece, plan);
	const parts = assembly.parts.filter(({ yields, form }) => !yields && form !== 'cloth').map((part) => ({ part, box: boxOfPart(part) }));
	const carried = assembly.links
		.filter(({ module }) => module)
		.flatMap(({ id: link }) => {
			const of = parts.filter(({ part }) => chainOf(assembly.links, part.link).includes(link));
			return of.length > 0 ? [boxRound(of)] : [];
		});
	return { id, name: piece.name, assembly, parts, carried };
}

/** Whether any part of one lies on any part of another. */
const liesOn = (upper: Standing, lower: Standing): boolean =>
	upper.parts.some(({ box: a }) =>
		lower.parts.some(
			({ box: b }) => Math.abs(a.z[0] - b.z[1]) <= LIES && overlapsIn(a, b, 'x') > OVERLAP && overlapsIn(a, b, 'y') > OVERLAP
		)
	);

/** The least shift that brings a stretch into another one; undefined where it is too long for it. */
function shiftInto([low, high]: [number, number], [from, to]: [number, number]): number | undefined {
	if (high - low > to - from) return undefined;
	return Math.max(0, from - low) + Math.min(0, to - high);
}

const shifted = ([low, high]: [number, number], by: number): [number, number] => [low + by, high + by];
const spanned = ([a, b]: [number, number], by: number): [number, number] => [a + Math.min(0, by), b + Math.max(0, by)];

/**
 * The way of a box out through an opening, lifted by so much: aside as far as the opening asks, then straight out. What it sweeps, box
 * by box; undefined where the opening is too low or narrow for it.
 */
function wayOut(box: Box, { opening, across, z: [sill, head] }: OpeningSolid, lifted: number): Box[] | undefined {
	const z = shifted(box.z, lifted);
	if (z[0] < sill || z[1] > head) return undefined;
	const { place } = opening;
	const aside = shiftInto(place === 'rear' ? box.y : box.x, across);
	if (aside === undefined) return undefined;
	if (place === 'rear') return [{ ...box, y: spanned(box.y, aside), z }, { x: [-1, box.x[1]], y: shifted(box.y, aside), z }];
	const out: [number, number] = place === 'left' ? [box.y[0], BEYOND] : [-BEYOND, box.y[1]];
	return [{ ...box, x: spanned(box.x, aside), z }, { x: shifted(box.x, aside), y: out, z }];
}

/** Ways of a box out of the vehicle: hardly lifted, over the sill, half way and as far as ceiling and opening let it. */
function waysOut(box: Box, openings: readonly OpeningSolid[], interior: Interior): Box[][] {
	const corners = box.x.flatMap((x) => box.y.map((y) => ceilingAt(interior, Math.max(0, x), y)));
	const head = Math.max(CLEAR, Math.min(...corners) - box.z[1] - CLEAR);
	return openings.flatMap((opening) =>
		[CLEAR, Math.max(CLEAR, opening.z[0] - box.z[0]), head / 2, Math.min(head, opening.z[1] - box.z[1])].flatMap((lifted) => {
			const way = lifted <= head ? wayOut(box, opening, lifted) : undefined;
			return way ? [way] : [];
		})
	);
}

/** Whether something that is carried in finds every such way of its own closed by another piece. */
function shutsOut(one: Standing, other: Standing, openings: readonly OpeningSolid[], interior: Interior): boolean {
	return one.carried.some((box) => {
		const ways = waysOut(box, openings, interior);
		// What already meets where it stands is another finding, and no matter of the way.
		const others = other.parts.filter((part) => boxSeparation(box, part.box) >= -LIES);
		return ways.length > 0 && ways.every((way) => way.some((swept) => others.some((part) => boxSeparation(swept, part.box) < 0)));
	});
}

/** What fastens a piece goes square through it: who stands where the driver would be. */
function beforeTheBolts(plan: Plan, one: Standing, others: readonly Standing[], interior: Interior): Before[] {
	const held = Object.values(plan.pieces[one.id].held ?? {});
	return others.flatMap((other): Before[] => {
		if (held.some((way) => 'neighbour' in way && way.neighbour === other.id)) return [];
		const hides = held.some((way) => {
			if (!WAYS[way.way].square) return false;
			const foot = footOf(plan.vehicle, interior, way);
			return foot && behind(foot.at, foot.into, other.parts, one.parts[0].part).length > 0;
		});
		return hides
			? [{ first: one.id, then: other.id, fastened: true, because: `${other.name} would stand before the bolts of ${one.name}` }]
			: [];
	});
}

/**
 * Which piece is in the vehicle before which: what carries before what lies on it, what would find its way in closed before what would
 * close it, and what is bolted before what would stand in front of the bolts. Ways in are level ones, straight and
 * aside, lifted or not: what finds none at all asks for nothing here (that it passes a door is asked by its own rule). Where two each want to be first because of their
 * ways in, neither is asked to be.
 */
export function piecesBefore(plan: Plan): { before: Before[]; against: Before[] } {
	const interior = interiorOf(plan.vehicle);
	const openings = openingsOf(plan.vehicle, interior);
	const all = Object.keys(plan.pieces)
		.map((id) => standingOf(plan, id))
		.filter(({ parts }) => parts.length > 0);
	const found: Before[] = [];
	for (const one of all) {
		const others = all.filter((other) => other !== one);
		for (const other of others) {
			if (liesOn(one, other) && !liesOn(other, one))
				found.push({ first: other.id, then: one.id, fastened: false, because: `${one.name} lies on ${other.name}` });
		}
		found.push(...beforeTheBolts(plan, one, others, interior));
	}
	for (const one of all)
		for (const other of all) {
			if (one === other || leadsTo(found, other.id, one.id) || leadsTo(found, one.id, other.id)) continue;
			if (shutsOut(one, other, openings, interior) && !shutsOut(other, one, openings, interior))
				found.push({ first: one.id, then: other.id, fastened: false, because: `${other.name} would close the way in for ${one.name}` });
		}
	return withoutRings(found);
}

/** Whether one comes before another by what is known so far. */
function leadsTo(known: readonly Before[], from: string, to: string, seen = new Set<string>()): boolean {
	if (from === to) return true;
	if (seen.has(from)) return false;
	seen.add(from);
	return known.some(({ first, then }) => first === from && leadsTo(known, then, to, seen));
}

/** What would close a ring is left out, the later said first: nobody can be before himself. It is given too, since it cannot be kept. */
function withoutRings(found: readonly Before[]): { before: Before[]; against: Before[] } {
	const [before, against]: [Before[], Before[]] = [[], []];
	for (const one of found) (leadsTo(before, one.then, one.first) ? against : before).push(one);
	return { before, against };
}
