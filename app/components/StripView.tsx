import {
  useLayoutEffect,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
  type ReactNode,
} from 'react';
import { Popover } from 'radix-ui';
import { ChevronDown } from 'lucide-react';
import type { Dressing } from '@core/dressing';
import type { Piece } from '@core/piece';
import {
  alongBlank,
  fromSpool,
  ropeWords,
  takenOnBlank,
  type Plan,
  type PlannedBend,
  type WirePlan,
} from '@core/plan';
import { bareLength, degrees, printBoth, printLength, type LengthUnit } from '@core/units';
import type { Rope } from '@core/wire';
import { usePointer, useWorkbench } from '~/state/workbench';
import { useBendShift } from '~/state/useBendShift';
import { useWords } from '~/state/useWords';
import { wireColours } from './metalColours';
import { LengthParts } from './LengthParts';
import { DressedSpans, spansOn, type StripSpan } from './StripDressing';

const PAD = 26;
const BODY_Y = 44;
/** Room for a label of one sign more or less, px. */
const SIGN_PX = 6.8;

/** The wire laid out straight, with its marks: always under the figure and linked with it. */
export function StripView({
  piece,
  plan,
  dressing = null,
  unit,
  shiftable = false,
  beside,
}: {
  piece: Piece;
  plan: Plan;
  dressing?: Dressing | null;
  unit: LengthUnit;
  /** whether a bend can be dragged along the wire */
  shiftable?: boolean;
  /** what stands beside the length and the bends */
  beside?: ReactNode;
}) {
  const index = usePointer((p) => Math.min(p.wire, plan.wires.length - 1));
  const { pointer } = useWorkbench();
  const told = useWords();
  const wire = plan.wires[index];
  const rope = wire && ropeWords(wire.stock, wire.cutMm);
  if (!wire) {
    return (
      <div className="flex h-full items-center px-5 text-sm text-soft">
        {plan.unplanned.length > 0
          ? 'There is no strip: the wire is not planned. Why, and what helps, stands above the figure.'
          : 'The strip shows the wire laid out straight. It appears with the first line you draw.'}
      </div>
    );
  }
  return (
    <div className="flex h-full flex-col">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 px-4 pt-2 text-sm">
        {plan.wires.length > 1 && (
          <label className="flex items-center gap-2">
            <span className="sr-only">Wire shown in the strip</span>
            <select
              className="h-8 rounded-md border border-line bg-raised px-1.5"
              value={index}
              onChange={(e) =>
                pointer.getState().point({ wire: Number(e.target.value), bend: null, atMm: null })
              }
            >
              {plan.wires.map((_, i) => (
                <option key={i} value={i}>
                  Wire {i + 1} of {plan.wires.length}
                </option>
              ))}
            </select>
          </label>
        )}
        <Popover.Root>
          <Popover.Trigger
            className="flex items-center gap-1.5 rounded-md px-1.5 py-0.5 hover:bg-patina-wash"
            data-testid="cut-length"
          >
            <span className="text-soft">
              {rope ? 'Rope' : fromSpool(piece, wire) ? 'Stop mark at' : 'Cut'}
            </span>
            <strong className="text-base">{printBoth(wire.cutMm, unit)}</strong>
            <ChevronDown size={14} aria-hidden="true" />
            <span className="sr-only">Show what it is made of</span>
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content
              side="top"
              align="start"
              sideOffset={6}
              className="z-40 w-96 rounded-lg border border-line bg-raised p-4 shadow-lg"
            >
              <LengthParts wire={wire} piece={piece} unit={unit} />
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
        {rope && <span className="text-soft">from {told(rope)}</span>}
        <span className="text-soft">
          {wire.bends.length} {wire.bends.length === 1 ? 'bend' : 'bends'}
        </span>
        {beside}
        <Readout wire={wire} unit={unit} />
      </div>
      <Band
        wire={wire}
        unit={unit}
        shiftable={shiftable}
        dressed={dressing ? spansOn(dressing, index, wire.developedMm) : []}
      />
    </div>
  );
}

