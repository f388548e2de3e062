import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { pathLength } from '../geometry';
import { newMaking } from '../making';
import { newPath, newPiece, nodesOf, type Piece } from '../piece';
import { planPiece } from '../plan';
import { drawAs, knownFigure } from '../strip/knownFigures';
import {
  DEFAULT_SETTINGS,
  DEFAULT_TOOLBOX,
  FileError,
  pieceFromDrawing,
  readSvg,
  readWorkshop,
  writeBendsCsv,
  writeFigureSvg,
  writePatternSvg,
  writePiece,
  writeWorkshop,
} from '.';

const NOW = '2026-11-02T17:00:00.000Z';
const piece = (seed: number, name = 'Vine'): Piece => ({
  ...newPiece(`p${seed}`, name, NOW),
  paths: [newPath('w1', nodesOf(drawAs(knownFigure(seed, 1.024, 4), 'exact')), false)],
});

describe('SVG out and in', () => {
  it('the figure comes back with its lengths', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const p = piece(seed);
        const back = pieceFromDrawing(readSvg(writeFigureSvg(p)), 'q', 'Back', NOW);
        expect(planPiece(back).wires[0]!.developedMm).toBeCloseTo(
          planPiece(p).wires[0]!.developedMm,
          2,
        );
      }),
      { numRuns: 40 },
    );
  });

  it('the pattern is the formed wire at true length', () => {
    const p = piece(12);
    const plan = planPiece(p);
    const drawing = readSvg(writePatternSvg(p, plan));
    expect(drawing.paths.reduce((s, q) => s + pathLength(q), 0)).toBeCloseTo(
      plan.wires[0]!.developedMm,
      1,
    );
  });

  it('a name cannot break the file', () => {
    const text = writeFigureSvg({
      ...piece(3),
      name: '</title><script>alert(1)</script> & "friends"',
    });
    expect(text).not.toContain('<script>');
    expect(readSvg(text).paths).toHaveLength(1);
  });
});

describe('CSV', () => {
  it('has a line for each bend, and parts that add up', () => {
    const p = piece(5, 'A "curly", one');
    const plan = planPiece(p);
    const { data, errors } = Papa.parse<string[]>(writeBendsCsv(p, plan).trim());
    expect(errors).toEqual([]);
    expect(data[0]).toEqual(['piece', 'A "curly", one']);
    const bends = data.filter((r) => ['curve', 'corner', 'fold'].includes(r[2] ?? ''));
    expect(bends).toHaveLength(plan.wires[0]!.bends.length);
    expect(Number(bends[0]![6])).toBeCloseTo(plan.wires[0]!.bends[0]!.fromEndMm, 2);
    const lengths = data.slice(data.findIndex((r) => r[1] === 'part') + 1);
    const total = lengths.slice(0, -1).reduce((s, r) => s + Number(r[3]), 0);
    expect(total).toBeCloseTo(Number(lengths.at(-1)![3]), 1);
  });

  it('keeps a name from becoming a formula, in whatever form', () => {
    for (const name of [
      '=1+1',
      '+1',
      '-1',
      '@A1',
      ' =1+1',
      '\u3000=1',
      '＝1+1',
      '＋1',
      '＠A1',
      '\r=1',
      '\u200b=1',
    ]) {
      const p = piece(5, name);
      expect(writeBendsCsv(p, planPiece(p))).toMatch(/^piece,"?'/);
    }
    const plain = piece(5, 'Leaf - small = best');
    expect(writeBendsCsv(plain, planPiece(plain))).toContain('piece,Leaf - small = best');
    const p = piece(5, '=1+1');
    expect(writeBendsCsv(p, planPiece(p))).toContain("piece,'=1+1");
  });
});

const PARTS = {
  pieces: [],
  settings: DEFAULT_SETTINGS,
  toolbox: DEFAULT_TOOLBOX,
  makings: [],
};

describe('workshop files', () => {
  const pieces = [piece(1, 'One'), piece(2, 'Two')];

  it('come back whole', () => {
    const back = readWorkshop(
      writeWorkshop({ ...PARTS, pieces, settings: { ...DEFAULT_SETTINGS, unit: 'in' } }, NOW),
    );
    expect(back.pieces).toEqual(pieces);
    expect(back.settings?.unit).toBe('in');
    expect(back.damaged).toEqual([]);
  });

  it('makings come back; a damaged one is named', () => {
    const making = newMaking('m1', { id: 'one', name: 'One' }, { twin: false }, 'wire:0:cut', NOW);
    const text = writeWorkshop({ ...PARTS, makings: [making] }, NOW);
    expect(readWorkshop(text).makings).toEqual([making]);
    const raw = JSON.parse(text) as { makings: Record<string, unknown>[] };
    raw.makings[0]!['workedMs'] = 'long';
    const back = readWorkshop(JSON.stringify(raw));
    expect(back.makings).toEqual([]);
    expect(back.damaged.map((d) => d.name)).toEqual(['A making of One']);
  });

  it('a damaged piece is named and the others come in', () => {
    const raw = JSON.parse(writeWorkshop({ ...PARTS, pieces }, NOW)) as {
      pieces: Record<string, unknown>[];
    };
    raw.pieces[0]!['wire'] = 'string';
    const back = readWorkshop(JSON.stringify(raw));
    expect(back.pieces.map((p) => p.name)).toEqual(['Two']);
    expect(back.damaged).toEqual([
      {
        name: 'One',
        message: expect.stringContaining(
          'damaged: wire is missing, or is not what it should be',
        ) as string,
      },
    ]);
  });

  it('a single piece can be brought in too', () => {
    expect(readWorkshop(writePiece(pieces[0]!)).pieces).toEqual([pieces[0]]);
  });

  it('of a later version, cut short, or of another kind are refused', () => {
    const later = writeWorkshop({ ...PARTS, pieces }, NOW).replace('"version": 1', '"version": 9');
    expect(() => readWorkshop(later)).toThrow(/later Hush Road \(format 9/);
    expect(() => readWorkshop(later.slice(0, 400))).toThrow(/not whole/);
    expect(() => readWorkshop('[1, 2]')).toThrow(FileError);
    expect(() => readWorkshop('null')).toThrow(/not a Hush Road piece/);
  });
});
