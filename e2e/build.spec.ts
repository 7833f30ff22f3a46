import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { openDemo, planFile, settled, type } from './bench';
import { expect, test } from './server';

test.use({ demo: 'build' });

const faults = async (page: Page) => (await new AxeBuilder({ page }).analyze()).violations.map((v) => `${v.id}: ${v.nodes[0].html}`);
const stepCard = (page: Page, title: string | RegExp) => page.getByRole('article', { name: title });
const done = (page: Page) => page.getByRole('button', { name: 'Done', exact: true });
interface Kept {
	plan: {
		build: { done: Record<string, { on: string; minutes?: number }>; cut: Record<string, object>; paid: Record<string, { price: number }> };
		log: { text: string; slept?: number; timed?: { seconds: number }[]; remarks?: { text: string }[] }[];
	};
}

test('from the shop to the vehicle: steps in order, one is timed, the server goes away in the middle, what is cut is kept', async ({
	page,
	server
}) => {
	await openDemo(page, server.url, 'survey van', 'build');
	const steps = page.getByRole('group', { name: 'Steps in order' });
	await expect(steps.getByRole('checkbox').first()).toBeVisible({ timeout: 60_000 });
	const total = await steps.getByRole('checkbox').count();
	await expect(page.getByText(`0 of ${total}`)).toBeVisible();
	expect(await faults(page)).toEqual([]);

	// Every step in order up to the saws; the second one is timed, and what is left takes that much longer.
	await expect(stepCard(page, 'Buy boards and bars')).toBeVisible();
	await done(page).click();
	await expect(stepCard(page, 'Buy screws, fittings and finish')).toBeVisible();
	await type(page, 'It took, minutes', '90');
	await expect(page.getByText('1.50', { exact: true })).toBeVisible();
	await server.kill();
	await expect(stepCard(page, 'Buy foam and cloth')).toBeVisible();
	await done(page).click();
	await expect(page.getByTestId('save-state')).toHaveText('Server away: kept here');
	await expect(page.getByText(`3 of ${total}`)).toBeVisible();
	const saw = steps.getByRole('button', { name: /^Saw Softwood batten/ });
	await saw.click();
	await expect(stepCard(page, /^Saw Softwood batten/)).toContainText('Length 1');
	await expect(page.getByText('Saws take fingers')).toBeVisible();
	await done(page).click();
	await server.start();
	await settled(page);
	await page.reload();
	await settled(page);
	await expect(page.getByText(`4 of ${total}`)).toBeVisible();
	const kept = (await planFile(page)) as never as Kept;
	expect(Object.keys(kept.plan.build.done)).toHaveLength(4);
	expect(kept.plan.build.done['buy:fittings'].minutes).toBe(90);
	expect(Object.keys(kept.plan.build.cut).length).toBeGreaterThan(0);
	expect(Object.keys(kept.plan.build.cut).every((key) => key.startsWith('couch/'))).toBe(true);

	// What is cut came out 4 mm short: it is told at once, with what it leaves a gap to.
	await saw.click();
	await page.getByText('Did a part come out otherwise?').click();
	const field = page.getByLabel(/length as it is$/).first();
	const was = parseFloat(await field.inputValue());
	await field.fill(String(was - 4));
	await field.press('Enter');
	const already = page.getByRole('region', { name: 'Cut already' });
	await expect(already).toContainText('4 mm are missing');
	expect(await faults(page)).toEqual([]);
	// Then the couch is made longer: findings say what is cut and too short now.
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(already).toHaveCount(0);
	await page
		.getByRole('navigation', { name: 'Stages of the plan' })
		.getByRole('link', { name: /^Layout/ })
		.click();
	await type(page, 'Length', '2200');
	await settled(page);
	const clash = page.getByRole('group', { name: 'List of findings' }).locator('li.clash', { hasText: 'what is cut is what is asked for' });
	await expect(clash).toBeVisible();
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(clash).toHaveCount(0);
});

