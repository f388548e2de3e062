import { Plus, Trash2 } from 'lucide-react';
import { MOST_APART, MOST_APART_MM, type ApartStretch } from '@core/piece';
import {
  alongBlank,
  alongFigure,
  formedLine,
  nearestWire,
  placeOnWire,
  type WirePlan,
} from '@core/plan';
import type { LengthUnit } from '@core/units';
import { LengthField } from '~/components/LengthField';
import { Button, IconButton } from '~/components/ui';
import { usePointer } from '~/state/workbench';

/** A new stretch is so long, or a third of its wire if that is shorter; and so far apart, mm. */
const NEW = { lengthMm: 20, apartMm: 3 };

/** Stretches over which wires side by side stand apart, each by its place from the first end. */
export function ApartStretches({
  wire,
  stretches,
  unit,
  set,
}: {
  wire: WirePlan;
  stretches: readonly ApartStretch[];
  unit: LengthUnit;
  set: (stretches: ApartStretch[] | undefined) => void;
}) {
  const bend = usePointer((p) => p.bend);
  const change = (index: number, by: Partial<ApartStretch>): void =>
    set(stretches.map((s, i) => (i === index ? { ...s, ...by } : s)));
  const at = (blankMm: number): { x: number; y: number } | null => {
    const mm = Math.min(wire.developedMm, Math.max(0, alongFigure(wire, blankMm)));
    const place = placeOnWire(wire, mm)?.at;
    return place ? { x: place.x, y: place.y } : null;
  };
  const add = (): void => {
    const chosen = bend === null ? undefined : wire.bends[bend];
    const place = placeOnWire(wire, chosen?.middleMm ?? wire.developedMm / 2)?.at;
    if (!place) return;
    const lengthMm = Math.min(NEW.lengthMm, wire.developedMm / 3);
    set([...stretches, { x: place.x, y: place.y, lengthMm, apartMm: NEW.apartMm }]);
  };
  const first = alongBlank(wire, 0);
  return (
    <div className="space-y-2">
      {stretches.map((s, i) => (
        <fieldset key={i} className="rounded-md border border-line p-2">
          <legend className="px-1 text-xs text-soft">
            Stretch {i + 1} apart, from the first end
          </legend>
          <div className="grid grid-cols-[1fr_1fr_1fr_auto] items-end gap-2">
            <LengthField
              label="Middle at"
              valueMm={alongBlank(wire, nearestWire([formedLine(wire)], s)?.mm ?? 0)}
              unit={unit}
              min={first}
              max={Math.max(first + 0.1, alongBlank(wire, wire.developedMm))}
              alone
              onChange={(mm) => {
                const place = at(mm);
                if (place) change(i, place);
              }}
            />
            <LengthField
              label="Over"
              valueMm={s.lengthMm}
              unit={unit}
              min={1}
              max={1_000}
              alone
              onChange={(lengthMm) => change(i, { lengthMm })}
            />
            <LengthField
              label="Apart by"
              valueMm={s.apartMm}
              unit={unit}
              min={0}
              max={MOST_APART_MM}
              alone
              onChange={(apartMm) => change(i, { apartMm })}
            />
            <IconButton
              name={`Stretch ${i + 1} as elsewhere`}
              onClick={() => {
                const rest = stretches.filter((_, k) => k !== i);
                set(rest.length > 0 ? rest : undefined);
              }}
            >
              <Trash2 size={16} />
            </IconButton>
          </div>
        </fieldset>
      ))}
      {stretches.length > 0 && (
        <p className="text-xs text-soft">At corners the wires are together.</p>
      )}
      <Button onClick={add} disabled={stretches.length >= MOST_APART}>
        <Plus size={16} /> Apart over a stretch
      </Button>
    </div>
  );
}
