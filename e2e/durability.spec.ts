import { chromium, type Page } from '@playwright/test';
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import config from '../playwright.config';
import { planFile, running, settled, type } from './bench';
import { expect, test } from './server';

async function newPlan(page: Page, url: string, name: string): Promise<string> {
	await page.goto(url);
	await running(page);
	await page.getByLabel('Name of the vehicle or plan').fill(name);
	await page.getByRole('button', { name: 'Start measuring' }).click();
	// A browser that was just started on a loaded machine takes its time for the first page.
	await expect(page.getByRole('heading', { name: 'Length of the floor' })).toBeVisible({ timeout: 60_000 });
	await settled(page);
	return page.url();
}

test('a server killed during edits loses nothing that was acknowledged, and gets the rest later', async ({ page, server }) => {
	// The server is started five times, beside another story.
	test.setTimeout(240_000);
	const address = await newPlan(page, server.url, 'Power cut');
	await type(page, 'Rear corner, along', '61');
	await settled(page);
	await server.kill();
	await type(page, 'Rear corner, across', '73');
	await expect(page.getByTestId('save-state')).toHaveText('Server away: kept here');
	await type(page, 'Length of the floor', '2901');
	await server.start();
	await settled(page);
	const { plan } = (await planFile(page)) as never as {
		plan: { vehicle: { length: { mm: number }; rear: Record<'cornerAlong' | 'cornerAcross', { mm: number }> } };
	};
	expect([plan.vehicle.rear.cornerAlong.mm, plan.vehicle.rear.cornerAcross.mm, plan.vehicle.length.mm]).toEqual([61, 73, 2901]);

	// Killed again right after each acknowledgement: the last acknowledged value is always there.
	for (const value of [2911, 2922, 2933]) {
		await type(page, 'Length of the floor', String(value));
		await settled(page);
		await server.kill();
		await server.start();
		await page.goto(address);
		await expect(page.getByLabel('Length of the floor', { exact: true })).toHaveValue(`${value} mm`);
		await settled(page);
	}
});

test('edits made while the server is away survive closing the window', async ({ page, context, server }) => {
	const address = await newPlan(page, server.url, 'Away');
	await server.kill();
	await type(page, 'Length of the floor', '2877');
	await expect(page.getByTestId('save-state')).toHaveText('Server away: kept here');
	await page.close();
	await server.start();
	const later = await context.newPage();
	await later.goto(address);
	await expect(later.getByText('Unsaved work of an earlier window was found')).toBeVisible();
	await expect(later.getByLabel('Length of the floor', { exact: true })).toHaveValue('2877 mm');
	await settled(later);
	await later.reload();
	await expect(later.getByLabel('Length of the floor', { exact: true })).toHaveValue('2877 mm');
});

test('two windows on one plan: separate changes come together, the same change is asked about, nothing is lost', async ({
	page,
	browser,
	server
}) => {
	const address = await newPlan(page, server.url, 'Two windows');
	// Another profile: no shared storage and no messages between them but those of the server.
	const other = await (await browser.newContext()).newPage();
	await other.goto(address);
	await settled(other);
	await type(other, 'Rear corner, along', '88');
	await type(page, 'Rear corner, across', '99');
	await expect(page.getByLabel('Rear corner, along', { exact: true })).toHaveValue('88 mm');
	await expect(other.getByLabel('Rear corner, across', { exact: true })).toHaveValue('99 mm');
	const told = async () =>
		(await Promise.all([page, other].map((p) => p.getByText('Another window changed this plan').count()))).some((n) => n > 0);
	await expect.poll(told).toBe(true);

	// The same place in both, with the second one kept from saving until the first has.
	await other.route('**/api/plans/**', (route) => route.abort());
	await type(other, 'Length of the floor', '2700');
	await type(page, 'Length of the floor', '2800');
	await settled(page);
	await other.unroute('**/api/plans/**');
	await expect(other.getByText('Two windows changed the same thing')).toBeVisible();
	const asked = other.getByRole('group', { name: /Length/ });
	await expect(asked).toContainText('2700 mm here');
	await expect(asked).toContainText('2800 mm in the other window');
	await other.getByRole('button', { name: 'Take what is marked' }).click();
	await settled(other);
	await expect(page.getByLabel('Length of the floor', { exact: true })).toHaveValue('2700 mm');
	await other.context().close();
});

