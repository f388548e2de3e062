import { ringsFrom, spiralOutside, spiralTurns } from '../element';
import { END_KINDS, endForm, endKindOf, type EndKind, type WireEnd } from '../end';
import { valueOf, type Field } from '../field';
import { toolForInside, typicalStiffness } from '../forming';
import {
  bar,
  many,
  mm,
  ring,
  row,
  small,
  solved,
  type DeskField,
  type DeskTool,
  type DeskValues,
} from './sum';

/** A field of an end as a sum asks for it. */
const asked = ([key, { label, control }]: [string, Field<unknown>], end: WireEnd): DeskField[] =>
  control.as === 'number' && control.unit !== 'grams'
    ? [
        {
          key,
          label: label.charAt(0).toUpperCase() + label.slice(1),
          unit: control.unit,
          min: control.min,
          max: control.max,
          decimals: control.decimals,
          value: Number(valueOf(end, key)),
        },
      ]
    : [];

export function endTool(kind: EndKind): DeskTool {
  const { name, fields, preset } = endKindOf({ kind });
  const endOf = (v: DeskValues): WireEnd => ({ ...preset, ...v });
  return {
    id: `end-${kind}`,
    name,
    hint: 'What it takes beyond the figure.',
    fields: Object.entries(fields).flatMap((field) => asked(field, preset)),
    solve: (v, wire) => {
      const { parts } = endForm(endOf(v), wire);
      const stiffness = typicalStiffness(wire.metal, wire.temper, wire.diameterMm);
      const inside = v['insideMm'];
      return {
        rows: [
          row(
            'Wire it takes',
            parts.reduce((s, p) => s + p.lengthMm, 0),
            'mm',
            true,
          ),
          ...(parts.length > 1 ? parts.map((p) => row(p.name, p.lengthMm)) : []),
          ...(inside === undefined
            ? []
            : [row('Round to form it on', toolForInside(inside, stiffness))]),
        ],
        warnings: [],
      };
    },
    piece: (v, wire) => small(name, wire, [{ ...bar('w', 22), end: endOf(v) }]),
  };
}

export const ENDS: readonly EndKind[] = END_KINDS.filter((k) => k.sum).map((k) => k.kind);

export const rings: DeskTool = {
  id: 'rings',
  name: 'Jump rings',
  hint: 'From a close coil, sawn or cut.',
  fields: [
    mm('insideMm', 'Inside across', 4, 0.5, 100),
    many('count', 'How many', 20),
    mm('kerfMm', 'Lost at each cut', 0.3, 0, 3, 2),
    mm('handMm', 'Wire at hand', 500, 0, 100_000),
  ],
  solve: (v, wire) => {
    const d = wire.diameterMm;
    const got = solved({
      kind: 'jump-rings',
      wire_mm: d,
      inside_mm: v['insideMm'],
      count: v['count'],
      kerf_mm: v['kerfMm'],
    });
    return {
      rows: [
        row('Wire for all', got['length_mm'], 'mm', true),
        row('Each', got['each_mm']),
        row(
          'Rings from the wire at hand',
          ringsFrom(v['handMm']!, v['insideMm']!, d, v['kerfMm']!),
          'count',
        ),
        row('Inside, in wire thicknesses', v['insideMm']! / d, 'count'),
      ],
      warnings: [],
    };
  },
  piece: (v, wire) => small('Jump ring', wire, [ring('w', (v['insideMm']! + wire.diameterMm) / 2)]),
};

export const spiral: DeskTool = {
  ...endTool('spiral'),
  id: 'spiral',
  hint: 'Also from the wire at hand.',
  fields: [...endTool('spiral').fields, mm('handMm', 'Wire at hand', 100, 1, 100_000)],
  solve: (v, wire) => {
    const size = { openingMm: v['openingMm']!, gapMm: v['gapMm']!, diameterMm: wire.diameterMm };
    const got = solved({
      kind: 'spiral',
      wire_mm: wire.diameterMm,
      opening_mm: v['openingMm'],
      gap_mm: v['gapMm'],
      turns: v['turns'],
    });
    const turns = spiralTurns(size, v['handMm']!);
    return {
      rows: [
        row('Wire it takes', got['length_mm'], 'mm', true),
        row('Outside across', got['outside_mm']),
        row('Turns from the wire at hand', turns, 'count'),
        row('Outside across then', spiralOutside(size, turns)),
      ],
      warnings: [],
    };
  },
  piece: (v, wire) => {
    const { handMm: _hand, ...own } = v;
    return endTool('spiral').piece(own, wire);
  },
};
