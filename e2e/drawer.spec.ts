import { expect, test, type Page } from '@playwright/test';
import { openWorkshop, saved, type } from './workshop';

const TABLE = `what, metal, gauge, temper, length, weight, price, from, name, count, size
spool, sterling silver, 18 ga, dead soft, 2 m, , 28.00, the fair
offcut, sterling silver, 18 ga, dead soft, 206 mm
spool, sterling silver, 28 ga, dead soft, 9 m
spool, sterling silver, 20 ga, half hard, , 15 g
spool, sterling silver, 24 ga, dead soft, 1 m
bead, , , , , , 0.18, the fair, Mist drop, 7, 4 mm
this is no wire at all`;

async function pasted(page: Page): Promise<void> {
  await page.goto('/drawer');
  await page.getByRole('button', { name: 'Paste a table' }).click();
  const dialog = page.getByRole('dialog', { name: 'Paste a table' });
  await dialog.getByLabel('The table').fill(TABLE);
  // What is not understood is told, and the rest is taken.
  await expect(dialog.getByRole('alert')).toContainText('Line 8, “this is no wire at all”');
  await dialog.getByRole('button', { name: 'Take 6 in' }).click();
  await expect(page.getByText('2.21 m in all')).toBeVisible();
}

const list = (page: Page) => page.getByRole('region', { name: 'Cut list' });
const needed = (page: Page) => page.getByRole('table', { name: 'Needed and there' });
const ready = (page: Page) =>
  expect(list(page).getByRole('status')).not.toContainText('Being worked out', { timeout: 60_000 });

test('a drawer is pasted, a cut list is ticked off and the drawer follows, with undo and after a reload', async ({
  page,
}) => {
  await pasted(page);
  await page.getByRole('link', { name: 'Cut list' }).click();
  await page.getByLabel('Add a piece').selectOption({ label: 'Swallow pendant' });
  await type(page.getByLabel('How often Swallow pendant'), '2');
  await expect(list(page)).toBeVisible();
  await ready(page);
  await expect(list(page)).toContainText('that is proven');
  // Two frames of 193.7: one from the offcut, one from the spool.
  const rows = list(page).getByRole('listitem').filter({ hasText: '18 ga' });
  await expect(rows).toHaveCount(2);
  await expect(rows.nth(0)).toContainText('From the offcut');
  await expect(rows.nth(0)).toContainText('193.7 mm for Swallow pendant');
  // 206 - 193.7 - 0.3 = 12.0, under the 40 that are kept.
  await expect(rows.nth(0)).toContainText('Left: 12.0 mm, too short to keep');
  // 2,000 - 193.7 - 0.3 = 1,806.0.
  await expect(rows.nth(1)).toContainText('Left: 1.81 m');
  await rows.nth(0).getByRole('button', { name: 'Cut' }).click();
  await expect(rows).toHaveCount(1);
  await ready(page);
  await rows.nth(0).getByRole('button', { name: 'Cut' }).click();
  await expect(rows).toHaveCount(0);
  await page.getByRole('link', { name: 'In the drawer' }).click();
  const silver = page.getByRole('list', { name: /18 ga/ });
  // The offcut is gone: what was left of it is scrap.
  await expect(silver.getByRole('listitem')).toHaveCount(1);
  await expect(silver).toContainText('1.81 m');
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(silver).toContainText('2.00 m');
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(silver).toContainText('1.81 m');
  await page.reload();
  await expect(silver).toContainText('1.81 m');
  await page.getByRole('link', { name: 'Cut list' }).click();
  await expect(needed(page)).toBeVisible();
  await ready(page);
  // Both frames are cut: none of that wire is needed any more.
  await expect(needed(page).getByRole('row').filter({ hasText: '18 ga' })).toHaveCount(0);
});

