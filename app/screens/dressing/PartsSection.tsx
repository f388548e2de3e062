import { memo } from 'react';
import { Trash2 } from 'lucide-react';
import {
  leadStock,
  LINK_LIMITS,
  MOST_ALIKE,
  PART_JOINS,
  JOINT_WIRE,
  type Part,
  type PartJoint,
  type Piece,
} from '@core/piece';
import { LengthField } from '~/components/LengthField';
import { NameField } from '~/components/NameField';
import { NumberField } from '~/components/NumberField';
import { Tick } from '~/components/Tick';
import { Button, Choices, IconButton, Picker, Section } from '~/components/ui';
import { useUnit } from '~/state/useWords';
import { useEdit, usePiece, useShown } from '~/state/workbench';
import { PartSpots } from './PartSpots';
import { ThreadFields } from './ThreadFields';

const JOINS: Readonly<Record<Part['join'], string>> = {
  loop: 'its own loop',
  ring: 'a jump ring',
  binding: 'binding',
};

/** A ring, or a binding, of the piece's own metal. */
const jointOf = (piece: Piece): PartJoint => {
  const { metal } = leadStock(piece);
  return { insideMm: 4, wraps: 5, wire: { metal, temper: 'dead-soft', diameterMm: 0.8 } };
};

function JointFields({
  joint,
  ring,
  put,
  set,
}: {
  joint: PartJoint;
  ring: boolean;
  put: (piece: Piece, joint: PartJoint) => Piece;
  set: (joint: PartJoint) => void;
}) {
  const unit = useUnit();
  return (
    <>
      {ring ? (
        <LengthField
          label="Ring, inside across"
          valueMm={joint.insideMm}
          unit={unit}
          min={LINK_LIMITS.insideMm.min}
          max={LINK_LIMITS.insideMm.max}
          onChange={(insideMm) => set({ ...joint, insideMm })}
        />
      ) : (
        <NumberField
          label="Wraps that bind it"
          value={joint.wraps}
          min={1}
          max={100}
          onChange={(wraps) => set({ ...joint, wraps })}
        />
      )}
      <ThreadFields
        madeOf={joint.wire}
        called={JOINT_WIRE}
        unit={unit}
        put={(p, wire) => put(p, { ...joint, wire })}
      />
    </>
  );
}

/** A wire of the plan, by its line and its number. */
interface NumberedWire {
  readonly id: string;
  readonly n: number;
}

/** The wires that a part is made of. */
function PartWires({
  part,
  free,
  set,
}: {
  part: Part;
  free: readonly NumberedWire[];
  set: (paths: string[]) => void;
}) {
  const { plan } = useShown();
  const wires = plan?.wires ?? [];
  const more = part.paths.slice(1);
  const numberOf = (id: string): number => wires.findIndex((w) => w.pathId === id) + 1;
  return (
    <>
      <Picker
        label="Its wire"
        value={part.paths[0] ?? ''}
        options={wires.map((w, i) => ({ value: w.pathId, label: `Wire ${i + 1}` }))}
        onChange={(id) => set([id, ...more.filter((m) => m !== id)])}
      />
      {(free.length > 0 || more.length > 0) && (
        <Picker
          label="And with it"
          value=""
          options={[
            { value: '', label: more.length > 0 ? namesOf(more.map(numberOf)) : 'no other' },
            ...free.map((w) => ({ value: w.id, label: `add wire ${w.n}` })),
            ...more.map((id) => ({ value: id, label: `take wire ${numberOf(id)} out` })),
          ]}
          onChange={(id) =>
            set(more.includes(id) ? part.paths.filter((p) => p !== id) : [...part.paths, id])
          }
        />
      )}
    </>
  );
}

const namesOf = (numbers: readonly number[]): string =>
  numbers.length === 1 ? `wire ${numbers[0]}` : `wires ${numbers.join(', ')}`;

