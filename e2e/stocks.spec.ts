import { expect, type Page } from '@playwright/test';
import { test } from './test';
import { cutMm, dress, importSvg, newPiece, planned, stage, type, walkThrough } from './workshop';

const LEAF =
  '<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="60mm" viewBox="0 0 40 60">' +
  '<path d="M19 5 C2 18 2 42 19 55" fill="none"/><path d="M21 5 C38 18 38 42 21 55" fill="none"/></svg>';
/** Two bars of 40 and 20 mm. */
const BARS =
  '<svg xmlns="http://www.w3.org/2000/svg" width="50mm" height="30mm" viewBox="0 0 50 30">' +
  '<path d="M5 5 H45" fill="none"/><path d="M5 20 H25" fill="none"/></svg>';

async function drawn(page: Page, svg: string): Promise<void> {
  await newPiece(page);
  await importSvg(page, 'figure.svg', svg);
  await planned(page);
}

test('a leaf has one half in copper and the other in brass, each with its own numbers', async ({
  page,
}) => {
  await drawn(page, LEAF);
  await stage(page, 'Wire');
  await page.getByLabel('Wire shown in the strip').selectOption('1');
  await page.getByRole('button', { name: 'Another kind for wire 2' }).click();
  const wires = page.getByRole('radiogroup', { name: 'The piece’s wires' });
  await expect(wires.getByRole('radio', { name: /Second wire/ })).toBeChecked();
  await expect(page.getByLabel('Wire 2 is made of')).toHaveValue('w2');
  await page.getByLabel('Metal').selectOption('Brass');
  await type(page.getByLabel('Thickness'), '0.8');
  await type(page.getByLabel('Called'), 'Brass half');
  const each = await cutMm(page);
  await expect(wires.getByRole('radio', { name: /Brass half.*Brass, 0\.80/ })).toContainText(
    `1 line, ${each.toFixed(1)} mm`,
  );
  await expect(wires.getByRole('radio', { name: /Main wire.*Copper, 1\.02/ })).toBeVisible();

  await stage(page, 'Dressing');
  const takes = page.getByRole('table', { name: 'What it takes' });
  await expect(takes.getByRole('row', { name: /^Wire 1, .*copper/ })).toBeVisible();
  await expect(takes.getByRole('row', { name: /^Wire 2, .*brass/ })).toBeVisible();
  // Wires of their own density: the piece weighs what both halves do, 5 mm of reserve left out.
  const grams = (mm: number, across: number, density: number): number =>
    (((Math.PI / 4) * across ** 2 * (mm - 5)) / 1000) * density;
  const sum = grams(each, 1.024, 8.94) + grams(each, 0.8, 8.53);
  const weight = await takes.getByRole('row', { name: /^Weight/ }).innerText();
  expect(Math.abs(Number(/([\d.]+) g/.exec(weight)?.[1]) - sum)).toBeLessThan(0.015);

  await stage(page, 'Sheet');
  await expect(
    page.getByText(/copper, dead soft; 0\.80 mm \(20 ga\) brass/).first(),
  ).toBeAttached();
  await stage(page, 'Make');
  await page.getByRole('button', { name: /^Begin a making/ }).click();
  await expect(page.getByText(/copper\.$/)).toBeVisible();

  await page.getByRole('link', { name: 'Leave the bench' }).click();
  await stage(page, 'Wire');
  await wires.getByRole('radio', { name: /Brass half/ }).click();
  await page.getByRole('button', { name: 'Do without brass half' }).click();
  await expect(wires).toBeHidden();
  await page.keyboard.press('Control+z');
  await expect(wires.getByRole('radio', { name: /Brass half/ })).toBeVisible();
});

