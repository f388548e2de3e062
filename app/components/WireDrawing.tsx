import { memo } from 'react';
import { pathData } from '@core/file';
import { flattenSegment, perp, scale, startOf, type Primitive, type Vec } from '@core/geometry';
import { looksOf, stoneReach, type Dressing } from '@core/dressing';
import type { DressMark } from '@core/item';
import type { Piece } from '@core/piece';
import {
  endShapes,
  formedShapes,
  placedEnds,
  placeOnWire,
  wholeWire,
  type PlacedEnd,
  type Plan,
  type WirePlan,
} from '@core/plan';
import { DressingLayer } from './DressingLayer';
import { strandMm } from '@core/wire';
import { wireColours } from './metalColours';
import { rowsOf, strandsAlong } from './ropeStrands';
import { WireStroke } from './WireStroke';

/** Beyond so many wires or crossings all of a kind are drawn in one go: a page of thousands of strokes is slow. */
const MANY = 150;

/** Chords that a stretch at a crossing is drawn with; fewer where there are many. */
const STEPS = { few: 14, many: 4 };

/** The stretch of a wire between two positions on its blank. */
function stretchOf(wire: WirePlan, fromMm: number, toMm: number, steps: number): Vec[] {
  return Array.from({ length: steps + 1 }, (_, i) => {
    const at = fromMm + ((toMm - fromMm) * i) / steps;
    return placeOnWire(wire, Math.min(wire.developedMm, Math.max(0, at)));
  }).flatMap((place) => (place ? [place.at] : []));
}

/** Data of that stretch. */
const stretchData = (...given: Parameters<typeof stretchOf>): string =>
  `M${stretchOf(...given)
    .map(({ x, y }) => `${x.toFixed(3)} ${y.toFixed(3)}`)
    .join('L')}`;

/** What is drawn of one crossing, as path data: the shadows on the lower pass, and the upper pass. */
export function crossingData(plan: Plan, c: Plan['crossings'][number]) {
  const steps = plan.crossings.length > MANY ? STEPS.many : STEPS.few;
  const first = { wire: plan.wires[c.firstWire], at: c.firstMm };
  const second = { wire: plan.wires[c.secondWire], at: c.secondMm };
  const [over, under] = c.top === 'first' ? [first, second] : [second, first];
  const [upper, lower] = [over.wire, under.wire];
  if (!upper || !lower) return null;
  const { metal, coat, diameterMm: d, rope } = upper.stock;
  const lowerMm = lower.stock.diameterMm;
  const reach = Math.min(2.5, 1 / Math.max(0.2, Math.sin(c.angleRad))) * Math.max(d, lowerMm);
  const bared = (more: number): string =>
    stretchData(upper, over.at - 1.3 * reach - more, over.at + 1.3 * reach + more, steps);
  const from = Math.max(0, over.at - 1.3 * reach);
  const seen = rope && stretchOf(upper, from, over.at + 1.3 * reach, steps);
  return {
    strands: seen ? strandsAlong([seen], upper.stock, from) : null,
    wire: { metal, coat },
    d,
    lowerMm,
    shadows: [1.15, 0.9, 0.7].map((k) =>
      stretchData(lower, under.at - reach * k, under.at + reach * k, steps),
    ),
    upper: [bared(0), bared(0.25 * d), bared(0.45 * d), bared(0.7 * d)] as const,
  };
}
type CrossingData = NonNullable<ReturnType<typeof crossingData>>;

export function CrossingStrokes({
  data: { wire, d, lowerMm, shadows, upper, strands },
}: {
  data: CrossingData;
}) {
  const [rim, body, lit, glint] = upper;
  return (
    <g>
      {shadows.map((shadow, k) => (
        <path
          key={k}
          d={shadow}
          fill="none"
          stroke="#1c0f08"
          strokeOpacity={0.2}
          strokeWidth={lowerMm}
        />
      ))}
      <WireStroke
        data={rim}
        over={[body, lit, glint]}
        diameterMm={d}
        colours={wireColours(wire)}
        cap="butt"
        strands={strands}
      />
    </g>
  );
}

/** What is alike together, in the order of the first of each. */
function grouped<T>(list: readonly T[], keyOf: (one: T) => string): T[][] {
  const groups = new Map<string, T[]>();
  for (const one of list) {
    const key = keyOf(one);
    const own = groups.get(key);
    if (own) own.push(one);
    else groups.set(key, [one]);
  }
  return [...groups.values()];
}

/** Many crossings in one drawing for each two wires: all shadows first, then all upper passes. */
function together(list: readonly CrossingData[]): CrossingData[] {
  return grouped(
    list,
    (c) =>
      `${c.wire.metal} ${c.wire.coat ?? ''} ${c.d} ${c.lowerMm} ${c.strands?.diameterMm ?? ''}`,
  ).map(asOne);
}

