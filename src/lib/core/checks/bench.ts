import { bounds } from '../geometry/polygon';
import { vec3, type Vec3 } from '../geometry/vector';
import { aheadOf, endBefore, overheadIn, hipsOf, placeSitters, RELAXED, ROOM, SEGMENT, seatUnder, type Body, type Sitter } from '../people';
import { lengthMark } from '../units';
import { groundAt } from '../scene';
import { check, type CheckContext, type Result } from './finding';
import { hangsOver, ofSomebody, type Judgement } from './somebody';
import type { Rule } from './topics';

/** Heels stand this share of stature behind the hollow of the knee: nobody sits with their shins quite upright. */
const HEEL_BACK = 0.05;
/** The head of a sitter is about half a head's breadth and a hand in front of what their back is against, as a share of stature. */
const HEAD_AHEAD = 0.1;

const sitterCheck = (
	rule: Rule,
	judge: (sitter: Sitter, context: CheckContext<'crew'>) => Judgement,
	on: (sitter: Sitter) => boolean = () => true
) =>
	check({
		rule,
		reads: ['crew'],
		run: (context) =>
			placeSitters(context.plan.crew, context.scene)
				.filter(on)
				.map((sitter) => ofSomebody(rule, sitter, judge(sitter, context)))
	});

const place = ({ on }: Sitter) => (on === 'edge' ? 'on the edge of the bed' : 'on the bench');

export const benchLegRoom = sitterCheck(
	'bench-leg-room',
	(sitter, { scene }) => {
		const { body, person, sight } = sitter;
		const H = body.stature;
		const seat = seatUnder(sitter, 0);
		const end = endBefore(sight, body.hipBreadth, [0, seat + 100], scene, sitter.own);
		const room = Math.abs(end - sight.back);
		const depth = Math.abs(sight.edge - sight.back);
		const toes = Math.max(SEGMENT.seatDepth * H, depth) - HEEL_BACK * H + SEGMENT.footLength * H;
		const limit = Math.max(SEGMENT.buttockToKnee * H, toes);
		return {
			title: `${person.name}: leg room ${place(sitter)}`,
			margin: room - limit,
			comfort: 100,
			limit,
			actual: room,
			why:
				sitter.on === 'edge'
					? `With the hollow of the knee at the edge, toes reach ${lengthMark(Math.round(toes - depth))} past it.`
					: `From the backrest, knees reach ${lengthMark(Math.round(SEGMENT.buttockToKnee * H))} and toes ${lengthMark(Math.round(toes))} on a seat ${lengthMark(Math.round(depth))} deep.`,
			at: aheadOf(sight, room, seat),
			line: [aheadOf(sight, 0, seat), aheadOf(sight, room, seat)]
		};
	},
	({ on }) => on !== 'slope'
);

/** So much of their breadth over the upper arms somebody who sits in a row takes up: shoulders overlap a little; our own judgement. */
const IN_A_ROW = 0.9;
/** Shoulders hang over the ends of a bench, hips do so by this share of their breadth. */
const ON_THE_END = 0.85;

/** With feet this much above the floor, shoes on, one still sits well; higher up the legs go to sleep, mm: our own figures. */
const DANGLING = { comfort: 40, most: 200 };
/** What the feet of a sitter can stand on reaches at least so far out from the edge of the seat, mm. */
const FOOT_REST = 150;

