import { memo, useMemo } from 'react';
import { useStore, type StoreApi } from 'zustand';
import { pathData } from '@core/file';
import { joinTurn, type Primitive } from '@core/geometry';
import {
  formedShapes,
  placedEnds,
  placeOnWire,
  type Formed,
  type PlacedEnd,
  type Plan,
  type WirePlan,
} from '@core/plan';
import {
  formedPart,
  posedWire,
  type Arm,
  type Step,
  type TailMove,
  type WireEndSide,
  type WireSteps,
} from '@core/steps';
import { isBend, type StripPiece } from '@core/strip';
import { CrossingStrokes, crossingData, EndStrokes } from '~/components/WireDrawing';
import { rowsOf, strandsAlong } from '~/components/ropeStrands';
import { WireStroke } from '~/components/WireStroke';
import { wireColours } from '~/components/metalColours';
import type { Rehearsal } from './rehearsal';

const EDGE_MM = 1e-6;
const NEITHER: ReadonlySet<WireEndSide> = new Set();
const BOTH: ReadonlySet<WireEndSide> = new Set(['start', 'end']);

/** Slow at the start and end of a bend, as a hand is. */
const eased = (t: number): number => t * t * (3 - 2 * t);

/** Whether the tail on an arm lies behind what is formed, when a step is under way or done. */
function liesBehind(steps: readonly Step[], done: number, arm: Arm): boolean {
  const under = (m: TailMove): boolean =>
    m.kind === 'behind' || (m.kind === 'thread' && m.towards === 'back');
  const next = steps[done + 1]?.moves.find((m) => m.arm === arm);
  if (next) return under(next);
  for (let i = done; i >= 0; i--) {
    const last = steps[i]!.moves.filter((m) => m.arm === arm).at(-1);
    if (last) return under(last);
  }
  return false;
}

/** The wire as it is after whole steps and a share of the next. */
export function RehearsalDrawing({
  plan,
  work,
  ends,
  rehearsal,
  pxPerMm,
  ghost = true,
}: {
  plan: Plan;
  work: WireSteps;
  /** the ends that are worked already; without it both with the last step */
  ends?: ReadonlySet<PlacedEnd['which']>;
  rehearsal: StoreApi<Rehearsal>;
  pxPerMm: number;
  /** what the next step makes of it, faintly */
  ghost?: boolean;
}) {
  const at = useStore(rehearsal, (r) => r.at);
  const wire = plan.wires[work.wire]!;
  const { steps } = work;
  const done = Math.min(steps.length - 1, Math.floor(at + 1e-6));
  const now = steps[done]!;
  const next = at - done > 1e-6 ? steps[done + 1] : undefined;
  const share = next ? eased(at - done) : 0;
  const workedEnds = ends ?? (now.kind === 'ends' ? BOTH : NEITHER);
  const moving = useMoving(wire, work, done, share, workedEnds);
  const { diameterMm: d } = wire.stock;
  const colours = wireColours(wire.stock);
  const worked =
    workedEnds.size > 0
      ? placedEnds(plan, wire, moving.pose).filter(({ which }) => workedEnds.has(which))
      : [];
  const tail = (arm: Arm, behind: boolean) =>
    moving[arm].data !== '' && liesBehind(steps, done, arm) === behind ? (
      <WireStroke key={arm} {...moving[arm]} diameterMm={d} colours={colours} />
    ) : null;
  return (
    <g>
      {ghost && <Ghost wire={wire} work={work} done={done + 1} ends={workedEnds} />}
      {(['towards-first', 'towards-last'] as const).map((arm) => tail(arm, true))}
      {moving.middle.data !== '' && (
        <WireStroke {...moving.middle} diameterMm={d} colours={colours} />
      )}
      <FormedPart plan={plan} work={work} done={done} />
      {(['towards-first', 'towards-last'] as const).map((arm) => tail(arm, false))}
      {(['shape', 'over'] as const).map((layer) => (
        <EndStrokes key={layer} ends={worked} layer={layer} wire={wire.stock} />
      ))}
      <NextMarks
        work={work}
        wire={wire}
        done={done}
        share={share}
        pose={moving.pose}
        px={1 / pxPerMm}
        d={d}
      />
    </g>
  );
}

/** Formed wire does not move: it is drawn anew only when a step is done. */
const FormedPart = memo(function FormedPart({
  plan,
  work,
  done,
}: {
  plan: Plan;
  work: WireSteps;
  done: number;
}) {
  const wire = plan.wires[work.wire]!;
  const formed = work.steps[done]!.formed;
  const { data, strands } = useMemo(() => {
    const shapes = formedPart(wire, formed);
    return {
      data: pathData(shapes),
      strands: wire.stock.rope ? strandsAlong(rowsOf(shapes), wire.stock, formed[0]) : null,
    };
  }, [wire, formed]);
  const { diameterMm: d } = wire.stock;
  const colours = wireColours(wire.stock);
  const crossings = useMemo(() => {
    const placed = (index: number, mm: number): boolean =>
      index < work.wire ||
      (index === work.wire && mm >= formed[0] - EDGE_MM && mm <= formed[1] + EDGE_MM);
    return plan.crossings
      .filter((c) => placed(c.firstWire, c.firstMm) && placed(c.secondWire, c.secondMm))
      .flatMap((c) => crossingData(plan, c) ?? []);
  }, [plan, work, formed]);
  return (
    <g>
      {plan.wires.slice(0, work.wire).map((w) => (
        <WireStroke
          key={`${w.pathId} ${w.strand}`}
          data={pathData(formedShapes(w))}
          diameterMm={w.stock.diameterMm}
          colours={wireColours(w.stock)}
          strands={w.stock.rope && strandsAlong(rowsOf(formedShapes(w)), w.stock)}
        />
      ))}
      {data !== '' && (
        <WireStroke data={data} diameterMm={d} colours={colours} cap="butt" strands={strands} />
      )}
      {crossings.map((c, i) => (
        <CrossingStrokes key={i} data={c} />
      ))}
    </g>
  );
});

