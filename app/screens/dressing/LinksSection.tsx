import { useMemo, memo } from 'react';
import { linkPlan, type LinkPlan } from '@core/bill';
import { plainBead } from '@core/item';
import {
  JOINT_WIRE,
  leadStock,
  LINK_LIMITS,
  type Clasp,
  type Joint,
  type Links,
  type RowPlace,
  type Piece,
  wireOf,
} from '@core/piece';
import type { Plan } from '@core/plan';
import { printBoth } from '@core/units';
import { LengthField } from '~/components/LengthField';
import { NumberField } from '~/components/NumberField';
import { Tick } from '~/components/Tick';
import { RowPicture } from '~/components/RowPicture';
import { Button, Choices, Picker, Section } from '~/components/ui';
import { useUnit, useWords } from '~/state/useWords';
import { withoutRowPlace } from '@core/dressing';
import { useEdit, usePiece, useWorkbench } from '~/state/workbench';
import { BeadFields } from './BeadFields';
import { ThreadFields } from './ThreadFields';

/** A bracelet until another length is typed, mm. */
const WORN_MM = 180;

const jointWire = (piece: Piece) => {
  const { metal, temper, diameterMm } = leadStock(piece);
  return { metal, temper, diameterMm };
};

function newJoint(kind: Joint['kind'], piece: Piece): Joint {
  const wire = jointWire(piece);
  switch (kind) {
    case 'direct':
      return { kind };
    case 'ring':
      return { kind, insideMm: 3, wire };
    case 'beaded':
      return { kind, insideMm: 2, wire, beads: [plainBead('Bead', 6, 'sea', wire.diameterMm)] };
  }
}

const newClasp = (kind: Clasp['kind']): Clasp =>
  kind === 'none'
    ? { kind }
    : kind === 'bought'
      ? { kind, lengthMm: 10 }
      : { kind, insideMm: 4, legMm: 6 };

/** The figure as one link of a bracelet or chain: how many of it and of its joints a worn length takes. */
export const LinksSection = memo(function LinksSection({
  planned,
  plan,
}: {
  planned: Piece;
  plan: Plan;
}) {
  const piece = usePiece();
  const edit = useEdit();
  const { links } = piece;
  const set = (next: Links | null): void => edit((p) => ({ ...p, links: next }));
  return (
    <Section title="Links">
      <Tick
        label="It is one link of a bracelet or chain"
        value={links !== null}
        set={(on) =>
          set(
            on
              ? {
                  wornMm: WORN_MM,
                  turn: [{ link: null, joint: newJoint('ring', piece) }],
                  clasp: newClasp('hook'),
                }
              : null,
          )
        }
      />
      {links && (
        <>
          <RowWords
            planned={planned}
            plan={plan}
            wear={(mm) => set({ ...links, wornMm: Number(mm.toFixed(2)) })}
          />
          <LinkFields links={links} set={set} />
        </>
      )}
    </Section>
  );
});

/** How many it takes, and what one more or less would make. */
function RowWords({
  planned,
  plan,
  wear,
}: {
  planned: Piece;
  plan: Plan;
  /** another length as worn */
  wear: (mm: number) => void;
}) {
  const told = useWords();
  const { dressing, current } = useWorkbench().planState;
  const unit = useUnit();
  const answer = useMemo(() => linkPlan(planned, plan), [planned, plan]);
  if (!answer || !current) return null;
  if (!answer.ok) {
    return (
      <p role="alert" className="text-sm text-alert">
        {told(answer.message)}
      </p>
    );
  }
  const row = answer.plan;
  return (
    <div aria-live="polite" className="space-y-1 text-sm" data-testid="row-of-links">
      <p>
        <strong>{linksAndJoints(row)}</strong> make {printBoth(row.lengthMm, unit)}.
      </p>
      <div className="h-24 rounded-md bg-bench p-1">
        <RowPicture
          piece={planned}
          plan={plan}
          dressing={dressing}
          row={row}
          label="The row, pulled straight"
        />
      </div>
      <div className="flex flex-wrap gap-2">
        {row.lessMm !== null && (
          <Button onClick={() => wear(row.lessMm!)}>
            One link less: {printBoth(row.lessMm, unit)}
          </Button>
        )}
        <Button onClick={() => wear(row.moreMm)}>One more: {printBoth(row.moreMm, unit)}</Button>
      </div>
      {answer.notes.map((n, i) => (
        <p key={i} className="text-alert">
          {told(n)}
        </p>
      ))}
    </div>
  );
}

