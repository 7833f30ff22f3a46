import { vec3 } from '../geometry/vector';
import { gaitHeight, placeSleepers, tightest, waysIn, type WayStep } from '../people';
import { check } from './finding';
import { lengthMark } from '../units';

const WHERE: Record<WayStep['where'], string> = { door: 'through the door', floor: 'over the floor', bed: 'along the bed' };

/** From the door to lying down: the way that leaves most room, and how one has to move on it. */
export const gettingIn = check({
	rule: 'getting-in',
	reads: ['crew', 'openings', 'lining'],
	run: ({ plan, scene }) =>
		placeSleepers(plan.crew, scene)
			.filter(({ longest }) => longest.length > 0)
			.flatMap((sleeper) => {
				const [best] = waysIn(plan.vehicle, scene, sleeper);
				if (!best) return [];
				const { body, person, id, piece } = sleeper;
				const { free, at, where } = tightest(best);
				const limit = gaitHeight(body, 'wriggling');
				const steps = best.steps.map((step) => `${step.gait ?? 'no room'} ${WHERE[step.where]} (${lengthMark(Math.floor(step.free))})`);
				return [
					{
						rule: 'getting-in',
						key: `${piece}+${id}`,
						title: `${person.name}: getting into bed`,
						subjects: [piece, id],
						unit: 'mm' as const,
						margin: free - limit,
						comfort: gaitHeight(body, 'on the elbows') - limit,
						limit,
						actual: free,
						why: `By the ${best.name.toLowerCase()}: ${steps.join(', ')}. It is tightest ${WHERE[where]}; going on the elbows takes ${lengthMark(Math.round(gaitHeight(body, 'on the elbows')))}, wriggling on the back ${lengthMark(Math.round(limit))}.`,
						at: vec3(at.x, at.y, at.z + Math.min(free, limit)),
						line: [at, vec3(at.x, at.y, at.z + Math.max(0, free))] as [typeof at, typeof at]
					}
				];
			})
});
