import {
	closeSync,
	copyFileSync,
	existsSync,
	mkdtempSync,
	openSync,
	readdirSync,
	readFileSync,
	statSync,
	utimesSync,
	writeFileSync,
	writeSync
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, describe, expect, it } from 'vitest';
import { starterPlan } from '../core/plan';
import { ArchiveError, readArchive, writeArchive } from './archive';
import { backUp, backupsIn, dailyBackUp } from './backups';
import { closeDatabase, database, openDatabase, PlanRow, VehicleRow } from './database';
import { backupFolder, Connection, databaseFile, FolderLock, storageTrouble } from './database-file';
import { closePool } from './jobs/pool';
import { listPlans } from './list';
import { createPlan, findPlan, standingOf, storable } from './plans';
import { forgetSummaries } from './summaries';
import { createVehicle, linkPlan, vehicleOfPlan } from './vehicles';

const emptyFolder = () => mkdtempSync(join(tmpdir(), 'nook-'));
const plan = starterPlan('Trip', 'small van');

/** Opens a folder as the application does, for as long as a test takes. */
async function use(folder: string): Promise<string> {
	await closeDatabase();
	process.env.NOOK_DATA = folder;
	await database();
	return folder;
}
afterEach(async () => {
	forgetSummaries();
	await closeDatabase();
	await closePool();
});

/** What opening a folder is refused with. */
const refusal = (folder: string): Promise<string> =>
	openDatabase(folder).then(
		async (open) => {
			await open.close();
			return 'opened';
		},
		(error: Error) => error.message
	);

async function filled(): Promise<string> {
	const folder = await use(emptyFolder());
	await createPlan(storable(plan));
	await closeDatabase();
	return folder;
}

describe('a folder', () => {
	it('is one server’s alone, until that ends', async () => {
		const folder = emptyFolder();
		const first = await openDatabase(folder);
		expect(await refusal(folder)).toMatch(/Another Vast Nook server works in .* already/);
		await first.close();
		expect(await refusal(folder)).toBe('opened');
		const lock = await FolderLock.take(folder);
		await expect(FolderLock.take(folder)).rejects.toThrow(/already/);
		await lock.release();
	});
});

describe('a database that cannot be used is named, with advice, and nothing is written to it', () => {
	const untouched = async (spoil: (file: string) => void | Promise<void>, says: RegExp) => {
		const folder = await filled();
		const file = databaseFile(folder);
		await spoil(file);
		const before = readFileSync(file);
		const said = await refusal(folder);
		expect(said).toMatch(says);
		expect(said).toContain(file);
		expect(readFileSync(file).equals(before)).toBe(true);
	};
	it('when it is something else', () => untouched((file) => writeFileSync(file, 'Dear diary, '.repeat(500)), /damaged.*backups/s));
	it('when a page of it is spoiled', () =>
		untouched((file) => {
			const pages = statSync(file).size / 4096;
			const handle = openSync(file, 'r+');
			for (let page = 1; page < pages; page++) writeSync(handle, Buffer.alloc(2000, 0x5a), 0, 2000, page * 4096);
			closeSync(handle);
		}, /damaged.*backups/s));
	it('when it is of a newer version', () =>
		untouched(async (file) => {
			const connection = await Connection.open(file, 'write');
			await connection.all("INSERT INTO SequelizeMeta VALUES ('999-of-the-future')");
			await connection.all('PRAGMA wal_checkpoint(TRUNCATE)');
			await connection.close();
		}, /newer version of Vast Nook \(999-of-the-future\)/));
	it('when it is a database of something else', () =>
		untouched(async (file) => {
			writeFileSync(file, '');
			const connection = await Connection.open(file, 'write');
			await connection.all('CREATE TABLE birds (name TEXT)');
			await connection.close();
		}, /not one of Vast Nook’s/));
	it.each([
		[{ parent: { code: 'SQLITE_FULL', message: 'x' } }, 'The disk of the server is full'],
		[{ code: 'SQLITE_CORRUPT' }, 'The database of the server is damaged'],
		[{ code: 'SQLITE_READONLY' }, 'The server may not write to its database'],
		[{ code: 'ENOSPC' }, 'The disk of the server is full'],
		[new Error('anything'), undefined]
	])('%o', (error, words) => expect(storageTrouble(error)).toBe(words));
	it('on a disk that is full, a save is refused in words and what was there stays', async () => {
		await use(emptyFolder());
		const id = await createPlan(storable(plan));
		const sequelize = await database();
		// As many pages as there are now, and not one more.
		const [pages] = (await sequelize.query('PRAGMA page_count'))[0] as { page_count: number }[];
		await sequelize.query(`PRAGMA max_page_count = ${pages.page_count}`);
		const large = { ...plan, log: Array.from({ length: 300 }, () => ({ date: '2026-05-01', text: 'moth '.repeat(600) })) };
		const error = await createPlan(storable(large)).catch((cause: unknown) => cause);
		expect(storageTrouble(error)).toBe('The disk of the server is full');
		expect((await findPlan(id))?.plan).toEqual(plan);
	});
});