function linksAndJoints({ links, linkKinds, joints, jointKinds }: LinkPlan): string {
  const of =
    linkKinds.length > 1 ? ` (${linkKinds.map((k) => `${k.count} × ${k.name}`).join(', ')})` : '';
  const own = `${links} ${links === 1 ? 'link' : 'links'}${of}`;
  const made = jointKinds.filter((j) => j.count > 0);
  if (made.length === 0) return own;
  const each = made.map(({ laid, pieces, count }) => {
    if (laid.kind === 'beaded') return `${count} with beads`;
    return pieces > 1 ? `${count} of ${pieces} rings` : `${count} of a ring`;
  });
  const [only] = made;
  const rings = only!.pieces > 1 ? ` of ${only!.pieces} rings` : '';
  const kinds = made.length > 1 ? ` (${each.join(', ')})` : rings;
  return `${own} and ${joints} ${joints === 1 ? 'joint' : 'joints'}${kinds}`;
}

/** One place in the turn: which link it is, and what joins it to the next. */
function PlaceFields({
  place,
  set,
  put,
}: {
  place: RowPlace;
  set: (place: RowPlace) => void;
  /** the piece with another wire for its joint */
  put: (piece: Piece, joint: Joint) => Piece;
}) {
  const piece = usePiece();
  const unit = useUnit();
  const { joint } = place;
  const { min, max } = LINK_LIMITS.insideMm;
  const setJoint = (next: Joint): void => set({ ...place, joint: next });
  return (
    <>
      {piece.parts.length > 0 && (
        <Picker
          label="Link"
          value={place.link ?? ''}
          options={[
            { value: '', label: 'the frame' },
            ...piece.parts.map((p) => ({ value: p.id, label: p.name })),
          ]}
          onChange={(link) => set({ ...place, link: link === '' ? null : link })}
        />
      )}
      <Choices
        label="Joined by"
        value={joint.kind}
        options={[
          { value: 'direct', label: 'loop in loop' },
          { value: 'ring', label: 'rings' },
          { value: 'beaded', label: 'beaded joints' },
        ]}
        onChange={(kind) => setJoint(newJoint(kind, piece))}
      />
      {joint.kind !== 'direct' && (
        <>
          <LengthField
            label={joint.kind === 'ring' ? 'Ring, inside across' : 'Its loops, inside across'}
            valueMm={joint.insideMm}
            unit={unit}
            min={min}
            max={max}
            onChange={(insideMm) => setJoint({ ...joint, insideMm })}
          />
          <ThreadFields
            madeOf={joint.wire}
            called={JOINT_WIRE}
            unit={unit}
            put={(p, wire) => put(p, { ...joint, wire })}
            names={{
              which: 'Joints made of',
              coat: 'Its coat',
              metal: 'Wire of the joints',
              temper: 'Its temper',
              gauge: 'Its gauge',
              thickness: 'Its thickness',
            }}
          />
        </>
      )}
      {joint.kind === 'ring' && (
        <NumberField
          label="Rings to a joint, ring in ring"
          value={joint.rings ?? 1}
          {...LINK_LIMITS.rings}
          onChange={(rings) => {
            const { rings: _before, ...one } = joint;
            setJoint(rings > 1 ? { ...one, rings } : one);
          }}
        />
      )}
      {joint.kind === 'beaded' && (
        <BeadFields
          beads={joint.beads}
          most={LINK_LIMITS.beads}
          frameMm={wireOf(piece, joint.wire).diameterMm}
          unit={unit}
          set={(beads) => setJoint({ ...joint, beads })}
        />
      )}
    </>
  );
}

