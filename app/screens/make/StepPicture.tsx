import { useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import type { StoreApi } from 'zustand';
import { linkPlan } from '@core/bill';
import {
  endFromSide,
  foldedFigure,
  looksOf,
  shapedFromSide,
  type Dressing,
  type SideView as Seen,
} from '@core/dressing';
import { bothBoxes, growBox, type Box, type Vec } from '@core/geometry';
import { kindOf, marksUpTo } from '@core/item';
import type { MakeStep } from '@core/making';
import type { Piece, Wire } from '@core/piece';
import { placeOnWire, type Plan } from '@core/plan';
import type { MakingPlan } from '@core/planning';
import { posedPoints, posedWire, stepBox, type WireEndSide, type WireSteps } from '@core/steps';
import { ScaleBar } from '~/components/Bench';
import { MarkList } from '~/components/DressingLayer';
import { FoldedView } from '~/components/FoldedView';
import { useExtent } from '~/components/FigureView';
import { JointPicture, RowPicture } from '~/components/RowPicture';
import { SideView } from '~/components/SideView';
import { dressedExtent, WireDrawing } from '~/components/WireDrawing';
import { createRehearsal, isStill, type Rehearsal } from '~/screens/rehearse/rehearsal';
import { RehearsalDrawing } from '~/screens/rehearse/RehearsalDrawing';
import { useUnit, useWords } from '~/state/useWords';
import { placeOf } from './placeOf';

/** The items that are on, and the parts that are joined, before or with a step. */
function dressingAt(dressing: Dressing, steps: readonly MakeStep[], index: number): Dressing {
  const done = steps.slice(0, index + 1);
  const on = new Set(done.flatMap((s) => s.itemIds));
  const joined = new Set(done.map((s) => s.task.partId));
  // Of led wires worked in turn only what is led by then.
  const reach = new Map<string, number>();
  for (const s of done)
    for (const [id, acts] of Object.entries(s.reach))
      reach.set(id, Math.max(acts, reach.get(id) ?? 0));
  return {
    ...dressing,
    items: dressing.items.flatMap((d) => {
      if (!on.has(d.item.id)) return [];
      const acts = reach.get(d.item.id);
      return acts === undefined ? [d] : [{ ...d, marks: marksUpTo(d.marks, acts) }];
    }),
    copies: dressing.copies.filter((c) => joined.has(c.part)),
  };
}

/** The forming step that was last under way, and whether all wires are formed by then. */
function formingAt(
  steps: readonly MakeStep[],
  index: number,
): { wire: number; step: number; all: boolean } | null {
  const formed = steps.slice(0, index + 1).filter((s) => s.step !== null);
  const last = formed.at(-1);
  if (!last) return null;
  const all = !steps.slice(index + 1).some((s) => s.step !== null);
  return { wire: last.task.wire ?? 0, step: last.step!, all };
}

/** The ends of a wire that are worked before or with a step. */
const endsAt = (
  steps: readonly MakeStep[],
  index: number,
  wire: number,
): ReadonlySet<WireEndSide> =>
  new Set(
    steps
      .slice(0, index + 1)
      .filter((s) => s.task.kind === 'ends' && s.task.wire === wire)
      .flatMap((s) => (s.task.end === null ? (['start', 'end'] as const) : [s.task.end])),
  );

/** What a step makes out of the plane, seen from the side. */
function sideOf(
  piece: Piece,
  plan: Plan,
  dressing: Dressing,
  { task }: MakeStep,
): { view: Seen; stock: Wire } | null {
  if (task.kind === 'shape') {
    const view = shapedFromSide(piece, plan, dressing);
    return view && { view, stock: piece.wire };
  }
  const wire = plan.wires[task.wire ?? -1];
  if (task.kind !== 'ends' || !wire || wire.closed) return null;
  const own = task.end ? [wire.ends[task.end]] : [wire.ends.start, wire.ends.end];
  const [view] = own.flatMap((e) => endFromSide(e, wire.stock.diameterMm) ?? []);
  return view ? { view, stock: wire.stock } : null;
}

/** More places alike than this are not lit one by one. */
const MOST_LIT = 24;

/** Where the hands are: the next place of a led wire, else the places of what goes on. */
function litAt(
  step: MakeStep,
  { items, copies }: Dressing,
  counted: Readonly<Record<string, number>>,
): Vec[] {
  const next = step.places[placeOf(step, counted)];
  if (next) return [next.at];
  const joined = copies.filter((c) => c.part === step.task.partId);
  if (joined.length > 0) return joined.length > MOST_LIT ? [] : joined.map((c) => c.at);
  const own = items.filter((d) => step.itemIds.includes(d.item.id));
  // What lies along a stretch is seen by itself.
  const points = own.filter((d) => d.item.on.lengthMm === 0 && kindOf(d.item).place !== 'free');
  return points.length > MOST_LIT ? [] : points.map((d) => d.place);
}

/** The piece as it is at one step, large: the bend as it is made, or the item as it goes on. */
export function StepPicture({
  piece,
  plan,
  dressing,
  making,
  index,
  counted,
}: {
  piece: Piece;
  plan: Plan;
  dressing: Dressing;
  making: MakingPlan;
  index: number;
  counted: Readonly<Record<string, number>>;
}) {
  const holder = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 700, height: 600 });
  useLayoutEffect(() => {
    const element = holder.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry) setSize({ width: entry.contentRect.width, height: entry.contentRect.height });
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const told = useWords();
  const unit = useUnit();
  const { steps, assembly } = making;
  const step = steps[index]!;
  const shown = useMemo(() => dressingAt(dressing, steps, index), [dressing, steps, index]);
  const forming = useMemo(() => formingAt(steps, index), [steps, index]);
  const whole = useExtent(piece, plan, shown);
  const near = useMemo<Box | null>(() => {
    const items = shown.items.filter((d) => step.itemIds.includes(d.item.id));
    const points = dressedExtent({ ...shown, items, copies: [] });
    if (points.length === 0) return null;
    const box = {
      minX: Math.min(...points.map((p) => p.x)),
      minY: Math.min(...points.map((p) => p.y)),
      maxX: Math.max(...points.map((p) => p.x)),
      maxY: Math.max(...points.map((p) => p.y)),
    };
    return growBox(box, Math.max(4, 0.35 * Math.max(box.maxX - box.minX, box.maxY - box.minY)));
  }, [shown, step]);
  const side = useMemo(() => sideOf(piece, plan, dressing, step), [piece, plan, dressing, step]);
  const folded = useMemo(
    () =>
      step.task.kind === 'shape' && piece.outOfPlane?.kind === 'fold'
        ? foldedFigure(plan, piece.outOfPlane)
        : null,
    [piece, plan, step],
  );
  const row = useMemo(() => {
    const isRow = step.task.kind === 'chain' || step.task.kind === 'joints';
    const answer = isRow ? linkPlan(piece, plan) : null;
    return answer?.ok ? answer.plan : null;
  }, [piece, plan, step]);
  const to = forming?.step ?? 0;
  const from = step.step === null ? to : Math.max(0, to - 1);
  const work = assembly.works.find((w) => w.wire === forming?.wire) ?? null;
  const bent = plan.wires[forming?.wire ?? -1] ?? null;
  const worked = useMemo(
    () => (forming ? endsAt(steps, index, forming.wire) : new Set<WireEndSide>()),
    [steps, index, forming],
  );
  const isDone = (!forming || forming.all) && step.step === null;
  // The whole wire, as it lies before the step and after it.
  const reached = useMemo(
    () => (!isDone && bent && work ? stepBox(bent, work, to, worked) : null),
    [isDone, bent, work, to, worked],
  );
  const rehearsal = useForming(step.id, from, to, (work?.steps.length ?? 1) - 1);
  if (folded) {
    const left = step.counts.find((c) => c.what === 'arms');
    return (
      <div ref={holder} className="size-full">
        <FoldedView
          view={folded}
          stock={piece.wire}
          done={left ? (counted['arms'] ?? 0) : folded.arms.length}
          large
          className="size-full"
        />
      </div>
    );
  }
  const joint = row?.jointKinds[step.task.joint ?? -1];
  if (row && !joint) {
    return (
      <div ref={holder} className="size-full">
        <RowPicture
          piece={piece}
          plan={plan}
          dressing={dressing}
          row={row}
          label={`Drawing: ${told(step.title)}`}
        />
      </div>
    );
  }
  if (joint) {
    return (
      <div ref={holder} className="size-full">
        <JointPicture joint={joint.laid} label={`Drawing: ${told(step.title)}`} />
      </div>
    );
  }
  if (!whole) return <div ref={holder} className="size-full" />;
  // Ends that are worked stand out beyond it.
  const others = forming && (forming.wire > 0 || worked.size > 0) ? whole : null;
  const full = reached ? (others ? bothBoxes(reached, others) : reached) : whole;
  const room = Math.max(full.maxX - full.minX, full.maxY - full.minY);
  const box = near ?? growBox(full, room * 0.06);
  const pxPerMm = Math.max(
    0.5,
    Math.min(size.width / (box.maxX - box.minX), size.height / (box.maxY - box.minY)),
  );
  const lit = litAt(step, shown, counted);
  return (
    <div ref={holder} className="relative size-full">
      {side && (
        <SideView view={side.view} stock={side.stock} className="absolute left-3 top-3 w-44" />
      )}
      <svg
        viewBox={`${box.minX} ${box.minY} ${box.maxX - box.minX} ${box.maxY - box.minY}`}
        className="size-full"
        role="img"
        aria-label={`Drawing: ${told(step.title)}`}
      >
        {isDone ? (
          <WireDrawing piece={piece} plan={plan} dressing={shown} />
        ) : (
          work && (
            <>
              <RehearsalDrawing
                plan={plan}
                work={work}
                ends={worked}
                rehearsal={rehearsal}
                pxPerMm={pxPerMm}
                ghost={to > from}
              />
              <MarkList marks={looksOf(shown)} />
            </>
          )
        )}
        {lit.map((at, i) => (
          <Lit key={i} at={at} px={1 / pxPerMm} />
        ))}
      </svg>
      <ScaleBar pxPerMm={pxPerMm} unit={unit} />
      {!isDone && work && to > from && pxPerMm < SMALL_PX && (
        <Loupe
          plan={plan}
          work={work}
          worked={worked}
          step={to}
          rehearsal={rehearsal}
          centre={{ x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 }}
          pxPerMm={pxPerMm}
          size={size}
        />
      )}
    </div>
  );
}