/** The feet of a sitter reach the floor, or something to stand them on. */
export const benchFeet = sitterCheck(
	'bench-feet',
	(sitter, { scene }) => {
		const { body, person, sight } = sitter;
		const seat = seatUnder(sitter, Math.abs(sight.edge - sight.back));
		const before = aheadOf(sight, Math.abs(sight.edge - sight.back) + FOOT_REST / 2, 0);
		// On a seat that is lower than half a lower leg there is nothing between it and the floor to put feet on.
		const rest = groundAt(scene, before, Math.max(0, seat - (SEGMENT.knee * body.stature) / 2));
		const legs = SEGMENT.seatHeight * body.stature;
		const above = seat - rest - legs;
		return {
			title: `${person.name}: feet on the floor ${place(sitter)}`,
			margin: DANGLING.most - above,
			comfort: DANGLING.most - DANGLING.comfort,
			limit: legs,
			actual: seat - rest,
			why:
				above <= DANGLING.comfort
					? `The seat is ${lengthMark(Math.round(seat - rest))} above ${rest !== 0 ? 'what the feet stand on' : 'the floor'}, the hollow of the knee ${lengthMark(Math.round(legs))}.`
					: `The seat is ${lengthMark(Math.round(seat - rest))} high, the hollow of the knee ${lengthMark(Math.round(legs))}: the feet hang ${lengthMark(Math.round(above))} above what is below them and want a step or a lower seat.`,
			at: { ...before, z: seat }
		};
	},
	// On a seat that slopes, and lounging in bed, the legs lie.
	({ on }) => on !== 'slope'
);

/** What some people side by side take: shoulders between their middles, and half of the hips beyond the first and the last. */
const rowBreadth = (bodies: readonly Body[]): number => {
	const shoulders = bodies.map(({ breadth }) => IN_A_ROW * breadth);
	const between = shoulders.slice(1).reduce((sum, b, i) => sum + (b + shoulders[i]) / 2, 0);
	return between + (ON_THE_END * (bodies[0].hipBreadth + bodies[bodies.length - 1].hipBreadth)) / 2;
};

/** A bench is long enough for as many as sit on it. */
export const benchBreadth = check({
	rule: 'bench-breadth',
	reads: ['crew'],
	run: ({ plan, scene }) => {
		const rows = new Map<object, Sitter[]>();
		for (const sitter of placeSitters(plan.crew, scene)) rows.set(sitter.surface, [...(rows.get(sitter.surface) ?? []), sitter]);
		return [...rows.values()].map((sitters, i, all): Result => {
			const [first] = sitters;
			const { piece } = first;
			// Two seats of one piece are told apart.
			const several = all.findIndex(([other]) => other.piece === piece) < i;
			const over = bounds(first.surface.outline)[first.sight.axis === 'x' ? 'y' : 'x'];
			const [long, limit] = [over[1] - over[0], rowBreadth(sitters.map(({ body }) => body))];
			const who = sitters.map(({ person }) => person.name).join(', ');
			return {
				rule: 'bench-breadth',
				key: several ? `${piece}+${first.surface.id}` : piece,
				title: `${who}: breadth ${place(first)}`,
				subjects: [piece, ...sitters.map(({ id }) => id)],
				margin: long - limit,
				comfort: 60,
				unit: 'mm',
				limit,
				actual: long,
				why: `Side by side ${sitters.length === 1 ? 'one person takes' : `${sitters.length} people take`} ${lengthMark(Math.round(limit))}; it is ${lengthMark(Math.floor(long))} long.`,
				at: hipsOf(first)
			};
		});
	}
});

/** Where the head of a sitter is, seen from above, and the height of the compressed seat under their hips. */
function headOf(sitter: Sitter): Vec3 {
	return { ...aheadOf(sitter.sight, HEAD_AHEAD * sitter.body.stature, 0), z: hipsOf(sitter).z };
}

export const benchHead = sitterCheck('bench-head', (sitter, { scene }) => {
	const { body, person } = sitter;
	const { x, y, z: seat } = headOf(sitter);
	const { high: free, under } = overheadIn(scene, x, y, body.headBreadth / 2, seat);
	const limit = RELAXED * body.sitting + ROOM.overHair;
	return {
		title: `${person.name}: head room ${place(sitter)}`,
		under,
		margin: free - seat - limit,
		comfort: (1 - RELAXED) * body.sitting,
		limit,
		actual: free - seat,
		why: `Sitting relaxed ${person.name} needs ${lengthMark(Math.round(limit))} over the compressed ${sitter.on === 'edge' ? 'mattress' : 'cushion'};${hangsOver(under) || ' the leaning wall counts as well as the ceiling.'}`,
		at: vec3(x, y, seat + limit),
		line: [vec3(x, y, seat), vec3(x, y, free)]
	};
});