/** One part: its name and wires, and how it is joined; a link of the row is joined by that. */
function PartFields({
  part,
  free,
  change,
  remove,
}: {
  part: Part;
  /** wires that belong to no part */
  free: readonly NumberedWire[];
  change: (part: Partial<Part>) => void;
  remove: () => void;
}) {
  const piece = usePiece();
  const isLink = piece.links?.turn.some((t) => t.link === part.id) ?? false;
  return (
    <fieldset className="space-y-2 rounded-md border border-line p-2.5">
      <legend className="px-1 text-sm text-soft">{part.name}</legend>
      <div className="grid grid-cols-2 items-end gap-x-3 gap-y-2">
        <NameField label="Called" value={part.name} onChange={(name) => change({ name })} />
        {!isLink && (
          <NumberField
            label="How many alike"
            value={part.count}
            min={1}
            max={MOST_ALIKE}
            onChange={(count) => change({ count, spots: part.spots.slice(0, count - 1) })}
          />
        )}
        <PartWires part={part} free={free} set={(paths) => change({ paths })} />
        {!isLink && (
          <Picker
            label="Joined to"
            value={part.to ?? ''}
            options={[
              { value: '', label: 'the frame' },
              ...piece.parts
                .filter((p) => p.id !== part.id)
                .map((p) => ({ value: p.id, label: p.name })),
            ]}
            onChange={(to) => change({ to: to === '' ? null : to })}
          />
        )}
      </div>
      {isLink ? (
        <p className="text-sm text-soft">
          It is a link of the row: how many of it there are stands at Links.
        </p>
      ) : (
        <JoinFields part={part} change={change} />
      )}
      <div className="flex items-center justify-between">
        {!isLink && (
          <Tick label="It hangs freely" value={part.hangs} set={(hangs) => change({ hangs })} />
        )}
        <IconButton name={`Take ${part.name} out of the parts`} onClick={remove}>
          <Trash2 size={16} />
        </IconButton>
      </div>
    </fieldset>
  );
}

/** What a part is joined by, and where each of it is. */
function JoinFields({ part, change }: { part: Part; change: (part: Partial<Part>) => void }) {
  const piece = usePiece();
  return (
    <>
      <Choices
        label="By"
        value={part.join}
        options={PART_JOINS.map((j) => ({ value: j, label: JOINS[j] }))}
        onChange={(join) => change({ join })}
      />
      {part.join !== 'loop' && (
        <Tick
          label={part.join === 'ring' ? 'The ring is made from wire' : 'Count the wire that binds'}
          value={part.joint !== undefined}
          set={(on) => change({ joint: on ? jointOf(piece) : undefined })}
        />
      )}
      {part.join !== 'loop' && part.joint && (
        <JointFields
          joint={part.joint}
          ring={part.join === 'ring'}
          put={(p, joint) => ({
            ...p,
            parts: p.parts.map((own) => (own.id === part.id ? { ...own, joint } : own)),
          })}
          set={(joint) => change({ joint })}
        />
      )}
      {part.count > 1 && <PartSpots part={part} set={change} />}
    </>
  );
}

/** Wires that are parts of their own: how many alike, what they are joined to, and by what. */
export const PartsSection = memo(function PartsSection() {
  const piece = usePiece();
  const edit = useEdit();
  const { plan } = useShown();
  const wires = plan?.wires ?? [];
  if (wires.length < 2 && piece.parts.length === 0) return null;
  const set = (parts: Part[]): void => edit((p) => ({ ...p, parts }));
  const change = (id: string, part: Partial<Part>): void =>
    set(piece.parts.map((p) => (p.id === id ? { ...p, ...part } : p)));
  const taken = new Set(piece.parts.flatMap((p) => p.paths));
  const free = wires.flatMap((w, i) => (taken.has(w.pathId) ? [] : [{ id: w.pathId, n: i + 1 }]));
  const add = (): void => {
    const own = free.at(-1);
    if (!own) return;
    let n = piece.parts.length + 1;
    while (piece.parts.some((p) => p.id === `part${n}`)) n++;
    const part: Part = {
      id: `part${n}`,
      name: `Part ${n}`,
      paths: [own.id],
      count: 1,
      join: 'ring',
      to: null,
      spots: [],
      hangs: true,
    };
    set([...piece.parts, part]);
  };
  return (
    <Section title="Parts">
      <p className="text-sm text-soft">
        Wires that are made on their own and joined to the frame, or hang from it.
      </p>
      {piece.parts.map((part) => (
        <PartFields
          key={part.id}
          part={part}
          free={free}
          change={(next) => change(part.id, next)}
          remove={() => set(piece.parts.filter((p) => p.id !== part.id))}
        />
      ))}
      {free.length > 0 && wires.length > 1 && <Button onClick={add}>Name a part</Button>}
    </Section>
  );
});
