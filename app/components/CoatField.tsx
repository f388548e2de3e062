import { COATS, type Coat } from '@core/wire';
import { Picker } from './ui';

const BARE = 'bare';

/** Whether a wire is bare, or the colour of its coat; its thickness is that over the coat. */
export function CoatField({
  label,
  coat,
  set,
}: {
  label: string;
  coat: Coat | undefined;
  set: (coat: Coat | undefined) => void;
}) {
  return (
    <Picker
      label={label}
      value={coat ?? BARE}
      options={[
        { value: BARE, label: 'bare' },
        ...COATS.map((c) => ({ value: c, label: `${c} coat` })),
      ]}
      onChange={(c) => set(COATS.find((own) => own === c))}
    />
  );
}
