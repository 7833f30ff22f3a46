import AxeBuilder from '@axe-core/playwright';
import { openDemo, planFile } from './bench';
import type { Page } from '@playwright/test';
import { expect, test } from './server';

test.use({ demo: 'joints' });

const kitchen = async (page: Page) =>
	((await planFile(page)).plan as unknown as { pieces: { kitchen: { joined?: Record<string, string> } } }).pieces.kitchen;

test('a builder asks how it is joined, has it dowelled instead, and reads where to drill', async ({ page, server }) => {
	test.setTimeout(120_000);
	await openDemo(page, server.url, 'Heron: slats over two benches', 'cutting');
	const joints = page.getByRole('region', { name: 'Joints' });
	await joints.getByLabel('Piece').selectOption({ label: 'Kitchen' });
	// A sloping screw goes the other way, from the end into the worktop.
	const how = page.getByRole('combobox', { name: /How (Worktop and End|End and Worktop) are joined/ });
	await expect(how).toHaveValue('');
	await expect(joints.getByRole('row', { name: /Worktop.*End, 2 times/ })).toContainText('3 screws 3 × 40');

	// What is chosen is on the list of what to buy, and in the plan for both of them.
	const before = (await planFile(page)).plan;
	await how.selectOption('pocket screws');
	await expect(page.getByRole('cell', { name: 'Pocket screw 4 × 25, coarse thread' })).toBeVisible({ timeout: 30_000 });
	await expect.poll(async () => Object.values((await kitchen(page)).joined ?? {})).toEqual(['pocket screws', 'pocket screws']);
	// What cannot be done is said at once.
	await how.selectOption('bolts');
	await expect(joints.getByRole('row').filter({ has: how })).toContainText('cannot be done here');
	await page.getByRole('button', { name: 'Undo' }).click();
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect.poll(async () => (await planFile(page)).plan).toEqual(before);

	// A part opens to its drawing, and the figures below it say where each hole is.
	await page
		.getByRole('row', { name: /Bench top left/ })
		.getByRole('button', { name: 'Drawing with holes' })
		.click();
	await expect(page.getByRole('img', { name: /Bench top left: 1900 mm by 460 mm/ })).toBeVisible();
	await expect(page.getByText('From this face: drill 3.5 mm right through, sunk to 6 mm:')).toBeVisible();
	await expect(page.getByText(/^6 from the lower edge, along from the left end at 30, /)).toBeVisible();
	expect((await new AxeBuilder({ page }).include('[aria-label="Joints"]').analyze()).violations).toEqual([]);
});
