import sharp from 'sharp';
import { expect } from '@playwright/test';
import { test } from './test';
import { readStrokes } from './readStrokes';
import {
  CUT,
  cutMm,
  importSvg,
  kept,
  newPiece,
  openFromList,
  saved,
  SQUARE_AND_CIRCLE,
  stage,
  type,
} from './workshop';

/** Wire saved by one square corner: 2T - angle (r + d/2) with r = d/4. */
const cornerSaving = (d: number): number => 2 * 0.75 * d - (Math.PI / 2) * 0.75 * d;
const D18 = 1.024;

test('from the demo to a printed sheet of one’s own drawing', async ({ page }) => {
  await openFromList(page, 'Snail charm');
  await expect(page.getByTestId(CUT)).toContainText('mm');

  await newPiece(page);
  await importSvg(page, 'frame.svg', SQUARE_AND_CIRCLE);
  // The line is 40 by 77 mm, and the wire of 1.024 mm (18 ga) half of itself beyond it on each side.
  const height = page.getByLabel('Height', { exact: true });
  await expect(height).toHaveValue('41.0');
  await expect(page.getByLabel('Width', { exact: true })).toHaveValue('78.0');
  await expect(page.getByText('The drawn line alone: 77.0 × 40.0 mm')).toBeVisible();

  // 1 1/2 in = 38.1 mm finished: without the wire 37.076, everything shrinks by 37.076 / 40.
  await type(height, '1 1/2 in');
  await expect(height).toHaveValue('38.1');
  const line = 38.1 - D18;
  await expect(page.getByText('The drawn line alone: 71.4 × 37.1 mm')).toBeVisible();
  const factor = line / 40;

  await stage(page, 'Wire');
  await page.getByLabel('Metal').selectOption({ label: 'Copper' });
  await page.getByLabel('Gauge').selectOption({ label: '18 ga (1.02 mm)' });
  const square = 4 * line - 4 * cornerSaving(D18) + 5;
  await expect.poll(() => cutMm(page)).toBeCloseTo(square, 1);
  await page.getByLabel('Wire shown in the strip').selectOption({ label: 'Wire 2 of 2' });
  await expect.poll(() => cutMm(page)).toBeCloseTo(Math.PI * 30 * factor + 5, 1);

  // Pull the square's first corner 10 mm to the right, and take it back.
  await page.getByLabel('Wire shown in the strip').selectOption({ label: 'Wire 1 of 2' });
  await stage(page, 'Figure');
  await page.getByRole('group', { name: 'Figure', exact: true }).focus();
  await page.keyboard.press(']');
  await expect(page.getByRole('heading', { name: 'Point 1 of 4' })).toBeVisible();
  await type(page.getByLabel('Across'), '10');
  await expect.poll(() => cutMm(page)).not.toBeCloseTo(square, 0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => cutMm(page)).toBeCloseTo(square, 1);

  await page.getByLabel('Name of the piece').fill('Framed ring');
  await stage(page, 'Sheet');
  await expect(page.getByRole('img', { name: /^Page 1: Pattern, true size/ })).toBeVisible();
  const pdf = await saved(page, () => page.getByRole('button', { name: 'Save the PDF' }).click());
  expect(pdf.name).toBe('Framed ring.pdf');
  const [first] = await readStrokes(pdf.bytes);
  const strokes = first!;
  expect(strokes.some((s) => Math.abs(s.lengthMm - 100) < 0.01)).toBe(true);
  expect(strokes.some((s) => Math.abs(s.lengthMm - 101.6) < 0.01)).toBe(true);
  const pattern = strokes.find((s) => Math.abs(s.lengthMm - (square - 5)) < 0.1)!;
  const xs = pattern.points.map((p) => p[0]);
  const ys = pattern.points.map((p) => p[1]);
  expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(line, 1);
  expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(line, 1);
  const ring = strokes.find((s) => Math.abs(s.lengthMm - Math.PI * 30 * factor) < 0.1)!;
  expect(
    Math.max(...ring.points.map((p) => p[0])) - Math.min(...ring.points.map((p) => p[0])),
  ).toBeCloseTo(30 * factor, 1);

  await kept(page);
  await page.reload();
  await expect(page.getByLabel('Name of the piece')).toHaveValue('Framed ring');
  await expect.poll(() => cutMm(page)).toBeCloseTo(square, 1);
  await stage(page, 'Wire');
  await expect(page.getByLabel('Gauge')).toHaveValue('18');
});

