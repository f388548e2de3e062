// How long it takes from a click on a piece in the list to its plan on screen.
import { chromium } from '@playwright/test';

const median = (values) => [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;
const ROUNDS = 3;

/** Opens every piece of the demo from the list; its picture may have been planned by then, or not. */
export async function measureScreens(base) {
  const browser = await chromium.launch({
    executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-gpu'],
  });
  const cards = 'svg[data-planned]';
  const opened = async (page, link) => {
    const from = performance.now();
    await link.click();
    await page.getByTestId('cut-length').waitFor();
    return performance.now() - from;
  };
  const times = new Map();
  const put = (name, kind, ms) => {
    const own = times.get(name) ?? { early: [], late: [] };
    own[kind].push(ms);
    times.set(name, own);
  };
  for (let round = 0; round < ROUNDS; round++) {
    const context = await browser.newContext({ serviceWorkers: 'block' });
    const page = await context.newPage();
    await page.goto(base);
    const links = page.locator('li a[href*="/piece/"]');
    await links.first().waitFor();
    const names = (await links.allInnerTexts()).map((text) => text.split('\n')[0]);
    const count = names.length;
    for (const [i, name] of names.entries()) {
      // The list anew, so that nothing is remembered of its pictures.
      await page.goto(base);
      await links.nth(i).waitFor();
      put(name, 'early', await opened(page, links.nth(i)));
      await page.goto(base);
      while ((await page.locator(cards).count()) < count) await page.waitForTimeout(100);
      put(name, 'late', await opened(page, links.nth(i)));
    }
    await context.close();
  }
  await browser.close();
  console.log('\nFrom a click to the plan, median ms    at once   once the list is drawn');
  for (const [name, { early, late }] of times) {
    console.log(
      `${name.padEnd(36)} ${median(early).toFixed(0).padStart(9)} ${median(late).toFixed(0).padStart(9)}`,
    );
  }
}