/** What lies under the pointer, in words. */
function Readout({ wire, unit }: { wire: WirePlan; unit: LengthUnit }) {
  const bend = usePointer((p) => p.bend);
  const atMm = usePointer((p) => p.atMm);
  const b = bend === null ? undefined : wire.bends[bend];
  let text = '';
  if (b && bend !== null) text = bendWords(b, bend, unit);
  else if (atMm !== null) text = `${printBoth(atMm, unit)} from the end`;
  return (
    <span className="ml-auto min-h-5 truncate text-soft" aria-live="polite">
      {text}
    </span>
  );
}

export function bendWords(b: PlannedBend, index: number, unit: LengthUnit): string {
  const angle = Math.round(Math.abs(degrees(b.angleRad)));
  return `Bend ${index + 1}: ${b.kind} of ${angle}°, ${printLength(b.fromEndMm, unit)} from the first end`;
}

/** More lines than these are not drawn on a long rope. */
const MOST_TWISTS = 400;

/** The strands of a rope, as slanted lines. */
function Twists({
  rope,
  mm,
  x,
  thick,
  colour,
}: {
  rope: Rope;
  mm: number;
  x: (mm: number) => number;
  thick: number;
  colour: string;
}) {
  const count = Math.min(MOST_TWISTS, Math.floor((mm / rope.turnMm) * rope.strands));
  const step = mm / Math.max(1, count);
  const slant = Math.min(thick, x(step) - x(0));
  const lines = Array.from({ length: count }, (_, i) => {
    const at = x(step * (i + 0.5));
    return `M${at - slant / 2} ${BODY_Y + thick / 2}L${at + slant / 2} ${BODY_Y - thick / 2}`;
  });
  return <path d={lines.join('')} stroke={colour} strokeWidth={1.2} fill="none" />;
}

