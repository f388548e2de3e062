import { Plus } from 'lucide-react';
import { RadioGroup } from 'radix-ui';
import { useState } from 'react';
import {
  changeWire,
  madeOfIt,
  ofStock,
  stocksOf,
  withNewStock,
  withoutStock,
  withStock,
  type Piece,
  type PieceStock,
  type Wire,
} from '@core/piece';
import { MAIN_ID } from '@core/item';
import type { Plan } from '@core/plan';
import { printGauge, printLength, printNumber, printThickness } from '@core/units';
import {
  layOf,
  METAL_FACTS,
  METALS,
  ROPE_STRANDS,
  ROPE_TURN_MM,
  acrossFor,
  strandMm,
  strandsIn,
  TEMPER_NAMES,
  TEMPERS,
  twistedOf,
} from '@core/wire';
import { CoatField } from '~/components/CoatField';
import { GaugeFields } from '~/components/GaugeFields';
import { wireColours } from '~/components/metalColours';
import { LengthField } from '~/components/LengthField';
import { NameField } from '~/components/NameField';
import { Tick } from '~/components/Tick';
import { Button, Choices, Picker, Section } from '~/components/ui';
import { useUnit } from '~/state/useWords';
import { useEdit, usePiece, usePointer, useWorkbench } from '~/state/workbench';
import { report } from '~/storage/report';
import { filePlanner } from '~/workers/planner';

/** A piece may have so many lines that they are not all listed: then only the one in the strip. */
const MOST_LISTED = 12;

/** Changes the piece, and draws its letters and motifs anew: they keep to what tools leave in the wire. */
function useWireEdit(): (change: (piece: Piece) => Piece) => void {
  const edit = useEdit();
  const { store, tools } = useWorkbench();
  return (change) => {
    const now = store.getState().piece;
    if (now.shapes.length === 0) {
      edit(change);
      return;
    }
    void filePlanner()
      .shapes(change(now), tools)
      .catch((error: unknown) => {
        report(error, 'drawing shapes anew');
        return change(now);
      })
      .then((drawn) => edit((p) => (p === now ? drawn : change(p))));
  };
}

/** What the piece is made of: one wire, or several of which each line names one. */
export function WireSection() {
  const piece = usePiece();
  const edit = useWireEdit();
  const plan = useWorkbench().planState.known?.plan ?? null;
  const shown = usePointer((p) => p.wire);
  const stocks = stocksOf(piece);
  const [chosen, choose] = useState<string | null>(null);
  const stock = stocks.find((s) => s.id === chosen) ?? stocks[0]!;
  const lines = plan?.wires ?? [];
  const index = Math.min(shown, lines.length - 1);
  const add = (): void => {
    const added = withNewStock(piece);
    if (!added) return;
    const line = lines[index];
    edit((p) => {
      const now = withNewStock(p);
      if (!now || !line || lines.length < 2) return now?.piece ?? p;
      return changeWire(now.piece, line.pathId, (own) => ofStock(own, now.id));
    });
    choose(added.id);
  };
  return (
    <Section title={stocks.length > 1 ? 'Wires' : 'Wire'}>
      {stocks.length > 1 && (
        <StockChoice stocks={stocks} chosen={stock.id} choose={choose} plan={plan} />
      )}
      {stock.id !== null && (
        <NameField
          label="Called"
          value={stock.name}
          most={40}
          onChange={(name) => edit((p) => withStock(p, stock.id, { name }))}
        />
      )}
      <StockFields stock={stock} set={(change) => edit((p) => withStock(p, stock.id, change))} />
      {plan && linesDiffer(piece, plan) && <LineStocks plan={plan} index={index} edit={edit} />}
      <div className="flex flex-wrap gap-2">
        {(lines.length > 1 || stocks.length > 1) && (
          <Button onClick={add} disabled={withNewStock(piece) === null}>
            <Plus size={16} />{' '}
            {lines.length > 1 ? `Another kind for wire ${index + 1}` : 'Another kind of wire'}
          </Button>
        )}
        {stock.id !== null && (
          <Button
            look="quiet"
            onClick={() => {
              const { id } = stock;
              if (id !== null) edit((p) => withoutStock(p, id));
              choose(null);
            }}
          >
            Do without {stock.name.toLowerCase()}
          </Button>
        )}
      </div>
    </Section>
  );
}

