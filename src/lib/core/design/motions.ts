import { convexOf, convexRoom, type Convex } from '../geometry/convex';
import { boxSeparation, middleOf, vec3, type Vec3 } from '../geometry/vector';
import { linkPoses, placePart } from '../pieces/placing';
import type { Assembly, Front, Joint, Link, Move, Part, PieceState, Step } from '../pieces/assembly';
import { carriedBy, radians } from '../pieces/making';
import { USES, type Use } from '../plan/use';
import { SizeFault, type Size } from './expression';
import { idOf } from './parts';
import { calledOf, type Instance, type NodeFault, type Resolver } from './resolve';
import { AXES, type Axis, type Design, type DesignJoint, type DesignMove, type DesignPose, type GroupNode } from './schema';

/** A group that moves: its link, how far its joint goes, and how the words for it go. */
export interface Moving {
	instance: Instance;
	node: GroupNode;
	link: Link;
	/** Value of its joint when it is opened as far as it goes; 0 for what is carried. */
	full: number;
}

/** A unit vector along an axis, the way of a sign. */
const along = (axis: Axis, sign: number): Vec3 => {
	const s = sign < 0 ? -1 : 1;
	return vec3(axis === 'x' ? s : 0, axis === 'y' ? s : 0, axis === 'z' ? s : 0);
};

type JointOf<K extends DesignJoint['kind']> = Extract<DesignJoint, { kind: K }>;

/** A place in the vehicle. */
function pointOf(resolver: Resolver, instance: Instance, at: Readonly<Record<Axis, Size>>): Vec3 {
	const [x, y, z] = AXES.map((axis) => resolver.value(instance, at[axis]));
	return vec3(x, instance.scope.mirrored ? -y : y, z);
}

/** A turn about a line: a mirror turns over the line, and the way one turns about it unless the line runs across. */
function hingeOf(resolver: Resolver, instance: Instance, joint: JointOf<'hinge' | 'swing'>): { joint: Joint; full: number } {
	const missing = AXES.find((axis) => axis !== joint.axis && joint[axis] === undefined);
	if (missing) throw new SizeFault(`Say where its hinge is along ${missing}.`);
	const turns = radians(resolver.value(instance, joint.turns)) * (instance.scope.mirrored && joint.axis !== 'y' ? -1 : 1);
	const full = Math.abs(turns);
	const origin = pointOf(resolver, instance, { x: joint.x ?? 0, y: joint.y ?? 0, z: joint.z ?? 0 });
	return { joint: { type: joint.kind, origin, axis: along(joint.axis, turns), range: [0, full] }, full };
}

function slideOf(resolver: Resolver, instance: Instance, joint: JointOf<'slide'>): { joint: Joint; full: number } {
	const by = resolver.value(instance, joint.by) * (instance.scope.mirrored && joint.axis === 'y' ? -1 : 1);
	return { joint: { type: 'slide', axis: along(joint.axis, by), range: [0, Math.abs(by)] }, full: Math.abs(by) };
}

/** What is carried stays in the vehicle at its stops, and is counted by them; without stops it is only ever out. */
function carriedOf(resolver: Resolver, instance: Instance, joint: JointOf<'carried'>): { joint: Joint; full: number } {
	const s = instance.scope.mirrored ? -1 : 1;
	const about = joint.about ? pointOf(resolver, instance, joint.about) : middleOf(resolver.boxOf(instance));
	const { x, y, z } = joint.axis ?? along('z', 1);
	const stops = (joint.stops ?? []).map((stop) => ({ shift: vec3(stop.x, s * stop.y, stop.z), angle: radians(stop.turns) }));
	const way = stops.length > 0 ? stops : [{ shift: vec3(0, 0, 0), angle: 0 }];
	return { joint: carriedBy(joint.way ?? 'lift-out', about, vec3(s * x, y, s * z), way), full: stops.length };
}

