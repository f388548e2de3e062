import { memo, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import {
  groundOf,
  isLed,
  laneWords,
  lanesOf,
  stretchPlace,
  withAgain,
  withItem,
  type Again,
  type Lane,
  type LaneBlock,
} from '@core/dressing';
import { kindOf } from '@core/item';
import { stockWords, type Plan } from '@core/plan';
import { printLength } from '@core/units';
import { wireColours } from '~/components/metalColours';
import { Section } from '~/components/ui';
import type { Current } from '~/state/current';
import { useUnit, useWords } from '~/state/useWords';
import { usePointer, useWorkbench } from '~/state/workbench';
import { LaneTies } from './LaneTies';

/** More lanes than this are not drawn. */
const MOST = 40;
const WIDTH = 440;
const BAR_PX = 14;

/**
 * All wires laid out straight, one lane each, with what lies on them: a block is pressed, dragged or nudged; what
 * lies along a stretch is made longer or shorter at its ends.
 */
export const LanesSection = memo(function LanesSection({
  known: { plan, dressing },
  late,
  chosen,
  choose,
}: {
  known: Pick<Current, 'plan' | 'dressing'>;
  /** the plan of now takes its time: lanes stay, to be worked on, without their numbers */
  late: boolean;
  chosen: string | null;
  choose: (id: string) => void;
}) {
  const lanes = lanesOf(plan, dressing);
  const longest = lanes.reduce((mm, l) => Math.max(mm, l.cutMm), 1);
  const told = useWords();
  const unit = useUnit();
  const list = useRef<HTMLUListElement>(null);
  if (lanes.length === 0) return null;
  const drawn = lanes.slice(0, MOST);
  const nameOf = ({ wire, name, stock, count }: Lane): string => {
    const own = wire === null ? name : plan.wires.length > 1 ? `Wire ${wire + 1}` : 'The wire';
    return `${count > 1 ? `${count} × ` : ''}${own}, ${told(stockWords(stock))}`;
  };
  return (
    <Section title="Wires laid out">
      <div className={`relative ${late ? 'opacity-50' : ''}`} aria-busy={late}>
        <ul ref={list} aria-label="Lanes" className="space-y-2">
          {drawn.map((lane, i) => (
            <li key={i} className="text-xs text-soft">
              <span className="flex justify-between gap-2">
                <span>{nameOf(lane)}</span>
                <span className="tabular-nums">{late ? '…' : printLength(lane.cutMm, unit)}</span>
              </span>
              <LaneBar
                lane={lane}
                plan={plan}
                late={late}
                scale={WIDTH / longest}
                chosen={chosen}
                choose={choose}
              />
            </li>
          ))}
        </ul>
        <LaneTies list={list} lanes={drawn} share={1 / longest} chosen={chosen} />
      </div>
      {lanes.length > MOST && <p className="text-xs text-soft">And {lanes.length - MOST} more.</p>}
    </Section>
  );
});

function LaneBar({
  lane,
  plan,
  late,
  scale,
  chosen,
  choose,
}: {
  lane: Lane;
  plan: Plan;
  late: boolean;
  scale: number;
  chosen: string | null;
  choose: (id: string) => void;
}) {
  const told = useWords();
  const unit = useUnit();
  const shown = usePointer((p) => p.wire);
  const move = useLaneMove(plan, lane);
  const colours = wireColours(lane.stock);
  const many = lane.blocks.length > MANY;
  const blocks = many ? wholesOf(lane.blocks) : lane.blocks;
  const placed = (title: string, { fromMm, toMm }: LaneBlock): string =>
    late ? title : `${title}, ${printLength(fromMm, unit)} to ${printLength(toMm, unit)}`;
  const words = (b: LaneBlock): string => placed(told(laneWords(b)), b);
  return (
    <svg
      data-lane=""
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
      {many ? (
        <ManyBlocks lane={lane} scale={scale} chosen={chosen} />
      ) : (
        lane.blocks.map((b, i) =>
          b.itemId === null ? (
            <rect key={i} {...barOf(b, scale)} {...bareLook(b)}>
              <title>{words(b)}</title>
            </rect>
          ) : null,
        )
      )}
      {blocks.map((b, i) => {
        const id = b.itemId;
        if (id === null) return null;
        const label = many ? placed(b.title ? told(b.title) : lane.name, b) : words(b);
        // One and the same block as long as it is there, wherever others come to lie: it keeps the focus.
        const nth = blocks.slice(0, i).filter((other) => other.itemId === id).length;
        return (
          <rect
            key={`${id} ${nth}`}
            {...barOf(b, scale)}
            role="button"
            tabIndex={0}
            aria-label={label}
            aria-pressed={chosen === id}
            fill="var(--patina)"
            fillOpacity={many ? 0 : opacityOf(b, chosen === id)}
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
              } else if (!move.again(e, id)) move.nudge(e, id);
            }}
            onKeyUp={(e) => e.key.startsWith('Arrow') && move.end()}
          >
            <title>{label}</title>
          </rect>
        );
      })}
      {!many &&
        lane.blocks.map((b, i) => {
          const { x, y, width, height } = barOf(b, scale);
          const id = b.itemId;
          if (id === null || id !== chosen || b.kind !== 'dressed' || !move.isStretch(id))
            return null;
          return (['from', 'to'] as const).map((end) => (
            <rect
              key={`${i} ${end}`}
              data-testid={`lane-${end}`}
              x={(end === 'from' ? x : x + width) - GRAB_PX / 2}
              y={y}
              width={GRAB_PX}
              height={height}
              fill="var(--patina)"
              rx={2}
              className="cursor-col-resize"
              onPointerDown={(e) => move.begin(e, id, end)}
              onPointerMove={(e) => move.drag(e, scale)}
              onPointerUp={move.end}
              onPointerCancel={move.end}
            />
          ));
        })}
    </svg>
  );
}

