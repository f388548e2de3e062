import { useState } from 'react';
import { printNumber } from '@core/units';
import { FigureView } from '~/components/FigureView';
import { LengthParts } from '~/components/LengthParts';
import { StagePanel } from '~/components/StagePanel';
import { Section } from '~/components/ui';
import { EndFlags } from '~/screens/wire/EndFlags';
import { EndsSection } from '~/screens/wire/EndsSection';
import { HangMark, HangSection } from '~/screens/wire/HangSection';
import { JunctionLayer, type Spot } from '~/screens/wire/JunctionLayer';
import { RouteSection } from '~/screens/wire/RouteSection';
import { SpotSection } from '~/screens/wire/SpotSection';
import { useRoutes } from '~/screens/wire/useRoutes';
import { WireSection } from '~/screens/wire/WireSection';
import { WorkSection } from '~/screens/wire/WorkSection';
import { usePiece, usePointer, useWorkbench } from '~/state/workbench';

export default function WireScreen() {
  const { planState, settings } = useWorkbench();
  const { plan, planned } = planState;
  const piece = usePiece();
  const routes = useRoutes(piece);
  const [spot, setSpot] = useState<Spot | null>(null);
  const index = usePointer((p) => p.wire);
  const wire = plan?.wires[Math.min(index, plan.wires.length - 1)];
  return (
    <>
      <div className="relative min-h-0 flex-1">
        <FigureView
          label="Figure with its ends"
          over={(view) =>
            plan && (
              <>
                <HangMark plan={plan} pxPerMm={view.pxPerMm} />
                <EndFlags plan={plan} pxPerMm={view.pxPerMm} />
                <JunctionLayer
                  plan={plan}
                  overview={routes}
                  diameterMm={piece.wire.diameterMm}
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
        <RouteSection overview={routes} />
        <WireSection />
        <EndsSection />
        <WorkSection />
        {plan && <HangSection plan={plan} />}
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
                `, ${plan.wires.length} wires, ${printNumber(plan.totalCutMm, 1)} mm cut in all`}
              .
            </p>
          </Section>
        )}
      </StagePanel>
    </>
  );
}
