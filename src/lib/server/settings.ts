import { accessSync, constants, mkdirSync } from 'node:fs';
import { resolve } from 'node:path';
import { z } from 'zod';

const hostName = z
	.string()
	.trim()
	.toLowerCase()
	.regex(/^(\[[0-9a-f:]+\]|[a-z0-9.-]+)$/, 'a host name is letters, digits, dots and dashes, without a port');

/** What can be set from the environment; everything has a safe default. */
const settingsSchema = z.object({
	NOOK_HOST: z.string().min(1).default('127.0.0.1'),
	NOOK_PORT: z.coerce.number().int().min(1).max(65535).default(4310),
	NOOK_DATA: z.string().min(1).default('data'),
	NOOK_NAMES: z
		.string()
		.default('')
		.transform((names) => names.split(',').filter((name) => name.trim() !== ''))
		.pipe(z.array(hostName)),
	NOOK_BACKUPS: z.coerce.number().int().min(1).max(1000).default(14),
	NOOK_JOB_SECONDS: z.coerce.number().min(0.05).max(3600).default(60),
	NOOK_JOBS: z.string().optional()
});

export interface Settings {
	/** Address to listen on; only this machine by default. */
	host: string;
	port: number;
	/** Folder of the database, absolute. */
	dataFolder: string;
	/** Names under which other machines may ask, without port. */
	names: string[];
	/** So many backups are kept. */
	backups: number;
	/** Whatever runs longer than this in a thread is stopped, s. */
	jobSeconds: number;
	/** The built worker of the threads, absolute; set by whoever starts the built server. Without it the source is run. */
	jobsFile: string | undefined;
}

/**
 * The settings from the environment.
 *
 * @throws Error with one line for each variable that is wrong.
 */
export function readSettings(environment: Record<string, string | undefined>): Settings {
	const result = settingsSchema.safeParse(environment);
	if (!result.success) throw new Error(result.error.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`).join('\n'));
	const { NOOK_HOST, NOOK_PORT, NOOK_DATA, NOOK_NAMES, NOOK_BACKUPS, NOOK_JOB_SECONDS, NOOK_JOBS } = result.data;
	return {
		host: NOOK_HOST,
		port: NOOK_PORT,
		dataFolder: resolve(NOOK_DATA),
		names: NOOK_NAMES,
		backups: NOOK_BACKUPS,
		jobSeconds: NOOK_JOB_SECONDS,
		jobsFile: NOOK_JOBS ? resolve(NOOK_JOBS) : undefined
	};
}

/** Whether an address to listen on is this machine only. */
export const isLoopback = (host: string): boolean =>
	host === 'localhost' || host === '::1' || host === '[::1]' || /^127(\.\d{1,3}){3}$/.test(host);

/**
 * Makes sure that the data folder is there and can be written.
 *
 * @throws Error that says which folder it was and what to do.
 */
export function prepareDataFolder(folder: string): void {
	try {
		mkdirSync(folder, { recursive: true });
		accessSync(folder, constants.W_OK);
	} catch (error) {
		throw new Error(
			`The data folder ${folder} cannot be written (${(error as NodeJS.ErrnoException).code}). Choose another with NOOK_DATA=/some/folder, or change its permissions.`,
			{ cause: error }
		);
	}
}
