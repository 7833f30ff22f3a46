import { remember } from '../memory';
import { nearIn } from '../geometry/near';
import { boxRound, boxSeparation, middleBetween, type Box } from '../geometry/vector';
import {
	archClearance,
	blockClearance,
	ceilingClearance,
	floorClearance,
	floorLining,
	frontClearance,
	rearClearance,
	openingsOf,
	reachesOut,
	seatClearance,
	seatSolid,
	solidSeparation,
	sweepClearance,
	throughOpening,
	wallClearance,
	type Clearance,
	type Interior,
	type OpeningSolid,
	type SeatSolid,
	type Solid
} from '../interior';
import { solidsOf, type NamedSolid, type PlacedPiece } from '../modes';
import type { Mode } from '../plan/plan';
import { check, type CheckContext, type Result } from './finding';
import type { Rule } from './topics';

/** Room of a solid; null when it does not count, or is known to be more than the least found so far. */
type Measure = (solid: Solid, least: number) => Clearance | null;

/** The solid of a piece with the least room. */
function tightest(piece: PlacedPiece, measure: Measure): { name: string; clearance: Clearance } | null {
	let least: { name: string; clearance: Clearance } | null = null;
	for (const { name, solid } of solidsOf(piece)) {
		const clearance = measure(solid, least?.clearance.margin ?? Infinity);
		if (clearance && (!least || clearance.margin < least.clearance.margin)) least = { name, clearance };
	}
	return least;
}

/** What a fit check says of one piece. */
function judge(rule: Rule, title: string, piece: PlacedPiece, measure: Measure, why: (part: string) => string): Result | null {
	const found = tightest(piece, measure);
	if (!found) return null;
	const { clearance, name } = found;
	return {
		rule,
		key: piece.id,
		title: `${piece.name}: ${title}`,
		subjects: [piece.id],
		margin: clearance.margin,
		comfort: 0,
		unit: 'mm',
		limit: 0,
		actual: clearance.margin,
		why: why(name),
		at: clearance.at,
		line: [clearance.at, clearance.against]
	};
}

/** A check of every piece against one thing of the interior, remembered by both: modes with the same state share it. */
function fitCheck(rule: Rule, title: string, measure: (interior: Interior) => Measure, why: (part: string) => string) {
	const judged = remember((interior: Interior, piece: PlacedPiece) => judge(rule, title, piece, measure(interior), why));
	return check({
		rule,
		reads: [],
		run: ({ scene }) => scene.pieces.map((piece) => judged(scene.interior, piece)).filter((result) => result !== null)
	});
}

const least = (clearances: (Clearance | null)[]): Clearance | null =>
	clearances.reduce<Clearance | null>((best, c) => (c && (!best || c.margin < best.margin) ? c : best), null);

const archesOf = (interior: Interior) => (solid: Solid) => least(interior.arches.map((arch) => archClearance(arch, solid)));

const wallsWords = (part: string) => `${part} comes closest to a side wall; walls lean, so its upper or lower edge decides.`;

const insideWalls = fitCheck('fit-walls', 'side walls', (interior) => (solid) => wallClearance(interior, solid), wallsWords);

export const fitArches = fitCheck('fit-arches', 'wheel arches', archesOf, (part) => `${part} comes closest to a wheel arch.`);

export const fitCeiling = fitCheck(
	'fit-ceiling',
	'ceiling',
	(interior) => (solid) => ceilingClearance(interior, solid),
	(part) => `${part} reaches highest under the ceiling.`
);

const behindRearDoor = fitCheck(
	'fit-rear',
	'closed rear door',
	(interior) => (solid) => rearClearance(interior, solid),
	(part) => `${part} comes closest to the closed rear door, which slopes forward and cuts the corners.`
);

/** The doors that stand open in a mode. */
export const openDoors = ({ plan, scene }: CheckContext<'openings' | 'lining'>): readonly OpeningSolid[] =>
	openIn(openingsOf(plan.vehicle, scene.interior), scene.mode);

const openIn = remember((openings: readonly OpeningSolid[], { doors }: Mode): readonly OpeningSolid[] =>
	openings.filter(({ id }) => doors[id] === 'open')
);
const rearOpenings = (context: CheckContext<'openings' | 'lining'>) => openDoors(context).filter(({ opening }) => opening.place === 'rear');

