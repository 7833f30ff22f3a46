import { bounds, type Polygon } from '../geometry/polygon';
import { boxAround, vec2, type Box, type Vec3 } from '../geometry/vector';
import { faces, padsIn } from '../pieces/placing';
import type { Assembly, Joint, Link, Pad, PadPlace, Part, PieceState, Step } from '../pieces/assembly';
import { kindOf } from '../pieces';
import type { Piece } from '../pieces/schema';
import type { Stock } from '../plan/plan';
import { AS_BUILT } from './motions';
import { PLANE } from './parts';
import {
	AXES,
	EDGES,
	GIVEN_NAMES,
	type Axis,
	type Design,
	type DesignJoint,
	type DesignNode,
	type DesignPose,
	type Nodes,
	type Span
} from './schema';

/** A piece that cannot be taken apart into boards, bars and pads, and why. */
export class NotApart extends RangeError {}

/** Sizes are kept to so much, mm: what a sum leaves behind the decimal point says nothing. */
const GRAIN = 0.01;
const rounded = (value: number): number => Math.round(value / GRAIN) * GRAIN;
const mm = (value: number): number => Number(rounded(value).toFixed(2));

/** What lies lower than this stands on the floor and does not rise with the piece, mm. */
const FOOT = 80;

/** `bay-1-drawer-2` as a name that can stand in a sum. */
function nameOf(id: string, taken: ReadonlySet<string>): string {
	const camel = id.replace(/[^A-Za-z0-9]+(.)?/g, (_, c: string | undefined) => (c ?? '').toUpperCase()).replace(/^[^a-z]+/, '');
	const base = (camel || 'part').slice(0, 26);
	const free = (name: string) => !taken.has(name) && !(GIVEN_NAMES as readonly string[]).includes(name) && name !== 'constructor';
	if (free(base)) return base;
	let n = 2;
	while (!free(`${base}${n}`)) n++;
	return `${base}${n}`;
}

/** How sizes of a piece are written down once it is taken apart: along from its start, upwards from its height. */
interface Writing {
	start: number;
	height: number;
	stock: Stock;
}

const signed = (name: string, by: number): string | number => (mm(by) === 0 ? name : `${name} ${by < 0 ? '-' : '+'} ${Math.abs(mm(by))}`);

/** A place along an axis as it is written. */
function written({ start, height }: Writing, axis: Axis, value: number): string | number {
	if (axis === 'x') return signed('start', value - start);
	if (axis === 'z' && height > FOOT && value > FOOT) return signed('height', value - height);
	return mm(value);
}

const spans = (writing: Writing, box: Box, thin: readonly Axis[]): Record<Axis, Span> =>
	Object.fromEntries(
		AXES.map((axis) => {
			const [from, to] = box[axis].map((value) => written(writing, axis, value));
			return [axis, thin.includes(axis) ? { from } : { from, to }];
		})
	) as Record<Axis, Span>;

/** The axis of the vehicle along which a direction of a part's own lies. */
function axisOf({ pose }: Part, own: 'x' | 'y' | 'z', name: string): Axis {
	const found = AXES.find((_, i) => Math.abs(Math.abs(pose.rotation[i][own]) - 1) < 1e-6);
	if (!found) throw new NotApart(`“${name}” stands at a slant, and cannot be taken apart yet.`);
	return found;
}

const isRectangle = (outline: Polygon): boolean => {
	const { x, y } = bounds(outline);
	const on = (value: number, ends: readonly number[]) => ends.some((end) => Math.abs(end - value) < GRAIN);
	return outline.length === 4 && outline.every((p) => on(p.x, x) && on(p.y, y));
};

/** Whether a part is as thick as its stock says: whatever is not is written with a size of its own, and stays what it was. */
const asStocked = (size: number, stocked: number): boolean => Math.abs(size - stocked) < GRAIN;

