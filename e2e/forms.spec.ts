import { expect, type Page } from '@playwright/test';
import { test } from './test';
import { dress, importSvg, newPiece, planned, stage, type, walkTo } from './workshop';

const svg = (width: number, height: number, ...paths: string[]): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}">${paths.map((d) => `<path d="${d}" fill="none"/>`).join('')}</svg>`;

async function drawn(page: Page, drawing: string, mm: string): Promise<void> {
  await newPiece(page);
  await importSvg(page, 'figure.svg', drawing);
  await planned(page);
  await stage(page, 'Wire');
  await type(page.getByLabel('Thickness'), mm);
  await stage(page, 'Dressing');
  await expect(page.getByRole('button', { name: 'Dress it with' })).toBeVisible();
}

const takes = (page: Page) => page.getByTestId('item-takes');
const done = (page: Page): Promise<void> =>
  page.getByRole('button', { name: 'Done', exact: true }).click();
const begin = (page: Page): Promise<void> =>
  page
    .getByRole('button', { name: /^Begin a making/ })
    .first()
    .click();

test('seven legs hang in a row from a bar, are billed, and are hung together', async ({ page }) => {
  await drawn(page, svg(60, 40, 'M0 5H60', 'M30 6V26'), '1');
  await page.getByRole('button', { name: 'Name a part' }).click();
  await type(page.getByLabel('Called'), 'leg');
  await type(page.getByLabel('How many alike'), '7');
  await page
    .getByRole('radiogroup', { name: 'By' })
    .getByRole('radio', { name: 'its own loop' })
    .click();
  await expect(page.getByText('1 of 7 have their place')).toBeVisible();
  await type(page.getByLabel('From one to the next'), '4');
  await page.getByRole('button', { name: 'Hang them in a row' }).click();
  await expect(page.getByText('7 of 7 have their place')).toBeVisible();
  // Four to each side in turn, as far as 12 from the middle one; each can be taken hold of.
  for (const [n, x] of [
    [2, 34],
    [3, 26],
    [6, 42],
    [7, 18],
  ] as const) {
    await expect(
      page.getByRole('button', { name: new RegExp(`^leg ${n}, ${x} across`) }),
    ).toBeVisible();
  }
  // One moved by the keys keeps to the bar.
  await page.getByRole('button', { name: /^leg 7, 18 across/ }).press('ArrowLeft');
  await expect(page.getByRole('button', { name: /^leg 7, 17 across, 0 down/ })).toBeVisible();
  // Seven of 20 mm with their reserve of 5, and the bar of 60.
  await expect(page.getByRole('table', { name: 'What it takes' })).toContainText('7 × 25.0 mm');
  await expect(page.getByRole('table', { name: 'What it takes' })).toContainText('240.0 mm');
  await stage(page, 'Make');
  await begin(page);
  await walkTo(page, 'Hang 7 × leg from the frame by its own loop');
  await expect(page.getByTestId('lit')).toHaveCount(6);
});

