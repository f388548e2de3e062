import { expect, type Page } from '@playwright/test';
import { test } from './test';
import DxfParser from 'dxf-parser';
import sharp from 'sharp';
import { readStrokes } from './readStrokes';
import {
  CUT,
  cutMm,
  importSvg,
  kept,
  newPiece,
  openPiece,
  openWorkshop,
  planned,
  saved,
  stage,
  type,
} from './workshop';

const svg = (width: number, height: number, path: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}"><path d="${path}" fill="none"/></svg>`;

/** Two legs of 20 mm with a quarter circle of 10 mm between them. */
const QUARTER = svg(40, 40, 'M0 5H20A10 10 0 0 1 30 15V35');

/** Alike on both sides of an upright through its tip. */
const LEAF = svg(44, 44, 'M18 2H10L4 14V26L22 42L40 26V14L34 2H26');

async function drawn(page: Page, name: string, text: string): Promise<void> {
  await newPiece(page);
  await importSvg(page, name, text);
  await expect(page.getByTestId(CUT)).toBeVisible();
}

async function toBends(page: Page): Promise<void> {
  await stage(page, 'Bends');
  await expect(page.getByRole('link', { name: 'Rehearse' })).toBeVisible();
}

async function thickness(page: Page, mm: string): Promise<void> {
  await stage(page, 'Wire');
  await type(page.getByLabel('Thickness'), mm);
}

test('the kit decides which tool bends a curve', async ({ page }) => {
  await drawn(page, 'quarter.svg', QUARTER);
  await thickness(page, '1');
  await toBends(page);
  const row = page.getByRole('row').filter({ hasText: 'curve' });
  await expect(row).toContainText('by hand');
  await kept(page);

  await page.goto('/kit');
  await page.getByRole('listitem', { name: 'Mandrel' }).getByLabel('Sizes across').fill('10, 16');
  await page.getByLabel('Another tool').selectOption({ label: 'Something round from the house' });
  await page.getByRole('button', { name: 'Add it' }).click();
  const pen = page.getByRole('listitem', { name: 'Pen' });
  await type(pen.getByLabel('Tool', { exact: true }), 'Candle');
  const candle = page.getByRole('listitem', { name: 'Candle' });
  await candle.getByRole('radio', { name: 'round it' }).click();
  // 58.1 mm of paper go round it: 18.494 mm across, and 70 MPa copper springs that to R 10.0.
  await type(candle.getByLabel(/^Girth/), '58.1');
  await expect(candle).toContainText('18.49 mm across');
  await page.reload();
  await expect(page.getByRole('listitem', { name: 'Candle' })).toBeVisible();
  await expect(page.getByLabel('Sizes across')).toHaveValue('10, 16');

  await page.goBack();
  await expect(row).toContainText('candle, 18.49 mm');
  await page.goto('/kit');
  await page.getByRole('button', { name: 'Take Candle out' }).click();
  await expect(page.getByRole('listitem', { name: 'Candle' })).toBeHidden();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('listitem', { name: 'Candle' })).toBeVisible();
});

