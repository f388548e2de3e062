import { expect, type Locator, type Page } from '@playwright/test';
import { test } from './test';
import { dress, importSvg, newPiece, openPiece, planned, stage, type, walkTo } from './workshop';

const INNER = 4;
const RAYS = 10;
const long = (i: number): number => (i % 2 ? 13 : 8);
/** Where a ray of the star stands: its foot on a ring of 4 mm, its tip 8 or 13 mm further out. */
const about = (i: number, mm: number): [number, number] => {
  const turn = (2 * Math.PI * i) / RAYS - Math.PI / 2;
  return [(INNER + mm) * Math.cos(turn), (INNER + mm) * Math.sin(turn)];
};
const tips = Array.from({ length: RAYS }, (_, i) => about(i, long(i)));
/** A drawing that comes in begins at its own corner. */
const corner = [Math.min(...tips.map((t) => t[0])), Math.min(...tips.map((t) => t[1]))] as const;
const ray = (i: number, mm: number): [number, number] => {
  const [x, y] = about(i, mm);
  return [x - corner[0], y - corner[1]];
};
/** Ten rays folded out and back from their feet. */
const STAR = `<svg xmlns="http://www.w3.org/2000/svg" width="50mm" height="40mm" viewBox="0 0 50 40"><path d="M${Array.from(
  { length: RAYS },
  (_, i) =>
    [ray(i, 0), ray(i, long(i)), ray(i, 0)]
      .map((p) => p.map((v) => v.toFixed(3)).join(' '))
      .join(' L'),
).join(' L')}" fill="none"/></svg>`;
const HOOP =
  '<svg xmlns="http://www.w3.org/2000/svg" width="50mm" height="50mm" viewBox="0 0 50 50"><circle cx="25" cy="25" r="20" fill="none"/></svg>';

const acts = (page: Page): Locator =>
  page.getByRole('list', { name: 'Acts of the wire' }).getByRole('button');
const takes = (page: Page): Locator => page.getByTestId('item-takes');

/** The length of the led wire as it is told, mm. */
async function ledMm(page: Page): Promise<number> {
  await planned(page);
  return Number(/(\d+\.\d) mm/.exec(await takes(page).innerText())![1]);
}

/** Presses the figure at a place given in mm. */
async function pressAt(page: Page, [x, y]: readonly [number, number]): Promise<void> {
  const bench = page.getByTestId('lead-here');
  const box = (await bench.boundingBox())!;
  const of = async (name: string): Promise<number> => Number(await bench.getAttribute(name));
  const perMm = box.width / (await of('width'));
  await page.mouse.click(
    box.x + (x - (await of('x'))) * perMm,
    box.y + (y - (await of('y'))) * perMm,
  );
}

async function star(page: Page): Promise<void> {
  await newPiece(page);
  await importSvg(page, 'star.svg', STAR);
  await planned(page);
  await stage(page, 'Wire');
  await type(page.getByLabel('Thickness'), '0.8');
  await page
    .getByRole('radiogroup', { name: 'Where it runs along itself' })
    .getByRole('radio', { name: 'over each other' })
    .click();
  await planned(page);
  await stage(page, 'Dressing');
  await dress(page, 'Wire led on');
  await type(page.getByLabel('Its thickness'), '0.4');
}

/** Two turns of 0.4 round a folded ray: its two wires of 0.8, over each other. */
const FOOT = 2 * Math.hypot(2 * 0.8 + Math.PI * 1.2, 0.4);
/** Tails of 20 mm, ten feet, and nine ways between feet that stand 2.5 mm apart. */
const feet = (count: number): { least: number; most: number } => {
  const apart = 2 * INNER * Math.sin(Math.PI / RAYS);
  const bare = 40 + count * FOOT;
  return { least: bare + (count - 1) * (apart - 1.8), most: bare + (count - 1) * (apart + 0.5) };
};