test('thin wire is named: changed once for all that is made of it, and one of its own, in a coat', async ({
  page,
}) => {
  await drawn(page, BARS);
  await stage(page, 'Dressing');
  const takes = page.getByRole('table', { name: 'What it takes' });
  const done = (): Promise<void> => page.getByRole('button', { name: 'Done', exact: true }).click();
  await dress(page, 'Coil over the wire');
  await done();
  await dress(page, 'Coil over the wire');
  await expect(page.getByText('One other thing is made of thin wire too')).toBeVisible();
  await type(page.getByLabel('Its thickness'), '0.5');
  await expect(takes.getByRole('row', { name: /^0\.50 mm copper in all/ })).toBeVisible();
  await expect(takes.getByRole('row', { name: /^0\.32 mm/ })).toHaveCount(0);
  await page.getByLabel('What is changed here is changed in all 2 alike').uncheck();
  await page.getByLabel('Made of').selectOption('a wire of its own');
  await page.getByLabel('Its coat').selectOption('blue coat');
  await expect(takes.getByRole('row', { name: /^0\.50 mm copper in all/ })).toBeVisible();
  await expect(
    takes.getByRole('row', { name: /^0\.50 mm blue-coated copper in all/ }),
  ).toBeVisible();
  await done();

  await stage(page, 'Wire');
  const wires = page.getByRole('radiogroup', { name: 'The piece’s wires' });
  await expect(wires.getByRole('radio', { name: /^Thin wire, / })).toHaveCount(0);
  await expect(wires.getByRole('radio', { name: /Thin wire 2.*blue coat.*1 thing/ })).toBeVisible();
  // What only binds is no choice for a line.
  await expect(page.getByLabel('Wire 1 is made of')).toHaveCount(0);
  await wires.getByRole('radio', { name: /Thin wire 2/ }).click();
  await type(page.getByLabel('Called'), 'Blue binding');

  await stage(page, 'Sheet');
  await expect(page.getByText(/0\.50 mm blue-coated copper/).first()).toBeAttached();
  await stage(page, 'Make');
  await page
    .getByRole('button', { name: /^Begin a making/ })
    .first()
    .click();
  const orders: string[] = [];
  const place = page.getByText(/^step \d+ of \d+$/);
  const last = Number(/of (\d+)$/.exec(await place.innerText())![1]);
  for (let n = 1; n <= last; n++) {
    await expect(place).toHaveText(`step ${n} of ${last}`);
    orders.push(await page.getByRole('main').innerText());
    if (n < last) await page.getByRole('button', { name: /^Next$/ }).click();
  }
  const blue = orders.filter((o) => o.includes('of 0.50 mm blue-coated copper for: coil'));
  expect(blue).toHaveLength(1);
  expect(blue[0]).toContain('nylon jaws or taped jaws');
});

test('an order of pairs with three drops each is billed, and counted off at the bench', async ({
  page,
}) => {
  await drawn(page, BARS);
  await stage(page, 'Dressing');
  await page.getByRole('button', { name: 'Name a part' }).click();
  await type(page.getByLabel('How many alike'), '3');
  await page.getByRole('radio', { name: 'a pair, one by one' }).click();
  await type(page.getByLabel('Pairs to make'), '4');
  const takes = page.getByRole('table', { name: 'What it takes' });
  await expect(takes.getByRole('columnheader', { name: 'for 8' })).toBeVisible();
  const row = (name: RegExp) => takes.getByRole('row', { name });
  // 40 and 20 mm, each with 5 mm of reserve.
  await expect(row(/^Wire 1/).getByRole('cell')).toHaveText([/45\.0 mm/, '8 × 45.0 mm']);
  await expect(row(/^Wire 2/).getByRole('cell')).toHaveText(['3 × 25.0 mm', '24 × 25.0 mm']);
  await expect(row(/in all/).getByRole('cell')).toHaveText([/^120\.0 mm/, /^960\.0 mm/]);
  await expect(row(/^Jump ring/).getByRole('cell')).toHaveText(['3', '24']);

  await stage(page, 'Make');
  await expect(page.getByTestId('made-of')).toHaveText('0 of 4 made.');
  await page.getByRole('radio', { name: 'each step for all 4' }).click();
  await page.getByRole('button', { name: /^Begin a making of 4/ }).click();
  await expect(page.getByText('4 × 45.0 mm')).toBeVisible();
  const alike = page.getByRole('button', { name: /^alike: / });
  await expect(alike).toHaveAccessibleName(/4 left of 4/);
  await alike.click();
  await expect(alike).toHaveAccessibleName(/3 left of 4/);
  for (let i = 0; i < 3; i++) await page.keyboard.press(' ');
  await expect(alike).toHaveAccessibleName(/0 left of 4/);
  const done = page.getByRole('button', { name: /^(Next|Done)$/ });
  const made = page.getByRole('heading', { name: 'Made' });
  await expect(async () => {
    if (await made.isHidden()) await done.click();
    await expect(made).toBeVisible({ timeout: 500 });
  }).toPass();
  await page.getByRole('button', { name: 'Keep this making' }).click();
  await expect(page.getByTestId('made-of')).toHaveText('4 of 4 made.');
});

