import type { Piece } from '@core/piece';
import type { WirePlan } from '@core/plan';
import { printBoth, printLength, printMm, type LengthUnit } from '@core/units';

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
              {piece.work === 'spool' ? 'Stop mark' : 'Cut length'}
            </th>
            <td className="py-1.5 text-right">{printBoth(wire.cutMm, unit)}</td>
          </tr>
        </tbody>
      </table>
      <p className="mt-2 text-xs text-soft">
        The drawn line is {printMm(wire.drawnMm)} long; bent, it takes {printMm(wire.developedMm)}
        {Math.abs(saved) > 0.05 &&
          `, ${printMm(Math.abs(saved))} ${saved > 0 ? 'less' : 'more'}`}.{' '}
        {piece.corner === 'round'
          ? `The plan stays within ${printMm(wire.deviationMm, 2)} of the line.`
          : 'Corners stand further out, so that the wire’s edge reaches the drawn tips.'}
      </p>
    </div>
  );
}
