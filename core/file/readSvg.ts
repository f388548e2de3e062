import { SaxesParser, type SaxesTagPlain } from 'saxes';
import {
  compose,
  IDENTITY,
  line,
  pathLength,
  scaling,
  transformPath,
  translation,
  vec,
  type Affine,
  type Path,
  type Vec,
} from '../geometry';
import { FileError } from './fileError';
import { SVG_LIMITS } from './svgLimits';
import { soundDrawing, soundPath } from './soundPath';
import { MM_PER_PX, svgUserUnits } from './svgLength';
import { ellipsePath, parsePathData, SvgDataError } from './svgPath';
import { parseTransform } from './svgTransform';

export interface SvgDrawing {
  /** one for each drawn subpath, in mm from the drawing's top left */
  readonly paths: readonly Path[];
  readonly widthMm: number;
  readonly heightMm: number;
  /** what was in the file and was left out, in plain words */
  readonly notes: readonly string[];
}

export { FileError };

interface Node {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: Node[];
}

const UNDRAWN = new Set([
  'defs',
  'symbol',
  'clipPath',
  'mask',
  'marker',
  'pattern',
  'linearGradient',
  'radialGradient',
  'filter',
  'style',
  'title',
  'desc',
  'metadata',
  'script',
  'foreignObject',
]);
const SHAPES = new Set(['path', 'line', 'polyline', 'polygon', 'rect', 'circle', 'ellipse']);

/**
 * Reads an SVG drawing by its physical size. Only the drawn lines are taken: nothing in the file is
 * run and nothing it points to is fetched.
 * @throws FileError when the file holds no drawing that can be used
 */
export function readSvg(text: string): SvgDrawing {
  if (text.length > SVG_LIMITS.bytes) {
    const size = Math.round(text.length / 1e6);
    throw new FileError(
      `This drawing is ${size} MB. Up to ${SVG_LIMITS.bytes / 1e6} MB can be read; export only the lines of the figure.`,
    );
  }
  const root = parseTree(text);
  const viewport = viewportOf(root);
  const walk: Walk = {
    paths: [],
    notes: new Set(),
    ids: new Map(),
    segments: 0,
    steps: 0,
    within: new Set(),
  };
  indexIds(root, walk.ids);
  for (const child of root.children) visit(child, viewport.map, viewport.box, walk);
  const paths = walk.paths.filter((p) => pathLength(p) > 0.01);
  if (paths.length === 0) {
    throw new FileError(
      'This SVG has no lines to follow. Draw the figure as paths or shapes and export it again.',
    );
  }
  soundDrawing(paths, SVG_LIMITS.sizeMm);
  return { paths, widthMm: viewport.widthMm, heightMm: viewport.heightMm, notes: [...walk.notes] };
}

interface Walk {
  readonly paths: Path[];
  readonly notes: Set<string>;
  readonly ids: Map<string, Node>;
  segments: number;
  steps: number;
  /** what is being repeated just now: nothing is repeated within itself */
  readonly within: Set<Node>;
}

function parseTree(text: string): Node {
  const root: Node = { name: '#root', attributes: {}, children: [] };
  const stack: Node[] = [root];
  let count = 0;
  const parser = new SaxesParser();
  parser.on('error', (error) => {
    // Entities of a document type are left as they stand; they name spaces, not lines.
    if (/entity/i.test(error.message)) return;
    const line = /^(\d+):/.exec(error.message)?.[1];
    throw new FileError(
      `This is not a whole SVG file: something in it is cut off or out of place${line ? ` at line ${line}` : ''}. Export it again.`,
    );
  });
  parser.on('opentag', (tag: SaxesTagPlain) => {
    if (++count > SVG_LIMITS.elements) {
      throw new FileError(
        `This drawing has more than ${SVG_LIMITS.elements / 1000} thousand elements. Export only the lines of the figure.`,
      );
    }
    const node: Node = {
      name: tag.name.replace(/^.*:/, ''),
      attributes: tag.attributes,
      children: [],
    };
    stack[stack.length - 1]?.children.push(node);
    if (stack.push(node) > SVG_LIMITS.depth) {
      throw new FileError(
        `This drawing has groups within groups, over ${SVG_LIMITS.depth} deep. Ungroup it and export it again.`,
      );
    }
  });
  parser.on('closetag', () => stack.pop());
  parser.write(text.replace(/^\uFEFF/, '').trim()).close();
  const svg = root.children[0];
  if (svg?.name !== 'svg') throw new FileError('This is not an SVG drawing.');
  return svg;
}

function indexIds(node: Node, ids: Map<string, Node>): void {
  const id = node.attributes['id'];
  if (id) ids.set(id, node);
  for (const child of node.children) indexIds(child, ids);
}

interface Viewport {
  readonly map: Affine;
  readonly box: { width: number; height: number };
  readonly widthMm: number;
  readonly heightMm: number;
}