/** The joint of a group, in the vehicle, and its value when it is opened as far as it goes. */
function jointOf(resolver: Resolver, instance: Instance, joint: DesignJoint): { joint: Joint; full: number } {
	switch (joint.kind) {
		case 'carried':
			return carriedOf(resolver, instance, joint);
		case 'slide':
			return slideOf(resolver, instance, joint);
		case 'track': {
			const climbs = resolver.value(instance, joint.climbs);
			const [pin, far] = [joint.pin, joint.far].map((at) => pointOf(resolver, instance, at));
			return { joint: { type: 'track', pin, far, range: [0, climbs] }, full: climbs };
		}
		default:
			return hingeOf(resolver, instance, joint);
	}
}

/** The innermost moving group of some, which is what a part hangs on; the piece itself where none moves. */
export const BODY = 'body';
const movesItself = ({ node }: Instance): boolean => node.kind === 'group' && node.joint !== undefined;
export const linkIn = (groups: readonly Instance[]): string => {
	const own = groups.findLast(movesItself);
	return own ? idOf(own.path) : BODY;
};

/** A joint that also goes the other way, where a pose or a move of the design has it so. */
function bothWays(joint: Joint, { poses, moves = [] }: Design, path: string, full: number): Joint {
	if (!('range' in joint)) return joint;
	const said = [...Object.values(poses), ...moves.flatMap(({ steps }) => steps)].map(({ joints }) => joints?.[path] ?? 0);
	const low = full * Math.min(0, ...said);
	return low < 0 ? { ...joint, range: [low, joint.range[1]] } : joint;
}

/** Every group that moves, outermost first; what cannot be worked out is told to `fault`. */
export function movingIn(resolver: Resolver, leaves: readonly Instance[], fault: (fault: NodeFault) => void): Moving[] {
	const groups = new Map<string, Instance>();
	for (const { scope } of leaves) for (const group of scope.groups) if (movesItself(group)) groups.set(group.path, group);
	return [...groups.values()].flatMap((instance) => {
		const node = instance.node as GroupNode;
		const parent = linkIn(instance.scope.groups);
		try {
			const { joint: written, full } = jointOf(resolver, instance, node.joint!);
			const joint = bothWays(written, resolver.design, instance.path, full);
			const carried = node.joint!.kind === 'carried' ? { module: calledOf(instance) } : {};
			return [{ instance, node, link: { id: idOf(instance.path), parent, joint, ...carried }, full }];
		} catch (error) {
			if (!(error instanceof SizeFault)) throw error;
			fault({ path: instance.path, at: instance.at, message: error.message });
			// It stays where it is, so that the rest can be looked at.
			return [
				{ instance, node: { ...node, opens: [] }, link: { id: idOf(instance.path), parent, joint: { type: 'fixed' as const } }, full: 0 }
			];
		}
	});
}

/** The state of a piece as it was built, in every assembly of a design. */
export const AS_BUILT = 'as-built';

/** The states of a design: as built, each of its poses, and each thing that opens, opened by itself. */
export function statesOf({ asBuilt, poses }: Pick<Design, 'asBuilt' | 'poses'>, moving: readonly Moving[]): PieceState[] {
	const taken = new Set<Use>();
	const { [AS_BUILT]: base, ...others } = poses;
	const posedIn = ([id, { called, joints, out, startsFor }]: [string, DesignPose]): PieceState => {
		const turned = moving.filter(({ instance, full }) => full > 0 && (joints[instance.path] ?? 0) !== 0);
		const gone = moving.filter(({ instance }) => out?.includes(instance.path)).map(({ link }) => link.id);
		const starts = startsFor.filter((use) => !taken.has(use));
		for (const use of starts) taken.add(use);
		return {
			id,
			name: called,
			joints: Object.fromEntries(turned.map(({ instance, link, full }) => [link.id, full * joints[instance.path]])),
			...(gone.length > 0 ? { out: gone } : {}),
			startsFor: starts
		};
	};
	const posed = Object.entries(others).map(posedIn);
	const opened = openables(moving).map(({ link, full, instance }): PieceState => {
		// What opens within something that opens waits for that.
		const outer = moving.filter((one) => one.full > 0 && instance.path.startsWith(`${one.instance.path}.`));
		return {
			id: openOf(link),
			name: `${calledOf(instance)} open`,
			joints: Object.fromEntries([...outer.map((one) => [one.link.id, one.full]), [link.id, full]]),
			startsFor: []
		};
	});
	const startsFor = USES.filter((use) => !taken.has(use));
	const first = base ? posedIn([AS_BUILT, base]) : { id: AS_BUILT, joints: {} };
	return [{ ...first, name: asBuilt, startsFor }, ...posed, ...opened];
}

