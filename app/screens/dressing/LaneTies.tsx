import { useLayoutEffect, useState, type RefObject } from 'react';
import type { Lane, LaneBlock } from '@core/dressing';

/** With more ties than this only those of the chosen item are drawn. */
const MOST_TIES = 150;

/** Where a lane is drawn, in px within the list. */
interface LaneBox {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** A thin line from a block to the place of another wire that it goes round. */
interface Tie {
  readonly lane: number;
  readonly block: LaneBlock;
  readonly to: number;
  readonly toMm: number;
}

/** All ties of some lanes: a target is on the lane of the figure's wire that it is on. */
function tiesOf(lanes: readonly Lane[], chosen: string | null): Tie[] {
  const all = lanes.flatMap((l, lane) =>
    l.blocks.flatMap((block) =>
      block.targets.flatMap(({ wire, mm }): Tie[] => {
        const to = lanes.findIndex((own) => own.wire === wire);
        return to < 0 ? [] : [{ lane, block, to, toMm: mm }];
      }),
    ),
  );
  return all.length > MOST_TIES ? all.filter((t) => t.block.itemId === chosen) : all;
}

/** Where the lanes of a list are, measured anew when its size changes. */
function useLaneBoxes(list: RefObject<HTMLUListElement | null>, count: number): LaneBox[] {
  const [boxes, setBoxes] = useState<LaneBox[]>([]);
  useLayoutEffect(() => {
    const own = list.current;
    if (!own) return;
    const measure = (): void => {
      const { left, top } = own.getBoundingClientRect();
      setBoxes(
        [...own.querySelectorAll('svg[data-lane]')].map((svg) => {
          const box = svg.getBoundingClientRect();
          return {
            left: box.left - left,
            top: box.top - top,
            width: box.width,
            height: box.height,
          };
        }),
      );
    };
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(own);
    return () => watch.disconnect();
  }, [list, count]);
  return boxes;
}

/** Thin lines between the lanes: from what a wire does to where on another wire it does that. */
export function LaneTies({
  list,
  lanes,
  share,
  chosen,
}: {
  list: RefObject<HTMLUListElement | null>;
  lanes: readonly Lane[];
  /** the share of a lane's width that a millimetre is */
  share: number;
  chosen: string | null;
}) {
  const boxes = useLaneBoxes(list, lanes.length);
  const xOf = ({ left, width }: LaneBox, mm: number): number => left + mm * share * width;
  return (
    <svg
      aria-hidden="true"
      data-testid="lane-ties"
      className="pointer-events-none absolute inset-0 size-full overflow-visible"
    >
      {tiesOf(lanes, chosen).map(({ lane, block, to, toMm }, i) => {
        const [a, b] = [boxes[lane], boxes[to]];
        if (!a || !b) return null;
        const isOn = block.itemId === chosen;
        const below = a.top > b.top;
        const from = {
          x: xOf(a, (block.fromMm + block.toMm) / 2),
          y: a.top + (below ? 0 : a.height),
        };
        const end = { x: xOf(b, toMm), y: b.top + (below ? b.height : 0) };
        const bow = (end.y - from.y) / 2;
        return (
          <path
            key={i}
            d={`M${from.x.toFixed(1)} ${from.y.toFixed(1)}C${from.x.toFixed(1)} ${(from.y + bow).toFixed(1)} ${end.x.toFixed(1)} ${(end.y - bow).toFixed(1)} ${end.x.toFixed(1)} ${end.y.toFixed(1)}`}
            fill="none"
            stroke="var(--patina)"
            strokeWidth={isOn ? 1.5 : 0.75}
            strokeOpacity={isOn ? 0.9 : 0.35}
          />
        );
      })}
    </svg>
  );
}