/** The place of the step. */
function Lit({ at, px }: { at: Vec; px: number }) {
  return (
    <g pointerEvents="none" data-testid="lit">
      <circle cx={at.x} cy={at.y} r={26 * px} fill="var(--patina)" fillOpacity={0.14} />
      <circle
        cx={at.x}
        cy={at.y}
        r={26 * px}
        fill="none"
        stroke="var(--patina)"
        strokeWidth={3 * px}
      />
    </g>
  );
}

/** How long the mark is shown before the bend is made, and the bend when it is made, ms. */
const LOOK_MS = 900;
const HOLD_MS = 1_800;

/** Shows the wire with the mark of the bend, makes the bend once, and lies there as before: what comes of it stays faintly. */
function useForming(key: string, from: number, to: number, last: number): StoreApi<Rehearsal> {
  const [rehearsal] = useState(createRehearsal);
  // Before anything is drawn of it, so that nothing of the step before is seen.
  useLayoutEffect(() => {
    rehearsal.getState().setLast(last);
    rehearsal.getState().jump(from);
  }, [rehearsal, key, from, last]);
  useEffect(() => {
    if (to <= from || isStill()) return;
    let back: ReturnType<typeof setTimeout> | undefined;
    const begin = setTimeout(() => rehearsal.getState().step(to - from), LOOK_MS);
    const off = rehearsal.subscribe(({ at }) => {
      if (at < to || back !== undefined) return;
      back = setTimeout(() => rehearsal.getState().jump(from), HOLD_MS);
    });
    return () => {
      clearTimeout(begin);
      clearTimeout(back);
      off();
      rehearsal.getState().pause();
    };
  }, [rehearsal, key, from, to]);
  return rehearsal;
}

