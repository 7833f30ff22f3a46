import { readdirSync } from 'node:fs';
import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { complete, openDemo, planFile, settled, type, unfold } from './bench';
import { expect, test } from './server';

test.use({ demo: 'views' });

const STAGES = ['interior', 'people', 'find', 'layout', 'conversion', 'strength', 'storage', 'cutting', 'build', 'log'] as const;

/** What a check of accessibility complains of on a page. */
const violations = async (page: Page) => (await new AxeBuilder({ page }).analyze()).violations.map((v) => `${v.id}: ${v.nodes[0].html}`);

for (const stage of STAGES)
	test(`${stage}: axe finds nothing in light and dark, no page scroll at 1280 x 800, no sideways scroll on a phone`, async ({
		browser,
		server
	}) => {
		const context = await browser.newContext({ colorScheme: 'light', viewport: { width: 1280, height: 800 } });
		const page = await context.newPage();
		const complaints: string[] = [];
		page.on('console', (message) => message.type() === 'error' && complaints.push(message.text()));
		page.on('pageerror', (error) => complaints.push(error.message));
		await openDemo(page, server.url, 'survey van', stage);
		expect(await violations(page)).toEqual([]);
		const size = await page.evaluate(() => [document.documentElement.scrollWidth, document.documentElement.scrollHeight]);
		expect(size).toEqual([1280, 800]);
		const ground = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
		const light = await ground();
		await page.getByRole('button', { name: 'Dark paper' }).click();
		expect(await ground()).not.toBe(light);
		expect(await violations(page)).toEqual([]);
		await page.setViewportSize({ width: 390, height: 844 });
		await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth)).toBe(390);
		expect(complaints).toEqual([]);
		await context.close();
	});

test('every stage of every example opens', async ({ page, server }) => {
	await page.goto(server.url);
	const plans = await page.locator('.plans li > a').evaluateAll((links) => links.map((link) => (link as HTMLAnchorElement).href));
	expect(plans.length).toBeGreaterThan(20);
	const wrong: string[] = [];
	for (const plan of plans)
		for (const stage of [...STAGES, 'compare', 'interior/walk', 'interior/scan']) {
			const answer = await page.request.get(plan.replace(/layout$/, stage));
			if (!answer.ok()) wrong.push(`${answer.status()} ${stage}, ${/<title>([^<]*)/.exec(await answer.text())?.[1]}`);
		}
	expect(wrong).toEqual([]);
});

for (const question of ['In reach', 'In and out'] as const)
	test(`${question}: axe finds nothing, no page scroll at 1280 x 800, no sideways scroll on a phone`, async ({ browser, server }) => {
		const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
		const page = await context.newPage();
		await openDemo(page, server.url, 'two modules and a dog', 'conversion');
		await page.getByRole('button', { name: question }).click();
		await expect(
			question === 'In reach' ? page.getByRole('listitem').filter({ hasText: 'Spare wheel' }) : page.getByText('Putting it in')
		).toBeVisible();
		expect(await violations(page)).toEqual([]);
		expect(await page.evaluate(() => document.documentElement.scrollHeight)).toBe(800);
		await page.setViewportSize({ width: 390, height: 844 });
		expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390);
		await context.close();
	});

test('axe finds nothing in the list of plans', async ({ page, server }) => {
	await page.goto(server.url);
	const examples = readdirSync('examples').filter((name) => name.endsWith('.nook.json'));
	await expect(page.locator('.plans > li')).toHaveCount(examples.length);
	expect(await violations(page)).toEqual([]);
});

