import { isFreePlace, isPiercedEnd } from './facts';
import type { DressItem, Piece } from '../piece';
import type { Plan } from '../plan';
import { wireMassG } from '../wire';
import { dressBeads, dressWound } from './beads';
import { dressBridge, dressFramed } from './bridges';
import { dressDrop } from './hanging';
import { dressCage, dressFinding, dressFlatten } from './settings';
import { groundOf, runAt, type Ground } from './stretch';
import type { BeadUse, Dressed, FindingUse, WireUse, Worked } from './types';
import { dressLacing, dressNet, dressWeave } from './weaves';
import {
  dressBind,
  dressCoil,
  dressFan,
  dressGuided,
  dressRosette,
  dressStrands,
  dressTwist,
} from './wraps';

/** All that a piece is dressed with. */
export interface Dressing {
  readonly items: readonly Dressed[];
  /** second wires, those alike together, the longest first */
  readonly wires: readonly WireUse[];
  readonly beads: readonly BeadUse[];
  readonly findings: readonly FindingUse[];
  /** of second wires, beads, findings; their tails left out */
  readonly massG: number;
  /** touches pierced skin */
  readonly pierced: boolean;
}

function work(ground: Ground, item: DressItem): Worked | null {
  switch (item.kind) {
    case 'beads':
      return dressBeads(ground, item);
    case 'wound-beads':
      return dressWound(ground, item);
    case 'bridge':
      return dressBridge(ground, item);
    case 'drop':
      return dressDrop(ground, item);
    case 'bind':
      return dressBind(ground, item);
    case 'coil':
      return dressCoil(ground, item);
    case 'strands':
      return dressStrands(ground, item);
    case 'twist':
      return dressTwist(ground, item);
    case 'weave':
      return dressWeave(ground, item);
    case 'net':
      return dressNet(ground, item);
    case 'lacing':
      return dressLacing(ground, item);
    case 'cage':
      return dressCage(item);
    case 'guided':
      return dressGuided(item);
    case 'fan':
      return dressFan(ground, item);
    case 'rosette':
      return dressRosette(item);
    case 'framed-bead':
      return dressFramed(ground, item);
    case 'flatten':
      return dressFlatten(ground, item);
    case 'finding':
      return dressFinding(ground, item);
  }
}

/** Items alike in all but their number, together. */
function together<T extends { readonly count: number }>(
  list: readonly T[],
  keyOf: (item: T) => string,
): T[] {
  const found = new Map<string, T>();
  for (const item of list) {
    const before = found.get(keyOf(item));
    found.set(keyOf(item), { ...item, count: item.count + (before?.count ?? 0) });
  }
  return [...found.values()];
}

/**
 * Everything that dresses a piece, worked out on its plan: each item with its wires, beads, place and
 * looks, and the sums. Pure; nothing of it is stored.
 */
export function dressPiece(piece: Piece, plan: Plan): Dressing {
  const ground = groundOf(piece, plan);
  const items = piece.dressing.flatMap((item): Dressed[] => {
    const worked = work(ground, item);
    if (!worked) return [];
    const run = runAt(ground, item.on);
    const place =
      isFreePlace(item.kind) || !run ? item.on : run.spot((run.fromMm + run.toMm) / 2).at;
    return [{ item, ...worked, place: { x: place.x, y: place.y } }];
  });
  const wires = together(
    items.flatMap((d) => d.wires),
    (w) => JSON.stringify([w.role, w.name, w.wire, w.cutMm.toFixed(2)]),
  ).sort((a, b) => b.cutMm - a.cutMm);
  const beads = together(
    items.flatMap((d) => d.beads),
    (b) => JSON.stringify(b.bead),
  );
  const findings = together(
    items.flatMap((d) => d.findings),
    (f) => JSON.stringify([f.name, f.grams]),
  );
  const wireG = wires.reduce(
    (sum, w) => sum + w.count * wireMassG(w.wire.metal, w.wire.diameterMm, w.cutMm - w.tailsMm),
    0,
  );
  const restG =
    beads.reduce((sum, b) => sum + b.count * b.bead.grams, 0) +
    findings.reduce((sum, f) => sum + f.count * f.grams, 0);
  return {
    items,
    wires,
    beads,
    findings,
    massG: wireG + restG,
    pierced: isPiercedEnd(piece, plan),
  };
}
