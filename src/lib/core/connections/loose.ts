import { boxSeparation } from '../geometry/vector';
import type { Assembly, Part } from '../pieces';
import { isFitting, rootOf } from '../pieces/placing';
import { bodiesOf, boxOfPart } from './bodies';
import type { Joins } from '../plan/join';
import type { Connection } from './fastener';

/** What is bought and touches a part this closely joins it, mm, where it is no larger: connectors of tubes; nothing is joined by a tank. */
const TOUCH = 1.5;

/** Ways of being borne that are fastened, whether the two touch or something packs the gap. */
const FASTENED: readonly Assembly['supports'][number]['kind'][] = ['ledger', 'wall bracket', 'hinge'];

/** What also carries something that moves: anything else it only lies on until it does. */
const GUIDED: readonly Assembly['supports'][number]['kind'][] = [...FASTENED, 'slide', 'track', 'rail'];

/** Some parts of a body stand by themselves when something else than the rest of the body bears one: the floor, the wall, a slide. */
function standsAlone({ supports, links }: Pick<Assembly, 'supports' | 'links'>, group: readonly Part[], body: readonly Part[]): boolean {
	const link = links.find(({ id }) => id === rootOf(links, body[0].link));
	// What is put together part by part inside is not lifted as one.
	const moves = link !== undefined && link.joint.type !== 'fixed' && !('way' in link.joint && link.module === undefined);
	return supports.some(
		({ part, by, at, kind }) =>
			group.some(({ id }) => id === part) && (at !== undefined || !body.some(({ id }) => id === by)) && (!moves || GUIDED.includes(kind))
	);
}

/**
 * Parts that move as one with others and are joined to none of them, group by group, the largest group of each body left out: they lie
 * there. What stands on the floor or hangs on the wall by itself needs no joint, nor does what the plan says of.
 */
export function looseIn(
	assembly: Pick<Assembly, 'links' | 'parts' | 'supports'>,
	connections: readonly Connection[],
	joins: Joins = {}
): Part[][] {
	return bodiesOf(assembly).flatMap((body) => {
		const parts = body.filter(({ yields, form }) => !yields && form !== 'cloth');
		const groupOf = new Map(parts.map(({ id }) => [id, id]));
		const root = (id: string): string => {
			const up = groupOf.get(id)!;
			return up === id ? id : root(up);
		};
		const join = (a: string, b: string) => {
			if (groupOf.has(a) && groupOf.has(b)) groupOf.set(root(a), root(b));
		};
		for (const { from, into, way } of connections) if (way !== 'nothing') join(from, into);
		for (const { part, by, kind } of assembly.supports) if (FASTENED.includes(kind)) join(part, by);
		const boxes = new Map(parts.map((part) => [part.id, boxOfPart(part)]));
		for (const one of parts)
			if (one.form === 'bought' && isFitting(boxes.get(one.id)!))
				for (const other of parts) if (boxSeparation(boxes.get(one.id)!, boxes.get(other.id)!) <= TOUCH) join(one.id, other.id);
		const groups = new Map<string, Part[]>();
		for (const part of parts) groups.set(root(part.id), [...(groups.get(root(part.id)) ?? []), part]);
		const [, ...others] = [...groups.values()].sort((a, b) => b.length - a.length);
		return others.filter(
			(group) => group.some(({ form }) => form !== 'bought') && !standsAlone(assembly, group, body) && !group.some(({ id }) => joins[id])
		);
	});
}
