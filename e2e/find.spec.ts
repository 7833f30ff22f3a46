import AxeBuilder from '@axe-core/playwright';
import { complete, openDemo, planFile, settled } from './bench';
import { expect, test } from './server';

test.use({ demo: 'find' });

test('somebody looks for layouts, takes one over without a clash, sees it, and takes it back', async ({ page, server }) => {
	test.setTimeout(480_000);
	await openDemo(page, server.url, 'survey van', 'find');
	const pieces = async (): Promise<unknown> => (await planFile(page)).plan.pieces;
	const before = await pieces();
	// Narrow the search: without holes in the vehicle a platform on ledgers is out, and says so.
	await page.getByLabel('New holes in the vehicle are allowed').uncheck();
	await page.getByLabel('Light', { exact: true }).check();
	await page.getByRole('button', { name: 'Light matters more' }).click();
	await page.getByRole('button', { name: 'Look for layouts' }).click();
	await expect(page.getByRole('status').filter({ hasText: 'beds looked at' })).toBeVisible({ timeout: 400_000 });
	const cards = page.getByRole('article');
	expect(await cards.count()).toBeGreaterThanOrEqual(3);
	await expect(cards.filter({ hasText: 'Platform from wall to wall' })).toHaveCount(0);
	const miss = page.getByRole('listitem').filter({ hasText: 'Platform from wall to wall' });
	await expect(miss).toContainText('no new holes are allowed');
	await expect(miss.getByRole('button', { name: 'Allow new holes in the vehicle' })).toBeVisible();
	expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => `${v.id}: ${v.nodes[0].html}`)).toEqual([]);

	await cards.first().getByRole('button', { name: 'Take this one' }).click();
	await page.waitForURL(/\/layout$/);
	await complete(page);
	await expect(page.locator('li.clash')).toHaveCount(0);
	expect(await pieces()).not.toEqual(before);

	// In bed they can be shown sitting up.
	await page.getByLabel('In bed, show them').selectOption('sitting up');
	await expect(page.locator('title', { hasText: 'Ida, sitting up' }).first()).toBeAttached();

	await page.getByRole('button', { name: 'Undo' }).click();
	await settled(page);
	expect(await pieces()).toEqual(before);
});

test('a search can be stopped, and what was found stays', async ({ page, server }) => {
	test.setTimeout(240_000);
	await openDemo(page, server.url, 'survey van', 'find');
	await page.getByRole('button', { name: 'Look for layouts' }).click();
	await expect(page.getByRole('article').first()).toBeVisible({ timeout: 120_000 });
	await page.getByRole('button', { name: 'Stop looking' }).click();
	await expect(page.getByRole('button', { name: 'Look for layouts' })).toBeVisible();
	await expect(page.getByRole('article').first()).toBeVisible();
});
