import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dressPiece, ringsHolding, withoutRowPlace } from '../dressing';
import { loopLength } from '../element';
import { newDressItem, plainBead, type DressItem } from '../item';
import { assemblyOf } from '../making';
import { applyAffine, rotation } from '../geometry';
import { mapFigure, newPath, newPiece, type Joint, type Links, type Piece } from '../piece';
import { planPiece } from '../plan';
import { told } from '../words/told.support';
import { billOf, linkLooks, linkPlan, rowDrawing, type LinkPlan } from '.';

const WIRE = { metal: 'copper', temper: 'dead-soft', diameterMm: 0.8 } as const;
const JOINT: Joint = {
  kind: 'beaded',
  beads: [plainBead('Bead', 6, 'sea', 0.8)],
  insideMm: 2,
  wire: WIRE,
};
const BEADED: Links = {
  wornMm: 165,
  turn: [{ link: null, joint: JOINT }],
  clasp: { kind: 'hook', insideMm: 4, legMm: 5 },
};
/** A row of links of one kind, joined otherwise. */
const joinedBy = (joint: Joint, links: Links = BEADED): Links => ({
  ...links,
  turn: [{ link: null, joint }],
});
/** A bar of 20 mm with a loop of 3 mm to each side at its ends. */
const link = (links: Links | null, insideMm = 3): Piece => ({
  ...newPiece('p', 'p', ''),
  wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 1 },
  links,
  paths: [
    {
      ...newPath(
        'a',
        [
          { x: 0, y: 0 },
          { x: 20, y: 0 },
        ],
        false,
      ),
      start: { kind: 'centred-loop', insideMm, tailMm: 0 },
      end: { kind: 'centred-loop', insideMm, tailMm: 0 },
    },
  ],
});
function row(piece: Piece): LinkPlan {
  const answer = linkPlan(piece, planPiece(piece));
  if (!answer?.ok) throw new Error('no row');
  return answer.plan;
}

