import { useState } from 'react';
import type { Vec } from '@core/geometry';
import { printLength, printNumber } from '@core/units';
import { FigureView } from '~/components/FigureView';
import { LengthParts } from '~/components/LengthParts';
import { StagePanel } from '~/components/StagePanel';
import { Section } from '~/components/ui';
import { EndFlags } from '~/screens/wire/EndFlags';
import { EndsSection } from '~/screens/wire/EndsSection';
import { HangMarks, HangSection } from '~/screens/wire/HangSection';
import { JunctionLayer, type Spot } from '~/screens/wire/JunctionLayer';
import { RouteSection } from '~/screens/wire/RouteSection';
import { isAlike, SymmetryLayer, SymmetrySection } from '~/screens/wire/SymmetrySection';
import { SpotSection } from '~/screens/wire/SpotSection';
import { useRoutes } from '~/screens/wire/useRoutes';
import { WireSection } from '~/screens/wire/WireSection';
import { useQuery } from '~/state/useQuery';
import { useVerdict } from '~/screens/verdict/useVerdict';
import { VerdictSection, WearSection } from '~/screens/verdict/VerdictSection';
import { WeakSpots, WorkingHalo, type Working } from '~/screens/verdict/WorkingLayer';
import { WorkingChoice } from '~/screens/verdict/WorkingChoice';
import { WorkSection } from '~/screens/wire/WorkSection';
import { usePiece, usePointer, useWorkbench } from '~/state/workbench';

export default function WireScreen() {
  const { planState, settings } = useWorkbench();
  const { plan, planned, dressing } = planState;
  const piece = usePiece();
  const routes = useRoutes(piece);
  const [spot, setSpot] = useState<Spot | null>(null);
  const [working, setWorking] = useState<Working>('all');
  const judged = useVerdict();
  const verdict = judged.isNow ? judged.verdict : null;
  const halves = useQuery('symmetry', []);
  const symmetry = halves.isNow ? halves.value : null;
  const [pointed, setPointed] = useState<Vec | null>(null);
  const index = usePointer((p) => p.wire);
  const wire = plan?.wires[Math.min(index, plan.wires.length - 1)];
  return (
    <>
      <div className="relative min-h-0 flex-1">
        <FigureView
          label="Figure with its ends"
          numbered={working === 'off'}
          under={plan && verdict && <WorkingHalo plan={plan} verdict={verdict} load={working} />}
          over={(view) =>
            plan && (
              <>
                {verdict?.hang && <HangMarks hang={verdict.hang} pxPerMm={view.pxPerMm} />}
                {symmetry && verdict && isAlike(symmetry, verdict.sizeMm) && (
                  <SymmetryLayer
                    found={symmetry}
                    size={verdict.sizeMm}
                    toleranceMm={piece.toleranceMm}
                    px={1 / view.pxPerMm}
                  />
                )}
                {pointed && <PointedPlace at={pointed} px={1 / view.pxPerMm} />}
                {verdict && working !== 'off' && (
                  <WeakSpots verdict={verdict} px={1 / view.pxPerMm} />
                )}
                <EndFlags plan={plan} pxPerMm={view.pxPerMm} />
                <JunctionLayer
                  plan={plan}
                  overview={routes}
                  diameterMm={plan.diameterMm}
                  chosen={spot}
                  choose={setSpot}
                  view={view}
                />
              </>
            )
          }
        />
      </div>
      <StagePanel>
        {spot && <SpotSection spot={spot} overview={routes} close={() => setSpot(null)} />}
        <WireSection />
        <VerdictSection state={judged} point={setPointed} />
        {verdict && <WorkingChoice verdict={verdict} value={working} onChange={setWorking} />}
        {verdict && plan && planned && (
          <HangSection verdict={verdict} plan={plan} planned={planned} dressing={dressing} />
        )}
        {verdict && symmetry && <SymmetrySection found={symmetry} sizeMm={verdict.sizeMm} />}
        {verdict && <WearSection verdict={verdict} />}
        <RouteSection overview={routes} />
        <EndsSection />
        <WorkSection />
        {wire && planned && (
          <Section title="Why this length">
            <LengthParts wire={wire} piece={planned} unit={settings.unit} />
          </Section>
        )}
        {plan && plan.wires.length > 0 && (
          <Section title="Mass">
            <p className="text-sm">
              {printNumber(plan.massG, 2)} g without the reserve
              {plan.wires.length > 1 &&
                `, ${plan.wires.length} wires, ${printLength(plan.totalCutMm, settings.unit)} cut in all`}
              .
            </p>
          </Section>
        )}
      </StagePanel>
    </>
  );
}

/** The place a remedy speaks of, while it is pointed at. */
const PointedPlace = ({ at, px }: { at: Vec; px: number }) => (
  <circle
    cx={at.x}
    cy={at.y}
    r={13 * px}
    fill="none"
    stroke="var(--patina)"
    strokeWidth={3 * px}
    strokeDasharray={`${5 * px} ${3 * px}`}
    pointerEvents="none"
    data-testid="pointed"
  />
);
