import { openDemo } from './bench';
import { expect, test } from './server';

test.use({ demo: 'storage' });

test('what comes along is pasted, stowed, moved by hand, kept, and found in the findings', async ({ page, server }) => {
	await openDemo(page, server.url, 'survey van', 'storage');
	const along = page.getByRole('region', { name: 'What comes along' });
	const known = page.getByRole('region', { name: 'What to know of it' });
	await expect(along.getByRole('button', { name: /Light-trap crate/ })).toContainText('left out', { timeout: 40_000 });
	await expect(known).toContainText('if that were 3 mm higher inside');

	await along.getByText('Gear as a table').click();
	await along.getByLabel('A table of gear').fill('name,length,width,height,weight,used\nPot,200,200,150,1,each day\nTarp,broad,1,1,1,');
	await expect(along.getByText('1 new, 0 changed.')).toBeVisible();
	await expect(along).toContainText('Row 3 (Tarp): length: ');
	await along.getByRole('button', { name: 'Take them' }).click();
	const pot = along.getByRole('button', { name: /Pot/ });
	await expect(pot).toContainText(/\d+ s/);

	const drawing = page.getByRole('region', { name: 'From above' });
	const thing = drawing.getByRole('img', { name: /: Pot, 200 mm/ });
	const before = (await thing.boundingBox())!;
	const [x, y] = [before.x + before.width / 2, before.y + before.height / 2];
	await page.mouse.move(x, y);
	await page.mouse.down();
	await page.mouse.move(x - 90, y, { steps: 6 });
	await page.mouse.up();
	await expect(page.getByRole('button', { name: 'Stow all anew' })).toBeVisible();
	// It stands where it was drawn, or beside a leg that is there.
	await expect.poll(async () => (await thing.boundingBox())!.x).toBeLessThan(before.x - 30);
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(page.getByRole('button', { name: 'Stow all anew' })).toHaveCount(0);

	await expect(page.getByRole('button', { name: 'Keep it so' })).toBeEnabled();
	await page.getByRole('button', { name: 'Keep it so' }).click();
	await expect(page.getByRole('button', { name: 'Stow all anew' })).toBeVisible();
	await pot.click();
	await expect(along.getByLabel('Goes to')).toHaveValue('couch');
	await along.getByLabel('How often').selectOption('each stop');
	await known.getByRole('button', { name: 'What it costs' }).click();
	await expect(known.getByRole('img', { name: /^Seconds a day: Pot \d+/ })).toBeVisible();
	await known.getByRole('button', { name: 'Card' }).click();
	await expect(known.getByRole('region', { name: 'Card of what lies where' })).toContainText(/Pot/);

	// What was kept is a finding like any other, and cannot stay when it gets another size.
	await page.getByRole('link', { name: 'People' }).click();
	await page.getByRole('article').filter({ hasText: 'Leave Pot at home' }).getByLabel('High').fill('160');
	await page.keyboard.press('Tab');
	await page.getByRole('link', { name: /^Layout/ }).click();
	const list = page.getByRole('group', { name: 'List of findings' });
	const put = list.locator('li.clash', { hasText: 'Pot under Slat couch: where somebody put it' });
	await expect(put).toContainText('it has another size now');
	await put.getByRole('button', { name: 'Stow Pot anew' }).click();
	await expect(put).toHaveCount(0);
});
