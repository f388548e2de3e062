import { useState } from 'react';
import { PencilRuler, X } from 'lucide-react';
import { Link, useRevalidator } from 'react-router';
import { toast } from 'sonner';
import {
  asMade,
  lineKey,
  MOST_COPIES,
  tidyMadeAs,
  withCopies,
  type MadeAs,
  type ToMake,
} from '@core/drawer';
import { bareThread } from '@core/item';
import { leadStock, type Piece } from '@core/piece';
import type { LengthUnit } from '@core/units';
import { NumberField } from '~/components/NumberField';
import { Tick } from '~/components/Tick';
import { Button, IconButton, Picker } from '~/components/ui';
import { WireFields } from '~/screens/dressing/ThreadFields';
import { keepAsPiece } from '~/state/keepAsPiece';
import { asWords } from './asWords';

const WIRE_NAMES = {
  metal: 'Metal',
  temper: 'Temper',
  gauge: 'Gauge',
  thickness: 'Thickness',
  coat: 'Coat',
};

/** Pieces that are made, each how often and how: as drawn, or of another wire, size or hand. */
export function Lines({
  lines,
  set,
  pieces,
  unit,
  most,
  words,
  made,
}: {
  lines: readonly ToMake[];
  set: (lines: ToMake[]) => void;
  pieces: readonly Piece[];
  unit: LengthUnit;
  /** no more of them */
  most: number;
  words: {
    readonly count: (name: string) => string;
    readonly remove: (name: string) => string;
    readonly add: string;
  };
  /** how many are made each time, where that is known */
  made: (key: string) => number | undefined;
}) {
  const [open, setOpen] = useState<number | null>(null);
  const nameOf = (id: string): string => pieces.find((p) => p.id === id)?.name ?? 'A deleted piece';
  const keys = new Set(lines.map(lineKey));
  const free = pieces.filter((p) => !keys.has(p.id));
  const put = (at: number, line: ToMake): void => {
    // Lines that have become alike are one.
    const next = withCopies(
      [],
      lines.map((l, i) => (i === at ? line : l)),
    );
    if (next.length < lines.length) setOpen(null);
    set(next);
  };
  const remove = (at: number): void => {
    setOpen(null);
    set(lines.filter((_, i) => i !== at));
  };
  return (
    <>
      <ul className="my-2 divide-y divide-line text-sm">
        {lines.map((line, i) => {
          const key = lineKey(line);
          const piece = pieces.find((p) => p.id === line.pieceId);
          const otherwise = line.as && asWords(line.as, unit);
          const name = otherwise ? `${nameOf(line.pieceId)}, ${otherwise}` : nameOf(line.pieceId);
          const each = made(key) ?? 1;
          return (
            // By its place: what it is made as changes while it is typed.
            <li key={i} className="py-1.5">
              <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
                <span className="min-w-24 flex-1">
                  <Link to={`/piece/${line.pieceId}`} className="hover:underline">
                    {nameOf(line.pieceId)}
                  </Link>
                  {otherwise && <span className="text-soft">, {otherwise}</span>}
                  {each > 1 && <span className="text-soft">, {each} each time</span>}
                </span>
                <span className="w-20">
                  <NumberField
                    label={words.count(name)}
                    labelHidden
                    value={line.copies}
                    min={1}
                    max={MOST_COPIES}
                    onChange={(copies) => put(i, { ...line, copies })}
                  />
                </span>
                {piece && (
                  <IconButton
                    name={`Make ${name} otherwise`}
                    onClick={() => setOpen(open === i ? null : i)}
                  >
                    <PencilRuler size={16} />
                  </IconButton>
                )}
                <IconButton name={words.remove(name)} onClick={() => remove(i)}>
                  <X size={16} />
                </IconButton>
              </div>
              {piece && open === i && (
                <AsFields
                  piece={piece}
                  as={line.as ?? {}}
                  unit={unit}
                  set={(as) => {
                    const { as: _as, ...plain } = line;
                    const tidy = tidyMadeAs(as);
                    put(i, tidy ? { ...plain, as: tidy } : plain);
                  }}
                  become={(pieceId) => put(i, { pieceId, copies: line.copies })}
                />
              )}
            </li>
          );
        })}
      </ul>
      {free.length > 0 && lines.length < most && (
        <div className="max-w-xs">
          <Picker
            label={words.add}
            value=""
            options={[
              { value: '', label: 'choose one …' },
              ...free.map((p) => ({ value: p.id, label: p.name || 'Unnamed piece' })),
            ]}
            onChange={(pieceId) => pieceId !== '' && set([...lines, { pieceId, copies: 1 }])}
          />
        </div>
      )}
    </>
  );
}

/** What is otherwise than drawn: size, hand, wire. */
function AsFields({
  piece,
  as,
  unit,
  set,
  become,
}: {
  piece: Piece;
  as: MadeAs;
  unit: LengthUnit;
  set: (as: MadeAs) => void;
  /** the line is of another piece from now on */
  become: (pieceId: string) => void;
}) {
  const { revalidate } = useRevalidator();
  const { rope: _rope, ...drawn } = bareThread(leadStock(piece));
  const wire = as.wire ?? drawn;
  const isOther = tidyMadeAs(as) !== undefined;
  const keep = async (): Promise<void> => {
    try {
      const id = await keepAsPiece(asMade(piece, as), asWords(as, unit));
      await revalidate();
      become(id);
      toast('It is a piece of its own now, with a plan and steps to make it by.');
    } catch (error) {
      toast.error(error instanceof Error ? error.message : 'It was not kept.');
    }
  };
  return (
    <fieldset className="mt-2 rounded-lg border border-line bg-raised p-3">
      <legend className="px-1 text-xs text-soft">Made otherwise than drawn</legend>
      <div className="grid gap-x-5 gap-y-3 sm:grid-cols-2">
        <div className="space-y-3">
          <NumberField
            label="Size, % of what is drawn"
            value={as.percent ?? 100}
            min={25}
            max={400}
            onChange={(percent) => set({ ...as, percent })}
          />
          <Tick
            label="Mirrored, as the second of a pair"
            value={as.mirrored === true}
            set={(on) => {
              const { mirrored: _mirrored, ...rest } = as;
              set(on ? { ...rest, mirrored: true } : rest);
            }}
          />
          <Tick
            label="Of another wire"
            value={as.wire !== undefined}
            set={(on) => {
              const { wire: _wire, ...rest } = as;
              set(on ? { ...rest, wire: drawn } : rest);
            }}
          />
        </div>
        {as.wire && (
          <WireFields
            wire={wire}
            unit={unit}
            names={WIRE_NAMES}
            change={(next) => {
              const { rope: _r, coat, ...changed } = { ...wire, ...next };
              set({ ...as, wire: { ...changed, ...(coat && { coat }) } });
            }}
          />
        )}
      </div>
      {isOther && (
        <div className="mt-3 flex flex-wrap items-center gap-3">
          <Button onClick={() => void keep()}>Keep it as a piece of its own</Button>
          <span className="text-xs text-soft">
            Then it has its own plan, sheet and steps. Words that were drawn keep the shapes of
            their letters.
          </span>
        </div>
      )}
    </fieldset>
  );
}
