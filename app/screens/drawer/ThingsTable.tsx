import { Minus, Pencil, Plus, Trash2 } from 'lucide-react';
import type { Thing } from '@core/drawer';
import { printLength, printNumber, type LengthUnit } from '@core/units';
import { IconButton } from '~/components/ui';
import { SmallPicture } from './PictureField';
import { THING_NAMES } from './ThingForm';

/** Beads, stones and findings, with how many there are. */
export function ThingsTable({
  things,
  unit,
  change,
  count,
  remove,
}: {
  things: readonly Thing[];
  unit: LengthUnit;
  change: (thing: Thing) => void;
  count: (thing: Thing, count: number) => void;
  remove: (thing: Thing) => void;
}) {
  if (things.length === 0) return <p className="text-sm text-soft">None yet.</p>;
  const byName = [...things].sort(
    (a, b) => a.name.localeCompare(b.name) || (a.lengthMm ?? 0) - (b.lengthMm ?? 0),
  );
  return (
    <ul className="divide-y divide-line text-sm">
      {byName.map((t) => (
        <li key={t.id} className="flex flex-wrap items-center gap-x-3 py-0.5">
          <SmallPicture picture={t.picture} name={t.name} />
          <span className="min-w-40 flex-1">
            <span className="font-medium">{t.name}</span>
            <span className="text-soft">
              {[
                '',
                THING_NAMES[t.kind].toLowerCase(),
                t.lengthMm !== undefined && printLength(t.lengthMm, unit),
                t.holeMm !== undefined && `hole ${printLength(t.holeMm, unit)}`,
                t.each !== undefined && t.each > 0 && `${printNumber(t.each, 2)} each`,
                t.from,
                t.note,
              ]
                .filter((w) => w !== false && w !== undefined)
                .join(' · ')}
            </span>
          </span>
          <span className="flex items-center tabular-nums">
            <IconButton
              name={`One less of ${t.name}`}
              disabled={t.count === 0}
              onClick={() => count(t, t.count - 1)}
            >
              <Minus size={15} />
            </IconButton>
            <strong className="w-10 text-center">{t.count}</strong>
            <IconButton name={`One more of ${t.name}`} onClick={() => count(t, t.count + 1)}>
              <Plus size={15} />
            </IconButton>
          </span>
          <span className="flex">
            <IconButton name={`Change ${t.name}`} onClick={() => change(t)}>
              <Pencil size={16} />
            </IconButton>
            <IconButton name={`Take ${t.name} out`} onClick={() => remove(t)}>
              <Trash2 size={16} />
            </IconButton>
          </span>
        </li>
      ))}
    </ul>
  );
}
