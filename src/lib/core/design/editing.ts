import type { Box } from '../geometry/vector';
import type { Edit } from '../plan/edit';
import type { Size } from './expression';
import { box, door, drawer, ledgers, leg, lid, slats } from './composed';
import { AXES, type Axis, type Design, type DesignNode, type GroupNode, type Nodes, type PanelNode, type Span } from './schema';
import { wordsOf } from './resolve';

/** The names of nodes on the way to one. */
export type At = readonly string[];

/** Where a node is written in its design. */
export const pathOf = (at: At): string[] => at.flatMap((name) => ['nodes', name]);

/** The node at a place of a design; undefined where there is none. */
export function nodeAt({ nodes }: Pick<Design, 'nodes'>, at: At): DesignNode | undefined {
	let [found, among]: [DesignNode | undefined, Nodes] = [undefined, nodes];
	for (const name of at) {
		found = Object.hasOwn(among, name) ? among[name] : undefined;
		if (!found) return undefined;
		among = 'nodes' in found ? found.nodes : {};
	}
	return found;
}

/** Every node of a design with its place, each before what is in it. */
export function outline({ nodes }: Pick<Design, 'nodes'>): { at: At; node: DesignNode }[] {
	const within = (among: Nodes, outer: At): { at: At; node: DesignNode }[] =>
		Object.entries(among).flatMap(([name, node]) => {
			const at = [...outer, name];
			return [{ at, node }, ...('nodes' in node ? within(node.nodes, at) : [])];
		});
	return within(nodes, []);
}

/** A name that is not taken: as it is, or with the lowest number behind it. */
function freeName(taken: ReadonlySet<string>, base: string): string {
	let n = 2;
	if (!taken.has(base)) return base;
	while (taken.has(`${base}${n}`)) n++;
	return `${base}${n}`;
}

/** Every name of a design, of nodes however deep and of sizes: whoever has none of these is never meant by a sum of another. */
const namesOf = (design: Design): Set<string> => new Set([...Object.keys(design.sizes), ...outline(design).map(({ at }) => at.at(-1)!)]);

/** What can be added, in the order in which it is offered. */
export const ADDITIONS = [
	'board',
	'upright board',
	'bar',
	'leg',
	'leg that folds up',
	'leg that comes off',
	'ledgers on the walls',
	'slats',
	'lid',
	'door',
	'box',
	'drawer',
	'cushion',
	'compartment'
] as const;
export type Addition = (typeof ADDITIONS)[number];

/** What a design is added to with: the stock that a plan has. */
interface Choice {
	sheet: string;
	bar: string;
	slat: { id: string; width: number };
}

const NAMES: Readonly<Record<Addition, string>> = {
	board: 'board',
	'upright board': 'board',
	bar: 'bar',
	leg: 'leg',
	'leg that folds up': 'leg',
	'leg that comes off': 'leg',
	'ledgers on the walls': 'ledgers',
	slats: 'slats',
	lid: 'lid',
	door: 'door',
	box: 'box',
	drawer: 'drawer',
	cushion: 'cushion',
	compartment: 'room'
};

/** Faces of what something is added to: as names where there is such a node, else where an own piece begins. */
const beside = (name: string | undefined) => ({
	x: name ? { from: `${name}.rear`, to: `${name}.front` } : { from: 'start', size: 600 },
	y: name ? { from: `${name}.right`, to: `${name}.left` } : { middle: 0, size: 600 },
	top: name ? `${name}.top` : 'height',
	bottom: name ? `${name}.bottom` : 'height',
	rear: name ? `${name}.rear` : 'start',
	right: name ? `${name}.right` : 0
});

/** Air between slats before anybody says otherwise, mm. */
const SLAT_GAP = 40;

