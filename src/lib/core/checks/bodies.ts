import { boxSeparation, vec3, type Box } from '../geometry/vector';
import {
	archClearance,
	ceilingClearance,
	floorClearance,
	frontClearance,
	rearClearance,
	wallClearance,
	type Clearance,
	type Solid
} from '../interior';
import { bodiesIn, ownerOf, roomBetween, type Body } from '../scene';
import { lengthMark } from '../units';
import type { Check, CheckContext, Result } from './finding';

/** Further off than this nobody needs to hear of it, mm. */
const NEAR = 60;
/** Limbs are round and flesh gives: a figure may be so far in something before it counts, mm; our own judgement. */
const SOFT = 25;
/** Of those who crowd one body the worst are named. */
const NAMED = 3;

const NO_ANIMALS = {};
const bodiesOf = ({ plan, scene }: CheckContext): readonly Body[] => bodiesIn(plan.vehicle, plan.crew, plan.animals ?? NO_ANIMALS, scene);

const middle = (a: Box, b: Box) => {
	const at = (axis: 'x' | 'y' | 'z') => (Math.max(a[axis][0], b[axis][0]) + Math.min(a[axis][1], b[axis][1])) / 2;
	return vec3(at('x'), at('y'), at('z'));
};

/** Pairs that may touch, by reference: somebody and what they are on, two who share a bed, riders side by side whose seats the maker set. */
function mayTouch(person: Body, other: Body): boolean {
	if (person.of.kind !== 'person') return false;
	const { on, seat } = person.of;
	switch (other.of.kind) {
		case 'part':
		case 'pad':
			return on.includes(other.of.piece);
		case 'seat':
			return other.of.seat === seat;
		case 'person':
			return (
				(seat !== undefined && other.of.seat !== undefined) ||
				other.of.on.some((piece) => on.includes(piece)) ||
				(on.length === 0 && seat === undefined)
			);
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
	const own = ownerOf(body);
	const common = { rule, title, comfort: 0, unit: 'mm' as const, limit: -give };
	if (crowding.length === 0) {
		const room = found[0]?.room ?? NEAR;
		const why = found[0] ? `${found[0].other.name} comes closest to ${body.name}.` : `Nothing comes near ${body.name}.`;
		const at = middle(body.box, found[0]?.other.box ?? body.box);
		return [
			{ ...common, key: own, subjects: [own, ...(found[0] ? [ownerOf(found[0].other)] : [])], margin: room + give, actual: room, why, at }
		];
	}
	return crowding.map(({ other, room }) => ({
		...common,
		key: `${own}+${ownerOf(other)}`,
		subjects: [own, ownerOf(other)],
		margin: room + give,
		actual: room,
		why: `${other.name} is where ${body.name} is, by ${lengthMark(Math.ceil(-room))}.`,
		at: middle(body.box, other.box)
	}));
}

/** Whoever lies, sits or rides against everything else that takes room: boards and pads that are not theirs, seats, things, bars, others. */
export const bodyRoom: Check = {
	rule: 'body-room',
	run: (context) => {
		const bodies = bodiesOf(context);
		// What only stands there was measured against the vehicle; two people are asked once, of the first.
		return bodies.flatMap((body, i) => {
			if (body.of.kind !== 'person') return [];
			const others = bodies.filter((other, k) => other.of.kind !== 'person' || k > i);
			return judge('body-room', `${body.name}: room for the body`, body, others, SOFT);
		});
	}
};

/** The vehicle round a thing: walls, ceiling, arches, shut rear door, front and floor; the tightest. */
function roomInVehicle({ scene: { interior, mode } }: CheckContext, solid: Solid): { name: string; clearance: Clearance } {
	const open = Object.values(mode.doors).includes('open');
	const around: [string, Clearance][] = [
		...(open ? [] : ([['the side wall', wallClearance(interior, solid)]] as [string, Clearance][])),
		...(open ? [] : ([['the closed rear door', rearClearance(interior, solid)]] as [string, Clearance][])),
		['the ceiling', ceilingClearance(interior, solid)],
		['the bulkhead or dashboard', frontClearance(interior, solid)],
		['the floor', floorClearance(interior, solid)],
		...interior.arches.map((arch): [string, Clearance] => ['the wheel arch', archClearance(arch, solid)])
	];
	const [name, clearance] = around.reduce((a, b) => (b[1].margin < a[1].margin ? b : a));
	return { name, clearance };
}

/** Things that lie in places of their own, against the vehicle, its seats, its bars and each other; boards are a rule of their own. */
export const thingRoom: Check = {
	rule: 'thing-room',
	run: (context) => {
		const bodies = bodiesOf(context);
		return bodies.flatMap((body, i): Result[] => {
			if (body.of.kind !== 'thing') return [];
			const gear = body.of.gear;
			const title = `${body.name}: room where it lies`;
			const { name, clearance } = roomInVehicle(context, body.solid!);
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
};
