import { expect, type Page } from '@playwright/test';
import { test } from './test';
import { segmentLength } from '@core/geometry';
import { takeShot } from '@core/practice';
import { DRAWINGS } from '@demo/drawings';
import {
  CUT,
  cutMm,
  kept,
  newPiece,
  openPiece,
  openWorkshop,
  saved,
  stage,
  type,
} from './workshop';
import { readStrokes } from './readStrokes';

const drawing = (id: string): (typeof DRAWINGS)[number] => DRAWINGS.find((d) => d.id === id)!;
const drawnMm = (id: string): number =>
  drawing(id)
    .sheet.lines.flat()
    .reduce((sum, s) => sum + segmentLength(s), 0);

async function practise(page: Page, name: string, number: number): Promise<void> {
  await page.getByRole('button', { name: 'Practice camera' }).click();
  await page.getByLabel('Drawing on the card').selectOption({ label: name });
  await page.getByLabel('Number of the shot').fill(String(number));
  await expect(
    page.getByRole('img', { name: `Shot ${number} of the drawing ${name}` }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Trace this picture' }).click();
}

const found = async (page: Page): Promise<void> => {
  await expect(page.getByRole('button', { name: /^Use th/ })).toBeEnabled();
};

/** Drags a ring of the size onto a place of the picture, given in its pixels. */
async function dragRing(
  page: Page,
  name: RegExp,
  to: { x: number; y: number },
  size: { width: number; height: number },
): Promise<void> {
  const box = (await page.locator('svg[aria-label="Picture"] image').boundingBox())!;
  const ring = (await page.getByRole('button', { name }).boundingBox())!;
  await page.mouse.move(ring.x + ring.width / 2, ring.y + ring.height / 2);
  await page.mouse.down();
  await page.mouse.move(
    box.x + (to.x / size.width) * box.width,
    box.y + (to.y / size.height) * box.height,
    { steps: 4 },
  );
  await page.mouse.up();
}

test('from the practice camera through the corners of the sheet to a printed length', async ({
  page,
}) => {
  await newPiece(page);
  await practise(page, 'Moon over water', 3);
  await found(page);
  await page.getByLabel('Size comes from').selectOption('sheet');
  await page.getByLabel('Sheet of paper').selectOption('card');
  const size = { width: 1080, height: 1440 };
  const shot = takeShot(drawing('moon').sheet, { number: 3, ...size });
  const rings = [/^Top left/, /^Top right/, /^Bottom right/, /^Bottom left/];
  for (const [i, corner] of shot.corners.entries()) await dragRing(page, rings[i]!, corner, size);
  await expect(page.getByText('2 lines found')).toBeVisible();
  await page.getByRole('button', { name: /^Use these 2 lines/ }).click();
  await expect(page.getByTestId(CUT)).toBeVisible();
  await kept(page);
  // The plan rounds nothing here, so what is cut, less the reserve, is the line that was drawn.
  await page.getByLabel('Wire shown in the strip').selectOption({ index: 0 });
  const first = await cutMm(page);
  await page.getByLabel('Wire shown in the strip').selectOption({ index: 1 });
  const second = await cutMm(page);
  const total = first + second - 2 * 5;
  expect(Math.abs(total / drawnMm('moon') - 1)).toBeLessThan(0.02);
  await stage(page, 'Sheet');
  const pdf = await saved(page, () => page.getByRole('button', { name: 'Save the PDF' }).click());
  expect(pdf.name).toMatch(/\.pdf$/);
  expect((await readStrokes(pdf.bytes)).length).toBeGreaterThan(1);
  await page.reload();
  await expect(page.getByTestId(CUT)).toBeVisible();
  expect(await cutMm(page)).toBeCloseTo(first, 1);
});

test('a typed height gives the size; lines are dropped, corrected and traced again', async ({
  page,
}) => {
  await newPiece(page);
  await practise(page, 'Pear', 2);
  await found(page);
  await type(page.getByLabel('Height', { exact: true }), '2 in');
  const lines = page.getByRole('checkbox', { name: /^Line/ });
  const count = await lines.count();
  expect(count).toBeGreaterThanOrEqual(2);
  await lines.last().click();
  await expect(page.getByText(`${count - 1} kept`)).toBeVisible();
  await lines.last().click();
  await expect(page.getByText(`${count} kept`)).toBeVisible();
  await page.getByRole('button', { name: /^Use th/ }).click();
  await expect(page.getByLabel('Height', { exact: true })).toHaveValue('50.8');
  await page.getByRole('group', { name: 'Figure', exact: true }).focus();
  await page.keyboard.press(']');
  await page.keyboard.press('ArrowRight');
  await page.getByRole('button', { name: /again$/ }).click();
  await found(page);
  await page.getByRole('button', { name: /^Use th/ }).click();
  await expect(page.getByText('Your own work on wire 1 was kept.')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId(CUT)).toBeVisible();
});

test('the demo’s fox came from a picture, which lies under the figure', async ({ page }) => {
  await openPiece(page, 'Fox');
  await page.getByRole('radio', { name: 'both' }).click();
  await expect(page.locator('svg[aria-label="Figure"] image')).toBeVisible();
  await page.getByRole('radio', { name: 'only wire' }).click();
  await expect(page.locator('svg[aria-label="Figure"] image')).toHaveCount(0);
  await page.getByRole('button', { name: 'Mirror the better half' }).click();
  await expect(page.getByText(/steadier half was mirrored/)).toBeVisible();
});

/** A picture of 12 megapixels, made in the page: a pen drawing on unevenly lit paper. */
async function largePicture(page: Page): Promise<Buffer> {
  const base64 = await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(4000, 3000);
    const context = canvas.getContext('2d')!;
    const paper = context.createLinearGradient(0, 0, 4000, 3000);
    paper.addColorStop(0, '#f4f2ea');
    paper.addColorStop(0.5, '#d8d6ce');
    paper.addColorStop(0.56, '#a8a69f');
    paper.addColorStop(1, '#8f8d87');
    context.fillStyle = paper;
    context.fillRect(0, 0, 4000, 3000);
    context.strokeStyle = '#2b2b33';
    context.lineWidth = 22;
    context.lineCap = 'round';
    context.lineJoin = 'round';
    context.beginPath();
    context.ellipse(1900, 1500, 1300, 900, 0.2, 0, 2 * Math.PI);
    context.stroke();
    context.beginPath();
    context.moveTo(900, 2700);
    context.bezierCurveTo(1500, 200, 2400, 2900, 3400, 500);
    context.stroke();
    const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.9 });
    const bytes = new Uint8Array(await blob.arrayBuffer());
    let text = '';
    for (let i = 0; i < bytes.length; i += 8192) {
      text += String.fromCharCode(...bytes.subarray(i, i + 8192));
    }
    return btoa(text);
  });
  return Buffer.from(base64, 'base64');
}

