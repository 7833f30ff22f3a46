import { vec3 } from '../geometry/vector';
import { overheadIn, placeSleepers, pointOf, proppedHeight, RELAXED, ROOM, roomiestShare, compressed, type Sleeper } from '../people';
import type { Person } from '../plan/plan';
import { check, type CheckContext } from './finding';
import { hangsOver, ofSomebody, type Judgement } from './somebody';
import { lengthMark } from '../units';
import type { Rule } from './topics';

/** A check of every sleeper of a scene, or of those who want what it checks. */
const sleeperCheck = (rule: Rule, judge: (sleeper: Sleeper, context: CheckContext<'crew'>) => Judgement, want?: Person['wants'][number]) =>
	check({
		rule,
		reads: ['crew'],
		run: (context) =>
			placeSleepers(context.plan.crew, context.scene)
				.filter(({ person }) => !want || person.wants.includes(want))
				.map((sleeper) => ofSomebody(rule, sleeper, judge(sleeper, context)))
	});

/** A point on the axis of a sleeper, `share` of the way from crown to feet. */
function along({ rest, z }: Sleeper, share: number) {
	const { x, y } = pointOf(rest, share);
	return vec3(x, y, z);
}

/** The chest of a sleeper on the mattress, and how much is free over it. */
function overChest(sleeper: Sleeper, { scene }: CheckContext) {
	const at = along(sleeper, 0.25);
	const { high, under } = overheadIn(scene, at.x, at.y, sleeper.body.chestDepth / 2, sleeper.z);
	return { at, free: high - sleeper.z, under };
}

const words = (sleeper: Sleeper) => {
	const off = Math.abs((((sleeper.longest.angle * 180) / Math.PI + 90) % 180) - 90);
	return off < 1 ? 'lying along' : off > 89 ? 'lying across' : `lying ${Math.round(off)} degrees askew`;
};

export const lyingLength = sleeperCheck('lying-length', (sleeper) => {
	const { body, longest: best, person } = sleeper;
	const limit = body.stature + ROOM.lengthLeast;
	return {
		title: `${person.name}: length to lie`,
		margin: best.length - limit,
		comfort: ROOM.lengthComfort - ROOM.lengthLeast,
		limit,
		actual: best.length,
		why: `${person.name} needs ${lengthMark(Math.round(limit))} at the least, ${words(sleeper)}; the free length at body height is ${lengthMark(Math.floor(best.length))}.`,
		at: vec3(best.feet.x, best.feet.y, sleeper.z),
		line: [vec3(best.crown.x, best.crown.y, sleeper.z), vec3(best.feet.x, best.feet.y, sleeper.z)]
	};
});

export const lyingBreadth = sleeperCheck('lying-breadth', (sleeper) => {
	const { body, rest: best, person } = sleeper;
	const limit = body.breadth + ROOM.breadthLeast;
	const shoulder = along(sleeper, 0.2);
	const half = best.breadth / 2;
	const [c, s] = [Math.cos(best.angle + Math.PI / 2), Math.sin(best.angle + Math.PI / 2)];
	return {
		title: `${person.name}: breadth at the shoulders`,
		margin: best.breadth - limit,
		comfort: ROOM.breadthComfort - ROOM.breadthLeast,
		limit,
		actual: best.breadth,
		why: `${lengthMark(Math.floor(best.breadth))} are free where the shoulders lie, tested there because the walls lean; ${person.name} needs ${lengthMark(Math.round(limit))} at the least.`,
		at: shoulder,
		line: [vec3(shoulder.x - c * half, shoulder.y - s * half, sleeper.z), vec3(shoulder.x + c * half, shoulder.y + s * half, sleeper.z)]
	};
});

export const lyingHeight = sleeperCheck('lying-height', (sleeper, context) => {
	const { body, person, z } = sleeper;
	const { at, free, under } = overChest(sleeper, context);
	const limit = body.chestDepth + ROOM.overChest;
	return {
		title: `${person.name}: room over the chest`,
		under,
		margin: free - limit,
		comfort: ROOM.overChestComfort - ROOM.overChest,
		limit,
		actual: free,
		why: `Lying on the back the chest rises ${lengthMark(Math.round(body.chestDepth))} above the compressed mattress, and nobody gets in or breathes easily with less than ${lengthMark(ROOM.overChest)} over it.${hangsOver(under)}`,
		at: vec3(at.x, at.y, z + limit),
		line: [at, vec3(at.x, at.y, z + free)]
	};
});

export const turningOver = sleeperCheck(
	'turning-over',
	(sleeper, context) => {
		const { body, person, z } = sleeper;
		const { at, free, under } = overChest(sleeper, context);
		const limit = body.breadth + ROOM.overShoulder;
		return {
			title: `${person.name}: turning over`,
			under,
			margin: free - limit,
			comfort: 30,
			limit,
			actual: free,
			why: `Turning over, the upper shoulder rises ${lengthMark(Math.round(body.breadth))} above the compressed mattress.${hangsOver(under)}`,
			at: vec3(at.x, at.y, z + limit),
			line: [at, vec3(at.x, at.y, z + free)]
		};
	},
	'turn over'
);

/** The best place to raise one's head: where on the stretch of the axis between two shares most is free above. */
function best(sleeper: Sleeper, context: CheckContext, from: number, to: number) {
	const { share, high, under } = roomiestShare(context.scene, sleeper, from, to);
	return { at: along(sleeper, share), free: high, under };
}

export const sittingUp = sleeperCheck(
	'sitting-up',
	(sleeper, context) => {
		const { body, person, surface } = sleeper;
		const seat = surface.base + compressed(surface.pad, surface.foam, 'sitting');
		const { at, free, under } = best(sleeper, context, 0.1, 0.6);
		const limit = RELAXED * body.sitting + ROOM.overHair;
		return {
			title: `${person.name}: sitting up in bed`,
			under,
			margin: free - seat - limit,
			comfort: (1 - RELAXED) * body.sitting,
			limit,
			actual: free - seat,
			why: `Sitting relaxed ${person.name} needs ${lengthMark(Math.round(limit))} over the compressed mattress, upright ${lengthMark(Math.round(limit + (1 - RELAXED) * body.sitting))}.${hangsOver(under)}`,
			at: vec3(at.x, at.y, seat + limit),
			line: [vec3(at.x, at.y, seat), vec3(at.x, at.y, free)]
		};
	},
	'sit up'
);

export const propped = sleeperCheck(
	'propped',
	(sleeper, context) => {
		const { body, person, z } = sleeper;
		const height = proppedHeight(body);
		const { at, free, under } = best(sleeper, context, 0.05, 0.25);
		const limit = height.least + ROOM.overHair;
		return {
			title: `${person.name}: propped on an elbow`,
			under,
			margin: free - z - limit,
			comfort: height.comfort - height.least,
			limit,
			actual: free - z,
			why: `Propped on an elbow the head is about ${lengthMark(Math.round(height.least))} above the compressed mattress.${hangsOver(under)}`,
			at: vec3(at.x, at.y, z + limit),
			line: [at, vec3(at.x, at.y, free)]
		};
	},
	'prop up'
);
