import { expect } from '@playwright/test';
import { test } from './test';
import { cutMm, newPiece, openPiece, openWorkshop, stage } from './workshop';

test.use({ serviceWorkers: 'allow' });

test('once opened, all of it works without a connection', async ({ page, context }) => {
  await openPiece(page, 'Sailing boat');
  const cut = await cutMm(page);
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await context.setOffline(true);
  // Pages that were never opened before.
  for (const [path, heading] of [
    ['/kit', 'Kit'],
    ['/desk', 'Desk'],
    ['/settings', 'Settings'],
    ['/drawer', 'Drawer'],
    ['/drawer/cuts', 'Drawer'],
    ['/deleted', 'Lately deleted'],
  ] as const) {
    await page.goto(path);
    await expect(page.getByRole('heading', { name: heading, exact: true })).toBeVisible();
  }
  await openWorkshop(page);
  await openPiece(page, 'Sailing boat');
  expect(await cutMm(page)).toBe(cut);
  for (const name of ['Wire', 'Bends', 'Dressing', 'Sheet', 'Make']) await stage(page, name);
  const makeIt = page.getByRole('heading', { name: 'Make it' });
  await expect(makeIt).toBeVisible();
  await page.reload();
  await expect(makeIt).toBeVisible();
  await newPiece(page);
  await page.reload();
  await expect(page.getByRole('group', { name: 'Figure', exact: true })).toBeVisible();
});

test('it can be installed: what a browser asks for is there', async ({ request }) => {
  const manifest = (await (await request.get('/manifest.webmanifest')).json()) as {
    name: string;
    start_url: string;
    icons: { src: string; sizes: string }[];
  };
  expect(manifest).toMatchObject({ name: 'Hush Road', start_url: '/' });
  for (const { src } of manifest.icons) expect((await request.get(src)).status()).toBe(200);
  expect(manifest.icons.some((i) => i.sizes === '512x512')).toBe(true);
});