describe('a row of links', () => {
  it('is none where the piece is no link, and asks for two loops', () => {
    expect(linkPlan(link(null), planPiece(link(null)))).toBeNull();
    const bare = { ...link(BEADED), paths: [newPath('a', [...link(null).paths[0]!.nodes], false)] };
    const answer = linkPlan(bare, planPiece(bare));
    expect(answer?.ok === false && told(answer.message)).toContain(
      'a loop at each of its two ends',
    );
  });

  it('is by hand what links, joints and hook add up to', () => {
    const own = row(link(BEADED));
    // Each loop's middle lies half its centreline's width beyond the bar: 20 + 2 (3 + 1)/2, and 3/2 at each side.
    expect(own.linkKinds[0]!.linkMm).toBeCloseTo(20 + 4 + 3, 6);
    // A bead of 6, the wire of a loop on each side, and both insides.
    expect(own.jointKinds[0]!.lengthMm).toBeCloseTo(6 + 2 * 0.8 + 2 * 2, 9);
    expect(own.jointKinds[0]!.cutMm).toBeCloseTo(6 + 2 * loopLength(2, 0.8), 9);
    // n links, n - 1 joints, the hook 1 mm wider than the loop in its place: nearest to 165.
    const lengths = [3, 4, 5, 6].map((n) => n * 27 + (n - 1) * 11.6 + 1);
    const best = lengths.reduce((a, b) => (Math.abs(b - 165) < Math.abs(a - 165) ? b : a));
    expect(own.lengthMm).toBeCloseTo(best, 6);
    expect([own.links, own.joints]).toEqual([5, 4]);
    expect(own.lessMm).toBeCloseTo(lengths[1]!, 6);
    expect(own.moreMm).toBeCloseTo(lengths[3]!, 6);
  });

  it('is billed: links, the last with its hook, joints and their beads', () => {
    const piece = link(BEADED);
    const plan = planPiece(piece);
    const bill = billOf(piece, plan, dressPiece(piece, plan));
    const cut = plan.wires[0]!.cutMm;
    const hook = Math.PI * 2.5 + 5 - loopLengthOf(piece);
    expect(bill.wires.map((w) => [w.one, Number(w.cutMm.toFixed(6))])).toEqual([
      [4, Number(cut.toFixed(6))],
      [1, Number((cut + hook).toFixed(6))],
      [4, Number((6 + 2 * loopLength(2, 0.8)).toFixed(6))],
    ]);
    expect(bill.things.map((t) => [t.name, t.one])).toEqual([['Bead', 4]]);
  });

  it('has a joint on each side of a clasp', () => {
    const own = row(link({ ...BEADED, clasp: { kind: 'bought', lengthMm: 9 } }));
    expect(own.joints).toBe(own.links + 1);
    const length =
      own.links * own.linkKinds[0]!.linkMm + own.joints * own.jointKinds[0]!.lengthMm + 9;
    expect(own.lengthMm).toBeCloseTo(length, 6);
    const direct = row(link(joinedBy({ kind: 'direct' })));
    expect(direct.joints).toBe(0);
  });

  it('closed in a ring has as many joints as links', () => {
    const own = row(link({ ...BEADED, clasp: { kind: 'none' } }));
    expect(own.joints).toBe(own.links);
    expect(own.lengthMm).toBeCloseTo(
      own.links * (own.linkKinds[0]!.linkMm + own.jointKinds[0]!.lengthMm),
      6,
    );
  });

  it('comes nearest to what is worn, and is the same turned and mirrored', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 30, max: 1000, noNaN: true }),
        fc.constantFrom<Links['clasp']>(
          { kind: 'none' },
          { kind: 'bought', lengthMm: 9 },
          { kind: 'hook', insideMm: 5, legMm: 6 },
        ),
        fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
        (wornMm, clasp, turn) => {
          const own = row(link({ ...BEADED, wornMm, clasp }));
          const off = Math.abs(own.lengthMm - wornMm);
          expect(off).toBeLessThanOrEqual(Math.abs(own.moreMm - wornMm) + 1e-9);
          if (own.lessMm !== null) {
            expect(off).toBeLessThanOrEqual(Math.abs(own.lessMm - wornMm) + 1e-9);
          }
          const turned = link({ ...BEADED, wornMm, clasp });
          const [path] = turned.paths;
          const nodes = path!.nodes.map(({ x }) => ({
            x: x * Math.cos(turn),
            y: x * Math.sin(turn),
          }));
          const other = row({ ...turned, paths: [{ ...path!, nodes }] });
          expect(other.lengthMm).toBeCloseTo(own.lengthMm, 6);
          expect(other.links).toBe(own.links);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('with rings in rings is as much longer as their insides, and all rings are billed', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 8 }),
        fc.double({ min: 2, max: 8, noNaN: true }),
        (rings, insideMm) => {
          const joint = { kind: 'ring', insideMm, rings, wire: WIRE } as const;
          const piece = link(joinedBy(joint, { ...BEADED, wornMm: 400 }));
          const own = row(piece);
          // Link of 27, hook 1 mm wider than the loop in its place.
          const length = own.links * 27 + own.joints * rings * insideMm + 1;
          expect(own.lengthMm).toBeCloseTo(length, 6);
          const plan = planPiece(piece);
          const cut = billOf(piece, plan, dressPiece(piece, plan)).wires.at(-1)!;
          expect(cut.one).toBe(own.joints * rings);
          expect(cut.cutMm).toBeCloseTo(Math.PI * (insideMm + 0.8), 9);
          const [drawn] = rowDrawing(own).joints;
          expect(drawn?.kind === 'wire' && drawn.runs.length).toBe(rings);
        },
      ),
      { numRuns: 40 },
    );
    const narrow = link(joinedBy({ kind: 'ring', insideMm: 1.5, rings: 3, wire: WIRE }));
    const answer = linkPlan(narrow, planPiece(narrow));
    expect(answer?.ok && answer.notes.map(told).join()).toContain(
      'do not hang in a ring of 1.5 mm',
    );
  });

  it('says what does not go through', () => {
    const thick = { ...WIRE, diameterMm: 4 };
    const piece = link(joinedBy({ kind: 'ring', insideMm: 6, wire: thick }));
    const answer = linkPlan(piece, planPiece(piece));
    expect(answer?.ok && answer.notes.map(told).join()).toContain('does not go through a loop');
  });
});

/** What the loop takes that the hook replaces, mm. */
const loopLengthOf = (piece: Piece): number =>
  planPiece(piece)
    .wires[0]!.parts.filter((p) => p.id.startsWith('end-'))
    .reduce((sum, p) => sum + p.lengthMm, 0);

