import { useState } from 'react';
import { weightOf, type Stock } from '@core/drawer';
import { printNumber, readWeight } from '@core/units';
import { Choices } from '~/components/ui';
import { NumberField } from '~/components/NumberField';
import { FromInstrument } from '~/devices/FromInstrument';
import { PracticeScale } from '~/devices/PracticeScale';

/** What lies on the practice scale: an empty spool so heavy, and so much wire on it. */
const EMPTY_G = { least: 14, most: 36 };
const WIRE_MM = { least: 2_000, most: 18_000 };

const between = ({ least, most }: { least: number; most: number }): number =>
  least + Math.random() * (most - least);

/** The wire on a spool by what a scale says: the spool itself is weighed once, or its weight typed. */
export function SpoolScale({ wire, take }: { wire: Stock; take: (grams: number) => void }) {
  const [practice] = useState(() => ({ emptyG: between(EMPTY_G), wireMm: between(WIRE_MM) }));
  const [emptyG, setEmptyG] = useState(0);
  const [which, setWhich] = useState<'empty' | 'full'>('full');
  return (
    <FromInstrument
      name="scale"
      read={(line) => {
        const read = readWeight(line);
        if (!read.ok) return read;
        if (which === 'empty') return { ok: true, value: read.grams };
        const net = read.grams - emptyG;
        if (net > 0) return { ok: true, value: net };
        const message = `That is no more than the empty spool, ${printNumber(emptyG, 2)} g.`;
        return { ok: false, message };
      }}
      take={(grams) => {
        if (which === 'full') {
          take(grams);
          return false;
        }
        setEmptyG(Number(grams.toFixed(2)));
        setWhich('full');
        return true;
      }}
      beside={
        <div className="grid items-end gap-3 sm:grid-cols-2">
          <Choices
            label="It weighs"
            value={which}
            options={[
              { value: 'empty', label: 'the empty spool' },
              { value: 'full', label: 'spool and wire' },
            ]}
            onChange={setWhich}
          />
          <NumberField
            label="The empty spool, g"
            value={emptyG}
            min={0}
            max={100_000}
            decimals={2}
            onChange={setEmptyG}
          />
        </div>
      }
    >
      {(instrument) => (
        <PracticeScale
          instrument={instrument}
          wire={wire}
          emptyG={practice.emptyG}
          fullG={practice.emptyG + weightOf(wire, practice.wireMm)}
        />
      )}
    </FromInstrument>
  );
}