/** The edge of a box along which a strip lies that shares its lower face; none where they do not meet. */
function edgesOf(strip: Box, box: Box): (typeof EDGES)[number][] {
	if (Math.abs(strip.z[0] - box.z[0]) > 1 || sharedVolume(strip, box) === 0) return [];
	const at = (axis: 'x' | 'y', end: 0 | 1) => Math.abs(strip[axis][end] - box[axis][end]) < 1;
	if (at('x', 0) && !at('x', 1) && at('y', 0) === at('y', 1)) return ['rear'];
	if (at('x', 1) && !at('x', 0) && at('y', 0) === at('y', 1)) return ['front'];
	return at('y', 0) ? ['right'] : ['left'];
}

const sharedVolume = (a: Box, b: Box): number =>
	AXES.reduce((volume, axis) => volume * Math.max(0, Math.min(a[axis][1], b[axis][1]) - Math.max(a[axis][0], b[axis][0])), 1);

/** What one works or a dog lies on: the board on whose upper face such a surface of the assembly lies, in some state. */
function usedFor({ surfaces }: Assembly, part: Part, box: Box): { use?: 'work' | 'animal' } {
	const long = (range: [number, number]) => range[1] - range[0];
	const found = surfaces.find(({ use, outline }) => {
		const { x, y } = bounds(outline);
		const sizes = [long(x), long(y)];
		// Folded down it is as large still, whichever way it hangs.
		const own = AXES.map((axis) => long(box[axis])).filter((size) => Math.abs(size - part.thickness) > 1);
		return (use === 'work' || use === 'animal') && sizes.every((size) => own.some((one) => Math.abs(one - size) < 1));
	});
	return found ? { use: found.use as 'work' | 'animal' } : {};
}

/** A part as a node. */
function nodeOf(part: Part, assembly: Assembly, writing: Writing): DesignNode {
	const name = part.name;
	const { supports, rests } = assembly;
	if (part.form === 'cloth') throw new NotApart(`“${name}” is of cloth, and cannot be taken apart.`);
	const { lower, upper } = faces(part, part.pose);
	const box = boxAround([...lower, ...upper]);
	const called = { called: name };
	const onWall = supports.some((one) => one.part === part.id && one.by === 'wall');
	const edges = rests.flatMap((rest) => edgesOf(rest.box, box));
	const held = onWall ? { held: 'wall' as const } : edges.length > 0 ? { held: 'what is below' as const, edges: [...new Set(edges)] } : {};
	if (part.form === 'bought') return { kind: 'bought', ...called, ...spans(writing, box, []), weight: mm(part.weight ?? 0) };
	const size = (axis: Axis) => box[axis][1] - box[axis][0];
	const plank = axisOf(part, 'x', name);
	if (part.form === 'bar') {
		if (!isRectangle(part.outline)) throw new NotApart(`“${name}” is sawn to a shape, and cannot be taken apart yet.`);
		const { width, thickness } = writing.stock.bars[part.stock];
		const [a, b] = AXES.filter((axis) => axis !== plank);
		const [wide, thin] = size(a) > size(b) || (size(a) === size(b) && asStocked(size(a), width)) ? [a, b] : [b, a];
		// A side that is sawn narrower than the bar keeps both its ends.
		const stocked = [wide, thin].filter((axis) => asStocked(size(axis), axis === wide ? width : thickness));
		return { kind: 'bar', ...called, stock: part.stock, along: plank, wide, ...spans(writing, box, stocked), ...held };
	}
	const normal = axisOf(part, 'z', name);
	if (!asStocked(size(normal), writing.stock.sheets[part.stock].thickness))
		throw new NotApart(`“${name}” is not as thick as its sheet, and cannot be taken apart.`);
	const flat = (corners: readonly Vec3[]) =>
		corners.map((p) => vec2(p[PLANE[normal][0]] - box[PLANE[normal][0]][0], p[PLANE[normal][1]] - box[PLANE[normal][1]][0]));
	const [u, v] = PLANE[normal];
	const cutOuts = (part.cutOuts ?? []).map(({ name: hole, outline }, i) => {
		const cut = boxAround(faces({ outline, thickness: part.thickness }, part.pose).lower);
		const both = (axis: Axis): Span => ({ from: written(writing, axis, cut[axis][0]), to: written(writing, axis, cut[axis][1]) });
		return [`hole${i + 1}`, { called: hole, [u]: both(u), [v]: both(v) }] as const;
	});
	return {
		kind: 'panel',
		...called,
		stock: part.stock,
		normal,
		...spans(writing, box, [normal]),
		...held,
		...usedFor(assembly, part, box),
		...(isRectangle(part.outline) ? {} : { outline: flat(lower).map(({ x, y }) => ({ x: mm(x), y: mm(y) })) }),
		...(cutOuts.length > 0 ? { cutOuts: Object.fromEntries(cutOuts) } : {})
	};
}