test('the page answers while 12 megapixels are traced', async ({ page }) => {
  await newPiece(page);
  const buffer = await largePicture(page);
  await page.evaluate(() => {
    const watch = { block: 0 };
    Object.assign(window, { watch });
    let last = performance.now();
    // Ticks, not a loop without pause: that would take the tracer's core from it.
    setInterval(() => {
      const now = performance.now();
      // Tracing begins when the screen says so; opening the screen and the file comes before.
      const tracing = /Evening|Finding|Following|Smoothing/.test(
        document.querySelector('[role="status"].absolute')?.textContent ?? '',
      );
      if (tracing) watch.block = Math.max(watch.block, now - last);
      last = now;
    }, 5);
  });
  await page
    .getByLabel('Picture file')
    .setInputFiles({ name: 'large.jpg', mimeType: 'image/jpeg', buffer });
  await found(page);
  await expect(page.getByText(/lines found/)).toBeVisible();
  const { block } = await page.evaluate(
    () => (window as unknown as { watch: { block: number } }).watch,
  );
  const took = await page.getByText(/traced in/).textContent();
  console.log(`12 megapixels: ${took}; longest block while tracing ${block.toFixed(0)} ms`);
  expect(block).toBeGreaterThan(0);
});

test('pictures that are none get a message and lose nothing', async ({ page }) => {
  await openPiece(page, 'Sailing boat');
  const before = await cutMm(page);
  const give = (name: string, buffer: Buffer, mimeType = 'image/png'): Promise<void> =>
    page.getByLabel('Picture file').setInputFiles({ name, mimeType, buffer });
  const tries: [string, Buffer, RegExp][] = [
    ['words.png', Buffer.from('only words'), /not a picture that can be read/],
    ['empty.png', Buffer.alloc(0), /This file is empty/],
    ['huge.png', pngHead(10_000, 10_000), /100 megapixels; up to 25/],
    ['bomb.png', pngHead(65_000, 65_000), /megapixels; up to 25/],
    ['cut.png', pngHead(300, 200), /damaged or cut short/],
  ];
  for (const [name, buffer, message] of tries) {
    await give(name, buffer);
    await expect(page.getByRole('alert')).toContainText(message);
    await stage(page, 'Figure');
    await expect(page.getByTestId(CUT)).toBeVisible();
  }
  expect(await cutMm(page)).toBe(before);
  await give('blank.png', await canvasPng(page, 'blank'));
  await expect(page.getByRole('alert')).toContainText('No line was found');
  await stage(page, 'Figure');
  await give('scene.png', await canvasPng(page, 'busy'));
  await expect(page.getByRole('alert').or(page.getByText(/lines? found/))).toBeVisible();
  await stage(page, 'Figure');
  expect(await cutMm(page)).toBe(before);
});

