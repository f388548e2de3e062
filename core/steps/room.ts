import { jawWidths, type Kit } from '../forming';
import { distance, startOf, type Vec } from '../geometry';
import { placeOnWire, type PlannedBend, type WirePlan } from '../plan';
import type { StripPiece } from '../strip';

/** Why a step cannot be done as it stands. */
export type Trouble =
  /** wire formed before lies where the tool should be, `atMm` on the blank */
  | { readonly kind: 'tool-room'; readonly bend: number; readonly atMm: number }
  /** the straight between two bends is shorter than the narrowest jaw */
  | {
      readonly kind: 'jaw-room';
      readonly bend: number;
      readonly haveMm: number;
      readonly needMm: number;
      readonly jaw: string;
      /** the bend's other edge, where it is held instead, on the blank from the figure's first end */
      readonly insteadMm: number;
    }
  /** the tail must go through a space narrower than the wire */
  | { readonly kind: 'narrow'; readonly bend: number; readonly crossing: number };

/** Formed wire may press into where the tool stands by this much: springback lets the tool out. */
const PRESS_MM = 0.3;
const STEP_MM = 0.7;
/** A curve this many jaw widths in radius is as good as straight to a jaw. */
const WIDE = 3;

/** A place of the formed wire by its position on the blank. */
export interface Sample {
  readonly mm: number;
  readonly at: Vec;
}

/** Places all along a formed wire. */
export function samplesOf(wire: WirePlan): Sample[] {
  const count = Math.max(1, Math.ceil(wire.developedMm / STEP_MM));
  return Array.from({ length: count + 1 }, (_, i) => (wire.developedMm * i) / count).flatMap(
    (mm) => {
      const place = placeOnWire(wire, mm);
      return place ? [{ mm, at: place.at }] : [];
    },
  );
}

const centreOf = (piece: StripPiece): Vec | null => {
  const arc = piece.shape.find((p) => p.type === 'arc');
  return arc?.type === 'arc' ? arc.center : null;
};

/**
 * Whether the round tool of a curve, standing square to the figure inside the curve, would stand on
 * wire that is formed already.
 * @param formed the stretch of the blank that is in its place before this bend
 */
export function toolRoom(
  wire: WirePlan,
  index: number,
  piece: StripPiece,
  formed: readonly [number, number],
  samples: readonly Sample[],
  diameterMm: number,
): Trouble | null {
  const bend = wire.bends[index];
  const center = centreOf(piece);
  if (!bend?.tool || bend.kind !== 'curve' || !center) return null;
  const reach = bend.tool.diameterMm / 2 + diameterMm / 2 - PRESS_MM;
  if (distance(center, startOf(piece.shape[0]!)) < reach - 1) return null;
  // The leg that runs into the curve lies against the tool: it is no hindrance.
  const clear = 1.5 * diameterMm;
  const inTheWay = samples.find(
    ({ mm, at }) =>
      mm >= formed[0] &&
      mm <= formed[1] &&
      (mm < bend.startMm - clear || mm > bend.endMm + clear) &&
      distance(at, center) < reach,
  );
  return inTheWay ? { kind: 'tool-room', bend: index, atMm: inTheWay.mm } : null;
}

/**
 * Whether the narrowest jaw of the kit has room on the straight before a bend, on the side that is
 * formed already.
 */
export function jawRoom(
  bends: readonly PlannedBend[],
  index: number,
  outwards: 1 | -1,
  kit: Kit | null,
): Trouble | null {
  const jaw = kit ? jawWidths(kit)[0] : undefined;
  const bend = bends[index];
  const before = bends[index - outwards];
  if (!jaw || !bend || !before || bend.kind === 'curve') return null;
  const haveMm = outwards > 0 ? bend.startMm - before.endMm : before.startMm - bend.endMm;
  // Jaws hold on a wide curve as they do on a straight.
  const wide = before.kind === 'curve' && before.insideRadiusMm >= WIDE * jaw.widthMm;
  const holdMm = haveMm + (wide ? before.endMm - before.startMm : 0);
  if (holdMm >= jaw.widthMm) return null;
  const insteadMm = outwards > 0 ? bend.endMm : bend.startMm;
  return { kind: 'jaw-room', bend: index, haveMm, needMm: jaw.widthMm, jaw: jaw.name, insteadMm };
}