function Band({
  wire,
  unit,
  shiftable,
  dressed,
}: {
  wire: WirePlan;
  unit: LengthUnit;
  shiftable: boolean;
  dressed: readonly StripSpan[];
}) {
  const { pointer } = useWorkbench();
  const drag = useBendShift(wire);
  const holder = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(900);
  const bend = usePointer((p) => p.bend);
  const atMm = usePointer((p) => p.atMm);
  useLayoutEffect(() => {
    const element = holder.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => entry && setWidth(entry.contentRect.width));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);

  const scale = Math.max(0.001, (width - 2 * PAD) / wire.cutMm);
  const x = (mm: number): number => PAD + mm * scale;
  const thick = Math.min(16, Math.max(6, wire.stock.diameterMm * scale));
  const colours = wireColours(wire.stock);
  const bodyEnd = wire.cutMm - wire.reserveMm;
  const place = (event: PointerEvent): void => {
    const rect = event.currentTarget.getBoundingClientRect();
    const mm = Math.min(wire.cutMm, Math.max(0, (event.clientX - rect.left - PAD) / scale));
    if (drag.move(mm)) return;
    pointer.getState().point({ atMm: mm, bend: nearBend(wire, mm, 9 / scale) });
  };
  const down = (event: PointerEvent): void => {
    place(event);
    const { bend: at, atMm: mm } = pointer.getState();
    if (at === null || mm === null) return;
    pointer.getState().point({ chosen: at });
    if (shiftable && drag.begin(at, mm)) event.currentTarget.setPointerCapture(event.pointerId);
  };
  const keys = (event: KeyboardEvent): void => {
    const now = atMm ?? 0;
    const step = event.shiftKey ? 10 : 0.5;
    const jump = { ArrowRight: now + step, ArrowLeft: now - step, Home: 0, End: wire.cutMm }[
      event.key
    ];
    const nextBend = { PageDown: (bend ?? -1) + 1, PageUp: (bend ?? wire.bends.length) - 1 }[
      event.key
    ];
    if (jump !== undefined) {
      const mm = Math.min(wire.cutMm, Math.max(0, jump));
      pointer.getState().point({ atMm: mm, bend: nearBend(wire, mm, 0.3) });
    } else if (nextBend !== undefined) {
      const b = wire.bends[nextBend];
      if (b) pointer.getState().point({ atMm: b.fromEndMm, bend: nextBend });
    } else if (event.key === 'Enter' && bend !== null) {
      pointer.getState().point({ chosen: bend });
    } else return;
    event.preventDefault();
  };

  return (
    <div ref={holder} className="min-h-0 flex-1">
      <svg
        width={width}
        height={104}
        tabIndex={0}
        role="slider"
        aria-label="Strip"
        aria-valuemin={0}
        aria-valuemax={Number(wire.cutMm.toFixed(1))}
        aria-valuenow={Number((atMm ?? 0).toFixed(1))}
        aria-valuetext={
          bend !== null && wire.bends[bend]
            ? bendWords(wire.bends[bend], bend, unit)
            : `${printLength(atMm ?? 0, unit)} from the end`
        }
        className={`block touch-none select-none ${shiftable && bend !== null ? 'cursor-ew-resize' : ''}`}
        onPointerMove={place}
        onPointerDown={down}
        onPointerUp={() => drag.end(true)}
        onPointerCancel={() => drag.end(false)}
        onPointerLeave={() => pointer.getState().point({ atMm: null, bend: null })}
        onKeyDown={keys}
      >
        <defs>
          <linearGradient id="strip-wire" x1="0" x2="0" y1="0" y2="1">
            <stop offset="0" stopColor={colours.body} />
            <stop offset="0.28" stopColor={colours.glint} />
            <stop offset="0.5" stopColor={colours.lit} />
            <stop offset="0.8" stopColor={colours.body} />
            <stop offset="1" stopColor={colours.rim} />
          </linearGradient>
        </defs>
        <line
          x1={x(bodyEnd)}
          x2={x(wire.cutMm)}
          y1={BODY_Y}
          y2={BODY_Y}
          stroke="var(--soft)"
          strokeWidth={thick * 0.55}
          strokeDasharray="3 3"
          strokeOpacity={0.6}
        />
        <rect
          x={x(0)}
          width={Math.max(0, x(bodyEnd) - x(0))}
          y={BODY_Y - thick / 2}
          height={thick}
          rx={Math.min(3, thick / 3)}
          fill="url(#strip-wire)"
        />
        {wire.stock.rope && (
          <Twists rope={wire.stock.rope} mm={bodyEnd} x={x} thick={thick} colour={colours.rim} />
        )}
        <Allowance from={x(0)} to={x(wire.heldMm.start)} thick={thick} name="hold" />
        <Allowance from={x(wire.heldMm.start)} to={x(wire.startMm)} thick={thick} name="end" />
        {takenOnBlank(wire).map((t, i) => (
          <OnTheWay key={i} from={x(t.fromMm)} to={x(t.toMm)} thick={thick} name={t.name} />
        ))}
        <Allowance
          from={x(bodyEnd - wire.endMm)}
          to={x(bodyEnd - wire.heldMm.end)}
          thick={thick}
          name="end"
        />
        <Allowance from={x(bodyEnd - wire.heldMm.end)} to={x(bodyEnd)} thick={thick} name="hold" />
        <DressedSpans
          spans={dressed}
          x={(mm) => x(alongBlank(wire, mm))}
          thick={thick}
          y={BODY_Y}
        />
        <Bends wire={wire} x={x} scale={scale} thick={thick} active={bend} unit={unit} />
        <EndLabels wire={wire} x={x} bodyEnd={bodyEnd} unit={unit} />
        {atMm !== null && (
          <g pointerEvents="none">
            <line
              x1={x(atMm)}
              x2={x(atMm)}
              y1={BODY_Y - 20}
              y2={BODY_Y + 20}
              stroke="var(--patina)"
              strokeWidth={1.5}
            />
            <circle
              cx={x(atMm)}
              cy={BODY_Y}
              r={4.5}
              fill="var(--raised)"
              stroke="var(--patina)"
              strokeWidth={2}
            />
          </g>
        )}
      </svg>
    </div>
  );
}

