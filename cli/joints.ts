import { connectionsOf, glueOf, looseIn } from '../src/lib/core/connections';
import { assemblyOf } from '../src/lib/core/derive';
import type { Plan } from '../src/lib/core/plan';
import { alikeJoints, joinWords } from '../src/lib/core/workshop';
import { EXIT, type Options, type Streams } from './command';

/** `nook joints`: how the parts of every piece are joined; exit 1 when something cannot be joined as the plan says. */
export function joints(plan: Plan, { json }: Options, { out }: Streams): number {
	const pieces = Object.entries(plan.pieces).map(([id, piece]) => {
		const assembly = assemblyOf(piece, plan);
		const connections = connectionsOf(assembly, plan.stock, piece.joined);
		const nameOf = (part: string) => assembly.parts.find((one) => one.id === part)?.name ?? part;
		return { id, piece, connections, nameOf, loose: looseIn(assembly, connections, piece.joined) };
	});
	const amiss = pieces.some(({ connections }) => connections.some(({ said, fault }) => said && fault));
	if (json) {
		const listed = pieces.map(({ id, connections, loose }) => ({
			piece: id,
			joints: connections,
			loose: loose.map((group) => group.map((part) => part.id)),
			glueGrams: Math.ceil(glueOf(connections))
		}));
		out(`${JSON.stringify({ plan: plan.name, amiss, pieces: listed }, null, '\t')}\n`);
		return amiss ? EXIT.clash : EXIT.fine;
	}
	for (const { piece, connections, nameOf, loose } of pieces) {
		if (connections.length + loose.length === 0) continue;
		out(`${piece.name}\n`);
		for (const all of alikeJoints(connections, nameOf))
			out(`  ${all.length} x ${nameOf(all[0].from)} to ${nameOf(all[0].into)}: ${joinWords(all[0])}\n`);
		for (const group of loose) out(`  joined to nothing else: ${group.map(({ name }) => name).join(', ')}\n`);
	}
	return amiss ? EXIT.clash : EXIT.fine;
}
