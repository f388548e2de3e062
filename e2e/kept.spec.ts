import { writeFileSync } from 'node:fs';
import { strFromU8, unzipSync } from 'fflate';
import { expect, type BrowserContext, type Page } from '@playwright/test';
import { test } from './test';
import {
  cutMm,
  importSvg,
  kept,
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

const LANTERN_LANE = [
  'Swallow pendant',
  'Paper lantern earring',
  'Snail charm',
  'Sailing boat',
  'Pear',
  'Fox',
  'Word pendant “hush”',
  'Mountain line',
  'Key',
  'Leaf earring',
  'Moon hoop',
  'Ripple bracelet',
];

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

/** The JSON in a saved workshop. */
const workshopIn = (file: { bytes: Buffer }): { pieces: { id: string; name: string }[] } =>
  JSON.parse(strFromU8(unzipSync(file.bytes)['workshop.json']!)) as {
    pieces: { id: string; name: string }[];
  };

test('the workshop goes to a file and back, part by part, with a look at what it does', async ({
  page,
}) => {
  await openWorkshop(page);
  await page.getByRole('link', { name: 'Settings' }).click();
  const file = await saved(page, () =>
    page.getByRole('button', { name: 'Save the workshop' }).click(),
  );
  await expect(page.getByText(/The last copy was saved on/)).toBeVisible();
  const workshop = workshopIn(file);
  expect(workshop.pieces).toHaveLength(LANTERN_LANE.length);
  const later = { changed: '2026-11-10T12:00:00.000Z' };
  Object.assign(workshop.pieces[0]!, later, { name: 'Renamed in the file' });
  const left = Object.assign(workshop.pieces[1]!, later);
  const untouched = left.name;
  left.name = 'Not wished';
  workshop.pieces.push({ ...left, id: 'another', name: 'From elsewhere' }, {
    ...left,
    id: 'x',
    name: 'Broken',
    wire: 7,
  } as never);
  await page.getByLabel('Workshop or piece file').setInputFiles({
    name: 'w.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(workshop)),
  });
  const dialog = page.getByRole('alertdialog');
  await expect(dialog).toContainText(
    `1 piece added, 2 replaced, ${LANTERN_LANE.length - 2} here already`,
  );
  await expect(dialog).toContainText('1 left out: Broken (This piece is damaged: wire is missing');
  await dialog.getByLabel(/Not wished/).uncheck();
  await dialog.getByRole('button', { name: 'Bring in' }).click();
  await page.getByRole('link', { name: 'All pieces', exact: true }).click();
  await expect(page.getByText('From elsewhere')).toBeVisible();
  await expect(page.getByText('Renamed in the file')).toBeVisible();
  await expect(page.getByText(untouched)).toBeVisible();
  await expect(page.getByText('Not wished')).toHaveCount(0);
});

/** All records of this browser but what it noted for itself. */
const allRecords = (page: Page): Promise<Record<string, unknown>> =>
  page.evaluate(
    () =>
      new Promise<Record<string, unknown>>((done, fail) => {
        const open = indexedDB.open('hush-road');
        open.onerror = () => fail(new Error('no database'));
        open.onsuccess = () => {
          const names = ['pieces', 'makings', 'pictures', 'settings', 'earlier'];
          const all: Record<string, unknown> = {};
          const change = open.result.transaction(names, 'readonly');
          for (const name of names) {
            const cursor = change.objectStore(name).openCursor();
            cursor.onsuccess = () => {
              const at = cursor.result;
              if (!at) return;
              const key = `${name} ${at.key as string}`;
              const value = at.value as { file?: Blob; name?: string };
              if (!/settings (copies|demo-offered)/.test(key)) {
                all[key] = value.file
                  ? { name: value.name, size: value.file.size, type: value.file.type }
                  : value;
              }
              at.continue();
            };
          }
          change.oncomplete = () => {
            open.result.close();
            done(all);
          };
        };
      }),
  );

test('a workshop taken into an empty browser is the same workshop', async ({ browser, page }) => {
  // A traced piece, a making with a note and a photo, another kit, inches, an earlier state.
  await openWorkshop(page);
  const photo = await page.screenshot();
  await openPiece(page, 'Sailing boat');
  await page.getByLabel('Name of the piece').fill('Boat of mine');
  await kept(page);
  await stage(page, 'Make');
  await page.getByRole('button', { name: /Begin a making/ }).click();
  await page.getByRole('button', { name: 'Notes and photos' }).click();
  await page.getByLabel('Note to this step').fill('Hold it gently.');
  await page
    .getByLabel('Photo file')
    .setInputFiles({ name: 'step.png', mimeType: 'image/png', buffer: photo });
  await expect(page.getByRole('list', { name: 'Photos' }).getByRole('img')).toBeVisible();
  await page.goto('/kit');
  await page.getByRole('button', { name: 'New kit' }).click();
  await page.goto('/settings');
  await page.getByRole('radio', { name: 'inches' }).click();
  await page.getByLabel('With all earlier states of the pieces').check();
  const file = await saved(page, () =>
    page.getByRole('button', { name: 'Save the workshop' }).click(),
  );
  const before = await allRecords(page);
  expect(Object.keys(before).filter((k) => k.startsWith('pictures '))).toHaveLength(1);
  expect(Object.keys(before).filter((k) => k.startsWith('earlier '))).not.toHaveLength(0);

  const elsewhere = await browser.newContext();
  const other = await elsewhere.newPage();
  await openWorkshop(other);
  await other.goto('/settings');
  await other.getByLabel('Workshop or piece file').setInputFiles({
    name: 'workshop.zip',
    mimeType: 'application/zip',
    buffer: file.bytes,
  });
  await other.getByLabel(/^Settings, in the place/).check();
  await other.getByRole('button', { name: 'Bring in', exact: true }).click();
  // Pieces that are in both as they are need not come in.
  await expect(other.getByText(/pieces? (is|are) in the workshop\./)).toBeVisible();
  const after = await allRecords(other);
  // What the empty browser had of its own is put by where it was replaced.
  const mine = Object.fromEntries(Object.entries(after).filter(([k]) => k in before));
  expect(mine).toEqual(before);
  expect(Object.keys(after).filter((k) => !(k in before) && !k.startsWith('earlier '))).toEqual([]);
  await elsewhere.close();
});

test('a folder of the maker’s choice is kept up to date', async ({ page }) => {
  // The browser's own folder stands for one of the maker's.
  await page.addInitScript(() => {
    Object.assign(window, { showDirectoryPicker: () => navigator.storage.getDirectory() });
  });
  const inFolder = async (): Promise<string[]> => {
    const bytes = await page.evaluate(async () => {
      const folder = await navigator.storage.getDirectory();
      const file = await folder.getFileHandle('hush-road-workshop.zip');
      return [...new Uint8Array(await (await file.getFile()).arrayBuffer())];
    });
    return workshopIn({ bytes: Buffer.from(bytes) }).pieces.map((p) => p.name);
  };
  await openWorkshop(page);
  await page.getByRole('link', { name: 'Settings' }).click();
  await page.getByRole('button', { name: 'Choose a folder' }).click();
  await expect(page.getByText(/is kept up to date/)).toBeVisible();
  expect(await inFolder()).toContain('Sailing boat');
  await openPiece(page, 'Sailing boat');
  await page.getByLabel('Name of the piece').fill('Boat for the folder');
  await expect.poll(inFolder).toContain('Boat for the folder');
});

test('what was deleted can be brought back after a reload', async ({ page }) => {
  await openWorkshop(page);
  await page.getByRole('button', { name: 'Delete Sailing boat' }).click();
  await expect(page.getByText('Sailing boat was deleted.')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('link', { name: /Sailing boat/ })).toHaveCount(0);
  await page.getByRole('link', { name: 'Lately deleted' }).click();
  await page.getByRole('button', { name: 'Bring back Sailing boat' }).click();
  await expect(page.getByText('Nothing was deleted in the last 30 days.')).toBeVisible();
  await page.getByRole('link', { name: 'All pieces', exact: true }).click();
  await expect(page.getByRole('link', { name: /Sailing boat/ })).toBeVisible();
});

test('tools, kits and makings come back too', async ({ page }) => {
  await openPiece(page, 'Key');
  await stage(page, 'Make');
  await page.getByRole('button', { name: /Begin a making/ }).click();
  await page.getByRole('button', { name: 'Notes and photos' }).click();
  await page.getByLabel('Note to this step').fill('A note worth keeping');
  await page.getByRole('link', { name: 'Leave the bench' }).click();
  await page.getByRole('button', { name: /Delete the making/ }).click();
  await expect(page.getByText('A note worth keeping')).toHaveCount(0);
  await page.goto('/kit');
  const tools = page.getByRole('button', { name: /^Take .* out$/ });
  await expect(tools.first()).toBeVisible();
  const count = await tools.count();
  await tools.first().click();
  await expect(tools).toHaveCount(count - 1);
  const back = page.getByRole('button', { name: /^Bring back/ });
  await page.getByRole('link', { name: 'Hush Road: all pieces' }).click();
  await page.getByRole('link', { name: 'Lately deleted' }).click();
  await expect(back).toHaveCount(2);
  await back.first().click();
  await expect(back).toHaveCount(1);
  await back.first().click();
  await expect(back).toHaveCount(0);
  await page.goto('/kit');
  await expect(tools).toHaveCount(count);
  await openPiece(page, 'Key');
  await stage(page, 'Make');
  await expect(page.getByText('A note worth keeping')).toBeVisible();
});

test('an earlier state is looked at and brought back, and that can be undone', async ({ page }) => {
  await openPiece(page, 'Sailing boat');
  await page.getByLabel('Name of the piece').fill('Boat, changed');
  await kept(page);
  await page.getByRole('button', { name: 'Earlier states' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('listitem')).toHaveCount(1);
  await dialog.getByRole('button', { name: /^Bring back/ }).click();
  await expect(page.getByLabel('Name of the piece')).toHaveValue('Sailing boat');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Name of the piece')).toHaveValue('Boat, changed');
});

test('changes that go on without a pause are kept while they go on', async ({ page }) => {
  await openPiece(page, 'Sailing boat');
  const name = page.getByLabel('Name of the piece');
  const stored = (): Promise<string> =>
    allRecords(page).then((all) => (all['pieces demo-boat'] as { name: string }).name);
  let behind = 0;
  for (let i = 1; i <= 40; i++) {
    await name.fill(`Boat ${i}`);
    if (i % 10 === 0) behind = Math.max(behind, i - Number((await stored()).replace(/\D/g, '')));
    await page.waitForTimeout(100);
  }
  // Of changes a tenth of a second apart, not more than those of the last moments are missing.
  expect(behind).toBeLessThan(10);
  await name.fill('Boat, last');
  await page.reload();
  await expect(name).toHaveValue('Boat, last');
});

test('a size beyond all limits is not made, and the piece opens again', async ({ page }) => {
  await openPiece(page, 'Sailing boat');
  const before = await cutMm(page);
  const height = page.getByLabel('Height', { exact: true });
  await height.fill('5000');
  await height.press('Enter');
  const refused = page.getByText(/That was not done: it would reach beyond 5 m/);
  await expect(refused.or(page.getByTestId('cut-length'))).not.toHaveCount(0);
  await page.goto('/');
  await expect(page.getByRole('region', { name: 'Set aside' })).toHaveCount(0);
  await page.getByRole('link', { name: /Sailing boat/ }).click();
  await expect(page.getByTestId('cut-length')).toBeVisible();
  expect(await cutMm(page)).toBeGreaterThanOrEqual(before);
});

test('a drawing made to hang holds nothing up', async ({ page }) => {
  await openPiece(page, 'Sailing boat');
  const before = await cutMm(page);
  const endless = [
    '0',
    'SECTION',
    '2',
    'TABLES',
    '0',
    'TABLE',
    '2',
    'LAYER',
    '70',
    '1',
    '0',
    'EOF',
    '',
  ];
  await page.getByLabel('Drawing file').setInputFiles({
    name: 'endless.dxf',
    mimeType: 'image/vnd.dxf',
    buffer: Buffer.from(endless.join('\n')),
  });
  await expect(page.getByText(/endless.dxf: This is not a whole DXF drawing/)).toBeVisible();
  const height = page.getByLabel('Height', { exact: true });
  const now = Number(await height.inputValue().then((v) => v.replace(/[^\d.]/g, '')));
  await height.fill(String(2 * now));
  await height.press('Enter');
  // Twice the size takes about twice the wire, ends apart.
  await expect.poll(() => cutMm(page)).toBeGreaterThan(1.5 * before);
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
  const height = page.getByLabel('Height');
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

async function putRaw(page: Page, key: string, value: unknown): Promise<void> {
  await page.evaluate(
    ([k, v]) =>
      new Promise<void>((done, fail) => {
        const open = indexedDB.open('hush-road');
        open.onerror = () => fail(new Error('no database'));
        open.onsuccess = () => {
          const change = open.result.transaction('pieces', 'readwrite');
          change.objectStore('pieces').put(v, k);
          change.oncomplete = () => {
            open.result.close();
            done();
          };
        };
      }),
    [key, value] as const,
  );
}

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
});

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

test('a piece that is not here says so', async ({ page }) => {
  await page.goto('/piece/nowhere/figure');
  await expect(
    page.getByText('This piece is not in this browser.', { exact: false }),
  ).toBeVisible();
});

test('an imported drawing is kept at once', async ({ page }) => {
  await newPiece(page);
  await importSvg(page, 'frame.svg', SQUARE_AND_CIRCLE);
  await expect(page.getByLabel('Height')).toHaveValue('40.0');
  await kept(page);
  await page.reload();
  await expect(page.getByLabel('Height')).toHaveValue('40.0');
});