test('sizes that cannot be are refused and nothing is lost', async ({ page }) => {
  await openWorkshop(page);
  await page.getByRole('link', { name: 'Kit' }).click();
  const steps = page.getByLabel('Steps across');
  await type(steps, '2, wide, 4');
  await expect(page.getByRole('alert')).toContainText('“wide” is not a length');
  await steps.press('Escape');
  await expect(steps).toHaveValue('2, 3, 4, 5, 7, 9');
  await type(page.getByLabel('Tip across'), '8');
  await expect(page.getByRole('alert')).toContainText('It stays at 1.00 mm');
  await page.getByLabel('Free coil, across the inside').fill('9');
  await page.getByLabel('Free coil, across the inside').press('Enter');
  await expect(page.getByText('must be wider inside than the mandrel')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Keep this coil' })).toBeDisabled();
});

test('a test coil changes how far a bend goes past, and says so', async ({ page }) => {
  await drawn(page, 'quarter.svg', QUARTER);
  await thickness(page, '1');
  await toBends(page);
  const row = page.getByRole('row').filter({ hasText: 'curve' });
  // Copper of 70 MPa keeps R 10.207 of R 10.000: 90 degrees ask for about 92.
  await expect(row.getByRole('cell').nth(3)).toHaveText('92°');
  await expect(page.getByText('Springback by the handbook’s value')).toBeVisible();
  await kept(page);
  await page.getByRole('link', { name: 'Enter a test coil' }).click();
  await expect(page.getByLabel('Wire thickness')).toHaveValue('1.00');
  await type(page.getByLabel('Mandrel across'), '19');
  // R 10 springs to R 10.681: a flow stress of 220 MPa; R 10 is then formed at R 9.400.
  await type(page.getByLabel('Free coil, across the inside'), '20.362');
  await expect(page.getByText('gives way at 220 MPa')).toBeVisible();
  await page.getByRole('button', { name: 'Keep this coil' }).click();
  await expect(page.getByRole('table')).toContainText('20.36 mm');
  await page.goBack();
  // 90 x 10 / 9.400 = 95.7
  await expect(row.getByRole('cell').nth(3)).toHaveText('96°');
  await expect(page.getByText('Springback by your test coil')).toBeVisible();
});

test('both arms stand next to each other, and turn opposite ways', async ({ page }) => {
  await drawn(page, 'leaf.svg', LEAF);
  await toBends(page);
  await page.getByRole('button', { name: 'Begin there' }).click();
  await expect(page.getByRole('columnheader', { name: 'Left arm' })).toBeVisible();
  await expect(page.getByRole('columnheader', { name: 'Right arm' })).toBeVisible();
  const rows = page.getByRole('row').filter({ hasText: 'corner to' });
  await expect(rows).toHaveCount(3);
  for (const row of await rows.all()) {
    const cells = await row.getByRole('cell').allTextContents();
    const [left, right] = [cells[1]!.trim(), cells[5]!.trim()];
    expect(left).not.toBe(right);
    expect(left.replace(/left|right/, '')).toBe(right.replace(/left|right/, ''));
    expect(cells[2]).toBe(cells[4]);
  }
  await expect(page.getByText(/mark the middle, \d+\.\d mm/)).toBeVisible();
  // The tip is bent on the middle mark; the first pair stands a slanted side further out:
  // hypot(18, 16) less what two rounded corners save.
  const first = Number(await rows.first().getByRole('cell').nth(2).textContent());
  expect(first).toBeGreaterThan(Math.hypot(18, 16) - 1.5);
  expect(first).toBeLessThan(Math.hypot(18, 16));
  await stage(page, 'Sheet');
  await expect(page.getByText('Left arm').first()).toBeVisible();
});

test('the rehearsal is stepped by keys and ends as wide as the figure', async ({ page }) => {
  await drawn(page, 'leaf.svg', LEAF);
  await thickness(page, '1');
  await toBends(page);
  await page.getByRole('radio', { name: 'middle outwards' }).click();
  await page.getByRole('link', { name: 'Rehearse' }).click();
  const count = page.getByTestId('step-count');
  await expect(count).toHaveText('step 0 of 5');
  await expect(page.getByRole('heading', { name: 'The straight blank' })).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await expect(count).toHaveText('step 1 of 5');
  await page.keyboard.press('PageDown');
  await expect(count).toHaveText('step 2 of 5');
  await expect(page.getByRole('heading', { name: /together: corner/ })).toBeVisible();
  await expect(page.getByText(/both arms level/)).toBeVisible();
  await page.keyboard.press('ArrowLeft');
  await expect(count).toHaveText('step 1 of 5');
  await page.keyboard.press('End');
  await expect(count).toHaveText('step 5 of 5');
  // 36 mm from side to side over the wire's middles, and the wire's own millimetre.
  await expect(page.getByText(/width so far 37\.0 mm/)).toBeVisible();
  await page.keyboard.press('Home');
  await page.getByLabel('Speed').selectOption('30×');
  await page.getByRole('button', { name: 'Play' }).click();
  await expect(count).toHaveText('step 5 of 5');
  await page.getByRole('button', { name: /^1 / }).click();
  await expect(count).toHaveText('step 1 of 5');
});

test('the mirrored twin has its own list, pattern and files', async ({ page }) => {
  await openPiece(page, 'Snail charm');
  await toBends(page);
  const first = page.getByRole('row').nth(1);
  await expect(first).toContainText('curve');
  const drawnCells = await first.getByRole('cell').allTextContents();
  await page.getByRole('radio', { name: 'mirrored twin' }).click();
  await expect(page.getByRole('group', { name: 'Mirrored twin with its bends' })).toBeVisible();
  await expect
    .poll(async () => (await first.getByRole('cell').allTextContents())[2])
    .not.toBe(drawnCells[2]);
  const twinCells = await first.getByRole('cell').allTextContents();
  expect(twinCells[4]).toBe(drawnCells[4]);
  expect(twinCells[2]!.replace(/left|right/, '')).toBe(drawnCells[2]!.replace(/left|right/, ''));
  await stage(page, 'Sheet');
  await expect(page.getByText('Pattern, true size, mirrored twin')).toBeVisible();
  const twin = await saved(page, () => page.getByRole('button', { name: 'Save the PDF' }).click());
  expect(twin.name).toBe('Snail charm, twin.pdf');
  await page.getByRole('radio', { name: 'as drawn' }).click();
  await expect(page.getByText('Pattern, true size', { exact: true })).toBeVisible();
  const own = await saved(page, () => page.getByRole('button', { name: 'Save the PDF' }).click());
  const long = async (bytes: Buffer): Promise<{ x: number; y: number }[]> => {
    const [strokes] = await readStrokes(bytes);
    const wire = strokes!.reduce((a, b) => (b.points.length > a.points.length ? b : a));
    return wire.points.map(([x, y]) => ({ x: x, y: y }));
  };
  const [a, b] = [await long(own.bytes), await long(twin.bytes)];
  const middle = (points: { x: number }[]): number =>
    (Math.min(...points.map((p) => p.x)) + Math.max(...points.map((p) => p.x))) / 2;
  expect(b).toHaveLength(a.length);
  a.forEach((p, i) => {
    expect(p.x - middle(a)).toBeCloseTo(-(b[i]!.x - middle(b)), 1);
    expect(p.y).toBeCloseTo(b[i]!.y, 1);
  });
  await page.getByRole('radio', { name: 'both' }).click();
  await expect(page.getByText('Pattern, true size, mirrored twin')).toBeVisible();
  await expect(page.getByText('Pattern, true size', { exact: true })).toBeVisible();
});

test('one bend changed carries all that follows, and undo takes it back', async ({ page }) => {
  await drawn(page, 'quarter.svg', QUARTER);
  await thickness(page, '1');
  await toBends(page);
  const before = await cutMm(page);
  const row = page.getByRole('row').filter({ hasText: 'curve' });
  const editor = page.getByRole('region', { name: /^Bend 1: curve/ });
  await row.press('Enter');
  await expect(editor).toContainText('No tool leaves this curve within the tolerance');
  await editor.getByLabel('Formed over').selectOption({ label: 'By hand, another radius' });
  const radius = editor.getByLabel('Inside radius');
  await radius.focus();
  for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowRight');
  await expect(radius).toHaveValue('10');
  // R from 10 to 10.5: each leg gives 0.5, the quarter takes pi / 2 x 0.5 more.
  await expect.poll(() => cutMm(page)).toBeCloseTo(before - 1 + Math.PI / 4, 1);
  const turn = editor.getByLabel('Turn');
  await turn.focus();
  await page.keyboard.press('ArrowLeft');
  await expect(row.getByRole('cell').nth(2)).toContainText('89°');
  await page.keyboard.press('Escape');
  await expect(editor).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(row.getByRole('cell').nth(2)).toContainText('90°');
  await row.click();
  await editor.getByRole('button', { name: 'Back to the plan' }).click();
  await expect.poll(() => cutMm(page)).toBeCloseTo(before, 1);
});

test('a bend is dragged along the strip', async ({ page }) => {
  await drawn(page, 'quarter.svg', QUARTER);
  await toBends(page);
  const row = page.getByRole('row').filter({ hasText: 'curve' });
  const at = Number(await row.getByRole('cell').nth(4).textContent());
  const cut = await cutMm(page);
  const strip = page.getByRole('slider', { name: 'Strip' });
  const box = (await strip.boundingBox())!;
  const perMm = (box.width - 52) / cut;
  const [x, y] = [box.x + 26 + at * perMm, box.y + 44];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 2 * perMm, y, { steps: 4 });
  await page.mouse.move(x + 4 * perMm, y, { steps: 4 });
  await page.mouse.up();
  await expect
    .poll(async () => Number(await row.getByRole('cell').nth(4).textContent()))
    .toBeCloseTo(at + 4, 0);
  expect(await cutMm(page)).toBeCloseTo(cut, 1);
  await expect(row.getByLabel('changed')).toBeVisible();
});

