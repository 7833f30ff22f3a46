import { chromium } from '@playwright/test';
const [out, target, w = '1280', h = '800', theme = 'light', script = ''] = process.argv.slice(2);
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--use-angle=swiftshader', '--enable-unsafe-swiftshader'] });
const page = await browser.newPage({ viewport: { width: +w, height: +h }, colorScheme: theme });
page.on('console', (m) => { if (m.type() === 'error' || m.type()==='warning') console.log('console:', m.text()); });
page.on('pageerror', (e) => console.log('pageerror:', e.message));
const base = 'http://127.0.0.1:4310';
await page.goto(base);
await page.waitForTimeout(500);
if (target !== 'home') {
  const [name, stage] = target.split(':');
  const href = await page.locator('.plans a', { hasText: name }).first().evaluate((l) => l.href);
  await page.goto(href.replace(/layout$/, stage));
  await page.waitForTimeout(1500);
}
if (script) await new Function('page', `return (async () => { ${script} })()`)(page);
await page.waitForTimeout(700);
await page.screenshot({ path: out });
await browser.close();
