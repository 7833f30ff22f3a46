import { nearIn, type Near } from '../geometry/near';
import { middleBetween } from '../geometry/vector';
import { reachesOut, type Interior, type OpeningSolid, type Solid } from '../interior';
import { remember } from '../memory';
import { roomInVehicle } from '../moves';
import { bodiesIn, roomBetween, type Body } from '../scene';
import { lengthMark } from '../units';
import { check, type CheckContext, type Result } from './finding';
import { openDoors } from './fit';
import type { Rule } from './topics';

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

const nearAmong = remember((bodies: readonly Body[]) => nearIn(bodies));

/** What takes room near a place of the mode that is asked about. */
export const bodiesNear = (context: CheckContext<BodyTable>): Near<Body> => nearAmong(bodiesOf(context));

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
function nearestTo(body: Body, near: Near<Body>, counts: (other: Body) => boolean): { other: Body; room: number }[] {
	return near(body.box, NEAR)
		.filter((other) => other !== body && counts(other) && !mayTouch(body, other))
		.map((other) => ({ other, room: roomBetween(body, other, NEAR) }))
		.filter(({ room }) => room < NEAR)
		.sort((a, b) => a.room - b.room);
}

/** One result for a body that nothing crowds, else one for each of the worst that do, by the piece, person or thing they belong to. */
function judge(
	rule: Rule,
	title: string,
	{ body, key }: { body: Body; key: string },
	near: Near<Body>,
	counts: (other: Body) => boolean,
	give: number
): Result[] {
	const found = nearestTo(body, near, counts);
	const worst = new Map(
		found
			.filter(({ room }) => room + give < 0)
			.toReversed()
			.map((one) => [one.other.of.owner, one])
	);
	const crowding = [...worst.values()].sort((a, b) => a.room - b.room).slice(0, NAMED);
	const own = body.of.owner;
	const common = { rule, title, comfort: 0, unit: 'mm' as const, limit: -give };
	if (crowding.length === 0) {
		const room = found[0]?.room ?? NEAR;
		const why = found[0] ? `${found[0].other.name} comes closest to ${body.name}.` : `Nothing comes near ${body.name}.`;
		const at = middleBetween(body.box, found[0]?.other.box ?? body.box);
		return [
			{ ...common, key, subjects: [own, ...(found[0] ? [found[0].other.of.owner] : [])], margin: room + give, actual: room, why, at }
		];
	}
	return crowding.map(({ other, room }) => ({
		...common,
		key: `${key}+${other.of.owner}`,
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
		const near = bodiesNear(context);
		// What only stands there was measured against the vehicle; two people are asked once, of the first.
		const people = bodiesOf(context).filter(({ of }) => of.kind === 'person');
		return people.flatMap((body, i) => {
			const counts = (other: Body) => other.of.kind !== 'person' || people.indexOf(other) > i;
			// Riders who are only counted are told apart by their number on the seat.
			const before = people.slice(0, i).filter(({ of }) => of.owner === body.of.owner).length;
			const key = before > 0 ? `${body.of.owner}#${before + 1}` : body.of.owner;
			return judge('body-room', `${body.name}: room for the body`, { body, key }, near, counts, SOFT);
		});
	}
});

/** The room of a thing inside the vehicle, with a door open through which it reaches or with all shut; remembered. */
const inVehicle = remember((interior: Interior, solid: Solid, doors: readonly OpeningSolid[]) =>
	roomInVehicle(interior, solid, doors.find((door) => reachesOut(interior, door, solid)) ?? null, 0)
);

/** Things that lie in places of their own, against the vehicle, its seats, its bars and each other; boards are a rule of their own. */
export const thingRoom = check({
	rule: 'thing-room',
	reads: [...BODY_TABLES, 'openings'],
	run: (context) => {
		const { scene } = context;
		const [near, doors] = [bodiesNear(context), openDoors(context)];
		const things = bodiesOf(context).filter(({ of }) => of.kind === 'thing');
		const order = new Map(things.map((body, i) => [body, i]));
		return things.flatMap((body, i): Result[] => {
			const gear = body.of.owner;
			const title = `${body.name}: room where it lies`;
			const { name, clearance } = inVehicle(scene.interior, body.solid!, doors);
			const counts = (other: Body) =>
				other.of.kind === 'seat' || other.of.kind === 'fixture' || other.of.kind === 'animal' || (order.get(other) ?? -1) > i;
			return [
				{
					rule: 'thing-room' as const,
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
				...judge('thing-room', title, { body, key: gear }, near, counts, 1)
			];
		});
	}
});