test('what is short is answered by another wire, and what was cut and fits no more is told', async ({
  page,
}) => {
  await pasted(page);
  await page.getByRole('link', { name: 'Cut list' }).click();
  await page.getByLabel('Add a piece').selectOption({ label: 'Swallow pendant' });
  await ready(page);
  const short = needed(page).getByRole('row').filter({ hasText: '20 ga' });
  await expect(short).toContainText('none');
  const { bytes } = await saved(page, () =>
    page.getByRole('button', { name: 'Save what to buy (CSV)' }).click(),
  );
  expect(bytes.toString()).toMatch(/^,wire,sterling-silver,dead-soft,0\.81,20,,\d+(\.\d+)?,,\r$/m);
  await short
    .getByRole('button', { name: /^Take 0\.81 mm \(20 ga\) sterling silver, half hard/ })
    .click();
  await expect(short).not.toContainText('none', { timeout: 60_000 });
  await ready(page);
  await expect(short.getByRole('cell').last()).toHaveText('–');
  // Its frame is cut; then its wire is changed, and what was cut is of no use for it.
  const frame = list(page).getByRole('listitem').filter({ hasText: '18 ga' });
  await frame.getByRole('button', { name: 'Cut' }).click();
  await expect(frame).toHaveCount(0);
  await page.getByRole('link', { name: 'Swallow pendant' }).click();
  await page
    .getByRole('navigation', { name: 'Stages' })
    .getByRole('link', { name: 'Wire' })
    .click();
  await page
    .getByRole('combobox', { name: 'Gauge', exact: true })
    .first()
    .selectOption({ label: '16 ga (1.29 mm)' });
  await expect(page.getByTestId('cut-length')).toBeVisible();
  await expect(page.getByRole('contentinfo')).toHaveAttribute('aria-busy', 'false');
  await page.goto('/drawer/cuts');
  const stray = page
    .getByRole('alert')
    .filter({ hasText: 'for no piece on the list as it is now' });
  await expect(stray).toContainText(
    '193.7 mm of 1.02 mm (18 ga) sterling silver, dead soft, cut for Swallow pendant',
  );
  await stray.getByRole('button', { name: 'Put it back as an offcut' }).click();
  await expect(stray).toHaveCount(0);
  await page.getByRole('link', { name: 'In the drawer' }).click();
  await expect(page.getByRole('list', { name: /18 ga/ })).toContainText('193.7 mm');
});

