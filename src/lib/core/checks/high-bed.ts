import { contains } from '../geometry/polygon';
import { boxSeparation, vec2, vec3, type Box, type Vec2 } from '../geometry/vector';
import { archBlock, halfWidth, rearAt } from '../interior';
import type { Scene } from '../modes';
import { compressed, placeSleepers, standingIn, waysIn, type Sleeper } from '../people';
import { lengthMark } from '../units';
import { groundAt } from '../scene';
import { check, type Result } from './finding';

/**
 * A foot is lifted as high as the crotch, 0.47 of the height (Drillis and Contini); what is higher is heaved onto with the arms, as far as
 * about the navel: our own judgement.
 */
const STEP_UP = 0.6;
const EASY = STEP_UP - 0.47;
/** What one treads on is at least so long and broad, has so much free above it, and is no further from the bed than a step, mm. */
const TREAD = 150;
const OVER = 800;
const BESIDE = 500;

const topOf = ({ surface }: Sleeper): number => surface.base + compressed(surface.pad, surface.foam, 'sitting');

/** How far a place lies off a box, seen from above. */
const awayFrom = ({ x, y }: Box, at: Vec2): number =>
	Math.hypot(Math.max(x[0] - at.x, 0, at.x - x[1]), Math.max(y[0] - at.y, 0, at.y - y[1]));

/** Heights on which one can tread beside a place on the edge of a bed, the floor among them. */
function treadsBeside(scene: Scene, { surface }: Sleeper, at: Vec2, top: number): number[] {
	const boxes = [...standingIn(scene), ...scene.interior.arches.map(archBlock)];
	const middle = ({ x, y }: Box) => vec2((x[0] + x[1]) / 2, (y[0] + y[1]) / 2);
	// Nobody treads on a shelf with the next one above it.
	const isFree = (tread: Box) =>
		!boxes.some((box) => awayFrom(box, middle(tread)) === 0 && box.z[0] >= tread.z[1] && box.z[0] < tread.z[1] + OVER);
	const heights = boxes
		.filter(({ x, y, z }) => z[1] > 0 && z[1] < top && x[1] - x[0] >= TREAD && y[1] - y[0] >= TREAD)
		// What is under the bed itself is no step.
		.filter((box) => awayFrom(box, at) <= BESIDE && !contains(surface.outline, middle(box)) && isFree(box))
		.map(({ z }) => z[1]);
	return [0, ...heights].sort((a, b) => a - b);
}

/** Getting up onto a bed from the floor inside: no step on the way is higher than a leg. */
export const climb = check({
	rule: 'climb',
	reads: ['crew', 'openings', 'lining'],
	run: ({ plan, scene }) =>
		placeSleepers(plan.crew, scene).flatMap((sleeper): Result[] => {
			const [way] = waysIn(plan.vehicle, scene, sleeper);
			// Whoever gets onto the bed through its door climbs from the ground outside, of which nothing is known.
			const onto = way?.steps.some(({ where }) => where === 'floor') ? way.steps.find(({ where }) => where === 'bed')!.from : undefined;
			if (!onto) return [];
			const { person, body, piece, id } = sleeper;
			const top = topOf(sleeper);
			const treads = [...treadsBeside(scene, sleeper, onto, top), top];
			const rises = treads.slice(1).map((height, i) => height - treads[i]);
			const highest = Math.max(...rises);
			const from = treads[rises.indexOf(highest)];
			const limit = STEP_UP * body.stature;
			return [
				{
					rule: 'climb',
					key: `${piece}+${id}`,
					title: `${person.name}: up into bed`,
					subjects: [piece, id],
					margin: limit - highest,
					comfort: EASY * body.stature,
					unit: 'mm',
					limit,
					actual: highest,
					why: `The highest step is ${lengthMark(Math.round(highest))}, from ${from === 0 ? 'the floor' : lengthMark(Math.round(from))} on; a foot is lifted ${lengthMark(Math.round(limit - EASY * body.stature))}. A step, a box or a bench beside the bed makes two of one.`,
					at: vec3(onto.x, onto.y, from),
					line: [vec3(onto.x, onto.y, from), vec3(onto.x, onto.y, from + highest)]
				}
			];
		})
});

