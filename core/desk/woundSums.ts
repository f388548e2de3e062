import { newDressItem, type DressItem } from '../item';
import { coilLength, TWIST_LIMIT_RAD } from '../element';
import { degrees } from '../units';
import { bar, many, mm, NO_PLACE, place, ring, row, small, solved, type DeskTool } from './sum';

export const coil: DeskTool = {
  id: 'coil',
  name: 'Coil',
  hint: 'Over a wire or a mandrel.',
  fields: [
    mm('coreMm', 'Core across', 1, 0.2, 100, 2),
    mm('stretchMm', 'Stretch to cover', 20, 0.5),
    mm('gapMm', 'Gap between turns', 0, 0, 50, 2),
    mm('handMm', 'Wire at hand', 500, 1, 100_000),
  ],
  solve: (v, wire) => {
    const d = wire.diameterMm;
    const got = solved({
      kind: 'coil-cover',
      wire_mm: d,
      core_mm: v['coreMm'],
      stretch_mm: v['stretchMm'],
      gap_mm: v['gapMm'],
    });
    const pitch = d + v['gapMm']!;
    const turns = v['handMm']! / coilLength(1, v['coreMm']!, d, pitch);
    return {
      rows: [
        row('Wire it takes', got['length_mm'], 'mm', true),
        row('Turns', got['turns'], 'count'),
        row('Outside across', v['coreMm']! + 2 * d),
        row('The wire at hand covers', turns * pitch),
      ],
      warnings: [],
    };
  },
  piece: (v, wire) => {
    const on = place(v['stretchMm']! / 2 + 5, 0, v['stretchMm']);
    const item = newDressItem('coil', 'd1', on, NO_PLACE, { thread: wire });
    return small(
      'Coil',
      { ...wire, diameterMm: Math.min(5, v['coreMm']!) },
      [bar('w', v['stretchMm']! + 10)],
      [{ ...item, gapMm: v['gapMm']! } as DressItem],
    );
  },
};

export const twist: DeskTool = {
  id: 'twist',
  name: 'Twisted wire',
  hint: 'Two to four strands.',
  fields: [
    many('strands', 'Strands', 2, 2, 4),
    mm('lengthMm', 'Finished length', 60, 1, 10_000),
    many('turns', 'Full turns', 20, 0, 5000, 1),
  ],
  solve: (v, wire) => {
    const got = solved({
      kind: 'twist',
      wire_mm: wire.diameterMm,
      strands: v['strands'],
      length_mm: v['lengthMm'],
      turns: v['turns'],
    });
    const steep = Number(got['helix_angle_deg']);
    return {
      rows: [
        row('Each strand', got['strand_length_mm'], 'mm', true),
        row('All strands', got['length_mm']),
        row('Strands lie at', steep, 'deg'),
      ],
      warnings:
        steep > degrees(TWIST_LIMIT_RAD)
          ? ['Beyond 45° soft wire is near breaking: fewer turns, or anneal between.']
          : [],
    };
  },
  piece: (v, wire) => {
    const length = Math.min(1000, v['lengthMm']!);
    const on = place(length / 2, 0, length);
    const item = newDressItem('twist', 'd1', on, NO_PLACE, { thread: wire });
    const own = { strands: v['strands'], turns: v['turns'], thread: wire };
    return small('Twisted wire', wire, [bar('w', length)], [{ ...item, ...own } as DressItem]);
  },
};

export const weave: DeskTool = {
  id: 'weave',
  name: 'Figure-eight weave',
  hint: 'Over two wires with an even gap.',
  fields: [
    mm('frameMm', 'Frame wire', 1, 0.2, 5, 2),
    mm('gapMm', 'Gap between them', 5, 0.1, 200),
    many('wraps', 'Wraps a side', 2, 1, 20),
    many('rows', 'Rows', 20, 1, 2000),
  ],
  solve: (v, wire) => {
    const gap = Math.max(v['gapMm']!, wire.diameterMm);
    const got = solved({
      kind: 'figure-eight-weave',
      wire_mm: wire.diameterMm,
      frame_mm: v['frameMm'],
      gap_mm: gap,
      wraps_per_side: v['wraps'],
      rows: v['rows'],
    });
    return {
      rows: [
        row('Wire it takes', got['length_mm'], 'mm', true),
        row('Covers', got['stretch_mm']),
        row('Each row', Number(got['length_mm']) / v['rows']!),
      ],
      warnings:
        v['gapMm']! < wire.diameterMm ? ['The wire does not pass through so narrow a gap.'] : [],
    };
  },
  piece: (v, wire) => {
    const length = Math.max(4, v['rows']! * v['wraps']! * wire.diameterMm);
    const apart = v['gapMm']! + v['frameMm']!;
    const whole = length + 6;
    const item = newDressItem(
      'weave',
      'd1',
      place(whole / 2, 0, length + 1e-6),
      place(whole / 2, apart, length + 1e-6),
      { thread: wire },
    );
    return small(
      'Figure-eight weave',
      { ...wire, diameterMm: v['frameMm']! },
      [bar('a', whole), bar('b', whole, apart)],
      [{ ...item, wraps: v['wraps'] } as DressItem],
    );
  },
};

export const net: DeskTool = {
  id: 'net',
  name: 'Net over spokes',
  hint: 'Round and round inside a ring.',
  fields: [
    many('spokes', 'Spokes', 8, 3, 60),
    mm('spokeMm', 'Spoke wire', 0.8, 0.2, 4, 2),
    many('wraps', 'Wraps a spoke', 1, 1, 20),
    mm('innerMm', 'Begins at', 2, 0.3, 100),
    mm('outerMm', 'Ends at', 12, 1, 200),
  ],
  solve: (v, wire) => {
    if (v['outerMm']! <= v['innerMm']!) {
      return { rows: [], warnings: ['It ends further out than it begins.'] };
    }
    const got = solved({
      kind: 'net',
      wire_mm: wire.diameterMm,
      frame_mm: v['spokeMm'],
      spokes: v['spokes'],
      wraps_per_spoke: v['wraps'],
      inner_radius_mm: v['innerMm'],
      outer_radius_mm: v['outerMm'],
    });
    return {
      rows: [
        row('Wire it takes', got['length_mm'], 'mm', true),
        row('Rounds', got['rounds'], 'count'),
      ],
      warnings: [],
    };
  },
  piece: (v, wire) => {
    const frame = 1;
    const item = newDressItem('net', 'd1', NO_PLACE, NO_PLACE, { thread: wire });
    const own = {
      spokes: v['spokes'],
      spokeMm: v['spokeMm'],
      wraps: v['wraps'],
      innerMm: v['innerMm'],
      outerMm: v['outerMm'],
    };
    const radius = v['outerMm']! + frame / 2 + 0.5;
    return small(
      'Net over spokes',
      { ...wire, diameterMm: frame },
      [ring('w', radius)],
      [{ ...item, ...own } as DressItem],
    );
  },
};
