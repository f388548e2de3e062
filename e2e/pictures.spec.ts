import { test, type Page } from '@playwright/test';
import { openPiece, openWorkshop, stage } from './workshop';

// The making says that it works without a connection.
test.use({ serviceWorkers: 'allow' });

const shoot = (page: Page, name: string): Promise<Buffer> =>
  page.screenshot({ path: `docs/screenshots/${name}.png` });

test('pictures of the main views, from the demo', async ({ page }) => {
  test.setTimeout(180_000);
  await openWorkshop(page);
  await page.waitForTimeout(2500);
  await shoot(page, 'pieces');
  await openPiece(page, 'Swallow pendant');
  await page.getByRole('img', { name: 'Point 2', exact: true }).click();
  await page.waitForTimeout(600);
  await shoot(page, 'figure');
  await openPiece(page, 'Pear');
  await page.getByRole('button', { name: /again$/ }).click();
  await page.getByRole('button', { name: /^Use these/ }).waitFor();
  await page.waitForTimeout(2500);
  await shoot(page, 'trace');
  await openPiece(page, 'Paper lantern earring');
  await stage(page, 'Wire');
  await page.getByRole('group', { name: 'How it turned out' }).waitFor();
  await page.locator('aside').evaluate((e) => e.scrollTo(0, 312));
  await page.waitForTimeout(600);
  await shoot(page, 'wire');
  await openPiece(page, 'Word pendant');
  await page.getByRole('button', { name: 'Change “hush”' }).click();
  await page.waitForTimeout(600);
  await shoot(page, 'word');
  await page.getByRole('button', { name: 'Cancel' }).click();
  await openPiece(page, 'Mountain line');
  await stage(page, 'Wire');
  await page
    .getByRole('button', { name: /^Junction of 3/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Play' }).waitFor();
  await page.waitForTimeout(600);
  await page.getByRole('heading', { name: 'How it is run' }).scrollIntoViewIfNeeded();
  await page.mouse.move(5, 5);
  await page.waitForTimeout(300);
  await shoot(page, 'route');
  await openPiece(page, 'Fox');
  await stage(page, 'Bends');
  await page.getByText('Here more bends stop paying.').waitFor();
  await page.getByRole('row').nth(8).click();
  await page.waitForTimeout(600);
  await shoot(page, 'bends');
  await openPiece(page, 'Paper lantern earring');
  await page.getByRole('link', { name: 'Bends' }).click();
  await page.getByRole('link', { name: 'Rehearse' }).click();
  await page.getByRole('button', { name: /^9 / }).click();
  await page.keyboard.press('ArrowRight');
  await page.waitForTimeout(330);
  await shoot(page, 'rehearse');
  await page.goto('/kit');
  await page.getByRole('listitem', { name: 'Mandrel' }).waitFor();
  await page.waitForTimeout(400);
  await shoot(page, 'kit');
  await openPiece(page, 'Paper lantern earring');
  await stage(page, 'Dressing');
  await page.getByText('crossings are bound before weaving').waitFor();
  await shoot(page, 'dressing');
  await stage(page, 'Make');
  await page.getByRole('button', { name: /^Begin a making, / }).click();
  await page.getByTestId('make-count').waitFor();
  for (let i = 0; i < 15; i++) await page.keyboard.press('ArrowRight');
  await page.getByText(/works without a connection/).waitFor();
  await page.waitForTimeout(600);
  await shoot(page, 'make');
  await openPiece(page, 'Mountain line');
  await stage(page, 'Make');
  await page.getByRole('button', { name: /^Begin a making, / }).click();
  await page.getByRole('button', { name: /all steps/ }).click();
  await page.getByRole('button', { name: /Lay it on the pattern/ }).click();
  await page.getByRole('button', { name: 'A photo to practise with' }).click();
  await page.getByRole('img', { name: /^Practice photo 1/ }).waitFor();
  await page.getByRole('button', { name: 'Hold it against the plan' }).click();
  const judged = page.getByTestId('judged');
  await judged.waitFor();
  await judged.evaluate((e) => e.scrollIntoView({ block: 'start' }));
  await page.waitForTimeout(600);
  await shoot(page, 'photo');
  await page.goto('/drawer');
  await page.getByRole('button', { name: /Lantern Lane/ }).click();
  await page.getByText('6.64 m in all').waitFor();
  await page.waitForTimeout(600);
  await shoot(page, 'drawer');
  await page.getByRole('link', { name: 'Cut list' }).click();
  const list = page.getByRole('region', { name: 'Cut list' });
  await list.getByText('that is proven').waitFor();
  await list.evaluate((section) => section.scrollIntoView());
  await page.waitForTimeout(600);
  await shoot(page, 'cuts');
  await page.getByRole('link', { name: 'Orders' }).click();
  await page
    .getByText(/made by/)
    .nth(1)
    .waitFor();
  await page.waitForTimeout(600);
  await shoot(page, 'orders');
  await page.getByRole('link', { name: 'Prices' }).click();
  await page.getByRole('figure', { name: /price of one/ }).waitFor();
  await page.getByRole('region', { name: 'Price of a piece' }).evaluate((s) => s.scrollIntoView());
  await page.waitForTimeout(600);
  await shoot(page, 'prices');
  await openPiece(page, 'Pond web');
  await stage(page, 'Dressing');
  await page
    .getByRole('list', { name: 'Items' })
    .getByRole('button', { name: /^Wire led on/ })
    .click();
  await page.getByRole('list', { name: 'Acts of the wire' }).getByRole('button').first().waitFor();
  await page.waitForTimeout(600);
  await shoot(page, 'leading');
  await page.goto('/desk?sum=net');
  await page.getByRole('img', { name: 'Net over spokes, to scale' }).waitFor();
  await page.waitForTimeout(400);
  await shoot(page, 'desk');
  await openPiece(page, 'Sailing boat');
  await stage(page, 'Sheet');
  await page.waitForTimeout(600);
  await shoot(page, 'sheet');
});
