import { Check, Trash2 } from 'lucide-react';
import type { Place, Shape } from '@core/piece';
import { Button, Choices, Section } from '~/components/ui';
import { LengthField } from '~/components/LengthField';
import { NumberField } from '~/components/NumberField';
import { RangeField } from '~/screens/trace/TracePanel';
import { useWorkbench } from '~/state/workbench';
import { MotifFields } from './MotifFields';
import { OutlineFields } from './OutlineFields';
import type { ShapeDraft } from './useShapeDraft';
import { WordFields } from './WordFields';

export const SHAPE_NAMES: Readonly<Record<Shape['kind'], string>> = {
  word: 'Word in wire',
  outline: 'Outline letters',
  motif: 'Motif',
};

/** All that can be chosen about the word or motif in work. */
export function ShapePanel({ draft, shape }: { draft: ShapeDraft; shape: Shape }) {
  const set = (next: Shape): void => draft.change(() => next);
  return (
    <>
      <Section title={SHAPE_NAMES[shape.kind]} aside={<Finish draft={draft} />}>
        {shape.kind === 'word' && (
          <WordFields
            onEnter={() => finish(draft)}
            word={shape.word}
            set={(word) => set({ ...shape, word })}
          />
        )}
        {shape.kind === 'outline' && (
          <OutlineFields
            onEnter={() => finish(draft)}
            outline={shape.outline}
            set={(outline) => set({ ...shape, outline })}
          />
        )}
        {shape.kind === 'motif' && (
          <MotifFields
            motif={shape.motif}
            values={shape.values}
            set={(motif, values) => set({ ...shape, motif, values })}
          />
        )}
      </Section>
      <PlaceFields place={shape.place} set={(place) => set({ ...shape, place })} />
      {!draft.isNew && (
        <Section title="Take it off">
          <Button onClick={draft.remove}>
            <Trash2 size={16} aria-hidden="true" /> Delete this {nounOf(shape)}
          </Button>
        </Section>
      )}
    </>
  );
}

const nounOf = (shape: Shape): string => (shape.kind === 'motif' ? 'motif' : 'word');

/** Takes the shape as it is; one goes on with the figure. */
function finish(draft: ShapeDraft): void {
  draft.done();
  document.querySelector<SVGElement>('svg[role="group"][aria-label="Figure"]')?.focus();
}

function Finish({ draft }: { draft: ShapeDraft }) {
  return (
    <span className="flex gap-1">
      <Button look="quiet" onClick={draft.cancel}>
        Cancel
      </Button>
      <Button look="main" onClick={() => finish(draft)}>
        <Check size={16} aria-hidden="true" /> Done
      </Button>
    </span>
  );
}

/** What must be said about the shape, over the bench where the eye is. */
export function ShapeNotes({ draft }: { draft: ShapeDraft }) {
  const { shape, problem, missing, tight, handChanged } = draft;
  if (!shape) return null;
  const notes = [
    problem,
    missing.length > 0 ? `Not in this face, left out: ${missing.join(' ')}` : null,
    tight.length > 0
      ? `Too small for this wire, curves widened: ${tight.join(' ')}. Make the word larger or the wire thinner.`
      : null,
    handChanged
      ? 'Points of it were moved by hand. A change here draws it anew without them.'
      : null,
  ].filter((note) => note !== null);
  if (notes.length === 0) return null;
  return (
    <div
      role="status"
      className="absolute left-1/2 top-3 max-w-[80%] -translate-x-1/2 space-y-1 rounded-lg border border-line bg-raised/95 px-3 py-1.5 text-sm shadow-sm"
    >
      {notes.map((note) => (
        <p key={note}>{note}</p>
      ))}
    </div>
  );
}

function PlaceFields({ place, set }: { place: Place; set: (place: Place) => void }) {
  const { settings } = useWorkbench();
  const { around } = place;
  const at = (axis: 'x' | 'y') => (mm: number) => set({ ...place, [axis]: mm });
  return (
    <Section title="Place">
      <div className="grid grid-cols-2 gap-3">
        <LengthField
          label="Middle, across"
          alone
          valueMm={place.x}
          unit={settings.unit}
          min={-5000}
          onChange={at('x')}
        />
        <LengthField
          label="Middle, down"
          alone
          valueMm={place.y}
          unit={settings.unit}
          min={-5000}
          onChange={at('y')}
        />
      </div>
      <RangeField
        label="Turn"
        value={Math.round(place.turnDeg)}
        min={-180}
        max={180}
        step={1}
        words={`${Math.round(place.turnDeg)}°`}
        onChange={(turnDeg) => set({ ...place, turnDeg })}
      />
      <Choices
        label="Side"
        value={place.mirrored ? 'mirrored' : 'plain'}
        options={[
          { value: 'plain', label: 'as it is' },
          { value: 'mirrored', label: 'mirrored' },
        ]}
        onChange={(v) => set({ ...place, mirrored: v === 'mirrored' })}
      />
      <Choices
        label="Copies"
        value={around ? 'around' : 'one'}
        options={[
          { value: 'one', label: 'one' },
          { value: 'around', label: 'round a circle' },
        ]}
        onChange={(v) =>
          set({ ...place, around: v === 'around' ? { count: 5, radiusMm: 15 } : null })
        }
      />
      {around && (
        <div className="grid grid-cols-2 gap-3">
          <NumberField
            label="How many"
            value={around.count}
            min={2}
            max={36}
            onChange={(count) => set({ ...place, around: { ...around, count } })}
          />
          <LengthField
            label="Middle to copy"
            alone
            valueMm={around.radiusMm}
            unit={settings.unit}
            max={1000}
            onChange={(radiusMm) => set({ ...place, around: { ...around, radiusMm } })}
          />
        </div>
      )}
    </Section>
  );
}
