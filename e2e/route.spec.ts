import { expect, type Page } from '@playwright/test';
import { test } from './test';
import { cutMm, importSvg, newPiece, openPiece, stage, type } from './workshop';

/** A house with a door and a king post: 10 + 20 lines that meet in six junctions. */
const HOUSE =
  '<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="60mm" viewBox="0 0 60 60">' +
  '<g fill="none" stroke="#000"><path d="M10 25H50M10 25V55H50V25M10 25L30 6L50 25M24 55V38H36V55"/>' +
  '<path d="M30 6V25"/></g></svg>';
const TWO_BARS =
  '<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="60mm" viewBox="0 0 60 60">' +
  '<g fill="none" stroke="#000"><path d="M0 0H40"/><path d="M0 10H40"/></g></svg>';
const CROSS =
  '<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="40mm" viewBox="0 0 40 40">' +
  '<path fill="none" stroke="#000" d="M0 20H40V0H20V40"/></svg>';

async function bring(page: Page, svg: string): Promise<void> {
  await newPiece(page);
  await importSvg(page, 'figure.svg', svg);
  await expect.poll(() => cutMm(page)).toBeGreaterThan(10);
  await stage(page, 'Wire');
}
const way = (page: Page, name: RegExp) => page.getByRole('radio', { name });

test('the ways to run a figure stand side by side, with what each doubles', async ({ page }) => {
  await bring(page, HOUSE);
  // The post is 19 mm and the door's sill 12 mm: run twice they join all six junctions.
  await expect(way(page, /One wire.*31\.0 mm.*doubled/)).toBeVisible();
  await expect(way(page, /2 wires.*12\.0 mm.*doubled/)).toBeVisible();
  await expect(way(page, /3 wires.*none doubled/)).toBeVisible();
  await way(page, /One wire/).click();
  await expect(page.getByText('No route doubles less with as many wires.')).toBeVisible();
  const drawn = 40 + 30 + 40 + 30 + 2 * Math.hypot(20, 19) + 17 + 12 + 17 + 19;
  await expect(page.getByText(`Lines run in all: ${(drawn + 31).toFixed(1)} mm`)).toBeVisible();
  await expect(page.getByLabel('Wire shown in the strip')).toBeHidden();
  // Twelve corners take off a little each: the cut length stays within three per cent, reserve apart.
  const cut = (await cutMm(page)) - 5;
  expect(Math.abs(cut - drawn - 31) / drawn).toBeLessThan(0.03);

  await way(page, /3 wires/).click();
  await expect(page.getByLabel('Wire shown in the strip')).toContainText('Wire 1 of 3');
  await way(page, /5 wires, as drawn/).click();
  await expect(page.getByLabel('Wire shown in the strip')).toContainText('Wire 1 of 5');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Wire shown in the strip')).toContainText('Wire 1 of 3');
});

test('a start is pinned by keys, a junction turned, an end given a loop', async ({ page }) => {
  await bring(page, HOUSE);
  await way(page, /One wire/).click();
  await expect(page.getByText('No route doubles less')).toBeVisible();
  // The left end of the sill: 14 mm from the left wall, at the foot.
  const sill = page.getByRole('button', { name: 'Junction of 3 at 14.0, 49.0' });
  await sill.focus();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Begin here' }).click();
  await expect(page.getByRole('button', { name: 'Begin here' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  // Begun there the sill need not be doubled, but the wire ends elsewhere.
  await expect(way(page, /One wire.*doubled/)).toBeChecked();
  await page.getByRole('radio', { name: 'turns off' }).click();
  await expect(page.getByRole('radio', { name: 'turns off' })).toBeChecked();
  await page.getByRole('button', { name: 'Leave this place' }).click();
  const before = await cutMm(page);
  const first = page
    .getByRole('group', { name: 'First end' })
    .or(page.locator('fieldset', { hasText: 'First end' }));
  await first.getByRole('combobox').selectOption({ label: 'Simple loop' });
  await type(page.getByLabel('First end: loop, inside across'), '3');
  await expect.poll(() => cutMm(page)).toBeCloseTo(before + Math.PI * (3 + 1.024), 1);
});

test('parts that lie apart are bridged, at the cost that is shown', async ({ page }) => {
  await bring(page, TWO_BARS);
  await expect(page.getByText('2 separate parts')).toBeVisible();
  await page.getByRole('radio', { name: 'bridged, + 10.0 mm' }).click();
  await expect(page.getByLabel('Wire shown in the strip')).toBeHidden();
  await expect(page.getByText('10.0 mm of it bridges')).toBeVisible();
  await page.getByRole('radio', { name: 'stay apart' }).click();
  await expect(page.getByLabel('Wire shown in the strip')).toContainText('Wire 1 of 2');
});

test('one crossing is set by hand, and the piece is hung from it', async ({ page }) => {
  await bring(page, CROSS);
  const crossing = page.getByRole('button', { name: /^(Crossing|Junction of 4) at 20\.0, 20\.0/ });
  await crossing.click();
  await page.getByRole('radio', { name: 'bent earlier' }).click();
  await expect(page.getByRole('radio', { name: 'bent earlier' })).toBeChecked();
  await page.getByRole('button', { name: 'Hang it from here' }).click();
  await expect(page.getByRole('button', { name: 'Hangs from here' })).toBeVisible();
  // Lines of 40 (its middle at 20, 20), 20 (40, 10), 20 (30, 0), 40 (20, 20): the middle of all lies
  // at 25, 15, above the crossing: it swings over by 180 - 45 degrees.
  await expect(page.getByText(/From the chosen point\. It swings 135°/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Hang it from here' })).toBeVisible();
});

test('a bead runs along the wire, on figure and strip alike', async ({ page }) => {
  await openPiece(page, 'Mountain line');
  await stage(page, 'Wire');
  await page.getByRole('button', { name: 'Play' }).click();
  const bead = page.getByTestId('runner');
  await expect(bead).toBeVisible();
  const at = async (): Promise<number> => Number(await bead.getAttribute('cx'));
  const from = await at();
  await expect.poll(at).not.toBeCloseTo(from, 0);
  await expect(page.getByText(/mm .*from the end/)).toBeVisible();
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(bead).toBeHidden();
});

test('a figure of single points has no wire to run', async ({ page }) => {
  await newPiece(page);
  await importSvg(
    page,
    'points.svg',
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><path d="M1 1"/><path d="M3 3"/></svg>',
  );
  await expect(
    page
      .getByRole('alert')
      .or(page.getByText(/no lines|only points|nothing to/i))
      .first(),
  ).toBeVisible();
});
