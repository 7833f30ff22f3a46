import { randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream, rmSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Transaction } from 'sequelize';
import { z } from 'zod';
import { FILE_VERSION } from '../core/plan';
import { backUp } from './backups';
import { database, PlanRow, tableOf, VehicleRow } from './database';
import { ownState } from './plans';
import { readSettings } from './settings';
import { timeOf } from './stored';

/** What the first line of an archive says. */
const ARCHIVE_FORMAT = 'vast-nook archive';
const ARCHIVE_VERSION = 1;
/** Longest line that is read: a plan of the largest size, with every character written out. */
const LONGEST_LINE = 40_000_000;
/** Rows that are held in memory at a time while an archive is written. */
const BATCH = 20;

const rowSchema = z.strictObject({
	kind: z.enum(['plan', 'vehicle']),
	id: z.string().regex(/^[0-9a-z-]{1,60}$/),
	name: z.string().min(1).max(200),
	format: z.number().int().min(1).max(FILE_VERSION),
	version: z.number().int().min(1),
	vehicle: z.string().max(60).nullable().optional(),
	updatedAt: z.iso.datetime(),
	document: z.string()
});
type ArchiveRow = z.infer<typeof rowSchema>;
const headSchema = z.strictObject({ format: z.literal(ARCHIVE_FORMAT), version: z.literal(ARCHIVE_VERSION), made: z.iso.datetime() });

/** Thrown when a file is no archive, or one of its lines cannot be taken: nothing was changed then. */
export class ArchiveError extends Error {}

/** Everything that is stored, a line of JSON each: first what it is, then every vehicle and every plan as they are stored. */
export async function* writeArchive(now = new Date()): AsyncGenerator<string> {
	await database();
	yield `${JSON.stringify({ format: ARCHIVE_FORMAT, version: ARCHIVE_VERSION, made: now.toISOString() })}\n`;
	for (const kind of ['vehicle', 'plan'] as const) {
		const table = tableOf(kind);
		const ids = (await table.findAll({ attributes: ['id'], order: [['createdAt', 'ASC']] })).map(({ id }) => id);
		for (let i = 0; i < ids.length; i += BATCH) {
			const rows = await table.findAll({ where: { id: ids.slice(i, i + BATCH) } });
			for (const { id, name, format, version, document, updatedAt, ...row } of rows.map((row) => row.get({ plain: true }))) {
				const line: ArchiveRow = { kind, id, name, format, version, updatedAt: timeOf(updatedAt), document };
				yield `${JSON.stringify(kind === 'plan' ? { ...line, vehicle: row.vehicleId ?? null } : line)}\n`;
			}
		}
	}
}

/** The lines of a stream of bytes, none longer than can be held. */
async function* linesOf(stream: AsyncIterable<Uint8Array>): AsyncGenerator<string> {
	const decoder = new TextDecoder();
	let rest = '';
	for await (const chunk of stream) {
		rest += decoder.decode(chunk, { stream: true });
		for (let end = rest.indexOf('\n'); end >= 0; end = rest.indexOf('\n')) {
			yield rest.slice(0, end);
			rest = rest.slice(end + 1);
		}
		if (rest.length > LONGEST_LINE) throw new ArchiveError('A line of this file is longer than any plan. Nothing was changed.');
	}
	rest += decoder.decode();
	if (rest.trim() !== '') yield rest;
}

async function* rowsOf(stream: AsyncIterable<Uint8Array>): AsyncGenerator<ArchiveRow> {
	let number = 0;
	for await (const line of linesOf(stream)) {
		number++;
		if (line.trim() === '') continue;
		let raw: unknown;
		try {
			raw = JSON.parse(number === 1 && line.startsWith('\uFEFF') ? line.slice(1) : line);
		} catch {
			throw new ArchiveError(`Line ${number} of this file is not JSON. It may have been cut short. Nothing was changed.`);
		}
		if (number === 1) {
			if (!headSchema.safeParse(raw).success)
				throw new ArchiveError(
					'This is not a file of everything that this version reads. For one plan use “Open a plan file”. Nothing was changed.'
				);
			continue;
		}
		const row = rowSchema.safeParse(raw);
		if (!row.success) {
			const [issue] = row.error.issues;
			throw new ArchiveError(
				`Line ${number} of this file cannot be taken: ${issue.path.join(' › ')} ${issue.message}. Nothing was changed.`
			);
		}
		yield row.data;
	}
	if (number === 0) throw new ArchiveError('This file is empty. Nothing was changed.');
}

/** What came of putting an archive back. */
export interface Restored {
	plans: number;
	vehicles: number;
	/** The backup of what was there before, when it gave way. */
	backup?: string;
}

/**
 * Puts an archive back, all of it or nothing.
 *
 * @param how next to what is there, under ids of their own; or in its place, of which there is a backup then
 * @throws ArchiveError with a sentence when the file cannot be taken
 */
export async function readArchive(stream: AsyncIterable<Uint8Array>, how: 'beside' | 'instead'): Promise<Restored> {
	const sequelize = await database();
	const { dataFolder, backups } = readSettings(process.env);
	// First onto the disk and through every line: a slow sender holds up nobody, and a fault is found before anything is touched.
	const spool = join(dataFolder, `restore-${randomUUID()}.part`);
	try {
		await pipeline(Readable.from(stream), createWriteStream(spool));
		for await (const row of rowsOf(createReadStream(spool))) void row;
		const backup = how === 'instead' ? await backUp(dataFolder, 'before-restore', backups + 1) : undefined;
		return {
			...(await sequelize.transaction((transaction) => store(rowsOf(createReadStream(spool)), how, transaction))),
			...(backup ? { backup } : {})
		};
	} finally {
		rmSync(spool, { force: true });
	}
}

async function store(rows: AsyncIterable<ArchiveRow>, how: 'beside' | 'instead', transaction: Transaction): Promise<Restored> {
	if (how === 'instead') for (const kind of ['plan', 'vehicle'] as const) await tableOf(kind).destroy({ where: {}, transaction });
	const ids = new Map<string, string>();
	const restored: Restored = { plans: 0, vehicles: 0 };
	for await (const { kind, id, name, format, version, vehicle, updatedAt, document } of rows) {
		const taken = how === 'beside' || (await tableOf(kind).count({ where: { id }, transaction })) > 0;
		const own = taken ? randomUUID() : id;
		ids.set(id, own);
		const row = { id: own, name, format, version, document, createdAt: new Date(updatedAt), updatedAt: new Date(updatedAt) };
		if (kind === 'vehicle') await VehicleRow.create(row, { transaction, silent: true });
		// A state of its own: whoever has the plan open knows another one, and is asked.
		else await PlanRow.create({ ...row, ...ownState(), vehicleId: (vehicle && ids.get(vehicle)) ?? null }, { transaction, silent: true });
		restored[kind === 'plan' ? 'plans' : 'vehicles']++;
	}
	return restored;
}