test('a dropped picture is a piece with its numbers at once, and its tracing can be looked at after', async ({
  page,
}) => {
  await openWorkshop(page);
  const png = (await canvasPng(page, 'ring')).toString('base64');
  await page.evaluate((text) => {
    const bytes = Uint8Array.from(atob(text), (c) => c.charCodeAt(0));
    const transfer = new DataTransfer();
    transfer.items.add(new File([bytes], 'My ring.png', { type: 'image/png' }));
    const target = document.querySelector('main')!;
    target.dispatchEvent(new DragEvent('drop', { dataTransfer: transfer, bubbles: true }));
  }, png);
  // Without any further action: 40 mm high, and what it takes as the strip says it.
  await expect(page.getByTestId(CUT)).toBeVisible();
  await expect(page).toHaveURL(/figure$/);
  await expect(page.getByLabel('Name of the piece')).toHaveValue('My ring');
  expect(Math.abs((await cutMm(page)) - 5 - Math.PI * 40)).toBeLessThan(0.5);
  await expect(page.getByTestId('gauge-note')).toContainText('1.02 mm (18 ga) is');
  // To go back is to go back to the list, not to trace it anew.
  await page.goBack();
  await page.getByRole('link', { name: /^My ring/ }).click();
  await page.getByRole('button', { name: 'Trace My ring.png again' }).click();
  await found(page);
  await expect(page.getByText('One line found')).toBeVisible();
  await type(page.getByLabel('Height', { exact: true }), '30');
  // A ring of 30 mm: pi times 30.
  await expect(page.getByRole('checkbox', { name: /^Line 1/ })).toBeVisible();
  await page.getByRole('button', { name: 'Use this line' }).click();
  await expect(page).toHaveURL(/figure$/);
  await expect(async () => {
    expect(Math.abs((await cutMm(page)) - 5 - Math.PI * 30)).toBeLessThan(0.5);
  }).toPass();
});

test('tracing is stopped, and begun again', async ({ page }) => {
  await newPiece(page);
  const buffer = await largePicture(page);
  await page
    .getByLabel('Picture file')
    .setInputFiles({ name: 'large.jpg', mimeType: 'image/jpeg', buffer });
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('Stopped. Nothing was changed.');
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeHidden();
  await page.getByRole('button', { name: 'Try again' }).click();
  await found(page);
  await expect(page.getByRole('alert')).toHaveCount(0);
  await expect(page.getByText(/lines found/)).toBeVisible();
});

test('regions are left out, and two points of known distance give the size', async ({ page }) => {
  await newPiece(page);
  await page.getByLabel('Picture file').setInputFiles({
    name: 'two rings.png',
    mimeType: 'image/png',
    buffer: await canvasPng(page, 'two rings'),
  });
  await found(page);
  await expect(page.getByText('2 lines found')).toBeVisible();
  const picture = page.locator('svg[aria-label="Picture"] image');
  const box = (await picture.boundingBox())!;
  const at = (x: number, y: number): [number, number] => [
    box.x + (x / 700) * box.width,
    box.y + (y / 600) * box.height,
  ];
  await page.getByRole('button', { name: 'Leave out a region' }).click();
  await page.mouse.move(...at(380, 20));
  await page.mouse.down();
  await page.mouse.move(...at(690, 590), { steps: 4 });
  await page.mouse.up();
  await expect(page.getByText('One line found')).toBeVisible();
  await page.getByRole('button', { name: 'Bring back' }).click();
  await expect(page.getByText('2 lines found')).toBeVisible();
  await page.getByRole('button', { name: 'Leave out a region' }).click();

  await page.getByLabel('Size comes from').selectOption('points');
  const size = { width: 700, height: 600 };
  await dragRing(page, /^First point/, { x: 170, y: 200 }, size);
  await dragRing(page, /^Second point/, { x: 170, y: 400 }, size);
  await type(page.getByLabel('Between the two points', { exact: true }), '20 mm');
  // 200 px are 20 mm now, so a ring of 200 px across is 20 pi mm long, to a pixel of dragging.
  const first = page.getByRole('listitem').filter({ hasText: 'Line 1' });
  const length = Number(/Line 1([\d.]+) mm/.exec((await first.textContent()) ?? '')![1]);
  expect(Math.abs(length / (20 * Math.PI) - 1)).toBeLessThan(0.015);

  await page.getByRole('button', { name: 'Only the picture' }).click();
  await expect(page.locator('[data-stroke]')).toHaveCount(0);
  await page.getByRole('button', { name: 'Only the lines' }).click();
  await expect(picture).toHaveCount(0);
  await expect(page.locator('[data-stroke]')).toHaveCount(2);
});

