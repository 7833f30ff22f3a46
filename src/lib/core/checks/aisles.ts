import { breaks } from '../geometry/piecewise';
import { intersection, rectangle, type Polygon } from '../geometry/polygon';
import { vec2, vec3, type Vec2 } from '../geometry/vector';
import { archNotch, leastHalfWidth, sign, SIDES, type Interior, type Side } from '../interior';
import { solidsOf, type PlacedPiece, type Scene } from '../modes';
import type { Aisle } from '../pieces';
import { seatBoxes } from '../people';
import { lengthMark } from '../units';
import { check, type Result } from './finding';

/** Legs and hips pass through an aisle up to this height, mm; what hangs higher is passed under. */
const HIPS: [number, number] = [30, 1000];
/** Further out than this nothing is looked for, mm. */
const FAR = 4000;

/** All that lies behind a side wall, seen from above: as far in as the wall is at its narrowest height, place by place along the vehicle. */
function wallFromAbove(interior: Interior, side: Side): Polygon {
	const s = sign(side);
	const inner = breaks(interior.knots.x, 0, interior.length).map((x) => vec2(x, s * leastHalfWidth(interior, side, [x, x], [0, HIPS[1]])));
	return [...inner, vec2(interior.length, s * FAR), vec2(0, s * FAR)];
}

/** Everything that ends an aisle, seen from above, with its name: other pieces, seats, arches and the walls. */
function obstacles(scene: Scene, own: PlacedPiece): { name: string; outline: Polygon }[] {
	const low = (box: { z: [number, number] }) => box.z[0] < HIPS[1] && box.z[1] > HIPS[0];
	const walls = SIDES.map((side) => ({ name: 'the side wall', outline: wallFromAbove(scene.interior, side) }));
	const boxes = [
		...seatBoxes(scene).map((box) => ({ name: 'a seat', box })),
		...scene.interior.fixtures.map(({ name, box }) => ({ name: `the ${name.toLowerCase()}`, box })),
		...scene.things.map(({ name, solid }) => ({ name, box: solid.box }))
	];
	return [
		...scene.pieces
			.filter(({ id }) => id !== own.id)
			.flatMap((piece) =>
				solidsOf(piece)
					.filter(({ solid }) => low(solid.box))
					.map(({ name, solid }) => ({
						name: `${name} of ${piece.name}`,
						outline: solid.footprint ?? rectangle(...solid.box.x, ...solid.box.y)
					}))
			),
		...boxes.filter(({ box }) => low(box)).map(({ name, box }) => ({ name, outline: rectangle(...box.x, ...box.y) })),
		...scene.interior.arches.flatMap((arch) => {
			const foot = archNotch(arch, HIPS[0], 0);
			return foot ? [{ name: 'a wheel arch', outline: foot }] : [];
		}),
		...walls
	];
}

/** How far out of a line something stands, at the least, within the strip before it; Infinity beside it. */
function distanceOut({ line: [a, b], out }: Aisle, outline: Polygon): number {
	const long = Math.hypot(b.x - a.x, b.y - a.y);
	const normal = (() => {
		const n = vec2((b.y - a.y) / long, -(b.x - a.x) / long);
		return n.x * out.x + n.y * out.y > 0 ? n : vec2(-n.x, -n.y);
	})();
	const at = (p: Vec2, by: number) => vec2(p.x + by * normal.x, p.y + by * normal.y);
	const strip = [vec2(a.x, a.y), vec2(b.x, b.y), at(b, FAR), at(a, FAR)];
	const away = intersection(strip, outline)
		.flat()
		.map((p) => (p.x - a.x) * normal.x + (p.y - a.y) * normal.y);
	return Math.min(Infinity, ...away);
}

/** The width that a run of cabinets was asked to keep free before it. */
export const aisleWidth = check({
	rule: 'aisle',
	reads: [],
	run: ({ scene }) =>
		scene.mode.use !== 'day'
			? []
			: scene.pieces.flatMap((piece) =>
					piece.assembly.aisles.map((aisle): Result => {
						const nearest = obstacles(scene, piece).reduce(
							(best, { name, outline }) => {
								const away = distanceOut(aisle, outline);
								return away < best.away ? { name, away } : best;
							},
							{ name: 'nothing', away: FAR }
						);
						const [a, b] = aisle.line;
						return {
							rule: 'aisle',
							key: `${piece.id}+${aisle.id}`,
							title: `${piece.name}: aisle beside it`,
							subjects: [piece.id],
							margin: nearest.away - aisle.width,
							comfort: 20,
							unit: 'mm',
							limit: aisle.width,
							actual: nearest.away,
							why: `From its fronts to ${nearest.name} ${lengthMark(Math.floor(nearest.away))} are free.`,
							at: vec3((a.x + b.x) / 2, (a.y + b.y) / 2, 20)
						};
					})
				)
});
