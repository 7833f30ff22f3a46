import { readFileSync } from 'node:fs';
import { complete, planFile, settled, type, running } from './bench';
import { expect, test } from './server';

/** Twenty sizes of an invented van, as they were read off two tapes. */
const SIZES: [label: string, text: string][] = [
	['Length of the floor', '2.96 m'],
	['Rear door, 700 mm up', '7/8"'],
	['Rear door, 1150 mm up', '4 1/8"'],
	['Rear corner, along', '58'],
	['Rear corner, across', '74'],
	['Width 260 mm forward, 0 mm up', '56 1/16"'],
	['Width 260 mm forward, 450 mm up', '1528'],
	['Width 260 mm forward, 800 mm up', '1482'],
	['Width 260 mm forward, 1100 mm up', '126.2 cm'],
	['Ceiling 260 mm forward, in the middle', '54"'],
	['Ceiling 260 mm forward, 450 mm off the middle', '1331'],
	['Width 1150 mm forward, 0 mm up', '57 5/16"'],
	['Width 1150 mm forward, 450 mm up', '1552'],
	['Width 1150 mm forward, 800 mm up', '1504'],
	['Width 1150 mm forward, 1100 mm up', '1290'],
	['Ceiling 1150 mm forward, in the middle', '4\'7"'],
	['Arches: start', '438'],
	['Arches: height', '9 3/4"'],
	['Arches: width between', '1172'],
	['Left front seat: backrest from the rear door', '2095']
];

test('from a blank plan to a cut list', async ({ page, server }) => {
	// Nearly all sizes are guesses here, and each is asked what it does to every rule: it takes its time beside another story.
	test.setTimeout(300_000);
	await page.goto(server.url);
	await running(page);
	await page.getByLabel('Name of the vehicle or plan').fill('Moth van');
	await page.getByLabel('Body style').selectOption('small van');
	await page.getByRole('button', { name: 'Start measuring' }).click();
	await expect(page.getByRole('heading', { name: 'Length of the floor' })).toBeVisible();
	await settled(page);

	// Read off the inch side of the tape: questioned, not refused, and forgotten once it is right.
	await type(page, 'Length of the floor', '116.5 cm');
	await expect(page.getByText('Inches typed as centimetres').first()).toBeVisible();
	for (const [label, text] of SIZES) await type(page, label, text);
	await expect(page.getByText('Inches typed as centimetres')).toHaveCount(0);
	await expect(page.getByText(/20 of \d+ measured/)).toBeVisible();
	// A slip is told, and what was typed stays in the field.
	await type(page, 'Arches: height', '9 3/4 feet"');
	await expect(page.getByRole('alert')).toContainText('9 3/4 feet');
	await page.getByLabel('Arches: height', { exact: true }).press('Escape');

	await page.getByRole('link', { name: 'People and gear' }).click();
	await page.getByRole('button', { name: 'Add a person' }).click();
	await type(page, 'Height', '1.74 m');
	await page.getByRole('button', { name: 'Add a person' }).click();
	await page.getByLabel('Height', { exact: true }).nth(1).fill('5\'10"');
	await page.getByLabel('Height', { exact: true }).nth(1).press('Enter');
	await page.getByRole('button', { name: 'Add a thing' }).click();

	await page.getByRole('link', { name: /^Layout/ }).click();
	await page.getByRole('button', { name: /Slat couch/ }).click();
	await page.getByRole('button', { name: /^Night/ }).click();
	await settled(page);
	// The couch is fitted as it is added; longer than the room it clashes, and every clash says by how much.
	await type(page, 'Length', '2.4 m');
	await complete(page);
	const clash = page
		.locator('li.clash')
		.filter({ has: page.locator('.fix') })
		.first();
	await expect(clash.locator('.number')).toHaveText(/^\d+ mm short$/);
	const title = await clash.locator('.title').innerText();
	const before = (await planFile(page)).plan;
	const clashes = await page.locator('li.clash').count();
	await clash.locator('.fix button').first().click();
	await complete(page);
	await expect(page.locator('li.clash .title', { hasText: title })).toHaveCount(0);
	const fixed = (await planFile(page)).plan;
	expect(fixed).not.toEqual(before);

	await page.getByRole('button', { name: 'Undo' }).click();
	await complete(page);
	await expect(page.locator('li.clash')).toHaveCount(clashes);
	expect((await planFile(page)).plan).toEqual(before);
	await page.getByRole('button', { name: 'Redo' }).click();
	await settled(page);
	expect((await planFile(page)).plan).toEqual(fixed);

	await page.getByRole('link', { name: 'Cutting' }).click();
	await expect(page.getByRole('cell', { name: /Stop bar/ }).first()).toBeVisible();
	for (const [name, ending, start] of [
		['Workshop sheets (PDF)', 'cut-list.pdf', '%PDF-'],
		['Parts (CSV)', 'parts.csv', 'number,piece'],
		['Sheets, full size (SVG)', 'sheets.svg', '<?xml'],
		['Plan file', 'nook.json', '{']
	]) {
		const coming = page.waitForEvent('download');
		await page.getByRole('button', { name }).click();
		const download = await coming;
		expect(download.suggestedFilename()).toBe(`moth-van.${ending}`);
		expect(readFileSync(await download.path(), 'utf8').startsWith(start)).toBe(true);
	}

	await page.reload();
	await settled(page);
	await expect(page.getByRole('cell', { name: /Stop bar/ }).first()).toBeVisible();
	expect((await planFile(page)).plan).toEqual(fixed);
	await page.getByRole('link', { name: 'Interior' }).click();
	await expect(page.getByLabel('Arches: height', { exact: true })).toHaveValue('248 mm');
	await page.getByRole('button', { name: 'mm', exact: true }).click();
	await expect(page.getByLabel('Arches: height', { exact: true })).toHaveValue('9 3/4"');
});

