import { endKindOf } from '../end';
import type { Dressing } from '../dressing';
import type { Kit } from '../forming';
import { COUNT_WORDS, kindOf, type Counted } from '../item';
import type { Piece } from '../piece';
import type { Plan } from '../plan';
import {
  bendOrder,
  endWords,
  gaugeWords,
  measureWords,
  moveWords,
  stepTitle,
  troubleWords,
  turnWord,
  type WireSteps,
} from '../steps';
import { printBoth, printGauge, printLength, type LengthUnit } from '../units';
import { METAL_FACTS } from '../wire';
import type { Assembly } from './assembly';
import { caution, earMetal, strains, type Caution } from './cautions';
import { dressOrders } from './orders';
import type { Task } from './taskBook';

/** One step of making, as it stands alone on the screen. */
export interface MakeStep {
  readonly id: string;
  readonly task: Task;
  /** index of the step of the wire's forming that is shown, if it is one */
  readonly step: number | null;
  readonly title: string;
  /** the one number or size that is read from a metre away */
  readonly headline: string | null;
  /** what belongs to it, smaller */
  readonly subline: string | null;
  readonly orders: readonly string[];
  /** what is counted, such as wraps */
  readonly counts: readonly Counted[];
  readonly tool: string | null;
  readonly turn: 'left' | 'right' | null;
  readonly cautions: readonly Caution[];
  /** why it comes here: of the tasks it waited for */
  readonly why: readonly string[];
}

interface Making {
  readonly piece: Piece;
  readonly plan: Plan;
  readonly dressing: Dressing;
  readonly assembly: Assembly;
  readonly kit: Kit;
  readonly unit: LengthUnit;
}

const other = (unit: LengthUnit): LengthUnit => (unit === 'mm' ? 'in' : 'mm');

/** Reasons for a task's place, each once. */
function whyOf({ precedences }: Assembly, task: Task): string[] {
  const own = precedences.filter((e) => e.first === task.id || e.then === task.id);
  const skip = new Set([
    'last of all',
    'bends follow the strip',
    'straight wire is bent',
    'the frame is bent first',
    'ends are worked when all is bent',
  ]);
  return [...new Set(own.map((e) => e.why))].filter((w) => !skip.has(w));
}

const step = (
  task: Task,
  more: Partial<MakeStep> & Pick<MakeStep, 'title' | 'orders'>,
): MakeStep => ({
  id: task.id,
  task,
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

/** Half of a pair, and both hands on it. */
const PAIR_WORDS = {
  single: null,
  'one-by-one': 'Make the twin afterwards, by its own list: its turns go the other way.',
  together:
    'Lay both wires side by side and grip them together; turn one over when all is bent for the mirrored one.',
} as const;

function cutSteps({ piece, plan, unit }: Making, task: Task): MakeStep[] {
  const wire = plan.wires[task.wire ?? 0]!;
  const spool = piece.work === 'spool';
  const part = piece.parts.find((p) => p.paths.includes(wire.pathId));
  const both = piece.making.pair === 'single' ? 1 : 2;
  const count = (part?.count ?? 1) * both;
  const times = count > 1 ? `${count} × ` : '';
  const pair = PAIR_WORDS[piece.making.pair];
  return [
    step(task, {
      step: 0,
      title: task.title,
      headline: `${times}${printLength(wire.cutMm, unit)}`,
      subline: printLength(wire.cutMm, other(unit)),
      orders: [
        `${printGauge(plan.diameterMm)} ${METAL_FACTS[piece.wire.metal].name.toLowerCase()}.`,
        spool
          ? `Straighten more than that, mark the stop at ${printBoth(wire.cutMm, unit)} and leave the wire on the spool.`
          : 'Draw it through nylon jaws until it lies straight, cut it flush.',
        ...(pair ? [pair] : []),
      ],
      tool: 'flush cutter',
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
  const { piece, plan, kit, unit } = making;
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
        `${arm}${bendOrder(b, m, plan.diameterMm)}`,
        ...(byJaw && s.marks.length === 1 ? [byJaw] : []),
      ];
    });
    return step(task, {
      id: `${task.id}:${from + i}`,
      step: from + i,
      title: stepTitle(s, work, plan),
      headline: first ? printLength(first.atMm, unit) : null,
      subline: first
        ? `${printLength(first.atMm, other(unit))}, gripped at the ${first.grip === 'edge' ? 'edge' : 'middle'}`
        : null,
      orders: [
        ...orders,
        ...s.moves.map((m) => moveWords(m, unit)),
        ...s.troubles.map((t) => troubleWords(t, wire, unit)),
        ...(s.measure ? [`Measure: ${measureWords(s.measure, unit)}.`] : []),
      ],
      tool: bend ? (bend.tool?.name ?? (bend.kind === 'curve' ? 'fingers' : 'jaw edge')) : null,
      turn: first && s.marks.length === 1 ? turnWord(first.turnRad) : null,
      cautions: [
        ...(i === 0 && piece.making.finish !== 'bare' ? [caution('nylon')] : []),
        ...(i === 0 && strains(plan.diameterMm, plan.flowMPa) ? [caution('strain')] : []),
      ],
      why: i === 0 ? whyOf(making.assembly, task) : [],
    });
  });
}

function endSteps(making: Making, task: Task): MakeStep[] {
  const { piece, plan, kit, unit, assembly } = making;
  const wire = plan.wires[task.wire ?? 0]!;
  const ear = !wire.closed && [wire.ends.start, wire.ends.end].some((e) => endKindOf(e).ear);
  return [
    step(task, {
      step: task.steps![0],
      title: task.title,
      orders: endWords(piece, plan, task.wire ?? 0, kit, unit),
      tool:
        wire.closed && wire.ends.seam.join !== 'loops' ? 'flat-nose pliers' : 'round-nose pliers',
      cautions: [
        caution('file'),
        ...(ear ? earCautions(piece) : []),
        ...(piece.making.finish === 'bare' ? [] : [caution('nylon')]),
      ],
      why: whyOf(assembly, task),
    }),
  ];
}

