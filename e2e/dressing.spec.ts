import { expect, type Page } from '@playwright/test';
import { test } from './test';
import { CUT, cutMm, dress, importSvg, kept, newPiece, openPiece, stage, type } from './workshop';

const svg = (width: number, height: number, path: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}"><path d="${path}" fill="none"/></svg>`;

/** A pendant of three straight runs: 30 up, 20 across, 30 down. */
const ARCH = svg(30, 40, 'M5 35V5H25V35');

async function drawn(page: Page, mm = '1'): Promise<void> {
  await newPiece(page);
  await importSvg(page, 'arch.svg', ARCH);
  await expect(page.getByTestId(CUT)).toBeVisible();
  await stage(page, 'Wire');
  await type(page.getByLabel('Thickness'), mm);
  await stage(page, 'Dressing');
  // The ends stand on the Wire stage too: only what follows is the Dressing stage.
  await expect(page.getByRole('button', { name: 'Dress it with' })).toBeVisible();
}

const done = (page: Page): Promise<void> =>
  page.getByRole('button', { name: 'Done', exact: true }).click();
const takes = (page: Page) => page.getByTestId('item-takes');

test('a pendant is dressed with a bail, two beads and a coil', async ({ page }) => {
  await drawn(page);
  const bare = await cutMm(page);
  const end = page.getByRole('group', { name: 'First end' });
  await end.getByRole('combobox', { name: 'First end' }).selectOption({ label: 'Bail' });
  const inside = page.getByLabel('First end: inside across');
  await type(inside, '4');
  await expect(inside).toHaveValue('4.0');
  await type(page.getByLabel('First end: tail'), '3');
  // Two turns of hypot(pi (4 + 1), 1), and the tail.
  const bail = 2 * Math.hypot(Math.PI * 5, 1) + 3;
  await expect.poll(() => cutMm(page)).toBeCloseTo(bare + bail, 0);
  await expect(page.getByText(`Takes ${bail.toFixed(1)} mm`)).toBeVisible();

  // Places count from the first end of the wire, so what the bail takes comes before the figure.
  const place = (mm: number): string => (bail + mm).toFixed(1);
  await dress(page, 'Beads on the wire');
  await page.getByRole('checkbox', { name: 'fills the stretch' }).uncheck();
  await type(page.getByLabel('How many'), '2');
  await type(page.getByLabel('Place: middle'), place(15));
  await expect(page.getByLabel('Place: middle')).toHaveValue(place(15));
  await type(page.getByLabel('Place: length'), '10');
  await expect(takes(page)).toContainText('2 × Round bead');
  await expect(takes(page)).toContainText('They take 8.0 mm of 10.0 mm; 2.0 mm left');
  await done(page);

  await dress(page, 'Coil over the wire');
  await type(page.getByLabel('Place: middle'), place(65));
  await type(page.getByLabel('Place: length'), '12');
  await type(page.getByLabel('Its thickness'), '0.4');
  // 30 turns of hypot(pi 1.4, 0.4), and two tails of 20 mm.
  const coil = 30 * Math.hypot(Math.PI * 1.4, 0.4) + 40;
  await expect(takes(page)).toContainText(`${coil.toFixed(1)} mm`);
  await done(page);

  const items = page.getByRole('list', { name: 'Items' }).getByRole('listitem');
  await expect(items).toHaveCount(2);
  await expect(items.nth(0)).toContainText('2 beads on 10.0 mm');
  await expect(items.nth(1)).toContainText('Coil over 12.0 mm, 30.0 turns');
  const order = page.getByRole('list', { name: 'Order of assembly' });
  await expect(order).toContainText('what is threaded goes on before the wire is bent beyond it');
  const texts = await order.getByRole('listitem').allTextContents();
  const at = (what: RegExp): number => texts.findIndex((t) => what.test(t));
  expect(at(/2 beads/)).toBeLessThan(at(/2 bends/));
  expect(at(/2 bends/)).toBeLessThan(at(/Coil over/));
  await page.keyboard.press('Control+z');
  // Of wire of 0.321 mm: 12 mm are 37.4 turns.
  await expect(items.nth(1)).toContainText('37.4 turns');
  await page.keyboard.press('Control+Shift+z');
  await expect(items.nth(1)).toContainText('Coil over 12.0 mm, 30.0 turns');
  await kept(page);
  await page.reload();
  await expect(items.nth(1)).toContainText('Coil over 12.0 mm, 30.0 turns');
  await stage(page, 'Sheet');
  await expect(page.getByText('What it takes').first()).toBeVisible();
});

