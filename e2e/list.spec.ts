import { expect, type Page } from '@playwright/test';
import { test } from './test';
import {
  kept,
  LANTERN_LANE,
  newPiece,
  openPiece,
  openWorkshop,
  saved,
  stage,
  type,
} from './workshop';

const own = (page: Page) => page.getByRole('region', { name: 'Your pieces' });
const demo = (page: Page) => page.getByRole('region', { name: 'Lantern Lane' });
const cards = (page: Page) => page.getByRole('link', { name: /mm\b/ });

test('one’s own stand apart from the examples; they are renamed and tagged in place, and found again', async ({
  page,
}) => {
  await openWorkshop(page);
  await expect(own(page)).toContainText('Nothing of your own yet');
  await expect(
    demo(page)
      .getByRole('listitem')
      .filter({ has: page.getByRole('button') }),
  ).toHaveCount(LANTERN_LANE.length);
  await page.getByRole('button', { name: 'Copy Fox' }).click();
  await page.getByRole('button', { name: 'Rename or tag Fox, copy' }).click();
  const name = page.getByLabel('Name', { exact: true });
  await expect(name).toBeFocused();
  await type(name, 'Vixen');
  await expect(own(page).getByRole('link', { name: /^Vixen/ })).toBeVisible();
  await type(page.getByLabel('Tags, parted by commas'), 'winter stall, gifts');
  await page.getByRole('button', { name: 'Done with Vixen' }).click();
  await expect(page.getByRole('list', { name: 'Tags of Vixen' })).toHaveText('winter stallgifts');
  await page.reload();
  await expect(page.getByRole('list', { name: 'Tags of Vixen' })).toHaveText('winter stallgifts');

  await page.getByRole('group', { name: 'Tags' }).getByRole('button', { name: 'gifts' }).click();
  await expect(cards(page)).toHaveCount(1);
  await page.getByRole('group', { name: 'Tags' }).getByRole('button', { name: 'gifts' }).click();
  const find = page.getByRole('searchbox', { name: 'Find a piece' });
  // By its metal; and what is looked for is there again after a piece was open.
  await find.fill('BRONZE vix');
  await expect(cards(page)).toHaveCount(1);
  await page.getByRole('link', { name: /^Vixen/ }).click();
  await expect(page.getByLabel('Name of the piece')).toHaveValue('Vixen');
  await page.goBack();
  await expect(find).toHaveValue('BRONZE vix');
  await find.fill('no such');
  await expect(page.getByRole('status')).toContainText('No piece is found');
  await page.getByRole('button', { name: 'Show all' }).click();
  await page.getByRole('combobox', { name: 'Order' }).selectOption('name');
  const inOrder = [...LANTERN_LANE].sort((a, b) => a.localeCompare(b));
  await expect(demo(page).getByRole('link').first()).toContainText(inOrder[0]!);
  await expect(demo(page).getByRole('link').last()).toContainText(inOrder.at(-1)!);
});

test('too many tags are said to be, and none is lost', async ({ page }) => {
  await openWorkshop(page);
  await page.getByRole('button', { name: 'Rename or tag Key', exact: true }).click();
  const tags = page.getByLabel('Tags, parted by commas');
  await type(tags, Array.from({ length: 13 }, (_, i) => `t${i}`).join(', '));
  await expect(page.getByRole('alert')).toContainText('up to 12 tags');
  await type(tags, 'a, b');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.getByRole('button', { name: 'Done with Key', exact: true }).click();
  await expect(page.getByRole('list', { name: 'Tags of Key' })).toHaveText('ab');
});

test('the list says what is being made, and at which step; that is where it goes on', async ({
  page,
}) => {
  await openPiece(page, 'Paper lantern earring');
  await stage(page, 'Make');
  await page.getByRole('button', { name: /^Begin a making, / }).click();
  const count = page.getByTestId('make-count');
  await expect(count).toHaveText('step 1 of 20');
  for (let i = 2; i <= 4; i++) {
    await page.keyboard.press('ArrowRight');
    await expect(count).toHaveText(`step ${i} of 20`);
  }
  await expect(async () => {
    await page.goto('/');
    await expect(page.getByRole('link', { name: 'Being made: step 4 of 20' })).toBeVisible({
      timeout: 5_000,
    });
  }).toPass();
  await page.getByRole('link', { name: 'Being made: step 4 of 20' }).click();
  await expect(count).toHaveText('step 4 of 20');
});

test('a piece without a name is called after its first word', async ({ page }) => {
  await newPiece(page);
  await page.getByRole('button', { name: 'Write a word' }).click();
  await page.getByLabel('Word', { exact: true }).fill('Moss');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByLabel('Name of the piece')).toHaveValue('Moss');
  await kept(page);
  await openWorkshop(page);
  await expect(page.getByRole('link', { name: /^Moss/ })).toBeVisible();
  // One that was named keeps its name.
  await newPiece(page);
  await page.getByLabel('Name of the piece').fill('For the door');
  await page.getByRole('button', { name: 'Write a word' }).click();
  await page.getByLabel('Word', { exact: true }).fill('Fern');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByRole('button', { name: 'Change “Fern”' })).toBeVisible();
  await expect(page.getByLabel('Name of the piece')).toHaveValue('For the door');
});

test('from a dropped drawing to a hung, printed piece in four presses', async ({ page }) => {
  await openWorkshop(page);
  await page.getByLabel('Picture or drawing for a new piece').setInputFiles({
    name: 'drop.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="30mm" height="40mm" viewBox="0 0 30 40"><path d="M6 8L24 14L27 30L9 34Z" fill="none"/></svg>',
    ),
  });
  await expect(page.getByTestId('gauge-note')).toContainText('1.02 mm (18 ga)');
  await stage(page, 'Dressing');
  await page.getByRole('button', { name: 'A loop to hang it by' }).click();
  await expect(page.getByRole('button', { name: 'A loop to hang it by' })).toBeHidden();
  await expect(page.getByRole('list', { name: 'Items' })).toContainText('Jump ring');
  await stage(page, 'Wire');
  await expect(page.getByText(/hangs straight/).first()).toBeVisible();
  await stage(page, 'Sheet');
  await expect(page.getByRole('img', { name: /^Page 1: Pattern, true size/ })).toBeVisible();
  const pdf = await saved(page, () => page.getByRole('button', { name: 'Save the PDF' }).click());
  expect(pdf.name).toBe('drop.pdf');
});
