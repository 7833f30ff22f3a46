import { readdirSync, readFileSync } from 'node:fs';
import { readPlanFile, type Plan } from '../plan';

/** A plan that ships with the application, by the name of its file. Throws where it cannot be read. */
export function example(name: string): Plan {
	const read = readPlanFile(readFileSync(`examples/${name}`, 'utf8'));
	if (!read.ok) throw new Error(read.faults.join('\n'));
	return read.plan;
}

/** Every plan that ships with the application in which something is built. */
export const builtExamples: readonly (readonly [name: string, plan: Plan])[] = readdirSync('examples')
	.map((name) => [name, example(name)] as const)
	.filter(([, plan]) => Object.keys(plan.pieces).length > 0);
