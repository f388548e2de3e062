import { useMemo, useState, memo } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import {
  DEFAULT_RULES,
  EARRING_SHARE,
  earringOf,
  variantOf,
  type VariantRules,
} from '@core/dressing';
import type { Verdict } from '@core/gauge';
import { COUNT_WORDS } from '@core/item';
import { figureBox, leadStock, type Piece } from '@core/piece';
import { sizeWords } from '@core/plan';
import { printLength, type LengthUnit } from '@core/units';
import { inWords } from '@core/words';
import { NumberField } from '~/components/NumberField';
import { Tick } from '~/components/Tick';
import { Button, Choices, Section } from '~/components/ui';
import { answerTo } from '~/state/current';
import { keepAsPiece } from '~/state/keepAsPiece';
import { useEdit, usePiece, useWorkbench } from '~/state/workbench';
import { besidePlanner } from '~/workers/planner';
import type { DressedPlan } from '~/workers/planner.worker';

/** The same piece in another size, with rules for all that does not simply grow with it. */
export const VariantSection = memo(function VariantSection() {
  const piece = usePiece();
  const edit = useEdit();
  const { planState, tools, settings } = useWorkbench();
  const navigate = useNavigate();
  const [percent, setPercent] = useState(150);
  const [rules, setRules] = useState<VariantRules>(DEFAULT_RULES);
  const [tried, setTried] = useState<(Sized & { of: Piece; before: Verdict | null }) | null>(null);
  const set = (part: Partial<VariantRules>): void => setRules((r) => ({ ...r, ...part }));
  const next = useMemo(() => variantOf(piece, percent / 100, rules), [piece, percent, rules]);
  const seen = tried?.of === next ? tried : null;
  const tryIt = async (): Promise<void> => {
    const [{ verdict, ...made }, before] = await Promise.all([
      besidePlanner().tryOut(next, tools, settings.limits),
      planState.current && answerTo(planState.current, 'verdict', [settings.limits]),
    ]);
    setTried({ of: next, piece: next, made, verdict, before });
  };
  const keep = async (made: Piece, added: string): Promise<void> => {
    try {
      const id = await keepAsPiece(made, added);
      toast.success(`Kept as “${piece.name || 'Piece'}, ${added}”.`);
      await navigate(`/piece/${id}/dressing`);
    } catch (error) {
      toast.error(error instanceof Error ? error.message : 'It was not kept.');
    }
  };
  if (piece.paths.length === 0) return null;
  return (
    <Section title="Larger, smaller, a set">
      <NumberField
        label="Size, % of now"
        value={percent}
        min={20}
        max={500}
        onChange={setPercent}
      />
      <Choices
        label="The wire’s thickness"
        value={rules.wire}
        options={[
          { value: 'same', label: 'stays' },
          { value: 'stiff', label: 'as stiff' },
          { value: 'proportional', label: 'in proportion' },
        ]}
        onChange={(wire) => set({ wire })}
      />
      <Choices
        label="Loops and bails"
        value={rules.loops}
        options={[
          { value: 'same', label: 'stay' },
          { value: 'proportional', label: 'in proportion' },
        ]}
        onChange={(loops) => set({ loops })}
      />
      <Choices
        label="Beads"
        value={rules.beads}
        options={[
          { value: 'same', label: 'stay' },
          { value: 'proportional', label: 'next half millimetre' },
        ]}
        onChange={(beads) => set({ beads })}
      />
      <Tick
        label="Whole gauges only"
        value={rules.wholeGauges}
        set={(wholeGauges) => set({ wholeGauges })}
      />
      <Button onClick={() => void tryIt()}>Show what follows</Button>
      {seen && planState.plan && planState.dressing && (
        <Compare
          before={{
            piece,
            made: { plan: planState.plan, dressing: planState.dressing },
            verdict: seen.before,
          }}
          after={seen}
          unit={settings.unit}
        />
      )}
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => edit(() => ({ ...next, changed: piece.changed }))}>
          Make this piece {percent} %
        </Button>
        <Button onClick={() => void keep(next, `${percent} %`)}>Keep as a piece of its own</Button>
        <Button
          onClick={() => void keep(earringOf(piece, EARRING_SHARE, rules), 'earring of the set')}
        >
          Keep a pair of earrings to it, {Math.round(EARRING_SHARE * 100)} %
        </Button>
      </div>
    </Section>
  );
});

interface Sized {
  readonly piece: Piece;
  readonly made: DressedPlan;
  readonly verdict: Verdict | null;
}

function Compare({ before, after, unit }: { before: Sized; after: Sized; unit: LengthUnit }) {
  const height = ({ piece }: Sized): string => {
    const box = figureBox(piece.paths);
    return box ? printLength(box.maxY - box.minY, unit) : '';
  };
  const rows: [string, string, string][] = [
    ['Figure, height', height(before), height(after)],
    [
      'Frame wire',
      inWords(sizeWords(leadStock(before.piece)), unit),
      inWords(sizeWords(leadStock(after.piece)), unit),
    ],
    ['Gauge recommended', recommended(before, unit), recommended(after, unit)],
    [
      'Cut length',
      printLength(before.made.plan.totalCutMm, unit),
      printLength(after.made.plan.totalCutMm, unit),
    ],
    ...before.made.dressing.items.map((d): [string, string, string] => {
      const then = after.made.dressing.items.find((e) => e.item.id === d.item.id);
      return [inWords(d.title, unit).split(',')[0]!, countsOf(d), then ? countsOf(then) : ''];
    }),
  ];
  return (
    <table className="w-full text-sm" aria-label="Before and after">
      <tbody>
        {rows.map(([name, a, b], i) => (
          <tr key={i} className="border-t border-line first:border-t-0">
            <th scope="row" className="py-1 pr-2 text-left font-normal">
              {name}
            </th>
            <td className="py-1 text-right text-soft">{a}</td>
            <td className="py-1 pl-2 text-right font-semibold">{b}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const recommended = ({ piece, verdict }: Sized, unit: LengthUnit): string =>
  verdict ? inWords(sizeWords(leadStock(piece), verdict.recommended.size.diameterMm), unit) : '–';

const countsOf = (d: DressedPlan['dressing']['items'][number]): string =>
  d.counts.map((c) => `${c.count} ${COUNT_WORDS[c.what]}`).join(', ') || '–';
