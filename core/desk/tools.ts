import { newDressItem, plainBead, type DressItem } from '../item';
import { linkCount, loopLength, wornLength } from '../element';
import { insideFromTool, toolForInside, typicalStiffness } from '../forming';
import { newPiece, type Piece, type Wire } from '../piece';
import { ENDS, endTool, rings, spiral } from './endSums';
import { bar, many, mm, NO_PLACE, place, ring, row, small, solved, type DeskTool } from './sum';
import { coil, net, twist, weave } from './woundSums';

const beads: DeskTool = {
  id: 'beads',
  name: 'Beads on a stretch',
  hint: 'How many, and whether the hole takes it.',
  fields: [
    mm('beadMm', 'Bead, along the hole', 4, 0.5, 100),
    mm('holeMm', 'Hole', 1, 0.1, 50, 2),
    many('passes', 'Passes of wire', 1, 1, 7),
    mm('stretchMm', 'Stretch', 40, 1),
    mm('radiusMm', 'Bent to a radius of (0: straight)', 0, 0, 1000),
  ],
  solve: (v, wire) => {
    const radius = v['radiusMm']! > 0 ? { curve_radius_mm: v['radiusMm'] } : {};
    const got = solved({
      kind: 'beads',
      wire_mm: wire.diameterMm,
      bead_mm: v['beadMm'],
      hole_mm: v['holeMm'],
      passes: v['passes'],
      stretch_mm: v['stretchMm'],
      ...radius,
    });
    return {
      rows: [
        row('Beads', got['count'], 'count', true),
        row('Left over', got['left_over_mm']),
        row('Hole needed', got['hole_needed_mm']),
      ],
      warnings: got['fits'] === true ? [] : ['The hole is too small for this wire.'],
    };
  },
  piece: (v, wire) => {
    const length = v['stretchMm']!;
    const item = newDressItem('beads', 'd1', place(length / 2 + 3, 0, length), NO_PLACE);
    const bead = { ...plainBead('Bead', v['beadMm']), holeMm: v['holeMm']! };
    const own = { beads: [bead], passes: v['passes'] };
    return small('Beads', wire, [bar('w', length + 6)], [{ ...item, ...own } as DressItem]);
  },
};

const springback: DeskTool = {
  id: 'springback',
  name: 'Springback',
  hint: 'Which round leaves which curve, by the handbook.',
  fields: [
    mm('insideMm', 'Wished, inside across', 10, 0.5, 300),
    mm('toolMm', 'Or formed on a round of', 10, 0.5, 300),
  ],
  solve: (v, wire) => {
    const stiffness = typicalStiffness(wire.metal, wire.temper, wire.diameterMm);
    const tool = toolForInside(v['insideMm']!, stiffness);
    const past = (v['insideMm']! + wire.diameterMm) / (tool + wire.diameterMm);
    return {
      rows: [
        row('Round to form it on', tool, 'mm', true),
        row('90° is bent to', 90 * past, 'deg'),
        row('The other round leaves, inside', insideFromTool(v['toolMm']!, stiffness)),
      ],
      warnings: [],
    };
  },
  piece: (v, wire) => small('Ring', wire, [ring('w', (v['insideMm']! + wire.diameterMm) / 2)]),
};

const links: DeskTool = {
  id: 'links',
  name: 'Bracelet or choker of links',
  hint: 'How many links for a wrist or neck, the clasp counted.',
  fields: [
    mm('girthMm', 'Wrist or neck', 165, 50, 800),
    mm('easeMm', 'Loose by', 12, 0, 200),
    mm('linkMm', 'Link, joint to joint', 14, 1, 200),
    mm('jointMm', 'Joint ring, inside', 4, 0, 50),
    mm('claspMm', 'Clasp, closed', 18, 0, 200),
  ],
  solve: (v, wire) => {
    const wearMm = wornLength(v['girthMm']!, v['easeMm']!);
    const got = linkCount({
      wearMm,
      turn: [{ linkMm: v['linkMm']!, jointMm: v['jointMm']!, claspMm: v['claspMm']! }],
    });
    return {
      rows: [
        row('Links', got.links, 'count', true),
        row('Joints', got.joints, 'count'),
        row('Length worn', got.lengthMm),
        row('Wished', wearMm),
        row('Wire for the joints', got.joints * loopLength(v['jointMm']!, wire.diameterMm)),
      ],
      warnings: [],
    };
  },
  piece: (v, wire) => {
    const half = Math.max(2, v['linkMm']! / 2 - 3);
    const end = { kind: 'loop', insideMm: 2.5, tailMm: 0 } as const;
    return small('Link', wire, [{ ...bar('w', 2 * half), start: end, end }]);
  },
};

/** All quick sums, in the order in which they are listed. */
export const DESK_TOOLS: readonly DeskTool[] = [
  ...ENDS.filter((k) => k !== 'spiral').map(endTool),
  spiral,
  rings,
  coil,
  twist,
  weave,
  net,
  beads,
  springback,
  links,
];

/** The piece of a plain ring of an inside size. */
export const ringPiece = (insideMm: number, wire: Wire): Piece => ({
  ...small('Ring', wire, [ring('w', (insideMm + wire.diameterMm) / 2)]),
  making: { ...newPiece('', '', '').making, wornAs: 'ring' },
});
