import { itemTimes, linkPlan, partTimes, wireTimes } from '../bill';
import { TWIST_LIMIT_RAD } from '../element';
import { endKindOf } from '../end';
import type { Dressed, Dressing } from '../dressing';
import type { Kit } from '../forming';
import { COUNT_WORDS, isCountedOff, kindOf, strandOf, type AnyKind, type CountKey } from '../item';
import type { Piece } from '../piece';
import { ropeCut, stockWords, takenOnBlank, type Plan, type RopeCut, type WirePlan } from '../plan';
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
import { asBoth, asLength, asOther, asThickness, counted, say, type Said } from '../words';
import type { Assembly } from './assembly';
import { caution, needsNylon, strains } from './cautions';
import { placesOf, twistedTurns } from './ledSteps';
import { dressOrders } from './orders';
import type { Task } from './taskBook';
import { alikeTogether, type Worked } from './alikeSteps';
import { earCautions, step, whyOf, type Making, type MakeStep } from './makeStep';
import { otherSteps } from './otherSteps';

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
  const count = wireTimes(piece, wire.pathId, row) * both * copies;
  const hook = row?.hook?.wire === task.wire ? row?.hook : null;
  const rope = ropeCut(wire.stock, wire.cutMm);
  if (rope) return ropeSteps(piece, wire, task, count, rope);
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
        ...(needsNylon(piece, wire.stock) ? [caution('nylon')] : []),
      ],
    }),
  ];
}

/** A rope is twisted before it is anything else: its strands cut, then turned together. */
function ropeSteps(
  piece: Piece,
  { cutMm, stock }: WirePlan,
  task: Task,
  count: number,
  rope: RopeCut,
): MakeStep[] {
  const { folded } = stock.rope ?? { folded: false };
  const strand = strandOf(stock);
  const ropes = count > 1 ? say`each ${rope.strands}` : say`the ${rope.strands} strands`;
  const many = rope.pieces * count === 1 ? 'one length' : say`${rope.pieces * count} lengths`;
  const turns = Math.round(rope.turns);
  return [
    step(task, {
      step: 0,
      title: say`${task.title}: ${many}`,
      headline: say`${rope.pieces * count} × ${asLength(rope.eachMm)}`,
      subline: say`${asOther(rope.eachMm)}`,
      orders: [
        say`${stockWords(strand)}.`,
        say`Draw each through nylon jaws until it lies straight, cut it flush.`,
        ...(folded ? [say`Fold each in its middle round a rod as thick as a hook.`] : []),
      ],
      tool: say`flush cutter`,
      cautions: [
        caution('cut'),
        ...(rope.eachMm > 250 ? [caution('whip')] : []),
        ...(needsNylon(piece, stock) ? [caution('nylon')] : []),
      ],
    }),
    step(task, {
      id: `${task.id}:twist`,
      step: 0,
      title: say`Twist ${ropes} to a rope`,
      headline: say`${asLength(cutMm)}`,
      subline: say`${asOther(cutMm)} long when it is twisted`,
      orders: [
        folded
          ? say`Clamp the free ends side by side in the vise, hang all folds in one hook.`
          : say`Clamp all ends side by side in the vise, the others in a hook.`,
        say`Pull evenly and turn the hook ${counted(turns, 'time', 'times')}, until one full turn takes ${asBoth(stock.rope?.turnMm ?? 0)}. Turn it once more and back: what springs off is gone.`,
        say`It is ${asThickness(stock.diameterMm)} across then, and ${asLength(rope.eachMm / (folded ? 2 : 1) - cutMm)} shorter than its strands.`,
      ],
      counts: turns > 0 ? [{ what: 'turns', count: turns }] : [],
      handed: 'twist',
      tool: say`vise, hook in a hand drill`,
      cautions: [...(rope.angleRad > TWIST_LIMIT_RAD ? [caution('twist')] : [])],
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
        ...(i === 0 && needsNylon(piece, wire.stock) ? [caution('nylon')] : []),
        ...(i === 0 && strains(wire.stock) ? [caution('strain')] : []),
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
  const order = endOrder(hook.form, where, stock, over);
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
        ...(needsNylon(piece, wire.stock) ? [caution('nylon')] : []),
      ],
      why: whyOf(assembly, task),
    }),
  ];
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

/** Wire that is wound on the figure, not laid along it or threaded on. */
const isWound = ({ winds, inner, threaded }: AnyKind['traits']): boolean =>
  winds === true && inner !== true && threaded !== true;

/** What of a led wire is counted off: its places, and the rows of what it weaves. */
const LED_COUNTS: ReadonlySet<CountKey> = new Set(['places', 'rows']);

function dressSteps(making: Making, task: Task): MakeStep[] {
  const { dressing, assembly, piece, plan } = making;
  const d = dressing.items.find((i) => i.item.id === task.itemId);
  if (!d) return [];
  const [main] = d.wires;
  const kind = kindOf(d.item);
  const nature = kind.nature?.(d.item);
  // A led wire is counted off place by place: each says what is done there.
  const counted = d.counts.filter((c) => isCountedOff(c) && (!d.acts || LED_COUNTS.has(c.what)));
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
      places: placesOf(d),
      handed: isWound(kind.traits) ? 'wind' : null,
      counts: counted,
      tool: kind.tool ? say`${kind.tool}` : null,
      cautions: [
        ...(kind.traits.hammers ? [caution('hammer')] : []),
        ...(main ? [caution('cut')] : []),
        ...(main?.wire.coat ? [caution('nylon')] : []),
        ...(nature?.pierces ? earCautions(main?.wire ?? piece.wire) : []),
        ...(nature?.neck ? [caution('choking')] : []),
      ],
      why: whyOf(assembly, task),
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
  const turns = twistedTurns(making, stepsOf);
  const worked = assembly.tasks.map((task): Worked => {
    return { own: turns.get(task) ?? stepsOf(task), count: timesOf(making, task) * copies };
  });
  return alikeTogether(worked).flatMap(({ own, count }) =>
    // Of what is made several times each step is counted off, after what is counted within it.
    count === 1
      ? own
      : own.map((s) => ({ ...s, counts: [...s.counts, { what: 'alike' as const, count }] })),
  );
}

/** How many alike of what a task works on one piece has. */
function timesOf({ piece, plan, dressing, row }: Making, task: Task): number {
  const joint = row?.jointKinds[task.joint ?? -1];
  if (joint) return joint.count * joint.pieces;
  const part = piece.parts.find((p) => p.id === task.partId);
  if (part) return partTimes(piece, part, row);
  const item = dressing.items.find((d) => d.item.id === task.itemId);
  if (item) return itemTimes(piece, plan, item, row);
  const wire = plan.wires[task.wire ?? -1];
  return wire ? wireTimes(piece, wire.pathId, row) : 1;
}
