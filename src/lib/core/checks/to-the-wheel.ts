import { vec3 } from '../geometry/vector';
import { gaitHeight, GAITS, placeSleepers, wayToSeat } from '../people';
import { lengthMark } from '../units';
import { check, type Result } from './finding';

/** From bed to the driver's seat without getting out, for whoever wants to be able to leave at once. */
export const toTheWheel = check({
	rule: 'to-the-wheel',
	reads: ['crew', 'seats', 'lining'],
	run: ({ plan, scene }) =>
		placeSleepers(plan.crew, scene)
			.filter(({ person }) => person.wants.includes('get to the wheel'))
			.map((sleeper): Result => {
				const { id, person, piece, body, rest, z } = sleeper;
				const common = {
					rule: 'to-the-wheel' as const,
					key: `${piece}+${id}`,
					title: `${person.name}: from bed to the wheel`,
					subjects: [piece, id],
					unit: 'mm' as const
				};
				const wheel = person.driving?.seat ?? Object.values(plan.crew).find(({ driving }) => driving)?.driving?.seat;
				const seat = scene.seats.find((one) => one.id === wheel);
				const limit = gaitHeight(body, 'wriggling');
				const comfort = gaitHeight(body, 'on hands and knees') - limit;
				const nothing = { margin: 0, comfort, limit, actual: 0, at: vec3(rest.crown.x, rest.crown.y, z) };
				if (!wheel || !seat)
					return {
						...common,
						...nothing,
						why: 'Nobody has said which seat is driven from: say who drives, and where they need the seat.',
						unknown: true
					};
				const way = wayToSeat(scene, sleeper, seat);
				if (!way) return { ...common, ...nothing, margin: -limit, why: `${seat.name} is out of the vehicle in this mode.` };
				const gait = GAITS.find((one) => way.free >= gaitHeight(body, one));
				return {
					...common,
					subjects: [piece, id, wheel],
					margin: way.free - limit,
					comfort,
					limit,
					actual: Math.max(0, way.free),
					why: `${gait ? `At its tightest the way is gone ${gait}` : 'There is no way without getting out'}: ${lengthMark(Math.max(0, Math.floor(way.free)))} are free there over what one climbs on.`,
					at: way.at,
					line: [way.at, vec3(way.at.x, way.at.y, way.at.z + Math.max(0, way.free))]
				};
			})
});