test('wire is entered by its weight, another like it is one press, and what cannot be is not taken', async ({
  page,
}) => {
  await page.goto('/drawer');
  await page.getByRole('button', { name: 'Add wire' }).click();
  const form = page.getByRole('form', { name: 'New wire' });
  await form.getByLabel('Metal').selectOption({ label: 'Copper' });
  await form.getByLabel('Thickness').fill('1');
  await form.getByLabel('Thickness').press('Tab');
  // The price is typed before the length: it was paid for all of it.
  await type(form.getByLabel('Paid for so much'), '5');
  await type(form.getByLabel('Or its weight, g'), '35.1');
  // 100 m of 1 mm copper weigh 702.1 g: 70.2 g are 10 m.
  await type(form.getByLabel('Or its weight, g'), '70.2');
  const copper = page.getByRole('list', { name: /1\.00 mm copper/ });
  // What cannot be is told, and nothing is put in until it is right.
  await form.getByLabel('Thickness').fill('9');
  await form.getByRole('button', { name: 'Put it in the drawer' }).click();
  await expect(form.getByRole('alert')).toContainText('Give a length from');
  await expect(form).toBeVisible();
  await type(form.getByLabel('Thickness'), '1');
  await form.getByRole('button', { name: 'Put it in the drawer' }).click();
  await expect(copper).toContainText('10.00 m');
  await expect(copper).toContainText('paid 5.00 for 10.00 m');
  await copper.getByRole('button', { name: 'Another like it' }).click();
  await expect(page.getByText('20.00 m in all')).toBeVisible();
  await page.getByRole('button', { name: 'Add beads or findings' }).click();
  const beads = page.getByRole('form', { name: 'New beads or findings' });
  await type(beads.getByLabel('Name, as on your pieces'), 'Shell disc');
  await beads.getByRole('button', { name: 'Put them in the drawer' }).click();
  await page.getByRole('button', { name: 'One less of Shell disc' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Shell disc' })).toContainText('9');
  await page.reload();
  await expect(page.getByText('20.00 m in all')).toBeVisible();
  // As a table it comes back as it was.
  const { bytes } = await saved(page, () =>
    page.getByRole('button', { name: 'Save as a table (CSV)' }).click(),
  );
  await page.getByRole('button', { name: 'Take everything out' }).click();
  await expect(page.getByText('Nothing is in the drawer yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Paste a table' }).click();
  await page
    .getByLabel('Or a CSV file')
    .setInputFiles({ name: 'drawer.csv', mimeType: 'text/csv', buffer: bytes });
  await page.getByRole('button', { name: 'Take 3 in' }).click();
  await expect(page.getByText('20.00 m in all')).toBeVisible();
  await expect(copper).toContainText('paid 5.00 for 10.00 m');
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(page.getByText('20.00 m in all')).toBeVisible();
});

test('an empty drawer says what to do, and shows the stall’s to try', async ({ page }) => {
  await openWorkshop(page);
  await page.getByRole('link', { name: 'Drawer' }).click();
  await expect(page.getByText('Nothing is in the drawer yet.')).toBeVisible();
  await page.getByRole('button', { name: /Lantern Lane/ }).click();
  await expect(page.getByRole('list', { name: /brass/ }).first()).toBeVisible();
  await page.getByRole('link', { name: 'Cut list' }).click();
  await ready(page);
  await expect(list(page)).toContainText('No other list takes less: that is proven.');
  await page.getByRole('button', { name: /^Look through/ }).click();
  await expect(
    page.getByRole('list', { name: 'There is wire for' }).getByRole('listitem').first(),
  ).toBeVisible({
    timeout: 90_000,
  });
});

test('a price is what its parts are, for one, four and twelve, and comes back after a reload', async ({
  page,
}) => {
  await pasted(page);
  await page.getByRole('link', { name: 'Prices' }).click();
  await page.getByRole('combobox', { name: 'Piece' }).selectOption({ label: 'Swallow pendant' });
  const table = page.getByRole('table', { name: 'Price' });
  const cells = (name: string) =>
    table
      .getByRole('row')
      .filter({ has: page.getByRole('rowheader').filter({ hasText: new RegExp(`^${name}`) }) })
      .getByRole('cell');
  await expect(table).toBeVisible({ timeout: 60_000 });
  // 193.7 mm with 5 % lost, at 28.00 for 2 m.
  await expect(cells('Wire')).toHaveText(['€2.85', '€2.85', '€2.85']);
  // 15 min at 18 an hour are 4.50, shared by 1, 4 and 12.
  await expect(cells('Share of the set-up')).toHaveText(['€4.50', '€1.13', '€0.38']);
  await table.getByText('Wire', { exact: true }).click();
  await expect(table).toContainText('203.4 mm, loss in it, at €14.00 a metre');
  await expect(page.getByRole('alert').filter({ hasText: 'No price is known of' })).toContainText(
    '0.32 mm (28 ga) sterling silver',
  );
  await type(page.getByLabel('Minutes for one'), '30');
  await expect(cells('Time at the bench')).toHaveText(['€9.00', '€9.00', '€9.00']);
  // 2.8475 + 9 + 4.5 + 0.6 = 16.9475; / 0.8 = 21.18. Twelve: 12.8225 / 0.8 = 16.03, 12 x 16.03 = 192.36.
  await expect(cells('Price of one').nth(0)).toHaveText('€21.18');
  await expect(cells('For all of the batch').nth(2)).toHaveText('€192.36');
  await page.getByRole('combobox', { name: 'Currency' }).selectOption('JPY');
  await expect(cells('Price of one').nth(0)).toHaveText('¥21');
  await page.getByRole('combobox', { name: 'Currency' }).selectOption('EUR');
  await type(page.getByLabel('Tax on the price, %'), '20');
  // 21.18 x 1.2 = 25.416.
  await expect(cells('The customer pays').nth(0)).toHaveText('€25.42');
  await page.reload();
  await expect(table).toBeVisible({ timeout: 60_000 });
  await expect(cells('The customer pays').nth(0)).toHaveText('€25.42');
  await expect(cells('Time at the bench')).toHaveText(['€9.00', '€9.00', '€9.00']);
});

test('an order says what it comes to and when it is made, and goes on the cut list', async ({
  page,
}) => {
  await pasted(page);
  await page.getByRole('link', { name: 'Orders' }).click();
  await expect(page.getByText('No orders yet.')).toBeVisible();
  await page.getByRole('button', { name: 'New order' }).click();
  const order = page.getByRole('list', { name: 'Orders' }).getByRole('listitem').first();
  await type(order.getByLabel('Known by'), 'the blue door');
  await order
    .getByRole('combobox', { name: /^Add a piece/ })
    .selectOption({ label: 'Swallow pendant' });
  await type(order.getByLabel('How many Swallow pendant for the blue door'), '2');
  await order
    .getByRole('combobox', { name: /^Add a piece/ })
    .selectOption({ label: 'Leaf earring' });
  await type(order.getByLabel('How many Leaf earring for the blue door'), '4');
  await expect(order.getByRole('status')).toContainText(
    /€\d+\.\d\d · \d+\.\d h at the bench, made by/,
    {
      timeout: 60_000,
    },
  );
  // It was promised for a day that is over: that it is late is told.
  await order.getByLabel('Promised for').fill('2020-03-01');
  await expect(order.getByRole('status')).toContainText('days late');
  await expect(page.getByText('One is late.')).toBeVisible();
  await order.getByRole('combobox', { name: 'It is' }).selectOption({ label: 'made' });
  await expect(order.getByRole('status')).not.toContainText('at the bench');
  await order.getByRole('button', { name: 'Put on the cut list' }).click();
  await page.getByRole('link', { name: 'Cut list' }).click();
  await expect(page.getByLabel('How often Swallow pendant')).toHaveValue('2');
  await expect(page.getByLabel('How often Leaf earring')).toHaveValue('4');
  await page.reload();
  await page.getByRole('link', { name: 'Orders' }).click();
  await expect(order.getByLabel('Known by')).toHaveValue('the blue door');
  await order.getByRole('button', { name: 'Delete the blue door' }).click();
  await expect(page.getByText('No orders yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(order.getByLabel('Known by')).toHaveValue('the blue door');
});

const dialog = (page: Page, name: string) => page.getByRole('dialog', { name });

test('a scale and a calliper are typed, sent by a keyboard, or practised with; a picture is kept', async ({
  page,
}) => {
  await page.goto('/drawer');
  await page.getByRole('button', { name: 'Add wire' }).click();
  const form = page.getByRole('form', { name: 'New wire' });
  await form.getByLabel('Metal').selectOption({ label: 'Copper' });
  await form.getByRole('button', { name: 'From the calliper' }).click();
  const calliper = dialog(page, 'From the calliper');
  const field = calliper.getByLabel('What the calliper reads');
  await field.fill('nothing');
  await field.press('Enter');
  await expect(calliper.getByRole('alert')).toContainText('“nothing” is not a length');
  // As it comes from one that types like a keyboard, ended by Enter.
  await field.fill('');
  await field.pressSequentially('D +001.00 mm');
  await field.press('Enter');
  await expect(calliper).toHaveCount(0);
  await expect(form.getByLabel('Thickness')).toHaveValue('1.00');
  await form.getByRole('button', { name: 'From the scale' }).click();
  const scale = dialog(page, 'From the scale');
  await type(scale.getByLabel('The empty spool, g'), '20');
  await scale.getByLabel('What the scale reads').fill('ST,GS,+0015.00 g');
  await scale.getByRole('button', { name: 'Take it' }).click();
  await expect(scale.getByRole('alert')).toContainText('no more than the empty spool, 20.00 g');
  // 70.2 g of 1 mm copper are 10 m: 702.1 g a hundred.
  await scale.getByLabel('What the scale reads').fill('ST,GS,+0090.20 g');
  await scale.getByRole('button', { name: 'Take it' }).click();
  await expect(scale).toHaveCount(0);
  await expect(form.getByText('10.00 m')).toBeVisible();
  // The practice scale: the empty spool first, then the one with wire.
  await form.getByRole('button', { name: 'From the scale' }).click();
  await scale.getByRole('radio', { name: 'the empty spool', exact: true }).click();
  await scale.getByRole('radio', { name: 'an empty spool', exact: true }).click();
  const send = scale.getByRole('button', { name: 'Send what it shows' });
  await expect(scale.getByTestId('scale-shows')).not.toHaveText('0.00 g');
  await expect(send).toBeEnabled();
  await send.click();
  await expect(scale.getByLabel('The empty spool, g')).not.toHaveValue('0');
  const tare = Number(await scale.getByLabel('The empty spool, g').inputValue());
  await scale.getByRole('radio', { name: 'a spool with wire' }).click();
  await expect(send).toBeDisabled();
  await expect(send).toBeEnabled();
  const gross = parseFloat((await scale.getByTestId('scale-shows').textContent()) ?? '');
  await send.click();
  await expect(scale).toHaveCount(0);
  const weighed = Number(await form.getByLabel('Or its weight, g').inputValue());
  expect(Math.abs(weighed - (gross - tare))).toBeLessThan(0.1);
  // A file that is no picture is told, and changes nothing.
  const picture = form.getByLabel('Picture', { exact: true });
  await picture.setInputFiles({ name: 'a.png', mimeType: 'image/png', buffer: Buffer.from('no') });
  await expect(form.getByRole('alert')).toContainText('This file is no picture');
  await picture.setInputFiles('docs/screenshots/drawer.png');
  await expect(form.getByAltText('Picture of it')).toBeVisible();
  await form.getByRole('button', { name: 'Put it in the drawer' }).click();
  await page.reload();
  await expect(page.getByAltText(/^Picture of 1\.00 mm copper/)).toBeVisible();
});

test('an order is made otherwise than drawn, and goes from column to column by keys and by hand', async ({
  page,
}) => {
  await pasted(page);
  await page.getByRole('link', { name: 'Orders' }).click();
  await page.getByRole('button', { name: 'New order' }).click();
  const order = page.getByRole('list', { name: 'Orders' }).getByRole('listitem').first();
  await type(order.getByLabel('Known by'), 'the blue door');
  const add = order.getByRole('combobox', { name: /^Add a piece/ });
  await add.selectOption({ label: 'Swallow pendant' });
  await order.getByRole('button', { name: 'Make Swallow pendant otherwise' }).click();
  const as = order.getByRole('group', { name: 'Made otherwise than drawn' });
  const size = as.getByLabel('Size, % of what is drawn');
  await type(size, '60');
  // The line is another one now, and one types on in its field.
  await expect(size).toBeFocused();
  await type(size, '50');
  await as.getByLabel(/^Mirrored/).check();
  const line = order.getByRole('listitem').filter({ hasText: '50 % of its size; mirrored' });
  await expect(line).toBeVisible();
  // The same as drawn is a line of its own.
  await add.selectOption({ label: 'Swallow pendant' });
  await expect(order.getByRole('listitem').filter({ hasText: 'Swallow pendant' })).toHaveCount(2);
  await expect(order.getByRole('status')).toContainText('at the bench', { timeout: 60_000 });
  await order.getByText('Where the hours come from').click();
  await expect(
    order.getByText(/Swallow pendant \(50 % of its size; mirrored\): \d+ min, reckoned/),
  ).toBeVisible();
  await expect(page.getByRole('region', { name: 'The weeks to come' })).toContainText(
    'the blue door',
  );
  await order.getByRole('button', { name: 'Put on the cut list' }).click();
  await page.getByRole('link', { name: 'Cut list' }).click();
  await expect(list(page)).toBeVisible({ timeout: 60_000 });
  await ready(page);
  // One frame as drawn, 193.7, of which 5 are reserve, and one of about half that.
  const frames = list(page).getByText(/mm for Swallow pendant \(50 %.*the wire/);
  const half = parseFloat(
    /([\d.]+) mm for Swallow pendant \(50 %/.exec(await frames.first().innerText())![1]!,
  );
  await expect(list(page).getByText(/193\.7 mm for Swallow pendant, the wire/)).toBeVisible();
  expect(half).toBeGreaterThan(95);
  expect(half).toBeLessThan(105);
  await page.getByRole('link', { name: 'Batches' }).click();
  const batches = page.getByRole('region', { name: 'Batches' });
  await expect(batches.getByRole('status')).toContainText(/2 to make in \d+ batches/, {
    timeout: 60_000,
  });
  await expect(batches.getByRole('listitem').first()).toContainText('Cut with flush cutter');
  await page.getByRole('link', { name: 'Orders' }).click();
  await page.getByRole('radio', { name: 'a board' }).click();
  const column = (name: string) => page.getByRole('region', { name, exact: true });
  await expect(column('agreed')).toContainText('the blue door');
  await page.getByRole('button', { name: 'Move the blue door' }).focus();
  await page.keyboard.press('Space');
  await expect(
    page.getByRole('status').filter({ hasText: 'the blue door' }).first(),
  ).toBeAttached();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText('the blue door is over: being made.')).toBeAttached();
  await page.keyboard.press('Space');
  await expect(column('being made')).toContainText('the blue door');
  await page.reload();
  await expect(column('being made')).toContainText('the blue door');
  const from = (await page.getByRole('button', { name: 'Move the blue door' }).boundingBox())!;
  const to = (await column('handed over').boundingBox())!;
  await page.mouse.move(from.x - 20, from.y + 12);
  await page.mouse.down();
  await page.mouse.move(from.x + 20, from.y + 40, { steps: 5 });
  await page.mouse.move(to.x + to.width / 2, to.y + 70, { steps: 8 });
  await page.mouse.up();
  await expect(column('handed over')).toContainText('the blue door');
  // Otherwise than drawn it can be a piece of its own, with steps to make it by.
  await page.getByRole('radio', { name: 'a list' }).click();
  await order
    .getByRole('button', { name: /^Make Swallow pendant, 50 % of its size; mirrored otherwise/ })
    .click();
  await order.getByRole('button', { name: 'Keep it as a piece of its own' }).click();
  await order.getByRole('link', { name: /^Swallow pendant, 50 %/ }).click();
  // Planned by itself it is cut as the list said.
  await expect(page.getByTestId('cut-length')).toContainText(`${half.toFixed(1)} mm`, {
    timeout: 60_000,
  });
});

test('on the piece itself stands what to cut from where, and another bead is one press', async ({
  page,
}) => {
  await page.goto('/drawer');
  await page.getByRole('button', { name: 'Paste a table' }).click();
  const paste = dialog(page, 'Paste a table');
  await paste.getByLabel('The table')
    .fill(`what, metal, gauge, temper, length, name, count, size, hole
spool, niobium, 20 ga, dead soft, 2 m
spool, niobium, 28 ga, dead soft, 1 m
bead, , , , , Mist drop, 1, 4 mm, 1 mm
bead, , , , , Round bead, 40, 4 mm, 1.1 mm
bead, , , , , Tight bead, 40, 4 mm, 0.2 mm`);
  await paste.getByRole('button', { name: 'Take 5 in' }).click();
  await page.goto('/piece/demo-leaf/make');
  const balance = needed(page);
  // A pair of earrings: two drops, one is there.
  const drop = balance.getByRole('row').filter({ hasText: 'Mist drop' });
  await expect(drop.getByRole('cell').last()).toHaveText('1', { timeout: 60_000 });
  await expect(page.getByRole('list', { name: 'Cut from' })).toContainText(
    /2 × 148\.5 mm from the spool of 2\.00 m; 1\.70 m stay/,
    { timeout: 60_000 },
  );
  await expect(drop.getByText('It does not go on.')).toBeVisible({ timeout: 60_000 });
  await expect(drop.getByRole('button', { name: /^Take Tight bead/ })).toBeDisabled();
  await drop.getByRole('button', { name: 'Take Round bead, 4.0 mm instead' }).click();
  const round = balance.getByRole('row').filter({ hasText: 'Round bead' });
  await expect(round.getByRole('cell').first()).toHaveText('2', { timeout: 60_000 });
  await expect(drop).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(drop.getByRole('cell').last()).toHaveText('1', { timeout: 60_000 });
});

test('an order of four pairs and two pendants: from a pasted drawer to the last cut, and the drawer follows', async ({
  page,
}) => {
  await page.goto('/drawer');
  await page.getByRole('button', { name: 'Paste a table' }).click();
  const paste = dialog(page, 'Paste a table');
  await paste.getByLabel('The table').fill(`what, metal, gauge, temper, length, name, count, price
spool, niobium, 20 ga, dead soft, 2 m, , , 20
spool, niobium, 28 ga, dead soft, 1 m, , , 5
spool, niobium, 24 ga, dead soft, 1 m, , , 7
spool, sterling silver, 18 ga, dead soft, 2 m, , , 28
spool, sterling silver, 20 ga, dead soft, 1 m, , , 9
spool, sterling silver, 24 ga, dead soft, 1 m, , , 6
spool, sterling silver, 28 ga, dead soft, 9 m, , , 11
bead, , , , , Mist drop, 10, 0.18
finding, , , , , Head pin, 30, 0.05
stone, , , , , Stone, 3, 2.40
finding, , , , , Bail, 2, 0.40`);
  await paste.getByRole('button', { name: 'Take 11 in' }).click();
  await page.getByRole('link', { name: 'Orders' }).click();
  await page.getByRole('button', { name: 'New order' }).click();
  const order = page.getByRole('list', { name: 'Orders' }).getByRole('listitem').first();
  for (const [name, count] of [
    ['Leaf earring', '4'],
    ['Swallow pendant', '2'],
  ] as const) {
    await order.getByRole('combobox', { name: /^Add a piece/ }).selectOption({ label: name });
    await type(order.getByLabel(`How many ${name} for this order`), count);
  }
  await order.getByRole('button', { name: 'Put on the cut list' }).click();
  await page.getByRole('link', { name: 'Cut list' }).click();
  await expect(list(page)).toBeVisible({ timeout: 60_000 });
  await ready(page);
  // Four pairs of 148.5 mm and two frames of 193.7: all is there.
  await expect(list(page)).toContainText('8 × 148.5 mm for Leaf earring');
  await expect(list(page)).toContainText('2 × 193.7 mm for Swallow pendant, the wire');
  await expect(list(page)).not.toContainText('short');
  // On paper stands the list, and no button.
  await page.emulateMedia({ media: 'print' });
  await expect(list(page).getByRole('button', { name: 'Cut' }).first()).toBeHidden();
  await expect(list(page).getByText('8 × 148.5 mm')).toBeVisible();
  await page.emulateMedia({ media: 'screen' });
  const cut = list(page).getByRole('button', { name: 'Cut' });
  for (let left = await cut.count(); left > 0; left--) {
    await cut.first().click();
    await expect(cut).toHaveCount(left - 1);
    if (left > 1) await ready(page);
  }
  await page.getByRole('button', { name: 'Taken of Mist drop' }).click();
  await expect(needed(page).getByRole('row').filter({ hasText: 'Mist drop' })).toHaveCount(0);
  await page.getByRole('link', { name: 'In the drawer' }).click();
  // 2,000 - 8 x (148.51 + 0.3) = 809.5; 2,000 - 2 x (193.7 + 0.3) = 1,612.0; 10 - 8 beads.
  await expect(page.getByRole('list', { name: /20 ga\) niobium/ })).toContainText('809.5 mm');
  await expect(page.getByRole('list', { name: /18 ga\) sterling silver/ })).toContainText('1.61 m');
  const drops = page.getByRole('listitem').filter({ hasText: 'Mist drop' });
  await expect(drops.getByText('2', { exact: true })).toBeVisible();
  await page.reload();
  await expect(drops.getByText('2', { exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Prices' }).click();
  await page.getByRole('combobox', { name: 'Piece' }).selectOption({ label: 'Leaf earring' });
  const table = page.getByRole('table', { name: 'Price' });
  await expect(table).toContainText('Mist drop', { timeout: 60_000 });
  await expect(page.getByRole('alert').filter({ hasText: 'No price is known of' })).toHaveCount(0);
});