describe('a row pulled straight', () => {
  it('has each link and joint where the lengths say, whichever way the link is drawn', () => {
    for (const turn of [0, 0.7, 2.5, -1.9]) {
      const piece = mapFigure(link(BEADED), rotation(turn));
      const plan = planPiece(piece);
      const own = row(piece);
      const { places, joints } = rowDrawing(own);
      expect(places).toHaveLength(own.links);
      places.forEach(({ map: m }, i) => {
        const [a, b] = [own.linkKinds[0]!.eyes.first, own.linkKinds[0]!.eyes.last].map((e) =>
          applyAffine(m, e.center),
        );
        const from = i * (own.linkKinds[0]!.linkMm + own.jointKinds[0]!.lengthMm);
        expect(a!.x).toBeCloseTo(from + own.linkKinds[0]!.eyes.first.insideMm / 2, 6);
        expect(b!.x).toBeCloseTo(
          from + own.linkKinds[0]!.linkMm - own.linkKinds[0]!.eyes.last.insideMm / 2,
          6,
        );
        expect(a!.y).toBeCloseTo(0, 6);
        expect(b!.y).toBeCloseTo(0, 6);
      });
      const beads = joints.flatMap((m) => (m.kind === 'bead' ? [m.at.x] : []));
      expect(beads).toHaveLength(own.joints);
      // A bead lies in the middle of its joint.
      beads.forEach((x, i) => {
        const from =
          i * (own.linkKinds[0]!.linkMm + own.jointKinds[0]!.lengthMm) + own.linkKinds[0]!.linkMm;
        expect(x).toBeCloseTo(from + own.jointKinds[0]!.lengthMm / 2, 6);
      });
      expect(plan.wires[own.hook!.wire]!.closed).toBe(false);
    }
  });
});

/** Two bars side by side, each a link: the frame of 20 mm and a part of another length. */
const two = (links: Partial<Links>, secondMm = 8): Piece => {
  const own = link({ ...BEADED, ...links });
  const bar = own.paths[0]!;
  const nodes = [
    { x: 0, y: 30 },
    { x: secondMm, y: 30 },
  ];
  const part = { count: 1, spots: [], join: 'ring' as const, to: null, hangs: true };
  return {
    ...own,
    paths: [bar, { ...bar, id: 'b', nodes }],
    parts: [{ ...part, id: 'short', name: 'Short bar', paths: ['b'] }],
  };
};
const RING: Joint = { kind: 'ring', insideMm: 4, wire: WIRE };
const IN_TURN: Links['turn'] = [
  { link: null, joint: JOINT },
  { link: 'short', joint: RING },
];