/** How wide the ends of a chosen block are to take hold of, in the drawing's units. */
const GRAB_PX = 7;
/** With more blocks than this a lane is drawn in a few strokes, and what one item does is held as one. */
const MANY = 60;

/** Where a block lies on its lane; the shortest ones can still be seen. */
function barOf({ kind, fromMm, toMm, itemId }: LaneBlock, scale: number) {
  const width = Math.max(kind === 'across' ? 0.5 : 4, (toMm - fromMm) * scale);
  const x = fromMm * scale;
  return itemId === null
    ? { x, width, y: BAR_PX / 2 - 1, height: 8, rx: 2 }
    : { x, width, y: 1.5, height: BAR_PX + 3, rx: 3 };
}

const bareLook = ({ kind }: LaneBlock) => ({
  fill: 'var(--raised)',
  fillOpacity: kind === 'end' ? 0.25 : 0.75,
  stroke: 'var(--soft)',
  strokeDasharray: kind === 'end' ? undefined : '2 2',
});

const isSame = (a: LaneBlock['title'], b: LaneBlock['title']): boolean =>
  JSON.stringify(a) === JSON.stringify(b);

/** Each item from its first block to its last, the shorter over the longer; of several titles it has none. */
function wholesOf(blocks: readonly LaneBlock[]): LaneBlock[] {
  const wholes = new Map<string, LaneBlock>();
  for (const b of blocks) {
    if (b.itemId === null) continue;
    const before = wholes.get(b.itemId);
    wholes.set(b.itemId, {
      ...b,
      title: before && !isSame(before.title, b.title) ? null : b.title,
      fromMm: Math.min(b.fromMm, before?.fromMm ?? b.fromMm),
      toMm: Math.max(b.toMm, before?.toMm ?? b.toMm),
    });
  }
  return [...wholes.values()].sort((a, b) => b.toMm - b.fromMm - (a.toMm - a.fromMm));
}

/** All blocks of a lane in as few strokes as they have looks. */
function ManyBlocks({ lane, scale, chosen }: { lane: Lane; scale: number; chosen: string | null }) {
  const looks = new Map<string, { opacity: number; data: string[] }>();
  for (const b of lane.blocks) {
    const on = b.itemId !== null && b.itemId === chosen;
    const opacity = b.itemId === null ? 0.15 : opacityOf(b, on);
    const look = looks.get(`${b.kind} ${on}`) ?? { opacity, data: [] };
    looks.set(`${b.kind} ${on}`, look);
    const width = Math.max(0.5, (b.toMm - b.fromMm) * scale);
    look.data.push(
      `M${(b.fromMm * scale).toFixed(2)} 1.5h${width.toFixed(2)}v17h-${width.toFixed(2)}z`,
    );
  }
  return [...looks].map(([key, { opacity, data }]) => (
    <path key={key} d={data.join('')} fill="var(--patina)" fillOpacity={opacity} />
  ));
}

const opacityOf = ({ kind }: LaneBlock, on: boolean): number =>
  kind === 'across' ? 0.08 : on ? 0.75 : kind === 'way' ? 0.45 : 0.25;

/** How far an arrow key moves a block along its wire, mm. */
const NUDGE_MM = { plain: 0.5, shift: 5, alt: 0.1 };

/** Beside an item without a length the same is put so far on, mm. */
const BESIDE_MM = 3;

/** What a key puts on once more. */
function againBy(key: string, longMm: number): Again | null {
  const spacingMm = Math.max(longMm, BESIDE_MM);
  switch (key.toLowerCase()) {
    case 'd':
      return { by: 'spacing', count: 1, spacingMm };
    case 'm':
      return { by: 'mirror' };
    default:
      return null;
  }
}

