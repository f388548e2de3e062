import { Trash2 } from 'lucide-react';
import { easing } from '@core/gauge';
import { printNumber } from '@core/units';
import { IconButton } from '~/components/ui';
import { FELT_WORDS } from '~/screens/verdict/FeltChoice';
import { useExperience } from '~/state/useExperience';
import { useWorkshop } from '~/state/workshop';

/** What the maker found of finished pieces, and how far that shifts the gauge verdict. */
export function FeltSection() {
  const { settings } = useWorkshop();
  const { experience, takeBack } = useExperience(settings);
  if (experience.length === 0) {
    return (
      <p className="text-sm text-soft">
        Nothing yet. On a piece’s Wire stage say whether it turned out too floppy, just right or too
        stiff: its verdicts then follow your hands a little.
      </p>
    );
  }
  const factor = easing(settings.limits);
  return (
    <div className="space-y-2">
      <p className="text-sm">
        {Math.abs(factor - 1) < 0.005
          ? 'They agree with the numbers: verdicts are as they were.'
          : `Wire is asked for ${printNumber(factor, 2)} times what the numbers alone ask: about ${printNumber(Math.abs(Math.cbrt(factor) - 1) * 100, 0)} % ${factor > 1 ? 'thicker' : 'thinner'}.`}
      </p>
      <ul className="divide-y divide-line" aria-label="How pieces turned out">
        {experience.map((e) => (
          <li key={e.id} className="flex items-center gap-3 py-1.5 text-sm">
            <span className="min-w-0 flex-1 truncate">{e.name || 'Unnamed piece'}</span>
            <span>{FELT_WORDS[e.felt]}</span>
            <span className="text-soft">{e.said.slice(0, 10)}</span>
            <IconButton
              name={`Take back what was said of ${e.name || 'this piece'}`}
              onClick={() => takeBack(e.id)}
            >
              <Trash2 size={16} />
            </IconButton>
          </li>
        ))}
      </ul>
    </div>
  );
}
