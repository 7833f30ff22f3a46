import { randomBytes, randomUUID } from 'node:crypto';
import { Op } from 'sequelize';
import { FILE_VERSION, type Plan } from '../core/plan';
import { judge, sameRevision, type Judgement, type Revision, type StateId } from '../core/sync';
import { database, PlanRow, SaveRow } from './database';
import { quickJob } from './jobs/pool';
import { storedOf, UnreadableError, type StoredDocument } from './stored';
import { summarySoon } from './summaries';

/** A plan with the revision under which it is stored. */
export interface StoredPlan {
	id: string;
	revision: Revision;
	plan: Plan;
}

const revisionOf = ({ version, window, state }: Revision): Revision => ({ version, window, state });

/** A state that no window made: of an import, of a new plan, of a change on the shelf. */
export const ownState = (): StateId => ({ window: randomBytes(12).toString('hex'), state: 0 });

/** A plan as it goes into the database. */
export interface Storable {
	name: string;
	/** The plan as JSON, in the present version of the format. */
	document: string;
}
export const storable = (plan: Plan): Storable => ({ name: plan.name, document: JSON.stringify(plan) });

/** What is stored of a plan besides its revision, or undefined: for files, which are made in a thread. */
export async function storedPlan(id: string): Promise<StoredDocument | undefined> {
	await database();
	const row = await PlanRow.findByPk(id, { attributes: ['name', 'document', 'format'] });
	return row ? storedOf(row) : undefined;
}

/**
 * One plan, or undefined.
 *
 * @throws UnreadableError when it does not read as a plan any more
 */
export async function findPlan(id: string): Promise<StoredPlan | undefined> {
	await database();
	const row = await PlanRow.findByPk(id);
	if (!row) return undefined;
	const read = await quickJob('storedPlan', storedOf(row), row.document.length);
	if (!read.ok) throw new UnreadableError(read.unreadable);
	return { id, revision: revisionOf(row), plan: read.value };
}

/** The revision of a plan, or undefined: cheap enough to ask often. */
export async function planRevision(id: string): Promise<Revision | undefined> {
	await database();
	const row = await PlanRow.findByPk(id, { attributes: ['version', 'window', 'state'] });
	return row ? revisionOf(row) : undefined;
}

/** Stores a new plan; gives its id. */
export async function createPlan({ name, document }: Storable): Promise<string> {
	await database();
	const id = randomUUID();
	await PlanRow.create({ id, name, document, format: FILE_VERSION, version: 1, ...ownState() });
	summarySoon('plan', id);
	return id;
}

/** What the ledger says of a state that grew from a revision; undefined when there is no such plan. */
async function judged(
	id: string,
	base: Revision,
	sent: StateId | undefined
): Promise<{ judgement: Judgement; accepted?: Revision } | undefined> {
	const present = await planRevision(id);
	if (!present) return undefined;
	const acceptedRow =
		sent &&
		(await SaveRow.findOne({
			where: { planId: id, window: sent.window, state: { [Op.gte]: sent.state } },
			order: [['version', 'DESC']]
		}));
	const atBase = await SaveRow.findOne({ where: { planId: id, version: base.version } });
	const oldest = Number(await SaveRow.min('version', { where: { planId: id } })) || present.version;
	const accepted = acceptedRow ? revisionOf(acceptedRow) : undefined;
	return { judgement: judge({ present, accepted, atBase: atBase ? revisionOf(atBase) : undefined, oldest }, base), accepted };
}

/** How a plan stands to what a window knows of it. */
export interface Standing {
	revision: Revision;
	/** Absent when the window has just that. */
	plan?: Plan;
	/** Under which revision what the window sent was stored, if it was. */
	accepted?: Revision;
	/** False when what the window knows was never stored here. */
	sameLine: boolean;
}

/** How a plan stands to a revision that a window knows, and to a state that it sent. Undefined when there is no such plan. */
export async function standingOf(id: string, known: Revision, sent: StateId | undefined): Promise<Standing | undefined> {
	const present = await planRevision(id);
	if (!present) return undefined;
	if (sameRevision(present, known)) return { revision: present, sameLine: true };
	const found = await judged(id, known, sent);
	const stored = await findPlan(id);
	if (!found || !stored) return undefined;
	return { revision: stored.revision, plan: stored.plan, accepted: found.accepted, sameLine: found.judgement !== 'other line' };
}

/**
 * Stores a changed plan, but only over the revision it grew from: one statement, so that two windows can never both succeed.
 * What has been stored already is not stored again.
 *
 * @returns how the plan stands afterwards, or undefined when it is gone
 */
export async function savePlan(
	id: string,
	base: Revision,
	sent: StateId,
	plan: Storable
): Promise<(Standing & { stored: boolean }) | undefined> {
	await database();
	const [changed] = await PlanRow.update(
		{ ...plan, format: FILE_VERSION, version: base.version + 1, ...sent },
		{ where: { id, ...revisionOf(base) } }
	);
	if (changed === 1) {
		summarySoon('plan', id);
		return { stored: true, revision: { version: base.version + 1, window: sent.window, state: sent.state }, sameLine: true };
	}
	const found = await judged(id, base, sent);
	const stored = found && (await findPlan(id));
	if (!found || !stored) return undefined;
	const { accepted } = found;
	if (accepted && sameRevision(accepted, stored.revision) && accepted.state === sent.state)
		return { stored: true, revision: accepted, sameLine: true };
	return { stored: false, revision: stored.revision, plan: stored.plan, accepted, sameLine: found.judgement !== 'other line' };
}

/** Takes a plan out of the list for good; true when it was there. */
export async function deletePlan(id: string): Promise<boolean> {
	await database();
	return (await PlanRow.destroy({ where: { id } })) === 1;
}