test('no figure of a drawing lies on another or beyond its sheet, as the browser sets it, in millimetres and inches', async ({
	page,
	server
}) => {
	test.setTimeout(180_000);
	const drawings = ['The vehicle from above', 'Cross-section looking forward', 'Long section'];
	for (const plan of ['survey van', 'one-person hatchback', 'bench in three sections', 'panels and hatch']) {
		await page.goto(server.url);
		const link = page.locator('.plans a', { hasText: plan }).first();
		await page.goto(await link.evaluate((a: HTMLAnchorElement) => a.href));
		await expect(page.getByRole('group', { name: drawings[0] })).toBeVisible();
		const modes = page.getByRole('group', { name: 'Modes of the vehicle' }).getByRole('button');
		for (let i = 0; i < (await modes.count()); i++) {
			await modes.nth(i).click();
			await expect(modes.nth(i)).toHaveAttribute('aria-pressed', 'true');
			for (const name of drawings) {
				const found = await page.getByRole('group', { name, exact: true }).evaluate((svg) => {
					const sheet = svg.getBoundingClientRect();
					const texts = [...svg.querySelectorAll('text')].map((text) => ({ words: text.textContent, box: text.getBoundingClientRect() }));
					const faults = texts
						.filter(({ box }) => box.left < sheet.left - 1 || box.right > sheet.right + 1 || box.bottom > sheet.bottom + 1)
						.map(({ words }) => `${words} leaves the sheet`);
					// The box of a line of text is higher than its figures by a quarter at the top and at the bottom.
					const ink = ({ left, right, top, bottom, width, height }: DOMRect) => {
						const [x, y] = width > height ? [0, height / 4] : [width / 4, 0];
						return { left: left + x, right: right - x, top: top + y, bottom: bottom - y };
					};
					for (const [k, a] of texts.entries())
						for (const b of texts.slice(k + 1)) {
							const [p, q] = [ink(a.box), ink(b.box)];
							if (p.left < q.right && q.left < p.right && p.top < q.bottom && q.top < p.bottom) faults.push(`${a.words} on ${b.words}`);
						}
					return { faults, count: texts.length };
				});
				expect(found.faults, `${plan}, mode ${i}, ${name}`).toEqual([]);
				expect(found.count).toBeGreaterThan(1);
			}
			if (i === 0) await page.getByRole('button', { name: /^(mm|inch)$/ }).click();
		}
	}
});

test('the height line moves by keyboard, findings and drawings follow, and undo takes it back', async ({ page, server }) => {
	await openDemo(page, server.url, 'survey van', 'layout');
	const line = page.getByRole('slider', { name: 'Height' });
	await expect(line).toHaveAttribute('aria-valuetext', '300 mm');
	await line.focus();
	await page.keyboard.press('PageUp');
	await page.keyboard.press('ArrowUp');
	await expect(line).toHaveAttribute('aria-valuetext', '311 mm');
	await complete(page);
	await expect(page.locator('li.clash')).toHaveCount(0);
	await page.getByRole('button', { name: 'Undo' }).click();
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(line).toHaveAttribute('aria-valuetext', '300 mm');
	await expect(page.locator('li.clash')).toHaveCount(1);
	await settled(page);
});

test('a piece is dragged up in the long section, and the number in the form follows', async ({ page, server }) => {
	await openDemo(page, server.url, 'survey van', 'layout');
	const pad = page.getByRole('group', { name: 'Long section' }).locator('path.pad.movable').first();
	const box = (await pad.boundingBox())!;
	const [x, y] = [box.x + box.width * 0.3, box.y + box.height / 2];
	await page.mouse.move(x, y);
	await page.mouse.down();
	await page.mouse.move(x, y - 12, { steps: 6 });
	await page.mouse.up();
	const field = page.getByLabel('Height of the slats');
	await expect(field).not.toHaveValue('300 mm');
	const height = Number((await field.inputValue()).replace(' mm', ''));
	expect(height).toBeGreaterThan(340);
	await settled(page);
	const { plan } = (await planFile(page)) as never as { plan: { pieces: { couch: { params: { height: number } } } } };
	expect(plan.pieces.couch.params.height).toBe(height);
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(field).toHaveValue('300 mm');
	await settled(page);
});

