import { accessSync, constants, existsSync, statSync } from 'node:fs';
import { join } from 'node:path';
import sqlite3, { type Database } from 'sqlite3';

/** The database in a data folder. */
export const databaseFile = (folder: string): string => join(folder, 'plans.sqlite');
export const backupFolder = (folder: string): string => join(folder, 'backups');

/** A connection to an SQLite file, as promises. */
export class Connection {
	private constructor(private readonly connection: Database) {}

	static open(file: string, mode: 'read' | 'write'): Promise<Connection> {
		return new Promise((resolve, reject) => {
			const connection: Database = new sqlite3.Database(
				file,
				mode === 'read' ? sqlite3.OPEN_READONLY : sqlite3.OPEN_READWRITE | sqlite3.OPEN_CREATE,
				(error) => (error ? reject(error) : resolve(new Connection(connection)))
			);
		});
	}

	all<T>(sql: string, ...values: unknown[]): Promise<T[]> {
		return new Promise((resolve, reject) =>
			this.connection.all(sql, values, (error, rows) => (error ? reject(error) : resolve(rows as T[])))
		);
	}

	close(): Promise<void> {
		return new Promise((resolve, reject) => this.connection.close((error) => (error ? reject(error) : resolve())));
	}
}

const codeOf = (error: unknown): string => (error as NodeJS.ErrnoException).code ?? '';

/**
 * What is wrong with the database of a folder, before anything is opened for writing; nothing when it is sound or not there yet.
 *
 * @param known names of the migrations that this build has
 * @returns a sentence with the file and what to do
 */
export async function faultOfDatabase(folder: string, known: readonly string[]): Promise<string | undefined> {
	const file = databaseFile(folder);
	if (!existsSync(file) || statSync(file).size === 0) return undefined;
	const untouched = `Nothing was written to it. Backups are in ${backupFolder(folder)}: put the newest good one in its place, or move the file away to start with an empty list.`;
	try {
		accessSync(file, constants.W_OK | constants.R_OK);
	} catch {
		return `The database ${file} cannot be written. Change its permissions, or choose another folder with NOOK_DATA=/some/folder.`;
	}
	let connection: Connection | undefined;
	try {
		connection = await Connection.open(file, 'read');
		const [check] = await connection.all<{ quick_check: string }>('PRAGMA quick_check(1)');
		if (check.quick_check !== 'ok') return `The database ${file} is damaged (${check.quick_check}). ${untouched}`;
		const tables = await connection.all<{ name: string }>("SELECT name FROM sqlite_master WHERE type = 'table'");
		// A first start that was cut short may have left nothing but the empty list of what was done.
		if (tables.length > 0 && !tables.some(({ name }) => name === 'SequelizeMeta'))
			return `${file} is a database, but not one of Vast Nook’s. ${untouched}`;
		if (tables.length === 0) return undefined;
		const made = await connection.all<{ name: string }>('SELECT name FROM SequelizeMeta');
		const newer = made.filter(({ name }) => !known.includes(name));
		if (newer.length > 0)
			return `The database ${file} was written by a newer version of Vast Nook (${newer.map(({ name }) => name).join(', ')}). Nothing was written to it. Start that version again, or choose another folder with NOOK_DATA=/some/folder.`;
		return undefined;
	} catch (error) {
		if (['SQLITE_NOTADB', 'SQLITE_CORRUPT', 'SQLITE_IOERR'].includes(codeOf(error)))
			return `The database ${file} is damaged (${(error as Error).message}). ${untouched}`;
		if (codeOf(error) === 'SQLITE_CANTOPEN')
			return `The database ${file} cannot be opened. Change its permissions, or choose another folder.`;
		throw error;
	} finally {
		await connection?.close().catch(() => undefined);
	}
}

/** Holds a folder for one server. The system lets go of it when the process ends, however it ends. */
export class FolderLock {
	private constructor(private readonly connection: Connection) {}

	/** @throws Error that says so when another server holds the folder */
	static async take(folder: string): Promise<FolderLock> {
		const connection = await Connection.open(join(folder, 'server.lock'), 'write');
		try {
			await connection.all('PRAGMA busy_timeout = 0');
			await connection.all('BEGIN EXCLUSIVE');
			return new FolderLock(connection);
		} catch (error) {
			await connection.close();
			if (codeOf(error) !== 'SQLITE_BUSY') throw error;
			throw new Error(
				`Another Vast Nook server works in ${folder} already. Use that one, or start this one with a folder of its own: NOOK_DATA=/some/folder npm start`,
				{ cause: error }
			);
		}
	}

	release(): Promise<void> {
		return this.connection.close();
	}
}

/** A sentence for an error of the database that the user can do something about; nothing for any other. */
export function storageTrouble(error: unknown): string | undefined {
	const { code, message = '' } = ((error as { parent?: Error }).parent ?? error) as NodeJS.ErrnoException;
	if (code === 'SQLITE_FULL' || code === 'ENOSPC' || /database or disk is full/i.test(message)) return 'The disk of the server is full';
	if (code === 'SQLITE_READONLY' || code === 'EROFS' || code === 'EACCES') return 'The server may not write to its database';
	if (code === 'SQLITE_CORRUPT' || code === 'SQLITE_NOTADB') return 'The database of the server is damaged';
	if (code === 'SQLITE_IOERR' || code === 'SQLITE_CANTOPEN') return 'The disk of the server does not answer';
	if (code === 'SQLITE_BUSY') return 'The database of the server is busy';
	return undefined;
}
