import { offset, type Polygon } from '../../geometry/polygon';
import { vec3 } from '../../geometry/vector';
import type { Use } from '../../plan/use';
import type { SlideName } from '../../slides';
import type { Drawer, Front, Hardware, Joint, Link, Move, Part, PieceState, Space, Step, Support, Surface } from '../assembly';
import type { Range } from '../making';
import { boardOnLine, type Stand } from '../stand';
import type { Fill, Runner } from './params';

/** Between two fronts side by side, and over and under them, mm: hinges and slides hold a front to about a millimetre. */
export const FRONT_GAP = 3;

/** A board that a carcase is made of: its stock and thickness. */
export interface Sheet {
	stock: string;
	thickness: number;
}

/** One bay of a carcase: clear room between its uprights and between its bottom and top, and the face that its fronts cover. */
export interface Bay {
	id: string;
	name: string;
	/** Clear between the uprights, and from middle to middle of them. */
	w: Range;
	face: Range;
	/** Clear between the boards below and above, and from the lower edge of the lowest front to the upper edge of the highest. */
	z: Range;
	fronts: Range;
	fill: Fill;
	/** Compartments one above the other. */
	rows: number;
}

/** Everything that the bays of one carcase have in common. */
export interface Carcase {
	stand: Stand;
	/** From the back plane to the carcase's own front edge, at a place along it: fronts lie before that. */
	depth(w: number): number;
	/** Face of the back inside, from the back plane. */
	inside: number;
	board: Sheet;
	/** What drawers, sliding doors and backs are made of. */
	light: Sheet;
	/** The edge that single doors hang on. */
	hang: 'first' | 'last';
	slide: SlideName;
	/** For each drawer, kg. */
	content: number;
	rating: number;
	latched: boolean;
	/** What runs on the slides, and whether it comes out at the back as well. */
	runs: Runner;
	bothEnds: boolean;
	/** Thickness of the edge banding on its fronts, mm: they are cut smaller by it. */
	edging: number;
	/** When its fronts must open. */
	uses: Use[];
	/** The link that everything of the carcase itself belongs to. */
	link: string;
	/** Outline of a level board between two heights in a stretch of its length, from the back or the wall to a setback from the front edge. */
	level(w: Range, z: Range, setback: number): Polygon;
}

/** What a bay adds to an assembly. */
export interface Fitted {
	links: Link[];
	parts: Part[];
	states: PieceState[];
	moves: Move[];
	fronts: Front[];
	drawers: Drawer[];
	spaces: Space[];
	supports: Support[];
	surfaces: Surface[];
	hardware: Hardware[];
}

/** Several bays together. */
export const together = (all: readonly Partial<Fitted>[]): Fitted => ({
	links: all.flatMap(({ links = [] }) => links),
	parts: all.flatMap(({ parts = [] }) => parts),
	states: all.flatMap(({ states = [] }) => states),
	moves: all.flatMap(({ moves = [] }) => moves),
	fronts: all.flatMap(({ fronts = [] }) => fronts),
	drawers: all.flatMap(({ drawers = [] }) => drawers),
	spaces: all.flatMap(({ spaces = [] }) => spaces),
	supports: all.flatMap(({ supports = [] }) => supports),
	surfaces: all.flatMap(({ surfaces = [] }) => surfaces),
	hardware: all.flatMap(({ hardware = [] }) => hardware)
});

/** The state in which every front of a carcase is shut. */
export const SHUT = 'shut';

/** How far doors and flaps open, radians: a little past square, so that a hand passes. */
export const DOOR_ANGLE = (95 * Math.PI) / 180;
export const FLAP_ANGLE = Math.PI / 2;

/** The stretch along a carcase that the fronts of a bay cover, less the gap to those beside them. */
export const faceOf = ({ face }: Bay): Range => [face[0] + FRONT_GAP / 2, face[1] - FRONT_GAP / 2];

/** A front over a stretch of a carcase, on its front edge; cut smaller all round by its edge banding. */
export function frontOver(
	{ stand, depth, board, edging }: Carcase,
	id: string,
	name: string,
	link: string,
	[from, to]: Range,
	z: Range
): Part {
	const line: Parameters<typeof boardOnLine>[5] = [
		[from, depth(from)],
		[to, depth(to)]
	];
	const part = boardOnLine(stand, id, name, board.stock, link, line, z, board.thickness);
	return edging > 0 ? { ...part, cut: offset(part.outline, -edging) ?? part.outline } : part;
}

/** A front that opens from the shut state by one step, with its state, its move and the question whether it can. */
export function opening(
	carcase: Pick<Carcase, 'uses'>,
	id: string,
	name: string,
	joints: Record<string, number>,
	words: Pick<Step, 'words' | 'back' | 'seconds'>,
	to = `open-${id}`
): Pick<Fitted, 'states' | 'moves' | 'fronts'> {
	return {
		states: [{ id: to, name: `${name} open`, joints, startsFor: [] }],
		moves: [{ from: SHUT, to, steps: [{ ...words, joints, hands: 1 }] }],
		fronts: [{ id, name, from: SHUT, to, uses: carcase.uses }]
	};
}

/** The upright hinge of a door that turns out of the front of a stand, on the outer corner of its first or last edge. */
export function doorHinge({ stand }: Pick<Carcase, 'stand'>, edge: 'first' | 'last', [w, d]: [number, number], z: number): Joint {
	const { along, out } = stand;
	const turn = Math.sign(along.x * out.y - along.y * out.x) * (edge === 'first' ? 1 : -1);
	const { x, y } = stand.point(w, d);
	return { type: 'hinge', origin: vec3(x, y, z), axis: vec3(0, 0, turn), range: [0, DOOR_ANGLE] };
}

/** The level hinge of a flap on the outer corner of its lower or upper edge. */
export function flapHinge({ stand }: Pick<Carcase, 'stand'>, edge: 'lower' | 'upper', [w, d]: [number, number], z: number): Joint {
	const s = edge === 'lower' ? 1 : -1;
	const { x, y } = stand.point(w, d);
	return { type: 'hinge', origin: vec3(x, y, z), axis: vec3(-s * stand.out.y, s * stand.out.x, 0), range: [0, FLAP_ANGLE] };
}
