import { rectangle } from '../geometry/polygon';
import { compose, IDENTITY, place, turnAbout, type Pose } from '../geometry/pose';
import { balanceOf, boxAround, boxSeparation, vec3, type Vec3 } from '../geometry/vector';
import { remember } from '../memory';
import { faces, linkPoses, placedParts, placePart } from '../modes';
import { padMass, partMass, type Assembly, type Hardware, type Link, type PieceState } from '../pieces';
import type { GasStruts, LidHold, Stock } from '../plan';
import { GRAVITY } from './loads';
import { handForces, STRUT_AT, strutsFor, strutWay, type Swinging } from './struts';

/** What is turned up about a level hinge line: a lid, a flap, a leaf. */
export interface Lid extends Swinging {
	/** Its joint, by the link that turns. */
	link: string;
	name: string;
	/** Of its boards, bars and what is fixed to it, kg. */
	kg: number;
	/** Of cushions that turn with it, and of those that lie on it and are taken off or lifted along, kg. */
	riding: number;
	lying: number;
	/** What closes it with what lies on it lifted along, by angle, N·mm. */
	laden: number[];
	/** The middle of the lid where it rests. */
	at: Vec3;
	/** How far it leans there: its direction from the hinge above the level, radians; -π/2 for what hangs. */
	lean: number;
	/** How far the lowest part that does not turn lies below the hinge, mm: a strut ends no lower. */
	room: number;
	/** Nothing has to hold it up: it goes on, or a leg, prop, bracket or track of the piece stands under it. */
	stands: boolean;
}

/** Angles looked at on the way up. */
const STEPS = 24;
/** What rises no further than this is not lifted, mm. */
const RISES = 20;
/** The hinge line of a lid is level: its direction rises no more than this. */
const LEVEL = 0.3;
/** A cushion whose underside is no further from a lid lies on it, mm. */
const LIES_ON = 8;

/** What bears a raised lid is no further from it, and a leg ends no higher above the lowest part, mm. */
const TOUCHES = 5;
const FOOT = 60;

/** Supports that hold something up which would fall. */
const HOLDS_UP: readonly string[] = ['prop', 'leg', 'wall bracket', 'track'];

/** Something on a lid: how heavy, and where. */
interface Item {
	kg: number;
	at: Vec3;
}

const middle = (points: readonly Vec3[]): Vec3 => balanceOf(points.map((at) => ({ kg: 1, at })))!;

/** Links that turn with one, itself included. */
function turningWith({ links }: Assembly, id: string): Set<string> {
	const found = new Set([id]);
	for (let size = 0; size !== found.size;) {
		size = found.size;
		for (const { id: one, parent } of links) if (parent !== undefined && found.has(parent)) found.add(one);
	}
	return found;
}

/** What turns with some links, and what lies loose on it, in a state of which not every joint need be as it says. */
function loadOf(assembly: Assembly, state: PieceState, moved: ReadonlySet<string>, poses: ReadonlyMap<string, Pose>, stock: Stock) {
	const placed = assembly.parts
		.filter(({ link }) => moved.has(link))
		.map((part) => {
			const { lower, upper } = faces(part, compose(poses.get(part.link)!, part.pose));
			return { kg: partMass(part, stock), corners: [...lower, ...upper] };
		});
	const corners = placed.flatMap((one) => one.corners);
	const { x, y, z } = boxAround(corners);
	const [riding, lying]: [Item[], Item[]] = [[], []];
	for (const pad of assembly.pads) {
		const at = pad.places[state.id];
		if (!at) continue;
		const pose = (at.link !== undefined && poses.get(at.link)) || IDENTITY;
		const outline = at.outline ?? rectangle(...at.box.x, ...at.box.y);
		const face = (height: number) => outline.map((p) => place(pose, vec3(p.x, p.y, height)));
		const underside = middle(face(at.box.z[0]));
		const item = { kg: padMass(pad), at: middle([...face(at.box.z[0]), ...face(at.box.z[1])]) };
		if (at.link !== undefined && moved.has(at.link)) riding.push(item);
		else if (within(x, item.at.x) && within(y, item.at.y) && Math.abs(underside.z - z[1]) <= LIES_ON) lying.push(item);
	}
	return { parts: placed.map((one): Item => ({ kg: one.kg, at: middle(one.corners) })), riding, lying, corners };
}

const within = ([low, high]: [number, number], value: number): boolean => value > low && value < high;

/** At the top a lid stands as long as weight would turn it on, or by so small a share of what it weighs at most. */
const BALANCED = 0.05;

/** Struts lie in this share of a lid's length, and reach so far behind it, or as deep as is usual, mm; our own figures. */
const STRUT_ROOM = { along: 0.6, behind: 0.4, deepest: 250 };

