import { memo } from 'react';
import { TriangleAlert } from 'lucide-react';
import { groundOf, isLed, withRemedy, type Dressed } from '@core/dressing';
import { valueOf, withValue, type Field } from '@core/field';
import { kindOf, MOST_NAME, tailsWords, type MadeOf, type PieceItem } from '@core/item';
import { withItsWire, type Piece } from '@core/piece';
import { printBoth, printThickness, type LengthUnit } from '@core/units';
import { strandMm } from '@core/wire';
import { LengthField } from '~/components/LengthField';
import { NameField } from '~/components/NameField';
import { NumberControl } from '~/components/NumberControl';
import { SizesField } from '~/components/SizesField';
import { Tick } from '~/components/Tick';
import { Button, Choices, Picker } from '~/components/ui';
import { useEdit, useWorkbench } from '~/state/workbench';
import { useWords } from '~/state/useWords';
import { ActsField, type Leading } from './ActsField';
import { BeadFields } from './BeadFields';
import { PlaceFields } from './PlaceFields';
import { SameAgain } from './SameAgain';
import { ThreadFields } from './ThreadFields';

/** All choices of one item, what it takes, and what is wrong with it. */
export const ItemEditor = memo(function ItemEditor({
  item,
  dressed,
  frameMm,
  unit,
  leading,
  lead,
  putWire,
  set,
}: {
  item: PieceItem;
  dressed: Dressed | undefined;
  frameMm: number;
  /** of a wire that is led: what a press does, and the act in work */
  leading: Leading;
  lead: (change: Partial<Leading>) => void;
  unit: LengthUnit;
  /** the piece with the item, and those alike, made of another wire */
  putWire: (piece: Piece, madeOf: MadeOf) => Piece;
  set: (item: PieceItem) => void;
}) {
  const asked = kindOf(item).asks?.(item);
  const fields = Object.entries(kindOf(item).fields).filter(
    ([key]) => asked?.includes(key) ?? true,
  );
  const beads = kindOf(item).fields['beads']?.control;
  return (
    <div className="space-y-3">
      {dressed && <Problems dressed={dressed} set={set} />}
      {dressed && <Takes dressed={dressed} unit={unit} />}
      {isLed(item) && (
        <ActsField
          item={item}
          dressed={dressed}
          unit={unit}
          leading={leading}
          lead={lead}
          set={set}
        />
      )}
      {fields.map(([key, field]) => (
        <ChoiceOf
          key={key}
          field={field}
          value={valueOf(item, key)}
          set={(value) => set(withValue(item, key, value))}
        />
      ))}
      {fields.map(([key, { label, control }]) => {
        const value = valueOf(item, key);
        return (
          control.as === 'lengths' &&
          Array.isArray(value) && (
            <SizesField
              key={key}
              label={label}
              valuesMm={value as number[]}
              max={control.max}
              most={control.most}
              onChange={(next) => set(withValue(item, key, next))}
              inOrder
            />
          )
        );
      })}
      <div className="grid grid-cols-2 items-end gap-x-3 gap-y-2">
        {fields.map(([key, { label, control }]) => {
          const value = valueOf(item, key);
          return (
            control.as === 'number' && (
              <NumberControl
                key={key}
                label={label}
                control={control}
                value={typeof value === 'number' ? value : null}
                unit={unit}
                set={(next) => set(withValue(item, key, next))}
              />
            )
          );
        })}
      </div>
      <UsesUp item={item} dressed={dressed} unit={unit} set={set} />
      <PlaceFields item={item} unit={unit} set={set} />
      {'beads' in item && (
        <BeadFields
          beads={item.beads}
          most={beads?.as === 'beads' ? beads.most : 1}
          frameMm={frameMm}
          unit={unit}
          set={(next) => set(withValue(item, 'beads', next))}
        />
      )}
      {'thread' in item && (asked?.includes('thread') ?? true) && (
        <ThreadFields unit={unit} madeOf={item.thread} put={putWire} />
      )}
      <NameField
        label="Your name for it"
        value={item.name ?? ''}
        most={MOST_NAME}
        optional
        onChange={(name) => {
          const { name: _before, ...rest } = item;
          set(name === '' ? rest : { ...rest, name });
        }}
      />
      {!isLed(item) && item.hangsIn === undefined && (
        <SameAgain key={item.id} item={item} unit={unit} />
      )}
    </div>
  );
});

