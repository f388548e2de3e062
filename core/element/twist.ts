import { distance, mix, perp, scale, add, sub, unit, type Vec } from '../geometry';
import { strandMm, strandRho, strandsIn, type Round } from '../wire';

/** Soft wire twisted beyond this angle is near breaking (practical limit). */
export const TWIST_LIMIT_RAD = Math.PI / 4;

/**
 * So many full turns of 2 to 4 strands over a finished length: each strand is a helix of radius rho,
 * sqrt(L^2 + (2 pi rho n)^2).
 * @returns length of one strand, mm, and how steeply it lies
 */
export function twistOf(
  strands: number,
  lengthMm: number,
  turns: number,
  diameterMm: number,
): { strandMm: number; angleRad: number; acrossMm: number } {
  const rho = strandRho(strands) * diameterMm;
  const round = 2 * Math.PI * rho * turns;
  return {
    strandMm: Math.hypot(lengthMm, round),
    angleRad: Math.atan2(round, lengthMm),
    acrossMm: 2 * rho + diameterMm,
  };
}

/**
 * One of two wires that are twisted with each other, so many full turns over a length. Both lie against each
 * other, their middles (d + e) / 2 apart, and both pull alike sideways: each with its flow force, as its section,
 * times the curvature of its helix. So the middle is nearer to the thicker: rho = (d + e) / 2 * e^2 / (d^2 + e^2),
 * which is d / 2 for wires alike and the whole distance for a thin one round a thick one.
 * @param otherMm how thick the other is, mm
 * @returns length of this one, mm, and how steeply it lies
 */
export function twistedPair(
  lengthMm: number,
  turns: number,
  diameterMm: number,
  otherMm: number,
): { strandMm: number; angleRad: number } {
  const round = twistRoundMm(turns, diameterMm, otherMm);
  return { strandMm: Math.hypot(lengthMm, round), angleRad: Math.atan2(round, lengthMm) };
}

/** What a wire goes round, without going on, in so many turns with another, mm. */
export const twistRoundMm = (turns: number, diameterMm: number, otherMm: number): number =>
  2 * Math.PI * pairRhoMm(diameterMm, otherMm) * turns;

const pairRhoMm = (d: number, e: number): number => (((d + e) / 2) * e * e) / (d * d + e * e);

/** The most turns of a wire with another before the limit. */
export const mostTwistWith = (lengthMm: number, diameterMm: number, otherMm: number): number =>
  (lengthMm * Math.tan(TWIST_LIMIT_RAD)) / (2 * Math.PI * pairRhoMm(diameterMm, otherMm));

/** The most turns over a length before the limit. */
export const mostTwist = (strands: number, lengthMm: number, diameterMm: number): number =>
  (lengthMm * Math.tan(TWIST_LIMIT_RAD)) / (2 * Math.PI * strandRho(strands) * diameterMm);

/** So many places are taken in one turn of a strand as it is drawn. */
const DRAWN_A_TURN = 16;
/** More places than these are not drawn: a long rope gets fewer a turn. */
const MOST_DRAWN = 6_000;

/**
 * The strands of a rope as they are seen from the front: those halves of each helix that lie before the
 * rope's middle.
 * @param line the rope's middle as points, mm
 * @param fromMm how much of the rope lies before the first of them
 */
export function strandsSeen(line: readonly Vec[], wire: Round, fromMm = 0): Vec[][] {
  const { rope } = wire;
  if (!rope || line.length < 2) return [];
  const longMm = line.slice(1).reduce((sum, p, i) => sum + distance(line[i]!, p), 0);
  const count = Math.min(MOST_DRAWN, Math.max(2, Math.ceil((longMm / rope.turnMm) * DRAWN_A_TURN)));
  const farMm = strandRho(rope.strands) * strandMm(wire);
  const spots = evenly(line, count, longMm);
  return Array.from({ length: strandsIn(wire) }, (_, j) => j).flatMap((j) => {
    const runs: Vec[][] = [];
    let open = false;
    spots.forEach(({ at, across }, i) => {
      const gone = fromMm + (longMm * i) / count;
      const turn = 2 * Math.PI * (gone / rope.turnMm + j / rope.strands);
      const front = Math.sin(turn) >= -0.2;
      if (front && !open) runs.push([]);
      open = front;
      if (front) runs.at(-1)!.push(add(at, scale(across, farMm * Math.cos(turn))));
    });
    return runs.filter((r) => r.length > 1);
  });
}

/** Places at equal distances along a line, with the way across it. */
function evenly(line: readonly Vec[], count: number, longMm: number): { at: Vec; across: Vec }[] {
  const out: { at: Vec; across: Vec }[] = [];
  let [leg, before] = [0, 0];
  const long = (i: number): number => distance(line[i]!, line[i + 1]!);
  for (let i = 0; i <= count; i++) {
    const wanted = (longMm * i) / count;
    while (leg < line.length - 2 && before + long(leg) < wanted) before += long(leg++);
    const [a, b] = [line[leg]!, line[leg + 1]!];
    const legMm = long(leg);
    if (legMm < 1e-9) continue;
    const at = mix(a, b, Math.min(1, (wanted - before) / legMm));
    out.push({ at, across: perp(unit(sub(b, a))) });
  }
  return out;
}