/** What is made of a wire. */
function usedWords(lines: number, things: number, cut: string): string {
  const own = [
    ...(lines > 0 ? [`${lines} ${lines === 1 ? 'line' : 'lines'}, ${cut}`] : []),
    ...(things > 0 ? [`${things} ${things === 1 ? 'thing' : 'things'}`] : []),
  ];
  return own.length > 0 ? own.join('; ') : 'nothing yet';
}

/** The piece's wires, each with its colour and what is cut of it. */
function StockChoice({
  stocks,
  chosen,
  choose,
  plan,
}: {
  stocks: readonly PieceStock[];
  chosen: string | null;
  choose: (id: string | null) => void;
  plan: Plan | null;
}) {
  const unit = useUnit();
  const piece = usePiece();
  return (
    <RadioGroup.Root
      aria-label="The piece’s wires"
      value={chosen ?? ''}
      onValueChange={(id) => choose(id === '' ? null : id)}
      className="space-y-1"
    >
      {stocks.map((s) => {
        const own = (plan?.wires ?? []).filter((w) => w.stock.id === s.id);
        const cutMm = own.reduce((sum, w) => sum + w.cutMm, 0);
        const on = s.id === chosen;
        return (
          <RadioGroup.Item
            key={s.id ?? ''}
            value={s.id ?? ''}
            className={`flex min-h-11 w-full items-center gap-2.5 rounded-md border px-2.5 py-1 text-left text-sm ${
              on ? 'border-patina bg-patina-wash' : 'border-line bg-raised hover:border-patina'
            }`}
          >
            <Swatch stock={s} />
            <span className="min-w-0 flex-1">
              <span className="block truncate font-semibold">{s.name}</span>
              <span className="block truncate text-xs text-soft">
                {METAL_FACTS[s.metal].name}
                {s.coat && `, ${s.coat} coat`}, {s.rope && `rope of ${strandsIn(s)} strands `}
                {printGauge(strandMm(s), unit)}
              </span>
            </span>
            <span className="shrink-0 text-right text-xs text-soft tabular-nums">
              {usedWords(
                own.length,
                madeOfIt(piece, s.id ?? MAIN_ID),
                `${printLength(cutMm, unit)}${s.rope ? ' of rope' : ''}`,
              )}
            </span>
          </RadioGroup.Item>
        );
      })}
    </RadioGroup.Root>
  );
}

/** A short end of the wire, as thick beside others as it is. */
function Swatch({ stock }: { stock: PieceStock }) {
  const { rim, body, glint } = wireColours(stock);
  const thick = Math.min(14, Math.max(3, 7 * stock.diameterMm));
  return (
    <svg width={30} height={18} aria-hidden="true" className="shrink-0">
      <rect
        x={1}
        y={9 - thick / 2}
        width={28}
        height={thick}
        rx={thick / 2.5}
        fill={body}
        stroke={rim}
      />
      <rect x={3} y={9 - thick / 4} width={24} height={thick / 5} rx={thick / 10} fill={glint} />
    </svg>
  );
}

