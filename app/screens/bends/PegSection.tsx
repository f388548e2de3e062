import { Link } from 'react-router';
import type { Plan } from '@core/plan';
import { moveWords, type Peg, type PegAnswer, type WireSteps } from '@core/steps';
import { printLength, printNumber, type LengthUnit } from '@core/units';
import { Choices, Section } from '~/components/ui';
import { usePointer, useWorkbench } from '~/state/workbench';
import { useWords } from '~/state/useWords';
import { PEG_CHOICES, type PegChoice } from './pegChoice';

/** Winding round pegs: on a board with holes, or round pins on the printed pattern. */
export function PegSection({
  choice,
  choose,
  answer,
  work,
  unit,
}: {
  choice: PegChoice;
  choose: (choice: PegChoice) => void;
  answer: PegAnswer | null;
  work: WireSteps | null;
  unit: LengthUnit;
}) {
  const { toolbox } = useWorkbench();
  const told = useWords();
  const { board } = toolbox;
  return (
    <Section title="Winding round pegs">
      <Choices label="Pegs" value={choice} options={PEG_CHOICES} onChange={choose} />
      {choice !== 'none' && (
        <p className="text-xs text-soft">
          {choice === 'pins'
            ? `Pins ${printLength(board.pinMm, unit)} thick, along the inside of each bend.`
            : `Holes every ${printLength(board.pitchMm, unit)}, pegs of ${board.pegsMm.map((d) => Number(printNumber(d, 1))).join(', ')} mm.`}{' '}
          <Link to="/kit" className="text-patina underline">
            Change in the kit
          </Link>
        </p>
      )}
      {answer && !answer.ok && <p className="text-sm text-alert">{told(answer.message)}</p>}
      {answer?.ok && (
        <PegTable pegs={answer.plan.pegs} work={work} unit={unit} holes={choice === 'holes'} />
      )}
    </Section>
  );
}

function PegTable({
  pegs,
  work,
  unit,
  holes,
}: {
  pegs: readonly Peg[];
  work: WireSteps | null;
  unit: LengthUnit;
  holes: boolean;
}) {
  const told = useWords();
  const moves = (bend: number, last: boolean): string =>
    last && work
      ? work.steps
          .filter((s) => s.marks.some((m) => m.bend === bend))
          .flatMap((s) => s.moves.map((m) => told(moveWords(m))))
          .join(' ')
      : '';
  return (
    <ol className="divide-y divide-line text-sm" aria-label="Order of winding">
      {pegs.map((p, i) => (
        <li key={p.number} className="flex gap-3 py-1.5">
          <span className="w-6 text-right font-semibold">{p.number}</span>
          <span className="flex-1">
            {p.round} round a {printLength(p.diameterMm, unit)} {holes ? 'peg' : 'pin'}
            {p.hole && `, hole ${p.hole.column} across, ${p.hole.row} down`}
            {holes && (
              <span className="block text-xs text-soft">
                {printLength(p.offMm, unit)} off
                {Math.abs(p.thickerMm) >= 0.05 &&
                  `, ${printLength(Math.abs(p.thickerMm), unit)} too ${p.thickerMm > 0 ? 'thick' : 'thin'}`}
              </span>
            )}
            <span className="block text-xs text-soft">
              {moves(p.bend, pegs[i + 1]?.bend !== p.bend)}
            </span>
          </span>
          <span className="text-xs text-soft">bend {p.bend + 1}</span>
        </li>
      ))}
    </ol>
  );
}

/** The pegs on the figure, with the board's holes faintly round them. */
export function PegLayer({
  answer,
  pxPerMm,
  pitchMm,
}: {
  answer: PegAnswer | null;
  plan: Plan;
  pxPerMm: number;
  pitchMm: number;
}) {
  const active = usePointer((p) => p.bend);
  if (!answer?.ok) return null;
  const px = 1 / pxPerMm;
  const { pegs, turnRad } = answer.plan;
  const first = pegs.find((p) => p.hole);
  const holes: { x: number; y: number }[] = [];
  if (first?.hole) {
    const columns = Math.max(...pegs.map((p) => p.hole?.column ?? 0));
    const rows = Math.max(...pegs.map((p) => p.hole?.row ?? 0));
    const [c, s] = [Math.cos(-turnRad) * pitchMm, Math.sin(-turnRad) * pitchMm];
    for (let i = 0; i <= columns + 1; i++) {
      for (let j = 0; j <= rows + 1; j++) {
        const [a, b] = [i - first.hole.column, j - first.hole.row];
        if (holes.length < 4000) {
          holes.push({ x: first.at.x + a * c - b * s, y: first.at.y + a * s + b * c });
        }
      }
    }
  }
  return (
    <g pointerEvents="none">
      {holes.map((h, i) => (
        <circle key={i} cx={h.x} cy={h.y} r={1.4 * px} fill="var(--soft)" fillOpacity={0.5} />
      ))}
      {pegs.map((p) => (
        <g key={p.number}>
          <circle
            cx={p.at.x}
            cy={p.at.y}
            r={p.diameterMm / 2}
            fill="var(--tool)"
            fillOpacity={0.85}
            stroke={active === p.bend ? 'var(--patina)' : 'var(--soft)'}
            strokeWidth={(active === p.bend ? 2.5 : 1) * px}
          />
          {p.diameterMm * pxPerMm > 14 && (
            <text
              x={p.at.x}
              y={p.at.y + 4 * px}
              textAnchor="middle"
              fontSize={11 * px}
              fontWeight={600}
              fill="var(--ink)"
            >
              {p.number}
            </text>
          )}
        </g>
      ))}
    </g>
  );
}