/** What is added under a name, placed by what it is added to. */
function added(what: Addition, name: string, to: string | undefined, { sheet, bar, slat }: Choice): DesignNode {
	const by = beside(to);
	const post = { x: { from: by.rear }, y: { from: by.right } };
	const below = { from: 'floor', to: by.bottom };
	switch (what) {
		case 'board':
			return { kind: 'panel', stock: sheet, normal: 'z', x: by.x, y: by.y, z: to ? { from: by.top } : { to: by.top } };
		case 'upright board':
			return { kind: 'panel', stock: sheet, normal: 'x', x: { from: by.rear }, y: by.y, z: below };
		case 'bar':
			return { kind: 'bar', stock: bar, along: 'x', wide: 'z', x: by.x, y: { from: by.right }, z: { to: by.bottom } };
		case 'leg':
			return leg(name, bar, post, by.bottom);
		case 'leg that folds up':
			return leg(name, bar, post, by.bottom, 'folds up');
		case 'leg that comes off':
			return leg(name, bar, post, by.bottom, 'comes off');
		case 'ledgers on the walls':
			return ledgers(bar, by.x, by.bottom);
		case 'slats':
			return slats(slat, by, by.top, SLAT_GAP);
		case 'lid':
			return lid(name, sheet, { x: by.x, y: by.y, z: { from: by.top } }, 'front');
		case 'door':
			return door(name, sheet, by.rear, by.y, to ? { from: `${to}.bottom`, to: `${to}.top` } : { from: 'floor', to: 'height' });
		case 'box':
			return box(name, sheet, { x: by.x, y: by.y, z: below });
		case 'drawer':
			return drawer(name, sheet, { x: { from: by.rear, size: 500 }, y: { from: by.right, size: 400 }, z: { from: 'floor', size: 200 } });
		case 'cushion':
			return { kind: 'pad', foam: 'medium', role: 'mattress', x: by.x, y: by.y, z: { from: by.top, size: 80 } };
		case 'compartment':
			return { kind: 'space', x: by.x, y: by.y, z: below };
	}
}

/** A change of a design, edits from the design on, and the node that is looked at afterwards. */
export interface Change {
	edits: Edit[];
	at: At;
}

/**
 * Adds something beside a node, placed by it: a leg under it, a cushion on it.
 *
 * @param to the node that it is added to; beside the outermost ones where there is none
 */
export function addNode(design: Design, to: At, what: Addition, choice: Choice): Change {
	const name = freeName(namesOf(design), NAMES[what]);
	const at = [...to.slice(0, -1), name];
	return { at, edits: [{ path: pathOf(at), value: added(what, name, nodeAt(design, to) ? to.at(-1) : undefined, choice) }] };
}

/** Ways in which a node is put into something that keeps its name for all that speak of it. */
export const WRAPPINGS = ['opens like a lid', 'slides out', 'comes out by hand', 'mirrored on the other side', 'several in a row'] as const;
export type Wrapping = (typeof WRAPPINGS)[number];

/** A node in a group, a row or a mirror of the same name: whoever names it names the whole of them from now on. */
export function wrapNode(design: Design, at: At, how: Wrapping): Change {
	const node = nodeAt(design, at)!;
	const name = at.at(-1)!;
	const called = node.called ?? wordsOf(name);
	const nodes = { [name]: node };
	const wrapped: Record<Wrapping, () => DesignNode> = {
		'opens like a lid': () => ({
			kind: 'group',
			called,
			joint: { kind: 'hinge', axis: 'y', x: `${name}.front`, z: `${name}.top`, turns: 95 },
			opens: ['day'],
			nodes
		}),
		'slides out': () => ({ kind: 'group', called, joint: { kind: 'slide', axis: 'x', by: -400 }, opens: ['day'], nodes }),
		'comes out by hand': () => ({ kind: 'group', called, joint: { kind: 'carried' }, nodes }),
		'mirrored on the other side': () => ({ kind: 'mirror', nodes }),
		'several in a row': () => ({ kind: 'repeat', count: 2, nodes: { [name]: inRow(node) } })
	};
	return { at, edits: [{ path: pathOf(at), value: wrapped[how]() }] };
}

/** One of a row: each stands so far ahead of the one before. */
function inRow(node: DesignNode): DesignNode {
	return 'nodes' in node ? node : { ...node, x: shifted(node.x, 'index * 300') };
}

/** What is in a group, row or mirror put in its place again. */
export function unwrapNode(design: Design, at: At): Change {
	const node = nodeAt(design, at)! as GroupNode;
	const outer = at.slice(0, -1);
	const name = at.at(-1)!;
	const beside = outer.length === 0 ? design.nodes : (nodeAt(design, outer) as GroupNode).nodes;
	const taken = new Set([...Object.keys(design.sizes), ...Object.keys(beside).filter((other) => other !== name)]);
	const edits: Edit[] = [{ path: pathOf(at), value: undefined }];
	let last: At = outer;
	for (const [inner, child] of Object.entries(node.nodes)) {
		const free = freeName(taken, inner);
		taken.add(free);
		last = [...outer, free];
		edits.push({ path: pathOf(last), value: child });
	}
	return { at: last, edits };
}