/** The gas struts that suit a lid best, if any do. */
export const strutsOf = (lid: Lid): GasStruts | undefined =>
	strutsFor(
		lid,
		{ along: STRUT_ROOM.along * lid.grip, behind: Math.min(STRUT_ROOM.deepest, STRUT_ROOM.behind * lid.grip) },
		(struts) => endsBelow(lid, struts) <= 0
	);

/** How far the lower end of a strut would lie below everything of the piece that stays, mm; above 0 nothing is there to fix it to. */
const endsBelow = ({ lean, room }: Lid, { along, behind }: GasStruts): number => behind * Math.cos(lean) - along * Math.sin(lean) - room;

/** What becomes of a lid that is held in some way, or of which nobody has said how. */
export interface HeldUp {
	/** Nobody has said what holds it, a hand does, it stands on the balance, or it stays; with struts that fail, how they do. */
	does: 'unsaid' | 'by hand' | 'balances' | 'stays' | 'never lifts' | 'cannot be had' | 'ends in nothing' | 'springs open';
	/** What a hand holds at the edge at the top, with struts on a frosty morning, N. */
	top: number;
	/** What a hand lifts with at the most, and pulls shut with, N. */
	lifts: number;
	pulls: number;
}

/** Whether a lid stays up and stays shut. */
export function heldUp(lid: Lid, hold: LidHold | undefined): HeldUp {
	const struts = hold?.by === 'gas struts' ? hold : undefined;
	const [frost, heat] = [STRUT_AT.frost, STRUT_AT.heat].map((kelvin) => handForces(lid, struts, kelvin));
	const forces = {
		top: frost.at(-1)!,
		lifts: Math.max(0, ...frost),
		pulls: Math.max(0, ...heat.map((newtons) => -newtons))
	};
	const most = Math.max(...lid.closing.map(Math.abs)) / lid.grip;
	if (struts) {
		const { sold } = strutWay(lid.angles, struts);
		const does =
			endsBelow(lid, struts) > 0
				? 'ends in nothing'
				: !sold
					? 'cannot be had'
					: frost.at(-1)! > 0
						? 'never lifts'
						: heat[0] < 0 && !struts.catch
							? 'springs open'
							: 'stays';
		return { does, ...forces };
	}
	if (lid.stands || hold?.by === 'prop' || forces.top < -BALANCED * most) return { does: 'stays', ...forces };
	if (forces.top <= BALANCED * most) return { does: 'balances', ...forces };
	return { does: hold ? 'by hand' : 'unsaid', ...forces };
}

const kgOf = (items: readonly Item[]): number => items.reduce((sum, { kg }) => sum + kg, 0);

/** The first move that turns a hinge: between which values, in which state it began, and how all other joints are meanwhile. */
function turnOf({ moves, states }: Assembly, id: string) {
	for (const { from: start, steps } of moves) {
		const state = states.find((one) => one.id === start)!;
		let joints = state.joints;
		for (const step of steps) {
			const [from, to] = [joints[id] ?? 0, step.joints?.[id]];
			// What turns together with something else that it hangs on is a chain of its own.
			if (to !== undefined && to !== from && Object.keys(step.joints!).length === 1) return { state, joints, from, to };
			joints = { ...joints, ...step.joints };
		}
	}
	return undefined;
}

/** A hinge of a piece as a lid: nothing where its line stands up, where it never turns, or where nothing rises by it. */
function lidOf(assembly: Assembly, link: Link, name: string, stock: Stock): Lid | undefined {
	const { joint } = link;
	if (joint.type !== 'hinge' || Math.abs(joint.axis.z) > LEVEL) return undefined;
	const turn = turnOf(assembly, link.id);
	if (!turn) return undefined;
	const moved = turningWith(assembly, link.id);
	const poses = linkPoses(assembly.links, turn.joints);
	const load = loadOf(assembly, turn.state, moved, poses, stock);
	const parent = (link.parent && poses.get(link.parent)) || IDENTITY;
	const origin = place(parent, joint.origin);
	const tip = place(parent, vec3(joint.origin.x + joint.axis.x, joint.origin.y + joint.axis.y, joint.origin.z + joint.axis.z));
	const axis = vec3(tip.x - origin.x, tip.y - origin.y, tip.z - origin.z);
	// It turns as one: where it is at an angle follows from where it is at the start.
	const turnedBy = (angle: number) => turnAbout(origin, axis, angle);
	const by = turn.to - turn.from;
	const start = balanceOf(load.parts) ?? origin;
	const rise = place(turnedBy(by), start).z - start.z;
	if (Math.abs(rise) < RISES) return undefined;
	const [shut, way] = rise > 0 ? [0, Math.sign(by)] : [by, -Math.sign(by)];
	const high = rise > 0 ? turn.to : turn.from;

	/** Weight pulls down: its moment about the hinge line, counted as closing. */
	const closingOf = (items: readonly Item[]) => {
		const centre = balanceOf(items) ?? origin;
		return angles.map((angle) => {
			const at = place(turnedBy(shut + way * angle), centre);
			return way * kgOf(items) * GRAVITY * ((at.y - origin.y) * axis.x - (at.x - origin.x) * axis.y);
		});
	};
	/** From the hinge line square out to a place. */
	const outTo = (p: Vec3): Vec3 => {
		const [x, y, z] = [p.x - origin.x, p.y - origin.y, p.z - origin.z];
		const along = x * axis.x + y * axis.y + z * axis.z;
		return vec3(x - along * axis.x, y - along * axis.y, z - along * axis.z);
	};
	const angles = Array.from({ length: STEPS + 1 }, (_, i) => (Math.abs(by) * i) / STEPS);
	const fixed = [...load.parts, ...load.riding];
	// What lies on it where it stands up is not lying on it.
	const lying = rise > 0 ? load.lying : [];
	const at = place(turnedBy(shut), middle(load.corners));
	const out = outTo(at);
	const grip = Math.max(
		1,
		...load.corners.map((corner) => {
			const { x, y, z } = outTo(corner);
			return Math.hypot(x, y, z);
		})
	);
	return {
		link: link.id,
		name,
		kg: kgOf(load.parts),
		riding: kgOf(load.riding),
		lying: kgOf(lying),
		angles,
		closing: closingOf(fixed),
		laden: closingOf([...fixed, ...lying]),
		grip,
		at,
		lean: Math.atan2(out.z, Math.hypot(out.x, out.y)),
		room: origin.z - lowestOf(assembly, moved, poses),
		stands: standsBy(assembly, link.id, high, moved)
	};
}

