import { randomFrom, type Path, type Segment, type Vec } from '../geometry';

/** Random places in a square, one after the other. */
export function randomPlaces(seed: number, count: number, sizeMm: number): Vec[] {
  const random = randomFrom(seed);
  return Array.from({ length: count }, () => ({ x: random() * sizeMm, y: random() * sizeMm }));
}

/** A smooth line through random places, as a hand scribbles: with tips as tight as they come. */
export function smoothScribble(seed: number, count: number, sizeMm: number): Path {
  const places = randomPlaces(seed, count, sizeMm);
  const along = places.map((_, i): Vec => {
    const [a, b] = [places[Math.max(0, i - 1)]!, places[Math.min(count - 1, i + 1)]!];
    return { x: (b.x - a.x) / 6, y: (b.y - a.y) / 6 };
  });
  const segments = places.slice(1).map((to, i): Segment => {
    const [from, a, b] = [places[i]!, along[i]!, along[i + 1]!];
    const c1 = { x: from.x + a.x, y: from.y + a.y };
    return { type: 'cubic', from, c1, c2: { x: to.x - b.x, y: to.y - b.y }, to };
  });
  return { segments, closed: false };
}

/** A row of points along a line that never stops turning this way and that. */
export function wanderingRow(seed: number, count: number, rough: number, stepMm: number): Vec[] {
  const random = randomFrom(seed);
  let [x, y, heading, bend] = [0, 0, 0, 0];
  return Array.from({ length: count }, () => {
    bend = 0.9 * bend + (random() - 0.5) * rough;
    heading += bend * stepMm;
    x += stepMm * Math.cos(heading);
    y += stepMm * Math.sin(heading);
    return { x, y };
  });
}
