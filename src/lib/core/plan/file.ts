import { z } from 'zod';
import { fromVersion1, vehicleFromVersion1 } from './from-version-1';
import { RESERVED_KEYS } from './id';
import { pieceSchema, type Piece } from '../pieces/schema';
import { planSchema, type Plan } from './plan';
import { vehicleSchema, type Vehicle } from './vehicle';

export const FILE_FORMAT = 'vast-nook plan';
export const VEHICLE_FORMAT = 'vast-nook vehicle';
const PIECE_FORMAT = 'vast-nook piece';
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

const refuse = (...faults: string[]): { ok: false; faults: string[] } => ({ ok: false, faults });

/** A vehicle read from outside, or one line for each fault. */
export type VehicleRead = { ok: true; vehicle: Vehicle } | { ok: false; faults: string[] };

/** Reads a `.nook.json` file of a plan. Nothing is guessed or repaired: a file with a fault is refused with the path of each fault. */
export function readPlanFile(text: string): PlanRead {
	const envelope = readEnvelope(text, FILE_FORMAT, 'plan');
	return envelope.ok ? readPlan(migratePlan(envelope.value, envelope.version), ['plan']) : envelope;
}

/** Reads the file of a vehicle that was kept by itself. */
export function readVehicleFile(text: string): VehicleRead {
	const envelope = readEnvelope(text, VEHICLE_FORMAT, 'vehicle');
	if (!envelope.ok) return envelope;
	const result = vehicleSchema.safeParse(migrateVehicle(envelope.value, envelope.version));
	return result.success ? { ok: true, vehicle: result.data } : refuse(...faultLines(result.error, ['vehicle']));
}

/** A piece read from outside, or one line for each fault. */
type PieceRead = { ok: true; piece: Piece } | { ok: false; faults: string[] };

/**
 * Reads the file of a piece that was kept by itself. What held it there held it in another vehicle: it comes loose. Stock that it is
 * cut from is taken from the usual one when it is added; a piece that it stood by is asked for by its findings.
 */
export function readPieceFile(text: string): PieceRead {
	const envelope = readEnvelope(text, PIECE_FORMAT, 'piece');
	if (!envelope.ok) return envelope;
	const result = pieceSchema.safeParse(envelope.value);
	if (!result.success) return refuse(...faultLines(result.error, ['piece']));
	const piece = { ...result.data };
	delete piece.held;
	return { ok: true, piece };
}

/** What a file holds by its own word; a plan where it does not say. */
export function heldBy(text: string): 'plan' | 'vehicle' {
	try {
		const { format } = JSON.parse(text.replace(/^\uFEFF/, '')) as { format?: unknown };
		return format === VEHICLE_FORMAT ? 'vehicle' : 'plan';
	} catch {
		return 'plan';
	}
}

/** What a file holds under its key, with the version of the format that it was written in. */
function readEnvelope(
	text: string,
	format: string,
	key: 'plan' | 'vehicle' | 'piece'
): { ok: true; value: unknown; version: number } | { ok: false; faults: string[] } {
	if (text.length > LARGEST_FILE)
		return refuse(`The file has ${Math.round(text.length / 1e6)} million characters; a plan has at most ${LARGEST_FILE / 1e6} million.`);
	if (nesting(text) > DEEPEST) return refuse(`The file is nested deeper than ${DEEPEST} levels; a plan never is.`);
	// Some editors put a mark of byte order in front, which is no part of the text.
	const plain = text.startsWith('\uFEFF') ? text.slice(1) : text;
	let raw: unknown;
	try {
		raw = JSON.parse(plain);
	} catch (error) {
		return refuse(shortened(`This is not JSON: ${(error as Error).message}`));
	}
	if (typeof raw !== 'object' || raw === null || Array.isArray(raw))
		return refuse('The file does not hold a plan: it should be an object.');
	const twice = repeatedKey(plain);
	if (twice !== undefined) return refuse(`“${twice.slice(0, 100)}” stands twice in one object: nobody can tell which of the two is meant.`);
	const file = raw as Record<string, unknown>;
	if (file.format !== format) return refuse(`format: should be “${format}”; this file comes from something else.`);
	const { version } = file;
	if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) return refuse('version: should be a whole number from 1.');
	if (version > FILE_VERSION) return refuse(`version: ${version} was written by a newer program; this one reads up to ${FILE_VERSION}.`);
	const reserved = reservedKeyPath(file[key], key);
	if (reserved) return refuse(shortened(`${reserved}: this name is reserved.`));
	return { ok: true, value: file[key], version };
}

