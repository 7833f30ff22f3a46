import { z } from 'zod';
import { fromVersion1, vehicleFromVersion1 } from './from-version-1';
import { RESERVED_KEYS } from './id';
import { planSchema, type Plan } from './plan';

export const FILE_FORMAT = 'vast-nook plan';
export const FILE_VERSION = 2;
/** Largest file that is read, in characters: fifty times the largest plan we made. */
export const LARGEST_FILE = 4_000_000;
/** Deepest nesting that is read; the plan itself needs seven levels. */
const DEEPEST = 24;

/** The open file format: a plan in an envelope that says what it is. */
export const fileSchema = z.strictObject({ format: z.literal(FILE_FORMAT), version: z.literal(FILE_VERSION), plan: planSchema });

/** A plan read from outside, or one line for each fault: where it is and what is wrong there. */
export type PlanRead = { ok: true; plan: Plan } | { ok: false; faults: string[] };

/** Rewrites the raw plan, or a vehicle that is kept by itself, of one version as the next; the entry for version n makes version n + 1. */
const MIGRATIONS: Record<number, { plan: (plan: unknown) => unknown; vehicle: (vehicle: unknown) => unknown }> = {
	1: { plan: fromVersion1, vehicle: vehicleFromVersion1 }
};

const refuse = (...faults: string[]): PlanRead => ({ ok: false, faults });

/** Reads a `.nook.json` file. Nothing is guessed or repaired: a file with a fault is refused with the path of each fault. */
export function readPlanFile(text: string): PlanRead {
	if (text.length > LARGEST_FILE)
		return refuse(`The file has ${Math.round(text.length / 1e6)} million characters; a plan has at most ${LARGEST_FILE / 1e6} million.`);
	if (nesting(text) > DEEPEST) return refuse(`The file is nested deeper than ${DEEPEST} levels; a plan never is.`);
	let raw: unknown;
	try {
		raw = JSON.parse(text);
	} catch (error) {
		return refuse(`This is not JSON: ${(error as Error).message}`);
	}
	return readEnvelope(raw);
}

function readEnvelope(raw: unknown): PlanRead {
	if (typeof raw !== 'object' || raw === null || Array.isArray(raw))
		return refuse('The file does not hold a plan: it should be an object.');
	const file = raw as Record<string, unknown>;
	if (file.format !== FILE_FORMAT) return refuse(`format: should be “${FILE_FORMAT}”; this file comes from something else.`);
	const { version } = file;
	if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) return refuse('version: should be a whole number from 1.');
	if (version > FILE_VERSION) return refuse(`version: ${version} was written by a newer program; this one reads up to ${FILE_VERSION}.`);
	const reserved = reservedKeyPath(file.plan, 'plan');
	if (reserved) return refuse(`${reserved}: this name is reserved.`);
	return readPlan(migratePlan(file.plan, version), ['plan']);
}

/** A raw plan that was written by version `from` of the format, as the present version has it; what is not a plan stays as it is. */
export function migratePlan(plan: unknown, from: number): unknown {
	let present = plan;
	for (let v = from; v < FILE_VERSION; v++) present = MIGRATIONS[v].plan(present);
	return present;
}

/** The same for a vehicle that is kept by itself. */
export function migrateVehicle(vehicle: unknown, from: number): unknown {
	let present = vehicle;
	for (let v = from; v < FILE_VERSION; v++) present = MIGRATIONS[v].vehicle(present);
	return present;
}

/** Checks a plan that is already an object, as the server receives it. */
export function readPlan(raw: unknown, prefix: string[] = []): PlanRead {
	const result = planSchema.safeParse(raw);
	if (result.success) return { ok: true, plan: result.data };
	const faults = result.error.issues.slice(0, 50).map((issue) => `${[...prefix, ...issue.path].join(' › ')}: ${issue.message}`);
	if (result.error.issues.length > 50) faults.push(`and ${result.error.issues.length - 50} more`);
	return { ok: false, faults };
}

/** The text of a `.nook.json` file for a plan. */
export const writePlanFile = (plan: Plan): string =>
	`${JSON.stringify({ format: FILE_FORMAT, version: FILE_VERSION, plan }, null, '\t')}\n`;

/** The published JSON Schema of the file format, as an object. */
export const fileJsonSchema = (): object => z.toJSONSchema(fileSchema, { io: 'input', target: 'draft-2020-12', unrepresentable: 'any' });

/** Deepest nesting of brackets outside strings, found without parsing so that a hostile file costs one pass. */
function nesting(text: string): number {
	let [depth, deepest, quoted] = [0, 0, false];
	for (let i = 0; i < text.length; i++) {
		const c = text[i];
		if (quoted) {
			if (c === '\\') i++;
			else if (c === '"') quoted = false;
		} else if (c === '"') quoted = true;
		else if (c === '{' || c === '[') deepest = Math.max(deepest, ++depth);
		else if (c === '}' || c === ']') depth--;
	}
	return deepest;
}

/** Where an object in a value has one of the reserved keys as its own, if anywhere. */
function reservedKeyPath(value: unknown, path: string): string | undefined {
	if (typeof value !== 'object' || value === null) return undefined;
	for (const [key, inner] of Object.entries(value)) {
		if ((RESERVED_KEYS as readonly string[]).includes(key)) return `${path} › ${key}`;
		const found = reservedKeyPath(inner, `${path} › ${key}`);
		if (found) return found;
	}
	return undefined;
}