test('a wire goes round every foot of a star: by mouse, by keys, on the sheet and at the bench', async ({
  page,
}) => {
  await star(page);
  // It begins where the wire crosses itself first: at the foot of the first ray.
  await expect(
    page.getByRole('button', { name: /^Place 1, 16 across, (9|10) down/ }),
  ).toBeVisible();
  for (let i = 1; i < RAYS; i++) {
    await pressAt(page, ray(i, 0));
    await expect(acts(page)).toHaveCount(i + 1);
  }
  const led = await ledMm(page);
  expect(led).toBeGreaterThan(feet(RAYS).least);
  expect(led).toBeLessThan(feet(RAYS).most);

  // A number typed is that of the wraps of the place in work; one undo takes it back.
  await expect(acts(page).last()).toHaveAttribute('aria-pressed', 'true');
  await page.getByLabel('What is changed here is changed in all 10 alike').uncheck();
  await page.getByRole('heading', { name: 'Wire led on' }).click();
  await page.keyboard.press('3');
  await expect(acts(page).last()).toContainText('3 wraps');
  await expect(async () => {
    expect(Math.abs((await ledMm(page)) - led - FOOT / 2)).toBeLessThan(0.5);
  }).toPass();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(acts(page).last()).toContainText('2 wraps');
  await expect(async () => expect(Math.abs((await ledMm(page)) - led)).toBeLessThan(0.06)).toPass();

  // What is left of a length at hand.
  await page.getByLabel('not measured').uncheck();
  await type(page.getByLabel('Length at hand'), '300');
  await expect(takes(page)).toContainText(`${(300 - led).toFixed(1)} mm are left`);

  await stage(page, 'Sheet');
  await expect(page.getByText(/Wire led on, 10 places/).first()).toBeAttached();

  await stage(page, 'Make');
  await page
    .getByRole('button', { name: /^Begin a making/ })
    .first()
    .click();
  await walkTo(page, 'Wire led on, 10 places');
  const now = page.getByTestId('place-now');
  await expect(now).toContainText('Place 1 of 10');
  await expect(now).toContainText('Wrap twice round the 2 wires');
  for (let i = 2; i <= RAYS; i++) {
    await page.getByRole('button', { name: /^places: / }).click();
    await expect(now).toContainText(`Place ${i} of 10`);
    await expect(now).toContainText('Lead it across in front');
  }
  await expect(page.getByTestId('lit')).toHaveCount(1);
  await page.getByRole('button', { name: /^places: 1 left of 10/ }).click();
  await expect(page.getByText('all 10 places done')).toBeVisible();
});

test('the same from the list of places alone, and the same again at every bend', async ({
  page,
}) => {
  await star(page);
  // Two feet from the list, by keys: bends that follow each other at the foot of a ray.
  const next = page.getByRole('combobox', { name: 'Next place' });
  await next.focus();
  await next.selectOption({ label: 'bend 5' });
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await expect(acts(page)).toHaveCount(2);
  await expect(acts(page).last()).toContainText('2 wraps, 2 wires');
  // So far along the wire, where it lies by itself: between the first foot and its tip and back it lies twice.
  await next.selectOption({ label: 'along wire 1 …' });
  await type(page.getByLabel('From its first end'), '4');
  await page.getByRole('button', { name: 'Lead on there' }).press('Enter');
  await expect(acts(page)).toHaveCount(3);
  await page.getByRole('button', { name: 'Take this place out' }).press('Enter');
  await acts(page).first().click();
  await page.getByRole('button', { name: 'Take this place out' }).press('Enter');
  await expect(acts(page)).toHaveCount(1);
  await acts(page).first().click();
  await page.getByText('The same again').click();
  await page.getByRole('button', { name: 'At every bend like this one' }).click();
  // Each foot once, though a ray leaves it and comes back by a bend each.
  await expect(async () => {
    const count = await acts(page).count();
    expect(count).toBeGreaterThanOrEqual(9);
    expect(count).toBeLessThanOrEqual(10);
    const led = await ledMm(page);
    expect(led).toBeGreaterThan(feet(count).least);
    expect(led).toBeLessThan(feet(count).most + 2 * INNER);
  }).toPass();
});

test('a web of seven anchors hangs in rounds in a hoop, and is counted off', async ({ page }) => {
  await newPiece(page);
  await importSvg(page, 'hoop.svg', HOOP);
  await planned(page);
  await stage(page, 'Wire');
  await type(page.getByLabel('Thickness'), '1.3');
  await stage(page, 'Dressing');
  await dress(page, 'Wire led on');
  await type(page.getByLabel('Its thickness'), '0.4');
  await type(page.getByLabel('Wraps', { exact: true }), '3');
  await page.getByText('The same again').click();
  await type(page.getByLabel('So many more'), '6');
  await page.getByRole('button', { name: 'Add them' }).click();
  await expect(acts(page)).toHaveCount(7);
  await acts(page).nth(1).click();
  await type(page.getByLabel('Hangs through by'), '4');
  // Each anchor three turns, 1.2 wide, and arcs of circles over chords between anchors a seventh apart.
  const coils = 3 * Math.hypot(Math.PI * 1.7, 0.4);
  const chord = 2 * 20 * Math.sin(Math.PI / 7) - 1.2 * Math.cos(Math.PI / 7);
  const radius = (chord ** 2 / 4 + 16) / 8;
  const arc = radius * 4 * Math.atan2(8, chord);
  await expect(async () =>
    expect(Math.abs((await ledMm(page)) - 40 - 7 * coils - 6 * arc)).toBeLessThan(0.5),
  ).toPass();
  await type(page.getByLabel('Of the last'), '7');
  await type(page.getByLabel('Hanging through by'), '3');
  const first = await ledMm(page);
  await page.getByRole('button', { name: 'Hung in their ways' }).click();
  await expect(acts(page)).toHaveCount(14);
  await expect(acts(page).last()).toContainText('hung');
  await expect(async () => expect(await ledMm(page)).toBeGreaterThan(first + 7 * 10)).toPass();
  await stage(page, 'Make');
  await page
    .getByRole('button', { name: /^Begin a making/ })
    .first()
    .click();
  await walkTo(page, 'Wire led on, 14 places');
  await expect(page.getByText(/8 to 14, each: lead it across in front/)).toBeVisible();
});