describe('links of several kinds in turn', () => {
  it('add up by hand, and are billed each as often as it is there', () => {
    const piece = two({ turn: IN_TURN, clasp: { kind: 'bought', lengthMm: 10 }, wornMm: 140 });
    const own = row(piece);
    // Links of 27 and 15, a beaded joint of 11.6 behind the long one, a ring of 4 behind the short one and
    // before the first: 4 + 27 + 11.6 + 15 + 4 + 27 + 11.6 + 15 + 4 + 10 = 129.2; one more makes 160.2.
    expect(own.lengthMm).toBeCloseTo(129.2 + 0, 6);
    expect(own.lessMm).toBeCloseTo(129.2 - 4 - 15, 6);
    expect(own.moreMm).toBeCloseTo(129.2 + 27 + 11.6, 6);
    expect(own.linkKinds.map((k) => [k.name, k.count])).toEqual([
      ['frame', 2],
      ['Short bar', 2],
    ]);
    expect(own.jointKinds.map((k) => k.count)).toEqual([2, 3]);
    const plan = planPiece(piece);
    const bill = billOf(piece, plan, dressPiece(piece, plan));
    expect(bill.wires.map((w) => w.one)).toEqual([2, 2, 2, 3]);
    expect(bill.things.map((t) => [t.name, t.one])).toEqual([
      ['Bead', 2],
      ['Clasp', 1],
    ]);
  });

  it('joined round has whole turns only', () => {
    const piece = two({ turn: IN_TURN, clasp: { kind: 'none' }, wornMm: 170 });
    const own = row(piece);
    expect(own.links % 2).toBe(0);
    expect(own.lengthMm).toBeCloseTo((own.links / 2) * (27 + 11.6 + 15 + 4), 6);
    expect(own.moreMm - own.lengthMm).toBeCloseTo(57.6, 6);
  });

  it('the hook is at whichever link is the last, and it takes as much more as there', () => {
    for (const wornMm of [60, 90, 100, 130]) {
      const piece = two({ turn: IN_TURN, wornMm });
      const own = row(piece);
      expect(own.hook?.wire).toBe((own.links - 1) % 2);
      const plan = planPiece(piece);
      const bill = billOf(piece, plan, dressPiece(piece, plan));
      const bars = bill.wires.filter((w) => w.role === 'frame');
      expect(bars.reduce((sum, w) => sum + w.one, 0)).toBe(own.links);
    }
  });

  it('lie one behind the other as far as each is long, none over another', () => {
    const clasps: Links['clasp'][] = [
      { kind: 'none' },
      { kind: 'bought', lengthMm: 9 },
      { kind: 'hook', insideMm: 4, legMm: 6 },
    ];
    fc.assert(
      fc.property(
        fc.double({ min: 60, max: 900, noNaN: true }),
        fc.double({ min: 5, max: 30, noNaN: true }),
        fc.constantFrom(...clasps),
        fc.array(
          fc.tuple(fc.boolean(), fc.constantFrom(JOINT, RING, { kind: 'direct' as const })),
          {
            minLength: 1,
            maxLength: 5,
          },
        ),
        (wornMm, secondMm, clasp, places) => {
          const turn = places.map(([short, joint]) => ({ link: short ? 'short' : null, joint }));
          const piece = two({ turn, clasp, wornMm }, secondMm);
          const own = row(piece);
          const { places: drawn } = rowDrawing(own);
          expect(drawn).toHaveLength(own.links);
          expect(own.linkKinds.reduce((sum, k) => sum + k.count, 0)).toBe(own.links);
          expect(own.jointKinds.reduce((sum, k) => sum + k.count, 0)).toBe(own.joints);
          let end = 0;
          const before = clasp.kind === 'bought' ? own.jointKinds[own.turn.at(-1)!.joint]! : null;
          end += before?.lengthMm ?? 0;
          drawn.forEach(({ kind, map }, i) => {
            const { eyes, linkMm } = own.linkKinds[kind]!;
            const first = applyAffine(map, eyes.first.center);
            expect(first.x - eyes.first.insideMm / 2).toBeCloseTo(end, 6);
            const last = applyAffine(map, eyes.last.center);
            expect(last.x + eyes.last.insideMm / 2).toBeCloseTo(end + linkMm, 6);
            const { joint } = own.turn[i % own.turn.length]!;
            end += linkMm + own.jointKinds[joint]!.lengthMm;
          });
          const off = Math.abs(own.lengthMm - wornMm);
          expect(off).toBeLessThanOrEqual(Math.abs(own.moreMm - wornMm) + 1e-9);
          if (own.lessMm !== null) {
            expect(off).toBeLessThanOrEqual(Math.abs(own.lessMm - wornMm) + 1e-9);
          }
        },
      ),
      { numRuns: 80 },
    );
  });

  it('what hangs on a link is there with each of it, and a link without loops is named', () => {
    const piece = two({ turn: IN_TURN, clasp: { kind: 'none' }, wornMm: 230 });
    const part = piece.parts[0]!;
    const drop = { ...part, id: 'drop', name: 'Drop', paths: ['c'], count: 3, to: 'short' };
    const third = { ...newPath('c', piece.paths[0]!.nodes, false) };
    const hung = { ...piece, paths: [...piece.paths, third], parts: [part, drop] };
    const plan = planPiece(hung);
    const own = row(hung);
    const bill = billOf(hung, plan, dressPiece(hung, plan));
    const shorts = own.linkKinds[1]!.count;
    expect(bill.wires.filter((w) => w.role === 'frame').map((w) => w.one)).toContain(3 * shorts);
    expect(bill.things.find((t) => t.name === 'Jump ring to join a part')?.one).toBe(3 * shorts);
    const bare = {
      ...hung,
      links: { ...hung.links!, turn: [{ link: 'drop', joint: RING }, ...IN_TURN] },
    };
    const answer = linkPlan(bare, planPiece(bare));
    expect(answer?.ok === false && told(answer.message)).toContain('which Drop has not');
  });
});

