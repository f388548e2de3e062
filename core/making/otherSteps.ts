import { endKindOf } from '../end';
import type { LinkPlan } from '../bill';
import { finishedSize, partJointWire, type Folding } from '../dressing';
import { kindOf, type Counted } from '../item';
import { wireOf, type Part } from '../piece';
import { stockWords } from '../plan';
import type { Metal } from '../wire';
import { asBoth, counted, joined, say, type Said } from '../words';
import { caution, type Caution } from './cautions';
import type { Task } from './taskBook';
import { earCautions, step, whyOf, type Making, type MakeStep } from './makeStep';

/** The wire that goes through a pierced ear. */
function piercing({ piece, plan, dressing }: Making): { readonly metal: Metal } {
  const own = plan.wires.find(
    (w) => !w.closed && [w.ends.start, w.ends.end].some((e) => endKindOf(e).ear),
  );
  const item = dressing.items.find((d) => kindOf(d.item).nature?.(d.item).pierces);
  return own?.stock ?? item?.wires[0]?.wire ?? piece.wire;
}

/** How one joint between links is made. */
function jointOrders({ row }: Making, task: Task): Said[] {
  const own = row?.jointKinds[task.joint ?? -1];
  if (!own || own.laid.kind === 'direct') return [];
  const { laid, cutMm } = own;
  const cut = say`Cut ${asBoth(cutMm)} of ${stockWords(laid.wire)}.`;
  if (laid.kind === 'ring') {
    const { rings = 1 } = laid;
    return [
      cut,
      say`Wind it round ${asBoth(laid.insideMm)} to a ring, ends flush.`,
      ...(rings > 1 ? [say`${rings} of them, ring in ring, are one joint.`] : []),
    ];
  }
  const beads = joined(
    laid.beads.map((b) => say`${b.name}`),
    ', ',
  );
  return [
    cut,
    say`Turn a loop of ${asBoth(laid.insideMm)} inside at one end, thread ${beads}, turn the other loop.`,
  ];
}

/** How what joins a part is made, where it is made from wire. */
function partJointOrders({ piece, plan }: Making, part: Part): Said[] {
  const made = partJointWire(piece, plan, part);
  const { joint } = part;
  if (!made || !joint) return [];
  const cut = say`Cut ${asBoth(made.cutMm)} of ${stockWords(wireOf(piece, joint.wire))}.`;
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

/** Which link and joint follow each other, where they differ. */
function turnWords({ turn, linkKinds, jointKinds }: LinkPlan): Said[] {
  if (turn.length === 1) return [];
  const words = turn.map(({ link, joint }) => {
    const own = jointKinds[joint]!;
    const between = {
      direct: say``,
      ring: own.pieces > 1 ? say`, ${own.pieces} rings` : say`, a ring`,
      beaded: say`, a joint with ${joined(
        own.beads.map((b) => say`${b.name}`),
        ', ',
      )}`,
    }[own.laid.kind];
    return say`${linkKinds[link]!.name}${between}`;
  });
  return [say`In turn: ${joined(words, '; ')}; and again.`];
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
    ...turnWords(row),
    say`${counted(row.links, 'link', 'links')}${between}: open a loop sideways, hang the next in, close it flush.`,
    closing,
    say`Closed it is ${asBoth(row.lengthMm)} long.`,
  ];
}

/** Arms are counted off one by one. */
const foldsOf = ({ outOfPlane: out }: Making['piece']): Counted[] =>
  out?.kind === 'fold' && out.arms > 1 ? [{ what: 'arms', count: out.arms }] : [];

/** Arms folded over in turn. */
function foldOrders({ arms, middleMm, way, tucked, earsMm }: Folding): Said[] {
  const round = way === 'clockwise' ? say`clockwise` : say`anticlockwise`;
  return [
    arms > 1
      ? say`Fold the first arm over the middle, along a line ${asBoth(middleMm / 2)} from its centre; then each next one over it, ${round}, ${arms} in all.`
      : say`Fold the arm over the middle, along a line ${asBoth(middleMm / 2)} from its centre.`,
    ...(tucked && arms > 1
      ? [say`Tuck the last through beneath the first, and pull all of them even.`]
      : []),
    ...(earsMm > 0 ? [say`Draw each corner out by ${asBoth(earsMm)}.`] : []),
  ];
}

const otherOrders = (making: Making, task: Task): Said[] => {
  const { piece, plan } = making;
  const out = piece.outOfPlane;
  switch (task.kind) {
    case 'joints':
      return jointOrders(making, task);
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
      if (out?.kind === 'fold') return foldOrders(out);
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

export function otherSteps(making: Making, task: Task): MakeStep[] {
  const { piece } = making;
  const small = piece.making.wornAs === 'charm' || piece.making.wornAs === 'ornament';
  const wires = [
    ...making.plan.wires.map((w) => w.stock),
    ...making.dressing.wires.map((w) => w.wire),
  ];
  const coated = wires.some((w) => w.coat) ? [caution('coat')] : [];
  const cautions: Caution[] =
    {
      off: [caution('cut')],
      harden: [caution('hammer'), ...coated],
      solder: [caution('solder'), ...coated],
      epoxy: [caution('epoxy')],
      patina: [caution('patina'), ...coated],
      finish: [caution('file'), ...(making.dressing.pierced ? earCautions(piercing(making)) : [])],
      compare: small ? [caution('choking')] : [],
    }[task.kind as 'harden'] ?? [];
  return [
    step(task, {
      title: task.title,
      orders: otherOrders(making, task),
      counts: task.kind === 'shape' ? foldsOf(piece) : [],
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
