import { FileError, readSvg } from '../core/file';
import { flattenPath } from '../core/geometry';
import { routeDrawing } from '../core/route';

/** Chords of the printed points stay this near to the drawn line, mm. */
const CHORD_MM = 0.01;

/** The wires that run a drawing, and what they run twice. @throws FileError */
export function runRoute(text: string, extraWireMm: number): object {
  const { paths } = readSvg(text);
  const route = routeDrawing(paths, { extraWireMm });
  if (route.wires.length === 0) {
    throw new FileError(
      'There are only points in this drawing. Draw lines for the wire to follow.',
    );
  }
  const round = (v: number): number => Math.round(v * 1e6) / 1e6;
  return {
    wires: route.wires.map((w) => ({
      points: flattenPath(w.path, CHORD_MM).map((p) => [round(p.x), round(p.y)]),
      length_mm: w.lengthMm,
      doubled_mm: w.doubledMm,
      closed: w.closed,
    })),
    drawn_mm: route.drawnMm,
    doubled_mm: route.doubledMm,
    bound_mm: route.boundMm,
    optimal: route.optimal,
    parts: route.parts,
  };
}