test('a bead with too small a hole is refused with remedies', async ({ page }) => {
  await drawn(page, '1.2');
  await dress(page, 'Beads on the wire');
  await type(page.getByLabel('Place: middle'), '15');
  await type(page.getByLabel('Place: length'), '12');
  await type(page.getByLabel('Bead: hole'), '1');
  const refusal = page.getByRole('alert').filter({ hasText: 'does not go on' });
  await expect(refusal).toContainText('its hole is 1.00 mm, and 1.20 mm wire need 1.20 mm');
  await expect(refusal.getByRole('button')).toHaveCount(3);
  await expect(takes(page)).not.toContainText('× Round bead');
  await refusal.getByRole('button', { name: 'Take a bead with a hole of 1.20 mm' }).click();
  await expect(refusal).toBeHidden();
  await expect(takes(page)).toContainText('3 × Round bead');
  await page.keyboard.press('Control+z');
  await refusal.getByRole('button', { name: /^Use .* frame$/ }).click();
  await expect(refusal).toBeHidden();
  await expect(page.getByLabel('Bead: hole')).toHaveValue('1.00');
  await page.keyboard.press('Control+z');
  await refusal.getByRole('button', { name: 'Hang it from a head pin instead' }).click();
  await expect(page.getByRole('heading', { name: 'Bead hanging' })).toBeVisible();
  await expect(takes(page)).toContainText('1 × Round bead');
});

test('a contradiction in the order is shown, and a remedy heals it', async ({ page }) => {
  await drawn(page);
  await dress(page, 'Beads on the wire');
  await type(page.getByLabel('Place: middle'), '15');
  await type(page.getByLabel('Place: length'), '10');
  await done(page);
  await expect(page.getByText('These cannot all be kept')).toBeHidden();
  await dress(page, 'Hammered stretch');
  await type(page.getByLabel('Place: middle'), '40');
  await type(page.getByLabel('Place: length'), '30');
  await done(page);
  const box = page.getByRole('alert').filter({ hasText: 'These cannot all be kept' });
  await expect(box).toContainText('hammer before beads: a blow breaks them');
  await expect(box).toContainText('what is threaded goes on before the wire is bent beyond it');
  await box.getByRole('button', { name: 'Wind these beads on afterwards' }).click();
  await expect(box).toBeHidden();
  await expect(page.getByRole('list', { name: 'Items' })).toContainText('Beads wound on');

  // A wish of one's own against the work.
  await page.getByText('Your own wishes for the order').click();
  await page.getByLabel('Do this').selectOption({ index: 6 });
  await page.getByLabel('before this').selectOption({ index: 0 });
  await page.getByRole('button', { name: 'Wish it so' }).click();
  await expect(box).toContainText('you wish it so');
  await box.getByRole('button', { name: 'Let go of that wish' }).click();
  await expect(box).toBeHidden();
});

test('an item slides along the wire by its handle and by the keys', async ({ page }) => {
  await drawn(page);
  await dress(page, 'Coil over the wire');
  await type(page.getByLabel('Place: middle'), '15');
  const middle = page.getByLabel('Place: middle');
  const handle = page.getByRole('button', { name: /^Place, \d+ across/ });
  await handle.focus();
  await page.keyboard.press('Shift+ArrowUp');
  await expect.poll(async () => Number(await middle.inputValue())).toBeCloseTo(20, 0);
  const box = (await handle.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + 120, { steps: 8 });
  await page.mouse.up();
  await expect.poll(async () => Number(await middle.inputValue())).toBeLessThan(16);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => Number(await middle.inputValue())).toBeCloseTo(20, 0);
});

test('larger by rules, and a set', async ({ page }) => {
  await openPiece(page, 'Sailing boat');
  await stage(page, 'Dressing');
  await type(page.getByLabel('Size, % of now'), '200');
  await page.getByRole('button', { name: 'Show what follows' }).click();
  const table = page.getByRole('table', { name: 'Before and after' });
  // 1 mm with the power 3/4 is 1.68 mm, and the nearest gauge 14.
  await expect(table).toContainText('1.63 mm (14 ga)');
  await page.getByRole('button', { name: /^Keep a pair of earrings/ }).click();
  await expect(page.getByLabel('Name of the piece')).toHaveValue(
    'Sailing boat, earring of the set',
  );
  await expect(page.getByLabel('Worn as')).toHaveValue('earring');
});

test('an empty piece says what to do first', async ({ page }) => {
  await newPiece(page);
  await stage(page, 'Dressing');
  await expect(page.getByText(/^Draw a figure: beads and wraps go on its wire\./)).toBeVisible();
  await stage(page, 'Make');
  await expect(page.getByText(/^There is nothing to make yet\. Draw a figure, or/)).toBeVisible();
});

