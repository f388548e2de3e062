import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';
import { test } from './test';
import {
  importSvg,
  newPiece,
  openPiece,
  openWorkshop,
  planned,
  SQUARE_AND_CIRCLE,
  stage,
  type,
  walkTo,
} from './workshop';

test('inches lead everywhere once chosen', async ({ page }) => {
  await openWorkshop(page);
  await page.getByRole('link', { name: 'Settings' }).click();
  await page.getByRole('radio', { name: 'inches' }).click();
  await page.getByRole('link', { name: 'All pieces', exact: true }).click();
  await page.getByRole('link', { name: /Sailing boat/ }).click();
  await expect(page.getByTestId('cut-length')).toContainText(/Cut\s*8 \d+\/\d+ in \(\d+\.\d mm\)/);
  // Millimetres stand only beside the inches, in beads, which are sold so, and on the ruler to check.
  const alone = async (): Promise<string[]> => {
    const text = await page.locator('main').innerText();
    const found = text.match(/[^\n(]*\d mm\b[^)\n]*/g) ?? [];
    return found.filter((t) => !/^\d+\.\d mm$|bead|^100 mm$/i.test(t.trim()));
  };
  for (const name of ['Wire', 'Dressing', 'Bends', 'Sheet'] as const) {
    await stage(page, name);
    await expect(page.getByText(/Working out|Trying/)).toHaveCount(0);
    await expect.poll(alone).toEqual([]);
  }
  // 1 3/8 in is 34.925 mm: the strip and the list say the same mark in the same words.
  await stage(page, 'Bends');
  const mark = page.getByRole('table').getByRole('row').nth(1).getByRole('cell').nth(4);
  const words = await mark.innerText();
  expect(words).toMatch(/^(\d+ )?\d+(\/\d+)?$/);
  await expect(
    page.getByRole('slider', { name: 'Strip' }).getByText(words, { exact: true }),
  ).toBeVisible();
  await expect(page.getByText(/0\.0\d\d in/).first()).toBeVisible();
  await stage(page, 'Figure');
  const height = page.getByLabel('Height', { exact: true });
  await type(height, '2');
  await expect(height).toHaveValue('2 in');
  await type(height, '900');
  await expect(page.getByText(/Give a length from .* to .* in\. It stays at 2 in\./)).toBeVisible();
});

