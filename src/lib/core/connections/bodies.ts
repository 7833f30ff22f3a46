import { boxAround, type Box } from '../geometry/vector';
import type { Assembly, Part } from '../pieces';
import { faces } from '../pieces/placing';

/** The link that a link is fixed to for good, which moves as one with it. */
function root({ links }: Pick<Assembly, 'links'>, id: string): string {
	const link = links.find((one) => one.id === id);
	return link?.parent !== undefined && link.joint.type === 'fixed' ? root({ links }, link.parent) : id;
}

/** The parts of a piece by what moves as one. */
export function bodiesOf(assembly: Pick<Assembly, 'links' | 'parts'>): Part[][] {
	const bodies = new Map<string, Part[]>();
	for (const part of assembly.parts) {
		const body = root(assembly, part.link);
		bodies.set(body, [...(bodies.get(body) ?? []), part]);
	}
	return [...bodies.values()];
}

/** The box round a part as it is built. */
export function boxOfPart(part: Part): Box {
	const { lower, upper } = faces(part, part.pose);
	return boxAround([...lower, ...upper]);
}
