import { expect, type Page } from '@playwright/test';
import { test } from './test';
import { readStrokes } from './readStrokes';
import { CUT, cutMm, partsMm, kept, newPiece, openPiece, saved, stage, type } from './workshop';

const D18 = 1.024;

async function write(page: Page, text: string): Promise<void> {
  await page.getByRole('button', { name: 'Write a word' }).click();
  await page.getByLabel('Word', { exact: true }).fill(text);
}
const done = (page: Page): Promise<void> => page.getByRole('button', { name: 'Done' }).click();
const field = (page: Page, label: string) => page.getByLabel(label, { exact: true });
const pick = (page: Page, label: string) => page.getByRole('combobox', { name: label });
const mmOf = async (page: Page, label: string): Promise<number> =>
  Number(await field(page, label).inputValue());

test('a word is written, joined, set to a width, given end loops and printed', async ({ page }) => {
  await newPiece(page);
  await write(page, 'hush');
  await pick(page, 'Hand').selectOption({ label: 'Upright print' });
  await expect(page.getByLabel('Wire shown in the strip')).toContainText('Wire 1 of 4');
  await page.getByRole('radio', { name: 'one wire' }).click();
  await expect(page.getByLabel('Wire shown in the strip')).toBeHidden();
  await pick(page, 'Hand').selectOption({ label: 'Joined hand' });
  await page.getByRole('radio', { name: 'whole width' }).click();
  await type(field(page, 'Width, edge to edge of the wire'), '45');
  await expect(field(page, 'Width, edge to edge of the wire')).toHaveValue('45.0');
  await done(page);
  // Finished it is as wide as that, but for what bends round off where the line had its ends.
  await expect.poll(async () => Math.abs((await mmOf(page, 'Width')) - 45)).toBeLessThan(0.3);
  await expect(page.getByText('The drawn line alone: 44.0 ×')).toBeVisible();
  const plain = await cutMm(page);

  await page.getByRole('button', { name: 'Change “hush”' }).click();
  await page.getByRole('radio', { name: 'end loops' }).click();
  await type(field(page, 'End loops, inside across'), '3');
  await done(page);
  // Two simple loops of 3 mm inside: each pi times the circle of the wire's middle.
  await expect.poll(() => cutMm(page)).toBeCloseTo(plain + 2 * Math.PI * (3 + D18), 1);

  // One step back takes the loops off, one more the word.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => cutMm(page)).toBeCloseTo(plain, 1);
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect.poll(() => cutMm(page)).toBeCloseTo(plain + 2 * Math.PI * (3 + D18), 1);

  await page.getByLabel('Name of the piece').fill('hush');
  await stage(page, 'Sheet');
  await expect(page.getByRole('img', { name: /^Page 1: Pattern, true size/ })).toBeVisible();
  const pdf = await saved(page, () => page.getByRole('button', { name: 'Save the PDF' }).click());
  expect(pdf.name).toBe('hush.pdf');
  const [first] = await readStrokes(pdf.bytes);
  expect(first!.some((s) => Math.abs(s.lengthMm - 100) < 0.01)).toBe(true);
});

test('a letter is moved and changed; dots are beads; the word is kept through a reload', async ({
  page,
}) => {
  await newPiece(page);
  await write(page, 'mill');
  await page.getByRole('button', { name: 'Letter 3: l' }).click();
  const before = await cutMm(page);
  await pick(page, 'Form of l').selectOption('plain');
  await expect.poll(() => cutMm(page)).not.toBeCloseTo(before, 0);
  await type(field(page, 'Moved down'), '2');
  await page.getByRole('radio', { name: 'rings' }).click();
  await expect(page.getByLabel('Wire shown in the strip')).toContainText('Wire 1 of 2');
  // Leaving for another stage keeps what is shown.
  await stage(page, 'Wire');
  await stage(page, 'Figure');
  await kept(page);
  await page.reload();
  await page.getByRole('button', { name: 'Change “mill”' }).click();
  await expect(page.getByRole('radio', { name: 'rings' })).toBeChecked();
  await page.getByRole('button', { name: 'Letter 3: l' }).click();
  await expect(field(page, 'Moved down')).toHaveValue('2.0');
  await page.getByRole('button', { name: 'Delete this word' }).click();
  await expect(page.getByRole('button', { name: 'Change “mill”' })).toBeHidden();
});

