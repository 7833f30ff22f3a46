import type { Size } from './expression';
import type { Axis, DesignNode, GroupNode, PanelNode, Span } from './schema';

/*
 * Parts that are made of several, each once: recipes and whoever designs put the same together. Every one takes the name that it will
 * have, and its nodes are called after it, so that the sums that it is placed by never mean one of its own.
 */

/** Where something composed stands: three spans, each with both its ends or with one and a size. */
export interface Room {
	x: Span;
	y: Span;
	z: Span;
}

/** A sum that can stand in another one. */
const inner = (size: Size): Size => (typeof size === 'string' && !/^[\w.]+$/.test(size) ? `(${size})` : size);

/** Where a span begins and ends. */
function endsOf({ from, to, size, middle }: Span): { from: Size; to: Size } {
	if (from !== undefined) return { from, to: to ?? `${inner(from)} + ${inner(size!)}` };
	if (to !== undefined) return { from: `${inner(to)} - ${inner(size!)}`, to };
	return { from: `${inner(middle!)} - ${inner(size!)} / 2`, to: `${inner(middle!)} + ${inner(size!)} / 2` };
}

const board = (stock: string, normal: Axis, called: string, { x, y, z }: Room): PanelNode => ({
	kind: 'panel',
	called,
	stock,
	normal,
	x,
	y,
	z
});

/** A box of five boards, open at the top, with its room; butted, the ends between the sides, all on the bottom. */
export function box(name: string, sheet: string, { x, y, z }: Room, called = 'Box'): GroupNode {
	const [bottom, right, left, rear, front] = ['Bottom', 'Right', 'Left', 'Rear', 'Front'].map((part) => name + part);
	const up = { from: `${bottom}.top`, to: endsOf(z).to };
	const between = { from: `${right}.left`, to: `${left}.right` };
	const long = { from: `${bottom}.rear`, to: `${bottom}.front` };
	const of = called.toLowerCase();
	return {
		kind: 'group',
		called,
		nodes: {
			[bottom]: board(sheet, 'z', `Bottom of the ${of}`, { x, y, z: { from: endsOf(z).from } }),
			[right]: board(sheet, 'y', `Side of the ${of}`, { x: long, y: { from: `${bottom}.right` }, z: up }),
			[left]: board(sheet, 'y', `Side of the ${of}`, { x: long, y: { to: `${bottom}.left` }, z: up }),
			[rear]: board(sheet, 'x', `End of the ${of}`, { x: { from: `${bottom}.rear` }, y: between, z: up }),
			[front]: board(sheet, 'x', `End of the ${of}`, { x: { to: `${bottom}.front` }, y: between, z: up }),
			[`${name}Room`]: {
				kind: 'space',
				called: `In the ${of}`,
				x: { from: `${rear}.front`, to: `${front}.rear` },
				y: between,
				z: { from: `${bottom}.top`, to: `${right}.top` }
			}
		}
	};
}

/** A box that slides out to the rear on slides, by nine tenths of its length. */
export const drawer = (name: string, sheet: string, room: Room): GroupNode => ({
	...box(name, sheet, room, 'Drawer'),
	joint: { kind: 'slide', axis: 'x', by: `-${name}Bottom.long * 0.9` },
	opens: ['day'],
	drawer: { slide: 'full extension', content: 15 }
});

/** Edges at which a lid hinges: the axis that it turns about, its axis across, and which way is up. */
const HINGES = { front: ['y', 'x', 1], rear: ['y', 'x', -1], left: ['x', 'y', -1], right: ['x', 'y', 1] } as const;

/** A level board that opens upwards about one of its edges. */
export function lid(name: string, sheet: string, room: Room, hinge: keyof typeof HINGES, turns: Size = 95): GroupNode {
	const [axis, across, way] = HINGES[hinge];
	const part = `${name}Board`;
	return {
		kind: 'group',
		called: 'Lid',
		joint: { kind: 'hinge', axis, [across]: `${part}.${hinge}`, z: `${part}.bottom`, turns: way === 1 ? turns : `-${inner(turns)}` },
		opens: ['day'],
		nodes: { [part]: board(sheet, 'z', 'Lid', room) }
	};
}

/** An upright board before the rear of something, hinged at its left edge. */
export const door = (name: string, sheet: string, before: Size, y: Span, z: Span): GroupNode => ({
	kind: 'group',
	called: 'Door',
	joint: { kind: 'hinge', axis: 'z', x: `${name}Board.rear`, y: `${name}Board.left`, turns: 95 },
	opens: ['day'],
	nodes: { [`${name}Board`]: board(sheet, 'x', 'Door', { x: { to: before }, y, z }) }
});

/** How a leg stands: for good, turned up about a bolt through its top, or put in by hand. */
export type LegMake = 'fixed' | 'folds up' | 'comes off';

/** A post from whatever is below it up to what it carries. */
export function leg(name: string, bar: string, { x, y }: Pick<Room, 'x' | 'y'>, under: Size, make: LegMake = 'fixed'): DesignNode {
	const post: DesignNode = { kind: 'bar', called: 'Leg', stock: bar, along: 'z', wide: 'x', x, y, z: { from: 'floor', to: under } };
	if (make === 'fixed') return post;
	const part = `${name}Post`;
	return {
		kind: 'group',
		called: 'Leg',
		joint:
			make === 'folds up'
				? { kind: 'swing', axis: 'y', x: `${part}.middle.x`, z: `${part}.top`, turns: 90 }
				: { kind: 'carried', way: 'lift-out', stops: [{ x: 0, y: 0, z: -5, turns: 0 }] },
		nodes: { [part]: post }
	};
}

/** A bar along each wall, screwed to it, on which something lies. */
export const ledgers = (bar: string, x: Span, under: Size): DesignNode => ({
	kind: 'mirror',
	called: 'Ledgers',
	nodes: {
		ledger: {
			kind: 'bar',
			called: 'Ledger',
			stock: bar,
			along: 'x',
			wide: 'z',
			x,
			y: { to: 'wall.left - 2' },
			z: { to: under },
			held: 'wall'
		}
	}
});

/** Bars across, flat, evenly over their length, with no more air between than is said. */
export const slats = (bar: { id: string; width: number }, { x, y }: Pick<Room, 'x' | 'y'>, on: Size, gap: number): DesignNode => {
	const { from, to } = endsOf(x);
	const long = `(${to} - ${inner(from)})`;
	return {
		kind: 'repeat',
		called: 'Slats',
		count: `max(2, ceil((${long} + ${gap}) / ${bar.width + gap}))`,
		nodes: {
			slat: {
				kind: 'bar',
				called: 'Slat',
				stock: bar.id,
				along: 'y',
				wide: 'x',
				x: { from: `${inner(from)} + index * (${long} - ${bar.width}) / (count - 1)` },
				y,
				z: { from: on }
			}
		}
	};
};
