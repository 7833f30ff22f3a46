import { col, fn, Op, where as whereSql } from 'sequelize';
import type { PlanSummary, VehicleSummary } from '../core/summary';
import { database, PlanRow, VehicleRow } from './database';
import { timeOf } from './stored';
import { storedSummary, summarySoon } from './summaries';

/** What the list shows of a row: what was stored when it was last saved. */
export interface Entry<T> {
	id: string;
	name: string;
	updatedAt: string;
	/** Absent while it is being worked out, or when the row cannot be read. */
	summary?: T;
	/** A sentence when the row cannot be read. */
	unreadable?: string;
}
export type PlanEntry = Entry<PlanSummary>;
/** A vehicle of the shelf, with the plans that were made with it. */
export interface VehicleEntry extends Entry<VehicleSummary> {
	plans: { id: string; name: string }[];
}

/** One page of the list of plans. */
export interface PlanPage {
	entries: PlanEntry[];
	page: number;
	pages: number;
	/** Plans in the whole list that have the words that were looked for. */
	count: number;
	/** True while summaries of this page are being worked out. */
	pending: boolean;
}

/** So many plans stand on a page. */
export const PAGE = 48;

const COLUMNS = ['id', 'name', 'document', 'format', 'summary', 'summaryOf', 'updatedAt'];

function entryOf<T>(of: 'plan' | 'vehicle', row: PlanRow | VehicleRow): Entry<T> {
	const entry = { id: row.id, name: row.name, updatedAt: timeOf(row.updatedAt) };
	const stored = storedSummary<T>(row);
	if (!stored) {
		summarySoon(of, row.id, 0);
		return entry;
	}
	return stored.ok ? { ...entry, summary: stored.value } : { ...entry, unreadable: stored.unreadable };
}

/**
 * A page of the plans, the one changed last first. Nothing is worked out for it: rows whose summary is missing show their name,
 * and get one in a moment.
 *
 * @param words only plans whose name has them
 */
export async function listPlans(page = 1, words = ''): Promise<PlanPage> {
	await database();
	const where = words === '' ? {} : whereSql(fn('instr', fn('lower', col('name')), words.toLowerCase()), Op.gt, 0);
	const count = await PlanRow.count({ where });
	const pages = Math.max(1, Math.ceil(count / PAGE));
	const present = Math.min(Math.max(1, page), pages);
	const rows = await PlanRow.findAll({
		where,
		attributes: COLUMNS,
		order: [
			['updatedAt', 'DESC'],
			['id', 'ASC']
		],
		limit: PAGE,
		offset: (present - 1) * PAGE
	});
	const entries = rows.map((row) => entryOf<PlanSummary>('plan', row));
	return { entries, page: present, pages, count, pending: entries.some(isPending) };
}

const isPending = ({ summary, unreadable }: Entry<unknown>): boolean => !summary && !unreadable;

/** Every vehicle on the shelf, by name. */
export async function listVehicles(): Promise<VehicleEntry[]> {
	await database();
	const rows = await VehicleRow.findAll({ attributes: COLUMNS, order: [['name', 'ASC']] });
	const users = await PlanRow.findAll({
		where: { vehicleId: rows.map(({ id }) => id) },
		attributes: ['id', 'name', 'vehicleId'],
		order: [['name', 'ASC']]
	});
	return rows.map((row) => ({
		...entryOf<VehicleSummary>('vehicle', row),
		plans: users.filter(({ vehicleId }) => vehicleId === row.id).map(({ id, name }) => ({ id, name }))
	}));
}

/** Names of all plans, for whoever adds some that may be there already. */
export async function planNames(): Promise<Set<string>> {
	await database();
	return new Set((await PlanRow.findAll({ attributes: ['name'] })).map(({ name }) => name));
}