describe('what hangs in the rings between links', () => {
  const ring: Joint = { kind: 'ring', insideMm: 4, wire: WIRE };
  const drop = (more: object = {}): DressItem => ({
    ...newDressItem(
      'drop',
      'd',
      { x: 0, y: 0, lengthMm: 0 },
      { x: 0, y: 0, lengthMm: 0 },
      {
        frameMm: 1,
        thread: { ...WIRE, diameterMm: 0.6 },
      },
    ),
    hangsIn: 'joint:0',
    ...more,
  });
  const beads = (piece: Piece): number => {
    const plan = planPiece(piece);
    const things = billOf(piece, plan, dressPiece(piece, plan)).things;
    return things.find((t) => t.name === 'Drop bead')!.one;
  };

  it('is there as often as such rings, not as the links', () => {
    const own = { ...link(joinedBy(ring)), dressing: [drop()] };
    const { links, joints } = row(own);
    // With a hook there is a joint less than links.
    expect(joints).toBe(links - 1);
    expect(beads(own)).toBe(joints);
    const plan = planPiece(own);
    const dressing = dressPiece(own, plan);
    const [d] = dressing.items;
    expect(d!.problems).toEqual([]);
    expect(told(d!.host!.title)).toBe('the rings between the links');
    const ids = assemblyOf(own, plan, dressing, {}).tasks.map((t) => t.id);
    expect(ids.indexOf('item:d')).toBeGreaterThan(ids.indexOf('links'));
    // So it is drawn: with each link that has a ring behind it.
    const seen = (joined: boolean): number =>
      linkLooks(own, plan, dressing, row(own), 0, joined).dressing!.items.length;
    expect([seen(true), seen(false)]).toEqual([1, 0]);
    // In a ring that itself hangs there it is as often there.
    const held = drop({ id: 'e', hangsIn: 'd' });
    const foot = drop({ by: 'wire' });
    expect(beads({ ...own, dressing: [foot, held] })).toBe(2 * joints);
  });

  it('of two kinds of joints is with its own, and named where there are no such rings', () => {
    const turn = [
      { link: null, joint: ring },
      { link: null, joint: JOINT },
    ];
    const own = { ...link({ ...BEADED, turn }), dressing: [drop()] };
    const { jointKinds } = row(own);
    expect(beads(own)).toBe(jointKinds[0]!.count);
    for (const bare of [
      { ...own, dressing: [drop({ hangsIn: 'joint:1' })] },
      { ...own, dressing: [drop({ hangsIn: 'joint:x' })] },
      { ...own, links: null },
    ]) {
      const [lost] = dressPiece(bare, planPiece(bare)).items[0]!.problems;
      expect(told(lost!.message)).toContain('no longer there');
    }
    // A place taken out of the turn takes nothing along: things stay in their rings, or are named.
    const wide: Joint = { ...ring, insideMm: 6 };
    const three = [JOINT, ring, wide, ring].map((joint) => ({ link: null, joint }));
    const hung = { ...link({ ...BEADED, turn: three }), dressing: [drop({ hangsIn: 'joint:3' })] };
    const inRing = (piece: Piece): number | undefined =>
      ringsHolding(piece, piece.dressing[0]!.hangsIn)?.ring.insideMm;
    expect(inRing(hung)).toBe(4);
    for (const out of [0, 1, 2, 3]) expect(inRing(withoutRowPlace(hung, out))).toBe(4);
    const alone = { ...hung, links: { ...BEADED, turn: three.slice(0, 3) } };
    const kept = { ...alone, dressing: [drop({ hangsIn: 'joint:1' })] };
    expect(inRing(withoutRowPlace(kept, 1))).toBeUndefined();
    expect(inRing(withoutRowPlace(kept, 0))).toBe(4);
    const thick = drop({ thread: { ...WIRE, diameterMm: 5 } });
    const plan = planPiece({ ...own, dressing: [thick] });
    const [refused] = dressPiece({ ...own, dressing: [thick] }, plan).items[0]!.problems;
    expect(told(refused!.message)).toContain('does not go through the loop');
  });
});