test('a bracelet of links and beaded joints for a wrist, from an empty piece to the row', async ({
  page,
}) => {
  await drawn(
    page,
    '<svg xmlns="http://www.w3.org/2000/svg" width="30mm" height="20mm" viewBox="0 0 30 20"><path d="M5 10 H25" fill="none"/></svg>',
  );
  await stage(page, 'Wire');
  await type(page.getByLabel('Thickness'), '1');
  for (const end of ['First end', 'Last end']) {
    await page.getByRole('combobox', { name: end }).selectOption('Simple loop');
    await type(page.getByLabel(`${end}: loop, inside across`), '3');
  }
  // Loops on opposite sides: seen along the wire towards each end, both to the right.
  for (const end of ['First end', 'Last end']) {
    await page
      .getByRole('radiogroup', { name: `${end}: turned` })
      .getByRole('radio', { name: 'right' })
      .click();
  }
  await stage(page, 'Dressing');
  await page.getByRole('checkbox', { name: 'It is one link of a bracelet or chain' }).check();
  await type(page.getByLabel('Length as worn, closed'), '165');
  await page.getByRole('radio', { name: 'beaded joints' }).click();
  // The middles of the loops lie 2 mm aside on opposite sides: 20 by 4 mm apart, and 3 mm of insides.
  const link = Math.hypot(20, 4) + 3;
  // A bead of 6 mm between two loops of 2 mm inside in the wire of 1 mm; a hook 1 mm wider than the loop.
  const joint = 6 + 2 * 1 + 2 * 2;
  const length = (n: number): number => n * link + (n - 1) * joint + 1;
  const n = [3, 4, 5, 6].reduce((a, b) =>
    Math.abs(length(b) - 165) < Math.abs(length(a) - 165) ? b : a,
  );
  const row = page.getByTestId('row-of-links');
  await expect(row).toContainText(`${n} links and ${n - 1} joints make ${length(n).toFixed(1)} mm`);
  await expect(row).toContainText(`One more: ${length(n + 1).toFixed(1)} mm`);
  // Three rings of 3 mm to a joint, ring in ring, for a while: nine millimetres each.
  await page.getByRole('radio', { name: 'rings', exact: true }).click();
  await type(page.getByLabel('Rings to a joint, ring in ring'), '3');
  const ringed = (k: number): number => k * link + (k - 1) * 9 + 1;
  await expect(row).toContainText(
    `5 links and 4 joints of 3 rings make ${ringed(5).toFixed(1)} mm`,
  );
  await expect(
    page.getByRole('table', { name: 'What it takes' }).getByRole('row', { name: /^Ring between/ }),
  ).toContainText('12 × ');
  await page.getByRole('radio', { name: 'beaded joints' }).click();
  const takes = page.getByRole('table', { name: 'What it takes' });
  await expect(takes.getByRole('row', { name: /^The wire/ })).toContainText(`${n - 1} × `);
  await expect(takes.getByRole('row', { name: /^The last link, with its hook/ })).toBeVisible();
  await expect(takes.getByRole('row', { name: /^Joint with its beads/ })).toContainText(
    `${n - 1} × `,
  );
  await expect(takes.getByRole('row', { name: /^Bead, 6\.0 mm/ }).getByRole('cell')).toHaveText(
    String(n - 1),
  );
  await stage(page, 'Make');
  const order = page.getByRole('list', { name: 'Order of assembly' }).getByRole('listitem');
  await expect(order.filter({ hasText: 'Make the joints with their beads' })).toBeVisible();
  await page.getByRole('button', { name: /^Begin a making/ }).click();
  await expect(page.getByRole('button', { name: /^alike: / })).toHaveAccessibleName(
    new RegExp(`${n} left of ${n}`),
  );
  const heads = await walkThrough(page);
  expect(heads.slice(-4)).toEqual([
    'Make the joints with their beads',
    'Join the links to a row',
    'Trim, tuck and round every end',
    'Lay it on the pattern and compare',
  ]);
  await expect(page.getByText(/the row \d+\.\d mm .* long closed/)).toBeVisible();
  await page.getByRole('button', { name: 'Back' }).click();
  await page.getByRole('button', { name: 'Back' }).click();
  await expect(page.getByRole('img', { name: 'Drawing: Join the links to a row' })).toBeVisible();
  await expect(page.getByText(`Closed it is ${length(n).toFixed(1)} mm`)).toBeVisible();
});