const earCautions = (piece: Piece): Caution[] => [
  caution('pierced'),
  { id: 'ear-metal', text: earMetal(piece.wire.metal, METAL_FACTS[piece.wire.metal].name) },
];

function dressSteps(making: Making, task: Task): MakeStep[] {
  const { dressing, unit, assembly, piece } = making;
  const d = dressing.items.find((i) => i.item.id === task.itemId);
  if (!d) return [];
  const [main] = d.wires;
  const kind = kindOf(d.item);
  const nature = kind.nature?.(d.item);
  const counted = d.counts.filter((c) => c.count > 1);
  return [
    step(task, {
      title: d.title,
      headline: counted[0]
        ? `${counted[0].count} ${COUNT_WORDS[counted[0].what]}`
        : main
          ? printLength(main.cutMm, unit)
          : null,
      orders: dressOrders(d, unit),
      counts: counted,
      tool: kind.tool ?? null,
      cautions: [
        ...(kind.traits.hammers ? [caution('hammer')] : []),
        ...(main ? [caution('cut')] : []),
        ...(nature?.pierces ? earCautions(piece) : []),
        ...(nature?.neck ? [caution('choking')] : []),
      ],
      why: whyOf(assembly, task),
    }),
  ];
}

const otherOrders = ({ piece, plan, unit }: Making, task: Task): string[] => {
  const out = piece.outOfPlane;
  switch (task.kind) {
    case 'harden':
      return [
        'Small even blows, more on curves than on crossings; turn it over and do the back.',
        'Keep off beads and thin wire. Hammered wire grows longer and wider: look at the pattern again.',
      ];
    case 'solder':
      return ['File both ends flat so that no light shows, flux, a small drop from behind.'];
    case 'epoxy':
      return ['A drop from a pin on each tucked end, at the back; leave it still until it is set.'];
    case 'patina':
      return ['Clean off all grease, colour, rinse, dry; buff the high places back.'];
    case 'shape':
      if (out?.kind === 'roll')
        return [
          `Roll the finished figure round ${printBoth(out.mandrelMm, unit)} with nylon pliers or a soft hammer; the wire’s length stays, the width seen grows smaller.`,
        ];
      if (out?.kind === 'cup')
        return [`Press it into a hollow until it rises ${printBoth(out.riseMm, unit)}.`];
      return [`Bend the bundle over ${printBoth(out?.rodMm ?? 0, unit)} to a bail.`];
    case 'join':
      return piece.parts.find((p) => p.id === task.partId)?.hangs
        ? ['Check that it swings freely, and that left and right are alike.']
        : ['Check that it sits flat and does not turn, and that left and right are alike.'];
    case 'finish':
      return [
        'Trim what stands over, tuck the ends to the back, pinch them flat.',
        'Feel all round with a finger; file what catches. Close jump rings flush.',
      ];
    case 'compare':
      return [
        'Lay it on the true-size pattern: size, symmetry, parallel wires, even loops, gaps in the wraps.',
        `Finished it is about ${sizeWords(plan, unit)}. Nudge what is off, then note what was used.`,
      ];
    default:
      return [];
  }
};

function sizeWords(plan: Plan, unit: LengthUnit): string {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const w of plan.wires)
    for (const p of w.wished) {
      [minX, maxX] = [Math.min(minX, p.x), Math.max(maxX, p.x)];
      [minY, maxY] = [Math.min(minY, p.y), Math.max(maxY, p.y)];
    }
  if (minX > maxX) return 'as drawn';
  const d = plan.diameterMm;
  return `${printBoth(maxX - minX + d, unit)} wide and ${printBoth(maxY - minY + d, unit)} high`;
}

function otherSteps(making: Making, task: Task): MakeStep[] {
  const { piece } = making;
  const small = piece.making.wornAs === 'charm' || piece.making.wornAs === 'ornament';
  const cautions: Caution[] =
    {
      harden: [caution('hammer')],
      solder: [caution('solder')],
      epoxy: [caution('epoxy')],
      patina: [caution('patina')],
      finish: [caution('file'), ...(making.dressing.pierced ? earCautions(piece) : [])],
      compare: small ? [caution('choking')] : [],
    }[task.kind as 'harden'] ?? [];
  return [
    step(task, {
      title: task.title,
      orders: otherOrders(making, task),
      cautions,
      tool: task.kind === 'harden' ? 'chasing hammer, bench block' : null,
      why: whyOf(making.assembly, task),
    }),
  ];
}

/** All steps of making a piece one by one, in the order of its assembly. */
export function makeSteps(
  piece: Piece,
  plan: Plan,
  dressing: Dressing,
  assembly: Assembly,
  kit: Kit,
  unit: LengthUnit,
): MakeStep[] {
  const making: Making = { piece, plan, dressing, assembly, kit, unit };
  return assembly.tasks.flatMap((task): MakeStep[] => {
    if (task.kind === 'cut') return cutSteps(making, task);
    if (task.kind === 'ends') return endSteps(making, task);
    if (task.kind === 'dress') return dressSteps(making, task);
    if (task.kind === 'bend') {
      const work = assembly.works.find((w) => w.wire === task.wire);
      return work ? bendSteps(making, task, work) : [];
    }
    return otherSteps(making, task);
  });
}
