import { FACE_IDS, FACES, type FaceId, type WordSettings } from '@core/lettering';
import { Choices, Picker } from '~/components/ui';
import { LengthField } from '~/components/LengthField';
import { useWorkbench } from '~/state/workbench';
import { LeanFields } from './LeanFields';
import { LetterFields } from './LetterFields';
import { SizeFields } from './SizeFields';
import { TextField } from './TextField';

type Baseline = WordSettings['baseline'];

export function WordFields({
  word,
  set: setWord,
  onEnter,
}: {
  word: WordSettings;
  set: (word: WordSettings) => void;
  /** Enter in the word takes it */
  onEnter: () => void;
}) {
  const { settings } = useWorkbench();
  const set = (change: Partial<WordSettings>): void => setWord({ ...word, ...change });
  const { baseline } = word;
  return (
    <>
      <TextField onEnter={onEnter} value={word.text} onChange={(text) => set({ text })} />
      <Picker<FaceId>
        label="Hand"
        value={word.face}
        options={FACE_IDS.map((id) => ({ value: id, label: FACES[id].name }))}
        onChange={(face) => set({ face, join: FACES[face].joins, letters: [] })}
      />
      <SizeFields size={word.size} set={(size) => set({ size })} />
      <Choices
        label="Letters are"
        value={word.join ? 'join' : 'apart'}
        options={[
          { value: 'join', label: 'one wire' },
          { value: 'apart', label: 'wires apart' },
        ]}
        onChange={(v) => set({ join: v === 'join' })}
      />
      {word.join && /\p{Lu}/u.test(word.text) && (
        <Choices
          label="Capitals are"
          value={word.capitals}
          options={[
            { value: 'join', label: 'joined too' },
            { value: 'apart', label: 'apart' },
          ]}
          onChange={(capitals) => set({ capitals })}
        />
      )}
      <Choices
        label="For the chain"
        value={word.ends}
        options={[
          { value: 'plain', label: 'nothing' },
          { value: 'loops', label: 'end loops' },
          { value: 'bail', label: 'ring above' },
        ]}
        onChange={(ends) => set({ ends })}
      />
      {word.ends !== 'plain' && (
        <LengthField
          label={word.ends === 'loops' ? 'End loops, inside across' : 'Ring, inside across'}
          valueMm={word.loopMm}
          unit={settings.unit}
          min={0.5}
          max={50}
          onChange={(loopMm) => set({ loopMm })}
        />
      )}
      <LeanFields lean={word} set={set} />
      <Choices<Baseline['kind']>
        label="Stands on"
        value={baseline.kind}
        options={[
          { value: 'straight', label: 'a line' },
          { value: 'arch', label: 'an arch' },
          { value: 'bowl', label: 'a bowl' },
        ]}
        onChange={(kind) =>
          set({
            baseline:
              kind === 'straight'
                ? { kind }
                : { kind, radiusMm: baseline.kind === 'straight' ? 40 : baseline.radiusMm },
          })
        }
      />
      {baseline.kind !== 'straight' && (
        <LengthField
          label="Radius of that circle"
          valueMm={baseline.radiusMm}
          unit={settings.unit}
          min={5}
          max={5000}
          onChange={(radiusMm) => set({ baseline: { ...baseline, radiusMm } })}
        />
      )}
      <Choices
        label="Dots are"
        value={word.dots}
        options={[
          { value: 'bead', label: 'beads' },
          { value: 'ring', label: 'rings' },
          { value: 'none', label: 'left out' },
        ]}
        onChange={(dots) => set({ dots })}
      />
      <Choices
        label="Bars and accents are"
        value={word.accents}
        options={[
          { value: 'wire', label: 'wires of their own' },
          { value: 'none', label: 'left out' },
        ]}
        onChange={(accents) => set({ accents })}
      />
      <LetterFields word={word} set={(letters) => set({ letters })} />
    </>
  );
}
