import { itemTimes, linkPlan, partJointWire, partTimes, wireTimes, type LinkPlan } from '../bill';
import { endKindOf } from '../end';
import { finishedSize, type Dressed, type Dressing } from '../dressing';
import type { Kit } from '../forming';
import { COUNT_WORDS, isCountedOff, kindOf, type Counted } from '../item';
import type { Part, Piece } from '../piece';
import { stockWords, takenOnBlank, type Plan } from '../plan';
import {
  bendOrder,
  endOrder,
  endWords,
  gaugeWords,
  measureWords,
  moveWords,
  overTool,
  stepTitle,
  troubleWords,
  turnWord,
  type WireSteps,
} from '../steps';
import { METAL_FACTS, type Metal } from '../wire';
import { asBoth, asLength, asOther, asThickness, counted, joined, say, type Said } from '../words';
import type { Assembly } from './assembly';
import { caution, earMetal, strains, type Caution } from './cautions';
import { PLAIN_REASONS, type Reason } from './reasons';
import { dressOrders } from './orders';
import type { Task } from './taskBook';

/** One step of making, as it stands alone on the screen. */
export interface MakeStep {
  readonly id: string;
  readonly task: Task;
  /** index of the step of the wire's forming that is shown, if it is one */
  readonly step: number | null;
  /** the items that go on with it: several where they are alike and follow each other */
  readonly itemIds: readonly string[];
  /** the bends of its wire that are made with it, as they are numbered */
  readonly bends: readonly number[];
  readonly title: Said;
  /** the one number or size that is read from a metre away */
  readonly headline: Said | null;
  /** what belongs to it, smaller */
  readonly subline: Said | null;
  readonly orders: readonly Said[];
  /** what is counted, such as wraps */
  readonly counts: readonly Counted[];
  readonly tool: Said | null;
  readonly turn: 'left' | 'right' | null;
  readonly cautions: readonly Caution[];
  /** why it comes here: of the tasks it waited for */
  readonly why: readonly Reason[];
}

interface Making {
  readonly piece: Piece;
  readonly plan: Plan;
  readonly dressing: Dressing;
  readonly assembly: Assembly;
  readonly kit: Kit;
  /** how many are made step by step together */
  readonly copies: number;
  /** the row of links that the piece is one of */
  readonly row: LinkPlan | null;
}

/** Reasons for a task's place, each once. */
function whyOf({ precedences }: Assembly, task: Task): Reason[] {
  const own = precedences.filter((e) => e.first === task.id || e.then === task.id);
  return [...new Set(own.map((e) => e.why))].filter((w) => !PLAIN_REASONS.has(w));
}

const step = (
  task: Task,
  more: Partial<MakeStep> & Pick<MakeStep, 'title' | 'orders'>,
): MakeStep => ({
  id: task.id,
  task,
  itemIds: task.itemId === null ? [] : [task.itemId],
  bends: [],
  step: null,
  headline: null,
  subline: null,
  counts: [],
  tool: null,
  turn: null,
  cautions: [],
  why: [],
  ...more,
});

/** Each thing said once. */
const once = (list: readonly Said[]): Said[] => [
  ...new Map(list.map((said) => [JSON.stringify(said), said])).values(),
];

/** Half of a pair, and both hands on it. */
const PAIR_WORDS = {
  single: null,
  'one-by-one': say`Make the twin afterwards, by its own list: its turns go the other way.`,
  together: say`Lay both wires side by side and grip them together; turn one over when all is bent for the mirrored one.`,
} as const;

function cutSteps({ piece, plan, copies, row }: Making, task: Task): MakeStep[] {
  const wire = plan.wires[task.wire ?? 0]!;
  const spool = piece.work === 'spool';
  const both = piece.making.pair === 'together' ? 2 : 1;
  const count = wireTimes(piece, wire.pathId) * both * copies * (row?.links ?? 1);
  const hook = row?.hook?.wire === task.wire ? row?.hook : null;
  const times = count > 1 ? `${count} × ` : '';
  const pair = PAIR_WORDS[piece.making.pair];
  return [
    step(task, {
      step: 0,
      title: task.title,
      headline: say`${times}${asLength(wire.cutMm)}`,
      subline: say`${asOther(wire.cutMm)}`,
      orders: [
        say`${stockWords(wire.stock)}.`,
        spool
          ? say`Straighten more than that, mark the stop at ${asBoth(wire.cutMm)} and leave the wire on the spool.`
          : say`Draw it through nylon jaws until it lies straight, cut it flush.`,
        ...(pair ? [pair] : []),
        ...(hook
          ? [
              say`One of them ${asBoth(wire.cutMm + hook.moreMm)}: the last link, which ends in its hook.`,
            ]
          : []),
      ],
      tool: say`flush cutter`,
      cautions: [
        caution('cut'),
        ...(wire.cutMm > 250 ? [caution('whip')] : []),
        ...(wire.cutMm > 400 ? [caution('drill')] : []),
        ...(piece.making.finish === 'bare' ? [] : [caution('nylon')]),
      ],
    }),
  ];
}

