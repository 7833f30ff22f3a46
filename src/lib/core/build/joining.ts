import { behind, driversOf, type Boxed, type Connection } from '../connections';
import { boxSeparation, sidesOf } from '../geometry/vector';
import type { Part } from '../pieces';
import { isFitting } from '../pieces/placing';

/** A part as it comes to what is there already, and what is joined to it then. */
export interface Joined {
	part: Part;
	connections: Connection[];
}

/** The parts of a body in the order in which they are put together. */
export interface JoiningOrder {
	sequence: Joined[];
	/** What is joined though something stands before the driver by then: no order that was found leaves all of them free. */
	unreached: { connection: Connection; by: Part }[];
}

/** Something is joined with a tool there. */
const isJoined = ({ way }: Connection): boolean => way !== 'nothing';

/** The parts that stand before the driver of any fastener of a connection, of those given. */
export function inTheWayOf({ from, into, fasteners }: Connection, body: readonly Boxed[]): Part[] {
	const own = body.find(({ part }) => part.id === from)?.part;
	const found = new Set<Part>();
	for (const fastener of fasteners)
		for (const { from: at, towards } of driversOf(fastener))
			for (const part of own ? behind(at, towards, body, own) : []) if (part.id !== into) found.add(part);
	return [...found];
}

/** Connectors and the like hold what they touch, mm. */
const TOUCH = 1.5;

/** What bought fittings hold together by touching it, by part. */
function connected(body: readonly Boxed[]): Map<string, string[]> {
	const found = new Map<string, string[]>();
	const add = (a: string, b: string) => found.set(a, [...(found.get(a) ?? []), b]);
	for (const one of body)
		if (one.part.form === 'bought' && isFitting(one.box))
			for (const other of body)
				if (other !== one && boxSeparation(one.box, other.box) <= TOUCH) {
					add(one.part.id, other.part.id);
					add(other.part.id, one.part.id);
				}
	return found;
}

/**
 * Puts the parts of a body in an order in which every fastener is driven while nothing is in the way of its driver: what would stand
 * there comes after the two that it joins. These are precedences only, so such an order is found whenever there is one. Where that leaves a choice, what is joined to something that is there comes first, and of
 * that what lies lowest. Where the parts stand in each other's way in a ring, the one that is in the way of least comes next, and what
 * that leaves unreached is told.
 */
export function joiningOrder(body: readonly Boxed[], connections: readonly Connection[]): JoiningOrder {
	const joins = connections.filter(isJoined);
	const blocked = joins.map((connection) => ({ connection, by: inTheWayOf(connection, body) }));
	const placed = new Set<string>();
	const made = new Set<Connection>();
	const sequence: Joined[] = [];
	const unreached: JoiningOrder['unreached'] = [];
	/** What a part would be in the way of if it came now. */
	const spoils = (part: Part) => blocked.filter(({ connection, by }) => !made.has(connection) && by.includes(part)).length;
	const touching = connected(body);
	const joinedTo = (id: string) =>
		joins.filter(({ from, into }) => (from === id && placed.has(into)) || (into === id && placed.has(from))).length +
		(touching.get(id) ?? []).filter((other) => placed.has(other)).length;
	const waiting = [...body].sort((a, b) => a.box.z[0] - b.box.z[0] || sidesOf(b.box)[0] - sidesOf(a.box)[0]);
	while (waiting.length > 0) {
		const ranked = waiting.map((one, i) => ({ i, spoils: spoils(one.part), joined: joinedTo(one.part.id) }));
		const least = Math.min(...ranked.map((one) => one.spoils));
		const free = ranked.filter((one) => one.spoils === least);
		const next = free.find(({ joined }) => joined > 0) ?? free[0];
		const [{ part }] = waiting.splice(next.i, 1);
		placed.add(part.id);
		for (const { connection, by } of blocked)
			if (!made.has(connection) && by.includes(part) && !unreached.some((one) => one.connection === connection))
				unreached.push({ connection, by: part });
		const now = joins.filter((one) => !made.has(one) && placed.has(one.from) && placed.has(one.into));
		now.forEach((one) => made.add(one));
		sequence.push({ part, connections: now });
	}
	return { sequence, unreached };
}
