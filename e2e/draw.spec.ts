import { expect, type Page } from '@playwright/test';
import { test } from './test';
import { cutMm, LANTERN_LANE, newPiece, openPiece, openWorkshop, stage } from './workshop';

const bench = (page: Page) => page.getByRole('group', { name: 'Figure', exact: true });

async function at(page: Page, x: number, y: number): Promise<[number, number]> {
  const box = (await bench(page).boundingBox())!;
  return [box.x + box.width * x, box.y + box.height * y];
}

async function click(page: Page, x: number, y: number): Promise<void> {
  await page.mouse.click(...(await at(page, x, y)));
}

async function drag(page: Page, from: [number, number], to: [number, number]): Promise<void> {
  await page.mouse.move(...(await at(page, ...from)));
  await page.mouse.down();
  await page.mouse.move(...(await at(page, (from[0] + to[0]) / 2, (from[1] + to[1]) / 2)));
  await page.mouse.move(...(await at(page, ...to)), { steps: 4 });
  await page.mouse.up();
}

test('a wire drawn with points: corners, a curve, closed, undone and redone', async ({ page }) => {
  await newPiece(page);
  await click(page, 0.3, 0.3);
  await click(page, 0.6, 0.3);
  await expect(page.getByTestId('cut-length')).toBeVisible();
  const two = await cutMm(page);
  await drag(page, [0.6, 0.6], [0.5, 0.7]);
  await expect.poll(() => cutMm(page)).toBeGreaterThan(two + 5);
  await page.waitForTimeout(300);
  await expect(page.getByRole('button', { name: 'Close', exact: true }).first()).toBeEnabled();
  const open = await cutMm(page);
  await click(page, 0.3, 0.3);
  await expect(page.getByText('Wire 1, 3 points, closed')).toBeVisible();
  await expect.poll(() => cutMm(page)).toBeGreaterThan(open + 5);
  const closed = await cutMm(page);
  await page.keyboard.press('Control+z');
  await expect(page.getByText('Wire 1, 3 points, open')).toBeVisible();
  await expect.poll(() => cutMm(page)).toBeCloseTo(open, 1);
  await page.keyboard.press('Control+Shift+z');
  await expect(page.getByText('Wire 1, 3 points, closed')).toBeVisible();
  await expect.poll(() => cutMm(page)).toBeCloseTo(closed, 1);
});

test('points are dragged, inserted, smoothed and deleted by hand and by keys', async ({ page }) => {
  await openPiece(page, 'Sailing boat');
  const before = await cutMm(page);
  await page.getByRole('img', { name: 'Point 3', exact: true }).click();
  await expect(page.getByRole('heading', { name: /^Point 3 of / })).toBeVisible();
  const across = Number(await page.getByLabel('Across').inputValue());
  await bench(page).focus();
  await page.keyboard.press('Shift+ArrowLeft');
  await expect(page.getByLabel('Across')).toHaveValue((across - 5).toFixed(2));
  await expect.poll(() => cutMm(page)).toBeGreaterThan(before + 4);

  const handle = page.getByRole('img', { name: 'Point 3', exact: true });
  const box = (await handle.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 60, box.y - 40, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByLabel('Across')).not.toHaveValue((across - 5).toFixed(2));
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Across')).toHaveValue((across - 5).toFixed(2));

  await bench(page).focus();
  await page.keyboard.press('i');
  await expect(page.getByRole('heading', { name: 'Point 4 of 11' })).toBeVisible();
  await page.keyboard.press('s');
  await expect(page.getByRole('radio', { name: 'smooth' })).toBeChecked();
  await page.keyboard.press('Delete');
  await expect(page.getByText('Wire 1, 10 points, open')).toBeVisible();
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect.poll(() => cutMm(page)).toBeCloseTo(before, 1);
});

test('opened from the list, the numbers follow the very first drag while it goes on', async ({
  page,
}) => {
  await openWorkshop(page);
  // All pictures are drawn: the list has a plan of each piece by now.
  const pictures = page.getByRole('region', { name: 'Lantern Lane' }).locator('svg[data-planned]');
  await expect(pictures).toHaveCount(LANTERN_LANE.length);
  await page.getByRole('link', { name: /Sailing boat/ }).click();
  const before = await cutMm(page);
  const handle = page.getByRole('img', { name: 'Point 3', exact: true });
  const box = (await handle.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x - 80, box.y + 60, { steps: 6 });
  await expect.poll(async () => Math.abs((await cutMm(page)) - before)).toBeGreaterThan(1);
  const held = await cutMm(page);
  await page.mouse.up();
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled();
  // Let go, it is what it was while it was held; undone, what it was before.
  expect(await cutMm(page)).toBeCloseTo(held, 1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => cutMm(page)).toBeCloseTo(before, 1);
});

test('figure, strip and table point at the same bend', async ({ page }) => {
  await openPiece(page, 'Snail charm');
  await stage(page, 'Bends');
  const strip = page.getByRole('slider', { name: 'Strip' });
  const row = page.getByRole('row').filter({ hasText: 'by hand, 5.8 mm across' });
  await expect(row).toContainText('right 183°');
  await row.hover();
  await expect(strip).toHaveAttribute('aria-valuetext', /^Bend 2: curve of 183°/);
  await strip.focus();
  await page.keyboard.press('PageUp');
  await expect(strip).toHaveAttribute('aria-valuetext', /^Bend 1: /);
  await expect(page.getByRole('row', { selected: true })).toContainText(
    'round-nose pliers 2.56 mm, 7.8 mm from the tip',
  );
  await expect(page.getByRole('row', { selected: true }).getByRole('cell').first()).toHaveText('1');
  await page.keyboard.press('End');
  await expect(strip).toHaveAttribute('aria-valuenow', String(await cutMm(page)));
  const box = (await strip.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + 40);
  await expect(strip).not.toHaveAttribute('aria-valuenow', '0');
});

test('warnings carry remedies that work', async ({ page }) => {
  await openPiece(page, 'Sailing boat');
  await stage(page, 'Wire');
  await page.getByLabel('Gauge').selectOption({ label: '10 ga (2.59 mm)' });
  await stage(page, 'Bends');
  const remedies = page.getByRole('button', { name: /^Use / });
  await expect(remedies.first()).toBeVisible();
  const count = await remedies.count();
  await remedies.first().click();
  await expect.poll(() => remedies.count()).toBeLessThan(count);
});

test('keys are listed under ?', async ({ page }) => {
  await openPiece(page, 'Swallow');
  await page.getByRole('group', { name: 'Figure', exact: true }).focus();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('Actual size');
  await page.keyboard.press('Escape');
  await page.getByRole('group', { name: 'Figure', exact: true }).focus();
  await page.keyboard.press('3');
  await expect(page.getByRole('columnheader', { name: 'From end' })).toBeVisible();
});
