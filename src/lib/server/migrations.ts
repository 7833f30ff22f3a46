import { DataTypes, type QueryInterface } from 'sequelize';
import type { InputMigrations } from 'umzug';

/** Every change of the tables since the first, in order; a change is never edited once it has shipped. */
export const migrations: InputMigrations<QueryInterface> = [
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
	}
];
