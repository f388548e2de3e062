import { TriangleAlert } from 'lucide-react';
import {
  DRESS_FACTS,
  FINDING_NAMES,
  withRemedy,
  type Dressed,
  type DressField,
} from '@core/dressing';
import { FINDINGS, type DressItem } from '@core/piece';
import { printBoth, printNumber, type LengthUnit } from '@core/units';
import { LengthField } from '~/components/LengthField';
import { NumberField } from '~/components/NumberField';
import { Button, Choices, Picker } from '~/components/ui';
import { useEdit } from '~/state/workbench';
import { BeadFields } from './BeadFields';
import { PlaceFields } from './PlaceFields';
import { ThreadFields } from './ThreadFields';

type Values = Readonly<Record<string, unknown>>;

/** All choices of one item, what it takes, and what is wrong with it. */
export function ItemEditor({
  item,
  dressed,
  frameMm,
  unit,
  set,
}: {
  item: DressItem;
  dressed: Dressed | undefined;
  frameMm: number;
  unit: LengthUnit;
  set: (item: DressItem) => void;
}) {
  const facts = DRESS_FACTS[item.kind];
  const change = (part: object): void => set({ ...item, ...part });
  return (
    <div className="space-y-3">
      {dressed && <Problems dressed={dressed} />}
      {dressed && <Takes dressed={dressed} unit={unit} />}
      <OwnChoices item={item} change={change} />
      <div className="grid grid-cols-2 items-end gap-x-3 gap-y-2">
        {facts.fields.map((f) => (
          <Field key={f.key} field={f} values={item as Values} unit={unit} change={change} />
        ))}
      </div>
      <PlaceFields item={item} unit={unit} set={set} />
      {'beads' in item && (
        <BeadFields
          beads={item.beads}
          most={item.kind === 'framed-bead' ? 1 : 40}
          frameMm={frameMm}
          unit={unit}
          set={(beads) => change({ beads })}
        />
      )}
      {'thread' in item && (
        <ThreadFields thread={item.thread} set={(thread) => change({ thread })} />
      )}
    </div>
  );
}

function Problems({ dressed }: { dressed: Dressed }) {
  const edit = useEdit();
  return dressed.problems.map((p, i) => (
    <div
      key={i}
      role="alert"
      className={`rounded-md border p-2.5 text-sm ${p.refused ? 'border-alert bg-alert-wash' : 'border-line bg-bench'}`}
    >
      <p className="flex gap-2">
        <TriangleAlert
          size={16}
          className={`mt-0.5 shrink-0 ${p.refused ? 'text-alert' : 'text-soft'}`}
          aria-hidden="true"
        />
        <span>{p.message}</span>
      </p>
      {p.remedies.length > 0 && (
        <div className="mt-2 flex flex-wrap gap-2">
          {p.remedies.map((r) => (
            <Button key={r.label} onClick={() => edit((piece) => withRemedy(piece, r))}>
              {r.label}
            </Button>
          ))}
        </div>
      )}
    </div>
  ));
}

/** What the item takes of wire and beads. */
function Takes({ dressed, unit }: { dressed: Dressed; unit: LengthUnit }) {
  return (
    <div className="rounded-md bg-patina-wash px-3 py-2 text-sm" data-testid="item-takes">
      {dressed.wires.map((w, i) => (
        <p key={i}>
          {w.name}:{' '}
          <strong>
            {w.count > 1 && `${w.count} × `}
            {printBoth(w.cutMm, unit)}
          </strong>{' '}
          of {printNumber(w.wire.diameterMm, 2)} mm
          {w.tailsMm > 0 && `, tails of ${printBoth(w.tailsMm / 2, unit)} in it`}
        </p>
      ))}
      {dressed.beads.map((b, i) => (
        <p key={i}>
          <strong>{b.count} ×</strong> {b.bead.name}
        </p>
      ))}
      {dressed.notes.map((n, i) => (
        <p key={i} className="text-soft">
          {n}
        </p>
      ))}
    </div>
  );
}

function Field({
  field: f,
  values,
  unit,
  change,
}: {
  field: DressField;
  values: Values;
  unit: LengthUnit;
  change: (part: object) => void;
}) {
  const value = values[f.key] as number | null;
  const set = (v: number | null): void => change({ [f.key]: v });
  if (f.open !== undefined) {
    return (
      <div className="space-y-1">
        <label className="flex items-center gap-2 text-sm">
          <input
            type="checkbox"
            className="size-4 accent-patina"
            checked={value === null}
            onChange={(e) => set(e.target.checked ? null : Math.max(f.min, 3))}
          />
          {f.open}
        </label>
        {value !== null && (
          <NumberField label={f.label} value={value} min={f.min} max={f.max} onChange={set} />
        )}
      </div>
    );
  }
  if (f.unit === 'mm') {
    return (
      <LengthField
        label={f.label}
        valueMm={value}
        unit={f.decimals === 2 ? 'mm' : unit}
        min={f.min}
        max={f.max}
        decimals={f.decimals ?? 1}
        alone
        onChange={set}
      />
    );
  }
  return (
    <NumberField
      label={f.unit === 'grams' ? `${f.label}, g` : f.label}
      value={value ?? 0}
      min={f.min}
      max={f.max}
      decimals={f.decimals ?? 0}
      onChange={set}
    />
  );
}

/** Choices that only one kind has. */
function OwnChoices({ item, change }: { item: DressItem; change: (part: object) => void }) {
  switch (item.kind) {
    case 'drop':
      return (
        <Choices
          label="Hangs on"
          value={item.by}
          options={[
            { value: 'head-pin', label: 'head pin' },
            { value: 'wire', label: 'wire with a rolled foot' },
          ]}
          onChange={(by) => change({ by })}
        />
      );
    case 'strands':
      return (
        <Choices
          label="Side, going along the wire"
          value={item.side}
          options={[
            { value: 'left', label: 'left' },
            { value: 'right', label: 'right' },
          ]}
          onChange={(side) => change({ side })}
        />
      );
    case 'weave':
      return (
        <Choices
          label="Woven from"
          value={item.from}
          options={[
            { value: 'first', label: 'first end' },
            { value: 'last', label: 'last end' },
          ]}
          onChange={(from) => change({ from })}
        />
      );
    case 'flatten':
      return (
        <label className="flex items-center gap-2 text-sm">
          <input
            type="checkbox"
            className="size-4 accent-patina"
            checked={item.ahead}
            onChange={(e) => change({ ahead: e.target.checked })}
          />
          Take what it gains off the cut length
        </label>
      );
    case 'finding':
      return (
        <>
          <Picker
            label="What"
            value={item.what}
            options={FINDINGS.map((f) => ({ value: f, label: FINDING_NAMES[f] }))}
            onChange={(what) => change({ what })}
          />
          <Choices
            label="From"
            value={item.made ? 'made' : 'bought'}
            options={[
              { value: 'made', label: 'made from wire' },
              { value: 'bought', label: 'bought' },
            ]}
            onChange={(v) => change({ made: v === 'made' })}
          />
        </>
      );
    default:
      return null;
  }
}
