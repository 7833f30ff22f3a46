import { openDemo, settled } from './bench';
import { expect, test } from './server';

test.use({ demo: 'conversion' });

test('a conversion is planned, stepped through and played, and says when something is in the way', async ({ page, server }) => {
	await openDemo(page, server.url, 'Lantern', 'conversion');
	const moves = page.getByRole('list', { name: 'In this order' }).locator('> li');
	await expect(moves).toHaveCount(3);
	await expect(moves.last()).toContainText('Pull the front out until the stop bar meets the rail');
	await expect(moves.last()).toContainText('Loose meanwhile: back cushion');

	// Stepping to the last move and scrubbing through it: the front comes out in the view from above.
	const above = page.getByRole('group', { name: 'Rehearsal, from above' });
	/** How far towards the right-hand wall anything of the couch reaches, mm of the drawing. */
	const reach = () =>
		above.locator('path.bar').evaluateAll((bars) =>
			Math.round(
				Math.max(
					...bars.map((bar) => {
						const { y, height } = (bar as SVGPathElement).getBBox();
						return y + height;
					})
				)
			)
		);
	await moves.last().getByRole('button').click();
	const time = page.getByRole('slider', { name: 'Time' });
	await expect.poll(reach).toBeLessThan(100);
	const shut = await reach();
	await time.fill('26');
	await expect.poll(reach).toBeGreaterThan(shut + 100);
	await page.getByRole('button', { name: 'To the closest moment' }).click();
	// The stop bar meets the leg at the end of the second step, 29 s after the start, give or take a step of the sweep.
	await expect(time).toHaveValue(/^(28\.\d|29)$/);
	await expect(above.locator('.lit')).toBeVisible();

	await time.fill('36');
	await page.getByRole('button', { name: 'Play' }).click();
	await expect(page.getByText('37.0 / 37 s')).toBeVisible();
	await expect(page.getByRole('button', { name: 'Play' })).toBeVisible();

	// A seat that stays in the way at night: the two that hit each other are named.
	await page.getByRole('link', { name: /^Layout/ }).click();
	await page.getByRole('button', { name: /^Night/ }).click();
	await page.getByRole('button', { name: 'Mode', exact: true }).click();
	await page.getByLabel('Right front seat, slid forward').fill('0');
	await page.getByLabel('Right front seat, slid forward').press('Enter');
	const lean = page.getByRole('group', { name: 'Right front seat' }).getByLabel('lean (°)');
	await lean.fill('50');
	await lean.press('Enter');
	await settled(page);
	await page.getByRole('link', { name: 'Conversion' }).click();
	await expect(page.getByRole('alert')).toContainText('No way was found');
	await expect(page.getByRole('alert')).toContainText(/hits .* by \d+ mm/);
});
