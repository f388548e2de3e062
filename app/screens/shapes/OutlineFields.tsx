import { OUTLINE_FONT_IDS, OUTLINE_FONTS, type OutlineSettings } from '@core/lettering';
import { Picker } from '~/components/ui';
import { RangeField } from '~/screens/trace/TracePanel';
import { SizeFields } from './SizeFields';
import { TextField } from './TextField';

export function OutlineFields({
  outline,
  set,
}: {
  outline: OutlineSettings;
  set: (outline: OutlineSettings) => void;
}) {
  return (
    <>
      <TextField value={outline.text} onChange={(text) => set({ ...outline, text })} />
      <Picker
        label="Letters"
        value={outline.font}
        options={OUTLINE_FONT_IDS.map((id) => ({ value: id, label: OUTLINE_FONTS[id].name }))}
        onChange={(font) => set({ ...outline, font })}
      />
      <SizeFields size={outline.size} set={(size) => set({ ...outline, size })} />
      <RangeField
        label="Space between letters"
        value={outline.space}
        min={-3}
        max={10}
        step={0.5}
        words={spaceWords(outline.space)}
        onChange={(space) => set({ ...outline, space })}
      />
      <RangeField
        label="Slant"
        value={outline.slantDeg}
        min={-30}
        max={40}
        step={1}
        words={`${outline.slantDeg}°`}
        onChange={(slantDeg) => set({ ...outline, slantDeg })}
      />
      <p className="text-xs text-soft">
        Each outline is a closed wire of its own: the inside of an o too.
      </p>
    </>
  );
}

/** Space is kept in tenths of the x-height. */
export const spaceWords = (space: number): string =>
  space === 0 ? 'usual' : `${space > 0 ? '+' : ''}${Math.round(space * 10)} % of an x`;
