import { X } from 'lucide-react';
import type { Piece } from '@core/piece';
import { wishAt, type Junction, type RouteOverview } from '@core/plan';
import { Button, Choices, IconButton, Section } from '~/components/ui';
import { useEdit, usePiece } from '~/state/workbench';
import { spotName, type Spot } from './JunctionLayer';
import { withRoute, withWish } from './routeEdits';

interface Place {
  readonly x: number;
  readonly y: number;
}

const SAME_MM = 0.6;
const isAt = (place: Place | null | undefined, spot: Place): boolean =>
  Boolean(place && Math.hypot(place.x - spot.x, place.y - spot.y) <= SAME_MM);

/** What can be wished for the chosen place. */
export function SpotSection({
  spot,
  overview,
  close,
}: {
  spot: Spot;
  overview: RouteOverview | null;
  close: () => void;
}) {
  return (
    <Section
      title={spotName(spot)}
      aside={
        <IconButton name="Leave this place" onClick={close}>
          <X size={16} />
        </IconButton>
      }
    >
      {spot.degree !== null && (
        <JunctionFields at={{ ...spot, degree: spot.degree }} overview={overview} />
      )}
      {spot.crossings.length > 0 && <CrossingFields spot={spot} />}
      <HangButton spot={spot} />
    </Section>
  );
}

function JunctionFields({ at, overview }: { at: Junction; overview: RouteOverview | null }) {
  const piece = usePiece();
  const edit = useEdit();
  const place = { x: at.x, y: at.y };
  const pin = (which: 'start' | 'end') => {
    const on = isAt(piece.route?.[which], at);
    return (
      <Button
        aria-pressed={on}
        className={on ? 'border-patina bg-patina-wash' : ''}
        onClick={() => edit((p) => withRoute(p, overview, { [which]: on ? null : place }))}
      >
        {which === 'start' ? 'Begin here' : 'End here'}
      </Button>
    );
  };
  const wish = wishAt(piece, at);
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        {pin('start')}
        {pin('end')}
      </div>
      {at.degree > 2 && (
        <Choices
          label="Here the wire"
          value={piece.route?.rules[wish]?.rule ?? 'least'}
          options={[
            { value: 'least', label: 'turns least' },
            { value: 'straight', label: 'straight on' },
            { value: 'turn', label: 'turns off' },
          ]}
          onChange={(v) => edit((p) => withWish(p, overview, at, v === 'least' ? null : v))}
        />
      )}
    </>
  );
}

/** The wish for the crossings of a spot; null takes it back. */
function withTop(piece: Piece, { crossings }: Spot, top: 'later' | 'earlier' | null): Piece {
  const others = piece.overAt.filter((o) => !crossings.some((c) => isAt(o, c)));
  const wishes = top ? crossings.map(({ x, y }) => ({ x, y, top })) : [];
  return { ...piece, overAt: [...others, ...wishes] };
}

function CrossingFields({ spot }: { spot: Spot }) {
  const piece = usePiece();
  const edit = useEdit();
  const own = piece.overAt.find((o) => spot.crossings.some((c) => isAt(o, c)));
  return (
    <Choices
      label="On top here"
      value={own?.top ?? 'rule'}
      options={[
        { value: 'rule', label: 'as the rest' },
        { value: 'later', label: 'bent later' },
        { value: 'earlier', label: 'bent earlier' },
      ]}
      onChange={(v) => edit((p) => withTop(p, spot, v === 'rule' ? null : v))}
    />
  );
}

function HangButton({ spot }: { spot: Spot }) {
  const piece = usePiece();
  const edit = useEdit();
  const on = isAt(piece.hang, spot);
  return (
    <Button
      aria-pressed={on}
      className={on ? 'border-patina bg-patina-wash' : ''}
      onClick={() => edit((p) => ({ ...p, hang: on ? null : { x: spot.x, y: spot.y } }))}
    >
      {on ? 'Hangs from here' : 'Hang it from here'}
    </Button>
  );
}