function asOne(list: readonly CrossingData[]): CrossingData {
  const join = (of: (c: CrossingData) => string): string => list.map(of).join('');
  return {
    ...list[0]!,
    strands: list[0]!.strands && {
      ...list[0]!.strands,
      data: join((c) => c.strands?.data ?? ''),
    },
    shadows: [0, 1, 2].map((k) => join((c) => c.shadows[k] ?? '')),
    upper: [
      join((c) => c.upper[0]),
      join((c) => c.upper[1]),
      join((c) => c.upper[2]),
      join((c) => c.upper[3]),
    ],
  };
}

/** The formed wires at true thickness, the upper pass over the lower one where they cross. */
export const WireDrawing = memo(function WireDrawing({
  piece,
  plan,
  dressing = null,
  only,
}: {
  piece: Piece;
  plan: Plan;
  dressing?: Dressing | null;
  /** the wires that are drawn, where not all are */
  only?: ReadonlySet<number> | undefined;
}) {
  const isShown = (wire: number): boolean => only?.has(wire) ?? true;
  const all = plan.crossings
    .filter((c) => isShown(c.firstWire) && isShown(c.secondWire))
    .flatMap((c) => crossingData(plan, c) ?? []);
  const crossings = all.length > MANY ? together(all) : all;
  const wires = plan.wires.filter((_, i) => isShown(i));
  return (
    <g>
      {dressing && <DressingLayer dressing={dressing} layer="under" />}
      {wires.length > MANY ? (
        <ManyWires plan={plan} wires={wires} />
      ) : (
        wires.map((wire) => (
          <OneWire key={`${wire.pathId} ${wire.strand}`} plan={plan} wire={wire} />
        ))
      )}
      <Beads piece={piece} />
      {dressing && <DressingLayer dressing={dressing} layer="flat" />}
      <FrontPasses plan={plan} isShown={isShown} />
      {crossings.map((data, i) => (
        <CrossingStrokes key={i} data={data} />
      ))}
      {dressing && <DressingLayer dressing={dressing} layer="over" />}
    </g>
  );
});

/** Passes that lie over those of wires drawn after theirs. */
function FrontPasses({ plan, isShown }: { plan: Plan; isShown: (wire: number) => boolean }) {
  const fronts = plan.doubled.filter((s) => s.inFront && s.lie === 'under' && isShown(s.wire));
  return fronts.map(({ wire: index, fromMm, toMm }, i) => {
    const wire = plan.wires[index]!;
    const points = stretchOf(wire, fromMm, toMm, Math.max(4, Math.ceil(toMm - fromMm)));
    return (
      <WireStroke
        key={i}
        data={stretchData(wire, fromMm, toMm, points.length - 1)}
        diameterMm={wire.stock.diameterMm}
        colours={wireColours(wire.stock)}
        cap="butt"
        strands={wire.stock.rope && strandsAlong([points], wire.stock, fromMm)}
      />
    );
  });
}

function OneWire({ plan, wire }: { plan: Plan; wire: WirePlan }) {
  const { diameterMm } = wire.stock;
  const colours = wireColours(wire.stock);
  const ends = placedEnds(plan, wire);
  const shapes = formedShapes(wire);
  return (
    <g>
      <EndStrokes ends={ends} layer="shape" wire={wire.stock} />
      <WireStroke
        data={pathData(shapes)}
        diameterMm={diameterMm}
        colours={colours}
        cap={wire.closed ? 'butt' : 'round'}
        strands={wire.stock.rope && strandsAlong(rowsOf(shapes), wire.stock)}
      />
      <EndStrokes ends={ends} layer="over" wire={wire.stock} />
      {wire.closed && wire.seamPlace && (
        <SeamLine wire={wire} d={diameterMm} colour={colours.rim} />
      )}
    </g>
  );
}

/** Ends as they are formed: what goes on from the wire in one stroke, and the wraps that lie over it. */
export function EndStrokes({
  ends,
  layer,
  wire,
}: {
  ends: readonly PlacedEnd[];
  layer: 'shape' | 'over';
  wire: WirePlan['stock'];
}) {
  const colours = wireColours(wire);
  const strokes = ends.flatMap((e) =>
    layer === 'shape' ? [e.shape] : e.over.map((s): readonly Primitive[] => [s]),
  );
  const strands = layer === 'shape' ? ends.flatMap((e) => e.strands) : [];
  return (
    <>
      {strokes.map(
        (shapes, i) =>
          shapes.length > 0 && (
            <WireStroke
              key={i}
              data={pathData(shapes)}
              diameterMm={wire.diameterMm}
              colours={colours}
              strands={strandsAlong(wire.rope ? rowsOf(shapes) : [], wire)}
            />
          ),
      )}
      {strands.map((shapes, i) => (
        <WireStroke
          key={`strand ${i}`}
          data={pathData(shapes)}
          diameterMm={strandMm(wire)}
          colours={colours}
        />
      ))}
    </>
  );
}

