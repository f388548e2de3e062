import { expect, type Locator, type Page } from '@playwright/test';
import { test } from './test';
import { cutMm, dress, importSvg, newPiece, planned, stage, type, walkThrough } from './workshop';

/** Two wings on each side whose loops cross at the body, a feeler at each end. */
const MOTH =
  '<svg xmlns="http://www.w3.org/2000/svg" width="44mm" height="40mm" viewBox="0 0 44 40"><path d="M16 1 C16 6 21 8 21 14 C21 22 40 26 40 15 C40 4 24 8 21.6 19 C20 27 33 36 33 28 C33 22 24 22 22 28 L20 28 C18 22 9 22 9 28 C9 36 22 27 20.4 19 C18 8 2 4 2 15 C2 26 21 22 22 14 C22 8 27 6 27 1" fill="none"/></svg>';
/** A bar with four legs that run out and back, 15 mm each. */
const COMB =
  '<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="30mm" viewBox="0 0 60 30"><path d="M2 25 H10 V10 V25 H22 V10 V25 H34 V10 V25 H46 V10 V25 H56" fill="none"/></svg>';
/** An upright, and a wire that crosses it once. */
const CROSS =
  '<svg xmlns="http://www.w3.org/2000/svg" width="50mm" height="40mm" viewBox="0 0 50 40"><path d="M20 2 V38" fill="none"/><path d="M5 20 H40 V35" fill="none"/></svg>';

async function drawn(page: Page, svg: string): Promise<void> {
  await newPiece(page);
  await importSvg(page, 'figure.svg', svg);
  await planned(page);
}

const done = (page: Page): Promise<void> =>
  page.getByRole('button', { name: 'Done', exact: true }).click();

const order = (page: Page): Locator =>
  page.getByRole('list', { name: 'Order of assembly' }).getByRole('listitem');

/** Wishes one task before another, each by the beginning of its name. */
async function wish(page: Page, first: RegExp, then: RegExp): Promise<void> {
  const one = page.getByLabel('Do this');
  if (await one.isHidden()) await page.getByText('Your own wishes for the order').click();
  const pick = async (field: Locator, name: RegExp): Promise<void> => {
    const option = field.locator('option', { hasText: name }).first();
    await field.selectOption((await option.getAttribute('value')) ?? '');
  };
  await pick(one, first);
  await pick(page.getByLabel('before this'), then);
  await page.getByRole('button', { name: 'Wish it so' }).click();
}

test('a moth as a pair from the spool, from an empty piece through making', async ({ page }) => {
  await drawn(page, MOTH);
  await stage(page, 'Wire');
  await type(page.getByLabel('Thickness'), '0.8');
  await page.getByRole('combobox', { name: 'First end' }).selectOption('Spiral');
  await page.getByRole('combobox', { name: 'Last end' }).selectOption('Spiral');
  await page.getByRole('radio', { name: /spool/ }).click();
  await stage(page, 'Dressing');
  await dress(page, 'Binding');
  await type(page.getByLabel('Wraps', { exact: true }), '9');
  await type(page.getByLabel('Its thickness'), '0.6');
  // The strands are counted where it lies: 9 turns round 3 of 0.8 side by side, and two tails of 20.
  const turn = Math.hypot(4 * 0.8 + Math.PI * 1.4, 0.6);
  const takes = page.getByTestId('item-takes');
  await expect(takes).toContainText('3 wires bound, 9 wraps');
  await expect(takes).toContainText(`${(9 * turn + 40).toFixed(1)} mm`);
  await done(page);

  await page.getByRole('radio', { name: 'a pair, one by one' }).click();
  const each = await cutMm(page);
  const bill = page.getByRole('table', { name: 'What it takes' });
  const cells = bill.getByRole('row', { name: /^The wire/ }).getByRole('cell');
  await expect(cells).toHaveText([/mm/, `2 × ${each.toFixed(1)} mm`]);
  const binding = bill.getByRole('row', { name: /^0\.60 mm copper in all/ }).getByRole('cell');
  await expect(binding.last()).toContainText(`${(2 * (9 * turn + 40)).toFixed(1)} mm`);

  await wish(page, /first end/, /20 bends/);
  await wish(page, /wires bound/, /last end/);
  await expect(order(page).nth(1)).toContainText('Work the first end');
  await expect(order(page).nth(2)).toContainText('20 bends');
  await expect(order(page).nth(3)).toContainText('Cut the wire off the spool');
  await expect(order(page).nth(4)).toContainText('3 wires bound');
  await expect(order(page).nth(5)).toContainText('Work the last end');
  await expect(page.getByRole('alert')).toHaveCount(0);

  await stage(page, 'Sheet');
  await expect(page.getByText(/3 wires bound, 9 wraps/).first()).toBeAttached();
  await stage(page, 'Make');
  await page
    .getByRole('button', { name: /^Begin a making/ })
    .first()
    .click();
  const heads = await walkThrough(page);
  expect(heads[1]).toBe('Work the first end');
  expect(heads.slice(2, 22).every((h) => /^Bend \d+: /.test(h))).toBe(true);
  expect(heads.slice(22, 25)).toEqual([
    'Cut the wire off the spool',
    '3 wires bound, 9 wraps',
    'Work the last end',
  ]);
});

