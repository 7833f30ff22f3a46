import { boxSeparation, type Box } from '../geometry/vector';
import type { Part, Support } from '../pieces/assembly';

/** Faces that lie so near to each other touch, mm. */
const TOUCH = 1;
/** What hangs on a hinge or on slides is no further than this from what it hangs on, mm: the leaf of a hinge, a slide with its play. */
const HANGS = 40;
/** What is bought and no larger than this is a fitting, such as a connector of tubes, mm. */
const FITTING = 120;
/** They share at least so much along each of the two other axes, mm: an edge bears nothing. */
const SHARED = 3;

/** A part with its box as built, and what its node says of it. */
export interface Standing {
	part: Part;
	box: Box;
	/** Height of what bears a foot below it. */
	floor: number;
	held?: 'wall' | 'what is below';
	/** It stands along an axis, as a leg does. */
	upright: boolean;
}

const overlap = (a: Box, b: Box, axis: 'x' | 'y' | 'z'): number => Math.min(a[axis][1], b[axis][1]) - Math.max(a[axis][0], b[axis][0]);

/** Whether the lower face of one lies on the upper face of another. */
export const liesOn = (upper: Box, lower: Box): boolean =>
	Math.abs(upper.z[0] - lower.z[1]) <= TOUCH && overlap(upper, lower, 'x') >= SHARED && overlap(upper, lower, 'y') >= SHARED;

/** Whether two parts lie against each other with a face, as what is screwed together does; what is bought also hangs in what it passes through. */
function liesAgainst(a: Standing, b: Standing): boolean {
	const shared = (['x', 'y', 'z'] as const).map((axis) => overlap(a.box, b.box, axis));
	const faces = shared.filter((one) => one >= SHARED).length;
	const passes = a.part.form === 'bought' || b.part.form === 'bought';
	return faces === 3 ? passes : faces === 2 && Math.min(...shared) >= -TOUCH;
}

/** Whether a part can be clipped or pinned against another: a board by its face, since nothing holds it by its edge alone. */
function pinsTo(a: Standing, b: Standing): boolean {
	const shared = (['x', 'y', 'z'] as const).map((axis) => overlap(a.box, b.box, axis)).sort((one, other) => one - other);
	return liesAgainst(a, b) && (a.part.form !== 'board' || shared[1] > a.part.thickness + TOUCH);
}

/** Whether boards and bars can stand on something. */
const carries = ({ part, box }: Standing): boolean =>
	part.form !== 'bought' || Object.values(box).every(([low, high]: [number, number]) => high - low <= FITTING);

const kindOn = ({ part, upright }: Standing): Support['kind'] => (part.form !== 'bar' ? 'board' : upright ? 'leg' : 'rail');

/** How a link hangs on another: by what, and whether a stay, a bracket or wires hold its far side up as well. */
export interface Hold {
	on: string;
	kind: 'hinge' | 'slide' | 'hand';
	stays: boolean;
}

/**
 * What carries what, from what touches: parts that stand on the floor, are screwed to the wall or lie on something else bear what
 * lies on them or is screwed against them in the same link, and what hangs on a joint is borne by what it hangs on, within reach of
 * a hinge or slide. What is bought bears only what is bought, but for fittings: nobody screws into a tank.
 *
 * @param hangs the link that each link with a joint hangs on, and how
 * @returns the supports, and the parts that nothing carries
 */
export function carrying(standing: readonly Standing[], hangs: ReadonlyMap<string, Hold>): { supports: Support[]; loose: Standing[] } {
	const supports: Support[] = [];
	const borne = new Set<Standing>();
	for (const one of standing) {
		const { part, box, floor, held } = one;
		// Boards that are let into the floor lie in it.
		if (box.z[0] - floor <= TOUCH) supports.push({ part: part.id, by: 'floor', kind: 'floor' });
		else if (held === 'wall') supports.push({ part: part.id, by: 'wall', kind: 'wall bracket' });
		else if (held === 'what is below') supports.push({ part: part.id, by: 'below', kind: 'seat' });
		else continue;
		borne.add(one);
	}
	const bear = (one: Standing, support: Omit<Support, 'part'>) => {
		supports.push({ part: one.part.id, ...support });
		borne.add(one);
	};
	/** One round: whatever is borne by what has been borne before; true when something was. */
	const round = (): boolean => {
		const before = borne.size;
		for (const one of standing) {
			if (borne.has(one)) continue;
			const bearers = standing.filter((other) => borne.has(other) && (one.part.form === 'bought' || carries(other)));
			const under = bearers.filter((other) => liesOn(one.box, other.box));
			const hung = hangs.get(one.part.link);
			// What comes out by hand is clipped or pinned against whatever it touches.
			const beside = bearers.find((other) =>
				other.part.link === one.part.link ? liesAgainst(one, other) : hung?.kind === 'hand' && pinsTo(one, other)
			);
			const holder = hung && bearers.find((other) => other.part.link === hung.on && boxSeparation(one.box, other.box) <= HANGS);
			if (under.length > 0) for (const other of under) bear(one, { by: other.part.id, kind: kindOn(other) });
			else if (beside) bear(one, { by: beside.part.id, kind: beside.upright ? 'leg' : 'ledger' });
			else if (hung && hung.kind !== 'hand' && holder) {
				bear(one, { by: holder.part.id, kind: hung.kind });
				if (hung.stays) bear(one, { by: 'stay', kind: 'prop' });
			}
		}
		return borne.size > before;
	};
	while (round());
	return { supports, loose: standing.filter((one) => !borne.has(one)) };
}
