import { expect, type BrowserContext, type Page } from '@playwright/test';
import { test } from './test';
import { kept, openPiece, stage } from './workshop';

/** Two tabs with the same piece open. */
async function twoTabs(context: BrowserContext): Promise<[Page, Page]> {
  const first = await context.newPage();
  await openPiece(first, 'Sailing boat');
  const second = await context.newPage();
  await second.goto(first.url());
  await expect(second.getByTestId('cut-length')).toBeVisible();
  return [first, second];
}

/** From now on the browser keeps nothing that this tab writes, until it is told to again. */
const refuseWrites = (page: Page): Promise<void> =>
  page.evaluate(() => {
    const put = Object.getOwnPropertyDescriptor(IDBObjectStore.prototype, 'put')!;
    (globalThis as { writeAgain?: () => void }).writeAgain = () => {
      Object.defineProperty(IDBObjectStore.prototype, 'put', put);
    };
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('The quota is used up.', 'QuotaExceededError');
    };
  });
const writeAgain = (page: Page): Promise<void> =>
  page.evaluate(() => (globalThis as { writeAgain?: () => void }).writeAgain?.());

test('what another tab changes is taken over while nothing is unsaved here', async ({
  context,
}) => {
  const [first, second] = await twoTabs(context);
  const name = (page: Page) => page.getByLabel('Name of the piece');
  await name(second).fill('Boat of the second tab');
  await expect(name(first)).toHaveValue('Boat of the second tab');
  await name(first).fill('Boat of the first tab');
  await expect(name(second)).toHaveValue('Boat of the first tab');
  await expect(first.getByRole('alert')).toHaveCount(0);
  await expect(second.getByRole('alert')).toHaveCount(0);
});

test('changed in two tabs, both states are there: the maker chooses', async ({ context }) => {
  const [first, second] = await twoTabs(context);
  const name = (page: Page) => page.getByLabel('Name of the piece');
  await refuseWrites(first);
  await name(first).fill('Mine');
  await expect(first.getByRole('alert')).toContainText('storage is full');
  await name(second).fill('Theirs');
  await kept(second);
  await writeAgain(first);
  await expect(first.getByRole('alert')).toContainText('changed in another tab or window too');
  await first.getByRole('button', { name: 'Take the other tab’s' }).click();
  await expect(name(first)).toHaveValue('Theirs');
  await expect(first.getByRole('alert')).toHaveCount(0);
  // What was here is among the earlier states.
  await first.getByRole('button', { name: 'Earlier states' }).click();
  await expect(first.getByRole('dialog')).toContainText('Mine');
});

test('of two tabs at one bench neither writes over the other, and one has the clock', async ({
  context,
}) => {
  const first = await context.newPage();
  await openPiece(first, 'Key');
  await stage(first, 'Make');
  await first.getByRole('button', { name: /^Begin a making/ }).click();
  await expect(first.getByTestId('make-time')).toBeVisible();
  const second = await context.newPage();
  await second.goto(first.url());
  await expect(second.getByTestId('make-time')).toBeVisible();
  const note = (page: Page) => page.getByLabel('Note to this step');
  for (const page of [first, second]) {
    await page.getByRole('button', { name: 'Notes and photos' }).click();
  }
  // Whichever has the clock, the other's words stay and are seen on both.
  await note(second).fill('Noted in the second');
  await expect(note(first)).toHaveValue('Noted in the second');
  await note(first).fill('Noted in the first');
  await expect(note(second)).toHaveValue('Noted in the first');
  const clock = (page: Page): Promise<string | null> => page.getByTestId('make-time').textContent();
  const before = await clock(first);
  await expect.poll(() => clock(first)).not.toBe(before);
  await expect.poll(async () => (await clock(first)) === (await clock(second))).toBe(true);
  for (const page of [first, second]) await expect(page.getByRole('alert')).toHaveCount(0);
  await second.close();
  await first.reload();
  await first.getByRole('button', { name: 'Notes and photos' }).click();
  await expect(note(first)).toHaveValue('Noted in the first');
});

test('a kit changed in two tabs is taken over', async ({ context }) => {
  const first = await context.newPage();
  await first.goto('/kit');
  const second = await context.newPage();
  await second.goto('/kit');
  const name = (page: Page) => page.getByLabel('Its name');
  await name(first).fill('Bench by the window');
  await name(first).press('Enter');
  await expect(name(second)).toHaveValue('Bench by the window');
  await second.getByRole('button', { name: 'New kit' }).click();
  await expect(name(first)).toHaveValue('New kit');
});
