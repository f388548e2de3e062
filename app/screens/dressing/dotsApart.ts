import type { Vec } from '@core/geometry';

interface Dot {
  readonly id: string;
  readonly at: Vec;
  readonly trouble: boolean;
}

/**
 * Those of many numbered dots that can be read: none lies on another. The one in work comes first, then those
 * in trouble, then each in its turn; looked at from nearer there is room for more.
 * @param apartMm from middle to middle
 * @returns places in the list, from the first on
 */
export function dotsApart(
  dots: readonly Dot[],
  apartMm: number,
  inWork: string | null,
): ReadonlySet<number> {
  const urgency = (dot: Dot): number => (dot.id === inWork ? 0 : dot.trouble ? 1 : 2);
  const inTurn = dots.map((dot, i) => ({ dot, i })).sort((a, b) => urgency(a.dot) - urgency(b.dot));
  const cells = new Map<string, Vec[]>();
  const cellOf = (v: number): number => Math.floor(v / apartMm);
  const near = ({ x, y }: Vec): Vec[] =>
    [-1, 0, 1].flatMap((dx) =>
      [-1, 0, 1].flatMap((dy) => cells.get(`${cellOf(x) + dx} ${cellOf(y) + dy}`) ?? []),
    );
  const shown = new Set<number>();
  for (const { dot, i } of inTurn) {
    const { x, y } = dot.at;
    if (near(dot.at).some((p) => Math.hypot(p.x - x, p.y - y) < apartMm)) continue;
    shown.add(i);
    const cell = `${cellOf(x)} ${cellOf(y)}`;
    cells.set(cell, [...(cells.get(cell) ?? []), dot.at]);
  }
  return shown;
}
