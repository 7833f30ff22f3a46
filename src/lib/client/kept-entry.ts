import { logEntrySchema, type LogEntry } from '../core/plan/log';

const keyOf = (plan: string): string => `nook-log-entry ${plan}`;

/** The entry of a log that was begun in this browser and not written down yet; nothing where there is none that can be read. */
export function keptEntry(plan: string): LogEntry | undefined {
	try {
		const read = logEntrySchema.safeParse(JSON.parse(localStorage.getItem(keyOf(plan)) ?? ''));
		return read.success ? read.data : undefined;
	} catch {
		return undefined;
	}
}

/** Keeps an entry that is being written, or forgets it. */
export function keepEntry(plan: string, entry: LogEntry | undefined): void {
	try {
		if (entry) localStorage.setItem(keyOf(plan), JSON.stringify(entry));
		else localStorage.removeItem(keyOf(plan));
	} catch {
		// A browser that keeps nothing keeps this neither: it is still on screen.
	}
}
