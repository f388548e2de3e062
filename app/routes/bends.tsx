import { useState } from 'react';
import { Play } from 'lucide-react';
import { Link } from 'react-router';
import { FigureView } from '~/components/FigureView';
import { StagePanel } from '~/components/StagePanel';
import { buttonClass, Section } from '~/components/ui';
import { AdviceSection } from '~/screens/bends/AdviceSection';
import { ArmsTable } from '~/screens/bends/ArmsTable';
import { BendEditor } from '~/screens/bends/BendEditor';
import { BendTable } from '~/screens/bends/BendTable';
import { DifferenceLayer } from '~/screens/bends/DifferenceLayer';
import { FollowSection } from '~/screens/bends/FollowSection';
import { PegLayer, PegSection } from '~/screens/bends/PegSection';
import { TwinSection } from '~/screens/bends/TwinSection';
import type { PegChoice } from '~/screens/bends/pegChoice';
import { usePegs } from '~/screens/bends/usePegs';
import { useWork } from '~/screens/bends/useWork';
import { WorkSection } from '~/screens/bends/WorkSection';
import { usePointer, useShown, useWorkbench } from '~/state/workbench';

export default function BendsScreen() {
  const { settings, toolbox } = useWorkbench();
  const { plan, twin } = useShown();
  const index = usePointer((p) =>
    plan ? Math.max(0, Math.min(p.wire, plan.wires.length - 1)) : 0,
  );
  const wire = plan?.wires[index];
  const found = useWork(index);
  // Steps that belong to another plan of more or fewer bends would name bends that are not there.
  const work = found && wire && fits(found.marks.marks.length, wire.bends.length) ? found : null;
  const [pegs, setPegs] = useState<PegChoice>('none');
  const answer = usePegs(index, pegs);
  const title = plan && plan.wires.length > 1 ? `Bends of wire ${index + 1}` : 'Bends';
  const arms = work?.from === 'middle' ? work.arms : null;
  return (
    <>
      <div className="relative min-h-0 flex-1">
        <FigureView
          label={twin ? 'Mirrored twin with its bends' : 'Figure with its bends'}
          over={(view) =>
            plan && (
              <>
                <DifferenceLayer plan={plan} pxPerMm={view.pxPerMm} />
                <PegLayer
                  answer={answer}
                  plan={plan}
                  pxPerMm={view.pxPerMm}
                  pitchMm={toolbox.board.pitchMm}
                />
              </>
            )
          }
        />
        {wire && wire.bends.length > 0 && (
          <Link to="../rehearse" className={`absolute left-3 top-3 ${buttonClass('main')}`}>
            <Play size={16} aria-hidden="true" /> Rehearse
          </Link>
        )}
        {twin && (
          <p className="absolute right-3 top-3 rounded-md bg-patina px-2.5 py-1 text-sm font-semibold text-patina-ink">
            Mirrored twin
          </p>
        )}
        {plan && wire && !twin && <BendEditor wire={wire} />}
      </div>
      <StagePanel wide>
        {plan && <AdviceSection advice={plan.advice} work={work} wire={wire} />}
        {wire && <WorkSection work={work} wire={wire} />}
        {wire && work && wire.bends.length > 0 ? (
          arms ? (
            <ArmsTable
              wire={wire}
              marks={work.marks}
              arms={arms}
              unit={settings.unit}
              title={title}
            />
          ) : (
            <BendTable wire={wire} marks={work.marks} unit={settings.unit} title={title} />
          )
        ) : (
          <Section title={title}>
            <p className="text-sm text-soft">
              {!wire
                ? 'The bends appear when a figure is drawn.'
                : wire.bends.length === 0
                  ? 'This wire runs straight: nothing to bend.'
                  : 'Working out the steps…'}
            </p>
          </Section>
        )}
        {!twin && <FollowSection />}
        {wire && (
          <PegSection
            choice={pegs}
            choose={setPegs}
            answer={answer}
            work={work}
            unit={settings.unit}
          />
        )}
        {wire && <TwinSection arms={work?.arms ?? null} />}
      </StagePanel>
    </>
  );
}

const fits = (marks: number, bends: number): boolean => marks === bends;
