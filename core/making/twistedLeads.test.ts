import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoPieces } from '@demo/pieces';
import { dressPiece } from '../dressing';
import { DEFAULT_KIT } from '../forming';
import { marksUpTo, twistings, type LaidAct, type Twisting } from '../item';
import { planPiece } from '../plan';
import { inWords } from '../words';
import { assemblyOf, makeSteps } from '.';
import { turnsOf, type LedOne, type Turn } from './twistedLeads';

const laid = (id: string, way: LaidAct['way'] = []): LaidAct => ({
  id,
  at: way.at(-1) ?? { x: 0, y: 0 },
  on: null,
  way,
  wayMm: 10,
  hereMm: 0,
  turns: 0,
  strands: 0,
  layers: 0,
  trouble: false,
  wire: 0,
});
const wire = (id: string, count: number): LedOne => ({
  id,
  acts: Array.from({ length: count }, (_, i) => laid(`${id}${i}`)),
});
const short = (turn: Turn): string =>
  turn.does === 'twist'
    ? `twist ${turn.twisting.a.act + 1}+${turn.twisting.b.act + 1}`
    : `${'ABCD'[turn.one]}${turn.part.from + 1}-${turn.part.to}${turn.part.loose.map((l) => ` (${l + 1} later)`).join('')}`;

describe('two led wires that are twisted with each other', () => {
  const pair = (a: number, b: number): Twisting => ({
    a: { one: 0, act: a },
    b: { one: 1, act: b },
  });

  it('are led there both, and twisted then', () => {
    expect(turnsOf([wire('a', 3), wire('b', 4)], [pair(1, 2)]).map(short)).toEqual([
      'A1-1',
      'B1-2',
      'twist 2+3',
      'B4-4',
      'A3-3',
    ]);
  });

  it('where each waits for the other, the first is laid there and twisted later', () => {
    // The beginning of each is twisted with the end of the other.
    expect(turnsOf([wire('a', 5), wire('b', 5)], [pair(1, 3), pair(3, 1)]).map(short)).toEqual([
      'A1-1',
      'B1-1',
      'A2-3 (2 later)',
      'twist 4+2',
      'A5-5',
      'B3-3',
      'twist 2+4',
      'B5-5',
    ]);
  });

  it('whatever is twisted with whatever, each place comes once and in its turn, and none is twisted before both are there', () => {
    const twisted = fc.uniqueArray(
      fc.record({
        a: fc.record({ one: fc.constant(0), act: fc.integer({ min: 0, max: 7 }) }),
        b: fc.record({ one: fc.integer({ min: 1, max: 2 }), act: fc.integer({ min: 0, max: 7 }) }),
      }),
      { maxLength: 6, selector: ({ a }) => a.act },
    );
    fc.assert(
      fc.property(twisted, (found) => {
        const seen = new Set<string>();
        const pairs = found.filter(({ b }) => {
          const key = `${b.one} ${b.act}`;
          return !seen.has(key) && seen.add(key);
        });
        const ones = [wire('a', 8), wire('b', 8), wire('c', 8)];
        const at = [0, 0, 0];
        const loose: string[] = [];
        let made = 0;
        for (const turn of turnsOf(ones, pairs)) {
          if (turn.does === 'lead') {
            expect(turn.part.from).toBe(at[turn.one]);
            expect(turn.part.to).toBeGreaterThan(turn.part.from);
            at[turn.one] = turn.part.to;
            loose.push(...turn.part.loose.map((act) => `${turn.one} ${act}`));
            continue;
          }
          made++;
          for (const w of [turn.twisting.a, turn.twisting.b]) {
            const isLoose = loose.includes(`${w.one} ${w.act}`);
            if (!isLoose) expect(at[w.one]).toBe(w.act);
            if (!isLoose) at[w.one] = w.act + 1;
            else expect(at[w.one]).toBeGreaterThan(w.act);
          }
        }
        expect(at).toEqual([8, 8, 8]);
        expect(made).toBe(pairs.length);
      }),
    );
  });

  it('are those whose ways lie beside each other', () => {
    const down = { from: { x: 0, y: 0 }, to: { x: 0, y: 12 } };
    const beside = { from: { x: 1, y: 13 }, to: { x: 1, y: 1 } };
    const far = { from: { x: 20, y: 0 }, to: { x: 20, y: 12 } };
    const ways = [down, far, beside].map((way, one) => ({ one, act: 1, ...way }));
    expect(twistings(ways)).toEqual([{ a: { one: 0, act: 1 }, b: { one: 2, act: 1 } }]);
    expect(twistings(ways.slice(0, 2))).toEqual([]);
  });

  it('a pebble is held by two wires worked in turn: no twist before both are there', () => {
    const piece = demoPieces().find((p) => p.id === 'demo-pebble')!;
    const plan = planPiece(piece);
    const dressing = dressPiece(piece, plan);
    const assembly = assemblyOf(piece, plan, dressing, {});
    const steps = makeSteps(piece, plan, dressing, assembly, DEFAULT_KIT);
    const titles = steps.map((s) => inWords(s.title, 'mm'));
    const from = titles.findIndex((t) => t.startsWith('Led wire'));
    expect(titles.slice(from, from + 8)).toEqual([
      'Led wire 1 of 2, place 1',
      'Led wire 2 of 2, place 1',
      'Led wire 1 of 2, places 2 to 8',
      'Twist led wires 1 and 2 together',
      'Led wire 1 of 2, place 10',
      'Led wire 2 of 2, places 3 to 8',
      'Twist led wires 1 and 2 together',
      'Led wire 2 of 2, place 10',
    ]);
    // Cut before the first of its places, trimmed after the last, and all places said once.
    const said = steps.slice(from, from + 8).map((s) => s.orders.map((o) => inWords(o, 'mm')));
    expect(said.map((s) => s.some((o) => o.startsWith('Cut')))).toEqual(
      [1, 1, 0, 0, 0, 0, 0, 0].map(Boolean),
    );
    expect(said.map((s) => s.some((o) => o.startsWith('Trim')))).toEqual(
      [0, 0, 0, 0, 1, 0, 0, 1].map(Boolean),
    );
    const minded = steps.slice(from, from + 8).map((s) => s.cautions.some((c) => c.id === 'cut'));
    expect(minded).toEqual([1, 1, 0, 0, 1, 0, 0, 1].map(Boolean));
    expect(said[2]!.join(' ')).toContain(
      'leave it there: it is twisted 3 times when the other has come',
    );
    expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length);
    // Drawn is what is led by then, and in the end all of it.
    const [one, two] = dressing.items.filter((d) => 'acts' in d.item);
    const reached = steps
      .slice(from, from + 8)
      .map((s) => [s.reach[one!.item.id], s.reach[two!.item.id]]);
    expect(reached).toEqual([
      [1, undefined],
      [undefined, 1],
      [8, undefined],
      [9, 2],
      [10, undefined],
      [undefined, 8],
      [2, 9],
      [undefined, 10],
    ]);
    const strokes = (acts: number): number =>
      marksUpTo(one!.marks, acts).reduce(
        (sum, m) => sum + (m.kind === 'wire' ? m.runs.length : 0),
        0,
      );
    expect(strokes(0)).toBe(0);
    expect(strokes(1)).toBe(2);
    expect(strokes(8)).toBeGreaterThan(8);
    expect(marksUpTo(one!.marks, 10)).toEqual(one!.marks);
    expect(steps[from + 3]!.counts).toEqual([{ what: 'turns', count: 3 }]);
  });
});