test('words that cannot be set get an answer and lose nothing', async ({ page }) => {
  await newPiece(page);
  await write(page, 'ab');
  await expect.poll(() => cutMm(page)).toBeGreaterThan(50);
  const word = field(page, 'Word');
  const note = page.getByRole('status');
  for (const [text, answer] of [
    ['', 'Type a word to set it in wire.'],
    ['x'.repeat(500), 'A word holds up to 200 signs; this has 500.'],
    ['שלום', 'run from right to left cannot be set yet'],
    ['漢字', 'has none of these signs: 漢 字'],
  ] as const) {
    await word.fill(text);
    await expect(note.filter({ hasText: answer })).toBeVisible();
  }
  await word.fill('ab漢');
  await expect(note.filter({ hasText: 'Not in this face, left out: 漢' })).toBeVisible();
  await type(field(page, 'Height of an x'), '3');
  await expect(
    note.filter({ hasText: 'Too small for this wire, curves widened: a b' }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByText('It appears with the first line you draw.')).toBeVisible();
});

test('a motif is sized, turned, repeated round a circle and moved by keys', async ({ page }) => {
  await newPiece(page);
  await page.getByRole('button', { name: 'Place a motif' }).click();
  await pick(page, 'Which').selectOption({ label: 'Star of folded rays' });
  await type(field(page, 'Finished height, edge to edge'), '40');
  await expect(field(page, 'Finished height, edge to edge')).toHaveValue('40.0');
  await page.getByRole('radio', { name: 'round a circle' }).click();
  await type(field(page, 'How many'), '3');
  await type(field(page, 'Middle to copy'), '30');
  await expect(page.getByLabel('Wire shown in the strip')).toContainText('Wire 1 of 3');
  const middle = page.getByRole('button', { name: /Middle of the shape/ });
  await middle.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(field(page, 'Middle, across')).toHaveValue('5.0');
  await type(field(page, 'How many'), '99');
  await expect(page.getByRole('alert')).toContainText('from 2 to 36. It stays at 3');
  await page.getByRole('radio', { name: 'one', exact: true }).click();
  await done(page);
  await expect.poll(async () => Math.abs((await mmOf(page, 'Height')) - 40)).toBeLessThan(0.3);
});

test('undo with the choices open takes them back too, and cancel what was changed since', async ({
  page,
}) => {
  await openPiece(page, 'Word pendant');
  await page.getByRole('button', { name: 'Change “hush”' }).click();
  const before = await cutMm(page);
  const parts = await partsMm(page);
  expect(Math.abs(parts - before)).toBeLessThan(0.101);
  await page.getByRole('radio', { name: 'nothing' }).click();
  // Without its two loops of 2.5 mm inside; two lengths shown to a tenth would not say so to a tenth.
  const loops = 2 * Math.PI * (2.5 + D18);
  await expect.poll(() => partsMm(page)).toBeCloseTo(parts - loops, 1);
  await expect
    .poll(async () => Math.abs((await cutMm(page)) - (parts - loops)))
    .toBeLessThan(0.101);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('radio', { name: 'end loops' })).toBeChecked();
  await expect.poll(() => cutMm(page)).toBeCloseTo(before, 1);
  await type(field(page, 'End loops, inside across'), '4');
  // Two cut lengths shown to a tenth differ from their difference by a tenth at most; the parts are
  // shown to a hundredth: pi (4 + d) for each loop.
  await expect
    .poll(async () => Math.abs((await cutMm(page)) - before - 2 * Math.PI * 1.5))
    .toBeLessThan(0.101);
  await page.getByTestId(CUT).click();
  const loop = `${(Math.PI * (4 + D18)).toFixed(2)} mm`;
  for (const end of ['first', 'last']) {
    const part = page.getByRole('row').filter({ hasText: `Simple loop, ${end} end` });
    await expect(part).toContainText(loop);
  }
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect.poll(() => cutMm(page)).toBeCloseTo(before, 1);
  // Taking up the pen ends the work on a word, which stays.
  await page.getByRole('button', { name: 'Change “hush”' }).click();
  await page.getByRole('button', { name: 'Draw a wire' }).click();
  await expect(page.getByText('Click for a corner')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Change “hush”' })).toBeVisible();
  // A new word undone is gone, and its choices with it.
  await write(page, 'pear');
  await expect(page.getByLabel('Wire shown in the strip')).toContainText('of 2');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Write a word' })).toBeVisible();
});

test('outline letters come as closed wires', async ({ page }) => {
  await newPiece(page);
  await page.getByRole('button', { name: 'Outline letters' }).click();
  await field(page, 'Word').fill('oł');
  // The o has an inside: three outlines.
  await expect(page.getByLabel('Wire shown in the strip')).toContainText('Wire 1 of 3');
  await done(page);
  await expect(page.getByText('closed').first()).toBeVisible();
});

test('thinner wire lets a word keep its small curves', async ({ page }) => {
  await openPiece(page, 'Word pendant');
  await stage(page, 'Wire');
  const before = await cutMm(page);
  await page.getByLabel('Gauge').selectOption({ label: '26 ga (0.40 mm)' });
  await expect.poll(() => cutMm(page)).not.toBeCloseTo(before, 0);
  await stage(page, 'Figure');
  // Still as wide as it was set: 52 mm from edge to edge.
  await expect(page.getByText('The drawn line alone: 51.6 ×')).toBeVisible();
});

test('by keys alone: past what stands above, a word taken with Enter, and on to the figure', async ({
  page,
}) => {
  await newPiece(page);
  await page.keyboard.press('Tab');
  const skip = page.getByRole('link', { name: 'To what is on this screen' });
  for (let i = 0; i < 30 && !(await skip.evaluate((e) => e === document.activeElement)); i++)
    await page.keyboard.press('Shift+Tab');
  await expect(skip).toBeFocused();
  await expect(skip).toBeInViewport();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('main')).toBeFocused();
  const begin = page.getByRole('button', { name: 'Write a word' });
  await begin.focus();
  await page.keyboard.press('Enter');
  await expect(field(page, 'Word')).toBeFocused();
  await page.keyboard.type('sea');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('group', { name: 'Figure', exact: true })).toBeFocused();
  await expect(page.getByTestId('cut-length')).toBeVisible();
  // Bringing in comes last, now that something is drawn.
  const sections = await page.getByRole('complementary').getByRole('heading').allInnerTexts();
  expect(sections[0]).toBe('Finished size');
  expect(sections.at(-1)).toBe('Bring in or draw');
});
