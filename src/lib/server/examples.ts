import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readPlanFile } from '../core/plan';
import { planNames } from './list';
import { createPlan, storable } from './plans';

/**
 * Loads every example plan of a folder that is not in the list yet, by name.
 *
 * @returns the names of those that were loaded.
 * @throws Error when an example is not a valid plan file.
 */
export async function loadExamples(folder: string): Promise<string[]> {
	const known = await planNames();
	const loaded: string[] = [];
	for (const file of readdirSync(folder)
		.filter((name) => name.endsWith('.nook.json'))
		.sort()) {
		const read = readPlanFile(readFileSync(join(folder, file), 'utf8'));
		if (!read.ok) throw new Error(`${file}: ${read.faults.join('; ')}`);
		if (known.has(read.plan.name)) continue;
		await createPlan(storable(read.plan));
		loaded.push(read.plan.name);
	}
	return loaded;
}