/** What is dragged: an item, or one of its ends. */
interface Held {
  readonly id: string;
  readonly x: number;
  readonly mm: number;
  readonly longMm: number;
  readonly end: 'from' | 'to' | null;
}

/** Shorter than this nothing is dragged, mm. */
const LEAST_MM = 0.5;

/** Moves an item along its wire, or one of its ends: what is dragged is a preview until it is let go. */
function useLaneMove(plan: Plan, lane: Lane) {
  const { store, planState } = useWorkbench();
  const planned = planState.known?.piece;
  const held = useRef<Held | null>(null);
  const moved = useRef(false);
  const wire = plan.wires[lane.wire ?? -1];
  const itemOf = (id: string) => store.getState().piece.dressing.find((i) => i.id === id);
  /** where it lies along the figure */
  const placeOf = (id: string): number | null => {
    const item = itemOf(id);
    if (!item || !wire || !planned || kindOf(item).place === 'free' || isLed(item)) return null;
    const run = groundOf(planned, plan).runAt(item.on);
    return run?.wire === lane.wire ? (run.fromMm + run.toMm) / 2 : null;
  };
  const put = (id: string, alongMm: number, longMm = itemOf(id)?.on.lengthMm): void => {
    const item = itemOf(id);
    if (!wire || !item || lane.wire === null || longMm === undefined) return;
    const mm = Math.min(wire.developedMm, Math.max(0, alongMm));
    const on = stretchPlace(plan, { wire: lane.wire, fromMm: mm, toMm: mm });
    if (!on) return;
    moved.current = true;
    const lengthMm = Number(longMm.toFixed(3));
    store.getState().preview((p) => withItem(p, { ...item, on: { ...on, lengthMm } }));
  };
  /** Whether it lies along a stretch of this wire that can be longer or shorter. */
  const isStretch = (id: string): boolean => {
    const item = wire && itemOf(id);
    return item !== undefined && item.on.lengthMm > 0 && kindOf(item).place.startsWith('stretch');
  };
  /** Its end moved by so much, the other held. */
  const stretch = ({ id, mm, longMm }: Held, end: 'from' | 'to', byMm: number): void => {
    if (!wire) return;
    const [from, to] = [mm - longMm / 2, mm + longMm / 2];
    const a = end === 'from' ? Math.min(to - LEAST_MM, Math.max(0, from + byMm)) : from;
    const b = end === 'to' ? Math.max(from + LEAST_MM, Math.min(wire.developedMm, to + byMm)) : to;
    put(id, (a + b) / 2, b - a);
  };
  const heldAt = (id: string, mm: number): Held => ({
    id,
    x: 0,
    mm,
    longMm: itemOf(id)?.on.lengthMm ?? 0,
    end: null,
  });
  return {
    isStretch,
    begin: (e: PointerEvent<SVGRectElement>, id: string, end: Held['end'] = null): void => {
      const mm = placeOf(id);
      if (mm === null) return;
      e.currentTarget.setPointerCapture(e.pointerId);
      held.current = { ...heldAt(id, mm), x: e.clientX, end };
    },
    drag: (e: PointerEvent<SVGRectElement>, scale: number): void => {
      const now = held.current;
      const svg = e.currentTarget.ownerSVGElement;
      if (!now || !svg) return;
      const px = svg.getBoundingClientRect().width / WIDTH;
      const byMm = (e.clientX - now.x) / (px * scale);
      if (Math.abs(byMm) <= 0.3 && !moved.current) return;
      if (now.end) stretch(now, now.end, byMm);
      else put(now.id, now.mm + byMm);
    },
    end: (): void => {
      held.current = null;
      if (moved.current) store.getState().settle(true);
      moved.current = false;
    },
    /** The same once more beside it (D), or mirrored (M). */
    again: (e: KeyboardEvent, id: string): boolean => {
      const how = againBy(e.key, itemOf(id)?.on.lengthMm ?? 0);
      const item = itemOf(id);
      if (!how || !item || e.ctrlKey || e.metaKey || e.altKey) return false;
      e.preventDefault();
      e.stopPropagation();
      // Whether it is there already is asked of the piece of now: the plan may be behind it.
      const { added } = withAgain(store.getState().piece, plan, item, how);
      if (added > 0) store.getState().edit((p) => withAgain(p, plan, item, how).piece);
      return true;
    },
    nudge: (e: KeyboardEvent, id: string): void => {
      const way = { ArrowRight: 1, ArrowLeft: -1 }[e.key];
      const mm = placeOf(id);
      if (way === undefined || mm === null) return;
      e.preventDefault();
      const byMm = way * (e.shiftKey ? NUDGE_MM.shift : e.altKey ? NUDGE_MM.alt : NUDGE_MM.plain);
      if ((e.ctrlKey || e.metaKey) && isStretch(id)) stretch(heldAt(id, mm), 'to', byMm);
      else put(id, mm + byMm);
    },
  };
}