test('two links in turn, a bar with beads behind it and a wave with a ring, make one bracelet', async ({
  page,
}) => {
  await drawn(
    page,
    '<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="60mm" viewBox="0 0 60 60"><path d="M15 15 H35" fill="none"/><path d="M15 40 H27" fill="none"/></svg>',
  );
  await stage(page, 'Wire');
  await type(page.getByLabel('Thickness'), '1');
  for (const wire of ['Wire 1 of 2', 'Wire 2 of 2']) {
    await page.getByLabel('Wire shown in the strip').selectOption(wire);
    for (const end of ['First end', 'Last end']) {
      await page.getByRole('combobox', { name: end }).selectOption('Loop over the stem');
      await type(page.getByLabel(`${end}: inside across`), '3');
    }
  }
  await stage(page, 'Dressing');
  await page.getByRole('checkbox', { name: 'It is one link of a bracelet or chain' }).check();
  await type(page.getByLabel('Length as worn, closed'), '150');
  await page.getByRole('radio', { name: 'beaded joints' }).click();
  await page.getByRole('button', { name: 'Name a part' }).click();
  await page.getByRole('button', { name: 'Another link or joint in turn' }).click();
  const second = page.getByRole('group', { name: 'Place 2 of the turn' });
  await expect(second.getByRole('combobox', { name: 'Link' })).toHaveValue('part1');
  await second.getByRole('radio', { name: 'rings', exact: true }).click();
  await type(second.getByLabel('Ring, inside across'), '5');
  // In line a loop's middle lies half its centreline's width beyond the bar: 20 + 4 + 3 and 12 + 4 + 3; a bead of
  // 6 between two loops of 2 in wire of 1 makes 12. 27 + 12 + 19 + 5 + 27 + 12 + 19 + 5 + 27, and 1 for the hook.
  const row = page.getByTestId('row-of-links');
  await expect(row).toContainText('5 links (3 × frame, 2 × Part 1) and 4 joints');
  await expect(row).toContainText('make 154.0 mm');
  await expect(row).toContainText(`One link less: ${(154 - 27 - 5).toFixed(1)} mm`);
  const takes = page.getByRole('table', { name: 'What it takes' });
  await expect(takes.getByRole('row', { name: /^Ring between/ })).toContainText('2 × ');
  await expect(takes.getByRole('row', { name: /^Joint with its beads/ })).toContainText('2 × ');
  await expect(takes.getByRole('row', { name: /^The last link, with its hook/ })).toBeVisible();
  await stage(page, 'Make');
  await page.getByRole('button', { name: /^Begin a making/ }).click();
  const heads = await walkThrough(page);
  expect(heads).toContain('Make the rings');
  expect(heads.at(-3)).toBe('Join the links to a row');
});
