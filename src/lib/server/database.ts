import { DataTypes, Model, Sequelize, type CreationOptional, type InferAttributes, type InferCreationAttributes } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { backUp, dailyBackUp } from './backups';
import { databaseFile, faultOfDatabase, FolderLock, storageTrouble } from './database-file';
import { migrations, type Migration } from './migrations';
import { prepareDataFolder, readSettings } from './settings';

/** A stored plan: the document as JSON text, with a version that rises by one at each save. */
export class PlanRow extends Model<InferAttributes<PlanRow>, InferCreationAttributes<PlanRow>> {
	declare id: string;
	declare name: string;
	declare document: string;
	/** Version of the file format in which the document is written. */
	declare format: number;
	declare version: number;
	/** The window that made this version, and the number of the state there. */
	declare window: string;
	declare state: number;
	/** The vehicle of the shelf that the plan was made with. */
	declare vehicleId: CreationOptional<string | null>;
	/** What the list shows, as JSON, and the checksum of the document that it was made from. */
	declare summary: CreationOptional<string | null>;
	declare summaryOf: CreationOptional<string | null>;
	declare createdAt: CreationOptional<Date>;
	declare updatedAt: CreationOptional<Date>;
}

/** A save that was made: which state of which window became which version of a plan. Written by triggers of the database. */
export class SaveRow extends Model<InferAttributes<SaveRow>> {
	declare planId: string;
	declare version: number;
	declare window: string;
	declare state: number;
}

/** Somebody who signed in: a hash of what their cookie says, and how long it holds. */
export class SessionRow extends Model<InferAttributes<SessionRow>, InferCreationAttributes<SessionRow>> {
	declare token: string;
	declare until: Date;
}

/** A vehicle that is kept by itself: the document as JSON text, with a version that rises by one at each change. */
export class VehicleRow extends Model<InferAttributes<VehicleRow>, InferCreationAttributes<VehicleRow>> {
	declare id: string;
	declare name: string;
	declare document: string;
	declare format: number;
	declare version: number;
	/** What the list shows, as JSON, and the checksum of the document that it was made from. */
	declare summary: CreationOptional<string | null>;
	declare summaryOf: CreationOptional<string | null>;
	declare createdAt: CreationOptional<Date>;
	declare updatedAt: CreationOptional<Date>;
}

/** What is stored as documents, each in a table of its own. */
export type Kind = 'plan' | 'vehicle';
/** The table of a kind, for what both tables have. */
export const tableOf = (kind: Kind): typeof PlanRow => (kind === 'plan' ? PlanRow : (VehicleRow as unknown as typeof PlanRow));

/** The columns that every stored document has. */
const documentColumns = {
	id: { type: DataTypes.STRING, primaryKey: true },
	name: { type: DataTypes.STRING, allowNull: false },
	document: { type: DataTypes.TEXT, allowNull: false },
	format: { type: DataTypes.INTEGER, allowNull: false },
	version: { type: DataTypes.INTEGER, allowNull: false },
	summary: { type: DataTypes.TEXT, allowNull: true },
	summaryOf: { type: DataTypes.STRING, allowNull: true },
	createdAt: DataTypes.DATE,
	updatedAt: DataTypes.DATE
};

/** A database that is open, with what has to end with it. */
export interface OpenDatabase {
	sequelize: Sequelize;
	close(): Promise<void>;
}

/** How often it is looked whether the backup of the day is due, ms. */
const BACKUP_CHECK = 3600 * 1000;

/**
 * Opens the database in a folder, brings its tables up to date and readies {@link PlanRow} and {@link VehicleRow}. Write-ahead
 * logging with full synchronisation: what was acknowledged is on the disk, whatever kills the process. The folder is this process's
 * alone until the database is closed; before tables are changed, and once a day, there is a backup.
 *
 * @throws Error with a sentence for the user when the folder or the file cannot be used; nothing was written then.
 */
