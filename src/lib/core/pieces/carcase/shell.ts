import { difference, intersection, largest, type Polygon } from '../../geometry/polygon';
import { breaks } from '../../geometry/piecewise';
import { frame } from '../../geometry/pose';
import { vec3 } from '../../geometry/vector';
import { archNotch, fixtureNotch, freeOutline, leastHalfWidth, sign, type Interior, type Side } from '../../interior';
import type { Brace, Part, Support } from '../assembly';
import { boardIn, boardOf, standsAt, type Range } from '../making';
import { boardAcross, boardAlong, outlineIn, type Stand } from '../stand';
import { FRONT_GAP, type Bay, type Carcase } from './carcase';
import type { Fill } from './params';

/** The shell of a cabinet: bottom, top, ends, uprights and back. */
export interface Shell {
	stand: Stand;
	interior: Interior;
	width: number;
	/** Underside of its ends. */
	base: number;
	/** Underside of the bottom board, and upper face of the top. */
	toe: number;
	top: number;
	/** How far fronts, their boards included, stand from the back plane at both ends. */
	depths: [number, number];
	board: Carcase['board'];
	light: Carcase['light'];
	/** The wall whose line boards follow behind the back plane, with the gap they keep; none for an upright back. */
	follows?: { side: Side; gap: number };
	link: string;
	/** Thickness of the top, when it is another board: a worktop. */
	topBoard?: Carcase['board'];
	/** How far the top reaches over the fronts, mm. */
	overhang: number;
	/** Nothing closes its back; drawers come out on that side too. */
	openBack?: boolean;
	/** Plates in the corners keep an open back square. */
	cornerPlates?: boolean;
}

/** From the back plane to the carcase's own front edge at a place along it: a straight line between its ends. */
export const edgeOf =
	({ depths, width, board }: Shell) =>
	(w: number): number =>
		depths[0] + (w / width) * (depths[1] - depths[0]) - board.thickness;

/** Further than any wall, mm. */
const FAR = 600;

/** A level board of the shell, from the wall, or from a distance before the upright back plane, to a line before it. */
export function levelBoard(shell: Shell, w: Range, z: Range, to: (w: number) => number, from = 0): Polygon {
	const { stand, interior, follows } = shell;
	const back = follows ? -FAR : from;
	const plain = outlineIn(stand, [
		[w[0], back],
		[w[1], back],
		[w[1], to(w[1])],
		[w[0], to(w[0])]
	]);
	if (!follows) return plain;
	const notches = [
		...interior.arches.map((arch) => archNotch(arch, z[0], follows.gap)),
		...interior.fixtures.map((fixture) => fixtureNotch(fixture, z, follows.gap))
	].filter((notch) => notch !== null);
	const within = largest(intersection(freeOutline(interior, z, follows.gap), plain)) ?? plain;
	return largest(difference(within, notches)) ?? within;
}

/** An upright board along the depth whose rear edge follows the leaning, curved wall. */
function scribedBoard(shell: Shell, id: string, name: string, w: Range, front: number, z: Range): Part {
	const { stand, interior, follows, board, link } = shell;
	const { side, gap } = follows!;
	const x: Range = [stand.point(w[0], 0).x, stand.point(w[1], 0).x];
	const s = sign(side);
	// Over a wheel arch the whole board stays before it: its corner would have to be cut out of one that is hidden anyway.
	const most = Math.floor(standsAt(interior, side, x, [z[0], z[0] + 1]) - gap);
	const line = breaks(interior.knots.z, ...z).map((at) => ({
		x: s * Math.min(most, Math.floor(leastHalfWidth(interior, side, x, [at, at]) - gap)),
		y: at
	}));
	const near = stand.point(0, front).y;
	const outline = [{ x: near, y: z[1] }, { x: near, y: z[0] }, ...line];
	const low = Math.min(...outline.map((p) => p.x));
	const shifted = outline.map((p) => ({ x: p.x - low, y: p.y - z[0] }));
	return {
		id,
		name,
		form: 'board',
		stock: board.stock,
		outline: s > 0 ? shifted : [...shifted].reverse(),
		thickness: board.thickness,
		pose: frame(vec3(x[0], low, z[0]), vec3(0, 1, 0), vec3(0, 0, 1)),
		link
	};
}

