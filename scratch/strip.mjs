import { chromium } from '@playwright/test';
const [out, jobs] = [process.argv[2], JSON.parse(process.argv[3])];
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--use-angle=swiftshader', '--enable-unsafe-swiftshader'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const shots = [];
for (const { name, from, to, times, view = '.wide' } of jobs) {
  await page.goto('http://127.0.0.1:4310'); await page.waitForTimeout(300);
  const href = await page.locator('.plans a', { hasText: name }).first().evaluate((l) => l.href);
  await page.goto(href.replace(/layout$/, 'conversion')); await page.waitForTimeout(1200);
  if (from) await page.locator('.pick select').first().selectOption({ label: from });
  if (to) await page.locator('.pick select').nth(1).selectOption({ label: to });
  await page.waitForTimeout(1500);
  for (const t of times) { await page.getByRole('slider', { name: 'Time' }).fill(String(t)); await page.waitForTimeout(450); const b = await page.locator(`.drawings ${view}`).first().screenshot(); const w = (await page.locator('p.now').textContent()).trim(); shots.push({ src: 'data:image/png;base64,' + b.toString('base64'), w: `${name} ${t}s ${w}` }); }
}
await page.setViewportSize({ width: 1500, height: 900 });
await page.setContent(`<body style="margin:4px;display:grid;grid-template-columns:repeat(3,1fr);gap:4px;font:11px sans-serif">${shots.map((s) => `<div><img style="width:100%" src="${s.src}"><div>${s.w}</div></div>`).join('')}</body>`);
await page.screenshot({ path: out, fullPage: true });
await browser.close();
