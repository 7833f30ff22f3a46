import { vec3 } from '../geometry/vector';
import { gaitHeight, placeSleepers, tightest, waysIn } from '../people';
import { check, type Result } from './finding';

/** So many ways lead out of a bed: one of them may be blocked when it burns. */
const WAYS = 2;

/** From bed there are two ways out of the vehicle. */
export const waysOut = check({
	rule: 'ways-out',
	reads: ['crew', 'openings', 'lining'],
	run: ({ plan, scene }) => {
		const measured = Object.values(plan.vehicle.openings);
		return placeSleepers(plan.crew, scene).flatMap((sleeper): Result[] => {
			const { body, person, piece, id, rest } = sleeper;
			const open = waysIn(plan.vehicle, scene, sleeper).filter((way) => tightest(way).free >= gaitHeight(body, 'wriggling'));
			// Without any way in, getting into bed says so.
			if (open.length === 0) return [];
			const names = open.map(({ name }) => name.toLowerCase()).join(' and ');
			const few = open.length < WAYS;
			return [
				{
					rule: 'ways-out',
					key: `${piece}+${id}`,
					title: `${person.name}: ways out from bed`,
					subjects: [piece, id],
					margin: few ? 0 : open.length - WAYS + 1,
					comfort: 1,
					unit: 'count',
					limit: WAYS,
					actual: open.length,
					why: few
						? measured.length < WAYS
							? `Only the ${names} was measured. Measure the other doors: in a fire or an accident one way out may be blocked.`
							: `Only the ${names} can be got out by from here. In a fire or an accident it may be blocked: a second way should be left.`
						: `One gets out by the ${names}.`,
					at: vec3(rest.crown.x, rest.crown.y, sleeper.z),
					...(few && measured.length < WAYS ? { unknown: true as const } : {})
				}
			];
		});
	}
});