test('actual size after the screen was measured', async ({ page }) => {
  await openWorkshop(page);
  await page.getByRole('link', { name: 'Settings' }).click();
  // A card 85.6 mm wide covers the bar of 428 px: 5 px to the mm.
  await page.getByLabel('Width of the bar').fill('428');
  await page.getByLabel('What you hold is wide').fill('85.6 mm');
  await page.getByRole('button', { name: 'Keep this size' }).click();
  await expect(page.getByText('100 mm is 500 px here.')).toBeVisible();
  await page.getByRole('link', { name: 'All pieces', exact: true }).click();
  await page.getByRole('link', { name: /Sailing boat/ }).click();
  await page.getByRole('group', { name: 'Figure', exact: true }).focus();
  await page.keyboard.press('a');
  await expect(page.getByRole('button', { name: 'Actual size' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  const [a, b] = await Promise.all(
    [3, 4].map((n) => page.getByRole('img', { name: `Point ${n}`, exact: true }).boundingBox()),
  );
  // Bow and stern stand 34 mm apart.
  expect(Math.abs(b!.x - a!.x)).toBeCloseTo(34 * 5, 0);
});

test('a left-handed maker is told which way to wind', async ({ page }) => {
  await page.goto('/settings');
  const left = page
    .getByRole('radiogroup', { name: 'Hand you work with' })
    .getByRole('radio', { name: 'left' });
  await left.click();
  // Shown as chosen once it is kept.
  await expect(left).toBeChecked();
  await openPiece(page, 'Lantern handle');
  await stage(page, 'Make');
  await page
    .getByRole('button', { name: /^Begin a making/ })
    .first()
    .click();
  await walkTo(page, 'Twist the 4 strands to a rope');
  await expect(page.getByText(/the hook in the left hand: turn it to the left/)).toBeVisible();
});

test('the dark theme stays through a reload', async ({ page }) => {
  await openWorkshop(page);
  await page.getByRole('link', { name: 'Settings' }).click();
  await page.getByRole('radio', { name: 'dark' }).click();
  await expect(page.locator('html')).toHaveClass(/dark/);
  await page.reload();
  await expect(page.locator('html')).toHaveClass(/dark/);
});

/** Nothing moves any more: a colour on its way to another is neither. */
const still = (page: Page): Promise<void> =>
  page.evaluate(async () => {
    await Promise.allSettled(document.getAnimations().map((a) => a.finished));
  });

/** All rules in the light theme; of the dark one the only rule that its colours can break. */
async function check(page: Page, where: string): Promise<void> {
  for (const theme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme: theme });
    const dark = page.locator('html.dark');
    await expect(dark).toHaveCount(theme === 'dark' ? 1 : 0);
    await still(page);
    const rules = new AxeBuilder({ page });
    if (theme === 'light') rules.withTags(['wcag2a', 'wcag2aa']);
    else rules.withRules(['color-contrast']);
    const { violations, passes } = await rules.analyze();
    const told = (v: (typeof violations)[number]): string =>
      `${where}, ${theme}: ${v.id} ${v.nodes[0]?.target.join(' ') ?? ''}`;
    expect(violations.map(told)).toEqual([]);
    expect(passes.map((p) => p.id)).toContain('color-contrast');
  }
  await page.emulateMedia({ colorScheme: 'light' });
}

test.describe('the accessibility rules, in light and dark', () => {
  test('are passed by the lists and settings', async ({ page }) => {
    await openWorkshop(page);
    await check(page, 'pieces');
    await page.getByRole('link', { name: 'Settings' }).click();
    await expect(page.getByRole('heading', { name: 'Settings' })).toBeVisible();
    await check(page, 'settings');
    await page.goto('/kit');
    await expect(page.getByRole('listitem', { name: 'Mandrel' })).toBeVisible();
    await check(page, 'kit');
    await page.goto('/drawer');
    await page.getByRole('button', { name: /Lantern Lane/ }).click();
    await expect(page.getByRole('list', { name: /brass/ }).first()).toBeVisible();
    await check(page, 'drawer');
    await page.getByRole('link', { name: 'Cut list' }).click();
    await expect(page.getByText('that is proven')).toBeVisible();
    await check(page, 'cut list');
    await page.getByRole('link', { name: 'Prices' }).click();
    await expect(page.getByRole('figure', { name: /price of one/ })).toBeVisible();
    await check(page, 'prices');
    await page.getByRole('link', { name: 'Orders' }).click();
    await expect(
      page.getByRole('list', { name: 'Orders' }).getByRole('listitem').first(),
    ).toBeVisible();
    await expect(page.getByRole('list', { name: 'Orders' })).toContainText('€');
    await check(page, 'orders');
    await page.getByRole('button', { name: 'Make Pear otherwise' }).click();
    await page.getByLabel('Of another wire').check();
    await check(page, 'an order made otherwise');
    await page.getByRole('radio', { name: 'a board' }).click();
    await expect(page.getByRole('region', { name: 'being made' })).toContainText('€');
    await check(page, 'board of orders');
    await page.getByRole('link', { name: 'Batches' }).click();
    await expect(page.getByText('batches: a tool is taken up')).toBeVisible({ timeout: 60_000 });
    await check(page, 'batches');
    await page.getByRole('link', { name: 'In the drawer' }).click();
    await page.getByRole('button', { name: 'Add wire' }).click();
    await page.getByRole('button', { name: 'From the scale' }).click();
    await check(page, 'scale');
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'From the calliper' }).click();
    await check(page, 'calliper');
    await page.goto('/desk?sum=weave');
    await expect(page.getByRole('table', { name: 'Result' })).toBeVisible();
    await check(page, 'desk');
  });

  for (const stages of [
    ['Figure', 'Wire'],
    ['Bends', 'Dressing'],
    ['Sheet', 'Make'],
  ]) {
    test(`are passed by ${stages.join(' and ')}`, async ({ page }) => {
      await openPiece(page, 'Snail charm');
      for (const name of stages) {
        await stage(page, name);
        await planned(page);
        await check(page, name);
      }
    });
  }

  test('are passed by an item and a making', async ({ page }) => {
    await openPiece(page, 'Snail charm');
    await stage(page, 'Dressing');
    await page.getByRole('button', { name: /^Beads on the wire/ }).click();
    await expect(page.getByLabel('Bead: hole')).toBeVisible();
    await check(page, 'an item');
    await stage(page, 'Make');
    await page.getByRole('button', { name: /^Begin a making, / }).click();
    await expect(page.getByTestId('make-count')).toBeVisible();
    await page.getByRole('button', { name: 'Notes and photos' }).click();
    await check(page, 'making');
  });

  test('are passed by letters and motifs', async ({ page }) => {
    await openPiece(page, 'Word pendant');
    await page.getByRole('button', { name: 'Change “hush”' }).click();
    await page.getByRole('button', { name: 'Letter 1: h' }).click();
    await check(page, 'word');
    await page.getByRole('button', { name: 'Cancel' }).click();
    await page.getByRole('button', { name: 'Place a motif' }).click();
    await page.getByRole('radio', { name: 'round a circle' }).click();
    await check(page, 'motif');
  });

  test('are passed by several wires and by links', async ({ page }) => {
    await newPiece(page);
    await importSvg(page, 'two.svg', SQUARE_AND_CIRCLE);
    await planned(page);
    await stage(page, 'Wire');
    await page.getByRole('button', { name: 'Another kind for wire 1' }).click();
    const wires = page.getByRole('radiogroup', { name: 'The piece’s wires' });
    const [main, second] = [/Main wire/, /Second wire/].map((name) =>
      wires.getByRole('radio', { name }),
    );
    await expect(second!).toBeChecked();
    await second!.focus();
    // The choice follows while the key is down: it is held until then, however long that takes.
    for (const [key, chosen] of [
      ['ArrowUp', main],
      ['ArrowDown', second],
    ] as const) {
      await page.keyboard.down(key);
      await expect(chosen!).toBeChecked();
      await page.keyboard.up(key);
    }
    await check(page, 'several wires');
    await stage(page, 'Dressing');
    await page.getByRole('checkbox', { name: 'It is one link of a bracelet or chain' }).check();
    await expect(page.getByRole('alert')).toContainText('a loop at each of its two ends');
    await page.getByRole('radio', { name: 'beaded joints' }).click();
    await check(page, 'links');
  });

  test('are passed by routes and tracing', async ({ page }) => {
    await openPiece(page, 'Mountain line');
    await stage(page, 'Wire');
    await page
      .getByRole('button', { name: /^Junction of 3/ })
      .first()
      .click();
    await check(page, 'route');
    await openPiece(page, 'Fox');
    await check(page, 'figure of a picture');
    await page.getByRole('button', { name: /again$/ }).click();
    await expect(page.getByRole('button', { name: /^Use these/ })).toBeEnabled();
    await check(page, 'trace');
  });
});