const point = (writing: Writing, at: Vec3) => ({ x: written(writing, 'x', at.x), y: mm(at.y), z: written(writing, 'z', at.z) });
const degrees = (radians: number): number => Number(((radians * 180) / Math.PI).toFixed(6));

/** A joint as it is written, and its value when it goes as far as it does. */
function jointOf(joint: Joint, farthest: number, writing: Writing): { joint: DesignJoint; full: number } | undefined {
	switch (joint.type) {
		case 'fixed':
			return undefined;
		case 'slide':
		case 'hinge':
		case 'swing': {
			const axis = AXES.find((one) => Math.abs(Math.abs(joint.axis[one]) - 1) < 1e-6);
			if (!axis) throw new NotApart('Something turns or slides at a slant, and cannot be taken apart yet.');
			const s = joint.axis[axis];
			const full = Math.max(farthest, GRAIN);
			if (joint.type === 'slide') return { joint: { kind: 'slide', axis, by: mm(s * full) }, full: Math.abs(mm(full)) };
			const rest = Object.fromEntries(Object.entries(point(writing, joint.origin)).filter(([one]) => one !== axis));
			const turns = degrees(s * full);
			// What holds it up its kind knows, by props, wires and stays that are no boards.
			const stays = joint.type === 'hinge' ? { stays: true as const } : {};
			return { joint: { kind: joint.type, axis, ...rest, turns, ...stays }, full: Math.abs((turns * Math.PI) / 180) };
		}
		case 'track': {
			const full = Math.max(farthest, GRAIN);
			return { joint: { kind: 'track', pin: point(writing, joint.pin), far: point(writing, joint.far), climbs: mm(full) }, full: mm(full) };
		}
		default: {
			const stops = joint.way.map(({ shift, angle }) => ({ x: mm(shift.x), y: mm(shift.y), z: mm(shift.z), turns: degrees(angle) }));
			const about = { about: point(writing, joint.about.origin), axis: joint.about.axis };
			return { joint: { kind: 'carried', way: joint.type, ...about, stops }, full: stops.length };
		}
	}
}

/** The greatest value that a joint takes in any state or step of an assembly, whichever way it goes. */
function farthestOf({ states, moves }: Assembly, link: string): number {
	const values = [...states, ...moves.flatMap(({ steps }) => steps)].map(({ joints }) => Math.abs(joints?.[link] ?? 0));
	return Math.max(0, ...values);
}

/** The pad's place in the first state in which it lies anywhere: where its node is written. */
const homeOf = ({ places }: Pad, states: readonly PieceState[]): PadPlace | undefined =>
	states.map(({ id }) => places[id]).find((place) => place !== undefined);

/** An outline from above, from the lowest corner of its box. */
const fromCorner = (outline: Polygon, box: Box) => outline.map((p) => ({ x: mm(p.x - box.x[0]), y: mm(p.y - box.y[0]) }));

/** Where one looks who sits on a pad, by the seat that the assembly says there is. */
function looksOf({ surfaces }: Assembly, box: Box) {
	const seat = surfaces.find(({ use, outline }) => {
		const { x, y } = bounds(outline);
		return (
			use === 'sit' && Math.min(x[1], box.x[1]) - Math.max(x[0], box.x[0]) > 1 && Math.min(y[1], box.y[1]) - Math.max(y[0], box.y[0]) > 1
		);
	});
	if (!seat) return undefined;
	return seat.faces ? seat.faces.direction : seat.raked?.facing === 1 ? ('front' as const) : ('rear' as const);
}

