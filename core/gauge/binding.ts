import type { Dressing } from '../dressing';
import { leadStock, type Piece } from '../piece';
import { METAL_FACTS, type Metal } from '../wire';
import { asGauge, say, type Said } from '../words';
import { plasticMoment } from './limits';
import { GAUGE_SIZES, METRIC_SIZES, type Size } from './sizes';

/**
 * A binding wire is pulled tight round the frame. It must fold well before the frame bends under it,
 * so its plastic moment is at most this share of the frame's (typical); and it must not tear.
 */
const FOLDS_AT = 0.05;
/** A wrap is seated with about this pull, N; wire tears near its hard flow stress (typical). */
const SEATING_N = 10;
/** Thinner than this is hard to hold, mm (typical). */
const LEAST_MM = 0.2;
/** Between the two, about this share of the frame looks right (typical). */
const LOOKS = 0.3;

export interface BindingAdvice {
  readonly leastMm: number;
  readonly mostMm: number;
  /** null when no thickness is both strong and soft enough */
  readonly size: Size | null;
  /** second wires of the piece that are thicker or thinner than that */
  readonly odd: readonly {
    readonly name: string;
    readonly diameterMm: number;
    readonly why: Said;
  }[];
}

/** The range of soft binding wire for a frame, mm, in the frame's own metal. */
export function bindingRange(
  metal: Metal,
  frameMm: number,
  frameFlowMPa: number,
): { leastMm: number; mostMm: number } {
  const soft = METAL_FACTS[metal].flowMPa['dead-soft'];
  const mostMm = Math.cbrt((6 * FOLDS_AT * plasticMoment(frameFlowMPa, frameMm)) / soft);
  const tears = Math.sqrt((4 * SEATING_N) / (Math.PI * METAL_FACTS[metal].flowMPa.hard));
  return { leastMm: Math.max(LEAST_MM, tears), mostMm };
}

/** The binding wire that goes with a frame of so many mm, and which wires of the piece do not. */
export function bindingFor(
  piece: Piece,
  dressing: Dressing | null,
  frame: Size,
  frameFlowMPa: number,
): BindingAdvice {
  const { leastMm, mostMm } = bindingRange(leadStock(piece).metal, frame.diameterMm, frameFlowMPa);
  const row = frame.awg === null ? METRIC_SIZES : GAUGE_SIZES;
  const fit = row.filter(
    (s) => s.common && s.diameterMm >= leastMm - 1e-9 && s.diameterMm <= mostMm + 1e-9,
  );
  const wished = LOOKS * frame.diameterMm;
  const size = fit.reduce<Size | null>(
    (a, b) => (!a || Math.abs(b.diameterMm - wished) < Math.abs(a.diameterMm - wished) ? b : a),
    null,
  );
  const odd = (dressing?.wires ?? []).flatMap(({ role, name, wire }) => {
    if (role !== 'binding') return [];
    if (wire.diameterMm > mostMm * 1.02) {
      const why = say`wound tight it would bend the ${asGauge(frame.diameterMm)} frame`;
      return [{ name, diameterMm: wire.diameterMm, why }];
    }
    if (wire.diameterMm < leastMm * 0.98) {
      return [{ name, diameterMm: wire.diameterMm, why: say`pulled tight it may tear` }];
    }
    return [];
  });
  return { leastMm, mostMm, size, odd };
}
