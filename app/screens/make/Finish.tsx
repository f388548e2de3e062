import type { ReactNode } from 'react';
import type { MakingRecord } from '@core/making';
import { actsOf } from '@core/notebook';
import { ropeCut, type Plan } from '@core/plan';
import type { Round } from '@core/wire';
import type { Dressing } from '@core/dressing';
import { parseLength, printBoth, printLength, type LengthUnit } from '@core/units';
import { TypedField } from '~/components/TypedField';
import { Button } from '~/components/ui';
import { printTime } from './printTime';

/** What is taken off the spool for a length: all strands of a rope. */
function boughtMm(wire: Round, mm: number): number {
  const rope = ropeCut(wire, mm);
  return rope ? rope.pieces * rope.eachMm : mm;
}

/** What a making should note of each wire: the frame's wires, then the second ones. */
export function usedOf(plan: Plan, dressing: Dressing): MakingRecord['used'] {
  const frame = plan.wires.map((w, i) => ({
    name: plan.wires.length > 1 ? `Frame wire ${i + 1}` : 'Frame wire',
    plannedMm: boughtMm(w.stock, w.cutMm),
    leftMm: 0,
    noted: false,
    // Of a rope all strands are cut: what is left of it says little of bends.
    acts: w.stock.rope ? null : actsOf(w),
  }));
  const second = dressing.wires.map((w) => ({
    name: w.count > 1 ? `${w.count} × ${w.name}` : w.name,
    plannedMm: boughtMm(w.wire, w.cutMm) * w.count,
    leftMm: 0,
    noted: false,
    acts: null,
  }));
  return [...frame, ...second].slice(0, 600);
}

/** At the end: what was really used, how long it took, and what to remember. */
export function Finish({
  making,
  unit,
  change,
  done,
  back,
  trouble,
  felt,
  photo,
}: {
  making: MakingRecord;
  unit: LengthUnit;
  change: (by: (m: MakingRecord) => MakingRecord) => void;
  done: () => void;
  back: () => void;
  /** says what is not kept, if anything */
  trouble: ReactNode;
  /** asks what it is like in the hand */
  felt: ReactNode;
  /** holds a photo of it against the plan */
  photo: ReactNode;
}) {
  const setLeft = (index: number, leftMm: number): void =>
    change((m) => ({
      ...m,
      used: m.used.map((u, i) => (i === index ? { ...u, leftMm, noted: true } : u)),
    }));
  return (
    <main className="relative mx-auto w-full max-w-3xl overflow-y-auto px-6 py-8">
      {trouble}
      <h1 className="text-3xl font-semibold">Made</h1>
      <p className="mt-1 text-lg text-soft">
        {printTime(making.workedMs)} at the bench. Note what was left over, so that the next one is
        cut right.
      </p>
      <table className="mt-5 w-full">
        <thead>
          <tr className="text-left text-sm text-soft">
            <th scope="col" className="py-1 font-normal">
              Wire
            </th>
            <th scope="col" className="py-1 text-right font-normal">
              Planned
            </th>
            <th scope="col" className="w-56 py-1 pl-6 font-normal">
              Left over (with a minus: too short)
            </th>
            <th scope="col" className="py-1 text-right font-normal">
              Used
            </th>
          </tr>
        </thead>
        <tbody>
          {making.used.map((u, i) => (
            <tr key={i} className="border-t border-line align-top">
              <th scope="row" className="py-2 text-left font-medium">
                {u.name}
              </th>
              <td className="py-2 text-right">{printBoth(u.plannedMm, unit)}</td>
              <td className="py-1 pl-6">
                <LeftField
                  name={u.name}
                  leftMm={u.leftMm}
                  unit={unit}
                  set={(mm) => setLeft(i, mm)}
                />
              </td>
              <td className="py-2 text-right font-semibold">
                {printLength(u.plannedMm - u.leftMm, unit)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="mt-6">{photo}</div>
      <div className="mt-6">{felt}</div>
      <label className="mt-5 block">
        <span className="mb-1 block text-sm text-soft">To remember</span>
        <textarea
          className="h-28 w-full rounded-md border border-line bg-raised p-2 text-base"
          maxLength={8000}
          value={making.remark}
          onChange={(e) => change((m) => ({ ...m, remark: e.target.value }))}
        />
      </label>
      <div className="mt-5 flex gap-3">
        <Button onClick={back}>Back to the steps</Button>
        <Button look="main" onClick={done}>
          Keep this making
        </Button>
      </div>
    </main>
  );
}

/** A length that may have a minus. */
function LeftField({
  name,
  leftMm,
  unit,
  set,
}: {
  name: string;
  leftMm: number;
  unit: LengthUnit;
  set: (mm: number) => void;
}) {
  return (
    <TypedField
      label={`${name}: left over`}
      shown={printLength(leftMm, unit).replace(' mm', '')}
      inputMode="text"
      read={(typed) => {
        const minus = /^\s*[-−]/.test(typed);
        const read = parseLength(typed.replace(/^\s*[-−]/, ''), unit);
        if (!read.ok) return read;
        if (read.mm > 100_000) return { ok: false, message: 'That is more than 100 m.' };
        return { ok: true, value: minus ? -read.mm : read.mm };
      }}
      onRead={set}
    />
  );
}
