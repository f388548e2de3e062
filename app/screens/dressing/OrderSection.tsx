import { ArrowDown, TriangleAlert } from 'lucide-react';
import { useState, memo } from 'react';
import { REASONS, withOrderChange, type Assembly, type Conflict } from '@core/making';
import { bendNear } from '@core/plan';
import { NumberField } from '~/components/NumberField';
import { bendWords } from '~/components/StripView';
import { Button, Picker, Section } from '~/components/ui';
import { useEdit, usePiece, useWorkbench } from '~/state/workbench';
import { useWords } from '~/state/useWords';

/** In which order the piece is made, why, and what contradicts itself. */
export const OrderSection = memo(function OrderSection({
  assembly,
}: {
  assembly: Assembly | null;
}) {
  const told = useWords();
  if (!assembly) {
    return (
      <Section title="Order of assembly">
        <p className="text-sm text-soft" role="status">
          Working out the order…
        </p>
      </Section>
    );
  }
  const why = (id: string): string[] => [
    ...new Set(
      assembly.precedences
        .filter((e) => e.then === id && e.why !== 'last')
        .map((e) => REASONS[e.why]),
    ),
  ];
  return (
    <Section title="Order of assembly">
      {assembly.conflicts.map((c, i) => (
        <ConflictBox key={i} conflict={c} />
      ))}
      <ol className="text-sm" aria-label="Order of assembly">
        {assembly.tasks.map((t, i) => (
          <li key={t.id} className="flex gap-2.5 border-t border-line py-1.5 first:border-t-0">
            <span className="w-5 shrink-0 text-right font-semibold text-patina">{i + 1}</span>
            <span>
              {told(t.title)}
              {why(t.id).map((w) => (
                <span key={w} className="block text-xs text-soft">
                  {w}
                </span>
              ))}
            </span>
          </li>
        ))}
      </ol>
      <Stages />
      <Wishes assembly={assembly} />
    </Section>
  );
});

function ConflictBox({ conflict }: { conflict: Conflict }) {
  const edit = useEdit();
  const told = useWords();
  return (
    <div role="alert" className="rounded-md border border-alert bg-alert-wash p-2.5 text-sm">
      <p className="flex gap-2 font-semibold">
        <TriangleAlert size={16} className="mt-0.5 shrink-0 text-alert" aria-hidden="true" />
        These cannot all be kept:
      </p>
      <ol className="mt-1.5 space-y-1 pl-6">
        {conflict.ring.map((e, i) => (
          <li key={i}>
            {told(conflict.titles[i]!)}
            <span className="flex gap-1 text-xs text-soft">
              <ArrowDown size={13} aria-hidden="true" /> before the next: {REASONS[e.why]}
            </span>
          </li>
        ))}
        <li>{told(conflict.titles[0]!)}</li>
      </ol>
      <div className="mt-2 flex flex-wrap gap-2">
        {conflict.remedies.map((r) => (
          <Button key={told(r.label)} onClick={() => edit((p) => withOrderChange(p, r.change))}>
            {told(r.label)}
          </Button>
        ))}
        {conflict.remedies.length === 0 && (
          <span className="text-soft">Move or take out one of them.</span>
        )}
      </div>
    </div>
  );
}

/** Bends in stages: what is done between two of them can then be wished there. */
function Stages() {
  const edit = useEdit();
  const { making } = usePiece();
  const { planState, settings } = useWorkbench();
  const { plan } = planState;
  const [wire, setWire] = useState(0);
  const [bend, setBend] = useState(2);
  const wires = plan?.wires.filter((w) => w.bends.length > 1) ?? [];
  const own = plan?.wires[wire] ?? wires[0];
  if (!plan || !own || wires.length === 0) return null;
  const { stages } = making;
  const set = (next: typeof stages): void =>
    edit((p) => ({ ...p, making: { ...p.making, stages: next } }));
  const words = (w: number, b: number): string =>
    `${plan.wires.length > 1 ? `Wire ${w + 1}, ` : ''}${bendWords(plan.wires[w]!.bends[b]!, b, settings.unit)}`;
  const chosen = Math.min(bend, own.bends.length);
  const spot = own.bends[chosen - 1]?.spot;
  const known = stages.some((s) => s.x === spot?.x && s.y === spot.y);
  return (
    <details className="rounded-md border border-line px-3 py-2 text-sm">
      <summary className="cursor-pointer">
        Bend in stages{stages.length > 0 && ` (${stages.length + 1})`}
      </summary>
      <div className="mt-2 space-y-2">
        {stages.map((s, i) => {
          const found = bendNear(plan, s);
          return (
            <p key={i} className="flex items-center justify-between gap-2">
              <span>
                {found ? words(found.wire, found.bend) : 'A bend that is no longer there'}{' '}
                <span className="text-soft">begins a stage</span>
              </span>
              <Button look="quiet" onClick={() => set(stages.filter((_, j) => j !== i))}>
                Join
              </Button>
            </p>
          );
        })}
        {plan.wires.length > 1 && (
          <Picker
            label="Stage of wire"
            value={String(plan.wires.indexOf(own))}
            options={plan.wires.map((_, i) => ({ value: String(i), label: `Wire ${i + 1}` }))}
            onChange={(i) => setWire(Number(i))}
          />
        )}
        <NumberField
          label="A stage begins with bend"
          value={chosen}
          min={2}
          max={Math.max(2, own.bends.length)}
          decimals={0}
          onChange={setBend}
        />
        {spot && <p className="text-xs text-soft">{words(plan.wires.indexOf(own), chosen - 1)}</p>}
        <Button
          disabled={!spot || own.bends.length < 2 || known}
          onClick={() => spot && set([...stages, { x: spot.x, y: spot.y }])}
        >
          Part it there
        </Button>
      </div>
    </details>
  );
}

/** The maker's own wishes for what comes before what. */
function Wishes({ assembly }: { assembly: Assembly }) {
  const edit = useEdit();
  const told = useWords();
  const { order } = usePiece().making;
  const options = assembly.tasks.map((t, i) => ({
    value: t.id,
    label: `${i + 1}  ${told(t.title)}`,
  }));
  const [first, setFirst] = useState('');
  const [then, setThen] = useState('');
  const title = (id: string): string => {
    const task = assembly.tasks.find((t) => t.id === id);
    return task ? told(task.title) : 'something no longer there';
  };
  const pick = (chosen: string, n: number): string =>
    options.some((o) => o.value === chosen) ? chosen : (options.at(n)?.value ?? '');
  const [a, b] = [pick(first, 0), pick(then, -1)];
  const set = (next: typeof order): void =>
    edit((p) => ({ ...p, making: { ...p.making, order: next } }));
  return (
    <details className="rounded-md border border-line px-3 py-2 text-sm">
      <summary className="cursor-pointer">
        Your own wishes for the order{order.length > 0 && ` (${order.length})`}
      </summary>
      <div className="mt-2 space-y-2">
        {order.map((o, i) => (
          <p key={i} className="flex items-center justify-between gap-2">
            <span>
              {title(o.first)} <span className="text-soft">before</span> {title(o.then)}
            </span>
            <Button look="quiet" onClick={() => set(order.filter((_, j) => j !== i))}>
              Let go
            </Button>
          </p>
        ))}
        <Picker label="Do this" value={a} options={options} onChange={setFirst} />
        <Picker label="before this" value={b} options={options} onChange={setThen} />
        <Button disabled={a === b} onClick={() => set([...order, { first: a, then: b }])}>
          Wish it so
        </Button>
      </div>
    </details>
  );
}
