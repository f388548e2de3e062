import { pathData } from '@core/file';
import { withDensity } from '@core/file/pngDensity';
import { perp, scale } from '@core/geometry';
import { bendLabels, placeOnWire, wholeWire, widestMm, type Plan } from '@core/plan';
import { patternBox } from '@core/sheet';
import type { Answer } from './planner.worker';

const MARGIN_MM = 5;
/** Pictures larger than this are more than browsers draw. */
const MOST_PX = 60_000_000;
const WIDEST_PX = 16_000;

/** The pattern at true size as a PNG, so many dots to the inch. */
export async function drawPattern(plan: Plan, dpi: number): Promise<Answer<Blob>> {
  const box = patternBox(plan);
  if (!box) return { ok: false, message: 'There is nothing drawn yet.' };
  const pxPerMm = dpi / 25.4;
  const width = Math.ceil((box.maxX - box.minX + 2 * MARGIN_MM) * pxPerMm);
  const height = Math.ceil((box.maxY - box.minY + 2 * MARGIN_MM) * pxPerMm);
  if (width * height > MOST_PX || Math.max(width, height) > WIDEST_PX) {
    return {
      ok: false,
      message: `At ${dpi} dots to the inch this picture would be ${width} x ${height} dots. Choose fewer.`,
    };
  }
  const canvas = new OffscreenCanvas(width, height);
  const pen = canvas.getContext('2d');
  if (!pen) return { ok: false, message: 'This browser cannot draw pictures here.' };
  pen.fillStyle = '#ffffff';
  pen.fillRect(0, 0, width, height);
  pen.setTransform(
    pxPerMm,
    0,
    0,
    pxPerMm,
    (MARGIN_MM - box.minX) * pxPerMm,
    (MARGIN_MM - box.minY) * pxPerMm,
  );
  pen.lineCap = 'round';
  pen.lineJoin = 'round';
  const stroke = (data: string, widthMm: number, colour: string): void => {
    pen.lineWidth = widthMm;
    pen.strokeStyle = colour;
    pen.stroke(new Path2D(data));
  };
  const wires = plan.wires
    .flatMap((w) => wholeWire(plan, w))
    .map(({ shapes, diameterMm }) => ({ data: pathData(shapes), diameterMm }));
  for (const { data, diameterMm } of wires) stroke(data, diameterMm, '#c9cfd2');
  for (const { data } of wires) stroke(data, 0.15, '#14191e');
  for (const w of plan.wires) {
    const d = w.stock.diameterMm;
    for (const b of w.bends) {
      const grip = placeOnWire(w, b.gripMm);
      if (!grip) continue;
      const { x, y } = scale(perp(grip.direction), d / 2 + 0.8);
      stroke(
        `M${grip.at.x + x} ${grip.at.y + y}L${grip.at.x - x} ${grip.at.y - y}`,
        0.2,
        '#0d6b6b',
      );
    }
  }
  pen.fillStyle = '#0d6b6b';
  pen.font = '2.3px sans-serif';
  pen.textAlign = 'center';
  for (const label of bendLabels(plan, 'gripMm', widestMm(plan) / 2 + 2.2, 2.4)) {
    pen.fillText(String(label.bend + 1), label.at.x, label.at.y + 0.8);
  }
  const blob = await canvas.convertToBlob({ type: 'image/png' });
  const png = withDensity(new Uint8Array(await blob.arrayBuffer()), dpi);
  return { ok: true, value: new Blob([png as BlobPart], { type: 'image/png' }) };
}
