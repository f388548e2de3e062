import { memo, useEffect, useMemo, useRef, useState, type PointerEvent } from 'react';
import {
  groundOf,
  leadSpot,
  leadSpots,
  newAct,
  withAct,
  withActsAfter,
  withoutAct,
  type Dressed,
  type LeadSpot,
  type LedItem,
} from '@core/dressing';
import { ACT_LIMITS, actAt, type Act } from '@core/item';
import type { Vec } from '@core/geometry';
import type { Piece } from '@core/piece';
import type { Plan } from '@core/plan';
import { BENCH_STEPS } from '~/components/arrowKeys';
import type { BenchView } from '~/components/Bench';
import { Grip } from '~/components/Grip';
import type { Leading } from './ActsField';
import { dotsApart } from './dotsApart';

/** A press takes a named place this near, and a wire within twice of it, px. */
const NEAR_PX = 12;
/** A press that moves less is no drag of the bench, px. */
const STILL_PX = 4;
/** Numbers of places that stand nearer than this cannot be read, px. */
const DOTS_APART_PX = 16;
/** Digits typed one after the other within this time are one number, ms. */
const TYPING_MS = 900;

/** A led wire on the figure: its places in order; a press leads it on, a number typed is that of the wraps. */
export function LeadLayer({
  piece,
  plan,
  item,
  dressed,
  leading,
  lead,
  view,
  set,
  preview,
  settle,
}: {
  piece: Piece;
  plan: Plan;
  item: LedItem;
  dressed: Dressed | undefined;
  leading: Leading;
  lead: (change: Partial<Leading>) => void;
  view: BenchView;
  set: (item: LedItem) => void;
  preview: (item: LedItem) => void;
  settle: () => void;
}) {
  const ground = useMemo(() => groundOf(piece, plan), [piece, plan]);
  const laid = useMemo(() => dressed?.acts ?? [], [dressed?.acts]);
  const spots = useMemo(() => leadSpots(plan, laid), [plan, laid]);
  const [aim, setAim] = useState<LeadSpot | null>(null);
  const px = 1 / view.pxPerMm;
  const dots = useMemo(
    () => dotsApart(laid, DOTS_APART_PX * px, leading.act),
    [laid, px, leading.act],
  );
  const spotAt = (to: Vec): LeadSpot | null => leadSpot(ground, spots, to, NEAR_PX * px);
  const press = (to: Vec): void => {
    const spot = spotAt(to);
    const onWire = leading.tool === 'wrap' || leading.tool === 'weave';
    const at = onWire ? to : (spot?.at ?? to);
    const act = newAct(item, leading.tool, at, spot);
    if (!act) return;
    set(withActsAfter(item, [act], leading.act));
    lead({ act: act.id });
  };
  useTypedWraps(item, leading, lead, set);
  const chosen = item.acts.find((a) => a.id === leading.act);
  const there = laid.find((l) => l.id === leading.act);
  const moved = (act: Act, to: Vec): Act => {
    if (!('on' in act)) return actAt(act, to);
    const spot = leadSpot(ground, spots, to, NEAR_PX * px);
    if (act.do === 'weave') return spot?.way === null ? actAt(act, spot.at) : act;
    const own = spot?.way === act.id ? null : spot;
    return own ? { ...act, on: { ...own.on, lengthMm: act.on.lengthMm }, way: own.way } : act;
  };
  const { box } = view;
  return (
    <g>
      <rect
        x={box.minX}
        y={box.minY}
        width={box.maxX - box.minX}
        height={box.maxY - box.minY}
        fill="transparent"
        style={{ cursor: aim || leading.tool !== 'wrap' ? 'copy' : 'default' }}
        data-testid="lead-here"
        onPointerDown={(down: PointerEvent) => {
          if (down.button !== 0) return;
          const at = view.toMm(down);
          // The bench takes the pointer to be dragged by it: what is let go where it was pressed is a press.
          const up = (e: globalThis.PointerEvent): void => {
            const off = Math.hypot(e.clientX - down.clientX, e.clientY - down.clientY);
            if (e.type === 'pointerup' && off < STILL_PX) press(at);
            window.removeEventListener('pointerup', up);
            window.removeEventListener('pointercancel', up);
          };
          window.addEventListener('pointerup', up);
          window.addEventListener('pointercancel', up);
        }}
        onPointerMove={(e: PointerEvent) => setAim(spotAt(view.toMm(e)))}
        onPointerLeave={() => setAim(null)}
      />
      {aim && (
        <circle
          cx={aim.at.x}
          cy={aim.at.y}
          r={7 * px}
          fill="none"
          stroke="var(--patina)"
          strokeWidth={1.6 * px}
          strokeDasharray={`${3 * px} ${2 * px}`}
          pointerEvents="none"
        />
      )}
      {laid.map(
        (l, i) =>
          dots.has(i) && (
            <ActDot
              key={l.id}
              id={l.id}
              number={i + 1}
              x={l.at.x}
              y={l.at.y}
              on={l.id === leading.act}
              trouble={l.trouble}
              px={px}
              lead={lead}
            />
          ),
      )}
      {chosen && there && (chosen.do !== 'bead' || chosen.at !== null) && (
        <Grip
          name={`Place ${item.acts.indexOf(chosen) + 1}`}
          at={there.at}
          view={view}
          steps={BENCH_STEPS}
          onMove={(to) => preview(withAct(item, moved(chosen, to)))}
          onEnd={settle}
        />
      )}
    </g>
  );
}