test('a wire led over a stone takes the way over it; twisted, it takes more', async ({ page }) => {
  await drawn(page, svg(40, 60, 'M20 0V60'), '1');
  await dress(page, 'Stone, held by wires');
  await type(page.getByLabel('Wide'), '8');
  await type(page.getByLabel('High'), '8');
  await type(page.getByLabel('Thick', { exact: true }), '8');
  await type(page.getByLabel('Middle, across'), '0');
  await type(page.getByLabel('Middle, down'), '30');
  await done(page);
  await dress(page, 'Wire led on');
  await type(page.getByLabel('Its thickness'), '0.4');
  const acts = page.getByRole('list', { name: 'Acts of the wire' }).getByRole('button');
  // From a wrap at 10 to one at 50, straight over the middle of the stone.
  const next = page.getByRole('combobox', { name: 'Next place' });
  await next.selectOption({ label: 'along wire 1 …' });
  for (const mm of ['10', '50']) {
    await type(page.getByLabel('From its first end'), mm);
    await page.getByRole('button', { name: 'Lead on there' }).click();
  }
  await acts.first().click();
  await page.getByRole('button', { name: 'Take this place out' }).click();
  await expect(acts).toHaveCount(2);
  // 40 less half the turns at both ends (2 x 0.4), and half round 8.4 instead of straight.
  const way = 40 - 0.8 + (Math.PI * 8.4) / 2 - 8.4;
  await expect(acts.last()).toContainText(`${way.toFixed(1)} mm there`);
  // A tail twisted with another over the next 5 mm: sqrt(5^2 + (3 x pi x 0.4)^2).
  await page.getByRole('radio', { name: 'Twist' }).click();
  await acts.last().click();
  await type(page.getByLabel('From its first end'), '55.4');
  await page.getByRole('button', { name: 'Lead on there' }).click();
  await expect(acts.last()).toContainText('3 twists');
  await expect(acts.last()).toContainText(`${Math.hypot(5, 1.2 * Math.PI).toFixed(1)} mm there`);
  await type(page.getByLabel('Turns', { exact: true }), '60');
  await expect(page.getByRole('alert')).toContainText('near breaking');
  await page.getByRole('alert').getByRole('button').click();
  await expect(page.getByRole('alert')).toHaveCount(0);
  await stage(page, 'Make');
  await begin(page);
  await walkTo(page, 'Stone of 8.0 mm × 8.0 mm × 8.0 mm');
  await page.getByRole('button', { name: /^Next$/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Wire led on, 3 places');
});

test('a band with high points goes all the way round a ring, and comes out even', async ({
  page,
}) => {
  await drawn(page, svg(22, 22, 'M11 1A10 10 0 1 1 11 21A10 10 0 1 1 11 1Z'), '1');
  await dress(page, 'Band of loops on the wire');
  await page.getByRole('button', { name: 'Place: all the way round' }).click();
  await type(page.getByLabel('Loops', { exact: true }), '46');
  await expect(page.getByRole('alert')).toContainText('does not come out even');
  await page.getByRole('button', { name: '48 loops' }).click();
  await expect(page.getByRole('alert')).toHaveCount(0);
  await type(page.getByLabel('From the inner guide out, loop by loop'), '2, 2, 2, 5');
  await type(page.getByLabel('Its thickness'), '0.4');
  await type(page.getByLabel('Guide wire', { exact: true }), '1.4');
  // 36 loops of 2 and 12 of 5 on guides of 1.4: each twice the spread and once round 1.8, and two tails of 15.
  const loop = (spread: number): number =>
    Math.hypot(2 * spread + Math.PI * 1.8, (20 * Math.PI) / 48);
  const band = 36 * loop(2) + 12 * loop(5) + 30;
  await expect(takes(page)).toContainText(`${band.toFixed(1)} mm`);
  await expect(takes(page)).toContainText('3 × 102.8 mm');
  await done(page);
  // Guides are used again: of their wire nothing is in the sums.
  const sums = page.getByRole('table', { name: 'What it takes' });
  await expect(sums).toContainText('Guide wires, pulled out afterwards');
  await expect(sums).not.toContainText('1.40 mm copper in all');
  await stage(page, 'Make');
  await begin(page);
  await walkTo(page, 'Band of 48 loops on 62.8 mm');
  // It is threaded on before the ring is closed.
  await walkTo(page, 'Close the figure');
});

test('a cross folds to its middle: its size is told folded, and the step shows it', async ({
  page,
}) => {
  // Arms 6 wide, 15 from the middle.
  await drawn(page, svg(30, 30, 'M12 12V0H18V12H30V18H18V30H12V18H0V12Z'), '1');
  await page
    .getByRole('radiogroup', { name: 'Out of the plane' })
    .getByRole('radio', { name: 'folded' })
    .click();
  await type(page.getByLabel('Middle, from crease to crease'), '10');
  await expect(page.getByRole('img', { name: 'Once it is folded' })).toBeVisible();
  // Flat 30 and the wire; folded the middle and the wire, three wires deep.
  await expect(page.getByText(/^Flat it is 3[01]\.\d mm/)).toContainText('then 11.0 mm');
  await expect(page.getByText(/^Flat it is 3[01]\.\d mm/)).toContainText('3.0 mm');
  await stage(page, 'Make');
  await begin(page);
  await walkTo(page, 'Fold the arms over each other');
  await expect(page.getByText('Tuck the last through beneath the first')).toBeVisible();
  // Arm by arm, counted off.
  await expect(page.getByRole('img', { name: 'Arms folded: 0 of 4 folded' })).toBeVisible();
  await page.getByRole('button', { name: /^arms: / }).click();
  await expect(page.getByRole('img', { name: 'Arms folded: 1 of 4 folded' })).toBeVisible();
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: /^arms: / }).click();
  await expect(page.getByRole('img', { name: 'Once it is folded' })).toBeVisible();
});

