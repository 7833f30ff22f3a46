import { execFile } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { expect, test } from './server';

const root = join(import.meta.dirname, '..');

/** Starts the application with some settings and waits for it to give up. */
const failToStart = (settings: Record<string, string>) =>
	promisify(execFile)(process.execPath, ['--import', 'tsx', 'scripts/serve.ts'], { cwd: root, env: { ...process.env, ...settings } }).then(
		() => ({ code: 0, stderr: '' }),
		(error: { code: number; stderr: string }) => ({ code: error.code, stderr: error.stderr })
	);

test('a port that is taken is named, with another to try', async ({ server }) => {
	const { code, stderr } = await failToStart({ NOOK_PORT: String(server.port), NOOK_DATA: mkdtempSync(join(tmpdir(), 'nook-')) });
	expect(code).toBe(1);
	expect(stderr).toContain(`Port ${server.port} on 127.0.0.1 is taken`);
	expect(stderr).toContain(`NOOK_PORT=${server.port + 1}`);
});

test('a data folder that cannot be written is named', async () => {
	const file = join(mkdtempSync(join(tmpdir(), 'nook-')), 'a-file');
	writeFileSync(file, '');
	const { code, stderr } = await failToStart({ NOOK_PORT: '4399', NOOK_DATA: join(file, 'inside') });
	expect(code).toBe(1);
	expect(stderr).toContain('cannot be written');
});

test('a setting that makes no sense is named', async () => {
	const { code, stderr } = await failToStart({ NOOK_PORT: 'seventy' });
	expect(code).toBe(1);
	expect(stderr).toContain('NOOK_PORT');
});
