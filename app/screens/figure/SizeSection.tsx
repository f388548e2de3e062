import { useMemo, useState } from 'react';
import { finishedSize, type Side } from '@core/dressing';
import { figureBox, resizeFigure, type Piece } from '@core/piece';
import { bareLength, printLength, type LengthUnit } from '@core/units';
import { LengthField } from '~/components/LengthField';
import { Section } from '~/components/ui';
import { useEdit, usePiece, useWorkbench } from '~/state/workbench';
import { report } from '~/storage/report';
import { slowPlanner } from '~/workers/planner';
import { Stopped } from '~/workers/restartable';

interface Size {
  readonly widthMm: number;
  readonly heightMm: number;
}

const lineSize = ({ paths }: Piece): Size | null => {
  const box = figureBox(paths);
  return box && { widthMm: box.maxX - box.minX, heightMm: box.maxY - box.minY };
};

/** More than this is a size of its own, mm. */
const SAME_MM = 0.05;

/** How large the finished piece is, over wire, ends and all that is on it; and the drawn line alone. */
export function SizeSection() {
  const piece = usePiece();
  const edit = useEdit();
  const { settings, planState, store, tools } = useWorkbench();
  const { unit } = settings;
  const { known, busy } = planState;
  const [note, setNote] = useState<string | null>(null);
  const line = useMemo(() => lineSize(piece), [piece]);
  const finished = useMemo(
    () => known && finishedSize(known.piece, known.plan, known.dressing),
    [known],
  );
  const shown: Size | null = line && (finished ?? (busy ? null : line));
  const resize = (side: Side) => (mm: number) => {
    setNote('Fitting the size …');
    slowPlanner()
      .fit(piece, tools, side, mm)
      .then((fit) => {
        if (store.getState().piece !== piece) {
          setNote('The figure was changed meanwhile: type the size again.');
          return;
        }
        if (!fit) {
          setNote(`Drawn flat, it has no ${side} that could be larger.`);
        } else if (!fit.ok) {
          setNote(
            `Wire, ends and what is on it are ${printLength(fit.leastMm, unit)} by themselves: it cannot be smaller.`,
          );
        } else {
          edit((p) => resizeFigure(p, side, fit.lineMm));
          const off = Math.abs(fit.sizeMm - mm);
          setNote(
            off > SAME_MM
              ? `The nearest that its bends and what is on it allow is ${printLength(fit.sizeMm, unit)}.`
              : null,
          );
        }
      })
      .catch((error: unknown) => {
        if (!(error instanceof Stopped)) report(error, 'fitting a size');
        setNote('The size could not be worked out. The figure is as it was.');
      });
  };
  return (
    <Section title="Finished size">
      <LengthField
        label="Height"
        valueMm={shown?.heightMm ?? null}
        unit={unit}
        min={0.5}
        onChange={resize('height')}
        hint="Over wire, ends and all that is on it. Type 35 mm or 1 3/8 in; the figure keeps its shape."
      />
      <LengthField
        label="Width"
        valueMm={shown?.widthMm ?? null}
        unit={unit}
        min={0.5}
        onChange={resize('width')}
      />
      {note && (
        <p role="status" className="text-xs text-soft">
          {note}
        </p>
      )}
      {line && (
        <details className="text-sm">
          <summary className="cursor-pointer text-soft tabular-nums">
            The drawn line alone: {sizeWords(line, unit)}
          </summary>
          <div className="mt-2 space-y-3">
            <LengthField
              label="Height of the line"
              valueMm={line.heightMm}
              unit={unit}
              min={0.5}
              onChange={(mm) => edit((p) => resizeFigure(p, 'height', mm))}
            />
            <LengthField
              label="Width of the line"
              valueMm={line.widthMm}
              unit={unit}
              min={0.5}
              onChange={(mm) => edit((p) => resizeFigure(p, 'width', mm))}
            />
          </div>
        </details>
      )}
    </Section>
  );
}

const sizeWords = ({ widthMm, heightMm }: Size, unit: LengthUnit): string =>
  `${bareLength(widthMm, unit)} × ${printLength(heightMm, unit)}`;