test('a phone shows the list and a piece without sideways scrolling', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openPiece(page, 'Swallow');
  for (const name of ['Figure', 'Wire', 'Bends', 'Sheet']) {
    await stage(page, name);
    const wide = await page.evaluate(() => document.documentElement.scrollWidth);
    expect(wide).toBeLessThanOrEqual(390);
  }
});

test('made twice as large, the figure keeps room beside its panel, and the strip unfolds', async ({
  page,
}) => {
  await page.setViewportSize({ width: 640, height: 400 });
  await openPiece(page, 'Swallow');
  const strip = page.getByRole('slider', { name: 'Strip' });
  for (const name of ['Figure', 'Wire', 'Bends', 'Dressing', 'Make']) {
    await stage(page, name);
    await expect(page.getByRole('button', { name: 'Show the strip' })).toBeVisible();
    await expect(page.getByTestId('cut-length')).toBeInViewport();
    const bench = page.locator('main svg[role="group"]').first();
    expect((await bench.boundingBox())!.height, name).toBeGreaterThan(250);
    const wide = await page.evaluate(() => document.documentElement.scrollWidth);
    expect(wide).toBeLessThanOrEqual(640);
  }
  await expect(strip).not.toBeInViewport({ ratio: 0.5 });
  // Who goes to it sees it.
  await page.keyboard.press('t');
  await expect(strip).toBeInViewport({ ratio: 0.9 });
  await page.getByRole('button', { name: 'Fold the strip' }).click();
  await expect(strip).not.toBeInViewport({ ratio: 0.5 });
});

test('the server says that it is up', async ({ request }) => {
  expect(await (await request.get('/health')).json()).toMatchObject({ ok: true });
});

for (const [width, height] of [
  [1280, 800],
  [820, 1180],
] as const) {
  test(`at ${width} x ${height} a stage fills the window and does not run on below it`, async ({
    page,
  }) => {
    await page.setViewportSize({ width, height });
    await openPiece(page, 'Paper lantern');
    for (const [name, sign] of [
      ['Figure', 'Height'],
      ['Wire', 'Which gauge'],
      ['Bends', 'Bends'],
      ['Dressing', 'Ways of making'],
      ['Sheet', 'Paper'],
      ['Make', 'Begin a making'],
    ] as const) {
      await stage(page, name);
      await expect(page.getByText(sign).first()).toBeAttached();
      const size = await page.evaluate(() => document.documentElement.scrollHeight);
      expect(size, name).toBeLessThanOrEqual(height);
    }
  });
}
