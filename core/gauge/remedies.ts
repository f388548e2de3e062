import { dressPiece, freshItemId, groundOf, type Dressing } from '../dressing';
import { BIND_REACH, kindOf, newDressItem, type DressItem } from '../item';
import { endKindOf } from '../end';
import { distance, type Vec } from '../geometry';
import { leadStock, type Piece } from '../piece';
import { placeOnWire, sizeWords, type Plan } from '../plan';
import { METAL_FACTS, TEMPERS, TEMPER_NAMES } from '../wire';
import { asLength, inWords, say, type Said } from '../words';
import { withGaugeChange, type GaugeChange } from './change';
import { checksAt } from './checks';
import { groundFor, type Ground } from './ground';
import { extentOf } from './hangDressed';
import { tapStrain } from './hardening';
import { flowIn, type Held } from './hold';
import { sizesFor } from './sizes';
import { rate, RATINGS, type Rated } from './rating';
import type { Verdict } from './verdict';

/** A remedy with what it gains, tried before it is offered. */
export interface GaugeRemedy {
  readonly id: string;
  readonly label: Said;
  readonly change: GaugeChange;
  /** the place it is about, or null for all of the wire */
  readonly at: Vec | null;
  /** how the piece is rated once it is taken */
  readonly rated: Rated;
  /** whether nothing speaks against it then */
  readonly passes: boolean;
}

/** So many crossings are tried; those nearest to the weakest spots. */
const MOST_CROSSINGS = 4;
/** Of a kind so many are offered, the best first. */
const MOST_ALIKE = 2;
/** A remedy that gains less than this share of the worst is not offered. */
const WORTH = 0.04;
/** Beyond this many beams only remedies that need no new solving are tried. */
const MANY_BEAMS = 1_200;

/** What makers do first, and then: bind, hook or close, tap or hammer, harder wire, another gauge. */
const KINDS = ['bind', 'close', 'hammer', 'temper', 'size'] as const;
type Kind = (typeof KINDS)[number];

interface Wish {
  readonly id: string;
  readonly kind: Kind;
  readonly label: Said;
  readonly change: GaugeChange;
}

/** Where a place lies on the figure, in words: “upper left”. */
function whereabouts(plan: Plan, at: Vec): string {
  const box = extentOf(plan.wires.flatMap((w) => w.wished));
  const third = (v: number, from: number, to: number): number =>
    Math.min(2, Math.max(0, Math.floor((3 * (v - from)) / Math.max(1e-6, to - from))));
  const down = ['upper', 'middle', 'lower'][third(at.y, box.minY, box.maxY)]!;
  const across = ['left', 'middle', 'right'][third(at.x, box.minX, box.maxX)]!;
  return down === across ? 'middle' : `${down} ${across}`;
}

function bindAt(piece: Piece, at: Vec): DressItem {
  const { metal, diameterMm: frameMm } = leadStock(piece);
  const thread = { metal, temper: 'dead-soft' as const, diameterMm: 0.321 };
  const on = { x: at.x, y: at.y, lengthMm: 0 };
  return newDressItem('bind', freshItemId(piece), on, on, { frameMm, thread });
}

function wishes(piece: Piece, plan: Plan, verdict: Verdict): Wish[] {
  const out: Wish[] = verdict.now.rated.share <= 1 ? [] : stiffer(piece, plan, verdict);
  const lead = leadStock(piece);
  const { row } = sizesFor(lead);
  const thicker = row.find((s) => s.diameterMm > plan.diameterMm * 1.02);
  const sizes = [
    ...(thicker && verdict.now.rated.share > 1 ? [thicker] : []),
    verdict.recommended.size,
  ];
  for (const s of sizes) {
    if (Math.abs(s.diameterMm - plan.diameterMm) < 0.01) continue;
    if (out.some((w) => w.id === `size-${s.diameterMm}`)) continue;
    out.push({
      id: `size-${s.diameterMm}`,
      kind: 'size',
      label:
        piece.stocks.length > 0
          ? say`Take ${sizeWords(lead, s.diameterMm)}, other wires in proportion`
          : say`Take ${sizeWords(lead, s.diameterMm)}`,
      change: { kind: 'diameter', diameterMm: s.diameterMm },
    });
  }
  return out;
}