test('lines are cut, straightened and joined by hand', async ({ page }) => {
  await openPiece(page, 'Pear');
  const figure = page.getByRole('group', { name: 'Figure', exact: true });
  const wires = page.getByRole('heading', { name: /wires$/ });
  await expect(wires).toHaveText('3 wires');
  // The outline is closed: cut once it opens, cut again it falls in two.
  await page.getByRole('button', { name: /^Wire 1, .* closed/ }).click();
  await figure.focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press(']');
  await page.getByRole('button', { name: 'Cut here' }).click();
  await expect(page.getByRole('button', { name: /^Wire 1, .* open/ })).toBeVisible();
  await figure.focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press(']');
  await page.getByRole('button', { name: 'Cut here' }).click();
  await expect(wires).toHaveText('4 wires');
  await page.getByRole('button', { name: 'Straighten here' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: /^Join to wire/ }).click();
  await expect(wires).toHaveText('3 wires');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(wires).toHaveText('4 wires');
});

test('a picture is pasted, and without one the screen says what to do', async ({ page }) => {
  await newPiece(page);
  await page.goto(page.url().replace(/figure$/, 'trace'));
  await expect(page.getByText('No picture has been chosen.')).toBeVisible();
  await stage(page, 'Figure');
  await expect(page.getByRole('button', { name: 'Practice camera' })).toBeVisible();
  const png = (await canvasPng(page, 'ring')).toString('base64');
  await page.evaluate((text) => {
    const bytes = Uint8Array.from(atob(text), (c) => c.charCodeAt(0));
    const transfer = new DataTransfer();
    transfer.items.add(new File([bytes], 'pasted.png', { type: 'image/png' }));
    window.dispatchEvent(new ClipboardEvent('paste', { clipboardData: transfer }));
  }, png);
  await found(page);
  await expect(page.getByText('One line found')).toBeVisible();
  await page.getByRole('button', { name: 'Leave', exact: true }).click();
  await expect(page.getByRole('group', { name: 'Figure', exact: true })).toBeVisible();
});

/** A PNG file's head without the rest. */
function pngHead(width: number, height: number): Buffer {
  const head = Buffer.alloc(33);
  Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]).copy(head);
  head.writeUInt32BE(13, 8);
  head.write('IHDR', 12, 'latin1');
  head.writeUInt32BE(width, 16);
  head.writeUInt32BE(height, 20);
  Buffer.from([8, 6, 0, 0, 0]).copy(head, 24);
  return head;
}

async function canvasPng(
  page: Page,
  what: 'blank' | 'busy' | 'ring' | 'two rings',
): Promise<Buffer> {
  const base64 = await page.evaluate(async (kind) => {
    const canvas = new OffscreenCanvas(700, 600);
    const context = canvas.getContext('2d')!;
    context.fillStyle = '#fff';
    context.fillRect(0, 0, 700, 600);
    if (kind === 'ring') {
      context.lineWidth = 8;
      context.beginPath();
      context.arc(350, 300, 200, 0, 2 * Math.PI);
      context.stroke();
    }
    if (kind === 'two rings') {
      context.lineWidth = 8;
      for (const x of [170, 530]) {
        context.beginPath();
        context.arc(x, 300, 100, 0, 2 * Math.PI);
        context.stroke();
      }
    }
    if (kind === 'busy') {
      for (let i = 0; i < 900; i++) {
        const [x, y] = [(i * 337) % 700, (i * 211) % 600];
        context.fillStyle = `hsl(${(i * 47) % 360} 50% ${20 + ((i * 31) % 60)}%)`;
        context.beginPath();
        context.ellipse(x, y, 6 + (i % 40), 4 + (i % 23), i, 0, 2 * Math.PI);
        context.fill();
      }
    }
    const blob = await canvas.convertToBlob({ type: 'image/png' });
    const bytes = new Uint8Array(await blob.arrayBuffer());
    let text = '';
    for (let i = 0; i < bytes.length; i += 8192) {
      text += String.fromCharCode(...bytes.subarray(i, i + 8192));
    }
    return btoa(text);
  }, what);
  return Buffer.from(base64, 'base64');
}
