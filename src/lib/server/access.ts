import { createHash, randomBytes, scrypt as scryptCallback, timingSafeEqual } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { RateLimiterMemory } from 'rate-limiter-flexible';
import { Op } from 'sequelize';
import { z } from 'zod';
import { database, SessionRow } from './database';
import { isLoopback, type Settings } from './settings';

const scrypt = promisify<string, Buffer, number, { N: number; r: number; p: number; maxmem: number }, Buffer>(scryptCallback);

/** Cost of a try, as OWASP's password storage cheat sheet gives it for scrypt: 128 MiB and about a third of a second. */
const COST = { N: 2 ** 17, r: 8, p: 1 };
const MOST_MEMORY = 256 * 2 ** 20;
/** Shorter ones are guessed. */
export const SHORTEST = 12;
export const SESSION_COOKIE = 'nook-session';
/** Somebody who signed in stays in for so long, ms. */
export const SESSION_LASTS = 30 * 24 * 3600 * 1000;

const keptSchema = z.strictObject({ salt: z.string(), hash: z.string(), N: z.number(), r: z.number(), p: z.number() });
const fileOf = (folder: string) => join(folder, 'passphrase.json');

/**
 * Keeps a passphrase for the server of a data folder, hashed.
 *
 * @throws Error when it is too short
 */
export async function setPassphrase(folder: string, passphrase: string): Promise<void> {
	if ([...passphrase].length < SHORTEST) throw new Error(`A passphrase has at least ${SHORTEST} characters: a few words do well.`);
	const salt = randomBytes(16);
	const hash = await scrypt(passphrase.normalize('NFKC'), salt, 32, { ...COST, maxmem: MOST_MEMORY });
	writeFileSync(fileOf(folder), JSON.stringify({ salt: salt.toString('base64'), hash: hash.toString('base64'), ...COST }), { mode: 0o600 });
}

export const hasPassphrase = (folder: string): boolean => existsSync(fileOf(folder));

async function isPassphrase(folder: string, passphrase: string): Promise<boolean> {
	const { salt, hash, N, r, p } = keptSchema.parse(JSON.parse(readFileSync(fileOf(folder), 'utf8')));
	const kept = Buffer.from(hash, 'base64');
	const given = await scrypt(passphrase.normalize('NFKC'), Buffer.from(salt, 'base64'), kept.length, { N, r, p, maxmem: MOST_MEMORY });
	return timingSafeEqual(given, kept);
}

/** Whether whoever asks has to sign in: only a server that this machine alone can reach goes without. */
export const needsSignIn = ({ host }: Pick<Settings, 'host'>): boolean => !isLoopback(host);

/**
 * Refuses to open the server to other machines without a lock on the door.
 *
 * @throws Error that says what is missing
 */
export function assertSafe(settings: Pick<Settings, 'host' | 'names' | 'dataFolder'>): void {
	if (!needsSignIn(settings)) return;
	const missing = [
		...(hasPassphrase(settings.dataFolder) ? [] : ['a passphrase: run  npm run passphrase  once']),
		...(settings.names.length > 0 ? [] : ['the names under which it may be asked: NOOK_NAMES=my-computer.local,192.0.2.10'])
	];
	if (missing.length > 0)
		throw new Error(
			`NOOK_HOST=${settings.host} would open this server to other machines. For that it needs ${missing.join('; and ')}. Without NOOK_HOST only this machine reaches it, and nothing is needed.`
		);
}

/** Tries that are taken from one address, and from all together, before the door stays shut for a while. */
const perAddress = new RateLimiterMemory({ points: 5, duration: 15 * 60, blockDuration: 15 * 60 });
const together = new RateLimiterMemory({ points: 60, duration: 15 * 60 });

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

/** What a try to sign in came to. */
export type SignIn = { ok: true; token: string } | { ok: false; status: 401 | 429; message: string };

/** Lets somebody in who knows the passphrase; counts the tries of those who do not. */
export async function signIn(settings: Pick<Settings, 'dataFolder'>, address: string, passphrase: string): Promise<SignIn> {
	try {
		await Promise.all([perAddress.consume(address), together.consume('all')]);
	} catch {
		return { ok: false, status: 429, message: 'Too many tries. Wait a quarter of an hour and try again.' };
	}
	if (!(await isPassphrase(settings.dataFolder, passphrase))) return { ok: false, status: 401, message: 'That is not the passphrase.' };
	await perAddress.delete(address);
	await database();
	const token = randomBytes(32).toString('base64url');
	await SessionRow.destroy({ where: { until: { [Op.lt]: new Date() } } });
	await SessionRow.create({ token: hashOf(token), until: new Date(Date.now() + SESSION_LASTS) });
	return { ok: true, token };
}

/** Whether a cookie is that of somebody who signed in. */
export async function isSignedIn(token: string | undefined): Promise<boolean> {
	if (!token) return false;
	await database();
	return (await SessionRow.count({ where: { token: hashOf(token), until: { [Op.gt]: new Date() } } })) > 0;
}

/** Ends a session, or all of them. */
export async function signOut(token: string | undefined, everywhere = false): Promise<void> {
	await database();
	await SessionRow.destroy({ where: everywhere ? {} : { token: hashOf(token ?? '') } });
}