function ManyWires({ plan, wires: all }: { plan: Plan; wires: readonly WirePlan[] }) {
  const groups = grouped(all, (w) => `${w.stock.id ?? ''} ${w.closed}`);
  const data = (wires: readonly WirePlan[]): string =>
    wires
      .map(
        (w) =>
          pathData(formedShapes(w)) +
          endShapes(plan, w)
            .map((s) => pathData([s]))
            .join(''),
      )
      .join('');
  return groups.map((wires, i) => {
    const { stock, closed } = wires[0]!;
    return (
      <WireStroke
        key={i}
        data={data(wires)}
        diameterMm={stock.diameterMm}
        colours={wireColours(stock)}
        cap={closed ? 'butt' : 'round'}
        strands={
          stock.rope &&
          strandsAlong(
            wires.flatMap((w) => rowsOf([...formedShapes(w), ...endShapes(plan, w)])),
            stock,
          )
        }
      />
    );
  });
}

/** Beads that stand for dots: grey pearls, so that only the wire is warm. */
function Beads({ piece }: { piece: Piece }) {
  return piece.shapes
    .flatMap((s) => s.beads)
    .map((b, i) => (
      <g key={i}>
        <circle
          cx={b.x}
          cy={b.y}
          r={b.acrossMm / 2}
          fill="#b9c4c9"
          stroke="#5d6b72"
          strokeWidth={0.12}
        />
        <circle
          cx={b.x - b.acrossMm * 0.14}
          cy={b.y - b.acrossMm * 0.16}
          r={b.acrossMm * 0.14}
          fill="#f4f8f9"
        />
      </g>
    ));
}

/** The joint of a closed wire: a thin line across it. */
function SeamLine({ wire, d, colour }: { wire: WirePlan; d: number; colour: string }) {
  const place = placeOnWire(wire, 0);
  if (!place) return null;
  const across = scale(perp(place.direction), d / 2);
  return (
    <line
      x1={place.at.x - across.x}
      y1={place.at.y - across.y}
      x2={place.at.x + across.x}
      y2={place.at.y + across.y}
      stroke={colour}
      strokeWidth={Math.max(0.12, d * 0.12)}
    />
  );
}

/** A quick picture of drawn paths as wire, without a plan. */
export const SketchDrawing = memo(function SketchDrawing({
  shapes,
  piece,
}: {
  shapes: readonly { segments: Parameters<typeof pathData>[0]; closed: boolean }[];
  piece: Pick<Piece, 'wire'>;
}) {
  return (
    <g>
      {shapes.map((s, i) => (
        <WireStroke
          key={i}
          data={pathData(s.segments) + (s.closed ? 'Z' : '')}
          diameterMm={piece.wire.diameterMm}
          colours={wireColours(piece.wire)}
          strands={piece.wire.rope && strandsAlong(rowsOf(s.segments), piece.wire)}
        />
      ))}
    </g>
  );
});

/** All points a drawing of the plan reaches, loops at its ends included; for fitting it into a view. */
export function drawnExtent(
  piece: Piece,
  plan: Plan,
  dressing: Dressing | null = null,
  only?: ReadonlySet<number>,
): Vec[] {
  const beads = piece.shapes.flatMap((s) => s.beads);
  const wires = plan.wires.flatMap((wire, i) => {
    if (only?.has(i) === false) return [];
    const shapes = wholeWire(plan, wire).flatMap((part) => part.shapes);
    return shapes.flatMap((s) => [startOf(s), ...flattenSegment(s, 0.2)]);
  });
  return [...wires, ...beads, ...(dressing ? dressedExtent(dressing) : [])];
}

/** Points that the dressing reaches. */
export const dressedExtent = (dressing: Dressing): Vec[] => marksExtent(looksOf(dressing));

/** Points that marks reach. */
export const marksExtent = (marks: readonly DressMark[]): Vec[] =>
  marks.flatMap((m): Vec[] => {
    if (m.kind === 'wire') return m.runs.flat();
    if (m.kind === 'cord' || m.kind === 'flat') return [...m.points];
    const { x: w, y: h } =
      m.kind === 'stone' ? stoneReach(m) : { x: m.bead.acrossMm / 2, y: m.bead.acrossMm / 2 };
    return [
      { x: m.at.x - w, y: m.at.y - h },
      { x: m.at.x + w, y: m.at.y + h },
    ];
  });
