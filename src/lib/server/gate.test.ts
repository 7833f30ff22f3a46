import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { assertSafe, isSignedIn, needsSignIn, setPassphrase, signIn, signOut } from './access';
import { closeDatabase, database, SessionRow } from './database';
import { refusalOf } from './gate';
import { isLoopback, readSettings } from './settings';

const local = { host: '127.0.0.1', port: 4310, names: [] };
const open = { host: '0.0.0.0', port: 4310, names: ['bench.local', '192.0.2.10'] };
const ask = (asked: Partial<Parameters<typeof refusalOf>[0]>, settings: typeof open = local) =>
	refusalOf({ method: 'GET', host: '127.0.0.1:4310', origin: undefined, site: undefined, ...asked }, settings)?.message;

describe('the name that is asked for', () => {
	it.each(['127.0.0.1:4310', 'localhost:4310', '[::1]:4310', 'LOCALHOST:4310', '127.8.9.1:4310'])('%s is this machine', (host) => {
		for (const bound of ['127.0.0.1', 'localhost', '::1', '127.0.0.2']) expect(ask({ host }, { ...local, host: bound })).toBeUndefined();
	});
	it.each([
		'evil.example:4310',
		'localhost.evil.example:4310',
		'127.0.0.1.evil.example:4310',
		'127.0.0.1:81',
		'localhost',
		'',
		undefined,
		'a b',
		'127.0.0.1:4310@evil.example'
	])('%s is not, however it is bound', (host) => {
		for (const bound of ['127.0.0.1', 'localhost', '::1', '127.0.0.2'])
			expect(ask({ host }, { ...local, host: bound, names: ['evil.example'] })).toMatch(/does not answer to the name/);
	});
	it('is one of the list when the server is open to others', () => {
		for (const host of ['bench.local:4310', 'bench.local', '192.0.2.10:443', 'Bench.Local:4310'])
			expect(ask({ host }, open)).toBeUndefined();
		for (const host of ['evil.example', 'bench.local.evil.example', '192.0.2.11:4310', undefined])
			expect(ask({ host }, open)).toMatch(/does not answer/);
	});
});

describe('a request that changes something', () => {
	const host = '127.0.0.1:4310';
	it.each([
		['another site', 'http://evil.example'],
		['another port of this machine', 'http://127.0.0.1:8080'],
		['nowhere', 'null'],
		['garbage', ':::'],
		['an empty origin', '']
	])('from %s is turned away', (_, origin) => {
		for (const method of ['POST', 'PUT', 'DELETE', 'PATCH'])
			expect(ask({ method, host, origin })).toBe('This request came from another site.');
	});
	it('from another site is turned away by the browser’s word alone', () => {
		for (const site of ['cross-site', 'same-site']) expect(ask({ method: 'POST', host, site })).toMatch(/another site/);
	});
	it('from this page, or from no page, is let in', () => {
		expect(ask({ method: 'PUT', host, origin: `http://${host}`, site: 'same-origin' })).toBeUndefined();
		expect(ask({ method: 'PUT', host })).toBeUndefined();
	});
});

describe('opening the server to other machines', () => {
	const folder = mkdtempSync(join(tmpdir(), 'nook-'));
	const settings = { ...open, dataFolder: folder };
	beforeAll(async () => {
		process.env.NOOK_DATA = folder;
		await database();
	});
	afterAll(closeDatabase);

	it.each(['127.0.0.1', '127.0.0.2', 'localhost', '::1', '[::1]'])('%s is this machine only, and needs nothing', (host) => {
		expect(isLoopback(host)).toBe(true);
		expect(needsSignIn({ host })).toBe(false);
		expect(() => assertSafe({ ...settings, host, names: [] })).not.toThrow();
	});
	it.each(['0.0.0.0', '::', '192.0.2.10', 'bench.local', '127.0.0.1.example', '128.0.0.1'])(
		'%s is more, and is refused without a passphrase and names',
		(host) => {
			expect(() => assertSafe({ ...settings, host, names: [] })).toThrow(/npm run passphrase.*NOOK_NAMES/s);
			expect(() => assertSafe({ ...settings, host })).toThrow(/npm run passphrase/);
		}
	);
	it('takes names as a list, and says which is none', () => {
		expect(readSettings({ NOOK_NAMES: ' Bench.local, 192.0.2.10 ,[fe80::1]' }).names).toEqual(['bench.local', '192.0.2.10', '[fe80::1]']);
		expect(() => readSettings({ NOOK_NAMES: 'bench.local:80' })).toThrow(/NOOK_NAMES/);
	});
	it('keeps a passphrase hashed, and none that is short', async () => {
		await expect(setPassphrase(folder, 'short')).rejects.toThrow(/at least 12/);
		await setPassphrase(folder, 'moths at the third lamp');
		expect(readFileSync(join(folder, 'passphrase.json'), 'utf8')).not.toContain('moths');
		expect(() => assertSafe(settings)).not.toThrow();
		expect(() => assertSafe({ ...settings, names: [] })).toThrow(/NOOK_NAMES/);
	});
	it('lets in who knows it, until they sign out', async () => {
		const answer = await signIn(settings, '192.0.2.1', 'moths at the third lamp');
		if (!answer.ok) throw new Error(answer.message);
		expect(await isSignedIn(answer.token)).toBe(true);
		// What is stored lets nobody in.
		expect(JSON.stringify(await SessionRow.findAll())).not.toContain(answer.token);
		await signOut(answer.token);
		expect(await isSignedIn(answer.token)).toBe(false);
		expect(await isSignedIn(undefined)).toBe(false);
		expect(await isSignedIn('')).toBe(false);
	});
	it('lets in nobody else, and shuts the door after some tries from one place', async () => {
		const statuses: number[] = [];
		for (let i = 0; i < 8; i++) {
			const answer = await signIn(settings, '192.0.2.66', `guess number ${i}`);
			statuses.push(answer.ok ? 200 : answer.status);
		}
		expect(statuses).toEqual([401, 401, 401, 401, 401, 429, 429, 429]);
		// Not even with the right one, and others are not kept out.
		expect(await signIn(settings, '192.0.2.66', 'moths at the third lamp')).toMatchObject({ ok: false, status: 429 });
		expect(await signIn(settings, '192.0.2.2', 'moths at the third lamp')).toMatchObject({ ok: true });
	});
	it('forgets sessions that are over', async () => {
		await SessionRow.update({ until: new Date(0) }, { where: {} });
		const answer = await signIn(settings, '192.0.2.3', 'moths at the third lamp');
		expect(await SessionRow.count()).toBe(1);
		expect(answer.ok && (await isSignedIn(answer.token))).toBe(true);
	});
});
