import type { Locator, Page } from '@playwright/test';
import { randomFrom } from '../src/lib/core/practice/random';
import { formatLength } from '../src/lib/core/units';
import { planFile } from './bench';
import { expect, test } from './server';

test.use({ demo: 'monkey' });

/**
 * Somebody who clicks, types, drags, takes back and moves about at random, the same way each time. A short run stands in the gate;
 * `npm run test:monkey` goes through every stage of every example, from the one on that NOOK_MONKEY_FROM counts to: it takes hours.
 */
const { NOOK_MONKEY: LENGTH = 'short', NOOK_MONKEY_FROM: FROM = '0' } = process.env;
const STAGES = ['interior', 'people', 'find', 'layout', 'compare', 'conversion', 'strength', 'storage', 'cutting', 'build', 'log'] as const;
/** Things done in each stage. */
const DOINGS = LENGTH === 'short' ? 7 : 25;
/** Buttons that leave the plan or go on for minutes. */
const NOT_PRESSED = /delete|let it go|download|look for layouts|sign out|next build|choose a file|put .* back|chair/i;
const EXTREMES = ['0', '-5', '1', '37', '250', '720', '7200', '99999', 'abc', '1e9', '6\'3"', ''];

type Random = () => number;

async function pick(random: Random, all: Locator): Promise<Locator | undefined> {
	const count = await all.count();
	return count === 0 ? undefined : all.nth(Math.floor(random() * count));
}

const QUICK = { timeout: 1500 };

async function press(place: Locator, random: Random): Promise<string> {
	const button = await pick(random, place.locator('button:visible:enabled'));
	const name = ((await button?.getAttribute('aria-label')) ?? (await button?.textContent()) ?? '').trim();
	if (button && !NOT_PRESSED.test(name)) await button.click(QUICK).catch(() => undefined);
	return `press “${name}”`;
}

async function typeIn(place: Locator, random: Random): Promise<string> {
	const typed = 'input:visible:enabled:not([type=checkbox]):not([type=radio]):not([type=file]):not([type=range])';
	const field = await pick(random, place.locator(typed));
	const text = EXTREMES[Math.floor(random() * EXTREMES.length)];
	await field?.fill(text, QUICK).catch(() => undefined);
	await field?.press('Enter', QUICK).catch(() => undefined);
	return `type “${text}”`;
}

async function choose(place: Locator, random: Random): Promise<string> {
	const list = await pick(random, place.locator('select:visible:enabled'));
	const options = (await list?.locator('option').count()) ?? 0;
	if (options > 0) await list!.selectOption({ index: Math.floor(random() * options) }, QUICK).catch(() => undefined);
	return 'choose';
}

async function turnBack(page: Page, random: Random): Promise<string> {
	const key = random() < 0.6 ? 'Control+z' : 'Control+Shift+z';
	await page.keyboard.press(key);
	return key;
}

async function drag(page: Page, random: Random): Promise<string> {
	const drawing = await pick(random, page.locator('svg[role=group]:visible, [role=group] svg:visible'));
	const box = await drawing?.boundingBox(QUICK).catch(() => null);
	if (!box) return 'nothing to drag';
	const at = () => [box.x + random() * box.width, box.y + random() * box.height] as const;
	await page.mouse.move(...at());
	await page.mouse.down();
	for (let i = 0; i < 4; i++) await page.mouse.move(...at());
	await page.mouse.up();
	return 'drag';
}

/** One thing that somebody might do on a page; a dialog that is open comes first. */
async function doSomething(page: Page, random: Random): Promise<string> {
	const dialog = page.getByRole('dialog');
	const place = (await dialog.count()) > 0 ? dialog.first() : page.locator('body');
	const doings = [press, press, typeIn, typeIn, choose];
	const kind = Math.floor(random() * (doings.length + 2));
	if (kind < doings.length) return doings[kind](place, random);
	return kind === doings.length ? turnBack(page, random) : drag(page, random);
}

/** What is wrong with what can be read on a page, if anything. */
const wrongWords = (page: Page): Promise<string | undefined> =>
	page.evaluate(() => /.{0,60}(\bNaN\b|\bundefined\b|\[object ).{0,60}/.exec(document.body.innerText)?.[0]);

test('whatever somebody does at random, nothing breaks, and what is on screen is what the file says', async ({ page, server }) => {
	test.setTimeout(LENGTH === 'short' ? 300_000 : 6 * 3600_000);
	const faults: string[] = [];
	let doing = '';
	page.on('pageerror', (error) => faults.push(`${doing}: ${error.stack ?? error.message}`));
	page.on('response', (response) => {
		if (response.status() >= 500 || response.status() === 409) faults.push(`${doing}: ${response.status()} ${response.url()}`);
	});
	page.on('request', (request) => {
		if (!request.url().startsWith(server.url) && !/^(blob|data):/.test(request.url())) faults.push(`${doing}: asked ${request.url()}`);
	});
	page.on('dialog', (dialog) => {
		faults.push(`${doing}: ${dialog.message()}`);
		void dialog.dismiss();
	});
	await page.goto(server.url);
	const plans = await page.locator('.plans li > a').evaluateAll((links) => links.map((link) => (link as HTMLAnchorElement).href));
	const chosen = LENGTH === 'short' ? [plans[3], plans[16]] : plans;
	for (const [n, address] of [...chosen.entries()].slice(Number(FROM))) {
		const random = randomFrom(`monkey ${n}`);
		await page.goto(address);
		for (const stage of STAGES) {
			doing = `plan ${n}, ${stage}`;
			await page.goto(address.replace(/layout$/, stage));
			await expect(page.getByTestId('save-state')).toBeVisible();
			for (let i = 0; i < DOINGS; i++) {
				doing = `plan ${n}, ${stage}, ${i}: ${await doSomething(page, random)}`;
				const wrong = await wrongWords(page);
				if (wrong) faults.push(`${doing}: says “${wrong}”`);
				// Whoever strays off the plan comes back.
				if (!page.url().includes('/plans/')) await page.goto(address.replace(/layout$/, stage));
				expect(faults).toEqual([]);
			}
		}
		await page.goto(address.replace(/layout$/, 'interior'));
		const { plan } = (await planFile(page)) as never as { plan: { name: string; vehicle: { length: { mm: number } } } };
		const shown = await page.getByLabel('Length of the floor', { exact: true }).inputValue();
		const units = shown.endsWith('mm') ? 'metric' : 'imperial';
		expect(shown).toBe(formatLength(plan.vehicle.length.mm, units));
		await expect(page.getByRole('heading', { level: 1 })).toHaveText(plan.name);
	}
	expect(faults).toEqual([]);
});