function bendSteps(making: Making, task: Task, work: WireSteps): MakeStep[] {
  const { piece, plan, kit } = making;
  const wire = plan.wires[task.wire ?? 0]!;
  const [from, to] = task.steps!;
  return work.steps.slice(from, to + 1).map((s, i): MakeStep => {
    const [first] = s.marks;
    const bend = first && wire.bends[first.bend];
    const orders = s.marks.flatMap((m) => {
      const b = wire.bends[m.bend]!;
      const byJaw = gaugeWords(m, kit);
      const arm =
        s.marks.length > 1 ? (m.arm === 'towards-last' ? 'Last arm: ' : 'First arm: ') : '';
      return [
        say`${arm}${bendOrder(b, m, wire.stock.diameterMm)}`,
        ...(byJaw && s.marks.length === 1 ? [byJaw] : []),
      ];
    });
    return step(task, {
      // However the bends are parted in stages, each keeps its name.
      id: `wire:${work.wire}:bend:${from + i}`,
      step: from + i,
      bends: s.marks.map((m) => m.bend + 1),
      title: stepTitle(s, work, plan),
      headline: first ? say`${asLength(first.atMm)}` : null,
      subline: first
        ? say`${asOther(first.atMm)}, gripped at the ${first.grip === 'edge' ? 'edge' : 'middle'}`
        : null,
      orders: [
        ...orders,
        ...once(s.moves.map((m) => moveWords(m))),
        ...s.troubles.map((t) => troubleWords(t, wire)),
        ...(s.measure ? [say`Measure: ${measureWords(s.measure)}.`] : []),
      ],
      tool: bend
        ? (bend.tool?.name ?? (bend.kind === 'curve' ? say`fingers` : say`jaw edge`))
        : null,
      turn: first && s.marks.length === 1 ? turnWord(first.turnRad) : null,
      cautions: [
        ...(i === 0 && piece.making.finish !== 'bare' ? [caution('nylon')] : []),
        ...(i === 0 && strains(wire.stock.diameterMm, wire.stock.flowMPa)
          ? [caution('strain')]
          : []),
      ],
      why: i === 0 ? whyOf(making.assembly, task) : [],
    });
  });
}

/** How far a wire is formed when one of its ends is worked: its step of forming. */
function formedBefore({ tasks }: Assembly, task: Task): number {
  const bends = tasks.filter((t) => t.kind === 'bend' && t.wire === task.wire);
  const before = bends.filter((t) => tasks.indexOf(t) < tasks.indexOf(task));
  if (before.length === bends.length) return task.steps![0];
  return Math.max(0, ...before.map((t) => t.steps![1]));
}

/** The last link of a row has a hook in the place of one of its loops. */
function hookOrders({ row, kit, plan }: Making, task: Task): Said[] {
  const hook = row?.hook ?? null;
  const isHere = hook !== null && hook.wire === task.wire && hook.end === task.end;
  if (!isHere) return [];
  const where = hook.end === 'start' ? 'the first end' : 'the last end';
  const { stock } = plan.wires[hook.wire]!;
  const over = (mm: number): Said => overTool(kit, stock, mm);
  const order = endOrder(hook.form, where, over);
  return order ? [say`The last link instead: ${order}`] : [];
}

