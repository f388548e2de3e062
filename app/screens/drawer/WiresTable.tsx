import { CopyPlus, Pencil, Trash2 } from 'lucide-react';
import { isSameStock, weightOf, type Stock, type WireLength } from '@core/drawer';
import { printNumber, printWireLength, type LengthUnit } from '@core/units';
import { wireColours } from '~/components/metalColours';
import { IconButton } from '~/components/ui';
import { freshId } from '~/state/freshId';
import { SmallPicture } from './PictureField';
import { StockName, stockName } from './StockName';

interface Kind {
  readonly wire: Stock;
  readonly lengths: WireLength[];
}

const NAMES = { spool: 'Spool', offcut: 'Offcut' } as const;

/** Kinds of wire, the thick ones first; of each its spools and then its offcuts, the long ones first. */
function kindsOf(wires: readonly WireLength[]): Kind[] {
  const kinds: Kind[] = [];
  for (const length of wires) {
    const known = kinds.find((k) => isSameStock(k.wire, length.wire));
    if (known) known.lengths.push(length);
    else kinds.push({ wire: length.wire, lengths: [length] });
  }
  for (const { lengths } of kinds)
    lengths.sort((a, b) => b.kind.localeCompare(a.kind) || b.leftMm - a.leftMm);
  return kinds.sort(
    (a, b) => a.wire.metal.localeCompare(b.wire.metal) || b.wire.diameterMm - a.wire.diameterMm,
  );
}

/** Spools and offcuts by the kind of wire. */
export function WiresTable({
  wires,
  unit,
  change,
  another,
  remove,
}: {
  wires: readonly WireLength[];
  unit: LengthUnit;
  change: (wire: WireLength) => void;
  another: (wire: WireLength) => void;
  remove: (wire: WireLength) => void;
}) {
  return (
    <ul className="divide-y divide-line">
      {kindsOf(wires).map(({ wire, lengths }) => {
        const all = lengths.reduce((mm, l) => mm + l.leftMm, 0);
        const longestOffcut = Math.max(
          1,
          ...lengths.filter((l) => l.kind === 'offcut').map((l) => l.leftMm),
        );
        return (
          <li key={lengths[0]?.id} className="py-3 first:pt-1 last:pb-0">
            <div className="mb-1 flex flex-wrap items-baseline justify-between gap-x-4">
              <h3 className="font-medium">
                <StockName wire={wire} unit={unit} />
              </h3>
              <span className="text-sm tabular-nums">
                {printWireLength(all, unit)} in all{' '}
                <span className="text-soft">· {printNumber(weightOf(wire, all), 1)} g</span>
              </span>
            </div>
            <ul aria-label={stockName(wire, unit)}>
              {lengths.map((l) => (
                <li
                  key={l.id}
                  className="grid grid-cols-[4rem_6.5rem_1fr_auto] items-center gap-3 text-sm max-sm:grid-cols-[3.5rem_5.5rem_1fr_auto] max-sm:gap-2"
                >
                  <span className="text-soft">{NAMES[l.kind]}</span>
                  <span className="text-right tabular-nums">
                    {l.leftMm > 0 ? printWireLength(l.leftMm, unit) : 'empty'}
                  </span>
                  <span className="flex min-w-0 items-center gap-3">
                    <SmallPicture picture={l.picture} name={stockName(l.wire, unit)} />
                    {l.kind === 'offcut' ? (
                      <span
                        aria-hidden="true"
                        className="h-1.5 rounded-full"
                        style={{
                          width: `${Math.max(4, (30 * l.leftMm) / longestOffcut)}%`,
                          background: wireColours(l.wire).body,
                        }}
                      />
                    ) : null}
                    <span className="truncate text-soft">
                      {[
                        l.paid &&
                          `paid ${printNumber(l.paid.price, 2)} for ${printWireLength(l.paid.forMm, unit)}`,
                        l.from,
                        l.note,
                      ]
                        .filter(Boolean)
                        .join(' · ')}
                    </span>
                  </span>
                  <span className="flex">
                    <IconButton
                      name="Another like it"
                      onClick={() => another({ ...l, id: freshId() })}
                    >
                      <CopyPlus size={16} />
                    </IconButton>
                    <IconButton name="Change it" onClick={() => change(l)}>
                      <Pencil size={16} />
                    </IconButton>
                    <IconButton name="Take it out" onClick={() => remove(l)}>
                      <Trash2 size={16} />
                    </IconButton>
                  </span>
                </li>
              ))}
            </ul>
          </li>
        );
      })}
    </ul>
  );
}
