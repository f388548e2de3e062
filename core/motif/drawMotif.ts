import { BeltError, pathsBox, transformPath, translation, type Path } from '../geometry';
import type { Least, Maker, MotifField, MotifValues } from './maker';
import { MOTIFS, type MotifKind } from './motifs';

/** Numbers that do not make a motif, with a sentence that says why. */
export class MotifError extends Error {}

export const standardValues = (kind: MotifKind): MotifValues =>
  Object.fromEntries(MOTIFS[kind].fields.map((f) => [f.key, f.standard]));

/** A number held to its field's own limits and steps. */
function heldValue(f: MotifField, v: number): number {
  const held = Math.min(f.max, Math.max(f.min, v));
  if (f.kind === 'count') return Math.round(held);
  return f.kind === 'halves' ? Math.round(held * 2) / 2 : held;
}

/** Of each number of a motif the least that goes with the others, and why. */
export type MotifLeast = Readonly<Record<string, Omit<Least, 'key'>>>;

/** Raising one number may raise the least of another; none of the motifs goes round in a circle. */
const MOST_ROUNDS = 6;

/**
 * The values that a motif is drawn with: those wished, held to their fields' limits, and none less
 * than goes with the others and the wire. A missing one is the standard.
 */
export function motifValues(
  kind: MotifKind,
  wished: MotifValues,
  maker: Maker,
): { values: MotifValues; least: MotifLeast } {
  const motif = MOTIFS[kind];
  const values = Object.fromEntries(
    motif.fields.map((f) => [f.key, heldValue(f, wished[f.key] ?? f.standard)]),
  );
  let least: Record<string, Omit<Least, 'key'>> = {};
  for (let round = 0; round < MOST_ROUNDS; round++) {
    let raised = false;
    least = {};
    for (const { key, value, soThat } of motif.least?.(values, maker) ?? []) {
      const before = least[key];
      if (!before || before.value < value) least[key] = { value, soThat };
      if (values[key]! < value - 1e-9) {
        values[key] = value;
        raised = true;
      }
    }
    if (!raised) break;
  }
  return { values, least };
}

/**
 * A motif's strokes, mm, about the middle of its box.
 * @throws MotifError when its round parts do not fit beside each other
 */
export function drawMotif(kind: MotifKind, values: MotifValues, maker: Maker): Path[] {
  let paths: Path[];
  try {
    paths = MOTIFS[kind].draw(motifValues(kind, values, maker).values, maker);
  } catch (error) {
    if (!(error instanceof BeltError)) throw error;
    throw new MotifError(
      `${MOTIFS[kind].name}: ${error.message}. Choose smaller tools or longer lengths.`,
    );
  }
  const box = pathsBox(paths);
  if (!box) throw new MotifError(`${MOTIFS[kind].name}: nothing is left with these numbers.`);
  const middle = translation(-(box.minX + box.maxX) / 2, -(box.minY + box.maxY) / 2);
  return paths.map((p) => transformPath(p, middle));
}

/** Height of the finished motif, the wire's thickness included, mm. */
export function motifHeight(kind: MotifKind, values: MotifValues, maker: Maker): number {
  const box = pathsBox(drawMotif(kind, values, maker));
  return box ? box.maxY - box.minY + maker.diameterMm : 0;
}

/**
 * The values that make a motif as high as wanted with tools that exist: lengths grow or shrink, and
 * each tool is the owned one nearest to the size it would grow to. Where no length can make up the
 * rest, the height comes as near as the tools allow.
 * @param toolsMm diameters of the tools at hand, mm
 */
export function sizedToHeight(
  kind: MotifKind,
  values: MotifValues,
  heightMm: number,
  maker: Maker,
  toolsMm: readonly number[],
): MotifValues {
  const { fields } = MOTIFS[kind];
  const held = motifValues(kind, values, maker).values;
  const nearest = (mm: number): number =>
    toolsMm.reduce(
      (best, t) => (Math.abs(t - mm) < Math.abs(best - mm) ? t : best),
      toolsMm[0] ?? mm,
    );
  const grown = (lengths: number, tools: number): MotifValues =>
    Object.fromEntries(
      fields.map((f) => {
        const v = held[f.key]!;
        const clamp = (x: number): number => Math.min(f.max, Math.max(f.min, x));
        if (f.kind === 'length') return [f.key, clamp(v * lengths)];
        return [f.key, f.kind === 'tool' ? clamp(nearest(v * tools)) : v];
      }),
    );
  const height = (v: MotifValues): number => {
    try {
      return motifHeight(kind, v, maker);
    } catch (error) {
      if (error instanceof MotifError) return Infinity;
      throw error;
    }
  };
  const solve = (of: (factor: number) => number): number => {
    let [low, high] = [0.02, 50];
    for (let i = 0; i < 60; i++) {
      const middle = Math.sqrt(low * high);
      if (of(middle) < heightMm) low = middle;
      else high = middle;
    }
    return Math.sqrt(low * high);
  };
  const both = solve((f) => height(grown(f, f)));
  const lengths = solve((f) => height(grown(f, both)));
  const choices = [grown(lengths, both), grown(both, both)];
  const off = (v: MotifValues): number => Math.abs(height(v) - heightMm);
  return choices.reduce((best, v) => (off(v) < off(best) - 1e-9 ? v : best));
}