function endSteps(making: Making, task: Task): MakeStep[] {
  const { piece, plan, kit, assembly } = making;
  const wire = plan.wires[task.wire ?? 0]!;
  const worked = task.end ? [wire.ends[task.end]] : [wire.ends.start, wire.ends.end];
  const ear = !wire.closed && worked.some((e) => endKindOf(e).ear);
  return [
    step(task, {
      step: formedBefore(assembly, task),
      title: task.title,
      orders: [
        ...endWords(piece, plan, task.wire ?? 0, kit, task.end),
        ...hookOrders(making, task),
      ],
      tool:
        wire.closed && wire.ends.seam.join !== 'loops'
          ? say`flat-nose pliers`
          : worked.every((e) => e.kind === 'plain')
            ? say`flush cutter`
            : say`round-nose pliers`,
      cautions: [
        caution('file'),
        ...(ear ? earCautions(wire.stock) : []),
        ...(piece.making.finish === 'bare' ? [] : [caution('nylon')]),
      ],
      why: whyOf(assembly, task),
    }),
  ];
}

const earCautions = ({ metal }: { readonly metal: Metal }): Caution[] => [
  caution('pierced'),
  { id: 'ear-metal', text: earMetal(metal, METAL_FACTS[metal].name) },
];

/** The wire that goes through a pierced ear. */
function piercing({ piece, plan, dressing }: Making): { readonly metal: Metal } {
  const own = plan.wires.find(
    (w) => !w.closed && [w.ends.start, w.ends.end].some((e) => endKindOf(e).ear),
  );
  const item = dressing.items.find((d) => kindOf(d.item).nature?.(d.item).pierces);
  return own?.stock ?? item?.wires[0]?.wire ?? piece.wire;
}

/** Where on its blank a wire makes something on its way, and what it takes. */
function onTheWayWords(plan: Plan, { item, own }: Dressed): Said | null {
  const [first] = own;
  if (!first) return null;
  const all = own.reduce((sum, o) => sum + o.lengthMm, 0);
  const wire = plan.wires[first.wire]!;
  const from = takenOnBlank(wire).find((t) => t.itemId === item.id)?.fromMm;
  const of = plan.wires.length > 1 ? say` of wire ${first.wire + 1}` : '';
  return from === undefined
    ? null
    : say`${asLength(from)} from the first end${of}; takes ${asLength(all)} of it`;
}

function dressSteps(making: Making, task: Task): MakeStep[] {
  const { dressing, assembly, piece, plan } = making;
  const d = dressing.items.find((i) => i.item.id === task.itemId);
  if (!d) return [];
  const [main] = d.wires;
  const kind = kindOf(d.item);
  const nature = kind.nature?.(d.item);
  const counted = d.counts.filter(isCountedOff);
  return [
    step(task, {
      title: d.title,
      headline: counted[0]
        ? say`${counted[0].count} ${COUNT_WORDS[counted[0].what]}`
        : main
          ? say`${asLength(main.cutMm)}`
          : null,
      subline: onTheWayWords(plan, d),
      orders: dressOrders(d),
      counts: counted,
      tool: kind.tool ? say`${kind.tool}` : null,
      cautions: [
        ...(kind.traits.hammers ? [caution('hammer')] : []),
        ...(main ? [caution('cut')] : []),
        ...(nature?.pierces ? earCautions(main?.wire ?? piece.wire) : []),
        ...(nature?.neck ? [caution('choking')] : []),
      ],
      why: whyOf(assembly, task),
    }),
  ];
}

/** How one joint between links is made. */
function jointOrders({ piece, row }: Making): Said[] {
  const joint = piece.links?.joint;
  if (!joint || joint.kind === 'direct' || !row) return [];
  const cut = say`Cut ${asBoth(row.joint.cutMm)} of ${asThickness(joint.wire.diameterMm)} ${METAL_FACTS[joint.wire.metal].name.toLowerCase()}.`;
  if (joint.kind === 'ring') {
    return [cut, say`Wind it round ${asBoth(joint.insideMm)} to a ring, ends flush.`];
  }
  const beads = joined(
    joint.beads.map((b) => say`${b.name}`),
    ', ',
  );
  return [
    cut,
    say`Turn a loop of ${asBoth(joint.insideMm)} inside at one end, thread ${beads}, turn the other loop.`,
  ];
}

/** How what joins a part is made, where it is made from wire. */
function partJointOrders({ piece, plan }: Making, part: Part): Said[] {
  const made = partJointWire(piece, plan, part);
  const { joint } = part;
  if (!made || !joint) return [];
  const cut = say`Cut ${asBoth(made.cutMm)} of ${asThickness(joint.wire.diameterMm)} ${METAL_FACTS[joint.wire.metal].name.toLowerCase()}.`;
  return part.join === 'ring'
    ? [
        cut,
        say`Wind it round ${asBoth(joint.insideMm)} to a ring, ends flush; hang it in and close it.`,
      ]
    : [
        cut,
        say`Wind ${counted(joint.wraps, 'wrap', 'wraps')} round both, side by side, each drawn tight; tuck both tails.`,
      ];
}

