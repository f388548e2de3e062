import { Check as Tick, TriangleAlert } from 'lucide-react';
import {
  RATING_MEANS,
  withGaugeChange,
  type Choice,
  type GaugeRemedy,
  type Size,
  type Verdict,
} from '@core/gauge';
import type { Vec } from '@core/geometry';
import { leadStock } from '@core/piece';
import { sizeWords } from '@core/plan';
import { printLength, printThickness } from '@core/units';
import { Button, Section } from '~/components/ui';
import { useEdit, usePiece, useWorkbench } from '~/state/workbench';
import { useUnit, useWords } from '~/state/useWords';
import { Behind } from './Behind';
import { FeltChoice } from './FeltChoice';
import { GaugeChart } from './GaugeChart';
import { percent, ratedWords, sentence } from './words';
import type { VerdictState } from './useVerdict';

/** Which gauge, with its reasons: the answer first, then what is behind it. */
export function VerdictSection({
  state,
  point,
}: {
  state: VerdictState;
  /** shows a place on the figure */
  point: (at: Vec | null) => void;
}) {
  const { verdict, isNow, remedies } = state;
  const piece = usePiece();
  const wires = useWorkbench().planState.plan?.wires.length ?? 0;
  if (piece.paths.length === 0) return null;
  if (!verdict) {
    return (
      <Section title="Which gauge">
        <p className="text-sm text-soft" role="status">
          {!isNow
            ? 'Trying all gauges…'
            : wires > 0
              ? 'This figure could not be judged. Its plan stands all the same.'
              : 'There is no wire yet that could be judged.'}
        </p>
      </Section>
    );
  }
  return (
    <Section title="Which gauge">
      <div aria-live="polite">
        <Answer verdict={verdict} />
      </div>
      {piece.stocks.length > 0 && (
        <p className="text-sm text-soft">
          Sizes are of the {leadStock(piece).name.toLowerCase()}; the other wires are taken thicker
          and thinner with it, in proportion.
        </p>
      )}
      <Holding verdict={verdict} />
      <GaugeChart verdict={verdict} />
      <Neighbours verdict={verdict} />
      <Binding verdict={verdict} />
      {/* What comes later stands last, so that nothing moves from under the pointer. */}
      <Behind verdict={verdict} />
      <Remedies remedies={remedies} verdict={verdict} point={point} />
      <FeltChoice verdict={verdict} />
    </Section>
  );
}

/** Words and sizes in the maker's unit. */
function useSizes() {
  const told = useWords();
  const unit = useUnit();
  const lead = leadStock(usePiece());
  const gauge = ({ diameterMm }: Size): string => told(sizeWords(lead, diameterMm));
  return { told, unit, gauge };
}

function Answer({ verdict }: { verdict: Verdict }) {
  const { now, recommended, delicate } = verdict;
  const { told, gauge, unit } = useSizes();
  const isNow = Math.abs(now.diameterMm - recommended.size.diameterMm) < 0.01;
  const failing = now.checks.filter((c) => !c.ok);
  const { rating } = now.rated;
  return (
    <>
      <p className="flex items-start gap-2">
        {now.ok ? (
          <Tick size={18} className="mt-0.5 shrink-0 text-patina" aria-hidden="true" />
        ) : (
          <TriangleAlert size={18} className="mt-0.5 shrink-0 text-alert" aria-hidden="true" />
        )}
        <strong>
          {gauge(now)} {ratedWords(verdict)}
          {isNow && rating === 'sound' && ', and no thinner one is'}
        </strong>
      </p>
      {failing.length > 0 && (
        <ul className="mt-1 space-y-1 text-sm text-alert">
          {failing.map((c) => (
            <li key={c.id}>{sentence(told(c.reason))}</li>
          ))}
        </ul>
      )}
      {!failing.some((c) => c.failsAs === 'thick') && (
        <p className="mt-1 text-sm">
          {sentence(RATING_MEANS[rating])} It takes {percent(now.rated.share)} of what leaves no
          set, and springs by {printLength(now.springMm, unit)}.
        </p>
      )}
      {isNow && !now.ok && <p className="mt-2 text-sm">{told(recommended.why)}</p>}
      {!isNow && (
        <p className="mt-2 text-sm">
          <strong>
            {recommended.passes ? 'Recommended' : 'Nearest'}: {gauge(recommended.size)}
            {recommended.passes ? `, ${recommended.rating}` : ''}.
          </strong>{' '}
          {told(recommended.why)}
        </p>
      )}
      {delicate && (
        <p className="mt-2 text-sm">
          <strong>Or delicate: {gauge(delicate.size)}.</strong> {told(delicate.why)}
        </p>
      )}
    </>
  );
}

