import { polygonContains, polygonHull } from 'd3-polygon';
import { boxWithin } from '../geometry/convex';
import type { Near } from '../geometry/near';
import { area, centroid, segmentDistance } from '../geometry/polygon';
import { vec2, vec3, type Box, type Vec3 } from '../geometry/vector';
import { archTopOver } from '../interior';
import { remember } from '../memory';
import { padMass, partMass, type Support } from '../pieces';
import type { Stock } from '../plan/plan';
import type { NamedThing, PlacedPart, PlacedPiece, Scene } from '../modes';
import type { Body } from '../scene';
import { lengthMark } from '../units';
import { bearersAt } from '../scene';
import { bodiesNear, BODY_TABLES } from './bodies';
import { check, type Result } from './finding';

/** Packing makes up for so much between a foot and what bears it, mm. */
const LEVEL = 4;

const middleOf = ({ x, y, z }: Box): Vec3 => vec3((x[0] + x[1]) / 2, (y[0] + y[1]) / 2, z[0]);

/** Whether a prop stands upright under what it props, as it is set: folded away it stands on nothing, and need not. */
function isSet({ parts }: PlacedPiece, { part, by }: Support): boolean {
	const [propped, prop] = [part, by].map((id) => parts.find((one) => one.part.id === id)?.box);
	if (!propped || !prop) return false;
	const tall = prop.z[1] - prop.z[0];
	return tall > prop.x[1] - prop.x[0] && tall > prop.y[1] - prop.y[0] && Math.abs(prop.z[1] - propped.z[0]) <= LEVEL;
}

/** The parts of a piece that stand as legs on what is below. */
const legsOf = remember((piece: PlacedPiece): readonly PlacedPart[] => {
	const { supports } = piece.assembly;
	const legs = new Set(supports.filter((one) => one.kind === 'leg' || (one.kind === 'prop' && isSet(piece, one))).map(({ by }) => by));
	const standing = new Set(supports.filter(({ by }) => by === 'floor').map(({ part }) => part));
	return piece.parts.filter(
		({ part, footprint, box }) =>
			footprint !== null && box.z[1] - box.z[0] > LEVEL && (legs.has(part.id) || (standing.has(part.id) && Math.abs(box.z[0]) < 1))
	);
});

/** A pit as large as a box or larger, seen from above, under it: such a pit bears nothing of it. */
const pitUnder = ({ interior }: Scene, { x, y }: Box) =>
	interior.pits.find(({ box: pit }) => x[0] >= pit.x[0] && x[1] <= pit.x[1] && y[0] >= pit.y[0] && y[1] <= pit.y[1]);

/** The leg of a piece that stands worst, and by how much it misses what is below it. */
const worstLeg = remember((scene: Scene, piece: PlacedPiece): { leg: PlacedPart; name: string; gap: number } | undefined => {
	let worst: { leg: PlacedPart; name: string; gap: number } | undefined;
	for (const leg of legsOf(piece)) {
		const at = middleOf(leg.box);
		const foot = leg.box.z[0];
		// The highest thing that is not above the foot: legs do not stand in what they pass through.
		const below = bearersAt(scene, at, leg).filter(({ top }) => top <= foot + LEVEL);
		const bearer = below.reduce((best, one) => (one.top > best.top ? one : best), { name: 'nothing', top: -Infinity });
		const gap = foot - bearer.top;
		if (!worst || gap > worst.gap) worst = { leg, name: bearer.name, gap };
	}
	// What else comes down to the floor, such as a leaf that is folded away upright, only falls where a pit takes all of it.
	for (const placed of piece.parts) {
		const pit = Math.abs(placed.box.z[0]) < 1 ? pitUnder(scene, placed.box) : undefined;
		const gap = pit ? placed.box.z[0] - pit.box.z[0] : 0;
		if (pit && (!worst || gap > worst.gap)) worst = { leg: placed, name: pit.name.toLowerCase(), gap };
	}
	return worst;
});