/** How links and joints become a row. */
function chainOrders({ piece, row }: Making): Said[] {
  const clasp = piece.links?.clasp;
  if (!clasp || !row) return [];
  const between =
    row.joints > 0
      ? say`, ${counted(row.joints, 'joint', 'joints')} between them${clasp.kind === 'bought' ? ' and beside the clasp' : ''}`
      : '';
  const closing = {
    none: say`Join the last link to the first.`,
    bought: say`Put the clasp on the last loop.`,
    hook: say`The hook of the last link goes into the first loop.`,
  }[clasp.kind];
  return [
    say`${counted(row.links, 'link', 'links')}${between}: open a loop sideways, hang the next in, close it flush.`,
    closing,
    say`Closed it is ${asBoth(row.lengthMm)} long.`,
  ];
}

const otherOrders = (making: Making, task: Task): Said[] => {
  const { piece, plan } = making;
  const out = piece.outOfPlane;
  switch (task.kind) {
    case 'joints':
      return jointOrders(making);
    case 'chain':
      return chainOrders(making);
    case 'off': {
      const { cutMm } = plan.wires[task.wire ?? 0]!;
      return [
        say`At the stop mark, ${asBoth(cutMm)} from the first end; all that stands over stays on the spool.`,
      ];
    }
    case 'harden':
      return [
        say`Small even blows, more on curves than on crossings; turn it over and do the back.`,
        say`Keep off beads and thin wire. Hammered wire grows longer and wider: look at the pattern again.`,
      ];
    case 'solder':
      return [say`File both ends flat so that no light shows, flux, a small drop from behind.`];
    case 'epoxy':
      return [
        say`A drop from a pin on each tucked end, at the back; leave it still until it is set.`,
      ];
    case 'patina':
      return [say`Clean off all grease, colour, rinse, dry; buff the high places back.`];
    case 'shape':
      if (out?.kind === 'roll')
        return [
          say`Roll the finished figure round ${asBoth(out.mandrelMm)} with nylon pliers or a soft hammer; the wire’s length stays, the width seen grows smaller.`,
        ];
      if (out?.kind === 'cup')
        return [say`Press it into a hollow until it rises ${asBoth(out.riseMm)}.`];
      return out?.kind === 'rod'
        ? [
            say`Bend the top backwards over ${asBoth(out.rodMm)} to a bail, ${asBoth(out.backMm)} down behind.`,
          ]
        : [];
    case 'join': {
      const part = piece.parts.find((p) => p.id === task.partId);
      return [
        ...(part ? partJointOrders(making, part) : []),
        part?.hangs
          ? say`Check that it swings freely, and that left and right are alike.`
          : say`Check that it sits flat and does not turn, and that left and right are alike.`,
      ];
    }
    case 'finish':
      return [
        say`Trim what stands over, tuck the ends to the back, pinch them flat.`,
        say`Feel all round with a finger; file what catches. Close jump rings flush.`,
      ];
    case 'compare':
      return [
        say`Lay it on the true-size pattern: size, symmetry, parallel wires, even loops, gaps in the wraps.`,
        say`${making.row ? 'Each link' : 'Finished it'} is about ${sizeWords(making)}. Nudge what is off, then note what was used.`,
      ];
    default:
      return [];
  }
};

/** The finished size, over everything. */
function sizeWords({ piece, plan, dressing, row }: Making): Said {
  const size = finishedSize(piece, plan, dressing);
  if (!size) return say`as drawn`;
  const deep = size.deepMm === null ? '' : say`, ${asBoth(size.deepMm)} deep`;
  const long = row ? say`, the row ${asBoth(row.lengthMm)} long closed` : '';
  return say`${asBoth(size.widthMm)} wide and ${asBoth(size.heightMm)} high${deep}${long}`;
}

