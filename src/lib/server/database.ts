import { join } from 'node:path';
import { DataTypes, Model, Sequelize, type CreationOptional, type InferAttributes, type InferCreationAttributes } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { migrations } from './migrations';
import { prepareDataFolder, readSettings } from './settings';

/** A stored plan: the document as JSON text, with a version that rises by one at each save. */
export class PlanRow extends Model<InferAttributes<PlanRow>, InferCreationAttributes<PlanRow>> {
	declare id: string;
	declare name: string;
	declare document: string;
	/** Version of the file format in which the document is written. */
	declare format: number;
	declare version: number;
	/** The vehicle of the shelf that the plan was made with. */
	declare vehicleId: CreationOptional<string | null>;
	declare createdAt: CreationOptional<Date>;
	declare updatedAt: CreationOptional<Date>;
}

/** A vehicle that is kept by itself: the document as JSON text, with a version that rises by one at each change. */
export class VehicleRow extends Model<InferAttributes<VehicleRow>, InferCreationAttributes<VehicleRow>> {
	declare id: string;
	declare name: string;
	declare document: string;
	declare format: number;
	declare version: number;
	declare createdAt: CreationOptional<Date>;
	declare updatedAt: CreationOptional<Date>;
}

/** The columns that every stored document has. */
const documentColumns = {
	id: { type: DataTypes.STRING, primaryKey: true },
	name: { type: DataTypes.STRING, allowNull: false },
	document: { type: DataTypes.TEXT, allowNull: false },
	format: { type: DataTypes.INTEGER, allowNull: false },
	version: { type: DataTypes.INTEGER, allowNull: false },
	createdAt: DataTypes.DATE,
	updatedAt: DataTypes.DATE
};

/**
 * Opens the database in a folder, brings its tables up to date and readies {@link PlanRow} and {@link VehicleRow}. Write-ahead logging with
 * full synchronisation: what was acknowledged is on the disk, whatever kills the process.
 *
 * @throws Error when the folder cannot be written.
 */
export async function openDatabase(folder: string): Promise<Sequelize> {
	prepareDataFolder(folder);
	const sequelize = new Sequelize({ dialect: 'sqlite', storage: join(folder, 'plans.sqlite'), logging: false });
	for (const pragma of ['journal_mode = WAL', 'synchronous = FULL', 'busy_timeout = 5000', 'foreign_keys = ON'])
		await sequelize.query(`PRAGMA ${pragma}`);
	PlanRow.init({ ...documentColumns, vehicleId: { type: DataTypes.STRING, allowNull: true } }, { sequelize, tableName: 'plans' });
	VehicleRow.init(documentColumns, { sequelize, tableName: 'vehicles' });
	const umzug = new Umzug({
		migrations,
		context: sequelize.getQueryInterface(),
		storage: new SequelizeStorage({ sequelize }),
		logger: undefined
	});
	await umzug.up();
	return sequelize;
}

let opened: Promise<Sequelize> | undefined;

/** The database of this process, opened once, in the folder from the environment. */
export const database = (): Promise<Sequelize> => (opened ??= openDatabase(readSettings(process.env).dataFolder));