describe('backups', () => {
	it('are whole databases, and no more of them than are wanted', async () => {
		const folder = await filled();
		for (let i = 0; i < 5; i++) await backUp(folder, 'test', 3, new Date(Date.UTC(2040, 4, 1, 12, i)));
		const kept = backupsIn(folder);
		expect(kept.map((file) => /T12-0(\d)/.exec(file)![1])).toEqual(['2', '3', '4']);
		const other = emptyFolder();
		copyFileSync(kept[0], databaseFile(other));
		await use(other);
		expect((await listPlans()).entries.map(({ name }) => name)).toEqual(['Trip']);
	});
	it('that were cut short have no name of one and go the next time', async () => {
		const folder = await filled();
		writeFileSync(join(backupFolder(folder), 'plans-2026-05-01T12-00-00-000-test.sqlite.part'), 'half');
		expect(backupsIn(folder).some((file) => file.endsWith('.part'))).toBe(false);
		await backUp(folder, 'test', 3);
		expect(readdirSync(backupFolder(folder)).filter((name) => name.endsWith('.part'))).toEqual([]);
	});
	it('of the day are made once a day', async () => {
		const folder = await filled();
		const count = () => backupsIn(folder).length;
		const before = count();
		await dailyBackUp(folder, 10);
		await dailyBackUp(folder, 10);
		const first = count();
		expect(first).toBe(Math.max(1, before));
		const yesterday = new Date(Date.now() - 25 * 3600 * 1000);
		for (const file of backupsIn(folder)) utimesSync(file, yesterday, yesterday);
		await dailyBackUp(folder, 10);
		expect(count()).toBe(first + 1);
	});
	it('are made before tables change', async () => {
		const folder = await filled();
		const connection = await Connection.open(databaseFile(folder), 'write');
		await connection.all('DROP TABLE sessions');
		await connection.all("DELETE FROM SequelizeMeta WHERE name = '006-sessions'");
		await connection.close();
		const before = backupsIn(folder).length;
		expect(await refusal(folder)).toBe('opened');
		const made = backupsIn(folder).slice(before);
		expect(made.some((file) => file.includes('before-006'))).toBe(true);
		const backup = await Connection.open(made[0], 'read');
		expect(await backup.all("SELECT name FROM sqlite_master WHERE name = 'sessions'")).toEqual([]);
		await backup.close();
	});
});

describe('a first start that was cut short', () => {
	it.each([
		['an empty file', []],
		['the empty list of what was done', ['CREATE TABLE SequelizeMeta (name VARCHAR(255) NOT NULL UNIQUE PRIMARY KEY)']]
	])('may leave %s, and the next one goes on', async (_, statements) => {
		const folder = emptyFolder();
		const connection = await Connection.open(databaseFile(folder), 'write');
		for (const statement of statements) await connection.all(statement);
		await connection.close();
		expect(await refusal(folder)).toBe('opened');
	});
});

