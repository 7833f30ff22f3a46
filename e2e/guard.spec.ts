import AxeBuilder from '@axe-core/playwright';
import { execFile, spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { readPlanFile, writePlanFile } from '../src/lib/core/plan';
import { running, settled } from './bench';
import { expect, Server, test } from './server';

const root = join(import.meta.dirname, '..');
const folder = () => mkdtempSync(join(tmpdir(), 'nook-guard-'));

/** A request as no browser would send it. */
function raw(
	port: number,
	path: string,
	headers: Record<string, string> = {},
	method = 'GET',
	body = ''
): Promise<{ status: number; headers: Record<string, unknown>; text: string }> {
	return new Promise((resolve, reject) => {
		const asked = request(
			{ host: '127.0.0.1', port, path, method, agent: false, headers: { host: `127.0.0.1:${port}`, ...headers } },
			(response) => {
				let text = '';
				response.on('data', (chunk) => (text += chunk));
				response.on('end', () => resolve({ status: response.statusCode!, headers: response.headers, text }));
			}
		);
		asked.on('error', reject);
		asked.end(body);
	});
}

const startError = (settings: Record<string, string>) =>
	promisify(execFile)(process.execPath, ['--import', 'tsx', 'scripts/serve.ts'], {
		cwd: root,
		env: { ...process.env, ...settings },
		timeout: 30_000
	}).then(
		() => 'started',
		(error: { stderr: string }) => error.stderr
	);

test('the server refuses to start where it would lose or give away something, and says why', async ({ server }) => {
	expect(await startError({ NOOK_PORT: '4398', NOOK_DATA: server.dataFolder })).toContain('Another Vast Nook server works in');
	expect(await startError({ NOOK_PORT: '4398', NOOK_DATA: folder(), NOOK_HOST: '0.0.0.0' })).toMatch(
		/open this server to other machines.*npm run passphrase/s
	);
	const damaged = folder();
	writeFileSync(join(damaged, 'plans.sqlite'), 'Dear diary, '.repeat(500));
	const said = await startError({ NOOK_PORT: '4398', NOOK_DATA: damaged });
	expect(said).toMatch(/plans\.sqlite is damaged/);
	expect(said).not.toContain('    at ');
	expect(readFileSync(join(damaged, 'plans.sqlite'), 'utf8')).toMatch(/^Dear diary/);
});

test('forged names, origins and paths are turned away, and every answer has the same headers', async ({ server }) => {
	const { port } = server;
	for (const host of ['evil.example', `evil.example:${port}`, '127.0.0.1:1']) expect((await raw(port, '/', { host })).status).toBe(403);
	for (const host of [`localhost:${port}`, `[::1]:${port}`, `127.0.0.9:${port}`]) expect((await raw(port, '/', { host })).status).toBe(200);
	const json = { 'content-type': 'application/json' };
	const plan = JSON.stringify({ name: 'Forged', bodyStyle: 'small van' });
	for (const origin of ['http://evil.example', 'null', ':::garbage', `http://localhost:${port + 1}`])
		for (const path of ['/api/plans', '/api/archive?how=instead', '/api/vehicles', '/plans/x/layout'])
			expect((await raw(port, path, { ...json, origin }, 'POST', plan)).status).toBe(403);
	for (const type of ['text/plain', 'application/x-www-form-urlencoded', 'multipart/form-data'])
		expect((await raw(port, '/api/plans', { 'content-type': type, 'sec-fetch-site': 'cross-site' }, 'POST', plan)).status).toBe(403);
	for (const path of [
		'/%ff',
		'/plans/%ff/layout',
		'//evil.example/',
		'/%00',
		'/../../package.json',
		'/%2e%2e/%2e%2e/package.json',
		'/_app/..%2f..%2f..%2fpackage.json',
		'/plans/..%2f..%2fx/layout',
		'/api/plans/..%2f..',
		'/vehicles/x/export',
		'/plans/x/export/plan',
		'/plans/x/export/__proto__',
		'/plans/x/template/constructor',
		'/nothing'
	]) {
		const answer = await raw(port, path);
		expect([path, answer.status]).toEqual([path, 404]);
		expect(answer.text).not.toContain('"dependencies"');
	}
	const page = await raw(port, '/');
	const script = /\/_app\/immutable\/[^"']+\.js/.exec(page.text)![0];
	for (const path of ['/', script, '/favicon.svg', '/api/plans/x', '/nothing']) {
		const { headers } = await raw(port, path);
		for (const name of [
			'x-content-type-options',
			'referrer-policy',
			'x-frame-options',
			'cross-origin-resource-policy',
			'content-security-policy'
		])
			expect([path, name, headers[name]]).toEqual([path, name, expect.any(String)]);
	}
});

test('bodies that are too large, cut off, or no JSON end with a sentence, and slow ones end', async ({ server }) => {
	const { port } = server;
	const json = { 'content-type': 'application/json' };
	expect((await raw(port, '/api/plans', json, 'POST', '{"a":')).status).toBe(400);
	expect((await raw(port, '/api/plans', { ...json, 'content-length': '99999999' }, 'POST', '').catch(() => ({ status: 413 }))).status).toBe(
		413
	);
	const created = await raw(port, '/api/plans', json, 'POST', JSON.stringify({ name: 'Held', bodyStyle: 'small van' }));
	const { id } = JSON.parse(created.text) as { id: string };
	const hostile = `{"base":{"version":1,"window":"w","state":0},"window":"w","state":1,"plan":{"__proto__":{"admin":true}}}`;
	expect((await raw(port, `/api/plans/${id}`, json, 'PUT', hostile)).status).toBe(422);
	// A head that never ends: the connection is closed, and others are served meanwhile.
	const slow = connect(port, '127.0.0.1');
	const ended = new Promise<void>((resolve) => slow.once('close', () => resolve()));
	slow.on('error', () => undefined);
	slow.resume();
	slow.write('GET / HTTP/1.1\r\nHost: 127');
	expect((await raw(port, '/')).status).toBe(200);
	await ended;
});

test('markup in names is shown as it is written, on every screen and in every file', async ({ page, server }) => {
	const evil = '<img src=x onerror="document.title=\'owned\'"><script>document.title="owned"</script>';
	const read = readPlanFile(readFileSync(join(root, 'examples/lantern-small-van.nook.json'), 'utf8'));
	if (!read.ok) throw new Error(read.faults[0]);
	const named = <T extends { name: string }>(table: Record<string, T>): Record<string, T> =>
		Object.fromEntries(Object.entries(table).map(([id, entry]) => [id, { ...entry, name: evil }]));
	const { plan } = read;
	const marked = {
		...plan,
		name: evil,
		pieces: named(plan.pieces),
		crew: named(plan.crew),
		gear: named(plan.gear),
		modes: named(plan.modes),
		vehicle: { ...plan.vehicle, name: evil, seats: named(plan.vehicle.seats), openings: named(plan.vehicle.openings) },
		stock: { ...plan.stock, sheets: named(plan.stock.sheets), bars: named(plan.stock.bars) }
	};
	const { id } = (await (await page.request.post(`${server.url}/api/plans`, { data: { file: writePlanFile(marked) } })).json()) as {
		id: string;
	};
	const foreign: string[] = [];
	page.on('request', (asked) => {
		if (!asked.url().startsWith(server.url)) foreign.push(asked.url());
	});
	for (const stage of ['interior', 'people', 'find', 'layout', 'compare', 'conversion', 'storage', 'cutting', 'build', 'log']) {
		await page.goto(`${server.url}/plans/${id}/${stage}`);
		await settled(page);
		await expect(page.getByRole('heading', { level: 1 })).toHaveText(evil);
		await expect(page).not.toHaveTitle('owned');
		expect(await page.locator('img[src=x], script:text("owned")').count()).toBe(0);
	}
	await page.goto(server.url);
	await expect(page.locator('.plans strong', { hasText: '<img' })).toBeVisible();
	await expect(page).not.toHaveTitle('owned');
	expect(foreign).toEqual([]);
	const svg = await (await page.request.get(`${server.url}/plans/${id}/export/sheets.svg`)).text();
	expect(svg).not.toContain('<img');
	expect(svg).not.toContain('<script');
});

test('a formula in a name is no formula in the parts list', async ({ page, server }) => {
	const read = readPlanFile(readFileSync(join(root, 'examples/lantern-small-van.nook.json'), 'utf8'));
	if (!read.ok) throw new Error(read.faults[0]);
	const [piece] = Object.keys(read.plan.pieces);
	const plan = {
		...read.plan,
		pieces: { ...read.plan.pieces, [piece]: { ...read.plan.pieces[piece], name: '=HYPERLINK("http://evil.example")' } }
	};
	const { id } = (await (await page.request.post(`${server.url}/api/plans`, { data: { file: writePlanFile(plan) } })).json()) as {
		id: string;
	};
	const csv = await (await page.request.get(`${server.url}/plans/${id}/export/parts.csv`)).text();
	expect(csv).toContain('HYPERLINK');
	for (const cell of csv.split(/[,\r\n]/)) expect(cell.replace(/^"/, '')).not.toMatch(/^[=+@]/);
});

test('open to other machines it asks for the passphrase, lets in who knows it, and signs out', async ({ page }) => {
	const data = folder();
	const asked = spawn(process.execPath, ['--import', 'tsx', 'scripts/passphrase.ts'], {
		cwd: root,
		env: { ...process.env, NOOK_DATA: data }
	});
	asked.stdin.end('moths at the third lamp\n');
	expect(await new Promise((resolve) => asked.once('exit', resolve))).toBe(0);
	const server = await Server.launch(false, { NOOK_HOST: '0.0.0.0', NOOK_NAMES: 'bench.local' }, data);
	try {
		expect((await raw(server.port, '/api/plans/x')).status).toBe(401);
		expect((await raw(server.port, '/api/archive')).status).toBe(401);
		expect((await raw(server.port, '/', { host: 'bench.local' })).status).toBe(303);
		expect((await raw(server.port, '/', { host: 'evil.example' })).status).toBe(403);
		await page.goto(`${server.url}/?page=1`);
		await expect(page).toHaveURL(/\/sign-in\?to=/);
		await running(page);
		await page.getByLabel('Passphrase').fill('not that one');
		await page.getByRole('button', { name: 'Sign in' }).click();
		await expect(page.getByRole('alert')).toHaveText('That is not the passphrase.');
		expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id)).toEqual([]);
		await page.getByLabel('Passphrase').fill('moths at the third lamp');
		await page.getByRole('button', { name: 'Sign in' }).click();
		await expect(page.getByRole('heading', { name: 'Start a plan' })).toBeVisible();
		const [cookie] = await page.context().cookies();
		expect(cookie).toMatchObject({ httpOnly: true, sameSite: 'Strict' });
		await running(page);
		await page.getByRole('button', { name: 'Sign out', exact: true }).click();
		await expect(page.getByLabel('Passphrase')).toBeVisible();
		// The cookie that was there before lets nobody in any more.
		expect((await raw(server.port, '/api/plans/x', { cookie: `${cookie.name}=${cookie.value}` })).status).toBe(401);
		// Never to another site afterwards.
		await page.goto(`${server.url}/sign-in?to=//evil.example/`);
		await running(page);
		await page.getByLabel('Passphrase').fill('moths at the third lamp');
		await page.getByRole('button', { name: 'Sign in' }).click();
		await expect(page.getByRole('heading', { name: 'Start a plan' })).toBeVisible();
		expect(page.url()).toBe(`${server.url}/`);
	} finally {
		await server.kill();
	}
});

test('everything goes into one file and comes back beside it, and a plan that cannot be read is listed', async ({ page, server }) => {
	await page.goto(server.url);
	await running(page);
	await page.getByLabel('Name of the vehicle or plan').fill('In the archive');
	await page.getByRole('button', { name: 'Start measuring' }).click();
	await settled(page);
	await page.goto(server.url);
	await running(page);
	const download = page.waitForEvent('download');
	await page.getByRole('link', { name: 'Download everything' }).click();
	const file = await (await download).path();
	const lines = readFileSync(file, 'utf8').trim().split('\n');
	const rows = lines.slice(1).map((line) => JSON.parse(line) as { name: string; document: string });
	expect(rows.some(({ name }) => name === 'In the archive')).toBe(true);
	const broken = { ...rows.find(({ name }) => name === 'In the archive')!, name: 'Half a plan', document: '{"name":' };
	await page.getByLabel(/Put a file of everything back/).setInputFiles({
		name: 'all.ndjson',
		mimeType: 'application/x-ndjson',
		buffer: Buffer.from([lines[0], JSON.stringify(broken), ''].join('\n'))
	});
	await page.getByRole('button', { name: 'Beside what is there' }).click();
	await expect(page.getByText('1 plans and 0 vehicles were put back.')).toBeVisible();
	const card = page.locator('.plans li', { hasText: 'Half a plan' });
	await expect(card).toContainText('cannot be read');
	const stored = page.waitForEvent('download');
	await card.getByRole('link', { name: 'Download what is stored' }).click();
	expect(readFileSync(await (await stored).path(), 'utf8')).toBe('{"name":');
	expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => `${v.id}: ${v.nodes[0].html}`)).toEqual([]);
	await card.getByRole('button', { name: 'Delete …' }).click();
	await page.getByRole('button', { name: 'Delete the plan' }).click();
	await expect(card).toHaveCount(0);
	await page
		.getByLabel(/Put a file of everything back/)
		.setInputFiles({ name: 'cut.ndjson', mimeType: 'application/x-ndjson', buffer: Buffer.from(lines.join('\n').slice(0, -30)) });
	await page.getByRole('button', { name: 'In its place' }).click();
	await expect(page.getByRole('alert')).toContainText('cut short. Nothing was changed');
	await expect(page.locator('.plans li', { hasText: 'In the archive' })).toBeVisible();
});
