import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Revision, StateId } from '../../core/sync';

/** A state that is on its way to the server. */
export interface Sent<T> extends StateId {
	value: T;
}

/** Work that the server has not acknowledged, with all that is needed to go on with it in another window. */
export interface Draft<T> {
	document: string;
	/** The window that made it. */
	window: string;
	/** What the document is called, for lists. */
	name: string;
	/** What the server had, as far as the window knew. */
	base: T;
	revision: Revision;
	value: T;
	/** Number of that state in its window. */
	state: number;
	/** A state that was sent and whose answer never came. */
	sent: Sent<T> | undefined;
	/** When it was kept, ms since 1970. */
	at: number;
}

/** Where drafts are kept in this browser. What a promise says is kept is on the disk. */
export interface DraftStore<T> {
	/** @throws Error when there is no room or keeping is forbidden */
	keep(draft: Draft<T>): Promise<void>;
	drop(document: string, window: string): Promise<void>;
	/** Every draft, or those of one document. */
	all(document?: string): Promise<Draft<T>[]>;
}

interface Schema<T> extends DBSchema {
	drafts: { key: [string, string]; value: Draft<T>; indexes: { document: string } };
}

/** Drafts in this browser's database. Writing is strict: a promise settles when the disk has it, not before. */
export class BrowserDrafts<T> implements DraftStore<T> {
	private opened: Promise<IDBPDatabase<Schema<T>>> | undefined;

	private open(): Promise<IDBPDatabase<Schema<T>>> {
		this.opened ??= openDB<Schema<T>>('vast-nook', 1, {
			upgrade: (database) => {
				database.createObjectStore('drafts', { keyPath: ['document', 'window'] }).createIndex('document', 'document');
			},
			// Another tab of a newer build must not wait for this one; the browser ends connections on its own as well.
			blocking: (_current, _blocked, event) => (event.target as IDBDatabase).close(),
			terminated: () => (this.opened = undefined)
		}).catch((cause: unknown) => {
			this.opened = undefined;
			throw cause;
		});
		return this.opened;
	}

	async keep(draft: Draft<T>): Promise<void> {
		const transaction = (await this.open()).transaction('drafts', 'readwrite', { durability: 'strict' });
		void transaction.store.put(draft).catch(() => undefined);
		// Sent on its way at once: a page that goes away now takes nothing of it along.
		transaction.commit();
		await transaction.done;
	}

	async drop(document: string, window: string): Promise<void> {
		await (await this.open()).delete('drafts', [document, window]);
	}

	async all(document?: string): Promise<Draft<T>[]> {
		const database = await this.open();
		return document === undefined ? database.getAll('drafts') : database.getAllFromIndex('drafts', 'document', document);
	}
}
