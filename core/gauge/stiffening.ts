import { groundOf, runAt, type Dressing } from '../dressing';
import { twistOf } from '../element';
import type { OutOfPlane, Piece } from '../piece';
import type { Plan } from '../plan';
import type { Section } from './hardening';

/** A stretch of wire that what is put on it makes stiffer, or the work on it harder. */
export interface Stiffened {
  readonly wire: number;
  readonly fromMm: number;
  readonly toMm: number;
  /** how many times as stiff and strong it is */
  readonly factor: number;
  /** strain that the work on it left */
  readonly strain: number;
}

/**
 * A close coil bends with the wire that it grips: as a sleeve round it would, times this share. Set by
 * practice: a frame bound along much of its length holds as well in one to two gauges less.
 */
const GRIP = 0.45;
/** A weave or lacing grips with every other turn or so of such a coil (set by practice). */
const WEAVE_GRIP = 0.5;
/** Beads in a row prop each other (set by practice). */
const BEADED = 1.3;
/** A rolled or cupped figure stands against bending as a vault does (set by practice). */
const HOLLOW = 1.5;

/** How many times the section modulus of a wire of `d` a sleeve of wire `t` round it has. */
const sleeve = (d: number, t: number): number => {
  const across = (d + 2 * t) / d;
  return (across ** 4 - 1) / across;
};

/** What every item on the piece stiffens. */
export function stiffenedBy(piece: Piece, plan: Plan, dressing: Dressing | null): Stiffened[] {
  const d = plan.diameterMm;
  const ground = groundOf(piece, plan);
  return (dressing?.items ?? []).flatMap(({ item, spans, problems }): Stiffened[] => {
    if (problems.some((p) => p.refused)) return [];
    const along = (factor: number, strain = 0): Stiffened[] =>
      spans.map(({ wire, fromMm, toMm }) => ({ wire, fromMm, toMm, factor, strain }));
    switch (item.kind) {
      case 'coil':
      case 'bind': {
        const t = item.thread.diameterMm;
        const close = item.kind === 'coil' ? t / (t + item.gapMm) : 1;
        return along(1 + GRIP * close * sleeve(d, t));
      }
      case 'weave':
      case 'lacing':
        return along(1 + GRIP * WEAVE_GRIP * sleeve(d, item.thread.diameterMm));
      case 'strands':
        return along(1 + item.strands * (item.thread.diameterMm / d) ** 3);
      case 'twist': {
        const run = runAt(ground, item.on);
        if (!run) return [];
        const length = run.toMm - run.fromMm;
        const { angleRad } = twistOf(item.strands, length, item.turns, item.thread.diameterMm);
        // Shear by the angle at which the strands lie, as an equivalent strain (von Mises).
        const strain = Math.tan(angleRad) / Math.sqrt(3);
        return along(1 + (item.strands - 1) * (item.thread.diameterMm / d) ** 3, strain);
      }
      case 'beads':
      case 'wound-beads':
        return along(BEADED);
      default:
        return [];
    }
  });
}

/** How much stiffer a figure is for what it was rolled or cupped to. */
export const hollowFactor = (form: OutOfPlane | null): number =>
  form && form.kind !== 'rod' ? HOLLOW : 1;

/** A section so many times as stiff and strong. */
export const stiffer = (section: Section, factor: number): Section =>
  factor === 1
    ? section
    : {
        ...section,
        inertiaMm4: section.inertiaMm4 * factor,
        modulusMm3: section.modulusMm3 * factor,
      };
