import { blockClearance, zonesOf, type Clearance, type ZoneSolid } from '../interior';
import { firmParts, solidsOf, type PlacedPiece } from '../modes';
import { check, type CheckContext, type Result } from './finding';

/** What stands nearest to a block. */
interface Nearest {
	clearance: Clearance;
	part: string;
	piece: PlacedPiece;
}

/** The part of any piece that comes nearest to a block, among those that `counts` lets through. */
function nearest(context: CheckContext, box: ZoneSolid['box'], counts: (piece: PlacedPiece, index: number) => boolean): Nearest | null {
	let least: Nearest | null = null;
	for (const piece of context.scene.pieces)
		for (const [index, { name, solid }] of solidsOf(piece).entries()) {
			if (!counts(piece, index)) continue;
			const clearance = blockClearance(box, solid);
			if (!least || clearance.margin < least.clearance.margin) least = { clearance, part: name, piece };
		}
	return least;
}

/** What has to be moved, one move each, before a way is free: links that move, and pads that lift off. */
function movesFor(context: CheckContext, { way }: ZoneSolid): number {
	const moves = new Set<string>();
	for (const piece of context.scene.pieces)
		for (const [index, { solid }] of solidsOf(piece).entries()) {
			if (blockClearance(way, solid).margin >= 0) continue;
			const mover = moverOf(piece, index);
			if (mover) moves.add(`${piece.id}/${mover}`);
		}
	return moves.size;
}

/** The link that carries a solid out of the way, or the pad itself; undefined for what is fixed. */
function moverOf(piece: PlacedPiece, index: number): string | undefined {
	const firm = firmParts(piece);
	if (index >= firm.length) return piece.pads[index - firm.length].pad.id;
	const { link } = firm[index].part;
	return piece.assembly.links.find(({ id }) => id === link)?.joint.type === 'fixed' ? undefined : link;
}

function result(zone: ZoneSolid, found: Pick<Nearest, 'clearance' | 'piece'>, why: string): Result {
	const { clearance } = found;
	return {
		rule: 'keep-clear',
		key: zone.id,
		title: `${zone.zone.name}: keep clear`,
		subjects: [found.piece.id],
		margin: clearance.margin,
		comfort: 0,
		unit: 'mm',
		limit: 0,
		actual: clearance.margin,
		why,
		at: clearance.at,
		line: [clearance.at, clearance.against]
	};
}

function judge(context: CheckContext, zone: ZoneSolid): Result[] {
	const { rule, reason } = zone.zone;
	if (rule.type === 'always free') {
		const found = nearest(context, zone.box, () => true);
		return found
			? [result(zone, found, `${found.part} of ${found.piece.name} comes closest. This space (${reason}) must always be free.`)]
			: [];
	}
	if (!rule.uses.includes(context.scene.mode.use)) return [];
	const fixed = nearest(context, zone.way, (piece, index) => moverOf(piece, index) === undefined);
	if (fixed && fixed.clearance.margin < 0)
		return [result(zone, fixed, `${fixed.part} of ${fixed.piece.name} is fixed in the way to it and does not move without tools.`)];
	const moves = movesFor(context, zone);
	if (moves > rule.moves) {
		const found = nearest(context, zone.way, () => true)!;
		const allowed = rule.moves === 0 ? 'nothing may have to be moved' : `at most ${rule.moves} may be moved`;
		return [
			{
				...result(zone, found, `${moves === 1 ? 'One thing has' : `${moves} things have`} to be moved to reach it; ${allowed}.`),
				margin: rule.moves - moves,
				unit: 'count',
				limit: rule.moves,
				actual: moves
			}
		];
	}
	const reach = moves === 0 ? 'It is reached directly.' : `It is reached after moving ${moves === 1 ? 'one thing' : `${moves} things`}.`;
	return fixed ? [result(zone, fixed, `${reach} ${fixed.part} of ${fixed.piece.name} comes closest to the way.`)] : [];
}

/** Spaces that must stay free, or reachable in some uses of the vehicle: spare wheel, fuses, vents, buckles. */
export const keepClear = check({
	rule: 'keep-clear',
	reads: ['zones', 'lining'],
	run: (context) => zonesOf(context.plan.vehicle).flatMap((zone) => judge(context, zone))
});
