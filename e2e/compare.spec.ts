import AxeBuilder from '@axe-core/playwright';
import { complete, openDemo, planFile, settled } from './bench';
import { expect, test } from './server';

test.use({ demo: 'compare' });

interface Kept {
	layout?: string;
	variants?: Record<string, { name: string }>;
	pieces: Record<string, { kind: string; params: { height: number } }>;
}
const plan = async (page: Parameters<typeof planFile>[0]) => (await planFile(page)).plan as unknown as Kept;

test('somebody very tall and a partner find a bed in a small hatchback, see what a higher one costs, compare and keep one', async ({
	page,
	server
}) => {
	test.setTimeout(800_000);
	await openDemo(page, server.url, 'one-person hatchback', 'people');
	await page.getByLabel('Height', { exact: true }).first().fill('1.93 m');
	await page.getByLabel('Height', { exact: true }).first().press('Enter');
	await page.getByRole('button', { name: 'Add a person' }).click();
	await page.getByLabel('Height', { exact: true }).nth(1).fill('160 cm');
	await page.getByLabel('Height', { exact: true }).nth(1).press('Enter');

	// With both front seats kept for the two of them nothing is long enough; what would make it so is said, and does.
	await page.getByRole('link', { name: 'Find a layout' }).click();
	await expect(page.getByLabel('Right front seat must carry somebody')).toBeChecked();
	await page.getByRole('button', { name: 'Look for layouts' }).click();
	await expect(page.getByRole('status').filter({ hasText: 'Nothing works as asked' })).toBeVisible({ timeout: 300_000 });
	const advice = page.getByRole('button', { name: 'Do without the right front seat' }).first();
	await advice.click();
	await expect(page.getByRole('status').filter({ hasText: 'worked out by every rule' })).toBeVisible({ timeout: 300_000 });
	const card = page.getByRole('article').first();
	await expect(card).toContainText('Take out the right front seat');
	await card.getByRole('button', { name: 'Keep to compare' }).click();
	await expect(card.getByRole('button', { name: 'Kept to compare' })).toBeDisabled();
	await card.getByRole('button', { name: 'Take this one' }).click();
	await page.waitForURL(/\/layout$/);
	await complete(page);
	await expect(page.locator('li.clash')).toHaveCount(0);

	// Higher for more storage: the chart's line is moved, and what is lost is said.
	const line = page.getByRole('slider', { name: 'Height' });
	await line.focus();
	for (let i = 0; i < 25; i++) await page.keyboard.press('PageUp');
	await settled(page);
	expect(await page.locator('li.clash').count()).toBeGreaterThan(0);
	const higher = (await plan(page)).pieces.bed.params.height;

	// Side by side: the one that was kept lies lower, and has no clash.
	await page.getByRole('link', { name: /^Compare/ }).click();
	await expect(page.getByRole('columnheader')).toHaveCount(2, { timeout: 60_000 });
	const clashes = page.getByRole('row', { name: /^Clashes/ }).getByRole('cell');
	await expect(clashes.nth(1)).toContainText('0');
	await expect(clashes.nth(1)).toContainText('best');
	await expect(page.getByRole('row', { name: /^Boards at/ })).toBeVisible();
	expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => `${v.id}: ${v.nodes[0].html}`)).toEqual([]);
	const [found] = Object.values((await plan(page)).variants!);
	await page.getByRole('button', { name: 'Take this up' }).first().click();
	await expect(page.getByLabel(`Name of ${found.name}`).first()).toHaveValue(found.name);
	const after = await plan(page);
	expect(after.pieces.bed.params.height).toBeLessThan(higher);

	// The other one is let go; undo brings it back.
	await page
		.getByRole('button', { name: /^Let .* go$/ })
		.first()
		.click();
	await expect(page.getByRole('button', { name: 'Take this up' })).toHaveCount(0);
	expect((await plan(page)).variants).toBeUndefined();
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(page.getByRole('button', { name: 'Take this up' })).toHaveCount(1);
});

test('a copy of the present layout is kept, renamed, and taken up again on a phone', async ({ page, server }) => {
	await page.setViewportSize({ width: 390, height: 844 });
	await openDemo(page, server.url, 'survey van', 'compare');
	await page.getByRole('button', { name: 'Keep a copy of the present layout' }).click();
	await expect(page.getByRole('button', { name: 'Take this up' })).toHaveCount(1);
	const name = page.getByRole('textbox', { name: /^Name of/ });
	await name.nth(1).fill('As it was');
	await name.nth(1).press('Enter');
	await expect(page.getByText('The same in all')).toBeVisible();
	expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
	await page.getByRole('button', { name: 'Take this up' }).click();
	await expect(name.first()).toHaveValue('As it was');
});
