import { boxRound, middleBetween, middleOf, type Box } from '../geometry/vector';
import { SIDES, type Interior } from '../interior';
import type { InnerMargin, Link, PieceState } from '../pieces/assembly';
import { reachOn } from '../pieces/making';
import { chainOf } from '../pieces/placing';
import { lengthMark } from '../units';
import type { Leaf } from './assemble';
import { liesOn } from './carrying';
import type { Moving } from './motions';
import { overlapsIn } from './overlaps';
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

/** Parts that stand in each other as built: of one link in every state, of two where both are where they were built. */
export function overlapMargins(leaves: readonly Leaf[], links: readonly Link[], all: readonly PieceState[]): InnerMargin[] {
	const states = all.map(({ id }) => id);
	const blocks = leaves.flatMap(({ part, box, instance }) => (part ? [{ part, box, normal: normalOf(instance) }] : []));
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

/** The line of a hinge lies no further than this from what turns about it, mm: a leaf of the hinge, or a bracket. */
const OFF_LINE = 60;

/** Hinges whose line lies beside what they turn: nothing holds it there. */
export function hingeMargins(moving: readonly Moving[], leaves: readonly Leaf[], links: readonly Link[], states: string[]): InnerMargin[] {
	return moving.flatMap(({ link, instance, node }): InnerMargin[] => {
		const { joint } = link;
		const turned = leaves.filter((leaf) => leaf.part && chainOf(links, leaf.link).includes(link.id));
		if ((joint.type !== 'hinge' && joint.type !== 'swing') || turned.length === 0) return [];
		const box = boxRound(turned);
		const along = (node.joint as { axis: Axis }).axis;
		const away = AXES.filter((axis) => axis !== along).map((axis) =>
			Math.max(0, box[axis][0] - joint.origin[axis], joint.origin[axis] - box[axis][1])
		);
		const off = Math.hypot(...away);
		return [
			{
				id: `hinge-${link.id}`,
				title: `“${calledOf(instance)}” is at its hinge`,
				margin: OFF_LINE - off,
				comfort: 0,
				why: `The line about which it turns is ${lengthMark(Math.round(off))} away from it; a hinge or bracket reaches ${lengthMark(OFF_LINE)}.`,
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
			const turned = parts.filter(({ part }) => chainOf(links, part.link).includes(link.id));
			const level = turned.filter(({ part, box }) => part.form === 'board' && box.z[1] - box.z[0] <= part.thickness + LEVEL);
			const pulls = level.some(({ box }) => Math.abs((box[across][0] + box[across][1]) / 2 - joint.origin[across]) > ARM);
			const others = parts.filter((one) => !turned.includes(one));
			const stands = ({ box }: { box: Box }) => box.z[0] - floorUnder(interior, box.x, box.y) <= LEVEL;
			return pulls && !turned.some((one) => held.has(one.part.id) || stands(one) || others.some((other) => liesOn(one.box, other.box)));
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
				at: middleOf(boxRound(leaves.filter((leaf) => leaf.part && chainOf(links, leaf.link).includes(link.id)))),
				states
			}
		];
	});
}
