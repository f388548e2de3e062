import { awgToMm, printInches, printNumber } from '@core/units';
import { METAL_FACTS, wireMassG, type Metal } from '@core/wire';

const GAUGES = Array.from({ length: 23 }, (_, i) => i + 10);

/** Gauges with their thickness, and the mass of a metre in the chosen metal. */
export function GaugeTable({ metal }: { metal: Metal }) {
  return (
    <table className="w-full max-w-xl text-sm">
      <thead>
        <tr className="text-left text-soft">
          <th scope="col" className="py-1 font-normal">
            Gauge
          </th>
          <th scope="col" className="py-1 text-right font-normal">
            mm
          </th>
          <th scope="col" className="py-1 text-right font-normal">
            inch, to 1/32
          </th>
          <th scope="col" className="py-1 text-right font-normal">
            g for a metre of {METAL_FACTS[metal].name.toLowerCase()}
          </th>
        </tr>
      </thead>
      <tbody>
        {GAUGES.map((g) => (
          <tr key={g} className="border-t border-line">
            <th scope="row" className="py-0.5 text-left font-semibold">
              {g} ga
            </th>
            <td className="py-0.5 text-right">{printNumber(awgToMm(g), 3)}</td>
            <td className="py-0.5 text-right">{printInches(awgToMm(g))}</td>
            <td className="py-0.5 text-right">
              {printNumber(wireMassG(metal, awgToMm(g), 1000), 2)}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
