import { FileError } from './fileError';
import { SVG_LIMITS } from './svgLimits';

/** Numbers beyond this are no drawing of any size, whatever its unit. */
const FARTHEST = 1e9;
/** A drawing of more groups has more lines than are read. */
const MOST_GROUPS = 2_500_000;
/** Splines of a higher degree are drawn by no program. */
const MOST_DEGREE = 25;

/** Group codes that are kept of each kind of entity; numbers among them from 10 on. */
const KEPT: Readonly<Record<string, readonly number[]>> = {
  LINE: [8, 10, 20, 11, 21],
  ARC: [8, 10, 20, 40, 50, 51],
  CIRCLE: [8, 10, 20, 40],
  LWPOLYLINE: [8, 10, 20, 42, 70],
  POLYLINE: [8, 70],
  VERTEX: [8, 10, 20, 42, 70],
  ELLIPSE: [8, 10, 20, 11, 21, 40, 41, 42],
  SPLINE: [8, 10, 20, 11, 21, 40, 70, 71],
  INSERT: [8, 2, 10, 20, 41, 42, 50],
  BLOCK: [2, 10, 20],
};
/** Entities that need a place, or a size, of their own. */
const NEEDED: Readonly<Record<string, readonly number[]>> = {
  LINE: [10, 20, 11, 21],
  ARC: [10, 20, 40, 50, 51],
  CIRCLE: [10, 20, 40],
  VERTEX: [10, 20],
  ELLIPSE: [10, 20, 11, 21, 40, 41, 42],
  INSERT: [2, 10, 20],
};
/** What structures a drawing and draws nothing. */
const SILENT = new Set(['SEQEND', 'ENDBLK', 'ENDSEC', 'VERTEX', 'ATTRIB', 'ATTDEF']);

interface Group {
  readonly code: number;
  readonly value: string;
}

/** One entity: its kind, and the groups up to the next. */
interface Entity {
  readonly kind: string;
  readonly groups: Group[];
}

export interface CleanDxf {
  /** only blocks and drawn entities, each complete: nothing in it runs on or counts wrong */
  readonly text: string;
  /** the drawing unit's number; null where the file names none */
  readonly unit: number | null;
  /** kinds of entities that were left out */
  readonly leftOut: ReadonlySet<string>;
}

const damaged = (why: string): FileError =>
  new FileError(
    `This is not a whole DXF drawing in text form (${why}). Export it again as ASCII DXF.`,
  );

/** The lines of a text one by one, whatever ends them: a large file is never there twice. */
function* linesOf(text: string): Generator<string> {
  const end = text.includes('\n') ? '\n' : '\r';
  for (let from = 0; from <= text.length;) {
    const to = text.indexOf(end, from);
    yield text.slice(from, to < 0 ? undefined : to).trim();
    if (to < 0) return;
    from = to + 1;
  }
}

function groupsOf(text: string): Group[] {
  const groups: Group[] = [];
  let code: number | null = null;
  let line = 0;
  for (const value of linesOf(text)) {
    line++;
    if (code === null) {
      if (value === '' && groups.length === 0) continue;
      if (!/^-?\d{1,5}$/.test(value)) throw damaged(`line ${line} should be a number`);
      code = Number(value);
      continue;
    }
    groups.push({ code, value });
    if (code === 0 && value === 'EOF') return groups;
    if (groups.length > MOST_GROUPS) {
      throw new FileError('This drawing has more lines than can be read. Export fewer.');
    }
    code = null;
  }
  throw damaged('its end is missing');
}

/** The entities of each section, and the header's groups. */
function sectionsOf(groups: readonly Group[]): Map<string, Entity[]> {
  const sections = new Map<string, Entity[]>();
  let now: Entity[] | null = null;
  groups.forEach(({ code, value }, i) => {
    if (code === 0 && value === 'SECTION') {
      if (now) throw damaged('a section is not closed');
      const name = groups[i + 1]?.code === 2 ? groups[i + 1]!.value : '';
      now = sections.get(name) ?? [];
      sections.set(name, now);
      now.push({ kind: 'SECTION', groups: [] });
    } else if (code === 0 && value === 'ENDSEC') now = null;
    else if (code === 0 && value === 'EOF') {
      if (now) throw damaged('a section is not closed');
    } else if (code === 0) now?.push({ kind: value, groups: [] });
    else now?.at(-1)?.groups.push({ code, value });
  });
  return sections;
}

function unitOf(header: readonly Entity[]): number | null {
  const groups = header.flatMap((e) => e.groups);
  const at = groups.findIndex((g) => g.code === 9 && g.value === '$INSUNITS');
  const unit = at < 0 ? NaN : Number(groups[at + 1]?.value);
  return Number.isInteger(unit) ? unit : null;
}