test('a plan file that is broken or foreign is refused with its faults, and nothing changes', async ({ page, server }) => {
	await page.goto(server.url);
	await running(page);
	const plans = await page.locator('.plans > li').count();
	const choose = page.getByLabel('Choose a file');
	// A file that is chosen before the page runs is not read: chosen again it is.
	await expect(async () => {
		await choose.setInputFiles({ name: 'foreign.json', mimeType: 'application/json', buffer: Buffer.from('{"format":"something else"}') });
		await expect(page.getByRole('alert')).toContainText('Nothing was changed', { timeout: 2000 });
	}).toPass();
	await expect(page.getByRole('alert')).toContainText('format');
	await choose.setInputFiles({ name: 'huge.json', mimeType: 'application/json', buffer: Buffer.alloc(50_000_000, 120) });
	await expect(page.getByRole('alert')).toContainText('too large');
	await page.reload();
	await expect(page.locator('.plans > li')).toHaveCount(plans);
});

test('the server refuses hostile requests as well', async ({ request, server }) => {
	const post = (data: string | object, headers: Record<string, string> = {}) =>
		request.post(`${server.url}/api/plans`, {
			data,
			headers: { 'content-type': 'application/json', accept: 'application/json', ...headers }
		});
	expect((await post({ file: '['.repeat(100_000) })).status()).toBe(422);
	expect((await post({ file: '{"format":"vast-nook plan","version":1,"plan":{"__proto__":{}}}' })).status()).toBe(422);
	expect((await post('not json')).status()).toBe(400);
	expect((await post({ name: '', bodyStyle: 'small van' })).status()).toBe(400);
	expect((await post({ file: 'x'.repeat(50_000_000) })).status()).toBe(413);
	expect((await post({ name: 'From elsewhere', bodyStyle: 'small van' }, { origin: 'http://elsewhere.example' })).status()).toBe(403);
	expect((await request.get(server.url, { headers: { host: 'elsewhere.example' } })).status()).toBe(403);
	expect((await request.get(`${server.url}/plans/nothing/layout`)).status()).toBe(404);
	const page = await request.get(server.url);
	expect(page.headers()['content-security-policy']).toContain("default-src 'self'");
});