function otherSteps(making: Making, task: Task): MakeStep[] {
  const { piece } = making;
  const small = piece.making.wornAs === 'charm' || piece.making.wornAs === 'ornament';
  const cautions: Caution[] =
    {
      off: [caution('cut')],
      harden: [caution('hammer')],
      solder: [caution('solder')],
      epoxy: [caution('epoxy')],
      patina: [caution('patina')],
      finish: [caution('file'), ...(making.dressing.pierced ? earCautions(piercing(making)) : [])],
      compare: small ? [caution('choking')] : [],
    }[task.kind as 'harden'] ?? [];
  return [
    step(task, {
      title: task.title,
      orders: otherOrders(making, task),
      cautions,
      tool:
        task.kind === 'harden'
          ? say`chasing hammer, bench block`
          : task.kind === 'off'
            ? say`flush cutter`
            : null,
      why: whyOf(making.assembly, task),
    }),
  ];
}

/**
 * All steps of making a piece one by one, in the order of its assembly.
 * @param copies how many are made step by step together
 */
export function makeSteps(
  piece: Piece,
  plan: Plan,
  dressing: Dressing,
  assembly: Assembly,
  kit: Kit,
  copies = 1,
): MakeStep[] {
  const answer = linkPlan(piece, plan);
  const row = answer?.ok ? answer.plan : null;
  const making: Making = { piece, plan, dressing, assembly, kit, copies, row };
  const stepsOf = (task: Task): MakeStep[] => {
    if (task.kind === 'cut') return cutSteps(making, task);
    if (task.kind === 'ends') return endSteps(making, task);
    if (task.kind === 'dress') return dressSteps(making, task);
    if (task.kind === 'bend') {
      const work = assembly.works.find((w) => w.wire === task.wire);
      return work ? bendSteps(making, task, work) : [];
    }
    return otherSteps(making, task);
  };
  const worked = assembly.tasks.map((task): Worked => {
    return { own: stepsOf(task), count: timesOf(making, task) * copies };
  });
  return alikeTogether(worked).flatMap(({ own, count }) =>
    // Of what is made several times each step is counted off, after what is counted within it.
    count === 1
      ? own
      : own.map((s) => ({ ...s, counts: [...s.counts, { what: 'alike' as const, count }] })),
  );
}

/** The steps of a task, and how often each is done in all. */
interface Worked {
  readonly own: readonly MakeStep[];
  readonly count: number;
}

/** Items that are alike and follow each other are said once and counted off, place by place. */
function alikeTogether(list: readonly Worked[]): Worked[] {
  const out: Worked[] = [];
  for (const next of list) {
    const last = out.at(-1);
    const [a, b] = [last?.own[0], next.own[0]];
    if (last && a && b && last.count === next.count && isAlike(a, b)) {
      out[out.length - 1] = { ...last, own: [withOneMore(a, b)] };
    } else out.push(next);
  }
  return out;
}

const saidOf = ({ title, orders, tool, counts, subline }: MakeStep): string =>
  JSON.stringify([title, orders, tool, counts.filter((c) => c.what !== 'spots'), subline]);

/** What is made by a wire on its way has its own place there each time: it is never one with another. */
const isAlike = (a: MakeStep, b: MakeStep): boolean =>
  a.task.kind === 'dress' &&
  b.task.kind === 'dress' &&
  a.subline === null &&
  saidOf(a) === saidOf(b);

function withOneMore(a: MakeStep, b: MakeStep): MakeStep {
  const itemIds = [...a.itemIds, ...b.itemIds];
  const own = a.counts.filter((c) => c.what !== 'spots');
  return {
    ...a,
    itemIds,
    headline: say`${itemIds.length} places`,
    why: [...new Set([...a.why, ...b.why])],
    counts: [...own, { what: 'spots' as const, count: itemIds.length }],
  };
}

/** How many alike of what a task works on one piece has. */
function timesOf(making: Making, task: Task): number {
  if (task.kind === 'joints') return making.row?.joints ?? 1;
  const isOfLink = task.wire !== null || task.itemId !== null || task.partId !== null;
  return timesInLink(making, task) * (isOfLink ? (making.row?.links ?? 1) : 1);
}

function timesInLink({ piece, plan, dressing }: Making, task: Task): number {
  const part = piece.parts.find((p) => p.id === task.partId);
  if (part) return partTimes(piece, part);
  const item = dressing.items.find((d) => d.item.id === task.itemId);
  if (item) return itemTimes(piece, plan, item);
  const wire = plan.wires[task.wire ?? -1];
  return wire ? wireTimes(piece, wire.pathId) : 1;
}
