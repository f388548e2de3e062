import { writeFileSync } from 'node:fs';
import { expect } from '@playwright/test';
import { allRecords, putRaw } from './records';
import { test } from './test';
import {
  cutMm,
  importSvg,
  kept,
  LANTERN_LANE,
  newPiece,
  openPiece,
  openWorkshop,
  saved,
  SQUARE_AND_CIRCLE,
  stage,
} from './workshop';

test('pieces are copied, deleted and brought back', async ({ page }) => {
  await openWorkshop(page);
  await page.getByRole('button', { name: 'Copy Sailing boat' }).click();
  await expect(page.getByText('Sailing boat, copy')).toBeVisible();
  await page.getByRole('button', { name: 'Delete Sailing boat, copy' }).click();
  await expect(page.getByText('Sailing boat, copy was deleted.')).toBeVisible();
  await expect(page.getByRole('link', { name: /Sailing boat, copy/ })).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: /Sailing boat, copy/ })).toBeVisible();
});

test('a new piece is begun on the list, or by its address, and is the first there', async ({
  page,
}) => {
  await openWorkshop(page);
  const cards = page.getByRole('link', { name: /^New piece/ });
  await expect(cards).toHaveCount(0);
  await page.getByRole('button', { name: 'New piece', exact: true }).click();
  await expect(page.getByRole('group', { name: 'Figure', exact: true })).toBeVisible();
  await page.goBack();
  await expect(cards).toHaveCount(1);
  await page.goto('/new');
  await expect(page.getByRole('group', { name: 'Figure', exact: true })).toBeVisible();
  // To look at it again begins no other.
  await page.reload();
  await expect(page.getByRole('group', { name: 'Figure', exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Hush Road: all pieces' }).click();
  await expect(cards).toHaveCount(2);
});

test('an empty workshop says what to do, and the demo can come back', async ({ page }) => {
  await openWorkshop(page);
  for (const name of LANTERN_LANE) {
    await page.getByRole('button', { name: `Delete ${name}`, exact: true }).click();
    await expect(page.getByRole('link', { name: new RegExp(`^${name}`) })).toBeHidden();
  }
  await expect(page.getByText('No pieces yet')).toBeVisible();
  await page.reload();
  await expect(page.getByText('No pieces yet')).toBeVisible();
  await page.getByRole('button', { name: 'Bring the Lantern Lane pieces' }).click();
  await expect(page.getByText('Swallow pendant')).toBeVisible();
});

test('files that cannot be used are refused and nothing changes', async ({ page }) => {
  await openWorkshop(page);
  await page.getByRole('link', { name: 'Settings' }).click();
  const input = page.getByLabel('Workshop or piece file');
  const give = (text: string): Promise<void> =>
    input.setInputFiles({
      name: 'w.json',
      mimeType: 'application/json',
      buffer: Buffer.from(text),
    });
  await give('{"format":"hush-road.workshop","version":9,"pieces":[]}');
  await expect(page.getByRole('alert')).toContainText('saved by a later Hush Road (format 9');
  await give('{"format":"hush-road.work');
  await expect(page.getByRole('alert')).toContainText('not whole');
  await give('{"format":"hush-road.piece","version":1}');
  await expect(page.getByRole('alert')).toContainText('damaged');
  await page.getByRole('link', { name: 'All pieces', exact: true }).click();
  await expect(
    page.getByRole('listitem').filter({ has: page.getByRole('button', { name: /^Copy/ }) }),
  ).toHaveCount(LANTERN_LANE.length);
});

const BAD_DRAWINGS: [string, string, RegExp][] = [
  ['nothing.svg', '<svg xmlns="http://www.w3.org/2000/svg"/>', /no lines to follow/],
  ['empty.svg', '', /not/],
  [
    'nan.svg',
    '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0L NaN 5"/></svg>',
    /cannot be read/,
  ],
  [
    'huge.svg',
    '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0L9e9 5"/></svg>',
    /far beyond/,
  ],
  [
    'flat.svg',
    '<svg xmlns="http://www.w3.org/2000/svg" width="9mm" height="0"><path d="M0 0L9 5"/></svg>',
    /size above zero/,
  ],
];

test('bad drawings each get a message and lose nothing', async ({ page }) => {
  await openPiece(page, 'Sailing boat');
  const before = await cutMm(page);
  for (const [name, text, message] of BAD_DRAWINGS) {
    await importSvg(page, name, text);
    const note = page.getByRole('listitem').filter({ hasText: name });
    await expect(note).toContainText(message);
    await expect(note).toContainText('Your piece is as it was');
  }
  const large = test.info().outputPath('large.svg');
  writeFileSync(large, Buffer.alloc(60_000_000, ' '));
  await page.getByLabel('Drawing file').setInputFiles(large);
  await expect(
    page.getByText('large.svg is 60 MB. Up to 25 MB can be read', { exact: false }),
  ).toBeVisible();
  expect(await cutMm(page)).toBe(before);
});

test('scripts in a drawing are not run and nothing is fetched', async ({ page }) => {
  await newPiece(page);
  const fetched: string[] = [];
  page.on('request', (r) => fetched.push(r.url()));
  await importSvg(
    page,
    'sly.svg',
    '<svg xmlns="http://www.w3.org/2000/svg" width="20mm" height="20mm" viewBox="0 0 20 20" onload="window.hurt=1"><script>window.hurt=1</script><image href="http://127.0.0.1:9/spy.png"/><use href="http://127.0.0.1:9/spy.svg#a"/><path d="M0 0h20" onclick="window.hurt=1"/></svg>',
  );
  await expect.poll(() => cutMm(page)).toBeCloseTo(25, 1);
  await expect(page.getByText('A script in the file was left out.')).toBeVisible();
  expect(await page.evaluate(() => (window as { hurt?: number }).hurt)).toBeUndefined();
  expect(fetched.filter((u) => u.includes('spy'))).toEqual([]);
});

test('sizes that cannot be are refused at the field', async ({ page }) => {
  await openPiece(page, 'Sailing boat');
  const before = await cutMm(page);
  const height = page.getByLabel('Height', { exact: true });
  for (const wrong of ['0', '-5 mm', 'tall', '1e9']) {
    await height.fill(wrong);
    await height.press('Enter');
    await expect(page.getByRole('alert').first()).toBeVisible();
  }
  await height.press('Escape');
  await stage(page, 'Wire');
  const thick = page.getByLabel('Thickness');
  await thick.fill('-1');
  await thick.press('Enter');
  await expect(page.getByRole('alert')).toContainText(
    'Give a length from 0.08 mm to 5 mm. It stays at 1.00 mm.',
  );
  expect(await cutMm(page)).toBe(before);
});

test('when storage is full the work stays open and can be saved to a file', async ({ page }) => {
  await openPiece(page, 'Sailing boat');
  await page.evaluate(() => {
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('The quota is used up.', 'QuotaExceededError');
    };
  });
  await page.getByLabel('Name of the piece').fill('Boat, larger');
  await expect(page.getByRole('alert')).toContainText('storage is full');
  const file = await saved(page, () =>
    page.getByRole('button', { name: 'Save to a file' }).click(),
  );
  expect((JSON.parse(file.bytes.toString()) as { name: string }).name).toBe('Boat, larger');
  // Leaving asks first, within the application and by closing the page.
  await page.getByRole('link', { name: 'Hush Road' }).click();
  await expect(page.getByRole('alertdialog')).toContainText('could not be kept');
  await page.getByRole('button', { name: 'Stay here' }).click();
  await expect(page.getByLabel('Name of the piece')).toHaveValue('Boat, larger');
  page.once('dialog', (asked) => void asked.accept());
  // Once there is room again, even that is not lost.
  await page.reload();
  await expect(page.getByLabel('Name of the piece')).toHaveValue('Boat, larger');
  await kept(page);
});

test('a damaged record is set aside and the others stay', async ({ page }) => {
  await openWorkshop(page);
  await putRaw(page, 'bad', {
    format: 'hush-road.piece',
    version: 1,
    id: 'bad',
    name: 'Old vine',
    paths: 'gone',
  });
  await page.reload();
  const aside = page.getByRole('region', { name: 'Set aside' });
  await expect(aside).toContainText('Old vine');
  await expect(page.getByText('Swallow pendant')).toBeVisible();
  const file = await saved(page, () =>
    aside.getByRole('button', { name: 'Save the record' }).click(),
  );
  expect(file.bytes.toString()).toContain('"gone"');
  await aside.getByRole('button', { name: 'Let it go' }).click();
  await expect(aside).toBeHidden();
  await page.reload();
  await page.getByRole('link', { name: 'Lately deleted' }).click();
  await page.getByRole('button', { name: 'Bring back Old vine' }).click();
  await page.getByRole('link', { name: 'All pieces', exact: true }).click();
  await expect(aside).toContainText('Old vine');
});

test('a line beyond all bounds in a record holds no other piece up', async ({ page }) => {
  await openWorkshop(page);
  const boat = (await allRecords(page))['pieces demo-boat'] as { paths: { nodes: object[] }[] };
  const bulging = boat.paths.map((path) => ({
    ...path,
    nodes: path.nodes.map((node) => ({ ...node, out: undefined, in: undefined, bulge: 10_000 })),
  }));
  await putRaw(page, 'bulging', { ...boat, id: 'bulging', name: 'Bulging', paths: bulging });
  await page.reload();
  await expect(page.getByRole('region', { name: 'Set aside' })).toContainText('Bulging');
  await openPiece(page, 'Sailing boat');
  expect(await cutMm(page)).toBeGreaterThan(50);
});

test('a piece that is not here says so', async ({ page }) => {
  await page.goto('/piece/nowhere/figure');
  await expect(
    page.getByText('This piece is not in this browser.', { exact: false }),
  ).toBeVisible();
});

test('an imported drawing is kept at once', async ({ page }) => {
  await newPiece(page);
  await importSvg(page, 'frame.svg', SQUARE_AND_CIRCLE);
  await expect(page.getByText('The drawn line alone: 77.0 × 40.0 mm')).toBeVisible();
  await kept(page);
  await page.reload();
  await expect(page.getByText('The drawn line alone: 77.0 × 40.0 mm')).toBeVisible();
});
