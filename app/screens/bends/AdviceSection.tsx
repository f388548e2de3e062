import { TriangleAlert } from 'lucide-react';
import { mapFigure, withStock, type Piece } from '@core/piece';
import { scaling } from '@core/geometry';
import type { Advice, Remedy, WirePlan } from '@core/plan';
import { troublesTogether, type WireSteps } from '@core/steps';
import { Button, Section } from '~/components/ui';
import { useEdit, useShown, useWorkbench } from '~/state/workbench';
import { useWords } from '~/state/useWords';

const MOST = 6;
const ORIGINS = [
  { from: 'first', name: 'the first end' },
  { from: 'last', name: 'the last end' },
  { from: 'middle', name: 'the middle' },
] as const;

function remedied(piece: Piece, remedy: Remedy): Piece {
  if (remedy.kind === 'diameter') {
    return withStock(piece, remedy.stock, { diameterMm: remedy.diameterMm });
  }
  if (remedy.kind === 'basis') return { ...piece, basis: remedy.basis };
  return mapFigure(piece, scaling(remedy.factor));
}

/** What hands and tools cannot do as planned, each with what helps. */
export function AdviceSection({
  advice,
  work,
  wire,
}: {
  advice: readonly Advice[];
  work: WireSteps | null;
  wire: WirePlan | undefined;
}) {
  const edit = useEdit();
  const told = useWords();
  const { pointer } = useWorkbench();
  const { twin } = useShown();
  const troubles = wire && work ? troublesTogether(work, wire) : [];
  const count = advice.length + troubles.length;
  if (count === 0) return null;
  return (
    <Section title={count === 1 ? 'One thing to look at' : `${count} things to look at`}>
      <ul className="space-y-2">
        {advice.slice(0, MOST).map((a) => (
          <Item
            key={a.id}
            text={told(a.message)}
            show={() => pointer.getState().point({ wire: a.wire, atMm: a.atMm })}
          >
            {a.remedies.map((r) => (
              <Button key={r.kind} onClick={() => edit((p) => remedied(p, r))}>
                {told(r.label)}
              </Button>
            ))}
          </Item>
        ))}
        {work &&
          troubles.map((t) => (
            <Item
              key={t.kind}
              text={told(t.text)}
              show={() => pointer.getState().point({ bend: t.bends[0] ?? null })}
            >
              {t.kind === 'tool-room' &&
                ORIGINS.filter((o) => work.cramped[o.from] < work.cramped[work.from]).map((o) => (
                  <Button key={o.from} onClick={() => edit((p) => ({ ...p, from: o.from }))}>
                    Work from {o.name}: {work.cramped[o.from]} instead of {work.cramped[work.from]}
                  </Button>
                ))}
              {t.kind === 'narrow' ? (
                <Button onClick={() => edit((p) => ({ ...p, over: 'later', overAt: [] }))}>
                  Let every later pass lie over
                </Button>
              ) : (
                !twin && (
                  <Button onClick={() => pointer.getState().point({ chosen: t.bends[0] ?? null })}>
                    Change bend {(t.bends[0] ?? 0) + 1}
                  </Button>
                )
              )}
            </Item>
          ))}
      </ul>
      {advice.length > MOST && (
        <p className="text-sm text-soft">and {advice.length - MOST} more of the same kind</p>
      )}
    </Section>
  );
}

function Item({
  text,
  show,
  children,
}: {
  text: string;
  show: () => void;
  children: React.ReactNode;
}) {
  return (
    <li
      className="rounded-md border border-alert bg-alert-wash p-2.5 text-sm"
      onPointerEnter={show}
    >
      <p className="flex gap-2">
        <TriangleAlert size={16} className="mt-0.5 shrink-0 text-alert" aria-hidden="true" />
        {text}
      </p>
      <div className="mt-2 flex flex-wrap gap-2">{children}</div>
    </li>
  );
}