/** Takes a node out, and whatever it was the last in. */
export function removeNode(design: Design, at: At): Change {
	let gone = at;
	while (gone.length > 1 && Object.keys((nodeAt(design, gone.slice(0, -1)) as GroupNode).nodes).length === 1) gone = gone.slice(0, -1);
	return { at: gone.slice(0, -1), edits: [{ path: pathOf(gone), value: undefined }] };
}

/** A copy beside a node, under a name of its own. */
export function copyNode(design: Design, at: At): Change {
	const copy = [...at.slice(0, -1), freeName(namesOf(design), at.at(-1)!.replace(/\d+$/, ''))];
	return { at: copy, edits: [{ path: pathOf(copy), value: nodeAt(design, at) }] };
}

/** A size so many millimetres further: a number, a sum whose last term is a number, or one term more. */
export function plus(size: Size, by: number): Size {
	const round = Math.round(by);
	if (typeof size === 'number') return Math.round((size + by) * 100) / 100;
	const last = /^(.*\S)\s*([+-])\s*(\d+(?:\.\d+)?)$/.exec(size);
	const [base, now] = last && !last[1].endsWith('(') ? [last[1], Number(last[3]) * (last[2] === '-' ? -1 : 1)] : [size, 0];
	const next = Math.round((now + round) * 100) / 100;
	return next === 0 ? base : `${base} ${next < 0 ? '-' : '+'} ${Math.abs(next)}`;
}

const PLACES = ['from', 'to', 'middle'] as const;

/** A span further along by a term. */
function shifted(span: Span, term: string): Span {
	return { ...span, ...Object.fromEntries(PLACES.flatMap((key) => (span[key] === undefined ? [] : [[key, `${span[key]} + ${term}`]]))) };
}

/** A span moved by so many millimetres, as large as it was. */
export const movedSpan = (span: Span, by: number): Span => ({
	...span,
	...Object.fromEntries(PLACES.flatMap((key) => (span[key] === undefined ? [] : [[key, plus(span[key], by)]])))
});

/** A face of another node, or a place of the vehicle, that a moved node comes to lie against. */
export interface Stop {
	value: number;
	/** How it is written. */
	expression: Size;
	label: string;
}

/** How near to a stop a node snaps to it, mm. */
export const SNAP = 10;

/**
 * A span moved by so many millimetres, and held at the nearest stop within reach of either of its ends: that end is written as what
 * it lies against from then on.
 *
 * @param range where the span is now
 */
export function snappedSpan(span: Span, range: readonly [number, number], by: number, stops: readonly Stop[]): { span: Span; stop?: Stop } {
	const size = range[1] - range[0];
	let best: { stop: Stop; end: 'from' | 'to'; off: number } | undefined;
	for (const stop of stops)
		for (const [end, at] of [
			['from', range[0] + by],
			['to', range[1] + by]
		] as const) {
			const off = Math.abs(stop.value - at);
			if (off <= SNAP && (!best || off < best.off)) best = { stop, end, off };
		}
	if (!best) return { span: movedSpan(span, by) };
	const thin = Object.keys(span).length === 1;
	// What had a size of its own keeps it; what lay between two faces is as large as it was from now on.
	const own = thin ? {} : { size: span.size ?? Math.round(size * 100) / 100 };
	return { span: { [best.end]: best.stop.expression, ...own }, stop: best.stop };
}

/** A board stood up or laid down: as large as it was in the two axes of its new plane, its thickness along the new one. */
export function turnedPanel(node: PanelNode, normal: Axis, box: Box): PanelNode {
	const spans = Object.fromEntries(
		AXES.map((axis): [Axis, Span] => {
			const [from, to] = box[axis];
			if (axis === normal) return [axis, { from: node[axis].from ?? Math.round(from) }];
			return [
				axis,
				axis === node.normal
					? { from: node[axis].from ?? Math.round(from), size: 300 }
					: Object.keys(node[axis]).length > 1
						? node[axis]
						: { from: Math.round(from), size: Math.round(to - from) }
			];
		})
	) as Record<Axis, Span>;
	const turned: PanelNode = { ...node, normal, ...spans };
	// Corners, holes and shapes were those of the old plane.
	for (const key of ['clips', 'cutOuts', 'outline', 'follows'] as const) delete turned[key];
	return turned;
}
