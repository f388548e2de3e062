import { useCallback, useDeferredValue, useState } from 'react';
import { Trash2 } from 'lucide-react';
import {
  alikeTo,
  freshItemId,
  isLed,
  withAlike,
  withItem,
  withoutItem,
  type Dressed,
} from '@core/dressing';
import {
  kindOf,
  newDressItem,
  type MadeOf,
  type PieceItem,
  type DressKind,
  type StretchPlace,
} from '@core/item';
import { leadStock, type Part, type Piece } from '@core/piece';
import { FigureView } from '~/components/FigureView';
import { StagePanel } from '~/components/StagePanel';
import { Tick } from '~/components/Tick';
import { Button, IconButton, Section } from '~/components/ui';
import { LEADING, type Leading } from '~/screens/dressing/ActsField';
import { AddItem } from '~/screens/dressing/AddItem';
import { firstPlace } from '~/screens/dressing/firstPlace';
import { HangLoop } from '~/screens/dressing/HangLoop';
import { ItemEditor } from '~/screens/dressing/ItemEditor';
import { ItemList } from '~/screens/dressing/ItemList';
import { LanesSection } from '~/screens/dressing/LanesSection';
import { LeadLayer } from '~/screens/dressing/LeadLayer';
import { LinksSection } from '~/screens/dressing/LinksSection';
import { OrderSection } from '~/screens/dressing/OrderSection';
import { PartsLayer } from '~/screens/dressing/PartsLayer';
import { PartsSection } from '~/screens/dressing/PartsSection';
import { PlaceLayer } from '~/screens/dressing/PlaceLayer';
import { SumsSection } from '~/screens/dressing/SumsSection';
import { useAssembly } from '~/screens/dressing/useAssembly';
import { VariantSection } from '~/screens/dressing/VariantSection';
import { WaysSection } from '~/screens/dressing/WaysSection';
import { EndsSection } from '~/screens/wire/EndsSection';
import { useDragged, useEdit, usePointer, useShownPiece, useWorkbench } from '~/state/workbench';

const MOST_ITEMS = 300;

