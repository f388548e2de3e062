import { strFromU8, unzipSync } from 'fflate';
import { expect } from '@playwright/test';
import { allRecords, putRaw } from './records';
import { test } from './test';
import { cutMm, kept, LANTERN_LANE, openPiece, openWorkshop, saved, stage } from './workshop';

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
  // What is kept is shown: then the page may be left.
  await expect(page.getByLabel('Its name')).toHaveValue('New kit');
  await page.goto('/settings');
  await page.getByRole('radio', { name: 'inches' }).click();
  await expect(page.getByRole('radio', { name: 'inches' })).toBeChecked();
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

test('work that is only in this browser is spoken of once a week at most', async ({ page }) => {
  await openWorkshop(page);
  const boat = (await allRecords(page))['pieces demo-boat'] as object;
  const { demo: _demo, ...own } = boat as { demo: boolean };
  const made = new Date(Date.now() - 8 * 86_400_000).toISOString();
  const changed = new Date().toISOString();
  await putRaw(page, 'mine', { ...own, id: 'mine', name: 'Boat of a week', made, changed });
  await page.reload();
  const reminder = page.getByRole('region', { name: 'A copy of your work' });
  await reminder.getByRole('button', { name: 'Not now' }).click();
  await expect(reminder).toBeHidden();
  await page.reload();
  await expect(page.getByText('Boat of a week')).toBeVisible();
  await expect(reminder).toBeHidden();
  await page.clock.install({ time: Date.now() + 8 * 86_400_000 });
  await page.reload();
  const file = await saved(page, () =>
    reminder.getByRole('button', { name: 'Save a copy' }).click(),
  );
  expect(workshopIn(file).pieces.map((p) => p.name)).toContain('Boat of a week');
  await expect(reminder).toBeHidden();
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
