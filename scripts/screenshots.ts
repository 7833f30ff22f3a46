import { chromium, type Page } from '@playwright/test';
import { join } from 'node:path';
import { openDemo } from '../e2e/bench';
import { Server } from '../e2e/server';
import config from '../playwright.config';

const folder = join(import.meta.dirname, '../docs/screenshots');

/** One picture of each main view, from the demo data. */
const PICTURES: {
	file: string;
	plan: string;
	stage: Parameters<typeof openDemo>[3];
	width?: number;
	dark?: boolean;
	prepare?: (page: Page) => Promise<void>;
}[] = [
	{ file: 'layout', plan: 'survey van', stage: 'layout', prepare: (page) => page.locator('li.clash button.head').first().hover() },
	{ file: 'layout-dark', plan: 'one-person hatchback', stage: 'layout', dark: true },
	{
		file: 'interior',
		plan: 'one-person hatchback',
		stage: 'interior',
		prepare: (page) => page.getByLabel('Width 300 mm forward, 350 mm up').click()
	},
	{
		file: 'measuring-walk-phone',
		plan: 'off-roader with hatch',
		stage: 'interior',
		width: 390,
		prepare: async (page) => {
			await page.getByRole('link', { name: 'Walk through it with the tape' }).click();
			for (let i = 0; i < 14; i++) await page.getByRole('button', { name: 'Next', exact: true }).click();
		}
	},
	{
		file: 'scribed-wall',
		plan: 'hill sites',
		stage: 'interior',
		prepare: (page) => page.getByLabel('Left boot side: offset 4', { exact: true }).click()
	},
	{ file: 'people', plan: 'survey van', stage: 'people' },
	{
		file: 'find',
		plan: 'survey van',
		stage: 'find',
		prepare: async (page) => {
			await page.getByRole('button', { name: 'Look for layouts' }).click();
			await page.getByText('beds looked at').waitFor({ timeout: 120_000 });
		}
	},
	{
		file: 'compare',
		plan: 'survey van',
		stage: 'find',
		prepare: async (page) => {
			await page.getByRole('button', { name: 'Look for layouts' }).click();
			await page.getByText('beds looked at').waitFor({ timeout: 120_000 });
			for (let i = 0; i < 2; i++) await page.getByRole('button', { name: 'Keep to compare' }).first().click();
			await page.getByRole('link', { name: 'Compare' }).click();
			await page.getByRole('columnheader').nth(2).waitFor({ timeout: 60_000 });
		}
	},
	{
		file: 'conversion',
		plan: 'halves that fold to sofas',
		stage: 'conversion',
		prepare: (page) => page.getByRole('slider', { name: 'Time' }).fill('12')
	},
	{
		file: 'kitchen',
		plan: 'slats over two benches',
		stage: 'layout',
		prepare: async (page) => {
			await page.getByRole('button', { name: /^Day/ }).click();
			await page.getByLabel('Piece', { exact: true }).selectOption({ label: 'Kitchen' });
			await page.getByRole('button', { name: 'Look at it in 3D' }).click();
			await page.locator('[data-things]:not([data-things="0"])').waitFor();
			await page.waitForTimeout(2500);
		}
	},
	{
		file: 'in-and-out',
		plan: 'two modules and a dog',
		stage: 'conversion',
		prepare: (page) => page.getByRole('button', { name: 'In and out' }).click()
	},
	{
		file: 'own-piece',
		plan: 'four lids and two fronts',
		stage: 'layout',
		prepare: async (page) => {
			await page.getByRole('button', { name: 'board Lid 1, left' }).click();
			await page.getByRole('region', { name: 'What it is made of' }).scrollIntoViewIfNeeded();
		}
	},
	{
		file: 'strength',
		plan: 'slats over two benches',
		stage: 'strength',
		prepare: async (page) => {
			await page.getByLabel('In the mode').selectOption({ label: 'Night for two' });
			await page.getByRole('button', { name: 'Slat, fixed' }).click({ timeout: 40_000 });
		}
	},
	{ file: 'storage', plan: 'slats on wall rails', stage: 'storage' },
	{ file: 'cutting', plan: 'one-person hatchback', stage: 'cutting' },
	{
		file: 'build',
		plan: 'runners on two long drawer',
		stage: 'build',
		prepare: async (page) => {
			await page
				.getByRole('button', { name: /^Put together Drawer unit/ })
				.first()
				.click();
			await page.getByRole('img', { name: /^Put together Drawer unit/ }).waitFor();
		}
	},
	{ file: 'log', plan: 'survey van', stage: 'log' },
	...(
		[
			['long trap van', 'long-high-van'],
			['survey van', 'small-van']
		] as const
	).map(([plan, style]) => ({
		file: `solid-${style}`,
		plan,
		stage: 'layout' as const,
		prepare: async (page: Page) => {
			await page.getByRole('button', { name: 'Look at it in 3D' }).click();
			await page.locator('[data-things]:not([data-things="0"])').waitFor();
			await page.waitForTimeout(1500);
		}
	}))
];

/** With names after it only these pictures are taken again. */
async function run(only: readonly string[]) {
	const server = await Server.launch(true);
	const browser = await chromium.launch(config.use!.launchOptions);
	for (const { file, plan, stage, width = 1280, dark, prepare } of PICTURES.filter((one) => only.length === 0 || only.includes(one.file))) {
		const context = await browser.newContext({
			viewport: { width, height: width === 390 ? 844 : 800 },
			colorScheme: dark ? 'dark' : 'light'
		});
		const page = await context.newPage();
		await openDemo(page, server.url, plan, stage);
		await page.waitForTimeout(1500);
		await prepare?.(page);
		await page.waitForTimeout(1200);
		await page.screenshot({ path: join(folder, `${file}.png`) });
		await context.close();
	}
	await browser.close();
	await server.kill();
}

void run(process.argv.slice(2));
