import { useMemo } from 'react';
import { groundOf, stretchPlace, type FormedGround } from '@core/dressing';
import { kindOf, type PieceItem, type Run, type StretchPlace } from '@core/item';
import type { Vec } from '@core/geometry';
import type { Piece } from '@core/piece';
import { nearestWire, type Plan } from '@core/plan';
import { BENCH_STEPS } from '~/components/arrowKeys';
import type { BenchView } from '~/components/Bench';
import { Grip } from '~/components/Grip';

/** Handles of the item in work: its middle, and the ends of its stretch; all keep to the wire. */
export function PlaceLayer({
  piece,
  plan,
  item,
  view,
  preview,
  settle,
}: {
  piece: Piece;
  plan: Plan;
  item: PieceItem;
  view: BenchView;
  preview: (item: PieceItem) => void;
  settle: () => void;
}) {
  const ground = useMemo(() => groundOf(piece, plan), [piece, plan]);
  // What hangs in the loop of another item is where that is.
  if (item.hangsIn !== undefined) return null;
  if (kindOf(item).place === 'free') {
    return (
      <Grip
        name="Middle of the item"
        at={item.on}
        view={view}
        steps={BENCH_STEPS}
        onMove={(to) => preview({ ...item, on: { ...item.on, ...to } })}
        onEnd={settle}
      />
    );
  }
  const shared = { ground, view, settle, long: kindOf(item).place.startsWith('stretch') };
  return (
    <g>
      <Handles
        name={'to' in item ? 'First place' : 'Place'}
        on={item.on}
        set={(on) => preview({ ...item, on })}
        {...shared}
      />
      {'to' in item && (
        <Handles
          name="Second place"
          on={item.to}
          set={(to) => preview({ ...item, to })}
          {...shared}
        />
      )}
    </g>
  );
}

function Handles({
  name,
  on,
  ground,
  view,
  long,
  set,
  settle,
}: {
  name: string;
  on: StretchPlace;
  ground: FormedGround;
  view: BenchView;
  long: boolean;
  set: (on: StretchPlace) => void;
  settle: () => void;
}) {
  const run = ground.runAt(on);
  if (!run) return null;
  const middle = (run.fromMm + run.toMm) / 2;
  const slide = (to: Vec): void => {
    const foot = nearestWire(ground.lines, to);
    const there =
      foot && stretchPlace(ground.plan, { wire: foot.wire, fromMm: foot.mm, toMm: foot.mm });
    if (there) set({ ...there, lengthMm: on.lengthMm });
  };
  const stretchTo = (which: 'from' | 'to', to: Vec): void => {
    const line = ground.lines[run.wire];
    const foot = line && nearestWire([line], to);
    if (!foot) return;
    const [from, end] = which === 'from' ? [foot.mm, run.toMm] : [run.fromMm, foot.mm];
    if (end - from < 0.5) return;
    const next = stretchPlace(ground.plan, { wire: run.wire, fromMm: from, toMm: end });
    if (next) set(next);
  };
  return (
    <g>
      {long && <Track run={run} px={1 / view.pxPerMm} />}
      <Grip
        name={name}
        at={run.spot(middle).at}
        view={view}
        steps={BENCH_STEPS}
        onMove={slide}
        onEnd={settle}
      />
      {long &&
        (['from', 'to'] as const).map((which) => (
          <Grip
            key={which}
            name={`${name}, ${which === 'from' ? 'beginning' : 'end'}`}
            at={run.spot(which === 'from' ? run.fromMm : run.toMm).at}
            view={view}
            steps={BENCH_STEPS}
            onMove={(to) => stretchTo(which, to)}
            onEnd={settle}
          />
        ))}
    </g>
  );
}

/** The stretch as a line along the wire. */
function Track({ run, px }: { run: Run; px: number }) {
  const steps = Math.max(2, Math.ceil(run.lengthMm / 0.5));
  const data = Array.from({ length: steps + 1 }, (_, i) => {
    const { at } = run.spot(run.fromMm + (run.lengthMm * i) / steps);
    return `${i === 0 ? 'M' : 'L'}${at.x.toFixed(2)} ${at.y.toFixed(2)}`;
  }).join('');
  return (
    <path
      d={data}
      fill="none"
      stroke="var(--patina)"
      strokeWidth={2 * px}
      strokeDasharray={`${5 * px} ${4 * px}`}
      pointerEvents="none"
    />
  );
}