const length = (page: Page) => page.getByLabel('Length of the floor', { exact: true });
const idOf = (address: string) => /plans\/([^/]+)/.exec(address)![1];
/** The plan as the server has it. */
async function stored(
	page: Page,
	address: string
): Promise<{ revision: { version: number }; plan: { vehicle: { length: { mm: number } } } }> {
	return (await page.request.get(new URL(`/api/plans/${idOf(address)}`, address).href)).json();
}

test('(1) what was typed on the way out never comes back over what was saved later', async ({ page, context, server }) => {
	const address = await newPlan(page, server.url, 'Out and in');
	await type(page, 'Length of the floor', '2711');
	await page.getByRole('link', { name: 'Vast Nook' }).click();
	await page.locator('.plans a', { hasText: 'Out and in' }).click();
	await page.getByRole('link', { name: /^Interior/ }).click();
	await settled(page);
	await type(page, 'Length of the floor', '2722');
	await settled(page);
	await page.close();
	const later = await context.newPage();
	await later.goto(address);
	await settled(later);
	await later.waitForTimeout(1500);
	await expect(length(later)).toHaveValue('2722 mm');
	expect((await stored(later, address)).plan.vehicle.length.mm).toBe(2722);
});

test('(2) work of an offline window is asked about when the same size was saved elsewhere meanwhile', async ({
	page,
	context,
	browser,
	server
}) => {
	const address = await newPlan(page, server.url, 'Offline');
	await context.setOffline(true);
	await type(page, 'Length of the floor', '2733');
	await type(page, 'Rear corner, along', '55');
	await expect(page.getByTestId('save-state')).toHaveText('Server away: kept here');
	await page.close();
	await context.setOffline(false);
	const other = await (await browser.newContext()).newPage();
	await other.goto(address);
	await settled(other);
	await type(other, 'Length of the floor', '2744');
	await settled(other);
	await other.context().close();
	const later = await context.newPage();
	await later.goto(address);
	const asked = later.getByRole('group', { name: /Length/ });
	await expect(asked).toContainText('2733 mm here');
	await expect(asked).toContainText('2744 mm in the other window');
	await asked.getByRole('radio').nth(1).check();
	await later.getByRole('button', { name: 'Take what is marked' }).click();
	await settled(later);
	await expect(length(later)).toHaveValue('2744 mm');
	await expect(later.getByLabel('Rear corner, along', { exact: true })).toHaveValue('55 mm');
});

test('(4) a plan with long notes in another script is saved', async ({ page, server }) => {
	const address = await newPlan(page, server.url, 'Notes');
	const { plan } = (await planFile(page)) as never as { plan: object };
	const log = Array.from({ length: 12 }, (_, i) => ({ date: `2026-05-${10 + i}`, text: '夜の虫'.repeat(450) }));
	await page.getByRole('link', { name: 'Vast Nook' }).click();
	await page.getByLabel(/Choose a file/).setInputFiles({
		name: 'notes.nook.json',
		mimeType: 'application/json',
		buffer: Buffer.from(JSON.stringify({ format: 'vast-nook plan', version: 2, plan: { ...plan, log } }))
	});
	await page.waitForURL(/layout$/);
	await page.goto(page.url().replace(/layout$/, 'interior'));
	await settled(page);
	await type(page, 'Length of the floor', '2755');
	await settled(page);
	expect((await stored(page, page.url())).plan.vehicle.length.mm).toBe(2755);
	expect(address).not.toBe(page.url());
});