function nearBend(wire: WirePlan, mm: number, within: number): number | null {
  let best: { i: number; off: number } | null = null;
  wire.bends.forEach((b, i) => {
    const inside = mm >= alongBlank(wire, b.startMm) && mm <= alongBlank(wire, b.endMm);
    const off = inside ? 0 : Math.abs(mm - b.fromEndMm);
    if (off <= within && (!best || off < best.off)) best = { i, off };
  });
  return (best as { i: number } | null)?.i ?? null;
}

/** Wire that is used up on the way, as one block at its true length. */
function OnTheWay({ from, to, thick, name }: Stretch) {
  const width = Math.max(2, to - from);
  const strokes = Math.max(1, Math.floor(width / 4));
  return (
    <g pointerEvents="none">
      <rect
        x={from}
        width={width}
        y={BODY_Y - thick / 2 - 2}
        height={thick + 4}
        rx={2}
        fill="var(--patina)"
        fillOpacity={0.3}
        stroke="var(--patina)"
      />
      <path
        d={Array.from({ length: strokes }, (_, i) => {
          const at = from + ((i + 0.5) * width) / strokes;
          return `M${at - 1.5} ${BODY_Y + thick / 2 + 1}L${at + 1.5} ${BODY_Y - thick / 2 - 1}`;
        }).join('')}
        stroke="var(--patina)"
        strokeWidth={1}
      />
      {width > 6 * name.length && (
        <text
          x={from + width / 2}
          y={BODY_Y + thick / 2 + 30}
          textAnchor="middle"
          fontSize={11}
          fill="var(--patina)"
        >
          {name.toLowerCase()}
        </text>
      )}
    </g>
  );
}

interface Stretch {
  from: number;
  to: number;
  thick: number;
  name: string;
}

function Allowance({ from, to, thick, name }: Stretch) {
  if (to - from < 0.5) return null;
  return (
    <g pointerEvents="none">
      <line
        x1={from}
        x2={to}
        y1={BODY_Y + thick / 2 + 4}
        y2={BODY_Y + thick / 2 + 4}
        stroke="var(--soft)"
        strokeWidth={1}
      />
      {to - from > 24 && (
        <text
          x={(from + to) / 2}
          y={BODY_Y + thick / 2 + 16}
          textAnchor="middle"
          fontSize={11}
          fill="var(--soft)"
        >
          {name}
        </text>
      )}
    </g>
  );
}

