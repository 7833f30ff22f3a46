import { rectangle } from '../geometry/polygon';
import { compose, IDENTITY, place, type Pose } from '../geometry/pose';
import { balanceOf, vec3, type Vec3 } from '../geometry/vector';
import { remember } from '../memory';
import { faces, linkPoses } from '../modes';
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
	/** A leg, prop, bracket or track of the piece itself holds it up. */
	propped: boolean;
}

/** Angles looked at on the way up. */
const STEPS = 24;
/** What rises no further than this is not lifted, mm. */
const RISES = 20;
/** The hinge line of a lid is level: its direction rises no more than this. */
const LEVEL = 0.3;
/** A cushion whose underside is no further from a lid lies on it, mm. */
const LIES_ON = 8;

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

/** What moves with some links in a state, with their poses. */
function loadOf(assembly: Assembly, state: PieceState, moved: ReadonlySet<string>, poses: ReadonlyMap<string, Pose>, stock: Stock) {
	const placed = assembly.parts
		.filter(({ link }) => moved.has(link))
		.map((part) => {
			const { lower, upper } = faces(part, compose(poses.get(part.link)!, part.pose));
			return { kg: partMass(part, stock), corners: [...lower, ...upper] };
		});
	const corners = placed.flatMap((one) => one.corners);
	const inside = (axis: 'x' | 'y', value: number) =>
		value > Math.min(...corners.map((c) => c[axis])) && value < Math.max(...corners.map((c) => c[axis]));
	const top = Math.max(...corners.map(({ z }) => z));
	const [riding, lying]: [Item[], Item[]] = [[], []];
	for (const pad of assembly.pads) {
		const at = pad.places[state.id];
		if (!at) continue;
		const pose = (at.link !== undefined && poses.get(at.link)) || IDENTITY;
		const outline = at.outline ?? rectangle(...at.box.x, ...at.box.y);
		const face = (z: number) => outline.map(({ x, y }) => place(pose, vec3(x, y, z)));
		const item = { kg: padMass(pad), at: middle([...face(at.box.z[0]), ...face(at.box.z[1])]) };
		if (at.link !== undefined && moved.has(at.link)) riding.push(item);
		else if (inside('x', item.at.x) && inside('y', item.at.y) && Math.abs(middle(face(at.box.z[0])).z - top) <= LIES_ON) lying.push(item);
	}
	return { parts: placed.map((one): Item => ({ kg: one.kg, at: middle(one.corners) })), riding, lying, corners };
}

/** At the top a lid stands as long as weight would turn it on, or by so small a share of what it weighs at most. */
const BALANCED = 0.05;

/** Struts lie in this share of a lid's length, and reach so far behind it, or as deep as is usual, mm; our own figures. */
const STRUT_ROOM = { along: 0.6, behind: 0.4, deepest: 250 };

/** The gas struts that suit a lid best, if any do. */
export const strutsOf = (lid: Lid): GasStruts | undefined =>
	strutsFor(lid, { along: STRUT_ROOM.along * lid.grip, behind: Math.min(STRUT_ROOM.deepest, STRUT_ROOM.behind * lid.grip) });

/** What becomes of a lid that is held in some way, or of which nobody has said how. */
export interface HeldUp {
	/** Nobody has said what holds it, a hand does, it stands on the balance, or it stays; with struts that fail, how they do. */
	does: 'unsaid' | 'by hand' | 'balances' | 'stays' | 'never lifts' | 'cannot be had' | 'springs open';
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
		const does = !sold ? 'cannot be had' : frost.at(-1)! > 0 ? 'never lifts' : heat[0] < 0 && !struts.catch ? 'springs open' : 'stays';
		return { does, ...forces };
	}
	if (lid.propped || hold?.by === 'prop' || forces.top < -BALANCED * most) return { does: 'stays', ...forces };
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
	const posesAt = (value: number) => linkPoses(assembly.links, { ...turn.joints, [link.id]: value });
	const loadAt = (value: number) => loadOf(assembly, turn.state, moved, posesAt(value), stock);
	const height = (value: number) => balanceOf(loadAt(value).parts)?.z ?? 0;
	const [low, high] = height(turn.from) < height(turn.to) ? [turn.from, turn.to] : [turn.to, turn.from];
	if (height(high) - height(low) < RISES) return undefined;

	const parent = (link.parent && posesAt(low).get(link.parent)) || IDENTITY;
	const origin = place(parent, joint.origin);
	const tip = place(parent, vec3(joint.origin.x + joint.axis.x, joint.origin.y + joint.axis.y, joint.origin.z + joint.axis.z));
	const axis = vec3(tip.x - origin.x, tip.y - origin.y, tip.z - origin.z);
	const way = Math.sign(high - low);
	/** Weight pulls down: its moment about the hinge line, counted as closing. */
	const closingOf = (items: readonly Item[]) =>
		items.reduce((sum, { kg, at }) => sum + way * kg * GRAVITY * ((at.y - origin.y) * axis.x - (at.x - origin.x) * axis.y), 0);
	/** From the hinge line square out to a place. */
	const outTo = (p: Vec3): Vec3 => {
		const [x, y, z] = [p.x - origin.x, p.y - origin.y, p.z - origin.z];
		const along = x * axis.x + y * axis.y + z * axis.z;
		return vec3(x - along * axis.x, y - along * axis.y, z - along * axis.z);
	};
	const away = (p: Vec3) => {
		const { x, y, z } = outTo(p);
		return Math.hypot(x, y, z);
	};
	const turned = Math.abs(high - low);
	const angles = Array.from({ length: STEPS + 1 }, (_, i) => (turned * i) / STEPS);
	const loads = angles.map((angle) => loadAt(low + way * angle));
	const [rest] = loads;
	const out = outTo(middle(rest.corners));
	// A loose cushion is lifted along where it lies on the lid.
	const lyingAt = (angle: number) => {
		const before = posesAt(low).get(link.id)!;
		const after = posesAt(low + way * angle).get(link.id)!;
		return rest.lying.map(({ kg, at }): Item => ({ kg, at: place(after, placeBack(before, at)) }));
	};
	const closing = loads.map(({ parts, riding }) => closingOf([...parts, ...riding]));
	return {
		link: link.id,
		name,
		kg: kgOf(rest.parts),
		riding: kgOf(rest.riding),
		lying: kgOf(rest.lying),
		angles,
		closing,
		laden: angles.map((angle, i) => closing[i] + closingOf(lyingAt(angle))),
		grip: Math.max(1, ...rest.corners.map(away)),
		at: middle(rest.corners),
		lean: Math.atan2(out.z, Math.hypot(out.x, out.y)),
		propped: assembly.supports.some(
			({ part, kind }) => HOLDS_UP.includes(kind) && assembly.parts.some(({ id, link: on }) => id === part && moved.has(on))
		)
	};
}

/** Where a place was before a pose put it there. */
function placeBack({ rotation: [x, y, z], shift }: Pose, p: Vec3): Vec3 {
	const [a, b, c] = [p.x - shift.x, p.y - shift.y, p.z - shift.z];
	return vec3(x.x * a + y.x * b + z.x * c, x.y * a + y.y * b + z.y * c, x.z * a + y.z * b + z.z * c);
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