export default function DressingScreen() {
  const { planState, settings, store, pointer } = useWorkbench();
  const { plan, planned, dressing, known } = planState;
  // Sums and lanes follow what is dragged when there is time.
  const calm = useDeferredValue(planState);
  const piece = useShownPiece();
  const edit = useEdit();
  const wire = usePointer((p) => p.wire);
  const [chosen, setChosen] = useState<string | null>(null);
  const made = useAssembly();
  const [together, setTogether] = useState(true);
  const [leading, setLeading] = useState(LEADING);
  const lead = useCallback(
    (change: Partial<Leading>) => setLeading((now) => ({ ...now, ...change })),
    [],
  );
  const item = piece.dressing.find((i) => i.id === chosen);
  const own = item && dressing?.items.find((d) => d.item.id === item.id);
  // While something is dragged its fields follow when there is time; else they are never behind.
  const isDragged = useDragged();
  const [later, laterDressed] = [useDeferredValue(item), useDeferredValue(own)];
  const inEditor = isDragged && later?.id === item?.id ? later : item;
  const dressed = (id: string): Dressed | undefined =>
    dressing?.items.find((d) => d.item.id === id);
  const pick = useCallback((id: string): void => {
    setChosen(id);
    setLeading(LEADING);
  }, []);
  // What is in work, and the wire that it is on in the strip.
  const choose = (id: string): void => {
    pick(id);
    const on = dressed(id)?.spans[0]?.wire;
    if (on !== undefined) pointer.getState().point({ wire: on });
  };
  const add = (kind: DressKind): void => {
    if (!known) return;
    const { plan, piece: planned } = known;
    const id = freshItemId(piece);
    const { on, to } =
      plan.wires.length > 0
        ? firstPlace(planned, plan, Math.min(wire, plan.wires.length - 1), kind)
        : besideOthers(piece);
    const fresh = newDressItem(kind, id, on, to, {
      frameMm: plan.diameterMm,
      thread: { metal: leadStock(piece).metal, temper: 'dead-soft', diameterMm: 0.321 },
    });
    edit((p) => withItem(p, fresh));
    setChosen(id);
    setLeading({ ...LEADING, act: isLed(fresh) ? (fresh.acts[0]?.id ?? null) : null });
  };
  const alike = item ? alikeTo(piece, item).length : 1;
  // A place is that of one item; what else is chosen is chosen for all that are alike.
  const set = useCallback(
    (next: PieceItem): void =>
      edit((p) => {
        const before = p.dressing.find((i) => i.id === next.id);
        const isPlaced =
          before &&
          (before.on !== next.on || ('to' in before && 'to' in next && before.to !== next.to));
        return before && together && !isPlaced ? withAlike(p, before, next) : withItem(p, next);
      }),
    [edit, together],
  );
  const putWire = useCallback(
    (p: Piece, madeOf: MadeOf): Piece => {
      const before = p.dressing.find((i) => i.id === chosen);
      if (!before || !('thread' in before)) return p;
      const next = { ...before, thread: madeOf };
      return together ? withAlike(p, before, next) : withItem(p, next);
    },
    [chosen, together],
  );
  const remove = (id: string): void => {
    edit((p) => withoutItem(p, id));
    if (chosen === id) setChosen(null);
  };
  return (
    <>
      <div className="relative min-h-0 flex-1">
        <FigureView
          label="Figure with its dressing"
          numbered={false}
          over={(view) =>
            plan &&
            planned && (
              <g>
                {dressing?.items.map((d) => (
                  <PickItem
                    key={d.item.id}
                    dressed={d}
                    px={1 / view.pxPerMm}
                    on={chosen === d.item.id}
                    pick={() => choose(d.item.id)}
                  />
                ))}
                {!item && (
                  <PartsLayer
                    piece={planned}
                    plan={plan}
                    view={view}
                    preview={(part) => store.getState().preview((p) => withPart(p, part))}
                    settle={() => store.getState().settle(true)}
                  />
                )}
                {item && isLed(item) && (
                  <LeadLayer
                    piece={planned}
                    plan={plan}
                    item={item}
                    dressed={dressed(item.id)}
                    leading={leading}
                    lead={lead}
                    view={view}
                    set={set}
                    preview={(next) => store.getState().preview((p) => withItem(p, next))}
                    settle={() => store.getState().settle(true)}
                  />
                )}
                {item && !isLed(item) && (
                  <PlaceLayer
                    piece={planned}
                    plan={plan}
                    item={item}
                    view={view}
                    preview={(next) => store.getState().preview((p) => withItem(p, next))}
                    settle={() => store.getState().settle(true)}
                  />
                )}
              </g>
            )
          }
        />
      </div>
      <StagePanel wide>
        {item ? (
          <Section
            title={kindOf(item).name}
            aside={
              <span className="flex gap-1">
                <IconButton name="Take it off" onClick={() => remove(item.id)}>
                  <Trash2 size={16} />
                </IconButton>
                <Button onClick={() => setChosen(null)}>Done</Button>
              </span>
            }
          >
            {alike > 1 && (
              <Tick
                label={`What is changed here is changed in all ${alike} alike`}
                value={together}
                set={setTogether}
              />
            )}
            <ItemEditor
              item={inEditor ?? item}
              dressed={isDragged ? laterDressed : own}
              frameMm={plan?.diameterMm ?? piece.wire.diameterMm}
              unit={settings.unit}
              leading={leading}
              lead={lead}
              putWire={putWire}
              set={set}
            />
          </Section>
        ) : (
          <Section title="Dressed with">
            {piece.dressing.length === 0 && (
              <p className="text-sm text-soft">
                {plan && plan.wires.length > 0
                  ? 'Nothing yet. Add beads, a thin wire or a finding, then slide it along the figure.'
                  : 'Draw a figure: beads and wraps go on its wire. Or begin without one, with a stone in its cage, rings or ear wires.'}
              </p>
            )}
            <ItemList items={piece.dressing} dressed={dressed} choose={choose} remove={remove} />
            {piece.dressing.length < MOST_ITEMS && <HangLoop />}
            {known && piece.dressing.length < MOST_ITEMS && (
              <AddItem add={add} alone={known.plan.wires.length === 0} />
            )}
          </Section>
        )}
        {calm.dressing && calm.plan && calm.planned && (
          <SumsSection piece={calm.planned} plan={calm.plan} dressing={calm.dressing} />
        )}
        {calm.known && calm.known.plan.wires.length > 0 && (
          <LanesSection known={calm.known} late={!calm.current} chosen={chosen} choose={pick} />
        )}
        <EndsSection />
        <PartsSection />
        {calm.known && calm.known.plan.wires.length > 0 && (
          <LinksSection planned={calm.known.piece} plan={calm.known.plan} />
        )}
        <WaysSection />
        <VariantSection />
        {plan && (plan.wires.length > 0 || piece.dressing.length > 0) && (
          <OrderSection assembly={made?.assembly ?? null} />
        )}
      </StagePanel>
    </>
  );
}

const withPart = (piece: Piece, part: Part): Piece => ({
  ...piece,
  parts: piece.parts.map((p) => (p.id === part.id ? part : p)),
});

/** What is on no figure lies in a row, mm apart. */
const ROW_MM = 24;

const besideOthers = ({ dressing }: Piece): { on: StretchPlace; to: StretchPlace } => {
  const on = { x: ROW_MM * dressing.length, y: 0, lengthMm: 0 };
  return { on, to: on };
};

/** A place on the figure that puts its item in work. */
function PickItem({
  dressed,
  px,
  on,
  pick,
}: {
  dressed: Dressed;
  px: number;
  on: boolean;
  pick: () => void;
}) {
  const { place, problems, item } = dressed;
  const refused = problems.some((p) => p.refused);
  if (on) return null;
  return (
    <g
      onPointerDown={(e) => {
        e.stopPropagation();
        pick();
      }}
      style={{ cursor: 'pointer' }}
      data-testid={`place-${item.id}`}
    >
      <circle cx={place.x} cy={place.y} r={14 * px} fill="transparent" />
      {refused && (
        <circle
          cx={place.x}
          cy={place.y}
          r={8 * px}
          fill="var(--alert-wash)"
          stroke="var(--alert)"
          strokeWidth={1.6 * px}
          strokeDasharray={`${3 * px} ${2 * px}`}
        />
      )}
    </g>
  );
}
