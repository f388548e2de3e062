import { useLayoutEffect, useState, type RefObject } from 'react';
import type { Lane, LaneBlock } from '@core/dressing';

/** No more ties than this are drawn, evenly spread: more would be one dark patch. */
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
function tiesOf(lanes: readonly Lane[]): Tie[] {
  const all = lanes.flatMap((l, lane) =>
    l.blocks.flatMap((block) =>
      block.targets.flatMap(({ wire, mm }): Tie[] => {
        const to = lanes.findIndex((own) => own.wire === wire);
        return to < 0 ? [] : [{ lane, block, to, toMm: mm }];
      }),
    ),
  );
  const step = Math.ceil(all.length / MOST_TIES);
  return all.filter((_, i) => i % step === 0);
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
  const ties = tiesOf(lanes);
  /** One tie: square off its block, and down or up to its place. */
  const dataOf = ({ lane, block, to, toMm }: Tie): string => {
    const [a, b] = [boxes[lane], boxes[to]];
    if (!a || !b) return '';
    const below = a.top > b.top;
    const [x, y] = [xOf(a, (block.fromMm + block.toMm) / 2), a.top + (below ? 0 : a.height)];
    const [toX, toY] = [xOf(b, toMm), b.top + (below ? b.height : 0)];
    const bow = (toY - y) / 2;
    const at = (px: number, py: number): string => `${px.toFixed(1)} ${py.toFixed(1)}`;
    return `M${at(x, y)}C${at(x, y + bow)} ${at(toX, toY - bow)} ${at(toX, toY)}`;
  };
  return (
    <svg
      aria-hidden="true"
      data-testid="lane-ties"
      className="pointer-events-none absolute inset-0 size-full overflow-visible"
    >
      {[false, true].map((isOn) => (
        <path
          key={String(isOn)}
          d={ties
            .filter((t) => (t.block.itemId === chosen) === isOn)
            .map(dataOf)
            .join('')}
          fill="none"
          stroke="var(--patina)"
          strokeWidth={isOn ? 1.5 : 0.75}
          strokeOpacity={isOn ? 0.9 : 0.35}
        />
      ))}
    </svg>
  );
}