test('drawings of a moment, days that move, a wall that stands further in, and what was paid', async ({ page, server }) => {
	await openDemo(page, server.url, 'runners on two long drawer', 'build');
	const steps = page.getByRole('group', { name: 'Steps in order' });
	await steps
		.getByRole('button', { name: /^Put together Drawer unit/ })
		.first()
		.click();
	const drawing = page.getByRole('img', { name: /^Put together Drawer unit, after line/ });
	await expect(drawing).toBeVisible();
	const label = await drawing.getAttribute('aria-label');
	await page.getByRole('button', { name: 'Back', exact: true }).click();
	await expect(drawing).not.toHaveAttribute('aria-label', label!);

	await page.getByRole('button', { name: 'Days', exact: true }).click();
	const days = page.getByRole('group', { name: 'Days of the build' });
	const blocks = days.getByRole('button');
	const before = await blocks.count();
	expect(before).toBeGreaterThan(10);
	expect(await faults(page)).toEqual([]);
	await page.getByLabel('Begins').fill('2031-03-03');
	await page.getByRole('button', { name: 'Monday' }).click();
	await expect(days.getByText('Mon 3 Mar')).toBeVisible();
	await blocks.first().click();
	await page.getByLabel('Not before').fill('2031-05-05');
	await page.getByRole('button', { name: 'Days', exact: true }).click();
	await expect(days.getByText('Mon 5 May')).toBeVisible();

	await steps.getByRole('button', { name: /^Try Bed/ }).click();
	const again = page.getByRole('region', { name: 'Measured again' });
	await again.getByRole('combobox').selectOption({ index: 1 });
	const tape = again.getByLabel('The tape says now');
	await tape.fill(String(parseFloat(await tape.inputValue()) - 9));
	await tape.press('Enter');
	await expect(again.getByRole('button', { name: 'Take the new size' })).toBeVisible();
	await again.getByRole('button', { name: 'Take the new size' }).click();
	await settled(page);

	await page.getByRole('button', { name: 'Money', exact: true }).click();
	await type(page, 'Paid for Birch ply 9 mm', '200');
	await page.getByLabel('Where Birch ply 9 mm was bought').fill('Timber yard');
	await page.getByLabel('Where Birch ply 9 mm was bought').press('Tab');
	await settled(page);
	const kept = (await planFile(page)) as never as Kept;
	expect(Object.values(kept.plan.build.paid)).toEqual([{ price: 200, shop: 'Timber yard' }]);
	expect(await faults(page)).toEqual([]);
});

test.describe('on a phone', () => {
	test.use({ viewport: { width: 390, height: 800 } });

	test('a step is ticked with a thumb, a night is written down, kept while it is written, and told', async ({ page, server }) => {
		await openDemo(page, server.url, 'one-person hatchback', 'build');
		await done(page).click();
		await expect(stepCard(page, 'Buy screws, fittings and finish')).toBeVisible();
		expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);

		await openDemo(page, server.url, 'survey van', 'log');
		await expect(page.getByText('2192 km')).toBeVisible();
		expect(await faults(page)).toEqual([]);
		const form = page.getByRole('form', { name: 'Write down a night or a day' });
		await form.getByRole('button', { name: 'very well', exact: true }).click();
		await form.getByRole('button', { name: 'Night', exact: true }).click();
		await form.getByRole('button', { name: /^Start the stopwatch/ }).click();
		await form.getByRole('button', { name: /^Stop the stopwatch/ }).click();
		await form.getByLabel('About').selectOption('Slat couch');
		await form.getByLabel('What', { exact: true }).fill('prop rattles');
		await form.getByRole('button', { name: 'Add', exact: true }).click();
		await type(page, 'Driven, km', '8');
		await page.reload();
		await settled(page);
		// It goes on where it stopped.
		await expect(form.getByRole('button', { name: 'very well', exact: true })).toHaveAttribute('aria-pressed', 'true');
		await form.getByLabel('Anything else').fill('Frost on the heath.');
		await form.getByRole('button', { name: 'Write it down' }).click();
		await expect(page.getByText('2200 km')).toBeVisible();
		await settled(page);
		await expect(page.getByText('Frost on the heath.')).toBeVisible();
		const kept = (await planFile(page)) as never as Kept;
		expect(kept.plan.log.at(-1)).toMatchObject({ text: 'Frost on the heath.', slept: 5, remarks: [{ text: 'prop rattles' }] });
		expect(kept.plan.log.at(-1)!.timed![0].seconds).toBeGreaterThanOrEqual(1);

		await page.getByRole('button', { name: 'Begin the next build with this list' }).click();
		await expect(page).toHaveURL(/layout$/);
		await page.goto(page.url().replace(/layout$/, 'log'));
		await expect(page.getByText('To be different this time:')).toBeVisible();
	});
});