test('the other files hold the same numbers', async ({ page }) => {
  await newPiece(page);
  await importSvg(page, 'frame.svg', SQUARE_AND_CIRCLE);
  await expect(page.getByText('The drawn line alone: 77.0 × 40.0 mm')).toBeVisible();
  await stage(page, 'Sheet');
  const csv = await saved(page, () =>
    page.getByRole('button', { name: 'Bend list as CSV' }).click(),
  );
  const lines = csv.bytes.toString().split('\r\n');
  expect(lines.filter((l) => l.includes(',corner,'))).toHaveLength(4);
  expect(lines.find((l) => l.startsWith('2,Cut length'))).toBe(
    `2,Cut length,1,${(Math.PI * 30 + 5).toFixed(2)}`,
  );
  const svg = await saved(page, () =>
    page.getByRole('button', { name: 'Figure as drawn, SVG' }).click(),
  );
  expect(svg.bytes.toString()).toContain('mm"');
  const json = await saved(page, () =>
    page.getByRole('button', { name: 'The piece as JSON' }).click(),
  );
  expect((JSON.parse(json.bytes.toString()) as { paths: unknown[] }).paths).toHaveLength(2);
});

test('a picture of the finished piece is saved to be shown, with its size or without', async ({
  page,
}) => {
  await newPiece(page);
  await importSvg(page, 'frame.svg', SQUARE_AND_CIRCLE);
  await expect(page.getByText('The drawn line alone: 77.0 × 40.0 mm')).toBeVisible();
  await stage(page, 'Sheet');
  await page.getByRole('button', { name: 'A picture to show' }).click();
  const dialog = page.getByRole('dialog', { name: 'A picture to show' });
  const svg = () => saved(page, () => dialog.getByRole('button', { name: 'Save as SVG' }).click());
  const bare = (await svg()).bytes.toString();
  // It stands by itself: nothing in it is of the page.
  expect(bare).not.toMatch(/var\(|class=|<text/);
  await dialog.getByLabel('With its size').check();
  const sized = (await svg()).bytes.toString();
  // 77 by 40 drawn, and a wire of 1.024.
  expect([...sized.matchAll(/<text[^>]*>([^<]*)</g)].map((m) => m[1])).toEqual([
    '41.0 mm',
    '78.0 mm',
  ]);
  const png = await saved(page, () => dialog.getByRole('button', { name: 'Save as PNG' }).click());
  const { width, height, format } = await sharp(png.bytes).metadata();
  expect(format).toBe('png');
  expect(Math.max(width, height)).toBe(1600);
  // Copper on white.
  const { channels } = await sharp(png.bytes).stats();
  expect(channels[0]!.max).toBe(255);
  expect(channels[2]!.min).toBeLessThan(120);
});

test('the basis of the drawing and the ends change the length by arithmetic', async ({ page }) => {
  await newPiece(page);
  await importSvg(
    page,
    'ring.svg',
    '<svg xmlns="http://www.w3.org/2000/svg" width="30mm" height="30mm" viewBox="0 0 30 30"><circle cx="15" cy="15" r="15"/></svg>',
  );
  await expect.poll(() => cutMm(page)).toBeCloseTo(30 * Math.PI + 5, 1);
  await page.getByRole('radio', { name: 'inside', exact: true }).click();
  await expect.poll(() => cutMm(page)).toBeCloseTo((30 + D18) * Math.PI + 5, 1);
  await stage(page, 'Wire');
  await page.getByRole('radio', { name: 'loop together' }).click();
  await type(page.getByLabel('Each loop, inside across'), '3');
  await expect
    .poll(() => cutMm(page))
    .toBeCloseTo((30 + D18) * Math.PI + 2 * Math.PI * (3 + D18) + 5, 1);
  await page.getByRole('radio', { name: 'the spool' }).click();
  await expect(page.getByTestId(CUT)).toContainText('Stop mark at');
  await type(page.getByLabel('Reserve'), '1/2 in');
  await expect
    .poll(() => cutMm(page))
    .toBeCloseTo((30 + D18) * Math.PI + 2 * Math.PI * (3 + D18) + 12.7, 1);
  await page.getByTestId(CUT).click();
  const parts = page.getByRole('dialog');
  await expect(parts.getByRole('row', { name: /Loops at the seam/ })).toContainText(
    (2 * Math.PI * (3 + D18)).toFixed(2),
  );
  await expect(parts.getByRole('row', { name: /Reserve/ })).toContainText('12.70');
});