test('legs are twisted by the wire itself: one, the same again, all changed at once', async ({
  page,
}) => {
  await drawn(page, COMB);
  await stage(page, 'Wire');
  await type(page.getByLabel('Thickness'), '0.5');
  const bare = await cutMm(page);
  await stage(page, 'Dressing');
  await dress(page, 'Leg twisted');
  await type(page.getByLabel('Twisted over'), '10');
  await type(page.getByLabel('Turns', { exact: true }), '4');
  // Each way of the leg is a helix: sqrt(10^2 + (pi 0.5 4)^2), twice.
  const more = (turns: number): number => 2 * (Math.hypot(10, Math.PI * 0.5 * turns) - 10);
  await expect(async () =>
    expect(Math.abs((await cutMm(page)) - bare - more(4))).toBeLessThan(0.11),
  ).toPass();
  await page.getByText('The same again').click();
  await page.getByRole('button', { name: 'At every bend like this one' }).click();
  await expect(page.getByText('3 more.', { exact: true })).toBeVisible();
  await expect(async () =>
    expect(Math.abs((await cutMm(page)) - bare - 4 * more(4))).toBeLessThan(0.11),
  ).toPass();
  await expect(page.getByLabel('What is changed here is changed in all 4 alike')).toBeChecked();
  await type(page.getByLabel('Turns', { exact: true }), '3');
  await expect(async () =>
    expect(Math.abs((await cutMm(page)) - bare - 4 * more(3))).toBeLessThan(0.11),
  ).toPass();
  await done(page);
  const items = page.getByRole('list', { name: 'Items' });
  await expect(items.getByRole('listitem')).toHaveCount(1);
  await items.getByRole('button', { name: 'and 3 more alike' }).click();
  await expect(items.getByRole('listitem')).toHaveCount(4);
  // Each is a step among the bends of its wire.
  await expect(order(page).filter({ hasText: /^\d+A leg of/ })).toHaveCount(4);
  // All of it is one step back.
  await page.keyboard.press('Control+z');
  await expect(async () =>
    expect(Math.abs((await cutMm(page)) - bare - 4 * more(4))).toBeLessThan(0.11),
  ).toPass();
});

test('a wire wraps another on its way, with a length to hold it by and bends in stages', async ({
  page,
}) => {
  await drawn(page, CROSS);
  await stage(page, 'Wire');
  await type(page.getByLabel('Thickness'), '1');
  await page.getByLabel('Wire shown in the strip').selectOption('1');
  const bare = await cutMm(page);
  await type(page.getByLabel('First end: to hold it by, cut off after'), '30');
  await stage(page, 'Dressing');
  await dress(page, 'Wraps on the way');
  await type(page.getByLabel('Wraps', { exact: true }), '2');
  await expect(page.getByTestId('item-takes')).toContainText(
    'The wire wraps 2 times round another',
  );
  const wraps = 2 * Math.hypot(2 * Math.PI, 1);
  await expect(page.getByTestId('item-takes')).toContainText(`${wraps.toFixed(1)} mm`);
  await expect(async () =>
    expect(Math.abs((await cutMm(page)) - bare - 30 - wraps)).toBeLessThan(0.11),
  ).toPass();
  await done(page);
  const tasks = order(page);
  await expect(tasks.filter({ hasText: 'The wire wraps 2 times' })).toHaveCount(1);

  await stage(page, 'Make');
  await page.getByRole('button', { name: /^Begin a making/ }).click();
  const place = page.getByText(/^step \d+ of \d+$/);
  await expect(place).toBeVisible();
  const wrapped = page.getByRole('heading', { level: 1, name: 'The wire wraps 2 times' });
  await expect(async () => {
    if (await wrapped.isHidden()) await page.getByRole('button', { name: /^(Next|Done)$/ }).click();
    await expect(wrapped).toBeVisible({ timeout: 500 });
  }).toPass();
  // The wraps begin where the wire is 15 mm of line and 30 of handling from its first end.
  await expect(page.getByText(/^45\.0 mm from the first end of wire 2; takes/)).toBeVisible();
  await expect(page.getByRole('button', { name: /^wraps: / })).toHaveAccessibleName(/2 left of 2/);
});

