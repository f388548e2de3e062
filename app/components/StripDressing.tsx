import { usesUp, type Dressing } from '@core/dressing';
import { kindOf, type Span, type Traits } from '@core/item';

export interface StripSpan {
  readonly id: string;
  /** how it looks */
  readonly look: Traits['strip'];
  readonly fromMm: number;
  readonly toMm: number;
  /** how many beads lie on it */
  readonly beads: number;
}

/** A stretch over the seam of a closed wire lies at both ends of its strip. */
function onStrip({ fromMm, toMm }: Span, lengthMm: number): { fromMm: number; toMm: number }[] {
  if (toMm - fromMm < 1e-6) return [{ fromMm, toMm }];
  const parts = [-lengthMm, 0, lengthMm].map((by) => ({
    fromMm: Math.max(0, fromMm + by),
    toMm: Math.min(lengthMm, toMm + by),
  }));
  return parts.filter((p) => p.toMm > p.fromMm + 1e-6);
}

/** The stretches of one wire that are dressed. */
export const spansOn = ({ items }: Dressing, wire: number, lengthMm: number): StripSpan[] =>
  // What uses up wire of the figure is a stretch of the strip itself.
  items
    .filter((d) => !usesUp(d))
    .flatMap(({ item, spans, beads, acts }) =>
      spans.flatMap((s, i) =>
        s.wire === wire
          ? onStrip(s, lengthMm).map((part, k) => ({
              id: `${item.id}-${i}-${k}`,
              // Beads of a led wire lie between its turns.
              look: acts ? 'turns' : beads.length > 0 ? 'beads' : kindOf(item).traits.strip,
              ...part,
              beads: beads.reduce((n, b) => n + b.count, 0),
            }))
          : [],
      ),
    );

/** A stretch however short is seen, px. */
const widthOf = (from: number, to: number): number => Math.max(3, to - from);

/** Beads as dots, windings as strokes, hammered stretches as a broader band, at their true places. */
export function DressedSpans({
  spans,
  x,
  thick,
  y: middle,
}: {
  spans: readonly StripSpan[];
  /** where a place of the figure stands */
  x: (mm: number) => number;
  thick: number;
  y: number;
}) {
  const turns = spans.filter((s) => s.look !== 'beads' && s.look !== 'flat');
  return (
    <g pointerEvents="none">
      {spans.map(({ id, look, fromMm, toMm, beads }) => {
        const [from, to] = [x(fromMm), x(toMm)];
        const width = widthOf(from, to);
        if (look === 'beads') {
          const count = Math.min(beads, Math.max(1, Math.floor(width / 4)));
          return Array.from({ length: count }, (_, i) => (
            <circle
              key={`${id}-${i}`}
              cx={from + ((i + 0.5) * width) / count}
              cy={middle}
              r={Math.min(9, width / count / 2)}
              fill="#7fa3a8"
              stroke="#2d4a50"
              strokeWidth={0.8}
            />
          ));
        }
        if (look === 'flat') {
          return (
            <rect
              key={id}
              x={from}
              width={width}
              y={middle - thick / 2 - 2}
              height={thick + 4}
              rx={2}
              fill="none"
              stroke="var(--ink)"
              strokeDasharray="2 2"
            />
          );
        }
        return null;
      })}
      {turns.length > 0 && (
        <path
          d={turns.map((span) => strokesOf(span, x, middle, thick)).join('')}
          stroke="#3a2418"
          strokeWidth={1.2}
        />
      )}
    </g>
  );
}

/** Windings as strokes across the wire: one stretch as part of the one path of all. */
function strokesOf(
  { fromMm, toMm }: StripSpan,
  x: (mm: number) => number,
  middle: number,
  thick: number,
): string {
  const from = x(fromMm);
  const width = widthOf(from, x(toMm));
  const count = Math.max(1, Math.floor(width / 3.5));
  return Array.from({ length: count }, (_, i) => {
    const at = from + ((i + 0.5) * width) / count;
    return `M${at - 1} ${middle + thick / 2 + 1}L${at + 1} ${middle - thick / 2 - 1}`;
  }).join('');
}