test('a batch of rings is made without a figure', async ({ page }) => {
  await newPiece(page);
  await stage(page, 'Dressing');
  await page.getByRole('button', { name: 'Begin without a figure' }).click();
  const dialog = page.getByRole('dialog', { name: 'Without a figure' });
  // What needs a wire to go on is not offered.
  await expect(dialog.getByRole('button', { name: /^Coil over the wire/ })).toHaveCount(0);
  await dialog.getByRole('button', { name: /^Finding/ }).click();
  await type(page.getByLabel('How many'), '12');
  await type(page.getByLabel('Inside across'), '5');
  await type(page.getByLabel('Its thickness'), '1');
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  const bill = page.getByRole('table', { name: 'What it takes' });
  await expect(bill.getByRole('row', { name: 'Jump ring 12', exact: true })).toBeVisible();
  // Twelve turns of a coil, pi 6 and on by the wire, and 0.3 mm for each cut.
  const coil = 12 * (Math.hypot(Math.PI * 6, 1) + 0.3);
  const text = await bill.getByRole('row', { name: /^Jump rings, wound/ }).innerText();
  expect(Math.abs(Number(/([\d.]+) mm \(/.exec(text)?.[1]) - coil)).toBeLessThan(0.06);
  await stage(page, 'Make');
  await page.getByRole('button', { name: /^Begin a making/ }).click();
  await expect(page.getByText(/^Wind 12 turns round 5\.0 mm/)).toBeVisible();
});

test('a bead hangs in each of two ear wires, without a figure', async ({ page }) => {
  await newPiece(page);
  await stage(page, 'Dressing');
  const add = async (name: string): Promise<void> => {
    await page.getByRole('button', { name: /^(Begin without a figure|Dress it with)/ }).click();
    await page
      .getByRole('dialog')
      .getByRole('button', { name: new RegExp(`^${name}`) })
      .click();
    await expect(page.getByRole('heading', { name, exact: true })).toBeVisible();
  };
  await add('Finding');
  await page.getByRole('combobox', { name: 'What' }).selectOption('Ear wire');
  await type(page.getByLabel('How many'), '2');
  await done(page);
  await add('Bead hanging');
  await page.getByRole('combobox', { name: 'Hangs in' }).selectOption('2 × Ear wire (1)');
  await done(page);
  const bill = page.getByRole('table', { name: 'What it takes' });
  await expect(bill.getByRole('row', { name: /^Drop bead/ }).getByRole('cell')).toHaveText('2');
  await expect(bill.getByRole('row', { name: /^Head pin, trimmed/ })).toContainText('2 × ');
  await stage(page, 'Sheet');
  await expect(page.getByText('hangs in: 2 × Ear wire').first()).toBeAttached();
  await stage(page, 'Make');
  await page.getByRole('button', { name: /^Begin a making/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('2 × Ear wire');
  await page.getByRole('button', { name: 'Next' }).click();
  await expect(page.getByText('Where it hangs: 2 × Ear wire.')).toBeVisible();
  await expect(page.getByRole('button', { name: /^alike: / })).toHaveAccessibleName(/2 left of 2/);
});

test('a toggle bar and a braid take what they take by hand', async ({ page }) => {
  await drawn(page);
  await stage(page, 'Wire');
  const before = await cutMm(page);
  const end = page.getByRole('group', { name: 'First end' });
  await end.getByRole('combobox', { name: 'First end' }).selectOption({ label: 'Toggle bar' });
  // Stem 5, the bar's four halves of 7.5, two folds of a half wire, two wraps on the stem, tail 2.
  const bar = 5 + 4 * 7.5 + 2 * Math.PI * 0.5 + 2 * Math.hypot(2 * Math.PI, 1) + 2;
  await expect.poll(async () => (await cutMm(page)) - before).toBeCloseTo(bar, 0);
  expect(Math.abs((await cutMm(page)) - before - bar)).toBeLessThan(0.11);
  await stage(page, 'Dressing');
  await dress(page, 'Braid of three');
  await type(page.getByLabel('Place: length'), '10');
  await type(page.getByLabel('One strand’s way over and back'), '20');
  await type(page.getByLabel('Tail left at each end'), '0');
  await type(page.getByLabel('Its thickness'), '0.4');
  // So loose it takes 1 + (pi 0.4 / 20)^2 (1 + 3/2) of its length: 10.1.
  await expect(takes(page)).toContainText('3 × 10.1 mm');
  await done(page);
  await stage(page, 'Make');
  await expect(page.getByRole('listitem').filter({ hasText: 'Braid of three' })).not.toHaveCount(0);
});