function viewBoxOf(node: Node): [number, number, number, number] | null {
  const v = (node.attributes['viewBox'] ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const [x = 0, y = 0, w = 0, h = 0] = v;
  return v.length === 4 && v.every(Number.isFinite) && w > 0 && h > 0 ? [x, y, w, h] : null;
}

/** Maps user units of the outermost element to mm from the top left. */
function viewportOf(root: Node): Viewport {
  const box = viewBoxOf(root);
  const sized = (name: 'width' | 'height', fallback: number): number => {
    const size = svgUserUnits(root.attributes[name], fallback);
    if (size !== null && size <= 0) {
      throw new FileError(
        `The drawing's ${name} is ${root.attributes[name] ?? ''}. Give it a size above zero and export it again.`,
      );
    }
    return size ?? fallback;
  };
  const ratio = box ? box[3] / box[2] : 1;
  const givenWidth = svgUserUnits(root.attributes['width'], box?.[2]);
  const givenHeight = svgUserUnits(root.attributes['height'], box?.[3]);
  const width = sized(
    'width',
    givenHeight !== null && box ? givenHeight / ratio : (box?.[2] ?? 300),
  );
  const height = sized(
    'height',
    givenWidth !== null && box ? givenWidth * ratio : (box?.[3] ?? 150),
  );
  const inside = box
    ? fitBox(box, width, height, root.attributes['preserveAspectRatio'])
    : IDENTITY;
  return {
    map: compose(scaling(MM_PER_PX), inside),
    box: { width: box?.[2] ?? width, height: box?.[3] ?? height },
    widthMm: width * MM_PER_PX,
    heightMm: height * MM_PER_PX,
  };
}

/** The map from a viewBox to its viewport with SVG's preserveAspectRatio. */
function fitBox(
  [x, y, w, h]: readonly [number, number, number, number],
  width: number,
  height: number,
  rule = 'xMidYMid meet',
): Affine {
  const [sx, sy] = [width / w, height / h];
  if (rule.includes('none')) return compose(scaling(sx, sy), translation(-x, -y));
  const s = rule.includes('slice') ? Math.max(sx, sy) : Math.min(sx, sy);
  const place = (axis: 'x' | 'Y', free: number): number =>
    new RegExp(`${axis}Min`).test(rule) ? 0 : new RegExp(`${axis}Max`).test(rule) ? free : free / 2;
  const shift = translation(place('x', width - w * s), place('Y', height - h * s));
  return compose(shift, compose(scaling(s), translation(-x, -y)));
}

function visit(
  node: Node,
  outer: Affine,
  box: { width: number; height: number },
  walk: Walk,
): void {
  if (++walk.steps > SVG_LIMITS.steps) {
    throw new FileError(
      `This drawing repeats its shapes more than ${SVG_LIMITS.steps / 1000} thousand times. Export only the lines of the figure.`,
    );
  }
  if (UNDRAWN.has(node.name)) {
    if (node.name === 'script') walk.notes.add('A script in the file was left out.');
    return;
  }
  if (isHidden(node)) return;
  const own = parseTransform(node.attributes['transform']);
  if (!own) {
    walk.notes.add('A shape with a transform that cannot be read was left out.');
    return;
  }
  const map = compose(outer, own);
  if (SHAPES.has(node.name)) addShape(node, map, box, walk);
  else if (node.name === 'use') visitUse(node, map, box, walk);
  else if (node.name === 'svg') visitInner(node, map, box, walk);
  else if (node.name === 'text') walk.notes.add('Text was left out: turn it into outlines first.');
  else if (node.name === 'image')
    walk.notes.add('A picture in the file was left out: only drawn lines are read.');
  else for (const child of node.children) visit(child, map, box, walk);
}

function isHidden(node: Node): boolean {
  const style = node.attributes['style'] ?? '';
  const says = (name: string, value: RegExp): boolean =>
    value.test(node.attributes[name] ?? '') ||
    new RegExp(`(^|;)\\s*${name}\\s*:\\s*(${value.source})`).test(style);
  return says('display', /none/) || says('visibility', /hidden|collapse/);
}

function visitUse(
  node: Node,
  map: Affine,
  box: { width: number; height: number },
  walk: Walk,
): void {
  const href = node.attributes['href'] ?? node.attributes['xlink:href'] ?? '';
  const target = href.startsWith('#') ? walk.ids.get(href.slice(1)) : undefined;
  if (!target) {
    walk.notes.add(
      'A shape kept in another file was left out: nothing outside the file is fetched.',
    );
    return;
  }
  if (walk.within.has(target) || walk.within.size > SVG_LIMITS.repeats) {
    walk.notes.add('A shape that repeats itself within itself was left out.');
    return;
  }
  const x = svgUserUnits(node.attributes['x'], box.width) ?? 0;
  const y = svgUserUnits(node.attributes['y'], box.height) ?? 0;
  const placed = compose(map, translation(x, y));
  walk.within.add(target);
  if (target.name === 'symbol')
    visitInner(
      { ...target, attributes: { ...target.attributes, ...sizeOf(node) } },
      placed,
      box,
      walk,
    );
  else visit(target, placed, box, walk);
  walk.within.delete(target);
}

function sizeOf(node: Node): Record<string, string> {
  const size: Record<string, string> = {};
  for (const name of ['width', 'height']) {
    const value = node.attributes[name];
    if (value) size[name] = value;
  }
  return size;
}

function visitInner(
  node: Node,
  map: Affine,
  box: { width: number; height: number },
  walk: Walk,
): void {
  const x = svgUserUnits(node.attributes['x'], box.width) ?? 0;
  const y = svgUserUnits(node.attributes['y'], box.height) ?? 0;
  const width = svgUserUnits(node.attributes['width'], box.width) ?? box.width;
  const height = svgUserUnits(node.attributes['height'], box.height) ?? box.height;
  const viewBox = viewBoxOf(node);
  const inside = viewBox
    ? fitBox(viewBox, width, height, node.attributes['preserveAspectRatio'])
    : IDENTITY;
  const inner = viewBox ? { width: viewBox[2], height: viewBox[3] } : { width, height };
  const placed = compose(compose(map, translation(x, y)), inside);
  for (const child of node.children) visit(child, placed, inner, walk);
}

function addShape(
  node: Node,
  map: Affine,
  box: { width: number; height: number },
  walk: Walk,
): void {
  try {
    for (const path of shapePaths(node, box)) {
      const placed = soundPath(transformPath(path, map));
      walk.segments += placed.segments.length;
      if (walk.paths.length >= SVG_LIMITS.paths || walk.segments > SVG_LIMITS.segments) {
        throw new FileError(
          `This drawing has more than ${SVG_LIMITS.paths} paths or ${SVG_LIMITS.segments} strokes. Export only the lines of the figure.`,
        );
      }
      walk.paths.push(placed);
    }
  } catch (error) {
    if (!(error instanceof SvgDataError)) throw error;
    throw new FileError(`This drawing cannot be read: ${error.message}. Nothing was changed.`);
  }
}

function shapePaths(node: Node, box: { width: number; height: number }): Path[] {
  const number = (name: string, percentOf = box.width): number => {
    const text = node.attributes[name];
    if (text === undefined || text === 'auto') return 0;
    const value = svgUserUnits(text, percentOf);
    if (value === null) throw new SvgDataError(`“${text}” is no ${name} for a ${node.name}`);
    return value;
  };
  const high = (name: string): number => number(name, box.height);
  switch (node.name) {
    case 'path':
      return parsePathData(node.attributes['d'] ?? '');
    case 'line':
      return [
        {
          segments: [line(vec(number('x1'), high('y1')), vec(number('x2'), high('y2')))],
          closed: false,
        },
      ];
    case 'polyline':
    case 'polygon':
      return polyline(node.attributes['points'] ?? '', node.name === 'polygon');
    case 'circle': {
      const r = number('r', Math.hypot(box.width, box.height) / Math.SQRT2);
      return r > 0 ? [ellipsePath(number('cx'), high('cy'), r, r)] : [];
    }
    case 'ellipse': {
      const rx = node.attributes['rx'] === undefined ? high('ry') : number('rx');
      const ry = node.attributes['ry'] === undefined ? number('rx') : high('ry');
      return rx > 0 && ry > 0 ? [ellipsePath(number('cx'), high('cy'), rx, ry)] : [];
    }
    default:
      return rectangle(
        number('x'),
        high('y'),
        number('width'),
        high('height'),
        node.attributes['rx'] === undefined ? high('ry') : number('rx'),
        node.attributes['ry'] === undefined ? number('rx') : high('ry'),
      );
  }
}

function polyline(text: string, closed: boolean): Path[] {
  if (text.length > 40 * SVG_LIMITS.segments)
    throw new SvgDataError('a polyline has too many points');
  const v = text
    .trim()
    .split(/[\s,]+|(?<=[\d.])(?=-)/)
    .filter((s) => s !== '')
    .map(Number);
  if (!v.every(Number.isFinite))
    throw new SvgDataError('a polyline holds something that is no number');
  const points: Vec[] = [];
  for (let i = 0; i + 1 < v.length; i += 2) points.push(vec(v[i] ?? 0, v[i + 1] ?? 0));
  const ends = closed && points[0] ? [...points, points[0]] : points;
  const segments = ends.slice(1).map((p, i) => line(ends[i] ?? p, p));
  return segments.length > 0 ? [{ segments, closed }] : [];
}

function rectangle(
  x: number,
  y: number,
  w: number,
  h: number,
  roundX: number,
  roundY: number,
): Path[] {
  if (!(w > 0) || !(h > 0)) return [];
  const rx = Math.min(Math.max(0, roundX), w / 2);
  const ry = Math.min(Math.max(0, roundY), h / 2);
  const data =
    rx > 0 && ry > 0
      ? `M${x + rx} ${y}H${x + w - rx}A${rx} ${ry} 0 0 1 ${x + w} ${y + ry}V${y + h - ry}A${rx} ${ry} 0 0 1 ${x + w - rx} ${y + h}H${x + rx}A${rx} ${ry} 0 0 1 ${x} ${y + h - ry}V${y + ry}A${rx} ${ry} 0 0 1 ${x + rx} ${y}Z`
      : `M${x} ${y}h${w}v${h}h${-w}Z`;
  return parsePathData(data);
}
