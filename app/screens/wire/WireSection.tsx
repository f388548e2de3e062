import type { Piece } from '@core/piece';
import { printGauge } from '@core/units';
import { METAL_FACTS, METALS, TEMPER_NAMES, TEMPERS } from '@core/wire';
import { GaugeFields } from '~/components/GaugeFields';
import { Choices, Picker, Section } from '~/components/ui';
import { useEdit, usePiece, useWorkbench } from '~/state/workbench';
import { report } from '~/storage/report';
import { filePlanner } from '~/workers/planner';
import { useUnit } from '~/state/useWords';

export function WireSection() {
  const piece = usePiece();
  const edit = useEdit();
  const { wire } = piece;
  const { store, tools } = useWorkbench();
  const set = (change: Partial<Piece['wire']>): void => {
    const withWire = (p: Piece): Piece => ({ ...p, wire: { ...p.wire, ...change } });
    const now = store.getState().piece;
    if (now.shapes.length === 0) {
      edit(withWire);
      return;
    }
    // Letters and motifs keep to what tools leave in the new wire.
    void filePlanner()
      .shapes(withWire(now), tools)
      .catch((error: unknown) => {
        report(error, 'drawing shapes anew');
        return withWire(now);
      })
      .then((drawn) => edit((p) => (p === now ? drawn : withWire(p))));
  };
  const unit = useUnit();
  const facts = METAL_FACTS[wire.metal];
  return (
    <Section title="Wire">
      <Picker
        label="Metal"
        value={wire.metal}
        options={METALS.map((m) => ({ value: m, label: METAL_FACTS[m].name }))}
        onChange={(metal) => set({ metal })}
      />
      <Choices
        label="Temper"
        value={wire.temper}
        options={TEMPERS.map((t) => ({ value: t, label: TEMPER_NAMES[t] }))}
        onChange={(temper) => set({ temper })}
      />
      <div className="grid grid-cols-2 gap-3">
        <GaugeFields
          unit={unit}
          gaugeLabel="Gauge"
          thicknessLabel="Thickness"
          diameterMm={wire.diameterMm}
          set={(diameterMm) => set({ diameterMm })}
        />
      </div>
      <p className="text-xs text-soft">
        Typical for {facts.name.toLowerCase()} {printGauge(wire.diameterMm, unit)}: flow stress{' '}
        {facts.flowMPa[wire.temper]} MPa, modulus {facts.modulusMPa / 1000} GPa, density{' '}
        {facts.density} g/cm³.
      </p>
    </Section>
  );
}
