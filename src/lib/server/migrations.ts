import { DataTypes, type QueryInterface } from 'sequelize';

/** One change of the tables, and how it is taken back. */
export interface Migration {
	name: string;
	up(params: { context: QueryInterface }): Promise<unknown>;
	down(params: { context: QueryInterface }): Promise<unknown>;
}

/** So many saves of a plan are remembered one by one. */
const LEDGER_LENGTH = 1000;

/** Every change of the tables since the first, in order; a change is never edited once it has shipped. */
export const migrations: Migration[] = [
	{
		name: '001-plans',
		up: ({ context }) =>
			context.createTable('plans', {
				id: { type: DataTypes.STRING, primaryKey: true },
				name: { type: DataTypes.STRING, allowNull: false },
				document: { type: DataTypes.TEXT, allowNull: false },
				version: { type: DataTypes.INTEGER, allowNull: false },
				createdAt: { type: DataTypes.DATE, allowNull: false },
				updatedAt: { type: DataTypes.DATE, allowNull: false }
			}),
		down: ({ context }) => context.dropTable('plans')
	},
	{
		// Documents say in which version of the file format they were written, and are brought forward when read.
		name: '002-format-of-documents',
		up: ({ context }) => context.addColumn('plans', 'format', { type: DataTypes.INTEGER, allowNull: false, defaultValue: 1 }),
		down: ({ context }) => context.removeColumn('plans', 'format')
	},
	{
		name: '003-vehicle-shelf',
		up: async ({ context }) => {
			await context.createTable('vehicles', {
				id: { type: DataTypes.STRING, primaryKey: true },
				name: { type: DataTypes.STRING, allowNull: false },
				document: { type: DataTypes.TEXT, allowNull: false },
				format: { type: DataTypes.INTEGER, allowNull: false },
				version: { type: DataTypes.INTEGER, allowNull: false },
				createdAt: { type: DataTypes.DATE, allowNull: false },
				updatedAt: { type: DataTypes.DATE, allowNull: false }
			});
			await context.addColumn('plans', 'vehicleId', { type: DataTypes.STRING, allowNull: true });
		},
		down: async ({ context }) => {
			await context.removeColumn('plans', 'vehicleId');
			await context.dropTable('vehicles');
		}
	},
	{
		// Which state of which window is stored under which version: a save whose answer was lost is known again, and so is a
		// window that knows more than this database does, since it was put back from a backup. Triggers keep the ledger, so that no
		// save can miss it.
		name: '004-ledger-of-saves',
		up: async ({ context }) => {
			const run = (sql: string) => context.sequelize.query(sql);
			await context.addColumn('plans', 'window', { type: DataTypes.STRING, allowNull: false, defaultValue: 'first' });
			await context.addColumn('plans', 'state', { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 });
			await context.createTable('saves', {
				planId: { type: DataTypes.STRING, primaryKey: true },
				version: { type: DataTypes.INTEGER, primaryKey: true },
				window: { type: DataTypes.STRING, allowNull: false },
				state: { type: DataTypes.INTEGER, allowNull: false }
			});
			await context.addIndex('saves', ['planId', 'window', 'state']);
			await run('UPDATE plans SET "window" = lower(hex(randomblob(12)))');
			await run('INSERT INTO saves SELECT id, version, "window", state FROM plans');
			const write = 'INSERT OR REPLACE INTO saves VALUES (new.id, new.version, new."window", new.state)';
			const forget = `DELETE FROM saves WHERE planId = new.id AND version <= new.version - ${LEDGER_LENGTH}`;
			await run(`CREATE TRIGGER plan_created AFTER INSERT ON plans BEGIN ${write}; END`);
			await run(`CREATE TRIGGER plan_saved AFTER UPDATE OF version ON plans BEGIN ${write}; ${forget}; END`);
			await run('CREATE TRIGGER plan_deleted AFTER DELETE ON plans BEGIN DELETE FROM saves WHERE planId = old.id; END');
		},
		down: async ({ context }) => {
			for (const trigger of ['plan_created', 'plan_saved', 'plan_deleted']) await context.sequelize.query(`DROP TRIGGER ${trigger}`);
			await context.dropTable('saves');
			for (const column of ['window', 'state']) await context.removeColumn('plans', column);
		}
	},
	{
		// What the list of plans shows, worked out after a save and never for the list.
		name: '005-summaries',
		up: async ({ context }) => {
			for (const table of ['plans', 'vehicles']) {
				await context.addColumn(table, 'summary', { type: DataTypes.TEXT, allowNull: true });
				await context.addColumn(table, 'summaryOf', { type: DataTypes.STRING, allowNull: true });
			}
			await context.addIndex('plans', ['updatedAt']);
		},
		down: async ({ context }) => {
			await context.removeIndex('plans', ['updatedAt']);
			for (const table of ['plans', 'vehicles']) for (const column of ['summary', 'summaryOf']) await context.removeColumn(table, column);
		}
	},
	{
		name: '006-sessions',
		up: ({ context }) =>
			context.createTable('sessions', {
				token: { type: DataTypes.STRING, primaryKey: true },
				until: { type: DataTypes.DATE, allowNull: false }
			}),
		down: ({ context }) => context.dropTable('sessions')
	}
];
