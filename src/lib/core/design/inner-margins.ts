import { boxRound, middleBetween, middleOf, type Box, type Vec3 } from '../geometry/vector';
import { SIDES, type Interior } from '../interior';
import type { InnerMargin, Link, Move, Part, PieceState } from '../pieces/assembly';
import { reachOn } from '../pieces/making';
import { chainOf, movesAlong } from '../pieces/placing';
import { lengthMark } from '../units';
import type { Leaf } from './assemble';
import { liesOn } from './carrying';
import { BODY, type Moving } from './motions';
import { deepInPlane, overlapsIn, type Block } from './overlaps';
import { idOf } from './parts';
import { calledOf, type Instance } from './resolve';
import { AXES, type Axis } from './schema';
import type { InState } from './uses';
import { floorUnder } from './vehicle-places';

/** A screw goes through so much between a part and the wall, mm: lining, and a board that stands off. */
const OFF_WALL = 60;

/** How far a part that is screwed to the wall is away from it, mm. */
function offWall(interior: Interior, box: Box): number {
	const [left, right] = SIDES.map((side) => reachOn(interior, side, box.x, box.z, 0));
	const pits = interior.pits.map((pit) =>
		Math.min(pit.box.y[1] - box.y[1], box.y[0] - pit.box.y[0], pit.box.x[1] - box.x[1], box.x[0] - pit.box.x[0])
	);
	// In a pit its own sides are the wall; beside it they are no nearer than nothing.
	return Math.min(left - box.y[1], box.y[0] + right, interior.length - box.x[1], ...pits.filter((off) => off >= -1));
}

/** The states in which a link is where it was built. */
export function stillIn(links: readonly Link[], link: string, states: readonly PieceState[]): PieceState[] {
	const chain = chainOf(links, link);
	return states.filter(({ joints, out = [] }) => !chain.some((one) => (joints[one] ?? 0) !== 0 || out.includes(one)));
}

/** How near what is screwed to the wall comes to it. */
export function wallMargins(interior: Interior, leaves: readonly Leaf[], states: string[]): InnerMargin[] {
	return leaves.flatMap(({ part, box, instance }): InnerMargin[] => {
		const { node } = instance;
		if (!part || !('held' in node) || node.held !== 'wall') return [];
		const off = offWall(interior, box);
		return [
			{
				id: `wall-${part.id}`,
				title: `“${part.name}” reaches the wall`,
				margin: OFF_WALL - off,
				comfort: 0,
				why: `It is screwed to the wall, which is ${lengthMark(Math.max(0, Math.round(off)))} away: what lies between is packed out, up to ${lengthMark(OFF_WALL)}.`,
				at: middleOf(box),
				states
			}
		];
	});
}

/** The axis through the thickness of what a node is; of what has none, any. */
const normalOf = ({ node }: Instance): Axis => (node.kind === 'panel' ? node.normal : 'z');

const blockOf = (part: Part, box: Box, instance: Instance): Block => ({
	box,
	normal: normalOf(instance),
	...(part.form === 'board' ? { board: part } : {})
});

/** Parts that stand in each other as built: of one link in every state, of two where both are where they were built. */
export function overlapMargins(leaves: readonly Leaf[], links: readonly Link[], all: readonly PieceState[]): InnerMargin[] {
	const states = all.map(({ id }) => id);
	const blocks = leaves.flatMap(({ part, box, instance }) => (part ? [{ part, ...blockOf(part, box, instance) }] : []));
	const atHome = (link: string) => stillIn(links, link, all.slice(0, 1)).length > 0;
	const met = overlapsIn(blocks).filter(({ a, b }) => a.part.link === b.part.link || (atHome(a.part.link) && atHome(b.part.link)));
	return met.map(({ a, b, deep }) => ({
		id: `apart-${a.part.id}-${b.part.id}`,
		title: `“${a.part.name}” and “${b.part.name}” have room beside each other`,
		margin: -deep,
		comfort: 0,
		why: `They stand in each other by ${lengthMark(Math.round(deep))}: move one, or cut it out round the other.`,
		at: middleBetween(a.box, b.box),
		states
	}));
}