/** From higher than this nobody should roll out of bed onto the floor (bunk beds in houses have a guard from 600 mm on, EN 747), mm. */
const FALL = 600;
/** So long a gap one gets in and out by; a guard that leaves more open holds nobody, mm. */
const GAP = 400;
/** So far above the pressed mattress a guard has to reach, and a bed beside it may lie lower by so much, mm. */
const GUARD = 100;
const PACE = 100;
/** So far outside the edge of a bed it is looked what is below; a guard stands within it, mm. */
const OUTSIDE = 120;

/** How deep one falls over a place on the edge of a bed: to the highest thing below; not at all where wall, guard or another bed holds. */
function dropAt(scene: Scene, boxes: readonly Box[], on: Vec2, out: Vec2, z: number): number {
	const { interior } = scene;
	const side = out.y < 0 ? 'right' : 'left';
	if (out.x >= interior.length || out.x <= rearAt(interior, z + GUARD) || Math.abs(out.y) >= halfWidth(interior, side, out.x, z + GUARD))
		return 0;
	const way: Box = {
		x: [Math.min(on.x, out.x), Math.max(on.x, out.x)],
		y: [Math.min(on.y, out.y), Math.max(on.y, out.y)],
		z: [z + GUARD - 1, z + GUARD]
	};
	return boxes.some((box) => boxSeparation(box, way) < 0) ? 0 : z - groundAt(scene, vec3(out.x, out.y, 0), z + GUARD);
}

/** The longest stretch of the edge of a bed over which one falls deeper than is safe, how deep, and where. */
function openEdge(scene: Scene, { surface, z }: Sleeper): { long: number; deep: number; at: Vec2 } {
	const boxes = [...standingIn(scene), ...scene.pieces.flatMap(({ pads }) => pads.map(({ box }) => box))];
	const middle = surface.outline.reduce(
		(sum, p) => vec2(sum.x + p.x / surface.outline.length, sum.y + p.y / surface.outline.length),
		vec2(0, 0)
	);
	let worst = { long: 0, deep: 0, at: middle };
	let run = { long: 0, deep: 0, at: middle };
	for (const [i, b] of surface.outline.entries()) {
		const a = surface.outline.at(i - 1)!;
		const long = Math.hypot(b.x - a.x, b.y - a.y);
		const count = Math.max(1, Math.round(long / PACE));
		for (let k = 0; k < count; k++) {
			const share = (k + 0.5) / count;
			const on = vec2(a.x + (b.x - a.x) * share, a.y + (b.y - a.y) * share);
			const normal = vec2((b.y - a.y) / long, (a.x - b.x) / long);
			const out = contains(surface.outline, vec2(on.x + normal.x, on.y + normal.y)) ? -OUTSIDE : OUTSIDE;
			const deep = dropAt(scene, boxes, on, vec2(on.x + out * normal.x, on.y + out * normal.y), z);
			run =
				deep > FALL
					? { long: run.long + long / count, deep: Math.max(run.deep, deep), at: run.long === 0 ? on : run.at }
					: { long: 0, deep: 0, at: on };
			if (run.long > worst.long) worst = { ...run };
		}
	}
	return worst;
}

/** A high bed with an open side: whoever turns over in their sleep must not fall out. */
export const fallsOut = check({
	rule: 'falls-out',
	reads: ['crew'],
	run: ({ plan, scene }) =>
		placeSleepers(plan.crew, scene)
			// A low bed is high where a pit is beside it.
			.filter(({ z }) => z > FALL || scene.interior.pits.length > 0)
			.map((sleeper): Result => {
				const { person, piece, id, z } = sleeper;
				const { long, deep, at } = openEdge(scene, sleeper);
				const open = long > GAP;
				const beyond = FALL - deep;
				return {
					rule: 'falls-out',
					key: `${piece}+${id}`,
					title: `${person.name}: cannot roll out of bed`,
					subjects: [piece, id],
					// A grown person decides; a child does not.
					margin: open ? (person.child ? beyond : 0) : FALL,
					comfort: open ? 1 : 0,
					unit: 'mm',
					limit: FALL,
					actual: open ? deep : 0,
					why: open
						? `Over ${lengthMark(Math.round(long))} the bed ends in the open, ${lengthMark(Math.round(deep))} above what is below. A board or a net that stands ${lengthMark(GUARD)} above the pressed mattress holds; ${lengthMark(GAP)} may stay open to get in.`
						: 'Walls, boards or other beds hold all round it, but for a gap to get in by.',
					at: vec3(at.x, at.y, z)
				};
			})
});
