import { memo, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import {
  groundOf,
  isLed,
  laneWords,
  lanesOf,
  stretchPlace,
  withItem,
  type Dressing,
  type Lane,
  type LaneBlock,
} from '@core/dressing';
import { kindOf } from '@core/item';
import { stockWords, type Plan } from '@core/plan';
import { printLength } from '@core/units';
import { wireColours } from '~/components/metalColours';
import { Section } from '~/components/ui';
import { useUnit, useWords } from '~/state/useWords';
import { usePointer, useWorkbench } from '~/state/workbench';

/** More lanes than this are not drawn. */
const MOST = 40;
const WIDTH = 440;
const BAR_PX = 14;

/** All wires laid out straight, one lane each, with what lies on them: a block is pressed, dragged or nudged. */
export const LanesSection = memo(function LanesSection({
  plan,
  dressing,
  chosen,
  choose,
}: {
  plan: Plan;
  dressing: Dressing;
  chosen: string | null;
  choose: (id: string) => void;
}) {
  const lanes = lanesOf(plan, dressing);
  const longest = lanes.reduce((mm, l) => Math.max(mm, l.cutMm), 1);
  const told = useWords();
  const unit = useUnit();
  if (lanes.length === 0) return null;
  const nameOf = ({ wire, name, stock, count }: Lane): string => {
    const own = wire === null ? name : plan.wires.length > 1 ? `Wire ${wire + 1}` : 'The wire';
    return `${count > 1 ? `${count} × ` : ''}${own}, ${told(stockWords(stock))}`;
  };
  return (
    <Section title="Wires laid out">
      <ul aria-label="Lanes" className="space-y-2">
        {lanes.slice(0, MOST).map((lane, i) => (
          <li key={i} className="text-xs text-soft">
            <span className="flex justify-between gap-2">
              <span>{nameOf(lane)}</span>
              <span className="tabular-nums">{printLength(lane.cutMm, unit)}</span>
            </span>
            <LaneBar
              lane={lane}
              plan={plan}
              scale={WIDTH / longest}
              chosen={chosen}
              choose={choose}
            />
          </li>
        ))}
      </ul>
      {lanes.length > MOST && <p className="text-xs text-soft">And {lanes.length - MOST} more.</p>}
    </Section>
  );
});

function LaneBar({
  lane,
  plan,
  scale,
  chosen,
  choose,
}: {
  lane: Lane;
  plan: Plan;
  scale: number;
  chosen: string | null;
  choose: (id: string) => void;
}) {
  const told = useWords();
  const unit = useUnit();
  const shown = usePointer((p) => p.wire);
  const move = useLaneMove(plan, lane);
  const colours = wireColours(lane.stock);
  const words = (b: LaneBlock): string =>
    `${told(laneWords(b))}, ${printLength(b.fromMm, unit)} to ${printLength(b.toMm, unit)}`;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${BAR_PX + 6}`}
      className={`w-full touch-none rounded ${lane.wire === shown ? 'bg-bench' : ''}`}
    >
      <rect
        x={0}
        y={(BAR_PX + 6) / 2 - 2}
        width={lane.cutMm * scale}
        height={4}
        rx={2}
        fill={colours.body}
      />
      {lane.blocks.map((b, i) => {
        const x = b.fromMm * scale;
        const least = b.kind === 'across' ? 0.5 : lane.blocks.length > 60 ? 1 : 4;
        const width = Math.max(least, (b.toMm - b.fromMm) * scale);
        const id = b.itemId;
        if (id === null) {
          return (
            <rect
              key={i}
              x={x}
              y={BAR_PX / 2 - 1}
              width={width}
              height={8}
              rx={2}
              fill="var(--raised)"
              fillOpacity={b.kind === 'end' ? 0.25 : 0.75}
              stroke="var(--soft)"
              strokeDasharray={b.kind === 'end' ? undefined : '2 2'}
            >
              <title>{words(b)}</title>
            </rect>
          );
        }
        return (
          <rect
            key={i}
            x={x}
            y={1.5}
            width={width}
            height={BAR_PX + 3}
            rx={3}
            role="button"
            tabIndex={0}
            aria-label={words(b)}
            aria-pressed={chosen === id}
            fill="var(--patina)"
            fillOpacity={opacityOf(b, chosen === id)}
            stroke="var(--patina)"
            strokeWidth={chosen === id ? 2 : 1}
            className="cursor-ew-resize outline-none focus-visible:stroke-[3]"
            onPointerDown={(e) => {
              choose(id);
              move.begin(e, id);
            }}
            onPointerMove={(e) => move.drag(e, scale)}
            onPointerUp={move.end}
            onPointerCancel={move.end}
            onKeyDown={(e) => {
              if (e.key === 'Enter' || e.key === ' ') {
                e.preventDefault();
                choose(id);
              } else move.nudge(e, id);
            }}
            onKeyUp={(e) => e.key.startsWith('Arrow') && move.end()}
          >
            <title>{words(b)}</title>
          </rect>
        );
      })}
    </svg>
  );
}

const opacityOf = ({ kind }: LaneBlock, on: boolean): number =>
  kind === 'across' ? 0.08 : on ? 0.75 : kind === 'way' ? 0.45 : 0.25;

/** How far an arrow key moves a block along its wire, mm. */
const NUDGE_MM = { plain: 0.5, shift: 5 };

/** Moves an item along its wire: what is dragged is a preview until it is let go. */
function useLaneMove(plan: Plan, lane: Lane) {
  const { store, planState } = useWorkbench();
  const held = useRef<{ id: string; x: number; mm: number } | null>(null);
  const moved = useRef(false);
  const wire = plan.wires[lane.wire ?? -1];
  const itemOf = (id: string) => store.getState().piece.dressing.find((i) => i.id === id);
  /** where it lies along the figure */
  const placeOf = (id: string): number | null => {
    const item = itemOf(id);
    const { planned } = planState;
    if (!item || !wire || !planned || kindOf(item).place === 'free' || isLed(item)) return null;
    const run = groundOf(planned, plan).runAt(item.on);
    return run?.wire === lane.wire ? (run.fromMm + run.toMm) / 2 : null;
  };
  const put = (id: string, alongMm: number): void => {
    const item = itemOf(id);
    if (!wire || !item || lane.wire === null) return;
    const mm = Math.min(wire.developedMm, Math.max(0, alongMm));
    const on = stretchPlace(plan, { wire: lane.wire, fromMm: mm, toMm: mm });
    if (!on) return;
    moved.current = true;
    store
      .getState()
      .preview((p) => withItem(p, { ...item, on: { ...on, lengthMm: item.on.lengthMm } }));
  };
  return {
    begin: (e: PointerEvent<SVGRectElement>, id: string): void => {
      const mm = placeOf(id);
      if (mm === null) return;
      e.currentTarget.setPointerCapture(e.pointerId);
      held.current = { id, x: e.clientX, mm };
    },
    drag: (e: PointerEvent<SVGRectElement>, scale: number): void => {
      const now = held.current;
      const svg = e.currentTarget.ownerSVGElement;
      if (!now || !svg) return;
      const px = svg.getBoundingClientRect().width / WIDTH;
      const byMm = (e.clientX - now.x) / (px * scale);
      if (Math.abs(byMm) > 0.3 || moved.current) put(now.id, now.mm + byMm);
    },
    end: (): void => {
      held.current = null;
      if (moved.current) store.getState().settle(true);
      moved.current = false;
    },
    nudge: (e: KeyboardEvent, id: string): void => {
      const way = { ArrowRight: 1, ArrowLeft: -1 }[e.key];
      const mm = placeOf(id);
      if (way === undefined || mm === null) return;
      e.preventDefault();
      put(id, mm + way * (e.shiftKey ? NUDGE_MM.shift : NUDGE_MM.plain));
    },
  };
}