test('a wire wraps, goes on, weaves between two bars, and is counted off', async ({ page }) => {
  await newPiece(page);
  await importSvg(
    page,
    'bars.svg',
    '<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="20mm" viewBox="0 0 60 20"><path d="M0 5H60" fill="none"/><path d="M0 15H60" fill="none"/></svg>',
  );
  await planned(page);
  await stage(page, 'Wire');
  await type(page.getByLabel('Thickness'), '1');
  await stage(page, 'Dressing');
  await dress(page, 'Wire led on');
  await type(page.getByLabel('Its thickness'), '0.4');
  await page.getByRole('button', { name: 'Take this place out' }).click();
  const along = async (what: string, mm: string): Promise<void> => {
    await page
      .getByRole('radiogroup', { name: 'A press on the figure' })
      .getByRole('radio', { name: what })
      .click();
    await page.getByLabel('Next place').selectOption({ label: 'along wire 1 …' });
    await type(page.getByLabel('From its first end'), mm);
    await page.getByRole('button', { name: 'Lead on there' }).click();
  };
  await along('Wraps', '10');
  await along('Weave', '30');
  await type(page.getByLabel('Over', { exact: true }), '20');
  await expect(acts(page).nth(1)).toContainText('woven, 25 rows');
  // Two wraps of hypot(1.4 pi, 0.4); from 10.4 on to 20; 25 rows, each hypot(13.588 + 19.8031, 0.8): circles of
  // 0.7 about middles 10 apart; both tails of 20.
  const mm = 40 + 2 * Math.hypot(1.4 * Math.PI, 0.4) + 9.6 + 25 * Math.hypot(13.588 + 19.8031, 0.8);
  expect(Math.abs((await ledMm(page)) - mm)).toBeLessThan(0.2);
  // Laced to and fro: six places a side on 20 mm, straight across and slanting by 4, half a turn at each.
  const goes = page.getByRole('radiogroup', { name: 'It goes' });
  await goes.getByRole('radio', { name: 'to and fro' }).click();
  await expect(acts(page).nth(1)).toContainText('laced, 6 places a side');
  const turn = Math.hypot(1.4 * Math.PI, 0.4);
  const laced = 40 + 2 * turn + 9.6 + 6 * 10 + 5 * Math.hypot(10, 4) + 6 * turn;
  expect(Math.abs((await ledMm(page)) - laced)).toBeLessThan(0.2);
  await goes.getByRole('radio', { name: 'in eights' }).click();
  await expect(acts(page).nth(1)).toContainText('woven, 25 rows');
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await stage(page, 'Make');
  await page
    .getByRole('button', { name: /^Begin a making/ })
    .first()
    .click();
  await walkTo(page, 'Wire led on, 2 places');
  await expect(page.getByRole('button', { name: /^rows: 25 left of 25/ })).toBeVisible();
  await expect(
    page.getByText(/weave 25 rows of eights between both wires, 2 wraps a side/),
  ).toBeVisible();
});

test('two wires that hold a pebble are worked in turn: each as far as the twist, then both', async ({
  page,
}) => {
  await openPiece(page, 'Tide pebble');
  await stage(page, 'Make');
  await page
    .getByRole('button', { name: /^Begin a making/ })
    .first()
    .click();
  await walkTo(page, 'Led wire 1 of 2, place 1');
  await expect(page.getByText(/^Cut \d+\.\d mm/)).toBeVisible();
  await walkTo(page, 'Led wire 1 of 2, places 2 to 8');
  await expect(page.getByTestId('place-now')).toContainText(
    'leave it there: it is twisted 3 times when the other has come',
  );
  await expect(page.getByText('of 7 places left')).toBeVisible();
  await expect(page.getByText(/^Cut \d+\.\d mm/)).toBeHidden();
  await walkTo(page, 'Twist led wires 1 and 2 together');
  await expect(page.getByText('of 3 turns left')).toBeVisible();
  await walkTo(page, 'Led wire 2 of 2, place 10');
  await expect(page.getByText(/^Trim both ends/)).toBeVisible();
});
