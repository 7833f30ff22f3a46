import { bodiesOf, boxOfPart, connectionsOf, driverAt, driversOf, type Boxed, type Connection } from '../connections';
import { assemblyOf, interiorOf } from '../derive';
import { boxRound, sidesOf, type Vec3 } from '../geometry/vector';
import { ceilingAt, halfWidth, openingsOf, type Interior } from '../interior';
import { passageOf } from '../passage';
import type { Assembly, Part } from '../pieces';
import { chainOf, rootOf } from '../pieces/placing';
import type { Plan } from '../plan/plan';

/** A rigid body of a piece, with how it is put together and where. */
export interface MadeBody {
	/** Id of the link that moves it. */
	id: string;
	parts: Boxed[];
	connections: Connection[];
	/** On the bench, and carried in as one; else part by part in the vehicle. */
	where: 'bench' | 'vehicle';
	/** Groups of parts that are joined on the bench though the rest is not: no driver reaches their fasteners in the vehicle. */
	beforehand: Boxed[][];
	/** The largest of these that passes no door, and how much it is too large, mm. */
	stuck?: { group: Boxed[]; by: number };
	/** It moves against what carries it: by a hinge, a slide and the like. */
	moves: boolean;
}

/** Whether a place is in the room of the vehicle; behind the open rear door there is room too. */
function inRoom(interior: Interior, { x, y, z }: Vec3): boolean {
	if (x < 0) return true;
	if (x > interior.length || z < 0) return false;
	return Math.abs(y) <= halfWidth(interior, y >= 0 ? 'left' : 'right', x, z) && z <= ceilingAt(interior, x, y);
}

/** Whether the vehicle leaves room for the drivers of a connection where the piece stands. */
const reachedInside = (interior: Interior, { fasteners }: Connection): boolean =>
	fasteners.every((one) => driversOf(one).every(({ from, towards }) => driverAt(from, towards).every((at) => inRoom(interior, at))));

/** Parts that connections hold together, group by group. */
function groupsOf(parts: readonly Boxed[], connections: readonly Connection[]): Boxed[][] {
	const groups: Boxed[][] = [];
	const left = new Set(parts);
	while (left.size > 0) {
		const [first] = left;
		const group = [first];
		left.delete(first);
		for (const one of group)
			for (const { from, into } of connections) {
				const other = from === one.part.id ? into : into === one.part.id ? from : undefined;
				const found = [...left].find(({ part }) => part.id === other);
				if (!found) continue;
				left.delete(found);
				group.push(found);
			}
		groups.push(group);
	}
	return groups;
}

/** How the bodies of a piece are put together. What is not joined to anything by itself, such as cloth, belongs to none. */
export function madeBodies(plan: Plan, id: string): MadeBody[] {
	const piece = plan.pieces[id];
	const assembly = assemblyOf(piece, plan);
	const interior = interiorOf(plan.vehicle);
	const openings = openingsOf(plan.vehicle, interior);
	const connections = connectionsOf(assembly, plan.stock, piece.joined);
	return bodiesOf(assembly).flatMap((whole): MadeBody[] => {
		const parts = whole.filter(({ form }) => form !== 'cloth').map((part): Boxed => ({ part, box: boxOfPart(part) }));
		if (parts.length === 0) return [];
		const ids = new Set(parts.map(({ part }) => part.id));
		const own = connections.filter(({ from, into, way }) => way !== 'nothing' && ids.has(from) && ids.has(into));
		const link = rootOf(assembly.links, parts[0].part.link);
		const moves = isMoved(assembly, parts[0].part);
		const passage = passageOf(interior, openings, { name: link, size: sidesOf(boxRound(parts)) }, 0);
		const carried = isCarried(assembly, link) || (moves && (!passage || passage.margin >= 0));
		const hidden = carried ? [] : own.filter((one) => !reachedInside(interior, one));
		const beforehand = groupsOf(parts, hidden).filter((group) => group.length > 1);
		const stuck = beforehand.flatMap((group) => {
			const margin = passageOf(interior, openings, { name: link, size: sidesOf(boxRound(group)) }, 0)?.margin ?? 0;
			return margin < 0 ? [{ group, by: -margin }] : [];
		});
		const [worst] = stuck.sort((a, b) => b.by - a.by);
		return [{ id: link, parts, connections: own, where: carried ? 'bench' : 'vehicle', beforehand, moves, ...(worst ? { stuck: worst } : {}) }];
	});
}

/** Whether a link is a module, or part of one. */
const isCarried = ({ links }: Assembly, link: string): boolean =>
	chainOf(links, link).some((id) => links.find((one) => one.id === id)?.module !== undefined);

/** Whether a part moves against the vehicle in some way. */
const isMoved = ({ links }: Assembly, { link }: Part): boolean => links.find(({ id }) => id === rootOf(links, link))?.joint.type !== 'fixed';
