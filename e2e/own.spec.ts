import type { Page } from '@playwright/test';
import { complete, openDemo, planFile, settled } from './bench';
import { expect, test } from './server';

test.use({ demo: 'own' });

const chosen = (page: Page) => page.getByRole('region', { name: 'The chosen part' });
const outline = (page: Page) => page.getByRole('region', { name: 'What it is made of' });
const node = (page: Page, name: string | RegExp) => outline(page).getByRole('button', { name });
async function add(page: Page, what: string): Promise<void> {
	await outline(page)
		.getByRole('combobox', { name: /^Add( to .*)?$/ })
		.selectOption(what);
	await outline(page).getByRole('button', { name: 'Add', exact: true }).click();
}
async function letIt(page: Page, how: string): Promise<void> {
	await page.getByLabel('What it does').selectOption(how);
	await page.getByRole('button', { name: 'Let it' }).click();
}
type Own = { params: { design: { nodes: Record<string, { kind: string; x: object; z: object; nodes?: Record<string, object> }> } } };
const designOf = async (page: Page) => {
	const { plan } = (await planFile(page)) as never as { plan: { pieces: Record<string, Own> } };
	return Object.values(plan.pieces).at(-1)!.params.design;
};

test('a piece is made up from nothing with the mouse: board, legs, lid; it is checked, cut and kept', async ({ page, server }) => {
	await openDemo(page, server.url, 'hill sites', 'layout');
	await page.getByRole('button', { name: /A piece of your own/ }).click();
	// From nothing: what it begins as goes.
	for (const name of ['Boards', 'Side', 'Mattress']) {
		await node(page, name).click();
		await chosen(page).getByRole('button', { name: 'Take out' }).click();
	}
	await expect(page.getByText('Nothing yet: add a board')).toBeVisible();
	await add(page, 'board');
	for (const [size, mm] of [
		['Length', '400'],
		['Width', '300']
	]) {
		await chosen(page).getByLabel(size, { exact: true }).fill(mm);
		await chosen(page).getByLabel(size, { exact: true }).press('Enter');
	}
	// A board in the air is told.
	await expect(page.getByText(/something carries “Board”/i).first()).toBeVisible();
	await add(page, 'leg');
	await expect(page.getByText(/something carries “Board”/i)).toHaveCount(0);
	await letIt(page, 'mirrored on the other side');
	expect((await designOf(page)).nodes.leg.kind).toBe('mirror');

	// Dragged upwards in the long section the board comes to rest where it is let go, and its leg follows.
	const long = page.getByRole('group', { name: 'Long section' });
	await node(page, 'Board').click();
	const board = long.locator('path.picked').first();
	const { x, y, width, height } = (await board.boundingBox())!;
	await page.mouse.move(x + width / 4, y + height / 2);
	await page.mouse.down();
	for (const far of [6, 12, 18]) await page.mouse.move(x + width / 4, y + height / 2 - far);
	await page.mouse.up();
	const raised = await designOf(page);
	expect(JSON.stringify(raised.nodes.board.z)).toMatch(/height \+ \d+/);

	// A lid opens, is a state of its own, and is one undo.
	await letIt(page, 'opens like a lid');
	await expect(node(page, 'hinged Board')).toBeVisible();
	await expect(page.getByText(/board opens/i).first()).toBeVisible();
	await page.keyboard.press('Control+z');
	await expect(node(page, 'hinged Board')).toHaveCount(0);
	await page.keyboard.press('Control+Shift+z');
	await page.getByRole('link', { name: 'Cutting' }).click();
	await expect(page.getByRole('cell', { name: /^Board/ }).first()).toBeVisible();
});

/** Tabs until something of a name has the focus; twice round the page, since what is still being worked out may come in behind it. */
async function tabTo(page: Page, name: RegExp): Promise<void> {
	const stops = await page.locator('a[href], button, input, select, textarea, summary, [tabindex="0"]').count();
	for (let i = 0; i < 2 * stops; i++) {
		await page.keyboard.press('Tab');
		const focused = await page.evaluate(() => {
			const element = document.activeElement as HTMLInputElement | null;
			return element?.getAttribute('aria-label') ?? element?.labels?.[0]?.textContent ?? element?.textContent ?? '';
		});
		if (name.test(focused.trim())) return;
	}
	throw new Error(`nothing called ${name} takes the focus`);
}

test('a piece is made up with the keyboard alone', async ({ page, server }) => {
	// Another plan than the story before: stories of one file share their server.
	await openDemo(page, server.url, 'Wren: off-roader', 'layout');
	await tabTo(page, /^A piece of your own Boards/);
	await page.keyboard.press('Enter');
	await expect(outline(page)).toBeVisible();
	await settled(page);
	await tabTo(page, /Mattress$/);
	await page.keyboard.press('Enter');
	await tabTo(page, /^Add to mattress$/);
	await page.keyboard.type('bar');
	await tabTo(page, /^Add$/);
	await page.keyboard.press('Enter');
	await expect(node(page, 'bar Bar')).toBeVisible();
	await tabTo(page, /^Bottom at$|^Top at$/);
	await page.keyboard.press('Control+a');
	await page.keyboard.type('boards.top + 200');
	await page.keyboard.press('Enter');
	expect(JSON.stringify((await designOf(page)).nodes.bar.z)).toContain('boards.top + 200');
	// What cannot be read stays in the field with a reason, and the plan stays what it was.
	await page.keyboard.press('Control+a');
	await page.keyboard.type('boards.top +');
	await page.keyboard.press('Enter');
	await expect(page.getByText(/cannot be read/)).toBeVisible();
	await page.keyboard.press('Escape');
	expect(JSON.stringify((await designOf(page)).nodes.bar.z)).toContain('boards.top + 200');
});

test('a bed of a kind is taken apart, stays what it was, and one leg of it is moved', async ({ page, server }) => {
	await openDemo(page, server.url, 'one-person hatchback', 'layout');
	await complete(page);
	const clashes = page.locator('li.clash');
	const before = await clashes.count();
	await page.getByRole('button', { name: /^Take it apart/ }).click();
	await expect(outline(page)).toBeVisible();
	await complete(page);
	expect(await clashes.count()).toBe(before);
	await node(page, /Leg/).first().click();
	await expect(chosen(page)).toContainText('Leg');
});

test('a new piece is made so that it fits, says how, and goes back to what it usually is', async ({ page, server }) => {
	await openDemo(page, server.url, 'seats kept', 'layout');
	const clashes = page.locator('li.clash', { hasText: 'Fixed platform' });
	await page.getByRole('button', { name: /^Fixed platform/ }).click();
	await settled(page);
	const fitted = page.getByRole('status').filter({ hasText: 'Made so that it fits' });
	await expect(fitted).toContainText(/instead of|folded|taken out/);
	await expect(clashes).toHaveCount(0);
	await fitted.getByRole('button', { name: 'As it is usually made' }).click();
	await expect(clashes.first()).toBeVisible();
	await page.keyboard.press('Control+z');
	await expect(clashes).toHaveCount(0);
	await page.keyboard.press('Control+z');
	await expect(page.getByRole('heading', { name: 'What do you build in?' })).toBeVisible();
});
