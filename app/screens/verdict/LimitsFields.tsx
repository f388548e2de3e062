import { DEFAULT_LIMITS, type Limits } from '@core/gauge';
import { WORN_AS } from '@core/piece';
import { NumberField } from '~/components/NumberField';
import { Button } from '~/components/ui';
import { WORN_NAMES } from '~/components/wornNames';

const FORCES = [
  { key: 'touchN', short: 'touched', name: 'touched, held by its middle' },
  { key: 'snagN', short: 'caught', name: 'caught and pulled' },
  { key: 'squeezeN', short: 'pressed', name: 'pressed across' },
] as const;

/** Where the gauge verdict draws its lines; typical at first. */
export function LimitsFields({
  limits,
  onChange,
}: {
  limits: Limits;
  onChange: (limits: Limits) => void;
}) {
  const set = (part: Partial<Limits>): void => onChange({ ...limits, ...part });
  const typical: Limits = { ...DEFAULT_LIMITS, experience: limits.experience };
  const changed = JSON.stringify(limits) !== JSON.stringify(typical);
  return (
    <div className="space-y-4">
      <p className="text-sm text-soft">
        Typical values, not laws: they are for you to set by what your hands, your cutter and your
        pieces tell you. Every verdict follows at once.
      </p>
      <div className="grid gap-4 sm:grid-cols-2">
        <NumberField
          label="Your hands bend up to, N mm"
          value={limits.handNmm}
          min={20}
          max={2000}
          onChange={(handNmm) => set({ handNmm })}
        />
        <NumberField
          label="Your cutter takes soft copper up to, mm"
          value={limits.cutterMm}
          min={0.5}
          max={5}
          decimals={2}
          onChange={(cutterMm) => set({ cutterMm })}
        />
        <NumberField
          label="An earring is comfortable up to, g"
          value={limits.earG}
          min={0.5}
          max={50}
          decimals={1}
          onChange={(earG) => set({ earG })}
        />
      </div>
      <table className="w-full text-sm">
        <caption className="pb-1 text-left text-sm font-medium">
          What a piece must stand, in newtons (1 N is the weight of about 100 g)
        </caption>
        <thead>
          <tr className="text-left text-soft">
            <th className="py-1 font-normal">Worn as</th>
            {FORCES.map(({ key, name }) => (
              <th key={key} className="py-1 font-normal">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {WORN_AS.map((worn) => (
            <tr key={worn} className="border-t border-line">
              <th scope="row" className="py-1.5 pr-3 text-left font-normal">
                {WORN_NAMES[worn]}
              </th>
              {FORCES.map(({ key, short }) => (
                <td key={key} className="py-1.5 pr-3">
                  <NumberField
                    label={`${WORN_NAMES[worn]}, ${short}, N`}
                    labelHidden
                    value={limits.duty[worn][key]}
                    min={0}
                    max={100}
                    decimals={2}
                    onChange={(value) =>
                      set({
                        duty: { ...limits.duty, [worn]: { ...limits.duty[worn], [key]: value } },
                      })
                    }
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {changed && <Button onClick={() => onChange(typical)}>Back to typical values</Button>}
    </div>
  );
}