/** Foam gives so much at an edge that it is pushed against, mm. */
const GIVES = 15;

/** Level cushions that are sunk into the boards that they would lie on, as built. */
export function sunkMargins(leaves: readonly Leaf[], all: readonly PieceState[]): InnerMargin[] {
	const states = all.slice(0, 1).map(({ id }) => id);
	const boards = leaves.flatMap(({ part, box, instance }) =>
		part && instance.node.kind === 'panel' && instance.node.normal === 'z' ? [{ part, ...blockOf(part, box, instance) }] : []
	);
	return leaves.flatMap(({ instance, box: pad }): InnerMargin[] =>
		instance.node.kind !== 'pad'
			? []
			: boards.flatMap(({ part, ...board }) => {
					const sunk = Math.min(board.box.z[1], pad.z[1]) - Math.max(board.box.z[0], pad.z[0]);
					if (sunk <= 1 || deepInPlane({ box: pad, normal: 'z' }, board) <= GIVES) return [];
					return [
						{
							id: `sunk-${idOf(instance.path)}-${part.id}`,
							title: `“${calledOf(instance)}” lies on “${part.name}”`,
							margin: -sunk,
							comfort: 0,
							why: `They stand in each other by ${lengthMark(Math.round(sunk))}: a cushion begins at the upper face of what it lies on.`,
							at: middleBetween(pad, board.box),
							states
						}
					];
				})
	);
}

/** What is nowhere counts as so far away, mm. */
const NOWHERE = 1000;
/** How far two boxes are apart the straight way, mm; 0 where they meet. */
const apartAs = (a: Box, b: Box): number =>
	Math.hypot(...AXES.map((axis) => Math.max(0, a[axis][0] - b[axis][1], b[axis][0] - a[axis][1])));

/** The line of a hinge lies no further than this from what turns about it, mm: a leaf of the hinge, or a bracket. */
const OFF_LINE = 60;

/** Hinges whose line lies beside what they turn, or beside what that hangs on: nothing holds it there. */
export function hingeMargins(moving: readonly Moving[], leaves: readonly Leaf[], links: readonly Link[], states: string[]): InnerMargin[] {
	return moving.flatMap(({ link, instance, node }): InnerMargin[] => {
		const { joint } = link;
		const turned = leaves.filter((leaf) => leaf.part && movesAlong(links, leaf.link, link.id));
		if ((joint.type !== 'hinge' && joint.type !== 'swing') || turned.length === 0) return [];
		const box = boxRound(turned);
		const along = (node.joint as { axis: Axis }).axis;
		const line = Object.fromEntries(
			AXES.map((axis) => [axis, axis === along ? box[axis] : [joint.origin[axis], joint.origin[axis]]])
		) as unknown as Box;
		// What is screwed to the wall or lies on something below hangs on that, which is no part of the piece.
		const elsewhere = turned.some(({ instance: { node } }) => 'held' in node && node.held !== undefined);
		const holders = leaves.filter((leaf) => leaf.part && leaf.link === (link.parent ?? BODY));
		const toHolder = elsewhere ? 0 : Math.min(...holders.map((holder) => apartAs(line, holder.box)));
		const off = Math.max(apartAs(line, box), toHolder);
		return [
			{
				id: `hinge-${link.id}`,
				title: `“${calledOf(instance)}” is at its hinge`,
				margin: OFF_LINE - Math.min(off, NOWHERE),
				comfort: 0,
				why: Number.isFinite(off)
					? `The line about which it turns is ${lengthMark(Math.round(off))} away from it, or from what it hangs on; a hinge or bracket reaches ${lengthMark(OFF_LINE)}.`
					: 'There is nothing that it hangs on.',
				at: middleOf(box),
				states
			}
		];
	});
}

/** What lies further beside the line of its hinge than this pulls at it, mm. */
const ARM = 15;
/** A board that takes up no more height than this besides its thickness lies level; a foot no higher than this stands, mm. */
const LEVEL = 1;