test('two wires folded to a rope of four, its ends opened and curled, hung in a split ring', async ({
  page,
}) => {
  await drawn(page, svg(80, 40, 'M10 38V28A30 30 0 0 1 70 28V38'), '0.8');
  await stage(page, 'Wire');
  await page
    .getByRole('radiogroup', { name: 'Twisted to a rope of' })
    .getByRole('radio', { name: '4', exact: true })
    .click();
  await page.getByLabel(/^Its wires are folded in their middle/).check();
  await type(page.getByLabel('A full turn every'), '7');
  // Four strands of 0.8 in a ring: 0.8 (1 + sqrt 2); each 7.8507 in 7.
  await expect(page.getByText(/1\.93 mm across over all strands/)).toContainText('1.122 times');
  // An arc of pi 30 and two legs of 10, and a reserve of 5: 119.25 of rope, strands of 133.74.
  await expect(page.getByTestId('cut-length')).toContainText('119.2 mm');
  await expect(page.getByText(/^from 2 × 267\.5 mm/)).toBeVisible();
  for (const end of ['First end', 'Last end']) {
    await page.getByRole('combobox', { name: end, exact: true }).selectOption('opened');
    await type(page.getByLabel(`${end}: turns of the curl of each`), '0');
    await type(page.getByLabel(`${end}: strands left straight over`), '22.43');
  }
  // Strands of 22.43 are opened from 20 of rope at each end.
  await expect(page.getByTestId('cut-length')).toContainText('159.2 mm');
  await stage(page, 'Dressing');
  await dress(page, 'Finding');
  await page.getByRole('combobox', { name: 'What' }).selectOption('split-ring');
  await done(page);
  // 4 x 159.25 x 1.121525 mm.
  await expect(page.getByRole('table', { name: 'What it takes' })).toContainText('714.4 mm');
  await stage(page, 'Sheet');
  await expect(page.getByText(/rope of 4 strands 0\.80 mm/).first()).toBeVisible();
  await stage(page, 'Make');
  await begin(page);
  await walkTo(page, 'Twist the 4 strands to a rope');
  await expect(page.getByText('of 23 turns left')).toBeVisible();
  await walkTo(page, 'Work the first end');
  await expect(page.getByText(/Untwist the first end over 20\.0 mm of the rope/)).toBeVisible();
});

test('two wires along one line stand apart over a stretch', async ({ page }) => {
  await drawn(page, svg(60, 20, 'M0 10H60'), '0.8');
  await stage(page, 'Wire');
  await type(page.getByLabel('Wires side by side along this line'), '2');
  await page.getByRole('button', { name: 'Apart over a stretch' }).click();
  const stretch = page.getByRole('group', { name: /^Stretch 1 apart/ });
  // Each goes aside along t^2 (3 - 2 t), of slope 6 t (1 - t): walked in small steps.
  const aside = (long: number, by: number): number => {
    let mm = 0;
    for (let i = 0; i < 1000; i++) {
      const t = (i + 0.5) / 1000;
      mm += Math.hypot(long, by * 6 * t * (1 - t)) / 1000;
    }
    return mm;
  };
  // Over 20 mm to begin with, parting by 3 mm over a third of them: its middle lies later on the wire by the detour.
  const middle = 20 + 10 / 3 + aside(20 / 3, 1.5);
  await expect(stretch.getByLabel('Middle at')).toHaveValue(middle.toFixed(1));
  await type(stretch.getByLabel('Over'), '30');
  await type(stretch.getByLabel('Apart by'), '8');
  const mm = 40 + 2 * aside(10, 4);
  await planned(page);
  const cut = Number(/(\d+\.\d) mm/.exec(await page.getByTestId('cut-length').innerText())![1]);
  // With a reserve of 5.
  expect(Math.abs(cut - (mm + 5))).toBeLessThan(0.3);
  await stretch.getByRole('button', { name: 'Stretch 1 as elsewhere' }).click();
  await expect(page.getByTestId('cut-length')).toContainText('65.0 mm');
});
