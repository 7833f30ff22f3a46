import { randomUUID } from 'node:crypto';
import { FILE_VERSION, migratePlan, readPlan, type Plan } from '../core/plan';
import { PlanRow, database } from './database';

/** A plan with the version under which it is stored. */
export interface StoredPlan {
	id: string;
	version: number;
	plan: Plan;
}

/** What the list of plans shows. */
export interface PlanEntry extends StoredPlan {
	updatedAt: string;
}

/** Thrown when a stored document no longer reads as a plan; it is left as it is. */
export class BrokenPlanError extends Error {}

/**
 * The plan of a stored row, brought forward to the present format.
 *
 * @throws BrokenPlanError when it does not read as a plan any more
 */
export function planOf(row: PlanRow): Plan {
	const read = readPlan(migratePlan(JSON.parse(row.document), row.format));
	if (!read.ok) throw new BrokenPlanError(`The stored plan “${row.name}” cannot be read: ${read.faults[0]}`);
	return read.plan;
}

/** Every plan, the one changed last first. */
export async function listPlans(): Promise<PlanEntry[]> {
	await database();
	const rows = await PlanRow.findAll({ order: [['updatedAt', 'DESC']] });
	return rows.map((row) => ({ id: row.id, version: row.version, plan: planOf(row), updatedAt: row.updatedAt.toISOString() }));
}

/** One plan, or undefined. */
export async function findPlan(id: string): Promise<StoredPlan | undefined> {
	await database();
	const row = await PlanRow.findByPk(id);
	return row ? { id, version: row.version, plan: planOf(row) } : undefined;
}

/** The version of a plan, or undefined: cheap enough to ask often. */
export async function planVersion(id: string): Promise<number | undefined> {
	await database();
	return (await PlanRow.findByPk(id, { attributes: ['version'] }))?.version;
}

/** Stores a new plan; gives its id. */
export async function createPlan(plan: Plan): Promise<string> {
	await database();
	const id = randomUUID();
	await PlanRow.create({ id, name: plan.name, document: JSON.stringify(plan), format: FILE_VERSION, version: 1 });
	return id;
}

/**
 * Stores a changed plan, but only over the version it was made from: one statement, so that two windows can never both
 * succeed.
 *
 * @returns the new version, or undefined when the plan has moved on (or is gone).
 */
export async function savePlan(id: string, baseVersion: number, plan: Plan): Promise<number | undefined> {
	await database();
	const [changed] = await PlanRow.update(
		{ name: plan.name, document: JSON.stringify(plan), format: FILE_VERSION, version: baseVersion + 1 },
		{ where: { id, version: baseVersion } }
	);
	return changed === 1 ? baseVersion + 1 : undefined;
}

/** Takes a plan out of the list for good; true when it was there. */
export async function deletePlan(id: string): Promise<boolean> {
	await database();
	return (await PlanRow.destroy({ where: { id } })) === 1;
}