test('fewer bends are traded for distance from the line', async ({ page }) => {
  // A wave without a straight or a circle in it.
  const wave = 'M5 40C5 5 30 0 42 12S50 40 66 36S88 8 90 2';
  await drawn(page, 'wave.svg', svg(95, 44, wave));
  await toBends(page);
  const slider = page.getByRole('slider', { name: 'Number of bends' });
  await expect(slider).toBeVisible();
  await expect(page.getByText('Here more bends stop paying.')).toBeVisible();
  const bends = async (): Promise<number> =>
    Number(/^(\d+) bends?,/.exec((await slider.getAttribute('aria-valuetext')) ?? '')?.[1]);
  const knee = await bends();
  await slider.focus();
  await page.keyboard.press('Home');
  await expect.poll(bends).toBeLessThan(knee);
  const fewest = await bends();
  await expect(page.getByRole('row').filter({ hasText: /curve|corner/ })).toHaveCount(fewest);
  await page.getByRole('button', { name: /where more stop paying/ }).click();
  await expect.poll(bends).toBe(knee);
});

test('pins and holes for winding, with their reasons', async ({ page }) => {
  await drawn(page, 'leaf.svg', LEAF);
  await toBends(page);
  // The trade of bends above comes late, and moves what stands below it.
  await expect(page.getByText('However closely it is followed')).toBeVisible();
  await planned(page);
  await page.getByRole('radio', { name: 'pins on the pattern' }).press(' ');
  const order = page.getByRole('list', { name: 'Order of winding' });
  await expect(order.getByRole('listitem').first()).toContainText('round a 1.0 mm pin');
  await page.getByRole('radio', { name: 'board with holes' }).press(' ');
  await expect(
    page.getByText(/The holes do not suit this figure|hole \d+ across/).first(),
  ).toBeVisible();
  await stage(page, 'Sheet');
  await page.getByRole('combobox', { name: 'Pegs' }).selectOption({ label: 'pins on the pattern' });
  await expect(page.getByText('Order of winding')).toBeVisible();
});

