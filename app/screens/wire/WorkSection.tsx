import { Choices, Picker, Section } from '~/components/ui';
import { LengthField } from '~/components/LengthField';
import { useEdit, usePiece, useWorkbench } from '~/state/workbench';

export function WorkSection() {
  const piece = usePiece();
  const edit = useEdit();
  const { settings, planState } = useWorkbench();
  return (
    <Section title="How you work">
      <Choices
        label="From"
        value={piece.work}
        options={[
          { value: 'cut', label: 'a cut length' },
          { value: 'spool', label: 'the spool' },
        ]}
        onChange={(work) => edit((p) => ({ ...p, work }))}
      />
      <LengthField
        label="Reserve"
        valueMm={piece.reserveMm}
        unit={settings.unit}
        max={1000}
        onChange={(reserveMm) => edit((p) => ({ ...p, reserveMm }))}
        hint="Added to each wire and trimmed at the end."
      />
      {(planState.plan?.crossings.length ?? 0) > 0 && (
        <Picker
          label={`On top at the ${planState.plan?.crossings.length === 1 ? 'crossing' : 'crossings'}`}
          value={piece.over}
          options={[
            { value: 'later', label: 'the pass bent later' },
            { value: 'earlier', label: 'the pass bent earlier' },
            { value: 'alternate', label: 'over and under in turn' },
          ]}
          onChange={(over) => edit((p) => ({ ...p, over }))}
        />
      )}
    </Section>
  );
}