test('a piece is moved by the arrow keys in a drawing, by 1, 10 and 100 mm; so long as a key is held it is one step of undo', async ({
	page,
	server
}) => {
	await openDemo(page, server.url, 'survey van', 'layout');
	const long = page.getByRole('group', { name: 'Long section', exact: true });
	await long.focus();
	const height = page.getByLabel('Height of the slats');
	const rear = page.getByLabel('Rear end from the rear door');
	await page.keyboard.down('ArrowUp');
	await page.keyboard.down('ArrowUp');
	await page.keyboard.down('ArrowUp');
	await page.keyboard.up('ArrowUp');
	await expect(height).toHaveValue('303 mm');
	await page.keyboard.press('Shift+ArrowDown');
	await expect(height).toHaveValue('293 mm');
	await page.keyboard.press('Control+ArrowRight');
	await expect(rear).toHaveValue('228 mm');
	await expect(page.getByText('Slat couch, place: 228 mm')).toBeVisible();
	for (const value of ['128 mm', '128 mm', '128 mm']) {
		await page.keyboard.press('Control+z');
		await expect(rear).toHaveValue(value);
	}
	await expect(height).toHaveValue('300 mm');
	await page.keyboard.press('?');
	const keys = page.getByRole('dialog', { name: 'Keys' });
	await expect(keys.getByText('moves the selected piece')).toBeVisible();
	await page.keyboard.press('Escape');
	await expect(keys).toHaveCount(0);
});

test('modes re-pose everything, the cutting line moves the cross-section, a finding lights its place', async ({ page, server }) => {
	await openDemo(page, server.url, 'survey van', 'layout');
	const above = page.getByRole('group', { name: 'The vehicle from above' });
	const padsAcross = async () => (await above.locator('path.pad').last().boundingBox())!.height;
	const night = await padsAcross();
	await page.getByRole('button', { name: /^Sort the catch/ }).click();
	await expect(above.locator('path.back')).toHaveCount(1);
	await expect(page.getByRole('button', { name: /^Sort the catch/ })).toHaveAttribute('aria-pressed', 'true');
	expect(night).toBeGreaterThan(0);

	const section = above.getByRole('slider', { name: 'Place of the cross-section' });
	const before = await section.getAttribute('aria-valuenow');
	await section.focus();
	await page.keyboard.press('PageUp');
	await expect(section).toHaveAttribute('aria-valuenow', String(Number(before) + 200));
	await expect(page.getByRole('heading', { name: /Across/ })).toContainText(`${Number(before) + 200} mm`);

	await page.locator('li.clash button.head').first().hover();
	await expect(above.locator('.lit text')).toHaveText('3 mm short');
	await page.getByText('The drawings as a table').click();
	await expect(page.getByRole('cell', { name: 'Height of the bed', exact: true })).toBeVisible();
});

test('a vehicle is put together: bench in, arches apart, a reading out, and back again', async ({ page, server }) => {
	await openDemo(page, server.url, 'survey van', 'interior');
	const start = (await planFile(page)).plan;
	await page.getByRole('button', { name: 'Add a rear bench' }).click();
	await expect(page.getByLabel('Rear bench: folded, length', { exact: true })).toBeVisible();
	await page.getByLabel('Arches: height', { exact: true }).click();
	await page.getByRole('button', { name: 'Measure left and right apart' }).click();
	await expect(page.getByLabel('Left arch: height', { exact: true })).toHaveValue('248 mm');
	await page.getByLabel('Width 260 mm forward, 850 mm up').click();
	await page.getByRole('button', { name: 'Take out this reading' }).click();
	await expect(page.getByLabel('Width 260 mm forward, 850 mm up')).toHaveCount(0);
	for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Undo' }).click();
	await settled(page);
	expect((await planFile(page)).plan).toEqual(start);
});

test('a mode is set: seat forward, piece in another state, somebody away; findings follow', async ({ page, server }) => {
	await openDemo(page, server.url, 'survey van', 'layout');
	await page.getByRole('button', { name: 'Mode', exact: true }).click();
	const findings = page.getByRole('region', { name: 'Findings' });
	await expect(findings.getByText('Tomas: breadth at the shoulders')).toBeVisible();
	await page.getByLabel('Tomas is').selectOption('away');
	await settled(page);
	await expect(findings.getByText('Tomas: breadth at the shoulders')).toHaveCount(0);
	await page.getByLabel('Slat couch: state').selectOption('Lid up');
	await settled(page);
	// A lid that stands up is nothing to lie on: nobody sleeps in this mode any more.
	await expect(findings.getByText('Ida: length to lie')).toHaveCount(0);
	await page.getByLabel('Left front seat, slid forward').fill('8"');
	await page.getByLabel('Left front seat, slid forward').press('Enter');
	await expect(page.getByLabel('Left front seat, slid forward')).toHaveValue('203 mm');
	for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Undo' }).click();
	await settled(page);
	await expect(findings.getByText('Tomas: breadth at the shoulders')).toBeVisible();
});