test('(11) a plan that was deleted in another window says so, stays kept, and can be put back', async ({ page, browser, server }) => {
	const address = await newPlan(page, server.url, 'Gone');
	await type(page, 'Length of the floor', '2766');
	await settled(page);
	const other = await (await browser.newContext()).newPage();
	await other.request.delete(`${server.url}/api/plans/${idOf(address)}`);
	await other.context().close();
	await expect(page.getByTestId('save-state')).toHaveText('Deleted elsewhere');
	await expect(page.getByText('This plan was deleted in another window')).toBeVisible();
	// Left without a decision, it is still to be had from the first page.
	await page.goto(server.url);
	await running(page);
	const kept = page.getByRole('region', { name: 'Kept in this browser' });
	await expect(kept).toContainText('Gone');
	await kept.getByRole('button', { name: 'Put it back into the list' }).click();
	await expect(kept).toHaveCount(0);
	await page.locator('.plans a', { hasText: 'Gone' }).click();
	await page.getByRole('link', { name: /^Interior/ }).click();
	await expect(length(page)).toHaveValue('2766 mm');
});

test('(12) every stage opens and works while the server is away', async ({ page, context, server }) => {
	const loaded = page.waitForResponse((response) => response.url().includes('scan.worker'));
	await newPlan(page, server.url, 'Stages');
	await loaded;
	await page.waitForLoadState('networkidle');
	await context.setOffline(true);
	for (const stage of [
		'People and gear',
		'Find a layout',
		'Layout',
		'Compare',
		'Conversion',
		'Storage',
		'Cutting',
		'Build',
		'Log',
		'Interior'
	]) {
		await page.getByRole('link', { name: new RegExp(`^${stage}`) }).click();
		await expect(page.getByRole('link', { name: new RegExp(`^${stage}`) })).toHaveAttribute('aria-current', 'page');
		await expect(page.getByRole('link', { name: 'Back to the list of plans' })).toHaveCount(0);
	}
	await type(page, 'Length of the floor', '2777');
	await expect(page.getByTestId('save-state')).toHaveText('Server away: kept here');
	await context.setOffline(false);
	await settled(page);
});

/** Ends every process at once whose command has some words, as when the battery is taken out. */
function killAll(words: string): void {
	for (const pid of readdirSync('/proc').filter((name) => /^\d+$/.test(name) && name !== String(process.pid)))
		try {
			if (readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(words)) process.kill(Number(pid), 'SIGKILL');
		} catch {
			// It ended by itself meanwhile.
		}
}

test('(13) what was signed as kept survives a kill of the browser at once', async ({ server }) => {
	const profile = mkdtempSync(join(tmpdir(), 'nook-profile-'));
	const { launchOptions } = config.use!;
	const open = () => chromium.launchPersistentContext(profile, { ...launchOptions, viewport: { width: 1280, height: 800 } });
	const first = await open();
	const page = await first.newPage();
	const address = await newPlan(page, server.url, 'Killed');
	await first.setOffline(true);
	await type(page, 'Length of the floor', '2788');
	await expect(page.getByTestId('save-state')).toHaveText('Server away: kept here');
	killAll(profile);
	await first.close().catch(() => undefined);
	const again = await open();
	const later = await again.newPage();
	await later.goto(address);
	await expect(length(later)).toHaveValue('2788 mm');
	await settled(later);
	await again.close();
});

test('(15) one window that moves between pages while it saves is never told that others were first', async ({ page, server }) => {
	const refusals: string[] = [];
	page.on('response', (response) => {
		if (response.status() === 409) refusals.push(response.url());
	});
	const address = await newPlan(page, server.url, 'Moving about');
	for (let i = 0; i < 12; i++) {
		await length(page).fill(String(2600 + i));
		await length(page).press('Enter');
		await page.waitForTimeout([0, 40, 200, 360][i % 4]);
		if (i % 3 === 0) await page.reload();
		else if (i % 3 === 1) {
			await page.getByRole('link', { name: /^Layout/ }).click();
			await page.getByRole('link', { name: /^Interior/ }).click();
		} else {
			await page.getByRole('link', { name: 'Vast Nook' }).click();
			await page.goto(address);
		}
		await expect(length(page)).toHaveValue(`${2600 + i} mm`);
	}
	await settled(page);
	expect((await stored(page, address)).plan.vehicle.length.mm).toBe(2611);
	expect(refusals).toEqual([]);
});
