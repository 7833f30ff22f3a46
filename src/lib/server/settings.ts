import { accessSync, constants, mkdirSync } from 'node:fs';
import { resolve } from 'node:path';
import { z } from 'zod';

/** What can be set from the environment; everything has a safe default. */
const settingsSchema = z.object({
	NOOK_HOST: z.string().min(1).default('127.0.0.1'),
	NOOK_PORT: z.coerce.number().int().min(1).max(65535).default(4310),
	NOOK_DATA: z.string().min(1).default('data')
});

export interface Settings {
	/** Address to listen on; only this machine by default. */
	host: string;
	port: number;
	/** Folder of the database, absolute. */
	dataFolder: string;
}

/**
 * The settings from the environment.
 *
 * @throws Error with one line for each variable that is wrong.
 */
export function readSettings(environment: Record<string, string | undefined>): Settings {
	const result = settingsSchema.safeParse(environment);
	if (!result.success) throw new Error(result.error.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`).join('\n'));
	const { NOOK_HOST, NOOK_PORT, NOOK_DATA } = result.data;
	return { host: NOOK_HOST, port: NOOK_PORT, dataFolder: resolve(NOOK_DATA) };
}

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
