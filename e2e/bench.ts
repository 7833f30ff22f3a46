import { expect, type Page } from '@playwright/test';

/** Opens one of the demo plans at a stage and waits until its drawings and findings stand. */
export async function openDemo(
	page: Page,
	url: string,
	name: string,
	stage: 'interior' | 'people' | 'find' | 'layout' | 'compare' | 'conversion' | 'strength' | 'storage' | 'cutting' | 'build' | 'log'
): Promise<void> {
	await page.goto(url);
	const address = await page.locator('.plans a', { hasText: name }).evaluate((link: HTMLAnchorElement) => link.href);
	await page.goto(address.replace(/layout$/, stage));
	await settled(page);
}

/** Waits until the page runs: what is clicked or typed before that does nothing. */
export const running = (page: Page): Promise<void> => expect(page.locator('html[data-running]')).toBeAttached();

/** Waits until the page runs and what it works out is there: the search for fixes, the cuts, the way from mode to mode. */
export async function settled(page: Page): Promise<void> {
	await running(page);
	await expect(page.getByTestId('save-state')).toHaveText('Saved');
	for (const working of [
		'Working out the cuts …',
		'Trying the moves …',
		'Looking for sizes with which it fits …',
		'Working out in which order it is built …',
		'Looking where everything goes …'
	])
		await expect(page.getByText(working)).toHaveCount(0, { timeout: 40_000 });
	// A link that was just clicked may not have left the page yet: the address is asked again until both agree.
	await expect(async () => {
		if (page.url().endsWith('/layout'))
			await expect(page.getByRole('group', { name: 'The vehicle from above' })).toBeVisible({ timeout: 1000 });
	}).toPass({ timeout: 30_000 });
	if (page.url().endsWith('/layout')) {
		// On a loaded machine the search for fixes takes its time; the script for pictures has no longer patience of its own.
		await expect(page.getByText('trying fixes')).toHaveCount(0, { timeout: 180_000 });
	}
}

/** Waits until the list of findings in Layout is whole: what bears and how things lie come last, from workers of their own. */
export async function complete(page: Page): Promise<void> {
	await settled(page);
	await expect(page.getByText('still to come')).toHaveCount(0, { timeout: 180_000 });
}

/** Unfolds what is fine in the list of findings. */
export async function unfold(page: Page): Promise<void> {
	const folded = page.getByRole('group', { name: 'List of findings' }).getByRole('button', { name: /fine$/, expanded: false });
	while ((await folded.count()) > 0) await folded.first().click();
}

/** Types into a field found by its label and leaves it. */
export async function type(page: Page, label: string, text: string): Promise<void> {
	const field = page.getByLabel(label, { exact: true });
	await field.fill(text);
	await field.press('Enter');
}

/** Everything that was put into the plan, from the file it exports. */
export async function planFile(page: Page): Promise<{ plan: Record<string, never> }> {
	await expect(page.getByTestId('save-state')).toHaveText('Saved');
	const id = /plans\/([^/]+)/.exec(page.url())![1];
	const response = await page.request.get(new URL(`/plans/${id}/export/plan`, page.url()).href);
	return response.json();
}
