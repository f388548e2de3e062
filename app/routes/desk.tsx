import { useMemo, useState } from 'react';
import { ArrowRight, TriangleAlert } from 'lucide-react';
import { Link, useFetcher, useSearchParams } from 'react-router';
import { DESK_TOOLS, ringPiece, type DeskRow, type DeskTool } from '@core/desk';
import { loopLength } from '@core/element';
import type { Piece, Wire } from '@core/piece';
import { awgToMm, printBoth, printNumber, type LengthUnit } from '@core/units';
import { METAL_FACTS } from '@core/wire';
import { TopBar } from '~/components/TopBar';
import { LengthField } from '~/components/LengthField';
import { NumberField } from '~/components/NumberField';
import { Button, Picker } from '~/components/ui';
import { DeskPicture } from '~/screens/desk/DeskPicture';
import { GaugeTable } from '~/screens/desk/GaugeTable';
import { WireFields } from '~/screens/dressing/ThreadFields';
import { RingSizeFields } from '~/screens/RingSizeFields';
import { useWorkshop } from '~/state/workshop';

/** The ring size that is shown first. */
const US_7_MM = 11.63 + 7 * 0.8128;
const RING = 'ring-size';
const GAUGES = 'gauges';
const LIST: readonly { id: string; name: string }[] = [
  ...DESK_TOOLS,
  { id: RING, name: 'Ring size' },
  { id: GAUGES, name: 'Gauge table' },
];

/** Quick sums without a piece; each shows what it makes to scale and can be taken into a piece. */
export default function DeskScreen() {
  const { settings } = useWorkshop();
  const [params] = useSearchParams();
  const [wire, setWire] = useState<Wire>({
    metal: 'copper',
    temper: 'dead-soft',
    diameterMm: Number(awgToMm(20).toFixed(3)),
  });
  const id = params.get('sum') ?? DESK_TOOLS[0]!.id;
  const tool = DESK_TOOLS.find((t) => t.id === id);
  return (
    <div className="mx-auto flex min-h-dvh max-w-6xl flex-col px-6 pb-12">
      <TopBar />
      <h1 className="text-xl font-semibold">Desk</h1>
      <p className="mb-4 mt-0.5 text-sm text-soft">
        Quick sums without a piece. Choose one, type what you know, and take it into a piece.
      </p>
      <div className="grid gap-6 md:grid-cols-[12.5rem_1fr]">
        <nav aria-label="Sums">
          <ul className="max-md:flex max-md:flex-wrap">
            {LIST.map((t) => (
              <li key={t.id}>
                <Link
                  to={`?sum=${t.id}`}
                  replace
                  aria-current={t.id === id ? 'page' : undefined}
                  className={`block rounded-md px-3 py-1.5 text-sm ${t.id === id ? 'bg-patina-wash font-semibold' : 'text-soft hover:text-ink'}`}
                >
                  {t.name}
                </Link>
              </li>
            ))}
          </ul>
        </nav>
        <main className="min-w-0">
          {id !== GAUGES && (
            <div className="mb-4 max-w-xl rounded-lg border border-line bg-panel p-4">
              <WireFields
                unit={settings.unit}
                wire={wire}
                names={WIRE_NAMES}
                change={(next) => setWire({ ...wire, ...next })}
              />
            </div>
          )}
          {tool && <Sum key={tool.id} tool={tool} wire={wire} unit={settings.unit} />}
          {id === RING && <RingSum wire={wire} unit={settings.unit} />}
          {id === GAUGES && (
            <>
              <div className="mb-3 max-w-52">
                <Picker
                  label="Metal"
                  value={wire.metal}
                  options={METAL_OPTIONS}
                  onChange={(metal) => setWire({ ...wire, metal })}
                />
              </div>
              <GaugeTable metal={wire.metal} />
            </>
          )}
        </main>
      </div>
    </div>
  );
}

const WIRE_NAMES = {
  metal: 'Wire',
  temper: 'Temper',
  gauge: 'Gauge',
  thickness: 'Thickness',
} as const;
const METAL_OPTIONS = (Object.keys(METAL_FACTS) as (keyof typeof METAL_FACTS)[]).map((value) => ({
  value,
  label: METAL_FACTS[value].name,
}));