/** The number of an act beside its place. */
const ActDot = memo(function ActDot({
  id,
  number,
  x,
  y,
  on,
  trouble,
  px,
  lead,
}: {
  id: string;
  number: number;
  x: number;
  y: number;
  on: boolean;
  trouble: boolean;
  px: number;
  lead: (change: Partial<Leading>) => void;
}) {
  const [cx, cy] = [x + 9 * px, y - 9 * px];
  return (
    <g
      style={{ cursor: 'pointer' }}
      onPointerDown={(e) => {
        e.stopPropagation();
        lead({ act: on ? null : id });
      }}
      data-testid={`act-${number}`}
    >
      <circle
        cx={cx}
        cy={cy}
        r={7.5 * px}
        fill={on ? 'var(--patina)' : 'var(--raised)'}
        stroke={trouble ? 'var(--alert)' : 'var(--patina)'}
        strokeWidth={px}
      />
      <text
        x={cx}
        y={cy + 3.4 * px}
        textAnchor="middle"
        fontSize={9.5 * px}
        fontWeight={600}
        fill={on ? 'var(--patina-ink)' : 'var(--ink)'}
      >
        {number}
      </text>
    </g>
  );
});

/** Digits set the wraps of the act in work, Delete takes it out; not while something else is typed into. */
function useTypedWraps(
  item: LedItem,
  leading: Leading,
  lead: (change: Partial<Leading>) => void,
  set: (item: LedItem) => void,
): void {
  const typed = useRef({ text: '', at: 0 });
  useEffect(() => {
    const keys = (event: KeyboardEvent): void => {
      const target = event.target as HTMLElement;
      const act = item.acts.find((a) => a.id === leading.act);
      if (!act || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) return;
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === 'Delete') {
        event.preventDefault();
        const before = item.acts[item.acts.indexOf(act) - 1];
        lead({ act: before?.id ?? null });
        set(withoutAct(item, act.id));
        return;
      }
      if (act.do !== 'wrap' || !/^[0-9.]$/.test(event.key)) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      const now = event.timeStamp;
      const { text, at } = typed.current;
      const next = now - at < TYPING_MS ? text + event.key : event.key;
      typed.current = { text: next, at: now };
      const { min, max } = ACT_LIMITS.wraps;
      const wraps = Number(next);
      if (Number.isFinite(wraps) && wraps >= min && wraps <= max && wraps !== act.wraps) {
        set(withAct(item, { ...act, wraps }));
      }
    };
    // Before the keys that change the stage.
    window.addEventListener('keydown', keys, true);
    return () => window.removeEventListener('keydown', keys, true);
  }, [item, leading, lead, set]);
}
