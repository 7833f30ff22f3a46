import { convexOf } from '../geometry/convex';
import { cornersOf, middleOf, type Box, type Vec3 } from '../geometry/vector';
import { blockClearance, floorLining, seatClearance, seatAtItsEnds, seatStates, solidBox, zonesOf, type ZoneSolid } from '../interior';
import { firmParts, solidsOf, type PlacedPiece } from '../modes';
import { roomBetween, type Body } from '../scene';
import { BODY_TABLES, bodiesOf, type BodyTable } from './bodies';
import { check, type CheckContext, type Result } from './finding';

type Context = CheckContext<BodyTable>;

/** Something beside a block: what it is called, whose it is, how much room is between, and what has to be moved to move it. */
interface Beside {
	name: string;
	owner: string;
	margin: number;
	at: Vec3;
	against: Vec3;
	/** Undefined for what does not move without tools. */
	mover?: string;
	/** People and dogs: they get up by themselves. */
	alive?: true;
}

/** The link that carries a solid of a piece out of the way, or the pad itself; undefined for what is fixed. */
function moverOf(piece: PlacedPiece, index: number): string | undefined {
	const firm = firmParts(piece);
	if (index >= firm.length) return `${piece.id}/${piece.pads[index - firm.length].pad.id}`;
	const { link } = firm[index].part;
	return piece.assembly.links.find(({ id }) => id === link)?.joint.type === 'fixed' ? undefined : `${piece.id}/${link}`;
}

/** Parts and pads beside a block. */
const piecesBeside = ({ scene }: Context, box: Box): Beside[] =>
	scene.pieces.flatMap((piece) =>
		solidsOf(piece).map(({ name, solid }, index): Beside => {
			const { margin, at, against } = blockClearance(box, solid);
			return { name: `${name} of ${piece.name}`, owner: piece.id, margin, at, against, mover: moverOf(piece, index) };
		})
	);

/** Whether an upright seat is in a block wherever it is slid: a buckle is kept clear of everything but its own seat. */
function isOwnSeat({ plan }: Context, id: string, box: Box): boolean {
	const block = solidBox(box);
	return seatAtItsEnds(id, plan.vehicle.seats[id], ['upright'], floorLining(plan.vehicle)).some(
		(solid) => (seatClearance(solid, block)?.margin ?? 0) < 0
	);
}

/** A seat moves where it has another state or slides; things are lifted away, people and dogs get up. */
function othersBeside(context: Context, box: Box): Beside[] {
	const { seats } = context.plan.vehicle;
	const block: Body = { of: { kind: 'fixture', owner: '' }, name: '', shapes: [convexOf(cornersOf(box))], box };
	const moves = (owner: string) => !Object.hasOwn(seats, owner) || seatStates(seats[owner]).length > 1 || (seats[owner].slide?.mm ?? 0) > 0;
	return bodiesOf(context)
		.filter(
			({ of }) =>
				(of.kind === 'seat' && !isOwnSeat(context, of.owner, box)) || of.kind === 'thing' || of.kind === 'person' || of.kind === 'animal'
		)
		.map((body): Beside => {
			const { owner } = body.of;
			const at = middleOf(body.box);
			const alive = body.of.kind === 'person' || body.of.kind === 'animal';
			return {
				name: body.name,
				owner,
				margin: roomBetween(body, block),
				at,
				against: at,
				...(alive ? { alive, mover: owner } : moves(owner) ? { mover: owner } : {})
			};
		});
}

const nearest = (besides: readonly Beside[]): Beside | undefined =>
	besides.reduce<Beside | undefined>((least, one) => (least && least.margin <= one.margin ? least : one), undefined);

/** Whoever and whatever is in a block, the worst first; else what comes nearest. */
const ownersOf = (besides: readonly Beside[], { owner }: Beside): string[] => [
	...new Set([
		owner,
		...besides
			.filter(({ margin }) => margin < 0)
			.sort((a, b) => a.margin - b.margin)
			.map((one) => one.owner)
	])
];

const result = ({ zone, id }: ZoneSolid, subjects: string[], { margin, at, against }: Beside, why: string): Result => ({
	rule: 'keep-clear',
	key: id,
	title: `${zone.name}: keep clear`,
	subjects,
	margin,
	comfort: 0,
	unit: 'mm',
	limit: 0,
	actual: margin,
	why,
	at,
	line: [at, against]
});

function judge(context: Context, zone: ZoneSolid): Result[] {
	const { rule, reason } = zone.zone;
	if (rule.type === 'always free') {
		const all = [...piecesBeside(context, zone.box), ...othersBeside(context, zone.box)];
		const found = nearest(all);
		const why = (name: string) => `${name} comes closest. This space (${reason}) must always be free.`;
		return found ? [result(zone, ownersOf(all, found), found, why(found.name))] : [];
	}
	if (!rule.uses.includes(context.scene.mode.use)) return [];
	const besides = [...piecesBeside(context, zone.way), ...othersBeside(context, zone.way)];
	const immovable = besides.filter(({ mover }) => mover === undefined);
	const fixed = nearest(immovable);
	if (fixed && fixed.margin < 0)
		return [result(zone, ownersOf(immovable, fixed), fixed, `${fixed.name} is fixed in the way to it and does not move without tools.`)];
	const inTheWay = besides.filter(({ margin, alive }) => margin < 0 && !alive);
	const moves = new Set(inTheWay.map(({ mover }) => mover)).size;
	if (moves > rule.moves) {
		const allowed = rule.moves === 0 ? 'nothing may have to be moved' : `at most ${rule.moves} may be moved`;
		const worst = nearest(inTheWay)!;
		const why = `${moves === 1 ? 'One thing has' : `${moves} things have`} to be moved to reach it; ${allowed}.`;
		return [
			{
				...result(zone, ownersOf(inTheWay, worst), worst, why),
				margin: rule.moves - moves,
				unit: 'count',
				limit: rule.moves,
				actual: moves
			}
		];
	}
	const reach = moves === 0 ? 'It is reached directly.' : `It is reached after moving ${moves === 1 ? 'one thing' : `${moves} things`}.`;
	return fixed ? [result(zone, [fixed.owner], fixed, `${reach} ${fixed.name} comes closest to the way.`)] : [];
}

/**
 * Spaces that must stay free, or reachable in some uses of the vehicle: spare wheel, fuses, vents, buckles. Everything that takes room
 * can be in them: pieces, seats as they are set, things that lie about, people and dogs.
 */
export const keepClear = check({
	rule: 'keep-clear',
	reads: [...BODY_TABLES, 'zones'],
	run: (context) => zonesOf(context.plan.vehicle).flatMap((zone) => judge(context, zone))
});