/** A key that one object of a JSON text has twice, if any: parsing would keep the last and drop the other without a word. */
function repeatedKey(text: string): string | undefined {
	const open: (Set<string> | undefined)[] = [];
	let expectsKey = false;
	for (let i = 0; i < text.length; i++) {
		const c = text[i];
		if (c === '{') {
			open.push(new Set());
			expectsKey = true;
		} else if (c === '[') {
			open.push(undefined);
			expectsKey = false;
		} else if (c === '}' || c === ']') open.pop();
		else if (c === ',') expectsKey = open[open.length - 1] !== undefined;
		else if (c === '"') {
			const from = i++;
			while (text[i] !== '"') i += text[i] === '\\' ? 2 : 1;
			if (!expectsKey) continue;
			expectsKey = false;
			const key = JSON.parse(text.slice(from, i + 1)) as string;
			const keys = open[open.length - 1];
			if (keys?.has(key)) return key;
			keys?.add(key);
		}
	}
	return undefined;
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

/** Checks a plan that somebody sends as a value: like {@link readPlan}, but with what a file is refused for. */
export function readPlanValue(raw: unknown): PlanRead {
	if (depthOf(raw) > DEEPEST) return refuse(`The plan is nested deeper than ${DEEPEST} levels; a plan never is.`);
	const reserved = reservedKeyPath(raw, 'plan');
	return reserved ? refuse(shortened(`${reserved}: this name is reserved.`)) : readPlan(raw, ['plan']);
}

/** Levels of a value, counted no further than what is refused. */
function depthOf(value: unknown, level = 0): number {
	if (typeof value !== 'object' || value === null || level > DEEPEST) return level;
	return Object.values(value).reduce((deepest: number, inner) => Math.max(deepest, depthOf(inner, level + 1)), level);
}

/** Checks a plan that is already an object. */
export function readPlan(raw: unknown, prefix: string[] = []): PlanRead {
	const result = planSchema.safeParse(raw);
	if (result.success) return { ok: true, plan: result.data };
	return refuse(...faultLines(result.error, prefix));
}

/** Nobody reads more of a fault than this, and a hostile file may put anything into one; characters. */
const LONGEST_FAULT = 300;
const shortened = (text: string): string => (text.length > LONGEST_FAULT ? `${text.slice(0, LONGEST_FAULT)} …` : text);

/** One line for each fault, as many as somebody would read. */
function faultLines({ issues }: z.ZodError, prefix: string[]): string[] {
	const faults = issues.slice(0, 50).map((issue) => shortened(`${[...prefix, ...issue.path].join(' › ')}: ${issue.message}`));
	return issues.length > 50 ? [...faults, `and ${issues.length - 50} more`] : faults;
}

/** The text of a `.nook.json` file for a plan. */
export const writePlanFile = (plan: Plan): string =>
	`${JSON.stringify({ format: FILE_FORMAT, version: FILE_VERSION, plan }, null, '\t')}\n`;

/** The text of a file for a vehicle that is kept by itself. */
export const writeVehicleFile = (vehicle: Vehicle): string =>
	`${JSON.stringify({ format: VEHICLE_FORMAT, version: FILE_VERSION, vehicle }, null, '\t')}\n`;

/** The text of a file for a piece that is kept by itself. */
export const writePieceFile = (piece: Piece): string =>
	`${JSON.stringify({ format: PIECE_FORMAT, version: FILE_VERSION, piece }, null, '\t')}\n`;

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
