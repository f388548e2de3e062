import { distance } from '../geometry';
import {
  kindOf,
  layItem,
  oval,
  wireMark,
  type DressItem,
  type DressMark,
  type ItemEye,
  type Problem,
  type Run,
  type Thread,
} from '../item';
import { wireOf, type Part } from '../piece';
import type { Plan } from '../plan';
import { asLength, asThickness, say } from '../words';
import { stretchPlace } from './edit';
import type { FormedGround } from './ground';
import { partHolding, ringEye, ringOf } from './partJoints';
import { partWires } from './partWires';
import { ringsHolding, rowPlaceOf, rowRingEye, rowRingsOf } from './rowLoops';
import { isRefused, type Dressed } from './types';

/** A wire further off than this is not the one that an item was put on, mm. */
const LOST_MM = 4;

/** An item whose wire is gone, by an edit or another route, is named: it lies on the nearest one for now. */
function lostFrom(plan: Plan, item: DressItem, run: Run): Problem<DressItem> | null {
  const farMm = distance(run.spot((run.fromMm + run.toMm) / 2).at, item.on);
  if (farMm <= LOST_MM + item.on.lengthMm / 2) return null;
  const on = stretchPlace(plan, run);
  return {
    message: say`The wire that this lay on is no longer there; the nearest is ${asLength(farMm)} away, and it is reckoned on that.`,
    remedies: on
      ? [
          {
            kind: 'item',
            label: say`Put it on the nearest`,
            item: { ...item, on: { ...on, lengthMm: item.on.lengthMm } },
          },
        ]
      : [],
    refused: false,
  };
}

/** What hung in a loop that is gone hangs from the wire for now; so does what hangs in its own. */
const hostless = (item: DressItem): Problem<DressItem> => ({
  message: say`The loop that this hung in is no longer there; it is reckoned as hung from where it lies.`,
  remedies: [{ kind: 'item', label: say`Hang it there`, item: { ...item, hangsIn: undefined } }],
  refused: false,
});

/** What does not go through the loop that it is hung in. */
function tooThick(item: DressItem, { insideMm }: ItemEye): Problem<DressItem>[] {
  const mm = 'thread' in item ? item.thread.diameterMm : 0;
  if (mm <= insideMm + 1e-9) return [];
  return [
    {
      message: say`Its wire of ${asThickness(mm)} does not go through the loop that it hangs in, ${asLength(insideMm)} inside.`,
      remedies: [],
      refused: true,
    },
  ];
}

/** The loop that an item hangs in, and what that is of: another item, or what joins a part. */
interface Hung {
  readonly eye: ItemEye;
  /** the ring itself, where nothing else draws it */
  readonly ring?: DressMark;
  readonly holder: Pick<Dressed, 'stock' | 'wire' | 'times' | 'place' | 'rings'> & {
    readonly host: NonNullable<Dressed['host']>;
  };
}

/** A ring as it hangs, seen from the front. */
function ringMark({ up, insideMm }: ItemEye, wire: Thread): DressMark {
  const radius = (insideMm + wire.diameterMm) / 2;
  return wireMark([oval({ x: up.x, y: up.y + insideMm / 2 }, radius, radius)], wire);
}

/** The ring that joins a part, for things to hang in: they are there with each of the part. */
function inRing(ground: FormedGround, part: Part): Hung | null {
  const eye = ringEye(ground, part);
  const wire = partWires(ground.plan, part)[0];
  if (!eye || wire === undefined) return null;
  return {
    eye,
    ...(part.joint && { ring: ringMark(eye, wireOf(ground.piece, part.joint.wire)) }),
    holder: {
      host: { id: ringOf(part), title: say`the ring of ${part.name}` },
      stock: ground.plan.wires[wire]!.stock.id,
      wire,
      times: 1,
      rings: null,
      place: eye.down,
    },
  };
}

/** The rings between links of a row, for things to hang in: how many of them there are the row tells. */
function inRow({ piece, plan }: FormedGround, hangsIn: string | undefined): Hung | null {
  const rings = ringsHolding(piece, hangsIn);
  const found = rings && rowRingEye(piece, plan, rings);
  if (!found) return null;
  const { eye, wire } = found;
  return {
    eye,
    ring: ringMark(eye, rings.ring.wire),
    holder: {
      host: { id: rowRingsOf(rings.places[0]), title: say`the rings between the links` },
      stock: plan.wires[wire]!.stock.id,
      wire,
      times: 1,
      rings: rings.places[0],
      place: eye.down,
    },
  };
}

/** One item where it lies: on its wire, on none, or in the loop that it hangs in. */
function layOne(ground: FormedGround, item: DressItem, hung: Hung | null): Dressed | null {
  const here = ground.at(item.on);
  const laid = layItem(hung ? { ...here, hangPoint: () => hung.eye } : here, item);
  if (!laid) return null;
  const { plan } = ground;
  const { place: where, traits } = kindOf(item);
  const isFree = where === 'free';
  const run = ground.runAt(item.on);
  const onWire = !isFree && where !== 'acts' && !traits.hangs;
  const lost = run && onWire ? lostFrom(plan, item, run) : null;
  const problems = [
    ...(lost ? [lost] : []),
    ...(item.hangsIn !== undefined && !hung ? [hostless(item)] : []),
    ...(hung ? tooThick(item, hung.eye) : []),
    ...laid.problems,
  ];
  if (hung) {
    const { host, stock, wire, place, rings } = hung.holder;
    const times = hung.holder.times * hung.eye.count;
    const marks = hung.ring ? [hung.ring, ...laid.marks] : laid.marks;
    return { item, ...laid, marks, problems, stock, wire, host, rings, times, place };
  }
  const place = isFree || !run ? item.on : run.spot((run.fromMm + run.toMm) / 2).at;
  return {
    item,
    ...laid,
    problems,
    stock: plan.wires[run?.wire ?? -1]?.stock.id ?? null,
    wire: isFree ? null : (laid.spans[0]?.wire ?? run?.wire ?? null),
    host: null,
    rings: null,
    times: 1,
    place: { x: place.x, y: place.y },
  };
}

/** All items laid, each after what it hangs in; what hangs in a ring of such hangs from the wire. */
export function laidItems(ground: FormedGround, items: readonly DressItem[]): Dressed[] {
  const byId = new Map(items.map((i) => [i.id, i]));
  const done = new Map<string, Dressed | null>();
  const hungIn = (item: DressItem, above: readonly string[]): Hung | null => {
    const part = partHolding(ground.piece, item.hangsIn);
    if (part) return inRing(ground, part);
    if (rowPlaceOf(item.hangsIn) !== null) return inRow(ground, item.hangsIn);
    const host = byId.get(item.hangsIn ?? '');
    if (!host || host === item || above.includes(host.id)) return null;
    const holder = lay(host, [...above, item.id]);
    if (!holder?.eye || isRefused(holder)) return null;
    return { eye: holder.eye, holder: { ...holder, host: { id: host.id, title: holder.title } } };
  };
  const lay = (item: DressItem, above: readonly string[]): Dressed | null => {
    const known = done.get(item.id);
    if (known !== undefined) return known;
    const laid = layOne(ground, item, hungIn(item, above));
    done.set(item.id, laid);
    return laid;
  };
  return items.flatMap((item) => lay(item, []) ?? []);
}