/** How the length of a carcase is shared out: bays that name a width have it, the others share what is left. */
export function baysIn(
	width: number,
	thickness: number,
	[toe, top]: Range,
	topThickness: number,
	wanted: readonly { fill: Fill; rows: number; width: number }[]
): Bay[] {
	const clear = width - (wanted.length + 1) * thickness;
	const named = wanted.reduce((sum, bay) => sum + bay.width, 0);
	const shared = wanted.filter((bay) => bay.width <= 0).length;
	const equal = shared > 0 ? (clear - named) / shared : 0;
	// Widths that do not add up are stretched in proportion, so that the last upright is the end.
	const scale = shared > 0 ? 1 : clear / Math.max(1, named);
	let at = thickness;
	return wanted.map(({ fill, rows, width: own }, i): Bay => {
		const long = Math.max(20, own > 0 ? own * scale : equal);
		const w: Range = [at, at + long];
		at += long + thickness;
		const ends: Range = [i === 0 ? 0 : w[0] - thickness / 2, i === wanted.length - 1 ? width : w[1] + thickness / 2];
		return {
			id: `bay-${i + 1}`,
			name: wanted.length === 1 ? 'Cabinet' : `Bay ${i + 1}`,
			w,
			face: ends,
			z: [toe + thickness, top - topThickness],
			fronts: [toe, top - topThickness - FRONT_GAP],
			fill,
			rows
		};
	});
}

/** Height of the strip under the top that keeps an open back square, mm. */
const STRETCHER = 90;

/** The boards of a shell round its bays, and what keeps it square. */
export function shell(given: Shell, bays: readonly Bay[]): { parts: Part[]; supports: Support[]; braces: Brace[]; inside: number } {
	const { stand, width, toe, top, board, light, link, follows } = given;
	const t = board.thickness;
	const lid = given.topBoard ?? board;
	const edge = edgeOf(given);
	const under = top - lid.thickness;
	const inside = follows || given.openBack ? 0 : light.thickness;
	const bottom: Range = [toe, toe + t];
	const uprights = [0, ...bays.map(({ w }) => w[1])];
	const upright = (from: number, i: number): Part => {
		const w: Range = [from, from + t];
		const front = Math.min(edge(w[0]), edge(w[1]));
		const outermost = i === 0 || i === uprights.length - 1;
		const name = outermost ? 'End' : 'Divider';
		const z: Range = [outermost ? given.base : toe + t, under];
		if (follows) return scribedBoard(given, `upright-${i}`, name, w, front, z);
		return boardAlong(stand, `upright-${i}`, name, board.stock, link, w, [outermost ? 0 : inside, front], z);
	};
	const between: Range = [t, width - t];
	const middle = stand.point(width / 2, 0);
	const parts: Part[] = [
		boardOf(
			'top',
			'Top',
			lid.stock,
			link,
			levelBoard(given, [0, width], [under, top], (w) => edge(w) + t + given.overhang),
			[under, top]
		),
		boardOf('bottom', 'Bottom', board.stock, link, levelBoard(given, between, bottom, edge), bottom),
		...uprights.map(upright),
		...(toe - given.base > PLINTH
			? [
					boardAcross(
						stand,
						'plinth',
						'Plinth',
						board.stock,
						link,
						between,
						[Math.min(...given.depths) - 2 * t - 30, Math.min(...given.depths) - t - 30],
						[given.base, toe]
					)
				]
			: []),
		...(follows
			? bays.map(({ id, w, z }) =>
					boardAcross(
						stand,
						`${id}-stretcher`,
						'Stretcher',
						light.stock,
						link,
						w,
						[0, light.thickness],
						[Math.max(z[0], under - STRETCHER), under]
					)
				)
			: given.openBack
				? []
				: [boardIn('back', 'Back', light.stock, link, stand.box(between, [0, inside], [toe + t, under]), stand.out.y !== 0 ? 'y' : 'x')])
	];
	return {
		parts,
		inside,
		supports: [
			...uprights.map((_, i) => ({ part: 'top', by: `upright-${i}`, kind: 'board' as const })),
			...[0, uprights.length - 1].map((i) =>
				given.base > 0
					? { part: `upright-${i}`, by: 'wall', kind: 'wall bracket' as const }
					: { part: `upright-${i}`, by: 'floor', kind: 'floor' as const }
			),
			{ part: 'bottom', by: 'upright-0', kind: 'ledger' }
		],
		braces: [
			{ normal: stand.out.y !== 0 ? 'y' : 'x', name: 'Back', by: backBrace(given), at: vec3(middle.x, middle.y, top / 2) },
			{ normal: stand.out.y !== 0 ? 'x' : 'y', name: 'Ends', by: 'End', at: vec3(middle.x, middle.y, top / 2) }
		]
	};
}

/** What keeps a shell square across its back. */
const backBrace = ({ follows, openBack, cornerPlates }: Shell): string | null =>
	follows ? 'Stretcher' : !openBack ? 'Back' : cornerPlates ? 'Corner plates' : null;

/** Lower than this there is no room for a plinth: the bottom lies on the floor, mm. */
const PLINTH = 15;