describe('a migration', () => {
	it('that is cut short leaves the tables as they were, and is made whole the next time', async () => {
		const folder = await filled();
		const connection = await Connection.open(databaseFile(folder), 'write');
		// Back to how an older version left it, with something in the way of the last statement of the migration.
		for (const statement of [
			...['plan_created', 'plan_saved', 'plan_deleted'].map((name) => `DROP TRIGGER ${name}`),
			'DROP TABLE saves',
			'DROP INDEX plans_updated_at',
			...['window', 'state', 'summary', 'summaryOf'].map((column) => `ALTER TABLE plans DROP COLUMN "${column}"`),
			...['summary', 'summaryOf'].map((column) => `ALTER TABLE vehicles DROP COLUMN "${column}"`),
			'DROP TABLE sessions',
			"DELETE FROM SequelizeMeta WHERE name > '004'",
			'CREATE TRIGGER plan_deleted AFTER DELETE ON plans BEGIN SELECT 1; END'
		])
			await connection.all(statement);
		const columns = () => connection.all<{ name: string }>('PRAGMA table_info(plans)');
		const before = await columns();
		expect(await refusal(folder)).toMatch(/plan_deleted already exists/);
		expect(await columns()).toEqual(before);
		await connection.all('DROP TRIGGER plan_deleted');
		await connection.close();
		await use(folder);
		expect((await listPlans()).entries.map(({ name }) => name)).toEqual(['Trip']);
	});
});

describe('everything in one file', () => {
	const archive = async (): Promise<string> => {
		let text = '';
		for await (const line of writeArchive()) text += line;
		return text;
	};
	async function* pieces(text: string, size = 1000): AsyncGenerator<Uint8Array> {
		const bytes = new TextEncoder().encode(text);
		for (let i = 0; i < bytes.length; i += size) yield bytes.slice(i, i + size);
	}
	const contents = async () => (await PlanRow.findAll({ order: [['name', 'ASC']] })).map(({ name, document }) => ({ name, document }));

	it('comes back in another folder as it was, what cannot be read and who uses which vehicle included', async () => {
		await use(emptyFolder());
		const vehicle = await createVehicle(plan.vehicle);
		const id = await createPlan(storable({ ...plan, name: 'の夜 “quoted”' }));
		await linkPlan(id, vehicle);
		await createPlan(storable({ ...plan, name: 'Second' }));
		const broken = await createPlan(storable({ ...plan, name: 'Broken' }));
		await PlanRow.update({ document: '{"half":' }, { where: { id: broken } });
		const [text, before] = [await archive(), await contents()];
		forgetSummaries();

		await use(emptyFolder());
		expect(await readArchive(pieces(text, 7), 'instead')).toMatchObject({ plans: 3, vehicles: 1 });
		expect(await contents()).toEqual(before);
		expect((await vehicleOfPlan(id))?.id).toBe(vehicle);
	});
	it('comes beside what is there under names of its own, or in its place, with a backup', async () => {
		const folder = await use(emptyFolder());
		const id = await createPlan(storable(plan));
		const known = (await findPlan(id))!.revision;
		const text = await archive();
		expect(await readArchive(pieces(text), 'beside')).toMatchObject({ plans: 1 });
		expect((await contents()).map(({ name }) => name)).toEqual(['Trip', 'Trip']);
		const { backup } = await readArchive(pieces(text), 'instead');
		expect((await contents()).map(({ name }) => name)).toEqual(['Trip']);
		expect(backupsIn(folder)).toContain(backup);
		// Whoever had the plan open is asked, not overwritten.
		expect(await standingOf(id, known, undefined)).toMatchObject({ sameLine: false });
	});
	it.each([
		['is empty', () => '', /empty/],
		['is something else', () => '{"format":"vast-nook plan"}\n', /not a file of everything/],
		['is cut short', (text: string) => text.slice(0, -40), /cut short/],
		['has a line that is wrong', (text: string) => text.replace('"version":1,"updatedAt"', '"version":0,"updatedAt"'), /Line 2.*version/],
		['is of a newer format', (text: string) => text.replace('"version":1,"made"', '"version":2,"made"'), /not a file of everything/]
	])('that %s is refused, and nothing is changed', async (_, spoil, says) => {
		const folder = await use(emptyFolder());
		await createPlan(storable(plan));
		const before = await contents();
		const spoiled = spoil(await archive());
		for (const how of ['beside', 'instead'] as const) {
			const error = await readArchive(pieces(spoiled), how).catch((cause: unknown) => cause);
			expect(error).toBeInstanceOf(ArchiveError);
			expect((error as Error).message).toMatch(says);
			expect((error as Error).message).toContain('Nothing was changed');
		}
		expect(await contents()).toEqual(before);
		expect(await VehicleRow.count()).toBe(0);
		expect(readdirSync(folder).filter((name) => name.endsWith('.part'))).toEqual([]);
		expect(existsSync(databaseFile(folder))).toBe(true);
	});
});