/** Against the side walls; what reaches out through an open side door is a matter of that opening. */
export const fitWalls = check({
	rule: 'fit-walls',
	reads: ['openings', 'lining'],
	run: (context) => {
		const open = openDoors(context).filter(({ opening }) => opening.place !== 'rear');
		if (open.length === 0) return insideWalls.run(context);
		const measure: Measure = (solid) => {
			const wall = wallClearance(context.scene.interior, solid);
			return open.some((door) => reachesOut(context.scene.interior, door, solid)) ? null : wall;
		};
		return context.scene.pieces.flatMap((piece) => judge('fit-walls', 'side walls', piece, measure, wallsWords) ?? []);
	}
});

/** Against the shut door; with a rear door open nothing is asked here, since what reaches out is a matter of the opening. */
export const fitRear = check({
	rule: 'fit-rear',
	reads: ['openings', 'lining'],
	run: (context) => (rearOpenings(context).length > 0 ? [] : behindRearDoor.run(context))
});

/** With a door open: whatever reaches out must pass between sill, head and edges of the opening. */
export const fitOpening = check({
	rule: 'fit-opening',
	reads: ['openings', 'lining'],
	run: (context) =>
		openDoors(context).flatMap((opening) =>
			context.scene.pieces.flatMap((piece) => {
				const measure: Measure = (solid) => (reachesOut(context.scene.interior, opening, solid) ? throughOpening(opening, solid) : null);
				const name = opening.opening.name.toLowerCase();
				const result = judge('fit-opening', `opening of the ${name}`, piece, measure, (part) => `${part} reaches out through the ${name}.`);
				return result ? [{ ...result, key: `${piece.id}+${opening.id}` }] : [];
			})
		)
});

/** Further from a door than this nobody needs to hear of it, mm. */
const NEAR_DOOR = 150;

/** Remembered by what the door sweeps: most of what changes in a vehicle is not beside it. */
const swept = remember((sweeps: OpeningSolid['sweeps'], { name: title }: OpeningSolid['opening'], piece: PlacedPiece): Result | null => {
	const name = title.toLowerCase();
	const measure: Measure = (solid, least) => sweepClearance({ sweeps }, solid, Math.min(least, NEAR_DOOR));
	const why = (part: string) => `${part} comes closest to what the ${name} sweeps as it opens.`;
	const result = judge('door-sweep', `opening the ${name}`, piece, measure, why);
	return result && result.margin < NEAR_DOOR ? result : null;
});

/** The space that a door needs to open, whether it stands open or is shut and has to be opened. */
export const doorSweep = check({
	rule: 'door-sweep',
	reads: ['openings', 'lining'],
	run: ({ plan, scene }) =>
		openingsOf(plan.vehicle, scene.interior).flatMap(({ id, opening, sweeps }) =>
			scene.pieces.flatMap((piece): Result[] => {
				const result = swept(sweeps, opening, piece);
				return result ? [{ ...result, key: `${piece.id}+${id}` }] : [];
			})
		)
});

const fixturesOf = (interior: Interior) => (solid: Solid) => least(interior.fixtures.map(({ box }) => blockClearance(box, solid)));

export const fitFixtures = fitCheck(
	'fit-fixtures',
	'steps, pillars and bars',
	fixturesOf,
	(part) => `${part} comes closest to a step, pillar, bar or console of the vehicle.`
);

export const fitFront = fitCheck(
	'fit-front',
	'bulkhead or dashboard',
	(interior) => (solid) => frontClearance(interior, solid),
	(part) => `${part} reaches furthest forward.`
);

const sunk = fitCheck(
	'fit-floor',
	'floor',
	(interior) => (solid) => floorClearance(interior, solid),
	(part) => `${part} would have to go through the floor.`
);

/** Only told when something goes through the floor: standing on it is what legs are for. */
export const fitFloor = check({
	rule: 'fit-floor',
	reads: [],
	run: (context) => sunk.run(context).filter((result) => result.margin < -0.5)
});
/** In drive modes the front seats are a rule of their own: whoever drives needs the seat where it was adjusted. */
const isFront = (context: CheckContext<'seats'>, seat: SeatSolid) => context.plan.vehicle.seats[seat.id]?.type === 'front seat';

export const fitSeats = check({
	rule: 'fit-seats',
	reads: ['seats'],
	run: (context) =>
		context.scene.seats.flatMap((seat) => {
			const driving = isFront(context, seat) && context.scene.mode.use === 'drive';
			const name = seat.name.toLowerCase();
			const why = (part: string) =>
				driving
					? `${part} must leave the ${name} where its driver needs it, back at the driving angle.`
					: `${part} comes closest to the ${name} as this mode sets it.`;
			return context.scene.pieces.flatMap((piece): Result[] => {
				const [rule, title]: [Rule, string] = driving ? ['driving-position', `${name} in driving position`] : ['fit-seats', name];
				const result = judge(rule, title, piece, (solid, least) => seatClearance(seat, solid, least), why);
				return result ? [{ ...result, key: `${piece.id}+${seat.id}`, subjects: [piece.id, seat.id] }] : [];
			});
		})
});