const openables = (moving: readonly Moving[]): Moving[] =>
	moving.filter(({ node, full }) => (node.opens ?? []).length > 0 && full > 0 && node.joint!.kind !== 'carried');
/** The state in which one thing is open. */
const openOf = ({ id }: Link): string => `open-${id}`;

/** What opens, and when it must: groups that say so, and poses that are something opened. */
export const frontsOf = ({ poses }: Pick<Design, 'poses'>, moving: readonly Moving[]): Front[] => [
	...openables(moving).map(({ instance, node, link }) => ({
		id: link.id,
		name: calledOf(instance),
		from: AS_BUILT,
		to: openOf(link),
		uses: node.opens!
	})),
	...Object.entries(poses).flatMap(([id, { called, opens }]) =>
		(opens ?? []).length > 0 ? [{ id, name: called, from: AS_BUILT, to: id, uses: opens! }] : []
	)
];

/** Seconds that one motion takes by itself, and what one pair of hands lifts, kg: our own figures, as for the kinds of pieces. */
const SECONDS = { hinge: 5, swing: 4, slide: 4, track: 6, carried: 10 } as const;
const ONE_PAIR = 15;

/** The step that moves one group from one state to another. */
function stepOf({ instance, node, link }: Moving, to: PieceState, weight: number): Step {
	const { kind } = node.joint!;
	const name = calledOf(instance).toLowerCase();
	const value = to.joints[link.id] ?? 0;
	const goes = (to.out ?? []).includes(link.id);
	const opens = goes || value !== 0;
	const words: Record<typeof kind, [string, string]> = {
		hinge: [`Turn the ${name} over`, `Turn the ${name} back`],
		swing: [`Swing the ${name} out`, `Swing the ${name} in`],
		slide: [`Pull the ${name} out`, `Push the ${name} in`],
		track: [`Lift the ${name} on its track`, `Lower the ${name} on its track`],
		carried: [`Take the ${name} out`, `Put the ${name} in`]
	};
	const [there, back] = opens ? words[kind] : [words[kind][1], words[kind][0]];
	const hands = weight > ONE_PAIR ? 2 : 1;
	const common = { words: there, back, seconds: SECONDS[kind], hands } as const;
	if (goes) return { ...common, takesOut: [link.id] };
	return { ...common, joints: { [link.id]: value } };
}

/** Places at which a motion is looked at, and how deep parts may dip into each other: outlines are looked at as their hulls, mm. */
const LOOKS = 10;
const DIP = 2;
/** Orders of so many motions at most are tried through. */
const MOST_TRIED = 6;

type Joints = Readonly<Record<string, number>>;

/** Whether a motion of some links from one set of joint values to another passes the other parts of its own piece. */
function passes({ links, parts }: Pick<Assembly, 'links' | 'parts'>, from: Joints, to: Joints, moved: ReadonlySet<string>): boolean {
	const ids = [...new Set([...Object.keys(from), ...Object.keys(to)])];
	const between = (share: number): Record<string, number> =>
		Object.fromEntries(ids.map((id) => [id, (from[id] ?? 0) + share * ((to[id] ?? 0) - (from[id] ?? 0))]));
	const shapesOf = (some: Part[], share: number): Convex[] => {
		const poses = linkPoses(links, between(share));
		return some.map((part) => {
			const { lower, upper } = placePart('', part, poses.get(part.link)!);
			return convexOf([...lower, ...upper]);
		});
	};
	const movers = parts.filter(({ link }) => moved.has(link));
	// What does not move stands where it is in all of them.
	const still = shapesOf(
		parts.filter(({ link }) => !moved.has(link)),
		0
	);
	const room = (share: number): number => {
		let least = 0;
		for (const one of shapesOf(movers, share))
			for (const other of still) if (boxSeparation(one.box, other.box) < least) least = Math.min(least, convexRoom(one, other));
		return least;
	};
	const allowed = Math.min(room(0), room(1)) - DIP;
	return Array.from({ length: LOOKS - 1 }, (_, i) => (i + 1) / LOOKS).every((share) => room(share) >= allowed);
}

