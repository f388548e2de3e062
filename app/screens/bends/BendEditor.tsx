import { useEffect, useMemo, useState } from 'react';
import { X } from 'lucide-react';
import {
  fixedTools,
  nearestTools,
  stiffnessOf,
  type Kit,
  type Stiffness,
  type ToolMiss,
} from '@core/forming';
import { withBendEdit, type BendEdit } from '@core/piece';
import type { PlannedBend, WirePlan } from '@core/plan';
import { overWords, turnWord } from '@core/steps';
import { degrees, printLength, printThickness, radians } from '@core/units';
import { RangeField } from '~/components/RangeField';
import { Button, IconButton, Picker } from '~/components/ui';
import { usePointer, useWorkbench } from '~/state/workbench';
import { useUnit, useWords } from '~/state/useWords';

type Change = Partial<Pick<BendEdit, 'shiftMm' | 'angleRad' | 'over'>>;

/** The bend in work: moved, turned and formed otherwise than planned, all else following at once. */
export function BendEditor({ wire }: { wire: WirePlan }) {
  const { pointer } = useWorkbench();
  const chosen = usePointer((p) => p.chosen);
  const bend = chosen === null ? undefined : wire.bends[chosen];
  useEffect(() => {
    const keys = (event: KeyboardEvent): void => {
      if (event.key === 'Escape') pointer.getState().point({ chosen: null });
    };
    window.addEventListener('keydown', keys);
    return () => window.removeEventListener('keydown', keys);
  }, [pointer]);
  if (!bend || chosen === null) return null;
  const title = `Bend ${chosen + 1}: ${bend.kind}, ${turnWord(bend.angleRad)}`;
  return (
    <section
      aria-label={title}
      className="absolute bottom-12 left-3 max-h-[75%] w-80 max-w-[calc(100%-1.5rem)] space-y-2.5 overflow-y-auto rounded-lg border border-line bg-raised p-3.5 shadow-lg"
    >
      <div className="flex items-center justify-between gap-2">
        <h2 className="text-sm font-semibold">{title}</h2>
        <IconButton
          name="Done with this bend"
          keys="Esc"
          onClick={() => pointer.getState().point({ chosen: null })}
        >
          <X size={16} />
        </IconButton>
      </div>
      <Fields key={chosen} bend={bend} wire={wire} />
    </section>
  );
}

function Fields({ bend, wire: { stock } }: { bend: PlannedBend; wire: WirePlan }) {
  const unit = useUnit();
  const { store, tools } = useWorkbench();
  // What this wire springs back by, which need not be the piece's main one.
  const stiffness = useMemo(() => stiffnessOf(stock, tools.coils), [stock, tools]);
  const wished = (change: Change): void =>
    store.getState().edit((p) => withBendEdit(p, bend.spot, change));
  const preview = (change: Change): void =>
    store.getState().preview((p) => withBendEdit(p, bend.spot, change));
  const settle = (): void => store.getState().settle(true);
  const { edit } = bend;
  const turn = Math.abs(degrees(bend.angleRad));
  // The slider's ends stay while it is slid.
  const [first] = useState(Math.round(turn));
  const shiftMm = edit?.shiftMm ?? 0;
  const room = bend.shift[1] - bend.shift[0] > 0.05;
  return (
    <>
      {room && (
        <RangeField
          label="Moved along the wire"
          print={(mm) => printLength(mm, unit)}
          value={shiftMm}
          min={Math.ceil(bend.shift[0] * 10) / 10}
          max={Math.floor(bend.shift[1] * 10) / 10}
          step={0.1}
          preview={(v) => preview({ shiftMm: v })}
          settle={settle}
        />
      )}
      {bend.kind !== 'fold' && (
        <RangeField
          label="Turn"
          print={(v) => `${v}°`}
          value={Math.round(turn)}
          min={Math.max(1, first - 90)}
          max={Math.min(bend.kind === 'corner' ? 149 : 720, first + 90)}
          step={1}
          preview={(v) => preview({ angleRad: radians(v) })}
          settle={settle}
        />
      )}
      {bend.kind !== 'fold' && (
        <Over
          bend={bend}
          kit={tools.kit}
          stiffness={stiffness}
          wished={wished}
          preview={preview}
          settle={settle}
        />
      )}
      {edit ? (
        <Button onClick={() => wished({ shiftMm: 0, angleRad: null, over: null })}>
          Back to the plan
        </Button>
      ) : (
        <p className="text-xs text-soft">
          As planned. A bend can also be dragged along the strip; the drawn line stays as it is.
        </p>
      )}
    </>
  );
}

