import type { Bill } from '../bill';
import type { CutList, CutProblem } from '../cutting';
import type { CutDone, Drawer, WireLength } from './drawer';
import { isSameStock, StockNames, type Stock } from './stock';

/** A piece that is to be made, with all that one of it takes. */
export interface Wanted {
  /** tells it from the same piece made otherwise */
  readonly key: string;
  readonly pieceId: string;
  readonly pieceName: string;
  readonly copies: number;
  readonly bill: Bill;
}

/** Wires of one length that are still to be cut for a piece. */
export interface WireNeed {
  readonly id: string;
  readonly pieceId: string;
  readonly pieceName: string;
  readonly name: string;
  readonly wire: Stock;
  readonly mm: number;
  /** of that only to hold it by, mm */
  readonly heldMm: number;
  readonly count: number;
}

/** Lengths that differ by less are cut alike, mm. */
const SAME_MM = 0.05;

const fits = (d: CutDone, n: WireNeed): boolean =>
  d.pieceId === n.pieceId && isSameStock(d.wire, n.wire) && Math.abs(d.mm - n.mm) < SAME_MM;

export interface StillToCut {
  readonly needs: readonly WireNeed[];
  /** cut for a piece that has since changed, so that it fits nowhere, or is no longer made */
  readonly stray: readonly CutDone[];
}

/** What is still to be cut for some pieces, once what was cut already is counted. */
export function stillToCut(wanted: readonly Wanted[], done: readonly CutDone[]): StillToCut {
  let left = [...done];
  const needs = wanted.flatMap(({ key, pieceId, pieceName, copies, bill }) =>
    bill.wires.map((w, i): WireNeed => {
      const { rope: _rope, ...wire } = w.wire;
      return {
        id: `${key} ${i}`,
        pieceId,
        pieceName,
        name: w.name,
        wire,
        mm: Number(w.cutMm.toFixed(2)),
        heldMm: Number((w.heldMm ?? 0).toFixed(2)),
        // What is pulled out and used again is needed once.
        count: w.again ? w.one : w.all * copies,
      };
    }),
  );
  const open = needs.map((need) => {
    let { count } = need;
    left = left.filter((d) => {
      if (count === 0 || !fits(d, need)) return true;
      count--;
      return false;
    });
    return { ...need, count };
  });
  return { needs: open.filter((n) => n.count > 0), stray: left };
}

/** The cutting problem that these needs and the drawer make. */
export function cutProblem(
  drawer: Pick<Drawer, 'wires' | 'bladeMm' | 'keepMm' | 'sharesHeld'>,
  needs: readonly WireNeed[],
): CutProblem {
  const names = new StockNames();
  const lengths = (kind: WireLength['kind']) =>
    drawer.wires
      .filter((w) => w.kind === kind && w.leftMm > 0)
      .map(({ id, wire, leftMm }) => ({ id, stock: names.nameOf(wire), mm: leftMm }));
  return {
    bladeMm: drawer.bladeMm,
    keepMm: drawer.keepMm,
    sharesHeld: drawer.sharesHeld,
    needs: needs.map(({ wire, id, mm, heldMm, count }) => {
      return { id, stock: names.nameOf(wire), mm, heldMm, count };
    }),
    offcuts: lengths('offcut'),
    spools: lengths('spool'),
  };
}

/** A wire of the drawer that would do in place of one that is short. */
export interface Substitute {
  readonly wire: Stock;
  readonly thereMm: number;
}

/** One kind of wire: what is needed of it, and what is there. */
export interface WireBalance {
  readonly wire: Stock;
  readonly neededMm: number;
  readonly onSpoolsMm: number;
  readonly inOffcutsMm: number;
  /** what cannot be cut from what is there, blade and all */
  readonly shortMm: number;
  /** nearest thickness first */
  readonly instead: readonly Substitute[];
}

/** A wire that does in place of another is thinner or thicker by no more than a gauge and a half. */
const NEAR_SIZE = 0.2;

function substitutes({ wires }: Drawer, wire: Stock, neededMm: number): Substitute[] {
  const found: { wire: Stock; thereMm: number }[] = [];
  for (const w of wires) {
    const isNear = Math.abs(w.wire.diameterMm / wire.diameterMm - 1) <= NEAR_SIZE;
    if (w.wire.metal !== wire.metal || isSameStock(w.wire, wire) || !isNear) continue;
    const known = found.find((f) => isSameStock(f.wire, w.wire));
    if (known) known.thereMm += w.leftMm;
    else found.push({ wire: w.wire, thereMm: w.leftMm });
  }
  const off = (s: Substitute): number => Math.abs(s.wire.diameterMm - wire.diameterMm);
  return found.filter((f) => f.thereMm >= neededMm).sort((a, b) => off(a) - off(b));
}

/** What is needed of each kind of wire against what is there; what is short, by the list that was worked out. */
export function wireBalance(
  drawer: Drawer,
  needs: readonly WireNeed[],
  list: CutList | null,
): WireBalance[] {
  const kinds: Stock[] = [];
  for (const { wire } of needs) if (!kinds.some((k) => isSameStock(k, wire))) kinds.push(wire);
  return kinds.map((wire) => {
    const own = needs.filter((n) => isSameStock(n.wire, wire));
    const heldOf = (n: WireNeed): number => (drawer.sharesHeld ? n.heldMm : 0);
    const neededMm = own.reduce((sum, n) => sum + n.count * (n.mm - heldOf(n) + drawer.bladeMm), 0);
    const there = (kind: WireLength['kind']): number =>
      drawer.wires
        .filter((w) => w.kind === kind && isSameStock(w.wire, wire))
        .reduce((sum, w) => sum + w.leftMm, 0);
    const ids = new Set(own.map((n) => n.id));
    const shortMm = (list?.short ?? [])
      .filter((s) => ids.has(s.id))
      .reduce((sum, s) => sum + s.count * (s.mm + drawer.bladeMm), 0);
    return {
      wire,
      neededMm,
      onSpoolsMm: there('spool'),
      inOffcutsMm: there('offcut'),
      shortMm,
      instead: shortMm > 0 ? substitutes(drawer, wire, neededMm) : [],
    };
  });
}