/** Everything of an assembly by where it is written in its design. */
class Apart {
	private readonly paths = new Map<string, string>();
	private readonly groups = new Map<string, { nodes: Nodes; taken: Set<string> }>();
	private readonly joints = new Map<string, { joint: DesignJoint; full: number }>();
	readonly nodes: Nodes = {};

	constructor(
		private readonly assembly: Assembly,
		private readonly writing: Writing
	) {
		const root = { nodes: this.nodes, taken: new Set<string>() };
		for (const link of assembly.links) this.addLink(link, root);
		for (const part of assembly.parts) this.add(part.link, part.id, nodeOf(part, assembly, writing), root);
		for (const pad of assembly.pads) this.addPad(pad, root);
		for (const { id, name, box } of assembly.spaces)
			this.add(this.drawerRound(box), id, { kind: 'space', called: name, ...spans(writing, box, []) }, root);
	}

	/** The link of the drawer in which a compartment is, if it is in one. */
	private readonly drawerRound = (box: Box): string | undefined =>
		this.assembly.drawers.find((drawer) => sharedVolume(box, drawer.box) > sharedVolume(box, box) / 2)?.link;

	/** What a link is called that opens by itself. */
	private openName(link: string): string | undefined {
		const { fronts, states } = this.assembly;
		return fronts.find(({ to }) => {
			const joints = states.find(({ id }) => id === to)?.joints ?? {};
			return Object.keys(joints).length === 1 && Object.hasOwn(joints, link);
		})?.name;
	}

	private addLink(link: Link, root: { nodes: Nodes; taken: Set<string> }): void {
		const moved = jointOf(link.joint, farthestOf(this.assembly, link.id), this.writing);
		const parent = link.parent ? this.groups.get(link.parent)! : root;
		if (!moved) {
			this.groups.set(link.id, parent);
			if (link.parent) this.paths.set(link.id, this.paths.get(link.parent) ?? '');
			return;
		}
		const name = nameOf(link.id, parent.taken);
		parent.taken.add(name);
		const nodes: Nodes = {};
		const called = link.module ?? this.openName(link.id);
		const drawer = this.assembly.drawers.find((one) => one.link === link.id);
		parent.nodes[name] = {
			kind: 'group',
			...(called ? { called } : {}),
			joint: moved.joint,
			...(drawer ? { drawer: { slide: drawer.slide, content: drawer.content, ...(drawer.latched ? { catch: true } : {}) } } : {}),
			nodes
		};
		const outer = link.parent ? this.paths.get(link.parent) : undefined;
		this.paths.set(link.id, outer ? `${outer}.${name}` : name);
		this.joints.set(link.id, moved);
		this.groups.set(link.id, { nodes, taken: new Set() });
	}

	private add(link: string | undefined, id: string, node: DesignNode, root: { nodes: Nodes; taken: Set<string> }): string {
		const group = link === undefined ? root : this.groups.get(link)!;
		const name = nameOf(id, group.taken);
		group.taken.add(name);
		group.nodes[name] = node;
		const outer = link === undefined ? '' : (this.paths.get(link) ?? '');
		return outer ? `${outer}.${name}` : name;
	}

	private readonly padPaths = new Map<string, string>();
	private addPad(pad: Pad, root: { nodes: Nodes; taken: Set<string> }): void {
		const home = homeOf(pad, this.assembly.states);
		if (!home) return;
		const looks = home.role === 'seat' ? looksOf(this.assembly, home.box) : undefined;
		const node: DesignNode = {
			kind: 'pad',
			called: pad.name,
			foam: pad.foam,
			role: home.role,
			...spans(this.writing, home.box, []),
			...(home.outline && !isRectangle(home.outline) ? { outline: fromCorner(home.outline, home.box) } : {}),
			...(looks ? { looks } : {})
		};
		this.padPaths.set(pad.id, this.add(home.link, pad.id, node, root));
	}

