import { vec3 } from '../geometry/vector';
import { FLOOR, placeSitters, placeSleepers, seatingIn } from '../people';
import type { Person } from '../plan/plan';
import { check, type CheckContext, type Result } from './finding';

/** What came of looking for somebody's place: that there is one, that there is none, or that nobody can know; and why. */
interface Found {
	is: 'there' | 'missing' | 'unknown';
	why: string;
	subjects?: string[];
}

const nothing = (why: string, subjects: string[] = []): Found => ({ is: 'missing', why, subjects });

/** The place of somebody on a piece: a surface for what they do, in the state that the piece is in. */
function onPiece({ plan, scene }: CheckContext<'crew'>, id: string, name: string): Found {
	const { posture, piece } = scene.mode.people[id];
	const there = scene.pieces.find((one) => one.id === piece);
	if (!there) return nothing(`The mode has ${name} ${posture}, and names nothing that this would be on.`);
	const state = there.state.name.toLowerCase();
	const sitter = placeSitters(plan.crew, scene).find((one) => one.id === id);
	const sleeper = placeSleepers(plan.crew, scene).find((one) => one.id === id);
	const found = posture === 'lying' ? sleeper : sitter;
	const kind = posture === 'on the bench' ? 'to sit on' : 'to lie on';
	if (!found) return nothing(`${there.name}, ${state}, has nothing ${kind}.`, [there.id]);
	return { is: 'there', why: `${name} has a place on ${there.name}, ${state}.`, subjects: [there.id] };
}

function placeOf(context: CheckContext<'crew' | 'seats' | 'lining'>, id: string, { name, driving: wheel }: Person): Found {
	const { plan, scene } = context;
	const at = scene.mode.people[id];
	const driving = scene.mode.use === 'drive';
	if (!at) return { is: 'unknown', why: `Nobody has said where ${name} is in this mode: away, in a seat, on a bench or lying.` };
	if (at.posture === 'away') return { is: 'there', why: `${name} is not in the vehicle.` };
	if (at.posture === 'in a seat') {
		const { seated, places, upright } = seatingIn(plan.vehicle, plan.crew, scene);
		const own = seated.find(({ person }) => person === id);
		if (own) return { is: 'there', why: `${name} sits in the ${plan.vehicle.seats[own.seat].name.toLowerCase()}.` };
		if (Object.keys(plan.vehicle.seats).length === 0)
			return { is: 'unknown', why: `${name} rides, and no seat of the vehicle was measured yet.` };
		if (driving && wheel && !upright.includes(wheel.seat))
			return nothing(
				`${name} drives in the ${plan.vehicle.seats[wheel.seat].name.toLowerCase()}, which does not stand upright in this mode.`,
				[wheel.seat]
			);
		const belted = driving ? ' with a belt' : '';
		const left = places === 0 ? `No seat stands upright${belted}` : `All ${places} places${belted} are taken`;
		return nothing(`${left}: there is none for ${name}.`);
	}
	if (driving)
		return nothing(
			`${name} is ${at.posture} while driving. Only upright, belted, approved seats carry people.`,
			at.piece ? [at.piece] : []
		);
	if (at.posture === 'lying' && !at.piece) {
		const lies = placeSleepers(plan.crew, scene).some((one) => one.id === id && one.piece === FLOOR);
		return lies ? { is: 'there', why: `${name} lies on the floor.` } : nothing(`There is no floor for ${name} to lie on.`);
	}
	return onPiece(context, id, name);
}

/** Everybody has a place in each mode that is there and carries them: lying, sitting or belted; or is said to be away. */
export const somebodysPlace = check({
	rule: 'place',
	reads: ['crew', 'seats', 'lining'],
	run: (context) =>
		Object.entries(context.plan.crew).map(([id, person]): Result => {
			const { is, why, subjects = [] } = placeOf(context, id, person);
			return {
				rule: 'place',
				key: id,
				title: `${person.name}: a place`,
				subjects: [id, ...subjects],
				margin: is === 'missing' ? -1 : 0,
				comfort: 0,
				unit: 'count',
				limit: 1,
				actual: is === 'there' ? 1 : 0,
				why,
				at: vec3(context.scene.interior.length / 2, 0, 0),
				...(is === 'unknown' ? { unknown: true as const } : {})
			};
		})
});

/** Somebody drives, in a seat that is set for them: else nobody can say whether the seat has room to be where it must. */
export const driverKnown = check({
	rule: 'driver-known',
	reads: ['crew', 'seats', 'lining'],
	run: ({ plan, scene }) => {
		if (scene.mode.use !== 'drive') return [];
		const riding = Object.keys(plan.crew).filter((id) => scene.mode.people[id]?.posture === 'in a seat');
		if (riding.length === 0) return [];
		const drivers = riding.filter((id) => plan.crew[id].driving);
		const known = drivers.length > 0;
		return [
			{
				rule: 'driver-known',
				key: 'driver',
				title: 'The driver’s seat as it must be set',
				subjects: known ? drivers : riding,
				margin: 0,
				comfort: 0,
				unit: 'count',
				limit: 1,
				actual: drivers.length,
				why: known
					? `${drivers.map((id) => plan.crew[id].name).join(' and ')} said how the seat is set for driving.`
					: 'Nobody has said who drives and where they need the seat: slide and lean, sitting at the wheel.',
				at: vec3(scene.interior.length, 0, 0),
				...(known ? {} : { unknown: true as const })
			}
		];
	}
});
