import { boxSeparation, middleBetween } from '../geometry/vector';
import { reachesOut } from '../interior';
import { roomInVehicle } from '../moves';
import { bodiesIn, roomBetween, type Body } from '../scene';
import { lengthMark } from '../units';
import { check, type CheckContext, type Result } from './finding';
import { openDoors } from './fit';

/** Further off than this nobody needs to hear of it, mm. */
const NEAR = 60;
/** Limbs are round and flesh gives: a figure may be so far in something before it counts, mm; our own judgement. */
const SOFT = 25;
/** Of those who crowd one body the worst are named. */
const NAMED = 3;

/** What bodies are made of besides the scene. */
export const BODY_TABLES = ['crew', 'animals', 'seats', 'lining'] as const;
export type BodyTable = (typeof BODY_TABLES)[number];
/** Everything that takes room in the mode that is asked about. */
export const bodiesOf = ({ plan, scene }: CheckContext<BodyTable>): readonly Body[] =>
	bodiesIn(plan.vehicle, plan.crew, plan.animals, scene);

/** Pairs that may touch, by reference: somebody and what they are on, two who share a bed, riders side by side whose seats the maker set. */
function mayTouch(person: Body, other: Body): boolean {
	if (person.of.kind !== 'person') return false;
	const { on, seat } = person.of;
	switch (other.of.kind) {
		case 'part':
		case 'pad':
			return on.includes(other.of.owner);
		case 'seat':
			return other.of.owner === seat;
		case 'person':
			return (seat !== undefined && other.of.seat !== undefined) || other.of.on.some((piece) => on.includes(piece));
		default:
			return false;
	}
}

/** The bodies that come nearest to one, the worst first, with the room beside each. */
function nearestTo(body: Body, others: readonly Body[]): { other: Body; room: number }[] {
	return others
		.filter((other) => other !== body && boxSeparation(body.box, other.box) < NEAR && !mayTouch(body, other))
		.map((other) => ({ other, room: roomBetween(body, other, NEAR) }))
		.filter(({ room }) => room < NEAR)
		.sort((a, b) => a.room - b.room);
}

/** One result for a body that nothing crowds, else one for each of the worst that do. */
function judge(rule: string, title: string, body: Body, others: readonly Body[], give: number): Result[] {
	const found = nearestTo(body, others);
	const crowding = found.filter(({ room }) => room + give < 0).slice(0, NAMED);
	const own = body.of.owner;
	const common = { rule, title, comfort: 0, unit: 'mm' as const, limit: -give };
	if (crowding.length === 0) {
		const room = found[0]?.room ?? NEAR;
		const why = found[0] ? `${found[0].other.name} comes closest to ${body.name}.` : `Nothing comes near ${body.name}.`;
		const at = middleBetween(body.box, found[0]?.other.box ?? body.box);
		return [
			{ ...common, key: own, subjects: [own, ...(found[0] ? [found[0].other.of.owner] : [])], margin: room + give, actual: room, why, at }
		];
	}
	return crowding.map(({ other, room }) => ({
		...common,
		key: `${own}+${other.of.owner}`,
		subjects: [own, other.of.owner],
		margin: room + give,
		actual: room,
		why: `${other.name} is where ${body.name} is, by ${lengthMark(Math.ceil(-room))}.`,
		at: middleBetween(body.box, other.box)
	}));
}

/** Whoever lies, sits or rides against everything else that takes room: boards and pads that are not theirs, seats, things, bars, others. */
export const bodyRoom = check({
	rule: 'body-room',
	reads: BODY_TABLES,
	run: (context) => {
		const bodies = bodiesOf(context);
		// What only stands there was measured against the vehicle; two people are asked once, of the first.
		return bodies.flatMap((body, i) => {
			if (body.of.kind !== 'person') return [];
			const others = bodies.filter((other, k) => other.of.kind !== 'person' || k > i);
			return judge('body-room', `${body.name}: room for the body`, body, others, SOFT);
		});
	}
});

/** Things that lie in places of their own, against the vehicle, its seats, its bars and each other; boards are a rule of their own. */
export const thingRoom = check({
	rule: 'thing-room',
	reads: [...BODY_TABLES, 'openings'],
	run: (context) => {
		const { scene } = context;
		const [bodies, doors] = [bodiesOf(context), openDoors(context)];
		return bodies.flatMap((body, i): Result[] => {
			if (body.of.kind !== 'thing') return [];
			const gear = body.of.owner;
			const title = `${body.name}: room where it lies`;
			const solid = body.solid!;
			const through = doors.find((door) => reachesOut(scene.interior, door, solid));
			const { name, clearance } = roomInVehicle(scene.interior, solid, through ?? null, 0);
			const others = bodies.filter(
				({ of: { kind } }, k) => kind === 'seat' || kind === 'fixture' || kind === 'animal' || (kind === 'thing' && k > i)
			);
			return [
				{
					rule: 'thing-room',
					key: `${gear}+vehicle`,
					title,
					subjects: [gear],
					margin: clearance.margin,
					comfort: 0,
					unit: 'mm',
					limit: 0,
					actual: clearance.margin,
					why: `It comes closest to ${name}.`,
					at: clearance.at,
					line: [clearance.at, clearance.against]
				},
				// Lying on a seat it may press the cushion.
				...judge('thing-room', title, body, others, 1)
			];
		});
	}
});