/** From so far down what bears a thing is looked for, mm: further than any vehicle is high. */
const DEEP = 4000;

/** Tops of everything below a thing that could bear it, wherever under it: level things at their top, tilted ones where they pass it. */
function topsUnder(scene: Scene, near: Near<Body>, { id, solid: { box } }: NamedThing): number[] {
	const foot = box.z[0];
	const below = near({ ...box, z: [-DEEP, foot + LEVEL] }, 0).filter(
		({ of }) => of.owner !== id && of.kind !== 'person' && of.kind !== 'animal'
	);
	const sunk = pitUnder(scene, box);
	return [
		sunk ? sunk.box.z[0] : 0,
		...scene.interior.arches.map((arch) => archTopOver(arch, box.x, box.y)),
		...below.flatMap(({ of, solid, box: one, shapes }) =>
			solid && (solid.footprint || of.kind === 'fixture')
				? [one.z[1]]
				: shapes.flatMap((shape) => {
						const part = boxWithin(shape, { ...box, z: [-DEEP, foot] });
						return part ? [part.z[1]] : [];
					})
		)
	].filter((top) => top <= foot + LEVEL);
}

/** So many places along each side of a thing are asked what bears it there. */
const PLACES = 9;

/** How far the middle of a thing lies beyond what bears it, mm; nothing where it lies over that. Things are as heavy all over. */
function overhang(scene: Scene, near: Near<Body>, thing: NamedThing): number {
	const { x, y, z } = thing.solid.box;
	// The floor bears all of what stands on it, where no pit is.
	if (Math.abs(z[0]) <= LEVEL && scene.interior.pits.length === 0) return 0;
	const [long, broad] = [(x[1] - x[0]) / PLACES, (y[1] - y[0]) / PLACES];
	const borne: [number, number][] = [];
	for (let i = 0; i < PLACES; i++)
		for (let k = 0; k < PLACES; k++) {
			const at: Box = { x: [x[0] + i * long, x[0] + (i + 1) * long], y: [y[0] + k * broad, y[0] + (k + 1) * broad], z };
			const top = Math.max(...topsUnder(scene, near, { ...thing, solid: { ...thing.solid, box: at } }));
			if (z[0] - top <= LEVEL) borne.push(...at.x.flatMap((px) => at.y.map((py): [number, number] => [px, py])));
		}
	const middle: [number, number] = [(x[0] + x[1]) / 2, (y[0] + y[1]) / 2];
	const hull = polygonHull(borne);
	if (!hull || polygonContains(hull, middle)) return 0;
	return Math.min(...borne.map((p) => Math.hypot(p[0] - middle[0], p[1] - middle[1])));
}

/** Things that lie in places of their own lie on something, their middle over it: nothing hangs in the air, and nothing tips over an edge. */
export const thingStands = check({
	rule: 'thing-stands',
	reads: BODY_TABLES,
	run: (context) => {
		const near = bodiesNear(context);
		return context.scene.things.map((thing): Result => {
			const { box } = thing.solid;
			const gap = box.z[0] - Math.max(...topsUnder(context.scene, near, thing));
			const over = gap > LEVEL ? 0 : overhang(context.scene, near, thing);
			return {
				rule: 'thing-stands',
				key: thing.id,
				title: `${thing.name}: lies on something`,
				subjects: [thing.id],
				margin: over > 0 ? -over : LEVEL - Math.max(0, gap),
				comfort: 0,
				unit: 'mm',
				limit: over > 0 ? 0 : LEVEL,
				actual: over > 0 ? over : gap,
				why:
					over > 0
						? `It tips: its middle lies ${lengthMark(Math.ceil(over))} beyond what is under it.`
						: gap > LEVEL
							? `It hangs ${lengthMark(Math.round(gap))} above whatever is below it.`
							: 'Something is under it.',
				at: middleOf(box)
			};
		});
	}
});