test('everything speaks inches when asked to', async ({ page, server }) => {
	await openDemo(page, server.url, 'survey van', 'layout');
	await page.getByRole('button', { name: 'mm', exact: true }).click();
	await settled(page);
	await expect(page.locator('li.clash .number').first()).toHaveText('1/8" short');
	await expect(page.locator('li.clash .why').first()).toHaveText('Light-trap crate stands 9 7/16" tall; 9 5/16" are free there.');
	await expect(page.locator('li.clash .fix button').first()).toHaveText('Raise the couch by 1/2"');
	await expect(page.getByLabel('Height of the slats')).toHaveValue('11 13/16"');
	await expect(page.locator('main')).not.toContainText(/\d mm/);
});

test('on a phone the stages are a menu that says where findings wait', async ({ page, server }) => {
	await openDemo(page, server.url, 'survey van', 'layout');
	await page.setViewportSize({ width: 390, height: 844 });
	const stages = page.getByRole('navigation', { name: 'Stages of the plan' });
	await expect(stages.getByRole('link')).toHaveCount(0);
	await stages.getByRole('button', { name: 'Layout 1 clash' }).click();
	await expect(stages.getByRole('link')).toHaveCount(11);
	await expect(stages.getByRole('link', { name: /^Layout/ }).getByRole('img', { name: 'Clash' })).toBeVisible();
	expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
	await stages.getByRole('link', { name: 'Strength' }).click();
	await expect(page).toHaveURL(/strength$/);
	await expect(stages.getByRole('button', { name: 'Strength' })).toHaveAttribute('aria-expanded', 'false');
});

test('findings are listed about one person, and what settles a tight one is tried out when it is opened', async ({ page, server }) => {
	await openDemo(page, server.url, 'survey van', 'layout');
	const list = page.getByRole('group', { name: 'List of findings' });
	// What bears and what stays is told last of all.
	const holding = list.getByRole('region', { name: 'Holding' });
	await expect(holding).toBeVisible({ timeout: 40_000 });
	// What is fine is one line that opens.
	await holding.getByRole('button', { name: /fine$/ }).click();
	await expect(holding.getByText('strong enough').first()).toBeVisible();
	await holding.getByRole('button', { name: /fine$/ }).click();
	await expect(holding.getByText('strong enough')).toHaveCount(0);
	await page.getByLabel('About', { exact: true }).selectOption('Tomas');
	await list.getByRole('region', { name: 'Sleeping · Tomas' }).getByRole('button', { name: /fine$/ }).click();
	const titles = await list.locator('.title').allInnerTexts();
	expect(titles.length).toBeGreaterThan(5);
	expect(titles.filter((title) => title.startsWith('Ida:'))).toEqual([]);
	const shoulders = list.locator('li.tight', { hasText: 'Tomas: breadth at the shoulders' });
	await expect(shoulders.locator('.fix')).toHaveCount(0);
	await shoulders.getByRole('button', { name: /breadth at the shoulders/ }).click();
	await expect(shoulders.locator('.fix, .none').filter({ hasNotText: 'Trying out' }).first()).toBeVisible();
	await page.getByLabel('About', { exact: true }).selectOption('everything');
	await expect(list.getByRole('region', { name: 'Sleeping · Ida' })).toBeVisible();
	await page.getByLabel('in', { exact: true }).selectOption('Night');
	await expect(list.getByRole('region', { name: 'Sleeping · Tomas' })).toBeVisible();
	await expect(list.getByRole('region', { name: 'Sitting · Tomas' })).toHaveCount(0);
});

