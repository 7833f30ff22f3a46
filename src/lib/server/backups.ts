import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { backupFolder, Connection, databaseFile } from './database-file';

/** Backups of the database are made at most so often by themselves, ms. */
const DAY = 24 * 3600 * 1000;
const NAME = /^plans-\d{4}-\d\d-\d\dT\d\d-\d\d-\d\d(-\d{3})?-[a-z0-9-]+\.sqlite$/;

/** Files of backups, oldest first. */
export function backupsIn(folder: string): string[] {
	const place = backupFolder(folder);
	if (!existsSync(place)) return [];
	return readdirSync(place)
		.filter((name) => NAME.test(name))
		.sort()
		.map((name) => join(place, name));
}

/**
 * Copies the database as it stands into the folder of backups, and takes the oldest ones out beyond a number. A copy that is cut
 * short never has the name of a backup.
 *
 * @param reason a word for its name
 * @returns the file, or undefined when there is no database yet
 * @throws Error of SQLite, for instance when the disk is full
 */
export async function backUp(folder: string, reason: string, keep: number, now = new Date()): Promise<string | undefined> {
	const file = databaseFile(folder);
	if (!existsSync(file) || statSync(file).size === 0) return undefined;
	const place = backupFolder(folder);
	mkdirSync(place, { recursive: true });
	for (const name of readdirSync(place)) if (name.endsWith('.part')) rmSync(join(place, name), { force: true });
	const stamp = now.toISOString().replace(/[:.]/g, '-').slice(0, 23);
	const made = join(place, `plans-${stamp}-${reason}.sqlite`);
	const part = `${made}.part`;
	const connection = await Connection.open(file, 'write');
	try {
		await connection.all('PRAGMA busy_timeout = 5000');
		await connection.all('VACUUM INTO ?', part);
	} catch (error) {
		rmSync(part, { force: true });
		throw error;
	} finally {
		await connection.close();
	}
	renameSync(part, made);
	for (const old of backupsIn(folder).slice(0, -keep)) rmSync(old, { force: true });
	return made;
}

/** Makes the backup of the day when the last one is older than that. A failure is told and does not stop anything. */
export async function dailyBackUp(folder: string, keep: number, now = new Date()): Promise<void> {
	const newest = backupsIn(folder).at(-1);
	if (newest && now.getTime() - statSync(newest).mtimeMs < DAY) return;
	try {
		await backUp(folder, 'daily', keep, now);
	} catch (error) {
		console.error(`The daily backup could not be made: ${(error as Error).message}`);
	}
}