/** Unbent pieces that follow each other are one straight line: a long tail is drawn in one go. */
function straightened(shapes: readonly Primitive[]): Primitive[] {
  const out: Primitive[] = [];
  for (const s of shapes) {
    const last = out.at(-1);
    if (last?.type === 'line' && s.type === 'line' && Math.abs(joinTurn(last, s)) < 1e-9) {
      out[out.length - 1] = { type: 'line', from: last.from, to: s.to };
    } else out.push(s);
  }
  return out;
}

/** What is not in its place yet: the bends under way and the straight tails, to the ends of the blank. */
function useMoving(
  wire: WirePlan,
  work: WireSteps,
  done: number,
  share: number,
  ends: ReadonlySet<WireEndSide>,
) {
  const formed = work.steps[done]!.formed;
  return useMemo(() => {
    const { strip, beyond } = posedWire(wire, work, done, share, ends);
    const part = (keep: (p: StripPiece) => boolean, more: Primitive[] = []) => {
      const own = strip.pieces.filter(keep);
      const shapes = straightened([...own.flatMap((p) => p.shape), ...more]);
      const { stock } = wire;
      const strands = stock.rope && strandsAlong(rowsOf(shapes), stock, own[0]?.startMm);
      return { data: pathData(shapes), strands };
    };
    const [low, high] = formed;
    const line = (side: WireEndSide): Primitive[] => {
      const own = beyond[side];
      return own ? [{ type: 'line', from: own[0], to: own[1] }] : [];
    };
    return {
      pose: { strip, asides: [] },
      'towards-first': part((p) => p.startMm + p.lengthMm <= low + EDGE_MM, line('start')),
      'towards-last': part((p) => p.startMm >= high - EDGE_MM, line('end')),
      // A bend that the middle lies in belongs to neither tail.
      middle: part((p) => p.startMm < low - EDGE_MM && p.startMm + p.lengthMm > high + EDGE_MM),
    };
  }, [wire, work, done, share, formed, ends]);
}

/** The wire as it will be once a step is done, faintly. */
const Ghost = memo(function Ghost({
  wire,
  work,
  done,
  ends,
}: {
  wire: WirePlan;
  work: WireSteps;
  done: number;
  ends: ReadonlySet<WireEndSide>;
}) {
  const data = useMemo(() => {
    if (!work.steps[done]?.marks.length) return '';
    const { strip, beyond } = posedWire(wire, work, done, 0, ends);
    const lines = Object.values(beyond).map(([from, to]): Primitive => ({
      type: 'line',
      from,
      to,
    }));
    return pathData([...strip.pieces.flatMap((p) => p.shape), ...lines]);
  }, [wire, work, done, ends]);
  return data === '' ? null : (
    <path
      d={data}
      fill="none"
      stroke="var(--patina)"
      strokeOpacity={0.22}
      strokeWidth={wire.stock.diameterMm}
      strokeLinecap="round"
      strokeLinejoin="round"
      data-testid="ghost"
    />
  );
});

/** Where the next bends are gripped, and the round they go over. */
function NextMarks({
  work,
  wire,
  done,
  share,
  pose,
  px,
  d,
}: {
  work: WireSteps;
  wire: WirePlan;
  done: number;
  share: number;
  pose: Formed;
  px: number;
  d: number;
}) {
  const pieces = useMemo(() => wire.strip.pieces.filter(isBend), [wire]);
  return work.steps[done + 1]?.marks.map((m) => {
    const place = placeOnWire(pose, m.placeMm);
    if (!place) return null;
    const { at, direction } = place;
    const reach = d / 2 + 7 * px;
    const bend = wire.bends[m.bend]!;
    const arc = pieces[m.bend]?.shape[0];
    return (
      <g key={m.bend} pointerEvents="none">
        {share > 0 && bend.tool && arc?.type === 'arc' && (
          <circle
            cx={arc.center.x}
            cy={arc.center.y}
            r={bend.tool.diameterMm / 2}
            fill="var(--tool)"
            fillOpacity={0.55}
            stroke="var(--soft)"
            strokeWidth={px}
          />
        )}
        <line
          x1={at.x - direction.y * reach}
          y1={at.y + direction.x * reach}
          x2={at.x + direction.y * reach}
          y2={at.y - direction.x * reach}
          stroke="var(--patina)"
          strokeWidth={2.5 * px}
        />
        <text
          x={at.x + direction.y * (reach + 10 * px)}
          y={at.y - direction.x * (reach + 10 * px) + 4 * px}
          textAnchor="middle"
          fontSize={12 * px}
          fontWeight={600}
          fill="var(--patina)"
        >
          {m.bend + 1}
        </text>
      </g>
    );
  });
}