test('DXF and PNG say the same size as the pattern, and the DXF comes back in', async ({
  page,
}) => {
  await drawn(page, 'quarter.svg', QUARTER);
  await thickness(page, '1');
  const developed = (await cutMm(page)) - 5;
  await stage(page, 'Sheet');
  const dxf = await saved(page, () => page.getByRole('button', { name: /DXF/ }).click());
  const read = new DxfParser().parseSync(dxf.bytes.toString())!;
  expect(read.header['$INSUNITS']).toBe(4);
  const wire = read.entities.filter((e) => e.layer === 'WIRE-1') as unknown as {
    type: string;
    vertices?: { x: number; y: number }[];
    radius?: number;
    angleLength?: number;
  }[];
  const length = wire.reduce((sum, e) => {
    if (e.type === 'ARC') return sum + e.radius! * Math.abs(e.angleLength!);
    const [a, b] = e.vertices!;
    return sum + Math.hypot(a!.x - b!.x, a!.y - b!.y);
  }, 0);
  expect(length).toBeCloseTo(developed, 1);
  expect(read.entities.some((e) => e.layer === 'MARKS')).toBe(true);

  await type(page.getByLabel('Dots to the inch'), '254');
  const png = await saved(page, () => page.getByRole('button', { name: 'Pattern as PNG' }).click());
  const meta = await sharp(png.bytes).metadata();
  expect(meta.density).toBe(254);
  // 30 mm and the wire's own mm, and 5 mm of white all round, at 10 dots to the mm.
  expect(Math.abs(meta.width - 410)).toBeLessThanOrEqual(2);
  await type(page.getByLabel('Dots to the inch'), '99999');
  await expect(page.getByRole('alert')).toContainText('It stays at 254');

  await newPiece(page);
  await page
    .getByLabel('Drawing file')
    .setInputFiles({ name: 'back.dxf', mimeType: 'image/vnd.dxf', buffer: dxf.bytes });
  await thickness(page, '1');
  await expect.poll(() => cutMm(page)).toBeCloseTo(developed + 5, 1);
});
