import { expect, test, type Page } from '@playwright/test';
import { importSvg, kept, newPiece, openPiece, planned, stage, type } from './workshop';

const answer = (page: Page) => page.locator('section', { hasText: 'Which gauge' }).first();
const remedies = (page: Page) => page.getByRole('list', { name: 'Remedies' });
const checks = (page: Page) => page.getByRole('table', { name: 'Checks' });

async function openChecks(page: Page): Promise<void> {
  const button = page.getByRole('button', { name: /was judged by/ });
  if ((await button.getAttribute('aria-expanded')) === 'false') await button.click();
  await expect(checks(page)).toBeVisible();
}

test('an earring too thin: a remedy is taken, the verdict changes, and undo brings it back', async ({
  page,
}) => {
  await openPiece(page, 'Paper lantern');
  await stage(page, 'Wire');
  await expect(answer(page)).toContainText('0.81 mm (20 ga) is too thin');
  await expect(page.getByRole('img', { name: 'The pair as it hangs' })).toBeVisible();
  await openChecks(page);
  // What it takes to bend it: flow stress times d cubed over six, of half-hard brass.
  const hands = Math.round((350 * 0.812 ** 3) / 6);
  await expect(checks(page).getByRole('row', { name: /Hand strength/ })).toContainText(
    `${hands} N mm`,
  );
  await expect(checks(page).getByRole('row', { name: /Keeps its shape/ })).toContainText('153 %');
  await expect(page.getByTestId('weak-spot').first()).toContainText('153 %');

  const thicker = remedies(page).getByRole('listitem').filter({ hasText: '1.02 mm (18 ga)' });
  await expect(thicker).toContainText(/holds\s*stress 153 % → 76 %/);
  await page.getByRole('button', { name: 'Take 1.02 mm (18 ga): take it' }).click();
  await expect(answer(page)).toContainText('1.02 mm (18 ga) holds, and no thinner one does');
  await expect(answer(page)).toContainText('It works with 76 % of what it bears');
  await expect(page.getByLabel('Thickness')).toHaveValue('1.02');
  await expect(remedies(page)).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(answer(page)).toContainText('0.81 mm (20 ga) is too thin');
});

test('binding a crossing does what was promised, and is kept', async ({ page }) => {
  await openPiece(page, 'Paper lantern');
  await stage(page, 'Wire');
  const bind = remedies(page)
    .getByRole('listitem')
    .filter({ hasText: /^Bind the lower middle crossing/ })
    .first();
  const text = (await bind.textContent()) ?? '';
  const [, before, promised] = /movement (\d+) % → (\d+) %/.exec(text)!;
  expect(Number(promised)).toBeLessThan(Number(before));
  await bind.hover();
  await expect(page.getByTestId('pointed')).toBeVisible();
  await bind.getByRole('button').click();
  await openChecks(page);
  await expect(answer(page)).toContainText(`movement ${promised} % →`);
  await kept(page);
  await page.reload();
  await expect(answer(page)).toContainText(`movement ${promised} % →`);
  await stage(page, 'Dressing');
  await expect(page.getByRole('list', { name: 'Items' })).toContainText('Crossing bound');
});

test('hung aside it swings; moved to where it is told it hangs straight', async ({ page }) => {
  await newPiece(page);
  // 30 across, then 40 down, hung from its first end: (30 * 15 + 40 * 30) / 70 aside and 40 * 20 / 70 down.
  await importSvg(
    page,
    'l.svg',
    '<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="60mm" viewBox="0 0 60 60"><path d="M10 5H40V45" fill="none"/></svg>',
  );
  await stage(page, 'Wire');
  const tilt = Math.round((Math.atan2(30 * 15 + 40 * 30, 40 * 20) * 180) / Math.PI);
  await expect(page.getByText(`It swings ${tilt}° clockwise`)).toBeVisible();
  await page.getByRole('button', { name: 'Move it there: hangs straight' }).click();
  await expect(page.getByText('From the chosen point. It hangs straight.')).toBeVisible();
  await page.getByRole('button', { name: 'Hang it from the top' }).click();
  await expect(page.getByText(`It swings ${tilt}° clockwise`)).toBeVisible();
});

test('the two halves: their difference is said and taken away', async ({ page }) => {
  await newPiece(page);
  await importSvg(
    page,
    'leaf.svg',
    '<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="60mm" viewBox="0 0 60 60"><path d="M30 5L15 20L20 45L30 55L40 45L46.2 20Z" fill="none"/></svg>',
  );
  await stage(page, 'Wire');
  await expect(page.getByText(/They differ by (0\.\d|1\.\d)/)).toBeVisible();
  await expect(page.getByTestId('unlike')).toBeVisible();
  await page.getByRole('button', { name: 'Take the better half' }).click();
  await expect(page.getByText('That is within the tolerance.')).toBeVisible();
});

test('limits are the maker’s own: a weaker hand changes the verdict', async ({ page }) => {
  await page.goto('/settings');
  await type(page.getByLabel('Your hands bend up to, N mm'), '20');
  await expect(page.getByRole('button', { name: 'Back to typical values' })).toBeVisible();
  await openPiece(page, 'Paper lantern');
  await stage(page, 'Wire');
  await expect(answer(page)).toContainText('Bending it takes 31 N mm at the pliers.');
  await expect(answer(page)).toContainText('No size passes everything');
  await page.goto('/settings');
  await page.getByRole('button', { name: 'Back to typical values' }).click();
  await expect(page.getByLabel('Your hands bend up to, N mm')).toHaveValue('200');
});

test('the halo shows one load or none, and an empty piece says what to do', async ({ page }) => {
  await openPiece(page, 'Snail');
  await stage(page, 'Wire');
  await expect(page.getByTestId('working')).toBeAttached();
  await page.getByRole('radio', { name: 'off', exact: true }).click();
  await expect(page.getByTestId('working')).toBeHidden();
  await expect(page.getByTestId('weak-spot').first()).toBeHidden();
  await page.getByRole('radio', { name: 'pressed', exact: true }).click();
  await expect(page.getByTestId('working')).toBeAttached();

  await newPiece(page);
  await stage(page, 'Wire');
  await planned(page);
  await expect(page.getByRole('heading', { name: 'Which gauge' })).toBeHidden();
  await expect(page.getByText('It appears with the first line you draw.')).toBeVisible();
});