function Sum({ tool, wire, unit }: { tool: DeskTool; wire: Wire; unit: LengthUnit }) {
  const [values, setValues] = useState<Readonly<Record<string, number>>>(() =>
    Object.fromEntries(tool.fields.map((f) => [f.key, f.value])),
  );
  const answer = useMemo(() => tool.solve(values, wire), [tool, values, wire]);
  const piece = useMemo(() => tool.piece(values, wire), [tool, values, wire]);
  const set = (key: string, value: number): void => setValues((v) => ({ ...v, [key]: value }));
  return (
    <Layout name={tool.name} hint={tool.hint} piece={piece}>
      <div className="grid grid-cols-2 items-end gap-x-3 gap-y-2">
        {tool.fields.map((f) =>
          f.unit === 'mm' ? (
            <LengthField
              key={f.key}
              label={f.label}
              valueMm={values[f.key] ?? 0}
              unit={unit}
              min={f.min}
              max={f.max}
              decimals={f.decimals}
              alone
              onChange={(v) => set(f.key, v)}
            />
          ) : (
            <NumberField
              key={f.key}
              label={f.label}
              value={values[f.key] ?? 0}
              min={f.min}
              max={f.max}
              decimals={f.decimals}
              onChange={(v) => set(f.key, v)}
            />
          ),
        )}
      </div>
      <Rows rows={answer.rows} unit={unit} />
      {answer.warnings.map((w) => (
        <p
          key={w}
          role="alert"
          className="flex gap-2 rounded-md border border-alert bg-alert-wash p-2.5 text-sm"
        >
          <TriangleAlert size={16} className="mt-0.5 shrink-0 text-alert" aria-hidden="true" />
          {w}
        </p>
      ))}
    </Layout>
  );
}

function RingSum({ wire, unit }: { wire: Wire; unit: LengthUnit }) {
  const [inside, setInside] = useState(US_7_MM);
  const piece = useMemo(() => ringPiece(inside, wire), [inside, wire]);
  const rows: DeskRow[] = [
    { name: 'Inside across', value: inside, unit: 'mm', main: true },
    { name: 'Girth inside', value: inside * Math.PI, unit: 'mm' },
    { name: 'Wire for one plain turn', value: loopLength(inside, wire.diameterMm), unit: 'mm' },
  ];
  return (
    <Layout
      name="Ring size"
      hint="From any of the systems to millimetres and a length of wire."
      piece={piece}
    >
      <RingSizeFields first="7" onSize={setInside} />
      <Rows rows={rows} unit={unit} />
    </Layout>
  );
}

function Layout({
  name,
  hint,
  piece,
  children,
}: {
  name: string;
  hint: string;
  piece: Piece | null;
  children: React.ReactNode;
}) {
  const fetcher = useFetcher();
  const use = (): void => {
    if (!piece) return;
    const now = new Date().toISOString();
    const fresh = { ...piece, made: now, changed: now };
    void fetcher.submit(
      { do: 'new', piece: JSON.stringify(fresh) },
      { method: 'post', action: '/?index' },
    );
  };
  return (
    <section className="grid gap-5 lg:grid-cols-2" aria-label={name}>
      <div className="space-y-4">
        <div>
          <h2 className="text-lg font-semibold">{name}</h2>
          <p className="text-sm text-soft">{hint}</p>
        </div>
        {children}
        {piece && (
          <Button onClick={use}>
            Use in a piece <ArrowRight size={16} aria-hidden="true" />
          </Button>
        )}
      </div>
      <div className="h-72 rounded-lg border border-line bg-bench p-3 lg:h-96">
        {piece ? <DeskPicture piece={piece} name={name} /> : null}
      </div>
    </section>
  );
}

function Rows({ rows, unit }: { rows: readonly DeskRow[]; unit: LengthUnit }) {
  const print = (r: DeskRow): string => {
    if (r.unit === 'mm') return printBoth(r.value, unit, 2);
    if (r.unit === 'deg') return `${printNumber(r.value, 1)}°`;
    return String(Number(printNumber(r.value, 2)));
  };
  return (
    <table className="w-full text-sm" aria-label="Result">
      <tbody>
        {rows.map((r) => (
          <tr
            key={r.name}
            className={`border-t border-line ${r.main ? 'text-base font-semibold' : ''}`}
          >
            <th scope="row" className={`py-1.5 text-left ${r.main ? '' : 'font-normal'}`}>
              {r.name}
            </th>
            <td className="py-1.5 text-right">{print(r)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