test('what can go on is found by typing, with the keyboard alone', async ({ page }) => {
  await drawn(page, CROSS);
  await stage(page, 'Dressing');
  await page.getByRole('button', { name: 'Dress it with' }).focus();
  await page.keyboard.press('Enter');
  const find = page.getByLabel('Find by name or use');
  await expect(find).toBeFocused();
  await page.keyboard.type('hologram');
  await expect(page.getByText(/^Nothing of that name/)).toBeVisible();
  await find.fill('coil');
  await expect(page.getByRole('dialog').getByRole('listitem')).not.toHaveCount(23);
  await find.press('Enter');
  await expect(page.getByRole('dialog')).toBeHidden();
  await expect(page.getByRole('button', { name: 'Done', exact: true })).toBeVisible();
});

test('wires lie as lanes, on which blocks are chosen, nudged and dragged', async ({ page }) => {
  await drawn(page, CROSS);
  await stage(page, 'Wire');
  await type(page.getByLabel('Thickness'), '1');
  await page.getByLabel('Wire shown in the strip').selectOption('1');
  await stage(page, 'Dressing');
  await dress(page, 'Wraps on the way');
  await done(page);
  const lanes = page.getByRole('list', { name: 'Lanes' }).getByRole('listitem');
  await expect(lanes).toHaveCount(2);
  // A thin line ties the wraps to the place of the other wire that they go round.
  await expect(page.getByTestId('lane-ties').locator('path[d^="M"]')).toHaveCount(1);
  // One turn round a wire as thick, after 15 mm of line.
  const turn = Math.hypot(2 * Math.PI, 1);
  const block = lanes.nth(1).getByRole('button', { name: /^The wire wraps once/ });
  await expect(block).toHaveAccessibleName(
    `The wire wraps once round another, 15.0 mm to ${(15 + turn).toFixed(1)} mm`,
  );
  await block.focus();
  await page.keyboard.press('ArrowRight');
  await expect(block).toHaveAccessibleName(/, 15\.5 mm to /);
  await page.keyboard.press('Control+z');
  await expect(block).toHaveAccessibleName(/, 15\.0 mm to /);
  await block.press('Enter');
  await expect(page.getByRole('heading', { name: 'Wraps on the way' })).toBeVisible();
  await expect(block).toHaveAttribute('aria-pressed', 'true');
  await block.scrollIntoViewIfNeeded();
  const at = (await block.boundingBox())!;
  await page.mouse.move(at.x + 2, at.y + 4);
  await page.mouse.down();
  await page.mouse.move(at.x + 62, at.y + 4, { steps: 4 });
  await page.mouse.up();
  // Off the crossing it goes round nothing, and says so.
  await expect(page.getByRole('alert').filter({ hasText: /^Nothing lies here/ })).toBeVisible();
});

