import AxeBuilder from '@axe-core/playwright';
import { openDemo, planFile, settled, unfold } from './bench';
import { expect, test } from './server';

test.use({ demo: 'people' });

test('the height is decided with its compromises and levers in sight', async ({ page, server }) => {
	await openDemo(page, server.url, 'survey van', 'layout');
	await page.getByRole('button', { name: 'Larger, with levers' }).click();
	const mattress = page.getByRole('group', { name: 'Mattress' });
	await expect(mattress.getByRole('button')).toHaveCount(4);
	await expect(mattress.getByRole('button', { pressed: true })).toHaveText('100 mm');
	await expect(page.getByRole('group', { name: 'Foam' }).getByRole('button')).toHaveCount(3);
	expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => `${v.id}: ${v.nodes[0].html}`)).toEqual([]);

	// The one that gives up nothing lifts the couch over its crates: no clash is left.
	await expect(page.locator('li.clash')).toHaveCount(1);
	await page.getByRole('listitem').filter({ hasText: 'gives up nothing' }).first().getByRole('button').click();
	await expect(page.locator('li.clash')).toHaveCount(0);

	await mattress.getByRole('button', { name: '80 mm', exact: true }).click();
	await expect(mattress.getByRole('button', { pressed: true })).toHaveText('80 mm');
	const { plan } = (await planFile(page)) as unknown as { plan: { pieces: { couch: { params: { padThickness: number } } } } };
	expect(plan.pieces.couch.params.padThickness).toBe(80);
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(mattress.getByRole('button', { pressed: true })).toHaveText('100 mm');
});

test('somebody sleeps on the floor, head to the rear, and a dog comes along', async ({ page, server }) => {
	await openDemo(page, server.url, 'long trap van', 'people');
	await page.getByRole('button', { name: 'Add a dog' }).click();
	await expect(page.getByText('A dog rides restrained')).toBeVisible();
	await page.getByRole('link', { name: /^Layout/ }).click();
	await settled(page);
	await unfold(page);
	await expect(page.getByRole('heading', { name: 'Dog: a place to lie' }).or(page.getByText('Dog: a place to lie')).first()).toBeAttached();

	await page.getByRole('button', { name: 'Mode', exact: true }).click();
	await page.getByLabel('Ida, on the').selectOption('floor');
	await settled(page);
	await unfold(page);
	await expect(page.getByText('Longest sleeper in Ida’s place')).toBeVisible();
	await page.getByLabel('Ida’s head is').selectOption('at the rear');
	await settled(page);
	const { plan } = (await planFile(page)) as unknown as { plan: { modes: Record<string, { people: Record<string, unknown> }> } };
	expect(Object.values(plan.modes).map(({ people }) => people.ida)).toContainEqual({ posture: 'lying', head: 'rear' });
	expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => `${v.id}: ${v.nodes[0].html}`)).toEqual([]);
});