/** The middle of what moves with a link, as it was built. */
const middleTurning = (leaves: readonly Leaf[], links: readonly Link[], link: string): Vec3 =>
	middleOf(boxRound(leaves.filter((leaf) => leaf.part && movesAlong(links, leaf.link, link))));

/** Level boards at a hinge with nothing under them: they swing down, but for a stay, a bracket or a wire. */
export function droopMargins(
	moving: readonly Moving[],
	leaves: readonly Leaf[],
	links: readonly Link[],
	standing: readonly InState[],
	interior: Interior
): InnerMargin[] {
	const held = new Set(leaves.flatMap(({ part, instance: { node } }) => (part && 'held' in node && node.held ? [part.id] : [])));
	return moving.flatMap(({ link, instance, node: { joint: said } }): InnerMargin[] => {
		const { joint } = link;
		if (joint.type !== 'hinge' || said?.kind !== 'hinge' || said.axis === 'z' || said.stays) return [];
		const across = said.axis === 'x' ? 'y' : 'x';
		const falls = ({ parts }: InState): boolean => {
			const turned = parts.filter(({ part }) => movesAlong(links, part.link, link.id));
			const others = parts.filter((one) => !turned.includes(one));
			// How far towards either side of the line something reaches: what lies on something at the hinge alone is not borne by it.
			const reach = (way: 1 | -1, ...ranges: Box['x'][]) =>
				Math.min(...ranges.map((range) => way * (range[way === 1 ? 1 : 0] - joint.origin[across])));
			const stands = (box: Box) => box.z[0] - floorUnder(interior, box.x, box.y) <= LEVEL;
			return ([1, -1] as const).some((way) => {
				const pulls = turned.some(
					({ part, box }) =>
						part.form === 'board' &&
						box.z[1] - box.z[0] <= part.thickness + LEVEL &&
						way * ((box[across][0] + box[across][1]) / 2 - joint.origin[across]) > ARM
				);
				const borne = turned.some(
					({ part, box }) =>
						held.has(part.id) ||
						(stands(box) && reach(way, box[across]) > ARM) ||
						others.some((other) => liesOn(box, other.box) && reach(way, box[across], other.box[across]) > ARM)
				);
				return pulls && !borne;
			});
		};
		// Something opened is held by whoever opened it. The line of the hinge is known where what it hangs on is as it was built.
		const states = standing
			.filter(
				({ state }, i) => (i === 0 || state.startsFor.length > 0) && (!link.parent || stillIn(links, link.parent, [state]).length > 0)
			)
			.filter(falls)
			.map(({ state }) => state.id);
		if (states.length === 0) return [];
		return [
			{
				id: `droop-${link.id}`,
				title: `something holds “${calledOf(instance)}” up`,
				margin: -1,
				unit: 'count',
				comfort: 0,
				why: 'It lies level at its hinge and on nothing else: it swings down. Put a ledge or a leg under it, or say that a stay, a bracket or wires hold it.',
				at: middleTurning(leaves, links, link.id),
				states
			}
		];
	});
}

/** What has a joint and never moves by it: nobody has said when it opens, and so nothing asks whether it can. */
export function idleMargins(
	moving: readonly Moving[],
	leaves: readonly Leaf[],
	links: readonly Link[],
	all: readonly PieceState[],
	moves: readonly Move[]
): InnerMargin[] {
	const moved = [...all, ...moves.flatMap(({ steps }) => steps)];
	return moving.flatMap(({ link, instance, node: { joint } }): InnerMargin[] => {
		if (!joint || joint.kind === 'carried' || moved.some(({ joints }) => (joints?.[link.id] ?? 0) !== 0)) return [];
		return [
			{
				id: `idle-${link.id}`,
				title: `“${calledOf(instance)}” is moved at some time`,
				margin: 0,
				unit: 'count',
				comfort: 1,
				why: 'It has a joint, but no arrangement moves it and no use opens it: whether it can move is not asked. Say when it opens, or add an arrangement in which it is moved.',
				at: middleTurning(leaves, links, link.id),
				states: all.map(({ id }) => id)
			}
		];
	});
}
