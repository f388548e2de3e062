import type { Piece } from '@core/piece';
import { alongBlank, fromSpool, ropeWords, type Stray, type WirePlan } from '@core/plan';
import { useWords } from '~/state/useWords';
import { printBoth, printLength, printThickness, type LengthUnit } from '@core/units';

const REASONS = {
  smoothing: 'smoothing within the tolerance',
  basis: 'beside the line: as its edge, or as one of several',
  tips: 'reaching the tips',
  tools: 'radii of the tools',
  corners: 'rounding corners',
  folds: 'folds',
  wishes: 'your own bends',
  beside: 'the inner or outer of two passes side by side',
} as const;

/** The one number for how far the wire lies off the line, with its place; apart from it what rounding takes. */
function StrayWords({ stray, wire, unit }: { stray: Stray; wire: WirePlan; unit: LengthUnit }) {
  const at = printBoth(alongBlank(wire, stray.atMm), unit);
  return (
    <p className="mt-1 text-xs text-soft" data-testid="stray">
      Walked along in step, the wire lies at most {printThickness(stray.mm, unit)} off the line, at{' '}
      {at}
      {stray.atCorner ? ', where a bend rounds the drawn tip' : ''}.
      {stray.roundingMm > 0.005 &&
        ` Rounding corners takes up to ${printThickness(stray.roundingMm, unit)}; elsewhere it stays within ${printThickness(stray.elsewhere?.mm ?? 0, unit)}.`}
    </p>
  );
}

/** Why a cut length is what it is: every part by name. */
export function LengthParts({
  wire,
  piece,
  unit,
}: {
  wire: WirePlan;
  piece: Piece;
  unit: LengthUnit;
}) {
  const reasons = wire.corrections.filter((c) => Math.abs(c.mm) >= 0.005);
  const told = useWords();
  const rope = ropeWords(wire.stock, wire.cutMm);
  const saved = wire.drawnMm - wire.developedMm;
  return (
    <div>
      <h3 className="mb-2 text-sm font-semibold">What the length is made of</h3>
      <table className="w-full text-sm">
        <tbody>
          {wire.parts.map((p) => (
            <tr key={p.id} className="border-t border-line first:border-t-0">
              <th scope="row" className="py-1 text-left font-normal">
                {p.name}
                {p.count > 1 && <span className="text-soft"> ({p.count})</span>}
              </th>
              <td className="py-1 text-right">{printLength(p.lengthMm, unit, 2)}</td>
            </tr>
          ))}
          <tr className="border-t-2 border-ink font-semibold">
            <th scope="row" className="py-1.5 text-left">
              {rope ? 'The rope' : fromSpool(piece, wire) ? 'Stop mark' : 'Cut length'}
            </th>
            <td className="py-1.5 text-right">{printBoth(wire.cutMm, unit)}</td>
          </tr>
        </tbody>
      </table>
      {rope && <p className="mt-2 text-sm">It is twisted from {told(rope)}.</p>}
      <p className="mt-2 text-xs text-soft">
        The drawn line is {printLength(wire.drawnMm, unit)} long; bent, it takes{' '}
        {printLength(wire.developedMm, unit)}
        {Math.abs(saved) > 0.05 &&
          `, ${printLength(Math.abs(saved), unit)} ${saved > 0 ? 'less' : 'more'}`}
        .{' '}
        {piece.corner === 'reach' &&
          'Corners stand further out, so that the wire’s edge reaches the drawn tips.'}
      </p>
      {reasons.length > 0 && (
        <p className="mt-1 text-xs text-soft">
          Of that{' '}
          {reasons
            .map(
              ({ id, mm }) =>
                `${REASONS[id]} ${mm > 0 ? '+' : '−'}${printThickness(Math.abs(mm), unit)}`,
            )
            .join(', ')}
          .
        </p>
      )}
      {wire.stray && <StrayWords stray={wire.stray} wire={wire} unit={unit} />}
    </div>
  );
}