export async function openDatabase(folder: string, backups = readSettings(process.env).backups): Promise<OpenDatabase> {
	prepareDataFolder(folder);
	const lock = await FolderLock.take(folder);
	try {
		const fault = await faultOfDatabase(
			folder,
			migrations.map(({ name }) => name)
		);
		if (fault) throw new Error(fault);
		const sequelize = await connect(folder, backups);
		const timer = setInterval(() => void dailyBackUp(folder, backups), BACKUP_CHECK);
		timer.unref();
		await dailyBackUp(folder, backups);
		const close = async () => {
			clearInterval(timer);
			await sequelize.close();
			await lock.release();
		};
		return { sequelize, close };
	} catch (error) {
		await lock.release();
		const trouble = storageTrouble(error);
		throw trouble ? new Error(`${trouble}: ${databaseFile(folder)}. Mend that and start again.`, { cause: error }) : error;
	}
}

/** A migration that is made whole, with the note that it was made, or not at all: a kill in the middle leaves the tables as they were. */
function whole(migration: Migration, sequelize: Sequelize): Migration {
	return {
		...migration,
		up: async (params) => {
			await sequelize.query('BEGIN IMMEDIATE');
			try {
				await migration.up(params);
				await sequelize.query('INSERT INTO SequelizeMeta (name) VALUES (?)', { replacements: [migration.name] });
				await sequelize.query('COMMIT');
			} catch (error) {
				await sequelize.query('ROLLBACK').catch(() => undefined);
				throw error;
			}
		}
	};
}

async function connect(folder: string, backups: number): Promise<Sequelize> {
	const sequelize = new Sequelize({ dialect: 'sqlite', storage: databaseFile(folder), logging: false });
	for (const pragma of ['journal_mode = WAL', 'synchronous = FULL', 'busy_timeout = 5000', 'foreign_keys = ON'])
		await sequelize.query(`PRAGMA ${pragma}`);
	const stateColumns = {
		window: { type: DataTypes.STRING, allowNull: false },
		state: { type: DataTypes.INTEGER, allowNull: false }
	};
	PlanRow.init(
		{ ...documentColumns, ...stateColumns, vehicleId: { type: DataTypes.STRING, allowNull: true } },
		{ sequelize, tableName: 'plans' }
	);
	SaveRow.init(
		{
			planId: { type: DataTypes.STRING, primaryKey: true },
			version: { type: DataTypes.INTEGER, primaryKey: true },
			...stateColumns
		},
		{ sequelize, tableName: 'saves', timestamps: false }
	);
	VehicleRow.init(documentColumns, { sequelize, tableName: 'vehicles' });
	SessionRow.init(
		{ token: { type: DataTypes.STRING, primaryKey: true }, until: DataTypes.DATE },
		{ sequelize, tableName: 'sessions', timestamps: false }
	);
	const kept = new SequelizeStorage({ sequelize });
	const umzug = new Umzug({
		migrations: migrations.map((migration) => whole(migration, sequelize)),
		context: sequelize.getQueryInterface(),
		// That a migration was made is written with it, not after it.
		storage: { executed: () => kept.executed(), logMigration: async () => undefined, unlogMigration: (made) => kept.unlogMigration(made) },
		logger: undefined
	});
	const [due] = await umzug.pending();
	const begun = (await umzug.executed()).length > 0;
	if (due && begun) await backUp(folder, `before-${due.name.slice(0, 3)}`, backups);
	await umzug.up();
	return sequelize;
}

let opened: Promise<OpenDatabase> | undefined;

/** The database of this process, opened once, in the folder from the environment. */
export const database = async (): Promise<Sequelize> => (await (opened ??= openDatabase(readSettings(process.env).dataFolder))).sequelize;

/** Closes the database of this process, if it is open. */
export async function closeDatabase(): Promise<void> {
	const open = opened;
	opened = undefined;
	await (await open)?.close();
}