test('what lies along a stretch is made longer on its lane: by its end, and by keys', async ({
  page,
}) => {
  await drawn(page, CROSS);
  await stage(page, 'Dressing');
  await dress(page, 'Coil over the wire');
  const long = page.getByLabel('Place: length');
  await type(long, '10');
  const lane = page.getByRole('list', { name: 'Lanes' }).getByRole('listitem').first();
  const block = lane.getByRole('button', { name: /^Coil/ });
  await expect(block).toHaveAttribute('aria-pressed', 'true');
  const ends = async (): Promise<number[]> => {
    const name = (await block.getAttribute('aria-label')) ?? '';
    return [...name.matchAll(/(\d+\.\d) mm/g)].slice(-2).map((m) => Number(m[1]));
  };
  await expect(async () => {
    const [from, to] = await ends();
    expect(to! - from!).toBeCloseTo(10, 0);
  }).toPass();
  const [from, to] = await ends();
  await block.focus();
  await page.keyboard.press('Control+ArrowRight');
  await expect(long).toHaveValue('10.5');
  await page.keyboard.press('Control+z');
  await expect(long).toHaveValue('10.0');
  // Its last end by the mouse: the first stays.
  const end = page.getByTestId('lane-to');
  await expect(end).toHaveCount(1);
  await end.scrollIntoViewIfNeeded();
  const at = (await end.boundingBox())!;
  await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
  await page.mouse.down();
  await page.mouse.move(at.x + at.width / 2 + 40, at.y + at.height / 2, { steps: 4 });
  await page.mouse.up();
  await expect(async () => {
    const [first, last] = await ends();
    expect(Math.abs(first! - from!)).toBeLessThan(0.2);
    expect(last! - to!).toBeGreaterThan(1);
  }).toPass();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(long).toHaveValue('10.0');
  // By keys the same once more beside it, and on the other side; each is one step back.
  await type(page.getByLabel('Place: middle'), '8');
  const blocks = lane.getByRole('button', { name: /^Coil/ });
  for (const key of ['d', 'm']) {
    await block.focus();
    await page.keyboard.press(key);
    await expect(blocks).toHaveCount(2);
    await page.keyboard.press('Control+z');
    await expect(blocks).toHaveCount(1);
  }
});

/** Workers hear of changes four seconds late while it is so, as from a large figure on a slow machine. */
async function lateWorkers(page: Page): Promise<(late: boolean) => Promise<void>> {
  await page.addInitScript(() => {
    const own = Object.getOwnPropertyDescriptor(Worker.prototype, 'postMessage')!;
    const post = own.value as (this: Worker, ...args: unknown[]) => void;
    Worker.prototype.postMessage = function (this: Worker, ...args: unknown[]): void {
      const ms = document.documentElement.dataset['slow'] === 'yes' ? 4_000 : 0;
      if (ms === 0) post.apply(this, args);
      else setTimeout(() => post.apply(this, args), ms);
    };
  });
  return (late) =>
    page.evaluate((on) => {
      document.documentElement.dataset['slow'] = on ? 'yes' : 'no';
    }, late);
}

test('what is typed or held in focus is not lost while a plan takes its time', async ({ page }) => {
  const slow = await lateWorkers(page);
  await drawn(page, CROSS);
  await stage(page, 'Dressing');
  await dress(page, 'Coil over the wire');
  const long = page.getByLabel('Place: length');
  const middle = page.getByLabel('Place: middle');
  await type(long, '10');
  const lane = page.getByRole('list', { name: 'Lanes' }).getByRole('listitem').first();
  const block = lane.getByRole('button', { name: /^Coil/ });
  await expect(block).toHaveAccessibleName(/\d+\.\d mm to \d+\.\d mm$/);
  await slow(true);
  await type(long, '12');
  // Half typed when the numbers of before leave the screen, and typed on.
  await middle.fill('8');
  await expect(lane).toContainText('…');
  await expect(block).not.toHaveAccessibleName(/to \d+\.\d mm$/);
  await expect(middle).toHaveValue('8');
  await middle.press('Enter');
  await block.focus();
  await expect(lane).toContainText('…');
  await expect(block).toBeFocused();
  await page.keyboard.press('Control+ArrowRight');
  await slow(false);
  await expect(block).toHaveAccessibleName(/, 2\.0 mm to 14\.5 mm$/);
  await expect(block).toBeFocused();
  await expect(long).toHaveValue('12.5');
});

test('the same is put on once more by where things are now, not by where the last plan had them', async ({
  page,
}) => {
  const slow = await lateWorkers(page);
  await drawn(page, CROSS);
  await stage(page, 'Dressing');
  await dress(page, 'Coil over the wire');
  await type(page.getByLabel('Place: length'), '10');
  const middle = page.getByLabel('Place: middle');
  await type(middle, '18');
  const lane = page.getByRole('list', { name: 'Lanes' }).getByRole('listitem').first();
  const blocks = lane.getByRole('button', { name: /^Coil/ });
  await expect(blocks).toHaveAccessibleName(/, 13\.0 mm to 23\.0 mm$/);
  await slow(true);
  // Ten further along it lies where the one coil still is in the plan that is shown.
  await type(middle, '8');
  await blocks.focus();
  await page.keyboard.press('d');
  await slow(false);
  await expect(blocks).toHaveCount(2);
});
