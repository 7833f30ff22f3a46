import { bounds, intersection, area, rectangle, type Polygon } from '../geometry/polygon';
import { vec3 } from '../geometry/vector';
import type { SeatSolid } from '../interior';
import type { PlacedPiece, Scene } from '../modes';
import type { Rest } from '../pieces';
import { lengthMark } from '../units';
import { check, type Result } from './finding';

/** Higher or lower than this, and a strip does not lie on what is under it, mm: packing or a pad of felt makes up for less. */
const LEVEL = 4;

/** Something level under a strip: its name, its outline from above and the height of its upper face. */
interface Bearer {
	name: string;
	/** Id of its piece or seat. */
	of: string;
	outline: Polygon;
	top: number;
}

/** The upper faces of seats, one for each of their blocks, where they are highest. */
const seatTops = (seat: SeatSolid): Bearer[] =>
	seat.profiles.map((profile) => {
		const { x, y } = bounds(profile);
		return { of: seat.id, name: seat.name, outline: rectangle(...x, ...seat.y), top: y[1] };
	});

const bearersFor = (scene: Scene, own: PlacedPiece): Bearer[] => [
	...scene.pieces
		.filter((piece) => piece.id !== own.id)
		.flatMap((piece) =>
			piece.parts.flatMap(({ part, footprint, box }) =>
				footprint ? [{ of: piece.id, name: `${part.name} of ${piece.name}`, outline: footprint, top: box.z[1] }] : []
			)
		),
	...scene.seats.flatMap(seatTops)
];

/** Area of the strip that lies over a bearer, mm²; most bearers lie elsewhere, which their bounds tell. */
function sharedArea(strip: Polygon, { outline }: Bearer): number {
	const [a, b] = [bounds(strip), bounds(outline)];
	if (a.x[0] >= b.x[1] || b.x[0] >= a.x[1] || a.y[0] >= b.y[1] || b.y[0] >= a.y[1]) return 0;
	return intersection(strip, outline).reduce((sum, piece) => sum + Math.abs(area(piece)), 0);
}

function judge(piece: PlacedPiece, rest: Rest, bearers: readonly Bearer[]): Result {
	const { x, y, z } = rest.box;
	const strip = rectangle(...x, ...y);
	const long = Math.max(x[1] - x[0], y[1] - y[0]);
	const under = bearers.map((bearer) => ({ bearer, shared: sharedArea(strip, bearer) })).filter(({ shared }) => shared > 1);
	const level = under.filter(({ bearer }) => Math.abs(bearer.top - z[0]) <= LEVEL);
	// How far the strip lies on over its whole length, all bearers together.
	const hold = level.reduce((sum, { shared }) => sum + shared, 0) / long;
	const nearest = [...under].sort((a, b) => Math.abs(a.bearer.top - z[0]) - Math.abs(b.bearer.top - z[0]))[0];
	const at = vec3((x[0] + x[1]) / 2, (y[0] + y[1]) / 2, z[0]);
	const common = {
		rule: 'rests-on' as const,
		key: `${piece.id}+${rest.id}`,
		title: `${piece.name}: ${rest.name.toLowerCase()} lies on something`,
		subjects: [piece.id, ...new Set(under.map(({ bearer }) => bearer.of))],
		comfort: 0,
		unit: 'mm' as const,
		at
	};
	if (level.length === 0 && nearest) {
		const off = nearest.bearer.top - z[0];
		return {
			...common,
			margin: LEVEL - Math.abs(off),
			limit: LEVEL,
			actual: Math.abs(off),
			why: `${nearest.bearer.name} under it is ${lengthMark(Math.abs(Math.round(off)))} too ${off < 0 ? 'low' : 'high'}.`
		};
	}
	return {
		...common,
		margin: hold - rest.hold,
		limit: rest.hold,
		actual: hold,
		why:
			level.length === 0
				? 'Nothing is under it: no ledge, no deck, no seat.'
				: `It lies on ${level.map(({ bearer }) => bearer.name.toLowerCase()).join(' and ')} by ${lengthMark(Math.floor(hold))}.`
	};
}

/** Edges that have to lie on a ledge, a deck or a seat. */
export const restsOn = check({
	rule: 'rests-on',
	reads: [],
	run: ({ scene }) =>
		scene.pieces.flatMap((piece) => {
			const rests = piece.assembly.rests.filter((rest) => rest.states.includes(piece.state.id));
			if (rests.length === 0) return [];
			const bearers = bearersFor(scene, piece);
			return rests.map((rest) => judge(piece, rest, bearers));
		})
});
