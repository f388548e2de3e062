import { useMemo, useState } from 'react';
import { formsOf, signsOf, type WordSettings } from '@core/lettering';
import { LengthField } from '~/components/LengthField';
import { Picker } from '~/components/ui';
import { useWorkbench } from '~/state/workbench';

type LetterChange = WordSettings['letters'][number];

/** One letter of the word moved, or in another form. */
export function LetterFields({
  word,
  set,
}: {
  word: WordSettings;
  set: (letters: LetterChange[]) => void;
}) {
  const { settings } = useWorkbench();
  const [chosen, setChosen] = useState<number | null>(null);
  const signs = useMemo(() => {
    try {
      return signsOf(word.text);
    } catch {
      return [];
    }
  }, [word.text]);
  if (signs.length === 0) return null;
  const at = chosen !== null && chosen < signs.length ? chosen : null;
  const sign = at === null ? '' : signs[at]!;
  const now: LetterChange = word.letters.find((l) => l.at === at) ?? {
    at: at ?? 0,
    dx: 0,
    dy: 0,
    form: '',
  };
  const change = (part: Partial<LetterChange>): void => {
    const next = { ...now, ...part };
    const rest = word.letters.filter((l) => l.at !== next.at);
    const plain = next.dx === 0 && next.dy === 0 && next.form === '';
    set(plain ? rest : [...rest, next]);
  };
  const forms = at === null ? [] : formsOf(word.face, sign);
  return (
    <fieldset className="space-y-3">
      <legend className="mb-1 text-sm text-soft">One letter</legend>
      <div className="flex flex-wrap gap-1">
        {signs.map((s, i) =>
          s === ' ' ? (
            <span key={i} className="w-2" />
          ) : (
            <button
              key={i}
              type="button"
              aria-pressed={i === at}
              aria-label={`Letter ${i + 1}: ${s}`}
              onClick={() => setChosen(i === at ? null : i)}
              className={`min-h-9 min-w-9 rounded-md border px-2 text-base ${
                i === at ? 'border-patina bg-patina-wash font-semibold' : 'border-line bg-raised'
              } ${word.letters.some((l) => l.at === i) ? 'underline decoration-patina decoration-2 underline-offset-4' : ''}`}
            >
              {s}
            </button>
          ),
        )}
      </div>
      {at !== null && (
        <>
          {forms.length > 0 && (
            <Picker
              label={`Form of ${sign}`}
              value={now.form}
              options={[
                { value: '', label: 'usual' },
                ...forms.map((f) => ({ value: f, label: f })),
              ]}
              onChange={(form) => change({ form })}
            />
          )}
          <div className="grid grid-cols-2 gap-3">
            <LengthField
              label="Moved to the right"
              alone
              valueMm={now.dx}
              unit={settings.unit}
              min={-100}
              max={100}
              onChange={(dx) => change({ dx })}
            />
            <LengthField
              label="Moved down"
              alone
              valueMm={now.dy}
              unit={settings.unit}
              min={-100}
              max={100}
              onChange={(dy) => change({ dy })}
            />
          </div>
        </>
      )}
    </fieldset>
  );
}