/** Marks: a bar where corners and folds are gripped, a bow over the stretch a curve takes. */
function Bends({
  wire,
  x,
  scale,
  thick,
  active,
  unit,
}: {
  wire: WirePlan;
  x: (mm: number) => number;
  scale: number;
  thick: number;
  active: number | null;
  unit: LengthUnit;
}) {
  const signs = (n: number): number => String(Math.round(n)).length;
  // In inches a mark reads as “3 17/32”.
  const longest = unit === 'mm' ? signs(wire.cutMm) + 1.5 : signs(wire.cutMm / 25.4) + 5.5;
  const labelled = spaced(wire, x, 7 + longest * SIGN_PX);
  const numbered = spaced(wire, x, 3 + signs(wire.bends.length) * SIGN_PX);
  const top = BODY_Y - thick / 2;
  const many = wire.bends.length > MANY_BENDS;
  return (
    <g pointerEvents="none">
      {many && <ManyBends wire={wire} x={x} thick={thick} />}
      {wire.bends.map((b, i) => {
        if (many && active !== i && !labelled.has(i)) return null;
        const [from, to] = [x(alongBlank(wire, b.startMm)), x(alongBlank(wire, b.endMm))];
        const at = x(b.fromEndMm);
        const on = active === i;
        const showLabel = on || labelled.has(i);
        const showNumber = on || numbered.has(i);
        const colour = on ? 'var(--patina)' : 'var(--ink)';
        return (
          <g key={i}>
            <rect
              x={from}
              width={Math.max(1.5, to - from)}
              y={top}
              height={thick}
              fill="#0b0f12"
              fillOpacity={on ? 0.45 : 0.22}
            />
            {b.kind === 'curve' && (
              <path
                d={`M${from} ${top - 3}Q${(from + to) / 2} ${top - 12} ${to} ${top - 3}`}
                fill="none"
                stroke={colour}
                strokeWidth={on ? 2 : 1.2}
              />
            )}
            <line
              x1={at}
              x2={at}
              y1={top - (b.kind === 'curve' ? 8 : 9)}
              y2={BODY_Y + thick / 2 + 5}
              stroke={colour}
              strokeWidth={b.kind === 'curve' ? 1.2 : 2.2}
            />
            {b.kind === 'fold' && (
              <line
                x1={at + Math.max(3, scale)}
                x2={at + Math.max(3, scale)}
                y1={top - 9}
                y2={BODY_Y + thick / 2 + 5}
                stroke={colour}
                strokeWidth={1.2}
              />
            )}
            {showNumber && (
              <text
                x={at}
                y={top - 15}
                textAnchor="middle"
                fontSize={on ? 13 : 12}
                fontWeight={600}
                fill={colour}
              >
                {i + 1}
              </text>
            )}
            {showLabel && (
              <text
                x={at}
                y={BODY_Y + thick / 2 + 19}
                textAnchor="middle"
                fontSize={11.5}
                fill={on ? 'var(--patina)' : 'var(--soft)'}
                fontWeight={on ? 600 : 400}
              >
                {bareLength(b.fromEndMm, unit)}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}

/** Of more bends than this only those with words are drawn one by one. */
const MANY_BENDS = 300;

/** All marks of a long wire in two strokes. */
function ManyBends({
  wire,
  x,
  thick,
}: {
  wire: WirePlan;
  x: (mm: number) => number;
  thick: number;
}) {
  const bent = wire.bends.map((b) => {
    const [from, to] = [x(alongBlank(wire, b.startMm)), x(alongBlank(wire, b.endMm))];
    return `M${from.toFixed(1)} ${BODY_Y}H${Math.max(from + 0.5, to).toFixed(1)}`;
  });
  const marks = wire.bends.map(
    (b) => `M${x(b.fromEndMm).toFixed(1)} ${BODY_Y - thick / 2 - 8}V${BODY_Y + thick / 2 + 5}`,
  );
  return (
    <>
      <path d={bent.join('')} stroke="#0b0f12" strokeOpacity={0.22} strokeWidth={thick} />
      <path d={marks.join('')} stroke="var(--ink)" strokeWidth={0.8} />
    </>
  );
}

/** The bends whose words have room, from the first end on. */
function spaced(wire: WirePlan, x: (mm: number) => number, roomPx: number): Set<number> {
  const shown = new Set<number>();
  wire.bends.reduce((last, b, i) => {
    const at = x(b.fromEndMm);
    if (at - last <= roomPx) return last;
    shown.add(i);
    return at;
  }, -Infinity);
  return shown;
}

function EndLabels({
  wire,
  x,
  bodyEnd,
  unit,
}: {
  wire: WirePlan;
  x: (mm: number) => number;
  bodyEnd: number;
  unit: LengthUnit;
}) {
  const y = BODY_Y + 46;
  return (
    <g fontSize={11.5} fill="var(--soft)" pointerEvents="none">
      {[0, bodyEnd].map((mm) => (
        <line
          key={mm}
          x1={x(mm)}
          x2={x(mm)}
          y1={BODY_Y - 10}
          y2={BODY_Y + 34}
          stroke="var(--soft)"
          strokeWidth={1}
        />
      ))}
      <text x={x(0)} y={y}>
        first end
      </text>
      <text x={x(wire.cutMm)} y={y} textAnchor="end">
        {wire.reserveMm > 0
          ? `piece ends at ${printLength(bodyEnd, unit)}, then reserve`
          : `ends at ${printLength(bodyEnd, unit)}`}
      </text>
    </g>
  );
}
