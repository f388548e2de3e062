import { OUTLINE_FONT_IDS, OUTLINE_FONTS, type OutlineSettings } from '@core/lettering';
import { Picker } from '~/components/ui';
import { LeanFields } from './LeanFields';
import { SizeFields } from './SizeFields';
import { TextField } from './TextField';

export function OutlineFields({
  outline,
  set,
  onEnter,
}: {
  outline: OutlineSettings;
  set: (outline: OutlineSettings) => void;
  /** Enter in the word takes it */
  onEnter: () => void;
}) {
  return (
    <>
      <TextField
        onEnter={onEnter}
        value={outline.text}
        onChange={(text) => set({ ...outline, text })}
      />
      <Picker
        label="Letters"
        value={outline.font}
        options={OUTLINE_FONT_IDS.map((id) => ({ value: id, label: OUTLINE_FONTS[id].name }))}
        onChange={(font) => set({ ...outline, font })}
      />
      <SizeFields size={outline.size} set={(size) => set({ ...outline, size })} />
      <LeanFields lean={outline} set={(change) => set({ ...outline, ...change })} />
      <p className="text-xs text-soft">
        Each outline is a closed wire of its own: the inside of an o too.
      </p>
    </>
  );
}
