import { randomUUID } from 'node:crypto';
import { FILE_VERSION, type Plan, type Vehicle } from '../core/plan';
import { withVehicle, type Effect } from '../core/shelf';
import { database, PlanRow, VehicleRow } from './database';
import { ownState } from './plans';
import { job } from './jobs/pool';
import { planOf, storedOf, timeOf, vehicleOf, type StoredDocument } from './stored';
import { summarySoon } from './summaries';

/** A measured vehicle that is kept by itself. */
export interface ShelvedVehicle {
	id: string;
	version: number;
	vehicle: Vehicle;
	/** The plans that were made with it. */
	plans: { id: string; name: string }[];
	updatedAt: string;
}

/** A plan that uses a vehicle, with what a change would do to it. */
export interface AffectedPlan {
	id: string;
	name: string;
	version: number;
	effect: Effect;
}

/** Thrown when somebody else changed a plan or the vehicle meanwhile; nothing was changed. */
export class MovedOnError extends Error {}

const columnsOf = (vehicle: Vehicle) => ({ name: vehicle.name, document: JSON.stringify(vehicle), format: FILE_VERSION });

async function usersOf(id: string): Promise<{ id: string; name: string }[]> {
	const rows = await PlanRow.findAll({ where: { vehicleId: id }, attributes: ['id', 'name'], order: [['name', 'ASC']] });
	return rows.map((row) => ({ id: row.id, name: row.name }));
}

async function shelved(row: VehicleRow): Promise<ShelvedVehicle> {
	return {
		id: row.id,
		version: row.version,
		vehicle: vehicleOf(row),
		plans: await usersOf(row.id),
		updatedAt: timeOf(row.updatedAt)
	};
}

/** One vehicle, or undefined. */
export async function findVehicle(id: string): Promise<ShelvedVehicle | undefined> {
	await database();
	const row = await VehicleRow.findByPk(id);
	return row ? shelved(row) : undefined;
}

/** The vehicle of the shelf that a plan was made with, or undefined. */
export async function vehicleOfPlan(planId: string): Promise<ShelvedVehicle | undefined> {
	await database();
	const row = await PlanRow.findByPk(planId, { attributes: ['vehicleId'] });
	return row?.vehicleId ? findVehicle(row.vehicleId) : undefined;
}

/**
 * Puts a vehicle on the shelf and notes on the plan it came from that it uses it.
 *
 * @returns the id of the vehicle
 */
export async function shelveVehicle(planId: string, vehicle: Vehicle): Promise<string> {
	const sequelize = await database();
	const id = randomUUID();
	await sequelize.transaction(async (transaction) => {
		await VehicleRow.create({ id, ...columnsOf(vehicle), version: 1 }, { transaction });
		await PlanRow.update({ vehicleId: id }, { where: { id: planId }, transaction, silent: true });
	});
	summarySoon('vehicle', id);
	return id;
}

/** Puts a vehicle on the shelf that comes from a file and belongs to no plan yet; gives its id. */
export async function createVehicle(vehicle: Vehicle): Promise<string> {
	await database();
	const id = randomUUID();
	await VehicleRow.create({ id, ...columnsOf(vehicle), version: 1 });
	summarySoon('vehicle', id);
	return id;
}

/** What is stored of a vehicle, or undefined. */
export async function storedVehicle(id: string): Promise<StoredDocument | undefined> {
	await database();
	const row = await VehicleRow.findByPk(id, { attributes: ['name', 'document', 'format'] });
	return row ? storedOf(row) : undefined;
}

/** Notes that a plan was made with a vehicle of the shelf. */
export async function linkPlan(planId: string, vehicleId: string): Promise<void> {
	await database();
	await PlanRow.update({ vehicleId }, { where: { id: planId }, silent: true });
}

/** Takes a vehicle off the shelf; plans keep their own copy of it. True when it was there. */
export async function removeVehicle(id: string): Promise<boolean> {
	const sequelize = await database();
	return sequelize.transaction(async (transaction) => {
		await PlanRow.update({ vehicleId: null }, { where: { vehicleId: id }, transaction, silent: true });
		return (await VehicleRow.destroy({ where: { id }, transaction })) === 1;
	});
}

/** What a new version of a vehicle would do to every plan that uses it, the one it comes from apart. */
export async function affectedPlans(id: string, vehicle: Vehicle, from: string, signal?: AbortSignal): Promise<AffectedPlan[]> {
	await database();
	const rows = (await PlanRow.findAll({ where: { vehicleId: id }, order: [['name', 'ASC']] })).filter((row) => row.id !== from);
	const effects = await job('effects', { stored: rows.map(storedOf), vehicle }, signal);
	// A plan that cannot be read is not changed either: the list of plans says so.
	return rows.flatMap((row, i) => {
		const effect = effects[i];
		return effect ? [{ id: row.id, name: row.name, version: row.version, effect }] : [];
	});
}

/**
 * Stores a new version of a vehicle, and puts it into the plans that were chosen, all of it or nothing.
 *
 * @param plans the plans to change, each with the version whose effect was looked at
 * @throws MovedOnError when the vehicle or one of the plans has changed since
 */
export async function changeVehicle(
	id: string,
	baseVersion: number,
	vehicle: Vehicle,
	plans: { id: string; version: number }[]
): Promise<number> {
	const sequelize = await database();
	await sequelize.transaction(async (transaction) => {
		const [changed] = await VehicleRow.update(
			{ ...columnsOf(vehicle), version: baseVersion + 1 },
			{ where: { id, version: baseVersion }, transaction }
		);
		if (changed !== 1)
			throw new MovedOnError('The vehicle on the shelf was changed meanwhile. Nothing was changed; look at the effects again.');
		for (const { id: planId, version } of plans) {
			const row = await PlanRow.findOne({ where: { id: planId, version, vehicleId: id }, transaction });
			if (!row) throw new MovedOnError('One of the plans was changed meanwhile. Nothing was changed; look at the effects again.');
			const moved: Plan = withVehicle(planOf(row), vehicle);
			await row.update({ document: JSON.stringify(moved), format: FILE_VERSION, version: version + 1, ...ownState() }, { transaction });
		}
	});
	summarySoon('vehicle', id);
	for (const plan of plans) summarySoon('plan', plan.id);
	return baseVersion + 1;
}