/** Every leg stands on something that bears it: not over a pit, a well or the air. */
export const stands = check({
	rule: 'stands',
	reads: [],
	run: ({ scene }) =>
		scene.pieces.flatMap((piece): Result[] => {
			const worst = worstLeg(scene, piece);
			if (!worst) return [];
			const { leg, name, gap } = worst;
			const hangs = gap > LEVEL;
			return [
				{
					rule: 'stands',
					key: piece.id,
					title: `${piece.name}: its legs stand on something`,
					subjects: [piece.id],
					margin: LEVEL - Math.max(0, gap),
					comfort: 0,
					unit: 'mm',
					limit: LEVEL,
					actual: Number.isFinite(gap) ? gap : LEVEL + 1000,
					why: hangs
						? `${leg.part.name} hangs ${lengthMark(Math.round(Math.min(gap, 9999)))} above ${name}.`
						: `Each leg stands on what is below it; ${leg.part.name.toLowerCase()} on ${name}.`,
					at: middleOf(leg.box)
				}
			];
		})
});

/** Where the centre of mass of an empty piece lies, over its top: of what is cut to a shape, where its shape has its own. */
function centreOf({ parts, pads }: PlacedPiece, stock: Stock): Vec3 {
	const weighed = [
		...parts.map(({ part, ...placed }) => ({ ...placed, kg: partMass(part, stock) })),
		...pads.map(({ pad, ...placed }) => ({ ...placed, kg: padMass(pad) }))
	].map(({ footprint, box, kg }) => ({ kg, at: footprint && area(footprint) > 0 ? centroid(footprint) : middleOf(box) }));
	const whole = weighed.reduce((sum, { kg }) => sum + kg, 0);
	const along = (axis: 'x' | 'y') => weighed.reduce((sum, { kg, at }) => sum + kg * at[axis], 0) / whole;
	return vec3(along('x'), along('y'), Math.max(...[...parts, ...pads].map(({ box }) => box.z[1])));
}

/** Where a piece stands, seen from above: its legs, and whatever else of it comes down to the floor. */
function feetOf(piece: PlacedPiece): [number, number][] {
	const legs = legsOf(piece);
	return piece.parts
		.filter((placed) => legs.includes(placed) || placed.box.z[0] <= LEVEL)
		.flatMap(({ box }) => box.x.flatMap((x) => box.y.map((y): [number, number] => [x, y])));
}

/** How far a place lies inside the hull of some others, mm; less than nothing outside of it. */
function insideBy(at: [number, number], points: [number, number][]): number {
	const hull = polygonHull(points);
	if (!hull) return -Math.min(...points.map((p) => Math.hypot(p[0] - at[0], p[1] - at[1])));
	const corners = hull.map(([x, y]) => vec2(x, y));
	const toEdge = corners.map((corner, i) => segmentDistance(vec2(...at), corners.at(i - 1)!, corner));
	return (polygonContains(hull, at) ? 1 : -1) * Math.min(...toEdge);
}

/** A piece that nothing holds, no wall, ledge or neighbour, stands by itself: its own weight lies over its feet. */
export const upright = check({
	rule: 'upright',
	reads: ['stock'],
	run: ({ plan, scene }) =>
		scene.pieces.flatMap((piece): Result[] => {
			const { supports, rests } = piece.assembly;
			const leans = supports.some(({ by }) => by === 'wall') || rests.some(({ states }) => states.includes(piece.state.id));
			const feet = feetOf(piece);
			if (leans || Object.keys(piece.held ?? {}).length > 0 || feet.length === 0) return [];
			const at = centreOf(piece, plan.stock);
			const margin = insideBy([at.x, at.y], feet);
			return [
				{
					rule: 'upright',
					key: piece.id,
					title: `${piece.name}: stands by itself`,
					subjects: [piece.id],
					margin,
					comfort: 0,
					unit: 'mm',
					limit: 0,
					actual: margin,
					why:
						margin < 0
							? `It falls over: its weight lies ${lengthMark(Math.ceil(-margin))} beside its feet, and nothing holds it.`
							: `Its weight lies ${lengthMark(Math.floor(margin))} within its feet.`,
					at
				}
			];
		})
});
