import { flattenPath, growBox, pathsBox, type Primitive, type Segment } from '../geometry';
import { drawnPath, stockOf, type Piece } from '../piece';
import { formedShapes, type Plan } from '../plan';

const n = (v: number): string => String(Number(v.toFixed(4)));

/** SVG path data of segments that follow each other, in mm. */
export function pathData(segments: readonly Segment[]): string {
  let data = '';
  let last: { x: number; y: number } | null = null;
  for (const s of segments) {
    const from =
      s.type === 'arc'
        ? {
            x: s.center.x + s.radius * Math.cos(s.startAngle),
            y: s.center.y + s.radius * Math.sin(s.startAngle),
          }
        : s.from;
    if (!last || Math.hypot(last.x - from.x, last.y - from.y) > 1e-6)
      data += `M${n(from.x)} ${n(from.y)}`;
    if (s.type === 'line') data += `L${n(s.to.x)} ${n(s.to.y)}`;
    else if (s.type === 'cubic')
      data += `C${n(s.c1.x)} ${n(s.c1.y)} ${n(s.c2.x)} ${n(s.c2.y)} ${n(s.to.x)} ${n(s.to.y)}`;
    else data += arcData(s);
    last = s.type === 'arc' ? onArc(s, 1) : s.to;
  }
  return data;
}

const onArc = (s: Primitive & { type: 'arc' }, t: number): { x: number; y: number } => ({
  x: s.center.x + s.radius * Math.cos(s.startAngle + s.sweep * t),
  y: s.center.y + s.radius * Math.sin(s.startAngle + s.sweep * t),
});

/** Arc commands; more than half a turn takes several, since end points alone do not define it well. */
function arcData(s: Primitive & { type: 'arc' }): string {
  const count = Math.ceil(Math.abs(s.sweep) / (Math.PI * 0.9) - 1e-9);
  let data = '';
  for (let i = 1; i <= count; i++) {
    const p = onArc(s, i / count);
    data += `A${n(s.radius)} ${n(s.radius)} 0 0 ${s.sweep > 0 ? 1 : 0} ${n(p.x)} ${n(p.y)}`;
  }
  return data;
}

const escape = (text: string): string =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

/**
 * The pattern as an SVG at true size: the formed wire's centreline as strokes of the wire's
 * thickness, side by side where a line is run twice. What else is read back has the same lengths.
 */
export function writePatternSvg(piece: Piece, plan: Plan): string {
  const paths = plan.wires.map((w) => ({
    segments: formedShapes(w),
    closed: w.closed,
  }));
  return svgDocument(
    piece,
    paths.map((p) => pathData(p.segments)),
    paths,
    plan.wires.map((w) => w.stock.diameterMm),
  );
}

/** The drawn figure as an SVG at true size, as it was drawn. */
export function writeFigureSvg(piece: Piece): string {
  const paths = piece.paths.map(drawnPath);
  const data = paths.map((p) => pathData(p.segments) + (p.closed ? 'Z' : ''));
  const thick = piece.paths.map((p) => stockOf(piece, p).diameterMm);
  return svgDocument(piece, data, paths, thick);
}

function svgDocument(
  piece: Piece,
  data: readonly string[],
  paths: readonly { segments: readonly Segment[]; closed: boolean }[],
  thickMm: readonly number[],
): string {
  const drawn = paths.filter((p) => flattenPath(p, 1).length > 0);
  const box = growBox(
    pathsBox(drawn) ?? { minX: 0, minY: 0, maxX: 10, maxY: 10 },
    Math.max(piece.wire.diameterMm, ...thickMm),
  );
  const [w, h] = [box.maxX - box.minX, box.maxY - box.minY];
  const strokes = data
    .map(
      (d, i) =>
        `  <path d="${d}" fill="none" stroke="#000" stroke-width="${n(thickMm[i]!)}" stroke-linecap="round" stroke-linejoin="round"/>`,
    )
    .join('\n');
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${n(w)}mm" height="${n(h)}mm" viewBox="${n(box.minX)} ${n(box.minY)} ${n(w)} ${n(h)}">
  <title>${escape(piece.name)}</title>
${strokes}
</svg>
`;
}
