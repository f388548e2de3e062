import type { FigurePath, Piece, Seam, WireEnd } from '@core/piece';
import { changePath } from '@core/piece';
import { placeOnWire, type Plan } from '@core/plan';
import { awgToMm, nominalAwg, printGauge, printNumber, type LengthUnit } from '@core/units';
import { METAL_FACTS, METALS, TEMPER_NAMES, TEMPERS } from '@core/wire';
import { Choices, Picker, Section } from '~/components/ui';
import { FigureView } from '~/components/FigureView';
import { LengthField } from '~/components/LengthField';
import { LengthParts } from '~/components/LengthParts';
import { StagePanel } from '~/components/StagePanel';
import { useEdit, usePiece, usePointer, useWorkbench } from '~/state/workbench';

const GAUGES = Array.from({ length: 31 }, (_, i) => i + 10);

export default function WireScreen() {
  const { planState, settings } = useWorkbench();
  const { plan, planned } = planState;
  const index = usePointer((p) => p.wire);
  const wire = plan?.wires[Math.min(index, plan.wires.length - 1)];
  return (
    <>
      <div className="relative min-h-0 flex-1">
        <FigureView
          label="Figure with its ends"
          over={(view) =>
            plan && planned && <EndFlags plan={plan} piece={planned} pxPerMm={view.pxPerMm} />
          }
        />
      </div>
      <StagePanel>
        <WireSection />
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
                `, ${plan.wires.length} wires, ${printNumber(plan.totalCutMm, 1)} mm cut in all`}
              .
            </p>
          </Section>
        )}
      </StagePanel>
    </>
  );
}

/** Names at the ends of each wire, or at its seam. */
function EndFlags({ plan, piece, pxPerMm }: { plan: Plan; piece: Piece; pxPerMm: number }) {
  const px = 1 / pxPerMm;
  const center = plan.hang?.center ?? { x: 0, y: 0 };
  const flag = (key: string, at: { x: number; y: number }, text: string) => {
    // Names stand away from the figure's middle, where there is room.
    const side = at.x >= center.x ? 1 : -1;
    const lift = at.y > center.y + 1 ? 1 : -1;
    const to = { x: at.x + side * 34 * px, y: at.y + lift * 16 * px };
    return (
      <g key={key} pointerEvents="none">
        <line
          x1={at.x}
          y1={at.y}
          x2={to.x}
          y2={to.y}
          stroke="var(--patina)"
          strokeWidth={1.4 * px}
        />
        <circle cx={at.x} cy={at.y} r={3.5 * px} fill="var(--patina)" />
        <text
          x={to.x + side * 3 * px}
          y={to.y + 4 * px}
          textAnchor={side > 0 ? 'start' : 'end'}
          fontSize={13 * px}
          fontWeight={600}
          fill="var(--patina)"
          stroke="var(--bench)"
          strokeWidth={4 * px}
          paintOrder="stroke"
        >
          {text}
        </text>
      </g>
    );
  };
  return (
    <g>
      {plan.wires.map((w, i) => {
        const name = plan.wires.length > 1 ? ` ${i + 1}` : '';
        const start = placeOnWire(w, 0);
        const end = placeOnWire(w, w.developedMm);
        if (!start || !end) return null;
        const closed = piece.paths.find((p) => p.id === w.pathId)?.closed;
        return closed
          ? flag(w.pathId, start.at, `seam${name}`)
          : [
              flag(`${w.pathId}a`, start.at, `first end${name}`),
              flag(`${w.pathId}b`, end.at, `last end${name}`),
            ];
      })}
    </g>
  );
}

function WireSection() {
  const piece = usePiece();
  const edit = useEdit();
  const { wire } = piece;
  const set = (change: Partial<Piece['wire']>): void =>
    edit((p) => ({ ...p, wire: { ...p.wire, ...change } }));
  const facts = METAL_FACTS[wire.metal];
  const awg = nominalAwg(wire.diameterMm);
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
        <Picker
          label="Gauge"
          value={awg === null ? 'none' : String(awg)}
          options={[
            ...(awg === null ? [{ value: 'none', label: 'between gauges' }] : []),
            ...GAUGES.map((g) => ({
              value: String(g),
              label: `${g} ga (${printNumber(awgToMm(g), 2)} mm)`,
            })),
          ]}
          onChange={(g) =>
            g !== 'none' && set({ diameterMm: Number(awgToMm(Number(g)).toFixed(3)) })
          }
        />
        <LengthField
          label="Thickness"
          alone
          valueMm={wire.diameterMm}
          unit="mm"
          decimals={2}
          min={0.08}
          max={5}
          onChange={(diameterMm) => set({ diameterMm })}
        />
      </div>
      <p className="text-xs text-soft">
        Typical for {facts.name.toLowerCase()} {printGauge(wire.diameterMm)}: flow stress{' '}
        {facts.flowMPa[wire.temper]} MPa, modulus {facts.modulusMPa / 1000} GPa, density{' '}
        {facts.density} g/cm³.
      </p>
    </Section>
  );
}

