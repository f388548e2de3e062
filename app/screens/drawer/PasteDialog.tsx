import { Dialog } from 'radix-ui';
import { useMemo, useState } from 'react';
import { readRows, type ReadRows } from '@core/drawer';
import { printLength, printWireLength, type LengthUnit } from '@core/units';
import { Button } from '~/components/ui';
import { freshId } from '~/state/freshId';
import { stockName } from './StockName';

const EXAMPLE = `what, metal, gauge, temper, length, price
spool, copper, 20 ga, dead soft, 12 m, 9.80
offcut, sterling silver, 0.8 mm, half hard, 140 mm,
bead, River bead, 36 pcs, 6 mm`;

/** A table from a spreadsheet or a CSV file; what it reads is shown before it is taken. */
export function PasteDialog({
  unit,
  take,
  close,
}: {
  unit: LengthUnit;
  take: (rows: ReadRows) => void;
  close: () => void;
}) {
  const [text, setText] = useState('');
  const rows = useMemo(() => readRows(text, freshId), [text]);
  const found = rows.wires.length + rows.things.length;
  return (
    <Dialog.Root open onOpenChange={(on) => !on && close()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed left-1/2 top-1/2 z-50 flex max-h-[90dvh] w-[min(42rem,94vw)] -translate-x-1/2 -translate-y-1/2 flex-col gap-3 overflow-y-auto rounded-xl border border-line bg-panel p-5"
        >
          <Dialog.Title className="font-semibold">Paste a table</Dialog.Title>
          <p className="text-sm text-soft">
            Copy the cells in your spreadsheet and paste them here, or choose a CSV file. A line of
            heads may say what the columns are; without one they are known by what stands in them.
            Weights become lengths.
          </p>
          <label className="block">
            <span className="sr-only">The table</span>
            <textarea
              value={text}
              onChange={(e) => setText(e.target.value)}
              rows={7}
              placeholder={EXAMPLE}
              spellCheck={false}
              className="w-full rounded-md border border-line bg-raised p-2 font-mono text-xs"
            />
          </label>
          <label className="text-sm">
            Or a CSV file{' '}
            <input
              type="file"
              accept=".csv,.tsv,.txt,text/csv"
              className="text-sm"
              onChange={(e) => {
                const file = e.target.files?.[0];
                if (file) void file.text().then(setText);
              }}
            />
          </label>
          {text.trim() !== '' && (
            <div aria-live="polite" className="space-y-2 text-sm">
              <ul aria-label="What comes in" className="max-h-48 overflow-y-auto">
                {rows.wires.map((w) => (
                  <li key={w.id}>
                    {w.kind === 'spool' ? 'Spool' : 'Offcut'} of {stockName(w.wire, unit)}:{' '}
                    <strong>{printWireLength(w.leftMm, unit)}</strong>
                  </li>
                ))}
                {rows.things.map((t) => (
                  <li key={t.id}>
                    <strong>{t.count} ×</strong> {t.name}
                    {t.lengthMm !== undefined && `, ${printLength(t.lengthMm, unit)}`}
                  </li>
                ))}
              </ul>
              {rows.bad.length > 0 && (
                <div role="alert" className="rounded-md border border-alert bg-alert-wash p-2">
                  <p>
                    {rows.bad.length === 1 ? 'One line is' : `${rows.bad.length} lines are`} not
                    understood and left out:
                  </p>
                  <ul>
                    {rows.bad.slice(0, 8).map((b) => (
                      <li key={b.line}>
                        Line {b.line}, “{b.text.slice(0, 60)}”: {b.why}.
                      </li>
                    ))}
                  </ul>
                </div>
              )}
            </div>
          )}
          <div className="flex justify-end gap-2">
            <Button look="quiet" onClick={close}>
              Cancel
            </Button>
            <Button look="main" disabled={found === 0} onClick={() => take(rows)}>
              {found === 0 ? 'Take them in' : `Take ${found} in`}
            </Button>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