function Problems({ dressed, set }: { dressed: Dressed; set: (item: PieceItem) => void }) {
  const edit = useEdit();
  const told = useWords();
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
        <span>{told(p.message)}</span>
      </p>
      {p.remedies.length > 0 && (
        <div className="mt-2 flex flex-wrap gap-2">
          {p.remedies.map((r) => (
            <Button
              key={told(r.label)}
              onClick={() =>
                r.kind === 'item'
                  ? set(r.item)
                  : edit((piece) => withRemedy(piece, r, dressed.stock))
              }
            >
              {told(r.label)}
            </Button>
          ))}
        </div>
      )}
    </div>
  ));
}

/** What an item is made of, to keep it as it is. */
const madeOfSame = (item: PieceItem): Partial<PieceItem> =>
  'thread' in item ? { thread: item.thread } : {};

/** The wire that a coil or the like uses up, to be typed: it becomes as long as that makes it. */
function UsesUp({
  item,
  dressed,
  unit,
  set,
}: {
  item: PieceItem;
  dressed: Dressed | undefined;
  unit: LengthUnit;
  set: (item: PieceItem) => void;
}) {
  const { known } = useWorkbench().planState;
  const kind = kindOf(item);
  const inKnown = known?.dressing.items.find((d) => d.item.id === item.id);
  const [wire] = (dressed ?? inKnown)?.wires ?? [];
  if (!kind.useUp || !wire || !known) return null;
  return (
    <LengthField
      label="Uses up, tails left out"
      valueMm={dressed ? wire.cutMm - wire.tailsMm : null}
      unit={unit}
      min={1}
      max={20_000}
      onChange={(mm) => {
        const laid = withItsWire(known.piece, item);
        const used = kind.useUp!(groundOf(known.piece, known.plan).at(item.on), laid, mm);
        set({ ...used, ...madeOfSame(item) } as PieceItem);
      }}
    />
  );
}

/** What the item takes of wire and beads. */
function Takes({ dressed, unit }: { dressed: Dressed; unit: LengthUnit }) {
  const told = useWords();
  const tailsOf = (w: Dressed['wires'][number]): string => {
    const tails = tailsWords(w);
    return tails ? `, ${told(tails)}` : '';
  };
  return (
    <div className="rounded-md bg-patina-wash px-3 py-2 text-sm" data-testid="item-takes">
      <p className="font-medium">{told(dressed.title)}</p>
      {dressed.wires.map((w, i) => (
        <p key={i}>
          {w.name}:{' '}
          <strong>
            {w.count > 1 && `${w.count} × `}
            {printBoth(w.cutMm, unit)}
          </strong>{' '}
          of {w.wire.rope && `rope, ${w.wire.rope.strands} × `}
          {printThickness(strandMm(w.wire), unit)}
          {tailsOf(w)}
        </p>
      ))}
      {dressed.beads.map((b, i) => (
        <p key={i}>
          <strong>{b.count} ×</strong> {b.bead.name}
        </p>
      ))}
      {dressed.notes.map((n, i) => (
        <p key={i} className="text-soft">
          {told(n)}
        </p>
      ))}
    </div>
  );
}

/** One of several, or yes and no. */
function ChoiceOf({
  field: { label, control },
  value,
  set,
}: {
  field: Field<unknown>;
  value: unknown;
  set: (value: unknown) => void;
}) {
  if (control.as === 'flag') {
    const { words } = control;
    if (!words) return <Tick label={label} value={value === true} set={set} />;
    return (
      <Choices
        label={label}
        value={value === true ? 'yes' : 'no'}
        options={[
          { value: 'yes', label: words.yes },
          { value: 'no', label: words.no },
        ]}
        onChange={(v) => set(v === 'yes')}
      />
    );
  }
  if (control.as !== 'choice') return null;
  const shared = { label, value: String(value), onChange: set };
  return control.many ? (
    <Picker {...shared} options={[...control.options]} />
  ) : (
    <Choices {...shared} options={[...control.options]} />
  );
}