/** The driving position of everyone who drives and has said where they need the seat. */
export const fitDrivers = check({
	rule: 'driver',
	reads: ['crew', 'seats', 'lining'],
	run: ({ plan, scene }) =>
		Object.entries(plan.crew).flatMap(([id, person]) => {
			const { driving } = person;
			const seat = driving && plan.vehicle.seats[driving.seat];
			if (!seat || scene.mode.use !== 'drive' || scene.mode.people[id]?.posture !== 'in a seat') return [];
			const { slide, angle } = driving;
			const solid = seatSolid(driving.seat, seat, { state: 'upright', slide, angle }, floorLining(plan.vehicle));
			return scene.pieces.flatMap((piece): Result[] => {
				const title = `${person.name} at the wheel`;
				const why = (part: string) => `${part} must leave the ${seat.name.toLowerCase()} where ${person.name} needs it.`;
				const result = judge('driver', title, piece, (part, least) => seatClearance(solid, part, least), why);
				return result ? [{ ...result, key: `${piece.id}+${id}`, subjects: [piece.id, id, driving.seat] }] : [];
			});
		})
});

/** Two solids, one of each of two groups, with the least room between them. */
function closestPair(
	a: readonly NamedSolid[],
	b: readonly NamedSolid[]
): { margin: number; one: string; other: string; at: Result['at'] } | null {
	let found: ReturnType<typeof closestPair> = null;
	for (const p of a)
		for (const q of b) {
			const margin = solidSeparation(p.solid, q.solid, found?.margin);
			if (found && margin >= found.margin) continue;
			found = { margin, one: p.name, other: q.name, at: middleBetween(p.solid.box, q.solid.box) };
		}
	return found;
}

/** Pieces further apart than this nobody needs to hear of, mm. */
const NEAR_PIECE = 400;

const boxOf = remember((piece: PlacedPiece): Box => boxRound(solidsOf(piece).map(({ solid }) => solid)));
const pairOf = remember((a: PlacedPiece, b: PlacedPiece) =>
	boxSeparation(boxOf(a), boxOf(b)) > NEAR_PIECE ? null : closestPair(solidsOf(a), solidsOf(b))
);

/** Parts of different pieces against each other. */
export const fitPieces = check({
	rule: 'fit-pieces',
	reads: [],
	run: ({ scene }) =>
		scene.pieces.flatMap((a, i) =>
			scene.pieces.slice(i + 1).flatMap((b): Result[] => {
				const found = pairOf(a, b);
				if (!found || found.margin > NEAR_PIECE) return [];
				const { margin, one, other, at } = found;
				return [
					{
						rule: 'fit-pieces' as const,
						key: `${a.id}+${b.id}`,
						title: `${a.name} and ${b.name}`,
						subjects: [a.id, b.id],
						margin,
						comfort: 0,
						unit: 'mm',
						limit: 0,
						actual: margin,
						why: `${one} of ${a.name} meets ${other} of ${b.name}.`,
						at
					}
				];
			})
		)
});

/** Further from a thing than this nobody needs to hear of it, mm. */
const NEAR_THING = 100;

/** Things that lie in places of their own against every piece. */
export const fitThings = check({
	rule: 'fit-things',
	reads: [],
	run: ({ scene }) => {
		const near = nearIn(scene.pieces.filter((piece) => solidsOf(piece).length > 0).map((piece) => ({ piece, box: boxOf(piece) })));
		return scene.things.flatMap((thing) =>
			near(thing.solid.box, NEAR_THING).flatMap(({ piece }): Result[] => {
				const found = closestPair(solidsOf(piece), [thing]);
				if (!found || found.margin > NEAR_THING) return [];
				const { margin, one, at } = found;
				return [
					{
						rule: 'fit-things' as const,
						key: `${piece.id}+${thing.id}`,
						title: `${thing.name} beside ${piece.name}`,
						subjects: [piece.id, thing.id],
						margin,
						comfort: 0,
						unit: 'mm',
						limit: 0,
						actual: margin,
						why: `${one} of ${piece.name} comes closest to where ${thing.name.toLowerCase()} lies.`,
						at
					}
				];
			})
		);
	}
});