/** The lowest place of what does not turn, or of all where nothing stays, mm. */
function lowestOf(assembly: Assembly, moved: ReadonlySet<string>, poses: ReadonlyMap<string, Pose>): number {
	const still = assembly.parts.filter(({ link }) => !moved.has(link));
	return Math.min(...(still.length > 0 ? still : assembly.parts).map((part) => placePart('', part, poses.get(part.link)!).box.z[0]));
}

/**
 * Whether it stands raised by itself: no state leaves it there, as what goes on to turn over, or in such a state a leg, prop, bracket or
 * track of the piece that bears it is at it, and stands.
 */
function standsBy(assembly: Assembly, link: string, high: number, moved: ReadonlySet<string>): boolean {
	const raised = assembly.states.filter(({ joints }) => (joints[link] ?? 0) === high);
	return raised.every(({ joints, out = [] }) => {
		const placed = new Map(placedParts('', assembly, joints, out).map((one) => [one.part.id, one]));
		const ground = Math.min(...[...placed.values()].map(({ box }) => box.z[0]));
		return assembly.supports.some(({ part, by, kind }) => {
			const [borne, bearing] = [placed.get(part), placed.get(by)];
			if (!HOLDS_UP.includes(kind) || !borne || !moved.has(borne.part.link)) return false;
			// What holds it and is no part is fixed where it is.
			if (!bearing) return assembly.parts.every(({ id }) => id !== by);
			return boxSeparation(borne.box, bearing.box) <= TOUCHES && (kind !== 'leg' || bearing.box.z[0] - ground <= FOOT);
		});
	});
}

/** Everything of a piece that is turned up about a level hinge line. Remembered. */
export const lidsOf = remember((assembly: Assembly, stock: Stock): Lid[] =>
	assembly.links.flatMap((link) => {
		const own = assembly.parts.filter((part) => part.link === link.id);
		if (own.length === 0) return [];
		const front = assembly.fronts.find(({ to }) => assembly.states.find(({ id }) => id === to)?.joints[link.id] !== undefined);
		return lidOf(assembly, link, front?.name ?? largest(own).name, stock) ?? [];
	})
);

const largest = <T extends { outline: { x: number; y: number }[] }>(parts: readonly T[]): T =>
	parts.reduce((best, one) => (spanOf(one) > spanOf(best) ? one : best));
const spanOf = ({ outline }: { outline: { x: number; y: number }[] }) => {
	const along = (axis: 'x' | 'y') => Math.max(...outline.map((p) => p[axis])) - Math.min(...outline.map((p) => p[axis]));
	return along('x') * along('y');
};

/** What has to be bought to hold the lids of a piece as its plan says. */
export const lidHardware = (lids: readonly Lid[], holds: Readonly<Record<string, LidHold>> = {}): Hardware[] =>
	lids.flatMap(({ link, angles }): Hardware[] => {
		const hold = holds[link];
		if (hold?.by === 'prop') return [{ name: 'Prop, stay or strap for a lid', count: 1 }];
		if (hold?.by !== 'gas struts') return [];
		const { open, stroke } = strutWay(angles, hold);
		return [
			{ name: `Gas strut of ${hold.force} N, ${Math.ceil(open)} mm long, stroke at least ${Math.ceil(stroke)} mm`, count: hold.count },
			{ name: 'Ball stud for a gas strut', count: 2 * hold.count },
			...(hold.catch ? [{ name: 'Catch', count: 1 }] : [])
		];
	});