function StockFields({ stock, set }: { stock: PieceStock; set: (change: Partial<Wire>) => void }) {
  const unit = useUnit();
  const facts = METAL_FACTS[stock.metal];
  return (
    <>
      <Picker
        label="Metal"
        value={stock.metal}
        options={METALS.map((m) => ({ value: m, label: METAL_FACTS[m].name }))}
        onChange={(metal) => set({ metal })}
      />
      <Choices
        label="Temper"
        value={stock.temper}
        options={TEMPERS.map((t) => ({ value: t, label: TEMPER_NAMES[t] }))}
        onChange={(temper) => set({ temper })}
      />
      <div className="grid grid-cols-2 gap-3">
        <GaugeFields
          unit={unit}
          gaugeLabel="Gauge"
          thicknessLabel="Thickness"
          diameterMm={strandMm(stock)}
          set={(d) => set({ diameterMm: acrossFor(stock, d) })}
        />
      </div>
      <CoatField label="Coat" coat={stock.coat} set={(coat) => set({ coat })} />
      <RopeFields stock={stock} set={set} />
      <p className="text-xs text-soft">
        Typical for {facts.name.toLowerCase()} {printGauge(strandMm(stock), unit)}: flow stress{' '}
        {facts.flowMPa[stock.temper]} MPa, modulus {facts.modulusMPa / 1000} GPa, density{' '}
        {facts.density} g/cm³.
      </p>
    </>
  );
}

/** Wire by itself, or a rope that is twisted of it before it is bent. */
function RopeFields({ stock, set }: { stock: PieceStock; set: (change: Partial<Wire>) => void }) {
  const unit = useUnit();
  const { rope } = stock;
  const { angleRad, longer } = layOf(stock);
  return (
    <>
      <Choices
        label="Twisted to a rope of"
        value={String(strandsIn(stock))}
        options={[1, ...ROPE_STRANDS].map((n) => ({
          value: String(n),
          label: n === 1 ? 'no rope' : String(n),
        }))}
        onChange={(n) => {
          const { diameterMm, rope: next } = twistedOf(stock, Number(n));
          set({ diameterMm, rope: next });
        }}
      />
      {rope && (
        <>
          <LengthField
            label="A full turn every"
            valueMm={rope.turnMm}
            unit={unit}
            min={ROPE_TURN_MM.min}
            max={ROPE_TURN_MM.max}
            onChange={(turnMm) => set({ rope: { ...rope, turnMm } })}
          />
          {rope.strands !== 3 && (
            <Tick
              label="Its wires are folded in their middle, two strands each"
              value={rope.folded}
              set={(folded) => set({ rope: { ...rope, folded } })}
            />
          )}
          <p className="text-xs text-soft">
            {printThickness(stock.diameterMm, unit)} across over all strands. They lie at{' '}
            {printNumber((angleRad * 180) / Math.PI, 0)}° and are {printNumber(longer, 3)} times as
            long as the rope; beyond 45° soft wire snaps.
          </p>
        </>
      )}
    </>
  );
}

/** Whether lines are of several wires, or could be: what only things are made of is no choice for them. */
const linesDiffer = (piece: Piece, { wires }: Plan): boolean =>
  wires.some((w) => w.stock.id !== null) || piece.stocks.some((s) => madeOfIt(piece, s.id) === 0);

/** Of which wire each line of the figure is. */
function LineStocks({
  plan,
  index,
  edit,
}: {
  plan: Plan;
  index: number;
  edit: (change: (piece: Piece) => Piece) => void;
}) {
  const piece = usePiece();
  const { pointer } = useWorkbench();
  const stocks = stocksOf(piece);
  const listed = plan.wires.flatMap((wire, i) =>
    plan.wires.length <= MOST_LISTED || i === index ? [{ wire, i }] : [],
  );
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-2">
      {listed.map(({ wire, i }) => (
        <div key={i} onPointerEnter={() => pointer.getState().point({ wire: i })}>
          <Picker
            label={`Wire ${i + 1} is made of`}
            value={wire.stock.id ?? ''}
            options={stocks.map((s) => ({ value: s.id ?? '', label: s.name }))}
            onChange={(id) =>
              edit((p) => changeWire(p, wire.pathId, (own) => ofStock(own, id === '' ? null : id)))
            }
          />
        </div>
      ))}
    </div>
  );
}
