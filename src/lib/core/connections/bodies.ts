import { boxAround, type Box } from '../geometry/vector';
import type { Assembly, Part } from '../pieces';
import { faces, rootOf } from '../pieces/placing';

/** The parts of a piece by what moves as one. */
export function bodiesOf(assembly: Pick<Assembly, 'links' | 'parts'>): Part[][] {
	const bodies = new Map<string, Part[]>();
	for (const part of assembly.parts) {
		const body = rootOf(assembly.links, part.link);
		bodies.set(body, [...(bodies.get(body) ?? []), part]);
	}
	return [...bodies.values()];
}

/** The box round a part as it is built. */
export function boxOfPart(part: Part): Box {
	const { lower, upper } = faces(part, part.pose);
	return boxAround([...lower, ...upper]);
}