/** Ends that lie beside another pass without being held there. */
function endWishes(piece: Piece, plan: Plan): Wish[] {
  if (piece.making.closing !== 'mechanical') return [];
  const ground = groundOf(piece, plan);
  return plan.wires.flatMap((wire, w) => {
    if (wire.closed) return [];
    return (['start', 'end'] as const).flatMap((which): Wish[] => {
      const mm = which === 'start' ? 0 : wire.developedMm;
      const at = placeOnWire(wire, mm)?.at;
      const run = at && ground.runAt({ ...at, lengthMm: 0 });
      if (!run || endKindOf(wire.ends[which]).winds || isBound(piece, plan, at)) return [];
      const end = { ...run, wire: w, fromMm: mm, toMm: mm };
      if (ground.passesBeside(end, BIND_REACH * plan.diameterMm).length === 0) return [];
      return [
        {
          id: `end-${w}-${which}`,
          kind: 'close',
          label: say`Bind the ${whereabouts(plan, at)} end`,
          change: { kind: 'item', item: bindAt(piece, at) },
        },
      ];
    });
  });
}

const isBound = (piece: Piece, plan: Plan, at: Vec): boolean =>
  piece.dressing.some((i) => kindOf(i).traits.crosses && distance(i.on, at) < 2 * plan.diameterMm);

/** What stiffens the figure in the wire it has. */
function stiffer(piece: Piece, plan: Plan, verdict: Verdict): Wish[] {
  const out: Wish[] = [];
  const { making, wire } = piece;
  const spots = verdict.weak.map((w) => w.at);
  const far = (at: Vec): number => Math.min(...spots.map((s) => distance(s, at)), Infinity);
  plan.crossings
    .filter((c) => !isBound(piece, plan, c.at))
    .sort((a, b) => far(a.at) - far(b.at))
    .slice(0, MOST_CROSSINGS)
    .forEach((c) => {
      out.push({
        id: `bind-${c.at.x.toFixed(1)}-${c.at.y.toFixed(1)}`,
        kind: 'bind',
        label: say`Bind the ${whereabouts(plan, c.at)} crossing`,
        change: { kind: 'item', item: bindAt(piece, c.at) },
      });
    });
  out.push(...endWishes(piece, plan));
  const notFast = verdict.seams.flatMap((seam, w) => (seam && seam !== 'fast' ? [w] : []));
  for (const w of notFast) {
    const { ends, seamPlace } = plan.wires[w]!;
    if (ends.seam.join === 'overlap' && seamPlace) {
      const item = newDressItem(
        'coil',
        freshItemId(piece),
        { x: seamPlace.x, y: seamPlace.y, lengthMm: Math.max(2, ends.seam.overlapMm) },
        { x: 0, y: 0, lengthMm: 0 },
        {
          frameMm: plan.diameterMm,
          thread: { metal: wire.metal, temper: 'dead-soft', diameterMm: 0.321 },
        },
      );
      out.push({
        id: `seam-${w}`,
        kind: 'close',
        label: say`Wrap the overlap shut`,
        change: { kind: 'item', item },
      });
    }
  }
  const open = notFast.length > 0 || verdict.loose.length > 0;
  const touches = plan.wires.some((w) => !w.closed);
  if (making.closing === 'mechanical' && (open || touches)) {
    out.push({
      id: 'solder',
      kind: 'close',
      label: open ? say`Solder it shut` : say`Solder its ends where they touch`,
      change: { kind: 'closing', closing: 'solder' },
    });
  }
  if (!making.harden) {
    out.push({
      id: 'tap',
      kind: 'hammer',
      label: say`Tap it all over on the block`,
      change: { kind: 'harden' },
    });
  }
  const [worst] = verdict.weak;
  if (worst) {
    const length = Math.min(12, plan.wires[worst.wire]!.developedMm / 3);
    const place = placeOnWire(plan.wires[worst.wire]!, worst.mm)?.at ?? worst.at;
    const flat = newDressItem(
      'flatten',
      freshItemId(piece),
      { x: place.x, y: place.y, lengthMm: Number(length.toFixed(1)) },
      { x: 0, y: 0, lengthMm: 0 },
      { frameMm: plan.diameterMm },
    );
    out.push({
      id: 'flatten',
      kind: 'hammer',
      label: say`Hammer ${asLength(length)} flat at the weakest place`,
      change: { kind: 'item', item: flat },
    });
  }
  const harder = TEMPERS[TEMPERS.indexOf(wire.temper) + 1];
  if (harder) {
    out.push({
      id: `temper-${harder}`,
      kind: 'temper',
      label: say`Take ${TEMPER_NAMES[harder]} wire`,
      change: { kind: 'temper', temper: harder },
    });
  }
  return out;
}

