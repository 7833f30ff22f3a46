import { migratePlan, migrateVehicle, readPlan, vehicleSchema, type Plan, type Vehicle } from '../core/plan';

/** A document as it is stored: its text, and the version of the file format in which it was written. */
export interface StoredDocument {
	name: string;
	document: string;
	format: number;
}

/** What is stored of a row, without the rest of its columns: it goes to a thread like that. */
export const storedOf = ({ name, document, format }: StoredDocument): StoredDocument => ({ name, document, format });

/** Thrown when a stored document no longer reads as what it should be; it is left as it is. */
export class UnreadableError extends Error {}

/**
 * The plan of a stored document, brought forward to the present format.
 *
 * @throws UnreadableError when it does not read as a plan any more
 */
export function planOf({ name, document, format }: StoredDocument): Plan {
	let raw: unknown;
	try {
		raw = migratePlan(JSON.parse(document), format);
	} catch (cause) {
		throw new UnreadableError(`The stored plan “${name}” cannot be read: ${(cause as Error).message}`, { cause });
	}
	const read = readPlan(raw);
	if (!read.ok) throw new UnreadableError(`The stored plan “${name}” cannot be read: ${read.faults[0]}`);
	return read.plan;
}

/**
 * The vehicle of a stored document, brought forward to the present format.
 *
 * @throws UnreadableError when it does not read as a vehicle any more
 */
export function vehicleOf({ name, document, format }: StoredDocument): Vehicle {
	try {
		return vehicleSchema.parse(migrateVehicle(JSON.parse(document), format));
	} catch (cause) {
		throw new UnreadableError(`The vehicle “${name}” on the shelf cannot be read.`, { cause });
	}
}

/** When a row was changed, as text; a date that cannot be read is the beginning of time, and no reason to stop. */
export const timeOf = (date: Date): string => (Number.isNaN(date.getTime()) ? new Date(0) : date).toISOString();