/** The links and joints that follow each other, one after the other and again from the first. */
function TurnFields({ links, set }: { links: Links; set: (links: Links) => void }) {
  const { parts } = usePiece();
  const edit = useEdit();
  const { turn } = links;
  const change = (i: number, place: RowPlace): void =>
    set({ ...links, turn: turn.map((t, k) => (k === i ? place : t)) });
  const fields = (place: RowPlace, i: number) => (
    <PlaceFields
      place={place}
      set={(next) => change(i, next)}
      put={(p, joint) =>
        p.links
          ? {
              ...p,
              links: {
                ...p.links,
                turn: p.links.turn.map((t, k) => (k === i ? { ...t, joint } : t)),
              },
            }
          : p
      }
    />
  );
  const add = (): void => {
    // A part that is no link yet is the likely one; else a joint of another kind is meant.
    const used = new Set(turn.map((t) => t.link));
    const link = parts.find((p) => !used.has(p.id))?.id ?? turn[0]!.link;
    set({ ...links, turn: [...turn, { link, joint: turn.at(-1)!.joint }] });
  };
  return (
    <>
      {turn.length === 1
        ? fields(turn[0]!, 0)
        : turn.map((place, i) => (
            <fieldset key={i} className="space-y-2 rounded-md border border-line p-2.5">
              <legend className="px-1 text-sm text-soft">{`Place ${i + 1} of the turn`}</legend>
              {fields(place, i)}
              <Button
                onClick={() => edit((p) => withoutRowPlace(p, i))}
              >{`Take place ${i + 1} out`}</Button>
            </fieldset>
          ))}
      {turn.length < LINK_LIMITS.turn && (
        <Button onClick={add}>Another link or joint in turn</Button>
      )}
      {parts.length === 0 && (
        <p className="text-xs text-soft">
          A link of another shape is drawn beside this one and named under Parts.
        </p>
      )}
    </>
  );
}

function LinkFields({ links, set }: { links: Links; set: (links: Links) => void }) {
  const unit = useUnit();
  const { clasp } = links;
  const { min, max } = LINK_LIMITS.insideMm;
  const setClasp = (next: Clasp): void => set({ ...links, clasp: next });
  return (
    <>
      <LengthField
        label="Length as worn, closed"
        valueMm={links.wornMm}
        unit={unit}
        min={LINK_LIMITS.wornMm.min}
        max={LINK_LIMITS.wornMm.max}
        onChange={(wornMm) => set({ ...links, wornMm })}
      />
      <TurnFields links={links} set={set} />
      <Choices
        label="Closed by"
        value={clasp.kind}
        options={[
          { value: 'hook', label: 'the last link’s hook' },
          { value: 'bought', label: 'a clasp' },
          { value: 'none', label: 'joined round' },
        ]}
        onChange={(kind) => setClasp(newClasp(kind))}
      />
      {clasp.kind === 'bought' && (
        <LengthField
          label="Clasp, its length"
          valueMm={clasp.lengthMm}
          unit={unit}
          min={0.5}
          max={1000}
          onChange={(lengthMm) => setClasp({ ...clasp, lengthMm })}
        />
      )}
      {clasp.kind === 'hook' && (
        <div className="grid grid-cols-2 gap-x-3">
          <LengthField
            label="Hook, inside across"
            valueMm={clasp.insideMm}
            unit={unit}
            min={min}
            max={max}
            onChange={(insideMm) => setClasp({ ...clasp, insideMm })}
          />
          <LengthField
            label="Hook, leg"
            valueMm={clasp.legMm}
            unit={unit}
            max={max}
            onChange={(legMm) => setClasp({ ...clasp, legMm })}
          />
        </div>
      )}
    </>
  );
}