const sameWords = (a: Said, b: Said): boolean => inWords(a, 'mm') === inWords(b, 'mm');

/** Wishes that read alike are told apart by which lies further left. */
function toldApart(list: readonly Wish[]): Wish[] {
  return list.map((wish) => {
    const alike = list.filter((w) => sameWords(w.label, wish.label));
    if (alike.length < 2) return wish;
    const x = ({ change }: Wish): number => (change.kind === 'item' ? change.item.on.x : 0);
    const rank = [...alike].sort((a, b) => x(a) - x(b)).indexOf(wish) + 1;
    const which =
      alike.length === 2 ? (rank === 1 ? 'left one' : 'right one') : `${rank}. from the left`;
    return { ...wish, label: say`${wish.label} (${which})` };
  });
}

/** The ground of the piece once a wish is granted; what does not change the frame is not solved anew. */
function granted(ground: Ground, dressing: Dressing | null, { change }: Wish): Ground | null {
  const { plan, held, limits } = ground;
  const piece = withGaugeChange(ground.piece, change);
  if (change.kind === 'diameter') return { ...ground, piece };
  if (change.kind === 'temper') {
    // A test coil speaks for its own temper only.
    const lead = leadStock(piece);
    const flowMPa = METAL_FACTS[lead.metal].flowMPa[lead.temper];
    const wires = plan.wires.map((w) =>
      w.stock.id === lead.id ? { ...w, stock: { ...w.stock, ...lead, flowMPa } } : w,
    );
    const tempered = { ...plan, wires, flowMPa, measured: false };
    const softest = Math.min(...wires.map((w) => w.stock.flowMPa));
    const stocks = [...new Map(wires.map((w) => [w.stock.id, w.stock])).values()];
    const flow = flowIn(tempered);
    return { ...ground, piece, plan: tempered, stocks, held: { ...held, softest, flow } };
  }
  if (change.kind === 'harden') {
    const tapped: Held['flow'] = (beam, d) =>
      held.flow({ ...beam, hammered: beam.hammered + tapStrain() }, d);
    return { ...ground, piece, held: { ...held, flow: tapped } };
  }
  if (held.mesh.beams.length > MANY_BEAMS) return null;
  const dressed = change.kind === 'item' ? dressPiece(piece, plan) : dressing;
  const id = change.kind === 'item' ? change.item.id : null;
  const own = dressed?.items.find((d) => d.item.id === id);
  if (own?.problems.some((p) => p.refused)) return null;
  return groundFor(piece, plan, dressed, limits);
}

/** What helps a piece to hold, each tried, in the order in which makers turn to it; those that gain nothing are left out. */
export function gaugeRemedies(
  ground: Ground,
  verdict: Verdict,
  dressing: Dressing | null,
): GaugeRemedy[] {
  const { piece, plan } = ground;
  const now = verdict.now.rated.share;
  const tried = toldApart(wishes(piece, plan, verdict)).flatMap(
    (wish): (GaugeRemedy & { kind: Kind })[] => {
      const after = granted(ground, dressing, wish);
      if (!after) return [];
      const { change } = wish;
      const d = change.kind === 'diameter' ? change.diameterMm : plan.diameterMm;
      const { checks, standing } = checksAt(after, d);
      const rated = rate(after, d, standing);
      const passes = checks.every((c) => c.ok);
      const isThinner = change.kind === 'diameter' && change.diameterMm < plan.diameterMm;
      if (now - rated.share < WORTH * now && !(isThinner && passes)) return [];
      const { id, label, kind } = wish;
      const at = change.kind === 'item' ? { x: change.item.on.x, y: change.item.on.y } : null;
      return [{ id, kind, label, change, at, rated, passes }];
    },
  );
  const rank = (r: GaugeRemedy): number => RATINGS.indexOf(r.rated.rating);
  tried.sort(
    (a, b) =>
      KINDS.indexOf(a.kind) - KINDS.indexOf(b.kind) ||
      Number(b.passes) - Number(a.passes) ||
      rank(b) - rank(a) ||
      a.rated.share - b.rated.share,
  );
  const count = new Map<string, number>();
  return tried.flatMap(({ kind, ...remedy }) => {
    count.set(kind, (count.get(kind) ?? 0) + 1);
    return count.get(kind)! <= MOST_ALIKE ? [remedy] : [];
  });
}
