import type { OwnValue, Toolbox } from '@core/file';
import { learntWords, ownWords, type Learnt, type LearntId, type OwnId } from '@core/notebook';
import { inWords, type Said } from '@core/words';
import { Choices } from '~/components/ui';
import { useWorkshop } from '~/state/workshop';

const NAMES: Readonly<Record<OwnId, string>> = {
  bend: 'Your bends',
  hammer: 'Your hammering',
  loop: 'Your loops',
};

const WAYS: readonly { value: OwnValue['way']; label: string }[] = [
  { value: 'learnt', label: 'as makings teach' },
  { value: 'kept', label: 'keep as it is now' },
  { value: 'handbook', label: 'by the handbook' },
];

/** What the maker's own makings taught of bends and hammering, and whether plans go by it. */
export function OwnHandSection({
  own,
  learnt,
  set,
}: {
  own: Toolbox['own'];
  learnt: Readonly<Record<LearntId, Learnt>>;
  set: (id: OwnId, value: OwnValue) => void;
}) {
  const { settings } = useWorkshop();
  const told = (said: Said): string => inWords(said, settings.unit);
  return (
    <div className="space-y-5">
      {(['bend', 'loop', 'hammer'] as const).map((id) => {
        const { way, value } = own[id];
        return (
          <section key={id} aria-label={NAMES[id]} className="space-y-2">
            <h3 className="font-medium">{NAMES[id]}</h3>
            <p className="text-sm">{told(learntWords(id, learnt[id]))}</p>
            <p className="text-sm text-soft">
              {told(ownWords(id, way === 'handbook' ? 0 : value))}
            </p>
            <div className="max-w-md">
              <Choices
                label={`How plans take ${NAMES[id].toLowerCase()}`}
                value={way}
                options={[...WAYS]}
                onChange={(next) =>
                  set(id, { way: next, value: next === 'learnt' ? learnt[id].value : value })
                }
              />
            </div>
          </section>
        );
      })}
    </div>
  );
}
