import { openDemo, settled } from './bench';
import { expect, test } from './server';

test.use({ demo: 'conversion' });

test('a conversion is planned, stepped through and played, and says when something is in the way', async ({ page, server }) => {
	await openDemo(page, server.url, 'survey van', 'conversion');
	const moves = page.getByRole('list', { name: 'In this order' }).locator('> li');
	await expect(moves).toHaveCount(3);
	const couch = moves.filter({ hasText: 'Slat couch' });
	await expect(couch).toContainText('Pull the front out until the stop bar meets the rail');
	await expect(couch).toContainText('Loose meanwhile: back cushion, beside the vehicle');

	// Stepping to the pull-out and over it: the front comes out in the view from above.
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
	await couch.getByRole('button', { name: /^Pull the front out/ }).click();
	const time = page.getByRole('slider', { name: 'Time' });
	await expect.poll(reach).toBeLessThan(100);
	const shut = await reach();
	await page.getByRole('button', { name: 'Step forward' }).click();
	await expect(page.getByText('Lay the back cushion along the front').last()).toBeVisible();
	await expect.poll(reach).toBeGreaterThan(shut + 100);
	await page.getByRole('button', { name: 'To the closest moment' }).click();
	await expect(above.locator('.lit')).toBeVisible();

	await time.fill('36');
	await page.getByRole('button', { name: 'Play' }).click();
	await expect(page.getByText('37.0 / 37 s')).toBeVisible();
	await expect(page.getByText('Done.')).toBeVisible();
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
	const alert = page.getByRole('alert').filter({ hasText: 'No way was found' });
	await expect(alert).toContainText(/hits .* by \d+ mm/);
	// The smallest change that opens the way is one press away, and can be taken back.
	const change = page.getByRole('button', { name: /^Slide the right front seat forward by/ });
	await expect(change).toBeVisible({ timeout: 30_000 });
	await change.click();
	await expect(moves.first()).toBeVisible();
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(alert).toBeVisible();
});

test('leaves fold in three dimensions, what is in reach is told, and everything is carried through a door', async ({ page, server }) => {
	await openDemo(page, server.url, 'Pipit: three leaves', 'conversion');
	await page.getByRole('button', { name: 'With 3D' }).click();
	const solid = page.getByRole('application', { name: /three dimensions/ });
	await expect(solid).toHaveAttribute('data-things', /[1-9]\d/, { timeout: 20_000 });
	const picture = () => solid.locator('canvas').screenshot();
	await expect(page.getByText('Slide the left front seat forward').last()).toBeVisible();
	const folded = await picture();
	await page.getByRole('button', { name: 'Lift the stack upright' }).click();
	await page.getByRole('button', { name: 'Step forward' }).click();
	await expect(page.getByText('Let the leaves down forward').last()).toBeVisible();
	await expect.poll(async () => (await picture()).equals(folded)).toBe(false);

	await page.getByRole('button', { name: 'In reach' }).click();
	const reach = page.getByRole('group', { name: 'What is in reach' });
	await expect(reach.getByRole('listitem').filter({ hasText: 'Spare wheel' })).toContainText('In the way: Rear leaf of Folding bed');
	// The seat makes way, then the leaves come down.
	await expect(reach.getByRole('listitem').filter({ hasText: 'Folding bed: bed' })).toContainText(/After moves, \d+ s/);

	await page.getByRole('button', { name: 'In and out' }).click();
	await expect(page.getByRole('region', { name: 'Through which door' }).getByRole('row').filter({ hasText: 'Leaves' })).toContainText(
		'Tailgate'
	);
	const steps = page.getByRole('region', { name: 'In this order' }).getByRole('listitem');
	await expect(steps.first()).toContainText(/^Set .*leg/);
	await page.getByRole('button', { name: 'Show coming out' }).click();
	await expect(steps.last()).toContainText(/^Unscrew .*leg/);
});

test('a mode of one’s own: copied, named, a case laid in it, taken into account, and taken out', async ({ page, server }) => {
	await openDemo(page, server.url, 'Lantern: bench in three sections', 'layout');
	await page.getByRole('button', { name: /^Night for two/ }).click();
	await page.getByRole('button', { name: 'Mode', exact: true }).click();
	await page.getByRole('button', { name: 'Another mode like this' }).click();
	const strip = page.getByRole('group', { name: 'Modes of the vehicle' });
	await expect(strip.getByRole('button')).toHaveCount(5);
	await page.getByRole('textbox', { name: 'Mode' }).fill('Night with the poles');
	await page.getByRole('textbox', { name: 'Mode' }).press('Enter');
	await expect(strip.getByRole('button', { name: /^Night with the poles/ })).toBeVisible();
	// The case lies where the front section comes out: its legs would stand in it.
	const box = page.getByRole('group', { name: 'Case of the net poles' });
	await box.getByRole('checkbox', { name: 'lies in a place of its own' }).check();
	await box.getByLabel('Rear end of case of the net poles from the rear door').fill('1450');
	await box.getByLabel('Rear end of case of the net poles from the rear door').press('Enter');
	await box.getByLabel('Its middle, left of the middle of the vehicle').fill('-260');
	await box.getByLabel('Its middle, left of the middle of the vehicle').press('Enter');
	await settled(page);
	const clash = page.locator('li.clash .title', { hasText: 'Case of the net poles beside Bench bed' });
	await expect(clash).toBeVisible();
	await page.getByLabel('Bench bed: state').selectOption('Section 1 and 2 out');
	await settled(page);
	await expect(clash).toHaveCount(0);
	await page.getByRole('button', { name: 'Take out this mode' }).click();
	await expect(strip.getByRole('button')).toHaveCount(4);
});

test('a new kind of piece is added, and its cushions are told', async ({ page, server }) => {
	await openDemo(page, server.url, 'Lantern: platform on tracks', 'layout');
	await page.getByRole('button', { name: 'Add …' }).click();
	await page.getByRole('button', { name: /^Bunk near the roof/ }).click();
	await settled(page);
	await expect(page.getByLabel('Piece', { exact: true })).toHaveValue(/bunk/);
	await page.getByRole('link', { name: 'Cutting' }).click();
	await settled(page);
	await expect(page.getByRole('region', { name: 'Cushions of Bunk near the roof' })).toContainText(/sheet, .* long/);
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(page.getByRole('region', { name: 'Cushions of Bunk near the roof' })).toHaveCount(0);
});