	/** A state as a pose. */
	pose(state: PieceState, opens: DesignPose['opens']): DesignPose {
		const out = state.out?.map((link) => this.paths.get(link)!);
		const here = padsIn(this.assembly, state.id);
		const pads = this.assembly.pads.flatMap((pad): [string, NonNullable<DesignPose['pads']>[string]][] => {
			const path = this.padPaths.get(pad.id);
			if (!path) return [];
			const home = homeOf(pad, this.assembly.states)!;
			const at = here.find((one) => one.pad === pad)?.at;
			if (!at) return [[path, 'away']];
			const same = JSON.stringify([at.box, at.role, at.link]) === JSON.stringify([home.box, home.role, home.link]);
			const role = at.role === home.role ? {} : { role: at.role };
			const loose = !at.link && home.link && this.paths.get(home.link) ? { loose: true } : {};
			return same ? [] : [[path, { ...spans(this.writing, at.box, []), ...role, ...loose }]];
		});
		return {
			called: state.name,
			joints: this.shares(state.joints),
			...(out && out.length > 0 ? { out } : {}),
			...(pads.length > 0 ? { pads: Object.fromEntries(pads) } : {}),
			startsFor: state.startsFor,
			...(opens ? { opens } : {})
		};
	}

	private shares(joints: Readonly<Record<string, number>>): Record<string, number> {
		return Object.fromEntries(
			Object.entries(joints).flatMap(([link, value]) => {
				const moved = this.joints.get(link);
				return moved && moved.full > 0 ? [[this.paths.get(link)!, Math.max(-1, Math.min(1, value / moved.full))]] : [];
			})
		);
	}

	step({ joints, takesOut, bringsIn, ...step }: Step) {
		const paths = (links: readonly string[]) => links.map((link) => this.paths.get(link)!);
		return {
			...step,
			...(joints ? { joints: this.shares(joints) } : {}),
			...(takesOut ? { takesOut: paths(takesOut) } : {}),
			...(bringsIn ? { bringsIn: paths(bringsIn) } : {})
		};
	}
}

/**
 * A piece of any kind as an own piece. One that is written as a tree keeps it, with its numbers as sizes; of any other its boards, bars, pads and compartments become nodes, its joints groups, its states poses,
 * its moves in the order that its kind gives them. Places along the vehicle are written from its start and upper ones from its
 * height, so that it can still be moved as a whole.
 *
 * @param assembly the piece as it is worked out in its vehicle
 * @returns the piece, and what each of its states is called from now on
 * @throws NotApart when something of it cannot be written as a node, with the reason.
 */
export function takeApart(piece: Piece, assembly: Assembly, stock: Stock): { piece: Piece; states: Record<string, string> } {
	const { design: designed, heightParam, alongParam } = kindOf(piece.kind);
	if (designed) {
		const { [heightParam!]: height, [alongParam!]: start } = piece.params as Record<string, unknown>;
		return {
			piece: { ...piece, kind: 'own', params: { start, height, design: designed(piece.params) } } as Piece,
			states: Object.fromEntries(assembly.states.map(({ id }) => [id, id]))
		};
	}
	const solid = assembly.parts.flatMap((part) => faces(part, part.pose).lower.map(({ x }) => x));
	if (solid.length === 0) throw new NotApart('There is nothing of it to take apart.');
	const writing = { start: mm(Math.max(0, Math.min(...solid))), height: mm(assembly.deck), stock };
	const apart = new Apart(assembly, writing);
	const [first] = assembly.states;
	const called = (id: string): string => (id === first.id ? AS_BUILT : id);
	const opened = new Map(assembly.fronts.filter(({ from }) => from === first.id).map(({ to, uses }) => [to, uses]));
	const design: Design = {
		asBuilt: first.name,
		sizes: {},
		nodes: apart.nodes,
		poses: Object.fromEntries(assembly.states.map((state) => [called(state.id), apart.pose(state, opened.get(state.id))])),
		moves: assembly.moves.map(({ from, to, steps }) => ({
			from: called(from),
			to: called(to),
			steps: steps.map((step) => apart.step(step))
		}))
	};
	return {
		piece: { ...piece, kind: 'own', params: { start: writing.start, height: writing.height, design } } as Piece,
		states: Object.fromEntries(assembly.states.map(({ id }) => [id, called(id)]))
	};
}
