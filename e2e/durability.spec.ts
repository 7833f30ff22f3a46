import { planFile, settled, type } from './bench';
import { expect, test } from './server';
import type { Page } from '@playwright/test';

async function newPlan(page: Page, url: string, name: string): Promise<string> {
	await page.goto(url);
	await page.getByLabel('Name of the vehicle or plan').fill(name);
	await page.getByRole('button', { name: 'Start measuring' }).click();
	await expect(page.getByRole('heading', { name: 'Length of the floor' })).toBeVisible();
	await settled(page);
	return page.url();
}

test('a server killed during edits loses nothing that was acknowledged, and gets the rest later', async ({ page, server }) => {
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
	await other.getByRole('button', { name: 'Keep what I see here' }).click();
	await settled(other);
	await expect(page.getByLabel('Length of the floor', { exact: true })).toHaveValue('2700 mm');
	await page.goto(server.url);
	const kept = page.locator('.plans a', { hasText: 'Two windows (other window)' });
	await expect(kept).toHaveCount(1);
	await page.goto((await kept.evaluate((link: HTMLAnchorElement) => link.href)).replace(/layout$/, 'interior'));
	await expect(page.getByLabel('Length of the floor', { exact: true })).toHaveValue('2800 mm');
	await other.context().close();
});
