import { createHash } from 'node:crypto';
import type { PlanSummary, VehicleSummary } from '../core/summary';
import { tableOf, type Kind } from './database';
import { job } from './jobs/pool';
import type { ReadStored } from './jobs/jobs';
import { storedOf, type StoredDocument } from './stored';

/** A plan that is being edited is summarised when it rests for so long, ms. */
const REST = 1500;

/** What a document is known by: a summary says of which one it is. */
export const checksumOf = ({ document, format }: StoredDocument): string =>
	`${format}-${createHash('sha1').update(document).digest('base64')}`;

const waiting = new Map<string, ReturnType<typeof setTimeout> | undefined>();
let working: Promise<void> = Promise.resolve();

/** Has a row summarised in a moment, or at once when somebody looks at the list; each row once, one after the other. */
export function summarySoon(of: Kind, id: string, rest = REST): void {
	const key = `${of} ${id}`;
	if (waiting.has(key)) {
		const timer = waiting.get(key);
		if (!timer) return;
		clearTimeout(timer);
	}
	const begin = () => {
		waiting.set(key, undefined);
		working = working.then(() => summarise(of, id)).finally(() => waiting.delete(key));
	};
	const timer = setTimeout(begin, rest);
	timer.unref();
	waiting.set(key, timer);
}

/** Leaves out what has not begun: whoever looks at the list asks for it again. */
export function forgetSummaries(): void {
	for (const timer of waiting.values()) clearTimeout(timer);
	waiting.clear();
}

/** Works a row's summary out and stores it, unless the row has changed meanwhile. */
async function summarise(of: Kind, id: string): Promise<void> {
	const table = tableOf(of);
	try {
		const row = await table.findByPk(id, { attributes: ['name', 'document', 'format', 'version'] });
		if (!row) return;
		const stored = storedOf(row);
		const summary: ReadStored<PlanSummary | VehicleSummary> = await job(of === 'plan' ? 'planSummary' : 'vehicleSummary', stored).catch(
			(cause: Error) => ({ ok: false, unreadable: `It could not be worked out: ${cause.message}` })
		);
		await table.update(
			{ summary: JSON.stringify(summary), summaryOf: checksumOf(stored) },
			{ where: { id, version: row.version }, silent: true }
		);
	} catch (error) {
		// The database may be closed or full: the list asks again the next time it is looked at.
		console.error(`The summary of ${of} ${id} was not stored: ${(error as Error).message}`);
	}
}

/** The summary that is stored with a row; undefined when there is none of the present document. */
export function storedSummary<T>(row: StoredDocument & { summary: string | null; summaryOf: string | null }): ReadStored<T> | undefined {
	if (!row.summary || row.summaryOf !== checksumOf(row)) return undefined;
	return JSON.parse(row.summary) as ReadStored<T>;
}