/** An order of motions in which own parts let each other pass; as they were written where none is found. */
function ordered(assembly: Pick<Assembly, 'links' | 'parts'>, changing: readonly Moving[], to: PieceState): Moving[] {
	if (changing.length < 2 || changing.length > MOST_TRIED) return [...changing];
	const inside = (of: string): Set<string> => {
		const within = new Set([of]);
		for (const { id, parent } of assembly.links) if (parent && within.has(parent)) within.add(id);
		return within;
	};
	const search = (done: readonly Moving[], joints: Joints): Moving[] | undefined => {
		if (done.length === changing.length) return [...done];
		for (const one of changing) {
			if (done.includes(one)) continue;
			const next = { ...joints, [one.link.id]: to.joints[one.link.id] ?? 0 };
			const found = passes(assembly, joints, next, inside(one.link.id)) ? search([...done, one], next) : undefined;
			if (found) return found;
		}
		return undefined;
	};
	return search([], {}) ?? [...changing];
}

/**
 * How to get from a piece as built to each of its other states: as the design says, or else joint by joint in an order in which its own
 * parts pass.
 *
 * @param massOf what hangs on a link, kg
 */
export function movesOf(
	{ moves = [] }: Pick<Design, 'moves'>,
	assembly: Pick<Assembly, 'links' | 'parts' | 'states'>,
	moving: readonly Moving[],
	massOf: (link: string) => number
): Move[] {
	const stated = moves.map((move) => statedMove(move, moving));
	const led = new Set(stated.flatMap(({ from, to }) => [from, to]));
	const worked = assembly.states
		.filter(({ id }) => id !== AS_BUILT && !led.has(id))
		.flatMap((state): Move[] => {
			const gone = state.out ?? [];
			const changing = moving.filter(({ link }) => (state.joints[link.id] ?? 0) !== 0 || gone.includes(link.id));
			// What is carried out goes first: it stands in nobody's way any more.
			const carried = changing.filter(({ link }) => gone.includes(link.id));
			const turned = ordered(
				assembly,
				changing.filter((one) => !carried.includes(one)),
				state
			);
			const steps = [...carried, ...turned].map((one) => stepOf(one, state, massOf(one.link.id)));
			return steps.length > 0 ? [{ from: AS_BUILT, to: state.id, steps }] : [];
		});
	return [...stated, ...worked];
}

/** A move as whoever designed the piece says it, its groups by their links. */
function statedMove({ from, to, steps }: DesignMove, moving: readonly Moving[]): Move {
	const byPath = new Map(moving.map((one) => [one.instance.path, one]));
	const links = (paths: readonly string[] | undefined) => paths && paths.flatMap((path) => byPath.get(path)?.link.id ?? []);
	return {
		from,
		to,
		steps: steps.map(({ joints, takesOut, bringsIn, ...step }): Step => ({
			...step,
			...(joints
				? {
						joints: Object.fromEntries(
							Object.entries(joints).flatMap(([path, share]) => {
								const one = byPath.get(path);
								return one ? [[one.link.id, share * one.full]] : [];
							})
						)
					}
				: {}),
			...(takesOut ? { takesOut: links(takesOut)! } : {}),
			...(bringsIn ? { bringsIn: links(bringsIn)! } : {})
		}))
	};
}
