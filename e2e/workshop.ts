import { readFileSync } from 'node:fs';
import { expect, type Download, type Locator, type Page } from '@playwright/test';

export const CUT = 'cut-length';

/** The demo's pieces by their names, as their addresses have them. */
const DEMO: Readonly<Record<string, string>> = {
  'Swallow pendant': 'swallow',
  'Paper lantern earring': 'lantern',
  'Snail charm': 'snail',
  'Sailing boat': 'boat',
  Pear: 'pear',
  Fox: 'fox',
  'Word pendant “hush”': 'hush',
  'Mountain line': 'mountain',
  Key: 'key',
  'Leaf earring': 'leaf',
  'Moon hoop': 'moon',
  'Crab stud': 'crab',
  'Windmill stud': 'windmill',
  'Tide pebble': 'pebble',
  'Lantern handle': 'handle',
  'Willow fringe': 'willow',
  'Pond web': 'pond',
  'Evening star': 'star',
  'Ripple bracelet': 'ripple',
};
export const LANTERN_LANE = Object.keys(DEMO);

/** Opens the list of pieces with the demo in it. */
export async function openWorkshop(page: Page): Promise<void> {
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Pieces' })).toBeVisible();
  await expect(page.getByText('Swallow pendant')).toBeVisible();
}

/** Opens a piece from the list. */
export async function openFromList(page: Page, name: string): Promise<void> {
  await openWorkshop(page);
  await page.getByRole('link', { name: new RegExp(name) }).click();
  await expect(page.getByTestId(CUT)).toBeVisible();
}

/** Opens a piece: one of the demo on a first visit by its address, else from the list. */
export async function openPiece(page: Page, name: string): Promise<void> {
  const known = LANTERN_LANE.find((own) => own.startsWith(name));
  if (page.url() !== 'about:blank' || !known) return openFromList(page, name);
  await page.goto(`/piece/demo-${DEMO[known]}`);
  await expect(page.getByTestId(CUT)).toBeVisible();
}

/** A new empty piece, ready to draw: by its address, as a bookmark begins one. */
export async function newPiece(page: Page): Promise<void> {
  await page.goto('/new');
  await expect(page.getByRole('group', { name: 'Figure', exact: true })).toBeVisible();
}

export async function stage(page: Page, name: string): Promise<void> {
  const link = page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name });
  await link.click();
  // A stage is there once it is marked as the one shown: the address changes while the one before still is.
  await expect(page).toHaveURL(new RegExp(`/${name.toLowerCase()}$`));
  await expect(link).toHaveAttribute('aria-current', 'page');
}

/** Waits until the strip shows the plan of the piece as it is now. */
export const planned = (page: Page): Promise<void> =>
  expect(page.getByRole('contentinfo')).toHaveAttribute('aria-busy', 'false');

/** The cut length in mm as the strip's heading says it, once it is that of the piece as it is now. */
export async function cutMm(page: Page): Promise<number> {
  await planned(page);
  const text = (await page.getByTestId(CUT).textContent()) ?? '';
  const match = /(\d+\.\d) mm/.exec(text);
  if (!match) throw new Error(`no length in “${text}”`);
  return Number(match[1]);
}

/** The parts of a cut length added up, each read to a hundredth of a millimetre. */
export async function partsMm(page: Page): Promise<number> {
  await planned(page);
  await page.getByTestId(CUT).click();
  const cells = await page.getByRole('dialog').getByRole('cell').allTextContents();
  await page.keyboard.press('Escape');
  const parts = cells.slice(0, -1).map((text) => Number(/(\d+\.\d\d) mm/.exec(text)?.[1]));
  return parts.reduce((sum, mm) => sum + mm, 0);
}

export async function importSvg(page: Page, name: string, text: string | Buffer): Promise<void> {
  await page
    .getByLabel('Drawing file')
    .setInputFiles({ name, mimeType: 'image/svg+xml', buffer: Buffer.from(text) });
}

export async function type(field: Locator, text: string): Promise<void> {
  await field.fill(text);
  await field.press('Enter');
}

export async function saved(
  page: Page,
  click: () => Promise<void>,
): Promise<{ name: string; bytes: Buffer }> {
  const waiting: Promise<Download> = page.waitForEvent('download');
  await click();
  const download = await waiting;
  return { name: download.suggestedFilename(), bytes: readFileSync(await download.path()) };
}

/** Waits until the piece is kept in the browser. */
export const kept = (page: Page): Promise<void> =>
  expect(page.getByText('Kept', { exact: true })).toBeVisible();

export const SQUARE_AND_CIRCLE =
  '<svg xmlns="http://www.w3.org/2000/svg" width="80mm" height="40mm" viewBox="0 0 80 40">' +
  '<rect width="40" height="40" fill="none"/><circle cx="62" cy="20" r="15"/></svg>';

/** Puts an item on, chosen by the beginning of its name. */
export async function dress(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'Dress it with' }).click();
  await page
    .getByRole('dialog', { name: 'Dress it with' })
    .getByRole('button', { name: new RegExp(`^${name}`) })
    .click();
  await expect(page.getByRole('heading', { name, exact: true })).toBeVisible();
}

/** Walks a making from its first step to its last and gives the heading of each. */
export async function walkThrough(page: Page): Promise<string[]> {
  const heads: string[] = [];
  const place = page.getByText(/^step \d+ of \d+$/);
  const last = Number(/of (\d+)$/.exec(await place.innerText())![1]);
  for (let n = 1; n <= last; n++) {
    await expect(place).toHaveText(`step ${n} of ${last}`);
    heads.push(await page.getByRole('main').getByRole('heading', { level: 1 }).innerText());
    if (n < last) await page.getByRole('button', { name: /^(Next|Done)$/ }).click();
  }
  return heads;
}

/** Goes on in a making until the step of that heading. */
export async function walkTo(page: Page, heading: string): Promise<void> {
  const place = page.getByText(/^step \d+ of \d+$/);
  const [from, last] = [...(await place.innerText()).matchAll(/\d+/g)].map(Number) as [
    number,
    number,
  ];
  for (let n = from; n <= last; n++) {
    await expect(place).toHaveText(`step ${n} of ${last}`);
    const now = await page.getByRole('main').getByRole('heading', { level: 1 }).innerText();
    if (now === heading) return;
    await page.getByRole('button', { name: /^Next$/ }).click();
  }
  throw new Error(`no step “${heading}”`);
}