function EndsSection() {
  const piece = usePiece();
  const edit = useEdit();
  const { settings, planState } = useWorkbench();
  const index = usePointer((p) => p.wire);
  const path = piece.paths[Math.min(index, piece.paths.length - 1)];
  if (!path) return null;
  const set = (change: Partial<FigurePath>): void =>
    edit((p) => changePath(p, path.id, (q) => ({ ...q, ...change })));
  const title = piece.paths.length > 1 ? ` of wire ${piece.paths.indexOf(path) + 1}` : '';
  if (path.closed) {
    const at = planState.plan?.wires.find((w) => w.pathId === path.id)?.seamAt ?? null;
    return (
      <Section title={`Seam${title}`}>
        <SeamFields
          seam={path.seam}
          plannedAt={at}
          unit={settings.unit}
          set={(seam) => set({ seam: { ...path.seam, ...seam } })}
        />
      </Section>
    );
  }
  return (
    <Section title={`Ends${title}`}>
      <EndFields
        name="First end"
        end={path.start}
        unit={settings.unit}
        set={(start) => set({ start })}
      />
      <EndFields name="Last end" end={path.end} unit={settings.unit} set={(end) => set({ end })} />
    </Section>
  );
}

function EndFields({
  name,
  end,
  unit,
  set,
}: {
  name: string;
  end: WireEnd;
  unit: LengthUnit;
  set: (end: WireEnd) => void;
}) {
  return (
    <fieldset className="space-y-2">
      <legend className="sr-only">{name}</legend>
      <Choices
        label={name}
        value={end.kind}
        options={[
          { value: 'plain', label: 'plain tail' },
          { value: 'loop', label: 'simple loop' },
        ]}
        onChange={(kind) =>
          set(kind === 'loop' ? { kind, insideMm: 2.5, tailMm: 0 } : { kind, tailMm: 0 })
        }
      />
      {end.kind === 'loop' ? (
        <LengthField
          label={`${name}: loop, inside across`}
          valueMm={end.insideMm}
          unit={unit}
          min={0.5}
          max={200}
          onChange={(insideMm) => set({ ...end, insideMm })}
        />
      ) : (
        <LengthField
          label={`${name}: tail beyond the figure`}
          valueMm={end.tailMm}
          unit={unit}
          max={1000}
          onChange={(tailMm) => set({ ...end, tailMm })}
        />
      )}
    </fieldset>
  );
}

function SeamFields({
  seam,
  plannedAt,
  unit,
  set,
}: {
  seam: Seam;
  plannedAt: number | null;
  unit: LengthUnit;
  set: (seam: Partial<Seam>) => void;
}) {
  return (
    <>
      <Choices
        label="Where"
        value={seam.at === null ? 'top' : 'own'}
        options={[
          { value: 'top', label: 'at the top, where it hangs' },
          { value: 'own', label: 'own place' },
        ]}
        onChange={(v) => set({ at: v === 'top' ? null : (plannedAt ?? 0) })}
      />
      {seam.at !== null && (
        <label className="block">
          <span className="mb-1 block text-sm text-soft">
            Along the drawn line: {printNumber(seam.at * 100, 1)} %
          </span>
          <input
            type="range"
            min={0}
            max={1}
            step={0.002}
            value={seam.at}
            onChange={(e) => set({ at: Number(e.target.value) })}
            className="w-full accent-patina"
          />
        </label>
      )}
      <Choices
        label="The ends"
        value={seam.join}
        options={[
          { value: 'butt', label: 'butt' },
          { value: 'overlap', label: 'overlap' },
          { value: 'loops', label: 'loop together' },
        ]}
        onChange={(join) => set({ join })}
      />
      {seam.join === 'overlap' && (
        <LengthField
          label="Overlap"
          valueMm={seam.overlapMm}
          unit={unit}
          max={1000}
          onChange={(overlapMm) => set({ overlapMm })}
        />
      )}
      {seam.join === 'loops' && (
        <LengthField
          label="Each loop, inside across"
          valueMm={seam.loopInsideMm}
          unit={unit}
          min={0.5}
          max={200}
          onChange={(loopInsideMm) => set({ loopInsideMm })}
        />
      )}
    </>
  );
}

function WorkSection() {
  const piece = usePiece();
  const edit = useEdit();
  const { settings, planState } = useWorkbench();
  return (
    <Section title="How you work">
      <Choices
        label="From"
        value={piece.work}
        options={[
          { value: 'cut', label: 'a cut length' },
          { value: 'spool', label: 'the spool' },
        ]}
        onChange={(work) => edit((p) => ({ ...p, work }))}
      />
      <LengthField
        label="Reserve"
        valueMm={piece.reserveMm}
        unit={settings.unit}
        max={1000}
        onChange={(reserveMm) => edit((p) => ({ ...p, reserveMm }))}
        hint="Added to each wire and trimmed at the end."
      />
      {(planState.plan?.crossings.length ?? 0) > 0 && (
        <Picker
          label={`On top at the ${planState.plan?.crossings.length === 1 ? 'crossing' : 'crossings'}`}
          value={piece.over}
          options={[
            { value: 'later', label: 'the pass bent later' },
            { value: 'earlier', label: 'the pass bent earlier' },
            { value: 'alternate', label: 'over and under in turn' },
          ]}
          onChange={(over) => edit((p) => ({ ...p, over }))}
        />
      )}
    </Section>
  );
}