/** The groups of an entity that are kept, all numbers sound; null where something it needs is missing. */
function keptOf({ kind, groups }: Entity): Group[] | null {
  const kept = groups.filter((g) => KEPT[kind]!.includes(g.code));
  for (const { code, value } of kept) {
    if (code < 10) continue;
    const number = Number(value);
    if (value === '' || !Number.isFinite(number))
      throw damaged(`“${value.slice(0, 20)}” is no number`);
    if (Math.abs(number) > FARTHEST) {
      throw new FileError(
        'This drawing has points that lie far beyond any piece of jewelry. Check its size and units.',
      );
    }
  }
  const has = (code: number): boolean => kept.some((g) => g.code === code);
  return (NEEDED[kind] ?? []).every(has) ? inPairs(kept) : null;
}

/** Each place as a pair: an x is followed by its y. */
function inPairs(groups: readonly Group[]): Group[] {
  const out: Group[] = [];
  groups.forEach((g, i) => {
    if (g.code === 10 || g.code === 11) {
      const y = groups.slice(i + 1).find((o) => o.code === g.code || o.code === g.code + 10);
      if (y?.code !== g.code + 10) return;
      out.push(g, y);
    } else if (g.code !== 20 && g.code !== 21) out.push(g);
  });
  return out;
}

/**
 * What a DXF draws, without all else: tables, counts and entities that no line is made of. What runs on
 * without an end, or counts what is not there, is mended or refused before anything is made of it.
 * @throws FileError when it is not a whole DXF in text form
 */
export function cleanDxf(text: string): CleanDxf {
  const sections = sectionsOf(groupsOf(text.replace(/^\uFEFF/, '')));
  const leftOut = new Set<string>();
  const out: string[] = [];
  let count = 0;
  const put = (code: number, value: string | number): void =>
    void out.push(String(code), String(value));
  const putAll = (kind: string, groups: readonly Group[]): void => {
    put(0, kind);
    for (const g of groups) put(g.code, g.value);
  };
  const entities = (list: readonly Entity[]): void => {
    for (let i = 0; i < list.length; i++) {
      const entity = list[i]!;
      const { kind } = entity;
      if (!KEPT[kind] || kind === 'VERTEX' || kind === 'BLOCK') {
        if (!SILENT.has(kind)) leftOut.add(kind);
        continue;
      }
      if (++count > SVG_LIMITS.segments) {
        throw new FileError('This drawing has more lines than can be read. Export fewer.');
      }
      const groups = keptOf(entity);
      if (!groups) continue;
      if (kind === 'POLYLINE') {
        putAll(kind, groups);
        while (list[i + 1]?.kind === 'VERTEX') {
          const vertex = keptOf(list[++i]!);
          if (vertex) putAll('VERTEX', vertex);
        }
        put(0, 'SEQEND');
      } else if (kind === 'LWPOLYLINE') {
        const isHead = (g: Group): boolean => g.code === 8 || g.code === 70;
        const corners = groups.filter((g) => !isHead(g));
        const points = corners.filter((g) => g.code === 10).length;
        if (points < 2) continue;
        putAll(kind, [...groups.filter(isHead), { code: 90, value: String(points) }, ...corners]);
      } else {
        const degree =
          kind === 'SPLINE' ? Number(groups.find((g) => g.code === 71)?.value ?? 3) : 1;
        if (degree > MOST_DEGREE) leftOut.add(kind);
        else putAll(kind, groups);
      }
    }
  };
  put(0, 'SECTION');
  put(2, 'BLOCKS');
  const blocks = (sections.get('BLOCKS') ?? []).slice(1);
  for (let i = 0; i < blocks.length;) {
    if (blocks[i]!.kind !== 'BLOCK') {
      i++;
      continue;
    }
    let last = i + 1;
    while (last < blocks.length && !/^(ENDBLK|BLOCK)$/.test(blocks[last]!.kind)) last++;
    putAll('BLOCK', keptOf(blocks[i]!) ?? []);
    entities(blocks.slice(i + 1, last));
    put(0, 'ENDBLK');
    i = last;
  }
  put(0, 'ENDSEC');
  put(0, 'SECTION');
  put(2, 'ENTITIES');
  const drawn = sections.get('ENTITIES');
  if (!drawn) throw damaged('it has no entities');
  entities(drawn.slice(1));
  put(0, 'ENDSEC');
  put(0, 'EOF');
  const unit = unitOf(sections.get('HEADER') ?? []);
  return { text: `${out.join('\n')}\n`, unit, leftOut };
}
