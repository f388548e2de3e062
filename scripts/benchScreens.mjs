// How long it takes from a click on a piece in the list to its plan on screen, and from a dropped picture to numbers and a sheet.
import { chromium } from '@playwright/test';
import sharp from 'sharp';

const median = (values) => [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;
const ROUNDS = 3;

const launched = () =>
  chromium.launch({
    executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-gpu'],
  });

/** Drawings of five kinds, as a pen of 3 px leaves them on 900 px of white. */
const PICTURES = {
  heart:
    'M450 780C120 540 150 200 330 200C410 200 450 280 450 320C450 280 490 200 570 200C750 200 780 540 450 780Z',
  leaf: 'M450 120C700 320 700 600 450 800C200 600 200 320 450 120ZM450 120L450 800',
  star: 'M450 100L540 370L820 370L590 540L680 810L450 640L220 810L310 540L80 370L360 370Z',
  fish: 'M120 450C300 200 560 220 700 450C560 680 300 700 120 450M700 450L830 330L830 570Z',
  wave: 'M80 450C180 250 280 250 380 450C480 650 580 650 680 450C740 340 780 320 830 320',
};

/**
 * From a picture chosen on the list to its numbers, and on to the saved sheet, each in a browser of its own; with
 * the actions that it takes.
 */
export async function measureFirstMinute(base) {
  const browser = await launched();
  console.log('\nFrom a picture, s           actions   to numbers   to the sheet (actions)');
  for (const [name, data] of Object.entries(PICTURES)) {
    const context = await browser.newContext({ serviceWorkers: 'block', acceptDownloads: true });
    const page = await context.newPage();
    await page.goto(base);
    const field = page.getByLabel('Picture or drawing for a new piece');
    await field.waitFor({ state: 'attached' });
    const drawn = `<svg xmlns="http://www.w3.org/2000/svg" width="900" height="900"><rect width="900" height="900" fill="#fff"/><path d="${data}" fill="none" stroke="#222" stroke-width="9" stroke-linecap="round"/></svg>`;
    const buffer = await sharp(Buffer.from(drawn)).png().toBuffer();
    let actions = 0;
    const act = async (does) => {
      actions++;
      await does();
    };
    const from = performance.now();
    await act(() => field.setInputFiles({ name: `${name}.png`, mimeType: 'image/png', buffer }));
    await page.getByTestId('gauge-note').waitFor();
    const [numbers, first] = [performance.now() - from, actions];
    await act(() => page.getByRole('link', { name: 'Sheet' }).click());
    const saved = page.waitForEvent('download');
    await act(() => page.getByRole('button', { name: 'Save the PDF' }).click());
    await saved;
    const sheet = performance.now() - from;
    await context.close();
    console.log(
      `${name.padEnd(24)} ${String(first).padStart(10)} ${(numbers / 1000).toFixed(1).padStart(12)} ${(sheet / 1000).toFixed(1).padStart(12)} (${actions})`,
    );
  }
  await browser.close();
}

/** Opens every piece of the demo from the list; its picture may have been planned by then, or not. */
export async function measureScreens(base) {
  const browser = await launched();
  const cards = '[aria-label="Lantern Lane"] svg[data-planned]';
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
    const links = page.locator('[aria-label="Lantern Lane"] li a[href$="/figure"]');
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
