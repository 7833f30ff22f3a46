import { fork } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { starterPlan } from '../src/lib/core/plan';
import { backupsIn } from '../src/lib/server/backups';
import { closeDatabase, database, PlanRow } from '../src/lib/server/database';
import { Connection, databaseFile } from '../src/lib/server/database-file';
import { migrations } from '../src/lib/server/migrations';
import { planOf } from '../src/lib/server/stored';

/**
 * Kills a process at random moments while it saves, backs up, puts an archive back or brings an old database up to date, and looks after
 * each kill whether the database is sound, every acknowledged save is there, and every backup opens.
 * `npm run test:kills [how many]`.
 */
const COUNT = Number(process.argv[2] ?? 1000);
/** Plans in the database that is killed, and how it was before the ledger of saves. */
const PLANS = 20;
const OLD = 3;

const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** A folder with a database as an older version left it. */
async function oldFolder(): Promise<string> {
	const folder = mkdtempSync(join(tmpdir(), 'nook-kills-'));
	const sequelize = new Sequelize({ dialect: 'sqlite', storage: databaseFile(folder), logging: false });
	const umzug = new Umzug({
		migrations: migrations.slice(0, OLD),
		context: sequelize.getQueryInterface(),
		storage: new SequelizeStorage({ sequelize }),
		logger: undefined
	});
	await umzug.up();
	const document = JSON.stringify(starterPlan('Old', 'small van'));
	for (let i = 0; i < PLANS; i++)
		await sequelize.query('INSERT INTO plans (id, name, document, version, format, createdAt, updatedAt) VALUES (?, ?, ?, 1, 2, ?, ?)', {
			replacements: [
				`plan-${i}`,
				`Old ${i}`,
				document,
				...Array(2).fill(new Date(i).toISOString().replace('T', ' ').replace('Z', ' +00:00'))
			]
		});
	await sequelize.close();
	return folder;
}

interface Said {
	opening?: true;
	open?: true;
	id?: string;
	version?: number;
}

/** Runs a child on a folder and kills it after some time; gives what it had acknowledged. */
async function killed(folder: string, while_: 'opening' | 'open', ms: number): Promise<Map<string, number>> {
	const acknowledged = new Map<string, number>();
	const child = fork(join(import.meta.dirname, 'kill-child.ts'), [], {
		execArgv: ['--import', 'tsx'],
		env: { ...process.env, NOOK_DATA: folder },
		stdio: ['ignore', 'ignore', 'inherit', 'ipc']
	});
	const ended = new Promise((resolve) => child.once('exit', resolve));
	await new Promise<void>((resolve, reject) => {
		child.on('message', (message) => {
			const { id, version, ...said } = message as Said;
			if (id && version) acknowledged.set(id, version);
			if (said[while_]) resolve();
		});
		child.once('exit', (code) => reject(new Error(`the child ended by itself (${code})`)));
	});
	await wait(ms);
	child.kill('SIGKILL');
	await ended;
	return acknowledged;
}

async function faultsAfter(folder: string, acknowledged: Map<string, number>): Promise<string[]> {
	const faults: string[] = [];
	const sound = async (file: string) => {
		const connection = await Connection.open(file, 'write');
		const [check] = await connection.all<{ integrity_check: string }>('PRAGMA integrity_check');
		await connection.close();
		if (check.integrity_check !== 'ok') faults.push(`${file}: ${check.integrity_check}`);
	};
	await sound(databaseFile(folder));
	for (const backup of backupsIn(folder)) await sound(backup);
	process.env.NOOK_DATA = folder;
	await database();
	const rows = new Map((await PlanRow.findAll()).map((row) => [row.id, row]));
	for (let i = 0; i < PLANS; i++) {
		const row = rows.get(`plan-${i}`);
		if (!row) faults.push(`plan-${i} is gone`);
		else {
			planOf(row);
			if (row.version < (acknowledged.get(row.id) ?? 1))
				faults.push(`${row.id}: version ${row.version}, acknowledged ${acknowledged.get(row.id)}`);
			if (row.version > 1 && row.name !== `Version ${row.version}`) faults.push(`${row.id}: version ${row.version} holds “${row.name}”`);
		}
	}
	await closeDatabase();
	return faults;
}

async function run() {
	const template = await oldFolder();
	const began = performance.now();
	let [folder, failed, saves] = ['', 0, 0];
	for (let n = 0; n < COUNT; n++) {
		// Every third kill falls into the opening of an old database, the others go on with one folder.
		const fresh = n % 3 === 0;
		if (fresh) {
			if (folder) rmSync(folder, { recursive: true, force: true });
			folder = mkdtempSync(join(tmpdir(), 'nook-kills-'));
			cpSync(template, folder, { recursive: true });
		}
		const acknowledged = await killed(folder, fresh ? 'opening' : 'open', Math.random() * (fresh ? 120 : 250));
		saves += acknowledged.size;
		for (const fault of await faultsAfter(folder, acknowledged)) {
			failed++;
			console.log(`kill ${n}: ${fault}`);
		}
		if ((n + 1) % 100 === 0) console.log(`${n + 1} kills, ${failed} faults, ${Math.round((performance.now() - began) / 1000)} s`);
	}
	console.log(`${saves} plans had acknowledged saves when they were killed`);
	console.log(`${COUNT} passed, ${failed} failed`);
	process.exit(failed > 0 ? 1 : 0);
}

void run();