/** What is smaller than this is shown larger beside, px for a mm; and so much of it, mm. */
const SMALL_PX = 5;
const LOUPE_MM = 11;

const LOUPE_PX = 220;

/** Corners that it may stand in, those that it stands in first first: the scale is at the bottom left. */
const CORNERS = [
  { right: true, bottom: true, at: 'bottom-2 right-2' },
  { right: true, bottom: false, at: 'top-2 right-2' },
  { right: false, bottom: false, at: 'left-2 top-2' },
  { right: false, bottom: true, at: 'bottom-8 left-2' },
] as const;

/** The place that is worked, larger, where the whole wire is too long to show it; in the corner that has least of that. */
function Loupe({
  plan,
  work,
  worked,
  step,
  rehearsal,
  centre: { x: centreX, y: centreY },
  pxPerMm,
  size: { width, height },
}: {
  plan: Plan;
  work: WireSteps;
  worked: ReadonlySet<WireEndSide>;
  step: number;
  rehearsal: StoreApi<Rehearsal>;
  /** what is in the middle of the picture, mm */
  centre: Vec;
  pxPerMm: number;
  /** of the picture, px */
  size: { readonly width: number; readonly height: number };
}) {
  const wire = plan.wires[work.wire];
  const mark = work.steps[step]?.marks[0];
  const seen = useMemo(() => {
    if (!wire || !mark) return null;
    const before = posedWire(wire, work, Math.max(0, step - 1), 0, worked);
    const after = posedWire(wire, work, step, 0, worked);
    const at = placeOnWire({ strip: before.strip, asides: [] }, mark.placeMm)?.at;
    return at && { at, points: [before, after].flatMap((p) => posedPoints(p, LOUPE_MM / 4)) };
  }, [wire, work, worked, step, mark]);
  const corner = useMemo(() => {
    const inCorner = ({ right, bottom }: (typeof CORNERS)[number]): number =>
      (seen?.points ?? []).filter((p) => {
        const x = width / 2 + pxPerMm * (p.x - centreX);
        const y = height / 2 + pxPerMm * (p.y - centreY);
        return (right ? width - x : x) < LOUPE_PX && (bottom ? height - y : y) < LOUPE_PX;
      }).length;
    return CORNERS.reduce((best, c) => (inCorner(c) < inCorner(best) ? c : best));
  }, [seen, width, height, pxPerMm, centreX, centreY]);
  if (!seen) return null;
  const { at } = seen;
  return (
    <svg
      viewBox={`${at.x - LOUPE_MM} ${at.y - LOUPE_MM} ${2 * LOUPE_MM} ${2 * LOUPE_MM}`}
      className={`absolute ${corner.at} size-[min(14rem,45%)] rounded-full border-2 border-line bg-bench`}
      role="img"
      aria-label="The place of the bend, larger"
    >
      <RehearsalDrawing
        plan={plan}
        work={work}
        ends={worked}
        rehearsal={rehearsal}
        pxPerMm={LOUPE_PX / (2 * LOUPE_MM)}
      />
    </svg>
  );
}
