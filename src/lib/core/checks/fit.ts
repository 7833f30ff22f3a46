import { boxSeparation, vec3 } from '../geometry/vector';
import {
	archClearance,
	boxSolid,
	ceilingClearance,
	floorClearance,
	frontClearance,
	rearClearance,
	seatClearance,
	wallClearance,
	type Clearance,
	type Interior,
	type SeatSolid,
	type Solid
} from '../interior';
import type { PlacedPiece } from '../modes';
import type { Check, CheckContext, Result } from './finding';

/** A solid of a piece with the words for it. */
interface Named {
	name: string;
	solid: Solid;
}

const solidsOf = (piece: PlacedPiece): Named[] => [
	...piece.parts.map((p) => ({ name: p.part.name, solid: { box: p.box, footprint: p.footprint, corners: [...p.lower, ...p.upper] } })),
	...piece.pads.map((p) => ({ name: p.pad.name, solid: boxSolid(p.box) }))
];

/** The solid of a piece with the least room, by some measure; solids for which the measure says null do not count. */
function tightest(piece: PlacedPiece, measure: (solid: Solid) => Clearance | null): { name: string; clearance: Clearance } | null {
	let least: { name: string; clearance: Clearance } | null = null;
	for (const { name, solid } of solidsOf(piece)) {
		const clearance = measure(solid);
		if (clearance && (!least || clearance.margin < least.clearance.margin)) least = { name, clearance };
	}
	return least;
}

/** A check of every piece against one thing of the vehicle. */
function fitCheck(
	rule: string,
	title: string,
	measure: (context: CheckContext) => (solid: Solid) => Clearance | null,
	why: (part: string) => string
): Check {
	return {
		rule,
		run(context) {
			const measured = measure(context);
			return context.scene.pieces.flatMap((piece): Result[] => {
				const found = tightest(piece, measured);
				if (!found) return [];
				const { clearance, name } = found;
				return [
					{
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
					}
				];
			});
		}
	};
}

const least = (clearances: (Clearance | null)[]): Clearance | null =>
	clearances.reduce<Clearance | null>((best, c) => (c && (!best || c.margin < best.margin) ? c : best), null);

const archesOf = (interior: Interior) => (solid: Solid) => least(interior.arches.map((arch) => archClearance(arch, solid)));

export const fitWalls = fitCheck(
	'fit-walls',
	'side walls',
	({ scene }) => (solid) => wallClearance(scene.interior, solid),
	(part) => `${part} comes closest to a side wall; walls lean, so its upper or lower edge decides.`
);

export const fitArches = fitCheck(
	'fit-arches',
	'wheel arches',
	({ scene }) => archesOf(scene.interior),
	(part) => `${part} comes closest to a wheel arch.`
);

export const fitCeiling = fitCheck(
	'fit-ceiling',
	'ceiling',
	({ scene }) => (solid) => ceilingClearance(scene.interior, solid),
	(part) => `${part} reaches highest under the ceiling.`
);

export const fitRear = fitCheck(
	'fit-rear',
	'closed rear door',
	({ scene }) => (solid) => rearClearance(scene.interior, solid),
	(part) => `${part} comes closest to the closed rear door, which slopes forward and cuts the corners.`
);

export const fitFront = fitCheck(
	'fit-front',
	'bulkhead or dashboard',
	({ scene }) => (solid) => frontClearance(scene.interior, solid),
	(part) => `${part} reaches furthest forward.`
);

const sunk = fitCheck(
	'fit-floor',
	'floor',
	() => (solid) => floorClearance(solid),
	(part) => `${part} would have to go through the floor.`
);

/** Only told when something goes through the floor: standing on it is what legs are for. */
export const fitFloor: Check = {
	rule: 'fit-floor',
	run: (context) => sunk.run(context).filter((result) => result.margin < -0.5)
};
/** In drive modes the front seats are a rule of their own: whoever drives needs the seat where it was adjusted. */
const isFront = (context: CheckContext, seat: SeatSolid) => context.plan.vehicle.seats[seat.id]?.type === 'front seat';

export const fitSeats: Check = {
	rule: 'fit-seats',
	run: (context) =>
		context.scene.seats.flatMap((seat) => {
			const driving = isFront(context, seat) && context.scene.mode.use === 'drive';
			const rule = driving ? 'driving-position' : 'fit-seats';
			return fitCheck(
				rule,
				driving ? `${seat.name} in driving position` : seat.name,
				() => (solid) => seatClearance(seat, solid),
				(part) =>
					driving
						? `${part} must leave the ${seat.name.toLowerCase()} where its driver needs it, back at the driving angle.`
						: `${part} comes closest to the ${seat.name.toLowerCase()} as this mode sets it.`
			)
				.run(context)
				.map((result) => ({ ...result, key: `${result.key}+${seat.id}`, subjects: [...result.subjects, seat.id] }));
		})
};

/** Parts of different pieces against each other, as boxes. */
export const fitPieces: Check = {
	rule: 'fit-pieces',
	run({ scene }) {
		const results: Result[] = [];
		for (const [i, a] of scene.pieces.entries())
			for (const b of scene.pieces.slice(i + 1)) {
				let found: { margin: number; words: string; at: Result['at'] } | null = null;
				for (const p of solidsOf(a))
					for (const q of solidsOf(b)) {
						const margin = boxSeparation(p.solid.box, q.solid.box);
						if (found && margin >= found.margin) continue;
						const middle = (axis: 'x' | 'y' | 'z') =>
							(Math.max(p.solid.box[axis][0], q.solid.box[axis][0]) + Math.min(p.solid.box[axis][1], q.solid.box[axis][1])) / 2;
						found = { margin, words: `${p.name} of ${a.name} meets ${q.name} of ${b.name}.`, at: vec3(middle('x'), middle('y'), middle('z')) };
					}
				if (found)
					results.push({
						rule: 'fit-pieces',
						key: `${a.id}+${b.id}`,
						title: `${a.name} and ${b.name}`,
						subjects: [a.id, b.id],
						margin: found.margin,
						comfort: 0,
						unit: 'mm',
						limit: 0,
						actual: found.margin,
						why: found.words,
						at: found.at
					});
			}
		return results;
	}
};
