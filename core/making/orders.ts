import type { Dressed } from '../dressing';
import { printLength, printNumber, type LengthUnit } from '../units';

/** What the hands do for one item, line by line. */
export function dressOrders(d: Dressed, unit: LengthUnit): string[] {
  const mm = (length: number): string => printLength(length, unit);
  const { item } = d;
  const count = (name: string): number => d.counts.find((c) => c.name === name)?.count ?? 0;
  const cut = d.wires.map((w) => {
    const many = w.count > 1 ? `${w.count} × ` : '';
    const tails = w.tailsMm > 0 ? `, ${mm(w.tailsMm / 2)} of tail at each end in it` : '';
    return `Cut ${many}${mm(w.cutMm)} of ${printNumber(w.wire.diameterMm, 2)} mm ${w.wire.metal.replace('-', ' ')} for: ${w.name.toLowerCase()}${tails}.`;
  });
  const beads = d.beads.map((b) => `${b.count} × ${b.bead.name}`).join(', ');
  const tuck = 'Trim both ends, press them in on the back.';
  switch (item.kind) {
    case 'beads':
      return [
        `Thread ${beads}${item.passes > 1 ? `, the wire passing ${item.passes} times` : ''}.`,
        item.gapMm > 0 ? `Leave ${mm(item.gapMm)} between.` : 'Push them together.',
      ];
    case 'wound-beads':
      return [
        ...cut,
        `Wind ${item.wraps} wraps, thread a bead, hold it to the frame, and wind ${item.wraps} more; ${beads} in all. The last is followed by ${item.wraps} wraps as the first is led by them.`,
        tuck,
      ];
    case 'bridge':
      return [
        ...cut,
        `Wind ${item.wraps} wraps on one side, thread ${beads}, draw the wire straight across and wind ${item.wraps} on the other side.`,
        tuck,
      ];
    case 'drop':
      return [
        ...cut,
        `Thread ${beads} on ${item.by === 'head-pin' ? 'the head pin' : 'the wire, its foot rolled to a small ring'}.`,
        `Turn the loop, ${mm(item.insideMm)} inside, hang it in${item.wraps > 0 ? `, and close it with ${item.wraps} wraps on its stem` : ' and close it sideways'}.`,
      ];
    case 'framed-bead':
      return [
        ...cut,
        `Thread ${beads} to the middle of the wire; lead it round the bead ${item.rounds} times, each round outside the last.`,
        `Wrap off with ${item.wraps} wraps on each side, alike.`,
        tuck,
      ];
    case 'bind':
      return [
        ...cut,
        `Hold ${item.strands === 1 ? 'the wire' : `the ${item.strands} wires`} flat and wind ${count('wraps')} wraps side by side, each drawn tight.`,
        tuck,
      ];
    case 'coil':
      return [
        ...cut,
        `Anchor the tail along the frame and wind ${count('turns')} turns over ${mm(item.on.lengthMm)}${item.gapMm > 0 ? `, ${mm(item.gapMm)} open between` : ', each touching the last'}. Push the turns together with a nail as you go.`,
        tuck,
      ];
    case 'strands':
      return [
        ...cut,
        `Lay ${item.strands === 1 ? 'the strand' : `the ${item.strands} strands`} flat beside the frame and bend along; each further out is cut to its own length.`,
      ];
    case 'twist':
      return [
        ...cut,
        `Clamp ${item.strands} strands at one end, twist ${printNumber(item.turns, 0)} full turns at an even pull, stop when it stiffens.`,
        'Lay the twist along the frame.',
      ];
    case 'fan':
      return [
        ...cut,
        `Bind the ${item.strands} strands flat at one end with ${count('wraps at each end')} wraps, then at the other.`,
        'Ease the strands apart between the bindings, the outermost first, left and right alike.',
      ];
    case 'rosette':
      return [
        ...cut,
        `Wind ${item.petals} close turns, ${mm(item.insideMm)} inside; run the tail through the coil and draw it to a ring.`,
        `Fan the turns into petals, even all round; gather them at the back with ${count('wraps at the back')} wraps.`,
        ...(item.riseMm > 0 ? [`Cup it over a ball or in a hollow by ${mm(item.riseMm)}.`] : []),
      ];
    case 'guided':
      return [
        ...cut,
        `Hold the two guides ${mm(item.spreadMm)} apart, middle to middle, and wind ${item.loops} loops, ${mm(item.pitchMm)} from each to the next.`,
        'Thread the tail through all the loops in place of the inner guide, then pull both guides out.',
        'Bring the band round to a ring and join its tails.',
      ];
    case 'weave':
      return [
        ...cut,
        `Weave from the ${item.from} end: ${item.wraps} ${item.wraps === 1 ? 'wrap' : 'wraps'} on one frame wire, across between them, ${item.wraps} on the other; ${count('rows')} rows.`,
        'Keep both sides level: the same count left and right.',
        tuck,
      ];
    case 'net':
      return [
        ...cut,
        `Fix the spokes, then begin ${mm(item.innerMm)} from the middle: ${item.wraps} ${item.wraps === 1 ? 'wrap' : 'wraps'} on a spoke, straight to the next, ${count('rounds')} rounds.`,
        tuck,
      ];
    case 'lacing':
      return [...cut, `Lace to and fro through ${item.points} places a side, drawn evenly.`, tuck];
    case 'cage':
      return [
        ...cut,
        `Go ${item.turns} times round the girth, then ${item.uprights} bands up and over the top; bind each crossing once.`,
        `Wind the bail, ${item.bailTurns} turns, ${mm(item.bailInsideMm)} inside, and tuck the ends behind the stone.`,
      ];
    case 'flatten':
      return [
        `Hammer ${mm(item.on.lengthMm)} to ${printNumber(item.thickMm, 2)} mm on the bench block, in even overlapping blows from the middle outwards.`,
        ...d.notes,
      ];
    case 'finding':
      return [
        ...cut,
        item.what === 'jump-ring' || item.what === 'split-ring'
          ? 'Open the ring sideways, hang it in, close it flush.'
          : item.made
            ? 'Form it, round its ends, and attach it.'
            : 'Attach it.',
      ];
  }
}