/** Wires and seams that hold nothing, or only as a hinge: the verdict takes them so. */
function Holding({ verdict: { loose, seams } }: { verdict: Verdict }) {
  if (loose.length === 0 && seams.every((s) => s === null || s === 'fast')) return null;
  return (
    <ul className="space-y-1 text-sm">
      {loose.map((w) => (
        <li key={`l${w}`}>
          Wire {w + 1} is held by nothing: it was judged as joined where it is near, else by itself.
        </li>
      ))}
      {seams.map((seam, w) =>
        seam === null || seam === 'fast' ? null : (
          <li key={`s${w}`}>
            {seam === 'hung'
              ? `Wire ${w + 1} is held together where it hangs, but its two ends turn there as on a hinge.`
              : `Wire ${w + 1} is not shut: its two ends move apart.`}
          </li>
        ),
      )}
    </ul>
  );
}

function Neighbours({ verdict: { thinner, thicker, recommended } }: { verdict: Verdict }) {
  const { told, gauge } = useSizes();
  const row = (name: string, choice: Choice | null) =>
    choice && (
      <div className="border-t border-line py-2 first:border-t-0">
        <dt className="font-medium">
          {name}: {gauge(choice.size)}
        </dt>
        <dd className="text-soft">{told(choice.why)}</dd>
      </div>
    );
  return (
    <dl
      aria-label={`Beside ${gauge(recommended.size)}`}
      className="rounded-md border border-line bg-raised px-3 text-sm"
    >
      {row('Thinner', thinner)}
      {row('Thicker', thicker)}
    </dl>
  );
}

function Remedies({
  remedies,
  verdict: { now },
  point,
}: {
  remedies: readonly GaugeRemedy[] | null;
  verdict: Verdict;
  point: (at: Vec | null) => void;
}) {
  const edit = useEdit();
  const told = useWords();
  if (!remedies) {
    return now.rated.share <= 1 ? null : (
      <p className="text-sm text-soft" role="status">
        Trying what would help…
      </p>
    );
  }
  if (remedies.length === 0) return null;
  const take = ({ change }: GaugeRemedy): void => {
    point(null);
    edit((p) => withGaugeChange(p, change));
  };
  return (
    <div>
      <h3 className="mb-1.5 text-sm font-medium">
        {now.rated.share <= 1 ? 'It could also be' : 'What would help'}
      </h3>
      <ul className="space-y-1.5" aria-label="Remedies">
        {remedies.map((r) => (
          <li
            key={r.id}
            className="flex items-center gap-2 rounded-md border border-line bg-raised p-2"
            onPointerEnter={() => point(r.at)}
            onPointerLeave={() => point(null)}
            onFocus={() => point(r.at)}
            onBlur={() => point(null)}
          >
            <div className="flex-1 text-sm">
              <div className="font-medium">{told(r.label)}</div>
              <div className={r.passes ? 'text-patina' : 'text-soft'}>
                {now.rated.rating} → {r.rated.rating}
                {r.rated.rating === 'floppy' && ', not enough alone'}
              </div>
              <div className="text-soft">
                takes {percent(now.rated.share)} → {percent(r.rated.share)}
              </div>
            </div>
            <Button aria-label={`${told(r.label)}: take it`} onClick={() => take(r)}>
              Take it
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** What the recommended frame must stand while it is made: the binding wire that goes with it. */
function Binding({ verdict: { binding } }: { verdict: Verdict }) {
  const { told, gauge, unit } = useSizes();
  return (
    <p className="text-sm">
      {binding.size
        ? `While it is made it must stand the winding: soft binding wire of ${gauge(binding.size)} is seated without bending it (${printThickness(binding.leastMm, unit)} to ${printThickness(binding.mostMm, unit)}).`
        : 'While it is made it must stand the winding: no usual binding wire is both strong and soft enough for it.'}
      {binding.odd.map((o) => (
        <span key={o.name} className="block text-alert">
          {o.name}, {printThickness(o.diameterMm, unit)}: {told(o.why)}.
        </span>
      ))}
    </p>
  );
}

/** What the work does to the wire, where that may crack it. */
export function WearSection({ verdict: { wear } }: { verdict: Verdict }) {
  const told = useWords();
  if (wear.length === 0) return null;
  return (
    <Section
      title="Wear on the wire"
      aside={<span className="text-xs text-soft">from experience</span>}
    >
      <ul className="list-disc space-y-1 pl-5 text-sm">
        {wear.map((n) => (
          <li key={told(n.text)}>{told(n.text)}</li>
        ))}
      </ul>
    </Section>
  );
}