const keyOf = (toolId: string, diameterMm: number): string => `${toolId} ${diameterMm}`;

function Over({
  bend,
  kit,
  stiffness,
  wished,
  preview,
  settle,
}: {
  bend: PlannedBend;
  kit: Kit;
  stiffness: Stiffness;
  wished: (change: Change) => void;
  preview: (change: Change) => void;
  settle: () => void;
}) {
  const unit = useUnit();
  const told = useWords();
  const list = fixedTools(kit);
  const [widest] = useState(Math.ceil(bend.insideRadiusMm));
  const over = bend.edit?.over ?? null;
  const value =
    over === null ? 'plan' : over.kind === 'hand' ? 'hand' : keyOf(over.toolId, over.diameterMm);
  const take = (choice: string): void => {
    const tool = list.find((t) => keyOf(t.toolId, t.diameterMm) === choice);
    if (choice === 'plan') wished({ over: null });
    else if (choice === 'hand') {
      wished({ over: { kind: 'hand', insideMm: Number(bend.insideRadiusMm.toFixed(2)) } });
    } else if (tool) {
      wished({ over: { kind: 'tool', toolId: tool.toolId, diameterMm: tool.diameterMm } });
    }
  };
  const known =
    value === 'plan' ||
    value === 'hand' ||
    list.some((t) => keyOf(t.toolId, t.diameterMm) === value);
  return (
    <>
      <Picker
        label="Formed over"
        value={known ? value : 'plan'}
        options={[
          {
            value: 'plan',
            label: over
              ? 'As planned'
              : `As planned: ${told(overWords(bend, stiffness.diameterMm))}`,
          },
          ...list.map((t) => ({ value: keyOf(t.toolId, t.diameterMm), label: told(t.name) })),
          { value: 'hand', label: 'By hand, another radius' },
        ]}
        onChange={take}
      />
      {over?.kind === 'hand' && (
        <RangeField
          label="Inside radius"
          print={(mm) => printLength(mm, unit)}
          value={over.insideMm}
          min={0.2}
          max={Math.max(20, 2 * widest)}
          step={0.1}
          preview={(insideMm) => preview({ over: { kind: 'hand', insideMm } })}
          settle={settle}
        />
      )}
      {!bend.tool && bend.kind === 'curve' && (
        <Nearest bend={bend} kit={kit} stiffness={stiffness} take={take} />
      )}
    </>
  );
}

/** Where no tool fits: the next smaller and larger one, and what each would do. */
function Nearest({
  bend,
  kit,
  stiffness,
  take,
}: {
  bend: PlannedBend;
  kit: Kit;
  stiffness: Stiffness;
  take: (choice: string) => void;
}) {
  const unit = useUnit();
  const told = useWords();
  const radius = bend.insideRadiusMm + stiffness.diameterMm / 2;
  const { smaller, larger } = nearestTools(kit, stiffness, radius, bend.angleRad);
  const both = [smaller, larger].filter((m): m is ToolMiss => m !== null);
  if (both.length === 0) return null;
  return (
    <div>
      <p className="mb-1.5 text-sm text-soft">
        No tool leaves this curve within the tolerance. The nearest ones:
      </p>
      <div className="flex flex-wrap gap-2">
        {both.map((m) => (
          <Button
            key={told(m.tool.name)}
            onClick={() => take(keyOf(m.tool.toolId, m.tool.diameterMm))}
          >
            {told(m.tool.name)}: {printThickness(m.errorMm, unit)} off
          </Button>
        ))}
      </div>
    </div>
  );
}