test('a finding is set aside with a reason, counted no more, kept over a reload, and told again when it gets worse', async ({
	page,
	server
}) => {
	await openDemo(page, server.url, 'survey van', 'layout');
	const list = page.getByRole('group', { name: 'List of findings' });
	const crate = list.locator('li.clash', { hasText: 'Light-trap crate under Slat couch' });
	await crate.getByRole('button', { name: /Light-trap crate under/ }).click();
	await crate.getByRole('button', { name: 'Do not tell me again' }).click();
	await expect(crate.getByRole('button', { name: 'Set aside' })).toBeDisabled();
	await crate.getByLabel('Why this is all right').fill('The lids come off for the drive.');
	await page.keyboard.press('Enter');
	await expect(crate).toHaveCount(0);
	await expect(page.getByRole('link', { name: /^Layout/ })).not.toContainText('clash');
	await settled(page);
	await page.reload();
	const aside = list.getByRole('region', { name: 'Set aside' });
	await aside.getByRole('button', { name: '1' }).click();
	await expect(aside.getByText('“The lids come off for the drive.”')).toBeVisible();
	await expect(crate).toHaveCount(0);
	// Three millimetres short became thirteen.
	await page.getByLabel('Height of the slats').fill('290');
	await page.keyboard.press('Tab');
	await expect(crate).toContainText('13 mm short');
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(crate).toHaveCount(0);
	await aside.getByRole('button', { name: 'Tell me again' }).click();
	await expect(crate).toContainText('3 mm short');
});

test('what clashes in several ways is made to fit by few changes, shown first, taken and undone as one', async ({ page, server }) => {
	await openDemo(page, server.url, 'survey van', 'layout');
	await type(page, 'Height of the slats', '420');
	await type(page, 'Length', '2400');
	await settled(page);
	const clashes = page.locator('li.clash');
	const findings = page.getByRole('region', { name: 'Findings' });
	await expect(findings.getByText('room for the body').first()).toBeVisible();
	const fit = page.getByRole('group', { name: 'Make it fit' });
	await fit.getByRole('button', { name: 'Make it fit' }).click();
	await expect(fit.getByText(/^2 changes settle/)).toBeVisible({ timeout: 60_000 });
	await expect(fit.getByRole('listitem')).toHaveText([/^Shorten the couch by \d+ mm$/, /^Lower the couch by \d+ mm$/]);
	// Nothing has changed yet.
	await expect(page.getByLabel('Length', { exact: true })).toHaveValue('2400 mm');
	await fit.getByRole('button', { name: 'Take both' }).click();
	await expect(clashes).toHaveCount(0);
	await expect(fit).toHaveCount(0);
	await page.getByRole('button', { name: 'Undo' }).click();
	await expect(page.getByLabel('Length', { exact: true })).toHaveValue('2400 mm');
	await expect(page.getByLabel('Height of the slats')).toHaveValue('420 mm');
});

test('what slides while driving is told, tied down, and said to be; a door left open while driving is a clash', async ({
	page,
	server
}) => {
	await openDemo(page, server.url, 'survey van', 'layout');
	const list = page.getByRole('group', { name: 'List of findings' });
	const held = list.locator('li', { hasText: 'Battery box under Slat couch: held while driving' });
	await expect(held).toHaveClass(/tight/);
	await expect(held).toContainText('Nothing stops it from sliding');
	await held.getByRole('button', { name: /held while driving/ }).click();
	await held.getByRole('button', { name: /^Hold .* with straps, a net or a lip$/ }).click();
	await expect(held).not.toHaveClass(/tight/);
	await unfold(page);
	await expect(held).toHaveClass(/clear/);
	await page.getByRole('link', { name: 'People' }).click();
	await expect(page.getByRole('checkbox', { name: 'tied down or held by a net while driving', checked: true })).toHaveCount(1);
	await page.getByRole('link', { name: /^Layout/ }).click();

	await page.getByRole('button', { name: 'Mode', exact: true }).click();
	await expect(page.getByText(/^Largest load on the floor: .* long, .* wide, .* high\.$/)).toBeVisible();
	await page.getByRole('group', { name: 'Modes of the vehicle' }).getByRole('button', { name: /Drive/ }).click();
	await page.getByRole('group', { name: 'Doors that stand open' }).getByLabel('Tailgate').check();
	await expect(list.locator('li.clash', { hasText: 'Tailgate: shut while driving' })).toBeVisible();
});
