import { expect } from '@playwright/test';
import { test } from './test';
import { CUT, cutMm, importSvg, newPiece, openPiece, partsMm, stage } from './workshop';

/** Wire of a new piece, and its reserve, mm. */
const D = 1.024;
const RESERVE = 5;

type Spot = readonly [number, number];

/** Length of a cubic by adding up short chords. */
function cubicMm(a: Spot, b: Spot, c: Spot, d: Spot): number {
  const at = (t: number): Spot => {
    const [u, v] = [1 - t, t];
    const mix = (k: 0 | 1): number =>
      u ** 3 * a[k] + 3 * u * u * v * b[k] + 3 * u * v * v * c[k] + v ** 3 * d[k];
    return [mix(0), mix(1)];
  };
  let sum = 0;
  for (let i = 0; i < 2000; i++) {
    const [p, q] = [at(i / 2000), at((i + 1) / 2000)];
    sum += Math.hypot(q[0] - p[0], q[1] - p[1]);
  }
  return sum;
}

const svg = (d: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="70mm" height="70mm" viewBox="0 0 70 70"><path fill="none" d="${d}"/></svg>`;

/** What rounding a corner saves: two setbacks against the arc, of the wire's centre. */
const saved = (turnRad: number): number => {
  const r = 0.75 * D;
  return 2 * r * Math.tan(turnRad / 2) - r * turnRad;
};

test('a loop whose feet almost meet takes its own length', async ({ page }) => {
  await newPiece(page);
  await importSvg(
    page,
    'loop.svg',
    svg('M30 6 L30 30 C24.68 30 24.68 22 30 22 C35.32 22 35.32 30 30 30.3 L30 60'),
  );
  const drawn =
    24 +
    cubicMm([30, 30], [24.68, 30], [24.68, 22], [30, 22]) +
    cubicMm([30, 22], [35.32, 22], [35.32, 30], [30, 30.3]) +
    29.7;
  expect(drawn).toBeCloseTo(79.2, 1);
  // Two corners of about a right angle are rounded.
  const cut = await cutMm(page);
  expect(cut).toBeLessThan(drawn + RESERVE + 0.1);
  expect(cut).toBeGreaterThan(drawn + RESERVE - 2 * saved(Math.PI / 2) - 0.5);
  expect(Math.abs((await partsMm(page)) - cut)).toBeLessThan(0.1);
  await page.getByTestId(CUT).click();
  await expect(page.getByRole('dialog')).toContainText(`The drawn line is ${drawn.toFixed(1)} mm`);
  // Within what is said, and less than half a millimetre.
  const stray = await page.getByTestId('stray').textContent();
  expect(Number(/at most (\d\.\d\d) mm/.exec(stray ?? '')![1])).toBeLessThan(0.5);
});

test('four hundred and fifty degrees between two corners are all there', async ({ page }) => {
  await newPiece(page);
  // 15 mm straight, a corner left, 450 degrees right at radius 5, a corner left, 15 mm straight.
  const points: Spot[] = [];
  let [x, y, heading] = [20, 35, 0];
  const go = (mm: number, turn: number): void => {
    const count = Math.round(mm / 0.25);
    for (let i = 0; i < count; i++) {
      const by = turn / count;
      x += (mm / count) * Math.cos(heading + by / 2);
      y += (mm / count) * Math.sin(heading + by / 2);
      heading += by;
      points.push([x, y]);
    }
  };
  points.push([x, y]);
  go(15, 0);
  heading -= Math.PI / 2;
  go(2.5 * Math.PI * 5, 2.5 * Math.PI);
  heading -= Math.PI / 2;
  go(15, 0);
  const d = points.map(([a, b]) => `${a.toFixed(4)} ${b.toFixed(4)}`).join(' L');
  await importSvg(page, 'turns.svg', svg(`M${d}`));
  const drawn = 30 + 12.5 * Math.PI;
  const cut = await cutMm(page);
  expect(cut).toBeLessThan(drawn + RESERVE + 0.1);
  expect(cut).toBeGreaterThan(drawn + RESERVE - 2 * saved(Math.PI / 2) - 0.5);
  await stage(page, 'Bends');
  const rows = page.getByRole('table').getByRole('row');
  await expect(rows.filter({ hasText: /curve/i })).toHaveCount(1);
  const texts = await rows.allTextContents();
  const turns = texts.flatMap((t) =>
    [...t.matchAll(/(\d+)°/g)].slice(0, 1).map((m) => Number(m[1])),
  );
  expect(turns).toHaveLength(3);
  // Left, right, left: 450 less what the jaw turns at both corners makes 270 in all.
  const [first, curve, last] = turns as [number, number, number];
  expect(Math.abs(curve - first - last - 270)).toBeLessThanOrEqual(2);
});

test('a wire that cannot be made shows where and why, and no number of it is printed', async ({
  page,
}) => {
  await newPiece(page);
  // A ring of 30 mm, and one of 0.8 mm: no wire of 1 mm lies inside that.
  await importSvg(
    page,
    'rings.svg',
    '<svg xmlns="http://www.w3.org/2000/svg" width="30mm" height="30mm" viewBox="0 0 30 30"><circle cx="15" cy="15" r="15"/><circle cx="15" cy="15" r="0.4"/></svg>',
  );
  await expect(page.getByLabel('Wire shown in the strip')).toContainText('Wire 1 of 2');
  await page.getByRole('radio', { name: 'outside', exact: true }).click();
  const notice = page.locator('p', { hasText: 'Wire 2 is not planned.' });
  await expect(notice).toBeVisible();
  await expect(notice).toContainText('Part of the line has no place on the wire');
  await expect(notice).toContainText('use thinner wire');
  // Lines and arcs are as close at any tolerance: none is chosen for them.
  await expect(page.getByText(/^Followed within/)).toBeHidden();
  // The mark stands on the first point of the small ring.
  const mark = page.locator('circle', { has: page.locator('title', { hasText: 'Not planned' }) });
  await expect(mark).toBeVisible();
  // The other one is planned and alone in all sums.
  await expect(page.getByLabel('Wire shown in the strip')).toBeHidden();
  await expect.poll(() => cutMm(page)).toBeCloseTo((30 - D) * Math.PI + RESERVE, 1);
  for (const name of ['Wire', 'Bends']) {
    await stage(page, name);
    await expect(notice).toBeVisible();
  }
  await stage(page, 'Sheet');
  await expect(notice).toBeVisible();
  const sheet = page.getByRole('region', { name: /sheet/i });
  await expect(sheet).toContainText(`${((30 - D) * Math.PI + RESERVE).toFixed(1)} mm`);
  await expect(sheet).toContainText('Wire 2 is not planned, and in no length here');
  await expect(sheet).not.toContainText(/0\.0 mm of wire|Infinity|NaN/);
});

/** So many lines that wander for a metre each, as rows of points: seconds of planning. */
function wanderings(count: number): string {
  let seed = 7;
  const random = (): number => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
  const lines = Array.from({ length: count }, (_, n) => {
    let [x, y, heading, bend] = [0, 40 * n, 0, 0];
    const points = Array.from({ length: 2500 }, () => {
      bend = 0.9 * bend + random() - 0.5;
      heading += 0.4 * bend;
      x += 0.4 * Math.cos(heading);
      y += 0.4 * Math.sin(heading);
      return `${x.toFixed(3)},${y.toFixed(3)}`;
    });
    return `<polyline fill="none" points="${points.join(' ')}"/>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="400mm" height="400mm" viewBox="0 0 400 400">${lines.join('')}</svg>`;
}

test('a plan that takes its time says how far it is, is stopped, and nothing is lost', async ({
  page,
}) => {
  await newPiece(page);
  await importSvg(page, 'wander.svg', wanderings(15));
  await expect(page.getByText(/^Finding the bends of wire \d+ of 15…/)).toBeVisible();
  await expect(page.getByRole('progressbar', { name: 'How far the plan has come' })).toBeVisible();
  await page.getByRole('button', { name: 'Stop planning' }).click();
  const stopped = page.getByRole('alert').filter({ hasText: 'Planning was stopped' });
  await expect(stopped).toContainText('The figure is kept as it is');
  await expect(page.getByRole('button', { name: 'Stop planning' })).toBeHidden();
  // No number of an older figure stands in its place.
  await expect(page.getByTestId('cut-length')).toBeHidden();
  await page.getByRole('button', { name: 'Plan it again' }).click();
  await expect(stopped).toBeHidden();
  await page.getByRole('button', { name: 'Stop planning' }).click();
  await expect(stopped).toBeVisible();
  // Taken back, the next figure is planned as ever.
  await page.getByRole('button', { name: 'Undo' }).click();
  await importSvg(
    page,
    'bar.svg',
    '<svg xmlns="http://www.w3.org/2000/svg" width="30mm" height="9mm" viewBox="0 0 30 9"><path d="M0 4H30"/></svg>',
  );
  await expect.poll(() => cutMm(page)).toBeCloseTo(30 + RESERVE, 1);
  await expect(stopped).toBeHidden();
});

test('a plan without an end is ended, its numbers leave the screen, and the next one comes', async ({
  page,
  expectFault,
}) => {
  expectFault(/planning/);
  await openPiece(page, 'Sailing boat');
  const cut = await cutMm(page);
  // Workers that are begun from now on never answer.
  await page.route('**/planner.worker-*.js', (route) =>
    route.fulfill({ contentType: 'text/javascript', body: 'self.onmessage = () => undefined;' }),
  );
  await page.reload();
  await expect(page.getByRole('button', { name: 'Stop planning' })).toBeVisible();
  await expect(page.getByText(/takes too long to plan, and planning was ended/)).toBeVisible();
  await expect(page.getByTestId('cut-length')).toHaveCount(0);
  await page.unroute('**/planner.worker-*.js');
  await page.getByRole('button', { name: 'Plan it again' }).click();
  expect(await cutMm(page)).toBe(cut);
});
